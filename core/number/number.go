// Package number computes step numbers along the flow. The same graph gives
// the same numbers wherever the steps stand.
package number

import (
	"container/heap"
	"strconv"

	"plaintracer/core/chart"
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

// Page returns the command that numbers a page 1..n; ok is false when every
// number stands already.
func Page(p *chart.Page) (cmd chart.Command, ok bool) {
	cmd.Words = "number"
	cmd.Parts, _ = from(&chart.Chart{Pages: []*chart.Page{p}}, p, 1)
	return cmd, len(cmd.Parts) > 0
}

// Chart returns the command that numbers a page and those that the flow goes on to from it, or
// comes from, as one: numbers run on through off-page connectors.
func Chart(c *chart.Chart, p *chart.Page) (cmd chart.Command, ok bool) {
	cmd.Words = "number"
	next := 1
	for _, q := range flow.Linked(c, p) {
		var parts []chart.Part
		parts, next = from(c, q, next)
		cmd.Parts = append(cmd.Parts, parts...)
	}
	return cmd, len(cmd.Parts) > 0
}

// from are the parts that number a page of a chart from a number on, and the number that follows.
// Off-page connectors with a mate are the two ends of a connector, and no steps.
func from(c *chart.Chart, p *chart.Page, first int) (parts []chart.Part, next int) {
	g := flow.Of(p)
	want := make([]string, len(p.Steps))
	next = first
	for _, v := range Order(g) {
		if len(flow.Mates(c, p.Steps[v])) == 0 {
			want[v] = strconv.Itoa(next)
			next++
		}
	}
	for v, s := range p.Steps {
		if s.Number != want[v] {
			n := want[v]
			parts = append(parts, chart.Part{Do: "step.set", Page: p.ID, ID: s.ID, Number: &n})
		}
	}
	return parts, next
}
