package side

import (
	"math"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// uncross lets lines hold at other sides, one after the other, where they get no more bends
// and cross fewer of the others as they run then; and, when all find their paths, several at once.
func uncross(f *find.Finder, at *ends, paths []*find.Path) []*find.Path {
	c := crosser{f: f, at: at, paths: slices.Clone(paths), bounds: make([]geom.Rect, len(paths))}
	all := true // lines are to find their paths
	for i, p := range paths {
		c.bounds[i] = p.Points.Bounds()
		all = all && f.Kept[i] == nil
	}
	for i := range paths {
		if !c.free(i) {
			continue
		}
		least := c.crossings(i, c.paths[i])
		for _, o := range c.others(i, least, c.at.othersSides(f.Page, c.paths, i)) {
			if n := c.crossings(i, o); n < least {
				least = n
				c.move(i, o)
			}
		}
	}
	if all {
		c.several()
	}
	return c.paths
}

// crosser counts crossings among paths.
type crosser struct {
	f      *find.Finder
	at     *ends
	paths  []*find.Path
	bounds []geom.Rect // of each
}

// move lets line i run along p.
func (c *crosser) move(i int, p *find.Path) {
	c.paths[i], c.bounds[i] = p, p.Points.Bounds()
}

// free reports whether line i may hold at other sides. Most of the lines of a drag's frame stay, and are not counted.
func (c *crosser) free(i int) bool {
	p, l := c.paths[i], &c.f.Page.Lines[i]
	return c.f.Kept[i] == nil && len(p.Points) > 2 && !p.Through && !p.Direct && len(p.Pins) == 0 && l.From.Box != l.To.Box
}

// others are paths for line i from another side or to another one that bend no more often, and hold at no side that
// is taken; none where it crosses none, or stays.
func (c *crosser) others(i, crossings int, taken [2]find.Sides) (out []*find.Path) {
	p, l := c.paths[i], &c.f.Page.Lines[i]
	if crossings == 0 || !c.free(i) {
		return nil
	}
	for _, no := range [2][2]find.Sides{{find.Only(p.From.Side), 0}, {0, find.Only(p.To.Side)}} {
		from, to := taken[0]|no[0], taken[1]|no[1]
		if from == find.AllSides || to == find.AllSides || no[0] != 0 && l.From.Port != "" || no[1] != 0 && l.To.Port != "" {
			continue
		}
		if o := c.f.Within(i, from, to, p.Cost+nearby, p); o != nil && !o.Through && len(o.Points) <= len(p.Points) {
			out = append(out, o)
		}
	}
	return out
}

// crossings counts how often a path for line i crosses those of others, or will, when they
// are set apart.
func (c *crosser) crossings(i int, p *find.Path) int {
	if c.f.Meter.Spend(len(c.paths) / 3) {
		return 0
	}
	n, in := 0, p.Points.Bounds().Grow(1)
	for j := range c.paths {
		if j != i && in.Overlaps(c.bounds[j]) {
			n += c.cross(p, j)
		}
	}
	return n
}

// cross counts how often a path crosses line j.
func (c *crosser) cross(p *find.Path, j int) int {
	return p.Points.Crossings(c.paths[j].Points) + tangled(p.Points, c.paths[j].Points)
}

// tangled counts the segments that two lines have in common, and come to and leave in
// different orders: there they cross once, wherever they are set apart.
func tangled(a, b geom.Polyline) int {
	n := 0
	for i := 1; i < len(a); i++ {
		for j := 1; j < len(b); j++ {
			across := math.Abs(a[i].X - b[j].X) // most are told apart by this
			if a[i-1].X != a[i].X {
				across = math.Abs(a[i].Y - b[j].Y)
			}
			if across > 0.5 {
				continue
			}
			s, t := runOf(a, i), runOf(b, j)
			if s.upright != t.upright || min(s.high, t.high)-max(s.low, t.low) < 1 {
				continue
			}
			if x, y := first(-s.low, s.before, -t.low, t.before), first(s.high, s.after, t.high, t.after); x*y < 0 {
				n++
			}
		}
	}
	return n
}

// first tells which of two lines lies before the other at an end of a segment that they have
// in common: -1 for the first. That turns off first, or to that side.
func first(a float64, turnA int, b float64, turnB int) int {
	switch {
	case a < b-0.5:
		return turnA
	case b < a-0.5:
		return -turnB
	case turnA < turnB:
		return -1
	case turnA > turnB:
		return 1
	}
	return 0
}

// run is a segment seen along its axis: where it stands, from where to where it goes, and to
// which side, -1 or 1, its line turns off at either end, 0 where it ends there.
type run struct {
	upright       bool
	at, low, high float64
	before, after int
}

func runOf(pts geom.Polyline, i int) run {
	p, q := pts[i-1], pts[i]
	r := run{upright: p.X == q.X}
	along := func(o geom.Point) (at, on float64) {
		if r.upright {
			return o.X, o.Y
		}
		return o.Y, o.X
	}
	turn := func(o geom.Point) int {
		at, _ := along(o)
		switch {
		case at < r.at:
			return -1
		case at > r.at:
			return 1
		}
		return 0
	}
	r.at, r.low = along(p)
	_, r.high = along(q)
	if i > 1 {
		r.before = turn(pts[i-2])
	}
	if i+1 < len(pts) {
		r.after = turn(pts[i+1])
	}
	if r.low > r.high {
		r.low, r.high, r.before, r.after = r.high, r.low, r.after, r.before
	}
	return r
}

// othersSides are the sides that line i does not take at its ends, beside
// where it is: those with lines of the other direction, and the tips of other
// outcomes.
func (at *ends) othersSides(p *find.Page, paths []*find.Path, i int) [2]find.Sides {
	var from, to find.Sides
	l := &p.Lines[i]
	if b := l.From.Box; b >= 0 {
		for _, j := range at.ins[b] {
			from |= find.Only(paths[j].To.Side)
		}
		if l.Outcome {
			for _, j := range at.outs[b] {
				from |= find.Only(paths[j].From.Side)
			}
		}
	}
	if b := l.To.Box; b >= 0 {
		for _, j := range at.outs[b] {
			to |= find.Only(paths[j].From.Side)
		}
	}
	return [2]find.Sides{from &^ find.Only(paths[i].From.Side), to &^ find.Only(paths[i].To.Side)}
}
