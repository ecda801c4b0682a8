package find

// findAway finds for every open run how many bends a path along it still has to
// make at least: one less than its away says, and where that is 0 there is no way. It
// keeps a search from looking into every place of a dead end.
func (s *searcher) findAway(m *Meter) {
	for k := range s.fields {
		f := &s.fields[k]
		s.unseen[k] = s.unseen[k][:0]
		for i := range f.runs {
			if r := &f.runs[i]; r.open {
				s.unseen[k] = append(s.unseen[k], int32(i))
			}
		}
	}
	s.reached = s.reached[:0]
	for i := range s.goals { // along the way into it
		g := &s.goals[i]
		for k := range s.fields {
			if g.g.Loose || k == axis(level(g.in)) {
				s.see(k, s.runAt(k, g.x, g.y), 1)
			}
		}
	}
	for i := range s.goals { // and across that
		g := &s.goals[i]
		across := axis(!level(g.in))
		s.see(across, s.runAt(across, g.x, g.y), 2)
	}
	for i := 0; i < len(s.reached); i++ {
		r := &s.fields[s.reached[i].axis].runs[s.reached[i].run]
		if r.away == tooFar {
			break
		}
		across := 1 - s.reached[i].axis
		f, list := &s.fields[across], s.unseen[across]
		if m.Spend(len(list) / 8) {
			return
		}
		for k := 0; k < len(list); {
			o := &f.runs[list[k]]
			crosses := o.line >= r.lo && o.line <= r.hi && r.line >= o.lo && r.line <= o.hi
			if o.away == 0 && !crosses {
				k++
				continue
			}
			s.see(across, list[k], r.away+1)
			list[k] = list[len(list)-1]
			list = list[:len(list)-1]
		}
		s.unseen[across] = list
	}
	s.aware = true
}

// tooFar is more bends than a path ever makes.
const tooFar = 250

// reached is a run whose away is known.
type reached struct {
	axis int
	run  int32
}

// see sets the away of a run that has none yet.
func (s *searcher) see(axis int, run int32, away uint8) {
	if run < 0 {
		return
	}
	if r := &s.fields[axis].runs[run]; r.away == 0 {
		r.away = away
		s.reached = append(s.reached, reached{axis, run})
	}
}

// axis is the index, in whatever is kept twice, of the level lines (0) or the upright ones (1).
func axis(level bool) int {
	if level {
		return 0
	}
	return 1
}
