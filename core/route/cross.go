package route

import (
	"math"
	"slices"

	"plaintracer/core/geom"
)

// worthwhile is how many crossings fewer make a line hold at other sides, unless
// it then crosses none.
const worthwhile = 2

// detour is how much longer, px, it may get for that: by less than a bend, so
// that the search need not look at ways that have one more.
const detour = bendCost - 10

// uncrossAll lets lines hold at other sides, where they get no more bends and
// cross fewer others. What a line crosses is counted on the ways that were
// settled before any was changed here: so a change is not felt beyond the lines
// that it meets.
func (r *Router) uncrossAll(p Page, settled []*found) []*found {
	out := slices.Clone(settled)
	bounds := make([]geom.Rect, len(settled))
	for i, f := range settled {
		bounds[i] = boundsOf(f.points)
	}
	crossed := func(i int, f *found, in geom.Rect, below int) int {
		n := 0
		in = in.Grow(1)
		for j, g := range settled {
			if in.Overlaps(bounds[j]) && j != i {
				if n += geom.Crossings(f.points, g.points); n >= below {
					break
				}
			}
		}
		return n
	}
	for i, f := range settled {
		l := &p.Lines[i]
		if len(f.points) < 3 || f.through || f.direct || len(f.pins) > 0 || l.From.Box == l.To.Box {
			continue
		}
		now := crossed(i, f, bounds[i], math.MaxInt)
		if now == 0 {
			continue
		}
		most := max(0, now-worthwhile)
		from, to := othersSides(p, out, i)
		for _, no := range [2][2]sides{{only(f.from.side), 0}, {0, only(f.to.side)}} {
			nf, nt := from|no[0], to|no[1]
			if nf == allSides || nt == allSides || no[0] != 0 && l.From.Port != "" || no[1] != 0 && l.To.Port != "" {
				continue
			}
			alt := r.within(p, i, nf, nt, f.cost+detour, f)
			if alt.none || alt.through || len(alt.points) > len(f.points) {
				continue
			}
			if n := crossed(i, alt, boundsOf(alt.points), most+1); n <= most {
				out[i], most = alt, n-1
			}
		}
	}
	return out
}

func boundsOf(pts []geom.Point) geom.Rect {
	var r geom.Rect
	for k := 1; k < len(pts); k++ {
		r = r.Union(geom.Span(pts[k-1], pts[k]))
	}
	return r
}

// othersSides are the sides that line i does not take at its ends, beside
// where it is: those with lines of the other direction, and the tips of other
// outcomes.
func othersSides(p Page, paths []*found, i int) (from, to sides) {
	l := &p.Lines[i]
	for j, f := range paths {
		m := &p.Lines[j]
		if j == i {
			continue
		}
		if m.To.Box == l.From.Box {
			from |= only(f.to.side)
		}
		if l.Outcome && m.From.Box == l.From.Box {
			from |= only(f.from.side)
		}
		if m.From.Box == l.To.Box {
			to |= only(f.from.side)
		}
	}
	return from &^ only(paths[i].from.side), to &^ only(paths[i].to.side)
}
