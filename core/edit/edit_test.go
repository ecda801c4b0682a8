package edit

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// window is an editor with the moves of a hand.
type window struct {
	*testing.T
	*Editor
}

// runs are a few, or many with SOAK=1.
func runs(few, many uint64) uint64 {
	if os.Getenv("SOAK") != "" {
		return many
	}
	return few
}

func open(t *testing.T) *window {
	t.Helper()
	return &window{t, New(chart.New("test"), 0, "win1")}
}

func (w *window) press(x, y float64, mods ...string) {
	p := Pointer{Type: "down", X: x, Y: y, Zoom: 1, Shift: strings.Contains(fmt.Sprint(mods), "shift")}
	w.Pointer(p)
	p.Type = "up"
	w.Pointer(p)
}

func (w *window) drag(x1, y1, x2, y2 float64, mods ...string) {
	m := fmt.Sprint(mods)
	p := Pointer{Type: "move", X: x1, Y: y1, Zoom: 1, Shift: strings.Contains(m, "shift"), Ctrl: strings.Contains(m, "ctrl"), Alt: strings.Contains(m, "alt")}
	w.Pointer(p)
	p.Type = "down"
	w.Pointer(p)
	for i := 1; i <= 5; i++ {
		p.Type, p.X, p.Y = "move", x1+(x2-x1)*float64(i)/5, y1+(y2-y1)*float64(i)/5
		w.Pointer(p)
	}
	p.Type = "up"
	w.Pointer(p)
}

// put places a symbol with its middle at a point and types its text.
func (w *window) put(k symbol.Kind, x, y float64, text string) *chart.Step {
	w.Helper()
	w.Do("cancel", "")
	w.Do("hand", string(k))
	w.press(x, y)
	s := w.Only()
	if s == nil {
		w.Fatalf("no %s was placed", k)
	}
	w.Do("text", "")
	w.Accept(text)
	return w.Page().Step(s.ID)
}

func (w *window) centre(id string) geom.Point { return w.Sheet().Shape(id).Rect.Centre() }

func (w *window) json() string {
	b, err := chart.Marshal(w.Chart())
	if err != nil {
		w.Fatal(err)
	}
	return string(b)
}

func TestPlacing(t *testing.T) {
	w := open(t)
	s := w.put(symbol.Process, 300, 200, "Log")
	if info, _ := symbol.Of(symbol.Process); s.W != info.W || s.H != info.H {
		t.Errorf("a click made %v x %v", s.W, s.H)
	}
	// A dragged frame gives the size, and the next one takes it over.
	w.Do("hand", "process")
	w.drag(500, 400, 660, 500)
	big := w.Only()
	if big.W != 160 || big.H != 104 && big.H != 96 {
		t.Errorf("a frame made %v x %v", big.W, big.H)
	}
	next := w.put(symbol.Process, 800, 200, "")
	if next.W != big.W || next.H != big.H {
		t.Errorf("the next one is %v x %v", next.W, next.H)
	}
	// Shift keeps proportion: a terminator of equal sides is a circle.
	w.Do("cancel", "")
	w.Do("hand", "terminator")
	w.drag(100, 500, 160, 540, "shift")
	if c := w.Only(); c.W != c.H {
		t.Errorf("with Shift %v x %v", c.W, c.H)
	}
	// A second press on the bench puts it at the next free place.
	w.Do("cancel", "")
	w.Do("cancel", "")
	n := len(w.Page().Steps)
	w.Do("hand", "decision")
	w.Do("hand", "decision")
	if len(w.Page().Steps) != n+1 {
		t.Error("nothing was placed at the next free place")
	}
	r := w.Sheet().Shape(w.Only().ID).Rect
	for _, sh := range w.Sheet().Steps {
		if sh.Step.ID != w.Only().ID && sh.Rect.Overlaps(r) {
			t.Errorf("it stands on %v", sh.Rect)
		}
	}
}

