package find

import (
	"math"
	"math/bits"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Wall is a segment of another line that this one must not run along.
type Wall struct{ A, B geom.Point }

// searcher finds the cheapest right-angled path among given boxes. Its buffers
// are kept from search to search.
type searcher struct {
	upright, level []guide

	walls      []Wall
	xs, ys     []float64 // coordinates of the upright guides, of the level ones
	fields     [2]field  // by axis
	cells      []cells   // of the boxes
	order      []int     // of the cells
	surcharges []surcharge

	unseen  [2][]int32 // runs that findAway has not come to, by axis
	reached []reached
	aware   bool // away is known

	goals  []goal
	pins   []Pin
	most   bound
	weight float64 // of what is still to pay
	shift  int     // the bits of a state's number that hold x
	layer  int     // states with as many pins behind them
	marks  []mark  // per state
	now    uint32
	heap   queue
	looked int // states, since ever
	points geom.Polyline
}

// What running along a line that is kept off costs: a quarter of a bend, and eight times the
// length.
const (
	alongWall   = 40
	alongWallPx = 8
)

// far lies beyond every coordinate of a page, px.
const far = 1e9

// On a large field the search hurries towards the goal: a path may then cost
// that much more than the cheapest one at most. It visits a tenth of the places
// and less, and on charts as people draw them loses next to nothing.
var hurry = []struct {
	places int // more than this many
	weight float64
}{{20000, 1.8}, {8000, 1.4}, {3000, 1.1}, {0, 1}}

// straying is how many states a search looks at before it finds out what it takes
// to come to a goal from everywhere; most are done by then.
const straying = 23

// Headings are symbol.Side values: the way a path moves.
const headings = 4

// mark is what is known of a state, valid where stamp is the searcher's now.
type mark struct {
	cost  float64
	prev  int32 // the state before it, or -1 and down for a start
	stamp uint32
}

// find returns the points of the cheapest path from one of the gates from to
// one of the gates to, ports included, and the gates taken; nil when there is
// none within the bound. Cost is length, bends and segments inside the margin of
// a box. The path runs along the pins one after the other: a state is a place, a
// heading and how many pins lie behind.
func (s *searcher) find(g *ground, from, to []Gate, most bound, m *Meter) (geom.Polyline, *Gate, *Gate) {
	s.goals, s.pins, s.most = s.goals[:0], g.pins, most
	for i := range to {
		s.goals = append(s.goals, newGoal(&to[i]))
	}
	if lowest(from, s.goals) > most.cost {
		return nil, nil, nil
	}
	if m.Spend(30*len(g.boxes)) || !s.lay(g, from, to) {
		return nil, nil, nil
	}
	s.begin(from)
	for n := 0; len(s.heap) > 0; n++ {
		it := s.heap.pop()
		if n == straying {
			s.findAway(m)
		}
		s.looked++
		if m.Spend(6 + len(s.walls)/16) {
			break
		}
		if it.cost > s.marks[it.state].cost+1e-9 {
			continue
		}
		if g := s.expand(&it); g != nil {
			return s.trace(int(it.state), from, g)
		}
	}
	return nil, nil, nil
}

// begin makes ready for a search over what was laid, from the gates given.
func (s *searcher) begin(from []Gate) {
	nx, ny := len(s.xs), len(s.ys)
	s.shift = bits.Len(uint(nx - 1))
	s.layer = ny << s.shift * headings
	s.marks = resize(s.marks, s.layer*(len(s.pins)+1))
	if s.now++; s.now == 0 { // round about: no stamp may be mistaken for this one
		clear(s.marks[:cap(s.marks)])
		s.now = 1
	}
	for i := range s.goals {
		g := &s.goals[i]
		g.x, g.y = index(s.xs, g.p.X), index(s.ys, g.p.Y)
	}
	s.aware = false
	s.weight = 1.0
	for _, h := range hurry {
		if nx*ny > h.places {
			s.weight = h.weight
			break
		}
	}
	s.heap = s.heap[:0]
	for i := range from {
		g := &from[i]
		x, y := index(s.xs, g.turn.X), index(s.ys, g.turn.Y)
		for h := range symbol.Side(headings) {
			if g.Loose || h == g.Side {
				s.visit(behind(s.pins, 0, g.turn, h), x, y, h, g.Port.Dist(g.turn)+g.cost, -1-int32(i), 0, s.runAt(axis(level(h)), x, y))
			}
		}
	}
}

// state is the number of a state. It holds the place, x in the lower bits, so
// that this is read from it without a division.
func (s *searcher) state(stage, x, y int, h symbol.Side) int32 {
	return int32(stage*s.layer + (y<<s.shift|x)*headings + int(h))
}

// place reads a state's number.
func (s *searcher) place(st int) (stage, x, y int) {
	if len(s.pins) > 0 {
		stage, st = st/s.layer, st%s.layer
	}
	st /= headings
	return stage, st & (1<<s.shift - 1), st >> s.shift
}

// visit queues a state that can be gone to, where that is cheaper than what was known.
func (s *searcher) visit(stage, x, y int, h symbol.Side, cost float64, prev, bends, run int32) {
	st := s.state(stage, x, y, h)
	m := &s.marks[st]
	if m.stamp == s.now && cost >= m.cost-1e-9 {
		return
	}
	m.stamp, m.cost, m.prev = s.now, cost, prev
	away := uint8(0)
	if s.aware && run >= 0 {
		if away = s.fields[axis(level(h))].runs[run].away; away == 0 {
			return
		}
		away--
	}
	at := geom.Point{X: s.xs[x], Y: s.ys[y]}
	rest := far // a lower bound of what is still to pay
	for i := range s.goals {
		g := &s.goals[i]
		dx, dy := g.p.X-at.X, g.p.Y-at.Y
		t := g.turns[h][sign(dx)][sign(dy)]
		if away > t {
			t = away
		}
		if dx < 0 {
			dx = -dx
		}
		if dy < 0 {
			dy = -dy
		}
		if d := dx + dy + g.tail + bendCost*float64(t); d < rest && int(bends)+int(t) <= s.most.bends {
			rest = d
		}
	}
	if cost+rest <= s.most.cost && rest < far {
		s.heap.push(&item{total: cost + rest*s.weight, cost: cost, state: st, prev: prev, bends: bends, run: run})
	}
}

// expand visits what can be gone to from a state, or tells the Gate that it has
// reached.
func (s *searcher) expand(it *item) *Gate {
	stage, x, y := s.place(int(it.state))
	h := symbol.Side(it.state % headings)
	for i := range s.goals {
		g := &s.goals[i]
		if g.x != x || g.y != y {
			continue
		}
		if (g.g.Loose || h == g.in) && behind(s.pins, stage, g.p, h) == len(s.pins) {
			return g.g
		}
		if h != opposite(g.in) && h != g.in {
			s.visit(stage, x, y, g.in, it.cost+bendCost, it.state, it.bends+1, s.runAt(axis(level(g.in)), x, y))
		}
	}
	across := s.runAt(axis(!level(h)), x, y)
	for _, turn := range [3]symbol.Side{0, 1, 3} { // straight on, right, left
		nh, c, bends, run := (h+turn)%headings, it.cost, it.bends, it.run
		if turn != 0 {
			c, bends, run = c+bendCost, bends+1, across
		}
		if x, y, l := s.ahead(x, y, nh, run); x >= 0 {
			n := stage
			if len(s.pins) > 0 {
				n = behind(s.pins, stage, geom.Point{X: s.xs[x], Y: s.ys[y]}, nh)
			}
			s.visit(n, x, y, nh, c+l, it.state, bends, run)
		}
	}
	return nil
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

// runAt is the open run along an axis over a place, or -1.
func (s *searcher) runAt(k, x, y int) int32 {
	if k == axis(true) {
		return s.fields[k].find(y, x)
	}
	return s.fields[k].find(x, y)
}

// ahead goes from a place along a heading, on a run, to the next where a path may
// turn, or end, and tells the cost; -1 when there is none.
func (s *searcher) ahead(x, y int, h symbol.Side, on int32) (int, int, float64) {
	if on < 0 {
		return -1, 0, 0
	}
	level := h == symbol.Right || h == symbol.Left
	k, i, cs := axis(level), y, s.ys
	if level {
		i, cs = x, s.xs
	}
	r, across := &s.fields[k].runs[on], &s.fields[1-k]
	if !r.priced {
		s.price(k, r)
	}
	step, end, cost := 1, int(r.hi), 0.0
	if h == symbol.Left || h == symbol.Top {
		step, end = -1, int(r.lo)
	}
	for i != end {
		lo, hi := cs[i], cs[i+step]
		if i += step; step < 0 {
			lo, hi = hi, lo
		}
		if cost += hi - lo; r.d0 < r.d1 {
			cost += s.extra(r, lo, hi)
		}
		if level {
			x = i
		} else {
			y = i
		}
		if across.find(i, int(r.line)) >= 0 {
			return x, y, cost
		}
		for k := range s.goals {
			if s.goals[k].x == x && s.goals[k].y == y {
				return x, y, cost
			}
		}
	}
	return -1, 0, 0
}

// trace reads the path back from its last state.
func (s *searcher) trace(st int, from []Gate, g *Gate) (geom.Polyline, *Gate, *Gate) {
	pts := append(s.points[:0], g.Port)
	for {
		_, x, y := s.place(st)
		q := geom.Pt(s.xs[x], s.ys[y])
		if n := len(pts); n >= 2 && (q.X == pts[n-1].X && q.X == pts[n-2].X || q.Y == pts[n-1].Y && q.Y == pts[n-2].Y) {
			pts[n-1] = q // straight on
		} else {
			pts = append(pts, q)
		}
		prev := int(s.marks[st].prev)
		if prev < 0 {
			f := &from[-1-prev]
			s.points = append(pts, f.Port)
			slices.Reverse(s.points)
			return s.points.Simplify(), f, g
		}
		st = prev
	}
}

func opposite(s symbol.Side) symbol.Side { return (s + 2) % headings }
