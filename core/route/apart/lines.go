// Package apart sets lines apart that would lie on each other or close beside each other.
//
// What goes in: one path a line, each blind to the others. What comes out: the same lines,
// their segments moved inside their channels, and a few of them led round another way.
// What holds afterwards: lines that share no port lie nowhere on each other, but for those
// told as clashes; lines side by side keep Gap where there is room for it; a line that is
// firm has not moved.
//
// It is nudging after Wybrow, Marriott and Stuckey, 'Orthogonal Connector Routing', 2009:
// segments that share a channel are put in an order in which their lines cross least
// (order.go), their room is found (room.go), and they are spread in it (group.go). Where
// more lines go through a gap than fit, some are routed anew (untangle.go), and where
// lines that are kept leave no room, these make way a little (yield.go).
package apart

import (
	"math"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
	"plaintracer/core/symbol"
)

// Lines are lines that have been set apart.
type Lines struct {
	f      *find.Finder
	p      *find.Page
	blocks []find.Block // labels that lines make way for
	paths  []*find.Path
	points []geom.Polyline // per line
	among  []int           // the lines that may move, and those that they could come near to
	pass                   // the last one
}

// nudged moves the segments of the paths, and leaves room to the blocks.
func nudged(f *find.Finder, paths []*find.Path, blocks []find.Block) *Lines {
	n := &Lines{f: f, p: f.Page, blocks: blocks, paths: paths, points: make([]geom.Polyline, len(paths))}
	var rooms []geom.Rect // where segments may come to, by and by
	for _, p := range paths {
		for k := 1; p.Hold != find.Firm && k < len(p.Points); k++ {
			rooms = append(rooms, geom.Span(p.Points[k-1], p.Points[k]).Grow(3*farthest))
		}
	}
	for i, p := range paths {
		if n.points[i] = p.Points; p.Hold != find.Firm {
			n.points[i] = slices.Clone(p.Points)
		}
		if bounds := p.Points.Bounds(); p.Hold != find.Firm || slices.ContainsFunc(rooms, func(r geom.Rect) bool { return bounds.Overlaps(r) && p.Points.Meets(r) }) {
			n.among = append(n.among, i)
		}
	}
	n.run()
	return n
}

// Routes are the finished lines.
func (n *Lines) Routes() []find.Route {
	out := make([]find.Route, len(n.paths))
	for i, p := range n.paths {
		out[i] = find.Route{Points: n.finish(i), FromPort: p.From.Name, ToPort: p.To.Name, Through: p.Through, Plain: p.Plain, Pins: p.Pins}
	}
	return out
}

// finish is line i with its ends on the outlines, two decimals.
func (n *Lines) finish(i int) geom.Polyline {
	p, l := n.paths[i], &n.p.Lines[i]
	if p.Hold == find.Firm {
		return n.points[i]
	}
	pts := slices.Clone(n.points[i])
	if last := len(pts) - 1; !p.Direct {
		n.meet(&pts[0], l.From, p.From)
		n.meet(&pts[last], l.To, p.To)
	}
	for k, q := range pts {
		pts[k] = find.Round(q)
	}
	out := pts.Simplify()
	if len(out) == 1 { // both ends at one place: a line all the same
		out = append(out, out[0])
	}
	return out
}

// meet brings an end that holds beside its port to the outline there, which
// leans or curves on some symbols.
func (n *Lines) meet(q *geom.Point, e find.End, g find.Gate) {
	if e.Box < 0 || e.Placed {
		return
	}
	level := g.Side == symbol.Left || g.Side == symbol.Right
	d := q.X - g.Port.X
	if level {
		d = q.Y - g.Port.Y
	}
	if math.Abs(d) < 0.01 {
		return
	}
	b := &n.p.Boxes[e.Box]
	at := b.Kind.Edge(b.Rect.W, b.Rect.H, symbol.Port{Side: g.Side, At: g.Port.Sub(geom.Pt(b.Rect.X, b.Rect.Y))}, d)
	if level {
		q.X = b.Rect.X + at.X
	} else {
		q.Y = b.Rect.Y + at.Y
	}
}
