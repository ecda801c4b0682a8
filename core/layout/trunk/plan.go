package trunk

import "plaintracer/core/symbol"

// plan is where the steps stand, one to a cell.
type plan struct {
	g                        *Graph
	col, row                 []int
	on                       []bool // it has a place
	cells                    []int16
	left, right, top, bottom int // of what has a place
	wide                     int
}

// reach bounds the columns and rows of a plan, on either side of the first step.
const reach = 160

func newPlan(g *Graph) *plan {
	return &plan{g: g, col: make([]int, g.Steps), row: make([]int, g.Steps), on: make([]bool, g.Steps)}
}

func (p *plan) copyTo(q *plan) {
	q.g = p.g
	q.col, q.row, q.on = append(q.col[:0], p.col...), append(q.row[:0], p.row...), append(q.on[:0], p.on...)
}

// index fills the cells anew; it tells whether no two steps stand in one and none beyond the reach.
func (p *plan) index() bool {
	first := true
	for v, on := range p.on {
		if !on {
			continue
		}
		c, r := p.col[v], p.row[v]
		if abs(c) > reach || abs(r) > reach {
			return false
		}
		if first {
			p.left, p.right, p.top, p.bottom, first = c, c, r, r, false
		}
		p.left, p.right, p.top, p.bottom = min(p.left, c), max(p.right, c), min(p.top, r), max(p.bottom, r)
	}
	p.wide = p.right - p.left + 1
	size := p.wide * (p.bottom - p.top + 1)
	if cap(p.cells) < size {
		p.cells = make([]int16, size)
	}
	p.cells = p.cells[:size]
	clear(p.cells)
	for v, on := range p.on {
		if !on {
			continue
		}
		k := &p.cells[(p.row[v]-p.top)*p.wide+p.col[v]-p.left]
		if *k != 0 {
			return false
		}
		*k = int16(v) + 1
	}
	return true
}

// borders are the outermost ones.
func (p *plan) borders() (left, right, top, bottom int) {
	return 2 * p.left, 2*p.right + 2, 2 * p.top, 2*p.bottom + 2
}

// holds is the step in a cell; -1 for none.
func (p *plan) holds(c, r int) int {
	if c < p.left || c > p.right || r < p.top || r > p.bottom {
		return -1
	}
	return int(p.cells[(r-p.top)*p.wide+c-p.left]) - 1
}

// What a plan is judged by besides crossings and lines side by side, in bends.
const (
	aHalfCell = 0.03 // of length
	aColumn   = 0.25
	aRow      = 0.12
	sameTip   = 3.0 // two outcomes leave by one tip
	inAndOut  = 1.5 // a line enters a decision by a tip that another leaves by
	mixed     = 0.4 // the same at other steps
	upward    = 0.3 // a line of the flow that goes back up the page, and is no way back
	turned    = 0.2 // a chain begins or ends at a side that looks away
	bentTrunk = 6.0 // for each bend of the main way
	inTrunk   = 2.0 // a step in the column of the main way that is not on it
)

// drawing is how the lines of a plan run.
type drawing struct {
	runs []run
	cost float64
	work int // counted, in pairs of runs compared
}

