package trunk

import (
	"context"
	"math"
	"slices"
)

// mostWork bounds the search, in pairs of lines compared: about a fifth of a second.
const mostWork = 4_000_000

// searcher holds the best plan so far.
type searcher struct {
	ctx   context.Context
	g     *Graph
	best  *plan
	least float64
	trial *plan
	d     *drawer
	work  int
}

// placed is the plan of a part of a page, and how its lines run.
func placed(ctx context.Context, g *Graph) (*plan, []run) {
	s := &searcher{ctx: ctx, g: g, best: newPlan(g), trial: newPlan(g), d: newDrawer(g)}
	s.start()
	s.begin()
	s.try(func(*plan) bool { return true })
	s.improve()
	return s.best, s.d.draw(s.best, math.Inf(1)).runs
}

// try changes the best plan, and keeps that where it is better.
func (s *searcher) try(change func(p *plan) bool) bool {
	s.best.copyTo(s.trial)
	if !change(s.trial) {
		return false
	}
	d := s.d.draw(s.trial, s.least)
	s.work += d.work + s.g.Steps
	if d.cost >= s.least-1e-9 {
		return false
	}
	s.best, s.trial, s.least = s.trial, s.best, d.cost
	return true
}

// over tells whether the search has cost enough, or nobody waits for it.
func (s *searcher) over() bool { return s.work > mostWork || s.ctx.Err() != nil }

// improve moves steps, branches, rows and columns for as long as one of the moves makes the plan better.
func (s *searcher) improve() {
	for better := true; better && !s.over(); {
		better = s.steps()
		better = s.branches() || better
		better = s.rows() || better
		better = s.columns() || better
	}
}

// near is how far a step is moved.
const near = 2

// steps moves single steps to free cells nearby, also to cells of a new row or column.
func (s *searcher) steps() (better bool) {
	for v := range s.g.Steps {
		if s.g.Main[v] {
			continue
		}
		for by := -near; by <= near; by++ {
			for below := -near; below <= near; below++ {
				if s.over() {
					return better
				}
				c, r := s.best.col[v]+by, s.best.row[v]+below
				move := func(p *plan) bool { p.col[v], p.row[v] = c, r; return true }
				s.best.index()
				if u := s.best.holds(c, r); u == v {
					continue
				} else if u < 0 {
					if s.try(move) {
						better = true
						continue
					}
				} else if !s.g.Main[u] {
					better = s.try(func(p *plan) bool {
						p.col[u], p.row[u] = p.col[v], p.row[v]
						return move(p)
					}) || better
				}
				better = s.try(func(p *plan) bool { p.insert(r, 1); return move(p) }) || better
				if c != 0 {
					better = s.try(func(p *plan) bool { p.widen(c); return move(p) }) || better
				}
			}
		}
	}
	return better
}

// branches moves whole branches: to the other side, and by a column or a row.
func (s *searcher) branches() (better bool) {
	for k := 1; k < len(s.g.Chains); k++ {
		c := s.g.Chains[k]
		all := s.from(k)
		for _, set := range [2][]int{c, all} {
			for _, m := range [...]func(p *plan, v int){
				func(p *plan, v int) { p.col[v] = -p.col[v] },
				func(p *plan, v int) { p.col[v]++ },
				func(p *plan, v int) { p.col[v]-- },
				func(p *plan, v int) { p.row[v]++ },
				func(p *plan, v int) { p.row[v]-- },
			} {
				if s.over() {
					return better
				}
				better = s.try(func(p *plan) bool {
					for _, v := range set {
						m(p, v)
					}
					return true
				}) || better
			}
			if len(all) == len(c) {
				break
			}
		}
	}
	return better
}

// from are the steps of a branch and of all that leave it.
func (s *searcher) from(k int) []int {
	all := slices.Clone(s.g.Chains[k])
	for _, c := range s.g.Chains[k+1:] {
		for _, l := range s.g.Lines {
			if l.To == c[0] && !l.Weak && !l.Back && slices.Contains(all, l.From) {
				all = append(all, c...)
				break
			}
		}
	}
	return all
}

// rows moves all from a row on up by one, or up to it down.
func (s *searcher) rows() (better bool) {
	s.best.index()
	for r := s.best.top + 1; r <= s.best.bottom && !s.over(); r++ {
		better = s.try(func(p *plan) bool { p.insert(r, -1); return true }) || better
		better = s.try(func(p *plan) bool { // and past the trunk, which keeps its rows
			for v := range p.row {
				if p.row[v] >= r && !s.g.Main[v] {
					p.row[v]--
				}
			}
			return true
		}) || better
		s.best.index()
	}
	return better
}

// columns exchanges columns, and moves all from a column on inward.
func (s *searcher) columns() (better bool) {
	s.best.index()
	for a := s.best.left; a <= s.best.right; a++ {
		for b := a; b <= s.best.right; b++ {
			if a == 0 || b == 0 || s.over() {
				continue
			}
			better = s.try(func(p *plan) bool {
				for v, c := range p.col {
					switch {
					case a == b && a > 0 && c >= a:
						p.col[v]--
					case a == b && a < 0 && c <= a:
						p.col[v]++
					case a != b && c == a:
						p.col[v] = b
					case a != b && c == b:
						p.col[v] = a
					}
				}
				return true
			}) || better
		}
	}
	return better
}
