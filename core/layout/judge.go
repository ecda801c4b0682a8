package layout

import (
	"context"

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
	s := j.laid(cmd)
	if s == nil {
		return false
	}
	bends, crossings := drawn(s)
	if sum := float64(bends) + aCrossing*float64(crossings) + aMixedTip*float64(mixedTips(s.Page, s)); sum < j.least {
		j.least = sum
		return true
	}
	return false
}

// laid is a copy of the page as a command that lays it out would have it drawn; nil where that cannot be.
func (j *judge) laid(cmd chart.Command) *sheet.Sheet {
	p := j.p.Clone()
	c := &chart.Chart{Pages: []*chart.Page{p}}
	for _, l := range p.Connectors {
		l.Way = nil
		if set := freed(p, l); set.From != nil || set.To != nil {
			cmd.Parts = append(cmd.Parts[:len(cmd.Parts):len(cmd.Parts)], set)
		}
	}
	if _, err := chart.Apply(c, cmd); err != nil {
		return nil
	}
	return j.comp.Compose(c, p)
}

// Crossings tells how often connectors of a page cross as it is drawn, and how often they would after the command, which
// lays it out. Without any it is not laid out to tell.
func Crossings(ctx context.Context, s *sheet.Sheet, dir Direction) (now, then int, cmd chart.Command, err error) {
	if _, now = drawn(s); now == 0 {
		return 0, 0, cmd, nil
	}
	cmd, ok, err := OnSheet(ctx, s.Page, dir)
	if !ok || err != nil {
		return now, now, cmd, err
	}
	j := judge{p: s.Page}
	laid := j.laid(cmd)
	if laid == nil {
		return now, now, cmd, nil
	}
	_, then = drawn(laid)
	return now, then, cmd, nil
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
