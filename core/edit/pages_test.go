package edit

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/outline"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// Pages are added, copied, moved, named and deleted, and undo brings back the same bytes and
// shows the page that it was about.
func TestPages(t *testing.T) {
	w := open(t)
	w.put(symbol.Process, 300, 200, "First")
	w.Do("page-set", `{"what":"w","value":"420"}`)
	w.Do("page-set", `{"what":"h","value":"29,7 cm"}`)
	if name := w.Facts().Sheet.Name; name != "A3 landscape" {
		t.Errorf("a sheet of 420 x 297 mm is called %s", name)
	}
	w.Do("page-set", `{"what":"margin","value":"12"}`)
	w.Do("page-ruler", "mm")
	states := []string{w.json()}
	keep := func() { states = append(states, w.json()) }
	w.Do("page-add", "")
	second := w.Page()
	if second.Setup == nil || second.Setup.Ruler != chart.InMM || second.Margin() != w.Chart().Pages[0].Margin() || second.Frame.X != second.Margin() {
		t.Errorf("the new page is set up as %+v", second.Setup)
	}
	if second.W != w.Chart().Pages[0].W || len(second.Steps) != 0 || w.PageAt() != 1 {
		t.Errorf("the new page is %v x %v at %d", second.W, second.H, w.PageAt())
	}
	keep()
	w.Do("page-name", second.ID+" Packing")
	keep()
	w.Do("page-move", second.ID+" 0")
	if w.Chart().Pages[0] != w.Page() {
		t.Error("the page was not moved")
	}
	keep()
	w.Do("page-next", "")
	w.Do("page-copy", "")
	if len(w.Chart().Pages) != 3 || w.Page().Steps[0].ID == w.Chart().Pages[1].Steps[0].ID || w.Page().Steps[0].Text != "First" {
		t.Error("the copy is none")
	}
	keep()
	shown := w.Page()
	w.Do("select", w.Chart().Pages[1].Steps[0].ID)
	if w.PageAt() != 1 || w.Only() == nil {
		t.Error("a step of another page is selected without its page")
	}
	w.Do("page-go", shown.ID)
	w.Do("page-drop", second.ID)
	if len(w.Chart().Pages) != 2 || !strings.Contains(w.Notice(), "Packing") {
		t.Errorf("%d pages, told %q", len(w.Chart().Pages), w.Notice())
	}
	for i := len(states) - 1; i >= 0; i-- {
		w.Undo()
		if w.json() != states[i] {
			t.Fatalf("undone to state %d it is another chart", i)
		}
	}
	for range states {
		w.Redo()
	}
	w.Do("page-drop", "")
	if w.Do("page-drop", ""); len(w.Chart().Pages) != 1 || w.Notice() != say.Sentence(say.WhyOnePage) {
		t.Errorf("the last page was deleted, or not told why not: %q", w.Notice())
	}
}

// What is copied on one page lands at the same place on another, with the connectors within.
func TestPasteOnAnotherPage(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	w.Select(a.ID, b.ID, c.ID)
	text := session.Quote(w.steps.Taken())
	w.Do("page-add", "")
	w.Do("paste", text)
	p := w.Page()
	if len(p.Steps) != 2 || len(p.Connectors) != 1 || p.Steps[0].X != a.X || p.Steps[0].Y != a.Y || p.Steps[1].X != b.X {
		t.Errorf("pasted %d steps at %v, %d connectors", len(p.Steps), p.Steps[0], len(p.Connectors))
	}
}

