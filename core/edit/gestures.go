package edit

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// placing puts the symbol in the hand down: a click at its usual size, a
// dragged frame at that size. As a ghost it follows the pointer before that.
type placing struct {
	start, last Pointer
	ghost       bool
}

func (g *placing) move(e *Editor, p Pointer) {
	g.last = p
	if e.hand == "" {
		e.gesture = nil
	}
}
func (g *placing) refresh(*Editor) {}

// rect is the frame dragged so far; ok is false for a click.
func (g *placing) rect(e *Editor) (geom.Rect, bool) {
	a, b := g.start.at(), g.last.at()
	if g.ghost || a.Dist(b) < 2*slack/e.zoom {
		return e.handRect(b), false
	}
	if g.last.Shift {
		size := e.size(e.hand)
		if e.hand == symbol.Terminator {
			size.H = size.W // equal sides make it a circle
		}
		k := math.Max(math.Abs(b.X-a.X)/size.W, math.Abs(b.Y-a.Y)/size.H)
		b = geom.Pt(a.X+math.Copysign(size.W*k, b.X-a.X), a.Y+math.Copysign(size.H*k, b.Y-a.Y))
	}
	r := geom.Span(a, b)
	onGrid := func(v float64) float64 { return math.Round(v/arrange.Grid) * arrange.Grid }
	r = geom.Rect{X: onGrid(r.X), Y: onGrid(r.Y), W: math.Max(24, onGrid(r.W)), H: math.Max(24, onGrid(r.H))}
	if g.last.Shift {
		r.W, r.H = math.Max(24, geom.Span(a, b).W), math.Max(24, geom.Span(a, b).H)
	}
	return r, true
}

func (g *placing) up(e *Editor, p Pointer) {
	if g.ghost || e.hand == "" {
		return
	}
	g.last = p
	r, _ := g.rect(e)
	e.placeSymbol(r)
}

// moving drags the selected steps; with Ctrl a copy stays behind.
type moving struct {
	id     string // the step under the pointer
	start  Pointer
	last   Pointer
	boxes  []arrange.Box
	before *scene.Sheet // the page as it was
	into   *scene.Run   // the connector that the step would be put into
	moved  bool
	guides []arrange.Guide
	dx, dy float64
}

func (g *moving) move(e *Editor, p Pointer) {
	g.last = p
	if !g.moved && p.at().Dist(g.start.at()) < slack/e.zoom {
		return
	}
	g.moved = true
	g.refresh(e)
}

func (g *moving) refresh(e *Editor) {
	if !g.moved {
		return
	}
	g.dx, g.dy = g.last.X-g.start.X, g.last.Y-g.start.Y
	if g.last.Shift { // straight across or straight down
		if math.Abs(g.dx) > math.Abs(g.dy) {
			g.dy = 0
		} else {
			g.dx = 0
		}
	}
	var all geom.Rect
	for _, b := range g.boxes {
		all = all.Union(b.Rect)
	}
	all.X += g.dx
	all.Y += g.dy
	p := e.Page()
	others := make([]geom.Rect, 0, len(p.Steps))
	for _, s := range p.Steps {
		if !e.selected[s.ID] || g.last.Ctrl {
			others = append(others, p.StepRect(s))
		}
	}
	sx, sy, guides := arrange.Snap(all, others, reach/e.zoom)
	g.dx, g.dy, g.guides = g.dx+sx, g.dy+sy, guides
	if g.into = nil; len(g.boxes) == 1 && !g.last.Ctrl {
		r := g.boxes[0].Rect
		r.X, r.Y = r.X+g.dx, r.Y+g.dy
		g.into = e.lineUnder(g.before, g.boxes[0].ID, r)
	}
	cmd := g.command(e)
	e.setPreview(&cmd)
}

