package route

import (
	"slices"

	"plaintracer/core/geom"
)

// guide is a line that a path may follow: it holds at the coordinate at, and
// from lo to hi it is of interest there, by a box, a port or a wall.
type guide struct{ at, lo, hi float64 }

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

// dear makes the way from coordinate to coordinate cost more where it has a part
// inside [from,to]: once, and for each px of that part.
type dear struct{ from, to, once, each float64 }

// field are the runs in one direction.
type field struct {
	at   []float64 // coordinates of the lines
	runs []run
	head []int32 // per line: its first run, or -1
	tail []int32
	free []int32 // per line, while it is laid: where the next run begins
}

// lay sets up the coordinates and the runs of the search: each guide opens the
// runs that it reaches. Some cheapest path follows such runs only, since each of its
// stretches can be slid until it meets what made a guide (the orthogonal
// visibility graph of Wybrow, Marriott and Stuckey 2009). Guides stand at the
// margins of each box, and where gates, walls and pins ask for them.
func (s *searcher) lay(boxes []geom.Rect, from, to []gate, walls []wall, pins []Pin) {
	s.walls = walls
	s.guides(boxes, from, to, walls, pins)
	level, upright := &s.fields[axis(true)], &s.fields[axis(false)]
	upright.at, level.at = places(upright.at, s.upright, boxes, false), places(level.at, s.level, boxes, true)
	s.xs, s.ys = upright.at, level.at
	s.cells = s.cells[:0]
	s.rings[0], s.rings[1] = s.rings[0][:0], s.rings[1][:0]
	for _, b := range boxes {
		s.cells = append(s.cells, s.cellsOf(b.Grow(hard-0.01)))
		m := b.Grow(Margin - 0.01)
		s.rings[axis(true)] = append(s.rings[axis(true)], ring{m.Y, m.Bottom(), m.X, m.Right()})
		s.rings[axis(false)] = append(s.rings[axis(false)], ring{m.X, m.Right(), m.Y, m.Bottom()})
	}
	s.order = resize(s.order, len(boxes))
	for i := range s.order {
		s.order[i] = i
	}
	slices.SortFunc(s.order, func(i, j int) int { return s.cells[i].x0 - s.cells[j].x0 })
	level.clear()
	for _, i := range s.order {
		c := &s.cells[i]
		level.block(c.y0, c.y1, c.x0, c.x1)
	}
	level.close(len(s.xs))
	slices.SortFunc(s.order, func(i, j int) int { return s.cells[i].y0 - s.cells[j].y0 })
	upright.clear()
	for _, i := range s.order {
		c := &s.cells[i]
		upright.block(c.x0, c.x1, c.y0, c.y1)
	}
	upright.close(len(s.ys))
	for _, b := range boxes {
		g := b.Grow(Margin)
		x0, x1, y0, y1 := index(s.xs, g.X), index(s.xs, g.Right()), index(s.ys, g.Y), index(s.ys, g.Bottom())
		upright.open(x0, y0, y1)
		upright.open(x1, y0, y1)
		level.open(y0, x0, x1)
		level.open(y1, x0, x1)
	}
	for _, g := range s.upright {
		upright.open(index(s.xs, g.at), index(s.ys, g.lo), index(s.ys, g.hi))
	}
	for _, g := range s.level {
		level.open(index(s.ys, g.at), index(s.xs, g.lo), index(s.xs, g.hi))
	}
	s.dears = s.dears[:0]
}

// cells are the coordinates inside a box, by their numbers: from the first of each
// two on and below the second.
type cells struct{ x0, x1, y0, y1 int }

func (s *searcher) cellsOf(r geom.Rect) cells {
	return cells{firstFrom(s.xs, r.X), firstFrom(s.xs, r.Right()), firstFrom(s.ys, r.Y), firstFrom(s.ys, r.Bottom())}
}

// clear makes ready for runs to be laid, from the first coordinate on.
func (f *field) clear() {
	f.runs = f.runs[:0]
	n := len(f.at)
	f.head, f.tail, f.free = resize(f.head, n), resize(f.tail, n), resize(f.free, n)
	for i := range n {
		f.head[i], f.tail[i], f.free[i] = -1, -1, 0
	}
}

// block ends the runs of some lines before a box that has the coordinates lo to
// hi-1 of the other axis inside; they go on behind it. Boxes come in order of lo.
func (f *field) block(line0, line1, lo, hi int) {
	for i := line0; i < line1; i++ {
		f.add(i, lo-1)
		f.free[i] = max(f.free[i], int32(hi))
	}
}

// close ends the last run of each line, on as many coordinates.
func (f *field) close(n int) {
	for i := range f.at {
		f.add(i, n-1)
	}
}

