package proof

import (
	"context"
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/layout"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// symbols are those of a drawn page that nothing should lie on, filed by place.
func symbols(s *sheet.Sheet) (at *geom.Index, of []*sheet.Shape) {
	var bounds geom.Rect
	for i := range s.Steps {
		bounds = bounds.Union(s.Steps[i].Rect)
	}
	at = geom.NewIndex(bounds)
	for i := range s.Steps {
		if sh := &s.Steps[i]; !sh.Step.Behind() {
			at.Add(sh.Rect.Grow(-lapped))
			of = append(of, sh)
		}
	}
	return at, of
}

// throughSymbol looks for connectors that run through symbols which they are not attached to.
func throughSymbol(v *view) []Finding {
	var out []Finding
	for _, s := range v.drawn {
		at, of := symbols(s)
		for i := range s.Lines {
			r := &s.Lines[i]
			through := -1
			for k := 1; k < len(r.Points); k++ {
				a, b := r.Points[k-1], r.Points[k]
				at.Near(geom.Span(a, b), func(n int) {
					sh := of[n]
					if sh.Step.ID == r.Line.From.Step || sh.Step.ID == r.Line.To.Step || through >= 0 && through <= n {
						return
					}
					if geom.SegmentIn(a, b, sh.Rect.Grow(-lapped)) {
						through = n
					}
				})
			}
			if through < 0 {
				continue
			}
			f := Finding{Page: s.Page.ID, ID: r.Line.ID, Words: fmt.Sprintf("%s runs through %s.", theLine(s, r.Line), inside(of[through].Step))}
			f.Mend = freeWay(s.Page, r.Line)
			out = append(out, f)
		}
	}
	return out
}

// freeWay lets a connector find its way that is held by hand, or straight; nil for one that does.
func freeWay(p *chart.Page, l *chart.Connector) *chart.Command {
	part := chart.Part{Do: "line.set", Page: p.ID, ID: l.ID}
	switch {
	case len(l.Pins) > 0:
		part.Pins = &[]chart.Pin{}
	case l.Kind == chart.Straight:
		part.Kind = new(chart.Rounded)
	default:
		return nil
	}
	return &chart.Command{Words: "let the connector find its way", Parts: []chart.Part{part}}
}

// labelOn looks for labels that lie on symbols, other connectors or other labels.
func labelOn(v *view) []Finding {
	var out []Finding
	for _, s := range v.drawn {
		var on []stretch
		bounds := geom.Rect{W: s.Page.W, H: s.Page.H}
		for i := range s.Lines {
			for k := 1; k < len(s.Lines[i].Points); k++ {
				t := stretch{i, s.Lines[i].Points[k-1], s.Lines[i].Points[k]}
				on = append(on, t)
				bounds = bounds.Union(geom.Span(t.a, t.b))
			}
		}
		lines, labels := geom.NewIndex(bounds), geom.NewIndex(bounds)
		for _, t := range on {
			lines.Add(geom.Span(t.a, t.b))
		}
		at, of := symbols(s)
		for i := range s.Lines {
			for k := range s.Lines[i].Labels {
				box := s.Lines[i].Labels[k].Box.Grow(-1)
				what := ""
				lines.Near(box, func(n int) {
					if on[n].line != i && geom.SegmentIn(on[n].a, on[n].b, box) {
						what = "another connector"
					}
				})
				labels.Near(box, func(int) { what = "another label" })
				at.Near(box, func(n int) {
					if of[n].Step.Symbol != symbol.Decision || inDiamond(box, of[n].Rect) {
						what = inside(of[n].Step)
					}
				})
				labels.Add(box)
				if what == "" {
					continue
				}
				l := s.Lines[i].Line
				f := Finding{Page: s.Page.ID, ID: l.ID, Words: fmt.Sprintf("The label '%s' lies on %s.", l.Labels[k].Text, what)}
				if l.Labels[k].Place != nil {
					free := append([]chart.Label{}, l.Labels...)
					free[k].Place = nil
					f.Mend = &chart.Command{Words: "let the label find its place", Parts: []chart.Part{{Do: "line.set", Page: s.Page.ID, ID: l.ID, Labels: &free}}}
				}
				out = append(out, f)
			}
		}
	}
	return out
}

// inDiamond reports whether a box lies on the diamond that a decision's box has in it.
func inDiamond(box, decision geom.Rect) bool {
	c := decision.Centre()
	dx, dy := max(box.X-c.X, c.X-box.Right(), 0), max(box.Y-c.Y, c.Y-box.Bottom(), 0)
	return dx/(decision.W/2)+dy/(decision.H/2) < 1
}

// stretch is a straight part of a connector.
type stretch struct {
	line int
	a, b geom.Point
}

// theLine is a connector in a sentence.
func theLine(s *sheet.Sheet, l *chart.Connector) string {
	from, to := s.Step(l.From.Step), s.Step(l.To.Step)
	switch {
	case from == nil && to == nil:
		return "A connector that is attached to nothing"
	case from == nil:
		return "The connector to " + inside(to)
	case to == nil:
		return "The connector from " + inside(from)
	}
	return fmt.Sprintf("The connector from %s to %s", inside(from), inside(to))
}

// cutOff looks for names of lanes, groups and stages that their heads have no room for.
func cutOff(v *view) []Finding {
	var out []Finding
	for _, p := range v.chart.Pages {
		for _, b := range p.Bands() {
			if _, _, whole := style.Head(style.Face(p, true), b); whole {
				continue
			}
			name := typeset.Clip(typeset.Sans, typeset.Size, b.Name, 300)
			f := Finding{Page: p.ID, Words: fmt.Sprintf("The name '%s' is longer than there is room for, and is cut off.", name)}
			if l := p.Lane(b.ID); l != nil {
				f.Mend = roomFor(p, l)
			}
			out = append(out, f)
		}
	}
	return out
}

// roomFor makes a lane so large that its name is seen whole; nil where that would be very large.
func roomFor(p *chart.Page, l *chart.Lane) *chart.Command {
	face, most := style.Face(p, true), 2*l.Size+200
	q := p.Clone()
	wide := q.Lane(l.ID)
	for wide.Size < most {
		wide.Size += 10
		b, _ := q.Band(l.ID)
		if _, _, whole := style.Head(face, b); whole {
			return &chart.Command{Words: "make the lane larger", Parts: []chart.Part{{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &wide.Size}}}
		}
	}
	return nil
}

// crossings lays pages out to see whether their connectors cross more often than they have to.
func crossings(v *view) []Finding {
	var out []Finding
	for _, s := range v.drawn {
		p := s.Page
		if v.laid == nil || !v.laid(p) || anyLocked(p) {
			continue
		}
		now, then, cmd, err := layout.Crossings(context.Background(), s, layout.Down)
		if err != nil || then >= now {
			continue
		}
		would := "they would not"
		if then > 0 {
			would = "they would " + times(then)
		}
		out = append(out, Finding{Page: p.ID, Mend: &cmd, Words: fmt.Sprintf("Connectors cross %s on this page. Laid out anew, %s.", times(now), would)})
	}
	return out
}

func times(n int) string {
	if n == 1 {
		return "once"
	}
	return fmt.Sprintf("%d times", n)
}

func anyLocked(p *chart.Page) bool {
	for _, s := range p.Steps {
		if s.Locked && !s.Behind() {
			return true
		}
	}
	return false
}
