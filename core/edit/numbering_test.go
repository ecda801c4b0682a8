package edit

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

// numbered is a window on a chart of four steps in a line, with numbers.
func numbered(t *testing.T) (w *window, ids []string) {
	t.Helper()
	w = open(t)
	for i, words := range []string{"Ask", "Sign", "Ship", "File"} {
		s := w.put(symbol.Process, 100+float64(i)*180, 200, words)
		ids = append(ids, s.ID)
		if i > 0 {
			w.steps.Connect(w.Page().Step(ids[i-1]), s)
		}
	}
	w.Do("cancel", "")
	w.Do("number", "")
	return w, ids
}

func (w *window) numbers() string {
	var out []string
	for _, s := range w.Page().Steps {
		out = append(out, s.Number)
	}
	return strings.Join(out, " ")
}

// A scheme that is chosen shows at once; one press of undo takes it back with its numbers.
func TestNumbersByHand(t *testing.T) {
	w, _ := numbered(t)
	if got := w.numbers(); got != "1 2 3 4" {
		t.Fatal(got)
	}
	states := []string{w.json()}
	for _, k := range []struct{ do, arg, want string }{
		{"number-by", "page", "1.1 1.2 1.3 1.4"},
		{"number-set", `{"what":"first","value":" 10 "}`, "1.10 1.11 1.12 1.13"},
		{"number-set", `{"what":"every","value":"10"}`, "1.10 1.20 1.30 1.40"},
		{"number-by", "flow", "10 20 30 40"},
		{"number-set", `{"what":"digits","value":"3"}`, "010 020 030 040"},
		{"number-set", `{"what":"prefix","value":"R"}`, "R010 R020 R030 R040"},
		{"number-shown", "list", "R010 R020 R030 R040"},
	} {
		w.Do(k.do, k.arg)
		if got := w.numbers(); got != k.want {
			t.Errorf("%s %s: %s, want %s", k.do, k.arg, got, k.want)
		}
		states = append(states, w.json())
	}
	if f := w.Facts().Numbers; f.Sample != "R010, R020, R030" || f.First != "10" || f.Digits != "3" || f.Prefix != "R" {
		t.Errorf("%+v", f)
	}
	for _, e := range scene.Of(w.Sheet()).Elements {
		for _, i := range e.Items {
			if i.Text == "R010" {
				t.Error("numbers in the list alone stand on the steps")
			}
		}
	}
	for i := len(states) - 2; i >= 0; i-- {
		w.Do("undo", "")
		if w.json() != states[i] {
			t.Fatalf("undo %d leaves something", i)
		}
	}
	for _, bad := range []string{"0", "x", "1000000", "-3"} {
		w.Do("number-set", `{"what":"first","value":"`+bad+`"}`)
		if w.json() != states[0] {
			t.Errorf("first %q is taken", bad)
		}
	}
	w.Do("number-set", `{"what":"prefix","value":"much too long"}`)
	if w.Notice() != say.LongPrefix(chart.MostPrefix) || w.json() != states[0] {
		t.Errorf("a long prefix: %q", w.Notice())
	}
}

// What is pinned stays; what changed is copied as a table; new steps come in between where that is chosen.
func TestPinnedAndNew(t *testing.T) {
	w, ids := numbered(t)
	w.Do("select", ids[1])
	w.Do("pin-number", "")
	if !w.Page().Step(ids[1]).Pinned || !w.pages.AllPinned() {
		t.Fatal("it is not pinned")
	}
	w.Do("number-set", `{"what":"first","value":"2"}`)
	if got := w.numbers(); got != "3 2 4 5" {
		t.Errorf("around the pinned one: %s", got)
	}
	if f := w.Facts().Numbers; f.Changed != say.NumbersChanged(3) {
		t.Errorf("changed: %q", f.Changed)
	}
	w.Do("number-table", "")
	if clip := w.Copied(); clip != "Old\tNew\tStep\n1\t3\tAsk\n3\t4\tShip\n4\t5\tFile\n" {
		t.Errorf("the table is %q", clip)
	}
	w.Do("number-after", "between")
	w.steps.Connect(w.Page().Step(ids[2]), w.put(symbol.Process, 280, 400, "Check"))
	w.steps.Connect(w.Page().Steps[4], w.Page().Step(ids[3]))
	w.Do("number", "")
	if got := w.numbers(); got != "3 2 4 5 4.1" {
		t.Errorf("in between: %s", got)
	}
	w.Do("number-all", "")
	if got := w.numbers(); strings.Contains(got, ".") || !strings.Contains(got, "2") {
		t.Errorf("all anew: %s", got)
	}
	w.Do("select", ids[1])
	w.Do("pin-number", "")
	if w.Page().Step(ids[1]).Pinned {
		t.Error("it is still pinned")
	}
}

// 'Check as in step 2', typed on the paper or in the list, can be let follow that step; deleting the step says who names it.
func TestReferencesByHand(t *testing.T) {
	for _, typed := range []func(w *window, id string){
		func(w *window, id string) { w.Do("select", id); w.Do("text", ""); w.Accept("Check as in step 2") },
		func(w *window, id string) { w.Do("row-text", `{"id":"`+id+`","text":"Check as in step 2"}`) },
	} {
		w, ids := numbered(t)
		typed(w, ids[3])
		if w.Notice() != say.Mentions("step 2", 1) || len(w.Offers()) != 1 || w.Offers()[0].Do != "refer" {
			t.Fatalf("it says %q, offers %v", w.Notice(), w.Offers())
		}
		w.Do(w.Offers()[0].Do, w.Offers()[0].Arg)
		w.Do("number-set", `{"what":"first","value":"7"}`)
		if text := w.Page().Step(ids[3]).Text; text != "Check as in step 8" {
			t.Errorf("it reads %q", text)
		}
		w.Do("select", ids[1])
		w.Do("delete", "")
		if !strings.Contains(w.Notice(), "still refers to") || w.Page().Step(ids[1]) != nil {
			t.Errorf("deleted, it says %q", w.Notice())
		}
	}
}

