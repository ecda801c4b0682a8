package edit

import (
	"fmt"
	"math"
	"reflect"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// ragged is a page with lanes and steps that are nearly in line: a, b, c in the first lane, d and e in the second.
func ragged(t *testing.T, lanes bool) *window {
	t.Helper()
	c := chart.New("Ragged")
	p := c.Pages[0]
	lane := ""
	if lanes {
		lane = "l1"
		p.Lanes = []*chart.Lane{{ID: "l1", Name: "One", Size: 140}, {ID: "l2", Name: "Two", Size: 140}}
	}
	put := func(id, lane string, x, y, w, h float64) {
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, Lane: lane, X: x, Y: y, W: w, H: h, Text: id})
	}
	put("a", lane, 100, 40, 112, 56)
	put("b", lane, 266, 46, 112, 56)
	put("c", lane, 430, 38, 140, 72)
	if lane = ""; lanes {
		lane = "l2"
	}
	put("d", lane, 106, 50, 112, 56)
	put("e", lane, 270, 44, 112, 56)
	if !lanes {
		p.Steps[3].Y, p.Steps[4].Y = 180, 186
	}
	p.Connectors = []*chart.Connector{{ID: "ab", From: chart.End{Step: "a"}, To: chart.End{Step: "b"}, Meaning: chart.Flow}, {ID: "bc", From: chart.End{Step: "b"}, To: chart.End{Step: "c"}, Meaning: chart.Flow}}
	return &window{t, New(c, 0, "win1")}
}

func (w *window) at(ids string) string {
	out := ""
	for _, id := range ids {
		s := w.Page().Step(string(id))
		out += fmt.Sprintf("%s %v,%v %vx%v ", s.ID, s.X, s.Y, s.W, s.H)
	}
	return out
}

// Tidy takes the page, the selected lane or the selected steps; it is one command, its connectors run straight, and a
// second time there is nothing to do.
func TestTidyCommand(t *testing.T) {
	for _, c := range []struct {
		what  string
		begin func(*window)
		moves string
		stays string
	}{
		{"the page", func(*window) {}, "abd", ""},
		{"a lane", func(w *window) { w.SelectBand("l2") }, "e", "abc"},
		{"what is selected", func(w *window) { w.picks("a", "b") }, "ab", "cde"},
	} {
		w := ragged(t, true)
		was := map[string]string{}
		for _, id := range "abcde" {
			was[string(id)] = w.at(string(id))
		}
		c.begin(w)
		w.Do("tidy", "")
		for _, id := range c.moves {
			if w.at(string(id)) == was[string(id)] {
				t.Errorf("%s: %c stays: %s", c.what, id, w.at("abcde"))
			}
		}
		for _, id := range c.stays {
			if w.at(string(id)) != was[string(id)] {
				t.Errorf("%s: %c moves: %s", c.what, id, w.at("abcde"))
			}
		}
		if c.what == "the page" {
			for _, r := range w.Sheet().Lines {
				if len(r.Points) != 2 {
					t.Errorf("%s runs along %v", r.Line.ID, r.Points)
				}
			}
		}
		commands := w.Commands()
		if w.Do("tidy", ""); w.Commands() != commands {
			t.Errorf("%s: tidied twice, something moves: %s", c.what, w.at("abcde"))
		}
		w.Undo()
		for _, id := range "abcde" {
			if w.at(string(id)) != was[string(id)] {
				t.Errorf("%s: undone, %c is at %s", c.what, id, w.at(string(id)))
			}
		}
	}
}

