package route

// findAway finds for every place, on the level line through it and on the upright
// one, how many bends a path along that line still has to make at least: one less
// than s.away says, and where it says 0 there is no way. It keeps a search from
// looking into every place of a dead end.
func (s *searcher) findAway() {
	nx := len(s.xs)
	s.away = resize(s.away, nx*len(s.ys)*2)
	clear(s.away)
	s.seeds = s.seeds[:0]
	for i := range s.goals {
		g := &s.goals[i]
		at := (g.y*nx + g.x) * 2
		s.seeds = append(s.seeds, seed{at + axis(level(g.in)), 1})
		if g.g.free {
			s.seeds = append(s.seeds, seed{at + axis(!level(g.in)), 1})
		}
	}
	for i := 0; i < len(s.seeds); i++ {
		if from := s.seeds[i]; s.away[from.at] == 0 && from.away < tooFar {
			s.sweep(from)
		}
	}
	s.aware = true
}

// tooFar is more bends than a path ever makes.
const tooFar = 250

// seed is a place on one of its two lines, and what s.away is to say there.
type seed struct {
	at   int
	away uint8
}

// sweep goes both ways from a place along a line, as far as its edges are open.
func (s *searcher) sweep(from seed) {
	step, n := 2, len(s.edges)
	if from.at%2 == axis(false) {
		step *= len(s.xs)
	}
	mark := func(at int) {
		s.away[at] = from.away
		if across := at ^ 1; s.away[across] == 0 {
			s.seeds = append(s.seeds, seed{across, from.away + 1})
		}
	}
	mark(from.at)
	for at := from.at; s.edges[at].kind == open; {
		if at += step; at >= n {
			break
		}
		mark(at)
	}
	for at := from.at - step; at >= 0 && s.edges[at].kind == open; at -= step {
		mark(at)
	}
}

// axis is the place, of two, of what belongs to the level lines, and of what
// belongs to the upright ones.
func axis(level bool) int {
	if level {
		return 0
	}
	return 1
}
