package route

import (
	"math"
	"slices"

	"plaintracer/core/geom"
)

// Size is the room that a label takes, px.
type Size struct{ W, H float64 }

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
	pace     = 6.0   // px between the places that are tried
)

// Labels finds a place for each label of each line: on its first stretch for
// the outcome of a decision, else by the middle of its longest stretch, but
// over no step, no other label and no other line while there is such a place.
func Labels(p Page, routes []Route, sizes [][]Size) [][]geom.Rect {
	out := make([][]geom.Rect, len(routes))
	if !slices.ContainsFunc(sizes, func(s []Size) bool { return len(s) > 0 }) {
		return out
	}
	var bounds geom.Rect
	for _, b := range p.Boxes {
		bounds = bounds.Union(b.Rect)
	}
	boxes, segs, placed := geom.NewIndex(bounds), geom.NewIndex(bounds), geom.NewIndex(bounds)
	for _, b := range p.Boxes {
		boxes.Add(b.Rect)
	}
	type owner struct{ line, at int }
	var owners []owner
	for i, r := range routes {
		for k := 0; k+1 < len(r.Points); k++ {
			segs.Add(geom.Span(r.Points[k], r.Points[k+1]))
			owners = append(owners, owner{i, k})
		}
	}
	for i, r := range routes {
		for j, size := range sizes[i] {
			best, least := geom.Rect{}, math.Inf(1)
			try := func(at geom.Rect, far float64) float64 {
				c := far
				if c >= least {
					return least
				}
				boxes.Near(at.Grow(1.5), func(int) { c += onStep })
				placed.Near(at.Grow(1), func(int) { c += onLabel })
				segs.Near(at.Grow(0.5), func(n int) {
					o := owners[n]
					switch l := p.Lines[o.line]; {
					case o.line == i || l.From.Box >= 0 && l.From.Box == p.Lines[i].From.Box:
						c += onSister
					default:
						c += onLine
					}
				})
				if c < least {
					best, least = at, c
				}
				return least
			}
			spots(r.Points, size, p.Lines[i].Outcome && j == 0, float64(j), try)
			out[i] = append(out[i], best)
			placed.Add(best)
		}
	}
	return out
}

// spots calls try for the places of a label along a line, with how far each is
// from where the label would best stand. try answers what the best so far
// costs; places that cannot be better are passed over.
func spots(pts []geom.Point, s Size, atStart bool, nth float64, try func(geom.Rect, float64) float64) {
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
			far0 = math.Max(0, math.Max(done-home, home-done-l)) * farOff
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
			at := math.Min(t, math.Max(l/2, l-half))
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
