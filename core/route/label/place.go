// Package label finds the places of labels on finished lines.
//
// What goes in: a page and the route of each of its lines. What comes out: the place of
// each label. What holds afterwards: a label that no hand has put lies over no step, no
// other label and no other line while there is such a place; those that others lie on are
// told.
//
// The rules are our own: an outcome's label stands by the start of its line, others by the
// middle of their longest segment.
package label

import (
	"math"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// What a label may cover, and what that costs against standing a px farther
// off its best place.
const (
	onStep   = 4000.0
	onLabel  = 4000.0
	onLine   = 1500.0
	onSister = 700.0 // a line of the same step
	astride  = 350.0 // on the line itself, which it then interrupts
	besideY  = 3.0   // below a level segment, or left of an upright one
	beside   = 4.0   // px between line and label
	farOff   = 0.4   // cost of a px off the best place
	pastBend = 60.0  // px that an outcome's label counts as farther off behind the first bend
	pace     = 3.0   // px between the places that are tried
	astray   = 10e3  // px off its best place nobody would look for a label
)

// Placer places the labels of pages that follow each other, such as the frames of a drag:
// a label that nothing has touched since the last page is where it was on it, which changes
// no result. The zero value is ready.
type Placer struct {
	f            *find.Finder
	segs, placed geom.Index // segments of the lines, labels
	owners       []int      // of the segments
	filed        []bool     // per line: its segments are there
	now, spare   []labels   // per line
	last         last
}

// labels are where the labels of a line were put, and what that rests on.
type labels struct {
	points geom.Polyline
	wanted []find.Label
	at     []geom.Rect
	hit    []bool // another line lies there
}

// Indexes are what a meter counts beside.
func (t *Placer) Indexes() (segments, labels *geom.Index) { return &t.segs, &t.placed }

// Place finds a place for each label of each line, and returns the labels that other lines
// lie on.
func (t *Placer) Place(f *find.Finder, routes []find.Route) []find.Block {
	t.f, t.now = f, slices.Grow(t.spare[:0], len(routes))[:len(routes)]
	count := 0
	for i := range routes {
		count += len(f.Page.Lines[i].Labels)
	}
	at, hits := make([]geom.Rect, count), make([]bool, count) // in one piece
	for i := range routes {
		l := &f.Page.Lines[i]
		n := len(l.Labels)
		t.now[i] = labels{routes[i].Points, l.Labels, at[:n:n], hits[:n:n]}
		routes[i].Labels, at, hits = t.now[i].at, at[n:], hits[n:]
	}
	t.last.compare(f.Page, t.now)
	if count > 0 {
		t.begin()
		t.byHand()
		t.others()
	}
	t.spare = t.last.labels
	t.last.keep(f.Page, t.now)
	var hit []find.Block
	for i := range t.now {
		for j, h := range t.now[i].hit {
			if h {
				hit = append(hit, find.Block{Line: i, Rect: t.now[i].at[j], Placed: t.now[i].wanted[j].Placed})
			}
		}
	}
	return hit
}

// begin makes the indexes ready.
func (t *Placer) begin() {
	bounds := t.f.Page.Bounds()
	t.segs.Reset(bounds)
	t.placed.Reset(bounds)
	t.owners = t.owners[:0]
	t.filed = slices.Grow(t.filed[:0], len(t.now))[:len(t.now)]
	clear(t.filed)
}

// file puts the segments of the lines near line i into the index, as far as its labels reach. In a frame of a drag few
// labels are looked for a place, and most lines are far from them.
func (t *Placer) file(i int) {
	room := t.last.bounds[i].Grow(reach(t.now[i].wanted))
	for k, there := range t.filed {
		if there || !room.Overlaps(t.last.bounds[k].Grow(1)) {
			continue
		}
		t.filed[k] = true
		pts := t.now[k].points
		for n := 1; n < len(pts); n++ {
			t.segs.Add(geom.Span(pts[n-1], pts[n]))
			t.owners = append(t.owners, k)
		}
	}
}

func (t *Placer) put(i, j int, at geom.Rect) {
	t.now[i].at[j] = at
	t.placed.Add(at)
	t.last.put(i, j, at)
}

// byHand puts the labels whose places are given.
func (t *Placer) byHand() {
	for i := range t.now {
		l := &t.now[i]
		for j := range l.wanted {
			switch w := &l.wanted[j]; {
			case w.Placed:
				at := spot(w, l.points)
				t.put(i, j, at)
				if t.f.Page.KeepOff { // a hand may have put it far from its line
					t.last.bounds[i] = t.last.bounds[i].Union(at)
					t.file(i)
					l.hit[j] = t.covered(i, at)
				}
			case w.Inside:
				t.put(i, j, inside(w, l.points))
			}
		}
	}
}

// others puts all other labels.
func (t *Placer) others() {
	for i := range t.now {
		l := &t.now[i]
		for j := range l.wanted {
			if w := &l.wanted[j]; w.Placed || w.Inside {
				continue
			}
			if at, hit, ok := t.last.untouched(i, j, l); ok {
				t.put(i, j, at)
				l.hit[j] = hit
				continue
			}
			t.file(i)
			at, cost := t.best(i, j)
			t.put(i, j, at)
			l.hit[j] = cost >= onLine && t.covered(i, at)
		}
	}
}

// best is the best place for label j of line i, and what it costs.
func (t *Placer) best(i, j int) (geom.Rect, float64) {
	best, least := geom.Rect{}, math.Inf(1)
	try := func(at geom.Rect, far float64) float64 {
		c := far
		if c >= least || t.f.Meter.Spend(1) && !math.IsInf(least, 1) {
			return least
		}
		t.f.Near.Near(at.Grow(1.5), func(int) { c += onStep })
		t.placed.Near(at.Grow(1), func(int) { c += onLabel })
		if c >= least {
			return least
		}
		sisters, others := t.on(i, at)
		c += float64(sisters)*onSister + float64(others)*onLine
		if c < least {
			best, least = at, c
		}
		return least
	}
	spots(t.now[i].points, &t.now[i].wanted[j], t.f.Page.Lines[i].Outcome && j == 0, float64(j), try)
	return best, least
}

// on counts the segments that lie on a place for a label of line i, of lines from the
// same step and of others.
func (t *Placer) on(i int, at geom.Rect) (sisters, others int) {
	t.segs.Near(at.Grow(0.5), func(n int) {
		if t.f.Page.Sisters(t.owners[n], i) {
			sisters++
		} else {
			others++
		}
	})
	return sisters, others
}

// covered reports whether a line that is no sister of line i lies on a label of that.
func (t *Placer) covered(i int, at geom.Rect) bool {
	_, others := t.on(i, at)
	return others > 0
}
