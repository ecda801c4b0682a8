package lines

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// BestSides lets the ends of the selected connectors choose their sides.
func (e *Editor) BestSides() {
	e.SetLines(say.DidBestSide, say.BestSides, func(c *chart.Connector) *chart.Part {
		part := chart.Part{}
		if c.From.Port != "" {
			part.From = &chart.End{Step: c.From.Step}
		}
		if c.To.Port != "" {
			part.To = &chart.End{Step: c.To.Step}
		}
		if part.From == nil && part.To == nil {
			return nil
		}
		return &part
	})
}

// FixSides fixes the selected connectors at the sides where they hold now, so that they stay there when the page
// is laid out; where all are fixed, it lets them go.
func (e *Editor) FixSides() {
	if e.SidesFixed() {
		e.SetLines(say.DidFreeSides, "", func(c *chart.Connector) *chart.Part {
			from, to := c.From, c.To
			from.Fixed, to.Fixed = false, false
			return &chart.Part{From: &from, To: &to}
		})
		return
	}
	e.SetLines(say.DidFixSides, "", func(c *chart.Connector) *chart.Part {
		r := e.Sheet().Run(c.ID)
		from, to := c.From, c.To
		if r == nil {
			return nil
		}
		if !from.Loose() {
			from.Port, from.Fixed = r.FromPort, true
		}
		if !to.Loose() {
			to.Port, to.Fixed = r.ToPort, true
		}
		return &chart.Part{From: &from, To: &to}
	})
}

// SidesFixed reports whether the selected connectors are fixed at both ends, where they hold at a step.
func (e *Editor) SidesFixed() bool {
	return len(e.Lines()) > 0 && !slices.ContainsFunc(e.Lines(), func(c *chart.Connector) bool {
		return !c.From.Loose() && !c.From.Fixed || !c.To.Loose() && !c.To.Fixed
	})
}
