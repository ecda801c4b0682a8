package layout

import (
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/layout/cells"
	"plaintracer/core/symbol"
)

// inLanes puts each step into a column of its lane, one step to a cell, and
// folds a run of columns that is far too long for a sheet into rows.
func inLanes(p *chart.Page, n *net) (chart.Command, room) {
	g := n.filled(p)
	if !g.folded() && !n.quick && cells.Small(len(n.w), len(p.Connectors)) && len(g.from) == 1 {
		g.improve(p)
	}
	return g.place(p)
}

// filled is the grid with few bends for the setting, found once for those that differ in their gaps alone.
func (n *net) filled(p *chart.Page) *grid {
	key := n.how
	key.tight = 0
	if n.grids == nil {
		n.grids = map[setting]*grid{}
	}
	if n.grids[key] == nil {
		if n.how.rough {
			n.grids[key] = fill(n, len(p.Lanes), make([]int, len(n.w)))
		} else {
			n.grids[key] = fewBends(p, n)
		}
	}
	g := *n.grids[key]
	g.col = slices.Clone(g.col)
	return &g
}

// improve looks for places of the steps along the flow with fewer bends and crossings, as the router draws them.
func (g *grid) improve(p *chart.Page) {
	n := g.n
	if n.along == nil {
		n.along = slices.Clone(g.col)
		j := judge{p: p, least: math.Inf(1)}
		for _, col := range append([][]int{n.along}, g.candidates(p)...) {
			if copy(g.col, col); g.folded() { // it has become too long
				continue
			}
			if cmd, _ := g.place(p); j.better(cmd) {
				n.along = slices.Clone(col)
			}
		}
	}
	copy(g.col, n.along)
}

// folded reports whether the lanes are folded into rows.
func (g *grid) folded() bool {
	folds, _ := g.folding()
	return folds > 1
}

// candidates are places along the flow that a search finds.
func (g *grid) candidates(p *chart.Page) [][]int {
	n := g.n
	decides, lane, along := make([]bool, len(n.w)), make([]int, len(n.w)), make([]int, len(n.w))
	for i, v := range n.order {
		along[v] = i
	}
	var lines []cells.Line
	at := map[string]int{}
	for v, s := range p.Steps {
		at[s.ID], decides[v], lane[v] = v, s.Symbol == symbol.Decision, g.row(v)
	}
	for _, c := range p.Connectors {
		a, from := at[c.From.Step]
		if b, to := at[c.To.Step]; from && to && a != b {
			lines = append(lines, cells.Line{From: a, To: b, Weak: !c.Meaning.Way(), Back: along[a] > along[b]})
		}
	}
	return cells.InLanes(n.ctx, lines, decides, lane, g.col)
}

// fill puts the steps into cells, each later than it would have to be by so
// many columns.
func fill(n *net, lanes int, late []int) *grid {
	g := newGrid(n, lanes)
	for k := range n.stages { // each begins behind the columns of the one before it
		g.from = append(g.from, g.cols())
		for _, v := range n.order {
			if n.stage[v] == k && !n.hangs(v) {
				g.put(v, late[v])
			}
		}
		for _, v := range n.order {
			if n.stage[v] == k && n.hangs(v) {
				g.hang(v)
			}
		}
		if g.cols() == g.from[k] {
			g.least = g.from[k] + 1 // one without steps has a column, too
		}
	}
	return g
}

// hangs reports whether a step is no part of the flow and hangs on one that is:
// a store or an annotation.
func (n *net) hangs(v int) bool {
	es := 0
	for _, list := range [2][]int{n.in[v], n.out[v]} {
		for _, e := range list {
			if !n.edges[e].weak {
				return false
			}
			es++
		}
	}
	return es > 0
}

// grid holds the steps of a page with lanes: a row a lane, and one more for
// steps without a lane.
type grid struct {
	n     *net
	lanes int
	col   []int    // per step, -1 while it has none
	taken [][]bool // per row and column: a step stands there, or the line of a handover within the column passes
	from  []int    // the first column of each stage
	least int      // columns, whether steps stand in them or not
}

