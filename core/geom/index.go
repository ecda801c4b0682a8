package geom

import (
	"math"
	"slices"
)

// Index finds the boxes near a place: it files each under the cells of the page that it
// touches. Make one with NewIndex, or Reset one.
type Index struct {
	x, y   float64 // of the first cell
	dx, dy float64 // of each cell
	w, h   int     // in cells
	first  []int32
	links  []link // chains of boxes, one a cell
	boxes  []Rect
	stamp  []int32
	now    int32

	Looked int // cells and boxes looked at by Near, since ever
}

type link struct{ box, next int32 }

const (
	cell = 96.0 // px at least; about a step
	// mostCells there are each way: on a larger page they are larger. What lies beyond
	// the bounds is filed under the outermost ones.
	mostCells = 1024
)

// NewIndex returns an empty index for boxes that lie about within bounds.
func NewIndex(bounds Rect) *Index {
	x := &Index{}
	x.Reset(bounds)
	return x
}

// Reset empties the index, for boxes that lie about within other bounds.
func (x *Index) Reset(bounds Rect) {
	x.x, x.y = bounds.X, bounds.Y
	x.dx, x.dy = max(cell, bounds.W/mostCells), max(cell, bounds.H/mostCells)
	x.w, x.h = 1+int(bounds.W/x.dx), 1+int(bounds.H/x.dy)
	x.first = slices.Grow(x.first[:0], x.w*x.h)[:x.w*x.h]
	for i := range x.first {
		x.first[i] = -1
	}
	x.links, x.boxes, x.stamp = x.links[:0], x.boxes[:0], x.stamp[:0]
}

// span is the range of cells that r touches.
func (x *Index) span(r Rect) (x0, y0, x1, y1 int) {
	at := func(v, size float64, n int) int { return int(max(0, min(float64(n-1), v/size))) }
	return at(r.X-x.x, x.dx, x.w), at(r.Y-x.y, x.dy, x.h), at(r.Right()-x.x, x.dx, x.w), at(r.Bottom()-x.y, x.dy, x.h)
}

// Add files a box and returns its number, counted from 0.
func (x *Index) Add(r Rect) int {
	n := int32(len(x.boxes))
	x.boxes = append(x.boxes, r)
	x.stamp = append(x.stamp, 0)
	x0, y0, x1, y1 := x.span(r)
	for j := y0; j <= y1; j++ {
		for i := x0; i <= x1; i++ {
			c := j*x.w + i
			x.links = append(x.links, link{n, x.first[c]})
			x.first[c] = int32(len(x.links) - 1)
		}
	}
	return int(n)
}

// Leave counts a box that Near never finds.
func (x *Index) Leave() {
	x.boxes = append(x.boxes, Rect{X: math.Inf(1)})
	x.stamp = append(x.stamp, 0)
}

// Drop takes box n out. Numbers of others stay; room is free again after a Reset only.
func (x *Index) Drop(n int) { x.boxes[n] = Rect{X: math.Inf(1)} }

// Near calls f once for each box that shares a point with r. f must not ask the index.
func (x *Index) Near(r Rect, f func(n int)) {
	x.now++
	x0, y0, x1, y1 := x.span(r)
	for j := y0; j <= y1; j++ {
		for i := x0; i <= x1; i++ {
			x.Looked++ // the cell
			for l := x.first[j*x.w+i]; l >= 0; l = x.links[l].next {
				x.Looked++
				n := x.links[l].box
				b := &x.boxes[n]
				if x.stamp[n] != x.now && b.X <= r.Right() && r.X <= b.Right() && b.Y <= r.Bottom() && r.Y <= b.Bottom() {
					x.stamp[n] = x.now
					f(int(n))
				}
			}
		}
	}
}
