package bands

import (
	"math"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/geom"
)

// Insert puts a lane in before or after the selected one, or a stage where one is selected.
// Beside a group it stands outside of it.
func (e *Editor) Insert(after int) {
	p := e.Page()
	if s := e.Stage(); s != nil {
		at := slices.Index(p.Stages, s) + after
		n := &chart.Stage{ID: e.NewID("st"), Name: say.NewStageName(len(p.Stages) + 1), Size: newStage}
		if e.Apply(say.DidAddStage, arrange.StageAdded(p, n, at)...) {
			e.typeOnNew(n.ID)
		}
		return
	}
	at, in := len(p.Lanes), ""
	if l := e.Lane(); l != nil {
		at, in = slices.Index(p.Lanes, l)+after, l.In
	} else if g := p.Group(e.Band()); g != nil {
		in = g.In
		mine := e.lanesIn(g)
		if at = slices.Index(p.Lanes, mine[0]); after > 0 {
			at += len(mine)
		}
	}
	e.addLane(at, in)
}

// addLane puts a lane in at an index, in a group or "".
func (e *Editor) addLane(at int, in string) {
	p := e.Page()
	l := &chart.Lane{ID: e.NewID("l"), Name: say.NewLaneName(len(p.Lanes) + 1), Size: LaneSize(p), In: in}
	if e.Apply(say.DidAddLane, chart.Part{Do: "lane.add", Page: p.ID, Lane: l, At: &at}) {
		e.typeOnNew(l.ID)
	}
}

func (e *Editor) typeOnNew(id string) {
	e.SelectBand(id)
	e.text.OnLane(id)
}

// lanesIn are the lanes of a group, those of groups in it among them.
func (e *Editor) lanesIn(g *chart.LaneGroup) []*chart.Lane {
	p := e.Page()
	var out []*chart.Lane
	for _, l := range p.Lanes {
		if slices.Contains(p.Within(l.In), g) {
			out = append(out, l)
		}
	}
	return out
}

// Shift moves the selected band by one place among those beside it.
func (e *Editor) Shift(by int) {
	p := e.Page()
	if s := e.Stage(); s != nil {
		e.Apply(say.DidMoveStage, arrange.StageMoved(p, s.ID, by)...)
		return
	}
	var mine []*chart.Lane
	b, ok := p.Band(e.Band())
	if l := e.Lane(); l != nil {
		mine = []*chart.Lane{l}
	} else if g := p.Group(e.Band()); g != nil {
		mine = e.lanesIn(g)
	}
	if !ok || len(mine) == 0 {
		return
	}
	at := slices.Index(p.Lanes, mine[0]) - 1
	if by > 0 {
		at = slices.Index(p.Lanes, mine[len(mine)-1]) + 1
	}
	if at >= 0 && at < len(p.Lanes) {
		e.Apply(say.DidMoveBand[b.Kind], arrange.LaneMoved(p, e.Band(), p.Lanes[at].ID)...)
	}
}

// Delete deletes the selected band. A stage's room goes to its neighbour, a group's lanes stay; when
// steps stand in a lane, it asks what is to become of them.
func (e *Editor) Delete(how string) {
	p := e.Page()
	if s := e.Stage(); s != nil {
		e.Apply(say.DidDeleteStage, arrange.StageDropped(p, s.ID)...)
		return
	}
	if g := p.Group(e.Band()); g != nil {
		e.Apply(say.DidDropPool, chart.Part{Do: "group.drop", Page: p.ID, ID: g.ID})
		return
	}
	l := e.Lane()
	if l == nil {
		return
	}
	var inside []*chart.Step
	for _, s := range p.Steps {
		if s.Lane == l.ID {
			inside = append(inside, s)
		}
	}
	away := append([]chart.Part{{Do: "lane.drop", Page: p.ID, ID: l.ID}}, emptied(p, l.In, l)...)
	switch {
	case len(p.Lanes) == 1 && len(inside) == 0:
		e.Apply(say.DidDeleteLane, lanesAway(p)...)
	case len(inside) == 0:
		e.Apply(say.DidDeleteLane, away...)
	case how == "steps":
		e.Select()
		for _, s := range inside {
			e.Also(s.ID)
		}
		var parts []chart.Part
		for _, c := range p.Connectors {
			if e.Selected(c.From.Step) || e.Selected(c.To.Step) {
				parts = append(parts, chart.Part{Do: "line.drop", Page: p.ID, ID: c.ID})
			}
		}
		for _, s := range inside {
			parts = append(parts, chart.Part{Do: "step.drop", Page: p.ID, ID: s.ID})
		}
		e.Apply(say.DidLaneSteps, append(parts, away...)...)
	case how == "keep":
		e.Apply(say.DidDeleteLane, laneAway(p, l)...)
	default:
		move := session.Answer{Words: say.AnswerPage, Do: "lane-delete", Arg: "keep"}
		if to := neighbour(p, l); to != nil {
			move.Words = say.AnswerMove(len(inside), to.Name)
		}
		e.Ask(&session.Question{
			Text:    say.AskLane(len(inside), l.Name),
			Answers: []session.Answer{move, {Words: say.AnswerDelete, Do: "lane-delete", Arg: "steps"}, {Words: say.AnswerLeave, Do: "cancel", Arg: ""}},
		})
	}
}

