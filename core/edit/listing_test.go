package edit

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/list"
	"plaintracer/core/sheet"
)

func (w *window) row(name, id, text string) {
	w.Helper()
	arg, _ := json.Marshal(map[string]string{"id": id, "text": text})
	w.Do(name, string(arg))
}

// flow is the chart as the list tells it: 'A>B yes>C'.
func (w *window) flow() string {
	var out []string
	for _, r := range w.Rows() {
		line := r.Text
		for _, y := range r.Ways {
			line += fmt.Sprintf(" %s>%s", y.Label, y.To)
		}
		out = append(out, line)
	}
	return strings.Join(out, "; ")
}

// What is typed into a row is on the page before it is accepted, and nothing else changes; given up, it is
// as it was.
func TestRowIsShownWhileTyped(t *testing.T) {
	w := open(t)
	w.Do("add-step", "Ask")
	id := w.Rows()[0].ID
	before := w.json()
	shown := func() string { return strings.Join(linesOf(w.Sheet().Shape(id)), " ") }
	for typed, want := range map[string]string{"Ask the": "Ask the", "Desk: Ask them": "Ask them", "Ask": "Ask", "": ""} {
		if w.row("row-try", id, typed); shown() != want {
			t.Errorf("with %q typed the page shows %q", typed, shown())
		}
	}
	w.row("row-try", id, "Ask somebody else")
	if w.json() != before || w.Undoable() != 1 {
		t.Error("trying changed the chart")
	}
	other := "of somebody else" // which comes in between
	if err := w.Receive(Event{Seq: w.Seq() + 1, Client: "win2", N: 1, Command: chart.Command{Words: "x", Parts: []chart.Part{{Do: "page.set", Page: "p1", Title: &other}}}}); err == nil {
		if w.Sheet().Page.Title != other {
			t.Error("what somebody else did is not shown")
		}
	}
	if w.row("row-text", id, "Ask"); shown() != "Ask" {
		t.Errorf("given up, the page shows %q", shown())
	}
	w.row("row-try", id, "Ask twice")
	if w.row("row-text", id, "Ask twice"); shown() != "Ask twice" || w.Page().Step(id).Text != "Ask twice" {
		t.Errorf("accepted: %q", shown())
	}
}

func linesOf(sh *sheet.Shape) []string {
	var out []string
	for _, l := range sh.Lines {
		out = append(out, l.Text)
	}
	return out
}

// A step that a row puts in between stands in the stage of the row; the stage grows for it, and what stands
// in later stages stays in them.
func TestRowStaysInItsStage(t *testing.T) {
	for _, down := range []bool{false, true} {
		c, err := list.Read("Desk: Ask [stage First]\nLog\nStore: Fetch it [stage Second]\nDesk: Hand it out\nFile it [stage Third]", "x")
		if err != nil {
			t.Fatal(err)
		}
		if err := layout.Chart(t.Context(), c, layout.Down); err != nil {
			t.Fatal(err)
		}
		w := &window{t, New(c, 0, "win1")}
		if down {
			w.Do("lanes-run", "down")
		}
		p := w.Page()
		stage := func(text string) string {
			for _, s := range p.Steps {
				if s.Text == text {
					return p.StageOf(s).Name
				}
			}
			return ""
		}
		for _, s := range p.Steps {
			if s.Text == "Log" {
				w.row("row-enter", s.ID, "Log")
				w.row("row-text", w.Only().ID, "Check it")
				w.row("row-enter", w.Only().ID, "Check it")
				w.row("row-text", w.Only().ID, "Sign it")
				break
			}
		}
		for text, want := range map[string]string{"Ask": "First", "Log": "First", "Check it": "First", "Sign it": "First", "Fetch it": "Second", "Hand it out": "Second", "File it": "Third"} {
			if got := stage(text); got != want {
				t.Errorf("down %v: %q stands in %s, want %s", down, text, got, want)
			}
		}
		for i, a := range p.Steps {
			for _, b := range p.Steps[:i] {
				if p.StepRect(a).Overlaps(p.StepRect(b)) {
					t.Errorf("%q lies on %q", a.Text, b.Text)
				}
			}
		}
	}
}

