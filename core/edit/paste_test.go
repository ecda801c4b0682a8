package edit

import (
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/symbol"
)

// laneNames are the lanes of the page that is shown.
func (w *window) laneNames() (names []string) {
	for _, l := range w.Page().Lanes {
		names = append(names, l.Name)
	}
	return names
}

// named is the step of that text.
func (w *window) named(text string) *chart.Step {
	for _, s := range w.Page().Steps {
		if s.Text == text {
			return s
		}
	}
	w.Fatalf("no step says %q", text)
	return nil
}

// A list that is pasted stands in the lanes that it names: those of the page by their names, and others, which are
// added; in line with what stands there.
func TestPastedListFindsItsLanes(t *testing.T) {
	w := open(t)
	w.Do("paste", "Guard: Alarm rings\nGuard: Look at the panel\nDesk: Call the brigade\nGuard: Reset the panel")
	for _, s := range w.Page().Steps { // not in the middle of the lane
		if w.Page().Lane(s.Lane).Name == "Guard" {
			w.Apply("move", chart.Part{Do: "step.place", Page: w.PageID(), Places: []chart.Place{{ID: s.ID, Lane: s.Lane, X: s.X, Y: s.Y + 20, W: s.W, H: s.H}}})
		}
	}
	before := w.json()
	w.Select()
	w.Do("paste", "guard: Write it down\nKeeper: Check the hall\nKeeper: Lock up")
	if got := w.laneNames(); !slices.Equal(got, []string{"Guard", "Desk", "Keeper"}) {
		t.Fatalf("lanes %v", got)
	}
	for text, lane := range map[string]string{"Write it down": "Guard", "Check the hall": "Keeper", "Lock up": "Keeper"} {
		if l := w.Page().Lane(w.named(text).Lane); l == nil || l.Name != lane {
			t.Errorf("%s stands in %v, not in %s", text, l, lane)
		}
	}
	a, b := w.named("Reset the panel"), w.named("Write it down")
	if a.Y+a.H/2 != b.Y+b.H/2 {
		t.Errorf("beside a step at %v across the lane one was put at %v", a.Y+a.H/2, b.Y+b.H/2)
	}
	if w.Do("undo", ""); w.json() != before {
		t.Error("undone, something is left")
	}
}

// On a page without lanes steps keep who does them, and lanes are made of that by one press.
func TestPastedListKeepsWhoDoesIt(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 300, 200, "Alarm rings")
	w.Select(a.ID)
	w.Do("paste", "Guard: Look at the panel\nDesk: Call the brigade")
	u := w.Update(false)
	if got := w.named("Call the brigade").Fields; len(w.Page().Lanes) > 0 || len(got) != 1 || got[0] != (chart.Field{Name: "Role", Value: "Desk"}) {
		t.Errorf("lanes %v, fields %v", w.laneNames(), got)
	}
	if u.Notice != say.RolesKept || len(u.Offers) != 1 {
		t.Fatalf("it says %q and offers %v", u.Notice, u.Offers)
	}
	w.Do(u.Offers[0].Do, u.Offers[0].Arg)
	if l := w.Page().Lane(w.named("Call the brigade").Lane); l == nil || l.Name != "Desk" {
		t.Errorf("lanes %v, it stands in %v", w.laneNames(), l)
	}
}

// What stands under a title in a list becomes a page of its own; an empty page takes the first.
func TestPastedTitlesArePages(t *testing.T) {
	const text = "# Alarm\nAlarm rings\nGuard: Look at the panel\n\n# False alarm\nReset the panel\nWrite it down\n"
	pages := func(w *window) string {
		var out []string
		for _, p := range w.Chart().Pages {
			var steps []string
			for _, s := range p.Steps {
				steps = append(steps, s.Text)
			}
			out = append(out, p.Title+": "+strings.Join(steps, ", "))
		}
		return strings.Join(out, "; ")
	}
	w := open(t)
	before := w.json()
	w.Do("paste", text)
	if got := pages(w); got != "Alarm: Alarm rings, Look at the panel; False alarm: Reset the panel, Write it down" {
		t.Errorf("the pages are %s", got)
	}
	if w.Page() != w.Chart().Pages[0] {
		t.Error("another page is shown")
	}
	if w.Do("undo", ""); w.json() != before {
		t.Error("undone, something is left")
	}

	w.put(symbol.Process, 300, 200, "Go the round")
	w.Select()
	before = w.json()
	w.Do("paste", "Look in the cellar\n"+text)
	if got := pages(w); got != ": Go the round, Look in the cellar; Alarm: Alarm rings, Look at the panel; False alarm: Reset the panel, Write it down" {
		t.Errorf("with other steps the pages are %s", got)
	}
	if w.Do("undo", ""); w.json() != before {
		t.Error("undone, something is left then")
	}
	w.Do("paste", text)
	if got := pages(w); got != ": Go the round; Alarm: Alarm rings, Look at the panel; False alarm: Reset the panel, Write it down" || w.Page().Title != "Alarm" {
		t.Errorf("behind a page with steps the pages are %s, %q is shown", got, w.Page().Title)
	}
}
