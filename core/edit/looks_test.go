package edit

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/scene"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

const clay = `{"fill":"#D2A580"}`

// A look is given to all that is selected, what differs is told as mixed, and undo brings back
// the same chart.
func TestStepLooks(t *testing.T) {
	w := open(t)
	a, b, _ := w.two()
	before := w.json()
	w.Select(a.ID)
	w.Do("step-look", clay)
	w.Select(a.ID, b.ID)
	f := w.Facts()
	if slices.Contains(f.On, "step-look "+clay) || !slices.Contains(f.Mixed, "step-look "+clay) || !slices.Contains(f.Look.Mixed, "fill") || slices.Contains(f.Look.Mixed, "outline") {
		t.Errorf("one of two is clay: on %v, mixed %v, values %v", f.On, f.Mixed, f.Look.Mixed)
	}
	w.Do("step-look", clay)
	if f = w.Facts(); !slices.Contains(f.On, "step-look "+clay) || len(f.Look.Mixed) > 0 || f.Look.Fill != "#D2A580" || f.Look.Colours[0] != "#D2A580" {
		t.Errorf("both are clay: %+v", f.Look)
	}
	// What is only on or off goes off at the second time, other things stay.
	bold := `{"text":{"bold":true}}`
	w.Do("step-look", bold)
	if l := style.Of(w.Page(), w.Page().Step(a.ID)); l.Text.Face.Cut(false, false) == 0 || l.Fill != "#D2A580" {
		t.Errorf("bold: %+v", l)
	}
	w.Do("step-look", bold)
	if l := style.Of(w.Page(), w.Page().Step(a.ID)); l.Text.Face != 0 || l.Fill != "#D2A580" {
		t.Errorf("not bold: %+v", l)
	}
	w.Do("look-plain", "")
	if w.Page().Step(a.ID).Look != nil || w.Page().Step(b.ID).Look != nil {
		t.Error("plain again, they have looks")
	}
	for range 5 {
		w.Undo()
	}
	if now := w.json(); now != before {
		t.Errorf("undone, the chart is\n%s\nnot\n%s", now, before)
	}
}

// The next step of a kind takes the look that was set by hand, unless that is switched off.
func TestNextStepTakesTheLook(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 200, 200, "Log")
	w.Do("cancel", "")
	w.Select(a.ID)
	w.Do("step-look", clay)
	next := func(k symbol.Kind, y float64) *chart.StepLook { return w.put(k, 500, y, "Next").Look }
	if l := next(symbol.Process, 200); l == nil || l.Fill != "#D2A580" {
		t.Errorf("the next process looks like %+v", l)
	}
	if l := next(symbol.Document, 350); l != nil {
		t.Errorf("a document looks like %+v", l)
	}
	w.Do("look-next", "")
	if l := next(symbol.Process, 500); l != nil {
		t.Errorf("plain, the next process looks like %+v", l)
	}
	// Emphasis is for one step, not for those that come.
	w.Do("look-next", "")
	w.Select(a.ID)
	w.Do("look-plain", "")
	w.Do("emphasise", "")
	undos := w.Undoable()
	if w.Do("emphasise", ""); w.Undoable() != undos || w.Notice() != say.LooksAlready {
		t.Errorf("emphasised twice: %d changes to undo instead of %d, %q", w.Undoable(), undos, w.Notice())
	}
	if l := next(symbol.Process, 650); l != nil {
		t.Errorf("after an emphasised one the next looks like %+v", l)
	}
}

