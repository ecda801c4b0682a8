package steps

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
)

// Insertion is a step that is put into a connector: the connector leads to the
// step, and a new one on from it.
func (e *Editor) Insertion(c *chart.Connector, step, newLine string) []chart.Part {
	on := *c
	on.ID, on.From, on.Labels, on.Pins = newLine, chart.End{Step: step}, nil, nil
	if c.Look != nil && c.Look.Start != "" {
		l := *c.Look
		l.Start = chart.Bare
		on.Look = &l
	}
	return []chart.Part{
		{Do: "line.set", Page: e.PageID(), ID: c.ID, To: &chart.End{Step: step}, Pins: &[]chart.Pin{}},
		{Do: "line.add", Page: e.PageID(), Line: &on},
	}
}

// RoomIn is the place of a step that is put into a connector's run near box, in a stage (nil for the one under
// box), and the parts that make room for it.
func (e *Editor) RoomIn(run *sheet.Run, step string, box geom.Rect, stage *chart.Stage) (chart.Place, []chart.Part) {
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
		parts = append(parts, chart.Part{Do: "step.place", Page: e.PageID(), Places: moved})
	}
	return to, parts
}

// gapLeft is the connector that would close the gap that deleting the only
// selected step leaves in a chain; nil when it stands in none.
func (e *Editor) gapLeft() *chart.Connector {
	s := e.Only()
	if s == nil || len(e.Lines()) > 0 {
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

// Gap is the connector that would close the gap which the last command left; nil when it left none.
func (e *Editor) Gap() *chart.Connector {
	if g := e.gap; g.line != nil && g.page == e.PageID() && g.commands == e.Commands() {
		return g.line
	}
	return nil
}

// CloseGap connects what deleting a step left apart.
func (e *Editor) CloseGap() {
	c := *e.Gap()
	c.ID = e.NewID("c")
	if e.Apply(say.DidCloseGap, chart.Part{Do: "line.add", Page: e.PageID(), Line: &c}) {
		e.Select(c.ID)
	}
}
