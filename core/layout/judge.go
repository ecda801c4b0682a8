package layout

import (
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// judge finds which of several ways to lay a page out is drawn best.
type judge struct {
	p     *chart.Page
	least float64
	comp  sheet.Composer
}

// What a drawing is judged by besides its bends, in bends.
const (
	aCrossing = 2.0
	aMixedTip = 1.25 // a decision's tip with lines in and out
)

// better reports whether a page laid out so is drawn with fewer bends and crossings than any before.
func (j *judge) better(cmd chart.Command) bool {
	p := j.p.Clone()
	c := &chart.Chart{Pages: []*chart.Page{p}}
	for _, l := range p.Connectors {
		l.Way = nil
		if set := freed(p, l); set.From != nil || set.To != nil {
			cmd.Parts = append(cmd.Parts[:len(cmd.Parts):len(cmd.Parts)], set)
		}
	}
	if _, err := chart.Apply(c, cmd); err != nil {
		return false
	}
	s := j.comp.Compose(c, p)
	bends, crossings := drawn(s)
	if sum := float64(bends) + aCrossing*float64(crossings) + aMixedTip*float64(mixedTips(p, s)); sum < j.least {
		j.least = sum
		return true
	}
	return false
}

// drawn are the bends and the crossings of a page as it is drawn.
func drawn(s *sheet.Sheet) (bends, crossings int) {
	for i := range s.Lines {
		a := s.Lines[i].Points
		bends += len(a) - 2
		for j := range i {
			b := s.Lines[j].Points
			for k := 1; k < len(a); k++ {
				for l := 1; l < len(b); l++ {
					if crosses(a[k-1], a[k], b[l-1], b[l]) {
						crossings++
					}
				}
			}
		}
	}
	return bends, crossings
}

// mixedTips is how many tips of decisions have lines in and out.
func mixedTips(p *chart.Page, s *sheet.Sheet) int {
	type tip struct{ step, port string }
	out, mixed := map[tip]bool{}, map[tip]bool{}
	for i, c := range p.Connectors {
		out[tip{c.From.Step, s.Lines[i].FromPort}] = true
	}
	for i, c := range p.Connectors {
		if at := (tip{c.To.Step, s.Lines[i].ToPort}); out[at] && at.step != "" && p.Step(at.step).Symbol == symbol.Decision {
			mixed[at] = true
		}
	}
	return len(mixed)
}

// crosses reports whether an upright and a level segment go through each other.
func crosses(a, b, c, d geom.Point) bool {
	if a.X == b.X {
		a, b, c, d = c, d, a, b
	}
	r, q := geom.Span(a, b), geom.Span(c, d)
	return r.H == 0 && q.W == 0 && r.X < q.X && q.X < r.Right() && q.Y < r.Y && r.Y < q.Bottom()
}