// A look is picked up from one and put on others, with a key each; a step's on steps, a
// connector's on connectors.
func TestPickUpAndPutOn(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	w.Select(b.ID)
	if handled, _ := w.Key("v", false, false, true); !handled || !strings.Contains(strings.ToLower(w.Notice()), "pick up a look first") {
		t.Errorf("nothing picked up: %q", w.Notice())
	}
	w.Select(a.ID)
	w.Do("step-look", clay)
	w.Key("c", false, false, true)
	w.Select(b.ID)
	w.Key("v", false, false, true)
	if l := w.Page().Step(b.ID).Look; l == nil || l.Fill != "#D2A580" {
		t.Errorf("put on: %+v", l)
	}
	w.steps.Connect(b, a)
	d := w.Page().Connectors[1]
	w.Select(c.ID)
	w.Do("look", `{"weight":3}`)
	w.Key("c", false, false, true)
	w.Select(a.ID)
	w.Say("")
	w.Do("look-put", "")
	if !strings.Contains(w.Notice(), "onnector") {
		t.Errorf("a connector's look on a step: %q", w.Notice())
	}
	w.Select(d.ID)
	w.Do("look-put", "")
	if l := w.Page().Connector(d.ID).Look; l == nil || l.Weight != 3 {
		t.Errorf("the other connector looks like %+v", l)
	}
}

// One fill a lane, a symbol, or a value: in order, and plain where there are no more.
func TestOneFillPer(t *testing.T) {
	w := open(t)
	w.Do("lane-names", "Lender\nLoans desk")
	var ids []string
	kinds := []symbol.Kind{symbol.Process, symbol.Decision, symbol.Document, symbol.Process, symbol.Annotation, symbol.Data, symbol.Process}
	for i, k := range kinds {
		s := w.put(k, 200+float64(i)*150, 100+float64(i%2)*120, fmt.Sprint("Step ", i))
		w.Do("cancel", "")
		w.Select(s.ID)
		w.Do("field", fmt.Sprintf(`{"old":"","name":"system","value":"S%d"}`, i))
		ids = append(ids, s.ID)
	}
	fill := func(i int) string {
		if l := w.Page().Step(ids[i]).Look; l != nil {
			return l.Fill
		}
		return ""
	}
	tints := style.Tints(w.Page())
	w.Do("look-lanes", "")
	for i := range ids {
		want := tints[slices.IndexFunc(w.Page().Lanes, func(l *chart.Lane) bool { return l.ID == w.Page().Step(ids[i]).Lane })]
		if kinds[i] == symbol.Annotation {
			want = ""
		}
		if fill(i) != want {
			t.Errorf("by lane, step %d has %q, want %q", i, fill(i), want)
		}
	}
	w.Do("look-kinds", "")
	for i, want := range []string{"", tints[0], tints[1], "", "", tints[2], ""} {
		if fill(i) != want {
			t.Errorf("by symbol, step %d has %q, want %q", i, fill(i), want)
		}
	}
	w.Do("look-field", "system")
	seen := map[string]int{}
	for i := range ids {
		seen[fill(i)]++
	}
	if len(seen) != len(ids) || w.Notice() != "" {
		t.Errorf("by value: %v, %q", seen, w.Notice())
	}
	w.Do("look-field", "colour of the crate")
	if w.Notice() != say.NoValues {
		t.Errorf("a field that no step has: %q", w.Notice())
	}
}

// Lanes beyond the tints have these again, with a hatch; the key tells all of them apart, and those beyond these stay
// plain, which is said.
func TestMoreLanesThanTints(t *testing.T) {
	w := open(t)
	var names []string
	for i := range 26 {
		names = append(names, fmt.Sprint("Desk ", i+1))
	}
	w.Do("lane-names", strings.Join(names, "\n"))
	for i, l := range w.Page().Lanes {
		w.Chart().Pages[0].Steps = append(w.Page().Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, Lane: l.ID, X: 60, Y: 30, W: 112, H: 56, Text: "Log"})
	}
	w.Do("look-lanes", "")
	tints := style.Tints(w.Page())
	seen := map[string]int{}
	for i, s := range w.Page().Steps {
		look := style.Of(w.Page(), s)
		seen[fmt.Sprint(look.Fill, look.Hatch)]++
		if i < 24 && (look.Fill != tints[i%12] || look.Hatch != (i >= 12)) || i >= 24 && s.Look != nil {
			t.Errorf("lane %d has %s, hatch %v", i+1, look.Fill, look.Hatch)
		}
	}
	if len(seen) != 25 || !strings.Contains(w.Notice(), "24 fills") {
		t.Errorf("%d fills, %q", len(seen), w.Notice())
	}
	key := ""
	w.Page().Key = &chart.Key{Rows: 40}
	e, _ := scene.Key(w.Sheet())
	for _, i := range e.Items {
		key += i.Text + "|"
	}
	for _, n := range names[:24] {
		if strings.Count(key, "|"+n+"|") != 1 {
			t.Errorf("the key has not one line for %s: %s", n, key)
		}
	}
}