// neighbour is the lane that takes what stands in another one: the one before it, of its own group
// where it can be.
func neighbour(p *chart.Page, l *chart.Lane) *chart.Lane {
	at := slices.Index(p.Lanes, l)
	var found *chart.Lane
	for _, i := range [2]int{at - 1, at + 1} {
		if i >= 0 && i < len(p.Lanes) && (found == nil || p.Lanes[i].In == l.In && found.In != l.In) {
			found = p.Lanes[i]
		}
	}
	return found
}

// laneAway are the parts that take a lane away and give its room and its steps to its neighbour.
func laneAway(p *chart.Page, l *chart.Lane) []chart.Part {
	to := neighbour(p, l)
	if to == nil {
		return lanesAway(p)
	}
	return append(arrange.LaneMerged(p, l, to), emptied(p, l.In, l)...)
}

// emptied are the parts that take away the groups, of those around one that stands in, that hold
// nothing but lanes which go away.
func emptied(p *chart.Page, in string, gone ...*chart.Lane) []chart.Part {
	var parts []chart.Part
	for _, g := range p.Within(in) {
		if !slices.ContainsFunc(p.Lanes, func(o *chart.Lane) bool { return !slices.Contains(gone, o) && slices.Contains(p.Within(o.In), g) }) {
			parts = append(parts, chart.Part{Do: "group.drop", Page: p.ID, ID: g.ID})
		}
	}
	return parts
}

// Split cuts the selected lane in two.
func (e *Editor) Split() {
	p := e.Page()
	second := &chart.Lane{ID: e.NewID("l"), Name: say.NewLaneName(len(p.Lanes) + 1)}
	if e.Apply(say.DidSplitLane, arrange.LaneSplit(p, e.Lane(), second)...) {
		e.typeOnNew(second.ID)
	}
}

// Merge makes the selected lane and the one after it one.
func (e *Editor) Merge() {
	p, l := e.Page(), e.Lane()
	next := p.Lanes[slices.Index(p.Lanes, l)+1]
	e.Apply(say.DidMergeLanes, append(arrange.LaneMerged(p, next, l), emptied(p, next.In, next)...)...)
}

// Resize gives the selected lane or stage a size that was typed.
func (e *Editor) Resize(typed string) {
	p := e.Page()
	px, ok := e.LengthOf(typed, LeastBand, chart.MostSide*chart.MM)
	b, has := p.Band(e.Band())
	if !ok || !has {
		return
	}
	if parts := arrange.Resized(p, e.Band(), px, false); len(parts) > 0 {
		e.Apply(say.DidSizeBand[b.Kind], parts...)
	}
}

// SameSize makes all lanes, or all stages where one is selected, as large as the one selected, or as
// the largest where its steps need more.
func (e *Editor) SameSize() {
	p := e.Page()
	scratch := &chart.Chart{Pages: []*chart.Page{p.Clone()}}
	var parts []chart.Part
	try := func(ids []string, size float64) {
		for _, id := range ids {
			q := scratch.Pages[0]
			if ps := arrange.Resized(q, id, size, false); len(ps) > 0 {
				if _, err := chart.Apply(scratch, chart.Command{Parts: ps}); err == nil {
					parts = append(parts, ps...)
				}
			}
		}
	}
	var ids []string
	size := 0.0
	if s := e.Stage(); s != nil {
		size = s.Size
		for _, s := range p.Stages {
			ids = append(ids, s.ID)
		}
	} else {
		for _, l := range p.Lanes {
			ids, size = append(ids, l.ID), math.Max(size, arrange.Needs(p, l, 0))
		}
		if l := e.Lane(); l != nil {
			size = math.Max(size, l.Size)
		} else {
			for _, l := range p.Lanes {
				size = math.Max(size, l.Size)
			}
		}
	}
	try(ids, size)
	if !e.Apply(say.DidSameLanes, parts...) {
		e.Say(say.SameAlready)
	}
}

