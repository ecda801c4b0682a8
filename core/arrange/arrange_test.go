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
		for i, b := range Align(three, c.edge) {
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
	for _, b := range SameSize(three) {
		if b.Rect.W != 100 || b.Rect.H != 80 {
			t.Errorf("size %v", b)
		}
	}
	if b := SameSize(three)[1]; b.Rect.Centre() != three[1].Rect.Centre() {
		t.Error("same size moved a middle")
	}
}

func TestSnap(t *testing.T) {
	others := []geom.Rect{{X: 100, Y: 100, W: 100, H: 50}, {X: 240, Y: 100, W: 100, H: 50}}
	// Nearly below the first: to its middle.
	dx, _, g := Snap(geom.Rect{X: 103, Y: 300, W: 100, H: 50}, others, 7)
	if dx != -3 || len(g) == 0 || !g[0].Upright || g[0].At != 150 {
		t.Errorf("middle: %v %v", dx, g)
	}
	// In the row, nearly as far from the second as that from the first.
	dx, dy, g := Snap(geom.Rect{X: 384, Y: 102, W: 100, H: 50}, others, 7)
	if dx != -4 || dy != -2 {
		t.Errorf("gap: %v %v %v", dx, dy, g)
	}
	gap := 0.0
	for _, l := range g {
		gap = math.Max(gap, l.Gap)
	}
	if gap != 40 {
		t.Errorf("the gap written is %v", gap)
	}
	// Nothing near: the grid.
	dx, dy, g = Snap(geom.Rect{X: 1003, Y: 905, W: 100, H: 50}, others, 7)
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
