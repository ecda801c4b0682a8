package cells

import "plaintracer/core/symbol"

// place is a point of the plan in halves of a cell: odd in the middle of a cell, even on the border
// between two, where lines run freely.
type place struct{ x, y int }

// run is how a line runs: three bends always do.
type run struct {
	at        [5]place
	n         int // of them
	from, to  symbol.Side
	low, high place // the corners of the room that it takes
}

func (r *run) bends() int { return r.n - 2 }

func (r *run) length() int {
	sum := 0
	for i := 1; i < r.n; i++ {
		sum += abs(r.at[i].x-r.at[i-1].x) + abs(r.at[i].y-r.at[i-1].y)
	}
	return sum
}

func abs(a int) int {
	if a < 0 {
		return -a
	}
	return a
}

// tracer lists the ways in which a line can run in a plan.
type tracer struct {
	p    *plan
	done uint8 // the sides by which it can leave with fewer bends
	out  []run
}

// runs are the ways from step u to step v past all others that bend no more often than they have to; with
// sides, no more than they have to when they leave by that side: the router gives a line more bends only
// for a tip of its own.
func (p *plan) runs(u, v int, sides bool, buffer []run) []run {
	t := tracer{p: p, out: buffer[:0]}
	a, b := place{2*p.col[u] + 1, 2*p.row[u] + 1}, place{2*p.col[v] + 1, 2*p.row[v] + 1}
	for bends := range 4 {
		had := len(t.out)
		switch bends {
		case 0:
			t.add(a, b)
		case 1:
			t.add(a, place{b.x, a.y}, b)
			t.add(a, place{a.x, b.y}, b)
		case 2:
			t.over(a, b)
		case 3:
			t.around(a, b)
		}
		if !sides && len(t.out) > 0 {
			break
		}
		for _, r := range t.out[had:] {
			t.done |= 1 << r.from
		}
	}
	return t.out
}

// over are the ways over a border between the two steps or beyond them.
func (t *tracer) over(a, b place) {
	left, right, top, bottom := t.p.borders()
	for _, x := range [...]int{min(a.x, b.x) + 1, max(a.x, b.x) - 1, min(a.x, b.x) - 1, max(a.x, b.x) + 1, left, right} {
		t.add(a, place{x, a.y}, place{x, b.y}, b)
	}
	for _, y := range [...]int{min(a.y, b.y) + 1, max(a.y, b.y) - 1, min(a.y, b.y) - 1, max(a.y, b.y) + 1, top, bottom} {
		t.add(a, place{a.x, y}, place{b.x, y}, b)
	}
}

// around are the ways along a border beside each of the steps.
func (t *tracer) around(a, b place) {
	left, right, top, bottom := t.p.borders()
	for _, x := range [...]int{a.x - 1, a.x + 1, left, right} {
		for _, y := range [...]int{b.y - 1, b.y + 1} {
			t.add(a, place{x, a.y}, place{x, y}, place{b.x, y}, b)
		}
	}
	for _, y := range [...]int{a.y - 1, a.y + 1, top, bottom} {
		for _, x := range [...]int{b.x - 1, b.x + 1} {
			t.add(a, place{a.x, y}, place{x, y}, place{x, b.y}, b)
		}
	}
}

// add adds a way if nothing stands on it and it bends at every point.
func (t *tracer) add(at ...place) {
	n := len(at)
	side := towards(at[0], at[1])
	if t.done>>side&1 == 1 {
		return
	}
	for i := 1; i < n; i++ {
		s, q := at[i-1], at[i]
		if (s.x == q.x) == (s.y == q.y) || i > 1 && (at[i-2].x == s.x) == (s.x == q.x) {
			return
		}
	}
	for i := 1; i < n; i++ {
		if !t.p.clear(at[i-1], at[i]) || i+1 < n && t.p.stands(at[i]) {
			return
		}
	}
	r := run{n: n, from: side, to: towards(at[n-1], at[n-2]), low: at[0], high: at[0]}
	for i, q := range at {
		r.at[i] = q
		r.low, r.high = place{min(r.low.x, q.x), min(r.low.y, q.y)}, place{max(r.high.x, q.x), max(r.high.y, q.y)}
	}
	t.out = append(t.out, r)
}

