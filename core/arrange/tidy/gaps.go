package tidy

import (
	"cmp"
	"math"
	"slices"
)

// kind are gaps between a tier and the next one that are nearly equal, and come to be one size.
type kind struct {
	size  float64
	exact bool    // most are as large already
	least float64 // it may be

	seen, settled []float64 // the sizes now in ascending order: all, and those between tiers in line
}

// gapping is one way to tell what is even: the gaps between tiers, from the edge of the largest box to the next such
// edge, or with middles the distances of their middles.
type gapping struct {
	middles bool
	of      map[*tier]int // the kind of the gap before a tier
	kinds   []kind
	off     float64 // the farthest move
}

// edge is how far a tier reaches from its middle, as far as gaps are concerned.
func (g *gapping) edge(t *tier) float64 {
	if g.middles {
		return 0
	}
	return t.half
}

// step is how far a tier is from the one before it.
func (g *gapping) step(s, t *tier) float64 {
	return g.edge(s) + g.kinds[g.of[t]].size + g.edge(t)
}

// gapped finds how gaps are even: by edges or by middles, whichever takes fewer kinds of them, and then the lesser
// moves.
func (a axis) gapped(stacks []*stack) *gapping {
	edges, middles := a.fewest(stacks, false), a.fewest(stacks, true)
	if len(middles.kinds) < len(edges.kinds) || len(middles.kinds) == len(edges.kinds) && middles.off*asGood < edges.off-still {
		return middles
	}
	return edges
}

// fewest takes as few kinds of gaps as move nothing much farther than if each gap was of its own kind, or than half
// the reach; where gaps are off the grid, so that nobody can have meant them, as far as that goes.
func (a axis) fewest(stacks []*stack, middles bool) *gapping {
	own := a.gapping(stacks, middles, 2*still)
	if a.how.Strict {
		return a.gapping(stacks, middles, math.Inf(1))
	}
	limit := max(own.off*asGood, a.how.Reach/2)
	if own.off > still {
		limit = max(limit, a.how.Reach)
	}
	for spread := 4 * a.how.Reach; spread > 4; spread /= 2 {
		if g := a.gapping(stacks, middles, spread); g.off <= limit {
			return g
		}
	}
	return own
}

// gapping parts the gaps of all stacks into kinds that differ by no more than spread, and gives each kind its size.
func (a axis) gapping(stacks []*stack, middles bool, spread float64) *gapping {
	g := &gapping{middles: middles, of: map[*tier]int{}}
	type gap struct {
		s, t *tier
		size float64
	}
	var all []gap
	for _, st := range stacks {
		for i, t := range st.tiers[1:] {
			s := st.tiers[i]
			size := t.seen() - g.edge(t) - s.seen() - g.edge(s)
			if t.seen()-t.half < s.seen()+s.half && math.IsInf(a.need(s, t), -1) { // they stand in steps, with no gap
				g.of[t] = len(g.kinds)
				g.kinds = append(g.kinds, kind{size: size, least: size, exact: true})
				continue
			}
			all = append(all, gap{s, t, size})
		}
	}
	steps := len(g.kinds)
	slices.SortStableFunc(all, func(p, q gap) int { return cmp.Compare(p.size, q.size) })
	sizes := make([]float64, len(all))
	for i, p := range all {
		sizes[i] = p.size
	}
	for i, k := range tiers(sizes, spread, nil) {
		if k += steps; k == len(g.kinds) {
			g.kinds = append(g.kinds, kind{least: math.Inf(-1)})
		}
		p, kd := all[i], &g.kinds[k]
		g.of[p.t] = k
		kd.least = max(kd.least, a.need(p.s, p.t)-g.edge(p.s)-g.edge(p.t))
		kd.seen = append(kd.seen, sizes[i])
		if p.s.settled() && p.t.settled() {
			kd.settled = append(kd.settled, sizes[i])
		}
	}
	a.fit(stacks, g)
	return g
}

// fit gives each kind of gap the size with which the farthest move is least: the usual one where that is about as
// near as any, else one on the grid.
func (a axis) fit(stacks []*stack, g *gapping) {
	for k := range g.kinds {
		kd := &g.kinds[k]
		if kd.exact {
			continue
		}
		size, many := common(kd.settled)
		if size = math.Round(size*100) / 100; 2*many > len(kd.seen) && size >= kd.least && (many > 1 || len(g.kinds) > 1) {
			kd.size, kd.exact = size, true
			continue
		}
		kd.size = max(math.Round(kd.seen[len(kd.seen)/2]/a.grid)*a.grid, kd.least)
	}
	g.off = a.farthest(stacks, g)
	for better := true; better; {
		better = false
		for k := range g.kinds {
			if kd := &g.kinds[k]; !kd.exact {
				was := kd.size
				for step := -4.0; step <= 4; step++ {
					better = a.try(stacks, g, kd, math.Round(was/a.grid+step)*a.grid, 1) || better
				}
			}
		}
	}
	for k := range g.kinds {
		if kd := &g.kinds[k]; !kd.exact && !g.middles {
			a.try(stacks, g, kd, usual, asGood)
		}
	}
}

