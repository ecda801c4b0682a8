package edit

import (
	"math/rand/v2"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// carry drags from a point to another.
func carry(w *window, from, to geom.Point, mods ...string) {
	w.drag(from.X, from.Y, to.X, to.Y, mods...)
}

// A step dropped where another stands comes to stand beside it, where it was shown; with Alt it lies on top.
func TestDropsBeside(t *testing.T) {
	w := open(t)
	a, b := w.put(symbol.Process, 300, 200, "Log"), w.put(symbol.Process, 300, 400, "Check")
	rect := func(id string) geom.Rect { return w.Page().StepRect(w.Page().Step(id)) }
	at := rect(b.ID)
	carry(w, w.centre(a.ID), at.Centre().Add(geom.Pt(6, 5)))
	if r := rect(a.ID); r.Overlaps(rect(b.ID)) || rect(b.ID) != at || r.Centre().Dist(at.Centre()) > 150 {
		t.Errorf("dropped on %v it stands at %v", at, r)
	}
	w.Undo()
	carry(w, w.centre(a.ID), at.Centre().Add(geom.Pt(40, 20)), "alt")
	if r := rect(a.ID); !r.Overlaps(at) {
		t.Errorf("with Alt it stands at %v, beside %v", r, at)
	}
	// What lies on another is moved there as it is.
	was := rect(a.ID)
	corner := geom.Pt(was.Right()-6, was.Bottom()-6)
	carry(w, corner, corner.Add(geom.Pt(20, -10)))
	if r := rect(a.ID); r == was || !r.Overlaps(at) {
		t.Errorf("moved on where it lies, it stands at %v, was %v, over %v", r, was, at)
	}
}

// Wherever a step is dropped, or three without lanes, none comes to lie on another, none leaves the lane
// under the pointer, and the page shows that before they are let go.
func TestDropsNeverOnTop(t *testing.T) {
	for seed := range uint64(8) {
		for _, lanes := range []int{0, 4} {
			w := generated(t, 24, lanes, seed)
			r := rand.New(rand.NewPCG(seed, 12))
			for range 25 {
				ss := w.Page().Steps
				w.Select()
				for range 1 + 2*r.IntN(2)*(1-min(1, lanes)) {
					w.Also(ss[r.IntN(len(ss))].ID)
				}
				first := w.Steps()[0].ID
				to := w.centre(ss[r.IntN(len(ss))].ID).Add(geom.Pt(r.Float64()*80-40, r.Float64()*40-20))
				lane := w.Page().LaneUnder(to)
				carry(w, w.centre(first), to)
				if o := overlaps(w); len(o) > 0 {
					t.Fatalf("seed %d, %d lanes: %v", seed, lanes, o)
				}
				if got := w.Page().LaneUnder(w.centre(first)); lane != nil && (got == nil || got.ID != lane.ID) && len(w.Steps()) == 1 {
					t.Fatalf("seed %d: dropped in lane %s it stands in %v", seed, lane.ID, got)
				}
			}
		}
	}
}

// What somebody else moves in the middle of a drag is where it now is: the step that is dragged lands beside it there.
func TestLandsBesideWhatHasMoved(t *testing.T) {
	w := open(t)
	a, b, _ := w.two()
	w = &window{t, New(w.Chart().Clone(), 0, "win2")} // in which nothing waits for the server
	q, onto := w.centre(a.ID), geom.Pt(w.centre(b.ID).X, w.centre(b.ID).Y+300)
	w.Pointer(Pointer{Type: "down", X: q.X, Y: q.Y, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: q.X + 40, Y: q.Y + 40, Zoom: 1})
	w.Update(false)
	r := w.Page().StepRect(w.Page().Step(b.ID))
	r.Y += 300
	places := []chart.Place{w.Page().PlaceAt(b.ID, b.Lane, r)}
	if err := w.Receive(Event{Seq: w.Seq() + 1, Client: "other", N: 1, Command: chart.Command{Words: "move", Parts: []chart.Part{{Do: "step.place", Page: w.PageID(), Places: places}}}}); err != nil {
		t.Fatal(err)
	}
	w.Pointer(Pointer{Type: "move", X: onto.X + 5, Y: onto.Y + 5, Zoom: 1})
	w.Pointer(Pointer{Type: "up", X: onto.X + 5, Y: onto.Y + 5, Zoom: 1})
	if s, o := w.Sheet().Shape(a.ID).Rect, w.Sheet().Shape(b.ID).Rect; s.Overlaps(o) || o.Y != r.Y {
		t.Errorf("it stands at %v, on what has moved to %v", s, o)
	}
}