// While it is asked for, outlines show where steps would stand; nothing changes, and after a change they are gone.
func TestTidyIsShown(t *testing.T) {
	w := ragged(t, true)
	w.Update(true)
	none := len(w.Update(false).Hand.Items)
	w.Do("tidy-show", "")
	shown := len(w.Update(false).Hand.Items)
	places, _ := w.steps.Tidied()
	if shown-none != len(places) || len(places) == 0 || w.Commands() != 0 {
		t.Errorf("%d outlines for %d places, %d commands", shown-none, len(places), w.Commands())
	}
	w.Do("tidy-degree", "0")
	if hair, _ := w.steps.Tidied(); reflect.DeepEqual(hair, places) {
		t.Errorf("by a hair as much moves as usual: %v", hair)
	}
	for _, bad := range []string{"5", "-1", "much"} {
		if w.Do("tidy-degree", bad); w.steps.Degree() != 0 {
			t.Errorf("%q makes the degree %d", bad, w.steps.Degree())
		}
	}
	w.Do("tidy-show", "")
	w.Do("name", "Other")
	if n := len(w.Update(false).Hand.Items); n != none {
		t.Errorf("after a change %d outlines are left", n-none)
	}
	w.Do("tidy-degree", "3")
	if w.Do("tidy-hide", ""); len(w.Update(false).Hand.Items) != none {
		t.Error("hidden outlines are shown")
	}
	if handled, page := w.Key("y", false, false, false); !handled || page != "held-tidy" || len(w.Update(false).Hand.Items) == none {
		t.Errorf("the key is %v %q", handled, page)
	}
}

// What is locked stays, and that is said.
func TestTidyAmongLocked(t *testing.T) {
	w := ragged(t, false)
	w.picks("b")
	w.Do("lock", "")
	w.Select()
	w.Do("tidy", "")
	if b := w.at("b"); b != "b 266,46 112x56 " {
		t.Errorf("b is locked and stands at %s", b)
	}
	if a, b := w.Page().Step("a"), w.Page().Step("b"); a.Y+a.H/2 != b.Y+b.H/2 {
		t.Errorf("a does not stand in line with b: %s", w.at("ab"))
	}
}

// Steps are aligned to what is chosen.
func TestAlignTo(t *testing.T) {
	for _, c := range []struct {
		to, edge string
		lanes    bool
		want     string
	}{
		{"selection", "align-left", false, "a 100,40 112x56 d 100,180 112x56 "},
		{"first", "align-left", false, "a 106,40 112x56 d 106,180 112x56 "},
		{"page", "align-left", false, "a 18,40 112x56 d 18,180 112x56 "},
		{"page", "align-right", false, "a 992.52,40 112x56 d 992.52,180 112x56 "},
		{"lane", "align-left", true, "a 52,40 112x56 d 52,50 112x56 "},
		{"lane", "align-middle", true, "a 100,42 112x56 d 106,42 112x56 "},
		{"lane", "align-bottom", true, "a 100,78 112x56 d 106,78 112x56 "},
	} {
		w := ragged(t, c.lanes)
		w.Select()
		w.Pick("d")
		w.Pick("a")
		w.Do("align-to", c.to)
		w.Do(c.edge, "")
		if got := w.at("ad"); got != c.want {
			t.Errorf("%s to the %s: %s, want %s", c.edge, c.to, got, c.want)
		}
	}
}

// Gaps or middles are distributed; a typed gap is set exactly, and the gap there is can be read.
func TestDistributeBy(t *testing.T) {
	w := ragged(t, false)
	w.picks("a", "b", "c")
	if w.Do("distribute-across", ""); w.at("b") != "b 265,46 112x56 " {
		t.Errorf("by gaps: %s", w.at("abc"))
	}
	w.Do("distribute-by", "middles")
	w.Do("distribute-across", "")
	a, b, c := w.Page().Step("a"), w.Page().Step("b"), w.Page().Step("c")
	if mid := func(s *chart.Step) float64 { return s.X + s.W/2 }; math.Abs(mid(b)-mid(a)-(mid(c)-mid(b))) > 0.011 {
		t.Errorf("by middles: %s", w.at("abc"))
	}
	if l := w.Facts().Lining; l.Across != "" {
		t.Errorf("gaps that differ are read as %q", l.Across)
	}
	w.Do("step-gap", `{"what":"across","value":"12 mm"}`)
	if w.at("abc") != "a 100,40 112x56 b 257.35,46 112x56 c 414.7,38 140x72 " {
		t.Errorf("with gaps of 12 mm: %s", w.at("abc"))
	}
	if l := w.Facts().Lining; l.Across != "12 mm" {
		t.Errorf("the gap is read as %q", l.Across)
	}
	w.Do("step-gap", `{"what":"across","value":"wide"}`)
	if n := w.Update(false).Notice; n == "" {
		t.Error("a gap that is none is taken without a word")
	}
	w.picks("a", "d")
	w.Do("step-gap", `{"what":"down","value":"0.5 in"}`)
	if w.at("d") != "d 106,144 112x56 " {
		t.Errorf("half an inch below: %s", w.at("ad"))
	}
	if w.picks("a"); w.Facts().Lining.Down != "" {
		t.Error("one step has a gap")
	}
}

