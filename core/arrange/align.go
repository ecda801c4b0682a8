package arrange

import (
	"math"
	"sort"

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

// Align brings the boxes' edges to one line: the outermost edge, or for Centre
// and Middle the middle of them all. It returns the boxes moved.
func Align(bs []Box, e Edge) []Box {
	var all geom.Rect
	for i, b := range bs {
		if i == 0 {
			all = b.Rect
		}
		all = all.Union(b.Rect)
	}
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

// Distribute makes the gaps between three or more boxes equal; the outermost
// two stay. Across when across is set, else up and down.
func Distribute(bs []Box, across bool) []Box {
	out := append([]Box(nil), bs...)
	at := func(r *geom.Rect) (*float64, float64) {
		if across {
			return &r.X, r.W
		}
		return &r.Y, r.H
	}
	sort.SliceStable(out, func(i, j int) bool {
		a, _ := at(&out[i].Rect)
		b, _ := at(&out[j].Rect)
		return *a < *b
	})
	if len(out) < 3 {
		return out
	}
	room := 0.0
	for i := range out {
		_, l := at(&out[i].Rect)
		room -= l
	}
	first, _ := at(&out[0].Rect)
	last, l := at(&out[len(out)-1].Rect)
	gap := (room + *last + l - *first) / float64(len(out)-1)
	next := *first
	for i := range out {
		p, l := at(&out[i].Rect)
		*p = next
		next += l + gap
	}
	return out
}

// SameSize gives all boxes the largest width and height among them, about
// their own middles.
func SameSize(bs []Box) []Box {
	w, h := 0.0, 0.0
	for _, b := range bs {
		w, h = math.Max(w, b.Rect.W), math.Max(h, b.Rect.H)
	}
	out := make([]Box, len(bs))
	for i, b := range bs {
		c := b.Rect.Centre()
		out[i] = Box{b.ID, geom.Rect{X: c.X - w/2, Y: c.Y - h/2, W: w, H: h}}
	}
	return out
}
