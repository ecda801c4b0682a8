package layout

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// What a filled grid is judged by, in bends.
const (
	aColumn   = 1.0  // of width
	aCell     = 0.02 // of distance, along the flow
	contested = 5.0  // more for each bend because outcomes want the same tip
)

// mostLate is how many columns later than it would have to be a step is tried.
const mostLate = 2

// mostFilled bounds the steps put into grids for that, all tries together, on a page of
// so many: two tries a step where that is little, and beyond a time in proportion to them.
func mostFilled(steps int) int { return max(fewFilled, min(triesAStep*steps, mostTries)*steps) }

const (
	fewFilled  = 150000 // always allowed
	triesAStep = 2
	mostTries  = 600
)

// fewBends fills the grid so that the connectors need few bends: each step is
// tried in later columns, then each together with one of the next along the
// flow, and they stay where bends, width and distances are least together.
func fewBends(p *chart.Page, n *net) *grid {
	fans := fansOf(p, n)
	late := make([]int, len(n.w))
	best := fill(n, len(p.Lanes), late)
	least, budget := best.cost(fans), mostFilled(len(n.w))
	try := func(v, dv, w, dw int) bool {
		if budget -= len(n.w); n.over() {
			budget = -1
		}
		if budget < 0 {
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
				if budget < 0 {
					return best
				}
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
		b := least(list, w.outcomes)
		if w.outcomes {
			more += b - least(list, false)
		}
		bends += b
	}
	return float64(bends) + contested*float64(more) + aColumn*float64(g.cols()) + aCell*float64(cells)
}

// bySide are the bends that a line needs, by the symbol.Side that it leaves by.
type bySide [4]int

// least is the least sum of bends of the lines out of a step; apart, each leaves
// by a side of its own for as long as there are sides.
func least(list []bySide, apart bool) int {
	if !apart {
		sum := 0
		for _, l := range list {
			sum += min(l[0], l[1], l[2], l[3])
		}
		return sum
	}
	// The least sum of the first lines for each set of sides that they may have taken: a
	// line more takes a side more, or any of them once all are taken.
	const all, none = 1<<4 - 1, 1 << 30
	var sums, next [all + 1]int
	for taken := 1; taken <= all; taken++ {
		sums[taken] = none
	}
	for _, l := range list {
		for taken := range next {
			next[taken] = none
		}
		for taken, sum := range sums {
			for side, b := range l {
				if bit := 1 << side; sum < none && (taken&bit == 0 || taken == all) {
					next[taken|bit] = min(next[taken|bit], sum+b)
				}
			}
		}
		sums = next
	}
	return slices.Min(sums[:])
}