func newGrid(n *net, lanes int) *grid {
	g := &grid{n: n, lanes: lanes, col: make([]int, len(n.w)), taken: make([][]bool, lanes+1)}
	for v := range g.col {
		g.col[v] = -1
	}
	return g
}

func (g *grid) row(v int) int {
	if g.n.lane[v] < 0 {
		return g.lanes
	}
	return g.n.lane[v]
}

func (g *grid) isTaken(r, c int) bool { return c < len(g.taken[r]) && g.taken[r][c] }

func (g *grid) take(r, c int) {
	for len(g.taken[r]) <= c {
		g.taken[r] = append(g.taken[r], false)
	}
	g.taken[r][c] = true
}

// put finds the first column for a step: after the steps before it, or for a
// handover to another lane beside the step before it, when the way between is
// free.
func (g *grid) put(v, late int) {
	c := g.from[g.n.stage[v]]
	for _, e := range g.n.in[v] {
		u := g.n.edges[e].from
		if g.col[u] < 0 {
			continue
		}
		least := g.col[u] + 1
		if g.row(u) != g.row(v) {
			least = g.col[u]
		}
		c = max(c, least)
	}
	for c += late; !g.free(v, c); {
		c++
	}
	g.set(v, c)
	for _, e := range g.n.in[v] {
		if u := g.n.edges[e].from; g.col[u] == c {
			for r := min(g.row(u), g.row(v)) + 1; r < max(g.row(u), g.row(v)); r++ {
				g.take(r, c)
			}
		}
	}
}

func (g *grid) set(v, c int) {
	g.col[v] = c
	g.take(g.row(v), c)
}

func (g *grid) free(v, c int) bool {
	if g.isTaken(g.row(v), c) {
		return false
	}
	for _, e := range g.n.in[v] {
		u := g.n.edges[e].from
		if g.col[u] != c {
			continue
		}
		for r := min(g.row(u), g.row(v)) + 1; r < max(g.row(u), g.row(v)); r++ {
			if g.isTaken(r, c) {
				return false
			}
		}
	}
	return true
}

// hang puts a store or an annotation beside the step that it hangs on: the
// nearest free cell of its lane, before rather than after.
func (g *grid) hang(v int) {
	at := 0
	for _, e := range append(append([]int{}, g.n.in[v]...), g.n.out[v]...) {
		u := g.n.edges[e].from + g.n.edges[e].to - v
		if g.col[u] >= 0 {
			at = g.col[u]
			break
		}
	}
	for d := 0; ; d++ {
		for _, c := range [2]int{at - d, at + d} {
			if c >= g.from[g.n.stage[v]] && !g.isTaken(g.row(v), c) {
				g.set(v, c)
				return
			}
		}
	}
}

// Folding: a page wider than two sheets and than tooLong times its height is
// folded so that it is reduced least to fit on a sheet.
const (
	tooLong     = 3.2
	aboutColumn = 190.0 // px
	aboutDown   = 120.0 // px, where lanes run down
	emptyLane   = 44.0  // px that a lane without steps is high inside
)

// roomFor is the room, px, for so many lines beside each other: a gap and a hair each, a little less where the
// page is tight, and for no more than would tear the chart apart.
func (n *net) roomFor(lines float64) float64 {
	if n.how.tight < 1 {
		return math.Min(mostRoom, tightLine*lines)
	}
	return math.Min(mostRoom, aLine*lines)
}

const (
	aLine     = 14.5
	tightLine = 10.5
	mostRoom  = 150.0

	aroundLabel = 10.0 // around the label of a connector between steps that stand beside each other
)

// leastColumn is the least width of the columns beside the border of two stages, px: with the gap beside it a stage
// without steps is as long as a stage has to be.
const leastColumn = leastStage - tightest*laneGap

func (g *grid) cols() int {
	n := g.least
	for _, c := range g.col {
		n = max(n, c+1)
	}
	return n
}

// rowHeights are the heights, px, of one row of each lane.
func (g *grid) rowHeights() []float64 {
	high := make([]float64, g.lanes+1)
	for v := range g.n.w {
		high[g.row(v)] = math.Max(high[g.row(v)], g.n.h[v])
	}
	for r := range g.lanes {
		high[r] = math.Ceil(math.Max(high[r], emptyLane) + 2*lanePad*g.n.how.tight)
	}
	high[g.lanes] += 2 * lanePad
	return high
}