// Off-page connectors work in pairs: a new one takes the next free letter, or that of one on
// another page without a mate; it leads there; numbers run on through the pair; the list tells it.
func TestPairs(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 300, 200, "Log")
	w.Select()
	w.Do("place", string(symbol.OffPage))
	out := w.Only()
	if out.Text != "A" {
		t.Fatalf("the first off-page connector is called %q", out.Text)
	}
	w.steps.Connect(a, out)
	w.Do("place", string(symbol.OffPage))
	if s := w.Only(); s.Text != "B" {
		t.Errorf("the second on the page is called %q", s.Text)
	}
	w.Do("delete", "")
	w.Do("page-add", "")
	w.Do("place", string(symbol.OffPage))
	in := w.Only()
	if in.Text != "A" {
		t.Fatalf("its mate is called %q", in.Text)
	}
	b := w.put(symbol.Process, 500, 300, "Pack")
	w.steps.Connect(in, b)
	w.Select(in.ID)
	w.Do("mate", "")
	if w.Only() == nil || w.Only().ID != out.ID || w.PageAt() != 0 {
		t.Error("it does not lead to its mate")
	}
	w.Do("number", "")
	if n, m := w.Chart().Pages[0].Step(a.ID).Number, w.Chart().Pages[1].Step(b.ID).Number; n != "1" || m != "2" {
		t.Errorf("numbered %s and %s", n, m)
	}
	for _, r := range w.Rows() {
		if r.ID == out.ID && (r.Goes != "goes on at A, Page 2" || r.GoesTo != w.Chart().Pages[1].ID+" "+in.ID) {
			t.Errorf("the list tells %q, %q", r.Goes, r.GoesTo)
		}
	}
	for _, r := range outline.Rows(w.Chart(), w.Chart().Pages[1]) {
		if r.ID == in.ID && r.Goes != "comes from A, Page 1" {
			t.Errorf("the list of the other page tells %q", r.Goes)
		}
	}
	next := flow.Letters(chart.New("letters"))
	for n := range 28 {
		if got, want := next(), map[int]string{0: "A", 25: "Z", 26: "AA", 27: "AB"}[n]; want != "" && got != want {
			t.Errorf("letter %d is %s, want %s", n, got, want)
		}
	}
}

// wide is a chart of a flow that goes on beyond its sheet, and back.
func wide(seed uint64, lanes bool) *chart.Chart {
	r := rand.New(rand.NewPCG(seed, 15))
	c := chart.New("wide")
	p := c.Pages[0]
	if lanes {
		p.Lanes = []*chart.Lane{{ID: "l1", Name: "Borrower", Size: 180}, {ID: "l2", Name: "Loans desk", Size: 180}}
	}
	n := 8 + r.IntN(20)
	for i := range n {
		s := &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, X: 80 + float64(i)*160, Y: 60, W: 112, H: 56, Text: fmt.Sprint("Step ", i)}
		if lanes {
			s.Lane = p.Lanes[r.IntN(2)].ID
		} else {
			s.Y = 100 + float64(r.IntN(3))*120
		}
		p.Steps = append(p.Steps, s)
		if i > 0 {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), From: chart.End{Step: fmt.Sprint("s", i-1)}, To: chart.End{Step: s.ID}, Meaning: chart.Flow})
		}
	}
	for i := range 3 {
		from, to := r.IntN(n), r.IntN(n)
		if from != to {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("b", i), From: chart.End{Step: fmt.Sprint("s", from)}, To: chart.End{Step: fmt.Sprint("s", to)}, Meaning: chart.Aside, Labels: []chart.Label{{Text: "again"}}})
		}
	}
	for _, d := range arrange.Room(p) {
		chart.Apply(c, chart.Command{Parts: []chart.Part{d}})
	}
	return c
}

// ordered are the meanings of the ways out of each step, in their order.
func ordered(c *chart.Chart) map[string]string {
	out := map[string]string{}
	for _, p := range c.Pages {
		for _, l := range p.Connectors {
			if s := p.Step(l.From.Step); s.Symbol != symbol.OffPage {
				out[s.Text] += string(l.Meaning) + " "
			}
		}
	}
	return out
}

// What lies beyond a sheet goes to pages more: no step is lost or lies beyond its page's sheet,
// none stands on another, every way that there was leads on through a pair of letters, and undo
// brings back the same bytes.
func TestSplit(t *testing.T) {
	for seed := range uint64(60) {
		w := &window{T: t, Editor: New(wide(seed, seed%2 == 0), 0, "w")}
		if !w.Page().Outgrown() {
			t.Fatalf("chart %d fits its sheet", seed)
		}
		before, ways, order := w.json(), waysOn(w.Chart()), ordered(w.Chart())
		w.Do("page-split", "")
		if len(w.Chart().Pages) < 2 {
			t.Fatalf("chart %d: %s", seed, w.Notice())
		}
		if err := w.Chart().Clone().Check(); err != nil {
			t.Fatalf("chart %d: %v", seed, err)
		}
		seen := map[string]int{}
		for i, p := range w.Chart().Pages {
			if p.Outgrown() {
				t.Errorf("chart %d: page %d is %v x %v, its sheet is not", seed, i, p.W, p.H)
			}
			for k, s := range p.Steps {
				seen[s.Text]++
				for _, o := range p.Steps[:k] {
					if p.StepRect(s).Overlaps(p.StepRect(o)) {
						t.Errorf("chart %d, page %d: %q stands on %q", seed, i, s.Text, o.Text)
					}
				}
				if s.Symbol == symbol.OffPage && len(flow.Mates(w.Chart(), s)) == 0 {
					t.Errorf("chart %d: %q on page %d has no mate", seed, s.Text, i)
				}
			}
		}
		for text, was := range order {
			if now := ordered(w.Chart())[text]; now != was {
				t.Errorf("chart %d: the ways out of %s are %q, were %q", seed, text, now, was)
			}
		}
		if now := waysOn(w.Chart()); len(now) != len(ways) {
			t.Errorf("chart %d: %d ways were there, %d are", seed, len(ways), len(now))
		} else {
			for k := range ways {
				if !now[k] {
					t.Errorf("chart %d: the way %s is gone", seed, k)
				}
			}
		}
		w.Undo()
		if w.json() != before {
			t.Errorf("chart %d: undone, it is another", seed)
		}
	}
}