// The gap between the selected steps is typed on the paper, beside the first of them: along the row, or the column, in
// which they stand.
func TestGapOnThePaper(t *testing.T) {
	w := ragged(t, false)
	w.picks("a", "b", "c")
	w.Do("step-gap", `{"what":"across","value":"15 mm"}`)
	w.Key("k", false, false, false)
	if ty := w.text.Now(); ty == nil || ty.Kind != "gap" || ty.Text != "15 mm" {
		t.Fatalf("the key opens %+v", ty)
	}
	if said := fmt.Sprint(w.Update(false).Hand.Items); !strings.Contains(said, "gap ") {
		t.Errorf("beside the step stands %s", said)
	}
	w.Do("accept", "0.5 in")
	if w.at("abc") != "a 100,40 112x56 b 260,46 112x56 c 420,38 140x72 " {
		t.Errorf("half an inch: %s", w.at("abc"))
	}
	w.picks("a", "d")
	w.Key("k", false, false, false)
	w.Do("accept", "20 mm")
	if w.at("d") != "d 106,171.59 112x56 " {
		t.Errorf("20 mm below: %s", w.at("ad"))
	}
	w.Key("k", false, false, false)
	if w.Do("accept", "far"); w.Update(false).Notice == "" {
		t.Error("what is no gap is taken without a word")
	}
}

// A letter on one selected step begins its text, also where it is a key for many.
func TestLettersBeginWords(t *testing.T) {
	for _, key := range []string{"y", "m", "k", "c", "L", "h"} {
		w := ragged(t, false)
		w.picks("a")
		if handled, page := w.Key(key, false, false, false); handled || page != "" || w.text.Now() == nil || w.text.Now().Kind != "step" {
			t.Errorf("%s: %v %q %+v", key, handled, page, w.text.Now())
		}
	}
}

// Width, height or both are made the same.
func TestSameWidthOrHeight(t *testing.T) {
	for cmd, want := range map[string]string{
		"same-width": "b 252,46 140x56 ", "same-height": "b 266,38 112x72 ", "same-size": "b 252,38 140x72 ",
	} {
		w := ragged(t, false)
		w.picks("b", "c")
		if w.Do(cmd, ""); w.at("b") != want {
			t.Errorf("%s: %s, want %s", cmd, w.at("b"), want)
		}
	}
}

