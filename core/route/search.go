package route

import (
	"math"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// gate is a place where a line may start or end: the port, the point before it
// where the line may first turn, and the direction out.
type gate struct {
	name  string
	port  geom.Point
	turn  geom.Point
	side  symbol.Side
	free  bool // a loose end: any direction
	fixed bool // the port was asked for by name
	cost  float64
	slide float64
}

// wall is a stretch of another line that this one must not run along.
// A tight one is of a line where there is room for few: it is dear, but no place
// to run beside of.
type wall struct {
	a, b  geom.Point
	line  int
	tight bool
}

// searcher finds the cheapest right-angled path among given boxes. Its buffers
// are kept from search to search.
type searcher struct {
	upright, level []guide

	xs, ys []float64 // coordinates of the upright guides, of the level ones
	edges  []edge    // two for a node: to the right, downward
	cost   []float64 // per state, valid where stamp is now
	prev   []int32   // per state: the one before it, or -1 and down for a start
	stamp  []uint32
	now    uint32
	heap   queue
}

// edge is the way from one coordinate to the next along another one.
type edge struct {
	extra float32 // cost beside the length
	kind  uint8
}

// far lies beyond every coordinate of a page, px.
const far = 1e9

// Kinds of edges: no guide reaches it, one does, a box lies on it.
const (
	shut uint8 = iota
	open
	blocked
)

// On a large field the search hurries towards the goal: a path may then cost
// that much more than the cheapest one at most. It visits a tenth of the places
// and less, and on charts as people draw them loses next to nothing.
var hurry = []struct {
	places int // more than this many
	weight float64
}{{20000, 1.8}, {8000, 1.4}, {3000, 1.1}, {0, 1}}

// glance is how many states a search with a limit looks at before it takes it
// that there is no such path: where it is not found soon, there hardly is one.
const glance = 3000

// Headings are symbol.Side values: the way a path moves.
const headings = 4

// find returns the points of the cheapest path from one of the gates from to
// one of the gates to, ports included, and the gates taken; nil when there is
// none. Cost is length, bends and stretches inside the margin of a box. The
// path runs along the pins one after the other: a state is a place, a heading
// and how many pins lie behind. A path that costs more than limit is none.
func (s *searcher) find(boxes []geom.Rect, from, to []gate, walls []wall, pins []Pin, limit float64) ([]geom.Point, *gate, *gate) {
	goals := make([]goal, len(to))
	for i := range to {
		g := &to[i]
		goals[i] = goal{p: g.turn, g: g, in: opposite(g.side), tail: g.port.Dist(g.turn) + g.cost}
	}
	if lowest(from, goals) > limit {
		return nil, nil, nil
	}
	s.lay(boxes, from, to, walls, pins)
	nx, ny := len(s.xs), len(s.ys)
	layer := nx * ny * headings
	states := layer * (len(pins) + 1)
	s.cost = resize(s.cost, states)
	s.prev = resize(s.prev, states)
	s.stamp = resize(s.stamp, states)
	if s.now++; s.now == 0 { // round about: no stamp may be mistaken for this one
		clear(s.stamp[:cap(s.stamp)])
		s.now = 1
	}
	s.heap = s.heap[:0]

	for i := range goals {
		goals[i].node = s.node(goals[i].p)
	}
	weight := 1.0
	for _, h := range hurry {
		if nx*ny > h.places {
			weight = h.weight
			break
		}
	}
	push := func(state int, cost float64, prev int32) {
		if s.stamp[state] != s.now || cost < s.cost[state]-1e-9 {
			s.stamp[state], s.cost[state], s.prev[state] = s.now, cost, prev
			node := state % layer / headings
			p := geom.Point{X: s.xs[node%nx], Y: s.ys[node/nx]}
			h := symbol.Side(state % headings)
			rest := math.Inf(1) // a lower bound of what is still to pay
			for i := range goals {
				if d := goals[i].rest(p, h); d < rest {
					rest = d
				}
			}
			if cost+rest <= limit {
				s.heap.push(item{cost + rest*weight, cost, int32(state)})
			}
		}
	}
	for i := range from {
		g := &from[i]
		n := s.node(g.turn)
		for h := range headings {
			if !g.free && symbol.Side(h) != g.side {
				continue
			}
			st := behind(pins, 0, g.turn, symbol.Side(h))*layer + n*headings + h
			push(st, g.port.Dist(g.turn)+g.cost, -1-int32(i)) // a start: which gate it is of
		}
	}
	most := math.MaxInt
	if !math.IsInf(limit, 1) {
		most = glance
	}
	for ; len(s.heap) > 0 && most > 0; most-- {
		it := s.heap.pop()
		st := int(it.state)
		if it.cost > s.cost[st]+1e-9 {
			continue
		}
		stage, node, h := st/layer, st%layer/headings, symbol.Side(st%headings)
		for i := range goals {
			g := &goals[i]
			if g.node != node {
				continue
			}
			if (g.g.free || h == g.in) && behind(pins, stage, g.p, h) == len(pins) {
				return s.trace(st, layer, from, g.g)
			}
			if h != opposite(g.in) && h != g.in {
				push(stage*layer+node*headings+int(g.in), it.cost+bendCost, int32(st))
			}
		}
		for _, turn := range [3]symbol.Side{0, 1, 3} { // straight on, right, left
			nh := (h + turn) % headings
			c := 0.0
			if turn != 0 {
				c = bendCost
			}
			if to, l := s.ahead(node, nh, goals); to >= 0 {
				at := geom.Point{X: s.xs[to%nx], Y: s.ys[to/nx]}
				push(behind(pins, stage, at, nh)*layer+to*headings+int(nh), it.cost+c+l, int32(st))
			}
		}
	}
	return nil, nil, nil
}

// behind is how many pins lie behind a path that comes to a place along a
// heading, stage of them behind it before.
func behind(pins []Pin, stage int, at geom.Point, h symbol.Side) int {
	for stage < len(pins) {
		pin, v := pins[stage], at.Y
		if pin.Upright {
			v = at.X
		}
		if pin.Upright != (h == symbol.Top || h == symbol.Bottom) || math.Abs(pin.At-v) > 1e-6 {
			break
		}
		stage++
	}
	return stage
}

// ahead goes from a node along a heading to the next node where a path may
// turn, or end, and tells the cost; -1 when there is none.
func (s *searcher) ahead(node int, h symbol.Side, goals []goal) (int, float64) {
	nx := len(s.xs)
	level := h == symbol.Right || h == symbol.Left
	i, cs, step, along, across := node/nx, s.ys, nx, 1, 0
	if level {
		i, cs, step, along, across = node%nx, s.xs, 1, 0, 1
	}
	back := h == symbol.Left || h == symbol.Top
	cost := 0.0
	for {
		from := node
		if back {
			if i--; i < 0 {
				return -1, 0
			}
			node -= step
			from = node
			cost += cs[i+1] - cs[i]
		} else {
			if i++; i >= len(cs) {
				return -1, 0
			}
			node += step
			cost += cs[i] - cs[i-1]
		}
		e := &s.edges[from*2+along]
		if e.kind != open {
			return -1, 0
		}
		cost += float64(e.extra)
		// The edges across at this node: after it, and before it.
		if s.edges[node*2+across].kind == open {
			return node, cost
		}
		before := node - 1
		if level {
			before = node - nx
		}
		if before >= 0 && s.edges[before*2+across].kind == open {
			return node, cost
		}
		for k := range goals {
			if goals[k].node == node {
				return node, cost
			}
		}
	}
}

// goal is a gate that the search may end at.
type goal struct {
	node int
	p    geom.Point // the gate's turn
	g    *gate
	in   symbol.Side // the heading into it
	tail float64     // cost from there into the port
}

// rest is a lower bound of the cost from p, moving along h, into the port.
func (g *goal) rest(p geom.Point, h symbol.Side) float64 {
	dx, dy := g.p.X-p.X, g.p.Y-p.Y
	ahead, across := dx, dy // along h and across it
	switch h {
	case symbol.Top:
		ahead, across = -dy, dx
	case symbol.Bottom:
		ahead, across = dy, dx
	case symbol.Left:
		ahead, across = -dx, dy
	}
	if across < 0 {
		across = -across
	}
	bends := 0.0
	switch {
	case g.g.free:
		switch {
		case ahead < -1e-9:
			bends = 2
		case across > 1e-9:
			bends = 1
		}
	case g.in == h:
		switch {
		case across > 1e-9:
			bends = 2
		case ahead < -1e-9:
			bends = 4
		}
	case g.in == opposite(h):
		bends = 2
	default:
		// One bend does when the way in still lies ahead and the gate beyond it.
		beyond := dx
		switch g.in {
		case symbol.Top:
			beyond = -dy
		case symbol.Bottom:
			beyond = dy
		case symbol.Left:
			beyond = -dx
		}
		bends = 1
		if ahead < -1e-9 || beyond < -1e-9 {
			bends = 3
		}
	}
	if dx < 0 {
		dx = -dx
	}
	if dy < 0 {
		dy = -dy
	}
	return dx + dy + g.tail + bendCost*bends
}

// lowest is a lower bound of the cost of any path.
func lowest(from []gate, goals []goal) float64 {
	least := math.Inf(1)
	for i := range from {
		f := &from[i]
		for j := range goals {
			c := f.port.Dist(f.turn) + f.cost
			if f.free {
				c += goals[j].p.Dist(f.turn)
			} else {
				c += goals[j].rest(f.turn, f.side)
			}
			least = min(least, c)
		}
	}
	return least
}

// trace reads the path back from its last state.
func (s *searcher) trace(st, layer int, from []gate, g *gate) ([]geom.Point, *gate, *gate) {
	nx := len(s.xs)
	var pts []geom.Point
	pts = append(pts, g.port)
	for {
		node := st % layer / headings
		pts = append(pts, geom.Pt(s.xs[node%nx], s.ys[node/nx]))
		if s.prev[st] < 0 {
			break
		}
		st = int(s.prev[st])
	}
	f := &from[-1-s.prev[st]]
	pts = append(pts, f.port)
	slices.Reverse(pts)
	return geom.Simplify(pts), f, g
}

func opposite(s symbol.Side) symbol.Side { return (s + 2) % headings }

// guide is a line that a path may follow: it holds at the coordinate at, and
// from lo to hi it is of interest there, by a box, a port or a wall.
type guide struct{ at, lo, hi float64 }

// lay sets up the coordinates and the edges of the search. An edge is open when
// a guide reaches it: the guide's own stretch and its prolongations up to the
// next box. Some cheapest path follows such edges only, since each of its
// stretches can be slid until it meets what made a guide (the orthogonal
// visibility graph of Wybrow, Marriott and Stuckey 2009).
func (s *searcher) lay(boxes []geom.Rect, from, to []gate, walls []wall, pins []Pin) {
	s.upright, s.level = s.upright[:0], s.level[:0]
	for i, b := range boxes {
		g := b.Grow(Margin)
		s.upright = append(s.upright, guide{g.X, g.Y, g.Bottom()}, guide{g.Right(), g.Y, g.Bottom()})
		s.level = append(s.level, guide{g.Y, g.X, g.Right()}, guide{g.Bottom(), g.X, g.Right()})
		near := b.Grow(2 * Margin)
		for _, c := range boxes[:i] { // through a gap too narrow for two margins
			if !near.Overlaps(c) {
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
		for _, g := range gs {
			s.upright = append(s.upright, guide{g.turn.X, g.turn.Y, g.turn.Y})
			s.level = append(s.level, guide{g.turn.Y, g.turn.X, g.turn.X})
		}
	}
	for _, w := range walls {
		if w.tight {
			continue
		}
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
	s.xs, s.ys = places(s.xs, s.upright), places(s.ys, s.level)
	nx, ny := len(s.xs), len(s.ys)
	s.edges = resize(s.edges, nx*ny*2)
	clear(s.edges)
	for _, b := range boxes {
		s.block(b.Grow(hard - 0.01))
	}
	for _, g := range s.upright {
		x := index(s.xs, g.at)
		s.open(x*2+1, nx*2, ny-1, s.ys, g)
	}
	for _, g := range s.level {
		y := index(s.ys, g.at)
		s.open(y*nx*2, 2, nx-1, s.xs, g)
	}
	for _, b := range boxes {
		s.dear(b.Grow(Margin-0.01), true, true, 0, nearCost)
	}
	for _, w := range walls {
		// Running along a line is dear, crossing it is not.
		if upright := w.a.X == w.b.X; w.tight {
			s.dear(geom.Span(w.a, w.b).Grow(hard+narrowest), !upright, upright, 0, tightCost)
			continue
		}
		upright := w.a.X == w.b.X
		r := geom.Span(w.a, w.b).Grow(Gap - 1)
		s.dear(r, !upright, upright, 40, 8)
	}
}

// open opens the edges along a guide. Edge number i of its line is at
// first+i*stride; cs are the coordinates along it, n the number of edges.
func (s *searcher) open(first, stride, n int, cs []float64, g guide) {
	lo, hi := index(cs, g.lo), index(cs, g.hi)
	for i := lo; i < hi; i++ {
		if e := &s.edges[first+i*stride]; e.kind == shut {
			e.kind = open
		}
	}
	for i := hi; i < n && s.edges[first+i*stride].kind == shut; i++ {
		s.edges[first+i*stride].kind = open
	}
	for i := lo - 1; i >= 0 && s.edges[first+i*stride].kind == shut; i-- {
		s.edges[first+i*stride].kind = open
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

// span are the coordinates from index lo on and below hi that lie inside
// [from,to].
func span(cs []float64, from, to float64) (lo, hi int) {
	lo, _ = slices.BinarySearch(cs, from)
	hi, _ = slices.BinarySearch(cs, to)
	return lo, hi
}

// block closes the edges that have a part inside r.
func (s *searcher) block(r geom.Rect) {
	nx, ny := len(s.xs), len(s.ys)
	x0, x1 := span(s.xs, r.X, r.Right())
	y0, y1 := span(s.ys, r.Y, r.Bottom())
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
func (s *searcher) dear(r geom.Rect, level, upright bool, once, each float64) {
	nx, ny := len(s.xs), len(s.ys)
	x0, x1 := span(s.xs, r.X, r.Right())
	y0, y1 := span(s.ys, r.Y, r.Bottom())
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

func (s *searcher) node(p geom.Point) int {
	return index(s.ys, p.Y)*len(s.xs) + index(s.xs, p.X)
}

// index finds v, or the coordinate nearest to it.
func index(list []float64, v float64) int {
	i, ok := slices.BinarySearch(list, v)
	if !ok && (i == len(list) || i > 0 && v-list[i-1] < list[i]-v) {
		i--
	}
	return i
}

// places are the coordinates of the guides, rounded, so that equal places are
// equal numbers, sorted and each once.
func places(list []float64, gs []guide) []float64 {
	list = list[:0]
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

type item struct {
	total, cost float64
	state       int32
}

// queue is a heap of states; ties go to the farther one, then to the lower
// state, so that the same page always gives the same path.
type queue []item

func (q queue) less(i, j int) bool {
	a, b := &q[i], &q[j]
	if d := a.total - b.total; d < -1e-9 || d > 1e-9 {
		return d < 0
	}
	if d := a.cost - b.cost; d < -1e-9 || d > 1e-9 {
		return d > 0
	}
	return a.state < b.state
}

// push and pop are container/heap's, without an allocation for each item.
func (q *queue) push(v item) {
	*q = append(*q, v)
	for i := len(*q) - 1; i > 0; {
		up := (i - 1) / 2
		if !q.less(i, up) {
			break
		}
		(*q)[i], (*q)[up] = (*q)[up], (*q)[i]
		i = up
	}
}

func (q *queue) pop() item {
	h := *q
	top, n := h[0], len(h)-1
	h[0] = h[n]
	h = h[:n]
	*q = h
	for i := 0; ; {
		c := 2*i + 1
		if c >= n {
			break
		}
		if c+1 < n && h.less(c+1, c) {
			c++
		}
		if !h.less(c, i) {
			break
		}
		h[i], h[c] = h[c], h[i]
		i = c
	}
	return top
}
