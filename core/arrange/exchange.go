package arrange

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// inLine is how far the middles of two steps of one row are apart at most, px.
const inLine = 12.0

// Row are the steps that stand in a row with one, across the page or, with column, in a column: in lanes that run
// the same way those of its lane.
func Row(p *chart.Page, s *chart.Step, column bool) []*chart.Step {
	mid := func(s *chart.Step) float64 {
		if r := p.StepRect(s); column {
			return r.CX()
		} else {
			return r.CY()
		}
	}
	var out []*chart.Step
	for _, o := range standing(p) {
		if math.Abs(mid(o)-mid(s)) <= inLine && (column != p.Down || o.Lane == s.Lane) {
			out = append(out, o)
		}
	}
	return out
}

// Exchanged are the steps that change places when some (moves) do with the row or column beside them, upright or level
// as d says: {1,0} with what is right of them. What is beside them is what shares the room that they take; where there
// is none, where it is locked, and where somebody else would be in the way, there are no boxes.
func Exchanged(p *chart.Page, moves func(*chart.Step) bool, d geom.Point) []Box {
	turned := func(r geom.Rect) geom.Rect {
		if d.Y != 0 {
			return r.Turned()
		}
		return r
	}
	forward := d.X+d.Y > 0
	var own geom.Rect
	var mine, rest []Box
	locked := map[string]bool{}
	for _, s := range standing(p) {
		b := Box{s.ID, turned(p.StepRect(s))}
		if locked[s.ID] = s.Locked; moves(s) {
			if s.Locked {
				return nil
			}
			mine, own = append(mine, b), own.Union(b.Rect)
		} else {
			rest = append(rest, b)
		}
	}
	far := func(b Box) float64 { // how far its middle lies beyond
		if forward {
			return b.Rect.CX() - own.CX()
		}
		return own.CX() - b.Rect.CX()
	}
	beside := func(b Box) bool { return far(b) > 0 && b.Rect.Y < own.Bottom() && own.Y < b.Rect.Bottom() }
	nearest := math.Inf(1)
	for _, b := range rest {
		if beside(b) {
			nearest = math.Min(nearest, far(b))
		}
	}
	var next geom.Rect
	var theirs []Box
	others := rest[:0:0]
	for _, b := range rest {
		if beside(b) && far(b) <= nearest+inLine {
			if locked[b.ID] {
				return nil
			}
			theirs, next = append(theirs, b), next.Union(b.Rect)
		} else {
			others = append(others, b)
		}
	}
	if len(theirs) == 0 || len(mine) == 0 {
		return nil
	}
	by, back := next.Right()-own.Right(), own.X-next.X
	if !forward {
		by, back = next.X-own.X, own.Right()-next.Right()
	}
	var out []Box
	for _, part := range []struct {
		boxes []Box
		by    float64
	}{{mine, by}, {theirs, back}} {
		for _, b := range part.boxes {
			b.Rect.X = geom.Round2(b.Rect.X + part.by)
			for _, o := range others {
				if b.Rect.Overlaps(o.Rect) {
					return nil
				}
			}
			b.Rect = turned(b.Rect)
			out = append(out, b)
		}
	}
	return out
}