// Larger text makes its symbol grow, its middle staying in line, and what follows gives way;
// text that cannot be read is told and repaired, never by itself.
func TestTextLooks(t *testing.T) {
	w := open(t)
	a, _, _ := w.two()
	c := w.put(symbol.Process, 200, 300, "Seal the crate")
	w.Do("cancel", "")
	w.steps.Connect(a, c)
	gap := func() float64 { return w.Sheet().Shape(c.ID).Rect.Y - w.Sheet().Shape(a.ID).Rect.Bottom() }
	was, room := w.Sheet().Shape(a.ID).Rect, gap()
	w.Select(a.ID)
	w.Do("look-set", `{"what":"size","value":"24"}`)
	now := w.Sheet().Shape(a.ID).Rect
	if now.W <= was.W || now.H <= was.H || now.Y != was.Y || now.CX() != was.CX() || gap() < room {
		t.Errorf("from %v to %v, the gap below was %v, is %v", was, now, room, gap())
	}
	w.Do("look-set", `{"what":"text","value":"#8AD2DA"}`)
	if f := w.Facts(); f.Look.Legible || f.Look.Reads != "1.7 : 1" || f.Why["text-mend"] != "" || w.Page().Step(a.ID).Look.Text.Colour != "#8AD2DA" {
		t.Errorf("pale text on white: %+v", f.Look)
	}
	w.Do("text-mend", "")
	if f := w.Facts(); !f.Look.Legible || f.Why["text-mend"] == "" {
		t.Errorf("repaired: %+v", f.Look)
	}
}

// The pipette takes the colour of what is pressed, once; Escape puts it away.
func TestPipette(t *testing.T) {
	w := open(t)
	a, b, _ := w.two()
	w.Select(a.ID)
	w.Do("step-look", clay)
	w.Select(b.ID)
	w.Do("pipette", "")
	at := w.centre(a.ID)
	w.Pointer(Pointer{Type: "move", X: at.X, Y: at.Y, Zoom: 1})
	if c := w.Update(false).Cursor; c != "crosshair" {
		t.Errorf("the pointer is %s", c)
	}
	w.press(at.X, at.Y)
	if l := w.Page().Step(b.ID).Look; l == nil || l.Fill != "#D2A580" || w.hand.Picking() || !w.Selected(b.ID) {
		t.Errorf("it took %+v, %d selected", l, w.Count())
	}
	w.Do("pipette", "")
	w.Do("cancel", "")
	if w.hand.Picking() || !w.Selected(b.ID) {
		t.Error("Escape did not put it away alone")
	}
}

// Lanes have colours of head and band, and give them back.
func TestLaneLooks(t *testing.T) {
	w := open(t)
	w.Do("lane-names", "Lender\nLoans desk")
	w.Do("lane-select", w.Page().Lanes[1].ID)
	w.Do("lane-look", `{"head":"#8AD2DA"}`)
	w.Do("lane-look", `{"band":"#DBC9BF"}`)
	if l := w.Page().Lanes[1].Look; l == nil || l.Head != "#8AD2DA" || l.Band != "#DBC9BF" || w.Page().Lanes[0].Look != nil {
		t.Errorf("%+v", l)
	}
	w.Do("lane-look", `{"head":"none"}`)
	w.Do("lane-look", `{"band":"none"}`)
	if l := w.Page().Lanes[1].Look; l != nil {
		t.Errorf("given back: %+v", l)
	}
}

