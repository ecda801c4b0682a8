package arrange

import (
	"fmt"
	"slices"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// lanes3 is a page with three lanes of 130 px; a stands in the first, b and c in the second, d in the third.
func lanes3(t *testing.T) (*chart.Chart, *chart.Page) {
	t.Helper()
	c := chart.New("lanes")
	p := c.Pages[0]
	p.Frame = chart.Frame{X: 40, Y: 60, W: 1000}
	for _, id := range []string{"l1", "l2", "l3"} {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: id, Name: id, Size: 130})
	}
	for _, s := range []struct {
		id, lane string
		x, y     float64
	}{{"a", "l1", 100, 10}, {"b", "l2", 100, 10}, {"c", "l2", 400, 70}, {"d", "l3", 700, 60}} {
		p.Steps = append(p.Steps, &chart.Step{ID: s.id, Symbol: symbol.Process, Lane: s.lane, X: s.x, Y: s.y, W: 100, H: 50})
	}
	return c, p
}

func do(t *testing.T, c *chart.Chart, parts []chart.Part) {
	t.Helper()
	if len(parts) == 0 {
		t.Fatal("there is nothing to do")
	}
	if _, err := chart.Apply(c, chart.Command{Words: "test", Parts: parts}); err != nil {
		t.Fatal(err)
	}
}

// on tells where the steps stand on the page.
func on(p *chart.Page) map[string]geom.Rect {
	out := map[string]geom.Rect{}
	for _, s := range p.Steps {
		out[s.ID] = p.StepRect(s)
	}
	return out
}

// moved lists the steps that stand elsewhere, by how much.
func moved(was, now map[string]geom.Rect) string {
	var out []string
	for id, r := range was {
		if d := now[id].Centre().Sub(r.Centre()); d != (geom.Point{}) {
			out = append(out, fmt.Sprintf("%s %v,%v", id, d.X, d.Y))
		}
	}
	slices.Sort(out)
	return fmt.Sprint(out)
}

func order(p *chart.Page) (out string) {
	for _, l := range p.Lanes {
		out += l.ID + " "
	}
	return out
}

func TestLanesMoved(t *testing.T) {
	c, p := lanes3(t)
	was := on(p)
	do(t, c, LaneMoved(p, "l1", "l3"))
	if order(p) != "l2 l3 l1 " || moved(was, on(p)) != "[a 0,260 b 0,-130 c 0,-130 d 0,-130]" {
		t.Errorf("down: %s%s", order(p), moved(was, on(p)))
	}
	do(t, c, LaneMoved(p, "l1", "l2"))
	if order(p) != "l1 l2 l3 " || moved(was, on(p)) != "[]" {
		t.Errorf("and up again: %s%s", order(p), moved(was, on(p)))
	}
	if LaneMoved(p, "l1", "l1") != nil {
		t.Error("over itself it moves")
	}
}

// A lane is cut where no step is in the way, and steps stay where they stand; merged, it is one again.
func TestLanesSplitAndMerged(t *testing.T) {
	c, p := lanes3(t)
	p.Lane("l2").Size, p.Step("c").Y = 200, 140
	was := on(p)
	do(t, c, LaneSplit(p, p.Lane("l2"), &chart.Lane{ID: "l4", Name: "new"}))
	if order(p) != "l1 l2 l4 l3 " || moved(was, on(p)) != "[]" || p.Step("b").Lane != "l2" || p.Step("c").Lane != "l4" {
		t.Errorf("split: %s%s; b in %s, c in %s", order(p), moved(was, on(p)), p.Step("b").Lane, p.Step("c").Lane)
	}
	if sum := p.Lane("l2").Size + p.Lane("l4").Size; sum != 200 || p.Lane("l2").Size < 60 {
		t.Errorf("sizes %v and %v", p.Lane("l2").Size, p.Lane("l4").Size)
	}
	do(t, c, LaneMerged(p, p.Lane("l4"), p.Lane("l2")))
	if order(p) != "l1 l2 l3 " || moved(was, on(p)) != "[]" || p.Lane("l2").Size != 200 || p.Step("c").Lane != "l2" {
		t.Errorf("merged: %s%s, %v high", order(p), moved(was, on(p)), p.Lane("l2").Size)
	}
}