func TestQuestionMakesADecision(t *testing.T) {
	w := open(t)
	w.put(symbol.Process, 300, 200, "Log")
	w.Key("Enter", false, false, false)
	w.Accept("Complete?")
	d := w.Only()
	if d.Symbol != symbol.Decision {
		t.Fatalf("it is a %s", d.Symbol)
	}
	w.Key("Enter", false, false, false)
	w.Accept("Go on")
	w.Select(d.ID)
	w.Key("Enter", false, false, true)
	w.Accept("Ask again")
	var outcomes []string
	for _, c := range w.Page().Connectors {
		if c.From.Step == d.ID {
			outcomes = append(outcomes, c.Outcome())
		}
	}
	if fmt.Sprint(outcomes) != "[yes no]" {
		t.Errorf("outcomes %v", outcomes)
	}
	a, b := w.Sheet().Run(w.Page().Connectors[1].ID), w.Sheet().Run(w.Page().Connectors[2].ID)
	if a.FromPort == b.FromPort {
		t.Errorf("both leave by the %s", a.FromPort)
	}
}

func TestPulling(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 200, 200, "A")
	b := w.put(symbol.Process, 500, 200, "B")
	store := w.put(symbol.StoredData, 200, 400, "Register")
	note := w.put(symbol.Annotation, 500, 400, "Remark")
	port := func(id string, s symbol.Side) geom.Point {
		return w.port(id, s)
	}
	pull := func(from *chart.Step, side symbol.Side, to geom.Point, mods ...string) *chart.Connector {
		n := len(w.Page().Connectors)
		w.Select(from.ID)
		q := port(from.ID, side)
		w.drag(q.X, q.Y, to.X, to.Y, mods...)
		if len(w.Page().Connectors) != n+1 {
			t.Fatalf("%d connectors, want %d", len(w.Page().Connectors), n+1)
		}
		return w.Page().Connectors[n]
	}
	// On the body: the best side, chosen anew as steps move.
	c := pull(a, symbol.Right, w.centre(b.ID))
	if c.To != (chart.End{Step: b.ID}) || c.From.Port != "right" || c.Meaning != chart.Flow {
		t.Errorf("on a body: %+v", c)
	}
	if r := w.Sheet().Run(c.ID); r.ToPort != "left" {
		t.Errorf("the best side is %s", r.ToPort)
	}
	w.Select(b.ID)
	w.steps.Nudge(-300, 300)
	if r := w.Sheet().Run(c.ID); r.ToPort == "left" {
		t.Error("the side was not chosen anew")
	}
	w.Undo()
	// On a port: that port.
	c = pull(a, symbol.Top, port(b.ID, symbol.Top))
	if c.To.Port != "top" {
		t.Errorf("on a port: %+v", c)
	}
	// Where the meaning is plain it is set.
	if c = pull(a, symbol.Bottom, w.centre(store.ID)); c.Meaning != chart.Data {
		t.Errorf("to a store: %s", c.Meaning)
	}
	if c = pull(b, symbol.Bottom, w.centre(note.ID)); c.Meaning != chart.Note {
		t.Errorf("to an annotation: %s", c.Meaning)
	}
	// With Alt it stays loose.
	if c = pull(b, symbol.Right, geom.Pt(800, 150), "alt"); !c.To.Loose() {
		t.Errorf("with Alt: %+v", c)
	}
	// On empty paper a new step stands there, connected and open for typing.
	c = pull(b, symbol.Right, geom.Pt(800, 250))
	if s := w.Page().Step(c.To.Step); s == nil || w.text.Now() == nil || w.text.Now().ID != s.ID {
		t.Errorf("into empty paper: %+v", c)
	}
	w.Do("cancel", "")
	// What will happen is said.
	w.Select(a.ID)
	q := port(a.ID, symbol.Right)
	w.Pointer(Pointer{Type: "down", X: q.X, Y: q.Y, Zoom: 1})
	for at, want := range map[geom.Point]string{w.centre(b.ID): "attaches to B, best side", port(b.ID, symbol.Left): "attaches to B, left", geom.Pt(40, 600): "new step here"} {
		w.Pointer(Pointer{Type: "move", X: at.X, Y: at.Y, Zoom: 1})
		said := ""
		for _, i := range w.Update(false).Hand.Items {
			said += i.Text
		}
		if said != want {
			t.Errorf("at %v it says %q, want %q", at, said, want)
		}
	}
	w.Do("cancel", "")
}