// What makes room is taken into the hand by its key; a drag opens the page beyond where it began, and lets go of it.
// The arrow keys do it at the pointer; Escape puts it away.
func TestMakeRoom(t *testing.T) {
	w := ragged(t, true)
	drag := func(from, to [2]float64) {
		w.Key("m", false, false, false)
		w.Pointer(Pointer{Type: "move", X: from[0], Y: from[1], Zoom: 1})
		w.Pointer(Pointer{Type: "down", X: from[0], Y: from[1], Zoom: 1})
		w.Pointer(Pointer{Type: "move", X: to[0], Y: to[1], Zoom: 1})
	}
	up := func(x, y float64) { w.Pointer(Pointer{Type: "up", X: x, Y: y, Zoom: 1}) }
	drag([2]float64{240, 150}, [2]float64{299, 155})
	if b := w.Sheet().Shape("b"); b.Rect.X != 266+56 || w.at("b") != "b 266,46 112x56 " {
		t.Errorf("while it is dragged b is shown at %v and stands at %s", b.Rect, w.at("b"))
	}
	up(299, 155)
	if got := w.at("abde"); got != "a 100,40 112x56 b 322,46 112x56 d 106,50 112x56 e 326,44 112x56 " {
		t.Errorf("opened: %s", got)
	}
	if w.hand.MakesRoom() {
		t.Error("after the drag the hand holds it still")
	}
	if w.Undo(); w.at("b") != "b 266,46 112x56 " {
		t.Errorf("undone: %s", w.at("b"))
	}
	drag([2]float64{240, 165}, [2]float64{243, 205}) // level, through the first lane
	up(243, 205)
	if got := w.at("ad"); w.Page().Lane("l1").Size != 180 || got != "a 100,40 112x56 d 106,50 112x56 " {
		t.Errorf("opened below the steps: %s, the lane is %v high", got, w.Page().Lane("l1").Size)
	}
	drag([2]float64{240, 150}, [2]float64{300, 150})
	w.Key("Escape", false, false, false)
	up(300, 150)
	if w.at("b") != "b 266,46 112x56 " || w.hand.MakesRoom() {
		t.Errorf("after Escape b stands at %s", w.at("b"))
	}
	w.Key("m", false, false, false)
	w.Key("ArrowRight", false, false, false)
	if w.Update(false).Notice == "" || w.at("b") != "b 266,46 112x56 " {
		t.Error("without a place there is no word")
	}
	w.Pointer(Pointer{Type: "move", X: 240, Y: 150, Zoom: 1})
	w.Key("ArrowRight", false, false, false)
	w.Key("ArrowRight", true, false, false)
	if w.at("b") != "b 291,46 112x56 " {
		t.Errorf("opened by two keys: %s", w.at("b"))
	}
	for range 3 {
		w.Key("ArrowLeft", false, false, false)
	}
	if w.at("be") != "b 238,46 112x56 e 242,44 112x56 " {
		t.Errorf("closed by keys: %s", w.at("be"))
	}
	if w.Key("ArrowLeft", false, false, false); w.Update(false).Notice == "" {
		t.Error("where no gap is left there is no word")
	}
	if w.Key("m", false, false, false); w.hand.MakesRoom() {
		t.Error("the key a second time does not put it away")
	}
}

// Rows, columns, lanes and branches are selected as wholes, change places, and are moved as one.
func TestManyAtOnce(t *testing.T) {
	w := ragged(t, true)
	for _, c := range []struct{ from, do, want string }{
		{"a", "select-row", "abc"}, {"a", "select-column", "ad"}, {"e", "select-row", "de"}, {"d", "select-lane", "de"}, {"b", "select-branch", "bc"},
	} {
		w.picks(c.from)
		if w.Do(c.do, ""); w.chosen() != c.want {
			t.Errorf("%s from %s: %s, want %s", c.do, c.from, w.chosen(), c.want)
		}
	}
	w.SelectBand("l1")
	if w.Do("select-lane", ""); w.chosen() != "abc" {
		t.Errorf("the lane's: %s", w.chosen())
	}
	// The end of a row at the page's edge takes a press.
	w.picks("a")
	a := w.Sheet().Shape("a").Rect
	w.Pointer(Pointer{Type: "down", X: 9, Y: a.CY(), Zoom: 1})
	w.Pointer(Pointer{Type: "up", X: 9, Y: a.CY(), Zoom: 1})
	if w.chosen() != "abc" {
		t.Errorf("by the row's end: %s", w.chosen())
	}
	w.picks("e")
	w.Pointer(Pointer{Type: "down", X: w.Sheet().Shape("e").Rect.CX(), Y: 9, Zoom: 1})
	w.Pointer(Pointer{Type: "up", X: w.Sheet().Shape("e").Rect.CX(), Y: 9, Zoom: 1})
	if w.chosen() != "be" {
		t.Errorf("by the column's end: %s", w.chosen())
	}
	// Columns and steps change places with what is beside them.
	w.picks("a", "d")
	w.Key("ArrowRight", false, false, true)
	if got := w.at("abde"); got != "a 264,40 112x56 b 100,46 112x56 d 270,50 112x56 e 104,44 112x56 " {
		t.Errorf("columns exchanged: %s", got)
	}
	w.Key("ArrowLeft", false, false, true)
	if got := w.at("abde"); got != "a 100,40 112x56 b 266,46 112x56 d 106,50 112x56 e 270,44 112x56 " {
		t.Errorf("and back: %s", got)
	}
	if w.Key("ArrowUp", false, false, true); w.Update(false).Notice == "" {
		t.Error("where nobody is beside them there is no word")
	}
	w.picks("a", "e")
	w.Do("exchange", "")
	if a, e := w.Page().Step("a"), w.Page().Step("e"); a.Lane != "l2" || e.Lane != "l1" || a.X != 270 || e.X != 100 {
		t.Errorf("a and e exchanged: %s in %s and %s", w.at("ae"), a.Lane, e.Lane)
	}
}

