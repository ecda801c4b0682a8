package apart

import (
	"math"
	"slices"

	"plaintracer/core/route/find"
)

// segment is one straight part of a line. Along the axis that it can be moved
// on it stands at pos; low and high are its ends on the other axis.
type segment struct {
	line, at  int // line, and index of its first point; for a label -1 and down
	last      int // index of the line's last segment
	pos       float64
	was       float64 // pos before anything was moved
	low, high float64
	room      span    // for pos
	need      span    // the same, nearer to boxes than is good to look at
	stiff     float64 // how much it would rather stay
	bounded   bool    // room and need are known
	kept      bool    // of a path that is kept
	lead      int     // the segment that this one moves along with; itself, when it leads
}

// span is from lo to hi.
type span struct{ lo, hi float64 }

// How much segments would rather stay. Only that each is much more than the one before
// matters: what stays less gives way.
const (
	loose      = 1.0
	atTip      = 60.0 // of an outcome: what comes in makes way
	unmoved    = 1e6
	labelRoom  = 2.0 // kept between a label and a line that makes way for it, px
	shortest   = 0.5 // common part of two segments that counts, px
	sameAtPort = 0.01
)

// segments lists the parts of the lines in one direction, in page order.
func (n *Lines) segments(upright bool) []segment {
	out := n.list[:0]
	for _, i := range n.among {
		p, pts := n.paths[i], n.points[i]
		for k := 0; k+1 < len(pts); k++ {
			a, b := pts[k], pts[k+1]
			if upright && a.X != b.X || !upright && a.Y != b.Y || a == b {
				continue
			}
			s := segment{line: i, at: k, last: len(pts) - 2, stiff: loose, lead: len(out), kept: p.Stays()}
			if s.pos, s.low, s.high = a.Y, a.X, b.X; upright {
				s.pos, s.low, s.high = a.X, a.Y, b.Y
			}
			s.low, s.high, s.was = min(s.low, s.high), max(s.low, s.high), s.pos
			switch {
			case p.Direct || p.Rigid || p.Hold == find.Firm || p.Pinned(upright, s.pos):
				s.stiff = unmoved
			case k == 0 && n.p.Lines[i].Outcome:
				s.stiff = atTip
			}
			out = append(out, s)
		}
	}
	for i := range n.blocks {
		out = n.blocked(out, i, upright)
	}
	n.list = out
	return out
}

// blocked adds a label as a segment that does not move, along its middle: at Gap from
// that, others are clear of it. A broad one counts as several.
func (n *Lines) blocked(out []segment, i int, upright bool) []segment {
	r := n.blocks[i].Rect
	s := segment{line: -1 - i, low: r.Y, high: r.Bottom(), stiff: unmoved, bounded: true}
	at, size := r.CX(), r.W
	if !upright {
		s.low, s.high, at, size = r.X, r.Right(), r.CY(), r.H
	}
	reach := max(0, size/2+labelRoom-find.Gap) // of the outermost from the middle
	parts := 1 + math.Ceil(reach/find.Gap)
	for k := range int(parts) {
		if s.pos = at; parts > 1 {
			s.pos += reach * (2*float64(k)/(parts-1) - 1)
		}
		s.was, s.lead, s.room, s.need = s.pos, len(out), span{s.pos, s.pos}, span{s.pos, s.pos}
		out = append(out, s)
	}
	return out
}

// isLabel tells of a segment that stands for a label.
func (s *segment) isLabel() bool { return s.line < 0 }

// firm tells of a segment that others keep off.
func (n *Lines) firm(s *segment) bool { return !s.isLabel() && n.paths[s.line].Hold == find.Firm }

// put writes a segment's place back into its line.
func (n *Lines) put(s *segment, upright bool) {
	if s.isLabel() || n.firm(s) {
		return
	}
	pts := n.points[s.line]
	if upright {
		pts[s.at].X, pts[s.at+1].X = s.pos, s.pos
	} else {
		pts[s.at].Y, pts[s.at+1].Y = s.pos, s.pos
	}
}

