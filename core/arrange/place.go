// Package arrange computes where steps go when a person lines them up: align,
// distribute, same size, snapping with guides, the next free place, and room
// on the sheet.
package arrange

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Grid is the distance that what the application places keeps to, px.
const Grid = chart.PlainGrid

// lanePad is kept between a step and its lane's border.
const lanePad = 6.0

// Settle is the place of a step that is to stand at r on the page: in the lane
// that its middle lies over, wholly inside it.
func Settle(p *chart.Page, id string, r geom.Rect) chart.Place {
	pl := chart.Place{ID: id, X: geom.Round2(r.X), Y: geom.Round2(r.Y), W: r.W, H: r.H}
	l := p.LaneUnder(r.CY())
	if l == nil {
		return pl
	}
	pl.Lane = l.ID
	y := r.Y - p.LaneTop(l.ID)
	pl.Y = geom.Round2(math.Max(lanePad, math.Min(y, l.Size-r.H-lanePad)))
	pl.X = geom.Round2(math.Max(pl.X, p.Frame.X+chart.LaneHead+lanePad))
	return pl
}

// Room returns the parts that make lanes and sheet large enough for what
// stands on the page after a change: lanes as high as their steps, the frame
// as wide, the sheet around it all in its own proportion. It is empty when
// there is room.
func Room(p *chart.Page) []chart.Part {
	var parts []chart.Part
	right, bottom := 0.0, 0.0
	y := p.Frame.Y
	for _, l := range p.Lanes {
		need := l.Size
		for _, s := range p.Steps {
			if s.Lane == l.ID {
				need = math.Max(need, s.Y+s.H+lanePad)
			}
		}
		if need > l.Size {
			need = geom.Round2(need)
			parts = append(parts, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &need})
		}
		y += need
	}
	frame := p.Frame
	for _, s := range p.Steps {
		right = math.Max(right, s.X+s.W)
		if s.Lane == "" {
			bottom = math.Max(bottom, s.Y+s.H)
		}
	}
	if len(p.Lanes) > 0 {
		bottom = math.Max(bottom, y)
		frame.W = geom.Round2(math.Max(frame.W, right+20-frame.X))
		right = frame.X + frame.W
	}
	edge := p.Margin()
	foot := edge + 52 // the title block
	k := math.Max((right+edge-0.5)/p.W, (bottom+foot-0.5)/p.H)
	set := chart.Part{Do: "page.set", Page: p.ID}
	if k > 1 {
		w, h := math.Ceil(p.W*k), geom.Round2(math.Ceil(p.W*k)*p.H/p.W)
		set.W, set.H = &w, &h
		if len(p.Lanes) > 0 {
			frame.W = geom.Round2(math.Max(frame.W, w-2*frame.X))
		}
	}
	if frame != p.Frame {
		set.Frame = &frame
	}
	if set.W != nil || set.Frame != nil {
		parts = append(parts, set)
	}
	return parts
}

// Where a free place is looked for: half a step and half a gap farther each time, to the
// right before downward.
const (
	triesRight = 60
	triesDown  = 12
	dearDown   = 1.5 // a px down counts as that many to the right
)

// Free finds the place nearest to want where a box of its size, settled on the page,
// stands clear of the others by gap and off the lines: in steps to the right and downward.
func Free(p *chart.Page, want geom.Rect, others, lines []geom.Rect, gap float64) geom.Rect {
	best, least := want, math.Inf(1)
	pitchX, pitchY := want.W/2+gap/2, want.H/2+gap/2
	for i := range triesRight {
		for j := range triesDown {
			cost := float64(i)*pitchX + dearDown*float64(j)*pitchY
			if cost >= least {
				continue
			}
			r := want
			r.X += float64(i) * pitchX
			r.Y += float64(j) * pitchY
			pl := Settle(p, "", r)
			r.X, r.Y = pl.X, p.LaneTop(pl.Lane)+pl.Y
			if isClear([]geom.Rect{r}, 0, 0, others, lines, gap) {
				best, least = r, cost
			}
		}
	}
	return best
}
