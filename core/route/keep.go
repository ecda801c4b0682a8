package route

import (
	"cmp"
	"math"
	"slices"

	"plaintracer/core/geom"
)

// wake is how far around the place that a box has left lines find their way anew, px:
// those that went round it, beside each other.
const wake = 2 * Margin

// Keep lets the lines of a page run as they did on the page before it, routed as
// given, but for those that the difference concerns: lines that are glued to, led
// round or in the way of what was moved, added, dropped or changed, and lines that
// were changed themselves or went through steps. What was moved along with both ends
// of a line moves the line along.
func Keep(was *Page, routes []Route, now *Page) {
	by, places := differences(was, now)
	find := finder(len(was.Lines), func(k int) string { return was.Lines[k].ID })
	for i := range now.Lines {
		l := &now.Lines[i]
		l.Way, l.Firm = nil, false
		for _, e := range [2]*End{&l.From, &l.To} {
			e.Middle = e.Box >= 0 && by[e.Box] == nil
		}
		j := find(i, l.ID)
		if j < 0 || l.Direct || routes[j].Through && !routes[j].Plain {
			continue
		}
		o, way := &was.Lines[j], &routes[j]
		d, ok := moved(was, now, o, l, by)
		if !ok || slices.ContainsFunc(places, func(c change) bool { return c.concerns(way.Points, d) }) {
			continue
		}
		if d != (geom.Point{}) {
			way = way.shifted(d)
			if slices.ContainsFunc(now.Boxes, func(b Box) bool {
				return !b.is(now, l.From) && !b.is(now, l.To) && meets(way.Points, b.Rect.Grow(Margin-0.5))
			}) {
				continue
			}
		}
		l.Way, l.Firm = way, d == geom.Point{} && slices.Equal(l.Labels, o.Labels) && was.KeepOff == now.KeepOff
	}
}

// Disentangle takes their ways from lines that lie along the way of one before them, as
// when two people have changed a page at the same moment.
func Disentangle(p *Page) {
	type part struct {
		line          int
		at, low, high float64
		upright       bool
	}
	var parts []part
	for i := range p.Lines {
		w := p.Lines[i].Way
		if w == nil {
			continue
		}
		for k := 1; k < len(w.Points); k++ {
			a, b := w.Points[k-1], w.Points[k]
			if r := geom.Span(a, b); a.X == b.X {
				parts = append(parts, part{line: i, at: a.X, low: r.Y, high: r.Bottom(), upright: true})
			} else if a.Y == b.Y {
				parts = append(parts, part{line: i, at: a.Y, low: r.X, high: r.Right()})
			}
		}
	}
	slices.SortFunc(parts, func(a, b part) int { return cmp.Or(cmp.Compare(a.at, b.at), a.line-b.line) })
	for x := range parts {
		for y := x + 1; y < len(parts) && parts[y].at-parts[x].at < narrowest-0.1; y++ {
			a, b := &parts[x], &parts[y]
			if a.upright == b.upright && a.line != b.line && min(a.high, b.high)-max(a.low, b.low) > 0.5 && !p.meetAtPort(a.line, b.line) {
				p.Lines[max(a.line, b.line)].Way = nil
			}
		}
	}
}

// meetAtPort tells whether the ways of two lines hold at one port.
func (p *Page) meetAtPort(i, j int) bool {
	a, b := &p.Lines[i], &p.Lines[j]
	if a.Way == nil || b.Way == nil {
		return true // one of them finds its way already
	}
	same := func(e, f End, port, other string) bool { return e.Box >= 0 && e.Box == f.Box && port == other }
	return same(a.From, b.From, a.Way.FromPort, b.Way.FromPort) || same(a.To, b.To, a.Way.ToPort, b.Way.ToPort) ||
		same(a.From, b.To, a.Way.FromPort, b.Way.ToPort) || same(a.To, b.From, a.Way.ToPort, b.Way.FromPort)
}

// change is a box that is not as it was: where it was a concern to lines, and where it
// is; nil where it was not there, or is not.
type change struct {
	was, now *geom.Rect
	by       *geom.Point // how it was moved, when nothing else was changed
}

func newChange(was, now *Box, by *geom.Point) change {
	c := change{by: by}
	if was != nil {
		r := was.Rect.Grow(wake)
		c.was = &r
	}
	if now != nil {
		r := now.Rect.Grow(Margin)
		c.now = &r
	}
	return c
}

