package layout

import (
	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// What a filled grid is judged by, in bends.
const (
	aColumn   = 1.0  // of width
	aCell     = 0.02 // of distance, along the flow
	contested = 5.0  // more for each bend because outcomes want the same tip
)

// mostLate is how many columns later than it would have to be a step is tried;
// mostFilled bounds the steps put into grids for that, all tries together.
const (
	mostLate   = 2
	mostFilled = 150000
)

// fewBends fills the grid so that the connectors need few bends: each step is
// tried in later columns, then each together with one of the next along the
// flow, and they stay where bends, width and distances are least together.
func fewBends(p *chart.Page, n *net) *grid {
	fans := fansOf(p, n)
	late := make([]int, len(n.w))
	best := fill(n, len(p.Lanes), late)
	least, budget := best.cost(fans), max(mostFilled, 2*len(n.w)*len(n.w))
	try := func(v, dv, w, dw int) bool {
		if budget -= len(n.w); budget < 0 {
			return false
		}
		wasV, wasW := late[v], late[w]
		late[v], late[w] = dv, dw
		g := fill(n, len(p.Lanes), late)
		if c := g.cost(fans); c < least-1e-9 {
			best, least = g, c
			return true
		}
		late[v], late[w] = wasV, wasW
		return false
	}
	for _, reach := range reaches {
		for better := true; better; {
			better = false
			for i, v := range n.order {
				for _, w := range n.order[i+min(reach, 1) : min(i+reach+1, len(n.order))] {
					for d := range (mostLate + 1) * (mostLate + 1) {
						dv, dw := d%(mostLate+1), d/(mostLate+1)
						if w == v && dv != dw {
							continue
						}
						if (dv != late[v] || dw != late[w]) && try(v, dv, w, dw) {
							better = true
						}
					}
				}
			}
		}
	}
	return best
}

// reaches are how far along the flow the other step of a pair stands at most.
var reaches = []int{0, 4}

// fan are the connectors out of a step.
type fan struct {
	from     int
	to       []int
	outcomes bool // they leave by different tips
}

func fansOf(p *chart.Page, n *net) []fan {
	out := make([]fan, len(n.w))
	for v := range out {
		out[v] = fan{from: v, outcomes: p.Steps[v].Symbol == symbol.Decision}
	}
	for _, a := range n.edges {
		from, to := a.from, a.to
		if a.turned {
			from, to = to, from
		}
		out[from].to = append(out[from].to, to)
	}
	return out
}

func (g *grid) cost(fans []fan) float64 {
	f := g.look()
	bends, cells, more := 0, 0, 0
	list := make([]bySide, 0, 8)
	for _, w := range fans {
		list = list[:0]
		for _, v := range w.to {
			list = append(list, f.bends(w.from, v))
			cells += max(f.at[v].col-f.at[w.from].col, f.at[w.from].col-f.at[v].col)
		}
		b := least(list, w.outcomes, 0)
		if w.outcomes {
			more += b - least(list, false, 0)
		}
		bends += b
	}
	return float64(bends) + contested*float64(more) + aColumn*float64(g.cols()) + aCell*float64(cells)
}

// bySide are the bends that a line needs, by the symbol.Side that it leaves by.
type bySide [4]int

// least is the least sum of bends of the lines out of a step; apart, each leaves
// by a side of its own for as long as there are sides.
func least(list []bySide, apart bool, taken uint8) int {
	if len(list) == 0 {
		return 0
	}
	best := 4 * len(list)
	for side, b := range list[0] {
		bit := uint8(1) << side
		if b >= best || apart && taken&bit != 0 && taken != 15 {
			continue
		}
		if !apart {
			bit = 0
		}
		best = min(best, b+least(list[1:], apart, taken|bit))
	}
	return best
}
