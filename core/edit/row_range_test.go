package edit

import (
	"encoding/json"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/list"
)

// Rows that are copied are text as the list writes it, and steps as they are; cut, the flow closes behind
// them, in one thing to undo; pasted after a row they stand between it and what follows.
func TestSeveralRows(t *testing.T) {
	c, err := list.Read("Desk: Ask\nLog\nExamine\nStore: Fetch it\nDesk: Hand it out", "x")
	if err != nil {
		t.Fatal(err)
	}
	w := &window{t, New(c, 0, "win1")}
	id := func(text string) string {
		for _, s := range w.Page().Steps {
			if s.Text == text {
				return s.ID
			}
		}
		t.Fatalf("there is no %q", text)
		return ""
	}
	pick := func(texts ...string) {
		var ids []string
		for _, s := range texts {
			ids = append(ids, id(s))
		}
		w.Do("rows-select", session.Quote(append(ids, "nobody")))
	}
	pick("Log", "Examine", "Fetch it")
	w.Do("rows-copy", "")
	var f steps.Fragment
	if err := json.Unmarshal([]byte(w.Copied()), &f); err != nil || len(f.Steps) != 3 || len(f.Lines) != 2 {
		t.Fatalf("%v, %+v", err, f)
	}
	if want := "1. Desk: Log [process]\n2. Examine\n3. Store: Fetch it [process]\n"; strings.ReplaceAll(f.Text, "R", "") != want {
		t.Errorf("as text\n%swant\n%s", f.Text, want)
	}
	before := w.json()
	pick("Log", "Examine")
	w.Do("rows-cut", "")
	if got := w.flow(); got != "Ask >Fetch it; Fetch it >Hand it out; Hand it out" {
		t.Errorf("cut: %s", got)
	}
	text := f.Text
	json.Unmarshal([]byte(w.Copied()), &f)
	w.Undo()
	if w.json() != before {
		t.Error("cut and undone, it is another chart")
	}
	w.Redo()
	// After 'Fetch it', which goes on to 'Hand it out'.
	w.Do("select", id("Fetch it"))
	w.Do("paste", f.Text)
	if got := w.flow(); got != "Ask >Fetch it; Fetch it >Log; Log >Examine; Examine >Hand it out; Hand it out" {
		t.Errorf("pasted: %s", got)
	}
	for text, lane := range map[string]string{"Log": "Desk", "Examine": "Desk", "Fetch it": "Store"} {
		s := w.Page().Step(id(text))
		if w.Page().Lane(s.Lane).Name != lane {
			t.Errorf("%s stands in %s", text, w.Page().Lane(s.Lane).Name)
		}
		for _, o := range w.Page().Steps {
			if o != s && w.Page().StepRect(o).Overlaps(w.Page().StepRect(s)) {
				t.Errorf("%s lies on %s", text, o.Text)
			}
		}
	}
	// What is pasted exactly keeps its looks; a locked row is not cut.
	w.Do("select", id("Ask"))
	w.Do("lock", "")
	pick("Ask")
	w.Do("rows-cut", "")
	if !strings.Contains(w.Notice(), "locked") || w.Page().Step(id("Ask")) == nil {
		t.Errorf("a locked row: %q", w.Notice())
	}
	if strings.Contains(text, chart.NoColour) {
		t.Error("looks are in the text")
	}
}
