package layout

import (
	"math/rand/v2"
	"slices"
	"testing"

	"plaintracer/core/chart"
)

// A small chart in lanes is laid out as well as the best of many laid out by chance: their steps taken in any
// order along the flow, each in a column as soon as it can stand there or one or two later; routed by the same
// router, bends and crossings together.
func TestLanesAgainstChance(t *testing.T) {
	charts, tries := howMany(40, 60), howMany(60, 20_000)
	worse, more, all := 0, 0, 0
	for seed := range charts {
		c := worked(seed, 6+int(seed%9), 2+int(seed%4))
		p := c.Pages[0]
		if cmd, ok := Page(p, Down); ok {
			if _, err := chart.Apply(c, cmd); err != nil {
				t.Fatal(err)
			}
		}
		b, x := counted(c)
		if slices.ContainsFunc(p.Lanes, func(l *chart.Lane) bool { return l.Size > 2*folded }) {
			continue // a long one, folded into rows in its lanes
		}
		all++
		best := 1 << 30
		r := rand.New(rand.NewPCG(seed, 17))
		n := build(t.Context(), p)
		w, h := p.SheetSize()
		n.how = setting{w: w, h: h, tight: 1, rows: 1}
		order := slices.Clone(n.order)
		for range tries {
			n.order = shuffled(r, n, order)
			late := make([]int, len(n.w))
			for v := range late {
				late[v] = max(0, r.IntN(5)-2)
			}
			cmd, _ := fill(n, len(p.Lanes), late).place(p)
			if _, err := chart.Apply(c, cmd); err != nil {
				t.Fatal(err)
			}
			b, x := counted(c)
			best = min(best, b+x)
		}
		if b+x > best {
			worse++
			more += b + x - best
			t.Logf("chart %d: %d bends and %d crossings, by chance %d", seed, b, x, best)
		}
	}
	t.Logf("%d of %d are worse, by %d together", worse, all, more)
	if 10*worse > all {
		t.Errorf("%d of %d charts are worse than by chance", worse, all)
	}
}

// folded is half of what a lane is high at least in which the steps stand in two rows, px.
const folded = 105.0

// shuffled is another order in which every step comes after those that lead to it.
func shuffled(r *rand.Rand, n *net, order []int) []int {
	left := make([]int, len(n.w))
	for _, e := range n.edges {
		left[e.to]++
	}
	var free, out []int
	for _, v := range order {
		if left[v] == 0 {
			free = append(free, v)
		}
	}
	for len(free) > 0 {
		i := r.IntN(len(free))
		v := free[i]
		free = slices.Delete(free, i, i+1)
		out = append(out, v)
		for _, e := range n.out[v] {
			if left[n.edges[e].to]--; left[n.edges[e].to] == 0 {
				free = append(free, n.edges[e].to)
			}
		}
	}
	return out
}
