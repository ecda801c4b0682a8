package stay

import (
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
	"plaintracer/core/symbol"
)

// A line runs on as it did while that leads from end to end, through no step and where it is pinned.
func TestHold(t *testing.T) {
	box := func(id string, x, y float64) find.Box {
		return find.Box{ID: id, Kind: symbol.Process, Rect: geom.Rect{X: x, Y: y, W: 100, H: 50}}
	}
	level := geom.Polyline{geom.Pt(100, 25), geom.Pt(400, 25)}
	bent := geom.Polyline{geom.Pt(100, 25), geom.Pt(250, 25), geom.Pt(250, 325), geom.Pt(400, 325)}
	for _, k := range []struct {
		what  string
		to    find.Box
		pts   geom.Polyline
		pins  []find.Pin
		more  []find.Box
		holds bool
	}{
		{"from end to end", box("b", 400, 0), level, nil, nil, true},
		{"to where its step stood", box("b", 420, 0), level, nil, nil, false},
		{"through a step", box("b", 400, 0), level, nil, []find.Box{box("c", 200, 10)}, false},
		{"along its pin", box("b", 400, 300), bent, []find.Pin{{Upright: true, At: 250}}, nil, true},
		{"off its pin", box("b", 400, 300), bent, []find.Pin{{Upright: true, At: 300}}, nil, false},
		{"across its pin", box("b", 400, 300), bent, []find.Pin{{Upright: false, At: 250}}, nil, false},
	} {
		l := find.Line{ID: "l", From: find.End{Box: 0}, To: find.End{Box: 1}, Pins: k.pins, Firm: true}
		l.Was = &find.Route{Points: k.pts, FromPort: "right", ToPort: "left"}
		var f find.Finder
		f.Meter.Start(t.Context())
		Hold(&f, find.Page{Boxes: append([]find.Box{box("a", 0, 0), k.to}, k.more...), Lines: []find.Line{l}})
		if holds := f.Kept[0] != nil; holds != k.holds {
			t.Errorf("a line that ran %s is kept: %v", k.what, holds)
		} else if holds && f.Kept[0].Hold != find.Firm {
			t.Errorf("a firm line that ran %s may be moved", k.what)
		}
	}
}

// While nothing has changed where a line runs it is looked at once; where something has, again.
func TestLeadsOnce(t *testing.T) {
	b := func(id string, x float64) find.Box {
		return find.Box{ID: id, Kind: symbol.Process, Rect: geom.Rect{X: x, W: 100, H: 50}}
	}
	l := find.Line{ID: "l", From: find.End{Box: 0}, To: find.End{Box: 1}, Sound: true}
	l.Was = &find.Route{Points: geom.Polyline{geom.Pt(100, 25), geom.Pt(400, 25)}, FromPort: "right", ToPort: "left"}
	var f find.Finder
	f.Meter.Start(t.Context())
	page := find.Page{Boxes: []find.Box{b("a", 0), b("b", 400)}, Lines: []find.Line{l}}
	Hold(&f, page)
	page.Boxes[1].Rect.X = 450 // which Keep would have told
	if Hold(&f, page); f.Kept[0] == nil {
		t.Error("a line that is told to be sound is looked at again")
	}
	page.Lines[0].Sound = false
	if Hold(&f, page); f.Kept[0] != nil {
		t.Error("a line that leads to nothing is kept")
	}
}
