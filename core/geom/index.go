package geom

import "math"

// Index finds the boxes near a place: it files each under the square cells of
// the page that it touches. The zero value is empty and ready.
type Index struct {
	cells map[[2]int][]int
	boxes []Rect
	stamp []int
	now   int
}

const cell = 96.0 // px; about a step

func span(r Rect) (x0, y0, x1, y1 int) {
	return int(math.Floor(r.X / cell)), int(math.Floor(r.Y / cell)), int(math.Floor(r.Right() / cell)), int(math.Floor(r.Bottom() / cell))
}

// Add files a box and returns its number, counted from 0.
func (x *Index) Add(r Rect) int {
	if x.cells == nil {
		x.cells = map[[2]int][]int{}
	}
	n := len(x.boxes)
	x.boxes = append(x.boxes, r)
	x.stamp = append(x.stamp, 0)
	x0, y0, x1, y1 := span(r)
	for i := x0; i <= x1; i++ {
		for j := y0; j <= y1; j++ {
			x.cells[[2]int{i, j}] = append(x.cells[[2]int{i, j}], n)
		}
	}
	return n
}

// Near calls f once for each box that shares a point with r.
func (x *Index) Near(r Rect, f func(n int)) {
	x.now++
	x0, y0, x1, y1 := span(r)
	for i := x0; i <= x1; i++ {
		for j := y0; j <= y1; j++ {
			for _, n := range x.cells[[2]int{i, j}] {
				b := x.boxes[n]
				if x.stamp[n] != x.now && b.X <= r.Right() && r.X <= b.Right() && b.Y <= r.Bottom() && r.Y <= b.Bottom() {
					x.stamp[n] = x.now
					f(n)
				}
			}
		}
	}
}
