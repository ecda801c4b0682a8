package bands

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// PoolAround makes a pool around the selected lane or group, with all that it stands in.
func (e *Editor) PoolAround() {
	p := e.Page()
	g := &chart.LaneGroup{ID: e.NewID("g"), Name: say.NewPoolName(len(p.Groups) + 1), Pool: true}
	parts := []chart.Part{{Do: "group.add", Page: p.ID, Group: g}}
	if l := e.Lane(); l != nil && l.In == "" {
		parts = append(parts, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID, In: &g.ID})
	} else { // what it stands in goes along
		around := p.Within(e.Band())
		if l != nil {
			around = p.Within(l.In)
		}
		parts = append(parts, chart.Part{Do: "group.set", Page: p.ID, ID: around[len(around)-1].ID, In: &g.ID})
	}
	if e.Apply(say.DidAddPool, e.deeper(parts)...) {
		e.typeOnNew(g.ID)
	} else {
		e.Say(say.NotInto)
	}
}

// LaneInside makes the selected lane one that holds lanes: what stood in it stands in the first of
// them, and there is another one after that. In a group it adds a lane at its end.
func (e *Editor) LaneInside() {
	p := e.Page()
	if g := p.Group(e.Band()); g != nil {
		mine := e.lanesIn(g)
		e.addLane(slices.Index(p.Lanes, mine[len(mine)-1])+1, g.ID)
		return
	}
	l := e.Lane()
	g := &chart.LaneGroup{ID: e.NewID("g"), Name: l.Name, In: l.In, Look: l.Look}
	at := slices.Index(p.Lanes, l) + 1
	first, second := say.NewLaneName(1), &chart.Lane{ID: e.NewID("l"), Name: say.NewLaneName(2), Size: LaneSize(p), In: g.ID}
	parts := []chart.Part{
		{Do: "group.add", Page: p.ID, Group: g},
		{Do: "lane.set", Page: p.ID, ID: l.ID, In: &g.ID, Name: &first, LaneLook: &chart.LaneLook{}},
		{Do: "lane.add", Page: p.ID, Lane: second, At: &at},
	}
	if e.Apply(say.DidLaneInside, e.deeper(parts)...) {
		e.typeOnNew(l.ID)
	}
}

// LaneInto puts the selected lane or group into a group, "" for none; it becomes the last one there.
func (e *Editor) LaneInto(id string) {
	p := e.Page()
	b, ok := p.Band(e.Band())
	if !ok || b.Kind == chart.StageBand {
		return
	}
	parts := []chart.Part{{Do: b.Kind.String() + ".set", Page: p.ID, ID: b.ID, In: &id}}
	from, moved := "", []*chart.Lane{e.Lane()}
	if l := e.Lane(); l != nil {
		from = l.In
	} else {
		g := p.Group(e.Band())
		from, moved = g.In, e.lanesIn(g)
	}
	for _, d := range emptied(p, from, moved...) {
		if !slices.ContainsFunc(p.Within(id), func(g *chart.LaneGroup) bool { return g.ID == d.ID }) {
			parts = append(parts, d)
		}
	}
	if !e.Apply(say.DidIntoPool, e.deeper(parts)...) {
		e.Say(say.NotInto)
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
