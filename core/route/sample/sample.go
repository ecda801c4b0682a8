// Package sample makes pages for the tests of routing, and judges routes with eyes of its
// own: it shares no predicate with what it judges.
package sample

import (
	"fmt"
	"math"
	"math/rand/v2"

	"plaintracer/core/geom"
	"plaintracer/core/route/find"
	"plaintracer/core/symbol"
)

// Untidy is a page of n steps at random places, 4 px apart at least, with lanes
// on every second one: their heads are obstacles at the left.
func Untidy(seed uint64) find.Page {
	r := rand.New(rand.NewPCG(seed, 17))
	n := 10 + r.IntN(111)
	kinds := symbol.Bench()
	side := math.Sqrt(float64(n)) * (170 + 150*r.Float64())
	var p find.Page
	if seed%2 == 1 {
		for i := range 5 {
			p.Boxes = append(p.Boxes, find.Box{ID: fmt.Sprint("lane", i), Rect: geom.Rect{X: -40, Y: side / 5 * float64(i), W: 28, H: side / 5}})
		}
	}
	first := len(p.Boxes)
	for tries := 0; len(p.Boxes) < first+n && tries < 40*n; tries++ {
		k := kinds[r.IntN(len(kinds)-1)]
		b := find.Box{
			ID:   fmt.Sprint("s", len(p.Boxes)),
			Kind: k.Kind,
			Rect: geom.Rect{X: math.Round(r.Float64() * side), Y: math.Round(r.Float64() * side), W: k.W, H: k.H},
		}
		free := true
		for _, o := range p.Boxes {
			free = free && !b.Rect.Grow(3.99).Overlaps(o.Rect)
		}
		if free {
			p.Boxes = append(p.Boxes, b)
		}
	}
	steps := len(p.Boxes) - first
	for i := range steps {
		for range 1 + r.IntN(2) {
			j := r.IntN(steps)
			if r.IntN(2) > 0 { // near in the order of drawing
				j = min(steps-1, i+1+r.IntN(3))
			}
			if j != i {
				l := find.Line{
					ID:      fmt.Sprint("c", len(p.Lines)),
					From:    find.End{Box: first + i},
					To:      find.End{Box: first + j},
					Outcome: p.Boxes[first+i].Kind == symbol.Decision,
				}
				if l.Outcome {
					l.Labels = []find.Label{{W: 19, H: 14.6}}
				}
				p.Lines = append(p.Lines, l)
			}
		}
	}
	return p
}

// Generated is a page of n steps on a jittered grid with gaps of gap px at
// least, and about 1.3 lines a step.
func Generated(seed uint64, n int, gap float64) find.Page {
	r := rand.New(rand.NewPCG(seed, 5))
	kinds := symbol.Bench()
	cols := int(math.Ceil(math.Sqrt(float64(n) * 1.3)))
	var p find.Page
	var rowY float64
	for len(p.Boxes) < n {
		tall := 0.0
		x := r.Float64() * 40
		for c := 0; c < cols && len(p.Boxes) < n; c++ {
			k := kinds[r.IntN(len(kinds)-1)]
			w, h := math.Round(k.W*(0.8+r.Float64()*0.6)), math.Round(k.H*(0.8+r.Float64()*0.6))
			down := math.Round(r.Float64() * 20)
			p.Boxes = append(
				p.Boxes,
				find.Box{ID: fmt.Sprint("s", len(p.Boxes)), Kind: k.Kind, Rect: geom.Rect{X: math.Round(x), Y: rowY + down, W: w, H: h}},
			)
			x += w + gap + math.Round(r.Float64()*50)
			tall = math.Max(tall, h+down)
		}
		rowY += tall + gap + math.Round(r.Float64()*30)
	}
	for i := range n {
		for range 1 + r.IntN(2) {
			j := r.IntN(n)
			if r.IntN(3) > 0 {
				j = min(n-1, i+1+r.IntN(3))
			}
			if j != i {
				p.Lines = append(
					p.Lines,
					find.Line{
						ID:      fmt.Sprint("c", len(p.Lines)),
						From:    find.End{Box: i},
						To:      find.End{Box: j},
						Outcome: p.Boxes[i].Kind == symbol.Decision,
					},
				)
			}
		}
	}
	return p
}

// Entered counts segments of a route inside boxes, its own two included: the
// outlines' boxes shrunk by a px, and at its own ends only what leaves the
// segment at the port.
func Entered(p find.Page, i int, r find.Route) int {
	n := 0
	for k := 0; k+1 < len(r.Points); k++ {
		for b, box := range p.Boxes {
			own := k == 0 && b == p.Lines[i].From.Box || k+2 == len(r.Points) && b == p.Lines[i].To.Box
			s := box.Rect.Grow(-1)
			if own { // leaning sides: the port lies inside the box
				s = box.Rect.Grow(-math.Min(box.Rect.W, box.Rect.H) * 0.45)
			}
			if geom.SegmentIn(r.Points[k], r.Points[k+1], s) {
				n++
			}
		}
	}
	return n
}

