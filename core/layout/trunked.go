package layout

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/layout/cells"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// Distances between the cells of a page that is placed on a plan, px.
const (
	besideLine  = 14.0 // between lines side by side
	besideStep  = 20.0 // between a step and the first line beside it
	besideLabel = 24.0 // around the label of a line between two steps
)

// onPlan is a page without lanes whose steps stand in the cells of a plan.
type onPlan struct {
	cells.Plan
}

// planned finds the plan of a page.
func planned(p *chart.Page, n *net) *onPlan {
	g := flow.Of(p)
	var beside [][2]int
	for _, c := range p.Connectors {
		if !c.From.Loose() && !c.To.Loose() && !c.Meaning.Way() {
			beside = append(beside, [2]int{g.Index[c.From.Step], g.Index[c.To.Step]})
		}
	}
	return &onPlan{cells.Place(n.ctx, g, beside, !n.quick)}
}

// labelsOf are the widths and heights of first labels, by the indices of the steps that their connectors join.
func labelsOf(p *chart.Page, index map[string]int) map[[2]int][2]float64 {
	out, sizes := map[[2]int][2]float64{}, map[string][2]float64{}
	face := style.Face(p, false)
	for _, c := range p.Connectors {
		if c.From.Loose() || c.To.Loose() || c.Outcome() == "" {
			continue
		}
		size, ok := sizes[c.Outcome()] // most are called yes or no
		if !ok {
			_, size[0], size[1] = style.Label(face, c.Outcome())
			sizes[c.Outcome()] = size
		}
		out[[2]int{index[c.From.Step], index[c.To.Step]}] = size
	}
	return out
}

// stand gives the steps of a plan their middles across the flow, x, and their rows with the room below each.
func (o *onPlan) stand(n *net, w []float64, dir Direction) standing {
	cols, rows := 0, 0
	for v := range w {
		cols, rows = max(cols, o.Col[v]+1), max(rows, o.Row[v]+1)
	}
	wide := make([]float64, cols)
	for v := range w {
		wide[o.Col[v]] = math.Max(wide[o.Col[v]], w[v])
	}
	columns, below := newBorders(cols), newBorders(rows)
	for _, r := range o.Runs {
		for i := 1; i < len(r.At); i++ {
			a, b := r.At[i-1], r.At[i]
			if a[0] == b[0] {
				columns.pass(a[0], a[1], b[1], r.To)
			} else {
				below.pass(a[1], a[0], b[0], r.To)
			}
		}
		label, has := n.labels[[2]int{r.From, r.To}]
		if !has {
			continue
		}
		if dir == Right {
			label[0], label[1] = label[1], label[0]
		}
		at := r.At[0]
		switch r.Side {
		case symbol.Right:
			columns.label(at[0]+1, label[0])
		case symbol.Left:
			columns.label(at[0]-1, label[0])
		case symbol.Bottom:
			below.label(at[1]+1, label[1])
		default:
			below.label(at[1]-1, label[1])
		}
	}
	s := standing{rank: o.Row, x: make([]float64, len(w)), gaps: below.gaps(rowGap * n.how.tight)}
	gaps := columns.gaps(colGap * n.how.tight)
	left := make([]float64, cols)
	for c := 1; c < cols; c++ {
		left[c] = left[c-1] + wide[c-1] + gaps[c]
	}
	for v := range w {
		s.x[v] = left[o.Col[v]] + wide[o.Col[v]]/2
	}
	return s
}

// borders are those between columns, or between rows: what has to find room there.
type borders struct {
	lines  [][]stretch
	labels []float64
}

// stretch is a piece of a border that lines to one step take.
type stretch struct{ from, to, target int }

func newBorders(cells int) *borders {
	return &borders{make([][]stretch, cells+1), make([]float64, cells+1)}
}

// at is the border of an even number; the outermost for all beyond.
func (b *borders) at(k int) int { return min(max(k/2, 0), len(b.lines)-1) }

func (b *borders) pass(k, from, to, target int) {
	if k&1 == 0 {
		b.lines[b.at(k)] = append(b.lines[b.at(k)], stretch{min(from, to), max(from, to), target})
	}
}

func (b *borders) label(k int, size float64) {
	b.labels[b.at(k)] = math.Max(b.labels[b.at(k)], size)
}

// gaps is the room on each border: the usual one, or what the lines there and a label need.
func (b *borders) gaps(usual float64) []float64 {
	out := make([]float64, len(b.lines))
	for k, list := range b.lines {
		most := 0
		for _, s := range list {
			side := map[int]bool{}
			for _, t := range list {
				if t.from <= s.from && s.from < t.to {
					side[t.target] = true
				}
			}
			most = max(most, len(side))
		}
		need := b.labels[k] + besideLabel
		if b.labels[k] == 0 {
			need = 0
		}
		if most > 0 {
			need = math.Max(need, b.labels[k]+besideStep) + besideStep + besideLine*float64(most-1)
		}
		out[k] = math.Ceil(math.Max(usual, need))
	}
	return out
}
