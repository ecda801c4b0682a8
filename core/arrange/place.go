// Package arrange computes where steps go when a person lines them up: align,
// distribute, same size, snapping with guides, the next free place, and room
// on the sheet.
package arrange

import (
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Grid is the distance that what the application places keeps to, px.
const Grid = chart.PlainGrid

// lanePad is kept between a step and its lane's border.
const lanePad = 6.0

// Settle is the place of a step that is to stand at r on the page: in the lane
// that its middle lies over, wholly inside it, but for a ground.
func Settle(p *chart.Page, id string, r geom.Rect) chart.Place {
	pl := chart.Place{ID: id, X: geom.Round2(r.X), Y: geom.Round2(r.Y), W: r.W, H: r.H}
	l := p.LaneUnder(r.Centre())
	if l == nil {
		return pl
	}
	if s := p.Step(id); s != nil && s.Behind() {
		return Ground(p, id, r)
	}
	in := func(v, size float64) float64 { return math.Max(lanePad, math.Min(v, l.Size-size-lanePad)) }
	at, head := p.LaneRect(l), p.HeadRect(l)
	if p.Down {
		r.X, r.Y = at.X+in(r.X-at.X, r.W), math.Max(r.Y, head.Bottom()+lanePad)
	} else {
		r.X, r.Y = math.Max(r.X, head.Right()+lanePad), at.Y+in(r.Y-at.Y, r.H)
	}
	return p.PlaceAt(id, l.ID, r)
}

// Ground is the place of a ground at r: it goes with the lane under its middle, and reaches beyond that as it
// likes.
func Ground(p *chart.Page, id string, r geom.Rect) chart.Place {
	lane := ""
	if l := p.LaneUnder(r.Centre()); l != nil {
		lane = l.ID
	}
	return p.PlaceAt(id, lane, r)
}

// standing are the steps of a page but for grounds.
func standing(p *chart.Page) []*chart.Step {
	if !slices.ContainsFunc(p.Steps, (*chart.Step).Behind) {
		return p.Steps
	}
	return slices.DeleteFunc(slices.Clone(p.Steps), (*chart.Step).Behind)
}

// Room returns the parts that make lanes and sheet large enough for what
// stands on the page after a change: lanes as high as their steps, the frame
// as wide, the sheet around it all in its own proportion. It is empty when
// there is room.
func Room(p *chart.Page) []chart.Part {
	var parts []chart.Part
	lanes := *p // as they will be
	lanes.Lanes = make([]*chart.Lane, len(p.Lanes))
	for i, l := range p.Lanes {
		lane, need := *l, l.Size
		lanes.Lanes[i] = &lane
		for _, s := range standing(p) {
			switch {
			case s.Lane != l.ID:
			case p.Down:
				need = math.Max(need, s.X+s.W+lanePad)
			default:
				need = math.Max(need, s.Y+s.H+lanePad)
			}
		}
		if need > l.Size {
			need = geom.Round2(need)
			lane.Size = need
			parts = append(parts, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID, Size: &need})
		}
	}
	right, bottom := 0.0, 0.0
	for _, s := range lanes.Steps {
		r := lanes.StepRect(s)
		right, bottom = math.Max(right, r.Right()), math.Max(bottom, r.Bottom())
	}
	frame := p.Frame
	if len(p.Lanes) > 0 {
		need := p.Heads()
		for _, s := range p.Stages {
			need += s.Size
		}
		if p.Down {
			frame.W = geom.Round2(max(frame.W, need, bottom+20-frame.Y))
			right, bottom = math.Max(right, lanes.LanesEnd()), frame.Y+frame.W
		} else {
			frame.W = geom.Round2(max(frame.W, need, right+20-frame.X))
			right, bottom = frame.X+frame.W, math.Max(bottom, lanes.LanesEnd())
		}
	}
	edge := p.Margin()
	foot := edge + 52 // the title block
	k := math.Max((right+edge-0.5)/p.W, (bottom+foot-0.5)/p.H)
	set := chart.Part{Do: "page.set", Page: p.ID}
	if k > 1 {
		w, h := math.Ceil(p.W*k), geom.Round2(math.Ceil(p.W*k)*p.H/p.W)
		set.W, set.H = &w, &h
		switch {
		case len(p.Lanes) == 0:
		case p.Down:
			frame.W = geom.Round2(math.Max(frame.W, h-foot-frame.Y))
		default:
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
			r = p.RectOf(Settle(p, "", r))
			if isClear([]geom.Rect{r}, 0, 0, others, lines, gap) {
				best, least = r, cost
			}
		}
	}
	return best
}
