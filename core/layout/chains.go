package layout

import (
	"math"
	"slices"

	"plaintracer/core/spread"
)

// align brings steps that follow each other exactly under each other: each
// chain of them is placed as one, as near to where its nodes stood as the
// distances in the rows allow.
func (l *layers) align() {
	chain := l.chains()
	index := make([]int, len(l.x)) // of the chain of each node, numbered in the order of their first nodes
	var items []spread.Item
	for v, c := range chain {
		if c == v {
			index[v] = len(items)
			items = append(items, spread.Item{Low: math.Inf(-1), High: math.Inf(1)})
		}
	}
	for v, c := range chain {
		it := &items[index[c]]
		it.Weight++
		it.Want += (l.x[v] - it.Want) / it.Weight
		index[v] = index[c]
	}
	at := spread.Solve(items, l.gaps(index), l.n.stop)
	for v := range l.x {
		l.x[v] = at[index[v]]
	}
}

// gaps are the least distances between neighbours in all rows, as items by their index.
func (l *layers) gaps(index []int) []spread.Gap {
	var out []spread.Gap
	for _, row := range l.rows {
		for i := 1; i < len(row); i++ {
			out = append(out, spread.Gap{Before: index[row[i-1]], After: index[row[i]], Least: l.apart(row[i-1], row[i])})
		}
	}
	return out
}

// mostSorted bounds the nodes that are sorted to find out whether chains can be straight,
// all tries together; what is not tried then stays as it is.
const mostSorted = 20_000_000

// chains names for each node the first node of its chain. The main way makes chains; so does any other connector
// from one row to the next whose ends are free for it and no chain stands in
// the way.
func (l *layers) chains() []int {
	j := joining{layers: l, chain: make([]int, len(l.x)), follows: make([]bool, len(l.x)), budget: mostSorted}
	for v := range j.chain {
		j.chain[v] = v
	}
	var all []int
	for _, row := range l.rows {
		all = append(all, row...)
	}
	j.join(all, func(v int) int {
		if u, ok := l.main[v]; ok {
			return u
		}
		return -1
	})
	j.join(all, func(v int) int {
		best := -1
		if j.chain[v] != v || v >= l.real {
			return best
		}
		for _, u := range l.up[v] {
			if u < l.real && !j.follows[u] && (best < 0 || math.Abs(l.x[u]-l.x[v]) < math.Abs(l.x[best]-l.x[v])) {
				best = u
			}
		}
		return best
	})
	return j.first()
}

// joining is the state of it: per node the one that it hangs on in its chain, itself for
// the first; and whether one hangs on it.
type joining struct {
	*layers
	chain   []int
	follows []bool
	budget  int
}

// join hangs each of the nodes on the one that above names for it, -1 for none, unless
// the chains could not all be straight then. It tries all at once: when these cannot,
// the first half of them, and then the others.
func (j *joining) join(nodes []int, above func(v int) int) {
	chain, follows := slices.Clone(j.chain), slices.Clone(j.follows)
	joined := 0
	for _, v := range nodes {
		if u := above(v); u >= 0 {
			j.chain[v], j.follows[u] = u, true
			joined++
		}
	}
	if joined == 0 {
		return
	}
	j.budget -= len(j.x)
	if j.budget >= 0 && !j.n.over() && j.straight() {
		return
	}
	j.chain, j.follows = chain, follows
	if j.budget < 0 || len(nodes) == 1 || j.n.over() {
		return
	}
	j.join(nodes[:len(nodes)/2], above)
	j.join(nodes[len(nodes)/2:], above)
}

// first names the first node of each node's chain.
func (j *joining) first() []int {
	out := slices.Clone(j.chain)
	for _, row := range j.rows { // what one hangs on stands in the row above
		for _, v := range row {
			out[v] = out[out[v]]
		}
	}
	return out
}

// straight reports whether the chains can all be straight: none stands left of another here
// and right of it there.
func (j *joining) straight() bool {
	_, round := spread.Sequence(len(j.x), j.gaps(j.first()))
	return !round
}
