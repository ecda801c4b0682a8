package route

import "slices"

// stays tells of a way that is kept, and not to be found anew.
func (f *found) stays() bool { return f.firm || f.yields }

// yielding lets some of the firm ones make way, by a gap at most or, freely, farther.
func yielding(paths []*found, which []int, freely bool) []*found {
	paths = slices.Clone(paths)
	for _, i := range which {
		f := *paths[i]
		f.firm, f.rigid, f.yields = false, false, !freely
		paths[i] = &f
	}
	return paths
}

// mostYields is how often more of the ways beside lines that do not come apart make way.
const mostYields = 3

// separate sets the lines apart. Where those that find their ways do not come apart from
// others, the kept ones beside them make way. It tells those that are left.
func (r *Router) separate(p Page, paths []*found) (*nudger, []clash) {
	n, left := r.untangle(p, paths)
	last, clashes := n, left
	for range mostYields {
		which := last.firmBeside(clashes)
		if len(which) == 0 {
			break
		}
		last, clashes = r.untangle(p, yielding(last.paths, which, false))
		if len(clashes) < len(left) {
			n, left = last, clashes
		}
	}
	return n, left
}

// firmBeside are the firm lines that run beside ones that do not come apart, or beside
// others that make way to these already.
func (n *nudger) firmBeside(clashes []clash) []int {
	if len(clashes) == 0 {
		return nil
	}
	beside := map[int]bool{}
	for _, c := range clashes {
		beside[c.line] = true
		for _, o := range c.others {
			beside[o] = true
		}
	}
	var out []int
	for i, f := range n.paths {
		if f.yields {
			beside[i] = true
		}
		if f.firm && beside[i] {
			out = append(out, i)
		}
	}
	for _, upright := range [2]bool{true, false} {
		ss := n.stretches(upright)
		n.close(ss, 2*Gap, func(i, j int) {
			a, b := ss[i].line, ss[j].line
			for _, q := range [2][2]int{{a, b}, {b, a}} {
				if q[0] >= 0 && q[1] >= 0 && beside[q[0]] && n.paths[q[1]].firm && !slices.Contains(out, q[1]) {
					out = append(out, q[1])
				}
			}
		})
	}
	return out
}

// firmOn are the firm lines that lie on a label.
func (n *nudger) firmOn(routes []Route, b block) []int {
	var out []int
	for j := range routes {
		if n.paths[j].firm && j != b.line && meets(routes[j].Points, b.rect.Grow(labelRoom)) {
			out = append(out, j)
		}
	}
	return out
}
