package hand

import (
	"cmp"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/style"
)

// TakePipette lets the next press take a colour from the page, or not any more.
func (e *Editor) TakePipette() {
	if e.pipette = !e.pipette; e.pipette {
		e.Say(say.Pipette)
	}
}

// takeColour takes the colour of what stands at a point as the fill of what is selected.
func (e *Editor) takeColour(q geom.Point) {
	e.pipette = false
	c := e.colourAt(q)
	if c == "" {
		e.Say(say.NoColourThere)
		return
	}
	e.looks.Set(session.Quote(chart.StepLook{Fill: c, Fill2: chart.NoColour}))
}

// colourAt is the colour of the connector, the step or the lane at a point; "" where there is
// none.
func (e *Editor) colourAt(q geom.Point) string {
	sh := e.Sheet()
	if r := sh.RunAt(q, e.reach()); r != nil {
		return scene.LookOf(e.Page(), r.Line).Colour
	}
	if s := sh.StepAt(q); s != nil {
		l := style.Of(e.Page(), s.Step)
		return cmp.Or(l.Fill, l.Outline)
	}
	if b, ok := sh.Page.HeadAt(q); ok {
		return style.Band(sh.Page, b.Look).Head
	}
	for _, l := range sh.Page.Lanes {
		if sh.Page.LaneRect(l).Contains(q) {
			return style.Band(sh.Page, l.Look).Band
		}
	}
	return ""
}

// Picking reports whether the next press takes a colour.
func (e *Editor) Picking() bool { return e.pipette }