// The geometry in the middle of a drag is the geometry after a drop there.
func TestDropIsWhatTheDragShowed(t *testing.T) {
	w := &window{t, New(benchChart(60), 0, "win1")}
	w.Update(true)
	r := rand.New(rand.NewPCG(2, 1))
	for range 60 {
		ss := w.Page().Steps
		s := ss[r.IntN(len(ss))]
		q := w.centre(s.ID)
		p := Pointer{Type: "down", X: q.X, Y: q.Y, Zoom: 1}
		w.Pointer(p)
		for range 3 {
			p.Type, p.X, p.Y = "move", q.X+float64(r.IntN(400)-200), q.Y+float64(r.IntN(300)-150)
			w.Pointer(p)
		}
		during := picture(w)
		p.Type = "up"
		w.Pointer(p)
		if after := picture(w); after != during {
			t.Fatalf("dropping %s changed the picture:\n%s\n%s", s.ID, during, after)
		}
	}
}

// picture is all geometry of the sheet.
func picture(w *window) string {
	var b strings.Builder
	for _, sh := range w.Sheet().Steps {
		fmt.Fprintln(&b, sh.Step.ID, sh.Rect)
	}
	for _, l := range w.Sheet().Lines {
		fmt.Fprintln(&b, l.Line.ID, l.Points, l.Labels)
	}
	fmt.Fprintln(&b, w.Sheet().Page.W, w.Sheet().Page.Frame)
	return b.String()
}

func TestMoveCopyAlign(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 200, 200, "A")
	b := w.put(symbol.Process, 420, 230, "B")
	w.Select(a.ID, b.ID)
	w.text.Glue() // two selected: from the first to the second
	if len(w.Page().Connectors) != 1 {
		t.Fatal("g did not connect two")
	}
	w.Select(a.ID, b.ID)
	q := w.centre(a.ID)
	w.drag(q.X, q.Y, q.X, q.Y+200, "ctrl")
	p := w.Page()
	if len(p.Steps) != 4 || len(p.Connectors) != 2 {
		t.Fatalf("Ctrl+drag left %d steps and %d connectors", len(p.Steps), len(p.Connectors))
	}
	if c := p.Connectors[1]; c.From.Step == a.ID || c.To.Step == b.ID {
		t.Error("the connector of the copy holds at the originals")
	}
	w.Do("align-top", "")
	ss := w.Steps()
	if ss[0].Y != ss[1].Y {
		t.Errorf("aligned at %v and %v", ss[0].Y, ss[1].Y)
	}
	w.Do("copy", "")
	clip := w.Update(false).Clip
	w.Do("paste", clip)
	if len(p.Steps) != 6 || len(w.Steps()) != 2 {
		t.Errorf("%d steps after pasting", len(p.Steps))
	}
	w.Do("paste", " ")
	if w.Notice() == "" {
		t.Error("pasting nothing says nothing")
	}
	// A move takes connectors along and snaps to the middle of others.
	w.Select(b.ID)
	q = w.centre(b.ID)
	w.drag(q.X, q.Y, w.centre(a.ID).X+4, q.Y+120)
	if w.centre(b.ID).X != w.centre(a.ID).X {
		t.Errorf("it did not snap: %v, %v", w.centre(a.ID), w.centre(b.ID))
	}
}

func TestResizeNeverTooSmallForTheText(t *testing.T) {
	w := open(t)
	s := w.put(symbol.Process, 300, 300, "A text of some words")
	c := corner(w.Sheet().Shape(s.ID).Rect, 2)
	w.drag(c.X, c.Y, c.X+80, c.Y+40)
	if s := w.Only(); s.W < 180 || s.H < 90 {
		t.Errorf("larger: %v x %v", s.W, s.H)
	}
	c = corner(w.Sheet().Shape(s.ID).Rect, 2)
	w.drag(c.X, c.Y, c.X-400, c.Y-400)
	now := w.Only()
	if len(w.Sheet().Shape(s.ID).Lines) == 0 || now.W > 112 {
		t.Errorf("smaller: %v x %v", now.W, now.H)
	}
	if r := w.Sheet().Shape(s.ID).Rect; r.W != now.W {
		t.Error("it is drawn larger than it is stored")
	}
}

