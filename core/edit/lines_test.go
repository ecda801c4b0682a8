package edit

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// two places two steps, connected, and returns the connector.
func (w *window) two() (a, b *chart.Step, c *chart.Connector) {
	w.Helper()
	a, b = w.put(symbol.Process, 200, 200, "Log the request"), w.put(symbol.Process, 600, 200, "Examine condition")
	w.Do("cancel", "")
	w.steps.Connect(a, b)
	p := w.Page()
	return a, b, p.Connectors[len(p.Connectors)-1]
}

func (w *window) runs(id string) geom.Polyline { return w.Sheet().Run(id).Points }

func TestLastUsedIsTheNext(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	w.Do("kind", "curved")
	w.Do("look", `{"start":"dot","weight":3}`)
	if c = w.Page().Connector(c.ID); c.Kind != chart.Curved || c.Look.Start != chart.Dot || c.Look.Weight != 3 || c.Look.End != "" {
		t.Errorf("%+v, look %+v", c, c.Look)
	}
	w.steps.Connect(b, a)
	next := w.Page().Connectors[1]
	if next.Kind != chart.Curved || next.Look == nil || next.Look.Start != chart.Dot {
		t.Errorf("the next one is %+v", next)
	}
	// Many at once, back to the meaning, and undone in one.
	w.Select(c.ID, next.ID)
	w.Do("default-look", "")
	w.Do("kind", "square")
	for _, c := range w.Page().Connectors {
		if c.Kind != chart.Square || c.Look != nil {
			t.Errorf("%+v", c)
		}
	}
	w.Undo()
	if w.Page().Connectors[0].Kind != chart.Curved || w.Page().Connectors[1].Kind != chart.Curved {
		t.Error("undo did not take both back")
	}
}

func TestReverse(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	w.Do("look", `{"end":"many"}`)
	w.Do("label", "")
	w.Accept("logged")
	w.drag(300, 200, 300, 280) // pinned below
	at := w.Page().PinAt(c, w.Page().Connector(c.ID).Pins[0])
	before := w.runs(c.ID)
	w.Do("reverse", "")
	r := w.Page().Connector(c.ID)
	if r.From.Step != b.ID || r.To.Step != a.ID || r.Look.Start != chart.Many || r.Look.End != chart.Bare {
		t.Errorf("%+v, look %+v", r, r.Look)
	}
	if now := w.Page().PinAt(r, r.Pins[0]); now != at {
		t.Errorf("the pin went from %v to %v", at, now)
	}
	now := w.runs(c.ID)
	slices.Reverse(now)
	if fmt.Sprint(now) != fmt.Sprint(before) {
		t.Errorf("it ran %v, runs %v", before, now)
	}
	w.Do("reverse", "")
	if r := w.Page().Connector(c.ID); r.From.Step != a.ID || r.Look.Start != chart.Bare || r.Look.End != chart.Many {
		t.Errorf("twice reversed: %+v, look %+v", r, r.Look)
	}
}

// What was pinned stays by its step when that moves; brought in line with its
// neighbour a segment becomes one with it; set free it runs as before.
func TestBending(t *testing.T) {
	w := open(t)
	a, _, c := w.two()
	free := fmt.Sprint(w.runs(c.ID))
	y := w.runs(c.ID)[0].Y
	w.drag(400, y, 400, y+100)
	pts := w.runs(c.ID)
	if len(pts) != 4 || pts[1].Y != y+100 {
		t.Fatalf("the three-sided way runs %v", pts)
	}
	mid := w.Page().StepRect(w.Page().Step(a.ID)).Centre()
	w.Select(w.Page().Steps[0].ID, w.Page().Steps[1].ID)
	w.steps.Nudge(0, 40)
	if now := w.runs(c.ID); now[1].Y != y+140 {
		t.Errorf("both steps moved by 40, it runs %v", now)
	}
	w.Undo()
	w.Select(c.ID)
	w.Do("bends-more", "")
	if n := len(w.Page().Connector(c.ID).Pins); n != 2 {
		t.Errorf("%d pins, wanted one more and its neighbour", n)
	}
	w.Do("bends-less", "")
	w.Do("reset-route", "")
	if now := fmt.Sprint(w.runs(c.ID)); now != free || len(w.Page().Connector(c.ID).Pins) != 0 {
		t.Errorf("free it runs %s, before %s", now, free)
	}
	if mid != w.Page().StepRect(w.Page().Step(a.ID)).Centre() {
		t.Error("the step moved")
	}
	// A jog whose second part is dragged into line with the first is gone.
	w.Do("bends-more", "")
	pts = w.runs(c.ID)
	k := slices.IndexFunc(pts, func(q geom.Point) bool { return q.Y == y+24 })
	if k < 0 {
		t.Fatalf("no jog in %v", pts)
	}
	w.drag((pts[k].X+pts[k+1].X)/2, y+24, (pts[k].X+pts[k+1].X)/2, y+2)
	if now := w.runs(c.ID); len(now) != 2 {
		t.Errorf("in line it runs %v", now)
	}
}

