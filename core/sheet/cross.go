package sheet

import (
	"cmp"
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Hop is a place where a connector yields to one that it crosses: on segment
// Seg of its run, at the point At, which goes along U there.
type Hop struct {
	Seg  int
	At   geom.Point
	U    geom.Point      // of length 1
	Kind chart.Crossings // Arch or Break
}

// hop is half of the width of a crossing's mark, px: two of them side by side
// fit between lines that are set apart by the router's gap.
const hop = 4.5

// rank says who yields: the one with the higher rank. Between equals it is the
// line that is more level.
func rank(m chart.Meaning) int {
	switch m {
	case chart.Flow:
		return 0
	case chart.Aside:
		return 1
	}
	return 2
}

// straight is a part of a connector that is drawn straight, on segment seg of its
// run. A mark on it keeps off its ends by hop and by so much more as keep says, or,
// where it is the other one that yields, less.
type straight struct {
	run          *Run
	seg          int
	a, b         geom.Point
	keepA, keepB float64
	lessA, lessB float64
}

// straights lists the straight parts of a connector: all but its bends. A broad
// arrow has none that could be marked.
func (r *Run) straights() []straight {
	if r.Line.Kind == chart.Wide || len(r.Points) < 2 {
		return nil
	}
	var out []straight
	var at geom.Point
	seg, joined := 0, false // joined: the stroke before ended in a corner that is not rounded
	for _, k := range r.bare(r.Points) {
		switch k.Op {
		case 'L':
			if joined {
				seg++
			}
			if b := k.P[0]; at != b {
				t := straight{run: r, seg: seg, a: at, b: b}
				t.keepA, t.lessA = r.keep(seg, 0, at)
				t.keepB, t.lessB = r.keep(seg+1, len(r.Points)-1, b)
				out = append(out, t)
			}
			at, joined = k.P[0], true
		case 'C':
			seg++
			at, joined = k.P[2], false
		default:
			at = k.P[0]
		}
	}
	return out
}

// keep is how far marks keep, beside hop, from where a straight part ends at a point
// of the run: from the line's end, if it is that, so that they do not touch what
// stands there, else from the bend.
func (r *Run) keep(point, end int, at geom.Point) (yields, other float64) {
	if point == end {
		return MarkRoom - 2*hop, corner
	}
	d := max(0, corner-at.Dist(r.Points[point]))
	return d, d
}

// direction is where a part goes, length 1.
func (t *straight) direction() geom.Point {
	d := t.a.Dist(t.b)
	return geom.Pt((t.b.X-t.a.X)/d, (t.b.Y-t.a.Y)/d)
}

// clear reports whether a mark at q has room on a part that yields, or on the other.
func (t *straight) clear(q geom.Point, yields bool) bool {
	a, b := t.lessA, t.lessB
	if yields {
		a, b = t.keepA, t.keepB
	}
	const tiny = 1e-6
	return t.a.Dist(q) >= hop+a-tiny && t.b.Dist(q) >= hop+b-tiny
}

// cross finds where connectors yield to each other. A crossing whose mark would
// touch a bend, an end, a label or another mark stays plain.
func (s *Sheet) cross() {
	style := func(r *Run) chart.Crossings {
		if r.Line.Crossings != "" {
			return r.Line.Crossings
		}
		return s.Page.Crossings
	}
	marks := func(c chart.Crossings) bool { return c == chart.Arch || c == chart.Break }
	marked := false
	for i := range s.Lines {
		marked = marked || marks(style(&s.Lines[i]))
	}
	if !marked {
		return
	}
	var level, upright, slanted []straight
	var bounds geom.Rect
	for i := range s.Lines {
		for _, t := range s.Lines[i].straights() {
			bounds = bounds.Union(geom.Span(t.a, t.b))
			switch {
			case t.a.X == t.b.X:
				upright = append(upright, t)
			case t.a.Y == t.b.Y:
				level = append(level, t)
			default:
				slanted = append(slanted, t)
			}
		}
	}
	taken := geom.NewIndex(bounds)
	for i := range s.Lines {
		for _, l := range s.Lines[i].Labels {
			taken.Add(l.Box)
		}
	}
	// Of a pair the first yields, unless the second ranks higher.
	meet := func(yields, other *straight, q geom.Point) {
		if rank(other.run.Line.Meaning) > rank(yields.run.Line.Meaning) {
			yields, other = other, yields
		}
		c := style(yields.run)
		if yields.run == other.run || !marks(c) || !yields.clear(q, true) || !other.clear(q, false) {
			return
		}
		box := geom.Rect{X: q.X, Y: q.Y}.Grow(hop)
		free := true
		taken.Near(box, func(int) { free = false })
		if free {
			taken.Add(box)
			yields.run.Hops = append(yields.run.Hops, Hop{yields.seg, q, yields.direction(), c})
		}
	}
	slices.SortStableFunc(upright, func(a, b straight) int { return cmp.Compare(a.a.X, b.a.X) })
	for i := range level {
		h := &level[i]
		from, _ := slices.BinarySearchFunc(upright, min(h.a.X, h.b.X), func(v straight, x float64) int { return cmp.Compare(v.a.X, x) })
		for k := from; k < len(upright) && upright[k].a.X < max(h.a.X, h.b.X); k++ {
			if v := &upright[k]; h.a.Y > min(v.a.Y, v.b.Y) && h.a.Y < max(v.a.Y, v.b.Y) {
				meet(h, v, geom.Pt(v.a.X, h.a.Y))
			}
		}
	}
	for i := range slanted {
		t := &slanted[i]
		for _, list := range [3][]straight{level, upright, slanted[:i]} {
			for k := range list {
				o := &list[k]
				q, ok := geom.Meet(t.a, t.b, o.a, o.b)
				if !ok {
					continue
				}
				if math.Abs(t.direction().Y) < math.Abs(o.direction().Y) {
					meet(t, o, q)
				} else {
					meet(o, t, q)
				}
			}
		}
	}
}

// marked is a path with a mark on each straight part where it yields.
func (r *Run) marked(path geom.Path) geom.Path {
	if len(r.Hops) == 0 {
		return path
	}
	var out geom.Path
	var at geom.Point
	for _, k := range path {
		if b := k.P[0]; k.Op == 'L' {
			var on []Hop
			for _, h := range r.Hops {
				if t := (straight{a: at, b: b}); at != b && t.has(h.At) {
					on = append(on, h)
				}
			}
			slices.SortFunc(on, func(g, h Hop) int { return cmp.Compare(g.At.Dist(at), h.At.Dist(at)) })
			for _, h := range on {
				out = h.draw(out)
			}
		}
		out = append(out, k)
		if at = k.P[0]; k.Op == 'C' {
			at = k.P[2]
		}
	}
	return out
}

// has reports whether a point lies on a part.
func (t *straight) has(q geom.Point) bool {
	return math.Abs(t.a.Dist(q)+q.Dist(t.b)-t.a.Dist(t.b)) < 1e-4
}

// draw appends the line up to the mark, and the mark. An arch goes upward, or to the
// left on an upright line.
func (h Hop) draw(p geom.Path) geom.Path {
	along, out := geom.Pt(h.U.X*hop, h.U.Y*hop), geom.Pt(h.U.Y*hop, -h.U.X*hop)
	if out.Y > 0 || out.Y == 0 && out.X > 0 {
		out = geom.Pt(-out.X, -out.Y)
	}
	in, back := round(h.At.Sub(along)), round(h.At.Add(along))
	p = p.Line(in.X, in.Y)
	if h.Kind == chart.Break {
		return p.Move(back.X, back.Y)
	}
	top := round(h.At.Add(out))
	return p.Bend(in, round(in.Add(out)), top).Bend(top, round(back.Add(out)), back)
}

func round(q geom.Point) geom.Point { return geom.Pt(geom.Round2(q.X), geom.Round2(q.Y)) }
