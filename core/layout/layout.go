// Package layout computes places for all steps of a page. A page without lanes is laid out
// in layers. From Gansner, Koutsofios, North and Vo, 'A Technique for Drawing Directed
// Graphs', 1993, are its stages: ways back turned round, layers, order in the layers,
// coordinates, and the median sweeps of the order. The layers are longest paths, and the
// coordinates come of making chains of steps straight, with the main way kept on one line, which is our own. A page with lanes
// is laid out as people draw one:
// it reads across in columns, and a handover to another lane may stand in the
// same column as the step before it when the way between is free.
package layout

import (
	"context"
	"math"
	"slices"

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
	colGap  = 40.0
	rowGap  = 44.0
	laneGap = 48.0 // between columns in lanes, where more lines turn
	lanePad = 32.0 // above and below the steps of a lane
	edge    = 30.0 // between the steps and the frame or the sheet's edge
	foot    = 80.0 // under the drawing: the title block
)

// net is the page as the layout sees it: nodes with sizes, and edges that
// never go round in a circle.
type net struct {
	ctx    context.Context // of the call that lays it out
	how    setting
	w, h   []float64
	lane   []int // index of the lane, -1 without
	stage  []int // index of the stage, 0 on a page without
	stages int   // how many, 1 on a page without
	down   bool  // lanes run down: they are laid out as if they ran across, w and h in each other's place
	edges  []arc
	labels map[[2]int][2]float64 // by the nodes that a connector joins: the room of its first label
	out    [][]int
	in     [][]int
	order  []int             // nodes along the flow
	main   map[[2]int]bool   // the ways from step to step on the main way and along the branches
	quick  bool              // nothing is searched for that makes the page draw better
	plans  [2]*onPlan        // of a small page without lanes, once it is found
	grids  map[setting]*grid // of a page in lanes, by the setting without its gaps
	along  []int             // the places of the steps of a small page in lanes, once they are found
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
	if grow, ok := grows(p); ok {
		return Hierarchy(ctx, p, grow)
	}
	p = front(p)
	return page(ctx, p, func(n *net) chart.Command {
		w, h := p.SheetSize()
		cmd, _ := n.lay(p, dir, setting{w: w, h: h, tight: 1})
		return cmd
	})
}

// front is a page without the grounds on it, which stay where they are.
func front(p *chart.Page) *chart.Page {
	behind := map[string]bool{}
	for _, s := range p.Steps {
		if s.Behind() {
			behind[s.ID] = true
		}
	}
	if len(behind) == 0 {
		return p
	}
	out := *p
	out.Steps = slices.DeleteFunc(slices.Clone(p.Steps), func(s *chart.Step) bool { return behind[s.ID] })
	out.Connectors = slices.DeleteFunc(slices.Clone(p.Connectors), func(c *chart.Connector) bool { return behind[c.From.Step] || behind[c.To.Step] })
	return &out
}

