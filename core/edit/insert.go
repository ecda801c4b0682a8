package edit

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// insertion is a step that is put into a connector: the connector leads to the
// step, and a new one on from it.
func (e *Editor) insertion(c *chart.Connector, step, newLine string) []chart.Part {
	on := *c
	on.ID, on.From, on.Labels, on.Pins = newLine, chart.End{Step: step}, nil, nil
	if c.Look != nil && c.Look.Start != "" {
		l := *c.Look
		l.Start = chart.Bare
		on.Look = &l
	}
	return []chart.Part{
		{Do: "line.set", Page: e.page, ID: c.ID, To: &chart.End{Step: step}, Pins: &[]chart.Pin{}},
		{Do: "line.add", Page: e.page, Line: &on},
	}
}

// roomIn is the place of a step that is put into a connector's run near box, in a stage (nil for the one under
// box), and the parts that make room for it.
func (e *Editor) roomIn(run *sheet.Run, step string, box geom.Rect, stage *chart.Stage) (chart.Place, []chart.Part) {
	p := e.Page()
	a, b := run.Points[0], run.Points[len(run.Points)-1]
	near := math.Inf(1)
	for k := 0; k+1 < len(run.Points); k++ {
		if d := run.Points[k : k+2].DistTo(box.Centre()); d < near {
			near, a, b = d, run.Points[k], run.Points[k+1]
		}
	}
	if stage == nil && len(p.Stages) > 0 {
		stage = p.StageAt(box.Centre())
	}
	pl := arrange.Settle(p, step, box)
	box, moved := arrange.Between(p, step, pl.Lane, box, run.Line.From.Step, run.Line.To.Step, a, b)
	to := arrange.Settle(p, step, box)
	if to.Lane != pl.Lane { // room is made in the lane that the hand chose
		to = p.PlaceAt(step, pl.Lane, box)
	}
	moved, parts := arrange.WithinStage(p, to, stage, moved)
	if len(moved) > 0 {
		parts = append(parts, chart.Part{Do: "step.place", Page: e.page, Places: moved})
	}
	return to, parts
}

// putInto puts a step that stands on the page into a connector.
func (e *Editor) putInto(c *chart.Connector, run *sheet.Run, step string, box geom.Rect) {
	e.do(sayPutInto(e.between(c)), e.puttingInto(c, run, step, box, e.newID("c"))...)
}

func (e *Editor) puttingInto(c *chart.Connector, run *sheet.Run, step string, box geom.Rect, newLine string) []chart.Part {
	pl, parts := e.roomIn(run, step, box, nil)
	parts = append(parts, chart.Part{Do: "step.place", Page: e.page, Places: []chart.Place{pl}})
	return append(parts, e.insertion(c, step, newLine)...)
}

// lineUnder is the connector that a step dropped at r would be put into: one
// that runs through its middle on the sheet given, where the step does not yet
// stand. A step that is connected already is not put into any, nor what stands beside the work.
func (e *Editor) lineUnder(on *sheet.Sheet, k symbol.Kind, id string, r geom.Rect) *sheet.Run {
	p := e.Page()
	if k.Beside() {
		return nil
	}
	for _, c := range p.Connectors {
		if id != "" && (c.From.Step == id || c.To.Step == id) {
			return nil
		}
	}
	middle := r.Grow(-min(r.W, r.H) * 0.3)
	var best *sheet.Run
	for i := range on.Lines {
		l := &on.Lines[i]
		if !l.Line.Meaning.Way() || l.Line.From.Loose() || l.Line.To.Loose() || l.Line.ID == pulledID {
			continue
		}
		pts := l.Drawn()
		for k := 0; k+1 < len(pts); k++ {
			if geom.SegmentIn(pts[k], pts[k+1], middle) {
				best = l
			}
		}
	}
	return best
}

// gapLeft is the connector that would close the gap that deleting the only
// selected step leaves in a chain; nil when it stands in none.
func (e *Editor) gapLeft() *chart.Connector {
	s := e.one()
	if s == nil || len(e.lines()) > 0 {
		return nil
	}
	var in, out []*chart.Connector
	for _, c := range e.Page().Connectors {
		if !c.Meaning.Way() {
			continue
		}
		if c.From.Step == s.ID {
			out = append(out, c)
		}
		if c.To.Step == s.ID {
			in = append(in, c)
		}
	}
	if len(in) != 1 || len(out) != 1 || in[0].From.Loose() || out[0].To.Loose() || in[0].From.Step == out[0].To.Step || in[0] == out[0] {
		return nil
	}
	c := *in[0]
	c.To, c.Pins, c.Labels = out[0].To, nil, append([]chart.Label(nil), in[0].Labels...)
	return &c
}

// closeGap connects what deleting a step left apart.
func (e *Editor) closeGap() {
	c := *e.gap
	c.ID = e.newID("c")
	if e.do(didCloseGap, chart.Part{Do: "line.add", Page: e.page, Line: &c}) {
		e.selectOnly(c.ID)
	}
}
