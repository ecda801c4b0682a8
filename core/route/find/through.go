package find

import (
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// around is the path of a line that has no way around: by right angles from end to end,
// through whatever stands there.
func (f *Finder) around(l *Line) *Path {
	p := &Path{Through: true, From: f.nearest(&l.From, &l.To, true), To: f.nearest(&l.To, &l.From, false)}
	a, b := p.From.Port, p.To.Port
	mid := geom.Pt(b.X, a.Y)
	if !p.From.Loose && (p.From.Side == symbol.Top || p.From.Side == symbol.Bottom) {
		mid = geom.Pt(a.X, b.Y)
	}
	p.Points = geom.Polyline{a, mid, b}.Simplify()
	if len(p.Points) < 2 {
		p.Points = geom.Polyline{a, b}
	}
	p.Cost = cost(p.Points) + 1e6
	return p
}

// straight is the path of a direct line: from the ports that it is glued to, else from
// where the straight way to the other end leaves the outline.
func (f *Finder) straight(l *Line) *Path {
	p := &Path{Direct: true, From: f.nearest(&l.From, &l.To, true), To: f.nearest(&l.To, &l.From, false)}
	a, b := p.From.Port, p.To.Port
	middle := func(e End, g Gate) geom.Point {
		if e.Box >= 0 && e.Port == "" {
			return f.Page.Boxes[e.Box].Rect.Centre()
		}
		return g.Port
	}
	if l.From.Box < 0 || l.From.Box != l.To.Box { // a loop has no straight way
		ma, mb := middle(l.From, p.From), middle(l.To, p.To)
		if l.From.Box >= 0 && l.From.Port == "" {
			a = leaves(f.Page.Boxes[l.From.Box], ma, mb)
		}
		if l.To.Box >= 0 && l.To.Port == "" {
			b = leaves(f.Page.Boxes[l.To.Box], mb, ma)
		}
	}
	p.Points = geom.Polyline{Round(a), Round(b)}
	p.Cost = cost(p.Points)
	return p
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

// nearest is the gate of an end that is nearest to the line's other end.
func (f *Finder) nearest(e, other *End, out bool) Gate {
	target := other.At
	if other.Box >= 0 {
		target = f.Page.Boxes[other.Box].Rect.Centre()
	}
	gs := f.gates(nil, e, 0, nil, out)
	best := gs[0]
	for _, g := range gs[1:] {
		if g.Port.Dist(target) < best.Port.Dist(target) {
			best = g
		}
	}
	return best
}
