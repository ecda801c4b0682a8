package find

import (
	"slices"

	"plaintracer/core/geom"
)

// guide is a line that a path may follow: it holds at the coordinate at, and
// from lo to hi it is of interest there, by a box, a port or a Wall.
type guide struct{ at, lo, hi float64 }

// ground is what a search finds its way among.
type ground struct {
	boxes []geom.Rect
	tight [][2]int // boxes that stand nearer to each other than two margins
	walls []Wall
	pins  []Pin
}

// run is a part of the line at a coordinate, from box to box. A path may follow it
// when it is open, that is when a guide reaches it.
type run struct {
	lo, hi int32 // numbers of the coordinates on the other axis
	line   int32 // number of its own
	next   int32 // the run after it on its line, or -1
	open   bool
	away   uint8 // see findAway

	priced bool // what is dear along it is known:
	d0, d1 int32
}

// surcharge makes the way from coordinate to coordinate cost more where it has a part
// inside [from,to]: once, and for each px of that part.
type surcharge struct{ from, to, once, each float64 }

// field are the runs in one direction.
type field struct {
	at   []float64 // coordinates of the lines
	runs []run
	over []int32 // per place, line by line: 1 + the open run over it, 0 for none
	wide int     // places on a line

	lines []line
	rings []ring
}

// line is what is on a coordinate: runs, and rings of boxes that it runs through.
type line struct {
	first, last int32 // run, or -1
	free        int32 // where the next run begins, while they are laid
	rings       int32 // the last one, or -1
}

// ring is a box with its margin, as a line through it sees it, from lo to hi.
type ring struct {
	lo, hi float64
	next   int32 // of the line
}

// lay sets up the coordinates and the runs of the search: each guide opens the
// runs that it reaches. Some cheapest path follows such runs only, since each of its
// segments can be slid until it meets what made a guide (the orthogonal
// visibility graph of Wybrow, Marriott and Stuckey 2009). Guides stand at the
// margins of each box, and where gates, walls and pins ask for them.
// It fails where there are too many places to search among.
func (s *searcher) lay(g *ground, from, to []Gate) bool {
	s.guides(g, from, to)
	level, upright := &s.fields[axis(true)], &s.fields[axis(false)]
	upright.at, level.at = places(upright.at, s.upright, g.boxes, false), places(level.at, s.level, g.boxes, true)
	s.xs, s.ys = upright.at, level.at
	if len(s.xs)*len(s.ys)*headings*(len(g.pins)+1) > mostStates {
		return false
	}
	level.clear(len(s.xs))
	upright.clear(len(s.ys))
	s.cells = s.cells[:0]
	for _, b := range g.boxes {
		m := b.Grow(Margin - 0.01)
		x0, x1, y0, y1 := firstFrom(s.xs, m.X), firstFrom(s.xs, m.Right()), firstFrom(s.ys, m.Y), firstFrom(s.ys, m.Bottom())
		level.ring(y0, y1, m.X, m.Right())
		upright.ring(x0, x1, m.Y, m.Bottom())
		c := b.Grow(hard - 0.01)
		s.cells = append(s.cells, cells{after(s.xs, x0, c.X), after(s.xs, x0, c.Right()), after(s.ys, y0, c.Y), after(s.ys, y0, c.Bottom())})
	}
	for _, i := range s.inOrder(func(c *cells) int { return c.x0 }) {
		c := &s.cells[i%most]
		level.block(c.y0, c.y1, c.x0, c.x1)
	}
	level.close()
	for _, i := range s.inOrder(func(c *cells) int { return c.y0 }) {
		c := &s.cells[i%most]
		upright.block(c.x0, c.x1, c.y0, c.y1)
	}
	upright.close()
	for _, b := range g.boxes {
		m := b.Grow(Margin)
		x0, x1, y0, y1 := index(s.xs, m.X), index(s.xs, m.Right()), index(s.ys, m.Y), index(s.ys, m.Bottom())
		upright.open(x0, y0, y1)
		upright.open(x1, y0, y1)
		level.open(y0, x0, x1)
		level.open(y1, x0, x1)
	}
	for _, u := range s.upright {
		upright.open(index(s.xs, u.at), index(s.ys, u.lo), index(s.ys, u.hi))
	}
	for _, l := range s.level {
		level.open(index(s.ys, l.at), index(s.xs, l.lo), index(s.xs, l.hi))
	}
	s.surcharges, s.walls = s.surcharges[:0], g.walls
	return true
}

