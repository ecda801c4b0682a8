package route

import (
	"math"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// held is the way that a line had, nil for none, and the path along it; nil where the
// line cannot keep it.
type held struct {
	line string
	way  *Route
	path *found
}

// hold takes up the ways that lines are to keep, where they still can: a line that
// does holds at the ports where it did.
func (r *Router) hold(p Page) Page {
	last := r.held
	r.held = make([]held, len(p.Lines))
	find := finder(len(last), func(k int) string { return last[k].line })
	r.stay = resize(r.stay, len(p.Lines))
	r.lines = append(r.lines[:0], p.Lines...)
	p.Lines = r.lines
	for i := range p.Lines {
		l := &p.Lines[i]
		h := &r.held[i]
		h.line, r.stay[i] = l.ID, nil
		if l.Way == nil {
			continue
		}
		if k := find(i, l.ID); k >= 0 && last[k].keeps(l) && !r.touches(last[k].path, &p, l) {
			*h = last[k]
		} else {
			*h = held{l.ID, l.Way, r.asBefore(&p, l)}
		}
		if r.stay[i] = h.path; h.path != nil {
			if l.From.Box >= 0 {
				l.From.Port = l.Way.FromPort
			}
			if l.To.Box >= 0 {
				l.To.Port = l.Way.ToPort
			}
		}
	}
	return p
}

// keeps tells whether it is a path along the line's way.
func (h *held) keeps(l *Line) bool {
	w, o := h.way, l.Way
	return h.path != nil && h.path.firm == l.Firm &&
		(w == o || w.FromPort == o.FromPort && w.ToPort == o.ToPort && slices.Equal(w.Points, o.Points))
}

// touches tells whether the last change of the page may make a difference to a kept way.
func (r *Router) touches(f *found, p *Page, l *Line) bool {
	for _, e := range [2]End{l.From, l.To} {
		if e.Box >= 0 && r.changed.has(r.slot[e.Box]) {
			return true
		}
	}
	return f.entered(r.moved)
}

// asBefore is the path along a way that a line had; nil when it does not lead from
// end to end any more, or steps stand there, or not where it is pinned.
func (r *Router) asBefore(p *Page, l *Line) *found {
	pts := l.Way.Points
	if l.Direct || l.Way.Through && !l.Way.Plain || len(pts) < 2 {
		return nil
	}
	f := &found{points: pts, cost: cost(pts), firm: l.Firm, rigid: l.Firm, through: l.Way.Plain, plain: l.Way.Plain, pins: l.Pins, zones: []geom.Rect{boundsOf(pts)}}
	var ok, too bool
	f.from, ok = r.gateAt(p, l.From, l.Way.FromPort, pts[0])
	f.to, too = r.gateAt(p, l.To, l.Way.ToPort, pts[len(pts)-1])
	if !ok || !too {
		return nil
	}
	for _, pin := range l.Pins {
		if !follows(pts, pin) {
			return nil
		}
	}
	for k := 1; k < len(pts) && ok && !f.plain; k++ {
		r.near.Near(geom.Span(pts[k-1], pts[k]), func(b int) {
			own := k == 1 && b == l.From.Box || k == len(pts)-1 && b == l.To.Box
			if !own && geom.SegmentIn(pts[k-1], pts[k], p.Boxes[b].Rect) && !p.Boxes[b].swallows(l) {
				ok = false
			}
		})
	}
	if !ok {
		return nil
	}
	return f
}

// follows tells whether a line has a stretch where it is pinned.
func follows(pts []geom.Point, pin Pin) bool {
	for k := 1; k < len(pts); k++ {
		a, b := pts[k-1], pts[k]
		if pin.Upright && a.X == b.X && math.Abs(a.X-pin.At) < 0.01 || !pin.Upright && a.Y == b.Y && math.Abs(a.Y-pin.At) < 0.01 {
			return true
		}
	}
	return false
}

// gateAt is the gate of an end that holds at a port, at the place q; it fails when the
// end cannot.
func (r *Router) gateAt(p *Page, e End, port string, q geom.Point) (gate, bool) {
	if e.Box < 0 {
		return gate{port: q, turn: q, free: true}, q == round(e.At)
	}
	b := &p.Boxes[e.Box]
	if e.Placed {
		return gate{name: port, side: e.Side, fixed: true, port: q}, port == e.Port && q == round(e.At)
	}
	if e.Port != "" && e.Port != port {
		return gate{}, false
	}
	for _, n := range r.portsOf(p, e.Box) {
		if n.Name != port {
			continue
		}
		g := gate{name: port, side: n.Side, slide: max(0, n.Slide-e.Half), fixed: e.Port != "", port: round(n.At.Add(geom.Pt(b.Rect.X, b.Rect.Y)))}
		d := q.X - g.port.X
		if level(n.Side) {
			d = q.Y - g.port.Y
		}
		at := g.port
		if math.Abs(d) >= 0.01 {
			at = b.Kind.Edge(b.Rect.W, b.Rect.H, n, d).Add(geom.Pt(b.Rect.X, b.Rect.Y))
		}
		return g, math.Abs(d) <= g.slide+0.01 && at.Dist(q) < 0.05
	}
	return gate{}, false
}

// portsOf are the natural ports of a box.
func (r *Router) portsOf(p *Page, b int) []symbol.Port {
	if r.ports[b] == nil {
		r.ports[b] = p.Boxes[b].Kind.Ports(p.Boxes[b].Rect.W, p.Boxes[b].Rect.H)
	}
	return r.ports[b]
}
