package cells

import "math"

// start places chain after chain, each where it then costs least, and what hangs on the flow last.
func (s *searcher) start() {
	g, p := s.g, s.best
	if len(g.Chains) > 0 {
		for i, v := range g.Chains[0] {
			p.on[v], p.col[v], p.row[v] = true, 0, i
		}
		for _, c := range g.Chains[1:] {
			s.branch(c)
		}
	}
	for _, v := range g.Hangs {
		s.hang(v)
	}
}

// branch places a chain.
func (s *searcher) branch(c []int) {
	p := s.best
	host, target := -1, -1
	for _, l := range s.g.Lines {
		if l.To == c[0] && !l.Weak && !l.Back && p.on[l.From] && host < 0 {
			host = l.From
		}
		if l.From == c[len(c)-1] && !l.Weak && p.on[l.To] && (target < 0 || !l.Back) {
			target = l.To
		}
	}
	s.begin()
	if host >= 0 {
		s.beside(c, host, target)
	} else if target >= 0 {
		s.before(c, target)
	}
	s.settle(c)
}

// columns are how far beside a step others are tried.
var columns = [...]int{1, -1, 0, 2, -2, 3, -3}

// beside tries a chain beside or below its host, downward or upward, as it is or up to the height of the
// step that it leads to, with rows put in where it takes more.
func (s *searcher) beside(c []int, host, target int) {
	k := len(c)
	for _, by := range columns {
		for _, below := range [...]int{0, 1, -1} {
			for _, dir := range [...]int{1, -1} {
				if k == 1 && dir < 0 || by == 0 && (below == 0 || dir != below) {
					continue
				}
				for _, more := range [...]int{0, 1, k} {
					s.try(func(p *plan) bool {
						p.insert(p.row[host]+1, more)
						p.stack(c, p.col[host]+by, p.row[host]+below, dir)
						return true
					})
					if k == 1 {
						break
					}
				}
				if target < 0 || k == 1 {
					continue
				}
				s.try(func(p *plan) bool {
					lacks := dir*(p.row[host]+below-p.row[target]) + k - 1
					if lacks > 0 {
						if dir > 0 {
							p.insert(p.row[target], lacks)
						} else {
							p.insert(p.row[target]+1, lacks)
						}
					}
					p.stack(c, p.col[host]+by, p.row[host]+below, dir)
					p.row[c[k-1]] = p.row[target]
					return dir*(p.row[target]-p.row[c[k-2]]) > 0
				})
			}
		}
	}
}

// before tries a chain that nothing placed leads to, so that it ends beside or above its target.
func (s *searcher) before(c []int, target int) {
	for _, by := range columns {
		for _, above := range [...]int{0, 1} {
			if by == 0 && above == 0 {
				continue
			}
			s.try(func(p *plan) bool {
				p.stack(c, p.col[target]+by, p.row[target]-above-len(c)+1, 1)
				return true
			})
		}
	}
}

// hang tries a step beside the flow near what it hangs on.
func (s *searcher) hang(v int) {
	host := -1
	for _, l := range s.g.Lines {
		if (l.To == v || l.From == v) && s.best.on[l.From+l.To-v] {
			host = l.From + l.To - v
			break
		}
	}
	s.begin()
	if host >= 0 {
		for _, by := range columns {
			for _, below := range [...]int{0, -1, 1} {
				s.try(func(p *plan) bool {
					p.stack([]int{v}, p.col[host]+by, p.row[host]+below, 1)
					return true
				})
			}
		}
	}
	s.settle([]int{v})
}

// begin lets the first place that is tried be the best.
func (s *searcher) begin() { s.least = math.Inf(1) }

// settle puts a chain below everything if it has found no place.
func (s *searcher) settle(c []int) {
	if p := s.best; !p.on[c[0]] {
		p.index()
		at := p.bottom + 1
		p.stack(c, 0, at, 1)
	}
}

// stack puts steps into a column, from a row on.
func (p *plan) stack(c []int, col, row, dir int) {
	for i, v := range c {
		p.on[v], p.col[v], p.row[v] = true, col, row+i*dir
	}
}

// insert puts in empty rows before a row.
func (p *plan) insert(row, n int) {
	for v, on := range p.on {
		if on && p.row[v] >= row {
			p.row[v] += n
		}
	}
}

// widen puts in an empty column beside column 0 or beyond: before c on the right, behind it on the left.
func (p *plan) widen(c int) {
	for v, on := range p.on {
		switch {
		case !on:
		case c > 0 && p.col[v] >= c:
			p.col[v]++
		case c < 0 && p.col[v] <= c:
			p.col[v]--
		}
	}
}
