package route

import (
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// nearby is how much longer (px) a line may get to leave a side to lines of the
// other direction; it may get no more bends.
const nearby = 300.0

// cheap is what lines into a step may get longer without asking whether those
// out of it could give way for less.
const cheap = 70.0

// settleSides routes every line, then lets lines at the same step give way to
// each other.
func (r *Router) settleSides(p Page) []*found {
	s := settling{r: r, p: p, paths: make([]*found, len(p.Lines)), noFrom: make([]sides, len(p.Lines)), noTo: make([]sides, len(p.Lines)),
		outs: make([][]int, len(p.Boxes)), ins: make([][]int, len(p.Boxes))}
	for i, l := range p.Lines {
		s.paths[i] = r.path(p, i, 0, 0)
		if l.From.Box >= 0 {
			s.outs[l.From.Box] = append(s.outs[l.From.Box], i)
		}
		if l.To.Box >= 0 {
			s.ins[l.To.Box] = append(s.ins[l.To.Box], i)
		}
	}
	for b := range p.Boxes {
		if p.Boxes[b].Kind == symbol.Decision && len(s.outs[b]) > 1 {
			s.tips(b)
		}
	}
	for b := range p.Boxes {
		if len(s.outs[b]) > 0 && len(s.ins[b]) > 0 {
			s.unmix(b)
		}
	}
	return s.paths
}

type settling struct {
	r            *Router
	p            Page
	paths        []*found
	noFrom, noTo []sides
	outs, ins    [][]int // per box, line indices
}

// tips gives the outcomes of a decision different tips. Where two want the
// same one, the move that costs less is made.
func (s *settling) tips(b int) {
	holder := map[symbol.Side]int{}
	var taken sides
	hold := func(i int) {
		side := s.paths[i].from.side
		holder[side] = i
		taken |= only(side)
	}
	for _, i := range s.outs[b] {
		if s.p.Lines[i].Outcome && s.p.Lines[i].From.Port != "" {
			hold(i)
		}
	}
	for _, i := range s.outs[b] {
		l := s.p.Lines[i]
		if !l.Outcome || l.From.Port != "" {
			continue
		}
		side := s.paths[i].from.side
		j, contested := holder[side]
		if !contested || taken == allSides {
			hold(i)
			continue
		}
		mine := s.r.path(s.p, i, taken, s.noTo[i])
		if s.p.Lines[j].From.Port == "" {
			theirs := s.r.path(s.p, j, taken, s.noTo[j])
			if theirs.cost-s.paths[j].cost < mine.cost-s.paths[i].cost-1e-6 {
				s.paths[j], s.noFrom[j] = theirs, taken
				hold(i)
				hold(j)
				continue
			}
		}
		s.paths[i], s.noFrom[i] = mine, taken
		hold(i)
	}
}

// unmix keeps lines out of a step and lines into it on different sides, where
// that costs little.
func (s *settling) unmix(b int) {
	for range 2 {
		var out, in sides
		for _, i := range s.outs[b] {
			out |= only(s.paths[i].from.side)
		}
		for _, i := range s.ins[b] {
			in |= only(s.paths[i].to.side)
		}
		both := out & in
		if both == 0 {
			return
		}
		for side := symbol.Top; side <= symbol.Left; side++ {
			if !both.has(side) {
				continue
			}
			insMove, insCost := s.alternatives(s.ins[b], side, out, false)
			var outsMove map[int]*found
			var outsCost float64
			if insMove == nil || insCost > cheap {
				outsMove, outsCost = s.alternatives(s.outs[b], side, in|s.tipsTaken(b, side), true)
			}
			switch {
			case insMove != nil && insCost <= nearby*float64(len(insMove)) && (outsMove == nil || insCost <= outsCost):
				for i, f := range insMove {
					s.paths[i], s.noTo[i] = f, s.noTo[i]|out
				}
			case outsMove != nil && outsCost <= nearby*float64(len(outsMove)):
				for i, f := range outsMove {
					s.paths[i], s.noFrom[i] = f, s.noFrom[i]|in|s.tipsTaken(b, side)
				}
			}
		}
	}
}

// tipsTaken are the tips of a decision that its outcomes hold, but for side.
func (s *settling) tipsTaken(b int, side symbol.Side) sides {
	var t sides
	if s.p.Boxes[b].Kind != symbol.Decision {
		return 0
	}
	for _, i := range s.outs[b] {
		if x := s.paths[i].from.side; x != side {
			t |= only(x)
		}
	}
	return t
}

// alternatives routes the lines that hold at a side without the sides given
// and adds up what that costs more; nil when one of them cannot move, or they
// would get more bends.
func (s *settling) alternatives(lines []int, side symbol.Side, no sides, out bool) (map[int]*found, float64) {
	moves, sum, bends, cross := map[int]*found{}, 0.0, 0, 0
	for _, i := range lines {
		f, l := s.paths[i], s.p.Lines[i]
		at, port := f.to.side, l.To.Port
		if out {
			at, port = f.from.side, l.From.Port
		}
		if at != side {
			continue
		}
		if port != "" || l.From.Box == l.To.Box {
			return nil, 0
		}
		nf, nt := s.noFrom[i], s.noTo[i]|no
		if out {
			nf, nt = s.noFrom[i]|no, s.noTo[i]
		}
		if nf == allSides || nt == allSides {
			return nil, 0
		}
		alt := s.r.path(s.p, i, nf, nt)
		got := alt.to.side
		if out {
			got = alt.from.side
		}
		if alt.through || no.has(got) {
			return nil, 0
		}
		moves[i] = alt
		cross += s.crossed(i, alt.points) - s.crossed(i, f.points)
		sum += alt.cost - f.cost
		bends += len(alt.points) - len(f.points)
	}
	if bends > 0 || cross > 0 {
		return nil, 0
	}
	return moves, sum
}

// crossed counts how often a path for line i crosses other lines of its steps.
func (s *settling) crossed(i int, pts []geom.Point) int {
	n := 0
	for _, b := range [2]int{s.p.Lines[i].From.Box, s.p.Lines[i].To.Box} {
		if b < 0 {
			continue
		}
		for _, list := range [2][]int{s.outs[b], s.ins[b]} {
			for _, j := range list {
				if j != i {
					n += geom.Crossings(pts, s.paths[j].points)
				}
			}
		}
	}
	return n
}
