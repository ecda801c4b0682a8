package cells

import (
	"cmp"
	"context"
	"slices"
)

// InLanes finds places along the flow of steps that each have their lane: a few, the best first, each of which no
// single move makes better. The places given, from 0 on, are what the search begins with: no two of one lane are the same.
func InLanes(ctx context.Context, lines []Line, decides []bool, lane, place []int) [][]int {
	g := &Graph{Steps: len(lane), Lines: lines, Decides: decides, Main: make([]bool, len(lane)), Lanes: true}
	g.pairs()
	s := newSearcher(ctx, g)
	for v := range lane {
		s.best.on[v], s.best.col[v], s.best.row[v] = true, lane[v], place[v]
	}
	s.search(func() (better bool) {
		better = s.along()
		better = s.following() || better
		return s.rows() || better
	})
	slices.SortStableFunc(s.found, func(a, b found) int { return cmp.Compare(a.cost, b.cost) })
	var out [][]int
	for _, f := range s.found {
		rows, first := f.rows, slices.Min(f.rows)
		for v := range rows {
			rows[v] -= first
		}
		if len(out) < mostFound && !slices.ContainsFunc(out, func(o []int) bool { return slices.Equal(o, rows) }) {
			out = append(out, rows)
		}
	}
	return out
}

// mostFound is how many places along the flow are told.
const mostFound = 6

// farAlong is how far a step is moved along its lane.
const farAlong = 4

// along moves single steps along their lanes, to free cells, in each other's place, and to a new row.
func (s *searcher) along() (better bool) {
	for v := range s.g.Steps {
		for by := -farAlong; by <= farAlong; by++ {
			if by == 0 || s.over() {
				continue
			}
			r := s.best.row[v] + by
			better = s.try(func(p *plan) bool {
				p.index()
				if u := p.holds(p.col[v], r); u >= 0 {
					p.row[u] = p.row[v]
				}
				p.row[v] = r
				return true
			}) || better
			better = s.try(func(p *plan) bool { p.insert(r, 1); p.row[v] = r; return true }) || better
		}
	}
	return better
}

// following moves steps with all that they lead to.
func (s *searcher) following() (better bool) {
	for v := range s.g.Steps {
		all := s.after(v)
		for _, by := range [...]int{1, -1, 2} {
			if s.over() {
				return better
			}
			better = s.try(func(p *plan) bool {
				for u, is := range all {
					if is {
						p.row[u] += by
					}
				}
				return true
			}) || better
		}
	}
	return better
}

// after tells which steps come after a step, it among them.
func (s *searcher) after(v int) []bool {
	all := make([]bool, s.g.Steps)
	all[v] = true
	for again := true; again; {
		again = false
		for _, l := range s.g.Lines {
			if all[l.From] && !all[l.To] && !l.Back && !l.Weak {
				all[l.To], again = true, true
			}
		}
	}
	return all
}
