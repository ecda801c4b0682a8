package layout

import (
	"context"
	"math"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/layout/tree"
)

// Upward and leftward only hierarchies grow.
const (
	Up Direction = iota + 2
	Left
)

// Distances of a hierarchy, px.
const (
	kinGap   = 24.0 // between the children of one parent
	clanGap  = 40.0 // between those of several
	levelGap = 48.0
	closeGap = 32.0 // between levels where they would be too many for the sheet
	indent   = 32.0 // of leaves that stand below each other, from the parent's edge
)

// grows is the direction of a page that is a hierarchy.
func grows(p *chart.Page) (dir Direction, ok bool) {
	if p.Setup == nil || len(p.Lanes) > 0 {
		return Down, false
	}
	dir, ok = map[chart.Growth]Direction{chart.GrowDown: Down, chart.GrowRight: Right, chart.GrowUp: Up, chart.GrowLeft: Left}[p.Setup.Tree]
	return dir, ok
}

// Trees lays out every page of a chart without lanes as a tree, with room on its sheet.
func Trees(ctx context.Context, c *chart.Chart, dir Direction) error {
	return each(ctx, c, dir, Hierarchy)
}

// hierarchy is a page as a tree: who stands under whom.
type hierarchy struct {
	page   *chart.Page
	dir    Direction
	kin    *tree.Tree
	beside []bool         // the line of their superior
	size   geom.Point     // of the largest step, across the levels and along
	below  map[string]int // leaves that stand below each other, and the first of their column

	assisted map[string]bool // who has assistants
	gap      float64         // between levels, as it was chosen
	at       []geom.Point    // of the steps, as they were placed last
}