func TestLabelsOnTheLine(t *testing.T) {
	w := open(t)
	_, _, c := w.two()
	for i, text := range []string{"logged", "by post", "late"} {
		w.Pointer(Pointer{Type: "double", X: []float64{280, 310, 530}[i], Y: 204, Zoom: 1})
		w.Accept(text)
	}
	ls := w.Page().Connector(c.ID).Labels
	if len(ls) != 3 || ls[0].Place != nil || ls[1].Place == nil || ls[2].Text != "late" {
		t.Fatalf("%+v", ls)
	}
	box := w.Sheet().Run(c.ID).Labels[2].Box
	m := box.Centre()
	w.drag(m.X, m.Y, m.X-80, m.Y+40)
	moved := w.Sheet().Run(c.ID).Labels[2].Box
	if moved.Centre().Dist(geom.Pt(m.X-80, m.Y+40)) > 1.5 {
		t.Errorf("dragged to %v, stands at %v", geom.Pt(m.X-80, m.Y+40), moved.Centre())
	}
	// An empty text takes the one away that was typed on.
	w.Pointer(Pointer{Type: "double", X: moved.CX(), Y: moved.CY(), Zoom: 1})
	w.Accept("")
	if ls := w.Page().Connector(c.ID).Labels; len(ls) != 2 || ls[1].Text != "by post" {
		t.Errorf("%+v", ls)
	}
	w.Do("labels-reset", "")
	if w.Page().Connector(c.ID).Labels[1].Place != nil {
		t.Error("the label was not let go")
	}
}

// What is rehearsed is not shown, changes nothing and comes to an end.
func TestRehearse(t *testing.T) {
	w := open(t)
	w.two()
	w.Update(true)
	before, n := w.json(), 0
	for ; w.Rehearse() && n < 4000; n++ {
		if u := w.Update(false); len(u.Patch)+len(u.Moved)+len(u.Drop) > 0 || u.Facts != nil {
			t.Fatalf("rehearsal %d is shown: %+v", n, u.Patch)
		}
	}
	if n != 400 || w.json() != before {
		t.Errorf("after %d rehearsals the chart is\n%s, was\n%s", n, w.json(), before)
	}
	at := w.centre(w.Page().Steps[0].ID)
	w.drag(at.X, at.Y, at.X+40, at.Y+40)
	if w.centre(w.Page().Steps[0].ID) == at {
		t.Error("after that nothing can be dragged")
	}
}

// Lines that stay make way all the same to a label that a hand puts on them, where the
// page says so.
func TestKeepOffLabels(t *testing.T) {
	w := open(t)
	_, _, c := w.two()
	d, e := w.put(symbol.Process, 200, 400, "Pack"), w.put(symbol.Process, 600, 400, "Ship")
	w.steps.Connect(d, e)
	other := w.Page().Connectors[1].ID
	w.Pointer(Pointer{Type: "double", X: 400, Y: 200, Zoom: 1})
	w.Accept("logged by hand")
	m := w.Sheet().Run(c.ID).Labels[0].Box.Centre()
	w.drag(m.X, m.Y, 400, 400)
	lies := func() bool {
		box, pts := w.Sheet().Run(c.ID).Labels[0].Box, w.runs(other)
		for k := 1; k < len(pts); k++ {
			if geom.SegmentIn(pts[k-1], pts[k], box) {
				return true
			}
		}
		return false
	}
	if !lies() {
		t.Fatal("the label is not on the other line")
	}
	w.Do("keep-off", "")
	if lies() {
		t.Error("asked to keep off labels, the line stays on one")
	}
	w.drag(w.Sheet().Run(c.ID).Labels[0].Box.CX(), w.Sheet().Run(c.ID).Labels[0].Box.CY(), 440, 404)
	if lies() {
		t.Error("a label is dragged onto a line, which stays")
	}
}