// cells are the coordinates inside a box, by their numbers: from the first of each
// two on and below the second.
type cells struct{ x0, x1, y0, y1 int }

// most is more than there are boxes on a page.
const most = 1 << 24

// inOrder lists the cells by a coordinate, as its number times most and their own.
func (s *searcher) inOrder(of func(*cells) int) []int {
	s.order = s.order[:0]
	for i := range s.cells {
		s.order = append(s.order, of(&s.cells[i])*most+i)
	}
	slices.Sort(s.order)
	return s.order
}

// clear makes ready for runs with so many places on a line to be laid.
func (f *field) clear(wide int) {
	f.runs, f.rings, f.wide = f.runs[:0], f.rings[:0], wide
	f.over = resize(f.over, wide*len(f.at))
	clear(f.over)
	f.lines = resize(f.lines, len(f.at))
	for i := range f.lines {
		f.lines[i] = line{first: -1, last: -1, rings: -1}
	}
}

// ring tells some lines of a box's margin.
func (f *field) ring(line0, line1 int, lo, hi float64) {
	for i := line0; i < line1; i++ {
		l := &f.lines[i]
		f.rings = append(f.rings, ring{lo, hi, l.rings})
		l.rings = int32(len(f.rings) - 1)
	}
}

// block ends the runs of some lines before a box that has the places lo to hi-1
// of each inside; they go on behind it. Boxes come in order of lo.
func (f *field) block(line0, line1, lo, hi int) {
	for i := line0; i < line1; i++ {
		f.add(i, lo-1)
		f.lines[i].free = max(f.lines[i].free, int32(hi))
	}
}

// close ends the last run of each line.
func (f *field) close() {
	for i := range f.lines {
		f.add(i, f.wide-1)
	}
}

func (f *field) add(i, hi int) {
	l := &f.lines[i]
	if int(l.free) >= hi {
		return
	}
	k := int32(len(f.runs))
	f.runs = append(f.runs, run{lo: l.free, hi: int32(hi), line: int32(i), next: -1})
	if l.last >= 0 {
		f.runs[l.last].next = k
	} else {
		l.first = k
	}
	l.last = k
}

// open opens the runs of a line that a guide from lo to hi reaches.
func (f *field) open(line, lo, hi int) {
	for k := f.lines[line].first; k >= 0; {
		r := &f.runs[k]
		if int(r.lo) > hi {
			break
		}
		if int(r.hi) >= lo && !r.open {
			r.open = true
			over := f.over[line*f.wide+int(r.lo) : line*f.wide+int(r.hi)+1]
			for i := range over {
				over[i] = k + 1
			}
		}
		k = r.next
	}
}

// find finds the open run of a line over a place of it, or -1.
func (f *field) find(line, at int) int32 { return f.over[line*f.wide+at] - 1 }

// price finds out what is dear along a run.
func (s *searcher) price(k int, r *run) {
	r.priced, r.d0 = true, int32(len(s.surcharges))
	f, cs := &s.fields[k], s.fields[1-k].at
	at, lo, hi := f.at[r.line], cs[r.lo], cs[r.hi]
	for i := f.lines[r.line].rings; i >= 0; {
		g := &f.rings[i]
		if g.lo < hi && g.hi > lo {
			s.surcharges = append(s.surcharges, surcharge{g.lo, g.hi, 0, nearCost})
		}
		i = g.next
	}
	for _, w := range s.walls {
		// Running along a line is dear, crossing it is not.
		if axis(w.A.X != w.B.X) != k {
			continue
		}
		b := geom.Span(w.A, w.B).Grow(Gap - 1)
		from, to, p0, p1 := b.X, b.Right(), b.Y, b.Bottom()
		if k == axis(true) {
			from, to, p0, p1 = p0, p1, from, to
		}
		if at >= from && at < to && p0 < hi && p1 > lo {
			s.surcharges = append(s.surcharges, surcharge{p0, p1, alongWall, alongWallPx})
		}
	}
	r.d1 = int32(len(s.surcharges))
}