func (g *moving) command(e *Editor) chart.Command {
	if g.last.Ctrl {
		parts, _ := e.copies(e.fragment(), g.dx, g.dy)
		return chart.Command{Words: "copy", Parts: parts}
	}
	var bs []arrange.Box
	for _, b := range g.boxes {
		b.Rect.X += g.dx
		b.Rect.Y += g.dy
		bs = append(bs, b)
	}
	return chart.Command{Words: "move", Parts: []chart.Part{e.moveTo(bs)}}
}

// dropped is the move as it is done in the end.
func (g *moving) dropped(e *Editor) chart.Command {
	cmd := g.command(e)
	if g.into != nil {
		if c := e.Page().Connector(g.into.Line.ID); c != nil {
			cmd.Words = "put into " + e.between(c)
			cmd.Parts = append(cmd.Parts, e.insertion(c, g.boxes[0].ID)...)
		}
	}
	return cmd
}

func (g *moving) up(e *Editor, p Pointer) {
	if !g.moved {
		if !g.start.Shift && len(e.selected) > 1 {
			e.selectOnly(g.id)
		}
		return
	}
	g.last = p
	g.refresh(e)
	if g.last.Ctrl {
		parts, ids := e.copies(e.fragment(), g.dx, g.dy)
		if e.do("copy", parts...) {
			e.selectOnly(ids...)
		}
		return
	}
	cmd := g.dropped(e)
	e.do(cmd.Words, cmd.Parts...)
}

// pulling draws a new connector out of a port, or brings an end of one that is
// there (line) somewhere else.
type pulling struct {
	from        chart.End
	line        string
	atFrom      bool
	start, last Pointer
	target      chart.End
	words       string
	ports       []chart.Part // own ports that are made for it: at its start, at its target
	made        int          // how many of them are for its start
}

func (g *pulling) move(e *Editor, p Pointer) {
	g.last = p
	g.refresh(e)
}

// end tells what the pulled end would hold at, and says it in words.
func (g *pulling) end(e *Editor) (chart.End, string) {
	q := g.last.at()
	g.ports = g.ports[:g.made]
	for i := range e.Sheet().Steps {
		sh := e.Sheet().Steps[i]
		// The step as it is, without a port that is only shown as yet.
		if sh.Step = e.Page().Step(sh.Step.ID); sh.Step == nil || !sh.Rect.Grow((portOff+4)/e.zoom).Contains(q) {
			continue
		}
		name := stepName(sh.Step)
		for _, port := range sh.Ports() {
			if port.At.Dist(q) <= portHold/e.zoom || diamondAt(port, e.zoom).Dist(q) <= reach/e.zoom {
				return chart.End{Step: sh.Step.ID, Port: port.Name}, "holds at " + name + ", " + port.Name
			}
		}
		if g.last.Alt && e.onOutline(&sh, q) {
			port, part := e.ownPort(&sh, q)
			if !(g.made > 0 && g.ports[0].ID == part.ID) { // one port a step at a time
				g.ports = append(g.ports, part)
				return chart.End{Step: sh.Step.ID, Port: port}, "holds at " + name + ", here"
			}
		}
		if o := sh.Step.Symbol.Outline(sh.Rect.W, sh.Rect.H); o.Encloses(q.Sub(geom.Pt(sh.Rect.X, sh.Rect.Y))) {
			return chart.End{Step: sh.Step.ID}, "holds at " + name + ", best side"
		}
	}
	loose := chart.End{X: geom.Round2(q.X), Y: geom.Round2(q.Y)}
	if g.last.Alt || g.line != "" {
		return loose, "stays loose"
	}
	return loose, "new step here"
}

func stepName(s *chart.Step) string {
	if s.Number != "" {
		return s.Number
	}
	if s.Text != "" {
		t := []rune(s.Text)
		if len(t) > 24 {
			t = append(t[:24], '…')
		}
		return string(t)
	}
	info, _ := symbol.Of(s.Symbol)
	return info.Name
}