// The list writes the chart: Enter makes the next step, also between two; Tab makes an outcome and
// Shift+Tab takes it back; Alt with an arrow moves a step in the flow. Lane, outcome and a step to
// go to are read off the text.
func TestListWrites(t *testing.T) {
	w := open(t)
	w.Do("add-step", "Ask")
	id := w.Rows()[0].ID
	last := func() string { return w.Only().ID }
	w.row("row-enter", id, "Ask")
	ask2 := last()
	w.row("row-enter", ask2, "Complete?")
	w.row("row-enter", last(), "Examine")
	w.row("row-text", last(), "Send")
	if got := w.flow(); got != "Ask >Complete?; Complete? yes>Examine; Examine >Send; Send" {
		t.Fatalf("written: %s", got)
	}
	// Between two.
	w.row("row-enter", id, "Ask")
	between := last()
	w.row("row-text", between, "Log")
	if got := w.flow(); got != "Ask >Log; Log >Complete?; Complete? yes>Examine; Examine >Send; Send" {
		t.Fatalf("between: %s", got)
	}
	// Nothing typed: it goes again.
	before := w.flow()
	w.row("row-enter", id, "Ask")
	w.Do("row-leave", last())
	if got := w.flow(); got != before {
		t.Fatalf("left empty: %s", got)
	}
	// An outcome, and back.
	send := w.Rows()[4].ID
	w.Do("row-in", send)
	if got := w.flow(); got != "Ask >Log; Log >Complete?; Complete? yes>Examine no>Send; Examine; Send" {
		t.Fatalf("Tab: %s", got)
	}
	if u := w.Update(false); u.Row != send || !strings.Contains(u.Notice, "“no” of “Complete?”") {
		t.Errorf("it says %q, goes on in %q", u.Notice, u.Row)
	}
	w.Do("row-back", send)
	if got := w.flow(); got != before {
		t.Fatalf("Shift+Tab: %s", got)
	}
	// Up and down.
	w.Do("row-up", send)
	if got := w.flow(); got != "Ask >Log; Log >Complete?; Complete? yes>Send; Send >Examine; Examine" {
		t.Fatalf("up: %s", got)
	}
	w.Do("row-down", send)
	if got := w.flow(); got != before {
		t.Fatalf("down: %s", got)
	}
	w.Do("row-down", id)
	if got := w.flow(); got != "Log >Ask; Ask >Complete?; Complete? yes>Examine; Examine >Send; Send" {
		t.Fatalf("the first one down: %s", got)
	}
	// What the text says.
	examine := w.Rows()[3].ID
	w.Do("number", "")
	w.row("row-text", examine, "fine -> Conservation: Examine it -> 1")
	if got := w.flow(); got != "Send; Ask >3; Complete? fine>4; Examine it >1; Log >2" {
		t.Fatalf("said: %s", got)
	}
	s := w.Page().Step(examine)
	if l := w.Page().Lane(s.Lane); s.Text != "Examine it" || l == nil || l.Name != "Conservation" {
		t.Errorf("%q stands in %v", s.Text, l)
	}
	if c := w.lines.Ways(s); len(c) != 1 || w.Page().Step(c[0].To.Step).Number != "1" {
		t.Errorf("it leads to %v", c)
	}
	// A symbol in brackets, a backslash, and nothing at all.
	w.row("row-text", examine, `Read \new\notes [document]`)
	if s := w.Page().Step(examine); s.Symbol != "document" || s.Text != `Read \new\notes` {
		t.Errorf("%s %q", s.Symbol, s.Text)
	}
	w.row("row-text", examine, "")
	if s := w.Page().Step(examine); s.Text != "" {
		t.Errorf("emptied it says %q", s.Text)
	}
	for w.Undoable() > 0 {
		w.Undo()
	}
	if n := len(w.Page().Steps); n != 0 {
		t.Errorf("%d steps are left", n)
	}
}
