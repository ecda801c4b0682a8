package arrange

import (
	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Lines are the lines of a page that steps line up with: its margins, its middle and its guide lines, and the middle of
// the lane under a point.
func Lines(p *chart.Page, at geom.Point) []Line {
	w, h := p.SheetSize()
	m := p.Margin()
	out := []Line{
		{true, w / 2, PageMiddle}, {true, m, Margin}, {true, w - m, Margin},
		{false, h / 2, PageMiddle}, {false, m, Margin}, {false, h - m, Margin},
	}
	if p.Setup != nil {
		for _, g := range p.Setup.Guides {
			out = append(out, Line{g.Upright, g.At, Ruled})
		}
	}
	if l := p.LaneUnder(at); l != nil {
		r := p.LaneSpace(l)
		if p.Down {
			out = append(out, Line{true, r.CX(), LaneMiddle})
		} else {
			out = append(out, Line{false, r.CY(), LaneMiddle})
		}
	}
	return out
}

// Faced are the ports by which connectors run straight from steps that move, as a box around them, to those that stay:
// of a connector whose ports nobody has chosen the middles of both steps.
func Faced(p *chart.Page, box geom.Rect, moves func(id string) bool) []Facing {
	var out []Facing
	for _, c := range p.Connectors {
		a, b := c.From, c.To
		if a.Loose() || b.Loose() || moves(a.Step) == moves(b.Step) {
			continue
		}
		if moves(b.Step) {
			a, b = b, a
		}
		from, to := p.Step(a.Step), p.Step(b.Step)
		if from == nil || to == nil {
			continue
		}
		u, v := PortAt(p, from, a), PortAt(p, to, b)
		out = append(out, Facing{true, u.X - box.X, v.X}, Facing{false, u.Y - box.Y, v.Y})
	}
	return out
}

// PortAt is where a connector's end holds at a step; its middle where nobody has chosen.
func PortAt(p *chart.Page, s *chart.Step, e chart.End) geom.Point {
	r := p.StepRect(s)
	if port, ok := s.Port(e.Port, r.W, r.H); ok {
		return port.At.Add(geom.Pt(r.X, r.Y))
	}
	return r.Centre()
}
