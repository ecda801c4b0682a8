package scene

import (
	"fmt"
	"math"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// crossing is a page on which the level connector "level" and the upright one
// "upright" cross.
func crossing(level, upright chart.Meaning) *chart.Chart {
	c := chart.New("crossing")
	p := c.Pages[0]
	for i, at := range []geom.Point{{X: 100, Y: 300}, {X: 700, Y: 300}, {X: 400, Y: 100}, {X: 400, Y: 500}} {
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, X: at.X, Y: at.Y, W: 100, H: 50})
	}
	end := func(i int) chart.End { return chart.End{Step: fmt.Sprint("s", i)} }
	p.Connectors = []*chart.Connector{
		{ID: "level", From: end(0), To: end(1), Meaning: level},
		{ID: "upright", From: end(2), To: end(3), Meaning: upright},
	}
	return c
}

func compose(c *chart.Chart) *Sheet {
	var comp Composer
	return comp.Compose(c, c.Pages[0])
}

func TestWhoYields(t *testing.T) {
	for _, c := range []struct {
		level, upright chart.Meaning
		yields         string
	}{
		{chart.Flow, chart.Flow, "level"}, {chart.Flow, chart.Aside, "upright"}, {chart.Aside, chart.Flow, "level"},
		{chart.Aside, chart.Data, "upright"}, {chart.Note, chart.Aside, "level"}, {chart.Data, chart.Note, "level"},
	} {
		ch := crossing(c.level, c.upright)
		ch.Pages[0].Crossings = chart.Arch
		s := compose(ch)
		for _, id := range []string{"level", "upright"} {
			hops := s.Run(id).Hops
			if want := map[bool]int{true: 1}[id == c.yields]; len(hops) != want {
				t.Errorf("%s over %s: %s yields %d times", c.level, c.upright, id, len(hops))
			}
		}
		if at := s.Run(c.yields).Hops[0].At; at != geom.Pt(450, 325) {
			t.Errorf("it yields at %v", at)
		}
	}
}

// The connector's own way goes before the page's; without either it is plain.
func TestCrossingStyles(t *testing.T) {
	path := func(page, own chart.Crossings) string {
		c := crossing(chart.Flow, chart.Flow)
		c.Pages[0].Crossings, c.Pages[0].Connectors[0].Crossings = page, own
		s := compose(c)
		return s.LineElement(s.Run("level")).Items[0].Path.String()
	}
	plain, arch, gap := path("", ""), path(chart.Arch, ""), path(chart.Break, "")
	if plain == arch || plain == gap || arch == gap {
		t.Errorf("plain %s, arch %s, break %s", plain, arch, gap)
	}
	if path("", chart.Arch) != arch || path(chart.Arch, chart.Plain) != plain || path(chart.Arch, chart.Break) != gap {
		t.Error("the connector's own way does not go first")
	}
}

// A mark that would touch a bend, an end, a label or another mark is left out.
func TestMarksKeepClear(t *testing.T) {
	c := crossing(chart.Flow, chart.Flow)
	p := c.Pages[0]
	p.Crossings = chart.Arch
	p.Connectors[1].Labels = []chart.Label{{Text: "here", Place: &chart.LabelPlace{Along: 0.5, Beside: 2}}}
	if n := len(compose(c).Run("level").Hops); n != 0 {
		t.Error("a mark stands in a label")
	}
	p.Connectors[1].Labels = nil
	p.Steps[1].X = 460 // the crossing lies 10 px before the end
	if n := len(compose(c).Run("level").Hops); n != 0 {
		t.Error("a mark stands at an end")
	}
	p.Steps[1].X = 700
	// Whatever the page, no two marks touch and none is near a bend of its line.
	c = crossing(chart.Flow, chart.Flow)
	p = c.Pages[0]
	p.Crossings = chart.Break
	for i := range 12 {
		a, b := fmt.Sprint("u", i), fmt.Sprint("v", i)
		p.Steps = append(p.Steps,
			&chart.Step{ID: a, Symbol: symbol.Process, X: 220 + 30*float64(i), Y: 20, W: 20, H: 20},
			&chart.Step{ID: b, Symbol: symbol.Process, X: 220 + 30*float64(11-i), Y: 700, W: 20, H: 20})
		p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("w", i), From: chart.End{Step: a}, To: chart.End{Step: b}, Meaning: chart.Flow})
	}
	s := compose(c)
	var at []geom.Point
	for i := range s.Lines {
		r := &s.Lines[i]
		for _, h := range r.Hops {
			for _, q := range at {
				if math.Abs(q.X-h.At.X) < 2*hop && math.Abs(q.Y-h.At.Y) < 2*hop {
					t.Errorf("marks at %v and %v", q, h.At)
				}
			}
			at = append(at, h.At)
			if a, b := r.Points[h.Seg], r.Points[h.Seg+1]; a.Dist(h.At) < hop+corner || b.Dist(h.At) < hop+corner {
				t.Errorf("a mark at %v on the stretch from %v to %v", h.At, a, b)
			}
		}
	}
	if len(at) < 12 {
		t.Errorf("%d marks", len(at))
	}
}

