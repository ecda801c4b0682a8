package proof

import (
	"fmt"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// first is a step that nothing leads to and that leads on; last is one that leads to nothing.
func (n *node) first() bool { return len(n.in) == 0 && len(n.out) > 0 }
func (n *node) last() bool  { return len(n.out) == 0 && len(n.in) > 0 }

// groups are the nodes in the flow, by which hang together, in order.
func (v *view) groups() [][]*node {
	var out [][]*node
	at := map[int]int{}
	for i := range v.nodes {
		n := &v.nodes[i]
		if !n.inFlow() {
			continue
		}
		k, ok := at[n.group]
		if !ok {
			k = len(out)
			at[n.group] = k
			out = append(out, nil)
		}
		out[k] = append(out[k], n)
	}
	return out
}

func pick(ns []*node, is func(*node) bool) []*node {
	var out []*node
	for _, n := range ns {
		if is(n) {
			out = append(out, n)
		}
	}
	return out
}

func terminator(n *node) bool { return n.step.Symbol == symbol.Terminator }

func noStart(v *view) []Finding {
	var out []Finding
	for _, ns := range v.groups() {
		if len(pick(ns, (*node).first)) == 0 {
			out = append(out, ns[0].on(fmt.Sprintf("No step is the first: %s and what hangs together with it follow each other in a ring.", called(ns[0].step))))
		}
	}
	return out
}

// starts are the starts of what hangs together: its terminators, or without one the first of the steps that nothing leads to.
func starts(ns []*node) []*node {
	firsts := pick(ns, (*node).first)
	if ts := pick(firsts, terminator); len(ts) > 0 {
		return ts
	}
	return firsts[:min(1, len(firsts))]
}

func severalStarts(v *view) []Finding {
	var out []Finding
	for _, ns := range v.groups() {
		if ss := starts(ns); len(ss) > 1 {
			out = append(out, ss[1].on(fmt.Sprintf("This flow has %d starts: %s and %s begin it.", len(ss), called(ss[0].step), called(ss[1].step))))
		}
	}
	return out
}

func unreached(v *view) []Finding {
	var out []Finding
	for _, ns := range v.groups() {
		begins := map[*node]bool{}
		for _, s := range starts(ns) {
			begins[s] = true
		}
		for _, n := range pick(ns, (*node).first) {
			if !begins[n] && n.works() && n.step.Symbol != symbol.OffPage {
				out = append(out, n.on("No way leads to "+inside(n.step)+"."))
			}
		}
	}
	return out
}

// inside is a step within a sentence.
func inside(s *chart.Step) string {
	words := called(s)
	if strings.HasPrefix(words, "A ") || strings.HasPrefix(words, "Step ") {
		return strings.ToLower(words[:1]) + words[1:]
	}
	return words
}

func endless(v *view) []Finding {
	var out []Finding
	told := make([]bool, len(v.nodes))
	for _, i := range v.asReached() {
		n := &v.nodes[i]
		if v.ends[i] || told[i] || !back(v, i) {
			continue // the first of the loop itself is told, rather than of what leads to it
		}
		for _, k := range v.from(i) {
			told[k] = true
		}
		out = append(out, n.on(fmt.Sprintf("From %s no way leads to an end: the loop has no way out.", inside(n.step))))
	}
	return out
}

// back reports whether a way leads from a node back to it.
func back(v *view, from int) bool {
	seen := map[int]bool{}
	for next := []int{from}; len(next) > 0; {
		i := next[len(next)-1]
		next = next[:len(next)-1]
		for _, e := range v.nodes[i].out {
			if e.to == from {
				return true
			}
			if !seen[e.to] {
				seen[e.to] = true
				next = append(next, e.to)
			}
		}
	}
	return false
}

// deadEnd looks for ways that stop at a step where others of the same flow come to a terminator.
func deadEnd(v *view) []Finding {
	var out []Finding
	for _, ns := range v.groups() {
		lasts := pick(ns, (*node).last)
		if len(pick(lasts, terminator)) == 0 {
			continue
		}
		for _, n := range lasts {
			if !terminator(n) && n.works() && n.step.Symbol != symbol.OffPage {
				out = append(out, n.on("The way stops at "+inside(n.step)+", before an end."))
			}
		}
	}
	return out
}

func endGoesOn(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		if n := &v.nodes[i]; terminator(n) && len(n.in) > 0 && len(n.out) > 0 {
			out = append(out, n.on(called(n.step)+" is a terminator, but ways lead to it and on from it."))
		}
	}
	return out
}