// differences lists how each box was moved, nil where it is new or was changed, and
// what is not as it was.
func differences(was, now *Page) ([]*geom.Point, []change) {
	by := make([]*geom.Point, len(now.Boxes))
	still := &geom.Point{}
	var out []change
	find := finder(len(was.Boxes), func(k int) string { return was.Boxes[k].ID })
	stayed := make([]bool, len(was.Boxes))
	for i := range now.Boxes {
		b := &now.Boxes[i]
		k := find(i, b.ID)
		if k < 0 {
			out = append(out, newChange(nil, b, nil))
			continue
		}
		o := &was.Boxes[k]
		stayed[k] = true
		if *o == *b {
			by[i] = still
			continue
		}
		if o.Kind == b.Kind && o.Rect.W == b.Rect.W && o.Rect.H == b.Rect.H {
			d := round(geom.Pt(b.Rect.X-o.Rect.X, b.Rect.Y-o.Rect.Y))
			by[i] = &d
		}
		out = append(out, newChange(o, b, by[i]))
	}
	for k, there := range stayed {
		if !there {
			out = append(out, newChange(&was.Boxes[k], nil, nil))
		}
	}
	return by, out
}

// finder finds what has an id in a list of n, where most are at the index i that they
// are looked for at; -1 for none.
func finder(n int, id func(k int) string) func(i int, want string) int {
	var index map[string]int
	return func(i int, want string) int {
		if i < n && id(i) == want {
			return i
		}
		if index == nil {
			index = make(map[string]int, n)
			for k := range n {
				index[id(k)] = k
			}
		}
		if k, ok := index[want]; ok {
			return k
		}
		return -1
	}
}

// concerns tells whether the change meets a way that is to be moved by d.
func (c *change) concerns(pts []geom.Point, d geom.Point) bool {
	if c.by != nil && *c.by == d {
		return false
	}
	return c.was != nil && meets(pts, *c.was) || c.now != nil && meets(pts, c.now.Move(geom.Pt(-d.X, -d.Y)))
}

// meets tells whether a line runs through a place.
func meets(pts []geom.Point, r geom.Rect) bool {
	for k := 1; k < len(pts); k++ {
		if geom.SegmentIn(pts[k-1], pts[k], r) {
			return true
		}
	}
	return false
}

// moved tells by how much a line was moved, when nothing else of it was changed.
func moved(was, now *Page, o, l *Line, by []*geom.Point) (geom.Point, bool) {
	d, ok := endMoved(was, now, &o.From, &l.From, by)
	e, too := endMoved(was, now, &o.To, &l.To, by)
	if !ok || !too || d != e || o.Outcome != l.Outcome || o.Direct != l.Direct || len(o.Pins) != len(l.Pins) {
		return d, false
	}
	for k, pin := range l.Pins {
		off := d.Y
		if pin.Upright {
			off = d.X
		}
		if o.Pins[k].Upright != pin.Upright || math.Abs(o.Pins[k].At+off-pin.At) > 0.01 {
			return d, false
		}
	}
	return d, true
}

// endMoved is moved for an end of a line, a before and b now.
func endMoved(was, now *Page, a, b *End, by []*geom.Point) (geom.Point, bool) {
	if a.Port != b.Port || a.Placed != b.Placed || a.Side != b.Side || a.Room != b.Room || a.Half != b.Half || (a.Box < 0) != (b.Box < 0) {
		return geom.Point{}, false
	}
	if b.Box < 0 {
		return round(b.At.Sub(a.At)), true
	}
	d := by[b.Box]
	if d == nil || was.Boxes[a.Box].ID != now.Boxes[b.Box].ID {
		return geom.Point{}, false
	}
	return *d, !b.Placed || round(b.At.Sub(a.At)) == *d
}

// shifted is the way moved by d.
func (r *Route) shifted(d geom.Point) *Route {
	out := &Route{FromPort: r.FromPort, ToPort: r.ToPort, Through: r.Through, Plain: r.Plain, Points: make([]geom.Point, len(r.Points))}
	for k, q := range r.Points {
		out.Points[k] = round(q.Add(d))
	}
	return out
}

// is tells whether a line ends at the box.
func (b *Box) is(p *Page, e End) bool { return e.Box >= 0 && p.Boxes[e.Box].ID == b.ID }
