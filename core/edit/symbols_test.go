package edit

import (
	"slices"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// A step that becomes a decision has its first two ways out named, but for those that have a name; what is no way of the flow stays.
func TestBecomingADecision(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 400, 100, "Fit to travel")
	var to []*chart.Step
	for i := range 4 {
		to = append(to, w.put(symbol.Process, 100+200*float64(i), 400, "Go on"))
	}
	w.Do("cancel", "")
	for _, s := range to {
		w.steps.Connect(a, s)
	}
	ls := w.Page().Connectors
	data, named := chart.Data, []chart.Label{{Text: "perhaps"}}
	w.Apply("data", chart.Part{Do: "line.set", Page: w.PageID(), ID: ls[0].ID, Meaning: &data}, chart.Part{Do: "line.set", Page: w.PageID(), ID: ls[1].ID, Labels: &named})
	w.Select(a.ID)
	w.Do("change-symbol", string(symbol.Decision))
	var got []string
	for _, l := range w.Page().Connectors {
		got = append(got, l.Outcome())
	}
	if want := []string{"", "perhaps", "no", ""}; !slices.Equal(got, want) {
		t.Errorf("the ways out are called %q, want %q", got, want)
	}
}

// The symbol that all selected steps have is shown as pressed, and the sizes that they have in common.
func TestSymbolAndSizeInCommon(t *testing.T) {
	w := open(t)
	a, b := w.put(symbol.Process, 200, 200, "Ask"), w.put(symbol.Process, 600, 200, "Tell")
	c := w.put(symbol.Document, 200, 400, "Write")
	w.Do("cancel", "")
	wide := a.W + 40
	w.Apply("wide", chart.Part{Do: "step.place", Page: w.PageID(), Places: []chart.Place{{ID: b.ID, Lane: b.Lane, X: b.X, Y: b.Y, W: wide, H: b.H}}})
	for _, k := range []struct {
		ids     []string
		pressed bool
		w, h    bool // told
	}{{[]string{a.ID}, true, true, true}, {[]string{a.ID, b.ID}, true, false, true}, {[]string{a.ID, c.ID}, false, true, false}} {
		w.Select(k.ids...)
		f := w.Update(true).Facts
		if on := slices.Contains(f.On, "change-symbol process"); on != k.pressed {
			t.Errorf("%v: a process is pressed: %v; %v", k.ids, on, f.On)
		}
		if (f.StepW != "") != k.w || (f.StepH != "") != k.h {
			t.Errorf("%v: they are %q by %q", k.ids, f.StepW, f.StepH)
		}
	}
}

// A ground that becomes a step of the work stands in a lane, among the others.
func TestGroundBecomesAStep(t *testing.T) {
	w := &window{t, New(benchChart(30), 0, "win1")}
	w.Do("hand", string(symbol.Box))
	w.hand.PlaceSymbol(w.Sheet().Steps[3].Rect.Union(w.Sheet().Steps[8].Rect).Grow(30))
	box := w.Only()
	if box == nil || !box.Behind() || w.Page().Lane(box.Lane) != nil && box.Front >= 0 {
		t.Fatalf("it is no ground: %+v", box)
	}
	w.Do("change-symbol", string(symbol.Process))
	s := w.Page().Step(box.ID)
	lane := w.Page().Lane(s.Lane)
	if s.Symbol != symbol.Process || s.Front != 0 || lane == nil {
		t.Fatalf("it is %+v", s)
	}
	if r := w.Page().StepRect(s); !r.Inside(w.Page().LaneRect(lane).Grow(1)) {
		t.Errorf("it stands at %v, its lane is %v", r, w.Page().LaneRect(lane))
	}
}
