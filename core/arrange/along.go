package arrange

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
)

// room is what making room for a step looks at: all other steps as boxes, measured
// along the axis in which they give way.
type room struct {
	page   *chart.Page
	across bool // they give way to the right, else downward
	lane   string
	lanes  map[string]string
	boxes  map[string]geom.Rect
	moved  map[string]bool
}

// newRoom takes all steps but the one named, which stands in lane, and grounds.
func newRoom(p *chart.Page, but, lane string, across bool) *room {
	r := &room{page: p, across: across, lane: lane, lanes: map[string]string{}, boxes: map[string]geom.Rect{}, moved: map[string]bool{}}
	for _, s := range p.Steps {
		if s.ID != but && !s.Behind() {
			r.boxes[s.ID], r.lanes[s.ID] = p.StepRect(s), s.Lane
		}
	}
	return r
}

// concerned reports whether a step gives way at all. Across the lanes only those of the same lane do:
// the lanes beyond move along as that one grows.
func (r *room) concerned(id string) bool { return r.across != r.page.Down || r.lanes[id] == r.lane }

func (r *room) start(b geom.Rect) float64 {
	if r.across {
		return b.X
	}
	return b.Y
}

func (r *room) end(b geom.Rect) float64 {
	if r.across {
		return b.Right()
	}
	return b.Bottom()
}

// shadows reports whether one of two boxes stands before or behind the other.
func (r *room) shadows(a, b geom.Rect) bool {
	if r.across {
		return a.Y < b.Bottom() && b.Y < a.Bottom()
	}
	return a.X < b.Right() && b.X < a.Right()
}

// shift moves a step by d, with it all that follow it along the flow and stand beyond
// it, and whatever those would come upon.
func (r *room) shift(id string, d float64) {
	from := r.start(r.boxes[id])
	g := flow.Of(r.page)
	todo, seen := []string{id}, map[string]bool{id: true}
	for len(todo) > 0 {
		at := todo[0]
		todo = todo[1:]
		v, ok := g.Index[at]
		if !ok {
			continue
		}
		for _, w := range g.Out[v] {
			to := r.page.Steps[g.Ways[w].To].ID
			if b, ok := r.boxes[to]; ok && !seen[to] && r.concerned(to) && r.start(b) >= from-1 {
				seen[to] = true
				todo = append(todo, to)
			}
		}
	}
	for again := true; again; {
		again = false
		for other, b := range r.boxes {
			if seen[other] || !r.concerned(other) || r.start(b) < from-1 {
				continue
			}
			for m := range seen {
				was, to := r.boxes[m], r.by(r.boxes[m], d)
				if to.Grow(least).Overlaps(b) && !was.Grow(least).Overlaps(b) || to.Overlaps(b) && !was.Overlaps(b) {
					seen[other], again = true, true
					break
				}
			}
		}
	}
	for m := range seen {
		r.boxes[m], r.moved[m] = r.by(r.boxes[m], d), true
	}
}

func (r *room) by(b geom.Rect, d float64) geom.Rect {
	if r.across {
		b.X = geom.Round2(b.X + d)
	} else {
		b.Y = geom.Round2(b.Y + d)
	}
	return b
}

// places are the steps that were moved, in the order of the page.
func (r *room) places() []chart.Place {
	var out []chart.Place
	for _, s := range r.page.Steps {
		if b, ok := r.boxes[s.ID]; ok && r.moved[s.ID] {
			b.W, b.H = s.W, s.H
			out = append(out, r.page.PlaceAt(s.ID, s.Lane, b))
		}
	}
	return out
}

// Grown is what gives way when a step grows from was to now, a box that has its start
// along the flow (across, or down) where it was. Those behind it keep their gap, up to
// the usual one; sideways only what it would touch gives way, or it does itself. The
// step's box is returned with the places of those that moved.
func Grown(p *chart.Page, id, lane string, was, now geom.Rect, across bool) (geom.Rect, []chart.Place) {
	r := newRoom(p, id, lane, across)
	now = r.grow(was, now, Gap)
	r.across = !across
	now = r.grow(was, now, least)
	return now, r.places()
}

// least is the gap kept where there was as much, px.
const least = 8.0

func (r *room) grow(was, now geom.Rect, usual float64) geom.Rect {
	for id, b := range r.boxes { // away from what stands before it
		if gap := r.start(was) - r.end(b); r.concerned(id) && r.shadows(now, b) && gap >= -1 {
			if d := r.end(b) + math.Min(least, math.Max(0, gap)) - r.start(now); d > 0 {
				now = r.by(now, d)
			}
		}
	}
	for {
		next, need := "", 0.5
		for id, b := range r.boxes {
			gap := r.start(b) - r.end(was)
			if r.moved[id] || !r.concerned(id) || !r.shadows(now, b) || gap < -1 {
				continue
			}
			if d := r.end(now) + math.Min(usual, math.Max(0, gap)) - r.start(b); d > need || d == need && id < next {
				next, need = id, d
			}
		}
		if next == "" {
			return now
		}
		r.shift(next, need)
	}
}

// Between puts a step between two others, on the straight stretch from a to b that
// connects them: with its middle on the line, behind the first with the usual gap, and
// with the second one moved along, and what follows it, where the gap would be less. The
// step's box and the steps that move are returned; nothing lies on anything then.
func Between(p *chart.Page, id, lane string, box geom.Rect, first, second string, a, b geom.Point) (geom.Rect, []chart.Place) {
	across := math.Abs(b.X-a.X) >= math.Abs(b.Y-a.Y)
	r := newRoom(p, id, lane, across)
	if across {
		box.Y = geom.Round2(a.Y - box.H/2)
		if b.X < a.X {
			first, second = second, first
		}
	} else {
		box.X = geom.Round2(a.X - box.W/2)
		if b.Y < a.Y {
			first, second = second, first
		}
	}
	if f, ok := r.boxes[first]; ok && r.shadows(f, box) && r.start(f) < r.start(box) {
		if d := r.end(f) + Gap - r.start(box); d > 0 {
			box = r.by(box, d)
		}
	}
	if s, ok := r.boxes[second]; ok && r.shadows(s, box) {
		if d := r.end(box) + Gap - r.start(s); d > 0 {
			r.shift(second, d)
		}
	}
	for range len(p.Steps) { // whoever else is there
		on := ""
		for other, o := range r.boxes {
			if r.concerned(other) && o.Grow(least).Overlaps(box) && (on == "" || other < on) {
				on = other
			}
		}
		if on == "" {
			break
		}
		o := r.boxes[on]
		if r.start(o) < r.start(box) && on != second {
			box = r.by(box, r.end(o)+Gap-r.start(box))
		} else {
			r.shift(on, r.end(box)+Gap-r.start(o))
		}
	}
	return box, r.places()
}