// extra is what the way between two coordinates of a run costs beside its length.
func (s *searcher) extra(r *run, lo, hi float64) float64 {
	sum := 0.0
	for i := r.d0; i < r.d1; i++ {
		d := &s.surcharges[i]
		from, to := lo, hi // not by min, which in wasm is a call
		if d.from > from {
			from = d.from
		}
		if d.to < to {
			to = d.to
		}
		if l := to - from; l > 1e-9 {
			sum += d.once + d.each*l
		}
	}
	return sum
}

// guides lists the guides beside the margins of the boxes.
func (s *searcher) guides(g *ground, from, to []Gate) {
	s.upright, s.level = s.upright[:0], s.level[:0]
	for _, t := range g.tight { // through a gap too narrow for two margins
		b, c := &g.boxes[t[0]], &g.boxes[t[1]]
		if lo, hi := max(b.Y, c.Y)-Margin, min(b.Bottom(), c.Bottom())+Margin; lo < hi {
			s.upright = gapMiddle(s.upright, b.X, b.Right(), c.X, c.Right(), lo, hi)
		}
		if lo, hi := max(b.X, c.X)-Margin, min(b.Right(), c.Right())+Margin; lo < hi {
			s.level = gapMiddle(s.level, b.Y, b.Bottom(), c.Y, c.Bottom(), lo, hi)
		}
	}
	for _, gs := range [2][]Gate{from, to} {
		for i := range gs {
			p := gs[i].turn
			s.upright = append(s.upright, guide{p.X, p.Y, p.Y})
			s.level = append(s.level, guide{p.Y, p.X, p.X})
		}
	}
	for _, w := range g.walls {
		if r := geom.Span(w.A, w.B).Grow(Gap); w.A.X == w.B.X {
			s.upright = append(s.upright, guide{r.X, r.Y, r.Bottom()}, guide{r.Right(), r.Y, r.Bottom()})
		} else {
			s.level = append(s.level, guide{r.Y, r.X, r.Right()}, guide{r.Bottom(), r.X, r.Right()})
		}
	}
	for _, pin := range g.pins { // from edge to edge
		if g := (guide{pin.At, -far, far}); pin.Upright {
			s.upright = append(s.upright, g)
		} else {
			s.level = append(s.level, g)
		}
	}
}

// gapMiddle appends the middle of the gap between [a0,a1] and [b0,b1] when it
// is open but narrower than two margins.
func gapMiddle(list []guide, a0, a1, b0, b1, lo, hi float64) []guide {
	if b0 < a0 {
		a0, a1, b0, b1 = b0, b1, a0, a1
	}
	if d := b0 - a1; d > 2*hard && d < 2*Margin {
		list = append(list, guide{(a1 + b0) / 2, lo, hi})
	}
	return list
}

// firstFrom is the number of the first coordinate that is not below v.
func firstFrom(list []float64, v float64) int {
	lo, hi := 0, len(list)
	for lo < hi {
		if m := int(uint(lo+hi) / 2); list[m] < v {
			lo = m + 1
		} else {
			hi = m
		}
	}
	return lo
}

// after is firstFrom, for a v that lies hardly beyond the coordinate at i.
func after(list []float64, i int, v float64) int {
	for i < len(list) && list[i] < v {
		i++
	}
	return i
}

// index finds v, or the coordinate nearest to it.
func index(list []float64, v float64) int {
	i := firstFrom(list, v)
	if i == len(list) || i > 0 && list[i] != v && v-list[i-1] < list[i]-v {
		i--
	}
	return i
}

// places are the coordinates of the guides and of the boxes' margins, rounded, so
// that equal places are equal numbers, sorted and each once.
func places(list []float64, gs []guide, boxes []geom.Rect, level bool) []float64 {
	list = list[:0]
	for i := range boxes {
		lo, hi := boxes[i].X, boxes[i].Right()
		if level {
			lo, hi = boxes[i].Y, boxes[i].Bottom()
		}
		list = append(list, geom.Round2(lo-Margin), geom.Round2(hi+Margin))
	}
	for i := range gs {
		gs[i].at = geom.Round2(gs[i].at)
		list = append(list, gs[i].at)
	}
	slices.Sort(list)
	return slices.Compact(list)
}

func resize[T any](list []T, n int) []T {
	if cap(list) < n {
		return make([]T, n+n/2)[:n]
	}
	return list[:n]
}
