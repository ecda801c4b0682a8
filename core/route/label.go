package route

import (
	"math"

	"plaintracer/core/geom"
)

// Label is the room that a label takes, px. One with Placed set was put by hand:
// at the share Along of the line's length, and Beside px off the line, measured
// to the label's edge, to the right of the way that the line runs; with Beside
// 0 it stands astride.
type Label struct {
	W, H          float64
	Placed        bool
	Along, Beside float64
	Inside        bool // stands inside a broad line, turned with its stretch
}

// What a label may cover, and what that costs against standing a px farther
// off its best place.
const (
	onStep   = 4000.0
	onLabel  = 4000.0
	onLine   = 1500.0
	onSister = 700.0 // a line of the same step
	astride  = 350.0 // on the line itself, which it then interrupts
	besideY  = 3.0   // below a level stretch, or left of an upright one
	beside   = 4.0   // px between line and label
	farOff   = 0.4   // cost of a px off the best place
	pace     = 3.0   // px between the places that are tried
)

// block is a label that lines keep off, but those of its own line's step.
type block struct {
	line int
	rect geom.Rect
}

// labelling are the buffers of placeLabels.
type labelling struct {
	segs, placed geom.Index
	owners       []int
}

// placeLabels finds a place for each label of each line: where a hand put it;
// on its first stretch for the outcome of a decision, else by the middle of its
// longest stretch, but over no step, no other label and no other line while
// there is such a place. It returns the labels that other lines lie on.
func (r *Router) placeLabels(p Page, routes []Route) []block {
	any := false
	for i, l := range p.Lines {
		if routes[i].Labels = nil; len(l.Labels) > 0 {
			routes[i].Labels = make([]geom.Rect, len(l.Labels))
			any = true
		}
	}
	if !any {
		return nil
	}
	segs, placed, boxes := &r.labels.segs, &r.labels.placed, &r.near
	segs.Reset(p.bounds())
	placed.Reset(p.bounds())
	owners := r.labels.owners[:0] // the lines of the stretches
	for i, r := range routes {
		for k := 0; k+1 < len(r.Points); k++ {
			segs.Add(geom.Span(r.Points[k], r.Points[k+1]))
			owners = append(owners, i)
		}
	}
	r.labels.owners = owners
	sister := func(i, j int) bool {
		a, b := p.Lines[i].From.Box, p.Lines[j].From.Box
		return i == j || a >= 0 && a == b
	}
	var hit []block
	covered := func(i int, at geom.Rect) bool {
		on := false
		segs.Near(at.Grow(0.5), func(n int) { on = on || !sister(owners[n], i) })
		return on
	}
	for i, r := range routes {
		for j, l := range p.Lines[i].Labels {
			if !l.Placed && !l.Inside {
				continue
			}
			at := l.inside(r.Points)
			if l.Placed {
				at = l.spot(r.Points)
			}
			r.Labels[j] = at
			placed.Add(at)
			if p.KeepOff && l.Placed && covered(i, at) {
				hit = append(hit, block{i, at})
			}
		}
	}
	for i, r := range routes {
		for j, l := range p.Lines[i].Labels {
			if l.Placed || l.Inside {
				continue
			}
			best, least := geom.Rect{}, math.Inf(1)
			try := func(at geom.Rect, far float64) float64 {
				c := far
				if c >= least {
					return least
				}
				boxes.Near(at.Grow(1.5), func(int) { c += onStep })
				placed.Near(at.Grow(1), func(int) { c += onLabel })
				segs.Near(at.Grow(0.5), func(n int) {
					if sister(owners[n], i) {
						c += onSister
					} else {
						c += onLine
					}
				})
				if c < least {
					best, least = at, c
				}
				return least
			}
			spots(r.Points, l, p.Lines[i].Outcome && j == 0, float64(j), try)
			r.Labels[j] = best
			placed.Add(best)
			if least >= onLine && covered(i, best) {
				hit = append(hit, block{i, best})
			}
		}
	}
	return hit
}