func (g *pulling) refresh(e *Editor) {
	g.target, g.words = g.end(e)
	cmd := g.command(e)
	e.setPreview(&cmd)
}

const pulledID = "pulled" // of the connector shown while it is pulled

func (g *pulling) command(e *Editor) chart.Command {
	p := e.Page()
	if g.line != "" {
		part := chart.Part{Do: "line.set", Page: p.ID, ID: g.line, To: &g.target}
		if g.atFrom {
			part.To, part.From = nil, &g.target
		}
		return chart.Command{Words: "move end", Parts: g.with(part)}
	}
	l := &chart.Connector{ID: pulledID, From: g.from, To: g.target, Meaning: chart.Flow, Kind: e.style.kind, Look: e.style.look}
	if a, b := p.Step(g.from.Step), p.Step(g.target.Step); a != nil && b != nil {
		l.Meaning = meaning(a.Symbol, b.Symbol)
	}
	return chart.Command{Words: "connect", Parts: g.with(chart.Part{Do: "line.add", Page: p.ID, Line: l})}
}

// with are the parts with those that make its ports before them.
func (g *pulling) with(parts ...chart.Part) []chart.Part {
	return append(append([]chart.Part{}, g.ports...), parts...)
}

func (g *pulling) up(e *Editor, p Pointer) {
	g.last = p
	if p.at().Dist(g.start.at()) < slack/e.zoom {
		return // a click on the port
	}
	g.target, g.words = g.end(e)
	if g.line != "" {
		cmd := g.command(e)
		e.do(cmd.Words, cmd.Parts...)
		return
	}
	pg := e.Page()
	from := pg.Step(g.from.Step)
	if from == nil {
		return
	}
	if to := pg.Step(g.target.Step); to != nil || p.Alt {
		kind := symbol.Process
		if to != nil {
			kind = to.Symbol
		}
		id, part := e.addLine(g.from, g.target, from.Symbol, kind)
		if e.do("connect", g.with(part)...) {
			e.selectOnly(id)
		}
		return
	}
	e.hand = symbol.Process
	r := e.handRect(p.at())
	e.hand = ""
	id, add := e.addStep(symbol.Process, r)
	_, line := e.addLine(g.from, chart.End{Step: id}, from.Symbol, symbol.Process)
	if e.do("connect to a new step", g.with(add, line)...) {
		e.selectOnly(id)
		e.typeOnStep(id)
	}
}

// resizing drags a crop mark; the step never gets too small for its text.
type resizing struct {
	id     string
	corner int
	start  Pointer
	last   Pointer
	rect   geom.Rect
	moved  bool
}

func (g *resizing) move(e *Editor, p Pointer) {
	g.last = p
	if !g.moved && p.at().Dist(g.start.at()) < slack/e.zoom {
		return
	}
	g.moved = true
	g.refresh(e)
}

func (g *resizing) refresh(e *Editor) {
	if cmd, ok := g.command(e); ok {
		e.setPreview(&cmd)
	}
}

func (g *resizing) command(e *Editor) (chart.Command, bool) {
	s := e.Page().Step(g.id)
	if s == nil {
		return chart.Command{}, false
	}
	left, top := g.corner == 0 || g.corner == 3, g.corner < 2
	onGrid := func(v float64) float64 { return math.Round(v/arrange.Grid) * arrange.Grid }
	dx, dy := g.last.X-g.start.X, g.last.Y-g.start.Y
	if left {
		dx = -dx
	}
	if top {
		dy = -dy
	}
	w, h := math.Max(24, onGrid(g.rect.W+dx)), math.Max(24, onGrid(g.rect.H+dy))
	if g.last.Shift {
		k := math.Max(w/g.rect.W, h/g.rect.H)
		w, h = g.rect.W*k, g.rect.H*k
	}
	w, h = typeset.Grow(s.Symbol, w, h, s.Text)
	r := geom.Rect{X: g.rect.X, Y: g.rect.Y, W: w, H: h}
	if left {
		r.X = g.rect.Right() - w
	}
	if top {
		r.Y = g.rect.Bottom() - h
	}
	return chart.Command{Words: "resize", Parts: []chart.Part{e.moveTo([]arrange.Box{{ID: g.id, Rect: r}})}}, true
}

