package edit

import (
	"math"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// lane is the selected lane; nil where none is.
func (e *Editor) lane() *chart.Lane { return e.Page().Lane(e.Band()) }

func (e *Editor) stage() *chart.Stage { return e.Page().Stage(e.Band()) }

// The sizes of a new lane and a new stage, px.
const (
	newLane  = 132.0
	newDown  = 190.0 // of a lane that runs down
	newStage = 300.0
)

func laneSize(p *chart.Page) float64 {
	if p.Down {
		return newDown
	}
	return newLane
}

// insertBand puts a lane in before or after the selected one, or a stage where one is selected.
// Beside a group it stands outside of it.
func (e *Editor) insertBand(after int) {
	p := e.Page()
	if s := e.stage(); s != nil {
		at := slices.Index(p.Stages, s) + after
		n := &chart.Stage{ID: e.NewID("st"), Name: newStageName(len(p.Stages) + 1), Size: newStage}
		if e.Apply(didAddStage, arrange.StageAdded(p, n, at)...) {
			e.typeOnNew(n.ID)
		}
		return
	}
	at, in := len(p.Lanes), ""
	if l := e.lane(); l != nil {
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
	l := &chart.Lane{ID: e.NewID("l"), Name: newLaneName(len(p.Lanes) + 1), Size: laneSize(p), In: in}
	if e.Apply(didAddLane, chart.Part{Do: "lane.add", Page: p.ID, Lane: l, At: &at}) {
		e.typeOnNew(l.ID)
	}
}

func (e *Editor) typeOnNew(id string) {
	e.SelectBand(id)
	e.typeOnLane(id)
}

// lanesIn are the lanes of a group, those of groups in it among them.
func (e *Editor) lanesIn(g *chart.Group) []*chart.Lane {
	p := e.Page()
	var out []*chart.Lane
	for _, l := range p.Lanes {
		if slices.Contains(p.Within(l.In), g) {
			out = append(out, l)
		}
	}
	return out
}

// shiftBand moves the selected band by one place among those beside it.
func (e *Editor) shiftBand(by int) {
	p := e.Page()
	if s := e.stage(); s != nil {
		e.Apply(didMoveStage, arrange.StageMoved(p, s.ID, by)...)
		return
	}
	var mine []*chart.Lane
	b, ok := p.Band(e.Band())
	if l := e.lane(); l != nil {
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
		e.Apply(didMoveBand[b.Kind], arrange.LaneMoved(p, e.Band(), p.Lanes[at].ID)...)
	}
}

// dropBand deletes the selected band. A stage's room goes to its neighbour, a group's lanes stay; when
// steps stand in a lane, it asks what is to become of them.
func (e *Editor) dropBand(how string) {
	p := e.Page()
	if s := e.stage(); s != nil {
		e.Apply(didDeleteStage, arrange.StageDropped(p, s.ID)...)
		return
	}
	if g := p.Group(e.Band()); g != nil {
		e.Apply(didDropPool, chart.Part{Do: "group.drop", Page: p.ID, ID: g.ID})
		return
	}
	l := e.lane()
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
		e.Apply(didDeleteLane, lanesAway(p)...)
	case len(inside) == 0:
		e.Apply(didDeleteLane, away...)
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
		e.Apply(didLaneSteps, append(parts, away...)...)
	case how == "keep":
		e.Apply(didDeleteLane, laneAway(p, l)...)
	default:
		move := Answer{answerPage, "lane-delete", "keep"}
		if to := neighbour(p, l); to != nil {
			move.Words = answerMove(len(inside), to.Name)
		}
		e.Ask(&Question{
			Text:    askLane(len(inside), l.Name),
			Answers: []Answer{move, {answerDelete, "lane-delete", "steps"}, {answerLeave, "cancel", ""}},
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

// splitLane cuts the selected lane in two.
func (e *Editor) splitLane() {
	p := e.Page()
	second := &chart.Lane{ID: e.NewID("l"), Name: newLaneName(len(p.Lanes) + 1)}
	if e.Apply(didSplitLane, arrange.LaneSplit(p, e.lane(), second)...) {
		e.typeOnNew(second.ID)
	}
}

// mergeLane makes the selected lane and the one after it one.
func (e *Editor) mergeLane() {
	p, l := e.Page(), e.lane()
	next := p.Lanes[slices.Index(p.Lanes, l)+1]
	e.Apply(didMergeLanes, append(arrange.LaneMerged(p, next, l), emptied(p, next.In, next)...)...)
}

// sizeBand gives the selected lane or stage a size that was typed.
func (e *Editor) sizeBand(typed string) {
	p := e.Page()
	px, ok := e.LengthOf(typed, leastBand, chart.MostSide*chart.MM)
	b, has := p.Band(e.Band())
	if !ok || !has {
		return
	}
	if parts := arrange.Resized(p, e.Band(), px, false); len(parts) > 0 {
		e.Apply(didSizeBand[b.Kind], parts...)
	}
}

// sameLanes makes all lanes, or all stages where one is selected, as large as the one selected, or as
// the largest where its steps need more.
func (e *Editor) sameLanes() {
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
	if s := e.stage(); s != nil {
		size = s.Size
		for _, s := range p.Stages {
			ids = append(ids, s.ID)
		}
	} else {
		for _, l := range p.Lanes {
			ids, size = append(ids, l.ID), math.Max(size, arrange.Needs(p, l, 0))
		}
		if l := e.lane(); l != nil {
			size = math.Max(size, l.Size)
		} else {
			for _, l := range p.Lanes {
				size = math.Max(size, l.Size)
			}
		}
	}
	try(ids, size)
	if !e.Apply(didSameLanes, parts...) {
		e.Say(saySameAlready)
	}
}

// shrinkLanes makes the selected lane, or all, as small as their steps let them be.
func (e *Editor) shrinkLanes() {
	lanes := e.Page().Lanes
	if l := e.lane(); l != nil {
		lanes = []*chart.Lane{l}
	}
	if !e.Apply(didShrink, arrange.Shrunk(e.Page(), lanes)...) {
		e.Say(saySmallAlready)
	}
}

// turnLanes turns the lanes of the page, unless they run so already.
func (e *Editor) turnLanes(down bool) {
	p := e.Page()
	if p.Down == down {
		return
	}
	e.ApplyAnew(p.Connectors, didTurn, arrange.Turned(p)...)
}

// levelNames sets the names of lanes that run across level, or upright again.
func (e *Editor) levelNames() {
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
	e.Apply(didLevel, parts...)
}

// setLaneField changes the fields of the selected lane, as setField does those of a step.
func (e *Editor) setLaneField(arg string) {
	if l := e.lane(); l != nil {
		if fields, ok := fieldsWith(l.Fields, arg); ok {
			e.Apply(didLaneField, chart.Part{Do: "lane.set", Page: e.PageID(), ID: l.ID, Fields: &fields})
		}
	}
}

// inLane is the place of a step in a lane, which may be a new one, as far along the flow as it stands: in line with the
// step there that is nearest along the flow, in an empty lane in the middle.
func inLane(p *chart.Page, s *chart.Step, l *chart.Lane) chart.Place {
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

// tellLane puts the selected steps into a lane, at the nearest free places along the flow.
func (e *Editor) tellLane(id string) {
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
		places = append(places, inLane(p, s, l))
	}
	if len(places) > 0 {
		e.Apply(didTellLane, chart.Part{Do: "step.place", Page: e.PageID(), Places: arrange.Spread(p, places, !p.Down)})
	}
}

// BandFacts are about the selected band, and how the page has its lanes.
type BandFacts struct {
	ID     string        `json:"id"`
	Kind   string        `json:"kind"` // lane, group or stage; "" without one
	Size   string        `json:"size"` // as people write it
	In     string        `json:"in"`
	Into   []Named       `json:"into"` // the groups that it can stand in
	Fields []chart.Field `json:"fields"`
	Stages []string      `json:"stages"` // of the page
}

func (e *Editor) bandFacts() BandFacts {
	p := e.Page()
	f := BandFacts{Into: []Named{}, Fields: []chart.Field{}, Stages: []string{}}
	for _, s := range p.Stages {
		f.Stages = append(f.Stages, s.Name)
	}
	b, ok := p.Band(e.Band())
	if !ok {
		return f
	}
	f.ID, f.Kind = b.ID, b.Kind.String()
	if s := e.stage(); s != nil {
		f.Size = e.Length(s.Size)
		return f
	}
	if l := e.lane(); l != nil {
		f.Size, f.In = e.Length(l.Size), l.In
		f.Fields = append(f.Fields, l.Fields...)
	} else {
		f.In = p.Group(b.ID).In
	}
	for _, g := range p.Groups {
		if g.ID != b.ID && !slices.ContainsFunc(p.Within(g.In), func(o *chart.Group) bool { return o.ID == b.ID }) {
			f.Into = append(f.Into, Named{g.ID, g.Name})
		}
	}
	return f
}

// laneWords is a lane with what it stands in, from the inside out.
func laneWords(p *chart.Page, l *chart.Lane) string {
	words := l.Name
	for _, g := range p.Within(l.In) {
		words += ", " + g.Name
	}
	return words
}

// leastBand is how small a band can be dragged, px.
const leastBand = 48.0
