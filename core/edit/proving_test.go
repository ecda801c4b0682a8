package edit

import (
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// Findings come when the chart is proved, and not again while it is as it was; each leads to its place, also on another
// page; what mends one is one command; a rule is waived with a reason, and undo takes that back.
func TestProofByHand(t *testing.T) {
	w := open(t)
	a, b := w.put(symbol.Process, 200, 200, "Complete?"), w.put(symbol.Process, 600, 100, "Sign")
	c := w.put(symbol.Process, 600, 400, "Decline")
	w.Do("cancel", "")
	w.steps.Connect(a, b)
	w.steps.Connect(a, c)
	w.Do("select", a.ID)
	w.Do("change-symbol", string(symbol.Process)) // a question makes a decision as it is typed
	proven(w, "")
	f := w.Update(false).Proof
	if f == nil || f.Count != 2 || len(f.Findings) != 2 || !strings.Contains(f.Words, "3 steps") {
		t.Fatalf("%+v", f)
	}
	if again := w.Update(false).Proof; again != nil {
		t.Error("it is told twice")
	}
	proven(w, "")
	if again := w.Update(false).Proof; again != nil {
		t.Error("it is told again, though nothing has changed")
	}
	if m := w.proving.Marked(); len(m) > 0 {
		t.Errorf("marked while nobody looks: %v", m)
	}
	proven(w, "open")
	if m := w.proving.Marked(); !m[a.ID] || len(m) != 1 {
		t.Errorf("marked are %v", m)
	}
	asks := -1
	for _, k := range f.Findings {
		if k.Rule == "question" {
			asks = k.At
		}
	}
	w.Do("page-add", "")
	w.Do("proof-go", string(rune('0'+asks)))
	if w.PageAt() != 0 || w.Only() == nil || w.Only().ID != a.ID {
		t.Error("it does not lead there")
	}
	before := w.json()
	w.Do("proof-waive", `{"rule":"question","reason":"  "}`)
	if w.Notice() != say.WaiveReason || w.json() != before {
		t.Errorf("without a reason: %q", w.Notice())
	}
	w.Do("proof-waive", `{"rule":"question","reason":"our house writes so"}`)
	f = w.Update(false).Proof
	if f == nil || f.Count != 1 || len(f.Waived) != 1 || f.Waived[0].Reason != "our house writes so" || f.Waived[0].About != "A question in a step that is no decision (common practice)" {
		t.Errorf("waived: %+v", f)
	}
	w.Do("proof-waive", `{"rule":"question","reason":"as agreed"}`)
	if ws := w.Chart().Waived; len(ws) != 1 || ws[0].Reason != "as agreed" {
		t.Errorf("waived again: %+v", ws)
	}
	w.Do("proof-unwaive", "question")
	if f = w.Update(false).Proof; len(w.Chart().Waived) != 0 || f.Count != 2 {
		t.Errorf("used again: %+v", f)
	}
	w.Do("undo", "")
	w.Do("undo", "")
	w.Do("undo", "")
	if w.json() != before {
		t.Error("undo leaves it waived")
	}
	proven(w, "open")
	w.Do("proof-mend", string(rune('0'+asks)))
	if k := w.Page().Step(a.ID).Symbol; k != symbol.Decision {
		t.Errorf("mended it is a %s", k)
	}
	if f = w.Update(false).Proof; f == nil {
		t.Error("after a mend it is not told")
	}
	w.Do("proof-mend", "99")
	w.Do("proof-go", "x")
	w.Do("undo", "")
	if w.json() != before {
		t.Error("a mend is more than one command")
	}
}

// A run that comes to a finding is shown step by step.
func TestRunByHand(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Decision, 200, 200, "Fit?")
	b, c := w.put(symbol.Process, 500, 100, "Pack"), w.put(symbol.Process, 500, 350, "Decline")
	bar, end := w.put(symbol.Parallel, 750, 200, ""), w.put(symbol.Process, 950, 200, "File")
	w.Do("cancel", "")
	for _, l := range [][2]string{{a.ID, b.ID}, {a.ID, c.ID}, {b.ID, bar.ID}, {c.ID, bar.ID}, {bar.ID, end.ID}} {
		w.steps.Connect(w.Page().Step(l[0]), w.Page().Step(l[1]))
	}
	proven(w, "open")
	at := -1
	for _, f := range w.Update(false).Proof.Findings {
		if f.Rule == "waits-for-ever" && f.Steps == 2 {
			at = f.At
		}
	}
	if at < 0 {
		t.Fatal("the bar is not found")
	}
	for step, want := range []string{a.ID, a.ID + b.ID} {
		w.Do("proof-step", fmt.Sprintf(`{"at":%d,"step":%d}`, at, step))
		if got := w.chosen(); got != want || !strings.Contains(w.Notice(), fmt.Sprintf("Step %d of 2", step+1)) {
			t.Errorf("step %d selects %s, says %q", step, got, w.Notice())
		}
	}
	w.Do("proof-step", fmt.Sprintf(`{"at":%d,"step":9}`, at))
}

