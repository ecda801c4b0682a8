package flow

import (
	"cmp"
	"slices"
)

// Forward are the ways of a graph without those back, so that it never goes round in a circle. A way
// back leads to a step that every way from a start to its other end passes (a back edge, as the
// dominators of the graph have it: Cooper, Harvey and Kennedy, 'A Simple, Fast Dominance Algorithm',
// 2001). Unlike Walk it does not depend on the order of outcomes; where a circle has several ways in,
// which no drawing by rule has, the order in which the steps were made decides.
type Forward struct {
	g     *Graph
	Back  []bool // per way
	order []int  // nodes, each after those that lead forward to it
	ends  []bool // per node: an end is reached from it
	long  []int  // per node: steps on its longest way on
}

// Forward finds the ways back and how long the ways on are.
func (g *Graph) Forward() *Forward {
	f := &Forward{g: g, Back: make([]bool, len(g.Ways)), ends: make([]bool, len(g.Steps)), long: make([]int, len(g.Steps))}
	f.order = f.walk()
	f.dominated()
	f.order = f.walk()
	for _, v := range slices.Backward(f.order) {
		f.ends[v] = len(g.Out[v]) == 0
		for _, e := range g.Out[v] {
			if to := g.Ways[e].To; !f.Back[e] && f.better(to, f.ends[v], f.long[v]) {
				f.ends[v], f.long[v] = f.ends[to], f.long[to]
			}
		}
		f.long[v]++
	}
	return f
}

// better reports whether to go on at a step reaches more than what is known: an end, or as much by a longer way.
func (f *Forward) better(v int, ends bool, long int) bool {
	return f.ends[v] && !ends || f.ends[v] == ends && f.long[v] > long
}

// Next is the step that the longest way from v goes on at, of those that take tells of; -1 for none. A
// way from which an end is reached comes before one that only leads back, an outcome marked as the main
// one before all, and of equals the step that was made first.
func (f *Forward) Next(v int, take func(int) bool) int {
	best := -1
	for _, e := range f.g.Out[v] {
		w := f.g.Ways[e]
		switch {
		case f.Back[e] || !take(w.To):
		case w.Line.Main:
			return w.To
		case best < 0 || f.better(w.To, f.ends[best], f.long[best]) || w.To < best && !f.better(best, f.ends[w.To], f.long[w.To]):
			best = w.To
		}
	}
	return best
}

// Main is the main way: from the start with the longest way on to an end. An outcome from which no end
// is reached but by going back is never on it.
func (f *Forward) Main() []int {
	all := map[int]bool{}
	for v := range f.g.Steps {
		all[v] = true
	}
	if c := f.Chains(all); len(c) > 0 {
		return c[0]
	}
	return nil
}

// starts are the steps that no way leads forward to, those with the longest way on to an end first.
func (f *Forward) starts() []int {
	var out []int
	for v := range f.g.Steps {
		if !slices.ContainsFunc(f.g.In[v], func(e int) bool { return !f.Back[e] }) {
			out = append(out, v)
		}
	}
	slices.SortStableFunc(out, func(a, b int) int {
		switch {
		case f.better(a, f.ends[b], f.long[b]):
			return -1
		case f.better(b, f.ends[a], f.long[a]):
			return 1
		}
		return 0
	})
	return out
}

