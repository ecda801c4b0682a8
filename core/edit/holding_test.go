package edit

import (
	"math/rand/v2"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// grouped is a page with three steps in a row and a shape below, at places that overlap nothing.
func grouped(t *testing.T) (w *window, ids []string) {
	t.Helper()
	c := chart.New("Groups")
	p := c.Pages[0]
	for i, k := range []symbol.Kind{symbol.Process, symbol.Process, symbol.Decision, symbol.Ellipse} {
		info, _ := symbol.Of(k)
		id := string(rune('a' + i))
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: k, X: 80 + 200*float64(i), Y: 200, W: info.W, H: info.H, Text: "Step " + id})
		ids = append(ids, id)
	}
	return &window{t, New(c, 0, "win1")}, ids
}

func (w *window) picks(ids ...string) {
	w.Select()
	for _, id := range ids {
		w.steps.SelectHeld(id, true)
	}
}

// press presses and lets go at the middle of a step.
func (w *window) pressOn(id string) {
	q := w.Sheet().Shape(id).Rect.Centre()
	w.Pointer(Pointer{Type: "down", X: q.X, Y: q.Y, Zoom: 1})
	w.Pointer(Pointer{Type: "up", X: q.X, Y: q.Y, Zoom: 1})
}

func (w *window) chosen() string {
	var out []string
	for _, s := range w.Steps() {
		out = append(out, s.ID)
	}
	return strings.Join(out, "")
}

// A press selects the outermost group, the next ones go into it; groups stand in each other, are named,
// and let go one by one.
func TestGroups(t *testing.T) {
	w, ids := grouped(t)
	w.picks("a", "b")
	w.Do("group", "")
	w.picks("a", "c")
	if got := w.chosen(); got != "abc" {
		t.Fatalf("with a and c are selected %s", got)
	}
	w.Do("group", "")
	for _, s := range w.Page().Steps {
		if want := map[string]int{"a": 2, "b": 2, "c": 1, "d": 0}[s.ID]; len(s.Held) != want {
			t.Errorf("%s is held %d deep, want %d", s.ID, len(s.Held), want)
		}
	}
	w.Do("group", "")
	if w.Notice() != say.OneGroup {
		t.Errorf("a group of one group: %q", w.Notice())
	}
	w.Select()
	for i, want := range []string{"abc", "ab", "a", "a"} {
		if w.pressOn("a"); w.chosen() != want {
			t.Errorf("press %d on a selects %s, want %s", i+1, w.chosen(), want)
		}
	}
	if w.pressOn("b"); w.chosen() != "b" { // the hand is in the group still
		t.Errorf("in the group b selects %s", w.chosen())
	}
	if w.pressOn("d"); w.chosen() != "d" {
		t.Errorf("d selects %s", w.chosen())
	}
	w.pressOn("b")
	w.Do("group-name", "  Pack   it ")
	if f := w.Facts(); f.Title != "Pack it (3 steps)" || len(f.Hold.Groups) != 2 || !f.Hold.Groups[0].On || f.Hold.Groups[1].Level != 1 {
		t.Errorf("%q, %+v", f.Title, f.Hold)
	}
	w.Do("group-pick", w.Facts().Hold.Groups[1].ID)
	if w.chosen() != "ab" {
		t.Errorf("the inner group is %s", w.chosen())
	}
	w.pressOn("d")
	w.pressOn("c")
	w.Do("ungroup", "")
	if len(w.Page().Step("c").Held) != 0 || len(w.Page().Step("a").Held) != 1 {
		t.Errorf("ungrouped: %+v", w.Page().Step("a").Held)
	}
	for range 4 {
		w.Undo()
	}
	for _, id := range ids {
		if len(w.Page().Step(id).Held) != 0 {
			t.Errorf("%s is held after undo", id)
		}
	}
}

