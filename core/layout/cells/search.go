package cells

import (
	"context"
	"math"
	"math/rand/v2"
	"slices"
)

// mostWork bounds the search, in pairs of lines compared: up to a tenth of a second.
const mostWork = 3_000_000

// searcher holds the best plan so far.
type searcher struct {
	ctx   context.Context
	g     *Graph
	best  *plan
	least float64
	whole bool // all steps have places, and the best plan is drawn
	trial *plan
	d     *drawer
	found []found    // all plans that no move made better
	dice  *rand.Rand // the same for every page
}

// found are the rows of a plan, and what it costs.
type found struct {
	rows []int
	cost float64
}

func newSearcher(ctx context.Context, g *Graph) *searcher {
	return &searcher{ctx: ctx, g: g, best: newPlan(g), trial: newPlan(g), d: newDrawer(g), dice: rand.New(rand.NewPCG(1, uint64(g.Steps)))}
}

// placed is the plan of a part of a page, and how its lines run.
func (s *searcher) placed(search bool) (*plan, []run) {
	s.start()
	if !search {
		s.d.draw(s.best, math.Inf(1))
		return s.best, s.d.runs
	}
	s.search(func() (better bool) {
		better = s.steps()
		better = s.branches() || better
		return s.rows() || better
	})
	s.d.draw(s.best, math.Inf(1))
	return s.best, s.d.runs
}

// fruitless is how many plans in a row are shaken before the search ends; in lanes, where there is less to begin
// with, more.
const (
	fruitless   = 3
	fruitlessIn = 16
)

// search makes all moves for as long as they make the plan better; then it shakes the plan a little, and
// tries again.
func (s *searcher) search(moves func() bool) {
	s.begin()
	if s.whole = s.try(func(*plan) bool { return true }); !s.whole {
		return
	}
	descend := func() {
		for !s.over() && moves() {
		}
		s.found = append(s.found, found{slices.Clone(s.best.row), s.least})
	}
	descend()
	was, most := newPlan(s.g), fruitless
	if s.g.Lanes {
		most = fruitlessIn
	}
	for k := 0; k < most && !s.over(); k++ {
		s.best.copyTo(was)
		least := s.least
		for range 2 {
			s.begin()
			s.try(s.shaken)
		}
		descend()
		if s.least < least-1e-9 {
			k = -1
			continue
		}
		was.copyTo(s.best)
		s.least = least
		s.d.draw(s.best, math.Inf(1))
		s.d.keep(s.best)
	}
}

// shaken moves a step somewhere else.
func (s *searcher) shaken(p *plan) bool {
	v := s.dice.IntN(s.g.Steps)
	by, below := s.dice.IntN(5)-2, s.dice.IntN(7)-3
	if s.g.Main[v] {
		return false
	}
	if s.g.Lanes {
		by = 0
	}
	p.index()
	if u := p.holds(p.col[v]+by, p.row[v]+below); u >= 0 && u != v {
		if s.g.Main[u] {
			return false
		}
		p.col[u], p.row[u] = p.col[v], p.row[v]
	}
	p.col[v], p.row[v] = p.col[v]+by, p.row[v]+below
	return true
}

// try changes the best plan, and keeps that where it is better.
func (s *searcher) try(change func(p *plan) bool) bool {
	if s.over() {
		return false
	}
	s.best.copyTo(s.trial)
	if !change(s.trial) {
		return false
	}
	s.d.work += s.g.Steps
	draw := s.d.draw
	if s.whole && s.moved() <= s.g.Steps/2 {
		draw = func(p *plan, most float64) float64 { return s.d.redraw(p, s.best, most) }
	}
	cost := draw(s.trial, s.least)
	if cost >= s.least-1e-9 {
		return false
	}
	s.best, s.trial, s.least = s.trial, s.best, cost
	s.d.keep(s.best)
	return true
}

// moved is how many steps the trial has moved.
func (s *searcher) moved() int {
	n := 0
	for v := range s.g.Steps {
		if s.trial.col[v] != s.best.col[v] || s.trial.row[v] != s.best.row[v] {
			n++
		}
	}
	return n
}

// over reports whether the search has cost enough, or nobody waits for it.
func (s *searcher) over() bool { return s.d.work > mostWork || s.ctx.Err() != nil }

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
				if abs(below) > 1 {
					continue
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
	for _, c := range s.g.Chains[min(1, len(s.g.Chains)):] { // the first is the trunk
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
				for _, v := range c {
					m(p, v)
				}
				return true
			}) || better
		}
	}
	return better
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
