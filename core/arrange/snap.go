package arrange

import (
	"cmp"
	"math"
	"slices"

	"plaintracer/core/geom"
)

// What a guide shows.
type What byte

// What there is. A guide of Gaps or Sizes has the Size that it makes equal.
const (
	Edges      What = iota // in line with the edge of another step
	Middles                // with its middle
	Gaps                   // as far from one step as that is from another, or half-way between two
	Sizes                  // as wide or as high as another
	Straight               // a connector runs straight
	LaneMiddle             // in the middle of the lane
	PageMiddle             // in the middle of the page
	Margin                 // at the margin of the page
	Ruled                  // at a guide line of the page
)

// stronger is by how many px farther something is looked for than an edge.
var stronger = [...]float64{Edges: 0, Middles: 0.5, Gaps: 0.25, Sizes: 0.5, Straight: 1, LaneMiddle: 0.6, PageMiddle: 0.2, Margin: 0.1, Ruled: 1.5}

// mostGuides is how many guides are shown at once.
const mostGuides = 3

// Guide is a construction line: upright at x = At, or level at y = At. Size is the distance in px that it makes equal,
// and Mid where that is to be written; both are 0 for those that show no distance.
type Guide struct {
	Upright bool
	At      float64
	What    What
	Size    float64
	Mid     geom.Point
}

// Field is what a box lines up with: other steps, lines of the page, and what its connectors lead to; else the grid of
// that distance.
type Field struct {
	Others []geom.Rect
	Lines  []Line
	Facing []Facing
	Grid   float64
}

// Line is a line of the page. At the middle of a lane or of the page stand middles, at a margin edges, at a guide line
// both.
type Line struct {
	Upright bool
	At      float64
	What    What
}

// Facing is a port of the box that a straight connector needs at a place: at x = At, or y = At, Off px from the box's
// left or upper edge.
type Facing struct {
	Upright bool
	Off, At float64
}

// pull is a guide with how far it pulls.
type pull struct {
	by float64
	Guide
}

// pulls gathers what pulls along one axis, no farther than reach.
type pulls struct {
	reach  float64
	across bool // along x
	all    []pull
}

func (ps *pulls) try(by, at float64, what What) *pull {
	if math.Abs(by) > ps.reach {
		return nil
	}
	ps.all = append(ps.all, pull{by, Guide{Upright: ps.across, At: at, What: what}})
	return &ps.all[len(ps.all)-1]
}

// best is the strongest of the nearest, and those that pull as far and show something else.
func (ps *pulls) best() (by float64, guides []Guide, ok bool) {
	if len(ps.all) == 0 {
		return 0, nil, false
	}
	slices.SortStableFunc(ps.all, func(a, b pull) int {
		return cmp.Compare(math.Abs(a.by)-stronger[a.What], math.Abs(b.by)-stronger[b.What])
	})
	first := ps.all[0]
	guides = []Guide{first.Guide}
	for _, p := range ps.all[1:] {
		if math.Abs(p.by-first.by) < 0.01 && p.What != Edges && p.What != Middles && !slices.ContainsFunc(guides, func(g Guide) bool { return g.What == p.What }) {
			guides = append(guides, p.Guide)
		}
	}
	return first.by, guides, true
}

// Snap tells how far a moving box is to be shifted so that it stands in line with something, or else on the grid.
// reach is how far it lets itself be pulled, px. The guides are the strongest ones, one of each axis before a second.
func Snap(r geom.Rect, f Field, reach float64) (dx, dy float64, guides []Guide) {
	dx, gx := snapAxis(r, f, reach, true)
	dy, gy := snapAxis(r, f, reach, false)
	moved := geom.Rect{X: r.X + dx, Y: r.Y + dy, W: r.W, H: r.H}
	for i := range max(len(gx), len(gy)) {
		for _, gs := range [2][]Guide{gx, gy} {
			if i < len(gs) && len(guides) < mostGuides {
				g := gs[i]
				if g.What == Gaps { // written at the height of the box as it now stands
					if g.Upright {
						g.Mid.Y = moved.CY()
					} else {
						g.Mid.X = moved.CX()
					}
				}
				guides = append(guides, g)
			}
		}
	}
	return dx, dy, guides
}