// Hierarchy returns the command that lays a page without lanes out as a tree that grows in a direction: ways into a
// step say under whom it stands. Who is reached by an aside and has nobody below stands beside the line of its
// superior, an assistant. Where a level would be wider than the sheet, leaves with one superior stand below each other.
// ok is false for a page with lanes, or without steps.
func Hierarchy(ctx context.Context, p *chart.Page, dir Direction) (cmd chart.Command, ok bool, err error) {
	if len(p.Lanes) > 0 {
		return chart.Command{}, false, nil
	}
	h := newHierarchy(front(p), dir)
	if len(h.page.Steps) == 0 {
		return chart.Command{}, false, ctx.Err()
	}
	places := h.fitted()
	cmd.Parts = append(cmd.Parts, chart.Part{Do: "step.place", Page: p.ID, Places: h.onPage(places)})
	ways := map[string]*chart.Way{}
	for _, c := range p.Connectors {
		if set := h.line(c); set.From != nil || set.To != nil || set.Pins != nil {
			cmd.Parts = append(cmd.Parts, set)
		}
		if c.Way != nil {
			ways[c.ID] = nil
		}
	}
	if len(ways) > 0 {
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	tried := &chart.Chart{Name: p.Title, Pages: []*chart.Page{p.CloneFor(cmd)}}
	if _, err := chart.Apply(tried, cmd); err != nil {
		return chart.Command{}, false, err
	}
	cmd.Parts = append(cmd.Parts, arrange.Room(tried.Pages[0])...)
	return cmd, true, ctx.Err()
}

func newHierarchy(p *chart.Page, dir Direction) *hierarchy {
	g := flow.Of(p)
	h := &hierarchy{page: p, dir: dir, beside: make([]bool, len(p.Steps)), below: map[string]int{}, assisted: map[string]bool{}}
	parents, above := make([]int, len(p.Steps)), superior(g)
	for v, s := range p.Steps {
		if parents[v] = -1; above[v] >= 0 {
			w := g.Ways[above[v]]
			parents[v], h.beside[v] = w.From, w.Line.Meaning == chart.Aside && len(g.Out[v]) == 0
		}
		size := h.turned(geom.Pt(s.W, s.H))
		h.size = geom.Pt(math.Max(h.size.X, size.X), math.Max(h.size.Y, size.Y))
	}
	h.kin = tree.Of(parents)
	return h
}

// superior is for each step the way from whom it stands under, -1 for none: of several who lead to it the one that
// stands deepest, so that all of them stand above it. Ways back count for nobody.
func superior(g *flow.Graph) []int {
	back := g.Walk().Back
	above, depth := make([]int, len(g.Steps)), make([]int, len(g.Steps))
	for v := range above {
		above[v] = -1
	}
	for changed, turns := true, 0; changed && turns < len(g.Steps); turns++ {
		changed = false
		for i, w := range g.Ways {
			if !back[i] && (above[w.To] < 0 || depth[w.From]+1 > depth[w.To]) {
				above[w.To], depth[w.To], changed = i, depth[w.From]+1, true
			}
		}
	}
	return above
}

// pins are those that a connector is to have, nil for those that it has: past assistants all lines bend at one height.
// What an earlier laying out has pinned goes with its reason; what a hand has pinned stays.
func (h *hierarchy) pins(c *chart.Connector) *[]chart.Pin {
	to := h.page.Step(c.To.Step)
	if to == nil || len(c.Pins) > 0 && !bent(c, to) {
		return nil
	}
	want := []chart.Pin{}
	first, below := h.below[to.ID]
	switch from := h.page.Step(c.From.Step); {
	case c.Meaning != chart.Flow || from == nil:
	case below:
		want = h.trunk(from, to, first)
	case h.assisted[c.From.Step]:
		want = append(want, h.bend(to))
	}
	if slices.Equal(want, c.Pins) {
		return nil
	}
	return &want
}

// bent reports whether the pins of a connector are those that laying out makes.
func bent(c *chart.Connector, to *chart.Step) bool {
	if len(c.Pins) == 2 {
		in := c.Pins[1]
		half := to.H / 2
		if in.Upright {
			half = to.W / 2
		}
		return c.Pins[0].Of == "from" && in.Of == "to" && math.Abs(in.At+half+indent/2) < 0.02
	}
	off := math.Abs(c.Pins[0].At) - to.H/2
	if c.Pins[0].Upright {
		off = math.Abs(c.Pins[0].At) - to.W/2
	}
	return len(c.Pins) == 1 && c.Pins[0].Of == "to" && (math.Abs(off-levelGap/2) < 0.02 || math.Abs(off-closeGap/2) < 0.02)
}

// bend is where a line bends half a gap before the step that it leads to.
func (h *hierarchy) bend(to *chart.Step) chart.Pin {
	at := h.turned(geom.Pt(to.W, to.H)).Y/2 + h.gap/2
	if h.dir == Down || h.dir == Right {
		at = -at
	}
	return chart.Pin{Upright: h.dir == Right || h.dir == Left, Of: "to", At: geom.Round2(at)}
}

// trunk are the two bends of a line to a leaf that stands below others: half a gap before the first of its column, and
// beside the column, where the lines of all of them run as one.
func (h *hierarchy) trunk(from, to *chart.Step, first int) []chart.Pin {
	boss := slices.Index(h.page.Steps, from)
	off := h.at[first].Y - h.at[boss].Y - h.turned(geom.Pt(h.page.Steps[first].W, h.page.Steps[first].H)).Y/2 - h.gap/2
	if h.dir == Up || h.dir == Left {
		off = -off
	}
	over := h.dir == Right || h.dir == Left
	return []chart.Pin{
		{Upright: over, Of: "from", At: geom.Round2(off)},
		{Upright: !over, Of: "to", At: geom.Round2(-h.turned(geom.Pt(to.W, to.H)).X/2 - indent/2)},
	}
}

// Superior is the connector from whom a step of a hierarchy stands under; nil for nobody.
func Superior(p *chart.Page, id string) *chart.Connector {
	g := flow.Of(p)
	v, ok := g.Index[id]
	if !ok {
		return nil
	}
	if w := superior(g)[v]; w >= 0 {
		return g.Ways[w].Line
	}
	return nil
}

// turned is a size, or a place, across the levels and along them.
func (h *hierarchy) turned(q geom.Point) geom.Point {
	if h.dir == Right || h.dir == Left {
		return geom.Pt(q.Y, q.X)
	}
	return q
}

// room is how wide the sheet is across the levels, and along them.
func (h *hierarchy) room() (wide, deep float64) {
	w, ht := h.page.SheetSize()
	m := h.page.Margin() + edge
	q := h.turned(geom.Pt(w-2*m, ht-m-h.page.Frame.Y-treeTop-foot))
	return q.X, q.Y
}

// node is a node of the placing: a step, or with none a line with assistants beside it.
type node struct {
	step   int // -1 for none
	wide   float64
	moved  float64 // to the side
	beside []int   // steps, left and right
}

// fitted are places with room on the sheet, if there are such: where a level is too wide, leaves stand below each other,
// in one column or in as many as it takes for them to be not too deep; where nothing helps, in those that need the
// sheet to be the least larger.
func (h *hierarchy) fitted() []geom.Point {
	wide, high := h.room()
	places := h.places(0, levelGap)
	if across(places)+h.size.X <= wide {
		return places
	}
	best, least := 1, math.Inf(1)
	for columns := 1; columns <= mostColumns; columns++ {
		for _, gap := range []float64{levelGap, closeGap} {
			places = h.places(columns, gap)
			times := math.Max((across(places)+h.size.X)/wide, (deep(places)+h.size.Y)/high)
			if times <= 1 {
				return places
			}
			if times < least-0.02 {
				best, least = columns, times
			}
		}
	}
	return h.places(best, closeGap)
}

// mostColumns is in how many columns leaves of one parent stand at most.
const mostColumns = 4

// plan is the placing of a hierarchy as nodes.
type plan struct {
	*hierarchy
	columns int // in which leaves of one superior stand below each other, 0 for a row
	nodes   []node
	parents []int
}

// places are the middles of the steps across the levels, and along them.
func (h *hierarchy) places(columns int, gap float64) []geom.Point {
	h.gap = gap
	clear(h.below)
	pl := &plan{hierarchy: h, columns: columns}
	for _, r := range h.kin.Roots() {
		pl.grow(r, -1)
	}
	t := tree.Of(pl.parents)
	xs := t.Place(func(a, b int) float64 {
		beside := clanGap
		if pl.parents[a] == pl.parents[b] {
			beside = kinGap
		}
		return (pl.nodes[a].wide+pl.nodes[b].wide)/2 + beside
	})
	out := make([]geom.Point, len(h.page.Steps))
	for i, n := range pl.nodes {
		at := geom.Pt(xs[i]+n.moved, float64(t.Depth(i))*(h.size.Y+gap))
		if n.step >= 0 {
			out[n.step] = at
		}
		for k, v := range n.beside {
			side := at
			side.X += (float64(k) - 0.5) * (h.size.X + kinGap)
			out[v] = side
		}
	}
	h.at = out
	return out
}

func (pl *plan) add(n node, under int) int {
	pl.nodes, pl.parents = append(pl.nodes, n), append(pl.parents, under)
	return len(pl.nodes) - 1
}

// grow adds a step and all below it. Assistants stand two by two beside the line to those below; a leaf that stands
// below another is its child for the placing, and moved in.
func (pl *plan) grow(v, under int) {
	at := pl.add(node{step: v, wide: pl.size.X}, under)
	var below, beside []int
	for _, c := range pl.kin.Children(v) {
		if pl.beside[c] {
			beside = append(beside, c)
		} else {
			below = append(below, c)
		}
	}
	for two := range slices.Chunk(beside, 2) {
		pl.assisted[pl.page.Steps[v].ID] = true
		at = pl.add(node{step: -1, wide: 2*pl.size.X + kinGap, beside: two}, at)
	}
	leads := func(c int) bool { return len(pl.kin.Children(c)) > 0 }
	if pl.columns == 0 || len(below) < 2 || slices.ContainsFunc(below, leads) {
		for _, c := range below {
			pl.grow(c, at)
		}
		return
	}
	for column := range slices.Chunk(below, (len(below)+pl.columns-1)/pl.columns) {
		over := at
		for _, c := range column {
			over = pl.add(node{step: c, wide: pl.size.X + 2*indent, moved: indent}, over)
			pl.below[pl.page.Steps[c].ID] = column[0]
		}
	}
}

// onPage are the places of the steps on the page: the tree in the direction that it grows, in the middle of the sheet
// across the levels, from its edge on.
func (h *hierarchy) onPage(at []geom.Point) []chart.Place {
	var box geom.Rect
	rects := make([]geom.Rect, len(at))
	for v, s := range h.page.Steps {
		q := at[v]
		if h.dir == Up || h.dir == Left {
			q.Y = -q.Y
		}
		q = h.turned(q)
		rects[v] = geom.Rect{X: q.X - s.W/2, Y: q.Y - s.H/2, W: s.W, H: s.H}
		box = box.Union(rects[v])
	}
	w, _ := h.page.SheetSize()
	f := h.page.Frame
	dx, dy := math.Max(f.X+edge, (w-box.W)/2)-box.X, f.Y+treeTop-box.Y
	out := make([]chart.Place, len(at))
	for v, s := range h.page.Steps {
		out[v] = h.page.PlaceAt(s.ID, "", rects[v].Move(geom.Pt(dx, dy)))
	}
	return out
}

// treeTop is between the title of the page and the tree, px.
const treeTop = 24.0

// across is how wide places are across the levels.
func across(at []geom.Point) float64 {
	lo, hi := math.Inf(1), math.Inf(-1)
	for _, q := range at {
		lo, hi = math.Min(lo, q.X), math.Max(hi, q.X)
	}
	return hi - lo
}

// deep is how far places reach along the levels.
func deep(at []geom.Point) (out float64) {
	for _, q := range at {
		out = math.Max(out, q.Y)
	}
	return out
}

// line has a connector leave its step on the side where the tree grows and meet the next one there, unless somebody has
// chosen; leaves that stand below each other are met from the side.
func (h *hierarchy) line(c *chart.Connector) chart.Part {
	out := [...]string{Down: "bottom", Right: "right", Up: "top", Left: "left"}[h.dir]
	in := [...]string{Down: "top", Right: "left", Up: "bottom", Left: "right"}[h.dir]
	set := chart.Part{Do: "line.set", Page: h.page.ID, ID: c.ID}
	end := func(e chart.End, port string) *chart.End {
		if e.Loose() || e.Fixed || e.Port == port {
			return nil
		}
		return &chart.End{Step: e.Step, Port: port}
	}
	if _, below := h.below[c.To.Step]; below {
		if in = "left"; h.dir == Right || h.dir == Left {
			in = "top"
		}
	}
	if c.Meaning == chart.Aside {
		set.From = end(c.From, out)
	}
	if c.Meaning == chart.Flow {
		set.From, set.To = end(c.From, out), end(c.To, in)
	}
	set.Pins = h.pins(c)
	return set
}