func (g *resizing) up(e *Editor, p Pointer) {
	g.last = p
	if !g.moved {
		return
	}
	if cmd, ok := g.command(e); ok && e.do(cmd.Words, cmd.Parts...) {
		s := e.Page().Step(g.id)
		e.last[s.Symbol] = geom.Rect{W: s.W, H: s.H}
	}
}

// framing selects what lies inside a dragged frame.
type framing struct{ start, last Pointer }

func (g *framing) move(e *Editor, p Pointer) { g.last = p }
func (g *framing) refresh(*Editor)           {}

func (g *framing) up(e *Editor, p Pointer) {
	r := geom.Span(g.start.at(), p.at())
	if r.W < slack/e.zoom && r.H < slack/e.zoom {
		return
	}
	for _, sh := range e.Sheet().Steps {
		if sh.Rect.Inside(r) {
			e.selected[sh.Step.ID] = true
		}
	}
	for _, l := range e.Sheet().Lines {
		in := len(l.Points) > 0
		for _, q := range l.Points {
			in = in && r.Contains(q)
		}
		if in {
			e.selected[l.Line.ID] = true
		}
	}
}

// widening drags the lower border of a lane; it stays as high as its steps.
type widening struct {
	id    string
	start Pointer
	last  Pointer
	size  float64
}

func (g *widening) move(e *Editor, p Pointer) {
	g.last = p
	g.refresh(e)
}

func (g *widening) refresh(e *Editor) {
	cmd := g.command()
	cmd.Parts[0].Page = e.page
	e.setPreview(&cmd)
}

func (g *widening) command() chart.Command {
	size := math.Max(48, math.Round((g.size+g.last.Y-g.start.Y)/arrange.Grid)*arrange.Grid)
	return chart.Command{Words: "lane size", Parts: []chart.Part{{Do: "lane.set", ID: g.id, Size: &size}}}
}

func (g *widening) up(e *Editor, p Pointer) {
	g.last = p
	if p.at().Dist(g.start.at()) < slack/e.zoom {
		return
	}
	cmd := g.command()
	cmd.Parts[0].Page = e.page
	e.do(cmd.Words, cmd.Parts...)
}

// reordering drags a lane by its head to another place among the lanes.
type reordering struct {
	id   string
	last Pointer
	on   bool
}

func (g *reordering) move(e *Editor, p Pointer) {
	g.last = p
	g.refresh(e)
}

func (g *reordering) refresh(e *Editor) {
	if part, ok := g.part(e); ok {
		g.on = true
		e.setPreview(&chart.Command{Words: "move lane", Parts: []chart.Part{part}})
	} else {
		g.on = false
		e.setPreview(nil)
	}
}

// part is the new order when the pointer lies over another lane.
func (g *reordering) part(e *Editor) (chart.Part, bool) {
	p := e.Page()
	over := p.LaneUnder(g.last.Y)
	if over == nil || over.ID == g.id {
		return chart.Part{}, false
	}
	var order []string
	down := p.LaneTop(over.ID) > p.LaneTop(g.id)
	for _, l := range p.Lanes {
		switch {
		case l.ID == g.id:
		case l.ID == over.ID && down:
			order = append(order, l.ID, g.id)
		case l.ID == over.ID:
			order = append(order, g.id, l.ID)
		default:
			order = append(order, l.ID)
		}
	}
	return chart.Part{Do: "lane.order", Page: p.ID, Order: order}, true
}

func (g *reordering) up(e *Editor, p Pointer) {
	if g.last = p; !g.on {
		return
	}
	if part, ok := g.part(e); ok {
		e.do("move lane", part)
	}
}