// snapAxis is Snap along one axis; without a guide it is the grid that pulls.
func snapAxis(r geom.Rect, f Field, reach float64, across bool) (float64, []Guide) {
	at := func(q geom.Rect) (lo, hi, plo, phi float64) {
		if across {
			return q.X, q.Right(), q.Y, q.Bottom()
		}
		return q.Y, q.Bottom(), q.X, q.Right()
	}
	lo, hi, plo, phi := at(r)
	ps := &pulls{reach: reach, across: across}
	var row []geom.Rect // those side by side with r, for equal gaps
	for _, o := range f.Others {
		olo, ohi, oplo, ophi := at(o)
		ps.try((olo+ohi)/2-(lo+hi)/2, (olo+ohi)/2, Middles)
		ps.try(olo-lo, olo, Edges)
		ps.try(ohi-hi, ohi, Edges)
		if oplo < phi && plo < ophi {
			row = append(row, o)
		}
	}
	for _, l := range f.Lines {
		if l.Upright != across {
			continue
		}
		if l.What != Margin {
			ps.try(l.At-(lo+hi)/2, l.At, l.What)
		}
		if l.What == Margin || l.What == Ruled {
			ps.try(l.At-lo, l.At, l.What)
			ps.try(l.At-hi, l.At, l.What)
		}
	}
	for _, q := range f.Facing {
		if q.Upright == across {
			ps.try(q.At-lo-q.Off, q.At, Straight)
		}
	}
	// gap is a pull by which the box comes to have an edge at a place, so that there is a gap from there on.
	gap := func(by, edge, size, from float64) {
		if p := ps.try(by, edge, Gaps); p != nil {
			if p.Size = size; across {
				p.Mid.X = from + size/2
			} else {
				p.Mid.Y = from + size/2
			}
		}
	}
	for i, a := range row {
		alo, ahi, _, _ := at(a)
		for j, b := range row {
			blo, bhi, _, _ := at(b)
			if i == j || blo < ahi { // a before b
				continue
			}
			size := blo - ahi
			gap(bhi+size-lo, bhi+size, size, bhi) // after b, as far as b is after a
			gap(alo-size-hi, alo-size, size, alo-size)
			if w := hi - lo; size > w { // halfway between
				half := (size - w) / 2
				gap(ahi+half-lo, ahi+half, half, ahi)
			}
		}
	}
	by, guides, ok := ps.best()
	if !ok {
		by = math.Round(lo/f.Grid)*f.Grid - lo
	}
	return by, guides
}

// SnapSize tells by how much a box that is made larger or smaller at its left edge or its right one, and at its upper
// or lower one, is to grow so that the edge stands in line with something or the box is as large as another, or else is
// on the grid.
func SnapSize(r geom.Rect, left, top bool, f Field, reach float64) (dw, dh float64, guides []Guide) {
	dw, gx := sizeAxis(r.X, r.Right(), left, f, reach, true)
	dh, gy := sizeAxis(r.Y, r.Bottom(), top, f, reach, false)
	guides = append(gx, gy...)
	return dw, dh, guides[:min(len(guides), mostGuides)]
}

func sizeAxis(lo, hi float64, near bool, f Field, reach float64, across bool) (float64, []Guide) {
	edge, sign := hi, 1.0
	if near {
		edge, sign = lo, -1
	}
	ps := &pulls{reach: reach, across: across}
	for _, o := range f.Others {
		from, to := o.X, o.Right()
		if !across {
			from, to = o.Y, o.Bottom()
		}
		ps.try(sign*(from-edge), from, Edges)
		ps.try(sign*(to-edge), to, Edges)
		if p := ps.try(to-from-(hi-lo), edge+sign*(to-from-(hi-lo)), Sizes); p != nil {
			p.Size = to - from
		}
	}
	for _, l := range f.Lines {
		if l.Upright == across && (l.What == Margin || l.What == Ruled) {
			ps.try(sign*(l.At-edge), l.At, l.What)
		}
	}
	by, guides, ok := ps.best()
	if !ok {
		by = math.Round((hi-lo)/f.Grid)*f.Grid - (hi - lo)
	}
	return by, guides
}
