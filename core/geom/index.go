package geom

import (
	"math"
	"slices"
)

// Index finds the boxes near a place: it files each under the square cells of
// the page that it touches. Make one with NewIndex, or Reset one.
type Index struct {
	x0, y0 int // of the first cell
	w, h   int // in cells
	first  []int32
	links  []link // chains of boxes, one a cell
	boxes  []Rect
	stamp  []int32
	now    int32
}

type link struct{ box, next int32 }

const (
	cell = 96.0 // px; about a step
	// mostCells bounds the memory for a page with something very far away; what
	// lies beyond the cells is filed under the outermost ones.
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
	x.x0, x.y0 = int(math.Floor(bounds.X/cell)), int(math.Floor(bounds.Y/cell))
	x.w = max(1, min(mostCells, int(math.Floor(bounds.Right()/cell))-x.x0+1))
	x.h = max(1, min(mostCells, int(math.Floor(bounds.Bottom()/cell))-x.y0+1))
	x.first = slices.Grow(x.first[:0], x.w*x.h)[:x.w*x.h]
	for i := range x.first {
		x.first[i] = -1
	}
	x.links, x.boxes, x.stamp = x.links[:0], x.boxes[:0], x.stamp[:0]
}

// span is the range of cells that r touches.
func (x *Index) span(r Rect) (x0, y0, x1, y1 int) {
	at := func(v float64, from, n int) int {
		return max(0, min(n-1, int(math.Floor(v/cell))-from))
	}
	return at(r.X, x.x0, x.w), at(r.Y, x.y0, x.h), at(r.Right(), x.x0, x.w), at(r.Bottom(), x.y0, x.h)
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

// Drop takes box n out. Numbers of others stay; room is free again after a Reset only.
func (x *Index) Drop(n int) { x.boxes[n] = Rect{X: math.Inf(1)} }

// Near calls f once for each box that shares a point with r. f must not ask the index.
func (x *Index) Near(r Rect, f func(n int)) {
	x.now++
	x0, y0, x1, y1 := x.span(r)
	for j := y0; j <= y1; j++ {
		for i := x0; i <= x1; i++ {
			for l := x.first[j*x.w+i]; l >= 0; l = x.links[l].next {
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