// waysOn are the ways of a chart from step to step, by their texts, through pairs of off-page
// connectors.
func waysOn(c *chart.Chart) map[string]bool {
	out := map[string]bool{}
	var onward func(p *chart.Page, id string, seen map[*chart.Step]bool) []string
	onward = func(p *chart.Page, id string, seen map[*chart.Step]bool) (to []string) {
		s := p.Step(id)
		if s == nil || seen[s] {
			return nil
		}
		if seen[s] = true; s.Symbol != symbol.OffPage {
			return []string{s.Text}
		}
		for _, m := range flow.Mates(c, s) {
			for _, l := range m.Page.Connectors {
				if l.From.Step == m.Step.ID {
					to = append(to, onward(m.Page, l.To.Step, seen)...)
				}
			}
		}
		return to
	}
	for _, p := range c.Pages {
		for _, l := range p.Connectors {
			if from := p.Step(l.From.Step); from != nil && from.Symbol != symbol.OffPage {
				for _, to := range onward(p, l.To.Step, map[*chart.Step]bool{}) {
					out[from.Text+" > "+to] = true
				}
			}
		}
	}
	return out
}

// What the page has of its own can go into the house style: then every page has it that has none,
// and one that has its own keeps that.
func TestPageIntoTheHouse(t *testing.T) {
	w := open(t)
	w.put(symbol.Process, 300, 200, "First")
	first := w.Page().ID
	w.Do("page-add", "")
	w.Do("page-go", first)
	w.Do("page-set", `{"what":"header.left","value":"{chart}"}`)
	w.Do("page-block", "owner")
	w.Do("page-set", `{"what":"ground","value":"#F6F3EC"}`)
	w.Do("page-next", "")
	if s := style.Setup(w.Page()); s.Header != nil || s.Ground != nil {
		t.Errorf("another page has %+v", s)
	}
	w.Do("page-set", `{"what":"ground","value":"#FFFFFF"}`)
	w.Do("page-go", first)
	before := w.json()
	w.Do("page-house", "")
	h := w.Page().House()
	if h == nil || h.Page.Header == nil || h.Page.Header.Left != "{chart}" || len(h.Page.Block.Cells) != 3 || needSetup(w.Editor) == "" {
		t.Fatalf("the house style is %+v", h)
	}
	w.Do("page-next", "")
	if s := style.Setup(w.Page()); s.Header == nil || s.Ground.Colour != "#FFFFFF" {
		t.Errorf("the other page has %+v", s)
	}
	w.Undo()
	if w.json() != before {
		t.Error("undone, it is another chart")
	}
}

// A page grows with what is put near its edge, so that the title block with all its cells has its room, whatever
// the margins.
func TestTitleBlockHasItsRoom(t *testing.T) {
	const high = 38 // of the block, px
	for _, margin := range []string{"0", "5", "25"} {
		w := open(t)
		w.Do("page-set", `{"what":"margin","value":"`+margin+`"}`)
		for _, f := range []string{"date", "owner", "revision"} {
			w.Do("page-block", f)
		}
		s := w.put(symbol.Process, 300, 300, "Log")
		w.Select(s.ID)
		for _, to := range [][2]float64{{900, 760}, {1000, 700}, {1100, 780}} {
			at := w.centre(s.ID)
			w.drag(at.X, at.Y, to[0], to[1])
			if p := w.Page(); p.StepRect(p.Step(s.ID)).Bottom() > p.H-p.Margin()-high {
				t.Errorf("margin %s: the step is at %v, the page %v high", margin, p.StepRect(p.Step(s.ID)), p.H)
			}
		}
	}
}

