package edit

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// spot is a place on a connector that the hand is on.
type spot struct {
	line  string
	seg   int // stretch of its run
	at    geom.Point
	label int // index of the label under the hand, -1 for none
}

// spotAt finds the connector under q and where on it that is.
func (e *Editor) spotAt(q geom.Point) (spot, bool) {
	r := e.Sheet().RunAt(q, reach/e.zoom)
	if r == nil {
		return spot{}, false
	}
	s := spot{line: r.Line.ID, at: q, label: -1}
	for i, l := range r.Labels {
		if l.Box.Contains(q) {
			s.label = i
		}
	}
	near := math.Inf(1)
	for k := 0; k+1 < len(r.Points); k++ {
		if d := geom.DistTo(r.Points[k:k+2], q); d < near {
			near, s.seg = d, k
		}
	}
	return s, true
}

// bending drags a stretch of a connector sideways and pins it there. Brought in
// line with the stretch before or after the next one, it becomes one with it.
type bending struct {
	spot
	start, last Pointer
	points      []geom.Point // of the run when it began
	pins        []bool       // per stretch, whether it was pinned
	moved       bool
	words       string
}

// beginBending takes hold of a stretch; kinds without stretches have none.
func (e *Editor) beginBending(s spot, p Pointer) gesture {
	r := e.Sheet().Run(s.line)
	if k := r.Line.Kind; k == chart.Straight || len(r.Points) < 2 {
		return nil
	}
	return &bending{spot: s, start: p, last: p, points: r.Points, pins: pinned(r)}
}

// pinned tells for each stretch of a run whether it is pinned.
func pinned(r *scene.Run) []bool {
	out := make([]bool, max(0, len(r.Points)-1))
	next := 0
	for k := range out {
		upright, at := place(r.Points, k)
		if next < len(r.Pins) && r.Pins[next].Upright == upright && math.Abs(r.Pins[next].At-at) < 0.02 {
			out[k] = true
			next++
		}
	}
	return out
}

// place is where stretch k stands: at an x when it is upright, else at a y.
func place(pts []geom.Point, k int) (upright bool, at float64) {
	a, b := pts[k], pts[k+1]
	if math.Abs(a.X-b.X) < math.Abs(a.Y-b.Y) {
		return true, a.X
	}
	return false, a.Y
}

func (g *bending) move(e *Editor, p Pointer) {
	g.last = p
	if !g.moved && p.at().Dist(g.start.at()) < slack/e.zoom {
		return
	}
	g.moved = true
	g.refresh(e)
}

func (g *bending) refresh(e *Editor) {
	if !g.moved {
		return
	}
	if cmd, ok := g.command(e); ok {
		e.setPreview(&cmd)
	}
}

func (g *bending) command(e *Editor) (chart.Command, bool) {
	p := e.Page()
	c := p.Connector(g.line)
	if c == nil {
		return chart.Command{}, false
	}
	upright, at := place(g.points, g.seg)
	if upright {
		at += g.last.X - g.start.X
	} else {
		at += g.last.Y - g.start.Y
	}
	at = math.Round(at)
	g.words = "pinned here"
	merged := -1
	for _, k := range [2]int{g.seg - 2, g.seg + 2} { // the parallel stretches next to it
		if k >= 0 && k+1 < len(g.points) {
			if _, there := place(g.points, k); math.Abs(there-at) < 5/e.zoom {
				at, merged = there, k
				g.words = "in line: the bends go"
			}
		}
	}
	pins := []chart.Pin{}
	for k := 0; k+1 < len(g.points); k++ {
		switch {
		case k == g.seg:
			pins = append(pins, p.PinTo(c, upright, at))
		case k == merged: // one pin for both
		case g.pins[k]:
			u, there := place(g.points, k)
			pins = append(pins, p.PinTo(c, u, there))
		}
	}
	return chart.Command{Words: "pin a stretch", Parts: []chart.Part{{Do: "line.set", Page: p.ID, ID: c.ID, Pins: &pins}}}, true
}

func (g *bending) up(e *Editor, p Pointer) {
	g.last = p
	if !g.moved {
		return
	}
	if cmd, ok := g.command(e); ok {
		e.do(cmd.Words, cmd.Parts...)
	}
}

// jog is how far apart the two parts of a stretch stand that gets two bends.
const jog = 24.0