// walk is an order in which every step comes after those that lead forward to it. What then still goes
// round in a circle is marked as a way back.
func (f *Forward) walk() []int {
	g := f.g
	const (
		fresh = iota
		open
		done
	)
	state, out := make([]byte, len(g.Steps)), make([]int, 0, len(g.Steps))
	type frame struct {
		node int
		left []int
	}
	ways := func(v int) []int { // by the steps that they lead to, the last one first
		es := slices.Clone(g.Out[v])
		slices.SortStableFunc(es, func(a, b int) int { return cmp.Compare(g.Ways[b].To, g.Ways[a].To) })
		return es
	}
	visit := func(root int) {
		state[root] = open
		for stack := []frame{{root, ways(root)}}; len(stack) > 0; {
			top := &stack[len(stack)-1]
			if len(top.left) == 0 {
				state[top.node] = done
				out = append(out, top.node)
				stack = stack[:len(stack)-1]
				continue
			}
			e := top.left[0]
			top.left = top.left[1:]
			if to := g.Ways[e].To; !f.Back[e] && state[to] == fresh {
				state[to] = open
				stack = append(stack, frame{to, ways(to)})
			}
		}
	}
	for _, v := range slices.Backward(f.entries()) {
		if state[v] == fresh {
			visit(v)
		}
	}
	slices.Reverse(out)
	return out
}

// entries are where a walk begins: the steps without a way in, then the first ones of what is not
// reached from these.
func (f *Forward) entries() []int {
	var out, stack []int
	seen := make([]bool, len(f.g.Steps))
	enter := func(v int) {
		out, stack = append(out, v), append(stack, v)
		for seen[v] = true; len(stack) > 0; {
			u := stack[len(stack)-1]
			stack = stack[:len(stack)-1]
			for _, e := range f.g.Out[u] {
				if to := f.g.Ways[e].To; !seen[to] {
					seen[to], stack = true, append(stack, to)
				}
			}
		}
	}
	for v := range f.g.Steps {
		if len(f.g.In[v]) == 0 {
			enter(v)
		}
	}
	for v := range f.g.Steps {
		if !seen[v] {
			enter(v)
		}
	}
	return out
}

// dominated marks the ways that lead to a step which every way to their beginning passes.
func (f *Forward) dominated() {
	g, n := f.g, len(f.g.Steps)
	at := make([]int, n+1) // places in the order, behind that of the root, n
	at[n] = -1
	for i, v := range f.order {
		at[v] = i
	}
	over := make([]int, n+1) // the immediate dominator; -1 where it is not known
	for v := range over {
		over[v] = -1
	}
	over[n] = n
	for _, v := range f.entries() {
		over[v] = n
	}
	entry := slices.Clone(over)
	for changed := true; changed; {
		changed = false
		for _, v := range f.order {
			d := entry[v]
			for _, e := range g.In[v] {
				u := g.Ways[e].From
				if over[u] < 0 {
					continue
				}
				if d < 0 {
					d = u
				}
				for a := u; a != d; {
					if at[a] > at[d] {
						a = over[a]
					} else {
						d = over[d]
					}
				}
			}
			if over[v] != d {
				over[v], changed = d, true
			}
		}
	}
	for i, w := range g.Ways {
		u := w.From
		for u != n && at[u] > at[w.To] {
			u = over[u]
		}
		f.Back[i] = u == w.To
	}
	// What still leads to a step before it in the order goes round in a circle that has several ways in.
	f.order = f.walk()
	for i, v := range f.order {
		at[v] = i
	}
	for i, w := range g.Ways {
		if at[w.From] >= at[w.To] {
			f.Back[i] = true
		}
	}
}

// Ends reports whether an end is reached from a step without going back.
func (f *Forward) Ends(v int) bool { return f.ends[v] }

// Chains are the main way of the steps left and their branches, each after what it leaves. It takes the steps
// out of those left.
func (f *Forward) Chains(left map[int]bool) [][]int {
	var out [][]int
	take := func(v int) bool { return left[v] }
	add := func(v int) {
		var c []int
		for ; v >= 0; v = f.Next(v, take) {
			c = append(c, v)
		}
		for _, v := range c {
			delete(left, v)
		}
		out = append(out, c)
	}
	k := 0
	for _, v := range f.starts() {
		if !left[v] {
			continue
		}
		for add(v); k < len(out); k++ {
			for _, v := range out[k] {
				for u := f.Next(v, take); u >= 0; u = f.Next(v, take) {
					add(u)
				}
			}
		}
	}
	return out
}
