package route

import (
	"slices"

	"plaintracer/core/geom"
)

// Bounds of the search for ways apart; on pages whose steps lie on each other
// there is no end of it.
const (
	clashRounds = 20    // in which lines that lie on others are routed anew
	effort      = 10000 // states that the searches of these look at, for each line that finds its way
	leastFree   = 20    // lines that this counts beside those
	gentle      = 2     // of the rounds, in which a line keeps off those alone that it has lain on
	mostMet     = 6     // of these
)

// After the gentle rounds a line keeps off all that run around it.
const (
	vicinity  = 60.0 // px, around the room that the line takes
	mostWalls = 300  // stretches there; where there are more, half as far around the line itself
	few       = 3    // lines that are left to set apart
	fewsWalls = 800  // stretches there for these

	// The same where others are to stay: there are few lines then, and the more to keep off.
	wideVicinity = 300.0
	wideWalls    = 2000
)

// untangle sets the lines apart. Those that still lie on others, because more
// go through a gap than there is room for, are routed anew, and the round that
// leaves the fewest is kept; it tells those. Where the last few do not come apart, now the one of
// a pair is routed anew and now the other, and now it may be moved again, when
// all are set apart, and now it may not.
func (r *Router) untangle(p Page, paths []*found) (*nudger, []clash) {
	n := r.newNudger(p, paths, nil)
	n.run()
	free := 0
	for _, f := range paths {
		if !f.stays() {
			free++
		}
	}
	best, left, last := n, []clash(nil), r.work.looked+effort*min(len(paths), leastFree+free)
	met := map[int][]int{} // per line, those that it has lain on
	for round := 0; ; round++ {
		clashes := n.clashes()
		if round == 0 || len(clashes) < len(left) {
			best, left = n, clashes
		}
		if len(left) == 0 || round == clashRounds || r.meter.out {
			return best, left
		}
		paths, lines, moved := slices.Clone(n.paths), slices.Clone(n.lines), false
		for _, c := range clashes {
			if r.work.looked > last || r.meter.spend(len(lines)) {
				return best, left
			}
			i, walls := c.line, []wall(nil)
			if n.paths[i].stays() {
				continue
			}
			if round < gentle {
				met[i] = remember(met[i], c.others)
				for _, o := range met[i] {
					walls = append(walls, along(lines[o])...)
				}
			} else {
				most, reach := mostWalls, vicinity
				if len(clashes) <= few {
					most = fewsWalls
					if round%4 >= 2 && !n.paths[c.others[0]].stays() {
						i = c.others[0]
					}
				}
				if free < len(paths) {
					most, reach = wideWalls, wideVicinity
				}
				walls = around(lines, i, most, reach)
			}
			alt := r.apart(&p, i, n.paths[i], walls)
			if alt == nil {
				continue
			}
			if round >= gentle { // the next ones keep off it where it runs now
				alt.rigid = round%2 == 0
				lines[i] = alt.points
			}
			paths[i], moved = alt, true
		}
		if !moved {
			return best, left
		}
		n = r.newNudger(p, paths, nil)
		n.run()
	}
}

// remember adds lines to those that a line has lain on, the last of which count.
func remember(met, lines []int) []int {
	for _, o := range lines {
		if !slices.Contains(met, o) {
			met = append(met, o)
		}
	}
	return met[max(0, len(met)-mostMet):]
}

// around are the stretches of others that run in the vicinity of line i; where
// those are more than most, in the vicinity of its own stretches.
func around(lines [][]geom.Point, i, most int, reach float64) []wall {
	near := func(rooms []geom.Rect) []wall {
		var out []wall
		for j, pts := range lines {
			for k := 1; k < len(pts) && j != i; k++ {
				r := geom.Span(pts[k-1], pts[k])
				if slices.ContainsFunc(rooms, r.Grow(Gap).Overlaps) {
					out = append(out, wall{pts[k-1], pts[k]})
				}
			}
		}
		return out
	}
	out := near([]geom.Rect{boundsOf(lines[i]).Grow(reach)})
	if len(out) > most {
		var rooms []geom.Rect
		for _, w := range along(lines[i]) {
			rooms = append(rooms, geom.Span(w.a, w.b).Grow(reach/2))
		}
		out = near(rooms)
	}
	return out
}
