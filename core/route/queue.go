package route

// item is a state that the search can go to. total is its cost and the least
// that is still to pay.
type item struct {
	total, cost float64
	state, prev int32
	bends       int32
	run         int32 // that it stands on, along its heading, or -1
}

// queue is a heap of states; ties go to the farther one, then to the lower
// state, so that the same page always gives the same path.
type queue []item

func (q queue) less(i, j int) bool {
	a, b := &q[i], &q[j]
	if d := a.total - b.total; d < -1e-9 || d > 1e-9 {
		return d < 0
	}
	if d := a.cost - b.cost; d < -1e-9 || d > 1e-9 {
		return d > 0
	}
	return a.state < b.state
}

// push and pop are container/heap's, without an allocation for each item.
func (q *queue) push(v item) {
	*q = append(*q, v)
	for i := len(*q) - 1; i > 0; {
		up := (i - 1) / 2
		if !q.less(i, up) {
			break
		}
		(*q)[i], (*q)[up] = (*q)[up], (*q)[i]
		i = up
	}
}

func (q *queue) pop() item {
	h := *q
	top, n := h[0], len(h)-1
	h[0] = h[n]
	h = h[:n]
	*q = h
	for i := 0; ; {
		c := 2*i + 1
		if c >= n {
			break
		}
		if c+1 < n && h.less(c+1, c) {
			c++
		}
		if !h.less(c, i) {
			break
		}
		h[i], h[c] = h[c], h[i]
		i = c
	}
	return top
}
