package route

import (
	"slices"
)

// narrowest is the smallest distance at which two lines are still two, px.
const narrowest = 1.2

// spacing is the distance between lines, and from a line to a label that it makes
// way for, and whether they may go nearer to boxes than is good to look at.
type spacing struct {
	lines, labels float64
	need          bool
}

// spacings are what is tried, one after the other; firm, before them, where there are
// labels: nearer than that a line would lie on one.
var (
	spacings = []spacing{{Gap, Gap, false}, {8, 8, false}, {6, 6, false}, {4, 4, false}, {4, 4, true}, {2.5, 2.5, true}, {narrowest, narrowest, true}}
	firm     = []spacing{{Gap, Gap, false}, {8, Gap, false}, {6, Gap, false}, {4, Gap, false}, {4, Gap, true}}
)

// between is the distance that a pair keeps.
func (d *spacing) between(a, b *stretch) float64 {
	if a.line < 0 || b.line < 0 {
		return d.labels
	}
	return d.lines
}

// separate gives the stretches places that keep the order of the pairs and a
// common distance, moving as little as it can. Where the room is too narrow
// for Gap, the stretches, which hang together, share a smaller distance; where
// there is none left, they go nearer to boxes than is good to look at.
func (g *group) separate(ss []stretch, m *meter) {
	g.sequence()
	tries := spacings
	if slices.ContainsFunc(g.members, func(m int) bool { return ss[m].line < 0 }) {
		tries = slices.Concat(firm, spacings)
	}
	for i := range tries {
		d := &tries[i]
		if m.spend(len(g.pairs) / 8) {
			return
		}
		if d.lines == narrowest {
			g.relent(ss)
		}
		if g.limit(ss, d) {
			g.settle(ss, d, m)
			return
		}
	}
}

// group are stretches that hang together by pairs. Once in sequence, members
// and the pairs, which then name members by their place in it, run forward.
type group struct {
	members   []int
	pairs     []pair
	low, high []float64 // per member, how far it may go
}

// grouping are the buffers of groups that follow each other.
type grouping struct {
	up   []int
	at   []int // per stretch: 1 + its group's number at the root
	seen []bool
	all  []*group
}

