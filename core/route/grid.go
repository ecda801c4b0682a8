package route

import (
	"slices"

	"plaintracer/core/geom"
)

// guide is a line that a path may follow: it holds at the coordinate at, and
// from lo to hi it is of interest there, by a box, a port or a wall.
type guide struct{ at, lo, hi float64 }

// lay sets up the coordinates and the edges of the search. An edge is open when
// a guide reaches it: the guide's own stretch and its prolongations up to the
// next box. Some cheapest path follows such edges only, since each of its
// stretches can be slid until it meets what made a guide (the orthogonal
// visibility graph of Wybrow, Marriott and Stuckey 2009). Guides stand at the
// margins of each box, and where gates, walls and pins ask for them.
func (s *searcher) lay(boxes []geom.Rect, from, to []gate, walls []wall, pins []Pin) {
	s.guides(boxes, from, to, walls, pins)
	s.xs, s.ys = places(s.xs, s.upright, boxes, false), places(s.ys, s.level, boxes, true)
	nx, ny := len(s.xs), len(s.ys)
	s.edges = resize(s.edges, nx*ny*2)
	clear(s.edges)
	s.cells = s.cells[:0]
	for _, b := range boxes {
		g := b.Grow(Margin)
		c := cells{index(s.xs, g.X), index(s.xs, g.Right()), index(s.ys, g.Y), index(s.ys, g.Bottom())}
		s.cells = append(s.cells, c)
		s.block(b.Grow(hard-0.01), c)
	}
	for _, c := range s.cells {
		s.openUpright(c.x0, c.y0, c.y1)
		s.openUpright(c.x1, c.y0, c.y1)
		s.openLevel(c.y0, c.x0, c.x1)
		s.openLevel(c.y1, c.x0, c.x1)
	}
	for _, g := range s.upright {
		s.openUpright(index(s.xs, g.at), index(s.ys, g.lo), index(s.ys, g.hi))
	}
	for _, g := range s.level {
		s.openLevel(index(s.ys, g.at), index(s.xs, g.lo), index(s.xs, g.hi))
	}
	for i, b := range boxes {
		s.dear(b.Grow(Margin-0.01), s.cells[i], true, true, 0, nearCost)
	}
	for _, w := range walls {
		// Running along a line is dear, crossing it is not.
		upright := w.a.X == w.b.X
		r := geom.Span(w.a, w.b).Grow(Gap - 1)
		c := cells{max(0, index(s.xs, r.X)-1), min(nx-1, index(s.xs, r.Right())+1), max(0, index(s.ys, r.Y)-1), min(ny-1, index(s.ys, r.Bottom())+1)}
		s.dear(r, c, !upright, upright, 40, 8)
	}
}

// cells are the coordinates of a box's margins, by their numbers.
type cells struct{ x0, x1, y0, y1 int }

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

func (s *searcher) openUpright(x, y0, y1 int) {
	nx := len(s.xs)
	openAlong(s.edges[x*2+1:], nx*2, len(s.ys)-1, y0, y1)
}

func (s *searcher) openLevel(y, x0, x1 int) {
	nx := len(s.xs)
	openAlong(s.edges[y*nx*2:], 2, nx-1, x0, x1)
}

// openAlong opens the edges along a guide that reaches from lo to hi, every stride'th
// of those given, n of them.
func openAlong(edges []edge, stride, n, lo, hi int) {
	for i := lo; i < hi; i++ {
		if e := &edges[i*stride]; e.kind == shut {
			e.kind = open
		}
	}
	for i := hi * stride; i < n*stride && edges[i].kind == shut; i += stride {
		edges[i].kind = open
	}
	for i := (lo - 1) * stride; i >= 0 && edges[i].kind == shut; i -= stride {
		edges[i].kind = open
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

// inside are the numbers of the coordinates inside [from,to], of those from
// number lo to hi: from the first one on and below the second.
func inside(cs []float64, lo, hi int, from, to float64) (int, int) {
	for lo <= hi && cs[lo] < from {
		lo++
	}
	for hi >= lo && cs[hi] >= to {
		hi--
	}
	return lo, hi + 1
}

// block closes the edges that have a part inside r.
func (s *searcher) block(r geom.Rect, c cells) {
	nx, ny := len(s.xs), len(s.ys)
	x0, x1 := inside(s.xs, c.x0, c.x1, r.X, r.Right())
	y0, y1 := inside(s.ys, c.y0, c.y1, r.Y, r.Bottom())
	for y := y0; y < y1; y++ {
		for x := max(0, x0-1); x < x1 && x+1 < nx; x++ {
			s.edges[(y*nx+x)*2].kind = blocked
		}
	}
	for y := max(0, y0-1); y < y1 && y+1 < ny; y++ {
		for x := x0; x < x1; x++ {
			s.edges[(y*nx+x)*2+1].kind = blocked
		}
	}
}

// dear makes the edges that have a part inside r cost more: once, and for each
// px of that part.
func (s *searcher) dear(r geom.Rect, c cells, level, upright bool, once, each float64) {
	nx, ny := len(s.xs), len(s.ys)
	x0, x1 := inside(s.xs, c.x0, c.x1, r.X, r.Right())
	y0, y1 := inside(s.ys, c.y0, c.y1, r.Y, r.Bottom())
	if level {
		for x := max(0, x0-1); x < x1 && x+1 < nx; x++ {
			l := min(s.xs[x+1], r.Right()) - max(s.xs[x], r.X)
			if l <= 1e-9 {
				continue
			}
			more := float32(once + each*l)
			for y := y0; y < y1; y++ {
				s.edges[(y*nx+x)*2].extra += more
			}
		}
	}
	if upright {
		for y := max(0, y0-1); y < y1 && y+1 < ny; y++ {
			l := min(s.ys[y+1], r.Bottom()) - max(s.ys[y], r.Y)
			if l <= 1e-9 {
				continue
			}
			more := float32(once + each*l)
			for x := x0; x < x1; x++ {
				s.edges[(y*nx+x)*2+1].extra += more
			}
		}
	}
}

// index finds v, or the coordinate nearest to it.
func index(list []float64, v float64) int {
	lo, hi := 0, len(list)
	for lo < hi {
		if m := int(uint(lo+hi) / 2); list[m] < v {
			lo = m + 1
		} else {
			hi = m
		}
	}
	if lo == len(list) || lo > 0 && list[lo] != v && v-list[lo-1] < list[lo]-v {
		lo--
	}
	return lo
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