// A group moves, aligns and is copied as one: what is in it keeps its places to each other.
func TestGroupsAsOne(t *testing.T) {
	w, _ := grouped(t)
	w.Do("select", "b")
	w.Do("step-size", `{"what":"h","value":"30 mm"}`)
	w.picks("a", "b")
	w.steps.Nudge(0, 120)
	w.Do("group", "")
	at := func(id string) geom.Rect { return w.Page().StepRect(w.Page().Step(id)) }
	gap := func(a, b string) geom.Point { return at(b).Centre().Sub(at(a).Centre()) }
	was := gap("a", "b")
	w.picks("a", "c", "d")
	w.Do("align-top", "")
	if gap("a", "b") != was {
		t.Errorf("aligned: b is %v off a, was %v", gap("a", "b"), was)
	}
	if top := min(at("a").Y, at("b").Y); top != at("c").Y || top != at("d").Y {
		t.Errorf("tops: %v %v %v", top, at("c").Y, at("d").Y)
	}
	w.picks("a")
	w.Do("duplicate", "")
	copies := w.Steps()
	if len(copies) != 2 || copies[0].Held[0] != copies[1].Held[0] || copies[0].Held[0].ID == w.Page().Step("a").Held[0].ID {
		t.Fatalf("copied: %+v", copies)
	}
	if gap(copies[0].ID, copies[1].ID) != was {
		t.Errorf("the copies are %v off each other, were %v", gap(copies[0].ID, copies[1].ID), was)
	}
	// Of one group alone what is in it is aligned.
	w.picks("a")
	w.Do("align-top", "")
	if at("a").Y != at("b").Y {
		t.Errorf("within the group: tops %v and %v", at("a").Y, at("b").Y)
	}
	// Dragged by one of them, all move.
	q, before := at("b").Centre(), at("a")
	w.Pointer(Pointer{Type: "down", X: q.X, Y: q.Y, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: q.X + 3, Y: q.Y + 200, Zoom: 1})
	w.Pointer(Pointer{Type: "up", X: q.X + 3, Y: q.Y + 200, Zoom: 1})
	if at("a").Y-before.Y < 150 || at("a").Y != at("b").Y {
		t.Errorf("dragged: a from %v to %v, b at %v", before, at("a"), at("b"))
	}
}

// What is locked is not changed by hand: by keys, drags, typing, looks, another symbol or deleting; a drag from
// it frames. What else is selected is changed.
func TestLock(t *testing.T) {
	w, _ := grouped(t)
	w.picks("a")
	w.Do("lock", "")
	if f := w.Facts(); !strings.Contains(strings.Join(f.On, " "), "lock") {
		t.Error("the lock is not shown as on")
	}
	was := *w.Page().Step("a")
	w.picks("a", "b")
	for _, c := range []struct {
		name string
		do   func()
	}{
		{"key", func() { w.Key("ArrowRight", false, false, false) }}, {"align", func() { w.Do("align-left", "") }}, {"same", func() { w.Do("same-size", "") }},
		{"size", func() { w.Do("step-size", `{"what":"w","value":"50 mm"}`) }}, {"look", func() { w.Do("emphasise", "") }},
		{"symbol", func() { w.Do("change-symbol", "document") }}, {"row", func() { w.Do("row-text", `{"id":"a","text":"Other"}`) }},
		{"type", func() { w.text.OnStep("a") }}, {"order", func() { w.Do("stack-front", "") }}, {"delete", func() { w.Do("delete", "") }},
	} {
		w.Say("")
		c.do()
		now := w.Page().Step("a")
		if now == nil || now.X != was.X || now.W != was.W || now.Symbol != was.Symbol || now.Look != was.Look || now.Text != was.Text || now.Front != was.Front || w.text.Now() != nil {
			t.Fatalf("%s changed it: %+v", c.name, now)
		}
		if !strings.Contains(w.Notice(), "locked") {
			t.Errorf("%s says %q", c.name, w.Notice())
		}
	}
	if w.Page().Step("b") != nil {
		t.Error("what is not locked was not deleted")
	}
	q := w.Sheet().Shape("a").Rect.Centre()
	w.Select()
	w.Pointer(Pointer{Type: "move", X: q.X, Y: q.Y, Zoom: 1})
	if w.hand.Cursor() != "default" {
		t.Errorf("over it the pointer is %s", w.hand.Cursor())
	}
	w.Pointer(Pointer{Type: "down", X: q.X, Y: q.Y, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: 1000, Y: 400, Zoom: 1})
	if w.hand.Cursor() != "crosshair" {
		t.Errorf("a drag from it is no frame: the pointer is %s", w.hand.Cursor())
	}
	w.Pointer(Pointer{Type: "up", X: 1000, Y: 400, Zoom: 1})
	// Laying out asks first.
	before := w.json()
	w.Do("layout", "")
	if w.json() != before || w.Offers() == nil || !strings.Contains(w.Notice(), "1 step is locked") {
		t.Errorf("laying out a page with a locked step: %q", w.Notice())
	}
	w.Do(w.Offers()[0].Do, w.Offers()[0].Arg)
	if w.json() == before {
		t.Error("all the same, nothing is laid out")
	}
	w.Undo()
	w.picks("a")
	w.Do("lock", "")
	w.Do("delete", "")
	if w.Page().Step("a") != nil {
		t.Error("unlocked it cannot be deleted")
	}
}

