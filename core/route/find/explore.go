package find

import "plaintracer/core/geom"

// explorer searches the path of one line among the obstacles that matter: at first those
// at the line's ends, then also each one that the path found so far meets, until it meets
// none. The cheapest path among some of the obstacles that is clear of all is the cheapest
// among all. Its buffers are used again.
type explorer struct {
	f      *Finder
	l      *Line
	known  []int32 // obstacles, in the order in which they got known
	in     []int32 // per box: 1 + its place in known, 0 for none
	ground ground

	outs, ins []Gate
	met       []int
}

// explorer makes ready for line l, beginning with the obstacles among which another path
// of it was found, if there is one.
func (f *Finder) explorer(l *Line, like *Path) *explorer {
	x := &f.explore
	x.f, x.l, x.known = f, l, x.known[:0]
	x.in = resize(x.in, len(f.Page.Boxes))
	clear(x.in)
	x.ground = ground{boxes: x.ground.boxes[:0], tight: x.ground.tight[:0]}
	for _, e := range [2]*End{&l.From, &l.To} {
		if e.Box >= 0 {
			x.take(e.Box)
			x.meet(f.Page.Boxes[e.Box].Rect.Grow(max(2*Margin, e.Room+Margin) + 1))
		} else {
			x.meet(geom.Rect{X: e.At.X, Y: e.At.Y}.Grow(Margin))
		}
	}
	if like != nil {
		for _, b := range like.known {
			x.take(int(b))
		}
	}
	return x
}

// take makes an obstacle known.
func (x *explorer) take(b int) {
	if x.in[b] != 0 {
		return
	}
	x.known = append(x.known, int32(b))
	x.in[b] = int32(len(x.known))
	x.ground.boxes = append(x.ground.boxes, x.f.Page.Boxes[b].Rect)
	for _, o := range x.f.close(b) {
		if at := x.in[o]; at > 0 {
			x.ground.tight = append(x.ground.tight, [2]int{int(at) - 1, len(x.known) - 1})
		}
	}
}

// meet makes the obstacles known that come into a zone.
func (x *explorer) meet(zone geom.Rect) {
	x.met = x.met[:0]
	x.f.Near.Near(zone, func(b int) {
		if o := &x.f.Page.Boxes[b]; x.in[b] == 0 && zone.Overlaps(o.Rect) && !o.swallows(x.l) {
			x.met = append(x.met, b)
		}
	})
	for _, b := range x.met {
		x.take(b)
	}
}

// search is the path that keeps off the sides and walls; nil where none is within the bound.
func (x *explorer) search(noFrom, noTo Sides, walls []Wall, most bound) *Path {
	if x.l.Direct {
		return x.f.straight(x.l)
	}
	p := &Path{Pins: x.l.Pins}
	x.ground.walls = walls
	for {
		x.ground.pins = p.Pins
		pts, from, to := x.find(noFrom, noTo, most)
		switch {
		case pts == nil && most.set():
			return nil
		case pts == nil && len(p.Pins) > 0:
			p.Pins = nil // steps stand where it was pinned: it runs without
			continue
		case pts == nil:
			return x.f.around(x.l)
		}
		known := len(x.known)
		for i := 1; i < len(pts); i++ {
			x.meet(geom.Span(pts[i-1], pts[i]).Grow(Margin - 0.5))
		}
		if len(x.known) == known {
			p.From, p.To, p.known = *from, *to, append(p.known, x.known...)
			x.settle(p, pts)
			return p
		}
	}
}

// find searches among the obstacles that are known now.
func (x *explorer) find(noFrom, noTo Sides, most bound) (geom.Polyline, *Gate, *Gate) {
	x.outs = x.f.gates(x.outs, &x.l.From, noFrom, x.ground.boxes, true)
	x.ins = x.f.gates(x.ins, &x.l.To, noTo, x.ground.boxes, false)
	from, to := x.outs, x.ins
	if x.l.From.Box >= 0 && x.l.From.Box == x.l.To.Box {
		from, to = loopGates(x.l, from, to)
	}
	return x.f.work.find(&x.ground, from, to, most, &x.f.Meter)
}

// settle takes a path that is clear of all obstacles, and moves its segments to where they
// stand well. What is met on the way makes it think again of that, not of the path.
func (x *explorer) settle(p *Path, pts geom.Polyline) {
	for known := -1; known < len(x.known); {
		known = len(x.known)
		p.Points = append(p.Points[:0], pts...)
		p.Cost = cost(p.Points)
		if len(x.ground.walls) > 0 {
			return // it would move back onto the line that it was to leave
		}
		if len(p.Pins) == 0 {
			p.straighten(x.ground.boxes, x.meet)
		}
		p.centre(x.ground.boxes, x.f.Page, x.meet)
	}
}

// close are the boxes that stand nearer to box b than two margins.
func (f *Finder) close(b int) []int32 {
	if f.closeBy[b] == nil {
		f.closeBy[b] = []int32{}
		near := f.Page.Boxes[b].Rect.Grow(2 * Margin)
		f.Near.Near(near, func(o int) {
			if o != b && near.Overlaps(f.Page.Boxes[o].Rect) {
				f.closeBy[b] = append(f.closeBy[b], int32(o))
			}
		})
	}
	return f.closeBy[b]
}
