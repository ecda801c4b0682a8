// Package spread places things on a line: each would like to stand somewhere, may stand
// between two bounds only, and keeps its distance from others that stand before it.
//
// What goes in: items, and gaps between them. What comes out: one place an item, so that
// the weighted sum of the squares of how far they stand from where they would like to is
// least. What holds afterwards: every gap and bound, to within Slack, as far as all of
// them can be kept.
//
// It is VPSC after Dwyer, Marriott and Stuckey, 'Fast Node Overlap Removal', 2005, in the
// form of Dwyer, Koren and Marriott, 'IPSep-CoLa', 2006: blocks of items at fixed distances
// are merged over gaps that are not kept (step 1) and split where a gap holds back what
// would rather part (step 2), until there is neither.
package spread

import (
	"cmp"
	"math"
	"slices"
)

// Slack is how far a gap may be missed.
const Slack = 1e-6

// Item is something that would like to stand at Want, the more the greater its Weight
// (above 0), and stands at Low at least and at High at most (infinite for no bound).
type Item struct{ Want, Weight, Low, High float64 }

// Gap says that one item stands beyond another by Least or more.
type Gap struct {
	Before, After int
	Least         float64
}

// Solve returns the places of the items. Of gaps that cannot be kept together some are
// left out; bounds are kept before all gaps. It asks over, which may be nil, with the work
// that it is about to do, and ends before its time when that says so: then more gaps may
// not be kept.
func Solve(items []Item, gaps []Gap, over func(work int) bool) []float64 {
	s := newSolver(items, gaps)
	for range 16 + 4*len(s.gaps) { // it ends far sooner, but for rounding errors
		if over != nil && over(1+len(s.gaps)/4) || !s.satisfy() && !s.refine() {
			break
		}
	}
	out := make([]float64, len(items))
	for i := range items {
		out[i] = max(items[i].Low, min(items[i].High, s.place(int32(i))))
	}
	return out
}

// solver is the state. The item after the last one is the ground: it stands at 0, and
// bounds are gaps to it.
type solver struct {
	items  []Item
	gaps   []gap
	block  []*block  // per item
	offset []float64 // per item, in its block
	active [][]int32 // per item, the active gaps at it
	broken []int32   // gaps that are not kept
	tree   tree
}

type gap struct {
	before, after int32
	least         float64
	lost          bool // cannot be kept
	multiplier    float64
}

// block is a tree of items, joined by active gaps: those that are just kept.
type block struct {
	members     []int32
	sum, weight float64 // of the wanted places of its origin
	pos         float64
}

func newSolver(items []Item, gaps []Gap) *solver {
	n := len(items)
	s := &solver{items: items, block: make([]*block, n+1), offset: make([]float64, n+1), active: make([][]int32, n+1)}
	s.gaps = make([]gap, 0, len(gaps)+2*n)
	for i, it := range items {
		if !math.IsInf(it.Low, 0) {
			s.gaps = append(s.gaps, gap{before: int32(n), after: int32(i), least: it.Low})
		}
		if !math.IsInf(it.High, 0) {
			s.gaps = append(s.gaps, gap{before: int32(i), after: int32(n), least: -it.High})
		}
	}
	for _, g := range gaps {
		s.gaps = append(s.gaps, gap{before: int32(g.Before), after: int32(g.After), least: g.Least})
	}
	blocks, self := make([]block, n+1), make([]int32, n+1)
	for i := range self {
		self[i] = int32(i)
		s.block[i] = &blocks[i]
		s.found(s.block[i], self[i:i+1:i+1])
	}
	s.tree.by, s.tree.pull = make([]int32, n+1), make([]float64, n+1)
	return s
}

// found makes a block of the members, at the offsets that they have, and puts it where
// together they would like to stand; with the ground in it, where that stands at 0.
func (s *solver) found(b *block, members []int32) {
	*b = block{members: members}
	ground := int32(len(s.items))
	for _, i := range members {
		s.block[i] = b
		if i != ground {
			it := &s.items[i]
			b.sum += it.Weight * (it.Want - s.offset[i])
			b.weight += it.Weight
		}
	}
	if s.block[ground] == b {
		b.pos = -s.offset[ground]
	} else {
		b.pos = b.sum / b.weight
	}
}

func (s *solver) place(i int32) float64 { return s.block[i].pos + s.offset[i] }

// missed is by how much a gap is not kept.
func (s *solver) missed(g *gap) float64 { return g.least - (s.place(g.after) - s.place(g.before)) }