func TestLanesResized(t *testing.T) {
	c, p := lanes3(t)
	was := on(p)
	do(t, c, Resized(p, "l2", 180, false))
	if p.Lane("l2").Size != 180 || moved(was, on(p)) != "[d 0,50]" {
		t.Errorf("where it ends: %v, %s", p.Lane("l2").Size, moved(was, on(p)))
	}
	do(t, c, Resized(p, "l2", 20, false))
	if want := 70 + 50 + lanePad; p.Lane("l2").Size != want || Needs(p, p.Lane("l2"), 0) != want {
		t.Errorf("no smaller than its steps need: %v, not %v", p.Lane("l2").Size, want)
	}
	c, p = lanes3(t)
	do(t, c, Resized(p, "l2", 160, true)) // where it begins: the lane before it gives the room
	if p.Lane("l1").Size != 100 || p.Lane("l2").Size != 160 || moved(was, on(p)) != "[]" {
		t.Errorf("where it begins: %v and %v, %s", p.Lane("l1").Size, p.Lane("l2").Size, moved(was, on(p)))
	}
	do(t, c, Resized(p, "l1", 120, true)) // the first one takes it from the page
	if p.Frame.Y != 40 || p.Lane("l1").Size != 120 || moved(was, on(p)) != "[]" {
		t.Errorf("the first: frame at %v, %v high, %s", p.Frame.Y, p.Lane("l1").Size, moved(was, on(p)))
	}
}

func TestLanesShrunk(t *testing.T) {
	c, p := lanes3(t)
	p.Lane("l2").Size = 400
	p.Lanes = append(p.Lanes, &chart.Lane{ID: "l4", Name: "empty", Size: 200})
	do(t, c, Shrunk(p, p.Lanes))
	for id, want := range map[string]float64{"l1": 50 + 2*shrunkPad, "l2": 110 + 2*shrunkPad, "l3": 50 + 2*shrunkPad, "l4": emptyLane} {
		if got := p.Lane(id).Size; got != want {
			t.Errorf("%s is %v, not %v", id, got, want)
		}
	}
	if a, b, c := p.Step("a").Y, p.Step("b").Y, p.Step("c").Y; a != shrunkPad || b != shrunkPad || c != b+60 {
		t.Errorf("steps stand at %v, %v and %v in their lanes", a, b, c)
	}
	if len(Shrunk(p, p.Lanes)) != 0 {
		t.Error("shrunk again they become smaller")
	}
}

// stages3 are three stages of 300 px on the page; each has a step.
func stages3(t *testing.T) (*chart.Chart, *chart.Page) {
	t.Helper()
	c, p := lanes3(t)
	for _, id := range []string{"s1", "s2", "s3"} {
		p.Stages = append(p.Stages, &chart.Stage{ID: id, Name: id, Size: 300})
	}
	for id, want := range map[string]string{"a": "s1", "b": "s1", "c": "s2", "d": "s3"} {
		if s := p.StageOf(p.Step(id)); s == nil || s.ID != want {
			t.Fatalf("%s stands in %v, not %s", id, s, want)
		}
	}
	return c, p
}

func TestStages(t *testing.T) {
	c, p := stages3(t)
	was := on(p)
	stage := func(id string) string { return p.StageOf(p.Step(id)).ID }
	do(t, c, StageMoved(p, "s1", 1))
	if p.Stages[0].ID != "s2" || stage("a") != "s1" || stage("c") != "s2" || on(p)["c"].X != was["c"].X-300 || on(p)["d"] != was["d"] {
		t.Errorf("moved: %s first, a in %s, c in %s; %s", p.Stages[0].ID, stage("a"), stage("c"), moved(was, on(p)))
	}
	// The last stage, which has what is left of the lanes, comes before others as long as its steps need.
	c, p = stages3(t)
	p.Step("d").X = 880
	do(t, c, StageMoved(p, "s3", -2))
	if got := p.Stages[0]; got.ID != "s3" || got.Size < on(p)["d"].Right()+lanePad-stageStart(p, got) || stage("d") != "s3" || stage("a") != "s1" {
		t.Errorf("the last one: %s is first, %v long, d in %s at %v", got.ID, got.Size, stage("d"), on(p)["d"])
	}
	_, p = stages3(t)
	if StageMoved(p, "s1", -1) != nil {
		t.Error("before the first there is a place")
	}

	c, p = stages3(t)
	do(t, c, StageAdded(p, &chart.Stage{ID: "s4", Name: "new", Size: 200}, 1))
	if moved(was, on(p)) != "[c 200,0 d 200,0]" || stage("c") != "s2" || stage("a") != "s1" {
		t.Errorf("put in: %s, c in %s", moved(was, on(p)), stage("c"))
	}
	do(t, c, StageDropped(p, "s4"))
	if p.Stages[0].Size != 500 || moved(was, on(p)) != "[c 200,0 d 200,0]" {
		t.Errorf("taken away: the first is %v, %s", p.Stages[0].Size, moved(was, on(p)))
	}
	do(t, c, Resized(p, "s1", 300, false))
	if p.Stages[0].Size != 300 || moved(was, on(p)) != "[]" {
		t.Errorf("made smaller: the first is %v, %s", p.Stages[0].Size, moved(was, on(p)))
	}

	_, p = stages3(t)
	p.Stages = nil
	sizes := StagesShared(p, 3)
	at := p.Frame.X + p.Heads()
	for _, size := range sizes[:2] {
		at += size
		for id, r := range on(p) {
			if r.X-lanePad < at && at < r.Right()+lanePad {
				t.Errorf("a border at %v goes through %s, %v", at, id, r)
			}
		}
	}
	if len(sizes) != 3 {
		t.Errorf("%d stages", len(sizes))
	}
}