// The symbol key is put on the page, dragged as one thing and taken away; fields are shown and
// hidden by rules.
func TestKeyAndFields(t *testing.T) {
	w := open(t)
	a, _, _ := w.two()
	before := w.json()
	w.Do("key", "")
	k := w.Page().Key
	if k == nil || !slices.ContainsFunc(w.Update(false).Patch, func(e scene.Element) bool { return e.Class == "key" }) {
		t.Fatalf("the key is %+v", k)
	}
	w.drag(k.X+20, k.Y+10, k.X+120, k.Y-50)
	if now := w.Page().Key; now.X != k.X+100 || now.Y != k.Y-60 || now.Rows != k.Rows {
		t.Errorf("dragged from %+v to %+v", k, now)
	}
	w.Do("key", "")
	if w.Page().Key != nil || !slices.Contains(w.Update(false).Drop, "key") {
		t.Error("the key is still there")
	}
	for range 3 {
		w.Undo()
	}
	if w.json() != before {
		t.Error("undone, the chart is another")
	}
	w.Select(a.ID)
	if why := needFieldNames(w.Editor); why == "" {
		t.Error("without fields one can be shown")
	}
	w.Do("field", `{"old":"","name":"system","value":"Register"}`)
	w.Update(false)
	w.Do("field-show", `{"field":"system","as":"mark"}`)
	w.Do("field-show", `{"field":"system","as":"text"}`)
	u := w.Update(false)
	if f := w.Facts(); len(f.Shown) != 1 || f.Shown[0].Words != "system, as text" || !slices.ContainsFunc(u.Patch, func(e scene.Element) bool { return e.ID == a.ID }) {
		t.Errorf("shown: %+v, drawn anew: %d", f.Shown, len(u.Patch))
	}
	w.Do("field-hide", w.Facts().Shown[0].Arg)
	if len(w.Page().Shown) != 0 {
		t.Errorf("hidden: %+v", w.Page().Shown)
	}
	w.Do("field-show", `{"as":"text"}`)
	if w.Notice() != say.NoFieldChosen {
		t.Errorf("no field: %q", w.Notice())
	}
}

// A step with a look is moved as it was drawn while it is dragged, like any other.
func TestLooksAreNotDrawnAnewInADrag(t *testing.T) {
	w := open(t)
	a, _, _ := w.two()
	w.Select(a.ID)
	w.Do("step-look", clay)
	w.Do("step-look", `{"corner":8,"text":{"family":"serif"}}`)
	w.Do("house", "Wharf")
	w.Do("key", "")
	w.Update(false)
	at := w.centre(a.ID)
	w.Pointer(Pointer{Type: "down", X: at.X, Y: at.Y, Zoom: 1})
	for i := range 5 {
		w.Pointer(Pointer{Type: "move", X: at.X + 20 + 9*float64(i), Y: at.Y + 30, Zoom: 1})
		u := w.Update(false)
		for _, e := range u.Patch {
			if e.Class != "connector" {
				t.Errorf("frame %d draws %s %s anew", i, e.Class, e.ID)
			}
		}
		if len(u.Moved) != 1 {
			t.Errorf("frame %d moves %v", i, u.Moved)
		}
	}
	w.Pointer(Pointer{Type: "up", X: at.X + 56, Y: at.Y + 30, Zoom: 1})
}

// A style of text is changed in one place: what one step has by hand becomes the style's, and all
// steps with it follow; those without one stay.
func TestTextStyles(t *testing.T) {
	w := open(t)
	a, b, _ := w.two()
	c := w.put(symbol.Process, 300, 400, "Seal")
	w.Do("cancel", "")
	size := func(id string) float64 { return style.Text(w.Page(), w.Page().Step(id)).Size }
	plain := size(a.ID)
	w.Select(a.ID)
	if why := needTextStyle(w.Editor); why == "" {
		t.Error("a step without a style of text can set one")
	}
	w.Select(a.ID, b.ID)
	w.Do("step-look", `{"text":{"style":"heading"}}`)
	if size(a.ID) <= plain || size(b.ID) != size(a.ID) || size(c.ID) != plain {
		t.Errorf("headings of %v and %v, the other %v", size(a.ID), size(b.ID), size(c.ID))
	}
	before := w.json()
	w.Select(a.ID)
	w.Do("look-set", `{"what":"size","value":"15"}`)
	w.Do("text-style", "")
	if size(a.ID) != 20 || size(b.ID) != 20 || size(c.ID) != plain || w.Page().Step(a.ID).Look.Text.Size != 0 {
		t.Errorf("set from one: %v, %v and %v, by hand %v", size(a.ID), size(b.ID), size(c.ID), w.Page().Step(a.ID).Look.Text.Size)
	}
	w.Do("house", "Kiln")
	if size(b.ID) <= plain {
		t.Error("under another house style a heading is none")
	}
	for range 3 {
		w.Undo()
	}
	if w.json() != before {
		t.Error("undone, the chart is another")
	}
}