// spot is where a hand put the label.
func (l Label) spot(pts []geom.Point) geom.Rect {
	c, dir := geom.At(pts, l.Along)
	if l.Beside != 0 {
		half := (math.Abs(dir.Y)*l.W + math.Abs(dir.X)*l.H) / 2
		d := l.Beside + math.Copysign(half, l.Beside)
		c = c.Add(geom.Pt(-dir.Y*d, dir.X*d))
	}
	return geom.Rect{X: c.X - l.W/2, Y: c.Y - l.H/2, W: l.W, H: l.H}
}

// inside is the middle of the longest stretch; on an upright one the label is
// turned.
func (l Label) inside(pts []geom.Point) geom.Rect {
	a, b := pts[0], pts[len(pts)-1]
	for k := 0; k+1 < len(pts); k++ {
		if k == 0 || pts[k].Dist(pts[k+1]) > a.Dist(b) {
			a, b = pts[k], pts[k+1]
		}
	}
	w, h := l.W, l.H
	if math.Abs(a.Y-b.Y) > math.Abs(a.X-b.X) {
		w, h = h, w
	}
	return geom.Rect{X: (a.X+b.X)/2 - w/2, Y: (a.Y+b.Y)/2 - h/2, W: w, H: h}
}

// spots calls try for the places of a label along a line, with how far each is
// from where the label would best stand. try answers what the best so far
// costs; places that cannot be better are passed over.
func spots(pts []geom.Point, s Label, atStart bool, nth float64, try func(geom.Rect, float64) float64) {
	longest, done := 0, 0.0
	for k := 0; k+1 < len(pts); k++ {
		if pts[k].Dist(pts[k+1]) > pts[longest].Dist(pts[longest+1]) {
			longest = k
		}
	}
	home := 0.0 // distance along the line of the best place
	if !atStart {
		for k := range longest {
			home += pts[k].Dist(pts[k+1])
		}
		home += pts[longest].Dist(pts[longest+1])/2 + nth*s.W
	}
	least := math.Inf(1)
	for k := 0; k+1 < len(pts); k++ {
		a, b := pts[k], pts[k+1]
		l := a.Dist(b)
		if l < 1e-9 {
			continue
		}
		// How far from its best place a label on this stretch is at least.
		far0 := 0.0
		if atStart && k > 0 {
			far0 = (done - s.W + 60) * farOff
		} else if !atStart {
			far0 = max(0, max(done-home, home-done-l)) * farOff
		}
		if far0 >= least {
			done += l
			continue
		}
		ux, uy := (b.X-a.X)/l, (b.Y-a.Y)/l
		level := math.Abs(ux) > math.Abs(uy)
		half := s.H / 2
		if level {
			half = s.W / 2
		}
		// From half a label after the stretch's start to half before its end,
		// and on a short stretch its middle.
		for t := half + 3; ; t += pace {
			if t > l-half && t > half+3 {
				break
			}
			at := min(t, max(l/2, l-half))
			if t == half+3 && l < s.H {
				at = l / 2
			}
			far := math.Abs(done + at - home)
			if atStart {
				far = done + at - half
				if k > 0 {
					far += 60
				}
			}
			if far *= farOff; far >= least {
				continue
			}
			c := geom.Pt(a.X+ux*at, a.Y+uy*at)
			if level {
				x := c.X - s.W/2
				try(geom.Rect{X: x, Y: c.Y - beside + 1 - s.H, W: s.W, H: s.H}, far)
				least = try(geom.Rect{X: x, Y: c.Y + beside - 1, W: s.W, H: s.H}, far+besideY)
			} else {
				y := c.Y - s.H/2
				try(geom.Rect{X: c.X + beside, Y: y, W: s.W, H: s.H}, far)
				least = try(geom.Rect{X: c.X - beside - s.W, Y: y, W: s.W, H: s.H}, far+besideY)
			}
			if least > far+astride {
				least = try(geom.Rect{X: c.X - s.W/2, Y: c.Y - s.H/2, W: s.W, H: s.H}, far+astride-onSister)
			}
		}
		done += l
	}
	if len(pts) < 2 || geom.Length(pts) < 1e-9 {
		try(geom.Rect{X: pts[0].X, Y: pts[0].Y, W: s.W, H: s.H}, 0)
	}
}
