// Package layout computes places for all steps of a page. A page without lanes is laid out
// in layers. From Gansner, Koutsofios, North and Vo, 'A Technique for Drawing Directed
// Graphs', 1993, are its stages: ways back turned round, layers, order in the layers,
// coordinates, and the median sweeps of the order. The layers are longest paths, and the
// coordinates come of pulling row after row towards the next one (core/spread), with the main
// way kept on one line, which is our own. A page with lanes is laid out as people draw one:
// it reads across in columns, and a handover to another lane may stand in the
// same column as the step before it when the way between is free.
package layout

import (
	"context"
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/number"
	"plaintracer/core/style"
)

// Direction is the way in which a page without lanes reads.
type Direction byte

// The directions.
const (
	Down Direction = iota
	Right
)

// Distances on a laid out page, px. The gaps leave room for several connectors
// side by side and for the labels of outcomes.
const (
	colGap  = 48.0
	rowGap  = 48.0
	lanePad = 32.0 // above and below the steps of a lane
	edge    = 30.0 // between the steps and the frame or the sheet's edge
	foot    = 80.0 // under the drawing: the title block
)

// net is the page as the layout sees it: nodes with sizes, and edges that
// never go round in a circle.
type net struct {
	ctx   context.Context // of the call that lays it out
	how   setting
	w, h  []float64
	lane  []int // index of the lane, -1 without
	edges []arc
	out   [][]int
	in    [][]int
	order []int // nodes along the flow
}

type arc struct {
	from, to int
	weak     bool // data or note: no way of the flow
	turned   bool // a way back, turned round
}

// Page returns the command that lays the page out; ok is false when the page
// has no steps. Pages with lanes always read to the right.
func Page(p *chart.Page, dir Direction) (cmd chart.Command, ok bool) {
	cmd, ok, _ = PageContext(context.Background(), p, dir)
	return cmd, ok
}

// Chart lays out every page of a chart for its sheet.
func Chart(ctx context.Context, c *chart.Chart, dir Direction) error {
	return each(ctx, c, dir, OnSheet)
}

// Free lays out every page of a chart as wide and as high as it likes to be.
func Free(ctx context.Context, c *chart.Chart, dir Direction) error {
	return each(ctx, c, dir, PageContext)
}

func each(ctx context.Context, c *chart.Chart, dir Direction, lay func(context.Context, *chart.Page, Direction) (chart.Command, bool, error)) error {
	for _, p := range c.Pages {
		cmd, ok, err := lay(ctx, p, dir)
		if err != nil {
			return err
		}
		if !ok {
			continue
		}
		if _, err := chart.Apply(c, cmd); err != nil {
			return err
		}
	}
	return nil
}

// PageContext is Page, which ends with the context's error soon after that has ended.
func PageContext(ctx context.Context, p *chart.Page, dir Direction) (cmd chart.Command, ok bool, err error) {
	return page(ctx, p, func(n *net) chart.Command {
		w, h := p.SheetSize()
		cmd, _ := n.lay(p, dir, setting{w, h, 1, false, 0})
		return cmd
	})
}