// page is a page laid out in the way that lay has.
func page(ctx context.Context, p *chart.Page, lay func(*net) chart.Command) (cmd chart.Command, ok bool, err error) {
	if len(p.Steps) == 0 {
		return chart.Command{}, false, ctx.Err()
	}
	cmd = lay(build(ctx, p))
	// All connectors find their ways anew, and their sides but for those that were fixed on purpose.
	ways := map[string]*chart.Way{}
	for _, c := range p.Connectors {
		if set := freed(p, c); set.From != nil || set.To != nil {
			cmd.Parts = append(cmd.Parts, set)
		}
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

// freed is the part that frees the ends of a connector from their ports, but for those that are fixed, or ports
// that the step has of its own.
func freed(p *chart.Page, c *chart.Connector) chart.Part {
	end := func(e chart.End) *chart.End {
		if e.Port == "" || e.Fixed || e.Loose() {
			return nil
		}
		if s := p.Step(e.Step); s != nil && slices.ContainsFunc(s.Ports, func(q chart.Port) bool { return q.Name == e.Port }) {
			return nil
		}
		return &chart.End{Step: e.Step}
	}
	return chart.Part{Do: "line.set", Page: p.ID, ID: c.ID, From: end(c.From), To: end(c.To)}
}

// lay lays the net out in one way, and tells what room that takes.
func (n *net) lay(p *chart.Page, dir Direction, how setting) (chart.Command, room) {
	n.how = how
	if n.down {
		n.how.w, n.how.h = how.h, how.w
	}
	if len(p.Lanes) > 0 {
		return inLanes(p, n)
	}
	return inRows(p, n, dir)
}

// over reports whether nobody waits for the layout any more.
func (n *net) over() bool { return n.ctx.Err() != nil }

// stop is over, as a solver asks it.
func (n *net) stop(int) bool { return n.over() }

func build(ctx context.Context, p *chart.Page) *net {
	g := flow.Of(p)
	n := &net{ctx: ctx, out: make([][]int, len(p.Steps)), in: make([][]int, len(p.Steps))}
	n.down = p.Down && len(p.Lanes) > 0
	n.labels = labelsOf(p, g.Index)
	n.stages = max(1, len(p.Stages))
	stages := map[*chart.Stage]int{}
	for i, s := range p.Stages {
		stages[s] = i
	}
	laneOf := map[string]int{"": -1}
	for i, l := range p.Lanes {
		laneOf[l.ID] = i
	}
	for _, s := range p.Steps {
		b := style.Text(p, s).Box(s.Symbol, geom.Rect{W: s.W, H: s.H}, s.Text)
		if n.down {
			b = b.Turned()
		}
		n.w, n.h = append(n.w, b.W), append(n.h, b.H)
		n.stage = append(n.stage, stages[p.StageOf(s)])
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
	n.main = map[[2]int]bool{}
	left := map[int]bool{}
	for v := range p.Steps {
		left[v] = true
	}
	for _, c := range g.Forward().Chains(left) {
		for i := 1; i < len(c); i++ {
			n.main[[2]int{c[i-1], c[i]}] = true
		}
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

// finish makes the command out of the places found: x and y are page coordinates of the top left
// corners, as if lanes ran across; stages are where the stages begin along the flow. It tells what
// room that takes.
func finish(p *chart.Page, n *net, x, y []float64, sizes, stages []float64, frame chart.Frame) (chart.Command, room) {
	cmd := chart.Command{Words: "lay out"}
	right, bottom := 0.0, 0.0
	for v := range n.w {
		right, bottom = math.Max(right, x[v]+n.w[v]), math.Max(bottom, y[v]+n.h[v])
	}
	starts := laneStarts(p, sizes)
	if len(p.Lanes) > 0 {
		right = frame.X + frame.W - (edge - frame.X)
		bottom = math.Max(bottom, starts[len(sizes)])
	}
	// The page keeps the proportion of its sheet, so that it prints on one.
	need, how := room{right + edge, bottom + foot}, n.how
	if n.down {
		need, how.w, how.h = room{bottom + edge, right + foot}, how.h, how.w
	}
	k := need.times(how.w, how.h)
	w, h := geom.Round2(how.w*k), geom.Round2(how.h*k)
	switch {
	case len(p.Lanes) == 0:
		frame = chart.Frame{X: frame.X, Y: frame.Y, W: w - 2*frame.X}
	case n.down:
		frame = chart.Frame{X: p.Frame.X, Y: p.Frame.Y, W: geom.Round2(math.Max(frame.W, h-foot-p.Frame.Y))}
	default:
		frame.W = math.Max(frame.W, w-2*frame.X)
	}
	set := chart.Part{Do: "page.set", Page: p.ID, W: &w, H: &h, Frame: &frame}
	if sw, sh := p.SheetSize(); sw != how.w || sh != how.h {
		set.Sheet = &chart.Sheet{W: how.w, H: how.h}
	}
	if p.Turned != nil { // nothing stands where it did before
		set.Turned = &chart.Turned{}
	}
	cmd.Parts = append(cmd.Parts, set)
	at := map[string]float64{"": 0}
	for i, l := range p.Lanes {
		s := sizes[i]
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &s})
		at[l.ID] = starts[i]
	}
	for i, s := range p.Stages {
		if len(stages) > 0 {
			size := geom.Round2(math.Max(leastStage, stages[i+1]-stages[i]))
			cmd.Parts = append(cmd.Parts, chart.Part{Do: "stage.set", Page: p.ID, ID: s.ID, Size: &size})
		}
	}
	place := chart.Part{Do: "step.place", Page: p.ID}
	for v, s := range p.Steps {
		pl := chart.Place{ID: s.ID, Lane: s.Lane, X: x[v], Y: y[v] - at[s.Lane], W: n.w[v], H: n.h[v]}
		if n.down {
			pl.X, pl.Y, pl.W, pl.H = pl.Y, pl.X, pl.H, pl.W
		}
		place.Places = append(place.Places, pl)
	}
	cmd.Parts = append(cmd.Parts, place)
	return cmd, need
}

// leastStage is the length of a stage without steps, px.
const leastStage = 120.0

// laneStarts are where lanes of such sizes begin, across the flow, and where the last one ends.
func laneStarts(p *chart.Page, sizes []float64) []float64 {
	q := *p
	q.Lanes = make([]*chart.Lane, len(p.Lanes))
	for i, l := range p.Lanes {
		l := *l
		l.Size, q.Lanes[i] = sizes[i], &l
	}
	var out []float64
	for _, l := range q.Lanes {
		out = append(out, q.LaneStart(l.ID))
	}
	return append(out, q.LanesEnd())
}