// addBends gives a stretch two more bends: its first part stays where it is,
// its second part stands beside it. Without a place under the hand it is the
// longest stretch.
func (e *Editor) addBends() {
	c := e.lines()[0]
	r, p := e.Sheet().Run(c.ID), e.Page()
	seg := 0
	for k := 0; k+1 < len(r.Points); k++ {
		if r.Points[k].Dist(r.Points[k+1]) > r.Points[seg].Dist(r.Points[seg+1]) {
			seg = k
		}
	}
	if e.under.line == c.ID && e.under.seg+1 < len(r.Points) {
		seg = e.under.seg
	}
	held := pinned(r)
	pins := []chart.Pin{}
	for k := 0; k+1 < len(r.Points); k++ {
		upright, at := place(r.Points, k)
		if k == seg {
			pins = append(pins, p.PinTo(c, upright, at), p.PinTo(c, upright, at+jog))
		} else if held[k] {
			pins = append(pins, p.PinTo(c, upright, at))
		}
	}
	e.do("add bends", chart.Part{Do: "line.set", Page: e.page, ID: c.ID, Pins: &pins})
}

// removeBends takes the pin out of the stretch under the hand; without one, out
// of the last that is pinned.
func (e *Editor) removeBends() {
	c := e.lines()[0]
	r, p := e.Sheet().Run(c.ID), e.Page()
	held := pinned(r)
	out := -1
	for k, h := range held {
		if h {
			out = k
		}
	}
	if u := e.under; u.line == c.ID && u.seg < len(held) && held[u.seg] {
		out = u.seg
	}
	pins := []chart.Pin{}
	for k := range held {
		if held[k] && k != out {
			upright, at := place(r.Points, k)
			pins = append(pins, p.PinTo(c, upright, at))
		}
	}
	e.do("remove bends", chart.Part{Do: "line.set", Page: e.page, ID: c.ID, Pins: &pins})
}

func wantPinned(e *Editor) string {
	if why := wantOneLine(e); why != "" {
		return why
	}
	if len(e.lines()[0].Pins) == 0 {
		return "nothing of it is pinned"
	}
	return ""
}

// labelling drags a label along its connector and beside it.
type labelling struct {
	line  string
	index int
	off   geom.Point // from the label's middle to the hand
	start Pointer
	last  Pointer
	moved bool
}

func (g *labelling) move(e *Editor, p Pointer) {
	g.last = p
	if !g.moved && p.at().Dist(g.start.at()) < slack/e.zoom {
		return
	}
	g.moved = true
	g.refresh(e)
}

func (g *labelling) refresh(e *Editor) {
	if !g.moved {
		return
	}
	if cmd, ok := g.command(e); ok {
		e.setPreview(&cmd)
	}
}

func (g *labelling) command(e *Editor) (chart.Command, bool) {
	c, r := e.Page().Connector(g.line), e.Sheet().Run(g.line)
	if c == nil || r == nil || g.index >= len(c.Labels) {
		return chart.Command{}, false
	}
	ls := append([]chart.Label{}, c.Labels...)
	box := r.Labels[g.index].Box
	ls[g.index].Place = placeBeside(r.Points, g.last.at().Sub(g.off), box)
	return chart.Command{Words: "move label", Parts: []chart.Part{{Do: "line.set", Page: e.page, ID: c.ID, Labels: &ls}}}, true
}

// placeBeside is the place of a label with its middle at q, relative to a line.
func placeBeside(pts []geom.Point, q geom.Point, box geom.Rect) *chart.LabelPlace {
	along, on := geom.Project(pts, q)
	_, dir := geom.At(pts, along)
	v := q.Sub(on)
	beside := v.Y*dir.X - v.X*dir.Y // to the right of the way along
	half := (math.Abs(dir.Y)*box.W + math.Abs(dir.X)*box.H) / 2
	pl := &chart.LabelPlace{Along: math.Round(along*1e4) / 1e4}
	if d := math.Abs(beside) - half; d > 0 {
		pl.Beside = geom.Round2(math.Copysign(math.Max(d, 1), beside))
	}
	return pl
}

func (g *labelling) up(e *Editor, p Pointer) {
	g.last = p
	if !g.moved {
		return
	}
	if cmd, ok := g.command(e); ok {
		e.do(cmd.Words, cmd.Parts...)
	}
}
