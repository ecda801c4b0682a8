package arrange

import (
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// opening is a line across a page beyond which all that stands moves on, or back.
type opening struct {
	page    *chart.Page
	upright bool // the line; what stands right of it moves, else what stands below it
	at      float64
	lane    *chart.Lane // whose steps move, where the line runs along the lanes; nil where those of all do
}

// Opened are the parts that make room at a line across the page, upright at x = at or level at y = at: all whose
// middle lies beyond it moves on by so many px, with the loose ends of connectors and stretches pinned there; a lane
// or a stage that the line runs through grows as much, a ground that it runs through too. Below 0 it closes the gap
// there, as far as the steps on both sides and what is locked leave one; by is what it came to. What is locked stays.
func Opened(p *chart.Page, upright bool, at, wanted float64) (parts []chart.Part, by float64) {
	o := opening{page: p, upright: upright, at: at}
	if !o.along() {
		o.lane = p.LaneUnder(geom.Pt(at, at))
	}
	if by = o.limited(geom.Round2(wanted)); by == 0 {
		return nil, 0
	}
	var places []chart.Place
	for _, s := range p.Steps {
		switch at, end := o.reach(s); {
		case s.Locked || !o.concerns(s):
		case s.Behind() && at < o.at && end > o.at:
			if pl := o.changed(s, by, true); pl.W >= least && pl.H >= least {
				places = append(places, pl)
			}
		case o.beyond(s):
			places = append(places, o.changed(s, by, false))
		}
	}
	if parts = place(p, places); o.lane != nil {
		size := geom.Round2(o.lane.Size + by)
		parts = append(parts, chart.Part{Do: "lane.set", Page: p.ID, ID: o.lane.ID, Size: &size})
	}
	if st := o.stage(); st != nil {
		size := geom.Round2(st.Size + by)
		parts = append(parts, chart.Part{Do: "stage.set", Page: p.ID, ID: st.ID, Size: &size})
	}
	return append(parts, o.lines(by)...), by
}

// reach is from where to where a step stands across the line.
func (o opening) reach(s *chart.Step) (from, to float64) {
	if r := o.page.StepRect(s); o.upright {
		return r.X, r.Right()
	} else {
		return r.Y, r.Bottom()
	}
}

func (o opening) concerns(s *chart.Step) bool { return o.lane == nil || s.Lane == o.lane.ID }

// beyond reports whether a step moves.
func (o opening) beyond(s *chart.Step) bool {
	from, to := o.reach(s)
	return o.concerns(s) && !s.Locked && (from+to)/2 > o.at
}

// changed is the place of a step with its place across the line, or with grow its size, larger by so much.
func (o opening) changed(s *chart.Step, by float64, grow bool) chart.Place {
	pl := chart.PlaceOf(s)
	at, size := &pl.Y, &pl.H
	if o.upright {
		at, size = &pl.X, &pl.W
	}
	v := at
	if grow {
		v = size
	}
	*v = geom.Round2(*v + by)
	return pl
}

// along reports whether what is beyond the line moves along the lanes.
func (o opening) along() bool { return o.upright != o.page.Down }

// stage is the stage that the line runs through and that another one follows.
func (o opening) stage() *chart.Stage {
	p := o.page
	if !o.along() || len(p.Stages) == 0 {
		return nil
	}
	if st := p.StageAt(geom.Pt(o.at, o.at)); st != p.Stages[len(p.Stages)-1] {
		return st
	}
	return nil
}

// limited is how far what is beyond the line can move: on up to what is locked, back up to what stays.
func (o opening) limited(by float64) float64 {
	p := o.page
	shares := func(a, b geom.Rect) bool {
		if o.upright {
			return a.Y < b.Bottom() && b.Y < a.Bottom()
		}
		return a.X < b.Right() && b.X < a.Right()
	}
	most, back := math.Inf(1), math.Inf(-1)
	ss := standing(p)
	for _, m := range ss {
		if !o.beyond(m) {
			continue
		}
		from, to := o.reach(m)
		back = math.Max(back, math.Min(0, o.begins()-from))
		if o.along() && o.stage() == nil && len(p.Stages) > 0 { // the last one does not begin elsewhere
			back = math.Max(back, stageStart(p, p.Stages[len(p.Stages)-1])-(from+to)/2)
		}
		for _, s := range ss {
			switch at, end := o.reach(s); {
			case o.beyond(s) || !shares(p.StepRect(m), p.StepRect(s)):
			case at > from:
				most = math.Min(most, math.Max(0, at-least-to))
			default:
				back = math.Max(back, math.Min(0, end+landGap-from))
			}
		}
	}
	if o.stage() != nil { // later ones begin elsewhere, and what is locked in them stays
		for _, s := range ss {
			from, to := o.reach(s)
			if st := p.StageOf(s); s.Locked && stageStart(p, st) > o.at {
				most = math.Min(most, (from+to)/2-stageStart(p, st))
				if st != p.Stages[len(p.Stages)-1] {
					back = math.Max(back, (from+to)/2+0.01-stageStart(p, st)-st.Size)
				}
			}
		}
	}
	if by > 0 {
		return geom.Round2(math.Min(by, most))
	}
	if math.IsInf(back, -1) { // nothing moves
		return 0
	}
	if o.lane != nil {
		back = math.Max(back, leastLane-o.lane.Size)
	}
	if st := o.stage(); st != nil {
		back = math.Max(back, math.Min(0, o.stageNeeds(st)-st.Size))
	}
	return geom.Round2(math.Max(by, back))
}

// begins is the least place a step can stand at.
func (o opening) begins() float64 {
	p := o.page
	switch {
	case len(p.Lanes) == 0:
		return 0
	case o.lane != nil:
		return p.LaneStart(o.lane.ID) + lanePad
	case p.Down:
		return p.HeadRect(p.Lanes[0]).Bottom() + lanePad
	}
	return p.HeadRect(p.Lanes[0]).Right() + lanePad
}

// stageNeeds is how large a stage must be for what stays in it, and for what is in it and moves.
func (o opening) stageNeeds(st *chart.Stage) float64 {
	need := 2 * lanePad
	start := stageStart(o.page, st)
	for _, s := range standing(o.page) {
		if _, end := o.reach(s); o.page.StageOf(s) == st && !o.beyond(s) {
			need = math.Max(need, end+lanePad-start)
		}
	}
	return need
}

// lines are the parts for loose ends and pinned stretches beyond the line; those that are pinned to a step go with it.
func (o opening) lines(by float64) []chart.Part {
	var parts []chart.Part
	move := func(e chart.End) *chart.End {
		at := &e.X
		if !o.upright {
			at = &e.Y
		}
		if !e.Loose() || *at <= o.at || o.lane != nil && o.page.LaneUnder(geom.Pt(e.X, e.Y)) != o.lane {
			return nil
		}
		*at = geom.Round2(*at + by)
		return &e
	}
	for _, c := range o.page.Connectors {
		part := chart.Part{Do: "line.set", Page: o.page.ID, ID: c.ID, From: move(c.From), To: move(c.To)}
		pins := slices.Clone(c.Pins)
		for i, pin := range pins {
			if pin.Of == "" && pin.Upright == o.upright && pin.At > o.at && o.lane == nil {
				pins[i].At = geom.Round2(pin.At + by)
				part.Pins = &pins
			}
		}
		if part.From != nil || part.To != nil || part.Pins != nil {
			parts = append(parts, part)
		}
	}
	return parts
}
