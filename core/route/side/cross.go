package side

import (
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// worthwhile is how many crossings fewer make a line hold at other sides. For fewer
// it would change them too often, when another line is dragged across it.
const worthwhile = 3

// detour is how much longer, px, it may get for that: by less than a bend, so
// that the search need not look at paths that have one more.
const detour = 150.0

// uncross lets lines hold at other sides, where they get no more bends and cross at least
// so many fewer others. What a line crosses is counted on the paths that were there before
// any was changed: so a change is not felt beyond the lines that it meets.
func uncross(f *find.Finder, at *ends, paths []*find.Path) []*find.Path {
	c := crosser{f: f, paths: paths, bounds: make([]geom.Rect, len(paths))}
	for i, p := range paths {
		c.bounds[i] = find.Bounds(p.Points)
	}
	out := slices.Clone(paths)
	for i, p := range paths {
		if l := &f.Page.Lines[i]; f.Kept[i] == nil && len(p.Points) > 2 && !p.Through && !p.Direct && len(p.Pins) == 0 && l.From.Box != l.To.Box {
			out[i] = c.other(i, at.othersSides(f.Page, out, i))
		}
	}
	return out
}

// crosser counts crossings among paths.
type crosser struct {
	f      *find.Finder
	paths  []*find.Path
	bounds []geom.Rect // of each
}

// other is the path for line i that crosses fewest others, its own one if no other is worth
// while: from another side, or to another one, but for those of others at its ends.
func (c *crosser) other(i int, others [2]find.Sides) *find.Path {
	p, l := c.paths[i], &c.f.Page.Lines[i]
	best, most := p, c.crossings(i, p)-worthwhile
	if most < 0 {
		return p
	}
	for _, no := range [2][2]find.Sides{{find.Only(p.From.Side), 0}, {0, find.Only(p.To.Side)}} {
		from, to := others[0]|no[0], others[1]|no[1]
		if from == find.AllSides || to == find.AllSides || no[0] != 0 && l.From.Port != "" || no[1] != 0 && l.To.Port != "" {
			continue
		}
		o := c.f.Within(i, from, to, p.Cost+detour, p)
		if o == nil || o.Through || len(o.Points) > len(p.Points) {
			continue
		}
		if n := c.crossings(i, o); n <= most {
			best, most = o, n-1
		}
	}
	return best
}

// crossings counts how often a path for line i crosses those of others.
func (c *crosser) crossings(i int, p *find.Path) int {
	if c.f.Meter.Spend(len(c.paths) / 3) {
		return 0
	}
	n, in := 0, find.Bounds(p.Points).Grow(1)
	for j, o := range c.paths {
		if j != i && in.Overlaps(c.bounds[j]) {
			n += geom.Crossings(p.Points, o.Points)
		}
	}
	return n
}

// othersSides are the sides that line i does not take at its ends, beside
// where it is: those with lines of the other direction, and the tips of other
// outcomes.
func (at *ends) othersSides(p *find.Page, paths []*find.Path, i int) [2]find.Sides {
	var from, to find.Sides
	l := &p.Lines[i]
	if b := l.From.Box; b >= 0 {
		for _, j := range at.ins[b] {
			from |= find.Only(paths[j].To.Side)
		}
		if l.Outcome {
			for _, j := range at.outs[b] {
				from |= find.Only(paths[j].From.Side)
			}
		}
	}
	if b := l.To.Box; b >= 0 {
		for _, j := range at.outs[b] {
			to |= find.Only(paths[j].From.Side)
		}
	}
	return [2]find.Sides{from &^ find.Only(paths[i].From.Side), to &^ find.Only(paths[i].To.Side)}
}
