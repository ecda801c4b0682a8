package proof

import (
	"plaintracer/core/symbol"
)

// Figures tell of a chart how much goes on in it. They are no faults.
type Figures struct {
	Steps     int     `json:"steps"`     // that stand for a part of the work
	Decisions int     `json:"decisions"` // among them
	Handovers int     `json:"handovers"` // ways from one lane to another
	WaysBack  int     `json:"waysBack"`
	Longest   int     `json:"longest"` // steps of the longest way, ways back left out
	Ways      float64 `json:"ways"`    // different ways from a start to an end, ways back left out; exact up to 2^53
}

func (v *view) figures() Figures {
	var f Figures
	for i := range v.nodes {
		n := &v.nodes[i]
		if n.works() && n.step.Symbol != symbol.OffPage {
			f.Steps++
		}
		for _, e := range n.out {
			to := &v.nodes[e.to]
			if from, in := n.page.Lane(n.step.Lane), to.page.Lane(to.step.Lane); from != nil && in != nil && from.Name != in.Name {
				f.Handovers++
			}
		}
	}
	f.Decisions = len(decisions(v))
	order, back := v.walk()
	longest, ways := make([]int, len(v.nodes)), make([]float64, len(v.nodes))
	for _, i := range order { // what it leads to comes before it
		n := &v.nodes[i]
		on := false
		for k, e := range n.out {
			if back[i][k] {
				f.WaysBack++
				continue
			}
			on = true
			longest[i] = max(longest[i], longest[e.to])
			ways[i] += ways[e.to]
		}
		longest[i]++
		if !on {
			ways[i] = 1
		}
		f.Longest = max(f.Longest, longest[i])
	}
	for _, ns := range v.groups() {
		firsts := pick(ns, (*node).first)
		if len(firsts) == 0 { // in a ring one begins somewhere
			firsts = ns[:1]
		}
		for _, n := range firsts {
			f.Ways += ways[v.of[n.step]]
		}
	}
	return f
}

// walk goes through the chart depth first. It tells the steps in the order in which they were left, and the ways that
// lead back to a step on the path on which it stood.
func (v *view) walk() (left []int, back [][]bool) {
	const (
		fresh = iota
		open
		done
	)
	state := make([]byte, len(v.nodes))
	back = make([][]bool, len(v.nodes))
	for i := range v.nodes {
		back[i] = make([]bool, len(v.nodes[i].out))
	}
	type frame struct{ node, next int }
	visit := func(root int) {
		state[root] = open
		for stack := []frame{{root, 0}}; len(stack) > 0; {
			f := &stack[len(stack)-1]
			if f.next == len(v.nodes[f.node].out) {
				state[f.node] = done
				left = append(left, f.node)
				stack = stack[:len(stack)-1]
				continue
			}
			k := f.next
			f.next++
			switch to := v.nodes[f.node].out[k].to; state[to] {
			case open:
				back[f.node][k] = true
			case fresh:
				state[to] = open
				stack = append(stack, frame{to, 0})
			}
		}
	}
	for _, firsts := range []bool{true, false} {
		for i := range v.nodes {
			if state[i] == fresh && (!firsts || len(v.nodes[i].in) == 0) {
				visit(i)
			}
		}
	}
	return left, back
}
