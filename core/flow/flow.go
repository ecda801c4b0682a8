// Package flow sees a page as a directed graph: steps, and the ways (flow and
// aside connectors, glued at both ends) between them.
package flow

import "plaintracer/core/chart"

// Graph is a page's flow. Nodes are indices into Steps, in the order in which
// the steps were made; ways keep the stored order of outcomes.
type Graph struct {
	Steps []*chart.Step
	Ways  []Way
	Out   [][]int // per node, indices into Ways
	In    [][]int
	Index map[string]int // step id to node
}

// Way is one connector that work goes on along.
type Way struct {
	Line     *chart.Connector
	From, To int
}

// Of builds the graph of a page.
func Of(p *chart.Page) *Graph {
	g := &Graph{Steps: p.Steps, Out: make([][]int, len(p.Steps)), In: make([][]int, len(p.Steps)), Index: make(map[string]int, len(p.Steps))}
	for i, s := range p.Steps {
		g.Index[s.ID] = i
	}
	for _, c := range p.Connectors {
		if !c.Meaning.Way() || c.From.Loose() || c.To.Loose() {
			continue
		}
		f, t := g.Index[c.From.Step], g.Index[c.To.Step]
		g.Out[f] = append(g.Out[f], len(g.Ways))
		g.In[t] = append(g.In[t], len(g.Ways))
		g.Ways = append(g.Ways, Way{c, f, t})
	}
	return g
}

// Walk is what a depth-first walk over the flow tells: the order in which it
// comes to the steps, and the ways back, those that lead to a step on the path
// that the walk stands on (itself included).
type Walk struct {
	Order []int  // nodes as reached
	Rank  []int  // node to its place in Order
	Back  []bool // per way
}

// Walk goes from the starts (steps without a way in) in the order in which
// they were made, then from whatever is left in that order; ways are taken in
// the stored order of outcomes.
func (g *Graph) Walk() Walk {
	w := Walk{Rank: make([]int, len(g.Steps)), Back: make([]bool, len(g.Ways))}
	const (
		fresh = iota
		open
		done
	)
	state := make([]byte, len(g.Steps))
	type frame struct{ node, next int }
	visit := func(root int) {
		stack := []frame{{root, 0}}
		state[root] = open
		w.Rank[root] = len(w.Order)
		w.Order = append(w.Order, root)
		for len(stack) > 0 {
			f := &stack[len(stack)-1]
			if f.next == len(g.Out[f.node]) {
				state[f.node] = done
				stack = stack[:len(stack)-1]
				continue
			}
			e := g.Out[f.node][f.next]
			f.next++
			to := g.Ways[e].To
			switch state[to] {
			case open:
				w.Back[e] = true
			case fresh:
				state[to] = open
				w.Rank[to] = len(w.Order)
				w.Order = append(w.Order, to)
				stack = append(stack, frame{to, 0})
			}
		}
	}
	for v := range g.Steps {
		if len(g.In[v]) == 0 {
			visit(v)
		}
	}
	for v := range g.Steps {
		if state[v] == fresh {
			visit(v)
		}
	}
	return w
}

// Counts reports whether a step stands in the flow and so gets a number: it has
// a way in or out, or is neither a store nor beside the work.
func (g *Graph) Counts(v int) bool {
	return len(g.In[v])+len(g.Out[v]) > 0 || !g.Steps[v].Symbol.Store() && !g.Steps[v].Symbol.Beside()
}
