package edit

import (
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Each thing that can be done, where no other test does it: what it comes to, and that undo takes it back to the same bytes.
func TestDoing(t *testing.T) {
	setup := func(p *chart.Page) chart.Setup {
		if p.Setup == nil {
			return chart.Setup{}
		}
		return *p.Setup
	}
	for _, k := range []struct {
		does  string
		begin func(w *window) // not undone
		do    string
		arg   string
		holds func(w *window) bool
	}{
		{"names the chart", nil, "name", " Loans ", func(w *window) bool { return w.Chart().Name == "Loans" }},
		{"puts an arrow at both ends", func(w *window) { w.Select(w.Page().Connectors[0].ID) }, "both-ways", "",
			func(w *window) bool { l := w.Page().Connectors[0].Look; return l != nil && l.Start == chart.Arrow }},
		{"lets one connector break where it crosses", func(w *window) { w.Select(w.Page().Connectors[0].ID) }, "crossings", "break",
			func(w *window) bool { return w.Page().Connectors[0].Crossings == chart.Break }},
		{"lets all connectors break where they cross", nil, "crossings-page", "break", func(w *window) bool { return w.Page().Crossings == chart.Break }},
		{"makes a connector one of data", func(w *window) { w.Select(w.Page().Connectors[0].ID) }, "data", "",
			func(w *window) bool { return w.Page().Connectors[0].Meaning == chart.Data }},
		{"gives the page another sheet, lying as it does", nil, "page-paper", "A3", func(w *window) bool {
			sw, sh := w.Page().SheetSize()
			return chart.PaperName(sw, sh) == "A3 landscape"
		}},
		{"turns the sheet", nil, "page-turn", "portrait", func(w *window) bool { sw, sh := w.Page().SheetSize(); return sw < sh }},
		{"shows the grid", nil, "page-grid", "", func(w *window) bool { g := setup(w.Page()).Grid; return g != nil && g.Shown }},
		{"lets nothing snap to the grid", nil, "page-snap", "", func(w *window) bool { g := setup(w.Page()).Grid; return g != nil && g.Off }},
		{"sets up all pages like this one", func(w *window) {
			w.Do("page-add", "")
			w.Do("page-grid", "")
		}, "page-all", "", func(w *window) bool { return setup(w.Chart().Pages[0]).Grid != nil }},
		{"moves a page to the left", func(w *window) { w.Do("page-add", "") }, "page-left", "",
			func(w *window) bool { return w.PageAt() == 0 && len(w.Chart().Pages) == 2 }},
		{"takes the next larger sheet for what has outgrown this one", func(w *window) { w.put(symbol.Process, 1300, 300, "far off") }, "page-larger", "",
			func(w *window) bool {
				sw, sh := w.Page().SheetSize()
				return chart.PaperName(sw, sh) == "A3 landscape" && !w.Page().Outgrown()
			}},
		{"prints smaller what has outgrown its sheet", func(w *window) { w.put(symbol.Process, 1120, 300, "off") }, "page-fit", "",
			func(w *window) bool { return setup(w.Page()).Fit }},
		{"puts a file on a step", func(w *window) { w.Select(w.Page().Steps[0].ID) }, "file-add", `{"step":"STEP","file":{"id":"ffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffff","name":"form.pdf","type":"application/pdf","size":5}}`,
			func(w *window) bool {
				return len(w.Page().Steps[0].Files) == 1 && w.Page().Steps[0].Files[0].Name == "form.pdf"
			}},
		{"takes a file off", func(w *window) {
			w.Do("file-add", fmt.Sprintf(`{"step":%q,"file":{"id":"ffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffffff","name":"form.pdf","type":"application/pdf","size":5}}`, w.Page().Steps[0].ID))
			w.Select(w.Page().Steps[0].ID)
		}, "file-drop", strings.Repeat("f", 64), func(w *window) bool { return len(w.Page().Steps[0].Files) == 0 }},
		{"places a picture in its proportion", func(w *window) { w.Select() }, "picture-add", `{"file":{"id":"1111111111111111111111111111111111111111111111111111111111111111","name":"plan.png","type":"image/png","size":5},"w":800,"h":400,"at":{"x":500,"y":400}}`,
			func(w *window) bool {
				s := w.Only()
				return s != nil && s.Picture != nil && s.W == 320 && s.H == 160 && w.Sheet().Shape(s.ID).Rect.Centre().X == 500
			}},
		{"shows another picture in its place, as wide", func(w *window) {
			w.Do("picture-add", `{"file":{"id":"1111111111111111111111111111111111111111111111111111111111111111","name":"plan.png","type":"image/png","size":5},"w":800,"h":400,"at":{"x":500,"y":400}}`)
		}, "picture-add", `{"file":{"id":"2222222222222222222222222222222222222222222222222222222222222222","name":"other.png","type":"image/png","size":5},"w":100,"h":100}`,
			func(w *window) bool { s := w.Only(); return s.Picture.ID[0] == '2' && s.W == 320 && s.H == 320 }},
		{"sets the chart in a family", nil, "house-font", `{"family":"serif"}`,
			func(w *window) bool { h := w.Page().House(); return h != nil && h.Family == "serif" }},
		{"gives a lane a field", func(w *window) {
			w.Do("lane-names", "Borrower\nLoans desk")
			w.Do("lane-select", w.Page().Lanes[0].ID)
		}, "lane-field", `{"name":"seats","value":"2"}`, func(w *window) bool {
			f := w.Page().Lanes[0].Fields
			return len(f) == 1 && f[0].Name == "seats" && f[0].Value == "2"
		}},
		{"takes lanes away from the end", func(w *window) { w.Do("lane-names", "A\nB\nC"); w.Do("drawer-kept", "") }, "lane-names", "A\nBoth",
			func(w *window) bool { ls := w.Page().Lanes; return len(ls) == 2 && ls[1].Name == "Both" }},
		{"leads a row to a step that was picked", func(w *window) { w.put(symbol.Process, 900, 200, "Lend it") }, "row-send", `{"id":"LAST","text":"Lend the book","to":"STEP"}`,
			func(w *window) bool {
				last := w.Page().Steps[2]
				ways := w.lines.Ways(last)
				return last.Text == "Lend the book" && len(ways) == 1 && ways[0].To.Step == w.Page().Steps[0].ID && w.Notice() == "“Lend the book” leads to “Log the request”."
			}},
	} {
		w := open(t)
		w.two()
		if k.begin != nil {
			k.begin(w)
		}
		was := w.json()
		if ss := w.Page().Steps; len(ss) > 0 {
			k.arg = strings.NewReplacer("STEP", ss[0].ID, "LAST", ss[len(ss)-1].ID).Replace(k.arg)
		}
		w.Do(k.do, k.arg)
		if !k.holds(w) {
			t.Errorf("%s (%s): it does not; told is %q", k.do, k.does, w.Notice())
			continue
		}
		if w.Undo(); w.json() != was {
			t.Errorf("%s (%s): undo does not take it back", k.do, k.does)
		}
	}
}

// What is refused is told in words, and nothing is done.
func TestRefusingInWords(t *testing.T) {
	for _, k := range []struct {
		begin   func(w *window)
		do, arg string
		says    string
	}{
		{nil, "nonsense", "", "There is no command called"},
		{nil, "page-set", `{"what":"w","value":"3 km"}`, "Type a length from"},
		{func(w *window) { w.put(symbol.Process, 3000, 300, "far off") }, "page-fit", "", "8 pt is the least that can be read on paper"},
		{func(w *window) {
			for i := range chart.MostFiles {
				w.Do("file-add", fmt.Sprintf(`{"step":%q,"file":{"id":"%064d","name":"f","type":"text/plain","size":5}}`, w.Page().Steps[0].ID, i))
			}
		}, "file-add", `{"step":"STEP","file":{"id":"` + strings.Repeat("f", 64) + `","name":"f","type":"text/plain","size":5}}`, "A step can have at most 20 files."},
	} {
		w := open(t)
		w.two()
		if k.begin != nil {
			k.begin(w)
		}
		was := w.json()
		w.Say("")
		w.Do(k.do, strings.ReplaceAll(k.arg, "STEP", w.Page().Steps[0].ID))
		if !strings.Contains(w.Notice(), k.says) || w.json() != was {
			t.Errorf("%s: told is %q; the chart is as it was: %v", k.do, w.Notice(), w.json() == was)
		}
	}
}

// Selecting without the pointer: by number, by direction, what hangs loose.
func TestGoingFromStepToStep(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	below := w.put(symbol.Process, 210, 420, "Below")
	w.Do("number", "")
	at := func(what, id string) {
		t.Helper()
		if s := w.Only(); s == nil || s.ID != id {
			t.Errorf("%s leads to %v", what, s)
		}
	}
	w.Select()
	w.Key("ArrowDown", false, true, false)
	at("a direction with nothing selected", a.ID)
	w.Key("ArrowDown", false, true, false)
	at("down", below.ID)
	w.Key("ArrowUp", false, true, false)
	at("up", a.ID)
	w.Key("ArrowRight", false, true, false)
	at("right", b.ID)
	w.byNumber(-1)
	at("the number before", a.ID)
	w.byNumber(1)
	at("the next number", b.ID)
	q := w.Sheet().Run(c.ID).Points[0]
	w.Select(c.ID)
	w.drag(q.X, q.Y, q.X+60, q.Y+200)
	if w.Select(); !c.From.Loose() {
		t.Fatal("the end still holds")
	}
	w.Do("loose", "")
	if !w.Selected(c.ID) {
		t.Error("the loose connector is not selected")
	}
}

// The menu is opened on what lies under the pointer, which is then selected; what else is selected goes along.
func TestMenuSelectsWhatIsUnderIt(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	w.Do("lane-names", "Borrower\nLoans desk")
	menu := func(x, y float64) { w.Pointer(Pointer{Type: "menu", X: x, Y: y, Zoom: 1}) }
	q := w.centre(a.ID)
	w.Select()
	if menu(q.X, q.Y); !w.Selected(a.ID) {
		t.Error("the step under it is not selected")
	}
	w.Select(a.ID, b.ID)
	if menu(q.X, q.Y); !w.Selected(b.ID) {
		t.Error("what else was selected is not any more")
	}
	mid, _ := w.Sheet().Run(c.ID).Points.At(0.5)
	if menu(mid.X, mid.Y); !w.Selected(c.ID) || w.Selected(a.ID) {
		t.Error("the connector under it is not selected alone")
	}
	head := w.Page().HeadRect(w.Page().Lanes[1]).Centre()
	if menu(head.X, head.Y); w.Band() != w.Page().Lanes[1].ID || w.Count() > 0 {
		t.Error("the lane under it is not selected")
	}
	r := w.Page().LaneRect(w.Page().Lanes[1])
	if menu(r.Right()-20, r.Bottom()-10); w.Band() != "" || w.Count() > 0 {
		t.Error("on empty paper something is selected")
	}
}

// A value of a look that is typed is shown before it is set.
func TestTypedLookIsShown(t *testing.T) {
	w := open(t)
	a, _, _ := w.two()
	w.Select(a.ID)
	w.Do("look-try", `{"what":"corner","value":"3"}`)
	if l := w.Sheet().Shape(a.ID).Step.Look; l == nil || l.Corner == nil || w.Page().Step(a.ID).Look != nil {
		t.Error("it is not shown, or set already")
	}
	w.Do("cancel", "")
	if w.Sheet().Shape(a.ID).Step.Look != nil {
		t.Error("taken back it is shown still")
	}
}

// The field for the next step begins with the outcome that its decision lacks.
func TestNextOutcomeIsBegun(t *testing.T) {
	w := open(t)
	w.put(symbol.Decision, 300, 200, "Complete?")
	w.Do("field-outcome", "")
	if u := w.Update(false); u.Field != "yes -> " {
		t.Errorf("the field begins with %q", u.Field)
	}
}

// What header and title block tell that is not in the chart comes from the page around the editor.
func TestToldIsDrawn(t *testing.T) {
	w := open(t)
	w.Do("told", `{"date":"30 November 2026","owner":"Ines Roth"}`)
	if w.Sheet().Told.Owner != "Ines Roth" || w.Sheet().Told.Date != "30 November 2026" {
		t.Errorf("told is %+v", w.Sheet().Told)
	}
}

// Cells that were pasted are drawn once it is told what they say.
func TestPastedCellsAreDrawn(t *testing.T) {
	w := open(t)
	w.Do("paste", "Call the host\tDesk\nPack the loan\tStore\nWrite the form\tDesk")
	f := w.outline.TableFacts()
	if f == nil || len(f.Columns) != 2 {
		t.Fatalf("cells are told as %+v", f)
	}
	w.Do("table-draw", `["text","lane"]`)
	if p := w.Page(); len(p.Steps) != 3 || len(p.Lanes) != 2 || p.Steps[0].Text != "Call the host" || w.outline.TableFacts() != nil {
		t.Errorf("%d steps in %d lanes; still asked: %v", len(p.Steps), len(p.Lanes), w.outline.TableFacts() != nil)
	}
}

// The pointer's form says what a press would do, in the middle of it as well.
func TestPointerFormGoesOn(t *testing.T) {
	w := open(t)
	a, _, _ := w.two()
	w.Do("lane-names", "Borrower\nLoans desk")
	form := func(x, y, dx, dy float64) string {
		w.Do("cancel", "")
		w.Pointer(Pointer{Type: "move", X: x, Y: y, Zoom: 1})
		w.Pointer(Pointer{Type: "down", X: x, Y: y, Zoom: 1})
		w.Pointer(Pointer{Type: "move", X: x + dx, Y: y + dy, Zoom: 1})
		out := w.hand.Cursor()
		w.Key("Escape", false, false, false)
		w.Pointer(Pointer{Type: "up", X: x, Y: y, Zoom: 1})
		return out
	}
	first := w.Page().LaneRect(w.Page().Lanes[0])
	head := w.Page().HeadRect(w.Page().Lanes[0]).Centre()
	q := w.centre(a.ID)
	w.Select(a.ID)
	for _, k := range []struct {
		what       string
		x, y, d, e float64
		want       string
	}{
		{"a step", q.X, q.Y, 20, 5, "move"},
		{"a lane's edge", first.Right() - 30, first.Bottom(), 0, 20, "row-resize"},
		{"a lane's head", head.X, head.Y, 0, 40, "grabbing"},
		{"empty paper", first.Right() - 60, first.Bottom() - 30, -30, -10, "crosshair"},
	} {
		if got := form(k.x, k.y, k.d, k.e); got != k.want {
			t.Errorf("dragging %s the pointer is %q, not %q", k.what, got, k.want)
		}
	}
}

// What a drag shows over the page: the frame that selects, what bending a connector will do, the lock of a locked step.
func TestMarksOfTheHand(t *testing.T) {
	w := open(t)
	a, _, c := w.two()
	w.Select(c.ID)
	mid, _ := w.Sheet().Run(c.ID).Points.At(0.5)
	w.Pointer(Pointer{Type: "down", X: mid.X, Y: mid.Y, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: mid.X, Y: mid.Y + 40, Zoom: 1})
	said := ""
	for _, i := range w.Update(false).Hand.Items {
		said += i.Text
	}
	if said == "" || w.hand.Cursor() != "ns-resize" {
		t.Errorf("bending a level segment says %q, the pointer is %q", said, w.hand.Cursor())
	}
	w.Do("cancel", "")
	w.Select()
	w.Pointer(Pointer{Type: "down", X: 400, Y: 400, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: 460, Y: 450, Zoom: 1})
	is := w.Update(false).Hand.Items
	if len(is) != 1 || is[0].Path.Bounds() != (geom.Rect{X: 400, Y: 400, W: 60, H: 50}) {
		t.Errorf("the frame is %+v", is)
	}
	w.Do("cancel", "")
	w.Do("select", a.ID)
	n := len(w.Update(false).Marks.Items)
	w.Do("lock", "")
	if now := len(w.Update(false).Marks.Items); now <= n {
		t.Error("a locked step has no lock")
	}
}

// The step list tells what steps do with stores.
func TestRowsTellStores(t *testing.T) {
	w := open(t)
	a, b, _ := w.two()
	s := w.put(symbol.StoredData, 400, 400, "Card index")
	for _, l := range []*chart.Connector{{From: chart.End{Step: a.ID}, To: chart.End{Step: s.ID}}, {From: chart.End{Step: s.ID}, To: chart.End{Step: b.ID}}} {
		l.ID, l.Meaning = w.NewID("c"), chart.Data
		w.Apply("connect", chart.Part{Do: "line.add", Page: w.PageID(), Line: l})
	}
	rows := w.Rows()
	if rows[0].Data != "writes to Card index" || rows[1].Data != "reads from Card index" {
		t.Errorf("the rows tell %q and %q", rows[0].Data, rows[1].Data)
	}
}