func TestPutIntoAndCloseGap(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	w.Do("label", "")
	w.Accept("yes")
	s := w.put(symbol.Process, 400, 400, "Call the lender")
	w.drag(400, 400, 400, 200)
	p := w.Page()
	if c := p.Connector(c.ID); c.From.Step != a.ID || c.To.Step != s.ID || c.Outcome() != "yes" {
		t.Errorf("in: %+v", c)
	}
	if on := p.Connectors[1]; on.From.Step != s.ID || on.To.Step != b.ID || len(on.Labels) != 0 {
		t.Errorf("on: %+v", on)
	}
	w.Update(true)
	w.Do("delete", "")
	u := w.Update(false)
	if len(u.Offers) == 0 || u.Offers[0].Do != "close-gap" || len(w.Page().Connectors) != 0 {
		t.Fatalf("offered: %+v", u.Offers)
	}
	w.Do(u.Offers[0].Do, u.Offers[0].Arg)
	if c := w.Page().Connectors; len(c) != 1 || c[0].From.Step != a.ID || c[0].To.Step != b.ID || c[0].Outcome() != "yes" {
		t.Errorf("the gap is closed by %+v", c)
	}
	// A step that is connected is not put into what it is dropped on.
	d := w.put(symbol.Process, 400, 500, "Note the call")
	e := w.put(symbol.Process, 700, 500, "Filed")
	w.steps.Connect(d, e)
	w.drag(400, 500, 400, 200)
	if n := len(w.Page().Connectors); n != 2 {
		t.Errorf("%d connectors", n)
	}
	// A symbol from the bench clicked onto a line stands in it.
	w.Do("undo", "")
	w.Do("hand", "process")
	w.press(400, 200)
	if n := len(w.Page().Connectors); n != 3 {
		t.Errorf("%d connectors after placing a step on a line", n)
	}
}

func TestGlueLoose(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	near := chart.End{X: 600 + 56 + 20, Y: 200} // 20 px off b
	w.Apply("loosen", chart.Part{Do: "line.set", Page: w.PageID(), ID: c.ID, To: &near})
	w.Apply("another", chart.Part{Do: "line.add", Page: w.PageID(), Line: &chart.Connector{ID: "far", From: chart.End{Step: a.ID}, To: chart.End{X: 900, Y: 700}, Meaning: chart.Flow}})
	ls := w.lines.LooseEnds()
	if len(ls) != 2 || ls[0].Step != b.ID || ls[0].Which != "to" || ls[1].Step != "" {
		t.Fatalf("%+v", ls)
	}
	w.Do("glue-loose", "")
	if got := w.Page().Connector(c.ID).To.Step; got != b.ID || w.Notice() == "" {
		t.Errorf("glued to %q, notice %q", got, w.Notice())
	}
	if ls := w.lines.LooseEnds(); len(ls) != 1 {
		t.Errorf("still loose: %+v", ls)
	}
}

func TestOwnPorts(t *testing.T) {
	w := open(t)
	a, b, _ := w.two()
	w.drag(160, 228, 640, 228, "alt") // from the lower edge of one to that of the other
	p := w.Page()
	c := p.Connectors[1]
	sa, sb := p.Step(a.ID), p.Step(b.ID)
	if len(sa.Ports) != 1 || len(sb.Ports) != 1 || c.From.Port != sa.Ports[0].Name || c.To.Port != sb.Ports[0].Name {
		t.Fatalf("ports %+v and %+v, connector %+v", sa.Ports, sb.Ports, c)
	}
	pts := w.runs(c.ID)
	if pts[0].X != 160 || pts[1].X != 160 || pts[1].Y <= pts[0].Y {
		t.Errorf("it runs %v", pts)
	}
	w.Select(a.ID)
	if why := needPorts(w.Editor); why == "" {
		t.Error("a port in use counts as spare")
	}
	w.Select(c.ID)
	w.Do("delete", "")
	w.Select(a.ID)
	w.Do("ports-clear", "")
	if len(w.Page().Step(a.ID).Ports) != 0 {
		t.Error("the port was not taken away")
	}
}

