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

// chains names for each node the first node of its chain, and sorts the chains
// from left to right. The main way makes chains; so does any other connector
// from one row to the next whose ends are free for it and no chain stands in
// the way.
func (l *layers) chains() (chain, order []int) {
	chain = make([]int, len(l.x))
	for v := range chain {
		chain[v] = v
	}
	follows := map[int]bool{} // nodes that one follows in their chain
	for _, row := range l.rows {
		for _, v := range row {
			if u, ok := l.main[0][v]; ok {
				was := slices.Clone(chain)
				if chain[v] = chain[u]; l.sorted(chain) == nil {
					chain = was
				} else {
					follows[u] = true
				}
			}
		}
	}
	for _, row := range l.rows {
		for _, v := range row {
			if chain[v] != v || v >= l.real {
				continue
			}
			best := -1
			for _, u := range l.up[v] {
				if u < l.real && !follows[u] && (best < 0 || math.Abs(l.x[u]-l.x[v]) < math.Abs(l.x[best]-l.x[v])) {
					best = u
				}
			}
			if best < 0 {
				continue
			}
			was := slices.Clone(chain)
			for w, c := range chain {
				if c == v {
					chain[w] = chain[best]
				}
			}
			if l.sorted(chain) == nil {
				chain = was
			} else {
				follows[best] = true
			}
		}
	}
	return chain, l.sorted(chain)
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
