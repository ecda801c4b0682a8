package cells

import (
	"math"

	"plaintracer/core/symbol"
)

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

// index fills the cells anew; it reports whether no two steps stand in one and none beyond the reach.
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
	aRow      = 0.12
	aCell     = 0.12 // of the room beside the first column, which costs the more the more rows there are
	aPlace    = 0.5  // along the flow, in lanes
	sameTip   = 3.0  // two outcomes leave by one tip
	inAndOut  = 1.5  // a line enters a decision by a tip that another leaves by
	mixed     = 0.4  // the same at other steps
	upward    = 0.3  // a line of the flow that goes back up the page, and is no way back
	against   = 3.0  // the same in lanes
	turned    = 0.2  // a chain begins or ends at a side that looks away
	bentTrunk = 6.0  // for each bend of the main way
	inTrunk   = 2.0  // a step in the column of the main way that is not on it
)

// hope is by how much a plan may cost more than what is sought when its lines have chosen once: the second
// time they may do better.
const hope = 1.5

// draw finds how the lines of a plan run, and what it costs: each line chooses the way that costs least beside
// those that have chosen before, twice over. What costs more than most is not drawn to the end.
func (d *drawer) draw(p *plan, most float64) float64 {
	worse := math.Inf(1)
	if !p.index() {
		return worse
	}
	base := d.size(p)
	d.order(p)
	least := base // of what all lines cost, those that have not chosen yet by their length alone
	for _, i := range d.list {
		least += d.apart(p, i)
	}
	for k, i := range d.list {
		c, ok := d.choose(p, i, d.list[:k])
		if least += c - d.apart(p, i); !ok || least > most+hope {
			return worse
		}
	}
	for _, i := range d.list {
		d.use(i, -1)
		if d.g.Lines[i].Trunk && d.runs[i].n == 2 {
			d.use(i, 1)
			continue
		}
		d.choose(p, i, d.list)
	}
	sum := base
	for k, i := range d.list {
		d.use(i, -1)
		sum += d.alone(p, i, &d.runs[i])
		d.use(i, 1)
		for _, j := range d.list[:k] {
			sum += d.between(i, &d.runs[i], j)
		}
	}
	d.work += len(d.list) * len(d.list) / 2
	return sum
}

// redraw is draw for a plan that differs from the best one, was, in the places of few steps: the other lines
// run as they do there, but where one of those stands on them, or beside a line that has changed.
func (d *drawer) redraw(p, was *plan, most float64) float64 {
	worse := math.Inf(1)
	if !p.index() {
		return worse
	}
	base := d.size(p)
	if base >= most {
		return worse
	}
	clear(d.outs)
	clear(d.ins)
	d.moved = d.moved[:0]
	for v := range p.on {
		if p.col[v] != was.col[v] || p.row[v] != was.row[v] {
			d.moved = append(d.moved, v)
		}
	}
	d.list, d.anew = d.list[:0], d.anew[:0]
	for i := range d.g.Lines {
		if d.touched(p, i) {
			d.anew = append(d.anew, i)
			d.changed[i] = true
			continue
		}
		d.changed[i] = false
		d.list = append(d.list, i)
		d.runs[i] = d.kept[i]
		d.use(i, 1)
	}
	rest := base + d.least // of what all lines cost, those anew as far as they have chosen
	for _, i := range d.anew {
		rest -= d.costs[i]
		for j := range d.runs {
			if j != i && (j < i || !d.changed[j]) {
				rest -= d.pairs[max(i, j)*len(d.runs)+min(i, j)]
			}
		}
	}
	for _, i := range d.anew {
		c, ok := d.choose(p, i, d.list)
		if rest += c; !ok || rest > most+hope {
			return worse
		}
		d.list = append(d.list, i)
	}
	for _, i := range d.list[:len(d.list)-len(d.anew)] {
		for _, j := range d.anew {
			if d.between(i, &d.runs[i], j) > 0 {
				d.use(i, -1)
				d.choose(p, i, d.list)
				d.changed[i] = true
				break
			}
		}
	}
	for _, i := range d.anew {
		d.use(i, -1)
		d.choose(p, i, d.list)
	}
	sum := base
	for i := range d.g.Lines {
		d.use(i, -1)
		sum += d.alone(p, i, &d.runs[i])
		d.use(i, 1)
	}
	for i := range d.g.Lines {
		for j := range i {
			if d.changed[i] || d.changed[j] {
				sum += d.between(i, &d.runs[i], j)
				d.work++
			} else {
				sum += d.pairs[i*len(d.runs)+j]
			}
		}
		if sum >= most {
			return worse
		}
	}
	return sum
}

// touched reports whether a line has to run anew: one of its steps has moved, or another one onto it.
func (d *drawer) touched(p *plan, i int) bool {
	l := d.g.Lines[i]
	r := &d.kept[i]
	for _, v := range d.moved {
		if l.From == v || l.To == v {
			return true
		}
		at := place{2*p.col[v] + 1, 2*p.row[v] + 1}
		for k := 1; k < r.n; k++ {
			a, b := r.at[k-1], r.at[k]
			if at.x >= min(a.x, b.x) && at.x <= max(a.x, b.x) && at.y >= min(a.y, b.y) && at.y <= max(a.y, b.y) {
				return true
			}
		}
	}
	return false
}

