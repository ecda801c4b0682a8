package layout

import (
	"fmt"
	"slices"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// run is a chart of n steps one after the other, with a way back from the middle.
func run(n int, lanes int) *chart.Chart {
	c := chart.New("run")
	p := c.Pages[0]
	for i := range lanes {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: fmt.Sprint("l", i), Name: fmt.Sprint("Role ", i), Size: 100})
	}
	for i := range n {
		s := &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 112, H: 56, Text: fmt.Sprintf("Step number %d of the run", i+1)}
		if lanes > 0 {
			s.Lane = fmt.Sprint("l", i/2%lanes)
		}
		p.Steps = append(p.Steps, s)
		if i > 0 {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), From: chart.End{Step: fmt.Sprint("s", i-1)}, To: chart.End{Step: s.ID}, Meaning: chart.Flow})
		}
	}
	p.Connectors = append(p.Connectors, &chart.Connector{ID: "back", From: chart.End{Step: fmt.Sprint("s", n/3)}, To: chart.End{Step: "s1"}, Meaning: chart.Flow, Labels: []chart.Label{{Text: "no"}}})
	return c
}

// A page that is laid out for its sheet fits it, at 8 pt or more, whether it is a short run, a
// column of 24 steps, which is folded, or one in lanes; what cannot fit is laid out as it was.
func TestOnSheet(t *testing.T) {
	for _, k := range []struct {
		steps, lanes int
		sheet        *chart.Sheet
		fits         bool
		turned       bool
	}{
		{4, 0, nil, true, false}, {8, 0, nil, true, true}, {24, 0, nil, true, false}, {32, 0, nil, true, false}, {24, 0, chart.SheetOf(420, 297), true, false},
		{60, 0, chart.SheetOf(148, 210), false, false}, {7, 3, nil, true, false}, {14, 2, nil, true, false}, {12, 3, chart.SheetOf(420, 297), true, false}, {60, 3, nil, false, false},
	} {
		name := fmt.Sprintf("%d steps, %d lanes, %v", k.steps, k.lanes, k.sheet)
		c := run(k.steps, k.lanes)
		p := c.Pages[0]
		if p.Sheet = k.sheet; k.sheet != nil {
			p.W, p.H = k.sheet.W, k.sheet.H
		}
		cmd, ok, err := OnSheet(t.Context(), p, Down)
		if err != nil || !ok {
			t.Fatal(err)
		}
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		w, h := p.SheetSize()
		scale := min(1, w/p.W, h/p.H)
		if fits := scale >= leastScale-1e-3; fits != k.fits {
			t.Errorf("%s: printed at %.2f on %v x %v", name, scale, w, h)
		}
		if fit := p.Setup != nil && p.Setup.Fit; fit != (scale < 1 && k.fits) {
			t.Errorf("%s: at %.2f it is told to be printed smaller: %v", name, scale, fit)
		}
		if turned := h > w; k.sheet == nil && k.turned && !turned {
			t.Errorf("%s: it is not upright", name)
		}
		used := 0.0
		for i, s := range p.Steps {
			r := p.StepRect(s)
			used += r.W * r.H
			if r.X < 0 || r.Y < p.Frame.Y || r.Right() > p.W || r.Bottom() > p.H-foot+edge {
				t.Errorf("%s: %s stands at %v on %v x %v", name, s.ID, r, p.W, p.H)
			}
			for _, o := range p.Steps[:i] {
				if r.Grow(10).Overlaps(p.StepRect(o).Grow(10)) {
					t.Errorf("%s: %s and %s are too near", name, s.ID, o.ID)
				}
			}
		}
		t.Logf("%s: %.0f x %.0f, at %.2f, steps take %.0f %%", name, p.W, p.H, scale, 100*used/(p.W*p.H))
	}
}

// A page in lanes that is far off its sheet as it first comes does not fit it when less room is searched for either; many are.
func TestFarOff(t *testing.T) {
	far := 0
	for seed := range howMany(2, 40) {
		for _, size := range []int{30, 60, 90} {
			p := front(worked(seed, size, 2+int(seed%4)).Pages[0])
			for _, s := range chart.Papers[1:4] {
				p.Sheet = chart.SheetOf(s.H, s.W)
				n := build(t.Context(), p)
				n.quick = true
				for _, how := range slices.Concat(settings(p, Down)[0], settings(p, Down)[1]) {
					if !n.farOff(p, Down, how) {
						continue
					}
					far++
					if _, need := n.lay(p, Down, how); need.times(how.w, how.h) <= 1/leastScale {
						t.Errorf("chart %d of %d steps fits %s by %+v", seed, size, s.Name, how)
					}
				}
			}
		}
	}
	if far < 10 {
		t.Errorf("%d were far off", far)
	}
}
