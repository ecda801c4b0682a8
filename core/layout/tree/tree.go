// Package tree computes tidy places for a hierarchy: parents stand over the middle of their children, branches of the
// same form are drawn the same wherever they stand, and the whole is as narrow as that lets it be. The algorithm is
// that of Buchheim, Jünger and Leipert, 'Improving Walker's Algorithm to Run in Linear Time', Graph Drawing 2002,
// whose names are kept: mod, shift, change, thread, ancestor.
package tree

// Tree tells the parent of each node, -1 for roots; children stand in the order of their numbers. Nodes whose parents
// go round in a circle are roots where the circle is met first.
type Tree struct {
	parents  []int
	children [][]int
	roots    []int
	depth    []int
}

// Of is the tree with these parents.
func Of(parents []int) *Tree {
	t := &Tree{parents: make([]int, len(parents)), children: make([][]int, len(parents)), depth: make([]int, len(parents))}
	copy(t.parents, parents)
	t.uncircle()
	for v, p := range t.parents {
		if p < 0 {
			t.roots = append(t.roots, v)
		} else {
			t.children[p] = append(t.children[p], v)
		}
	}
	todo := append([]int(nil), t.roots...)
	for len(todo) > 0 {
		v := todo[len(todo)-1]
		todo = todo[:len(todo)-1]
		for _, c := range t.children[v] {
			t.depth[c] = t.depth[v] + 1
			todo = append(todo, c)
		}
	}
	return t
}

// uncircle makes a root of the first node of each circle.
func (t *Tree) uncircle() {
	const walked = -1
	seen := make([]int, len(t.parents)) // the walk that came by, counted from 1
	for v := range t.parents {
		for u := v; u >= 0 && seen[u] != walked; u = t.parents[u] {
			if seen[u] == v+1 {
				t.parents[u] = -1
				break
			}
			seen[u] = v + 1
		}
		for u := v; u >= 0 && seen[u] == v+1; u = t.parents[u] {
			seen[u] = walked
		}
	}
}

// Depth is how deep a node stands, 0 for a root; Children are its children.
func (t *Tree) Depth(v int) int      { return t.depth[v] }
func (t *Tree) Children(v int) []int { return t.children[v] }
func (t *Tree) Roots() []int         { return t.roots }

// walk is one placing: the node n is above all roots.
type walk struct {
	t        *Tree
	apart    func(a, b int) float64
	n        int
	prelim   []float64
	mod      []float64
	shift    []float64
	change   []float64
	thread   []int
	ancestor []int
	number   []int // of a node among its siblings
}

// Place gives each node its place across the levels, the first root at 0. apart is how far the middles of two nodes
// beside each other on a level have to be from each other.
func (t *Tree) Place(apart func(a, b int) float64) []float64 {
	n := len(t.parents)
	w := &walk{t: t, apart: apart, n: n}
	for _, f := range []*[]float64{&w.prelim, &w.mod, &w.shift, &w.change} {
		*f = make([]float64, n+1)
	}
	w.thread, w.ancestor, w.number = make([]int, n+1), make([]int, n+1), make([]int, n+1)
	for v := range w.thread {
		w.thread[v], w.ancestor[v] = -1, v
	}
	for v := range n + 1 {
		for i, c := range w.children(v) {
			w.number[c] = i
		}
	}
	w.first(n, -1)
	out := make([]float64, n)
	w.second(n, -w.prelim[n], out)
	if n > 0 {
		for v, first := range out {
			if v == t.roots[0] {
				for u := range out {
					out[u] -= first
				}
				break
			}
		}
	}
	return out
}

func (w *walk) children(v int) []int {
	if v == w.n {
		return w.t.roots
	}
	return w.t.children[v]
}

func (w *walk) parent(v int) int {
	if p := w.t.parents[v]; p >= 0 {
		return p
	}
	return w.n
}

// first is FIRSTWALK: preliminary places, from the leaves up; left is the sibling before v, -1 without.
func (w *walk) first(v, left int) {
	cs := w.children(v)
	if len(cs) == 0 {
		if left >= 0 {
			w.prelim[v] = w.prelim[left] + w.apart(left, v)
		}
		return
	}
	over, before := cs[0], -1
	for _, c := range cs {
		w.first(c, before)
		over = w.apportion(c, before, over)
		before = c
	}
	w.shiftAll(v)
	mid := (w.prelim[cs[0]] + w.prelim[cs[len(cs)-1]]) / 2
	if left >= 0 {
		w.prelim[v] = w.prelim[left] + w.apart(left, v)
		w.mod[v] = w.prelim[v] - mid
	} else {
		w.prelim[v] = mid
	}
}

// apportion is APPORTION: moves the branch of v off those before it, along the contours of both, and spreads those in
// between. It returns the ancestor that later ones meet.
func (w *walk) apportion(v, left, over int) int {
	if left < 0 {
		return over
	}
	inner, outer := v, v // the contours of the branch: left side, right side
	before, first := left, w.children(w.parent(v))[0]
	modIn, modOut, modBefore, modFirst := w.mod[inner], w.mod[outer], w.mod[before], w.mod[first]
	for {
		r, l := w.right(before), w.left(inner)
		if r < 0 || l < 0 {
			break
		}
		before, inner = r, l
		first, outer = w.left(first), w.right(outer)
		w.ancestor[outer] = v
		if by := w.prelim[before] + modBefore - w.prelim[inner] - modIn + w.apart(before, inner); by > 0 {
			w.move(w.met(before, v, over), v, by)
			modIn += by
			modOut += by
		}
		modBefore += w.mod[before]
		modIn += w.mod[inner]
		modFirst += w.mod[first]
		modOut += w.mod[outer]
	}
	if r := w.right(before); r >= 0 && w.right(outer) < 0 {
		w.thread[outer] = r
		w.mod[outer] += modBefore - modOut
	}
	if l := w.left(inner); l >= 0 && w.left(first) < 0 {
		w.thread[first] = l
		w.mod[first] += modIn - modFirst
		over = v
	}
	return over
}

// left and right are NEXTLEFT and NEXTRIGHT: the next node along a contour.
func (w *walk) left(v int) int {
	if cs := w.children(v); len(cs) > 0 {
		return cs[0]
	}
	return w.thread[v]
}

func (w *walk) right(v int) int {
	if cs := w.children(v); len(cs) > 0 {
		return cs[len(cs)-1]
	}
	return w.thread[v]
}

// met is ANCESTOR: the sibling of v whose branch was met.
func (w *walk) met(u, v, over int) int {
	if a := w.ancestor[u]; a != w.n && w.parent(a) == w.parent(v) {
		return a
	}
	return over
}

// move is MOVESUBTREE: moves the branch of v, and tells those between it and u to spread.
func (w *walk) move(u, v int, by float64) {
	between := float64(w.number[v] - w.number[u])
	w.change[v] -= by / between
	w.shift[v] += by
	w.change[u] += by / between
	w.prelim[v] += by
	w.mod[v] += by
}

// shiftAll is EXECUTESHIFTS.
func (w *walk) shiftAll(v int) {
	shift, change := 0.0, 0.0
	cs := w.children(v)
	for i := len(cs) - 1; i >= 0; i-- {
		c := cs[i]
		w.prelim[c] += shift
		w.mod[c] += shift
		change += w.change[c]
		shift += w.shift[c] + change
	}
}

// second is SECONDWALK: places, from the root down.
func (w *walk) second(v int, m float64, out []float64) {
	if v < w.n {
		out[v] = w.prelim[v] + m
	}
	for _, c := range w.children(v) {
		w.second(c, m+w.mod[v], out)
	}
}
