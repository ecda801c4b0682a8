package arrange

import (
	"math"

	"plaintracer/core/geom"
)

// Guide is a construction line: upright at x = At, or level at y = At. Gap is
// the distance in px that it makes equal, 0 when it shows an alignment; Mid is
// where that distance is to be written.
type Guide struct {
	Upright bool
	At      float64
	Gap     float64
	Mid     geom.Point
}

// Snap tells how far a moving box is to be shifted so that it stands in line
// with others (middle or edge), at an equal gap, or else on the grid. reach is
// how far it lets itself be pulled, px, grid the distance of the grid.
func Snap(r geom.Rect, others []geom.Rect, reach, grid float64) (dx, dy float64, guides []Guide) {
	dx, gx, okX := snapAxis(r, others, reach, grid, true)
	dy, gy, okY := snapAxis(r, others, reach, grid, false)
	moved := geom.Rect{X: r.X + dx, Y: r.Y + dy, W: r.W, H: r.H}
	for i, g := range [2]Guide{gx, gy} {
		if ok := [2]bool{okX, okY}; !ok[i] {
			continue
		}
		if g.Gap > 0 { // written at the height of the box as it now stands
			if g.Upright {
				g.Mid.Y = moved.CY()
			} else {
				g.Mid.X = moved.CX()
			}
		}
		guides = append(guides, g)
	}
	return dx, dy, guides
}

// snapAxis is Snap along one axis; without a guide it is the grid that pulls.
func snapAxis(r geom.Rect, others []geom.Rect, reach, grid float64, across bool) (float64, Guide, bool) {
	at := func(q geom.Rect) (lo, hi, plo, phi float64) {
		if across {
			return q.X, q.Right(), q.Y, q.Bottom()
		}
		return q.Y, q.Bottom(), q.X, q.Right()
	}
	lo, hi, plo, phi := at(r)
	best, least := 0.0, reach+1e-9
	var guide Guide
	found := false
	try := func(d float64, bonus float64, g Guide) {
		if c := math.Abs(d) - bonus; math.Abs(d) <= reach && c < least-1e-9 {
			best, least, guide, found = d, c, g, true
		}
	}
	var row []geom.Rect // those side by side with r, for equal gaps
	for _, o := range others {
		olo, ohi, oplo, ophi := at(o)
		mid := (olo + ohi) / 2
		try(mid-(lo+hi)/2, 0.5, Guide{Upright: across, At: mid})
		try(olo-lo, 0, Guide{Upright: across, At: olo})
		try(ohi-hi, 0, Guide{Upright: across, At: ohi})
		if oplo < phi && plo < ophi {
			row = append(row, o)
		}
	}
	for i, a := range row {
		alo, ahi, _, _ := at(a)
		for j, b := range row {
			if i == j {
				continue
			}
			blo, bhi, _, _ := at(b)
			if blo < ahi { // a before b
				continue
			}
			gap := blo - ahi
			mark := func(from float64) Guide {
				g := Guide{Upright: across, Gap: gap}
				if across {
					g.Mid.X = from + gap/2
				} else {
					g.Mid.Y = from + gap/2
				}
				return g
			}
			g := mark(bhi) // after b, as far as b is after a
			g.At = bhi + gap
			try(g.At-lo, 0.25, g)
			g = mark(alo - gap)
			g.At = alo - gap
			try(g.At-hi, 0.25, g)
			if w := hi - lo; gap > w { // halfway between
				half := (gap - w) / 2
				g = mark(ahi)
				g.Gap = half
				if across {
					g.Mid.X = ahi + half/2
				} else {
					g.Mid.Y = ahi + half/2
				}
				g.At = ahi + half
				try(g.At-lo, 0.25, g)
			}
		}
	}
	if !found {
		best = math.Round(lo/grid)*grid - lo
	}
	return best, guide, found
}
