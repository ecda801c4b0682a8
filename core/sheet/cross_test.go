package sheet

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
		r := s.Run("level")
		return r.Path(r.Points).String()
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
	var at geom.Polyline
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
				t.Errorf("a mark at %v on the segment from %v to %v", h.At, a, b)
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
	var ends geom.Polyline // of the parts that are drawn
	for _, k := range r.Path(r.Points) {
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
	r = compose(c).Run("upright")
	arch := r.Path(r.Points)
	if top := arch[2].P[2]; math.Abs(top.Dist(h.At)-hop) > 0.02 || top.Y > h.At.Y {
		t.Errorf("its arch goes by %v over %v", top, h.At)
	}
}