// A step, a lane or the page can lead to an address, a page, a step or another chart; what is
// typed is read as people write it, what cannot be is answered, what is gone says so, and undo
// takes it back.
func TestLinks(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 300, 200, "Log")
	w.Do("number", "")
	first := w.Page()
	w.Do("page-add", "")
	w.Do("page-name", w.PageID()+" Packing")
	second := w.Page()
	w.Do("charts", `[{"id":"c9","name":"Returns"}]`)
	w.Do("page-go", first.ID)
	before := w.json()
	for words, want := range map[string]*chart.Link{
		"https://example.org/f?a=1": {URL: "https://example.org/f?a=1"}, "www.example.org": {URL: "https://www.example.org"}, "desk@example.org": {URL: "mailto:desk@example.org"},
		"Page: Packing": {Page: second.ID}, "page 2": {Page: second.ID}, "step 1": {Page: first.ID, Step: a.ID}, "Chart: Returns": {Chart: "c9"},
	} {
		w.Select(a.ID)
		w.Do("link-set", words)
		if got := w.Page().Step(a.ID).Link; got == nil || *got != *want {
			t.Errorf("%q leads to %+v, told %q", words, got, w.Notice())
		}
		if now := w.Facts().Link; now.Gone || now.To == "" {
			t.Errorf("%q is told as %q", words, now.To)
		}
		w.Undo()
		if w.json() != before {
			t.Errorf("%q, undone, leaves another chart", words)
		}
	}
	w.Select(a.ID)
	for _, bad := range []string{"javascript:alert(1)", "somewhere", "Page: Nowhere", "Chart: Nobody's", "step 99", "http://"} {
		w.Say("")
		w.Do("link-set", bad)
		if w.Notice() == "" || w.json() != before {
			t.Errorf("%q is taken, told %q", bad, w.Notice())
		}
	}
	// A press on the mark, and Ctrl with a press on the step, go there.
	w.Do("link-set", "Page: Packing")
	at := scene.LinkMark(w.Sheet().Shape(a.ID)).Centre()
	w.Select()
	if w.Pointer(Pointer{Type: "move", X: at.X, Y: at.Y, Zoom: 1}); w.hand.Cursor() != "pointer" {
		t.Errorf("over the mark the pointer is %s", w.hand.Cursor())
	}
	w.press(at.X, at.Y)
	if w.Page() != second {
		t.Error("the mark does not lead there")
	}
	// That page tells which step it is a part of, and leads back.
	box, ok := scene.BackBox(w.Sheet())
	if !ok {
		t.Fatal("the page does not tell what it is a part of")
	}
	w.press(box.CX(), box.CY())
	if w.Page() != first || w.Only() == nil || w.Only().ID != a.ID {
		t.Error("it does not lead back")
	}
	c := w.centre(a.ID)
	p := Pointer{Type: "down", X: c.X, Y: c.Y, Zoom: 1, Ctrl: true}
	w.Pointer(p)
	p.Type = "up"
	w.Pointer(p)
	if w.Page() != second {
		t.Error("Ctrl and a press do not lead there")
	}
	// Gone, it says so.
	w.Do("page-drop", "")
	w.Select(a.ID)
	if f := w.Facts().Link; !f.Gone {
		t.Errorf("its page is gone, told is %+v", f)
	}
	w.Say("")
	w.Do("link-open", "")
	if w.Notice() != say.Gone {
		t.Errorf("opened, it says %q", w.Notice())
	}
	w.Select()
	w.Do("link-set", "https://example.org/")
	w.Do("link-open", "")
	if u := w.Update(false); u.Open != "https://example.org/" {
		t.Errorf("the page leads to %q", u.Open)
	}
}