// What a drag shows is what the drop makes and what is there when the chart is opened
// again; other connectors stay where they are, and undo brings back what was.
func TestWaysStay(t *testing.T) {
	w := open(t)
	_, b, ab := w.two()
	c := w.put(symbol.Process, 600, 500, "Pack and ship")
	d := w.put(symbol.Process, 200, 500, "Note the call")
	w.steps.Connect(b, c)
	w.steps.Connect(c, d)
	all := func(e *Editor) string {
		out := ""
		for _, l := range e.Sheet().Lines {
			out += fmt.Sprintln(l.Line.ID, l.Points, l.Labels)
		}
		return out
	}
	start, far := all(w.Editor), fmt.Sprint(w.runs(ab.ID))
	at := w.centre(d.ID)
	w.Pointer(Pointer{Type: "down", X: at.X, Y: at.Y, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: at.X + 20, Y: at.Y + 90, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: at.X + 37, Y: at.Y + 130, Zoom: 1})
	dragged := all(w.Editor)
	w.Pointer(Pointer{Type: "up", X: at.X + 37, Y: at.Y + 130, Zoom: 1})
	if dropped := all(w.Editor); dropped != dragged || dropped == start {
		t.Errorf("dragged\n%s, dropped\n%s", dragged, dropped)
	}
	if now := fmt.Sprint(w.runs(ab.ID)); now != far {
		t.Errorf("a connector that nothing concerns went from %s to %s", far, now)
	}
	read, err := chart.Unmarshal([]byte(w.json()))
	if err != nil {
		t.Fatal(err)
	}
	if again := all(New(read, 0, "win2")); again != dragged {
		t.Errorf("opened again\n%s, dragged\n%s", again, dragged)
	}
	w.Undo()
	if undone := all(w.Editor); undone != start {
		t.Errorf("undone\n%s, was\n%s", undone, start)
	}
}

// Steps that are moved together take the connectors between them along. A connector that
// was led round a step comes back when it is asked to, and so do all of a page.
func TestWaysAnew(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	straight := fmt.Sprint(w.runs(c.ID))
	s := w.put(symbol.Process, 400, 700, "In between")
	w.Select(a.ID, b.ID)
	w.drag(200, 200, 200, 260)
	for k, q := range w.runs(c.ID) {
		if at := w.centre(a.ID).Y; q.Y != at || at == 200 {
			t.Errorf("moved with both steps to %v, point %d is %v", at, k, q)
		}
	}
	w.Undo()
	if now := fmt.Sprint(w.runs(c.ID)); now != straight {
		t.Errorf("it runs %s, not %s", now, straight)
	}
	// A way that was kept but is not what the router would find.
	odd := &chart.Way{From: "bottom", To: "bottom", Points: geom.Polyline{}}
	ra, rb := w.Sheet().Shape(a.ID).Rect, w.Sheet().Shape(b.ID).Rect
	for _, q := range []geom.Point{{X: ra.CX(), Y: ra.Bottom()}, {X: ra.CX(), Y: 400}, {X: rb.CX(), Y: 400}, {X: rb.CX(), Y: rb.Bottom()}} {
		odd.Points = append(odd.Points, geom.Pt(q.X, q.Y))
	}
	for _, do := range []string{"reset-route", "reroute"} {
		w.ApplyToPages("odd", chart.Part{Do: "line.ways", Page: w.PageID(), Ways: map[string]*chart.Way{c.ID: odd}})
		if now := w.runs(c.ID); len(now) != 4 {
			t.Fatalf("the way that was kept is not: %v", now)
		}
		w.drag(s.X+20, s.Y+20, s.X+60, s.Y+20) // far off
		if now := w.runs(c.ID); len(now) != 4 {
			t.Errorf("a step that moved far off changed it to %v", now)
		}
		w.Undo()
		w.Select(c.ID)
		w.Do(do, "")
		if now := fmt.Sprint(w.runs(c.ID)); now != straight {
			t.Errorf("%s: it runs %s, not %s", do, now, straight)
		}
	}
	w.Say("")
	w.Do("reset-route", "")
	if w.Notice() == "" {
		t.Error("asked twice, it does not say that it runs free")
	}
}

