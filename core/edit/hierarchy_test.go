package edit

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

// people is a hierarchy: a over b and c, d below b.
func people(t *testing.T) *window {
	t.Helper()
	c := chart.New("People")
	p := c.Pages[0]
	for i, id := range "abcd" {
		p.Steps = append(p.Steps, &chart.Step{ID: string(id), Symbol: symbol.Process, X: 100 * float64(i), Y: 100, W: 112, H: 56, Text: string(id)})
	}
	for _, w := range []string{"ab", "ac", "bd"} {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: w, From: chart.End{Step: w[:1]}, To: chart.End{Step: w[1:]}, Meaning: chart.Flow})
	}
	w := &window{t, New(c, 0, "win1")}
	w.Do("page-tree", "down")
	return w
}

// reports tells who stands below whom.
func (w *window) reports() string {
	var out []string
	for _, c := range w.Page().Connectors {
		out = append(out, w.Page().Step(c.From.Step).Text+w.Page().Step(c.To.Step).Text)
	}
	return strings.Join(out, " ")
}

// tidyTree complains of people who do not stand below their superiors, or upon each other.
func (w *window) tidyTree(what string) {
	w.Helper()
	p := w.Page()
	for _, c := range p.Connectors {
		if p.Step(c.To.Step).Y <= p.Step(c.From.Step).Y {
			w.Errorf("%s: %s does not stand below %s", what, c.To.Step, c.From.Step)
		}
	}
	for i, s := range p.Steps {
		for _, o := range p.Steps[:i] {
			if p.StepRect(s).Overlaps(p.StepRect(o)) {
				w.Errorf("%s: %s stands upon %s", what, s.ID, o.ID)
			}
		}
	}
}

// In a hierarchy Tab adds somebody below the selected step and Enter a colleague, open for typing; all of it is laid
// out again, and one undo takes that back.
func TestPeopleByKeys(t *testing.T) {
	w := people(t)
	w.tidyTree("begun")
	w.picks("c")
	if handled, _ := w.Key("Tab", false, false, false); !handled {
		t.Fatal("Tab is not handled")
	}
	w.Do("accept", "e")
	w.tidyTree("Tab")
	if got := w.reports(); got != "ab ac bd ce" {
		t.Errorf("below c: %s", got)
	}
	w.Key("Enter", false, false, false)
	w.Do("accept", "f")
	w.tidyTree("Enter")
	if got := w.reports(); got != "ab ac bd ce cf" {
		t.Errorf("beside e: %s", got)
	}
	was := w.at("abcd")
	w.picks("a")
	w.Key("Enter", false, false, false)
	w.Do("accept", "g")
	if got := w.reports(); got != "ab ac bd ce cf ag" {
		t.Errorf("who has no superior has no colleague: %s", got)
	}
	w.tidyTree("below the first")
	w.Undo()
	if w.Undo(); w.reports() != "ab ac bd ce cf" || w.at("abcd") != was {
		t.Errorf("undone: %s, %s", w.reports(), w.at("abcd"))
	}
	w.Select()
	if handled, _ := w.Key("Tab", false, false, false); handled {
		t.Error("with nobody selected Tab is kept from the page")
	}
	w = ragged(t, false)
	w.picks("a")
	if handled, _ := w.Key("Tab", false, false, false); handled {
		t.Error("without a hierarchy Tab is kept from the page")
	}
}

