package layout

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// staff is a page with people: whoever comes after a parent's number leads to it; a negative number makes an
// assistant.
func staff(parents ...int) *chart.Chart {
	c := chart.New("Staff")
	p := c.Pages[0]
	for i, parent := range parents {
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint(i), Symbol: symbol.Process, W: 112, H: 56, Text: fmt.Sprint("Person ", i)})
		if m := chart.Flow; i > 0 {
			if parent < 0 {
				parent, m = -parent-1, chart.Aside
			}
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), From: chart.End{Step: fmt.Sprint(parent)}, To: chart.End{Step: fmt.Sprint(i)}, Meaning: m})
		}
	}
	return c
}

func laidAsTree(t *testing.T, c *chart.Chart, dir Direction) []geom.Rect {
	t.Helper()
	if err := Trees(context.Background(), c, dir); err != nil {
		t.Fatal(err)
	}
	p := c.Pages[0]
	var out []geom.Rect
	for i, s := range p.Steps {
		r := p.StepRect(s)
		for k, o := range out {
			if r.Grow(7).Overlaps(o) {
				t.Errorf("%d at %v comes upon %d at %v", i, r, k, o)
			}
		}
		if r.X < p.Frame.X || r.Y < p.Frame.Y || r.Right() > p.W || r.Bottom() > p.H {
			t.Errorf("%d at %v is not on the sheet", i, r)
		}
		out = append(out, r)
	}
	return out
}

// A tree grows in the direction that is asked for: superiors over the middle of those below, levels in line.
func TestHierarchy(t *testing.T) {
	for dir, ahead := range map[Direction]geom.Point{Down: {Y: 1}, Up: {Y: -1}, Right: {X: 1}, Left: {X: -1}} {
		rs := laidAsTree(t, staff(0, 0, 0, 1, 1, 2), dir)
		along := func(i, j int) float64 {
			d := rs[j].Centre().Sub(rs[i].Centre())
			return d.X*ahead.X + d.Y*ahead.Y
		}
		side := func(i int) float64 { q := rs[i].Centre(); return q.X*math.Abs(ahead.Y) + q.Y*math.Abs(ahead.X) }
		for _, kin := range [][2]int{{0, 1}, {0, 2}, {1, 3}, {1, 4}, {2, 5}} {
			if along(kin[0], kin[1]) < 100 {
				t.Errorf("%d: %d is not beyond %d: %v, %v", dir, kin[1], kin[0], rs[kin[1]], rs[kin[0]])
			}
		}
		if side(0) != (side(1)+side(2))/2 || side(1) != (side(3)+side(4))/2 || side(2) != side(5) || along(1, 2) != 0 || along(3, 5) != 0 {
			t.Errorf("%d: %v", dir, rs)
		}
	}
}

// Assistants stand left and right of the line between their superior and those below.
func TestAssistants(t *testing.T) {
	rs := laidAsTree(t, staff(0, -1, -1, 0, 0), Down) // 1 and 2 assist 0
	if !(rs[1].CY() > rs[0].Bottom() && rs[1].CY() == rs[2].CY() && rs[1].Bottom() < rs[3].Y && rs[1].Right() < rs[0].CX() && rs[2].X > rs[0].CX() && rs[3].CY() == rs[4].CY()) {
		t.Errorf("%v", rs)
	}
}

// Past assistants all lines bend at one height, in whichever direction the tree grows next; without the assistants they
// are pinned no more, and what a hand has pinned stays.
func TestBendsPastAssistants(t *testing.T) {
	c := staff(0, -1, 0, 0, 0)
	p := c.Pages[0]
	p.Connectors[3].Pins = []chart.Pin{{Upright: true, Of: "from", At: 7}}
	for _, dir := range []Direction{Down, Right, Down, Left} {
		laidAsTree(t, c, dir)
		for _, l := range p.Connectors[1:3] {
			if len(l.Pins) != 1 || l.Pins[0].Upright != (dir == Right || dir == Left) || l.Pins[0] != p.Connectors[1].Pins[0] {
				t.Errorf("growing %d, %s is pinned at %v", dir, l.ID, l.Pins)
			}
		}
	}
	p.Connectors[0].Meaning = chart.Flow // nobody assists any more
	laidAsTree(t, c, Down)
	if len(p.Connectors[1].Pins) > 0 || len(p.Connectors[2].Pins) > 0 || len(p.Connectors[3].Pins) != 1 {
		t.Errorf("without assistants: %v, %v; by hand: %v", p.Connectors[1].Pins, p.Connectors[2].Pins, p.Connectors[3].Pins)
	}
}