// What is reached through a step alone is its branch; a second time all that follows it is selected.
func TestSelectBranch(t *testing.T) {
	c := chart.New("Branch")
	p := c.Pages[0]
	for i, id := range "abcdefg" {
		p.Steps = append(p.Steps, &chart.Step{ID: string(id), Symbol: symbol.Process, X: 150 * float64(i), Y: 100, W: 112, H: 56})
	}
	for _, way := range []string{"ab", "bc", "bd", "ce", "ef", "df", "fg", "fb"} { // c and e are the branch of c; f comes of both; back from f to b
		p.Connectors = append(p.Connectors, &chart.Connector{ID: way, From: chart.End{Step: way[:1]}, To: chart.End{Step: way[1:]}, Meaning: chart.Flow})
	}
	w := &window{t, New(c, 0, "win1")}
	for _, c := range []struct{ from, once, twice string }{{"c", "ce", "bcdefg"}, {"f", "fg", "bcdefg"}, {"a", "abcdefg", "abcdefg"}, {"b", "bcdefg", "bcdefg"}, {"g", "bcdefg", ""}} {
		if w.picks(c.from); c.from == "g" {
			w.Key("End", true, false, false)
			if w.chosen() != "g" || w.Update(false).Notice == "" {
				t.Errorf("after the last: %s", w.chosen())
			}
			continue
		}
		w.Key("End", true, false, false)
		once := w.chosen()
		w.Key("End", true, false, false)
		if once != c.once || w.chosen() != c.twice {
			t.Errorf("from %s: %s then %s, want %s then %s", c.from, once, w.chosen(), c.once, c.twice)
		}
	}
}

// A page is laid out as a tree; what is locked stays.
func TestTreeCommand(t *testing.T) {
	w := ragged(t, false)
	w.picks("c")
	w.Do("lock", "")
	was := w.at("c")
	w.Do("page-tree", "down")
	a, b := w.Page().Step("a"), w.Page().Step("b")
	if a.X+a.W/2 != b.X+b.W/2 || b.Y < a.Y+a.H || w.at("c") != was {
		t.Errorf("a tree: %s", w.at("abcde"))
	}
	w.Do("page-tree", "right")
	if a.Y+a.H/2 != b.Y+b.H/2 || b.X < a.X+a.W {
		t.Errorf("to the right: %s", w.at("abcde"))
	}
	b.X, b.Y = 700, 500
	if w.Do("layout-all", ""); w.Page().Step("a").Y+28 != w.Page().Step("b").Y+28 {
		t.Errorf("laid out again: %s", w.at("abcde"))
	}
	if w.Do("page-tree", "none"); w.Page().Setup != nil {
		t.Errorf("no hierarchy any more: %+v", w.Page().Setup)
	}
	if w = ragged(t, true); w.Facts().Why["page-tree"] == "" {
		t.Error("a page with lanes can be a tree")
	}
}

// The selected steps are laid out by themselves, by their key too; what is locked stays, and is spoken of.
func TestLayOutPart(t *testing.T) {
	w := ragged(t, false)
	was := w.at("de")
	w.picks("a", "b", "c")
	w.Do("layout-part", "")
	a, b, c := w.Page().Step("a"), w.Page().Step("b"), w.Page().Step("c")
	if a.X+a.W/2 != b.X+b.W/2 || b.X+b.W/2 != c.X+c.W/2 || b.Y < a.Y+a.H || c.Y < b.Y+b.H {
		t.Errorf("a, b and c: %s", w.at("abc"))
	}
	if w.Undo(); w.at("de") != was {
		t.Errorf("undone: %s", w.at("abcde"))
	}
	if handled, page := w.Key("L", true, false, false); !handled || page != "layout-part" {
		t.Errorf("the key: %v %q", handled, page)
	}
	w.picks("a")
	w.Do("lock", "")
	w.picks("a", "b", "c")
	at := w.at("a")
	if w.Do("layout-part", ""); w.at("a") != at || w.Update(false).Notice == "" {
		t.Errorf("a is locked: %s", w.at("abc"))
	}
}