// satisfy is step 1: the gaps that are not kept are closed, the worst first. It tells
// whether there were any.
func (s *solver) satisfy() bool {
	s.broken = s.broken[:0]
	for k := range s.gaps {
		if g := &s.gaps[k]; !g.lost && s.missed(g) > Slack {
			g.multiplier = s.missed(g)
			s.broken = append(s.broken, int32(k))
		}
	}
	slices.SortStableFunc(s.broken, func(a, b int32) int { return cmp.Compare(s.gaps[b].multiplier, s.gaps[a].multiplier) })
	for _, k := range s.broken {
		g := &s.gaps[k]
		if s.missed(g) <= Slack {
			continue
		}
		if s.block[g.before] == s.block[g.after] {
			loosest := s.between(g)
			if g.lost = loosest < 0; g.lost {
				continue
			}
			s.split(loosest)
		}
		s.merge(k)
	}
	return len(s.broken) > 0
}

// merge joins the blocks at both ends of a gap so that it is just kept.
func (s *solver) merge(k int32) {
	g := &s.gaps[k]
	to, from := s.block[g.before], s.block[g.after]
	by := s.offset[g.before] + g.least - s.offset[g.after]
	if len(to.members) < len(from.members) {
		to, from, by = from, to, -by
	}
	for _, i := range from.members {
		s.offset[i] += by
		s.block[i] = to
	}
	to.members = append(to.members, from.members...)
	to.sum += from.sum - by*from.weight
	to.weight += from.weight
	if ground := len(s.items); s.block[ground] == to {
		to.pos = -s.offset[ground]
	} else {
		to.pos = to.sum / to.weight
	}
	s.active[g.before], s.active[g.after] = append(s.active[g.before], k), append(s.active[g.after], k)
}

// split parts a block at an active gap.
func (s *solver) split(k int32) {
	g := &s.gaps[k]
	for _, i := range [2]int32{g.before, g.after} {
		s.active[i] = slices.DeleteFunc(s.active[i], func(o int32) bool { return o == k })
	}
	for _, i := range [2]int32{g.before, g.after} {
		s.walk(i)
		s.found(&block{}, slices.Clone(s.tree.order))
	}
}

// refine is step 2: each block is split at the active gap that most holds back what hangs
// on both of its sides. It reports whether there was one.
func (s *solver) refine() bool {
	done := false
	for i, b := range s.block {
		if int(b.members[0]) != i || len(b.members) < 2 {
			continue
		}
		s.weigh(b)
		worst, least := int32(-1), -Slack
		for _, i := range b.members {
			for _, k := range s.active[i] {
				if m := s.gaps[k].multiplier; m < least {
					worst, least = k, m
				}
			}
		}
		if worst >= 0 {
			s.split(worst)
			done = true
		}
	}
	return done
}

// between is the active gap, of those that hold both ends of a gap together in one block,
// that holds them least; -1 where the gaps go round in a circle.
func (s *solver) between(g *gap) int32 {
	s.weigh(s.block[g.before])
	s.walk(g.before)
	loosest, least := int32(-1), math.Inf(1)
	for i := g.after; i != g.before; {
		k := s.tree.by[i]
		o := &s.gaps[k]
		if o.after == i && o.multiplier < least {
			loosest, least = k, o.multiplier
		}
		i = o.before + o.after - i
	}
	return loosest
}

// tree is a block seen from one of its items.
type tree struct {
	order []int32   // the items, each after that by which it is reached
	by    []int32   // per item, the active gap by which it is reached, -1 for none
	pull  []float64 // per item, see weigh
}

// walk makes the tree of a block from an item on.
func (s *solver) walk(root int32) {
	t := &s.tree
	t.order, t.by[root] = append(t.order[:0], root), -1
	for k := 0; k < len(t.order); k++ {
		i := t.order[k]
		for _, a := range s.active[i] {
			if a != t.by[i] {
				o := s.gaps[a].before + s.gaps[a].after - i
				t.order, t.by[o] = append(t.order, o), a
			}
		}
	}
}

// weigh finds the Lagrange multipliers of a block's active gaps: by how much that which
// hangs on the far side of each, as seen from a fixed item, would rather come nearer.
func (s *solver) weigh(b *block) {
	root, ground := b.members[0], int32(len(s.items))
	if s.block[ground] == b {
		root = ground
	}
	s.walk(root)
	t := &s.tree
	for _, i := range t.order {
		if t.pull[i] = 0; i != ground {
			t.pull[i] = s.items[i].Weight * (s.place(i) - s.items[i].Want)
		}
	}
	for _, i := range slices.Backward(t.order) {
		if i == root {
			break
		}
		g := &s.gaps[t.by[i]]
		t.pull[g.before+g.after-i] += t.pull[i]
		if g.multiplier = t.pull[i]; g.before == i {
			g.multiplier = -t.pull[i]
		}
	}
}
