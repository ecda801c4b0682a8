package arrange

import (
	"math"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

var three = []Box{
	{"a", geom.Rect{X: 0, Y: 0, W: 100, H: 50}},
	{"b", geom.Rect{X: 150, Y: 40, W: 60, H: 80}},
	{"c", geom.Rect{X: 400, Y: 10, W: 100, H: 50}},
}

func TestAlign(t *testing.T) {
	for _, c := range []struct {
		edge Edge
		want [3]geom.Point // corners
	}{
		{Left, [3]geom.Point{{X: 0, Y: 0}, {X: 0, Y: 40}, {X: 0, Y: 10}}},
		{Right, [3]geom.Point{{X: 400, Y: 0}, {X: 440, Y: 40}, {X: 400, Y: 10}}},
		{Centre, [3]geom.Point{{X: 200, Y: 0}, {X: 220, Y: 40}, {X: 200, Y: 10}}},
		{Top, [3]geom.Point{{X: 0, Y: 0}, {X: 150, Y: 0}, {X: 400, Y: 0}}},
		{Bottom, [3]geom.Point{{X: 0, Y: 70}, {X: 150, Y: 40}, {X: 400, Y: 70}}},
		{Middle, [3]geom.Point{{X: 0, Y: 35}, {X: 150, Y: 20}, {X: 400, Y: 35}}},
	} {
		bs := Align(three, c.edge, Around(three))
		for i, b := range three {
			if b = bs[i]; b.ID != three[i].ID {
				t.Fatalf("%s: %s comes as number %d", c.edge, b.ID, i)
			}
			if got := (geom.Point{X: b.Rect.X, Y: b.Rect.Y}); got != c.want[i] {
				t.Errorf("%s: %s at %v, want %v", c.edge, b.ID, got, c.want[i])
			}
		}
	}
}

func TestDistributeAndSameSize(t *testing.T) {
	d := Distribute(three, true) // 500 wide, 260 taken: gaps of 120
	if d[1].Rect.X != 220 || d[0].Rect.X != 0 || d[2].Rect.X != 400 {
		t.Errorf("across: %v", d)
	}
	for _, b := range SameSize(three, true, true) {
		if b.Rect.W != 100 || b.Rect.H != 80 {
			t.Errorf("size %v", b)
		}
	}
	if b := SameSize(three, true, true)[1]; b.Rect.Centre() != three[1].Rect.Centre() {
		t.Error("same size moved a middle")
	}
}

func TestSnap(t *testing.T) {
	others := []geom.Rect{{X: 100, Y: 100, W: 100, H: 50}, {X: 240, Y: 100, W: 100, H: 50}}
	// Nearly below the first: to its middle.
	dx, _, g := Snap(geom.Rect{X: 103, Y: 300, W: 100, H: 50}, Field{Others: others, Grid: Grid}, 7)
	if dx != -3 || len(g) == 0 || !g[0].Upright || g[0].At != 150 {
		t.Errorf("middle: %v %v", dx, g)
	}
	// In the row, nearly as far from the second as that from the first.
	dx, dy, g := Snap(geom.Rect{X: 384, Y: 102, W: 100, H: 50}, Field{Others: others, Grid: Grid}, 7)
	if dx != -4 || dy != -2 {
		t.Errorf("gap: %v %v %v", dx, dy, g)
	}
	gap := 0.0
	for _, l := range g {
		gap = math.Max(gap, l.Size)
	}
	if gap != 40 {
		t.Errorf("the gap written is %v", gap)
	}
	// Nothing near: the grid.
	dx, dy, g = Snap(geom.Rect{X: 1003, Y: 905, W: 100, H: 50}, Field{Others: others, Grid: Grid}, 7)
	if math.Mod(1003+dx, Grid) != 0 || math.Mod(905+dy, Grid) != 0 || len(g) != 0 {
		t.Errorf("grid: %v %v %v", dx, dy, g)
	}
}

func laned() *chart.Page {
	p := chart.NewPage("p")
	p.Lanes = []*chart.Lane{{ID: "a", Size: 100}, {ID: "b", Size: 100}}
	return p
}

func TestSettle(t *testing.T) {
	p := laned() // lanes from y = 50
	for _, c := range []struct {
		y    float64
		lane string
		at   float64
	}{
		{70, "a", 20}, {-500, "a", 6}, {130, "b", 6}, {120, "a", 44}, {180, "b", 30}, {900, "b", 44},
	} {
		if pl := Settle(p, "s", geom.Rect{X: 300, Y: c.y, W: 100, H: 50}); pl.Lane != c.lane || pl.Y != c.at {
			t.Errorf("y %v: in %s at %v, want %s at %v", c.y, pl.Lane, pl.Y, c.lane, c.at)
		}
	}
	if pl := Settle(p, "s", geom.Rect{X: -50, Y: 60, W: 100, H: 50}); pl.X < p.Frame.X+chart.LaneHead {
		t.Errorf("a step stands on the lane's head, at %v", pl.X)
	}
}

func TestRoom(t *testing.T) {
	c := &chart.Chart{Pages: []*chart.Page{laned()}}
	p := c.Pages[0]
	p.Steps = []*chart.Step{{ID: "s", Symbol: symbol.Process, Lane: "a", X: 1500, Y: 6, W: 100, H: 150}}
	if _, err := chart.Apply(c, chart.Command{Parts: Room(p)}); err != nil {
		t.Fatal(err)
	}
	if r := p.LaneRect(p.Lanes[0]); !p.StepRect(p.Steps[0]).Inside(r) {
		t.Errorf("the lane %v does not hold its step %v", r, p.StepRect(p.Steps[0]))
	}
	if r := math.Abs(p.W/p.H - chart.SheetW/chart.SheetH); r > 0.01 || p.W < p.Frame.X+p.Frame.W {
		t.Errorf("the sheet is %v x %v", p.W, p.H)
	}
	if more := Room(p); len(more) != 0 {
		t.Errorf("there is still no room: %v", more)
	}
}

func TestFree(t *testing.T) {
	want := geom.Rect{X: 100, Y: 100, W: 100, H: 50}
	if got := Free(chart.NewPage("p"), want, nil, nil, 24); got != want {
		t.Errorf("an empty page: %v", got)
	}
	others := []geom.Rect{want}
	got := Free(chart.NewPage("p"), want, others, nil, 24)
	if got.Grow(23).Overlaps(want) {
		t.Errorf("%v is too near", got)
	}
}

func onPage(rects ...geom.Rect) *chart.Page {
	p := chart.NewPage("p")
	for i, r := range rects {
		p.Steps = append(p.Steps, &chart.Step{ID: string(rune('a' + i)), Symbol: symbol.Process, X: r.X, Y: r.Y, W: r.W, H: r.H})
		if i > 0 {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: string(rune('p' + i)), From: chart.End{Step: p.Steps[i-1].ID}, To: chart.End{Step: p.Steps[i].ID}, Meaning: chart.Flow})
		}
	}
	return p
}