// folding is into how many rows each lane is folded, and the columns of each.
func (g *grid) folding() (folds, perFold int) {
	total := 0.0
	for _, h := range g.rowHeights()[:g.lanes] {
		total += h
	}
	cols := g.cols()
	if len(g.from) > 1 {
		return 1, cols // stages stand beside each other
	}
	if rows := g.n.how.rows; rows > 0 {
		return rows, (cols + rows - 1) / rows
	}
	wide := float64(cols) * aboutColumn
	if g.n.down {
		wide = float64(cols) * aboutDown
	}
	folds = 1
	if wide > 2*g.n.how.w && wide > tooLong*total {
		// How much the sheet has to be reduced for so many folds.
		scale := func(n int) float64 {
			return math.Max(wide/float64(n)/g.n.how.w, (total*float64(n)+foot)/g.n.how.h)
		}
		for scale(folds+1) < scale(folds) {
			folds++
		}
	}
	return folds, (cols + folds - 1) / folds
}

// place makes coordinates of the columns and lanes.
func (g *grid) place(p *chart.Page) (chart.Command, room) {
	n := g.n
	high := g.rowHeights()
	folds, perFold := g.folding()

	// Room between columns grows with the lines that turn there. In a lane there is room for six
	// along it, above and below the steps.
	turn := make([]float64, perFold+1)
	width := make([]float64, perFold)
	for _, c := range g.from[1:] { // a name needs room where no step does
		width[c-1] = leastColumn
		width[c] = leastColumn
	}
	for v := range n.w {
		c := g.col[v] % perFold
		width[c] = math.Max(width[c], n.w[v])
	}
	f := g.look()
	labels := make([]float64, perFold+1) // the room of labels between steps that stand beside each other
	for ends, size := range n.labels {
		a, b := f.at[ends[0]], f.at[ends[1]]
		if a.row != b.row || a.col-b.col != 1 && b.col-a.col != 1 {
			continue
		}
		along := size[0]
		if n.down {
			along = size[1]
		}
		beside := (width[a.col] - n.w[ends[0]] + width[b.col] - n.w[ends[1]]) / 2
		c := max(a.col, b.col)
		labels[c] = math.Max(labels[c], along+aroundLabel-beside)
	}
	for _, e := range n.edges {
		a, b := f.at[e.from], f.at[e.to]
		switch {
		case a.row == b.row:
		case a.col != b.col:
			turn[min(a.col, b.col)+1]++
		case !f.down(a.col, min(a.row, b.row)+1, max(a.row, b.row)-1): // round what stands between, on either side
			turn[a.col] += 0.5
			turn[a.col+1] += 0.5
		}
	}
	frame := chart.Frame{X: p.Frame.X, Y: p.Frame.Y}
	if n.down {
		frame.X, frame.Y = frame.Y, frame.X
	}
	left := make([]float64, perFold)
	at := frame.X + p.Heads() + edge + n.roomFor(turn[0])
	for c := range perFold {
		left[c] = at
		at += width[c] + math.Max(laneGap*n.how.tight, labels[c+1]) + n.roomFor(turn[c+1])
	}
	frame.W = at - laneGap*n.how.tight + edge - frame.X
	sizes := make([]float64, g.lanes)
	for r := range g.lanes {
		sizes[r] = math.Ceil(high[r] * float64(folds))
	}
	tops := laneStarts(p, sizes)
	var stages []float64
	for k, c := range g.from {
		if begins := frame.X + p.Heads(); k == 0 {
			stages = append(stages, begins)
		} else {
			stages = append(stages, geom.Round2((left[c-1]+width[c-1]+left[c])/2))
		}
	}
	stages = append(stages, frame.X+frame.W)
	x, y := make([]float64, len(n.w)), make([]float64, len(n.w))
	for v := range n.w {
		c, r := g.col[v], g.row(v)
		x[v] = math.Round(left[c%perFold]+width[c%perFold]/2) - n.w[v]/2
		y[v] = math.Round(tops[r]+high[r]*(float64(c/perFold)+0.5)) - n.h[v]/2
	}
	return finish(p, n, x, y, sizes, stages, frame)
}
