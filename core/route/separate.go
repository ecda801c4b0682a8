package route

import (
	"math"
	"slices"
	"sort"
)

// narrowest is the smallest distance at which two lines are still two, px.
const narrowest = 2.5

// separate gives the stretches places that keep the order of the pairs and a
// common distance, moving as little as it can. Where the room is too narrow
// for Gap, the stretches that hang together share a smaller distance.
func separate(ss []stretch, pairs []pair) {
	for _, group := range groups(len(ss), pairs) {
		seq := sequence(group.members, group.pairs)
		for _, gap := range []float64{Gap, 8, 6, 4, narrowest} {
			low, high, ok := limits(ss, seq, group.pairs, gap)
			if ok || gap == narrowest {
				settle(ss, seq, group.pairs, gap, low, high)
				break
			}
		}
	}
}

type group struct {
	members []int
	pairs   []pair
}

// groups are the connected components of the pairs.
func groups(n int, pairs []pair) []group {
	up := make([]int, n)
	for i := range up {
		up[i] = i
	}
	var root func(int) int
	root = func(i int) int {
		if up[i] != i {
			up[i] = root(up[i])
		}
		return up[i]
	}
	for _, p := range pairs {
		up[root(p.a)] = root(p.b)
	}
	at := map[int]int{}
	var out []group
	joined := map[int]bool{}
	for _, p := range pairs {
		r := root(p.a)
		k, ok := at[r]
		if !ok {
			k = len(out)
			at[r] = k
			out = append(out, group{})
		}
		for _, m := range [2]int{p.a, p.b} {
			if !joined[m] {
				joined[m] = true
				out[k].members = append(out[k].members, m)
			}
		}
		out[k].pairs = append(out[k].pairs, p)
	}
	return out
}

// sequence sorts the members so that pairs run forward; pairs that go round in
// a circle are cut at the lowest member.
func sequence(members []int, pairs []pair) []int {
	sort.Ints(members)
	before := map[int]int{}
	after := map[int][]int{}
	for _, p := range pairs {
		before[p.b]++
		after[p.a] = append(after[p.a], p.b)
	}
	var out []int
	done := map[int]bool{}
	for len(out) < len(members) {
		pick := -1
		for _, m := range members {
			if !done[m] && before[m] <= 0 {
				pick = m
				break
			}
		}
		for _, m := range members {
			if pick < 0 && !done[m] {
				pick = m
			}
		}
		done[pick] = true
		out = append(out, pick)
		for _, m := range after[pick] {
			before[m]--
		}
	}
	return out
}

// limits are the lowest and highest place of each stretch under the distances;
// ok is false when there is not room enough.
func limits(ss []stretch, seq []int, pairs []pair, gap float64) (low, high map[int]float64, ok bool) {
	rank := map[int]int{}
	low, high, ok = map[int]float64{}, map[int]float64{}, true
	for i, m := range seq {
		rank[m] = i
		low[m], high[m] = ss[m].min, ss[m].max
	}
	forward := append([]pair(nil), pairs...)
	sort.SliceStable(forward, func(i, j int) bool { return rank[forward[i].a] < rank[forward[j].a] })
	for _, p := range forward {
		if rank[p.a] < rank[p.b] {
			low[p.b] = math.Max(low[p.b], low[p.a]+gap)
		}
	}
	sort.SliceStable(forward, func(i, j int) bool { return rank[forward[i].b] > rank[forward[j].b] })
	for _, p := range forward {
		if rank[p.a] < rank[p.b] {
			high[p.a] = math.Min(high[p.a], high[p.b]-gap)
		}
	}
	for _, m := range seq {
		if low[m] > high[m]+1e-9 {
			ok = false
			low[m], high[m] = ss[m].min, ss[m].max
		}
	}
	return low, high, ok
}

// settle pushes pairs apart from where they stand, the stiffer one less, and
// then makes sure of the distances from first to last.
func settle(ss []stretch, seq []int, pairs []pair, gap float64, low, high map[int]float64) {
	clamp := func(m int, v float64) float64 { return math.Max(low[m], math.Min(high[m], v)) }
	for _, m := range seq {
		ss[m].pos = clamp(m, ss[m].pos)
	}
	for range 60 {
		worst := 0.0
		for _, p := range pairs {
			a, b := &ss[p.a], &ss[p.b]
			d := gap - (b.pos - a.pos)
			if d <= 0.01 {
				continue
			}
			worst = math.Max(worst, d)
			ka := b.stiff / (a.stiff + b.stiff)
			na := clamp(p.a, a.pos-d*ka)
			nb := clamp(p.b, na+gap)
			na = clamp(p.a, nb-gap)
			a.pos, b.pos = na, nb
		}
		if worst < 0.05 {
			break
		}
	}
	rank := map[int]int{}
	for i, m := range seq {
		rank[m] = i
	}
	sorted := append([]pair(nil), pairs...)
	sort.SliceStable(sorted, func(i, j int) bool { return rank[sorted[i].a] < rank[sorted[j].a] })
	for _, p := range sorted {
		if rank[p.a] < rank[p.b] && ss[p.b].pos < ss[p.a].pos+gap {
			ss[p.b].pos = clamp(p.b, ss[p.a].pos+gap)
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
