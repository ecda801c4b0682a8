package hand

import (
	"math"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
)

// moving drags the selected steps; with Ctrl a copy stays behind.
type moving struct {
	press
	id     string // the step under the pointer
	again  bool   // which was selected before
	boxes  []arrange.Box
	before *sheet.Sheet // the page as it was
	into   *sheet.Run   // the connector that the step would be put into
	lines  []arrange.Guide
	faced  []arrange.Facing // what their connectors run straight to
	dx, dy float64
	stand  []standing // the steps of the page, as it was at that status
	status int
	boss   string     // in a hierarchy, the step that it is dropped on, to stand below
	land   geom.Point // how much farther they come to stand, where they would lie on others: they are shown there
}

// standing is where a step stands that others are dragged past.
type standing struct {
	rect             geom.Rect
	selected, behind bool
}

// standing are the steps of the page, which are where they are until the chart changes.
func (g *moving) standing(e *Editor) []standing {
	if p := e.Page(); g.stand == nil || g.status != e.Status() {
		g.stand, g.status, g.faced = make([]standing, 0, len(p.Steps)), e.Status(), nil
		if !g.last.Ctrl {
			g.faced = arrange.Faced(p, g.around(), e.Selected)
		}
		for _, s := range p.Steps {
			g.stand = append(g.stand, standing{p.StepRect(s), e.Selected(s.ID), s.Behind()})
		}
	}
	return g.stand
}

// around is the box around the steps, where they stood.
func (g *moving) around() geom.Rect { return arrange.Around(g.boxes) }

func (g *moving) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.refresh(e)
	}
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
	all := g.around().Move(geom.Pt(g.dx, g.dy))
	p := e.Page()
	others := make([]geom.Rect, 0, len(p.Steps))
	for _, s := range g.standing(e) {
		if !s.selected || g.last.Ctrl {
			others = append(others, s.rect)
		}
	}
	g.lines = nil
	if !g.last.Alt { // with it all goes where it is put
		f := arrange.Field{Others: others, Lines: arrange.Lines(p, all.Centre()), Facing: g.faced, Grid: p.GridSize()}
		sx, sy, guides := arrange.Snap(all, f, e.reach())
		g.dx, g.dy, g.lines = g.dx+sx, g.dy+sy, guides
	}
	if g.into = nil; len(g.boxes) == 1 && !g.last.Ctrl {
		g.into = e.lineUnder(g.before, p.Step(g.boxes[0].ID).Symbol, g.boxes[0].ID, g.at())
	}
	g.boss = g.dropsOn(e)
	g.land = g.landing(e)
	cmd := g.command(e)
	e.Preview(&cmd)
}

// landing is how much farther the steps come to stand, so that they do not lie on others: beside them. With Alt they
// lie where they are put, and on what they lay before they stay.
func (g *moving) landing(e *Editor) geom.Point {
	if g.last.Alt || g.into != nil || g.boss != "" {
		return geom.Point{}
	}
	p := e.Page()
	var boxes []arrange.Box
	var before []geom.Rect
	for _, b := range g.boxes {
		if s := p.Step(b.ID); s != nil && !s.Behind() {
			before = append(before, b.Rect)
			boxes = append(boxes, arrange.Box{ID: b.ID, Rect: b.Rect.Move(geom.Pt(g.dx, g.dy))})
		}
	}
	var others []geom.Rect
	for _, s := range g.standing(e) {
		if s.behind || s.selected && !g.last.Ctrl || slices.ContainsFunc(before, s.rect.Grow(-1).Overlaps) && !g.last.Ctrl {
			continue
		}
		others = append(others, s.rect)
	}
	return geom.Pt(arrange.Landing(p, boxes, others))
}

// dropsOn is the step of a hierarchy under the pointer that the dragged one can stand below.
func (g *moving) dropsOn(e *Editor) string {
	if e.pages.Tree() == "" || len(g.boxes) != 1 || g.last.Ctrl || g.last.Alt {
		return ""
	}
	for i := range g.before.Steps {
		if sh := &g.before.Steps[i]; sh.Step.ID != g.boxes[0].ID && sh.Rect.Contains(g.last.at()) {
			return sh.Step.ID
		}
	}
	return ""
}

