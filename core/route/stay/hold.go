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
	f.Take(p)
	for i := range f.Page.Lines {
		l := &f.Page.Lines[i]
		if l.Was == nil {
			continue
		}
		kept := f.Blank(i)
		if !asBefore(kept, f, l) {
			continue
		}
		f.Kept[i] = kept
		if l.From.Box >= 0 {
			l.From.Port = l.Was.FromPort
		}
		if l.To.Box >= 0 {
			l.To.Port = l.Was.ToPort
		}
	}
}

// asBefore makes p the path of a line that runs as it did. It fails when that does not lead
// from end to end any more, or steps stand there, or not where it is pinned.
func asBefore(p *find.Path, f *find.Finder, l *find.Line) bool {
	pts := l.Was.Points
	if l.Direct || l.Was.Through && !l.Was.Plain || len(pts) < 2 {
		return false
	}
	p.Points, p.Through, p.Plain, p.Pins = pts, l.Was.Plain, l.Was.Plain, l.Pins
	if l.Firm {
		p.Hold = find.Firm
	}
	leads := f.Leads(l)
	p.From, p.To = leads.From, leads.To
	return leads.There && !slices.ContainsFunc(l.Pins, func(pin find.Pin) bool { return !follows(pts, pin) })
}

// follows reports whether a line has a segment where it is pinned.
func follows(pts geom.Polyline, pin find.Pin) bool {
	for k := 1; k < len(pts); k++ {
		a, b := pts[k-1], pts[k]
		if pin.Upright && a.X == b.X && math.Abs(a.X-pin.At) < 0.01 || !pin.Upright && a.Y == b.Y && math.Abs(a.Y-pin.At) < 0.01 {
			return true
		}
	}
	return false
}
