package apart

import (
	"slices"

	"plaintracer/core/route/find"
)

// Set sets the lines apart. Where those that find their paths do not come apart from
// others, the kept ones beside them make way by a gap, and those beside these; those that
// lie on others even then go where there is room.
func Set(f *find.Finder, paths []*find.Path) *Lines {
	best, left := untangle(f, paths)
	n, clashes := best, left
	for _, way := range []struct {
		of   func(*Lines, []clash) []int
		hold find.Hold
	}{{(*Lines).firmBeside, find.Yielding}, {(*Lines).staying, find.Free}} {
		which := way.of(n, clashes)
		if len(which) == 0 {
			continue
		}
		if n, clashes = untangle(f, yielding(n.paths, which, way.hold)); len(clashes) < len(left) {
			best, left = n, clashes
		}
	}
	return best
}

// staying are the lines among the clashes that are not to be found anew.
func (n *Lines) staying(clashes []clash) []int {
	var out []int
	for _, c := range clashes {
		for _, i := range append([]int{c.line}, c.others...) {
			if n.paths[i].Stays() {
				out = append(out, i)
			}
		}
	}
	return out
}

// MakeWay moves lines out of the way of labels that found no clear place, as far as they
// can: kept ones only for those that are new there. It fails where lines then lie on each
// other.
func (n *Lines) MakeWay(hit []find.Block, routes []find.Route) (*Lines, bool) {
	paths, seen := n.paths, map[int]bool{}
	var blocks []find.Block
	for _, b := range hit {
		if seen[b.Line] {
			continue
		}
		seen[b.Line] = true
		for _, at := range routes[b.Line].Labels {
			blocks = append(blocks, find.Block{Line: b.Line, Rect: at})
		}
	}
	for _, h := range hit {
		if n.paths[h.Line].Hold == find.Firm {
			continue
		}
		hold := find.Yielding
		if h.Placed {
			hold = find.Free
		}
		paths = yielding(paths, n.firmOn(h), hold)
	}
	out := nudged(n.f, paths, blocks)
	return out, len(out.clashes()) == 0
}

// yielding lets some of the firm ones make way.
func yielding(paths []*find.Path, which []int, hold find.Hold) []*find.Path {
	paths = slices.Clone(paths)
	for _, i := range which {
		p := *paths[i]
		p.Hold = hold
		paths[i] = &p
	}
	return paths
}

// firmBeside are the firm lines that run beside ones that do not come apart, or beside
// others that make way to these already.
func (n *Lines) firmBeside(clashes []clash) []int {
	if len(clashes) == 0 {
		return nil
	}
	pressed := map[int]bool{}
	for _, c := range clashes {
		pressed[c.line] = true
		for _, o := range c.others {
			pressed[o] = true
		}
	}
	for i, p := range n.paths {
		if p.Hold == find.Yielding {
			pressed[i] = true
		}
	}
	var out []int
	add := func(i int) {
		if n.paths[i].Hold == find.Firm && !slices.Contains(out, i) {
			out = append(out, i)
		}
	}
	for i := range n.paths {
		if pressed[i] {
			add(i)
		}
	}
	for _, upright := range [2]bool{true, false} {
		ss := n.segments(upright)
		n.close(ss, 2*find.Gap, func(i, j int) {
			a, b := &ss[i], &ss[j]
			if a.isLabel() || b.isLabel() {
				return
			}
			if pressed[a.line] {
				add(b.line)
			}
			if pressed[b.line] {
				add(a.line)
			}
		})
	}
	return out
}

// firmOn are the firm lines that lie on a label.
func (n *Lines) firmOn(b find.Block) []int {
	var out []int
	for j, p := range n.paths {
		if p.Hold == find.Firm && j != b.Line && p.Points.Meets(b.Rect.Grow(labelRoom)) {
			out = append(out, j)
		}
	}
	return out
}