func TestLanes(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 300, 150, "A")
	b := w.put(symbol.Process, 300, 350, "B")
	before := w.centre(b.ID).Sub(w.centre(a.ID))
	w.Do("lane-names", "Borrower\nLoans desk")
	p := w.Page()
	if len(p.Lanes) != 2 || p.Step(a.ID).Lane == p.Step(b.ID).Lane {
		t.Fatalf("%d lanes", len(p.Lanes))
	}
	if w.centre(a.ID).X != w.centre(b.ID).X || before.X != 0 {
		t.Error("giving lanes moved steps sideways")
	}
	// Widen the first by its border; the steps below come along.
	y := w.centre(b.ID).Y
	border := p.LaneRect(p.Lanes[0]).Bottom()
	w.drag(700, border, 700, border+64)
	if d := w.centre(b.ID).Y - y; d < 60 || d > 68 { // lane sizes keep to the grid
		t.Errorf("the step below moved by %v", d)
	}
	// Reorder by the head.
	first := p.Lanes[0].ID
	h := p.LaneRect(p.Lanes[0])
	w.drag(h.X+10, h.CY(), h.X+10, p.LanesEnd()-10)
	if p.Lanes[1].ID != first {
		t.Error("the lane was not moved")
	}
	// Insert, rename, move by commands.
	w.Do("lane-above", "")
	w.Accept("Archive")
	if len(p.Lanes) != 3 || p.Lanes[1].Name != "Archive" {
		t.Errorf("lanes %v", names(p))
	}
	w.Do("lane-up", "")
	if p.Lanes[0].Name != "Archive" {
		t.Errorf("lanes %v", names(p))
	}
	w.Do("lane-delete", "") // empty: no question
	if len(p.Lanes) != 2 || w.Asked() != nil {
		t.Error("an empty lane asks")
	}
	// One with a step asks what shall become of it.
	w.SelectBand(p.Lanes[0].ID)
	at := w.centre(b.ID)
	w.Do("lane-delete", "")
	if w.Asked() == nil || len(w.Asked().Answers) != 3 || !strings.Contains(w.Asked().Text, "1 step in") {
		t.Fatalf("question %+v", w.Asked())
	}
	w.Do("lane-delete", "keep")
	if len(p.Lanes) != 1 || len(p.Steps) != 2 || w.centre(b.ID) != at {
		t.Errorf("kept: %d lanes, step at %v, was at %v", len(p.Lanes), w.centre(b.ID), at)
	}
	w.Undo()
	w.SelectBand(p.Lanes[0].ID)
	w.Do("lane-delete", "steps")
	if len(p.Lanes) != 1 || len(p.Steps) != 1 {
		t.Errorf("with its steps: %d lanes, %d steps", len(p.Lanes), len(p.Steps))
	}
}

func names(p *chart.Page) (out []string) {
	for _, l := range p.Lanes {
		out = append(out, l.Name)
	}
	return out
}

func TestRowsAndOutcomes(t *testing.T) {
	w := open(t)
	d := w.put(symbol.Decision, 300, 200, "Fit?")
	for _, text := range []string{"Yes way", "No way"} {
		w.Select(d.ID)
		w.Key("Enter", false, false, text == "No way")
		w.Accept(text)
	}
	w.Do("number", "")
	rows := w.Rows()
	if len(rows) != 3 || rows[0].Text != "Fit?" || len(rows[0].Ways) != 2 || rows[0].Ways[0].Label != "yes" || rows[0].Ways[0].To != "2" {
		t.Fatalf("rows %+v", rows)
	}
	w.Do("outcome-up", rows[0].Ways[1].Line)
	if rows = w.Rows(); rows[0].Ways[0].Label != "no" {
		t.Errorf("the order of outcomes: %+v", rows[0].Ways)
	}
	w.Do("number", "")
	if s := w.Page().Step(rows[0].Ways[0].ToID); s.Number != "2" {
		t.Errorf("the first outcome leads to %s", s.Number)
	}
	arg, _ := json.Marshal(map[string]string{"id": rows[1].ID, "text": "Another text"})
	w.Do("row-text", string(arg))
	if w.Page().Step(rows[1].ID).Text != "Another text" {
		t.Error("a text edited in the list is not on the page")
	}
	w.Select(d.ID)
	w.Do("field", `{"old":"","name":"Form","value":"D-2"}`)
	w.Do("field", `{"old":"Form","name":"Form","value":"D-3"}`)
	if f := w.Only().Fields; len(f) != 1 || f[0].Value != "D-3" {
		t.Errorf("fields %v", f)
	}
	w.Do("field", `{"old":"Form","name":"","value":""}`)
	if f := w.Only().Fields; len(f) != 0 {
		t.Errorf("fields %v", f)
	}
}