// join makes segments that lie on each other at the port that their lines
// share move as one, so that lines into a port stay joined on their last segment.
func (n *Lines) join(ss []segment) {
	if n.first == nil {
		n.first = make([]int, len(n.p.Boxes)*8)
	}
	clear(n.first)
	hold := func(i, box int, g *find.Gate, in int) {
		if box < 0 {
			return
		}
		at := &n.first[box*8+int(g.Side)*2+in]
		if *at == 0 {
			*at = 1 + i
			return
		}
		j, r := lead(ss, *at-1), lead(ss, i)
		if j != r && math.Abs(ss[j].was-ss[i].was) < sameAtPort {
			ss[r].lead = j
		}
	}
	for i := range ss {
		s := &ss[i]
		if s.isLabel() {
			continue
		}
		p, l := n.paths[s.line], &n.p.Lines[s.line]
		if s.at == 0 {
			hold(i, l.From.Box, &p.From, 0)
		}
		if s.at == s.last {
			hold(i, l.To.Box, &p.To, 1)
		}
	}
	n.followers = nil
	for i := range ss {
		if r := lead(ss, i); r != i {
			if n.followers == nil {
				n.followers = map[int][]int{}
			}
			n.followers[r] = append(n.followers[r], i)
		}
	}
}

func lead(ss []segment, i int) int {
	for ss[i].lead != i {
		i = ss[i].lead
	}
	return i
}

// beside reports whether two segments are to be kept apart and run along each other.
func (n *Lines) beside(a, b *segment) bool {
	return n.apart(a, b) && min(a.high, b.high)-max(a.low, b.low) > shortest
}

// apart reports whether two segments are to be kept apart at all: not those of
// one line, nor a label and the lines that leave its line's step.
func (n *Lines) apart(a, b *segment) bool {
	if !a.isLabel() && !b.isLabel() {
		return a.line != b.line
	}
	if a.isLabel() && b.isLabel() {
		return false
	}
	owner, line := n.blocks[-1-min(a.line, b.line)].Line, max(a.line, b.line)
	return !n.p.Sisters(owner, line)
}

// trunk reports whether two segments belong to lines that share a port and run
// there together: the first, or last, two segments of each.
func (n *Lines) trunk(a, b *segment) bool {
	if a.isLabel() || b.isLabel() {
		return false
	}
	f, g := &n.p.Lines[a.line], &n.p.Lines[b.line]
	p, q := n.paths[a.line], n.paths[b.line]
	if f.From.Box >= 0 && f.From.Box == g.From.Box && p.From.Name == q.From.Name && a.at <= 1 && b.at <= 1 {
		return true
	}
	return f.To.Box >= 0 && f.To.Box == g.To.Box && p.To.Name == q.To.Name && a.last-a.at <= 1 && b.last-b.at <= 1
}

// close calls f for every pair of segments of different lines that run side
// by side nearer than reach.
func (n *Lines) close(ss []segment, reach float64, f func(i, j int)) {
	order := n.byPlace(ss)
	for x, i := range order {
		for _, j := range order[x+1:] {
			if ss[j].pos-ss[i].pos >= reach || n.f.Meter.Spend(1) {
				break
			}
			if n.beside(&ss[i], &ss[j]) {
				f(min(i, j), max(i, j))
			}
		}
	}
}

// byPlace lists the segments by place.
func (n *Lines) byPlace(ss []segment) []int {
	if len(n.order) != len(ss) {
		n.order = make([]int, len(ss))
		for i := range n.order {
			n.order[i] = i
		}
	}
	slices.SortFunc(n.order, func(a, b int) int {
		switch d := ss[a].pos - ss[b].pos; {
		case d < 0:
			return -1
		case d > 0:
			return 1
		}
		return a - b
	})
	return n.order
}
