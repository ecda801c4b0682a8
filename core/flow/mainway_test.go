package flow

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// drawn is a page of steps by their names: "a b c" are ways from a to b and from a to c, in this order; an arrow
// before a name marks the main outcome.
func drawn(ways ...string) *chart.Page {
	p := chart.NewPage("p")
	for _, w := range ways {
		names := strings.Fields(w)
		for i, to := range names {
			main := strings.HasPrefix(to, ">")
			to = strings.TrimPrefix(to, ">")
			if p.Step(to) == nil {
				p.Steps = append(p.Steps, &chart.Step{ID: to, Symbol: symbol.Process})
			}
			if i > 0 {
				p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint(len(p.Connectors)), Meaning: chart.Flow, From: chart.End{Step: names[0]}, To: chart.End{Step: to}, Main: main})
			}
		}
	}
	return p
}

func mainOf(p *chart.Page) string {
	g := Of(p)
	var out []string
	for _, v := range g.Forward().Main() {
		out = append(out, g.Steps[v].ID)
	}
	return strings.Join(out, " ")
}

// The main way of charts, found by hand.
func TestMain(t *testing.T) {
	for _, c := range []struct{ why, ways, want string }{
		{"a chain", "a b,b c", "a b c"},
		{"an outcome that goes back is written first", "a b,b c,c b d,d e", "a b c d e"},
		{"a step that only leads back", "a b,b back c,back a,c d", "a b c d"},
		{"two steps that lead back, longer than the way on", "a b,b r c,r s,s t,t a,c d", "a b c d"},
		{"the longest way to an end", "a b,b x c,c d,d e", "a b c d e"},
		{"of equals the one that was made first", "a b,b c d,c e,d e", "a b c e"},
		{"whatever order its outcomes have", "a,b,c,d,e,a b,b d c,c e,d e", "a b c e"},
		{"a way round through the same decision is no way on", "a b,b c x,x y,y z,z b,c d", "a b c d"},
		{"the start with the longest way", "x y,a b,b c,c y", "a b c y"},
		{"a circle without an end", "a b,b c,c a", "a b c"},
		{"from a circle to its end", "a b,b c a,c d", "a b c d"},
		{"an outcome marked as the main one", "a b,b >x c,c d,d e", "a b x"},
		{"an inner circle", "a b,b c,c d,d b e,e a f", "a b c d e f"},
	} {
		if got := mainOf(drawn(strings.Split(c.ways, ",")...)); got != c.want {
			t.Errorf("%s: the main way of %q is %q, want %q", c.why, c.ways, got, c.want)
		}
	}
}

// business is a generated chart as procedures are: decisions that skip ahead, go back, or lead to a branch.
func business(r *rand.Rand) *chart.Page {
	n := 5 + r.IntN(20)
	var ways []string
	for i := range n {
		ways = append(ways, fmt.Sprint(i))
	}
	for i := range n - 1 {
		w := fmt.Sprint(i, " ", i+1)
		switch r.IntN(6) {
		case 0:
			w += fmt.Sprint(" ", min(n-1, i+2+r.IntN(4)))
		case 1:
			w += fmt.Sprint(" ", r.IntN(i+1))
		case 2:
			w += fmt.Sprintf(" x%d", i)
			ways = append(ways, fmt.Sprintf("x%d y%d", i, i), fmt.Sprintf("y%d %d", i, min(n-1, r.IntN(i+4))))
		case 3:
			w += fmt.Sprintf(" end%d", i)
		}
		ways = append(ways, w)
	}
	return drawn(ways...)
}

// In 1,000 charts the order of outcomes changes nothing in the main way, and a step put in on a way, or beside
// one, leaves the others in their order.
func TestMainStays(t *testing.T) {
	for seed := range uint64(1000) {
		r := rand.New(rand.NewPCG(seed, 9))
		p := business(r)
		was := mainOf(p)
		slices.Reverse(p.Connectors)
		if now := mainOf(p); now != was {
			t.Fatalf("chart %d: %q, with its outcomes turned round %q", seed, was, now)
		}
		slices.Reverse(p.Connectors)
		c := p.Connectors[r.IntN(len(p.Connectors))]
		p.Steps = append(p.Steps, &chart.Step{ID: "new", Symbol: symbol.Process})
		p.Connectors = append(p.Connectors, &chart.Connector{ID: "new", Meaning: chart.Flow, From: chart.End{Step: "new"}, To: c.To})
		if seed%2 == 0 {
			c.To = chart.End{Step: "new"}
		} else {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: "more", Meaning: chart.Flow, From: c.From, To: chart.End{Step: "new"}})
		}
		place := map[string]int{}
		for i, id := range strings.Fields(was) {
			place[id] = i
		}
		last := -1
		for _, id := range strings.Fields(mainOf(p)) {
			if i, both := place[id]; both {
				if i < last {
					t.Fatalf("chart %d: %q, with a step more %q", seed, was, mainOf(p))
				}
				last = i
			}
		}
	}
}

// The chains of a chart hold each step once, and none goes back.
func TestChains(t *testing.T) {
	for seed := range uint64(300) {
		p := business(rand.New(rand.NewPCG(seed, 4)))
		g := Of(p)
		f := g.Forward()
		left := map[int]bool{}
		for v := range g.Steps {
			left[v] = true
		}
		seen := map[int]bool{}
		for _, c := range f.Chains(left) {
			for i, v := range c {
				if seen[v] {
					t.Fatalf("chart %d: step %s stands in two chains", seed, g.Steps[v].ID)
				}
				seen[v] = true
				if i > 0 && !slices.ContainsFunc(g.Out[c[i-1]], func(e int) bool { return g.Ways[e].To == v && !f.Back[e] }) {
					t.Fatalf("chart %d: no way leads from %s on to %s", seed, g.Steps[c[i-1]].ID, g.Steps[v].ID)
				}
			}
		}
		if len(seen) != len(g.Steps) {
			t.Errorf("chart %d: %d of %d steps stand in chains", seed, len(seen), len(g.Steps))
		}
		if _, round := topological(g, f); round {
			t.Errorf("chart %d: what is no way back goes round in a circle", seed)
		}
	}
}

// topological counts the steps that can be taken off one after the other when none leads to them any more.
func topological(g *Graph, f *Forward) (n int, round bool) {
	ins := make([]int, len(g.Steps))
	for e, w := range g.Ways {
		if !f.Back[e] {
			ins[w.To]++
		}
	}
	var free []int
	for v, k := range ins {
		if k == 0 {
			free = append(free, v)
		}
	}
	for len(free) > 0 {
		v := free[0]
		free = free[1:]
		n++
		for _, e := range g.Out[v] {
			if !f.Back[e] {
				if ins[g.Ways[e].To]--; ins[g.Ways[e].To] == 0 {
					free = append(free, g.Ways[e].To)
				}
			}
		}
	}
	return n, n < len(g.Steps)
}