// page is a page laid out in the way that lay has.
func page(ctx context.Context, p *chart.Page, lay func(*net) chart.Command) (cmd chart.Command, ok bool, err error) {
	if len(p.Steps) == 0 {
		return chart.Command{}, false, ctx.Err()
	}
	cmd = lay(build(ctx, p))
	// All connectors find their ways anew.
	ways := map[string]*chart.Way{}
	for _, c := range p.Connectors {
		if c.Way != nil {
			ways[c.ID] = nil
		}
	}
	if len(ways) > 0 {
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	if err := ctx.Err(); err != nil {
		return chart.Command{}, false, err
	}
	return cmd, true, nil
}

// lay lays the net out in one way, and tells what room that takes.
func (n *net) lay(p *chart.Page, dir Direction, how setting) (chart.Command, room) {
	n.how = how
	if len(p.Lanes) > 0 {
		return inLanes(p, n)
	}
	return inLayers(p, n, dir)
}

// over tells whether nobody waits for the layout any more.
func (n *net) over() bool { return n.ctx.Err() != nil }

// stop is over, as a solver asks it.
func (n *net) stop(int) bool { return n.over() }

func build(ctx context.Context, p *chart.Page) *net {
	g := flow.Of(p)
	n := &net{ctx: ctx, out: make([][]int, len(p.Steps)), in: make([][]int, len(p.Steps))}
	laneOf := map[string]int{"": -1}
	for i, l := range p.Lanes {
		laneOf[l.ID] = i
	}
	for _, s := range p.Steps {
		b := style.Text(p, s).Box(s.Symbol, geom.Rect{W: s.W, H: s.H}, s.Text)
		n.w, n.h = append(n.w, b.W), append(n.h, b.H)
		n.lane = append(n.lane, laneOf[s.Lane])
	}
	// The order of numbering is an order along all forward ways; what is not
	// numbered follows the step that it hangs on.
	rank := make([]int, len(p.Steps))
	for i := range rank {
		rank[i] = -1
	}
	var main []int
	for i, v := range number.Order(g) {
		rank[v] = i
		main = append(main, v)
	}
	hosts := map[int]int{}
	for _, c := range p.Connectors {
		if c.From.Loose() || c.To.Loose() {
			continue
		}
		a, b := g.Index[c.From.Step], g.Index[c.To.Step]
		if rank[a] >= 0 {
			a, b = b, a
		}
		if h, has := hosts[a]; rank[a] < 0 && rank[b] >= 0 && (!has || rank[b] < rank[h]) {
			hosts[a] = b
		}
	}
	hang := map[int][]int{}
	var apart []int
	for v := range p.Steps {
		if h, has := hosts[v]; has {
			hang[h] = append(hang[h], v)
		} else if rank[v] < 0 {
			apart = append(apart, v)
		}
	}
	for _, v := range main {
		n.order = append(n.order, v)
		n.order = append(n.order, hang[v]...)
	}
	n.order = append(n.order, apart...)
	for i, v := range n.order {
		rank[v] = i
	}
	seen := map[[2]int]bool{}
	for _, c := range p.Connectors {
		if c.From.Loose() || c.To.Loose() {
			continue
		}
		a := arc{from: g.Index[c.From.Step], to: g.Index[c.To.Step], weak: !c.Meaning.Way()}
		if rank[a.from] > rank[a.to] {
			a.from, a.to, a.turned = a.to, a.from, true
		}
		if a.from == a.to || seen[[2]int{a.from, a.to}] {
			continue
		}
		seen[[2]int{a.from, a.to}] = true
		n.out[a.from] = append(n.out[a.from], len(n.edges))
		n.in[a.to] = append(n.in[a.to], len(n.edges))
		n.edges = append(n.edges, a)
	}
	return n
}

// finish makes the command out of the places found: x and y are page
// coordinates of the top left corners. It tells what room that takes.
func finish(p *chart.Page, n *net, x, y []float64, sizes []float64, frame chart.Frame) (chart.Command, room) {
	cmd := chart.Command{Words: "lay out"}
	right, bottom := 0.0, 0.0
	for v := range n.w {
		right, bottom = math.Max(right, x[v]+n.w[v]), math.Max(bottom, y[v]+n.h[v])
	}
	if len(p.Lanes) > 0 {
		right = frame.X + frame.W - (edge - frame.X)
		end := frame.Y
		for _, s := range sizes {
			end += s
		}
		bottom = math.Max(bottom, end)
	}
	// The page keeps the proportion of its sheet, so that it prints on one.
	need := room{right + edge, bottom + foot}
	k := need.times(n.how.w, n.how.h)
	w, h := geom.Round2(n.how.w*k), geom.Round2(n.how.h*k)
	if len(p.Lanes) > 0 {
		frame.W = math.Max(frame.W, w-2*frame.X)
	} else {
		frame = chart.Frame{X: frame.X, Y: frame.Y, W: w - 2*frame.X}
	}
	set := chart.Part{Do: "page.set", Page: p.ID, W: &w, H: &h, Frame: &frame}
	if sw, sh := p.SheetSize(); sw != n.how.w || sh != n.how.h {
		set.Sheet = &chart.Sheet{W: n.how.w, H: n.how.h}
	}
	cmd.Parts = append(cmd.Parts, set)
	tops := map[string]float64{"": 0}
	top := frame.Y
	for i, l := range p.Lanes {
		s := sizes[i]
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &s})
		tops[l.ID] = top
		top += s
	}
	place := chart.Part{Do: "step.place", Page: p.ID}
	for v, s := range p.Steps {
		place.Places = append(place.Places, chart.Place{ID: s.ID, Lane: s.Lane, X: x[v], Y: y[v] - tops[s.Lane], W: n.w[v], H: n.h[v]})
	}
	cmd.Parts = append(cmd.Parts, place)
	return cmd, need
}
