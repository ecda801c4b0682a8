// Package number computes step numbers along the flow, as a chart's numbering says. The same graph
// gives the same numbers wherever the steps stand.
//
// Order is the order of the steps of a page (order.go), a scheme makes numbers of it (scheme.go), new
// steps can be given some in between (between.go), and what refers to a step follows its number
// (refer.go).
package number

import (
	"container/heap"

	"plaintracer/core/flow"
)

// Order returns the nodes of g that are numbered, first to last. A step comes
// when every forward step into it has come; among those free, the one that
// continues the current way is first, then the order of the walk.
func Order(g *flow.Graph) []int {
	w := g.Walk()
	left := make([]int, len(g.Steps)) // forward ways in, still to come
	for i, way := range g.Ways {
		if !w.Back[i] {
			left[way.To]++
		}
	}
	var out []int
	placed := make([]bool, len(g.Steps))
	var free ranks // may come, by their place in the walk
	for v := range g.Steps {
		if left[v] == 0 {
			heap.Push(&free, w.Rank[v])
		}
	}
	for last := -1; ; {
		v := -1
		if last >= 0 {
			for _, e := range g.Out[last] {
				if to := g.Ways[e].To; !w.Back[e] && !placed[to] && left[to] == 0 {
					v = to
					break
				}
			}
		}
		for v < 0 && len(free) > 0 {
			if u := w.Order[heap.Pop(&free).(int)]; !placed[u] {
				v = u
			}
		}
		if v < 0 {
			return out
		}
		placed[v] = true
		last = v
		if g.Counts(v) {
			out = append(out, v)
		}
		for _, e := range g.Out[v] {
			if !w.Back[e] {
				to := g.Ways[e].To
				if left[to]--; left[to] == 0 {
					heap.Push(&free, w.Rank[to])
				}
			}
		}
	}
}

// ranks are places in a walk, the first on top (container/heap).
type ranks []int

func (r ranks) Len() int           { return len(r) }
func (r ranks) Less(i, j int) bool { return r[i] < r[j] }
func (r ranks) Swap(i, j int)      { r[i], r[j] = r[j], r[i] }
func (r *ranks) Push(v any)        { *r = append(*r, v.(int)) }
func (r *ranks) Pop() any {
	last := len(*r) - 1
	v := (*r)[last]
	*r = (*r)[:last]
	return v
}