// draw finds how the lines of a plan run: each chooses the way that costs least beside those that have
// chosen before, twice over. Beyond most it ends, for it is no better then.
func (d *drawer) draw(p *plan, most float64) drawing {
	g := p.g
	out := drawing{runs: d.runs[:len(g.Lines)]}
	if !p.index() {
		out.cost = most + 1
		return out
	}
	base := aColumn*float64(p.right-p.left) + aRow*float64(p.bottom-p.top)
	for v, c := range p.col {
		if c == 0 && p.on[v] && !g.Main[v] {
			base += inTrunk
		}
	}
	if base >= most {
		out.cost = most + 1
		return out
	}
	clear(d.outs)
	clear(d.ins)
	list := d.list[:0]
	for i, l := range g.Lines {
		out.runs[i].n = 0
		if p.on[l.From] && p.on[l.To] {
			list = append(list, i)
		}
	}
	d.list = list
	// Those that are short choose first: they have the fewest ways.
	far := func(i int) int {
		l := g.Lines[i]
		if l.Trunk {
			return -1
		}
		dx, dy := abs(p.col[l.From]-p.col[l.To]), abs(p.row[l.From]-p.row[l.To])
		return dx + dy + 4*min(dx, dy, 1)
	}
	for k := 1; k < len(list); k++ {
		for j := k; j > 0 && far(list[j]) < far(list[j-1]); j-- {
			list[j], list[j-1] = list[j-1], list[j]
		}
	}
	sum := 0.0
	for pass := range 2 {
		sum = base
		for k, i := range list {
			if pass > 0 {
				d.use(i, &out.runs[i], -1)
				if g.Lines[i].Trunk && out.runs[i].n == 2 {
					d.use(i, &out.runs[i], 1)
					continue
				}
			}
			others := list[:k]
			if pass > 0 {
				others = list
			}
			best, least := -1, 0.0
			d.ways = p.runs(g.Lines[i].From, g.Lines[i].To, g.Decides[g.Lines[i].From] && !g.Lines[i].Weak, d.ways)
			for w := range d.ways {
				r := &d.ways[w]
				c := d.alone(p, i, r)
				if best >= 0 && c >= least {
					continue
				}
				out.work += len(others)
				for _, j := range others {
					if j != i {
						c += d.between(i, r, j, &out.runs[j])
					}
					if best >= 0 && c >= least {
						break
					}
				}
				if best < 0 || c < least {
					best, least = w, c
				}
			}
			if best < 0 { // enclosed, which borders do not allow
				out.cost = most + 1
				return out
			}
			out.runs[i] = d.ways[best]
			d.use(i, &out.runs[i], 1)
			if sum += least; pass == 0 && sum > most+3 {
				out.cost = most + 1
				return out
			}
		}
	}
	out.cost = base
	for k, i := range list {
		d.use(i, &out.runs[i], -1)
		out.cost += d.alone(p, i, &out.runs[i])
		d.use(i, &out.runs[i], 1)
		for _, j := range list[:k] {
			out.cost += d.between(i, &out.runs[i], j, &out.runs[j])
		}
	}
	out.work += len(list) * len(list) / 2
	return out
}

// drawer has what draw works with.
type drawer struct {
	g         *Graph
	runs      []run
	ways      []run
	list      []int
	outs, ins []int8 // per step and side, the lines there
}

func newDrawer(g *Graph) *drawer {
	return &drawer{g: g, runs: make([]run, len(g.Lines)), outs: make([]int8, 4*g.Steps), ins: make([]int8, 4*g.Steps)}
}

func (d *drawer) use(i int, r *run, by int8) {
	l := d.g.Lines[i]
	d.outs[4*l.From+int(r.from)] += by
	d.ins[4*l.To+int(r.to)] += by
}

// alone is what a run costs for itself and at the steps at its ends.
func (d *drawer) alone(p *plan, i int, r *run) float64 {
	l := d.g.Lines[i]
	c := float64(r.bends())
	if l.Weak {
		c /= 2
	}
	c += aHalfCell * float64(r.length())
	if l.Trunk {
		c += bentTrunk * float64(r.bends())
	}
	if d.g.Decides[l.From] && !l.Weak && d.outs[4*l.From+int(r.from)] > 0 {
		c += sameTip
	}
	meets := func(decides bool, n int8) {
		switch {
		case n == 0:
		case decides && !l.Pair:
			c += inAndOut
		default:
			c += mixed
		}
	}
	meets(d.g.Decides[l.From], d.ins[4*l.From+int(r.from)])
	meets(d.g.Decides[l.To], d.outs[4*l.To+int(r.to)])
	if !l.Back && !l.Weak {
		if p.row[l.To] < p.row[l.From] && !l.Returns {
			c += upward * float64(p.row[l.From]-p.row[l.To])
		}
		if r.from == symbol.Top {
			c += turned
		}
		if r.to == symbol.Bottom {
			c += turned
		}
	}
	return c
}

func (d *drawer) between(i int, a *run, j int, b *run) float64 {
	l, m := d.g.Lines[i], d.g.Lines[j]
	if l.Pair && l.From == m.To && l.To == m.From && a.bends() == 0 {
		return sideBySide
	}
	return conflict(a, b, l.To == m.To, l.From == m.From && !d.g.Decides[l.From])
}
