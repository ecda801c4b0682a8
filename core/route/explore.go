package route

import (
	"slices"

	"plaintracer/core/geom"
)

// explorer searches the path of one line among the boxes that matter: at first
// those at the line's ends, then also each one that the path found so far meets,
// until it meets none. The cheapest path among some of the boxes that is clear of
// all boxes is the cheapest among all.
type explorer struct {
	*found
	r *Router
	p *Page
	l *Line
	*exploring
}

// exploring are the buffers of explorers that follow each other.
type exploring struct {
	in     []int32 // per box: 1 + its place among those known, 0 for none
	ground ground

	outs, ins []gate
	met       []int
	among     slotSet
}

// trail is what the searches for a path found, one after the other, and the slots
// of the boxes in the order in which they got known.
type trail struct {
	slots []int32
	steps []step
}

// step is what was found among the first so many boxes known; without points,
// that there is no path.
type step struct {
	known    int
	points   []geom.Point
	from, to gate
}

// apart routes a line again so that it does not run along the walls; nil when
// there is no such way.
func (r *Router) apart(p *Page, i int, like *found, walls []wall) *found {
	x := r.newExplorer(p, &p.Lines[i])
	x.seize(like)
	f := x.search(0, 0, walls, boundless, trail{})
	if f.through || f.direct || r.meter.out {
		return nil
	}
	return f
}

// explore searches the path of a line, beginning with the boxes among which another path
// of it was found, if there is one. Where it was searched before, the steps are the same
// up to the first that knew a box which has changed.
func (r *Router) explore(p *Page, l *Line, noFrom, noTo sides, most bound, like, before *found) *found {
	if r.meter.spend(len(p.Boxes) / 64) {
		return nil
	}
	x := r.newExplorer(p, l)
	if like != nil {
		x.seize(like)
	}
	var t trail
	if before != nil {
		t = before.trail
	}
	return x.search(noFrom, noTo, nil, most, t)
}

func (r *Router) newExplorer(p *Page, l *Line) *explorer {
	x := &explorer{r: r, p: p, l: l, exploring: &r.exploring}
	x.in = resize(x.in, len(p.Boxes))
	clear(x.in)
	x.ground.boxes, x.ground.tight = x.ground.boxes[:0], x.ground.tight[:0]
	x.found = newFound()
	for _, e := range [2]End{l.From, l.To} {
		if e.Box >= 0 {
			x.take(e.Box)
			x.meet(p.Boxes[e.Box].Rect.Grow(max(2*Margin, e.Room+Margin) + 1))
		} else {
			x.meet(geom.Rect{X: e.At.X, Y: e.At.Y}.Grow(Margin))
		}
	}
	return x
}

// newFound is an empty path, in one piece with the room that most of them need.
func newFound() *found {
	f := &struct {
		found
		known [16]uint64
		zones [16]geom.Rect
		slots [24]int32
		steps [3]step
	}{}
	f.found.known, f.found.zones, f.found.trail = f.known[:0], f.zones[:0], trail{f.slots[:0], f.steps[:0]}
	return &f.found
}

// take makes a box known.
func (x *explorer) take(b int) {
	if x.in[b] == 0 {
		x.known.add(x.r.slot[b])
		x.trail.slots = append(x.trail.slots, int32(x.r.slot[b]))
		x.ground.boxes = append(x.ground.boxes, x.p.Boxes[b].Rect)
		x.in[b] = int32(len(x.ground.boxes))
		for _, o := range x.r.closeBy(x.p, b) {
			if at := x.in[o]; at > 0 {
				x.ground.tight = append(x.ground.tight, [2]int{int(at) - 1, len(x.ground.boxes) - 1})
			}
		}
	}
}

// seize makes the boxes known among which another path was found.
func (x *explorer) seize(like *found) {
	t := &like.trail
	if len(t.steps) == 0 {
		return
	}
	x.among = x.among[:0]
	for _, s := range t.slots[:t.steps[len(t.steps)-1].known] {
		x.among.add(int(s))
	}
	for b := range x.p.Boxes {
		if x.among.has(x.r.slot[b]) {
			x.take(b)
		}
	}
}

