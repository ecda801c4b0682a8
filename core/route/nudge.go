package route

import (
	"math"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// nudger sets apart the stretches of different lines that would lie on or
// close beside each other.
type nudger struct {
	p     Page
	clear []block     // labels that other lines make way for
	near  *geom.Index // the boxes
	meter *meter
	paths []*found
	lines [][]geom.Point
	among []int         // the lines that may move, and those that they could come near to
	crew  map[int][]int // per leading stretch, those that move along with it
	*nudging
}

// nudging are the buffers of nudgers that follow each other.
type nudging struct {
	list    []stretch
	upright bool // what is in list
	ports   []int
	orders  [2][]int      // of the level stretches and of the upright ones, by place
	left    [2][]stretch  // how the last pass left them
	rank    []int         // per stretch: its place in the order
	asked   []bool        // per stretch: those close to it are known
	queue   []int         // stretches to ask about
	known   map[pair]bool // the lower one first
	pairs   []pair
	groups  grouping
}

// stretch is one straight part of a line. Along the axis that it can be moved
// on it stands at pos; low and high are its ends on the other axis.
type stretch struct {
	line, at  int // line, and index of its first point
	last      int // index of the line's last stretch
	pos       float64
	was       float64 // pos before anything was moved
	low, high float64
	min, max  float64 // room for pos
	from, to  float64 // the same in need: nearer to boxes than is good to look at
	stiff     float64 // how much it would rather stay
	bounded   bool    // min and max are known
	stays     bool    // is part of a way that is kept
	lead      int     // the stretch that this one moves along with; itself, when it leads
}

func (r *Router) newNudger(p Page, paths []*found, blocks []block) *nudger {
	n := &nudger{p: p, clear: blocks, near: &r.near, meter: &r.meter, paths: paths, lines: make([][]geom.Point, len(paths)), nudging: &r.nudging}
	all := 0
	var rooms []geom.Rect
	for _, f := range paths {
		if !f.firm {
			all += len(f.points)
			rooms = append(rooms, boundsOf(f.points).Grow(3*farthest))
		}
	}
	buf := make([]geom.Point, 0, all)
	for i, f := range paths {
		if n.lines[i] = f.points; !f.firm {
			at := len(buf)
			buf = append(buf, f.points...)
			n.lines[i] = buf[at:len(buf):len(buf)]
		}
		if !f.firm || slices.ContainsFunc(rooms, f.zones[0].Overlaps) {
			n.among = append(n.among, i)
		}
	}
	return n
}

// routes are the finished lines.
func (n *nudger) routes() []Route {
	out := make([]Route, len(n.paths))
	for i, f := range n.paths {
		out[i] = Route{Points: n.points(i), FromPort: f.from.name, ToPort: f.to.name, Through: f.through, Plain: f.plain, Pins: f.pins}
	}
	return out
}

// points is the finished line i, two decimals.
func (n *nudger) points(i int) []geom.Point {
	pts := n.lines[i]
	f, l := n.paths[i], &n.p.Lines[i]
	if f.firm {
		return pts
	}
	if last := len(pts) - 1; !f.direct {
		n.meet(&pts[0], l.From, f.from)
		n.meet(&pts[last], l.To, f.to)
	}
	for k, q := range pts {
		pts[k] = round(q)
	}
	out := geom.Simplify(pts)
	if len(out) == 1 { // both ends at one place: a line all the same
		out = append(out, out[0])
	}
	return out
}

// meet brings an end that holds beside its port to the outline there, which
// leans or curves on some symbols.
func (n *nudger) meet(q *geom.Point, e End, g gate) {
	if e.Box < 0 || e.Placed {
		return
	}
	d := q.X - g.port.X
	level := g.side == symbol.Left || g.side == symbol.Right
	if level {
		d = q.Y - g.port.Y
	}
	if math.Abs(d) < 0.01 {
		return
	}
	b := n.p.Boxes[e.Box]
	switch b.Kind { // their sides are straight and upright
	case symbol.Process, symbol.Predefined, symbol.Annotation:
		return
	}
	at := b.Kind.Edge(b.Rect.W, b.Rect.H, symbol.Port{Side: g.side, At: g.port.Sub(geom.Pt(b.Rect.X, b.Rect.Y))}, d)
	if level {
		q.X = b.Rect.X + at.X
	} else {
		q.Y = b.Rect.Y + at.Y
	}
}

// mostPasses ends the play of upright and level stretches, each of which moves
// the ends of the others.
const mostPasses = 14

func (n *nudger) run() {
	n.left[0], n.left[1] = n.left[0][:0], n.left[1][:0]
	still := 0
	for i := 0; i < mostPasses && still < 2 && !n.meter.out; i++ {
		if n.pass(i%2 == 0) {
			still = 0
		} else {
			still++
		}
	}
}

// stretches lists the parts of all lines in one direction, in page order.
func (n *nudger) stretches(upright bool) []stretch {
	out := n.list[:0]
	for _, i := range n.among {
		pts := n.lines[i]
		for k := 0; k+1 < len(pts); k++ {
			a, b := pts[k], pts[k+1]
			if upright && a.X != b.X || !upright && a.Y != b.Y || a == b {
				continue
			}
			s := stretch{line: i, at: k, last: len(pts) - 2, stiff: 1, lead: len(out), stays: n.paths[i].stays()}
			if s.pos, s.low, s.high = a.Y, a.X, b.X; upright {
				s.pos, s.low, s.high = a.X, a.Y, b.Y
			}
			if s.low > s.high {
				s.low, s.high = s.high, s.low
			}
			s.was = s.pos
			if k == 0 || k == len(pts)-2 {
				s.stiff = 6
			}
			if k == 0 && n.p.Lines[i].Outcome {
				s.stiff = 60 // keeps its tip; what comes in makes way
			}
			if f := n.paths[i]; f.direct || f.rigid || f.pinned(upright, s.pos) {
				s.stiff = 1e6
			}
			out = append(out, s)
		}
	}
	// A label counts as a line that does not move, along its middle: at Gap from
	// that, others are clear of it. A broad one counts as several.
	for i, b := range n.clear {
		r := b.rect
		s := stretch{line: -1 - i, low: r.Y, high: r.Bottom(), stiff: 1e6, bounded: true}
		at, size := r.CX(), r.W
		if !upright {
			s.low, s.high, at, size = r.X, r.Right(), r.CY(), r.H
		}
		reach := max(0, size/2+labelRoom-Gap) // of the outermost from the middle
		parts := 1 + math.Ceil(reach/Gap)
		for k := range int(parts) {
			if s.pos = at; parts > 1 {
				s.pos += reach * (2*float64(k)/(parts-1) - 1)
			}
			s.was, s.min, s.max, s.from, s.to, s.lead = s.pos, s.pos, s.pos, s.pos, s.pos, len(out)
			out = append(out, s)
		}
	}
	n.list, n.upright = out, upright
	return out
}

// join makes stretches that lie on each other at the port that their lines
// share move as one, so that lines into a port stay joined on their last stretch.
func (n *nudger) join(ss []stretch) {
	n.ports = resize(n.ports, len(n.p.Boxes)*8) // 1 + the first stretch at each side, in and out
	clear(n.ports)
	n.crew = nil
	for i := range ss {
		s := &ss[i]
		if s.line < 0 {
			continue
		}
		f, l := n.paths[s.line], &n.p.Lines[s.line]
		if s.at == 0 {
			n.hold(ss, i, l.From.Box, f.from, 0)
		}
		if s.at == s.last {
			n.hold(ss, i, l.To.Box, f.to, 1)
		}
	}
	for i := range ss {
		if r := root(ss, i); r != i {
			if n.crew == nil {
				n.crew = map[int][]int{}
			}
			n.crew[r] = append(n.crew[r], i)
		}
	}
}

// hold joins stretch i to the one that holds at the gate of box b already.
func (n *nudger) hold(ss []stretch, i, b int, g gate, in int) {
	if b < 0 {
		return
	}
	at := &n.ports[b*8+int(g.side)*2+in]
	if *at == 0 {
		*at = 1 + i
		return
	}
	j, r := root(ss, *at-1), root(ss, i)
	if d := ss[j].was - ss[i].was; j != r && d < 0.01 && d > -0.01 {
		ss[r].lead = j
	}
}

func root(ss []stretch, i int) int {
	for ss[i].lead != i {
		i = ss[i].lead
	}
	return i
}

// labelRoom is kept between a label and a line that makes way for it, px.
const labelRoom = 2.0

// alike is how near stretches stand, px, that may change their order.
const alike = 12.0

// pair says that stretch a stands before stretch b.
type pair struct{ a, b int }

// pass moves the stretches of one direction. Pairs that stand too close are
// put in order and pushed apart; that may bring others too close, so it goes
// on until nothing is. What is as the last pass left it is looked at only where it
// is close to what is not. It tells whether anything was moved.
func (n *nudger) pass(upright bool) bool {
	ss := n.stretches(upright)
	n.join(ss)
	if n.known == nil {
		n.known = map[pair]bool{}
	}
	clear(n.known)
	n.pairs, n.queue = n.pairs[:0], n.queue[:0]
	left := &n.left[axis(!upright)]
	for i := range ss {
		if !n.firm(&ss[i]) && (len(*left) != len(ss) || !ss[i].stands(&(*left)[i])) {
			n.queue = append(n.queue, i)
		}
	}
	for range 16 {
		first := len(n.pairs)
		n.closeTo(ss, func(i, j int) { n.pair(ss, i, j) })
		if n.meter.out = n.meter.out || len(n.pairs) > mostPairs; len(n.pairs) == first || n.meter.out {
			break
		}
		n.queue = n.queue[:0]
		for _, g := range n.groups.of(len(ss), n.pairs, first) {
			if n.meter.spend(8 * (len(g.members) + len(g.pairs))) {
				break
			}
			g.separate(ss, n.meter)
			for _, i := range g.members {
				n.queue = append(n.queue, i)
				for _, k := range n.crew[i] {
					ss[k].pos = ss[i].pos
					n.queue = append(n.queue, k)
				}
			}
		}
	}
	for i := range ss {
		n.put(&ss[i], upright)
	}
	*left = append((*left)[:0], ss...)
	return len(n.pairs) > 0
}

// stands tells whether a stretch is where another one was.
func (s *stretch) stands(was *stretch) bool {
	return s.line == was.line && s.at == was.at && s.pos == was.pos && s.low == was.low && s.high == was.high
}

// pair puts two stretches that stand too close in order, unless they may, or
// neither can give way.
func (n *nudger) pair(ss []stretch, i, j int) {
	if n.trunk(&ss[i], &ss[j]) {
		return
	}
	a, b := root(ss, i), root(ss, j)
	if a == b || n.known[pair{min(a, b), max(a, b)}] || n.meter.spend(8) {
		return
	}
	q := pair{a, b}
	d := ss[i].was - ss[j].was
	settled := ss[i].stays && ss[j].stays && math.Abs(d) >= narrowest-0.1 // which is first
	if math.Abs(d) < alike && ss[i].line >= 0 && ss[j].line >= 0 && !settled {
		if o := n.firstOf(&ss[i], &ss[j], n.upright, 0); o != 0 {
			d = float64(o)
		}
	}
	if d > 0 {
		q = pair{b, a}
	}
	for _, k := range [2]int{a, b} {
		if !ss[k].bounded {
			n.boundAll(ss, k, n.upright)
		}
	}
	if other := (pair{q.b, q.a}); n.cramped(ss, q) && !n.cramped(ss, other) {
		q = other
	}
	if ss[q.b].to-ss[q.a].from < narrowest {
		if q = (pair{q.b, q.a}); ss[q.b].to-ss[q.a].from < narrowest {
			return
		}
	}
	n.known[pair{min(a, b), max(a, b)}] = true
	n.pairs = append(n.pairs, q)
}

// cramped tells of a pair with a label whether the line has no room on that
// side of it.
func (n *nudger) cramped(ss []stretch, q pair) bool {
	a, b := &ss[q.a], &ss[q.b]
	return (a.line < 0 || b.line < 0) && b.max-a.min < Gap
}

// put writes a stretch's place back into its line.
func (n *nudger) put(s *stretch, upright bool) {
	if s.line < 0 || n.firm(s) {
		return
	}
	pts := n.lines[s.line]
	if upright {
		pts[s.at].X, pts[s.at+1].X = s.pos, s.pos
	} else {
		pts[s.at].Y, pts[s.at+1].Y = s.pos, s.pos
	}
}

// close calls f for every pair of stretches of different lines that run side
// by side nearer than reach.
func (n *nudger) close(ss []stretch, reach float64, f func(i, j int)) {
	order := n.order(ss)
	for x, i := range order {
		for _, j := range order[x+1:] {
			if ss[j].pos-ss[i].pos >= reach || n.meter.spend(1) {
				break
			}
			if n.beside(&ss[i], &ss[j]) {
				f(min(i, j), max(i, j))
			}
		}
	}
}

// closeTo calls f for every such pair, nearer than Gap, that hangs together with a
// stretch in the queue.
func (n *nudger) closeTo(ss []stretch, f func(i, j int)) {
	order := n.order(ss)
	n.rank, n.asked = resize(n.rank, len(ss)), resize(n.asked, len(ss))
	for x, i := range order {
		n.rank[i], n.asked[i] = x, false
	}
	for k := 0; k < len(n.queue); k++ {
		i := n.queue[k]
		if n.asked[i] {
			continue
		}
		n.asked[i] = true
		ask := func(j int) bool {
			if math.Abs(ss[j].pos-ss[i].pos) >= Gap-0.01 || n.meter.spend(1) {
				return false
			}
			if !n.asked[j] && n.beside(&ss[i], &ss[j]) {
				if !n.firm(&ss[j]) {
					n.queue = append(n.queue, j)
				}
				f(min(i, j), max(i, j))
			}
			return true
		}
		for x := n.rank[i] + 1; x < len(order) && ask(order[x]); x++ {
		}
		for x := n.rank[i] - 1; x >= 0 && ask(order[x]); x-- {
		}
	}
}

// firm tells of a stretch that others keep off.
func (n *nudger) firm(s *stretch) bool { return s.line >= 0 && n.paths[s.line].firm }

// beside tells whether two stretches are to be kept apart and run along each other.
func (n *nudger) beside(a, b *stretch) bool {
	return n.apart(a, b) && min(a.high, b.high)-max(a.low, b.low) > 0.5
}

// order sorts the stretches by place. Most stand in the order that they, or
// those of the last nudger, stood in before.
func (n *nudger) order(ss []stretch) []int {
	before := func(a, b int) bool {
		return ss[a].pos < ss[b].pos || ss[a].pos == ss[b].pos && a < b
	}
	o := &n.orders[axis(!n.upright)]
	moves := 0
	if len(*o) != len(ss) {
		*o = resize(*o, len(ss))
		for i := range *o {
			(*o)[i] = i
		}
		moves = 4 * len(ss)
	}
	list := *o
	for i := 1; i < len(list) && moves < 4*len(list); i++ {
		for j := i; j > 0 && before(list[j], list[j-1]); j-- {
			list[j], list[j-1] = list[j-1], list[j]
			moves++
		}
	}
	if moves >= 4*len(list) {
		sortBy(list, before)
	}
	return list
}

// apart tells whether two stretches are to be kept apart at all: not those of
// one line, nor a label and the lines that leave its line's step.
func (n *nudger) apart(a, b *stretch) bool {
	if a.line >= 0 && b.line >= 0 {
		return a.line != b.line
	}
	if a.line < 0 && b.line < 0 {
		return false
	}
	owner, line := n.clear[-1-min(a.line, b.line)].line, max(a.line, b.line)
	from := n.p.Lines[owner].From.Box
	return owner != line && (from < 0 || from != n.p.Lines[line].From.Box)
}

// trunk tells whether two stretches belong to lines that share a port and run
// there together: the first, or last, two stretches of each.
func (n *nudger) trunk(a, b *stretch) bool {
	if a.line < 0 || b.line < 0 {
		return false
	}
	f, g := n.p.Lines[a.line], n.p.Lines[b.line]
	p, q := n.paths[a.line], n.paths[b.line]
	if f.From.Box >= 0 && f.From.Box == g.From.Box && p.from.name == q.from.name && a.at <= 1 && b.at <= 1 {
		return true
	}
	return f.To.Box >= 0 && f.To.Box == g.To.Box && p.to.name == q.to.name && a.last-a.at <= 1 && b.last-b.at <= 1
}

// farthest is how far a stretch is pushed at most, px.
const farthest = 80.0

// arrowRoom is kept before a port for the arrowhead, px.
const arrowRoom = 11.0

// boundAll finds the room of a stretch and of those that move along with it.
func (n *nudger) boundAll(ss []stretch, lead int, upright bool) {
	n.bound(&ss[lead], upright)
	s := &ss[lead]
	for _, i := range n.crew[lead] {
		n.bound(&ss[i], upright)
		s.min, s.max = max(s.min, ss[i].min), min(s.max, ss[i].max)
		s.from, s.to = max(s.from, ss[i].from), min(s.to, ss[i].to)
	}
}

// bound finds the room of a stretch: between the boxes beside it, and at a
// port no farther than the port lets it slide.
func (n *nudger) bound(s *stretch, upright bool) {
	s.bounded = true
	f, l := n.paths[s.line], n.p.Lines[s.line]
	first, last := s.at == 0, s.at == s.last
	s.min, s.max = s.pos-farthest, s.pos+farthest
	hold := func(g gate) {
		c := g.port.X
		if !upright {
			c = g.port.Y
		}
		d := g.slide
		if g.free {
			d = 0
		}
		s.min, s.max = max(s.min, c-d), min(s.max, c+d)
	}
	if first {
		hold(f.from)
	}
	if last {
		hold(f.to)
	}
	fixed := f.through || f.direct || f.rigid || f.pinned(upright, s.was)
	if fixed {
		s.min, s.max = s.pos, s.pos
	}
	if f.yields {
		at := f.points[s.at].Y
		if upright {
			at = f.points[s.at].X
		}
		s.min, s.max = max(s.min, at-Gap), min(s.max, at+Gap)
	}
	s.from, s.to = s.min, s.max
	if fixed {
		return
	}
	corridor := geom.Rect{X: s.min, Y: s.low, W: s.max - s.min, H: s.high - s.low}
	if !upright {
		corridor = geom.Rect{X: s.low, Y: s.min, W: s.high - s.low, H: s.max - s.min}
	}
	n.near.Near(corridor.Grow(hard), func(b int) {
		if first && b == l.From.Box || last && b == l.To.Box {
			return
		}
		r := n.p.Boxes[b].Rect
		e0, e1, p0, p1 := r.X, r.Right(), r.Y, r.Bottom()
		if !upright {
			e0, e1, p0, p1 = r.Y, r.Bottom(), r.X, r.Right()
		}
		if p0-hard >= s.high || p1+hard <= s.low {
			return
		}
		room, need := 5.0, 2.0
		if s.at == 1 && b == l.From.Box || s.at == s.last-1 && b == l.To.Box {
			room, need = arrowRoom, 6
		}
		if d := s.pos - e1; d >= 0 {
			s.min, s.from = max(s.min, e1+min(room, d)), max(s.from, e1+min(need, d))
		} else if d := e0 - s.pos; d >= 0 {
			s.max, s.to = min(s.max, e0-min(room, d)), min(s.to, e0-min(need, d))
		}
	})
	s.min, s.max = min(s.min, s.pos), max(s.max, s.pos)
	s.from, s.to = min(s.from, s.min), max(s.to, s.max)
}

// firstOf tells whether a should stand before b (-1), after it (1), or may stand
// either way (0), so that their lines cross least.
func (n *nudger) firstOf(a, b *stretch, upright bool, depth int) int {
	lo, hi := n.firstAt(a, b, upright, false, depth), n.firstAt(a, b, upright, true, depth)
	if lo != 0 {
		return lo
	}
	return hi
}

// firstAt looks at the low or high end of two stretches that lie on each
// other: who turns off first lies on the side that it turns to.
func (n *nudger) firstAt(a, b *stretch, upright, atHigh bool, depth int) int {
	ea, eb := a.low, b.low
	if atHigh {
		ea, eb = -a.high, -b.high
	}
	ta, na := n.turn(a, upright, atHigh)
	tb, nb := n.turn(b, upright, atHigh)
	switch {
	case ea > eb+0.5:
		return ta
	case eb > ea+0.5:
		return -tb
	case ta != tb:
		if ta < tb {
			return -1
		}
		return 1
	case ta == 0 || depth > 8:
		return 0
	}
	// Both go round the same corner: who lies outside there is settled where
	// they part.
	var o int
	if d := na.pos - nb.pos; math.Abs(d) >= 1 {
		o = 1
		if d < 0 {
			o = -1
		}
	} else {
		o = n.firstAt(&na, &nb, !upright, ta > 0, depth+1)
	}
	if atHigh {
		return -ta * o
	}
	return ta * o
}

// turn tells to which side a line leaves a stretch at its low or high end, and
// the stretch that it goes on with; 0 where it ends.
func (n *nudger) turn(s *stretch, upright, atHigh bool) (int, stretch) {
	pts := n.lines[s.line]
	along := func(q geom.Point) float64 {
		if upright {
			return q.Y
		}
		return q.X
	}
	at, next := s.at, s.at-1 // the end is pts[at]; next is the neighbour's first point
	if (along(pts[s.at+1]) > along(pts[s.at])) == atHigh {
		at, next = s.at+1, s.at+1
	}
	if next < 0 || next+1 >= len(pts) {
		return 0, stretch{}
	}
	far := pts[next]
	if next == at {
		far = pts[next+1]
	}
	here := pts[at]
	o := stretch{line: s.line, at: next, last: s.last}
	var d float64
	if upright {
		d = far.X - here.X
		o.pos, o.low, o.high = here.Y, min(far.X, here.X), max(far.X, here.X)
	} else {
		d = far.Y - here.Y
		o.pos, o.low, o.high = here.X, min(far.Y, here.Y), max(far.Y, here.Y)
	}
	switch {
	case d < 0:
		return -1, o
	case d > 0:
		return 1, o
	}
	return 0, o
}

// clash is a line that still lies on others.
type clash struct {
	line   int
	others []int
}

// clashes lists lines that lie on others although they share no port, of each
// pair the later one.
func (n *nudger) clashes() []clash {
	var out []clash
	at := map[int]int{} // per line, 1 + its clash's index
	for _, upright := range [2]bool{true, false} {
		ss := n.stretches(upright)
		n.close(ss, narrowest-0.1, func(i, j int) {
			a, b := &ss[i], &ss[j]
			if a.line < 0 || b.line < 0 || n.sharePort(a.line, b.line) {
				return
			}
			l, o := max(a.line, b.line), min(a.line, b.line)
			if n.paths[l].direct || n.paths[l].stays() {
				l, o = o, l
			}
			if n.paths[l].through || n.paths[l].direct || n.paths[l].firm {
				return
			}
			if at[l] == 0 {
				out = append(out, clash{line: l})
				at[l] = len(out)
			}
			out[at[l]-1].others = append(out[at[l]-1].others, o)
		})
	}
	sortBy(out, func(a, b clash) bool { return a.line < b.line })
	return out
}

func (n *nudger) sharePort(i, j int) bool {
	a, b, p, q := n.p.Lines[i], n.p.Lines[j], n.paths[i], n.paths[j]
	same := func(e, f End, g, h gate) bool { return e.Box >= 0 && e.Box == f.Box && g.name == h.name }
	return same(a.From, b.From, p.from, q.from) || same(a.To, b.To, p.to, q.to) ||
		same(a.From, b.To, p.from, q.to) || same(a.To, b.From, p.to, q.from)
}

// along are the walls along a line.
func along(pts []geom.Point) []wall {
	var out []wall
	for k := 0; k+1 < len(pts); k++ {
		out = append(out, wall{pts[k], pts[k+1]})
	}
	return out
}
