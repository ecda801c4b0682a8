package route

import (
	"math"
	"slices"

	"plaintracer/core/geom"
)

// Label is the room that a label takes, px. One with Placed set was put by hand:
// at the share Along of the line's length, and Beside px off the line, measured
// to the label's edge, to the right of the way that the line runs; with Beside
// 0 it stands astride.
type Label struct {
	W, H          float64
	Placed        bool
	Along, Beside float64
	Inside        bool // stands inside a broad line, turned with its stretch
}

// What a label may cover, and what that costs against standing a px farther
// off its best place.
const (
	onStep   = 4000.0
	onLabel  = 4000.0
	onLine   = 1500.0
	onSister = 700.0 // a line of the same step
	astride  = 350.0 // on the line itself, which it then interrupts
	besideY  = 3.0   // below a level stretch, or left of an upright one
	beside   = 4.0   // px between line and label
	farOff   = 0.4   // cost of a px off the best place
	pace     = 3.0   // px between the places that are tried
	astray   = 10e3  // px off its best place nobody would look for a label
)

// block is a label that lines keep off, but those of its own line's step.
type block struct {
	line   int
	rect   geom.Rect
	placed bool // by a hand
}

// labelling are the labels of the last page, and buffers.
type labelling struct {
	last    []labelled
	spare   []labelled // its memory is used again
	keepOff bool
	touched []geom.Rect // where anything that labels keep off has changed since

	segs, placed geom.Index // stretches of the lines, labels
	owners       []int      // of the stretches
	first        []int      // per line of the last page, its first stretch; empty without labels
	dropped      int        // stretches that are none any more
}

// labelled is where the labels of a line were put, and what that rests on.
type labelled struct {
	line   string
	from   int // slot of the step that it leaves, -1 for none
	points []geom.Point
	bounds geom.Rect // of the points
	labels []Label
	at     []geom.Rect
	hit    []bool // another line lies there
}

// placeLabels finds a place for each label of each line: where a hand put it;
// on its first stretch for the outcome of a decision, else by the middle of its
// longest stretch, but over no step, no other label and no other line while
// there is such a place. It returns the labels that other lines lie on. Labels
// that nothing has touched since the last page are where they were on it.
func (r *Router) placeLabels(p Page, routes []Route) []block {
	t := &r.labels
	now, known := resize(t.spare, len(routes)), len(t.first) == len(routes) && t.keepOff == p.KeepOff
	count := 0
	for i := range p.Lines {
		count += len(p.Lines[i].Labels)
	}
	at, hits := make([]geom.Rect, count), make([]bool, count)
	for i := range p.Lines {
		l := &p.Lines[i]
		now[i] = labelled{line: l.ID, from: -1, points: routes[i].Points, labels: l.Labels}
		if l.From.Box >= 0 {
			now[i].from = r.slot[l.From.Box]
		}
		if n := len(l.Labels); n > 0 {
			now[i].at, now[i].hit, at, hits = at[:n:n], hits[:n:n], at[n:], hits[n:]
		}
		routes[i].Labels = now[i].at
		known = known && t.last[i].line == l.ID
	}
	if count > 0 {
		t.placed.Reset(p.bounds())
		r.putLabels(&p, now, known)
	} else {
		t.first = t.first[:0]
	}
	t.last, t.spare, t.keepOff, t.touched = now, t.last, p.KeepOff, t.touched[:0]
	var hit []block
	for i := range now {
		for j, h := range now[i].hit {
			if h {
				hit = append(hit, block{i, now[i].at[j], now[i].labels[j].Placed})
			}
		}
	}
	return hit
}

// putLabels puts the labels, first those that a hand did. known tells that the last
// page had the same lines.
func (r *Router) putLabels(p *Page, now []labelled, known bool) {
	t := &r.labels
	r.file(p, now, known)
	put := func(i, j int, at geom.Rect) {
		now[i].at[j] = at
		t.placed.Add(at)
		if known {
			if o := &t.last[i]; j >= len(o.at) {
				t.touched = append(t.touched, at)
			} else if o.at[j] != at {
				t.touched = append(t.touched, o.at[j], at)
			}
		}
	}
	if known {
		for i := range now {
			t.touched = append(t.touched, t.last[i].at[min(len(now[i].at), len(t.last[i].at)):]...) // those that are gone
		}
	}
	for i := range now {
		for j, l := range now[i].labels {
			if !l.Placed && !l.Inside {
				continue
			}
			at := l.inside(now[i].points)
			if l.Placed {
				at = l.spot(now[i].points)
			}
			put(i, j, at)
			now[i].hit[j] = p.KeepOff && l.Placed && r.covered(p, i, at)
		}
	}
	for i := range now {
		for j, l := range now[i].labels {
			switch {
			case l.Placed || l.Inside:
			case known && r.untouched(&now[i], &t.last[i]):
				put(i, j, t.last[i].at[j])
				now[i].hit[j] = t.last[i].hit[j]
			default:
				at, cost := r.bestSpot(p, now, i, j)
				put(i, j, at)
				now[i].hit[j] = cost >= onLine && r.covered(p, i, at)
			}
		}
	}
}