func decisions(v *view) []*node {
	var out []*node
	for i := range v.nodes {
		if n := &v.nodes[i]; n.step.Symbol == symbol.Decision && n.inFlow() {
			out = append(out, n)
		}
	}
	return out
}

func oneWayOut(v *view) []Finding {
	var out []Finding
	for _, n := range decisions(v) {
		switch len(n.out) {
		case 0:
			out = append(out, n.on(called(n.step)+" is a decision without a way out."))
		case 1:
			out = append(out, n.on(called(n.step)+" is a decision with one way out: it decides nothing."))
		}
	}
	return out
}

func outcomeUnnamed(v *view) []Finding {
	var out []Finding
	for _, n := range decisions(v) {
		if len(n.out) < 2 {
			continue
		}
		for _, e := range n.out {
			if e.line != nil && strings.TrimSpace(e.line.Outcome()) == "" {
				f := n.on(fmt.Sprintf("The way from %s to %s has no name: when is it taken?", inside(n.step), inside(v.nodes[e.to].step)))
				f.ID = e.line.ID
				out = append(out, f)
			}
		}
	}
	return out
}

func outcomeTwice(v *view) []Finding {
	var out []Finding
	for _, n := range decisions(v) {
		seen := map[string]bool{}
		for _, e := range n.out {
			if e.line == nil {
				continue
			}
			name := plain(e.line.Outcome())
			if name != "" && seen[name] {
				f := n.on(fmt.Sprintf("Two ways out of %s are called '%s'.", inside(n.step), strings.TrimSpace(e.line.Outcome())))
				f.ID = e.line.ID
				out = append(out, f)
			}
			seen[name] = true
		}
	}
	return out
}

// plain is a text for comparing: lower case, without spaces beyond one.
func plain(s string) string { return strings.ToLower(strings.Join(strings.Fields(s), " ")) }

func severalWaysOut(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		switch n.step.Symbol {
		case symbol.Decision, symbol.Parallel, symbol.Connector, symbol.OffPage, symbol.Document, symbol.MultiDocument, symbol.Data:
			continue // what is on paper can go to several at once
		}
		named, flows := 0, 0
		for _, e := range n.out {
			if e.line != nil && e.line.Meaning == chart.Flow {
				flows++
				if e.line.Outcome() != "" {
					named++
				}
			}
		}
		if flows < 2 {
			continue
		}
		f := n.on(fmt.Sprintf("%d ways of the flow lead out of %s, which is no decision: which one is taken?", flows, inside(n.step)))
		if named == flows && n.step.Symbol == symbol.Process { // it has outcomes: it is one
			k := symbol.Decision
			f.Mend = &chart.Command{Words: "make it a decision", Parts: []chart.Part{{Do: "step.set", Page: n.page.ID, ID: n.step.ID, Symbol: &k}}}
		}
		out = append(out, f)
	}
	return out
}

func storeOnWay(v *view) []Finding {
	var out []Finding
	for i := range v.nodes {
		n := &v.nodes[i]
		if len(n.in) == 0 || len(n.out) == 0 || !n.step.Symbol.Store() && n.step.Symbol != symbol.Annotation {
			continue
		}
		what := "a store"
		if n.step.Symbol == symbol.Annotation {
			what = "an annotation"
		}
		out = append(out, n.on(called(n.step)+" is "+what+", but the flow goes through it as through a step."))
	}
	return out
}
