package lines

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// WayFrom is the way that leads to a step from a decision; nil where none or more than one does.
func (e *Editor) WayFrom(s *chart.Step) *chart.Connector {
	p := e.Page()
	var in []*chart.Connector
	for _, c := range p.Connectors {
		if c.To.Step == s.ID && c.Meaning.Way() && !c.From.Loose() && p.Step(c.From.Step).Symbol == symbol.Decision {
			in = append(in, c)
		}
	}
	if len(in) != 1 {
		return nil
	}
	return in[0]
}

// Ways are the ways out of a step, in their order.
func (e *Editor) Ways(s *chart.Step) []*chart.Connector {
	var out []*chart.Connector
	for _, c := range e.Page().Connectors {
		if c.From.Step == s.ID && c.Meaning.Way() && !c.To.Loose() {
			out = append(out, c)
		}
	}
	return out
}

// SendTo are the parts that lead a step to another one: its only way goes there, or it gets one more.
func (e *Editor) SendTo(s, to *chart.Step) []chart.Part {
	ways := e.Ways(s)
	if slices.ContainsFunc(ways, func(c *chart.Connector) bool { return c.To.Step == to.ID }) {
		return nil
	}
	if len(ways) == 1 && s.Symbol != symbol.Decision {
		return []chart.Part{e.Lead(ways[0], to.ID)}
	}
	_, line := e.steps.AddLine(chart.End{Step: s.ID}, chart.End{Step: to.ID}, s.Symbol, to.Symbol)
	return []chart.Part{line}
}

// Lead is the part that leads a connector to another step.
func (e *Editor) Lead(c *chart.Connector, to string) chart.Part {
	return chart.Part{Do: "line.set", Page: e.PageID(), ID: c.ID, To: &chart.End{Step: to}, Pins: &[]chart.Pin{}}
}
