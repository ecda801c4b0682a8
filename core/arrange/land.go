package arrange

import (
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// landGap is kept between a step that is put down beside another and that one, px.
const landGap = Gap / 2

// Landing tells how far boxes that are put down are moved together, so that none of them stands on one of the
// others: to the nearest place beside these, along the lane in lanes, else in any of the four directions. Those that
// stand clear are not moved.
func Landing(p *chart.Page, boxes []Box, others []geom.Rect) (dx, dy float64) {
	lanes := make([]string, len(boxes))
	for i, b := range boxes {
		lanes[i] = Settle(p, b.ID, b.Rect).Lane
	}
	stands := func(dx, dy, gap float64) bool {
		rs := make([]geom.Rect, 0, len(boxes))
		for i, b := range boxes {
			pl := Settle(p, b.ID, b.Rect.Move(geom.Pt(dx, dy)))
			r := p.RectOf(pl)
			if pl.Lane != lanes[i] || r.X < min(0, b.Rect.X) || r.Y < min(0, b.Rect.Y) || slices.ContainsFunc(others, r.Grow(gap).Overlaps) {
				return false
			}
			if slices.ContainsFunc(rs, r.Grow(-onTop).Overlaps) { // a lane's head holds one of them back
				return false
			}
			rs = append(rs, r)
		}
		return true
	}
	if stands(0, 0, -onTop) {
		return 0, 0
	}
	best := math.Inf(1)
	try := func(x, y float64) {
		if d := math.Abs(x) + math.Abs(y); d < best && stands(x, y, landGap-0.01) {
			best, dx, dy = d, x, y
		}
	}
	for _, b := range boxes {
		for _, o := range others {
			if len(p.Lanes) == 0 || !p.Down {
				try(o.Right()+landGap-b.Rect.X, 0)
				try(o.X-landGap-b.Rect.Right(), 0)
			}
			if len(p.Lanes) == 0 || p.Down {
				try(0, o.Bottom()+landGap-b.Rect.Y)
				try(0, o.Y-landGap-b.Rect.Bottom())
			}
		}
	}
	return dx, dy
}

// onTop is by how much two steps may lie over each other's edge and still stand beside each other, px.
const onTop = 1.0