// What is typed next takes the look that was set with nothing chosen; what the whole step is
// set to goes to all of its text; a word that cannot be read is mended with the rest.
func TestRunsByHand(t *testing.T) {
	w := open(t)
	s := w.put(symbol.Process, 300, 200, "Seal")
	w.Do("text", "")
	w.Type("Seal ", 5, 5)
	w.Do("step-look", `{"text":{"bold":true}}`)
	w.Type("Seal d", 6, 6)
	w.Type("Seal dry", 8, 8)
	if some, all := w.looks.StepsLook(`{"text":{"bold":true}}`); !some || !all {
		w.Facts()
		if some, all = w.looks.StepsLook(`{"text":{"bold":true}}`); !some || !all {
			t.Errorf("behind a bold word bold is %v, %v", some, all)
		}
	}
	w.Accept("Seal dry")
	if got := w.Page().Step(s.ID).Runs; len(got) != 1 || got[0].From != 5 || got[0].To != 8 {
		t.Fatalf("runs are %+v", got)
	}
	kept := w.json()
	w.Facts()
	if some, all := w.looks.StepsLook(`{"text":{"bold":true}}`); !some || all {
		t.Errorf("of a text with a bold word bold is %v, %v", some, all)
	}
	w.Do("step-look", `{"text":{"bold":true}}`)
	if s := w.Page().Step(s.ID); len(s.Runs) != 0 || !*s.Look.Text.Bold {
		t.Errorf("all bold: %+v %+v", s.Runs, s.Look)
	}
	w.Do("undo", "")
	if w.json() != kept {
		t.Error("undo does not bring the word back")
	}
	w.Do("text", "")
	w.Type("Seal dry", 0, 4)
	w.Do("look-set", `{"what":"text","value":"#FFFFFF"}`)
	w.Accept("Seal dry")
	if why := needMending(w.Editor); why != "" {
		t.Fatalf("white on white need not be mended: %s", why)
	}
	w.Do("text-mend", "")
	if s := w.Page().Step(s.ID); needMending(w.Editor) == "" || s.Runs[0].Text.Colour == "#FFFFFF" || len(s.Runs) != 2 {
		t.Errorf("mended: %+v", s.Runs)
	}
	// Escape while typing takes the looks back with the text.
	kept = w.json()
	w.Do("text", "")
	w.Type("Seal dry", 0, 4)
	w.Do("step-look", `{"text":{"italic":true}}`)
	w.Do("cancel", "")
	if w.json() != kept {
		t.Error("Escape keeps a look")
	}
}

// Colours set last are offered again, and by choice the next connector is plain, as the next step
// is.
func TestLastColoursAndPlainConnectors(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	w.Select(a.ID)
	for _, fill := range []string{"#112233", "#445566", "#778899", "#112233"} {
		w.Do("step-look", session.Quote(chart.StepLook{Fill: fill}))
	}
	if got := fmt.Sprint(w.Facts().Look.Colours[:3]); got != "[#112233 #778899 #445566]" {
		t.Errorf("offered are %s", got)
	}
	w.Select(c.ID)
	w.Do("look", session.Quote(chart.Look{Weight: 3}))
	w.steps.Connect(b, a)
	if l := w.Page().Connectors[1]; l.Look == nil || l.Look.Weight != 3 {
		t.Errorf("the next connector looks like %+v", l.Look)
	}
	w.Do("look-next", "")
	x := w.put(symbol.Process, 400, 400, "Seal")
	w.steps.Connect(a, x)
	if l := w.Page().Connectors[2]; l.Look != nil || w.Page().Step(x.ID).Look != nil {
		t.Errorf("by choice it looks like %+v", l.Look)
	}
}
