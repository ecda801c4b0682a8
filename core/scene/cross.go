package scene

import (
	"cmp"
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Hop is a place where a connector yields to one that it crosses: on stretch
// Seg of its run, at the point At.
type Hop struct {
	Seg  int
	At   geom.Point
	Kind chart.Crossings // Arch or Break
}

// hop is half of the width of a crossing's mark, px: two of them side by side
// fit between lines that are set apart by the router's gap.
const hop = 4.5

// rank says who yields: the one with the higher rank. Between equals it is the
// level line.
func rank(m chart.Meaning) int {
	switch m {
	case chart.Flow:
		return 0
	case chart.Aside:
		return 1
	}
	return 2
}

// cross finds where right-angled connectors yield to each other. A crossing
// whose mark would touch a bend, an end, a label or another mark stays plain.
func (s *Sheet) cross() {
	style := func(r *Run) chart.Crossings {
		if r.Line.Crossings != "" {
			return r.Line.Crossings
		}
		return s.Page.Crossings
	}
	marks := func(c chart.Crossings) bool { return c == chart.Arch || c == chart.Break }
	any := false
	for i := range s.Lines {
		any = any || marks(style(&s.Lines[i]))
	}
	if !any {
		return
	}
	type stretch struct {
		run      *Run
		seg      int
		at       float64 // x of an upright one, y of a level one
		low, top float64 // its ends on the other axis
	}
	var level, upright []stretch
	var bounds geom.Rect
	for i := range s.Lines {
		r := &s.Lines[i]
		if k := r.Line.Kind; k == chart.Curved || k == chart.Wide {
			continue
		}
		for k := 0; k+1 < len(r.Points); k++ {
			a, b := r.Points[k], r.Points[k+1]
			bounds = bounds.Union(geom.Span(a, b))
			switch {
			case a.X == b.X:
				upright = append(upright, stretch{r, k, a.X, math.Min(a.Y, b.Y), math.Max(a.Y, b.Y)})
			case a.Y == b.Y:
				level = append(level, stretch{r, k, a.Y, math.Min(a.X, b.X), math.Max(a.X, b.X)})
			}
		}
	}
	slices.SortStableFunc(upright, func(a, b stretch) int { return cmp.Compare(a.at, b.at) })
	taken := geom.NewIndex(bounds)
	for i := range s.Lines {
		for _, l := range s.Lines[i].Labels {
			taken.Add(l.Box)
		}
	}
	for _, h := range level {
		from, _ := slices.BinarySearchFunc(upright, h.low, func(v stretch, x float64) int { return cmp.Compare(v.at, x) })
		for _, v := range upright[from:] {
			if v.at >= h.top {
				break
			}
			if v.run == h.run || h.at <= v.low || h.at >= v.top {
				continue
			}
			yields, along, other := h, v.at, v
			if rank(v.run.Line.Meaning) > rank(h.run.Line.Meaning) {
				yields, along, other = v, h.at, h
			}
			c := style(yields.run)
			if !marks(c) {
				continue
			}
			clear := func(t stretch, at, more float64) bool {
				return at-t.low >= hop+more && t.top-at >= hop+more
			}
			ends := corner
			if yields.seg == 0 || yields.seg == len(yields.run.Points)-2 {
				ends = markRoom - 2*hop
			}
			q := geom.Pt(v.at, h.at)
			box := geom.Rect{X: q.X, Y: q.Y}.Grow(hop)
			if !clear(yields, along, ends) || !clear(other, yields.at, corner) {
				continue
			}
			free := true
			taken.Near(box, func(int) { free = false })
			if free {
				taken.Add(box)
				yields.run.Hops = append(yields.run.Hops, Hop{yields.seg, q, c})
			}
		}
	}
}

// hopping is the right-angled line through the points, its corners rounded,
// with a mark where it yields.
func (r *Run) hopping(pts []geom.Point, radius float64) geom.Path {
	if len(r.Hops) == 0 {
		return geom.Rounded(pts, radius)
	}
	var p geom.Path
	for k := 0; k+1 < len(pts); k++ {
		a, b := pts[k], pts[k+1]
		var on []Hop
		for _, h := range r.Hops {
			if h.Seg == k {
				on = append(on, h)
			}
		}
		slices.SortFunc(on, func(g, h Hop) int { return cmp.Compare(g.At.Dist(a), h.At.Dist(a)) })
		from := a
		if k > 0 { // from the middle of the stretch's rounded corner on
			_, from = geom.Corner(pts[k-1], a, b, radius)
		}
		if k == 0 {
			p = p.Move(from.X, from.Y)
		}
		u := geom.Pt((b.X-a.X)/a.Dist(b), (b.Y-a.Y)/a.Dist(b))
		out := geom.Pt(0, -hop) // a level line arches upward, an upright one to the left
		if u.X == 0 {
			out = geom.Pt(-hop, 0)
		}
		for _, h := range on {
			i, o := h.At.Sub(geom.Pt(u.X*hop, u.Y*hop)), h.At.Add(geom.Pt(u.X*hop, u.Y*hop))
			p = p.Line(i.X, i.Y)
			if h.Kind == chart.Break {
				p = p.Move(o.X, o.Y)
				continue
			}
			top := h.At.Add(out)
			p = p.Quarter(top.X, top.Y, u.Y == 0)
			p = p.Quarter(o.X, o.Y, u.Y != 0)
		}
		if k+2 < len(pts) {
			in, next := geom.Corner(a, b, pts[k+2], radius)
			p = p.Line(in.X, in.Y)
			if in != next {
				p = p.Bend(in, b, next)
			}
		} else {
			p = p.Line(b.X, b.Y)
		}
	}
	return p
}
