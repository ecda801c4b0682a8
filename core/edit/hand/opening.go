package hand

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// opening makes room at a line across the page: all beyond it goes along with the drag, to the right or downward, and
// back to close the gap. As a ghost it goes along with the pointer before that.
type opening struct {
	press
	ghost bool
	by    float64 // what it came to
}

// arrowStep is how far an arrow key opens a page or closes it: half the usual gap, px.
const arrowStep = arrange.Gap / 2

// TakeRoom takes what makes room into the hand, or lets go of it.
func (e *Editor) TakeRoom() {
	on := !e.room
	e.Cancel()
	e.LetGo()
	if e.room = on; on {
		e.Say(say.MakeRoom)
	}
}

// MakesRoom reports whether the hand holds it.
func (e *Editor) MakesRoom() bool { return e.room }

// OpenBy makes room right of the pointer or below it, or closes the gap there, by arrow keys.
func (e *Editor) OpenBy(d geom.Point, fine bool) {
	g, ok := e.gesture.(*opening)
	if !ok {
		e.Say(say.RoomWhere)
		return
	}
	step := arrowStep
	if fine {
		step = 1
	}
	upright, at := d.X != 0, g.last.Y
	if upright {
		at = g.last.X
	}
	parts, by := arrange.Opened(e.Page(), upright, at, (d.X+d.Y)*step)
	if by == 0 {
		e.Say(say.NoGap)
		return
	}
	ghost := *g
	if e.Apply(say.DidOpen(by > 0), parts...) {
		e.gesture = &ghost // goes on where it is
	}
}

func (g *opening) move(e *Editor, p Pointer) {
	if g.follow(e, p); g.ghost && !e.room {
		e.gesture = nil
	}
	g.refresh(e)
}

// line is where the page opens: upright when the drag goes across.
func (g *opening) line() (upright bool, at, by float64) {
	if dx, dy := g.last.X-g.start.X, g.last.Y-g.start.Y; math.Abs(dx) >= math.Abs(dy) {
		return true, g.start.X, dx
	} else {
		return false, g.start.Y, dy
	}
}

func (g *opening) command(e *Editor) (chart.Command, bool) {
	upright, at, by := g.line()
	grid := e.Page().GridSize()
	parts, by := arrange.Opened(e.Page(), upright, at, math.Round(by/grid)*grid)
	g.by = by
	return chart.Command{Words: say.DidOpen(by > 0), Parts: parts}, len(parts) > 0
}

func (g *opening) refresh(e *Editor) {
	if g.ghost || !g.moved {
		return
	}
	if cmd, ok := g.command(e); ok {
		e.PreviewWithRoom(cmd)
	} else {
		e.Preview(nil)
	}
}

func (g *opening) up(e *Editor, p Pointer) {
	if g.ghost {
		return
	}
	g.last = p
	if cmd, ok := g.command(e); g.moved && ok {
		e.room = false
		e.Apply(cmd.Words, cmd.Parts...)
	} else if g.moved {
		e.Say(say.NoGap)
	}
}

// marks are the line that the page opens at, and how far; before the drag both lines that there could be.
func (g *opening) marks(e *Editor, m scene.Pen) {
	p := e.Sheet().Page
	across := func(at float64, colour string, dash ...float64) {
		m.Line(geom.Polyline{geom.Pt(at, 0), geom.Pt(at, p.H)}.Path(), colour, 1.4, dash...)
	}
	level := func(at float64, colour string, dash ...float64) {
		m.Line(geom.Polyline{geom.Pt(0, at), geom.Pt(p.W, at)}.Path(), colour, 1.4, dash...)
	}
	if g.ghost || !g.moved {
		across(g.last.X, guideGrey, 4, 3)
		level(g.last.Y, guideGrey, 4, 3)
		return
	}
	upright, at, _ := g.line()
	draw := level
	if upright {
		draw = across
	}
	draw(at, scene.Red)
	draw(at+g.by, scene.Red, 4, 3)
	m.Say(say.Opens(g.by, e.Length(math.Abs(g.by))), g.last.at())
}

func (g *opening) guides(*Editor, scene.Pen) {}
func (g *opening) cursor() string            { return crosshair }
