package stay

import (
	"math"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// Hold lets the finder take up a page whose lines keep their paths where they still can. On
// the finder's page such a line holds at the ports where it did.
func Hold(f *find.Finder, p find.Page) {
	p.Lines = slices.Clone(p.Lines)
	f.Take(&p)
	for i := range p.Lines {
		l := &p.Lines[i]
		if l.Was == nil {
			continue
		}
		if f.Kept[i] = asBefore(f, l); f.Kept[i] == nil {
			continue
		}
		if l.From.Box >= 0 {
			l.From.Port = l.Was.FromPort
		}
		if l.To.Box >= 0 {
			l.To.Port = l.Was.ToPort
		}
	}
}

// asBefore is the path of a line that runs as it did; nil when it does not lead from
// end to end any more, or steps stand there, or not where it is pinned.
func asBefore(f *find.Finder, l *find.Line) *find.Path {
	pts := l.Was.Points
	if l.Direct || l.Was.Through && !l.Was.Plain || len(pts) < 2 {
		return nil
	}
	p := &find.Path{Points: pts, Through: l.Was.Plain, Plain: l.Was.Plain, Pins: l.Pins}
	if l.Firm {
		p.Hold = find.Firm
	}
	var ok, too bool
	p.From, ok = f.GateAt(l.From, l.Was.FromPort, pts[0])
	p.To, too = f.GateAt(l.To, l.Was.ToPort, pts[len(pts)-1])
	if !ok || !too || slices.ContainsFunc(l.Pins, func(pin find.Pin) bool { return !follows(pts, pin) }) || !p.Plain && !f.Clear(l, pts) {
		return nil
	}
	return p
}

// follows tells whether a line has a segment where it is pinned.
func follows(pts []geom.Point, pin find.Pin) bool {
	for k := 1; k < len(pts); k++ {
		a, b := pts[k-1], pts[k]
		if pin.Upright && a.X == b.X && math.Abs(a.X-pin.At) < 0.01 || !pin.Upright && a.Y == b.Y && math.Abs(a.Y-pin.At) < 0.01 {
			return true
		}
	}
	return false
}
