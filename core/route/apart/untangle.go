package apart

import (
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// Bounds of the search for paths apart; on pages whose steps lie on each other
// there is no end of it.
const (
	mostRounds = 20    // in which lines that lie on others are routed anew
	effort     = 10000 // states that the searches of these look at, for each line that finds its path
	leastFree  = 20    // lines that this counts beside those
)

// How far around the room that a line takes it keeps off others, px. Among lines that are
// kept, few are routed anew, and find the more to keep off.
const (
	vicinity     = 20.0
	wideVicinity = 300.0
)

// clash is a line that lies on others.
type clash struct {
	line   int
	others []int
}

// clashes lists lines that lie on others although they share no port, of each
// pair the later one.
func (n *Lines) clashes() []clash {
	var out []clash
	at := map[int]int{} // per line, 1 + its clash's index
	for _, upright := range [2]bool{true, false} {
		ss := n.segments(upright)
		n.close(ss, narrowest-0.1, func(i, j int) {
			a, b := &ss[i], &ss[j]
			if a.isLabel() || b.isLabel() || n.sharePort(a.line, b.line) {
				return
			}
			l, o := max(a.line, b.line), min(a.line, b.line)
			if n.paths[l].Direct || n.paths[l].Stays() {
				l, o = o, l
			}
			if n.paths[l].Through || n.paths[l].Direct || n.paths[l].Hold == find.Firm {
				return
			}
			if at[l] == 0 {
				out = append(out, clash{line: l})
				at[l] = len(out)
			}
			out[at[l]-1].others = append(out[at[l]-1].others, o)
		})
	}
	slices.SortFunc(out, func(a, b clash) int { return a.line - b.line })
	return out
}

// sharePort reports whether two lines hold at one port.
func (n *Lines) sharePort(i, j int) bool {
	a, b, p, q := &n.p.Lines[i], &n.p.Lines[j], n.paths[i], n.paths[j]
	same := func(e, f find.End, g, h find.Gate) bool { return e.Box >= 0 && e.Box == f.Box && g.Name == h.Name }
	return same(a.From, b.From, p.From, q.From) || same(a.To, b.To, p.To, q.To) ||
		same(a.From, b.To, p.From, q.To) || same(a.To, b.From, p.To, q.From)
}

// untangle sets the lines apart. Those that still lie on others, because more
// go through a gap than there is room for, are routed anew, round after round, and the
// round that leaves the fewest is kept; it tells those.
func untangle(f *find.Finder, paths []*find.Path) (*Lines, []clash) {
	n := nudged(f, paths, nil)
	free := 0
	for _, p := range paths {
		if !p.Stays() {
			free++
		}
	}
	reach := vicinity
	if free < len(paths) {
		reach = wideVicinity
	}
	best, left, last := n, n.clashes(), f.Looked()+effort*min(len(paths), leastFree+free)
	clashes := left
	for round := range mostRounds {
		if len(left) == 0 || f.Meter.Out {
			break
		}
		paths, points, moved := slices.Clone(n.paths), slices.Clone(n.points), false
		for _, c := range clashes {
			if f.Looked() > last || f.Meter.Spend(len(points)) {
				return best, left
			}
			if paths[c.line].Stays() {
				continue
			}
			// The next ones keep off it where it runs now; every second round it stays there.
			if p := f.Apart(c.line, paths[c.line], around(points, c.line, reach)); p != nil {
				p.Rigid = round%2 == 0
				paths[c.line], points[c.line], moved = p, p.Points, true
			}
		}
		if !moved {
			break
		}
		n = nudged(f, paths, nil)
		if clashes = n.clashes(); len(clashes) < len(left) {
			best, left = n, clashes
		}
	}
	return best, left
}

// around are the segments of others that run nearer than reach to the room of line i.
func around(lines []geom.Polyline, i int, reach float64) []find.Wall {
	var out []find.Wall
	room := lines[i].Bounds().Grow(reach + find.Gap)
	for j, pts := range lines {
		for k := 1; k < len(pts) && j != i; k++ {
			if room.Overlaps(geom.Span(pts[k-1], pts[k])) {
				out = append(out, find.Wall{A: pts[k-1], B: pts[k]})
			}
		}
	}
	return out
}
