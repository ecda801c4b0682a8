package find

import (
	"math"

	"plaintracer/core/geom"
)

// slip is how far an end may hold beside its port to save two bends, px.
const slip = 24.0

// straighten takes the jog out of a line between sides that all but face each
// other: both ends slide along their sides to one straight line.
func (p *Path) straighten(boxes []geom.Rect, meet func(geom.Rect)) {
	pts := p.Points
	if len(pts) != 4 || p.From.Loose || p.To.Loose || p.From.Side != opposite(p.To.Side) {
		return
	}
	level := pts[0].Y == pts[1].Y
	off := pts[3].X - pts[0].X
	if level {
		off = pts[3].Y - pts[0].Y
	}
	a, b := p.From.room(), p.To.room()
	if a+b == 0 || math.Abs(off) > a+b {
		return
	}
	// Each gives way in proportion to its room, or the stiffer one no more than it must.
	at := off * a / (a + b)
	switch {
	case p.From.stiff > p.To.stiff:
		at = off - math.Max(-b, math.Min(off, b))
	case p.From.stiff < p.To.stiff:
		at = math.Max(-a, math.Min(off, a))
	}
	at = geom.Round2(at)
	q, r := pts[0], pts[3]
	if level {
		q.Y = geom.Round2(q.Y + at)
		r.Y = q.Y
	} else {
		q.X = geom.Round2(q.X + at)
		r.X = q.X
	}
	run := geom.Span(q, r)
	meet(run.Grow(Margin - 0.5))
	inner := run // what lies before the ends; the two steps themselves do not count
	if level {
		inner.X, inner.W = inner.X+hard, max(0, inner.W-2*hard)
	} else {
		inner.Y, inner.H = inner.Y+hard, max(0, inner.H-2*hard)
	}
	for _, box := range boxes {
		if box.Grow(Margin/2).Overlaps(inner) && !box.Contains(pts[0]) && !box.Contains(pts[3]) {
			return
		}
	}
	p.Points = geom.Polyline{q, r}
	p.Cost = cost(p.Points)
}

// centre moves each segment whose neighbours go on the same way (a Z) to the
// middle of its room, or beside a border that runs there.
func (p *Path) centre(boxes []geom.Rect, on *Page, meet func(geom.Rect)) {
	pts := p.Points
	for k := 1; k+2 < len(pts); k++ {
		upright := math.Abs(pts[k].X-pts[k+1].X) < 1e-9
		get := func(q geom.Point) float64 {
			if upright {
				return q.X
			}
			return q.Y
		}
		a, at, b := get(pts[k-1]), get(pts[k]), get(pts[k+2])
		if (at-a)*(b-at) <= 0 || p.Pinned(upright, at) {
			continue
		}
		lo, hi := min(a, b), max(a, b)
		if k == 1 && !p.From.Loose {
			lo, hi = keepStub(lo, hi, a, get(p.From.turn))
		}
		if k+3 == len(pts) && !p.To.Loose {
			lo, hi = keepStub(lo, hi, b, get(p.To.turn))
		}
		span := geom.Span(pts[k], pts[k+1])
		sweep := span
		if upright {
			sweep.X, sweep.W = lo, hi-lo
		} else {
			sweep.Y, sweep.H = lo, hi-lo
		}
		if lo >= hi {
			continue
		}
		meet(sweep.Grow(Margin - 0.5))
		for _, r := range boxes {
			g := r.Grow(Margin - 0.01)
			if !g.Overlaps(sweep.Grow(0.02)) {
				continue
			}
			e0, e1, s0, s1 := g.X, g.Right(), g.Y, g.Bottom()
			p0, p1 := span.Y, span.Bottom()
			if !upright {
				e0, e1, s0, s1 = g.Y, g.Bottom(), g.X, g.Right()
				p0, p1 = span.X, span.Right()
			}
			if s0 >= p1 || s1 <= p0 {
				continue
			}
			if e1 <= at+0.02 {
				lo = max(lo, e1)
			} else if e0 >= at-0.02 {
				hi = min(hi, e0)
			} else {
				lo, hi = at, at // inside a margin already: stay
			}
		}
		if lo > at {
			lo = at
		}
		if hi < at {
			hi = at
		}
		borders := on.Borders
		if upright {
			borders = on.Uprights
		}
		mid := offBorders(borders, geom.Round2((lo+hi)/2), lo, hi, a < at)
		if upright {
			pts[k].X, pts[k+1].X = mid, mid
		} else {
			pts[k].Y, pts[k+1].Y = mid, mid
		}
	}
}

// offBorders moves a place that is within a gap of a border to a gap off it, inside
// [lo,hi]: above where the line comes from there, else below.
func offBorders(borders []float64, at, lo, hi float64, above bool) float64 {
	for _, b := range borders {
		if math.Abs(at-b) >= Gap {
			continue
		}
		up, down := geom.Round2(max(lo, b-Gap)), geom.Round2(min(hi, b+Gap))
		if above && b-up >= down-b || b-up > down-b {
			return up
		}
		return down
	}
	return at
}

// Pinned reports whether the segment at that place was pinned there.
func (p *Path) Pinned(upright bool, at float64) bool {
	for _, pin := range p.Pins {
		if pin.Upright == upright && math.Abs(pin.At-at) < 0.01 {
			return true
		}
	}
	return false
}

// keepStub narrows [lo,hi] so that the segment at the port a reaches at least
// to turn.
func keepStub(lo, hi, a, turn float64) (float64, float64) {
	if turn > a {
		return max(lo, turn), hi
	}
	if turn < a {
		return lo, min(hi, turn)
	}
	return lo, hi
}