// keep takes what was drawn last for the best plan.
func (d *drawer) keep(p *plan) {
	d.kept = append(d.kept[:0], d.runs...)
	d.least = 0
	for i := range d.runs {
		if d.runs[i].n == 0 {
			continue
		}
		d.use(i, -1)
		d.costs[i] = d.alone(p, i, &d.runs[i])
		d.use(i, 1)
		d.least += d.costs[i]
		for j := range i {
			if d.runs[i].n > 0 && d.runs[j].n > 0 {
				c := d.between(i, &d.runs[i], j)
				d.pairs[i*len(d.runs)+j] = c
				d.least += c
			}
		}
	}
}

// tracing is how many pairs of runs could be compared while the ways of a line are found.
const tracing = 40

// order lists the lines whose steps have places, those first that have the fewest ways: the main way, and
// then the short ones.
func (d *drawer) order(p *plan) {
	clear(d.outs)
	clear(d.ins)
	d.list, d.far = d.list[:0], d.far[:0]
	for i, l := range d.g.Lines {
		d.runs[i].n = 0
		if !p.on[l.From] || !p.on[l.To] {
			continue
		}
		far := -1
		if dx, dy := abs(p.col[l.From]-p.col[l.To]), abs(p.row[l.From]-p.row[l.To]); !l.Trunk {
			far = dx + dy + 4*min(dx, dy, 1)
		}
		k := len(d.list)
		d.list, d.far = append(d.list, i), append(d.far, far)
		for ; k > 0 && far < d.far[k-1]; k-- {
			d.list[k], d.far[k] = d.list[k-1], d.far[k-1]
		}
		d.list[k], d.far[k] = i, far
	}
}

// apart is what a line costs at least for the distance of its steps.
func (d *drawer) apart(p *plan, i int) float64 {
	l := d.g.Lines[i]
	return 2 * aHalfCell * float64(abs(p.col[l.From]-p.col[l.To])+abs(p.row[l.From]-p.row[l.To]))
}

// choose gives a line the way that costs least beside others, and tells what it costs; ok is false where the
// line is enclosed.
func (d *drawer) choose(p *plan, i int, others []int) (least float64, ok bool) {
	l := d.g.Lines[i]
	best := -1
	d.ways = p.runs(l.From, l.To, d.g.Decides[l.From] && !l.Weak, d.ways)
	d.work += tracing
	few := -1 // bends, by a tip that is free
	for w := range d.ways {
		r := &d.ways[w]
		if few < 0 && d.outs[4*l.From+int(r.from)] == 0 {
			few = r.bends()
		}
		if few >= 0 && r.bends() > few {
			break
		}
		c := d.alone(p, i, r)
		for k := 0; k < len(others) && (best < 0 || c < least); k++ {
			if j := others[k]; j != i {
				c += d.between(i, r, j)
			}
			d.work++
		}
		if best < 0 || c < least {
			best, least = w, c
		}
	}
	if best < 0 {
		return 0, false
	}
	d.runs[i] = d.ways[best]
	d.use(i, 1)
	return least, true
}

// size is what the room costs that a plan takes.
func (d *drawer) size(p *plan) float64 {
	if d.g.Lanes {
		return aPlace * float64(p.bottom-p.top)
	}
	sum := aRow*float64(p.bottom-p.top) + aCell*float64((p.right-p.left)*(p.bottom-p.top+1))
	for v, c := range p.col {
		if c == 0 && p.on[v] && !d.g.Main[v] {
			sum += inTrunk
		}
	}
	return sum
}

// drawer has what draw works with.
type drawer struct {
	g         *Graph
	runs      []run // per line, how it runs
	ways      []run
	list, far []int
	outs, ins []int8 // per step and side, the lines there
	work      int    // counted, in pairs of runs compared

	kept        []run     // the runs of the best plan
	costs       []float64 // what each costs alone
	least       float64   // what all cost together
	pairs       []float64 // what each two of them cost each other
	moved, anew []int     // steps and lines that differ from there
	changed     []bool
}

func newDrawer(g *Graph) *drawer {
	n := len(g.Lines)
	return &drawer{g: g, runs: make([]run, n), outs: make([]int8, 4*g.Steps), ins: make([]int8, 4*g.Steps), pairs: make([]float64, n*n), costs: make([]float64, n), changed: make([]bool, n)}
}

// use notes that a line holds at its sides, or (-1) no longer does.
func (d *drawer) use(i int, by int8) {
	l, r := d.g.Lines[i], &d.runs[i]
	d.outs[4*l.From+int(r.from)] += by
	d.ins[4*l.To+int(r.to)] += by
}

// alone is what a run costs for itself and at the steps at its ends.
func (d *drawer) alone(p *plan, i int, r *run) float64 {
	l := d.g.Lines[i]
	c := float64(r.bends())
	if l.Weak && !d.g.Lanes {
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
		case decides && (!l.Pair || d.g.Lanes):
			c += inAndOut
		default:
			c += mixed
		}
	}
	meets(d.g.Decides[l.From], d.ins[4*l.From+int(r.from)])
	meets(d.g.Decides[l.To], d.outs[4*l.To+int(r.to)])
	if !l.Back && !l.Weak {
		if p.row[l.To] < p.row[l.From] && !l.Returns {
			upward := upward
			if d.g.Lanes {
				upward = against
			}
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

// between is what line i, run so, and line j cost each other.
func (d *drawer) between(i int, a *run, j int) float64 {
	l, m, b := d.g.Lines[i], d.g.Lines[j], &d.runs[j]
	if l.Pair && l.From == m.To && l.To == m.From && a.bends() == 0 {
		return sideBySide
	}
	middle := onEach
	if d.g.Lanes {
		middle = inLane
	}
	return conflict(a, b, l.To == m.To, l.From == m.From && !d.g.Decides[l.From], middle)
}
