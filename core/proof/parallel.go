package proof

import (
	"encoding/binary"
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/symbol"
)

// Parallel ways are looked at as a net with a mark on every way that work is on (workflow nets; W. van der Aalst, 'The
// Application of Petri Nets to Workflow Management', 1998; from memory). A parallel mode bar takes one mark from each of
// its ways in and puts one on each of its ways out; any other step takes one from one of them and puts one on one of them.
// All states that can come are gone through from a start, up to a limit.

// mostStates is how many states are gone through. A chart with more of them is looked at as far as that.
const mostStates = 20000

// mark is the state of a net: the ways that work is on, by their numbers, in order; and the ends that were come to.
type mark struct {
	on, ended []int
	from      int // the state before it, -1 for the first
	did       int // the node that was done
	took      int // the way out that was taken of several, -1 where there was no choice
}

func (m *mark) key() string {
	b := make([]byte, 0, 2*(len(m.on)+len(m.ended))+2)
	for _, e := range m.on {
		b = binary.AppendUvarint(b, uint64(e)+1)
	}
	b = append(b, 0)
	for _, e := range m.ended {
		b = binary.AppendUvarint(b, uint64(e)+1)
	}
	return string(b)
}

// net is what hangs together, as the ways between its nodes.
type net struct {
	v        *view
	from, to []int         // nodes, by way
	name     []string      // of the way's outcome
	in, out  map[int][]int // ways, by node
	states   []mark
	waits    map[int]int // bars that wait for ever, and a state in which they do
	twice    map[int]int // nodes that are come to twice, and a state in which they are
}

// nets are those of the groups in which there are parallel ways, each with a start.
func (v *view) nets(f func(n *net, start int)) {
	for _, ns := range v.groups() {
		if len(pick(ns, func(n *node) bool { return n.step.Symbol == symbol.Parallel })) == 0 {
			continue
		}
		n := &net{v: v, in: map[int][]int{}, out: map[int][]int{}, waits: map[int]int{}, twice: map[int]int{}}
		for _, k := range ns {
			i := v.of[k.step]
			for _, e := range k.out {
				name := ""
				if e.line != nil {
					name = strings.TrimSpace(e.line.Outcome())
				}
				n.out[i], n.in[e.to] = append(n.out[i], len(n.to)), append(n.in[e.to], len(n.to))
				n.from, n.to, n.name = append(n.from, i), append(n.to, e.to), append(n.name, name)
			}
		}
		for _, s := range starts(ns) {
			f(n, v.of[s.step])
		}
	}
}

func (n *net) bar(i int) bool { return n.v.nodes[i].step.Symbol == symbol.Parallel }

// explore goes through the states that can come from a start, each once, those that come first before others.
func (n *net) explore(start int) {
	n.states = n.states[:0]
	seen := map[string]bool{}
	put := func(m mark) {
		slices.Sort(m.on)
		slices.Sort(m.ended)
		if k := m.key(); !seen[k] && len(n.states) < mostStates {
			seen[k] = true
			n.states = append(n.states, m)
		}
	}
	n.fire(mark{from: -1, did: -1, took: -1}, -1, start, nil, put)
	for at := 0; at < len(n.states); at++ {
		m := n.states[at]
		moved := false
		for _, e := range m.on {
			to := n.to[e]
			if !n.bar(to) {
				n.fire(m, at, to, []int{e}, put)
				moved = true
				continue
			}
			if ways := n.in[to]; e == ways[0] { // once a bar
				if !slices.ContainsFunc(ways, func(w int) bool { return !slices.Contains(m.on, w) }) {
					n.fire(m, at, to, ways, put)
					moved = true
				}
			}
		}
		if !moved {
			for _, e := range m.on {
				if _, told := n.waits[n.to[e]]; !told {
					n.waits[n.to[e]] = at
				}
			}
		}
	}
}

// fire does a node: it takes its marks away and puts others on ways out, in as many states as there are choices.
func (n *net) fire(m mark, at, node int, takes []int, put func(mark)) {
	on := slices.Clone(m.on)
	for _, e := range takes {
		i := slices.Index(on, e)
		on = slices.Delete(on, i, i+1)
	}
	next := func(ways []int, took int) {
		to := mark{on: slices.Clone(on), ended: m.ended, from: at, did: node, took: took}
		for _, w := range ways {
			if slices.Contains(to.on, w) { // work on one way twice at once
				n.double(n.to[w], at)
				continue
			}
			to.on = append(to.on, w)
		}
		put(to)
	}
	switch outs := n.out[node]; {
	case len(outs) == 0:
		if slices.Contains(m.ended, node) {
			n.double(node, at)
			next(nil, -1)
			return
		}
		to := mark{on: on, ended: append(slices.Clone(m.ended), node), from: at, did: node, took: -1}
		put(to)
	case n.bar(node) || len(outs) == 1:
		next(outs, -1)
	default:
		for _, w := range outs {
			next([]int{w}, w)
		}
	}
}

func (n *net) double(node, at int) {
	if _, told := n.twice[node]; !told {
		n.twice[node] = at
	}
}

// run are the steps that were done up to a state, and what was chosen on the way.
func (n *net) run(at int) (ids []string, chosen []string) {
	for ; at >= 0; at = n.states[at].from {
		m := n.states[at]
		ids = append(ids, n.v.nodes[m.did].step.ID)
		if m.took >= 0 && n.name[m.took] != "" {
			chosen = append(chosen, fmt.Sprintf("%s is '%s'", inside(n.v.nodes[m.did].step), n.name[m.took]))
		}
	}
	slices.Reverse(ids)
	slices.Reverse(chosen)
	return ids, chosen
}

func when(chosen []string) string {
	switch n := len(chosen); {
	case n == 0:
		return ""
	case n > 3:
		chosen = chosen[n-3:]
	}
	return ", when " + strings.Join(chosen, " and ")
}

// tell makes findings of what was found on some nodes, in order.
func (n *net) tell(on map[int]int, words func(k *node, when string) string) []Finding {
	var at []int
	for i := range on {
		at = append(at, i)
	}
	slices.Sort(at)
	var out []Finding
	for _, i := range at {
		ids, chosen := n.run(on[i])
		f := n.v.nodes[i].on(words(&n.v.nodes[i], when(chosen)))
		f.Run = ids
		out = append(out, f)
	}
	return out
}

func waitsForEver(v *view) []Finding {
	var out []Finding
	v.nets(func(n *net, start int) {
		n.explore(start)
		out = append(out, n.tell(n.waits, func(k *node, when string) string {
			return "A parallel mode bar can wait for ever: not all of its ways in are come to" + when + "."
		})...)
	})
	return out
}

func comesTwice(v *view) []Finding {
	var out []Finding
	v.nets(func(n *net, start int) {
		n.explore(start)
		out = append(out, n.tell(n.twice, func(k *node, when string) string {
			return "Parallel ways come to " + inside(k.step) + " twice in one run" + when + ": they are not brought together before it."
		})...)
	})
	return out
}
