package label

import (
	"math"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// spot is where a hand put the label.
func spot(l *find.Label, pts geom.Polyline) geom.Rect {
	c, dir := pts.At(l.Along)
	if l.Beside != 0 {
		half := (math.Abs(dir.Y)*l.W + math.Abs(dir.X)*l.H) / 2
		d := l.Beside + math.Copysign(half, l.Beside)
		c = c.Add(geom.Pt(-dir.Y*d, dir.X*d))
	}
	return geom.Rect{X: c.X - l.W/2, Y: c.Y - l.H/2, W: l.W, H: l.H}
}

// inside is the middle of the longest segment; on an upright one the label is
// turned.
func inside(l *find.Label, pts geom.Polyline) geom.Rect {
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
func spots(pts geom.Polyline, s *find.Label, atStart bool, nth float64, try func(geom.Rect, float64) float64) {
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
		// How far from its best place a label on this segment is at least.
		far0 := 0.0
		if atStart && k > 0 {
			far0 = (done - s.W + pastBend) * farOff
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
		// From half a label after the segment's start to half before its end,
		// and on a short segment its middle.
		for t := half + 3; ; t += pace {
			if t > l-half && t > half+3 {
				break
			}
			at := l - half // not by min, which in wasm is a call
			if at < l/2 {
				at = l / 2
			}
			if t < at {
				at = t
			}
			if t == half+3 && l < s.H {
				at = l / 2
			}
			far := math.Abs(done + at - home)
			if atStart {
				far = done + at - half
				if k > 0 {
					far += pastBend
				}
			}
			if far *= farOff; far >= least || far > astray*farOff {
				if done+at >= home { // from here on it only gets farther
					break
				}
				if ahead := math.Floor((home-done-at-min(least/farOff, astray))/pace) - 1; ahead > 0 { // all of them as far
					t += ahead * pace
				}
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
	if len(pts) < 2 || pts.Length() < 1e-9 {
		try(geom.Rect{X: pts[0].X, Y: pts[0].Y, W: s.W, H: s.H}, 0)
	}
}
