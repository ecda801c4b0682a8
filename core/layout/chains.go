package layout

import (
	"math"
	"slices"
)

// align brings steps that follow each other exactly under each other: each
// chain of them is placed as one, as near to where its nodes stood as the
// distances in the rows allow.
func (l *layers) align() {
	chain, order := l.chains()
	mean, n := make([]float64, len(l.x)), make([]float64, len(l.x))
	members := make([][]int, len(l.x))
	for v, c := range chain {
		n[c]++
		mean[c] += (l.x[v] - mean[c]) / n[c]
		members[c] = append(members[c], v)
	}
	// Pushed right where that is needed, and pushed left: the middle of two
	// such placings keeps the distances as well.
	pushed := func(side int, sign float64) []float64 {
		at := make([]float64, len(l.x))
		for _, c := range order {
			at[c] = sign * mean[c]
			for _, v := range members[c] {
				if row, i := l.rows[l.rank[v]], l.place[v]+side; i >= 0 && i < len(row) {
					at[c] = math.Max(at[c], at[chain[row[i]]]+l.apart(row[i], v))
				}
			}
		}
		return at
	}
	right := pushed(-1, 1)
	slices.Reverse(order)
	left := pushed(1, -1)
	for v, c := range chain {
		l.x[v] = (right[c] - left[c]) / 2
	}
}

// mostSorted bounds the nodes that are sorted to find out whether chains can be straight,
// all tries together; what is not tried then stays as it is.
const mostSorted = 20_000_000

// chains names for each node the first node of its chain, and sorts the chains
// from left to right. The main way makes chains; so does any other connector
// from one row to the next whose ends are free for it and no chain stands in
// the way.
func (l *layers) chains() (chain, order []int) {
	j := joining{layers: l, chain: make([]int, len(l.x)), follows: make([]bool, len(l.x)), budget: mostSorted}
	for v := range j.chain {
		j.chain[v] = v
	}
	var all []int
	for _, row := range l.rows {
		all = append(all, row...)
	}
	j.join(all, func(v int) int {
		if u, ok := l.main[0][v]; ok {
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
	return j.first(), l.sorted(j.first())
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
	if j.budget >= 0 && !j.n.over() && j.sorted(j.first()) != nil {
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

// sorted are the chains from left to right; nil when some stand left of each
// other in turns, so that they cannot all be straight.
func (l *layers) sorted(chain []int) []int {
	before, after := make([]int, len(chain)), make([][]int, len(chain))
	all := 0
	for v, c := range chain {
		if c == v {
			all++
		}
	}
	for _, row := range l.rows {
		for i := 1; i < len(row); i++ {
			after[chain[row[i-1]]] = append(after[chain[row[i-1]]], chain[row[i]])
			before[chain[row[i]]]++
		}
	}
	var order []int
	for v, c := range chain {
		if c == v && before[c] == 0 {
			order = append(order, c)
		}
	}
	for i := 0; i < len(order); i++ {
		for _, c := range after[order[i]] {
			if before[c]--; before[c] == 0 {
				order = append(order, c)
			}
		}
	}
	if len(order) < all {
		return nil
	}
	return order
}