// A slanted line is marked as others are, and a curve where it runs straight; on its
// bends it stays plain.
func TestMarksOnSlantedLinesAndCurves(t *testing.T) {
	c := crossing(chart.Flow, chart.Flow)
	p := c.Pages[0]
	p.Crossings = chart.Break
	up := p.Connectors[1]
	up.Kind = chart.Curved
	if hops := compose(c).Run("level").Hops; len(hops) != 1 {
		t.Errorf("over a curve that runs straight there are %d marks", len(hops))
	}
	p.Steps[3].X += 150
	if s := compose(c); len(s.Run("level").Hops)+len(s.Run("upright").Hops) != 0 {
		t.Errorf("a mark stands on a curve's bend: %v", s.Run("upright").Points)
	}
	up.Kind = chart.Straight
	s := compose(c)
	if hops := s.Run("level").Hops; len(hops) != 1 || hops[0].U.Y != 0 {
		t.Errorf("the level line yields to the slanted one at %v", hops)
	}
	up.Meaning = chart.Aside
	s = compose(c)
	r := s.Run("upright")
	if len(r.Hops) != 1 || len(s.Run("level").Hops) != 0 {
		t.Fatalf("the slanted aside yields at %v", r.Hops)
	}
	var ends []geom.Point // of the parts that are drawn
	for _, k := range LineOnly(r).Items[0].Path {
		ends = append(ends, k.P[0])
	}
	h := r.Hops[0]
	if len(ends) != 4 || math.Abs(ends[1].Dist(h.At)-hop) > 0.02 || math.Abs(ends[2].Dist(h.At)-hop) > 0.02 {
		t.Errorf("it breaks at %v: %v", h.At, ends)
	}
	for _, q := range ends[1:3] {
		if a, b := r.Points[0], r.Points[1]; math.Abs(a.Dist(q)+q.Dist(b)-a.Dist(b)) > 0.01 {
			t.Errorf("its end %v is not on the line", q)
		}
	}
	p.Crossings = chart.Arch
	arch := LineOnly(compose(c).Run("upright")).Items[0].Path
	if top := arch[2].P[2]; math.Abs(top.Dist(h.At)-hop) > 0.02 || top.Y > h.At.Y {
		t.Errorf("its arch goes by %v over %v", top, h.At)
	}
}

// A look set by hand wins over the meaning's, part by part.
func TestLookOf(t *testing.T) {
	c := &chart.Connector{Meaning: chart.Note, Look: &chart.Look{End: chart.Diamond, Weight: 3}}
	if l := LookOf(c); l != (Look{3, chart.Dashed, Ink, chart.Bare, chart.Diamond}) {
		t.Errorf("%+v", l)
	}
	c.Look = nil
	if l := LookOf(c); l != (Look{1, chart.Dashed, Ink, chart.Bare, chart.Bare}) {
		t.Errorf("%+v", l)
	}
}

// Every mark but none draws something, within the room before a step, and all
// of them differ.
func TestMarks(t *testing.T) {
	seen := map[string]chart.Mark{}
	for _, m := range chart.Marks {
		items, cut := Look{Weight: lineWeight}.mark(m, geom.Pt(0, 0), geom.Pt(100, 0), Ink)
		if (len(items) > 0) != (m != chart.Bare) {
			t.Errorf("%s draws %d items", m, len(items))
		}
		d := ""
		for _, i := range items {
			d += fmt.Sprint(i.Path, i.Fill, i.Weight)
			if b := i.bounds(); b.X < 100-markRoom || b.Right() > 102 || cut > markRoom {
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
	pts := []geom.Point{{X: 0, Y: 0}, {X: 100, Y: 0}, {X: 100, Y: 80}, {X: 220, Y: 80}}
	curve := geom.Curved(pts).Flatten(0.2)
	for _, q := range curve {
		if !geom.Span(pts[0], pts[3]).Grow(1e-6).Contains(q) {
			t.Errorf("the curve leaves its route at %v", q)
		}
	}
	if n := len(curve); curve[1].Y != 0 || curve[n-2].Y != 80 || curve[n-1] != pts[3] {
		t.Errorf("the ends of %v", curve)
	}
	p := Look{Weight: 1.4, End: chart.Arrow, Start: chart.Bare, Colour: Ink}.wide(pts).Path
	if p[len(p)-1].Op != 'Z' {
		t.Error("the outline is open")
	}
	tip := false
	for _, s := range p[:len(p)-1] {
		tip = tip || s.P[0] == pts[3]
	}
	if b := p.Bounds(); !tip || b.X != 0 || b.Y != -wideHalf || b.Bottom() != 80+headHalf {
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
				if r := s.Steps[i].Rect; q.Y-wideHalf < r.Y || q.Y+wideHalf > r.Bottom() {
					t.Errorf("over a gap of %v it stands out at %v of %v", gap, q, r)
				}
			}
		}
		p.Steps[1].Y = 300
		pts := compose(c).Run("c").Points
		if last := pts[len(pts)-2].Dist(pts[len(pts)-1]); len(pts) < 3 || last < wideRoom {
			t.Errorf("around a corner its last stretch has %v px: %v", last, pts)
		}
	}
}
