package scene

import (
	"fmt"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

func compose(c *chart.Chart) *sheet.Sheet {
	var comp sheet.Composer
	return comp.Compose(c, c.Pages[0])
}

// A look set by hand wins over the meaning's, part by part.
func TestLookOf(t *testing.T) {
	c := &chart.Connector{Meaning: chart.Note, Look: &chart.Look{End: chart.Diamond, Weight: 3}}
	if l := LookOf(nil, c); l != (Look{chart.Look{Weight: 3, Dash: chart.Dashed, Colour: Ink, Start: chart.Bare, End: chart.Diamond}, Paper}) {
		t.Errorf("%+v", l)
	}
	c.Look = nil
	if l := LookOf(nil, c); l != (Look{chart.Look{Weight: 1, Dash: chart.Dashed, Colour: Ink, Start: chart.Bare, End: chart.Bare}, Paper}) {
		t.Errorf("%+v", l)
	}
}

// Every mark but none draws something, within the room before a step, and all
// of them differ.
func TestMarks(t *testing.T) {
	seen := map[string]chart.Mark{}
	for _, m := range chart.Marks {
		items, cut := Look{Look: chart.Look{Weight: style.LineWeight}}.mark(m, geom.Pt(0, 0), geom.Pt(100, 0), Ink)
		if (len(items) > 0) != (m != chart.Bare) {
			t.Errorf("%s draws %d items", m, len(items))
		}
		d := ""
		for _, i := range items {
			d += fmt.Sprint(i.Path, i.Fill, i.Weight)
			if b := i.bounds(); b.X < 100-sheet.MarkRoom || b.Right() > 102 || cut > sheet.MarkRoom {
				t.Errorf("%s reaches over %v", m, b)
			}
		}
		if other, ok := seen[d]; ok {
			t.Errorf("%s looks as %s does", m, other)
		}
		seen[d] = m
	}
}

// A curve stays inside the corners of its right-angled route and ends along it;
// a broad arrow is one closed outline with its tip at the end.
func TestCurvesAndBroadArrows(t *testing.T) {
	pts := geom.Polyline{{X: 0, Y: 0}, {X: 100, Y: 0}, {X: 100, Y: 80}, {X: 220, Y: 80}}
	curve := pts.Curved().Flatten(0.2)
	for _, q := range curve {
		if !geom.Span(pts[0], pts[3]).Grow(1e-6).Contains(q) {
			t.Errorf("the curve leaves its route at %v", q)
		}
	}
	if n := len(curve); curve[1].Y != 0 || curve[n-2].Y != 80 || curve[n-1] != pts[3] {
		t.Errorf("the ends of %v", curve)
	}
	p := Look{Look: chart.Look{Weight: 1.4, End: chart.Arrow, Start: chart.Bare, Colour: Ink}}.wide(pts).Path
	if p[len(p)-1].Op != 'Z' {
		t.Error("the outline is open")
	}
	tip := false
	for _, s := range p[:len(p)-1] {
		tip = tip || s.P[0] == pts[3]
	}
	if b := p.Bounds(); !tip || b.X != 0 || b.Y != -sheet.WideHalf || b.Bottom() != 80+headHalf {
		t.Errorf("the arrow fills %v, its tip there: %v", b, tip)
	}
}

// A broad arrow between steps that face each other runs straight, though there is less
// room than both of its ends would like; with more it turns before its head.
func TestBroadArrowsWhereRoomIsScarce(t *testing.T) {
	for _, gap := range []float64{24, 40, 50, 64, 90} {
		c := chart.New("broad")
		p := c.Pages[0]
		for i, x := range []float64{100, 200 + gap} {
			p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, X: x, Y: 100, W: 100, H: 50})
		}
		p.Connectors = []*chart.Connector{{ID: "c", Kind: chart.Wide, From: chart.End{Step: "s0"}, To: chart.End{Step: "s1"}, Meaning: chart.Flow}}
		if pts := compose(c).Run("c").Points; len(pts) != 2 {
			t.Errorf("over a gap of %v it runs along %v", gap, pts)
		}
		for _, off := range []float64{10, 25} {
			p.Steps[1].Y = 100 + off
			s := compose(c)
			pts := s.Run("c").Points
			if off == 10 && len(pts) != 2 {
				t.Errorf("over a gap of %v to a step %v px lower it runs along %v", gap, off, pts)
			}
			for i, q := range []geom.Point{pts[0], pts[len(pts)-1]} {
				if r := s.Steps[i].Rect; q.Y-sheet.WideHalf < r.Y || q.Y+sheet.WideHalf > r.Bottom() {
					t.Errorf("over a gap of %v it stands out at %v of %v", gap, q, r)
				}
			}
		}
		p.Steps[1].Y = 300
		pts := compose(c).Run("c").Points
		if last := pts[len(pts)-2].Dist(pts[len(pts)-1]); len(pts) < 3 || last < sheet.HeadLong+sheet.WideHalf+4 {
			t.Errorf("around a corner its last segment has %v px: %v", last, pts)
		}
	}
}
