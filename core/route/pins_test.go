package route

import (
	"math"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/route/sample"
	"plaintracer/core/symbol"
)

// runsAlong reports whether a route has a segment at a pin's place.
func runsAlong(r Route, pin Pin) bool {
	for k := 0; k+1 < len(r.Points); k++ {
		a, b := r.Points[k], r.Points[k+1]
		if pin.Upright && a.X == b.X && a.X == pin.At && a.Y != b.Y || !pin.Upright && a.Y == b.Y && a.Y == pin.At && a.X != b.X {
			return true
		}
	}
	return false
}

func TestPins(t *testing.T) {
	boxes := []Box{box("a", 0, 0), box("b", 400, 0), box("c", 200, 200)}
	line := Line{ID: "l", From: End{Box: 0}, To: End{Box: 1}}
	for _, c := range []struct {
		name  string
		pins  []Pin
		bends int
	}{
		{"the three-sided way around below", []Pin{{Upright: false, At: 120}}, 2},
		{"above", []Pin{{Upright: false, At: -60}}, 2},
		{"a jog", []Pin{{Upright: false, At: 25}, {Upright: false, At: 60}}, 4},
		{"down a channel and back", []Pin{{Upright: true, At: 150}, {Upright: false, At: 150}, {Upright: true, At: 350}}, 4},
	} {
		l := line
		l.Pins = c.pins
		var r Router
		got := r.Routes(Page{Boxes: boxes, Lines: []Line{l}})[0]
		for _, pin := range c.pins {
			if !runsAlong(got, pin) {
				t.Errorf("%s: %v does not run along %v", c.name, got.Points, pin)
			}
		}
		if len(got.Pins) != len(c.pins) || len(got.Points)-2 > c.bends {
			t.Errorf("%s: %v, keeps %v", c.name, got.Points, got.Pins)
		}
	}
	// Where a step stands in the way of a pin, the line runs free, and again
	// along the pin when the step is gone.
	l := line
	l.Pins = []Pin{{Upright: false, At: 225}}
	wall := Box{ID: "w", Kind: symbol.Process, Rect: geom.Rect{X: -500, Y: 150, W: 1500, H: 150}}
	var r Router
	if got := r.Routes(Page{Boxes: append(boxes[:2:2], wall), Lines: []Line{l}})[0]; len(got.Pins) != 0 || got.Through || len(got.Points) != 2 {
		t.Errorf("pinned into a step: %+v", got)
	}
	if got := r.Routes(Page{Boxes: boxes[:2], Lines: []Line{l}})[0]; !runsAlong(got, l.Pins[0]) {
		t.Errorf("with the step gone it runs %v", got.Points)
	}
}

// Other lines make way for a pinned one, which stays.
func TestPinnedStaysPut(t *testing.T) {
	p := Page{Boxes: []Box{box("a", 0, 0), box("b", 400, 0), box("c", 0, 300), box("d", 400, 300)}, Lines: []Line{
		{ID: "free", From: End{Box: 0, Port: "bottom"}, To: End{Box: 1, Port: "bottom"}},
		{ID: "pinned", From: End{Box: 2, Port: "top"}, To: End{Box: 3, Port: "top"}, Pins: []Pin{{Upright: false, At: 62}}},
	}}
	var r Router
	rs := r.Routes(p)
	if !runsAlong(rs[1], p.Lines[1].Pins[0]) {
		t.Errorf("the pinned line runs %v", rs[1].Points)
	}
	if n := sample.OnEachOther(p, rs); n > 0 || runsAlong(rs[0], p.Lines[1].Pins[0]) {
		t.Errorf("%v lies on %v", rs[0].Points, rs[1].Points)
	}
}

func TestPlacedPort(t *testing.T) {
	p := Page{Boxes: []Box{box("a", 0, 0), box("b", 300, 100)}, Lines: []Line{
		{ID: "l", From: End{Box: 0, Port: "own", Placed: true, At: geom.Pt(20, 50), Side: symbol.Bottom}, To: End{Box: 1}},
	}}
	var r Router
	got := r.Routes(p)[0]
	if got.FromPort != "own" || got.Points[0] != geom.Pt(20, 50) || got.Points[1].X != 20 || got.Points[1].Y <= 50 {
		t.Errorf("%+v", got)
	}
}

