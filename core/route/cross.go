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

// choice is what was chosen for a line, and what that rests on: it stands while
// the line's own settled way does, and no other's within the reach changes.
type choice struct {
	line          string
	settled, way  *found
	others        [2]sides
	tried         []*found
	bounds, reach geom.Rect // of the settled way; of that and all tried
}

// uncrossAll lets lines hold at other sides, where they get no more bends and
// cross fewer others. What a line crosses is counted on the ways that were
// settled before any was changed here: so a change is not felt beyond the lines
// that it meets.
func (r *Router) uncrossAll(p Page, at ends, settled []*found) []*found {
	out := slices.Clone(settled)
	last := r.choices
	r.choices = make([]choice, len(settled))
	var moved []geom.Rect // where ways are other than on the last page
	for i, f := range settled {
		c := &r.choices[i]
		*c = choice{line: p.Lines[i].ID, settled: f, way: f, bounds: boundsOf(f.points)}
		c.reach = c.bounds
		if i < len(last) && last[i].line == c.line && last[i].settled == f {
			continue
		}
		moved = append(moved, c.bounds)
		if i < len(last) {
			moved = append(moved, last[i].bounds)
		}
	}
	for i := len(settled); i < len(last); i++ {
		moved = append(moved, last[i].bounds)
	}
	for i, f := range settled {
		l, c := &p.Lines[i], &r.choices[i]
		if len(f.points) < 3 || f.through || f.direct || len(f.pins) > 0 || l.From.Box == l.To.Box {
			continue
		}
		c.others = at.othersSides(p, out, i)
		if i < len(last) && last[i].stands(c, moved) {
			*c = last[i]
			for _, alt := range c.tried {
				alt.used = true
			}
		} else {
			r.uncross(p, i, c)
		}
		out[i] = c.way
	}
	return out
}

// stands tells whether what was chosen last would be chosen again.
func (c *choice) stands(now *choice, moved []geom.Rect) bool {
	if c.line != now.line || c.settled != now.settled || c.others != now.others {
		return false
	}
	for _, alt := range c.tried {
		if alt.gone {
			return false
		}
	}
	reach := c.reach.Grow(1)
	return !slices.ContainsFunc(moved, reach.Overlaps)
}

// uncross chooses a way for line i.
func (r *Router) uncross(p Page, i int, c *choice) {
	f, l := c.settled, &p.Lines[i]
	now := r.crossed(i, f, c.bounds, math.MaxInt)
	if now == 0 {
		return
	}
	most := max(0, now-worthwhile)
	for _, no := range [2][2]sides{{only(f.from.side), 0}, {0, only(f.to.side)}} {
		nf, nt := c.others[0]|no[0], c.others[1]|no[1]
		if nf == allSides || nt == allSides || no[0] != 0 && l.From.Port != "" || no[1] != 0 && l.To.Port != "" {
			continue
		}
		alt := r.within(p, i, nf, nt, f.cost+detour, f)
		c.tried = append(c.tried, alt)
		if alt.none || alt.through || len(alt.points) > len(f.points) {
			continue
		}
		bounds := boundsOf(alt.points)
		c.reach = c.reach.Union(bounds)
		if n := r.crossed(i, alt, bounds, most+1); n <= most {
			c.way, most = alt, n-1
		}
	}
}

// crossed counts how often a way for line i crosses the settled ones of others;
// it need not go on from below on.
func (r *Router) crossed(i int, f *found, in geom.Rect, below int) int {
	n := 0
	in = in.Grow(1)
	for j := range r.choices {
		if c := &r.choices[j]; j != i && in.Overlaps(c.bounds) {
			if n += geom.Crossings(f.points, c.settled.points); n >= below {
				break
			}
		}
	}
	return n
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
func (e ends) othersSides(p Page, paths []*found, i int) [2]sides {
	var from, to sides
	l := &p.Lines[i]
	if b := l.From.Box; b >= 0 {
		for _, j := range e.ins[b] {
			from |= only(paths[j].to.side)
		}
		if l.Outcome {
			for _, j := range e.outs[b] {
				from |= only(paths[j].from.side)
			}
		}
	}
	if b := l.To.Box; b >= 0 {
		for _, j := range e.outs[b] {
			to |= only(paths[j].from.side)
		}
	}
	return [2]sides{from &^ only(paths[i].from.side), to &^ only(paths[i].to.side)}
}
