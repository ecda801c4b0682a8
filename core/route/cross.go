package route

import (
	"slices"

	"plaintracer/core/geom"
)

// worthwhile is how many crossings fewer make a line hold at other sides. For fewer
// it would change them too often, when another line is dragged across it.
const worthwhile = 3

// detour is how much longer, px, it may get for that: by less than a bend, so
// that the search need not look at ways that have one more.
const detour = bendCost - 10

// option is a way that a line could take, and how often it crosses the settled
// ways of others.
type option struct {
	*found
	bounds  geom.Rect
	crossed int
}

// choice is what was chosen for a line, among its settled way and others tried.
type choice struct {
	line    string
	others  [2]sides
	settled option
	tried   []option
}

// uncrossAll lets lines hold at other sides, where they get no more bends and
// cross fewer others. What a line crosses is counted on the ways that were
// settled before any was changed here: so a change is not felt beyond the lines
// that it meets. Counts of the last page are carried on.
func (r *Router) uncrossAll(p Page, at *ends, settled []*found) []*found {
	last := r.choices
	r.choices, r.spare = resize(r.spare, len(settled)), last
	same := make([]bool, len(settled))
	var gone, come []*option // settled ways that are other than on the last page
	for i, f := range settled {
		c := &r.choices[i]
		if same[i] = i < len(last) && last[i].line == p.Lines[i].ID && last[i].settled.found == f; same[i] {
			*c = last[i]
			continue
		}
		*c = choice{line: p.Lines[i].ID, settled: option{found: f, bounds: boundsOf(f.points)}}
		come = append(come, &c.settled)
		if i < len(last) {
			gone = append(gone, &last[i].settled)
		}
	}
	for i := len(settled); i < len(last); i++ {
		gone = append(gone, &last[i].settled)
	}
	out := slices.Clone(settled)
	for i, f := range settled {
		l, c := &p.Lines[i], &r.choices[i]
		if r.stay[i] != nil {
			continue
		}
		if same[i] {
			c.settled.carry(gone, come)
			for k := range c.tried {
				c.tried[k].carry(gone, come)
			}
		} else {
			c.settled.crossed = r.crossings(i, &c.settled)
		}
		if len(f.points) < 3 || f.through || f.direct || len(f.pins) > 0 || l.From.Box == l.To.Box {
			continue
		}
		if others := at.othersSides(p, out, i); !same[i] || others != c.others || !c.kept() {
			c.others, c.tried = others, nil
		}
		out[i] = r.uncross(p, i, c)
	}
	return out
}

// carry brings a count on from the last page to this one.
func (o *option) carry(gone, come []*option) {
	in := o.bounds.Grow(1)
	for _, g := range gone {
		if in.Overlaps(g.bounds) {
			o.crossed -= geom.Crossings(o.points, g.points)
		}
	}
	for _, g := range come {
		if in.Overlaps(g.bounds) {
			o.crossed += geom.Crossings(o.points, g.points)
		}
	}
}

// kept tells whether the router still has all ways that were tried.
func (c *choice) kept() bool {
	for _, o := range c.tried {
		if o.gone {
			return false
		}
	}
	return true
}

// uncross chooses a way for line i.
func (r *Router) uncross(p Page, i int, c *choice) *found {
	way, most := c.settled.found, c.settled.crossed-worthwhile
	if most < 0 {
		return way
	}
	if c.tried == nil {
		r.try(p, i, c)
		if r.meter.out {
			return way
		}
	}
	for _, o := range c.tried {
		o.used = true
		if !o.none && !o.through && len(o.points) <= len(c.settled.points) && o.crossed <= most {
			way, most = o.found, o.crossed-1
		}
	}
	return way
}

// try finds the ways of line i at other sides.
func (r *Router) try(p Page, i int, c *choice) {
	f, l := c.settled.found, &p.Lines[i]
	c.tried = []option{}
	for _, no := range [2][2]sides{{only(f.from.side), 0}, {0, only(f.to.side)}} {
		nf, nt := c.others[0]|no[0], c.others[1]|no[1]
		if nf == allSides || nt == allSides || no[0] != 0 && l.From.Port != "" || no[1] != 0 && l.To.Port != "" {
			continue
		}
		o := option{found: r.within(&p, i, nf, nt, f.cost+detour, f)}
		o.bounds = boundsOf(o.points)
		o.crossed = r.crossings(i, &o)
		c.tried = append(c.tried, o)
	}
}

// crossings counts how often a way for line i crosses the settled ones of others.
func (r *Router) crossings(i int, o *option) int {
	n := 0
	in := o.bounds.Grow(1)
	if r.meter.spend(len(r.choices) / 3) {
		return 0
	}
	for j := range r.choices {
		if s := &r.choices[j].settled; j != i && in.Overlaps(s.bounds) {
			n += geom.Crossings(o.points, s.points)
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
func (e *ends) othersSides(p Page, paths []*found, i int) [2]sides {
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
