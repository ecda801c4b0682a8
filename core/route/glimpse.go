package route

import (
	"math"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// mostGlimpsed is how many bends a path may have that glimpse knows about.
const mostGlimpsed = 2

// glimpse tells, without a search, whether there can be a path of two bends at
// most within the bound. It looks straight out of the gates: such a path runs
// along both looks, and they meet, or one stretch across joins them.
func glimpse(boxes []geom.Rect, from, to []gate, most bound) bool {
	var looks [2][4]float64
	for k, gs := range [2][]gate{from, to} {
		if len(gs) > len(looks[k]) {
			return true
		}
		for i := range gs {
			if gs[i].free {
				return true // out of a loose end a line may go anywhere
			}
			looks[k][i] = look(boxes, gs[i].turn, gs[i].side)
		}
	}
	for i := range from {
		for j := range to {
			f, t := &from[i], &to[j]
			left := most.cost - f.cost - f.port.Dist(f.turn) - t.cost - t.port.Dist(t.turn)
			if (f.side-t.side)%2 == 0 {
				if joined(boxes, f, t, looks[0][i], looks[1][j], left, most.bends) {
					return true
				}
				continue
			}
			corner := geom.Pt(f.turn.X, t.turn.Y)
			if level(f.side) {
				corner = geom.Pt(t.turn.X, f.turn.Y)
			}
			if seen(f, corner, looks[0][i]) && seen(t, corner, looks[1][j]) &&
				f.turn.Dist(corner)+t.turn.Dist(corner)+bendCost <= left {
				return true
			}
		}
	}
	return false
}

func level(s symbol.Side) bool { return s == symbol.Right || s == symbol.Left }

// look is how far one sees from a point along a side, at most far.
func look(boxes []geom.Rect, p geom.Point, s symbol.Side) float64 {
	d := far
	for _, b := range boxes {
		b = b.Grow(hard - 0.01)
		x0, x1, y0, y1 := b.X, b.Right(), b.Y, b.Bottom()
		at, across := p.X, p.Y
		if !level(s) {
			x0, x1, y0, y1 = y0, y1, x0, x1
			at, across = across, at
		}
		if across <= y0 || across >= y1 {
			continue
		}
		if s == symbol.Right || s == symbol.Bottom {
			if x1 > at {
				d = min(d, max(0, x0-at))
			}
		} else if x0 < at {
			d = min(d, max(0, at-x1))
		}
	}
	return d
}

// seen tells whether a point in line with a gate is seen from it.
func seen(g *gate, p geom.Point, far float64) bool {
	o := g.side.Out()
	d := (p.X-g.turn.X)*o.X + (p.Y-g.turn.Y)*o.Y
	return d >= -1e-9 && d <= far+1e-9
}

// joined tells whether a stretch across can join what is seen out of two gates
// that look along the same axis, for no more than what is left and those bends.
func joined(boxes []geom.Rect, f, t *gate, farF, farT, left float64, bends int) bool {
	a, b, c0, c1 := f.turn.X, t.turn.X, f.turn.Y, t.turn.Y
	if !level(f.side) {
		a, b, c0, c1 = c0, c1, a, b
	}
	across := math.Abs(c1 - c0)
	if across < 1e-9 { // in one line: nothing to join, or a way back that has more bends
		return f.side != t.side && seen(f, t.turn, farF) && math.Abs(a-b) <= left
	}
	if bends < 2 {
		return false
	}
	left -= across + 2*bendCost
	if math.Abs(a-b) > left {
		return false
	}
	lo, hi := (a+b-left)/2, (a+b+left)/2
	for _, v := range [2]struct {
		at, far float64
		side    symbol.Side
	}{{a, farF, f.side}, {b, farT, t.side}} {
		if v.side == symbol.Right || v.side == symbol.Bottom {
			lo, hi = max(lo, v.at), min(hi, v.at+v.far)
		} else {
			lo, hi = max(lo, v.at-v.far), min(hi, v.at)
		}
	}
	c0, c1 = min(c0, c1), max(c0, c1)
	for again := true; again && lo <= hi+1e-9; {
		again = false
		for _, box := range boxes {
			box = box.Grow(hard - 0.01)
			s0, s1, p0, p1 := box.X, box.Right(), box.Y, box.Bottom()
			if !level(f.side) {
				s0, s1, p0, p1 = p0, p1, s0, s1
			}
			if p0 < c1 && p1 > c0 && s0 < lo-1e-9 && s1 > lo+1e-9 {
				lo, again = s1, true
			}
		}
	}
	return lo <= hi+1e-9
}
