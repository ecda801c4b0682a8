package apart

import (
	"cmp"
	"slices"

	"plaintracer/core/route/find"
	"plaintracer/core/spread"
)

// spacing is the distance between lines, and from a line to a label that it makes
// way for, and whether they may go nearer to boxes than is good to look at.
type spacing struct {
	lines, labels float64
	need          bool
}

// spacings are what is tried, one after the other; besideLabels, before them, where there
// are labels: nearer than that a line would lie on one.
var (
	spacings = []spacing{
		{find.Gap, find.Gap, false},
		{10, 10, false},
		{8, 8, false},
		{6, 6, false},
		{4, 4, false},
		{4, 4, true},
		{2.5, 2.5, true},
		{narrowest, narrowest, true},
	}
	besideLabels = []spacing{{find.Gap, find.Gap, false}, {10, find.Gap, false}, {8, find.Gap, false}, {6, find.Gap, false}, {4, find.Gap, false}, {4, find.Gap, true}}
)

// between is the distance that a pair keeps.
func (d *spacing) between(a, b *segment) float64 {
	if a.isLabel() || b.isLabel() {
		return d.labels
	}
	return d.lines
}

// group are segments that hang together by pairs. Once in sequence, members
// and the pairs, which then name members by their place in it, run forward.
type group struct {
	members []int
	pairs   []pair
	rooms   []span // per member, how far it may go
}

// groups are the connected components of the pairs among n segments, those that have
// one of the pairs from first on.
func groups(n int, pairs []pair, first int) []*group {
	up := make([]int, n)
	for i := range up {
		up[i] = i
	}
	root := func(i int) int {
		for up[i] != i {
			up[i] = up[up[i]]
			i = up[i]
		}
		return i
	}
	for _, p := range pairs {
		up[root(p.a)] = root(p.b)
	}
	at := make([]*group, n) // by root
	var all []*group
	for _, p := range pairs[first:] {
		if r := root(p.a); at[r] == nil {
			at[r] = &group{}
			all = append(all, at[r])
		}
	}
	seen := make([]bool, n)
	for _, p := range pairs {
		g := at[root(p.a)]
		if g == nil {
			continue
		}
		for _, m := range [2]int{p.a, p.b} {
			if !seen[m] {
				seen[m] = true
				g.members = append(g.members, m)
			}
		}
		g.pairs = append(g.pairs, p)
	}
	return all
}

// separate gives the segments places that keep the order of the pairs and a
// common distance, moving as little as it can. Where the room is too narrow
// for Gap, the segments, which hang together, share a smaller distance; where
// there is none left, they go nearer to boxes than is good to look at.
func (g *group) separate(ss []segment, m *find.Meter) {
	g.sequence()
	tries := spacings
	if slices.ContainsFunc(g.members, func(m int) bool { return ss[m].isLabel() }) {
		tries = slices.Concat(besideLabels, spacings)
	}
	for i := range tries {
		d := &tries[i]
		if m.Spend(len(g.pairs) / 8) {
			return
		}
		if d.lines == narrowest {
			g.dropPairs(ss)
		}
		if g.limit(ss, d) {
			g.spread(ss, d, m)
			return
		}
	}
}

// sequence sorts the members so that pairs run forward, and lets the pairs name them by
// their places; of pairs that go round in a circle, those that run back are left out.
func (g *group) sequence() {
	slices.Sort(g.members)
	index := make(map[int]int, len(g.members))
	for i, m := range g.members {
		index[m] = i
	}
	gaps := make([]spread.Gap, len(g.pairs))
	for i, p := range g.pairs {
		gaps[i] = spread.Gap{Before: index[p.a], After: index[p.b]}
	}
	order, _ := spread.Sequence(len(g.members), gaps)
	rank, members := make([]int, len(order)), make([]int, len(order))
	for i, k := range order {
		rank[k], members[i] = i, g.members[k]
	}
	g.members, g.pairs = members, g.pairs[:0]
	for _, gap := range gaps {
		if a, b := rank[gap.Before], rank[gap.After]; a < b {
			g.pairs = append(g.pairs, pair{a, b})
		}
	}
	slices.SortFunc(g.pairs, func(p, q pair) int { return cmp.Or(p.a-q.a, p.b-q.b) })
}

// dropPairs leaves out pairs that cannot be kept apart even by the smallest
// distance, so that the others still can. Lines that are kept come first: what cannot
// pass between them does not press them together.
func (g *group) dropPairs(ss []segment) {
	low, high := make([]float64, len(g.members)), make([]float64, len(g.members))
	for i, m := range g.members {
		low[i], high[i] = ss[m].need.lo, ss[m].need.hi
	}
	kept := func(p pair) bool { return ss[g.members[p.a]].kept && ss[g.members[p.b]].kept }
	for _, p := range slices.Backward(g.pairs) {
		if kept(p) {
			high[p.a] = min(high[p.a], high[p.b]-narrowest)
		}
	}
	still := g.pairs[:0]
	for _, p := range g.pairs {
		most := high[p.b]
		if kept(p) {
			most = ss[g.members[p.b]].need.hi
		}
		if v := low[p.a] + narrowest; v <= most {
			low[p.b] = max(low[p.b], v)
			still = append(still, p)
		}
	}
	g.pairs = still
}

// limit finds the lowest and highest place of each member under a spacing; it
// reports false when there is not room enough.
func (g *group) limit(ss []segment, d *spacing) bool {
	g.rooms = g.rooms[:0]
	for _, m := range g.members {
		room := ss[m].room
		if d.need {
			room = ss[m].need
		}
		g.rooms = append(g.rooms, room)
	}
	gap := func(p pair) float64 { return d.between(&ss[g.members[p.a]], &ss[g.members[p.b]]) }
	for _, p := range g.pairs {
		g.rooms[p.b].lo = max(g.rooms[p.b].lo, g.rooms[p.a].lo+gap(p))
	}
	// Backward, a pair's second is settled when all of its own pairs are, which
	// begin later.
	for _, p := range slices.Backward(g.pairs) {
		g.rooms[p.a].hi = min(g.rooms[p.a].hi, g.rooms[p.b].hi-gap(p))
	}
	return !slices.ContainsFunc(g.rooms, func(r span) bool { return r.lo > r.hi+1e-9 })
}

// spread moves the members apart.
func (g *group) spread(ss []segment, d *spacing, m *find.Meter) {
	items, gaps := make([]spread.Item, len(g.members)), make([]spread.Gap, len(g.pairs))
	for i, m := range g.members {
		r := g.rooms[i]
		items[i] = spread.Item{Want: ss[m].pos, Weight: ss[m].stiff, Low: r.lo, High: r.hi}
	}
	for i, p := range g.pairs {
		gaps[i] = spread.Gap{Before: p.a, After: p.b, Least: d.between(&ss[g.members[p.a]], &ss[g.members[p.b]])}
	}
	for i, at := range spread.Solve(items, gaps, m.Spend) {
		ss[g.members[i]].pos = at
	}
}