// FuzzLines pins, frees, adds and takes away bends, moves steps and labels, and
// undoes all of it.
func FuzzLines(f *testing.F) {
	for seed := range uint64(8) {
		f.Add(seed, 30)
	}
	f.Fuzz(func(t *testing.T, seed uint64, n int) {
		r := rand.New(rand.NewPCG(seed, 3))
		w := open(t)
		w.two()
		w.put(symbol.Decision, 400, 400, "Complete?")
		w.steps.Connect(w.Page().Steps[1], w.Page().Steps[2])
		w.steps.Connect(w.Page().Steps[2], w.Page().Steps[0])
		start := session.Quote(w.Chart())
		done := w.Undoable()
		for range min(max(n, 0), 60) {
			p := w.Page()
			c := p.Connectors[r.IntN(len(p.Connectors))]
			pts := w.runs(c.ID)
			k := r.IntN(len(pts) - 1)
			m := geom.Pt((pts[k].X+pts[k+1].X)/2, (pts[k].Y+pts[k+1].Y)/2)
			by := func() float64 { return float64(r.IntN(400) - 200) }
			w.Select(c.ID)
			switch r.IntN(9) {
			case 0, 1, 2:
				w.drag(m.X, m.Y, m.X+by(), m.Y+by())
			case 3:
				w.Do("bends-more", "")
			case 4:
				w.Do("bends-less", "")
			case 5:
				w.Do("reset-route", "")
			case 6:
				w.Do("reverse", "")
			case 7:
				w.Do("kind", lines.KindName(chart.Kinds[r.IntN(len(chart.Kinds))]))
			case 8:
				s := p.StepRect(p.Steps[r.IntN(len(p.Steps))]).Centre()
				w.drag(s.X, s.Y, s.X+by(), s.Y+by())
			}
			for _, l := range w.Sheet().Lines {
				for _, q := range l.Drawn() {
					if !geom.Finite(q.X, q.Y) || math.Abs(q.X) > 1e6 {
						t.Fatalf("%s runs through %v", l.Line.ID, q)
					}
				}
			}
		}
		for w.Undoable() > done {
			w.Undo()
		}
		if now := session.Quote(w.Chart()); now != start {
			t.Fatalf("undone it is\n%s\nwas\n%s", now, start)
		}
	})
}

// A step that is resized keeps its connectors at the middle of its sides and at its tips,
// where the step at the other end can take them.
func TestResizeKeepsTheMiddle(t *testing.T) {
	for _, kind := range []symbol.Kind{symbol.Decision, symbol.Process, symbol.Document} {
		w := open(t)
		left, s, right := w.put(symbol.Process, 160, 200, "A"), w.put(kind, 400, 200, "Whole"), w.put(symbol.Process, 660, 200, "B")
		below := w.put(symbol.Process, 400, 440, "C")
		for _, l := range [][2]*chart.Step{{left, s}, {s, right}, {s, below}} {
			w.steps.Connect(w.Page().Step(l[0].ID), w.Page().Step(l[1].ID))
		}
		w.Select(s.ID)
		c := corner(w.Sheet().Shape(s.ID).Rect, 2)
		w.drag(c.X, c.Y, c.X+32, c.Y+24)
		r := w.Sheet().Shape(s.ID).Rect
		for _, run := range w.Sheet().Lines {
			q := run.Points[0]
			if run.Line.To.Step == s.ID {
				q = run.Points[len(run.Points)-1]
			}
			if len(run.Points) != 2 || math.Abs(q.X-r.CX()) > 0.01 && math.Abs(q.Y-r.CY()) > 0.01 {
				t.Errorf("%s: %v, the step is %v", kind, run.Points, r)
			}
		}
	}
}