// A step that is put into a stage makes that longer, and the later ones go along.
func TestWithinStage(t *testing.T) {
	c, p := stages3(t)
	was := on(p)
	put := chart.Place{ID: "b", Lane: "l2", X: 270, Y: 10, W: 100, H: 50}
	places, parts := WithinStage(p, put, p.Stage("s1"), nil)
	do(t, c, append(parts, chart.Part{Do: "step.place", Page: p.ID, Places: append(places, put)}))
	end := p.StepRect(p.Step("b")).Right() + lanePad
	grown := p.Stages[0].Size - 300
	if grown <= 0 || stageStart(p, p.Stages[1]) < end || on(p)["c"].X != was["c"].X+grown || on(p)["a"] != was["a"] {
		t.Errorf("it has grown by %v, ends at %v; the step ends at %v; %s", grown, stageStart(p, p.Stages[1]), end, moved(was, on(p)))
	}
}

// Turned twice, all stands where it stood.
func TestTurned(t *testing.T) {
	c, p := lanes3(t)
	bent := &chart.Connector{ID: "k1", From: chart.End{Step: "a", Port: "right"}, To: chart.End{Step: "c", Port: "left"}, Meaning: chart.Flow, Pins: []chart.Pin{{Upright: true, At: 300}}}
	loose := &chart.Connector{ID: "k2", From: chart.End{Step: "c"}, To: chart.End{X: 660, Y: 250}, Meaning: chart.Flow}
	p.Connectors = append(p.Connectors, bent, loose)
	ways := func() string { return fmt.Sprint(*bent, *loose) }
	was, ran := on(p), ways()
	do(t, c, Turned(p))
	if bent.From.Port != "bottom" || bent.To.Port != "top" || bent.Pins[0].Upright {
		t.Errorf("a connector that held right and left, bent upright between, runs %+v", bent)
	}
	if q := geom.Pt(loose.To.X, loose.To.Y); !p.LaneRect(p.Lane("l2")).Contains(q) || q.Y < on(p)["c"].Bottom() {
		t.Errorf("a loose end behind c in its lane is at %v, c at %v", q, on(p)["c"])
	}
	if !p.Down || moved(was, on(p)) == "[]" {
		t.Fatalf("down %v, %s", p.Down, moved(was, on(p)))
	}
	all := on(p)
	for id, r := range all {
		lane := p.LaneRect(p.Lane(p.Step(id).Lane))
		if !r.Inside(lane) {
			t.Errorf("%s at %v is outside of its lane, %v", id, r, lane)
		}
		for other, o := range all {
			if id != other && r.Overlaps(o) {
				t.Errorf("%s stands on %s", id, other)
			}
		}
	}
	if !(all["c"].Y > all["b"].Y && all["d"].Y > all["c"].Y && all["d"].X > all["a"].X) {
		t.Errorf("the order along the flow is another one: %v", all)
	}
	do(t, c, Turned(p))
	if p.Down || moved(was, on(p)) != "[]" || ways() != ran {
		t.Errorf("turned back: down %v, %s; %s, not %s", p.Down, moved(was, on(p)), ways(), ran)
	}
}
