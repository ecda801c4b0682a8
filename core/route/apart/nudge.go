package apart

import (
	"math"

	"plaintracer/core/route/find"
)

// Bounds of nudging.
const (
	mostPasses = 14      // the play of upright and level segments, each of which moves the ends of the others
	mostTurns  = 16      // in a pass
	mostPairs  = 150_000 // in a pass
	alike      = 12.0    // segments that stand nearer to each other than this, px, may change their order
)

// narrowest is the smallest distance at which two lines are still two, px.
const narrowest = 1.2

// pass is the state of moving the segments of one direction.
type pass struct {
	upright   bool
	list      []segment
	order     []int         // by place
	first     []int         // 1 + the first segment at each side of each box, in and out
	followers map[int][]int // per leading segment, those that move along with it
	known     map[pair]bool // the lower one first
	pairs     []pair
}

// pair says that segment a stands before segment b.
type pair struct{ a, b int }

// run moves upright and level segments in turns until nothing moves any more.
func (n *Lines) run() {
	still := 0
	for i := 0; i < mostPasses && still < 2 && !n.f.Meter.Out; i++ {
		if n.move(i%2 == 0) {
			still = 0
		} else {
			still++
		}
	}
}

// move is one pass: pairs of segments that stand too close are put in order and pushed
// apart; that may bring others too close, so it goes on until nothing is. It reports whether
// anything was moved.
func (n *Lines) move(upright bool) bool {
	ss := n.segments(upright)
	n.upright, n.order, n.pairs, n.known = upright, nil, n.pairs[:0], map[pair]bool{}
	n.join(ss)
	for range mostTurns {
		first := len(n.pairs)
		n.close(ss, find.Gap-0.01, func(i, j int) { n.pair(ss, i, j) })
		if n.f.Meter.Out = n.f.Meter.Out || len(n.pairs) > mostPairs; len(n.pairs) == first || n.f.Meter.Out {
			break
		}
		for _, g := range groups(len(ss), n.pairs, first) {
			if n.f.Meter.Spend(8 * (len(g.members) + len(g.pairs))) {
				break
			}
			g.separate(ss, &n.f.Meter)
			for _, i := range g.members {
				for _, k := range n.followers[i] {
					ss[k].pos = ss[i].pos
				}
			}
		}
	}
	for i := range ss {
		n.put(&ss[i], upright)
	}
	return len(n.pairs) > 0
}

// pair puts two segments that stand too close in order, unless they may, or
// neither can give way.
func (n *Lines) pair(ss []segment, i, j int) {
	if n.trunk(&ss[i], &ss[j]) || n.firm(&ss[i]) && n.firm(&ss[j]) {
		return
	}
	a, b := lead(ss, i), lead(ss, j)
	if a == b || n.known[pair{min(a, b), max(a, b)}] || n.f.Meter.Spend(8) {
		return
	}
	q := pair{a, b}
	d := ss[i].was - ss[j].was
	inOrder := ss[i].kept && ss[j].kept && math.Abs(d) >= narrowest-0.1 // lines that are kept keep their order
	if math.Abs(d) < alike && !ss[i].isLabel() && !ss[j].isLabel() && !inOrder {
		if o := n.firstOf(&ss[i], &ss[j], n.upright); o != 0 {
			d = float64(o)
		}
	}
	if d > 0 {
		q = pair{b, a}
	}
	for _, k := range [2]int{a, b} {
		if !ss[k].bounded {
			n.boundAll(ss, k, n.upright)
		}
	}
	if !fits(ss, q) {
		if q = (pair{q.b, q.a}); !fits(ss, q) {
			return
		}
	}
	n.known[pair{min(a, b), max(a, b)}] = true
	n.pairs = append(n.pairs, q)
}

// fits reports whether a pair has room in its order.
func fits(ss []segment, q pair) bool { return ss[q.b].need.hi-ss[q.a].need.lo >= narrowest }
