package lines

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// jog is how far apart the two parts of a segment stand that gets two bends.
const jog = 24.0

// AddBends gives a segment two more bends: its first part stays where it is,
// its second part stands beside it. Without a place under the hand it is the
// longest segment.
func (e *Editor) AddBends(under Spot) {
	c := e.Lines()[0]
	r, p := e.Sheet().Run(c.ID), e.Page()
	seg := 0
	for k := 0; k+1 < len(r.Points); k++ {
		if r.Points[k].Dist(r.Points[k+1]) > r.Points[seg].Dist(r.Points[seg+1]) {
			seg = k
		}
	}
	if under.Line == c.ID && under.Seg+1 < len(r.Points) {
		seg = under.Seg
	}
	held := Pinned(r)
	pins := []chart.Pin{}
	for k := 0; k+1 < len(r.Points); k++ {
		upright, at := Place(r.Points, k)
		if k == seg {
			pins = append(pins, p.PinTo(c, upright, at), p.PinTo(c, upright, at+jog))
		} else if held[k] {
			pins = append(pins, p.PinTo(c, upright, at))
		}
	}
	e.Apply(say.DidAddBends, chart.Part{Do: "line.set", Page: e.PageID(), ID: c.ID, Pins: &pins})
}

// RemoveBends takes the pin out of the segment under the hand; without one, out
// of the last that is pinned.
func (e *Editor) RemoveBends(under Spot) {
	c := e.Lines()[0]
	r, p := e.Sheet().Run(c.ID), e.Page()
	held := Pinned(r)
	out := -1
	for k, h := range held {
		if h {
			out = k
		}
	}
	if u := under; u.Line == c.ID && u.Seg < len(held) && held[u.Seg] {
		out = u.Seg
	}
	pins := []chart.Pin{}
	for k := range held {
		if held[k] && k != out {
			upright, at := Place(r.Points, k)
			pins = append(pins, p.PinTo(c, upright, at))
		}
	}
	e.Apply(say.DidRemoveBends, chart.Part{Do: "line.set", Page: e.PageID(), ID: c.ID, Pins: &pins})
}