func TestFacts(t *testing.T) {
	w := open(t)
	f := w.Facts()
	if f.Title != "Nothing selected" || f.Why["delete"] == "" || f.Why["layout"] == "" || f.Why["drawer-lanes"] != "" {
		t.Errorf("%+v", f)
	}
	w.put(symbol.Decision, 300, 200, "Fit?")
	if f = w.Facts(); f.Title != "Decision" || f.Why["delete"] != "" || f.Why["align-left"] == "" {
		t.Errorf("%+v", f)
	}
	w.Do("align-left", "")
	if u := w.Update(false); !strings.Contains(u.Notice, "two or more steps") {
		t.Errorf("notice %q", u.Notice)
	}
	if got := w.Find("lay"); len(got) == 0 || got[0].Do != "layout" {
		t.Errorf("found %v", got)
	}
}

// Only what changed is sent to be drawn.
func TestUpdateIsSparing(t *testing.T) {
	w := &window{t, New(benchChart(60), 0, "win1")}
	if n := len(w.Update(true).Patch); n < 60 {
		t.Fatalf("at first %d elements", n)
	}
	if u := w.Update(false); len(u.Patch)+len(u.Drop) != 0 || u.Facts != nil || u.Rows != nil {
		t.Errorf("nothing changed, yet %d elements", len(u.Patch))
	}
	id := w.Page().Steps[20].ID
	w.setText(id, "Other words")
	if u := w.Update(false); len(u.Patch) != 1 || u.Patch[0].ID != id || u.Rows == nil {
		t.Errorf("a text changed, %d elements", len(u.Patch))
	}
	w.Select(id)
	w.steps.Remove()
	u := w.Update(false)
	if !strings.Contains(fmt.Sprint(u.Drop), "step-"+id) {
		t.Errorf("deleted, but not dropped: %v", u.Drop)
	}
}

// A step that is moved is shown elsewhere as it is, and drawn anew only when it looks other.
func TestStepsAreMoved(t *testing.T) {
	for _, end := range []string{"up", "Escape"} {
		w := &window{t, New(benchChart(60), 0, "win1")}
		w.Update(true)
		id := w.Page().Steps[20].ID
		q := w.centre(id)
		drawn := func(u Update) bool {
			return slices.ContainsFunc(u.Patch, func(e scene.Element) bool { return e.Class == "step" && e.ID == id })
		}
		w.Pointer(Pointer{Type: "down", X: q.X, Y: q.Y, Zoom: 1})
		w.Update(false)
		for k := range 3 {
			w.Pointer(Pointer{Type: "move", X: q.X + 40 + 20*float64(k), Y: q.Y + 70, Zoom: 1})
			u, now := w.Update(false), w.centre(id)
			if want := (Moved{"step-" + id, geom.Round2(now.X - q.X), geom.Round2(now.Y - q.Y)}); len(u.Moved) != 1 || u.Moved[0] != want || drawn(u) {
				t.Fatalf("frame %d: %+v, not %+v; drawn anew: %v", k, u.Moved, want, drawn(u))
			}
		}
		moved := func(what string, want ...Moved) {
			if u := w.Update(false); !slices.Equal(u.Moved, want) || drawn(u) {
				t.Errorf("after %s: moved %+v, not %+v; drawn anew: %v", what, u.Moved, want, drawn(u))
			}
		}
		home := Moved{ID: "step-" + id}
		if end == "up" {
			w.Pointer(Pointer{Type: "up", X: q.X + 80, Y: q.Y + 70, Zoom: 1})
			moved("letting go")
			w.Undo()
			moved("undo", home)
		} else {
			w.Key(end, false, false, false)
			moved("Escape", home)
		}
		w.setText(id, "other")
		if u := w.Update(false); len(u.Moved) != 0 || !drawn(u) {
			t.Errorf("with another text: moved %+v, drawn anew: %v", u.Moved, drawn(u))
		}
	}
}

// asRead holds that the page is shown as one who opens the chart now would see it.
func asRead(t *testing.T, w *window) {
	t.Helper()
	var comp sheet.Composer
	got, want := w.Sheet(), comp.Compose(w.Chart(), w.Page())
	for i := range want.Steps {
		if got.Steps[i].Step != want.Steps[i].Step || got.Steps[i].Rect != want.Steps[i].Rect {
			t.Fatalf("step %s stands at %v, read anew at %v", want.Steps[i].Step.ID, got.Steps[i].Rect, want.Steps[i].Rect)
		}
	}
	for i := range want.Lines {
		a, b := &got.Lines[i], &want.Lines[i]
		if by, same := moved(a, b); a.Line != b.Line || !same || by != (geom.Point{}) {
			t.Fatalf("connector %s runs %v, read anew %v", b.Line.ID, a.Points, b.Points)
		}
	}
}

