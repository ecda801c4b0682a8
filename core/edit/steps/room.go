package steps

import (
	"plaintracer/core/arrange"
	"plaintracer/core/geom"
)

// NextFree is where a symbol goes that is placed without pointing: after the
// selected step in reading direction, else at the page's first free place.
func (e *Editor) NextFree(r geom.Rect, aside bool) geom.Rect {
	p := e.Page()
	const gap = arrange.Gap
	others := e.Rects(nil)
	if s := e.Only(); s != nil {
		at := e.Sheet().Shape(s.ID).Rect
		across := e.RunsAcross()
		if aside {
			across = !across
		}
		if across {
			r.X, r.Y = at.Right()+gap, at.CY()-r.H/2
		} else {
			r.X, r.Y = at.CX()-r.W/2, at.Bottom()+gap
		}
		return arrange.Free(p, r, others, e.segments(), 24)
	}
	r.X, r.Y = 80, p.Frame.Y+24
	if len(p.Lanes) > 0 {
		l := p.Lanes[0]
		if at := p.Lane(e.Band()); at != nil {
			l = at
		}
		lane, head := p.LaneRect(l), p.HeadRect(l)
		if p.Down {
			r.X, r.Y = lane.CX()-r.W/2, head.Bottom()+40
		} else {
			r.X, r.Y = head.Right()+40, lane.CY()-r.H/2
		}
	}
	return arrange.Free(p, r, others, e.segments(), 24)
}

// segments are the segments of all connectors, as boxes without breadth.
func (e *Editor) segments() []geom.Rect {
	var out []geom.Rect
	for i := range e.Sheet().Lines {
		pts := e.Sheet().Lines[i].Points
		for k := 0; k+1 < len(pts); k++ {
			out = append(out, geom.Span(pts[k], pts[k+1]))
		}
	}
	return out
}

// Rects are the steps of the work as drawn, but for some.
func (e *Editor) Rects(but func(id string) bool) []geom.Rect {
	var out []geom.Rect
	for _, sh := range e.Sheet().Steps {
		if !sh.Step.Behind() && (but == nil || !but(sh.Step.ID)) {
			out = append(out, sh.Rect)
		}
	}
	return out
}

// RunsAcross reports whether the page's flow runs to the right, as it does in lanes, or
// downward.
func (e *Editor) RunsAcross() bool { return len(e.Page().Lanes) > 0 && !e.Page().Down }