// of are the connected components of the pairs among n stretches, those that have
// one of the pairs from first on.
func (gs *grouping) of(n int, pairs []pair, first int) []*group {
	gs.up, gs.at, gs.seen = resize(gs.up, n), resize(gs.at, n), resize(gs.seen, n)
	up := gs.up
	for i := range up {
		up[i], gs.at[i], gs.seen[i] = i, 0, false
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
	count := 0
	for _, p := range pairs[first:] {
		r := root(p.a)
		if gs.at[r] > 0 {
			continue
		}
		if count == len(gs.all) {
			gs.all = append(gs.all, &group{})
		}
		g := gs.all[count]
		g.members, g.pairs = g.members[:0], g.pairs[:0]
		count++
		gs.at[r] = count
	}
	for _, p := range pairs {
		k := gs.at[root(p.a)]
		if k == 0 {
			continue
		}
		g := gs.all[k-1]
		for _, m := range [2]int{p.a, p.b} {
			if !gs.seen[m] {
				gs.seen[m] = true
				g.members = append(g.members, m)
			}
		}
		g.pairs = append(g.pairs, p)
	}
	return gs.all[:count]
}

// sequence sorts the members so that pairs run forward; of pairs that go round
// in a circle, one is left out at the lowest member.
func (g *group) sequence() {
	slices.Sort(g.members)
	n := len(g.members)
	place := func(m int) int { i, _ := slices.BinarySearch(g.members, m); return i }
	before, done := make([]int, n), make([]bool, n)
	for i, p := range g.pairs {
		g.pairs[i] = pair{place(p.a), place(p.b)}
		before[g.pairs[i].b]++
	}
	sortBy(g.pairs, func(p, q pair) bool { return p.a < q.a || p.a == q.a && p.b < q.b })
	from := make([]int, n+1) // where the pairs of each member begin
	for i := len(g.pairs) - 1; i >= 0; i-- {
		from[g.pairs[i].a] = i
	}
	for m, next := n-1, len(g.pairs); m >= 0; m-- {
		if i := from[m]; i >= len(g.pairs) || g.pairs[i].a != m {
			from[m] = next
		}
		next = from[m]
	}
	from[n] = len(g.pairs)
	var ready []int // free members, in order
	for m := range n {
		if before[m] == 0 {
			ready = append(ready, m)
		}
	}
	rank := make([]int, n)
	seq := make([]int, 0, n)
	lowest := 0
	for len(seq) < n {
		var pick int
		if len(ready) > 0 {
			pick, ready = ready[0], ready[1:]
		} else {
			for done[lowest] {
				lowest++
			}
			pick = lowest
		}
		done[pick] = true
		rank[pick] = len(seq)
		seq = append(seq, g.members[pick])
		for _, p := range g.pairs[from[pick]:from[pick+1]] {
			if before[p.b]--; before[p.b] == 0 && !done[p.b] {
				i, _ := slices.BinarySearch(ready, p.b)
				ready = slices.Insert(ready, i, p.b)
			}
		}
	}
	g.members = seq
	forward := g.pairs[:0]
	for _, p := range g.pairs {
		if a, b := rank[p.a], rank[p.b]; a < b {
			forward = append(forward, pair{a, b})
		}
	}
	g.pairs = forward
	sortBy(g.pairs, func(p, q pair) bool { return p.a < q.a || p.a == q.a && p.b < q.b })
}

// relent leaves out pairs that cannot be kept apart even by the smallest
// distance, so that the others still can. Ways that are kept come first: what cannot
// pass between them does not press them together.
func (g *group) relent(ss []stretch) {
	low, high := make([]float64, len(g.members)), make([]float64, len(g.members))
	for i, m := range g.members {
		low[i], high[i] = ss[m].from, ss[m].to
	}
	stay := func(p pair) bool { return ss[g.members[p.a]].stays && ss[g.members[p.b]].stays }
	for i := len(g.pairs) - 1; i >= 0; i-- {
		if p := g.pairs[i]; stay(p) {
			high[p.a] = min(high[p.a], high[p.b]-narrowest)
		}
	}
	kept := g.pairs[:0]
	for _, p := range g.pairs {
		most := high[p.b]
		if stay(p) {
			most = ss[g.members[p.b]].to
		}
		if v := low[p.a] + narrowest; v <= most {
			low[p.b] = max(low[p.b], v)
			kept = append(kept, p)
		}
	}
	g.pairs = kept
}

// limit finds the lowest and highest place of each member under a spacing; it
// reports false when there is not room enough.
func (g *group) limit(ss []stretch, d *spacing) bool {
	g.low, g.high = g.low[:0], g.high[:0]
	for _, m := range g.members {
		if d.need {
			g.low, g.high = append(g.low, ss[m].from), append(g.high, ss[m].to)
		} else {
			g.low, g.high = append(g.low, ss[m].min), append(g.high, ss[m].max)
		}
	}
	for _, p := range g.pairs {
		gap := d.between(&ss[g.members[p.a]], &ss[g.members[p.b]])
		g.low[p.b] = max(g.low[p.b], g.low[p.a]+gap)
	}
	// Backward, a pair's second is settled when all of its own pairs are, which
	// begin later.
	for i := len(g.pairs) - 1; i >= 0; i-- {
		p := g.pairs[i]
		gap := d.between(&ss[g.members[p.a]], &ss[g.members[p.b]])
		g.high[p.a] = min(g.high[p.a], g.high[p.b]-gap)
	}
	for i := range g.members {
		if g.low[i] > g.high[i]+1e-9 {
			return false
		}
	}
	return true
}

// settle pushes pairs apart from where they stand, the stiffer one less, and
// then makes sure of the distances from first to last.
func (g *group) settle(ss []stretch, spaced *spacing, m *meter) {
	clamp := func(i int, v float64) float64 { return max(g.low[i], min(g.high[i], v)) }
	for i, m := range g.members {
		ss[m].pos = clamp(i, ss[m].pos)
	}
	for range 60 {
		worst := 0.0
		for _, p := range g.pairs {
			a, b := &ss[g.members[p.a]], &ss[g.members[p.b]]
			gap := spaced.between(a, b)
			d := gap - (b.pos - a.pos)
			if d <= 0.01 {
				continue
			}
			worst = max(worst, d)
			na := clamp(p.a, a.pos-d*b.stiff/(a.stiff+b.stiff))
			nb := clamp(p.b, na+gap)
			a.pos, b.pos = clamp(p.a, nb-gap), nb
		}
		if worst < 0.05 || m.spend(len(g.pairs)/16) {
			break
		}
	}
	for _, p := range g.pairs {
		a, b := &ss[g.members[p.a]], &ss[g.members[p.b]]
		if gap := spaced.between(a, b); b.pos < a.pos+gap {
			b.pos = clamp(p.b, a.pos+gap)
		}
	}
}

// sortBy sorts by less; equal elements keep no order of their own.
func sortBy[T any](list []T, less func(a, b T) bool) {
	slices.SortFunc(list, func(a, b T) int {
		switch {
		case less(a, b):
			return -1
		case less(b, a):
			return 1
		}
		return 0
	})
}