// Random edits in two windows, exchanged through a log in the server's way:
// both end with the log's chart.
func TestTwoWindowsAgree(t *testing.T) {
	for seed := range runs(15, 300) {
		r := rand.New(rand.NewPCG(seed, 3))
		base := benchChart(12)
		server := base.Clone()
		ws := []*window{{t, New(base.Clone(), 0, "aaaa")}, {t, New(base.Clone(), 0, "bbbb")}}
		var log []session.Event
		sent := []int{0, 0}
		have := []int{0, 0}
		flush := func(i int) { // the server takes what window i has to send
			for _, s := range append([]session.Sent(nil), ws[i].Pending()...) {
				if s.N <= sent[i] {
					continue
				}
				sent[i] = s.N
				if _, err := chart.Apply(server, s.Command); err != nil {
					ws[i].Refused(s.N, err.Error())
					continue
				}
				log = append(log, Event{Seq: len(log) + 1, Client: []string{"aaaa", "bbbb"}[i], N: s.N, Command: s.Command})
			}
		}
		hear := func(i int) { // window i hears of the log
			for ; have[i] < len(log); have[i]++ {
				if err := ws[i].Receive(log[have[i]]); err != nil {
					t.Fatalf("seed %d: %v", seed, err)
				}
			}
		}
		for range 150 {
			i := r.IntN(2)
			w := ws[i]
			if ss := w.Page().Steps; len(ss) > 0 {
				w.Select(ss[r.IntN(len(ss))].ID)
			}
			switch r.IntN(9) {
			case 0:
				w.steps.Nudge(float64(r.IntN(80)-40), float64(r.IntN(80)-40))
			case 1:
				if s := w.Only(); s != nil {
					w.setText(s.ID, fmt.Sprint("text ", r.IntN(100), "?"))
				}
			case 2:
				w.steps.Remove()
			case 3:
				w.steps.Duplicate()
			case 4:
				w.Undo()
			case 5:
				w.nextStep(false)
				w.Accept("next")
			case 6:
				w.Do("number", "")
			case 7:
				flush(i)
			case 8:
				hear(i)
			}
			if w.text.Now() == nil {
				asRead(t, w)
			}
		}
		for i := range ws {
			flush(i)
		}
		for i := range ws {
			hear(i)
		}
		want, _ := chart.Marshal(server)
		for i, w := range ws {
			if len(w.Pending()) != 0 {
				t.Fatalf("seed %d: window %d still waits for %d", seed, i, len(w.Pending()))
			}
			if w.json() != string(want) {
				t.Fatalf("seed %d: window %d has another chart than the server", seed, i)
			}
		}
	}
}

func TestUndoSaysWhenItCannot(t *testing.T) {
	w := open(t)
	s := w.put(symbol.Process, 300, 200, "A")
	for _, p := range w.Pending() { // the server has it all, and another window deletes the step
		if err := w.Receive(Event{Seq: w.Seq() + 1, Client: "win1", N: p.N, Command: p.Command}); err != nil {
			t.Fatal(err)
		}
	}
	if err := w.Receive(Event{Seq: w.Seq() + 1, Client: "other", N: 1, Command: chart.Command{Words: "delete", Parts: []chart.Part{{Do: "step.drop", Page: "p1", ID: s.ID}}}}); err != nil {
		t.Fatal(err)
	}
	w.Undo()
	if u := w.Update(false); !strings.Contains(u.Notice, "someone has since changed") {
		t.Errorf("notice %q", u.Notice)
	}
	if err := w.Receive(Event{Seq: w.Seq() + 5, Client: "other", N: 2, Command: chart.Command{}}); err == nil {
		t.Error("a gap in the log goes unnoticed")
	}
}