// towards is the side of a step at a that faces b.
func towards(a, b place) symbol.Side {
	switch {
	case b.x > a.x:
		return symbol.Right
	case b.x < a.x:
		return symbol.Left
	case b.y < a.y:
		return symbol.Top
	}
	return symbol.Bottom
}

// clear reports whether no step stands between two places.
func (p *plan) clear(a, b place) bool {
	if a.y == b.y {
		if a.y&1 == 0 {
			return true
		}
		for x := (min(a.x, b.x) + 1) | 1; x < max(a.x, b.x); x += 2 {
			if p.stands(place{x, a.y}) {
				return false
			}
		}
		return true
	}
	if a.x&1 == 0 {
		return true
	}
	for y := (min(a.y, b.y) + 1) | 1; y < max(a.y, b.y); y += 2 {
		if p.stands(place{a.x, y}) {
			return false
		}
	}
	return true
}

// stands reports whether a step stands at a place.
func (p *plan) stands(q place) bool {
	return q.x&1 == 1 && q.y&1 == 1 && p.holds((q.x-1)/2, (q.y-1)/2) >= 0
}

// Two lines beside or across each other, in bends.
const (
	aCrossing  = 2.0
	sideBySide = 0.25 // they share a border between cells
	onEach     = 2.0  // they share the middle of cells, where there is room for one
	inLane     = 0.5  // the same in lanes, which have more room
)

// conflict is what two runs cost each other; middle is what it costs to share the middle of a cell. Lines to the
// same step join, those from the same step part.
func conflict(a, b *run, join, part bool, middle float64) float64 {
	if a.low.x > b.high.x || a.high.x < b.low.x || a.low.y > b.high.y || a.high.y < b.low.y {
		return 0
	}
	sum := 0.0
	for i := 1; i < a.n; i++ {
		for j := 1; j < b.n; j++ {
			sum += meeting(a, i, b, j, join, part, middle)
		}
	}
	return sum
}

// meeting is what stretch i of a and j of b cost each other.
func meeting(a *run, i int, b *run, j int, join, part bool, middle float64) float64 {
	p, q, r, s := a.at[i-1], a.at[i], b.at[j-1], b.at[j]
	if (p.x == q.x) != (r.x == s.x) {
		if p.x == q.x {
			p, q, r, s = r, s, p, q
		}
		if !join && inside(r.x, p.x, q.x) && inside(p.y, r.y, s.y) {
			return aCrossing
		}
		return 0
	}
	upright := p.x == q.x
	if upright {
		p, q, r, s = p.turned(), q.turned(), r.turned(), s.turned()
	}
	lo, hi := max(min(p.x, q.x), min(r.x, s.x)), min(max(p.x, q.x), max(r.x, s.x))
	if p.y != r.y || lo >= hi {
		return 0
	}
	if join || part && i == 1 && j == 1 {
		return 0
	}
	if p.y&1 == 1 {
		return middle
	}
	// Where one of them turns off beside the other it has to lie on that side.
	first, second := a.turn(i, lo, upright)-b.turn(j, lo, upright), a.turn(i, hi, upright)-b.turn(j, hi, upright)
	if first*second < 0 {
		return aCrossing + sideBySide
	}
	return sideBySide
}

// inside reports whether a lies strictly between two others.
func inside(a, b, c int) bool { return a > min(b, c) && a < max(b, c) }

func (q place) turned() place { return place{q.y, q.x} }

// turn is to which side, 1 or -1, a run turns off at one end of its stretch i, where that lies at a place
// along it; 0 where it does not end there.
func (r *run) turn(i, at int, upright bool) int {
	along := func(q place) (int, int) {
		if upright {
			return q.y, q.x
		}
		return q.x, q.y
	}
	for _, k := range [2]int{i - 1, i} {
		x, y := along(r.at[k])
		next := i + 1
		if k == i-1 {
			next = i - 2
		}
		if x != at || next < 0 || next >= r.n {
			continue
		}
		if _, to := along(r.at[next]); to > y {
			return 1
		}
		return -1
	}
	return 0
}
