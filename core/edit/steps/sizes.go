package steps

import (
	"encoding/json"
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
)

// SizeTyped gives the selected steps a width or a height that was typed: {"what","value"}. Their middles
// stay where they are; none gets too small for its text.
func (e *Editor) SizeTyped(arg string) {
	var a struct{ What, Value string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	px, ok := e.LengthOf(a.Value, leastStep, chart.MostSide*chart.MM)
	if !ok {
		e.Say(say.StepSize)
		return
	}
	bs := e.Boxes()
	if e.Free(e.Steps()); len(bs) == 0 {
		return
	}
	for i := range bs {
		c := bs[i].Rect.Centre()
		if a.What == "h" {
			bs[i].Rect.H, bs[i].Rect.Y = px, geom.Round2(c.Y-px/2)
		} else {
			bs[i].Rect.W, bs[i].Rect.X = px, geom.Round2(c.X-px/2)
		}
	}
	e.Apply(say.DidStepSize, chart.Part{Do: "step.place", Page: e.PageID(), Places: e.PlacesOf(bs)})
}

// leastStep is the smallest side of a step that can be typed, px.
const leastStep = 8.0

// stepSize are width and height of the selected steps as people write them; "" where they differ.
func (e *Editor) stepSize() (w, h string) {
	for i, s := range e.Steps() {
		sw, sh := e.Length(s.W), e.Length(s.H)
		if i == 0 {
			w, h = sw, sh
		}
		if math.Abs(s.W-e.Steps()[0].W) > 0.01 {
			w = ""
		}
		if math.Abs(s.H-e.Steps()[0].H) > 0.01 {
			h = ""
		}
	}
	return w, h
}