// Somebody who is dropped on another stands below that one, with all below; nobody can stand below themselves.
func TestDroppedOnASuperior(t *testing.T) {
	w := people(t)
	drop := func(id, on string, alt bool) {
		from, to := w.Sheet().Shape(id).Rect.Centre(), w.Sheet().Shape(on).Rect.Centre()
		w.Select()
		w.dragged(from.X, from.Y, to.X, to.Y, alt)
	}
	drop("b", "c", false)
	if got := w.reports(); got != "ab cb bd" && got != "cb ac bd" {
		t.Errorf("b below c: %s", got)
	}
	w.tidyTree("dropped")
	was := w.reports()
	drop("c", "d", false)
	if w.reports() != was || w.Update(false).Notice == "" {
		t.Errorf("c below d, which is below c: %s", w.reports())
	}
	w.tidyTree("refused")
	w.Undo()
	if got := w.reports(); got != "ab ac bd" {
		t.Errorf("undone: %s", got)
	}
	// While it is dragged it is said.
	from, to := w.Sheet().Shape("d").Rect.Centre(), w.Sheet().Shape("c").Rect.Centre()
	w.Pointer(Pointer{Type: "down", X: from.X, Y: from.Y, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: to.X, Y: to.Y, Zoom: 1})
	said := ""
	for _, i := range w.Update(false).Hand.Items {
		said += i.Text
	}
	if !strings.Contains(said, "reports to") {
		t.Errorf("the drag says %q", said)
	}
	w.Pointer(Pointer{Type: "up", X: to.X, Y: to.Y, Zoom: 1})
	if got := w.reports(); got != "ab ac cd" {
		t.Errorf("d below c: %s", got)
	}
	commands := w.Commands()
	if drop("d", "c", false); w.Commands() != commands {
		t.Error("dropped on their own superior, somebody makes an undo of nothing")
	}
	drop("d", "a", true)
	if got := w.reports(); got != "ab ac cd" {
		t.Errorf("with Alt it is put where it is put: %s", got)
	}
}

// A branch folds by its key and unfolds by a press on its mark; the rest closes up; who comes below it unfolds it; who
// is deleted takes it along; all of it undone, the chart is as it was.
func TestFoldedBranches(t *testing.T) {
	w := people(t)
	begun, _ := chart.Marshal(w.Chart())
	shown := func() string {
		out := ""
		for _, s := range w.Page().Steps {
			out += s.Text
		}
		return out
	}
	w.picks("b")
	w.Update(true)
	w.Key("h", false, false, true)
	if got := shown(); got != "abc" || w.Page().Below("b") != 1 {
		t.Fatalf("folded below b: %s", got)
	}
	patched := false
	for _, e := range w.Update(false).Patch {
		patched = patched || e.ID == "b" && strings.HasSuffix(e.Title, "1 more below")
	}
	if !patched {
		t.Error("b is not drawn anew, with its mark")
	}
	w.tidyTree("folded")
	if at := scene.FoldMark(w.Sheet(), w.Sheet().Shape("b")).Centre(); w.pointerAt(at) != "pointer" {
		t.Error("the mark is not shown as what can be pressed")
	} else {
		w.Pointer(Pointer{Type: "down", X: at.X, Y: at.Y, Zoom: 1})
		w.Pointer(Pointer{Type: "up", X: at.X, Y: at.Y, Zoom: 1})
	}
	if got := shown(); got != "abcd" {
		t.Errorf("unfolded by its mark: %s", got)
	}
	w.tidyTree("unfolded")
	w.Undo()
	w.picks("b")
	w.Key("Tab", false, false, false)
	w.Do("accept", "e")
	if got := shown(); got != "abcde" {
		t.Errorf("e below b, which was folded: %s", got)
	}
	w.tidyTree("joined")
	w.Undo()
	w.Undo()
	w.picks("a")
	w.Do("fold", "")
	if got := shown(); got != "a" || w.Page().Below("a") != 3 {
		t.Errorf("all folded: %s", got)
	}
	w.Do("delete", "")
	if got := shown(); got != "" || len(w.Page().Folded) > 0 {
		t.Errorf("deleted: %s, %d folded", got, len(w.Page().Folded))
	}
	for w.Undoable() > 1 {
		w.Undo()
	}
	if end, _ := chart.Marshal(w.Chart()); string(end) != string(begun) {
		t.Errorf("undone:\n%s", end)
	}
	w.picks("d")
	if w.Do("fold", ""); len(w.Page().Folded) > 0 {
		t.Error("who has nobody below folds")
	}
}
