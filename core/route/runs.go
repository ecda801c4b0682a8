package route

// away is a lower bound of the bends that a path along each straight run of
// open edges still has to make. Many places share a run, so that it is known
// before the search for all of them at little cost; it keeps the search from
// looking into every place of a dead end.

// unreached is the bends of a run from which there is no way.
const unreached = 255

// run is a straight row of open edges: n of them, from the place first on.
type run struct {
	first, n int
	level    bool
}

// findRuns lists the runs, and counts bends from the goals on.
func (s *searcher) findRuns() {
	nx, ny := len(s.xs), len(s.ys)
	s.on = resize(s.on, nx*ny*2)
	s.runs = append(s.runs[:0], run{}) // no run has the number 0
	s.down = resize(s.down, nx)        // the upright runs of the row above, that go on
	clear(s.down)
	extend := func(r int32, at int, open, level bool) (here, next int32) {
		switch {
		case r == 0 && open:
			r = int32(len(s.runs))
			s.runs = append(s.runs, run{first: at, n: 1, level: level})
		case open:
			s.runs[r].n++
		default:
			return r, 0
		}
		return r, r
	}
	for y := range ny {
		across := int32(0)
		for x := range nx {
			at := y*nx + x
			e := s.edges[at*2 : at*2+2]
			s.on[at*2], across = extend(across, at, e[0].kind == open, true)
			s.on[at*2+1], s.down[x] = extend(s.down[x], at, e[1].kind == open, false)
		}
	}
	s.away = resize(s.away, len(s.runs))
	for i := range s.away {
		s.away[i] = unreached
	}
	s.away[0] = 0
	s.reach = s.reach[:0]
	arrive := func(r int32, bends uint8) {
		if r > 0 && s.away[r] > bends {
			s.away[r] = bends
			s.reach = append(s.reach, r)
		}
	}
	for _, bends := range [2]uint8{0, 1} {
		for i := range s.goals {
			g := &s.goals[i]
			at := g.y*nx + g.x
			along := axis(level(g.in))
			if bends == 0 || g.g.free {
				arrive(s.on[at*2+along], 0)
			}
			if bends == 1 || g.g.free {
				arrive(s.on[at*2+1-along], bends)
			}
		}
	}
	for i := 0; i < len(s.reach); i++ {
		r := &s.runs[s.reach[i]]
		bends := s.away[s.reach[i]] + 1
		if bends == unreached {
			break
		}
		at, step := r.first*2+axis(!r.level), 2
		if !r.level {
			step *= nx
		}
		for range r.n + 1 {
			arrive(s.on[at], bends)
			at += step
		}
	}
}

// axis is the place, of two, of what belongs to the level edges, and of what
// belongs to the upright ones.
func axis(level bool) int {
	if level {
		return 0
	}
	return 1
}