// at is where the step that is dragged alone would stand.
func (g *moving) at() geom.Rect {
	r := g.boxes[0].Rect
	r.X, r.Y = r.X+g.dx, r.Y+g.dy
	return r
}

func (g *moving) command(e *Editor) chart.Command {
	if g.last.Ctrl {
		parts, _ := e.steps.Copies(e.steps.Taken(), g.dx+g.land.X, g.dy+g.land.Y)
		return chart.Command{Words: say.DidCopy, Parts: parts}
	}
	var bs []arrange.Box
	for _, b := range g.boxes {
		b.Rect.X += g.dx + g.land.X
		b.Rect.Y += g.dy + g.land.Y
		bs = append(bs, b)
	}
	return chart.Command{Words: say.DidMove, Parts: []chart.Part{e.steps.MoveTo(bs)}}
}

func (g *moving) up(e *Editor, p Pointer) {
	if !g.moved {
		if g.again && e.Count() > 1 {
			e.steps.GoInto(g.id)
		}
		if s := e.Page().Step(g.id); g.start.Ctrl && s != nil {
			e.pages.OpenStep(s)
		}
		return
	}
	g.last = p
	g.refresh(e)
	if g.last.Ctrl {
		parts, ids := e.steps.Copies(e.steps.Taken(), g.dx+g.land.X, g.dy+g.land.Y)
		if e.Apply(say.DidCopy, parts...) {
			e.Select(ids...)
		}
		return
	}
	if g.boss != "" {
		e.pages.PutUnder(g.boxes[0].ID, g.boss)
		return
	}
	if g.into != nil {
		if c := e.Page().Connector(g.into.Line.ID); c != nil {
			e.putInto(c, g.before.Run(c.ID), g.boxes[0].ID, g.at())
			return
		}
	}
	cmd := g.command(e)
	e.Apply(cmd.Words, cmd.Parts...)
}

// marks writes the distances that the move makes equal, over whatever runs there, and
// frames the lane that a step comes into from another one.
func (g *moving) marks(e *Editor, m scene.Pen) {
	if !g.moved {
		return
	}
	if len(g.boxes) == 1 {
		if s := e.Page().Step(g.boxes[0].ID); s != nil {
			if l := e.Page().LaneUnder(g.at().Centre()); l != nil && l.ID != s.Lane {
				e.laneMark(m, g.at())
			}
		}
	}
	if sh := e.Sheet().Shape(g.boss); sh != nil {
		r := sh.Rect.Grow(4 * m.K)
		m.Line(sh.Step.Symbol.Outline(r.W, r.H).Shift(r.X, r.Y), scene.Ink, 1.2)
		m.Say(say.ReportsTo(session.StepName(sh.Step)), g.last.at())
		return
	}
	if g.land != (geom.Point{}) { // what is carried is an outline then, and the step stands where it will
		for _, b := range g.boxes {
			if s := e.Page().Step(b.ID); s != nil {
				m.Line(s.Symbol.Outline(b.Rect.W, b.Rect.H).Shift(b.Rect.X+g.dx, b.Rect.Y+g.dy), scene.Ink, 1.4, 4, 3)
			}
		}
		b := g.boxes[0].Rect // below the outline, not on what is beside it
		m.Plate(say.LandsBeside, b.X+g.dx, b.Bottom()+g.dy+18*m.K)
	}
	e.told(m, g.lines, g.around().Move(geom.Pt(g.dx, g.dy)))
	if g.into != nil {
		m.Say(say.Into(e.Between(g.into.Line)), g.last.at())
	}
}

func (g *moving) guides(e *Editor, m scene.Pen) {
	if !g.moved {
		return
	}
	e.construction(m, g.lines)
	if g.into != nil { // below the step that goes into it
		m.Line(g.into.Drawn().Path(), scene.Red, 2.4)
	}
}

func (g *moving) cursor() string {
	if g.last.Ctrl {
		return leaveCopy
	}
	return moveAll
}