// Lanes by name: steps go into the lane in whose band they stand, or the one that they
// name in a field; typed on, a list takes the place of the one before; without lanes the
// steps stand where they stood.
func TestLanesByName(t *testing.T) {
	w := open(t)
	var ids []string
	for i := range 10 { // a column, as a flowchart without lanes stands
		ids = append(ids, w.put(symbol.Process, 300, 100+float64(i)*104, fmt.Sprint("Step ", i)).ID)
	}
	at := func() (out geom.Polyline) {
		for _, id := range ids {
			out = append(out, w.centre(id))
		}
		return out
	}
	before := at()
	w.Do("drawer-opened", "lane")
	w.Do("lane-names", "Borrower")
	w.Do("lane-names", "Borrower\nLoans desk")
	w.Do("lane-names", "Borrower\nLoans desk\n\nTransport\n")
	p := w.Page()
	if got := fmt.Sprint(names(p)); got != "[Borrower Loans desk Transport]" {
		t.Fatalf("lanes %v", got)
	}
	for i, s := range p.Steps {
		r := p.LaneRect(p.Lane(s.Lane))
		if !p.StepRect(s).Inside(r) {
			t.Errorf("step %d at %v is not inside its lane %v", i, p.StepRect(s), r)
		}
		if i > 0 && p.LaneStart(s.Lane) < p.LaneStart(p.Steps[i-1].Lane) {
			t.Errorf("step %d stands above the one before it", i)
		}
		if d := w.centre(s.ID).Sub(before[i]); math.Abs(d.X) > 0.01 || math.Abs(d.Y) > 60 {
			t.Errorf("step %d moved by %v", i, d)
		}
	}
	now := at()
	w.Do("drawer-kept", "")
	w.Do("lanes-away", "")
	for i, q := range at() {
		if q != now[i] {
			t.Errorf("without lanes step %d is at %v, was at %v", i, q, now[i])
		}
	}
	w.Undo()
	w.Undo()
	if q := at(); len(p.Lanes) != 0 || fmt.Sprint(q) != fmt.Sprint(before) {
		t.Errorf("taken back: %d lanes, %v, was %v", len(p.Lanes), q, before)
	}
	// Named in a field.
	for i, role := range []string{"Registrar", "Courier", "Registrar"} {
		f := []chart.Field{{Name: "Role", Value: role}}
		w.Apply("field", chart.Part{Do: "step.set", Page: "p1", ID: ids[i*3], Fields: &f})
	}
	if got := w.Facts().LaneNames; fmt.Sprint(got) != "[Registrar Courier]" {
		t.Errorf("proposed are %v", got)
	}
	w.Do("lane-names", strings.Join(w.Facts().LaneNames, "\n"))
	for i, role := range []string{"Registrar", "Courier", "Registrar"} {
		if got := p.Lane(p.Step(ids[i*3]).Lane).Name; got != role {
			t.Errorf("step %d is in %s, its role is %s", i*3, got, role)
		}
	}
	if o := overlaps(w); len(o) > 0 {
		t.Error(o)
	}
}

// Facts count what is selected, and do not say 'Lane Lane 1'.
func TestSelectionInWords(t *testing.T) {
	w := open(t)
	w.two()
	w.Do("all", "")
	if got := w.Facts().Title; got != "2 steps, 1 connector" {
		t.Errorf("all selected: %q", got)
	}
	w.Do("lane-names", "Lane 1\nBorrower")
	for i, want := range []string{"Lane 1", "Lane Borrower"} {
		w.Select()
		w.SelectBand(w.Page().Lanes[i].ID)
		if got := w.Facts().Title; got != want {
			t.Errorf("lane %d: %q, want %q", i, got, want)
		}
	}
}

func (w *window) from() int { from, _ := w.text.Ends(); return from }
func (w *window) to() int   { _, to := w.text.Ends(); return to }

// setText types a step's text.
func (w *window) setText(id, text string) {
	w.text.OnStep(id)
	w.Accept(text)
}

// corner is a crop mark of a selected step at zoom 1, clockwise from the top left.
func corner(r geom.Rect, i int) geom.Point {
	r = r.Grow(8)
	return [4]geom.Point{{X: r.X, Y: r.Y}, {X: r.Right(), Y: r.Y}, {X: r.Right(), Y: r.Bottom()}, {X: r.X, Y: r.Bottom()}}[i]
}

// port is the sign of a step's port, which stands just off its outline.
func (w *window) port(id string, side symbol.Side) geom.Point {
	p := w.Sheet().Shape(id).Ports()[side]
	return geom.Pt(p.At.X+9*p.Side.Out().X, p.At.Y+9*p.Side.Out().Y)
}