// 'back to step 2', typed as a label, can be let follow that step; typed over, it leads nowhere; deleting the step says which label
// names it.
func TestLabelReferencesByHand(t *testing.T) {
	w, ids := numbered(t)
	line := w.Page().Connectors[2].ID
	typed := func(text string) chart.Label {
		w.Do("select", line)
		w.Do("text", "")
		w.Accept(text)
		if ls := w.Page().Connector(line).Labels; len(ls) > 0 {
			return ls[0]
		}
		return chart.Label{}
	}
	typed("back to step 2")
	if w.Notice() != say.Mentions("step 2", 1) || len(w.Offers()) != 1 {
		t.Fatalf("it says %q, offers %v", w.Notice(), w.Offers())
	}
	w.Do(w.Offers()[0].Do, w.Offers()[0].Arg)
	w.Do("number-set", `{"what":"first","value":"7"}`)
	if l := w.Page().Connector(line).Labels[0]; l.Text != "back to step 8" || l.Refers == nil {
		t.Errorf("it is %+v", l)
	}
	w.Do("select", ids[1])
	w.Do("delete", "")
	if !strings.Contains(w.Notice(), "'back to step 8' still refers to") {
		t.Errorf("deleted, it says %q", w.Notice())
	}
	w.Do("undo", "")
	if l := typed("rework as in 8"); l.Refers == nil {
		t.Errorf("%+v does not follow any more", l)
	}
	if l := typed("rework"); l.Refers != nil {
		t.Errorf("%+v follows a number that it does not have", l)
	}
	if w.Do("refer-label", line); w.Page().Connector(line).Labels[0].Refers != nil {
		t.Error("'rework' names a step")
	}
}

// While 'back to step ' is typed steps are offered, narrowed by what follows; one that is picked is followed at once, in a step and in a
// label, and nothing more is offered there.
func TestPickWhileTyping(t *testing.T) {
	w, ids := numbered(t)
	offered := func() string {
		var out []string
		for _, p := range w.Update(false).Typing.Picks {
			out = append(out, p.Words)
		}
		return strings.Join(out, ", ")
	}
	second := w.Page().Step(ids[1])
	line := w.Page().Connectors[2].ID
	for _, of := range []string{ids[3], line} {
		w.Do("select", of)
		w.Do("text", "")
		for _, k := range []struct {
			typed string
			at    int
			some  bool
		}{{"Back to step", 12, false}, {"Back to step ", 13, true}, {"Back to step 2", 14, true}, {"Back to step " + second.Text[:3], 16, true}, {"Back to step qqq", 16, false}, {"Back to step 2 zzz", 18, false}, {"Back to step 2 now", 14, true}} {
			w.Type(k.typed, k.at, k.at)
			if got := offered(); (got != "") != k.some || k.some && !strings.Contains(got, "2 "+second.Text) {
				t.Errorf("%s: %q at %d: offered %q", of, k.typed, k.at, got)
			}
		}
		w.Do("pick-step", ids[1])
		if u := w.Update(false).Typing; u.Text != "Back to step 2 now" || u.From != 14 || u.To != 14 || len(u.Picks) > 0 {
			t.Errorf("picked: %+v", u)
		}
		w.Accept("Back to step 2 now")
		if w.Notice() != "" {
			t.Errorf("it says %q", w.Notice())
		}
	}
	w.Do("number-set", `{"what":"first","value":"7"}`)
	if s, l := w.Page().Step(ids[3]).Text, w.Page().Connector(line).Labels[0].Text; s != "Back to step 8 now" || l != s {
		t.Errorf("the step says %q, the label %q", s, l)
	}
}

// Numbers before the text stand there in the drawing and are not typed: while somebody types on a step it is without, and
// looks of its words stay on them.
func TestNumbersInTheText(t *testing.T) {
	w, ids := numbered(t)
	bold := true
	runs := []chart.Run{{From: 0, To: 3, Text: chart.TextLook{Bold: &bold}}}
	w.Apply("look", chart.Part{Do: "step.set", Page: w.PageID(), ID: ids[0], Runs: &runs})
	w.Do("number-shown", "text")
	drawn := func(id string) (said string, faces int) {
		seen := map[any]bool{}
		for _, e := range scene.Of(w.Sheet()).Elements {
			if e.ID == id {
				for _, i := range e.Items {
					if i.Text != "" {
						said += i.Text
						seen[i.Face] = true
					}
				}
			}
		}
		return said, len(seen)
	}
	if said, faces := drawn(ids[0]); said != "1 Ask" || faces != 2 {
		t.Errorf("drawn is %q in %d faces", said, faces)
	}
	w.Do("select", ids[0])
	w.Do("text", "")
	if said, _ := drawn(ids[0]); said != "Ask" {
		t.Errorf("while it is typed on, drawn is %q", said)
	}
	if said, _ := drawn(ids[1]); said != "2 Sign" {
		t.Errorf("another one is %q", said)
	}
	w.Accept("Ask again")
	if said, _ := drawn(ids[0]); said != "1 Ask again" || w.Page().Step(ids[0]).Text != "Ask again" {
		t.Errorf("typed, drawn is %q", said)
	}
}