// proven looks at the chart until there is no more to look at.
func proven(w *window, open string) {
	for w.Do("prove", open); w.proving.Further(); {
		w.Do("prove", open)
	}
}

// Pages that are not shown are looked at as they are drawn, too, one at a time; a page is laid out to see what that would spare
// while findings are looked at alone.
func TestProofOfOtherPages(t *testing.T) {
	w := open(t)
	through := func() (line string) {
		a, b, c := w.put(symbol.Process, 100, 200, "Log it"), w.put(symbol.Process, 300, 200, "Sign it"), w.put(symbol.Process, 500, 200, "Send it")
		w.Do("cancel", "")
		w.steps.Connect(a, b)
		w.steps.Connect(b, c)
		w.steps.Connect(a, c)
		l := w.Page().Connectors[2]
		w.Apply("straight", chart.Part{Do: "line.set", Page: w.PageID(), ID: l.ID, Kind: new(chart.Straight)})
		return l.ID
	}
	through()
	for range 2 {
		w.Do("page-add", "")
		through()
	}
	w.Do("page-add", "")
	count := func() int {
		n := 0
		for _, f := range w.proving.Fresh().Findings {
			if f.Rule == "through-symbol" {
				n++
			}
		}
		return n
	}
	turns, last := 0, 0
	for w.Do("prove", ""); ; w.Do("prove", "") {
		if turns++; w.proving.Further() {
			if w.Update(false).Proof != nil {
				last++
			}
			continue
		}
		break
	}
	if n := count(); n != 3 || last < 2 {
		t.Errorf("on three other pages %d were found, told %d times before", n, last)
	}

	// A page is drawn anew where it was changed alone: by hand from another one, or by somebody else; a large one when it is shown.
	first, drawn := w.Chart().Pages[0], func(p *chart.Page) *sheet.Sheet {
		proven(w, "")
		return w.proving.Drawn(p.ID)
	}
	was, other := drawn(first), drawn(w.Chart().Pages[1])
	signs := first.Steps[1]
	away := func(y float64) chart.Part {
		return chart.Part{Do: "step.set", Page: first.ID, ID: signs.ID, Text: new(fmt.Sprint("Sign at ", y))}
	}
	w.ApplyToPages("say", away(1))
	if now := drawn(first); now == was || drawn(w.Chart().Pages[1]) != other {
		t.Error("changed by hand, the page was not drawn anew, or another one was")
	}
	was = drawn(first)
	if err := w.Receive(session.Event{Seq: w.Seq() + 1, Client: "somebody", N: 1, Command: chart.Command{Words: "title", Parts: []chart.Part{{Do: "page.set", Page: first.ID, Title: new("Loans")}}}}); err != nil {
		t.Fatal(err)
	}
	if first = w.Chart().Pages[0]; drawn(first) == was || w.proving.Drawn(first.ID).Page != first {
		t.Error("changed by somebody else, the page was not drawn anew")
	}

	// Two rows whose connectors cross.
	a, b := w.put(symbol.Process, 200, 100, "Log it"), w.put(symbol.Process, 200, 300, "Check it")
	c, d := w.put(symbol.Process, 500, 300, "File it"), w.put(symbol.Process, 500, 100, "Send it")
	w.Do("cancel", "")
	w.steps.Connect(a, c)
	w.steps.Connect(b, d)
	crossing := func() bool {
		for _, f := range w.proving.Fresh().Findings {
			if f.Rule == "crossings" {
				return true
			}
		}
		return false
	}
	if proven(w, ""); crossing() {
		t.Error("a page is laid out while nobody looks")
	}
	if proven(w, "open"); !crossing() {
		t.Error("crossings are not found")
	}
	var many []chart.Part
	for i := range 260 {
		many = append(many, chart.Part{Do: "step.add", Page: first.ID, Step: &chart.Step{ID: fmt.Sprint("many", i), Symbol: symbol.Process, X: float64(i) * 150, Y: 2000, W: 112, H: 56}})
	}
	was = drawn(first)
	if w.ApplyToPages("many", many...); drawn(first) != was {
		t.Error("a large page is drawn that is not shown")
	}
	shown := w.PageID()
	w.ShowPage(first.ID)
	if drawn(first) == was {
		t.Error("a large page is not drawn anew when it is shown")
	}
	w.ShowPage(shown)
}