// meet makes the boxes known that come into a zone.
func (x *explorer) meet(zone geom.Rect) {
	x.zones = append(x.zones, zone)
	x.met = x.met[:0]
	x.r.near.Near(zone, func(b int) {
		if x.in[b] == 0 && zone.Overlaps(x.p.Boxes[b].Rect) && !x.p.Boxes[b].swallows(x.l) {
			x.met = append(x.met, b)
		}
	})
	for _, b := range x.met {
		x.take(b)
	}
}

// swallows tells whether an end of a line lies inside of a box, which then cannot be
// gone around.
func (b *Box) swallows(l *Line) bool {
	r := b.Rect.Grow(-hard)
	for _, e := range [2]End{l.From, l.To} {
		if e.Box < 0 && r.Contains(e.At) {
			return true
		}
	}
	return false
}

func (x *explorer) search(noFrom, noTo sides, walls []wall, most bound, before trail) *found {
	f, l := x.found, x.l
	if l.Direct {
		f.straight(x.r, *x.p, *l)
		return f
	}
	f.pins, x.ground.walls = l.Pins, walls
	for n := 0; ; n++ {
		if n >= len(before.steps) || !x.repeats(&before, n) {
			before.steps = nil
			f.trail.steps = append(f.trail.steps, x.find(noFrom, noTo, most))
		} else {
			f.trail.steps = append(f.trail.steps, before.steps[n])
		}
		s := &f.trail.steps[n]
		if s.points == nil && most.set() {
			f.none, f.zones = true, nil
			return f
		}
		if s.points == nil && len(f.pins) > 0 {
			f.pins = nil // steps stand where it was pinned: it runs free
			continue
		}
		if s.points == nil {
			f.around(x.r, *x.p, *l)
			return f
		}
		for i := 1; i < len(s.points); i++ {
			x.meet(geom.Span(s.points[i-1], s.points[i]).Grow(Margin - 0.5))
		}
		if len(x.ground.boxes) == s.known {
			f.from, f.to = s.from, s.to
			x.settle(s.points)
			return f
		}
	}
}

// settle takes a path that is clear of all boxes, and moves its stretches to where they
// stand well. What is met on the way makes it think again of that, not of the path:
// the cheapest among some of the boxes that is clear of all is the cheapest among all.
func (x *explorer) settle(points []geom.Point) {
	f := x.found
	for known := -1; known < len(x.ground.boxes); {
		known = len(x.ground.boxes)
		f.points = append(f.points[:0], points...)
		f.cost = cost(f.points)
		if len(x.ground.walls) > 0 {
			return // it would move back onto the line that it was to leave
		}
		if len(f.pins) == 0 {
			f.straighten(x.ground.boxes, x.meet)
		}
		f.centre(x.ground.boxes, x.p.Borders, x.meet)
	}
}

// repeats tells whether the next step is step n of another trail: the same boxes are
// known, and none of them has changed since.
func (x *explorer) repeats(t *trail, n int) bool {
	known := t.steps[n].known
	if len(x.trail.slots) != known || !slices.Equal(x.trail.slots, t.slots[:known]) {
		return false
	}
	for _, s := range x.trail.slots {
		if x.r.changed.has(int(s)) {
			return false
		}
	}
	return true
}

// find searches among the boxes that are known now.
func (x *explorer) find(noFrom, noTo sides, most bound) step {
	x.outs, x.ins = x.r.gates(x.outs, x.p, &x.l.From, noFrom, x.ground.boxes, true), x.r.gates(x.ins, x.p, &x.l.To, noTo, x.ground.boxes, false)
	from, to := x.outs, x.ins
	if x.l.From.Box >= 0 && x.l.From.Box == x.l.To.Box {
		from, to = loopGates(*x.l, from, to)
	}
	s := step{known: len(x.ground.boxes)}
	x.ground.pins = x.pins
	pts, f, t := x.r.work.find(x.ground, from, to, most, &x.r.meter)
	if pts != nil {
		s.points, s.from, s.to = pts, *f, *t
	}
	return s
}

// closeBy are the boxes that stand nearer to box b than two margins.
func (r *Router) closeBy(p *Page, b int) []int32 {
	if r.closes[b] == nil {
		r.closes[b] = []int32{}
		near := p.Boxes[b].Rect.Grow(2 * Margin)
		r.near.Near(near, func(o int) {
			if o != b && near.Overlaps(p.Boxes[o].Rect) {
				r.closes[b] = append(r.closes[b], int32(o))
			}
		})
	}
	return r.closes[b]
}
