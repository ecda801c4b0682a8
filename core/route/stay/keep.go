// Package stay lets lines run as they did on the page before.
//
// What goes in: a page, how its lines ran on the page before, and that page. What comes
// out: for each line that nothing concerns, its path. What holds afterwards: a path that is
// kept leads from end to end, enters no step and runs where its line is pinned; all
// others are to be found.
//
// The rules are our own: what a person did not touch does not move.
package stay

import (
	"math"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// wake is how far around the place that a box has left lines find their way anew, px:
// those that went round it, beside each other.
const wake = 2 * find.Margin

// Keep lets the lines of a page run as they did on the page before it, routed as
// given, but for those that the difference concerns: lines that are glued to, led
// round or in the way of what was moved, added, dropped or changed, and lines that
// were changed themselves or went through steps. What was moved along with both ends
// of a line moves the line along.
func Keep(was *find.Page, routes []find.Route, now *find.Page) {
	by, places := differences(was, now)
	at := finder(len(was.Lines), func(k int) string { return was.Lines[k].ID })
	for i := range now.Lines {
		l := &now.Lines[i]
		l.Was, l.Firm, l.Sound = nil, false, false
		for _, e := range [2]*find.End{&l.From, &l.To} {
			e.Middle = e.Box >= 0 && by[e.Box] == nil
		}
		j := at(i, l.ID)
		if j < 0 || l.Direct || routes[j].Through && !routes[j].Plain {
			continue
		}
		o, way := &was.Lines[j], &routes[j]
		d, ok := moved(was, now, o, l, by)
		if !ok || slices.ContainsFunc(places, func(c change) bool { return c.concerns(way.Points, d) }) {
			continue
		}
		if d != (geom.Point{}) {
			way = shifted(way, d)
		}
		l.Sound = d == geom.Point{}
		l.Was, l.Firm = way, l.Sound && slices.Equal(l.Labels, o.Labels) && was.KeepOff == now.KeepOff
	}
}

// change is a box that is not as it was: where it was a concern to lines, and where it
// is; nil where it was not there, or is not.
type change struct {
	was, now *geom.Rect
	by       *geom.Point // how it was moved, when nothing else was changed
}

func newChange(was, now *find.Box, by *geom.Point) change {
	c := change{by: by}
	if was != nil {
		r := was.Rect.Grow(wake)
		c.was = &r
	}
	if now != nil {
		r := now.Rect.Grow(find.Margin)
		c.now = &r
	}
	return c
}

// differences lists how each box was moved, nil where it is new or was changed, and
// what is not as it was.
func differences(was, now *find.Page) ([]*geom.Point, []change) {
	by := make([]*geom.Point, len(now.Boxes))
	still := &geom.Point{}
	var out []change
	at := finder(len(was.Boxes), func(k int) string { return was.Boxes[k].ID })
	stayed := make([]bool, len(was.Boxes))
	for i := range now.Boxes {
		b := &now.Boxes[i]
		k := at(i, b.ID)
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
			d := find.Round(geom.Pt(b.Rect.X-o.Rect.X, b.Rect.Y-o.Rect.Y))
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

// concerns reports whether the change meets a way that is to be moved by d.
func (c *change) concerns(pts geom.Polyline, d geom.Point) bool {
	if c.by != nil && *c.by == d {
		return false
	}
	return c.was != nil && pts.Meets(*c.was) || c.now != nil && pts.Meets(c.now.Move(geom.Pt(-d.X, -d.Y)))
}

// moved tells by how much a line was moved, when nothing else of it was changed.
func moved(was, now *find.Page, o, l *find.Line, by []*geom.Point) (geom.Point, bool) {
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
func endMoved(was, now *find.Page, a, b *find.End, by []*geom.Point) (geom.Point, bool) {
	if a.Port != b.Port || a.Placed != b.Placed || a.Side != b.Side || a.Room != b.Room || a.Half != b.Half || (a.Box < 0) != (b.Box < 0) {
		return geom.Point{}, false
	}
	if b.Box < 0 {
		return find.Round(b.At.Sub(a.At)), true
	}
	d := by[b.Box]
	if d == nil || was.Boxes[a.Box].ID != now.Boxes[b.Box].ID {
		return geom.Point{}, false
	}
	return *d, !b.Placed || find.Round(b.At.Sub(a.At)) == *d
}

// shifted is the way moved by d.
func shifted(r *find.Route, d geom.Point) *find.Route {
	out := &find.Route{FromPort: r.FromPort, ToPort: r.ToPort, Through: r.Through, Plain: r.Plain, Points: make(geom.Polyline, len(r.Points))}
	for k, q := range r.Points {
		out.Points[k] = find.Round(q.Add(d))
	}
	return out
}
