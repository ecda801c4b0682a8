package cells

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/symbol"
)

// page is a page of steps by their names: "a b c" are ways from a to b and from a to c, in this order;
// a name that ends in ? is a decision.
func page(ways ...string) *chart.Page {
	p := chart.NewPage("p")
	step := func(name string) string {
		if p.Step(name) == nil {
			s := &chart.Step{ID: name, Text: name, Symbol: symbol.Process, W: 112, H: 56}
			if strings.HasSuffix(name, "?") {
				s.Symbol, s.H = symbol.Decision, 84
			}
			p.Steps = append(p.Steps, s)
		}
		return name
	}
	for _, w := range ways {
		names := strings.Fields(w)
		for _, to := range names {
			step(to)
		}
		for _, to := range names[1:] {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", len(p.Connectors)), Meaning: chart.Flow, From: chart.End{Step: names[0]}, To: chart.End{Step: to}})
		}
	}
	return p
}

// business is a chart as procedures are: a main way with decisions that skip ahead, go back, or lead to a
// branch that comes back or ends.
func business(seed uint64, n int) *chart.Page {
	r := rand.New(rand.NewPCG(seed, 3))
	var ways []string
	name := make([]string, n)
	for i := range name {
		name[i] = fmt.Sprint("s", i)
		if r.IntN(3) == 0 && i > 0 && i < n-1 {
			name[i] += "?"
		}
	}
	extra := 0
	for i := range n - 1 {
		w := name[i] + " " + name[i+1]
		if strings.HasSuffix(name[i], "?") {
			switch to := name[min(n-1, i+2+r.IntN(4))]; r.IntN(4) {
			case 0:
				w += " " + to
			case 1:
				w += " " + name[max(0, i-r.IntN(5))]
			default:
				k := 1 + r.IntN(3)
				last := name[i]
				for range k {
					b := fmt.Sprint("b", extra)
					extra++
					ways = append(ways, last+" "+b)
					last = b
				}
				if r.IntN(3) > 0 {
					if r.IntN(2) == 0 {
						to = name[r.IntN(i+1)]
					}
					ways = append(ways, last+" "+to)
				}
			}
		}
		ways = append(ways, w)
	}
	return page(ways...)
}

func BenchmarkPlace(b *testing.B) {
	for _, n := range []int{8, 14, 22} {
		pages := make([]*flow.Graph, 20)
		for i := range pages {
			pages[i] = flow.Of(business(uint64(i), n))
		}
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			for b.Loop() {
				for _, g := range pages {
					Place(b.Context(), g, nil, true)
				}
			}
		})
	}
}