// Where a level is wider than the sheet, leaves of one superior stand below each other, moved in.
func TestLeavesBelowEachOther(t *testing.T) {
	parents := []int{0, 0, 0, 0}
	for i := range 12 {
		parents = append(parents, 1+i%3)
	}
	rs := laidAsTree(t, staff(parents...), Down)
	if rs[4].X != rs[1].X+indent || rs[7].X != rs[4].X || rs[7].Y <= rs[4].Bottom() {
		t.Errorf("the superior at %v, leaves at %v, %v", rs[1], rs[4], rs[7])
	}
	c := staff(parents...)
	laidAsTree(t, c, Down)
	for _, l := range c.Pages[0].Connectors {
		if want := map[bool]string{true: "left", false: "top"}[l.From.Step != "0"]; l.To.Port != want || l.From.Port != "bottom" {
			t.Errorf("%s holds at %q and %q", l.ID, l.From.Port, l.To.Port)
		}
	}
	if rs := laidAsTree(t, staff(0, 0, 0), Down); rs[1].CY() != rs[2].CY() {
		t.Errorf("where there is room they stand side by side: %v", rs)
	}
}

// Whatever leads to whom, in circles and with several superiors: nobody is lost, nobody comes upon anybody. A page with
// lanes is none.
func TestAnyHierarchy(t *testing.T) {
	for seed := range uint64(60) {
		c := generated(seed, 1+int(seed), 0)
		laidAsTree(t, c, []Direction{Down, Right, Up, Left}[seed%4])
	}
	for seed := range uint64(60) {
		r := rand.New(rand.NewPCG(seed, 2))
		parents := []int{0}
		for i := 1; i < 60; i++ {
			parents = append(parents, r.IntN(i))
			if r.IntN(8) == 0 {
				parents[i] = -parents[i] - 1
			}
		}
		laidAsTree(t, staff(parents...), []Direction{Down, Right, Up, Left}[seed%4])
	}
	c := generated(1, 10, 2)
	if _, ok, _ := Hierarchy(context.Background(), c.Pages[0], Down); ok {
		t.Error("a page with lanes is laid out as a tree")
	}
	if _, ok, _ := Hierarchy(context.Background(), chart.NewPage("p"), Down); ok {
		t.Error("an empty page is laid out")
	}
}

func BenchmarkHierarchy(b *testing.B) {
	r := rand.New(rand.NewPCG(1, 1))
	parents := []int{0}
	for i := 1; i < 2000; i++ {
		parents = append(parents, (i-1)/(1+r.IntN(8)))
	}
	c := staff(parents...)
	for b.Loop() {
		Hierarchy(context.Background(), c.Pages[0], Down)
	}
}

// Lines to leaves below each other run as one beside their column, past assistants too, and bend anew when the tree
// grows elsewhere.
func TestTrunkOfAColumn(t *testing.T) {
	c := divisions(9, 0, 0)
	p := c.Pages[0]
	p.Steps = append(p.Steps, &chart.Step{ID: "aide", Symbol: symbol.Process, X: 10, Y: 10, W: 112, H: 56, Text: "The aide"})
	p.Connectors = append(p.Connectors, &chart.Connector{ID: "by", Meaning: chart.Aside, From: chart.End{Step: "d"}, To: chart.End{Step: "aide"}})
	for _, dir := range []Direction{Down, Right, Up, Left} {
		cmd, _, err := Hierarchy(context.Background(), p, dir)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		stacked := 0
		trunks, bends := map[float64]int{}, map[float64]int{}
		boss := p.StepRect(p.Step("d")).Centre()
		for _, l := range p.Connectors {
			if len(l.Pins) != 2 {
				continue
			}
			stacked++
			to := p.StepRect(p.Step(l.To.Step)).Centre()
			across, along := to.X, boss.Y
			if dir == Right || dir == Left {
				across, along = to.Y, boss.X
			}
			trunks[geom.Round2(across+l.Pins[1].At)]++
			bends[geom.Round2(along+l.Pins[0].At)]++
		}
		columns := 0
		for _, n := range trunks {
			if n > 1 {
				columns++
			}
		}
		if (dir == Down || dir == Up) && stacked != 9 || stacked > 0 && (len(bends) != 1 || columns != len(trunks)) {
			t.Errorf("%v: %d stacked, trunks at %v, bends at %v", dir, stacked, trunks, bends)
		}
	}
}