func (f *field) add(line, hi int) {
	lo := f.free[line]
	if int(lo) >= hi {
		return
	}
	k := int32(len(f.runs))
	f.runs = append(f.runs, run{lo: lo, hi: int32(hi), line: int32(line), next: -1})
	if t := f.tail[line]; t >= 0 {
		f.runs[t].next = k
	} else {
		f.head[line] = k
	}
	f.tail[line] = k
}

// open opens the runs of a line that a guide from lo to hi reaches.
func (f *field) open(line, lo, hi int) {
	for k := f.head[line]; k >= 0; {
		r := &f.runs[k]
		if int(r.lo) > hi {
			break
		}
		if int(r.hi) >= lo {
			r.open = true
		}
		k = r.next
	}
}

// find finds the open run of a line over a coordinate of the other axis, or -1.
func (f *field) find(line, at int) int32 {
	for k := f.head[line]; k >= 0; {
		r := &f.runs[k]
		if at <= int(r.hi) {
			if at < int(r.lo) || !r.open {
				return -1
			}
			return k
		}
		k = r.next
	}
	return -1
}

// ring is a box with its margin, as lines of one direction see it: those from at0 to
// at1 run through it, there from lo to hi.
type ring struct{ at0, at1, lo, hi float64 }

// price finds out what is dear along a run.
func (s *searcher) price(k int, r *run) {
	r.priced, r.d0 = true, int32(len(s.dears))
	at, cs := s.fields[k].at[r.line], s.fields[1-k].at
	lo, hi := cs[r.lo], cs[r.hi]
	rings := s.rings[k]
	for i := range rings {
		if g := &rings[i]; at >= g.at0 && at < g.at1 && g.lo < hi && g.hi > lo {
			s.dears = append(s.dears, dear{g.lo, g.hi, 0, nearCost})
		}
	}
	for _, w := range s.walls {
		// Running along a line is dear, crossing it is not.
		if axis(w.a.X != w.b.X) != k {
			continue
		}
		b := geom.Span(w.a, w.b).Grow(Gap - 1)
		g := ring{b.X, b.Right(), b.Y, b.Bottom()}
		if k == axis(true) {
			g = ring{b.Y, b.Bottom(), b.X, b.Right()}
		}
		if at >= g.at0 && at < g.at1 && g.lo < hi && g.hi > lo {
			s.dears = append(s.dears, dear{g.lo, g.hi, 40, 8})
		}
	}
	r.d1 = int32(len(s.dears))
}

// extra is what the way between two coordinates of a run costs beside its length.
func (s *searcher) extra(r *run, lo, hi float64) float64 {
	sum := 0.0
	for i := r.d0; i < r.d1; i++ {
		d := &s.dears[i]
		if l := min(hi, d.to) - max(lo, d.from); l > 1e-9 {
			sum += d.once + d.each*l
		}
	}
	return sum
}

// guides lists the guides beside the margins of the boxes.
func (s *searcher) guides(boxes []geom.Rect, from, to []gate, walls []wall, pins []Pin) {
	s.upright, s.level = s.upright[:0], s.level[:0]
	for i, b := range boxes {
		near := b.Grow(2 * Margin)
		for j := range boxes[:i] { // through a gap too narrow for two margins
			c := &boxes[j]
			if near.X >= c.Right() || c.X >= near.Right() || near.Y >= c.Bottom() || c.Y >= near.Bottom() {
				continue
			}
			if lo, hi := max(b.Y, c.Y)-Margin, min(b.Bottom(), c.Bottom())+Margin; lo < hi {
				s.upright = gapMiddle(s.upright, b.X, b.Right(), c.X, c.Right(), lo, hi)
			}
			if lo, hi := max(b.X, c.X)-Margin, min(b.Right(), c.Right())+Margin; lo < hi {
				s.level = gapMiddle(s.level, b.Y, b.Bottom(), c.Y, c.Bottom(), lo, hi)
			}
		}
	}
	for _, gs := range [2][]gate{from, to} {
		for i := range gs {
			p := gs[i].turn
			s.upright = append(s.upright, guide{p.X, p.Y, p.Y})
			s.level = append(s.level, guide{p.Y, p.X, p.X})
		}
	}
	for _, w := range walls {
		if r := geom.Span(w.a, w.b).Grow(Gap); w.a.X == w.b.X {
			s.upright = append(s.upright, guide{r.X, r.Y, r.Bottom()}, guide{r.Right(), r.Y, r.Bottom()})
		} else {
			s.level = append(s.level, guide{r.Y, r.X, r.Right()}, guide{r.Bottom(), r.X, r.Right()})
		}
	}
	for _, pin := range pins { // from edge to edge
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
