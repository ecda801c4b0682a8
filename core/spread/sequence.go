package spread

// Sequence lists n items so that the first of each gap comes before its second (Kahn,
// 'Topological Sorting of Large Networks', 1962). Where gaps go round in a circle, it goes
// on with the lowest item that is left, and round is true.
func Sequence(n int, gaps []Gap) (order []int, round bool) {
	before, first := make([]int, n), make([]int, n+1) // of each item's gaps in after
	for _, g := range gaps {
		before[g.After]++
		first[g.Before+1]++
	}
	for i := range n {
		first[i+1] += first[i]
	}
	after, next := make([]int, len(gaps)), make([]int, n)
	copy(next, first)
	for _, g := range gaps {
		after[next[g.Before]] = g.After
		next[g.Before]++
	}
	order = make([]int, 0, n)
	done, lowest := make([]bool, n), 0
	put := func(i int) {
		done[i] = true
		order = append(order, i)
	}
	for i := range n {
		if before[i] == 0 {
			put(i)
		}
	}
	for k := 0; k < n; k++ {
		if k == len(order) {
			for done[lowest] {
				lowest++
			}
			put(lowest)
			round = true
		}
		i := order[k]
		for _, o := range after[first[i]:first[i+1]] {
			if before[o]--; before[o] == 0 && !done[o] {
				put(o)
			}
		}
	}
	return order, round
}