// common is the value that most of some values are, given in ascending order, and how many are.
func common(vs []float64) (v float64, many int) {
	for i := range vs {
		n := 1
		for i+n < len(vs) && vs[i+n]-vs[i] < 2*still {
			n++
		}
		if n > many {
			v, many = vs[i], n
		}
	}
	return v, many
}

// try gives a kind of gap another size, unless that makes the farthest move more than so many times as far.
func (a axis) try(stacks []*stack, g *gapping, kd *kind, size, times float64) bool {
	was := kd.size
	kd.size = max(size, kd.least)
	off := a.farthest(stacks, g)
	if off < g.off*times-1e-6 {
		g.off = off
		return true
	}
	kd.size = was
	return false
}

// asGood is how many times as far the farthest move may be for what is usual.
const asGood = 1.5

// farthest is the farthest move, with the gaps as they are.
func (a axis) farthest(stacks []*stack, g *gapping) (off float64) {
	for _, st := range stacks {
		_, o := a.origin(st, g)
		off = max(off, o)
	}
	return off
}

// origin is where the first tier of a stack stands, and how far the farthest move is then: in a lane all tiers
// stand about its middle where they are near it. Else they stand where the move is least or, where that is about
// as near, where laying out would put them or on the grid.
func (a axis) origin(st *stack, g *gapping) (at, off float64) {
	lo, hi, to := math.Inf(1), math.Inf(-1), 0.0
	var offs []float64
	for i, t := range st.tiers {
		if i > 0 {
			to += g.step(st.tiers[i-1], t)
		}
		lo, hi = min(lo, t.lo-to), max(hi, t.hi-to)
		if t.settled() {
			offs = append(offs, t.lo-to)
		}
	}
	at, off = (lo+hi)/2, (hi-lo)/2
	if agreed, many := common(slices.Sorted(slices.Values(offs))); 2*many > len(st.tiers) && many > 1 {
		at = agreed
		off = max(hi-at, at-lo)
		if !st.centred {
			return at, off
		}
	}
	first, last := st.tiers[0], st.tiers[len(st.tiers)-1]
	mid := a.mid(st.within) - (to+g.edge(last)-g.edge(first))/2
	if st.centred {
		if math.Abs(mid-at) <= a.how.Reach || a.how.Strict {
			return mid, max(hi-mid, mid-lo)
		}
		return at, off
	}
	onGrid := math.Round((at-g.edge(first))/a.grid)*a.grid + g.edge(first)
	for _, want := range []float64{mid, st.start + first.half, onGrid} {
		if o := max(hi-want, want-lo); o < off*asGood {
			return want, o
		}
	}
	if off > still {
		at = math.Round(at-first.half) + first.half
	}
	return at, off
}

// put puts the tiers of a stack one after the other, with the gaps between them. Those that stay are where they are;
// what is between two of those is even where it is nearly so, and what is beyond them keeps its gaps from there on.
func (a axis) put(st *stack, g *gapping) {
	ts := st.tiers
	first := max(0, slices.IndexFunc(ts, func(t *tier) bool { return t.pinned }))
	if ts[first].at = ts[first].pin; !ts[first].pinned {
		ts[0].at, _ = a.origin(st, g)
	}
	for i := first - 1; i >= 0; i-- {
		ts[i].at = ts[i+1].at - g.step(ts[i], ts[i+1])
	}
	before := first
	for i := first + 1; i < len(ts); i++ {
		if ts[i].at = ts[i-1].at + g.step(ts[i-1], ts[i]); ts[i].pinned {
			ts[i].at = ts[i].pin
			a.between(ts[before:i+1], g)
			before = i
		}
	}
}

// between makes the gaps even between two tiers that stay, the first and the last of those given, where they are
// nearly so; else what is between them stays where it is.
func (a axis) between(ts []*tier, g *gapping) {
	n := len(ts) - 1
	room, off := ts[n].pin-ts[0].pin, 0.0
	for i, t := range ts[1:] {
		room -= g.edge(ts[i]) + g.edge(t)
	}
	for i, t := range ts[1:n] {
		t.at = ts[i].at + g.edge(ts[i]) + room/float64(n) + g.edge(t)
		off = max(off, math.Abs(t.at-t.seen()))
	}
	for _, t := range ts[1:n] {
		if off > a.how.Reach {
			t.at = t.seen()
		}
	}
}
