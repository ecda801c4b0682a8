package steps

import (
	"encoding/json"
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// mostPicture is the longer side of a picture as it is placed, px.
const mostPicture = 320.0

// AddPicture puts a picture on the page: {"file","w","h"} and, where it was dropped, {"at":{"x","y"}}. The
// page around the editor has kept it. The only picture that is selected is replaced.
func (e *Editor) AddPicture(arg string) {
	var a struct {
		File chart.File
		W, H float64
		At   *geom.Point
	}
	if json.Unmarshal([]byte(arg), &a) != nil || !(a.W > 0 && a.H > 0 && a.W/a.H < 1e4 && a.H/a.W < 1e4) {
		e.Say(say.NoPicture)
		return
	}
	if s := e.Only(); s != nil && s.Symbol == symbol.Picture && a.At == nil {
		e.replacePicture(s, a.File, a.H/a.W)
		return
	}
	k := math.Min(1, mostPicture/math.Max(a.W, a.H))
	r := geom.Rect{W: math.Max(leastStep, geom.Round2(a.W*k)), H: math.Max(leastStep, geom.Round2(a.H*k))}
	if a.At != nil {
		r.X, r.Y = a.At.X-r.W/2, a.At.Y-r.H/2
	} else {
		r = e.NextFree(r, false)
	}
	id, part := e.AddStep(symbol.Picture, r)
	part.Step.Picture = &a.File
	if part.Step.Look == nil { // it stands by itself
		part.Step.Look = &chart.StepLook{Fill: chart.NoColour, Outline: chart.NoColour}
	}
	if e.Apply(say.DidPicture, part) {
		e.Select(id)
	}
}

// replacePicture shows another picture in a step, which keeps its width.
func (e *Editor) replacePicture(s *chart.Step, f chart.File, tall float64) {
	if len(e.Free([]*chart.Step{s})) == 0 {
		return
	}
	r := e.Page().StepRect(s)
	r.H = math.Max(leastStep, geom.Round2(r.W*tall))
	e.Apply(say.DidPicture, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Picture: &f},
		chart.Part{Do: "step.place", Page: e.PageID(), Places: e.PlacesOf([]arrange.Box{{ID: s.ID, Rect: r}})})
}
