// Package geom holds the plane geometry of a page: points, boxes, paths and
// right-angled polylines. Lengths are CSS px (96 an inch), y grows downward.
package geom

import "math"

// Point is a place on a page, in px.
type Point struct{ X, Y float64 }

// Pt is short for Point{x, y}.
func Pt(x, y float64) Point { return Point{x, y} }

// Add returns p moved by q.
func (p Point) Add(q Point) Point { return Point{p.X + q.X, p.Y + q.Y} }

// Sub returns the way from q to p.
func (p Point) Sub(q Point) Point { return Point{p.X - q.X, p.Y - q.Y} }

// Dist is the straight distance from p to q, in px.
func (p Point) Dist(q Point) float64 {
	switch { // most stretches are level or upright
	case p.Y == q.Y:
		return math.Abs(p.X - q.X)
	case p.X == q.X:
		return math.Abs(p.Y - q.Y)
	}
	return math.Hypot(p.X-q.X, p.Y-q.Y)
}

// Rect is a box: its top left corner, width and height.
type Rect struct{ X, Y, W, H float64 }

// Right and Bottom are the far edges; CX and CY the centre.
func (r Rect) Right() float64  { return r.X + r.W }
func (r Rect) Bottom() float64 { return r.Y + r.H }
func (r Rect) CX() float64     { return r.X + r.W/2 }
func (r Rect) CY() float64     { return r.Y + r.H/2 }

// Centre is the middle of the box.
func (r Rect) Centre() Point { return Point{r.CX(), r.CY()} }

// Grow returns r with every edge moved outward by d.
func (r Rect) Grow(d float64) Rect { return Rect{r.X - d, r.Y - d, r.W + 2*d, r.H + 2*d} }

// Turned is r with x and y in each other's place.
func (r Rect) Turned() Rect { return Rect{r.Y, r.X, r.H, r.W} }

// Move returns r moved by d.
func (r Rect) Move(d Point) Rect { return Rect{r.X + d.X, r.Y + d.Y, r.W, r.H} }

// Contains reports whether p lies in r or on its edge.
func (r Rect) Contains(p Point) bool {
	return p.X >= r.X && p.X <= r.Right() && p.Y >= r.Y && p.Y <= r.Bottom()
}

// Overlaps reports whether the insides of r and s share a point.
func (r Rect) Overlaps(s Rect) bool {
	return r.X < s.Right() && s.X < r.Right() && r.Y < s.Bottom() && s.Y < r.Bottom()
}

// Inside reports whether r lies within s, edges included.
func (r Rect) Inside(s Rect) bool {
	return r.X >= s.X && r.Y >= s.Y && r.Right() <= s.Right() && r.Bottom() <= s.Bottom()
}

// Union is the smallest box around both; an empty box (zero size) adds nothing.
func (r Rect) Union(s Rect) Rect {
	if r.W == 0 && r.H == 0 {
		return s
	}
	if s.W == 0 && s.H == 0 {
		return r
	}
	x, y, right, bottom := r.X, r.Y, r.Right(), r.Bottom()
	if s.X < x { // not by min, which in wasm is a call
		x = s.X
	}
	if s.Y < y {
		y = s.Y
	}
	if v := s.Right(); v > right {
		right = v
	}
	if v := s.Bottom(); v > bottom {
		bottom = v
	}
	return Rect{x, y, right - x, bottom - y}
}

// Span is the box with p and q as opposite corners.
func Span(p, q Point) Rect {
	r := Rect{p.X, p.Y, q.X - p.X, q.Y - p.Y}
	if r.W < 0 {
		r.X, r.W = q.X, -r.W
	}
	if r.H < 0 {
		r.Y, r.H = q.Y, -r.H
	}
	return r
}

// Round2 rounds to two decimals, the precision of serialised numbers.
func Round2(v float64) float64 { return math.Round(v*100) / 100 }

// Finite reports whether every value is a number that can be drawn.
func Finite(vs ...float64) bool {
	for _, v := range vs {
		if math.IsNaN(v) || math.IsInf(v, 0) {
			return false
		}
	}
	return true
}

// SegmentIn reports whether the straight stretch pq runs through the inside of r
// (Liang-Barsky clipping; touching the edge does not count).
func SegmentIn(p, q Point, r Rect) bool {
	if !r.touches(p, q) {
		return false
	}
	dx, dy := q.X-p.X, q.Y-p.Y
	t0, t1 := 0.0, 1.0
	for _, c := range [4][2]float64{{-dx, p.X - r.X}, {dx, r.Right() - p.X}, {-dy, p.Y - r.Y}, {dy, r.Bottom() - p.Y}} {
		switch {
		case c[0] == 0:
			if c[1] <= 0 {
				return false
			}
		case c[0] < 0:
			t0 = max(t0, c[1]/c[0])
		default:
			t1 = min(t1, c[1]/c[0])
		}
	}
	return t1-t0 > 1e-9
}

// Round1 rounds to one decimal, as people write lengths.
func Round1(v float64) float64 { return math.Round(v*10) / 10 }
