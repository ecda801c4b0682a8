package flow

import (
	"fmt"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// page makes a page of n processes, with ways given as "from>to".
func page(n int, ways ...[2]int) *chart.Page {
	p := chart.NewPage("p")
	for i := range n {
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 100, H: 50})
	}
	for i, w := range ways {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), Meaning: chart.Flow,
			From: chart.End{Step: fmt.Sprint("s", w[0])}, To: chart.End{Step: fmt.Sprint("s", w[1])}})
	}
	return p
}

func TestWalk(t *testing.T) {
	for _, c := range []struct {
		name  string
		page  *chart.Page
		order []int
		back  []int // ways back
	}{
		{"a chain", page(3, [2]int{0, 1}, [2]int{1, 2}), []int{0, 1, 2}, nil},
		{"outcomes in their order", page(4, [2]int{0, 2}, [2]int{0, 1}, [2]int{2, 3}), []int{0, 2, 3, 1}, nil},
		{"a loop", page(3, [2]int{0, 1}, [2]int{1, 2}, [2]int{2, 1}), []int{0, 1, 2}, []int{2}},
		{"a step to itself", page(1, [2]int{0, 0}), []int{0}, []int{0}},
		{"a ring without a start", page(3, [2]int{0, 1}, [2]int{1, 2}, [2]int{2, 0}), []int{0, 1, 2}, []int{2}},
		{"a merge is no way back", page(4, [2]int{0, 1}, [2]int{0, 2}, [2]int{1, 3}, [2]int{2, 3}), []int{0, 1, 3, 2}, nil},
		{"the start made last", page(3, [2]int{2, 0}, [2]int{0, 1}), []int{2, 0, 1}, nil},
	} {
		w := Of(c.page).Walk()
		if fmt.Sprint(w.Order) != fmt.Sprint(c.order) {
			t.Errorf("%s: order %v, want %v", c.name, w.Order, c.order)
		}
		var back []int
		for i, b := range w.Back {
			if b {
				back = append(back, i)
			}
		}
		if fmt.Sprint(back) != fmt.Sprint(c.back) {
			t.Errorf("%s: ways back %v, want %v", c.name, back, c.back)
		}
	}
}

func TestOnlyWaysCount(t *testing.T) {
	p := page(2, [2]int{0, 1})
	p.Connectors[0].Meaning = chart.Data
	p.Steps[1].Symbol = symbol.StoredData
	g := Of(p)
	if len(g.Ways) != 0 || !g.Counts(0) || g.Counts(1) {
		t.Errorf("a store counts as a step of the flow: %v", g.Ways)
	}
	p.Connectors[0].Meaning = chart.Aside
	if g := Of(p); len(g.Ways) != 1 || !g.Counts(1) {
		t.Error("an aside is a way, and a store on a way is numbered")
	}
	p.Connectors[0].To = chart.End{X: 5}
	if g := Of(p); len(g.Ways) != 0 {
		t.Error("a loose end is no way")
	}
}