// A shape placed around steps, or sent behind all, is a ground: it reaches beyond its lane, lines run over it as
// if it were not there, steps keep their places, layout leaves it, a press takes what lies on it, and it goes
// along with its lane. In front again it stands inside a lane.
func TestGround(t *testing.T) {
	c := benchChart(30)
	w := &window{t, New(c, 0, "win1")}
	p := w.Page()
	ways := func() string {
		var b strings.Builder
		for _, r := range w.Sheet().Lines {
			b.WriteString(r.Line.ID + session.Quote(r.Points))
		}
		return b.String()
	}
	before := ways()
	w.Do("hand", string(symbol.Box))
	a, z := w.Sheet().Steps[3].Rect, w.Sheet().Steps[8].Rect
	around := a.Union(z).Grow(30)
	w.hand.PlaceSymbol(around)
	box := w.Only()
	if box == nil || !box.Behind() || w.Sheet().Shape(box.ID).Rect != around || w.Sheet().Drawn()[0] != len(p.Steps)-1 {
		t.Fatalf("placed around steps: %+v, drawn %v", box, w.Sheet().Drawn())
	}
	if ways() != before {
		t.Error("connectors run another way")
	}
	if q := a.Centre(); w.Sheet().StepAt(q).Step.ID != p.Steps[3].ID || w.Sheet().GroundAt(q).Step != box {
		t.Error("the step on it is not on top")
	}
	at := session.Quote(w.Sheet().Shape(box.ID).Rect)
	w.Do("layout", "")
	if got := session.Quote(w.Sheet().Shape(box.ID).Rect); got != at {
		t.Errorf("laid out, it is at %s, was at %s", got, at)
	}
	w.Undo()
	heights := session.Quote(p.Lanes)
	w.Select()
	w.SelectBand(p.Lanes[0].ID)
	w.Do("lane-above", "")
	if d := w.Sheet().Shape(box.ID).Rect.Y - around.Y; d < 20 || d != w.Sheet().Shape(p.Steps[3].ID).Rect.Y-a.Y {
		t.Errorf("with a lane more it went %v down", d)
	}
	w.Undo()
	if session.Quote(p.Lanes) != heights {
		t.Error("lanes grew for a ground")
	}
	w.Select(box.ID)
	w.Do("stack-front", "")
	if box.Behind() || !w.Sheet().Shape(box.ID).Rect.Inside(p.LaneRect(p.Lane(box.Lane))) {
		t.Errorf("in front: %+v", box)
	}
	w.Do("stack-back", "")
	if !box.Behind() {
		t.Errorf("behind all: %+v", box)
	}
	// Made a step of the work, it stands inside a lane.
	for _, become := range []func(){
		func() { w.Select(box.ID); w.Do("change-symbol", "process") },
		func() { w.row("row-text", box.ID, "Do it [process]") },
	} {
		become()
		if r := p.StepRect(box); box.Behind() || box.Symbol != symbol.Process || !r.Inside(p.LaneRect(p.Lane(box.Lane)).Grow(0.1)) {
			t.Errorf("as a process it is %+v at %v", box, r)
		}
		w.Undo()
	}
	// A step of the work goes behind others, and is no ground.
	w.Select(p.Steps[3].ID)
	w.Do("stack-back", "")
	if s := p.Steps[3]; s.Front >= 0 || s.Behind() || s.Lane == "" {
		t.Errorf("a step behind all: %+v", s)
	}
}

// What stands beside the work is not put into a connector that it is placed on or dragged over.
func TestBesideIsNotPutIn(t *testing.T) {
	w := open(t)
	a, b := w.put(symbol.Process, 200, 200, "a"), w.put(symbol.Process, 600, 200, "b")
	w.picks(a.ID, b.ID)
	w.Do("chain", "")
	for _, k := range []symbol.Kind{symbol.Callout, symbol.Annotation, symbol.Text} {
		s := w.put(k, 400, 200, "look")
		w.drag(400, 200, 400, 300)
		w.drag(400, 300, 404, 200)
		if n := len(w.Page().Connectors); n != 1 {
			t.Fatalf("with a %s there are %d connectors", k, n)
		}
		w.Select(s.ID)
		w.Do("delete", "")
	}
}