// Three in a row brought to one left edge stand below each other, in their order; what is
// not moved keeps its place and is kept off.
func TestSpread(t *testing.T) {
	p := onPage(geom.Rect{X: 0, Y: 100, W: 100, H: 50}, geom.Rect{X: 200, Y: 100, W: 100, H: 50}, geom.Rect{X: 400, Y: 100, W: 100, H: 50}, geom.Rect{X: 20, Y: 160, W: 60, H: 20})
	var want []chart.Place
	for _, s := range p.Steps[:3] {
		pl := chart.PlaceOf(s)
		pl.X = 0
		want = append(want, pl)
	}
	got := Spread(p, want, false)
	for i, y := range []float64{100, 150 + Gap, 200 + 2*Gap} {
		if got[i].ID != p.Steps[i].ID || got[i].X != 0 || got[i].Y != y {
			t.Errorf("%d: %+v, want y %v", i, got[i], y)
		}
	}
}

// What follows a step that grows moves along and keeps its gap; what does not follow
// stays, unless it would be touched.
func TestGrown(t *testing.T) {
	p := onPage(geom.Rect{X: 0, Y: 0, W: 100, H: 50}, geom.Rect{X: 0, Y: 98, W: 100, H: 50}, geom.Rect{X: 0, Y: 196, W: 100, H: 50})
	p.Steps = append(p.Steps, &chart.Step{ID: "x", Symbol: symbol.Process, X: 300, Y: 98, W: 100, H: 50})
	was, now := p.StepRect(p.Steps[0]), geom.Rect{X: -20, Y: 0, W: 140, H: 80}
	box, moved := Grown(p, "a", "", was, now, false)
	if box != now || len(moved) != 2 || moved[0].ID != "b" || moved[0].Y != 128 || moved[1].Y != 226 {
		t.Errorf("%v, moved %+v", box, moved)
	}
	// Sideways it goes off what stands at its left.
	p.Steps[3].X, p.Steps[3].Y = -110, 10
	if box, _ := Grown(p, "a", "", was, now, false); box.X != -2 {
		t.Errorf("beside a neighbour it stands at %v", box)
	}
}

func TestBeside(t *testing.T) {
	bare, inLanes := chart.NewPage("p"), chart.NewPage("p")
	inLanes.Lanes = []*chart.Lane{{ID: "l", Size: 200}}
	one := geom.Rect{X: 100, Y: 100, W: 100, H: 50}
	dx, dy := Beside(bare, []geom.Rect{one}, []geom.Rect{one}, nil, 24)
	if dx != 0 || dy < 74 || dy > 90 {
		t.Errorf("moved by %v, %v", dx, dy)
	}
	dx, dy = Beside(inLanes, []geom.Rect{one}, []geom.Rect{one}, nil, 24)
	if dx < 124 || dx > 140 || dy != 0 {
		t.Errorf("in lanes moved by %v, %v", dx, dy)
	}
	line := geom.Rect{X: 100, Y: 200, W: 400}
	if _, dy = Beside(bare, []geom.Rect{one}, []geom.Rect{one}, []geom.Rect{line}, 24); dy < 110 {
		t.Errorf("a copy lies on a line: moved by %v", dy)
	}
}
