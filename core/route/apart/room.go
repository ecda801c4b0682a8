package apart

import (
	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// Room, px.
const (
	farthest  = 80.0 // that a segment is pushed at most
	fromBox   = 5.0  // kept from a box that it runs beside
	needBox   = 2.0  // the same in need
	arrowRoom = 11.0 // kept before a port, for the arrowhead
	needArrow = 6.0  // the same in need
	touching  = 1.0  // nearer to a box than this is on it
)

// clip makes the span end where another one does.
func (s *span) clip(lo, hi float64) { s.lo, s.hi = max(s.lo, lo), min(s.hi, hi) }

// boundAll finds the room of a segment and of those that move along with it.
func (n *Lines) boundAll(ss []segment, lead int, upright bool) {
	n.bound(&ss[lead], upright)
	for _, i := range n.followers[lead] {
		n.bound(&ss[i], upright)
		ss[lead].room.clip(ss[i].room.lo, ss[i].room.hi)
		ss[lead].need.clip(ss[i].need.lo, ss[i].need.hi)
	}
}

// bound finds the room of a segment: in its channel between the boxes beside it, and at a
// port no farther than the port lets it slide.
func (n *Lines) bound(s *segment, upright bool) {
	s.bounded = true
	p, l := n.paths[s.line], &n.p.Lines[s.line]
	on := func(q geom.Point) float64 {
		if upright {
			return q.X
		}
		return q.Y
	}
	if p.Through || p.Direct || p.Rigid || p.Hold == find.Firm || p.Pinned(upright, s.was) {
		s.room, s.need = span{s.pos, s.pos}, span{s.pos, s.pos}
		return
	}
	first, last := s.at == 0, s.at == s.last
	s.room = span{s.pos - farthest, s.pos + farthest}
	if first {
		s.room.clip(on(p.From.Port)-p.From.Slide, on(p.From.Port)+p.From.Slide)
	}
	if last {
		s.room.clip(on(p.To.Port)-p.To.Slide, on(p.To.Port)+p.To.Slide)
	}
	if p.Hold == find.Yielding {
		at := on(p.Points[s.at])
		s.room.clip(at-find.Gap, at+find.Gap)
	}
	s.need = s.room
	channel := geom.Rect{X: s.room.lo, Y: s.low, W: s.room.hi - s.room.lo, H: s.high - s.low}
	if !upright {
		channel = geom.Rect{X: s.low, Y: s.room.lo, W: s.high - s.low, H: s.room.hi - s.room.lo}
	}
	n.f.Near.Near(channel.Grow(touching), func(b int) {
		if first && b == l.From.Box || last && b == l.To.Box {
			return
		}
		r := n.p.Boxes[b].Rect
		e0, e1, p0, p1 := r.X, r.Right(), r.Y, r.Bottom()
		if !upright {
			e0, e1, p0, p1 = r.Y, r.Bottom(), r.X, r.Right()
		}
		if p0-touching >= s.high || p1+touching <= s.low {
			return
		}
		room, need := fromBox, needBox
		if s.at == 1 && b == l.From.Box || s.at == s.last-1 && b == l.To.Box {
			room, need = arrowRoom, needArrow
		}
		if d := s.pos - e1; d >= 0 {
			s.room.lo, s.need.lo = max(s.room.lo, e1+min(room, d)), max(s.need.lo, e1+min(need, d))
		} else if d := e0 - s.pos; d >= 0 {
			s.room.hi, s.need.hi = min(s.room.hi, e0-min(room, d)), min(s.need.hi, e0-min(need, d))
		}
	})
	s.room = span{min(s.room.lo, s.pos), max(s.room.hi, s.pos)}
	s.need = span{min(s.need.lo, s.room.lo), max(s.need.hi, s.room.hi)}
}