// A straight line runs from outline to outline on the way between the middles,
// or from the port that was asked for.
func TestDirect(t *testing.T) {
	p := Page{Boxes: []Box{box("a", 0, 0), {ID: "d", Kind: symbol.Decision, Rect: geom.Rect{X: 300, Y: 175, W: 100, H: 50}}}, Lines: []Line{
		{ID: "l", From: End{Box: 0}, To: End{Box: 1}, Direct: true},
		{ID: "m", From: End{Box: 0, Port: "bottom"}, To: End{Box: 1, Port: "left"}, Direct: true},
	}}
	var r Router
	rs := r.Routes(p)
	a, b := rs[0].Points[0], rs[0].Points[1]
	// Both on the straight from (50,25) to (350,200); a on the box, b on the rhomb.
	on := func(q geom.Point) float64 { return math.Abs((q.X-50)*175 - (q.Y-25)*300) }
	if on(a) > 5 || on(b) > 5 || a.Y != 50 || math.Abs(math.Abs(b.X-350)/50+math.Abs(b.Y-200)/25-1) > 0.01 {
		t.Errorf("it runs from %v to %v", a, b)
	}
	if rs[1].Points[0] != geom.Pt(50, 50) || rs[1].Points[1] != geom.Pt(300, 200) {
		t.Errorf("from port to port it runs %v", rs[1].Points)
	}
}

func TestPlacedLabels(t *testing.T) {
	p := Page{Boxes: []Box{box("a", 0, 0), box("b", 400, 0)}, Lines: []Line{{ID: "l", From: End{Box: 0}, To: End{Box: 1}, Labels: []Label{
		{W: 30, H: 14, Placed: true, Along: 0.5, Beside: -6},
		{W: 30, H: 14, Placed: true, Along: 0.25, Beside: 6},
		{W: 30, H: 14, Placed: true, Along: 0.75},
	}}}}
	var r Router
	got := r.Routes(p)[0].Labels // the line runs from x 100 to 400 at y 25
	want := []geom.Rect{{X: 235, Y: 5, W: 30, H: 14}, {X: 160, Y: 31, W: 30, H: 14}, {X: 310, Y: 18, W: 30, H: 14}}
	for i := range want {
		if got[i] != want[i] {
			t.Errorf("label %d stands at %v, wanted %v", i, got[i], want[i])
		}
	}
	// A step moved, they stay in place relative to the line.
	p.Boxes[1].Rect.X += 200
	if got := r.Routes(p)[0].Labels[0]; got != (geom.Rect{X: 335, Y: 5, W: 30, H: 14}) {
		t.Errorf("after a move it stands at %v", got)
	}
	// Lines keep off a label when that is asked for.
	p = Page{KeepOff: true, Boxes: []Box{box("a", 0, 0), box("b", 400, 0), box("c", 0, 200), box("d", 400, 200)}, Lines: []Line{
		{ID: "l", From: End{Box: 0}, To: End{Box: 1}, Labels: []Label{{W: 40, H: 14, Placed: true, Along: 0.5, Beside: 93}}},
		{ID: "m", From: End{Box: 2, Port: "top"}, To: End{Box: 3, Port: "top"}, Pins: nil},
	}}
	p.Lines[1].To = End{Box: 1, Port: "bottom"}
	rs := r.Routes(p)
	for k := 0; k+1 < len(rs[1].Points); k++ {
		if geom.SegmentIn(rs[1].Points[k], rs[1].Points[k+1], rs[0].Labels[0]) {
			t.Errorf("%v runs through the label at %v", rs[1].Points, rs[0].Labels[0])
		}
	}
	p.KeepOff = false
	if rs := r.Routes(p); rs[1].Points[1].Y != 125 {
		t.Errorf("without that it runs in the middle: %v", rs[1].Points)
	}
}

