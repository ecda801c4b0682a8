package hand

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// bending drags a segment of a connector sideways and pins it there. Brought in
// line with the segment before or after the next one, it becomes one with it.
type bending struct {
	press
	still
	lines.Spot
	points geom.Polyline // of the run when it began
	pins   []bool        // per segment, whether it was pinned
	words  string
}

// beginBending takes hold of a segment; kinds without segments have none.
func (e *Editor) beginBending(s lines.Spot, p Pointer) gesture {
	r := e.Sheet().Run(s.Line)
	if k := r.Line.Kind; k == chart.Straight || len(r.Points) < 2 {
		return nil
	}
	return &bending{press: press{start: p, last: p}, Spot: s, points: r.Points, pins: lines.Pinned(r)}
}

func (g *bending) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.refresh(e)
	}
}

func (g *bending) refresh(e *Editor) { g.preview(e, g.command) }

func (g *bending) command(e *Editor) (chart.Command, bool) {
	p := e.Page()
	c := p.Connector(g.Line)
	if c == nil {
		return chart.Command{}, false
	}
	upright, at := lines.Place(g.points, g.Seg)
	if upright {
		at += g.last.X - g.start.X
	} else {
		at += g.last.Y - g.start.Y
	}
	at = math.Round(at)
	g.words = say.Pinned
	merged := -1
	for _, k := range [2]int{g.Seg - 2, g.Seg + 2} { // the parallel segments next to it
		if k >= 0 && k+1 < len(g.points) {
			if _, there := lines.Place(g.points, k); math.Abs(there-at) < 5/e.zoom {
				at, merged = there, k
				g.words = say.InLine
			}
		}
	}
	pins := []chart.Pin{}
	for k := 0; k+1 < len(g.points); k++ {
		switch {
		case k == g.Seg:
			pins = append(pins, p.PinTo(c, upright, at))
		case k == merged: // one pin for both
		case g.pins[k]:
			u, there := lines.Place(g.points, k)
			pins = append(pins, p.PinTo(c, u, there))
		}
	}
	return chart.Command{Words: say.DidPin, Parts: []chart.Part{{Do: "line.set", Page: p.ID, ID: c.ID, Pins: &pins}}}, true
}

func (g *bending) up(e *Editor, p Pointer) {
	g.last = p
	if !g.moved {
		return
	}
	if cmd, ok := g.command(e); ok {
		e.Apply(cmd.Words, cmd.Parts...)
	}
}

func (g *bending) marks(e *Editor, m scene.Pen) {
	if g.moved {
		m.Say(g.words, g.last.at())
	}
}

func (g *bending) cursor() string {
	if upright, _ := lines.Place(g.points, g.Seg); upright {
		return across
	}
	return upAndDown
}

// BendMore and bendLess add bends to the selected connector, where the menu was opened on it, and remove some.
func (e *Editor) BendMore() { e.lines.AddBends(e.under) }
func (e *Editor) BendLess() { e.lines.RemoveBends(e.under) }
