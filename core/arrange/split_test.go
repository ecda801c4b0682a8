package arrange

import (
	"fmt"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// What lies beyond the sheet goes to a page of its own, with its lanes; a connector that is cut becomes a pair of off-page
// connectors, and ways to one step share it.
func TestPages(t *testing.T) {
	c, p := lanes3(t)
	p.Sheet = &chart.Sheet{W: 700, H: 500}
	p.W, p.H = 1100, 600
	for i, ends := range [][2]string{{"a", "c"}, {"b", "d"}, {"c", "d"}, {"d", "a"}} {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("k", i), From: chart.End{Step: ends[0]}, To: chart.End{Step: ends[1]}, Meaning: chart.Flow})
	}
	p.Connectors = append(p.Connectors, &chart.Connector{ID: "k4", From: chart.End{Step: "d"}, To: chart.End{X: 660, Y: 300}, Meaning: chart.Flow})
	n := 0
	do(t, c, Pages(c, p, func(kind string) string { n++; return fmt.Sprint(kind, "-new-", n) }))
	if len(c.Pages) != 2 {
		t.Fatalf("%d pages", len(c.Pages))
	}
	next := c.Pages[1]
	if p.Step("d") != nil || next.Step("d") == nil || len(next.Lanes) != 3 || next.Lane(next.Step("d").Lane).Name != "l3" {
		t.Errorf("d is not on the next page in its lane")
	}
	for i, q := range c.Pages {
		pairs := 0
		for _, s := range q.Steps {
			if s.Symbol == symbol.OffPage {
				pairs++
				if len(flow.Mates(c, s)) == 0 {
					t.Errorf("%q on %s has no mate", s.Text, q.ID)
				}
			}
		}
		if pairs != [2]int{3, 2}[i] { // out of b, out of c and into a; into d, which b and c share, and out of it
			t.Errorf("%d off-page connectors on %s", pairs, q.ID)
		}
		all := on(q)
		for id, r := range all {
			for other, o := range all {
				if id != other && r.Overlaps(o) {
					t.Errorf("%s stands on %s", id, other)
				}
			}
		}
	}
	if l := next.Connector("k4"); l == nil || l.To.X < on(next)["d"].Right() || l.To.X > on(next)["d"].Right()+60 {
		t.Errorf("the connector with a loose end is %+v; its step stands at %v", l, on(next)["d"])
	}
	if len(p.Connectors) != 4 || len(next.Connectors) != 3 {
		t.Errorf("%d and %d connectors", len(p.Connectors), len(next.Connectors))
	}
}

// The connectors of a page keep their order when some are taken off and put on again.
func TestLineOrder(t *testing.T) {
	_, p := lanes3(t)
	if LineOrder(p) != nil {
		t.Error("without connectors there is an order")
	}
	for _, id := range []string{"k2", "k1"} {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: id})
	}
	if o := LineOrder(p); len(o) != 1 || fmt.Sprint(o[0].Order) != "[k2 k1]" {
		t.Errorf("the order is %v", o)
	}
}

// A step that is let go on another comes to stand beside it, in lanes along the lane.
func TestLanding(t *testing.T) {
	c := chart.New("land")
	p := c.Pages[0]
	other := geom.Rect{X: 300, Y: 200, W: 100, H: 50}
	land := func(x, y float64) geom.Point {
		return geom.Pt(Landing(p, []Box{{ID: "new", Rect: geom.Rect{X: x, Y: y, W: 100, H: 50}}}, []geom.Rect{other}))
	}
	for _, k := range []struct {
		x, y float64
		want geom.Point
	}{{500, 200, geom.Pt(0, 0)}, {310, 190, geom.Pt(0, 200-landGap-50-190)}, {360, 205, geom.Pt(400+landGap-360, 0)}, {240, 205, geom.Pt(300-landGap-100-240, 0)}} {
		if got := land(k.x, k.y); got != k.want {
			t.Errorf("from %v, %v it moves by %v, not %v", k.x, k.y, got, k.want)
		}
	}
	_, p = lanes3(t)
	other = p.StepRect(p.Step("b"))
	if d := land(other.X+10, other.Y+40); d.Y != 0 || d.X != other.Right()+landGap-(other.X+10) {
		t.Errorf("in a lane it moves by %v", d)
	}
}

// A ground goes with the lane under its middle, and may reach beyond it.
func TestGround(t *testing.T) {
	_, p := lanes3(t)
	r := geom.Rect{X: 80, Y: 150, W: 300, H: 260}
	pl := Ground(p, "g", r)
	if pl.Lane != "l2" || p.RectOf(pl) != r {
		t.Errorf("in %q at %v", pl.Lane, p.RectOf(pl))
	}
}

// A step between two others stands on the line that connects them, and what follows makes room.
func TestBetween(t *testing.T) {
	c := chart.New("between")
	p := c.Pages[0]
	for id, x := range map[string]float64{"a": 100, "b": 260, "c": 420} {
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, X: x, Y: 200, W: 100, H: 50})
	}
	box, places := Between(p, "new", "", geom.Rect{X: 190, Y: 180, W: 100, H: 60}, "a", "b", geom.Pt(200, 225), geom.Pt(260, 225))
	at := map[string]float64{}
	for _, pl := range places {
		at[pl.ID] = pl.X
	}
	if box.X != 200+Gap || box.CY() != 225 || at["b"] < box.Right()+least || at["c"] < at["b"]+100+least || len(at) != 2 {
		t.Errorf("it stands at %v, others at %v", box, at)
	}
}