// Lines make way for a label that found no clear place: here it fills the gap between two
// steps, which another line goes through.
func TestWayForLabels(t *testing.T) {
	d := Box{ID: "d", Kind: symbol.Decision, Rect: geom.Rect{X: 0, Y: 200, W: 120, H: 80}}
	p := Page{Boxes: []Box{d, box("next", 200, 215), box("up", 20, 0), box("down", 20, 400)}, Lines: []Line{
		{ID: "yes", From: End{Box: 0, Port: "right"}, To: End{Box: 1, Port: "left"}, Outcome: true, Labels: []Label{{W: 44, H: 14.6}}},
		{ID: "by", From: End{Box: 2, Port: "right"}, To: End{Box: 3, Port: "right"}},
	}}
	rs := new(Router).Routes(p)
	if sample.Hits(p, rs) > 0 {
		t.Errorf("%v runs over the label at %v", rs[1].Points, rs[0].Labels[0])
	}
}

// A broad label is given way on all of its breadth.
func TestWayForABroadLabel(t *testing.T) {
	boxes := []Box{at(process, 20, 330), at(decision, 410, 10), at(process, 410, 320), at(process, 200, 20), at(data, 0, 20)}
	p := Page{KeepOff: true, Boxes: boxes, Lines: joins(boxes, "4 > 3", "1 top > 0")}
	p.Lines[0].Labels = []Label{{W: 40, H: 16, Placed: true, Along: 0.5, Beside: 4}}
	rs := new(Router).Routes(p)
	if sample.Hits(p, rs) > 0 {
		t.Errorf("%v runs over the label at %v", rs[1].Points, rs[0].Labels[0])
	}
}

// A label keeps off lines of its own step as well, where there is room.
func TestLabelOffSisters(t *testing.T) {
	boxes := []Box{at(process, 330, 20), at(process, 180, 0)}
	p := Page{Boxes: boxes, Lines: joins(boxes, "0 > 1", "0 > 1")}
	p.Lines[0].Labels = []Label{{W: 40, H: 16}}
	rs := new(Router).Routes(p)
	if sample.Meets(rs[1].Points, rs[0].Labels[0], -1) {
		t.Errorf("%v runs over the label at %v", rs[1].Points, rs[0].Labels[0])
	}
}

// A label stands astride its line where there is no room on either side of it.
func TestAstride(t *testing.T) {
	p := Page{
		Boxes: []Box{at(process, 0, 0), at(process, 400, 0), {ID: "over", Rect: geom.Rect{X: 140, Y: -40, W: 240, H: 58}}, {ID: "under", Rect: geom.Rect{X: 140, Y: 42, W: 240, H: 58}}},
		Lines: []Line{{ID: "l", From: End{Box: 0}, To: End{Box: 1}, Labels: []Label{{W: 40, H: 16}}}},
	}
	rs := new(Router).Routes(p)
	if got := rs[0].Labels[0].Centre(); got.Y != 30 {
		t.Errorf("it stands at %v, beside %v", got, rs[0].Points)
	}
}

// A label that is new on a line makes way for itself among lines that stay only when a hand
// has put it there.
func TestWayForLabelsAmongKeptLines(t *testing.T) {
	p := Page{KeepOff: true, Boxes: []Box{box("a", 0, 0), box("b", 400, 0), box("c", 0, 200)}, Lines: []Line{
		{ID: "l", From: End{Box: 0}, To: End{Box: 1}},
		{ID: "m", From: End{Box: 2, Port: "top"}, To: End{Box: 1, Port: "bottom"}},
	}}
	was, now, q := kept(p, func(q *Page) {
		q.KeepOff = true
		q.Lines[0].Labels = []Label{{W: 40, H: 14, Placed: true, Along: 0.5, Beside: 93}}
	})
	if sample.Hits(q, was) > 0 || sample.Hits(q, now) > 0 || len(now[1].Points) != len(was[1].Points) {
		t.Errorf("%v, before %v, lies on %v", now[1].Points, was[1].Points, now[0].Labels[0])
	}
}
