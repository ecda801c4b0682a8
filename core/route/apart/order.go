package apart

import (
	"math"

	"plaintracer/core/geom"
)

// firstOf reports whether a should stand before b (-1), after it (1), or may stand
// either way (0), so that their lines cross least.
func (n *Lines) firstOf(a, b *segment, upright bool) int {
	lo, hi := n.firstAt(a, b, upright, false, 0), n.firstAt(a, b, upright, true, 0)
	if lo != 0 {
		return lo
	}
	return hi
}

// deepest is how many corners that two lines go round together are followed.
const deepest = 8

// firstAt looks at the low or high end of two segments that lie on each
// other: who turns off first lies on the side that it turns to.
func (n *Lines) firstAt(a, b *segment, upright, atHigh bool, depth int) int {
	ea, eb := a.low, b.low
	if atHigh {
		ea, eb = -a.high, -b.high
	}
	ta, na := n.turn(a, upright, atHigh)
	tb, nb := n.turn(b, upright, atHigh)
	switch {
	case ea > eb+0.5:
		return ta
	case eb > ea+0.5:
		return -tb
	case ta != tb:
		if ta < tb {
			return -1
		}
		return 1
	case ta == 0 || depth > deepest:
		return 0
	}
	// Both go round the same corner: who lies outside there is settled where
	// they part.
	var o int
	if d := na.pos - nb.pos; math.Abs(d) >= 1 {
		o = 1
		if d < 0 {
			o = -1
		}
	} else {
		o = n.firstAt(&na, &nb, !upright, ta > 0, depth+1)
	}
	if atHigh {
		return -ta * o
	}
	return ta * o
}

// turn tells to which side a line leaves a segment at its low or high end, and
// the segment that it goes on with; 0 where it ends.
func (n *Lines) turn(s *segment, upright, atHigh bool) (int, segment) {
	pts := n.points[s.line]
	along := func(q geom.Point) float64 {
		if upright {
			return q.Y
		}
		return q.X
	}
	at, next := s.at, s.at-1 // the end is pts[at]; next is the neighbour's first point
	if (along(pts[s.at+1]) > along(pts[s.at])) == atHigh {
		at, next = s.at+1, s.at+1
	}
	if next < 0 || next+1 >= len(pts) {
		return 0, segment{}
	}
	far := pts[next]
	if next == at {
		far = pts[next+1]
	}
	here := pts[at]
	o := segment{line: s.line, at: next, last: s.last}
	var d float64
	if upright {
		d = far.X - here.X
		o.pos, o.low, o.high = here.Y, min(far.X, here.X), max(far.X, here.X)
	} else {
		d = far.Y - here.Y
		o.pos, o.low, o.high = here.X, min(far.Y, here.Y), max(far.Y, here.Y)
	}
	switch {
	case d < 0:
		return -1, o
	case d > 0:
		return 1, o
	}
	return 0, o
}
