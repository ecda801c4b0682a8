package side

import (
	"plaintracer/core/route/find"
	"plaintracer/core/symbol"
)

// nearby is how much longer (px) a line may get to leave a side to lines of the
// other direction, or to cross fewer others; it may get no more bends.
const nearby = 300.0

// tips routes every line, then lets lines at the same decision give way to each other.
func tips(f *find.Finder, at *ends) []*find.Path {
	n := len(f.Page.Lines)
	s := settling{f: f, lines: f.Page.Lines, ends: at, alone: make([]*find.Path, n), tipped: make([]*find.Path, n),
		taken: make([]find.Sides, n), against: make([]find.Sides, n)}
	for i := range s.lines {
		s.alone[i] = f.Path(i, 0, 0)
	}
	copy(s.tipped, s.alone)
	for b := range f.Page.Boxes {
		if s.decides(b) && len(s.outs[b]) > 1 {
			s.outcomes(b)
		}
	}
	for b := range f.Page.Boxes {
		if s.decides(b) && len(s.outs[b]) > 0 && len(s.ins[b]) > 0 {
			s.unmix(b)
		}
	}
	out := make([]*find.Path, n)
	for i := range out {
		out[i] = s.final(i)
	}
	return out
}

// settling is how far the tips are settled: per line, the paths that it could take, and the sides that others hold.
type settling struct {
	f     *find.Finder
	lines []find.Line
	*ends
	alone   []*find.Path // its path by itself
	tipped  []*find.Path // by a tip of its own
	taken   []find.Sides // the tips that other outcomes hold
	against []find.Sides // where it ends, the sides that it leaves to lines out
}

// decides tells of a decision with lines that are to find their paths.
func (s *settling) decides(b int) bool {
	return s.f.Page.Boxes[b].Kind == symbol.Decision && s.find(s.f, b)
}

// outcomes gives the outcomes of a decision different tips. Where two want the same one,
// that moves which then costs less.
func (s *settling) outcomes(b int) {
	holder := map[symbol.Side]int{}
	var taken find.Sides
	hold := func(i int) {
		side := s.tipped[i].From.Side
		holder[side] = i
		taken |= find.Only(side)
	}
	for _, i := range s.outs[b] {
		if s.lines[i].Outcome && s.lines[i].From.Port != "" {
			hold(i)
		}
	}
	for _, i := range s.outs[b] {
		if !s.lines[i].Outcome || s.lines[i].From.Port != "" {
			continue
		}
		j, contested := holder[s.tipped[i].From.Side]
		if contested && taken != find.AllSides {
			mine := s.f.Path(i, taken, 0)
			if s.lines[j].From.Port == "" {
				theirs := s.f.Path(j, taken, 0)
				if theirs.Cost-s.tipped[j].Cost < mine.Cost-s.tipped[i].Cost-1e-6 {
					s.tipped[j], s.taken[j] = theirs, taken
					hold(i)
					hold(j)
					continue
				}
			}
			s.tipped[i], s.taken[i] = mine, taken
		}
		hold(i)
	}
}

// unmix lets lines into a decision leave the tips to lines out of it, where that costs
// little. It looks at the paths that lines in would take by themselves: so what is
// settled here is not felt at other steps.
func (s *settling) unmix(b int) {
	ins := map[int]*find.Path{}
	for _, i := range s.ins[b] {
		ins[i] = s.alone[i]
	}
	var out, in find.Sides
	for _, i := range s.outs[b] {
		out |= find.Only(s.tipped[i].From.Side)
	}
	for _, i := range s.ins[b] {
		in |= find.Only(ins[i].To.Side)
	}
	for side := symbol.Top; side <= symbol.Left; side++ {
		if !(out & in).Has(side) {
			continue
		}
		for i, p := range s.elsewhere(b, ins, side, out) {
			ins[i] = p
			s.against[i] |= out
		}
	}
}

// elsewhere routes the lines that come in at a side of a step without the sides that lines
// out of it hold; none when one of them cannot move, or they would get longer by too
// much, or together have more bends.
func (s *settling) elsewhere(b int, ins map[int]*find.Path, side symbol.Side, out find.Sides) map[int]*find.Path {
	moves, sum, bends := map[int]*find.Path{}, 0.0, 0
	for _, i := range s.ins[b] {
		was, l := ins[i], &s.lines[i]
		if was.To.Side != side {
			continue
		}
		if l.To.Port != "" || l.From.Box == l.To.Box || s.against[i]|out == find.AllSides {
			return nil
		}
		p := s.f.Within(i, 0, s.against[i]|out, was.Cost+nearby, was)
		if p == nil || p.Through || out.Has(p.To.Side) {
			return nil
		}
		moves[i] = p
		sum += p.Cost - was.Cost
		bends += len(p.Points) - len(was.Points)
	}
	if bends > 0 || sum > nearby*float64(len(moves)) {
		return nil
	}
	return moves
}

// final is the path of line i after all that was settled at both of its ends; when leaving
// a side to others costs it bends, it does not.
func (s *settling) final(i int) *find.Path {
	p := s.tipped[i]
	if s.against[i] == 0 {
		return p
	}
	o := s.f.Within(i, s.taken[i], s.against[i], p.Cost+2*nearby, p)
	if o == nil || o.Through || len(o.Points) > len(p.Points) {
		return p
	}
	return o
}
