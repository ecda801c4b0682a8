package label

import (
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
)

// last is the page before: where its labels were, and what has been touched since of all
// that labels keep off.
type last struct {
	boxes   []find.Box
	lines   []string
	from    []int // per line, the box that it leaves
	keepOff bool
	labels  []labels

	known   bool // the same boxes and lines were there
	touched []geom.Rect
	bounds  []geom.Rect // of the lines now
}

// Forget forgets the page before.
func (t *Placer) Forget() { t.last = last{} }

// compare lists what has been touched of boxes and lines.
func (o *last) compare(p *find.Page, now []labels) {
	o.touched, o.bounds = o.touched[:0], o.bounds[:0]
	for i := range now {
		o.bounds = append(o.bounds, now[i].points.Bounds())
	}
	if o.known = len(o.boxes) == len(p.Boxes) && len(o.lines) == len(p.Lines) && o.keepOff == p.KeepOff; !o.known {
		return
	}
	for i := range p.Boxes {
		a, b := &o.boxes[i], &p.Boxes[i]
		if a.ID != b.ID {
			o.known = false
			return
		}
		if *a != *b {
			o.touched = append(o.touched, a.Rect, b.Rect)
		}
	}
	for i := range p.Lines {
		l, a, b := &p.Lines[i], &o.labels[i], &now[i]
		if o.lines[i] != l.ID {
			o.known = false
			return
		}
		switch {
		case o.from[i] != l.From.Box:
			o.touched = unlike(unlike(o.touched, a.points, nil), b.points, nil)
		case !slices.Equal(a.points, b.points):
			o.touched = unlike(unlike(o.touched, a.points, b.points), b.points, a.points)
		}
		o.touched = append(o.touched, a.at[min(len(b.at), len(a.at)):]...) // labels that are gone
	}
}

// unlike adds to a list the segments of a line that another one does not have.
func unlike(list []geom.Rect, pts, other geom.Polyline) []geom.Rect {
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

// put lists a label that is not where it was.
func (o *last) put(i, j int, at geom.Rect) {
	if !o.known {
		return
	}
	if was := o.labels[i].at; j >= len(was) {
		o.touched = append(o.touched, at)
	} else if was[j] != at {
		o.touched = append(o.touched, was[j], at)
	}
}

// untouched is where label j of a line was, where nothing has changed where it could stand.
func (o *last) untouched(i, j int, now *labels) (at geom.Rect, hit, ok bool) {
	if !o.known || !slices.Equal(o.labels[i].wanted, now.wanted) || !slices.Equal(o.labels[i].points, now.points) {
		return geom.Rect{}, false, false
	}
	far := reach(now.wanted)
	room := o.bounds[i].Grow(far)
	for _, t := range o.touched {
		if !room.Overlaps(t) {
			continue
		}
		for k := 1; k < len(now.points); k++ {
			if geom.Span(now.points[k-1], now.points[k]).Grow(far).Overlaps(t) {
				return geom.Rect{}, false, false
			}
		}
	}
	return o.labels[i].at[j], o.labels[i].hit[j], true
}

// reach is how far off their line labels may come.
func reach(wanted []find.Label) float64 {
	far := 2 * beside
	for _, w := range wanted {
		far = max(far, w.W+2*beside, w.H+2*beside)
	}
	return far
}

// keep keeps a page for the next one.
func (o *last) keep(p *find.Page, now []labels) {
	o.boxes, o.keepOff, o.labels = append(o.boxes[:0], p.Boxes...), p.KeepOff, now
	o.lines, o.from = o.lines[:0], o.from[:0]
	for i := range p.Lines {
		o.lines, o.from = append(o.lines, p.Lines[i].ID), append(o.from, p.Lines[i].From.Box)
	}
}