// Forward and backward change places with the next thing that shares a place, and with nothing else.
func TestStacking(t *testing.T) {
	w, _ := grouped(t)
	over := func() string {
		var b strings.Builder
		for _, i := range w.Sheet().Drawn() {
			b.WriteString(w.Sheet().Steps[i].Step.ID)
		}
		return b.String()
	}
	w.picks("a")
	w.Do("stack-forward", "")
	if over() != "abcd" || w.Notice() != say.Stacked {
		t.Errorf("with nothing there: %s, %q", over(), w.Notice())
	}
	w.steps.Nudge(150, 0) // over b
	w.steps.Nudge(50, 0)
	if w.Do("stack-forward", ""); over() != "bcda" { // c and d lie elsewhere
		t.Errorf("forward: %s", over())
	}
	if w.Do("stack-backward", ""); over() != "abcd" {
		t.Errorf("backward: %s", over())
	}
	if w.Do("stack-front", ""); over() != "bcda" {
		t.Errorf("in front of all: %s", over())
	}
	w.picks("c", "b")
	if w.Do("stack-front", ""); over() != "dabc" {
		t.Errorf("two in front: %s", over())
	}
	u := w.Update(false)
	if strings.Join(u.Order, "") != "dabc" {
		t.Errorf("the browser is told %v", u.Order)
	}
	if u = w.Update(false); u.Order != nil {
		t.Errorf("and again %v", u.Order)
	}
}

// 25 runs of 60 random commands, more with SOAK: groups nest (each is within another or apart from it), steps
// stand inside of their lanes and grounds need not, what is locked stays; undone, the chart has the same bytes.
func TestRandomHolding(t *testing.T) {
	for seed := range runs(25, 1000) {
		r := rand.New(rand.NewPCG(seed, 5))
		w := &window{t, New(benchChart(12), 0, "win1")}
		p := w.Page()
		w.Do("hand", string(symbol.Box))
		w.hand.PlaceSymbol(w.Sheet().Steps[0].Rect.Union(w.Sheet().Steps[4].Rect).Grow(20))
		first, undone := w.json(), w.Undoable()
		names := []string{"group", "ungroup", "lock", "stack-front", "stack-forward", "stack-backward", "stack-back", "duplicate", "align-left", "delete", "distribute-down"}
		for range 60 {
			w.Select()
			for range 1 + r.IntN(3) {
				if n := len(p.Steps); n > 0 && r.IntN(4) == 0 { // as in the list, one of a group
					w.Pick(p.Steps[r.IntN(n)].ID)
				} else if n > 0 {
					w.steps.SelectHeld(p.Steps[r.IntN(n)].ID, true)
				}
			}
			locked := map[string]string{}
			for _, s := range p.Steps {
				if s.Locked {
					locked[s.ID] = session.Quote(chart.PlaceOf(s)) + s.Text
				}
			}
			name := names[r.IntN(len(names))]
			w.Do(name, "")
			in := map[string]map[string]bool{}
			for _, s := range p.Steps {
				if l := p.Lane(s.Lane); l == nil || !s.Behind() && !p.StepRect(s).Inside(p.LaneRect(l).Grow(0.1)) {
					t.Fatalf("seed %d, %s: %s behind %v in lane %q at %v", seed, name, s.ID, s.Behind(), s.Lane, p.StepRect(s))
				}
				for i, h := range s.Held {
					if in[h.ID] == nil {
						in[h.ID] = map[string]bool{}
					}
					for _, o := range s.Held[:i] {
						in[h.ID][o.ID] = true
					}
				}
			}
			for _, s := range p.Steps {
				for i, h := range s.Held {
					if len(in[h.ID]) != i {
						t.Fatalf("seed %d, %s: %s is held by %s within %v, another of its steps within others", seed, name, s.ID, h.ID, s.Held[:i])
					}
				}
			}
			for id, was := range locked {
				if s := p.Step(id); s == nil || session.Quote(chart.PlaceOf(s))+s.Text != was {
					t.Fatalf("seed %d, %s: the locked %s was %s, is %+v", seed, name, id, was, s)
				}
			}
		}
		for w.Undoable() > undone {
			w.Undo()
		}
		if w.json() != first {
			t.Fatalf("seed %d: undone, it is another chart", seed)
		}
	}
}
