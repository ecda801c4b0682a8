package stay

import (
	"cmp"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// tooNear is the distance below which two lines are no longer two, px.
const tooNear = 1.1

// Disentangle takes their ways from lines that lie along the way of one before them, as
// when two people have changed a page at the same moment.
func Disentangle(p *find.Page) {
	type segment struct {
		line          int
		at, low, high float64
		upright       bool
	}
	var parts []segment
	for i := range p.Lines {
		w := p.Lines[i].Was
		if w == nil {
			continue
		}
		for k := 1; k < len(w.Points); k++ {
			a, b := w.Points[k-1], w.Points[k]
			if r := geom.Span(a, b); a.X == b.X {
				parts = append(parts, segment{line: i, at: a.X, low: r.Y, high: r.Bottom(), upright: true})
			} else if a.Y == b.Y {
				parts = append(parts, segment{line: i, at: a.Y, low: r.X, high: r.Right()})
			}
		}
	}
	slices.SortFunc(parts, func(a, b segment) int { return cmp.Or(cmp.Compare(a.at, b.at), a.line-b.line) })
	for x := range parts {
		for y := x + 1; y < len(parts) && parts[y].at-parts[x].at < tooNear; y++ {
			a, b := &parts[x], &parts[y]
			if a.upright == b.upright && a.line != b.line && min(a.high, b.high)-max(a.low, b.low) > 0.5 && !meetAtPort(p, a.line, b.line) {
				p.Lines[max(a.line, b.line)].Was = nil
			}
		}
	}
}

// meetAtPort reports whether the ways of two lines hold at one port.
func meetAtPort(p *find.Page, i, j int) bool {
	a, b := &p.Lines[i], &p.Lines[j]
	if a.Was == nil || b.Was == nil {
		return true // one of them finds its way already
	}
	same := func(e, f find.End, port, other string) bool { return e.Box >= 0 && e.Box == f.Box && port == other }
	return same(a.From, b.From, a.Was.FromPort, b.Was.FromPort) || same(a.To, b.To, a.Was.ToPort, b.Was.ToPort) ||
		same(a.From, b.To, a.Was.FromPort, b.Was.ToPort) || same(a.To, b.From, a.Was.ToPort, b.Was.FromPort)
}
