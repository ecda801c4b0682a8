package route

import (
	"math"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// sides is a set of symbol.Side values, used for sides that may not be taken.
type sides uint8

func (s sides) has(x symbol.Side) bool { return s&(1<<x) != 0 }
func only(x symbol.Side) sides         { return 1 << x }

const allSides sides = 15

// key names one search: the line, where it is glued and what it may not use.
type key struct {
	line             string
	from, to         int // slots of the boxes, -1 for a loose end
	fromPort, toPort string
	fromAt, toAt     geom.Point
	noFrom, noTo     sides
	pins             string
	direct           bool
	room             float64
	most             bound
	like             *found
}

// found is the path of one line, blind to other lines, and what it rests on:
// it stands as long as none of the boxes known changes and no other box comes
// into one of the zones.
type found struct {
	points   []geom.Point
	from, to gate
	cost     float64
	through  bool
	none     bool // there is no path within the limit
	plain    bool // no path was searched
	direct   bool
	rigid    bool  // is not to be moved by others
	firm     bool  // is a way that is kept, and others keep off
	yields   bool  // is one that makes way to others, by a gap at most
	pins     []Pin // those that it keeps

	known slotSet
	zones []geom.Rect
	trail trail
	used  bool
	gone  bool // does not stand any more
}

// slotSet is a set of slots.
type slotSet []uint64

func (b *slotSet) add(i int) {
	for len(*b) <= i/64 {
		*b = append(*b, 0)
	}
	(*b)[i/64] |= 1 << (i % 64)
}

func (b slotSet) has(i int) bool { return i/64 < len(b) && b[i/64]&(1<<(i%64)) != 0 }

func (b slotSet) meets(c slotSet) bool {
	for i := range min(len(b), len(c)) {
		if b[i]&c[i] != 0 {
			return true
		}
	}
	return false
}

// forget takes up a new page and drops the paths that the changes from the last one
// to it may have touched. These are kept for this page, since another search for them
// begins as it did.
func (r *Router) forget(p Page) {
	if r.kept == nil {
		r.kept, r.slots = map[key]*found{}, map[string]int{}
	}
	if !slices.Equal(r.borders, p.Borders) {
		clear(r.kept)
		r.borders, r.choices = slices.Clone(p.Borders), nil
	}
	r.changed, r.moved = r.changed[:0], r.moved[:0]
	if len(r.boxes) != len(p.Boxes) || !slices.EqualFunc(r.boxes, p.Boxes, func(a, b Box) bool { return a.ID == b.ID }) {
		r.number(p.Boxes)
	}
	for i := range p.Boxes {
		if b, o := &p.Boxes[i], &r.boxes[i]; *b != *o {
			r.changed.add(r.slot[i])
			r.moved = append(r.moved, b.Rect)
			r.labels.touched = append(r.labels.touched, b.Rect, o.Rect)
			r.ports[i] = nil
		}
	}
	copy(r.boxes, p.Boxes)
	r.closes = make([][]int32, len(p.Boxes))
	r.near.Reset(p.bounds())
	for _, b := range p.Boxes {
		r.near.Add(b.Rect)
	}
	for k, f := range r.kept {
		if !f.used {
			delete(r.kept, k)
		}
		f.gone = f.gone || !f.used || f.known.meets(r.changed) || f.entered(r.moved)
		f.used = false
	}
}

// number gives each box of another list its slot, and makes it the last page's as far
// as that knew them. What is gone has changed.
func (r *Router) number(boxes []Box) {
	last := make(map[string]Box, len(r.boxes))
	for _, b := range r.boxes {
		last[b.ID] = b
	}
	r.boxes, r.slot, r.ports = make([]Box, len(boxes)), make([]int, len(boxes)), make([][]symbol.Port, len(boxes))
	for i, b := range boxes {
		at, ok := r.slots[b.ID]
		if !ok {
			at = len(r.slots)
			r.slots[b.ID] = at
		}
		r.slot[i], r.boxes[i] = at, last[b.ID]
		delete(last, b.ID)
	}
	for id, b := range last {
		r.changed.add(r.slots[id])
		r.labels.touched = append(r.labels.touched, b.Rect)
	}
}

// entered tells whether one of the boxes has come into a zone.
func (f *found) entered(moved []geom.Rect) bool {
	for _, m := range moved {
		for _, z := range f.zones {
			if z.Overlaps(m) {
				return true
			}
		}
	}
	return false
}

// path routes line i of the page, keeping off the sides given, or takes the
// route that was kept.
func (r *Router) path(p *Page, i int, noFrom, noTo sides) *found {
	return r.bounded(p, i, noFrom, noTo, boundless, nil)
}

// within is path, but for one that would cost more than limit, or bend more often
// than another path of the line: that is none. The search begins with the boxes
// among which the other one was found.
// (Of more boxes than are known a path could cost only more; so none stays
// none for as long as those do not change.)
func (r *Router) within(p *Page, i int, noFrom, noTo sides, limit float64, like *found) *found {
	return r.bounded(p, i, noFrom, noTo, bound{limit, len(like.points) - 2}, like)
}

func (r *Router) bounded(p *Page, i int, noFrom, noTo sides, most bound, like *found) *found {
	if f := r.stay[i]; f != nil {
		return f
	}
	l := &p.Lines[i]
	k := key{line: l.ID, fromPort: l.From.Port, toPort: l.To.Port, fromAt: l.From.At, toAt: l.To.At, noFrom: noFrom, noTo: noTo, pins: pinKey(l.Pins), direct: l.Direct, room: l.From.Room + l.To.Room + l.From.Half + l.To.Half, most: most, like: like}
	k.from, k.to = -1, -1
	if l.From.Box >= 0 {
		k.from = r.slot[l.From.Box]
	}
	if l.To.Box >= 0 {
		k.to = r.slot[l.To.Box]
	}
	f := r.kept[k]
	if f == nil || f.gone {
		if f = r.explore(p, l, noFrom, noTo, most, like, f); r.meter.out {
			return r.plain(p, l, most) // and look again for the next page
		}
		r.kept[k] = f
	}
	f.used = true
	return f
}

// plain is the path of a line for which no way is searched any more.
func (r *Router) plain(p *Page, l *Line, most bound) *found {
	f := newFound()
	if most.set() || r.meter.gone {
		f.none = true
		return f
	}
	if l.Direct {
		f.straight(r, *p, *l)
	} else {
		f.around(r, *p, *l)
		f.plain = true
	}
	return f
}

// pinKey tells lists of pins from each other.
func pinKey(pins []Pin) string {
	if len(pins) == 0 {
		return ""
	}
	var b []byte
	for _, p := range pins {
		b = append(geom.AppendNum(b, p.At), '-')
		if p.Upright {
			b[len(b)-1] = '|'
		}
	}
	return string(b)
}

func cost(pts []geom.Point) float64 {
	return geom.Length(pts) + bendCost*float64(len(pts)-2)
}

// gates lists where a line may hold at an end: the port it is glued to, or all
// natural ports; sides that another box closes, or that are not to be taken,
// are left out as long as one stays.
// They are written to list, from its start.
func (r *Router) gates(list []gate, p *Page, e *End, no sides, rects []geom.Rect, out bool) []gate {
	list = list[:0]
	if e.Box < 0 {
		return append(list, gate{port: round(e.At), turn: round(e.At), free: true})
	}
	b := &p.Boxes[e.Box]
	if e.Placed {
		g := gate{name: e.Port, side: e.Side, fixed: true, port: round(e.At)}
		g.turn = before(g.port, e.Side, b.Rect, e.Room, clearance(g.port, e.Side, b.Rect, e.Room, rects))
		return append(list, g)
	}
	all, open := list, 0 // open ones first
	for _, port := range r.portsOf(p, e.Box) {
		if e.Port != "" && e.Port != port.Name {
			continue
		}
		g := gate{name: port.Name, side: port.Side, slide: max(0, port.Slide-e.Half), fixed: e.Port != "", port: round(port.At.Add(geom.Pt(b.Rect.X, b.Rect.Y))), stiff: stiffness(e, port)}
		switch {
		case out && (port.Side == symbol.Top || port.Side == symbol.Left):
			g.cost = againstOut
		case !out && (port.Side == symbol.Bottom || port.Side == symbol.Right):
			g.cost = againstIn
		case out && port.Side == symbol.Bottom || !out && port.Side == symbol.Left:
			g.cost = sideways
		}
		free := clearance(g.port, port.Side, b.Rect, e.Room, rects)
		g.turn = before(g.port, port.Side, b.Rect, e.Room, free)
		all = append(all, g)
		if free > 2*hard && !no.has(port.Side) {
			all[open], all[len(all)-1] = all[len(all)-1], all[open]
			open++
		}
	}
	if open == 0 {
		return all
	}
	return all[:open]
}

// before is where a line may first turn before a port with so much free way. More
// room than a margin is taken up to half of the way, since the other end may need as
// much.
func before(port geom.Point, s symbol.Side, own geom.Rect, room, free float64) geom.Point {
	d, o := min(Margin, max(free/2, free-Margin)), s.Out()
	if room > Margin {
		d = max(d, min(room, free/2))
	}
	return round(edgeOf(own, s, port).Add(geom.Pt(o.X*d, o.Y*d)))
}

func round(p geom.Point) geom.Point { return geom.Pt(geom.Round2(p.X), geom.Round2(p.Y)) }

// edgeOf is where the ray out of a port leaves the box: ports of leaning
// symbols lie inside it.
func edgeOf(r geom.Rect, s symbol.Side, p geom.Point) geom.Point {
	switch s {
	case symbol.Top:
		p.Y = r.Y
	case symbol.Right:
		p.X = r.Right()
	case symbol.Bottom:
		p.Y = r.Bottom()
	default:
		p.X = r.X
	}
	return p
}

// clearance is the free way straight out of a port, up to four margins, or twice the
// room that is wanted there.
func clearance(p geom.Point, s symbol.Side, own geom.Rect, room float64, rects []geom.Rect) float64 {
	start, o := edgeOf(own, s, p), s.Out()
	free := max(4*Margin, 2*room)
	for _, r := range rects {
		if r == own {
			continue
		}
		var d float64
		switch {
		case o.X != 0 && p.Y > r.Y-hard && p.Y < r.Bottom()+hard:
			if d = r.X - start.X; o.X < 0 {
				d = start.X - r.Right()
			}
			if (r.CX()-start.X)*o.X < 0 {
				continue // behind
			}
		case o.Y != 0 && p.X > r.X-hard && p.X < r.Right()+hard:
			if d = r.Y - start.Y; o.Y < 0 {
				d = start.Y - r.Bottom()
			}
			if (r.CY()-start.Y)*o.Y < 0 {
				continue
			}
		default:
			continue
		}
		free = min(free, max(0, d))
	}
	return free
}

// loopGates are the gates of a line from a step to itself: out at the right
// and in at the top, unless its ports say otherwise.
func loopGates(l Line, from, to []gate) ([]gate, []gate) {
	pick := func(gs []gate, want ...string) []gate {
		for _, w := range want {
			for _, g := range gs {
				if g.name == w {
					return []gate{g}
				}
			}
		}
		return gs[:1]
	}
	if l.From.Port == "" {
		if l.To.Port == "right" {
			from = pick(from, "bottom", "top")
		} else {
			from = pick(from, "right", "bottom")
		}
	}
	if l.To.Port == "" {
		if from[0].name == "top" {
			to = pick(to, "left", "right")
		} else {
			to = pick(to, "top", "left")
		}
	}
	return from, to
}

// around draws a line that has no way around all the same: by right angles
// from end to end, through whatever stands there.
func (f *found) around(r *Router, p Page, l Line) {
	f.through = true
	f.from, f.to = r.nearest(p, l.From, l.To, true), r.nearest(p, l.To, l.From, false)
	a, b := f.from.port, f.to.port
	mid := geom.Pt(b.X, a.Y)
	if !f.from.free && (f.from.side == symbol.Top || f.from.side == symbol.Bottom) {
		mid = geom.Pt(a.X, b.Y)
	}
	f.points, f.pins = geom.Simplify([]geom.Point{a, mid, b}), nil
	if len(f.points) < 2 {
		f.points = []geom.Point{a, b}
	}
	f.cost = cost(f.points) + 1e6
}

// straight draws a line from end to end: from the ports that it is glued to,
// else from where the straight way to the other end leaves the outline.
func (f *found) straight(r *Router, p Page, l Line) {
	f.direct = true
	f.from, f.to = r.nearest(p, l.From, l.To, true), r.nearest(p, l.To, l.From, false)
	a, b := f.from.port, f.to.port
	middle := func(e End, g gate) geom.Point {
		if e.Box >= 0 && e.Port == "" {
			return p.Boxes[e.Box].Rect.Centre()
		}
		return g.port
	}
	ma, mb := middle(l.From, f.from), middle(l.To, f.to)
	if l.From.Box >= 0 && l.From.Port == "" {
		a = leaves(p.Boxes[l.From.Box], ma, mb)
	}
	if l.To.Box >= 0 && l.To.Port == "" {
		b = leaves(p.Boxes[l.To.Box], mb, ma)
	}
	if l.From.Box >= 0 && l.From.Box == l.To.Box { // a loop has no straight way
		a, b = f.from.port, f.to.port
	}
	f.points = []geom.Point{round(a), round(b)}
	f.cost = cost(f.points)
}

// leaves is where the straight way from inside a box to a point cuts its
// outline; the point from itself when it does not.
func leaves(b Box, from, to geom.Point) geom.Point {
	outline := b.Kind.Outline(b.Rect.W, b.Rect.H).Shift(b.Rect.X, b.Rect.Y).Flatten(0.1)
	best, far := from, -1.0
	for i := range outline {
		q, ok := geom.Meet(from, to, outline[i], outline[(i+1)%len(outline)])
		if d := q.Dist(from); ok && d > far {
			best, far = q, d
		}
	}
	return best
}

func (r *Router) nearest(p Page, e, other End, out bool) gate {
	target := other.At
	if other.Box >= 0 {
		target = p.Boxes[other.Box].Rect.Centre()
	}
	gs := r.gates(nil, &p, &e, 0, nil, out)
	best := gs[0]
	for _, g := range gs[1:] {
		if g.port.Dist(target) < best.port.Dist(target) {
			best = g
		}
	}
	return best
}

// slip is how far an end may hold beside its port to save two bends, px.
const slip = 24.0

// straighten takes the jog out of a line between sides that all but face each
// other: both ends slide along their sides to one straight line.
func (f *found) straighten(rects []geom.Rect, meet func(geom.Rect)) {
	p := f.points
	if len(p) != 4 || f.from.free || f.to.free || f.from.side != opposite(f.to.side) {
		return
	}
	level := p[0].Y == p[1].Y
	off := p[3].X - p[0].X
	if level {
		off = p[3].Y - p[0].Y
	}
	a, b := f.from.room(), f.to.room()
	if a+b == 0 || math.Abs(off) > a+b {
		return
	}
	// Each gives way in proportion to its room, or the stiffer one no more than it must.
	at := off * a / (a + b)
	switch {
	case f.from.stiff > f.to.stiff:
		at = off - math.Max(-b, math.Min(off, b))
	case f.from.stiff < f.to.stiff:
		at = math.Max(-a, math.Min(off, a))
	}
	at = geom.Round2(at)
	q, r := p[0], p[3]
	if level {
		q.Y = geom.Round2(q.Y + at)
		r.Y = q.Y
	} else {
		q.X = geom.Round2(q.X + at)
		r.X = q.X
	}
	way := geom.Span(q, r)
	meet(way.Grow(Margin - 0.5))
	inner := way // what lies before the ends; the two steps themselves do not count
	if level {
		inner.X, inner.W = inner.X+hard, max(0, inner.W-2*hard)
	} else {
		inner.Y, inner.H = inner.Y+hard, max(0, inner.H-2*hard)
	}
	for _, box := range rects {
		if box.Grow(Margin/2).Overlaps(inner) && !box.Contains(p[0]) && !box.Contains(p[3]) {
			return
		}
	}
	f.points = []geom.Point{q, r}
	f.cost = cost(f.points)
}

// room is how far a line may hold beside the port to become straight; where
// the port was asked for, not at all.
func (g *gate) room() float64 {
	if g.fixed {
		return 0
	}
	return min(g.slide, slip)
}

// centre moves each stretch whose neighbours go on the same way (a Z) to the
// middle of its room, or beside a border that runs there.
func (f *found) centre(rects []geom.Rect, borders []float64, meet func(geom.Rect)) {
	pts := f.points
	for k := 1; k+2 < len(pts); k++ {
		upright := math.Abs(pts[k].X-pts[k+1].X) < 1e-9
		get := func(q geom.Point) float64 {
			if upright {
				return q.X
			}
			return q.Y
		}
		a, at, b := get(pts[k-1]), get(pts[k]), get(pts[k+2])
		if (at-a)*(b-at) <= 0 || f.pinned(upright, at) {
			continue
		}
		lo, hi := min(a, b), max(a, b)
		if k == 1 && !f.from.free {
			lo, hi = keepStub(lo, hi, a, get(f.from.turn))
		}
		if k+3 == len(pts) && !f.to.free {
			lo, hi = keepStub(lo, hi, b, get(f.to.turn))
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
		for _, r := range rects {
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
		mid := geom.Round2((lo + hi) / 2)
		if !upright {
			mid = offBorders(borders, mid, lo, hi, a < at)
		}
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

// pinned tells whether the stretch at that place was pinned there.
func (f *found) pinned(upright bool, at float64) bool {
	for _, p := range f.pins {
		if p.Upright == upright && math.Abs(p.At-at) < 0.01 {
			return true
		}
	}
	return false
}

// keepStub narrows [lo,hi] so that the stretch at the port a reaches at least
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
