package flow

// Branch are the steps that are reached through step v alone, v among them, by their indices; with whole all that
// follow it, ways back and ways that come together included.
func (g *Graph) Branch(v int, whole bool) map[int]bool {
	after := g.reached([]int{v}, -1)
	if whole {
		return after
	}
	var entries []int
	for u := range g.In {
		if len(g.In[u]) == 0 && u != v {
			entries = append(entries, u)
		}
	}
	if len(g.In[v]) > 0 { // what comes in a circle alone has no entry but those before v
		for _, w := range g.In[v] {
			if u := g.Ways[w].From; !after[u] {
				entries = append(entries, u)
			}
		}
	}
	for u := range g.reached(entries, v) {
		delete(after, u)
	}
	after[v] = true
	return after
}

// reached are the steps that ways lead to from some, with those, without a way through one.
func (g *Graph) reached(from []int, but int) map[int]bool {
	out := map[int]bool{}
	for len(from) > 0 {
		u := from[len(from)-1]
		if from = from[:len(from)-1]; out[u] || u == but {
			continue
		}
		out[u] = true
		for _, w := range g.Out[u] {
			from = append(from, g.Ways[w].To)
		}
	}
	return out
}
