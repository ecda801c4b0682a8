package arrange

import (
	"cmp"
	"math"
	"slices"

	"plaintracer/core/geom"
)

// Box is a step to be lined up.
type Box struct {
	ID   string
	Rect geom.Rect
}

// Edge names what is brought to one line.
type Edge string

// The edges. Centre is across, Middle is up and down.
const (
	Left   Edge = "left"
	Centre Edge = "centre"
	Right  Edge = "right"
	Top    Edge = "top"
	Middle Edge = "middle"
	Bottom Edge = "bottom"
)

// Around is the box around all.
func Around(bs []Box) (all geom.Rect) {
	for _, b := range bs {
		all = all.Union(b.Rect)
	}
	return all
}

// Align brings the boxes' edges, or for Centre and Middle their middles, to those of a box. It returns the boxes
// moved.
func Align(bs []Box, e Edge, all geom.Rect) []Box {
	out := make([]Box, len(bs))
	for i, b := range bs {
		switch r := &b.Rect; e {
		case Left:
			r.X = all.X
		case Centre:
			r.X = all.CX() - r.W/2
		case Right:
			r.X = all.Right() - r.W
		case Top:
			r.Y = all.Y
		case Middle:
			r.Y = all.CY() - r.H/2
		case Bottom:
			r.Y = all.Bottom() - r.H
		}
		out[i] = b
	}
	return out
}

// inRow are boxes in their order along an axis, across or down, as positions and sizes along it.
type inRow struct {
	boxes  []Box
	across bool
}

func ordered(bs []Box, across bool) inRow {
	r := inRow{slices.Clone(bs), across}
	slices.SortStableFunc(r.boxes, func(a, b Box) int { return cmp.Compare(*r.at(&a), *r.at(&b)) })
	return r
}

func (r inRow) at(b *Box) *float64 {
	if r.across {
		return &b.Rect.X
	}
	return &b.Rect.Y
}

func (r inRow) size(i int) float64 {
	if r.across {
		return r.boxes[i].Rect.W
	}
	return r.boxes[i].Rect.H
}

// chain puts each box behind the one before it, with a gap.
func (r inRow) chain(gap float64) []Box {
	for i := 1; i < len(r.boxes); i++ {
		*r.at(&r.boxes[i]) = *r.at(&r.boxes[i-1]) + r.size(i-1) + gap
	}
	return r.boxes
}

// Distribute makes the gaps between three or more boxes equal; the outermost
// two stay. Across when across is set, else up and down.
func Distribute(bs []Box, across bool) []Box {
	r := ordered(bs, across)
	n := len(r.boxes) - 1
	if n < 2 {
		return r.boxes
	}
	room := *r.at(&r.boxes[n]) - *r.at(&r.boxes[0])
	for i := range n {
		room -= r.size(i)
	}
	return r.chain(room / float64(n))
}

// DistributeMiddles makes the distances of the middles of three or more boxes equal; the outermost two stay.
func DistributeMiddles(bs []Box, across bool) []Box {
	r := ordered(bs, across)
	slices.SortStableFunc(r.boxes, func(a, b Box) int {
		if across {
			return cmp.Compare(a.Rect.CX(), b.Rect.CX())
		}
		return cmp.Compare(a.Rect.CY(), b.Rect.CY())
	})
	n := len(r.boxes) - 1
	if n < 2 {
		return r.boxes
	}
	mid := func(i int) float64 { return *r.at(&r.boxes[i]) + r.size(i)/2 }
	first, pitch := mid(0), (mid(n)-mid(0))/float64(n)
	for i := 1; i < n; i++ {
		*r.at(&r.boxes[i]) = first + pitch*float64(i) - r.size(i)/2
	}
	return r.boxes
}

// WithGap puts each box behind the one before it with that gap; the first one stays.
func WithGap(bs []Box, across bool, gap float64) []Box { return ordered(bs, across).chain(gap) }

// GapOf is the gap between boxes one after the other, where all are the same; ok is false where they are not.
func GapOf(bs []Box, across bool) (gap float64, ok bool) {
	r := ordered(bs, across)
	for i := 1; i < len(r.boxes); i++ {
		g := *r.at(&r.boxes[i]) - *r.at(&r.boxes[i-1]) - r.size(i-1)
		if i > 1 && math.Abs(g-gap) > 0.02 {
			return 0, false
		}
		gap = g
	}
	return gap, len(r.boxes) > 1
}

// SameSize gives all boxes the largest width among them where width is set, and the largest height where height is,
// about their own middles.
func SameSize(bs []Box, width, height bool) []Box {
	w, h := 0.0, 0.0
	for _, b := range bs {
		w, h = math.Max(w, b.Rect.W), math.Max(h, b.Rect.H)
	}
	out := slices.Clone(bs)
	for i := range out {
		r := &out[i].Rect
		c := r.Centre()
		if width {
			r.W = w
		}
		if height {
			r.H = h
		}
		r.X, r.Y = c.X-r.W/2, c.Y-r.H/2
	}
	return out
}