// Shrink makes the selected lane, or all, as small as their steps let them be.
func (e *Editor) Shrink() {
	lanes := e.Page().Lanes
	if l := e.Lane(); l != nil {
		lanes = []*chart.Lane{l}
	}
	if !e.Apply(say.DidShrink, arrange.Shrunk(e.Page(), lanes)...) {
		e.Say(say.SmallAlready)
	}
}

// Turn turns the lanes of the page, unless they run so already.
func (e *Editor) Turn(down bool) {
	p := e.Page()
	if p.Down == down {
		return
	}
	e.ApplyAnew(p.Connectors, say.DidTurn, arrange.Turned(p)...)
}

// LevelNames sets the names of lanes that run across level, or upright again.
func (e *Editor) LevelNames() {
	p := e.Page()
	level := !p.Level
	next := *p
	next.Level = level
	var places []chart.Place
	if by := next.Heads() - p.Heads(); by != 0 {
		for _, s := range p.Steps {
			pl := chart.PlaceOf(s)
			pl.X += by
			places = append(places, pl)
		}
	}
	parts := []chart.Part{{Do: "page.set", Page: p.ID, Level: &level}}
	if len(places) > 0 {
		parts = append(parts, chart.Part{Do: "step.place", Page: p.ID, Places: places})
	}
	e.Apply(say.DidLevel, parts...)
}

// SetLaneField changes the fields of the selected lane, as setField does those of a step.
func (e *Editor) SetLaneField(arg string) {
	if l := e.Lane(); l != nil {
		if fields, ok := steps.FieldsWith(l.Fields, arg); ok {
			e.Apply(say.DidLaneField, chart.Part{Do: "lane.set", Page: e.PageID(), ID: l.ID, Fields: &fields})
		}
	}
}

// InLane is the place of a step in a lane, which may be a new one, as far along the flow as it stands: in line with the
// step there that is nearest along the flow, in an empty lane in the middle.
func InLane(p *chart.Page, s *chart.Step, l *chart.Lane) chart.Place {
	pl := p.PlaceAt(s.ID, "", p.StepRect(s))
	pl.Lane = l.ID
	middle, near := l.Size/2, math.Inf(1)
	for _, t := range p.Steps {
		if t.Lane != l.ID || t == s || t.Behind() || t.Symbol.Beside() {
			continue
		}
		along, across := t.X+t.W/2-pl.X-s.W/2, t.Y+t.H/2
		if p.Down {
			along, across = t.Y+t.H/2-pl.Y-s.H/2, t.X+t.W/2
		}
		if d := math.Abs(along); d < near {
			middle, near = across, d
		}
	}
	if p.Down {
		pl.X = geom.Round2(math.Max(lanePad, middle-s.W/2))
	} else {
		pl.Y = geom.Round2(math.Max(lanePad, middle-s.H/2))
	}
	return pl
}

// PutStepsInto puts the selected steps into a lane, at the nearest free places along the flow.
func (e *Editor) PutStepsInto(id string) {
	p := e.Page()
	l := p.Lane(id)
	if l == nil {
		return
	}
	var places []chart.Place
	for _, s := range e.Steps() {
		if s.Lane == id {
			continue
		}
		places = append(places, InLane(p, s, l))
	}
	if len(places) > 0 {
		e.Apply(say.DidTellLane, chart.Part{Do: "step.place", Page: e.PageID(), Places: arrange.Spread(p, places, !p.Down)})
	}
}

// laneWords is a lane with what it stands in, from the inside out.
func laneWords(p *chart.Page, l *chart.Lane) string {
	words := l.Name
	for _, g := range p.Within(l.In) {
		words += ", " + g.Name
	}
	return words
}

// lanesAway are the parts that take all lanes away and leave the steps in place.
func lanesAway(p *chart.Page) []chart.Part {
	place := chart.Part{Do: "step.place", Page: p.ID}
	for _, s := range p.Steps {
		pl := p.PlaceAt(s.ID, "", p.StepRect(s))
		place.Places = append(place.Places, pl)
	}
	var parts []chart.Part
	if len(place.Places) > 0 {
		parts = append(parts, place)
	}
	for _, l := range p.Lanes {
		parts = append(parts, chart.Part{Do: "lane.drop", Page: p.ID, ID: l.ID})
	}
	for _, g := range p.Groups {
		parts = append(parts, chart.Part{Do: "group.drop", Page: p.ID, ID: g.ID})
	}
	for _, s := range p.Stages {
		parts = append(parts, chart.Part{Do: "stage.drop", Page: p.ID, ID: s.ID})
	}
	if p.Down {
		down := false
		parts = append(parts, chart.Part{Do: "page.set", Page: p.ID, Down: &down, Turned: &chart.Turned{}})
	}
	return parts
}