// untouched tells whether nothing has changed where a line's labels could stand.
func (r *Router) untouched(l, last *labelled) bool {
	if l.from != last.from || !slices.Equal(l.labels, last.labels) || !slices.Equal(l.points, last.points) {
		return false
	}
	reach := l.reach()
	room := l.bounds.Grow(reach)
	return !slices.ContainsFunc(r.labels.touched, func(t geom.Rect) bool {
		if !room.Overlaps(t) {
			return false
		}
		for k := 1; k < len(l.points); k++ {
			if geom.Span(l.points[k-1], l.points[k]).Grow(reach).Overlaps(t) {
				return true
			}
		}
		return false
	})
}

// unlike adds to a list the stretches of a line that another one does not have.
func unlike(list []geom.Rect, pts, other []geom.Point) []geom.Rect {
next:
	for k := 1; k < len(pts); k++ {
		for j := 1; j < len(other); j++ {
			if pts[k-1] == other[j-1] && pts[k] == other[j] {
				continue next
			}
		}
		list = append(list, geom.Span(pts[k-1], pts[k]))
	}
	return list
}

// reach is how far off a line its labels may come, when they are not put by hand.
func (l *labelled) reach() float64 {
	reach := 0.0
	for _, s := range l.labels {
		reach = max(reach, s.W, s.H)
	}
	return reach + 2*beside
}

// sister tells whether two lines leave the same step, or are one.
func (p *Page) sister(i, j int) bool {
	a, b := p.Lines[i].From.Box, p.Lines[j].From.Box
	return i == j || a >= 0 && a == b
}

// file files the stretches of the lines, and lists what has been touched of them since
// the last page, if that is known.
func (r *Router) file(p *Page, now []labelled, known bool) {
	t := &r.labels
	all := !known || t.dropped > len(t.owners)/2
	if all {
		t.segs.Reset(p.bounds())
		t.owners, t.first, t.dropped = t.owners[:0], resize(t.first, len(now)), 0
	}
	for i := range now {
		l := &now[i]
		same := false
		if known {
			o := &t.last[i]
			if same = slices.Equal(o.points, l.points); same {
				l.bounds = o.bounds
			}
			switch {
			case o.from != l.from:
				t.touched = unlike(unlike(t.touched, o.points, nil), l.points, nil)
			case !same:
				t.touched = unlike(unlike(t.touched, o.points, l.points), l.points, o.points)
			}
		}
		if !same {
			l.bounds = boundsOf(l.points)
		}
		switch {
		case all:
			t.add(i, l.points)
		case !same:
			for k := range len(t.last[i].points) - 1 {
				t.segs.Drop(t.first[i] + k)
				t.dropped++
			}
			t.add(i, l.points)
		}
	}
}

// add files the stretches of line i.
func (t *labelling) add(i int, pts []geom.Point) {
	t.first[i] = len(t.owners)
	for k := 1; k < len(pts); k++ {
		t.segs.Add(geom.Span(pts[k-1], pts[k]))
		t.owners = append(t.owners, i)
	}
}

// on counts the stretches that lie on a place for a label of line i, of lines from the
// same step and of others.
func (r *Router) on(p *Page, i int, at geom.Rect) (sisters, others int) {
	t := &r.labels
	t.segs.Near(at.Grow(0.5), func(n int) {
		if p.sister(t.owners[n], i) {
			sisters++
		} else {
			others++
		}
	})
	return sisters, others
}

// covered tells whether a line that is no sister of line i lies on a label of that.
func (r *Router) covered(p *Page, i int, at geom.Rect) bool {
	_, others := r.on(p, i, at)
	return others > 0
}

// bestSpot is the best place for label j of line i, and what it costs.
func (r *Router) bestSpot(p *Page, lines []labelled, i, j int) (geom.Rect, float64) {
	placed, boxes := &r.labels.placed, &r.near
	best, least := geom.Rect{}, math.Inf(1)
	try := func(at geom.Rect, far float64) float64 {
		c := far
		if c >= least || r.meter.spend(1) && !math.IsInf(least, 1) {
			return least
		}
		boxes.Near(at.Grow(1.5), func(int) { c += onStep })
		placed.Near(at.Grow(1), func(int) { c += onLabel })
		if c >= least {
			return least
		}
		sisters, others := r.on(p, i, at)
		c += float64(sisters)*onSister + float64(others)*onLine
		if c < least {
			best, least = at, c
		}
		return least
	}
	spots(lines[i].points, lines[i].labels[j], p.Lines[i].Outcome && j == 0, float64(j), try)
	return best, least
}

