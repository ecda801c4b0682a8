package find

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

func (a *item) before(b *item) bool {
	if d := a.total - b.total; d < -1e-9 || d > 1e-9 {
		return d < 0
	}
	if d := a.cost - b.cost; d < -1e-9 || d > 1e-9 {
		return d > 0
	}
	return a.state < b.state
}

// push and pop are container/heap's, without an allocation for each item; an item is
// moved only where it stays.
func (q *queue) push(v *item) {
	*q = append(*q, item{})
	h := *q
	i := len(h) - 1
	for i > 0 {
		up := (i - 1) / 2
		if !v.before(&h[up]) {
			break
		}
		h[i] = h[up]
		i = up
	}
	h[i] = *v
}

func (q *queue) pop() item {
	h := *q
	n := len(h) - 1
	top, v := h[0], &h[n]
	h = h[:n]
	*q = h
	i := 0
	for {
		c := 2*i + 1
		if c >= n {
			break
		}
		if c+1 < n && h[c+1].before(&h[c]) {
			c++
		}
		if !h[c].before(v) {
			break
		}
		h[i] = h[c]
		i = c
	}
	if n > 0 {
		h[i] = *v
	}
	return top
}