// Steps move into a page of their own, and back, with the connectors re-made: the flow from step
// to step stays what it was, undo brings back the same bytes.
func TestIntoAPage(t *testing.T) {
	for _, lanes := range []bool{false, true} {
		w := &window{T: t, Editor: New(wide(3, lanes), 0, "w")}
		p := w.Page()
		before := w.json()
		w.Select("s2", "s3", "s4")
		w.Do("into-page", "")
		if len(w.Chart().Pages) != 2 {
			t.Fatalf("%d pages: %s", len(w.Chart().Pages), w.Notice())
		}
		of, inside := w.Only(), w.Chart().Pages[1]
		if of == nil || of.Symbol != symbol.Predefined || of.Text != "Step 2" || of.Link == nil || of.Link.Page != inside.ID || inside.Title != "Step 2" {
			t.Fatalf("in their place stands %+v, behind it %q", of, inside.Title)
		}
		if p.Step("s3") != nil || inside.Step("s3") == nil || len(inside.Steps) < 4 {
			t.Error("the steps did not move")
		}
		if first := inside.Steps[0]; first.Symbol == symbol.Terminator && first.Text != "Step 2" {
			t.Errorf("the page begins with %q", first.Text)
		}
		in, out := 0, 0
		for _, l := range p.Connectors {
			if l.To.Step == of.ID {
				in++
			}
			if l.From.Step == of.ID {
				out++
			}
		}
		if in == 0 || out == 0 {
			t.Errorf("%d ways in, %d out", in, out)
		}
		if err := w.Chart().Clone().Check(); err != nil {
			t.Error(err)
		}
		moved := w.json()
		w.Undo()
		if w.json() != before {
			t.Error("undone, it is another chart")
		}
		w.Redo()
		if w.json() != moved {
			t.Error("done again, it is another chart")
		}
		w.Select(of.ID)
		w.Do("out-of-page", "")
		if len(w.Chart().Pages) != 1 {
			t.Fatalf("back, there are %d pages: %s", len(w.Chart().Pages), w.Notice())
		}
		if w.Page().Step("s3") == nil {
			t.Error("back, the steps are others: comments on them are lost")
		}
		was, _ := chart.Unmarshal([]byte(before))
		want, got := waysOn(was), waysOn(w.Chart())
		for k := range want {
			if strings.Contains(k, "again") {
				continue
			}
			if !got[k] {
				t.Errorf("lanes %v: the way %s is gone", lanes, k)
			}
		}
		w.Undo()
		if w.json() != moved {
			t.Error("undone, it is another chart")
		}
	}
	// One that has no page yet gets one that begins with its name; a second time it leads there.
	w := open(t)
	a := w.put(symbol.Predefined, 300, 200, "Pack and ship")
	w.Select(a.ID)
	w.Do("into", "")
	if w.PageAt() != 1 || w.Page().Title != "Pack and ship" || w.Page().Steps[0].Text != "Pack and ship" {
		t.Errorf("it leads to page %d, %q", w.PageAt(), w.Page().Title)
	}
	w.Do("page-previous", "")
	w.Select(a.ID)
	w.Do("into", "")
	if w.PageAt() != 1 || len(w.Chart().Pages) != 2 {
		t.Errorf("a second time it leads to page %d of %d", w.PageAt(), len(w.Chart().Pages))
	}
}

// A piece of a text can lead somewhere: it is underlined, keeps leading there when the text around
// it changes, and Ctrl with a press on it goes there; the rest of the step moves as it did.
func TestPieceOfTextLeads(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 300, 200, "Fill in form L-7")
	w.Select(a.ID)
	w.Do("text", "")
	w.Type("Fill in form L-7", 8, 16)
	if f := w.Facts().Link; f.Of != "“form L-7”" {
		t.Errorf("what would lead somewhere is %q", f.Of)
	}
	w.Do("link-set", "https://example.org/l-7")
	w.Type("Please fill in form L-7", 23, 23)
	w.Accept("Please fill in form L-7")
	s := w.Page().Step(a.ID)
	if len(s.Runs) != 1 || s.Text[s.Runs[0].From:s.Runs[0].To] != "form L-7" || s.Runs[0].Link.URL != "https://example.org/l-7" || s.Link != nil {
		t.Fatalf("it is %+v", s.Runs)
	}
	var at geom.Point
	for _, it := range scene.Step(w.Sheet(), w.Sheet().Shape(a.ID)).Items {
		if strings.Contains(it.Text, "L-7") {
			if at = it.At.Add(geom.Pt(it.Width/2, -3)); it.Link == nil {
				t.Error("it is drawn without its link")
			}
		}
	}
	p := Pointer{Type: "down", X: at.X, Y: at.Y, Zoom: 1, Ctrl: true}
	w.Pointer(p)
	p.Type = "up"
	w.Pointer(p)
	if u := w.Update(false); u.Open != "https://example.org/l-7" {
		t.Errorf("pressed with Ctrl it opens %q", u.Open)
	}
	w.press(at.X, at.Y)
	if u := w.Update(false); u.Open != "" {
		t.Error("a plain press opens it")
	}
}