// spot is where a hand put the label.
func (l Label) spot(pts []geom.Point) geom.Rect {
	c, dir := geom.At(pts, l.Along)
	if l.Beside != 0 {
		half := (math.Abs(dir.Y)*l.W + math.Abs(dir.X)*l.H) / 2
		d := l.Beside + math.Copysign(half, l.Beside)
		c = c.Add(geom.Pt(-dir.Y*d, dir.X*d))
	}
	return geom.Rect{X: c.X - l.W/2, Y: c.Y - l.H/2, W: l.W, H: l.H}
}

// inside is the middle of the longest stretch; on an upright one the label is
// turned.
func (l Label) inside(pts []geom.Point) geom.Rect {
	a, b := pts[0], pts[len(pts)-1]
	for k := 0; k+1 < len(pts); k++ {
		if k == 0 || pts[k].Dist(pts[k+1]) > a.Dist(b) {
			a, b = pts[k], pts[k+1]
		}
	}
	w, h := l.W, l.H
	if math.Abs(a.Y-b.Y) > math.Abs(a.X-b.X) {
		w, h = h, w
	}
	return geom.Rect{X: (a.X+b.X)/2 - w/2, Y: (a.Y+b.Y)/2 - h/2, W: w, H: h}
}

// spots calls try for the places of a label along a line, with how far each is
// from where the label would best stand. try answers what the best so far
// costs; places that cannot be better are passed over.
func spots(pts []geom.Point, s Label, atStart bool, nth float64, try func(geom.Rect, float64) float64) {
	longest, done := 0, 0.0
	for k := 0; k+1 < len(pts); k++ {
		if pts[k].Dist(pts[k+1]) > pts[longest].Dist(pts[longest+1]) {
			longest = k
		}
	}
	home := 0.0 // distance along the line of the best place
	if !atStart {
		for k := range longest {
			home += pts[k].Dist(pts[k+1])
		}
		home += pts[longest].Dist(pts[longest+1])/2 + nth*s.W
	}
	least := math.Inf(1)
	for k := 0; k+1 < len(pts); k++ {
		a, b := pts[k], pts[k+1]
		l := a.Dist(b)
		if l < 1e-9 {
			continue
		}
		// How far from its best place a label on this stretch is at least.
		far0 := 0.0
		if atStart && k > 0 {
			far0 = (done - s.W + 60) * farOff
		} else if !atStart {
			far0 = max(0, max(done-home, home-done-l)) * farOff
		}
		if far0 >= least {
			done += l
			continue
		}
		ux, uy := (b.X-a.X)/l, (b.Y-a.Y)/l
		level := math.Abs(ux) > math.Abs(uy)
		half := s.H / 2
		if level {
			half = s.W / 2
		}
		// From half a label after the stretch's start to half before its end,
		// and on a short stretch its middle.
		for t := half + 3; ; t += pace {
			if t > l-half && t > half+3 {
				break
			}
			at := l - half // not by min, which in wasm is a call
			if at < l/2 {
				at = l / 2
			}
			if t < at {
				at = t
			}
			if t == half+3 && l < s.H {
				at = l / 2
			}
			far := math.Abs(done + at - home)
			if atStart {
				far = done + at - half
				if k > 0 {
					far += 60
				}
			}
			if far *= farOff; far >= least || far > astray*farOff {
				if done+at >= home { // from here on it only gets farther
					break
				}
				if ahead := math.Floor((home-done-at-min(least/farOff, astray))/pace) - 1; ahead > 0 { // all of them as far
					t += ahead * pace
				}
				continue
			}
			c := geom.Pt(a.X+ux*at, a.Y+uy*at)
			if level {
				x := c.X - s.W/2
				try(geom.Rect{X: x, Y: c.Y - beside + 1 - s.H, W: s.W, H: s.H}, far)
				least = try(geom.Rect{X: x, Y: c.Y + beside - 1, W: s.W, H: s.H}, far+besideY)
			} else {
				y := c.Y - s.H/2
				try(geom.Rect{X: c.X + beside, Y: y, W: s.W, H: s.H}, far)
				least = try(geom.Rect{X: c.X - beside - s.W, Y: y, W: s.W, H: s.H}, far+besideY)
			}
			if least > far+astride {
				least = try(geom.Rect{X: c.X - s.W/2, Y: c.Y - s.H/2, W: s.W, H: s.H}, far+astride-onSister)
			}
		}
		done += l
	}
	if len(pts) < 2 || geom.Length(pts) < 1e-9 {
		try(geom.Rect{X: pts[0].X, Y: pts[0].Y, W: s.W, H: s.H}, 0)
	}
}
