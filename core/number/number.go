// Package number computes step numbers along the flow. The same graph gives
// the same numbers wherever the steps stand.
package number

import (
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
	next := 0 // all of w.Order before it is placed, or not free when last seen
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
		for next < len(w.Order) && placed[w.Order[next]] {
			next++
		}
		for i := next; v < 0 && i < len(w.Order); i++ {
			if u := w.Order[i]; !placed[u] && left[u] == 0 {
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
				left[g.Ways[e].To]--
			}
		}
	}
}

// Page returns the command that numbers a page 1..n; ok is false when every
// number stands already.
func Page(p *chart.Page) (cmd chart.Command, ok bool) {
	g := flow.Of(p)
	want := make([]string, len(p.Steps))
	for i, v := range Order(g) {
		want[v] = strconv.Itoa(i + 1)
	}
	cmd.Words = "number"
	for v, s := range p.Steps {
		if s.Number != want[v] {
			n := want[v]
			cmd.Parts = append(cmd.Parts, chart.Part{Do: "step.set", Page: p.ID, ID: s.ID, Number: &n})
		}
	}
	return cmd, len(cmd.Parts) > 0
}
