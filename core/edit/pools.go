package edit

import (
	"slices"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
)

// poolAround makes a pool around the selected lane or group, with all that it stands in.
func (e *Editor) poolAround() {
	p := e.Page()
	g := &chart.Group{ID: e.NewID("g"), Name: newPoolName(len(p.Groups) + 1), Pool: true}
	parts := []chart.Part{{Do: "group.add", Page: p.ID, Group: g}}
	if l := e.lane(); l != nil && l.In == "" {
		parts = append(parts, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID, In: &g.ID})
	} else { // what it stands in goes along
		around := p.Within(e.Band())
		if l != nil {
			around = p.Within(l.In)
		}
		parts = append(parts, chart.Part{Do: "group.set", Page: p.ID, ID: around[len(around)-1].ID, In: &g.ID})
	}
	if e.Apply(didAddPool, e.deeper(parts)...) {
		e.typeOnNew(g.ID)
	} else {
		e.Say(sayNotInto)
	}
}

// laneInside makes the selected lane one that holds lanes: what stood in it stands in the first of
// them, and there is another one after that. In a group it adds a lane at its end.
func (e *Editor) laneInside() {
	p := e.Page()
	if g := p.Group(e.Band()); g != nil {
		mine := e.lanesIn(g)
		e.addLane(slices.Index(p.Lanes, mine[len(mine)-1])+1, g.ID)
		return
	}
	l := e.lane()
	g := &chart.Group{ID: e.NewID("g"), Name: l.Name, In: l.In, Look: l.Look}
	at := slices.Index(p.Lanes, l) + 1
	first, second := newLaneName(1), &chart.Lane{ID: e.NewID("l"), Name: newLaneName(2), Size: laneSize(p), In: g.ID}
	parts := []chart.Part{
		{Do: "group.add", Page: p.ID, Group: g},
		{Do: "lane.set", Page: p.ID, ID: l.ID, In: &g.ID, Name: &first, LaneLook: &chart.LaneLook{}},
		{Do: "lane.add", Page: p.ID, Lane: second, At: &at},
	}
	if e.Apply(didLaneInside, e.deeper(parts)...) {
		e.typeOnNew(l.ID)
	}
}

// laneInto puts the selected lane or group into a group, "" for none; it becomes the last one there.
func (e *Editor) laneInto(id string) {
	p := e.Page()
	b, ok := p.Band(e.Band())
	if !ok || b.Kind == chart.StageBand {
		return
	}
	parts := []chart.Part{{Do: b.Kind.String() + ".set", Page: p.ID, ID: b.ID, In: &id}}
	from, moved := "", []*chart.Lane{e.lane()}
	if l := e.lane(); l != nil {
		from = l.In
	} else {
		g := p.Group(e.Band())
		from, moved = g.In, e.lanesIn(g)
	}
	for _, d := range emptied(p, from, moved...) {
		if !slices.ContainsFunc(p.Within(id), func(g *chart.Group) bool { return g.ID == d.ID }) {
			parts = append(parts, d)
		}
	}
	if !e.Apply(didIntoPool, e.deeper(parts)...) {
		e.Say(sayNotInto)
	}
}

// deeper adds to what makes groups what moves the steps along, where the heads need more room or
// less.
func (e *Editor) deeper(parts []chart.Part) []chart.Part {
	p := e.Page()
	c := e.Try(chart.Command{Parts: parts})
	if c == nil {
		return parts
	}
	by := c.Pages[0].Heads() - p.Heads()
	if by == 0 {
		return parts
	}
	place := chart.Part{Do: "step.place", Page: p.ID}
	for _, s := range p.Steps {
		pl := chart.PlaceOf(s)
		if p.Down {
			pl.Y += by
		} else {
			pl.X += by
		}
		place.Places = append(place.Places, pl)
	}
	if len(place.Places) > 0 {
		parts = append(parts, place)
	}
	return parts
}

// nameStages gives the page the stages named, one a line, as nameLanes does lanes. New ones stand
// behind those that are there.
func (e *Editor) nameStages(list string) {
	var names []string
	for _, n := range strings.Split(list, "\n") {
		if n = strings.TrimSpace(n); n != "" && len(names) < mostLanes {
			names = append(names, n)
		}
	}
	e.UndoInDrawer(didStages)
	scratch := &chart.Chart{Pages: []*chart.Page{e.Page().Clone()}}
	p := scratch.Pages[0]
	var parts []chart.Part
	try := func(ps ...chart.Part) {
		if _, err := chart.Apply(scratch, chart.Command{Words: didStages, Parts: ps}); err == nil {
			parts = append(parts, ps...)
		}
	}
	fresh := len(p.Stages) == 0
	for len(p.Stages) > len(names) {
		try(arrange.StageDropped(p, p.Stages[len(p.Stages)-1].ID)...)
	}
	sizes := arrange.StagesShared(p, len(names))
	for i, n := range names {
		switch {
		case i >= len(p.Stages) && fresh:
			try(chart.Part{Do: "stage.add", Page: p.ID, Stage: &chart.Stage{ID: e.NewID("st"), Name: n, Size: sizes[i]}})
		case i >= len(p.Stages):
			try(arrange.StageAdded(p, &chart.Stage{ID: e.NewID("st"), Name: n, Size: newStage}, i)...)
		case p.Stages[i].Name != n:
			try(chart.Part{Do: "stage.set", Page: p.ID, ID: p.Stages[i].ID, Name: &n})
		}
	}
	e.Apply(didStages, parts...)
}