// OnEachOther counts pairs of segments of lines that share no step and lie on
// each other for more than 2 px.
func OnEachOther(p find.Page, rs []find.Route) int {
	n := 0
	for i := range rs {
		for j := range i {
			a, b := p.Lines[i], p.Lines[j]
			if a.From.Box == b.From.Box || a.From.Box == b.To.Box || a.To.Box == b.From.Box || a.To.Box == b.To.Box {
				continue
			}
			for k := 0; k+1 < len(rs[i].Points); k++ {
				for l := 0; l+1 < len(rs[j].Points); l++ {
					s, t := geom.Span(rs[i].Points[k], rs[i].Points[k+1]), geom.Span(rs[j].Points[l], rs[j].Points[l+1])
					over := func(a0, a1, b0, b1 float64) float64 { return math.Min(a1, b1) - math.Max(a0, b0) }
					if s.W < 0.5 && t.W < 0.5 && math.Abs(s.X-t.X) < 0.5 && over(s.Y, s.Bottom(), t.Y, t.Bottom()) > 2 ||
						s.H < 0.5 && t.H < 0.5 && math.Abs(s.Y-t.Y) < 0.5 && over(s.X, s.Right(), t.X, t.Right()) > 2 {
						n++
					}
				}
			}
		}
	}
	return n
}

// Meets reports whether a line comes into a box grown by so much each way.
func Meets(pts geom.Polyline, r geom.Rect, by float64) bool {
	for k := 1; k < len(pts); k++ {
		a, b := pts[k-1], pts[k]
		if max(a.X, b.X) > r.X-by && min(a.X, b.X) < r.X+r.W+by && max(a.Y, b.Y) > r.Y-by && min(a.Y, b.Y) < r.Y+r.H+by {
			return true
		}
	}
	return false
}

// Bends counts the bends of all routes.
func Bends(rs []find.Route) int {
	n := 0
	for _, r := range rs {
		n += len(r.Points) - 2
	}
	return n
}

// Crossings counts where an upright segment of one route crosses a level one of another.
func Crossings(rs []find.Route) int {
	n := 0
	for i := range rs {
		for j := range rs {
			for k := 1; k < len(rs[i].Points); k++ {
				for l := 1; l < len(rs[j].Points); l++ {
					a, b, c, d := rs[i].Points[k-1], rs[i].Points[k], rs[j].Points[l-1], rs[j].Points[l]
					if i != j && a.X == b.X && c.Y == d.Y && min(c.X, d.X) < a.X && a.X < max(c.X, d.X) && min(a.Y, b.Y) < c.Y &&
						c.Y < max(a.Y, b.Y) {
						n++
					}
				}
			}
		}
	}
	return n
}

// Hits counts the labels that a line of another step runs over.
func Hits(p find.Page, rs []find.Route) int {
	n := 0
	for i, r := range rs {
		for _, at := range r.Labels {
			for j := range rs {
				if p.Lines[i].From.Box != p.Lines[j].From.Box && Meets(rs[j].Points, at, -1) {
					n++
				}
			}
		}
	}
	return n
}

// Nearest is the least distance at which segments of two routes run side by side.
func Nearest(a, b geom.Polyline) float64 {
	least := math.Inf(1)
	for k := 1; k < len(a); k++ {
		for l := 1; l < len(b); l++ {
			s, t := geom.Span(a[k-1], a[k]), geom.Span(b[l-1], b[l])
			if s.W == 0 && t.W == 0 && min(s.Bottom(), t.Bottom())-max(s.Y, t.Y) > 1 {
				least = min(least, math.Abs(s.X-t.X))
			}
			if s.H == 0 && t.H == 0 && min(s.Right(), t.Right())-max(s.X, t.X) > 1 {
				least = min(least, math.Abs(s.Y-t.Y))
			}
		}
	}
	return least
}

// Away is the greatest distance, across or down, of a bend or an end of either line from the
// other line.
func Away(a, b geom.Polyline) float64 {
	most := 0.0
	for _, l := range [2][2]geom.Polyline{{a, b}, {b, a}} {
		for _, q := range l[0] {
			least := math.Inf(1)
			for k := 1; k < len(l[1]); k++ {
				s := geom.Span(l[1][k-1], l[1][k])
				least = min(least, max(s.X-q.X, q.X-s.Right(), s.Y-q.Y, q.Y-s.Bottom(), 0))
			}
			most = max(most, least)
		}
	}
	return most
}
