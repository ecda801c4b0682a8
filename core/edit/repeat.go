package edit

import (
	"encoding/json"
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// chain connects the selected steps, each to the next one, in the order in which they were picked.
func (e *Editor) chain() {
	var parts []chart.Part
	ss := e.inOrder(e.Page())
	for i := 1; i < len(ss); i++ {
		if e.connected(ss[i-1].ID, ss[i].ID) {
			continue
		}
		_, line := e.addLine(chart.End{Step: ss[i-1].ID}, chart.End{Step: ss[i].ID}, ss[i-1].Symbol, ss[i].Symbol)
		parts = append(parts, line)
	}
	if !e.do(didChain, parts...) {
		e.notice = sayChained
	}
}

func (e *Editor) connected(from, to string) bool {
	for _, c := range e.Page().Connectors {
		if c.From.Step == from && c.To.Step == to {
			return true
		}
	}
	return false
}

// repeat places the symbol that was placed last once more, at the next free place.
func (e *Editor) repeat() {
	if k := e.lastKind; k != "" {
		e.placeNext(k)
	} else {
		e.notice = sayNoLast
	}
}

// mostCopies is how many copies are made in one go.
const mostCopies = 50

// copiesTyped leaves copies of the selected steps, and of the connectors between them, at the same
// distance from each other: {"n","dx","dy"}, as they are typed.
func (e *Editor) copiesTyped(arg string) {
	var a struct {
		N      int
		DX, DY string
	}
	if json.Unmarshal([]byte(arg), &a) != nil || a.N < 1 || a.N > mostCopies {
		e.notice = sayHowMany
		return
	}
	most := chart.MostSide * chart.MM
	dx, okX := e.lengthOf(a.DX, -most, most)
	dy, okY := e.lengthOf(a.DY, -most, most)
	if !okX || !okY || dx == 0 && dy == 0 {
		e.notice = sayNoDistance
		return
	}
	f := e.fragment()
	var parts []chart.Part
	var ids []string
	for i := range a.N {
		more, made := e.copies(f, dx*float64(i+1), dy*float64(i+1))
		parts, ids = append(parts, more...), append(ids, made...)
	}
	if e.do(didCopy, parts...) {
		e.selectOnly(ids...)
	}
}

// sizeTyped gives the selected steps a width or a height that was typed: {"what","value"}. Their middles
// stay where they are; none gets too small for its text.
func (e *Editor) sizeTyped(arg string) {
	var a struct{ What, Value string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	px, ok := e.lengthOf(a.Value, leastStep, chart.MostSide*chart.MM)
	if !ok {
		e.notice = sayStepSize
		return
	}
	bs := e.boxes()
	if e.free(e.steps()); len(bs) == 0 {
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
	e.do(didStepSize, chart.Part{Do: "step.place", Page: e.page, Places: e.places(bs)})
}

// leastStep is the smallest side of a step that can be typed, px.
const leastStep = 8.0

// stepSize are width and height of the selected steps as people write them; "" where they differ.
func (e *Editor) stepSize() (w, h string) {
	for i, s := range e.steps() {
		sw, sh := e.length(s.W), e.length(s.H)
		if i == 0 {
			w, h = sw, sh
		}
		if math.Abs(s.W-e.steps()[0].W) > 0.01 {
			w = ""
		}
		if math.Abs(s.H-e.steps()[0].H) > 0.01 {
			h = ""
		}
	}
	return w, h
}
