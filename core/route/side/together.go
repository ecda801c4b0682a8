package side

import "plaintracer/core/route/find"

// mostTogether bounds the lines that change their sides at once.
const mostTogether = 3

// several moves lines together as long as few are left that cross others: where many do, so do those beside them, and
// it would take long for little.
func (c *crosser) several() {
	var left []int
	for i, p := range c.paths {
		if c.crossings(i, p) > 0 {
			left = append(left, i)
		}
	}
	if len(left)*3 > len(c.paths) {
		return
	}
	for _, i := range left {
		c.together(i)
	}
}

// together moves line i, where it crosses one or two others, to other sides, and in turn those that it is in conflict
// with there, and keeps that where they all are in fewer than before. Beside a row of steps, where lines on one side
// cross when they interleave, no line can go over alone as long as another is in its way there.
func (c *crosser) together(i int) {
	least := c.crossings(i, c.paths[i])
	if least > 2 {
		return
	}
	for _, o := range c.others(i, least, [2]find.Sides{}) {
		m := moving{crosser: c, was: map[int]*find.Path{}, most: least}
		m.move(i, o)
		if after, before := m.all(), m.back(); after < before {
			m.back()
			return
		}
	}
}

// moving are lines that change their sides together.
type moving struct {
	*crosser
	lines []int
	was   map[int]*find.Path // the paths that they had before
	left  int                // conflicts that stay
	most  int                // so many would be no gain
}

// move moves a line, and those that it is in conflict with then.
func (m *moving) move(i int, p *find.Path) {
	m.lines = append(m.lines, i)
	m.was[i] = m.paths[i]
	m.crosser.move(i, p)
	for j := range m.paths {
		n := m.conflict(i, p, j)
		if n == 0 || m.was[j] != nil || m.left >= m.most {
			continue
		}
		m.left += n
		if len(m.lines) == mostTogether {
			continue
		}
		for _, o := range m.others(j, 1, [2]find.Sides{}) {
			if m.among(j, o, m.lines) == 0 {
				m.left -= n
				m.move(j, o)
				break
			}
		}
	}
}

// mixed is how many crossings a side with lines in and out, or with two outcomes, is worth.
const mixed = 2

// conflict counts how often a path for line i crosses line j, and the sides that it may not share with it.
func (m *moving) conflict(i int, p *find.Path, j int) int {
	l, k, q := &m.f.Page.Lines[i], &m.f.Page.Lines[j], m.paths[j]
	n := 0
	if p.Points.Bounds().Grow(1).Overlaps(m.bounds[j]) {
		n = m.cross(p, j)
	}
	if l.From.Box >= 0 && (l.From.Box == k.To.Box && p.From.Side == q.To.Side || l.From.Box == k.From.Box && l.Outcome && k.Outcome && p.From.Side == q.From.Side) {
		n += mixed
	}
	if l.To.Box >= 0 && l.To.Box == k.From.Box && p.To.Side == q.From.Side {
		n += mixed
	}
	return n
}

// among counts the conflicts of a path for line i with some lines.
func (m *moving) among(i int, p *find.Path, lines []int) (n int) {
	for _, j := range lines {
		n += m.conflict(i, p, j)
	}
	return n
}

// all counts the conflicts of the lines that have moved, those with each other once.
func (m *moving) all() (n int) {
	for k, i := range m.lines {
		for j := range m.paths {
			if j != i {
				n += m.conflict(i, m.paths[i], j)
			}
		}
		n -= m.among(i, m.paths[i], m.lines[:k])
	}
	return n
}

// back exchanges the paths that the lines have for those that they had before, and counts the conflicts then.
func (m *moving) back() int {
	for _, i := range m.lines {
		p := m.paths[i]
		m.crosser.move(i, m.was[i])
		m.was[i] = p
	}
	return m.all()
}
