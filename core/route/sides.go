package route

import (
	"slices"

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
// each other. What is settled at a step rests on the paths that its lines would
// take by themselves and on nothing that was settled elsewhere: so what changes
// at one step is not felt beyond the lines of that step.
func (r *Router) settleSides(p Page, at *ends) []*found {
	s := settling{r: r, p: p, paths: make([]*found, len(p.Lines)), tips: make([]sides, len(p.Lines)),
		noFrom: make([]sides, len(p.Lines)), noTo: make([]sides, len(p.Lines)), ends: at}
	for i := range p.Lines {
		s.paths[i] = r.path(&p, i, 0, 0)
	}
	for b := range p.Boxes {
		if p.Boxes[b].Kind == symbol.Decision && len(s.outs[b]) > 1 && s.free(b) {
			s.settleTips(b)
		}
	}
	for b := range p.Boxes {
		if p.Boxes[b].Kind == symbol.Decision && len(s.outs[b]) > 0 && len(s.ins[b]) > 0 && s.free(b) {
			s.unmix(b)
		}
	}
	out := make([]*found, len(p.Lines))
	for i := range out {
		out[i] = s.final(i, out)
	}
	return out
}

// settling is the state of it. tips are the sides of a decision that other
// outcomes hold; noFrom and noTo those that a line leaves to lines of the other
// direction.
type settling struct {
	r            *Router
	p            Page
	paths        []*found // each by itself
	tips         []sides
	noFrom, noTo []sides
	*ends
}

// ends are the lines out of each box and into it, in memory that is used again.
type ends struct {
	outs, ins  [][]int
	count, all []int
}

// list lists them for a page.
func (e *ends) list(p *Page) {
	e.count, e.all = resize(e.count, 2*len(p.Boxes)), resize(e.all, 2*len(p.Lines))
	e.outs, e.ins = resize(e.outs, len(p.Boxes)), resize(e.ins, len(p.Boxes))
	clear(e.count)
	for i := range p.Lines {
		if b := p.Lines[i].From.Box; b >= 0 {
			e.count[2*b]++
		}
		if b := p.Lines[i].To.Box; b >= 0 {
			e.count[2*b+1]++
		}
	}
	all := e.all
	for b := range p.Boxes {
		e.outs[b], all = all[:0:e.count[2*b]], all[e.count[2*b]:]
		e.ins[b], all = all[:0:e.count[2*b+1]], all[e.count[2*b+1]:]
	}
	for i := range p.Lines {
		if b := p.Lines[i].From.Box; b >= 0 {
			e.outs[b] = append(e.outs[b], i)
		}
		if b := p.Lines[i].To.Box; b >= 0 {
			e.ins[b] = append(e.ins[b], i)
		}
	}
}

// free tells whether a line of a box is to find its way.
func (s *settling) free(b int) bool {
	find := func(i int) bool { return s.r.stay[i] == nil }
	return slices.ContainsFunc(s.outs[b], find) || slices.ContainsFunc(s.ins[b], find)
}

// final is the path of line i after all that was settled at both of its ends,
// the lines before it being settled; when that costs it bends, it keeps to its
// tip alone.
func (s *settling) final(i int, before []*found) *found {
	f := s.tipped(i)
	from, to := s.tips[i]|s.noFrom[i], s.noTo[i]
	if s.noFrom[i]|to == 0 {
		return f
	}
	from |= s.others(i, func(j int) *found {
		if j < i {
			return before[j]
		}
		return s.tipped(j)
	})
	if from == allSides || to == allSides {
		return f
	}
	g := s.r.within(&s.p, i, from, to, f.cost+2*nearby, f)
	if g.none || g.through || len(g.points) > len(f.points) {
		return f
	}
	return g
}

// others are the sides that an outcome, when its other end gives way, leaves to
// other lines of its decision: all that they hold at, but for where it is.
func (s *settling) others(i int, at func(int) *found) sides {
	l := s.p.Lines[i]
	if !l.Outcome {
		return 0
	}
	var held sides
	for _, j := range s.outs[l.From.Box] {
		if j != i {
			held |= only(at(j).from.side)
		}
	}
	for _, j := range s.ins[l.From.Box] {
		held |= only(at(j).to.side)
	}
	return held &^ only(at(i).from.side)
}

func (s *settling) tipped(i int) *found {
	if s.tips[i] == 0 {
		return s.paths[i]
	}
	return s.r.path(&s.p, i, s.tips[i], 0)
}

// settleTips gives the outcomes of a decision different tips. Where two want
// the same one, the move that costs less is made.
func (s *settling) settleTips(b int) {
	holder := map[symbol.Side]int{}
	var taken sides
	hold := func(i int) {
		side := s.tipped(i).from.side
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
		f := s.tipped(i)
		j, contested := holder[f.from.side]
		if !contested || taken == allSides {
			hold(i)
			continue
		}
		mine := s.r.path(&s.p, i, taken, 0)
		if s.p.Lines[j].From.Port == "" {
			theirs := s.r.path(&s.p, j, taken, 0)
			if theirs.cost-s.tipped(j).cost < mine.cost-f.cost-1e-6 {
				s.tips[j] = taken
				hold(i)
				hold(j)
				continue
			}
		}
		s.tips[i] = taken
		hold(i)
	}
}

// unmix keeps lines out of a decision and lines into it on different tips,
// where that costs little.
func (s *settling) unmix(b int) {
	here := map[int]*found{} // the paths as far as this step has settled them
	for _, i := range s.ins[b] {
		here[i] = s.paths[i]
	}
	for _, i := range s.outs[b] {
		here[i] = s.tipped(i)
	}
	for range 2 {
		var out, in sides
		for _, i := range s.outs[b] {
			out |= only(here[i].from.side)
		}
		for _, i := range s.ins[b] {
			in |= only(here[i].to.side)
		}
		both := out & in
		if both == 0 {
			return
		}
		for side := symbol.Top; side <= symbol.Left; side++ {
			if !both.has(side) {
				continue
			}
			insMove, insCost := s.alternatives(b, here, side, out, false)
			var outsMove map[int]*found
			var outsCost float64
			if insMove == nil || insCost > cheap {
				outsMove, outsCost = s.alternatives(b, here, side, in, true)
			}
			switch {
			case insMove != nil && insCost <= nearby*float64(len(insMove)) && (outsMove == nil || insCost <= outsCost):
				for i, f := range insMove {
					here[i] = f
					s.noTo[i] |= out
				}
			case outsMove != nil && outsCost <= nearby*float64(len(outsMove)):
				for i := range outsMove {
					s.noFrom[i] |= in | s.held(b, here, i)
				}
				for i, f := range outsMove {
					here[i] = f
				}
			}
		}
	}
}

// alternatives routes the lines that hold at a side of a step without the sides
// given, and adds up what that costs more; nil when one of them cannot move, or
// they would get more bends, or cross more lines of the step.
func (s *settling) alternatives(b int, here map[int]*found, side symbol.Side, no sides, out bool) (map[int]*found, float64) {
	moves, sum, bends, cross := map[int]*found{}, 0.0, 0, 0
	lines := s.ins[b]
	if out {
		lines = s.outs[b]
	}
	for _, i := range lines {
		f, l := here[i], s.p.Lines[i]
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
		var nf, nt sides
		if out {
			nf = s.tips[i] | s.noFrom[i] | no | s.held(b, here, i)
		} else {
			nt = s.noTo[i] | no
			nf = s.others(i, s.tipped)
		}
		if nf == allSides || nt == allSides {
			return nil, 0
		}
		alt := s.r.within(&s.p, i, nf, nt, f.cost+nearby, f)
		if alt.none {
			return nil, 0
		}
		got := alt.to.side
		if out {
			got = alt.from.side
		}
		if alt.through || no.has(got) {
			return nil, 0
		}
		moves[i] = alt
		cross += s.crossed(b, here, i, alt.points) - s.crossed(b, here, i, f.points)
		sum += alt.cost - f.cost
		bends += len(alt.points) - len(f.points)
	}
	if bends > 0 || cross > 0 {
		return nil, 0
	}
	return moves, sum
}

// held are the tips of a decision that outcomes other than line i hold.
func (s *settling) held(b int, here map[int]*found, i int) sides {
	var t sides
	if s.p.Boxes[b].Kind != symbol.Decision {
		return 0
	}
	for _, j := range s.outs[b] {
		if j != i {
			t |= only(here[j].from.side)
		}
	}
	return t
}

// crossed counts how often a path for line i crosses other lines of the step.
func (s *settling) crossed(b int, here map[int]*found, i int, pts []geom.Point) int {
	n := 0
	for _, list := range [2][]int{s.outs[b], s.ins[b]} {
		for _, j := range list {
			if j != i {
				n += geom.Crossings(pts, here[j].points)
			}
		}
	}
	return n
}
