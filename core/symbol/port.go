package symbol

import (
	"math"

	"plaintracer/core/geom"
)

// PortNear is the place on the outline of a symbol of that size on the way from
// its middle through (x, y), px from its corner, and the side that it faces.
func (k Kind) PortNear(w, h, x, y float64) Port {
	mid := geom.Pt(w/2, h/2)
	dx, dy := x-mid.X, y-mid.Y
	if math.Hypot(dx, dy) < 1e-6 {
		dy = -1
	}
	// Well beyond the outline.
	f := (w + h) / math.Hypot(dx, dy)
	out := geom.Pt(mid.X+dx*f, mid.Y+dy*f)
	at, far := mid, -1.0
	var edge geom.Point // the direction of the outline there
	pts := k.Outline(w, h).Flatten(0.1)
	for i := range pts {
		a, b := pts[i], pts[(i+1)%len(pts)]
		if q, ok := geom.Meet(mid, out, a, b); ok && q.Dist(mid) > far {
			at, far, edge = q, q.Dist(mid), b.Sub(a)
		}
	}
	// The outline runs clockwise, so out of it is to the left of the way along.
	nx, ny := edge.Y, -edge.X
	p := Port{At: geom.Pt(geom.Round2(at.X), geom.Round2(at.Y))}
	switch {
	case math.Abs(nx) > math.Abs(ny)*h/w && nx > 0:
		p.Side = Right
	case math.Abs(nx) > math.Abs(ny)*h/w:
		p.Side = Left
	case ny > 0:
		p.Side = Bottom
	default:
		p.Side = Top
	}
	return p
}

// Edge is where a line comes to the outline that runs straight towards the
// symbol at a side, d px beside the port there (down, or to the right). Where
// it would miss the outline, it is the port.
func (k Kind) Edge(w, h float64, p Port, d float64) geom.Point {
	o := p.Side.Out()
	switch k { // their sides are straight and upright
	case Process, Predefined, Annotation:
		if 2*math.Abs(d) > math.Abs(o.Y)*w+math.Abs(o.X)*h {
			return p.At
		}
		return p.At.Add(geom.Pt(math.Abs(o.Y)*d, math.Abs(o.X)*d))
	}
	from := p.At.Add(geom.Pt(math.Abs(o.Y)*d+o.X*(w+h), math.Abs(o.X)*d+o.Y*(w+h)))
	to := from.Add(geom.Pt(-2*o.X*(w+h), -2*o.Y*(w+h)))
	best, near := p.At, math.Inf(1)
	pts := k.Outline(w, h).Flatten(0.1)
	for i := range pts {
		if q, ok := geom.Meet(from, to, pts[i], pts[(i+1)%len(pts)]); ok && q.Dist(from) < near {
			best, near = q, q.Dist(from)
		}
	}
	return best
}
