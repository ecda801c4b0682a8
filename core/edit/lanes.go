package edit

import (
	"math"
	"slices"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// newLane is the height of a new lane, px.
const newLane = 132.0

// addLane puts a lane in at index i.
func (e *Editor) addLane(i int) {
	p := e.Page()
	l := &chart.Lane{ID: e.newID("l"), Name: newLaneName(len(p.Lanes) + 1), Size: newLane}
	if e.do(didAddLane, chart.Part{Do: "lane.add", Page: p.ID, Lane: l, At: &i}) {
		e.selectOnly()
		e.lane = l.ID
		e.typeOnLane(l.ID)
	}
}

// nameLanes gives the page the lanes named, one a line: those that are there are renamed,
// added at the end or merged from the end; without a name they all go, and steps stay
// where they stand. Typed on, a list takes the place of the one before.
func (e *Editor) nameLanes(list string) {
	var names []string
	for _, n := range strings.Split(list, "\n") {
		if n = strings.TrimSpace(n); n != "" && len(names) < mostLanes {
			names = append(names, n)
		}
	}
	if n := len(e.undo); n > e.since && e.undo[n-1].Words == didLanes {
		e.Undo()
	}
	p := e.Page()
	var parts []chart.Part
	switch {
	case len(p.Lanes) == 0 && len(names) == 0:
		return
	case len(p.Lanes) == 0:
		parts = e.newLanes(names)
	case len(names) == 0:
		parts = lanesAway(p)
	default:
		parts = e.lanesNamed(names)
	}
	e.do(didLanes, parts...)
}

// mostLanes of a page that are made from names.
const mostLanes = 40

// lanesNamed are the parts that make the page's lanes those named.
func (e *Editor) lanesNamed(names []string) []chart.Part {
	scratch := &chart.Chart{Pages: []*chart.Page{e.Page().Clone()}}
	p := scratch.Pages[0]
	var parts []chart.Part
	try := func(ps ...chart.Part) {
		if _, err := chart.Apply(scratch, chart.Command{Words: didLanes, Parts: ps}); err == nil {
			parts = append(parts, ps...)
		}
	}
	for len(p.Lanes) > len(names) {
		at := len(p.Lanes) - 1
		try(mergeLane(p, at)...)
	}
	for i, n := range names {
		switch {
		case i >= len(p.Lanes):
			try(chart.Part{Do: "lane.add", Page: p.ID, Lane: &chart.Lane{ID: e.newID("l"), Name: n, Size: newLane}})
		case p.Lanes[i].Name != n:
			try(chart.Part{Do: "lane.set", Page: p.ID, ID: p.Lanes[i].ID, Name: &n})
		}
	}
	return parts
}

// lanesAway are the parts that take all lanes away and leave the steps in place.
func lanesAway(p *chart.Page) []chart.Part {
	place := chart.Part{Do: "step.place", Page: p.ID}
	for _, s := range p.Steps {
		pl := chart.PlaceOf(s)
		pl.Lane, pl.Y = "", geom.Round2(p.StepRect(s).Y)
		place.Places = append(place.Places, pl)
	}
	var parts []chart.Part
	if len(place.Places) > 0 {
		parts = append(parts, place)
	}
	for _, l := range p.Lanes {
		parts = append(parts, chart.Part{Do: "lane.drop", Page: p.ID, ID: l.ID})
	}
	return parts
}

// newLanes are the parts that give lanes to a page without. The page is cut into bands of
// one height; a step goes into the lane that it names in a field, else into the one in
// whose band it stands, and no farther than it must.
func (e *Editor) newLanes(names []string) []chart.Part {
	p := e.Page()
	frame := chart.Frame{X: 18, Y: 50, W: p.W - 36}
	bottom, left := frame.Y, math.Inf(1)
	for _, s := range p.Steps {
		bottom, left = math.Max(bottom, s.Y+s.H+lanePad), math.Min(left, s.X)
	}
	shift := 0.0
	if least := frame.X + chart.LaneHead + 24; left < least {
		shift = least - left
	}
	size := geom.Round2(math.Max(newLane, (bottom-frame.Y)/float64(len(names))))
	parts := []chart.Part{{Do: "page.set", Page: p.ID, Frame: &frame}}
	ids := make([]string, len(names))
	for i, n := range names {
		ids[i] = e.newID("l")
		parts = append(parts, chart.Part{Do: "lane.add", Page: p.ID, Lane: &chart.Lane{ID: ids[i], Name: n, Size: size}})
	}
	var places []chart.Place
	for _, s := range p.Steps {
		i := int(math.Max(0, math.Min(float64(len(names)-1), math.Floor((s.Y+s.H/2-frame.Y)/size))))
		pl := chart.PlaceOf(s)
		pl.X += shift
		pl.Y = s.Y - frame.Y - float64(i)*size
		if named := slices.Index(names, laneField(s)); named >= 0 && named != i {
			i, pl.Y = named, (size-s.H)/2
		}
		pl.Lane = ids[i]
		pl.Y = geom.Round2(math.Max(lanePad, math.Min(pl.Y, math.Max(lanePad, size-s.H-lanePad))))
		places = append(places, pl)
	}
	if len(places) > 0 {
		parts = append(parts, chart.Part{Do: "step.place", Page: p.ID, Places: arrange.Spread(p, places, true)})
	}
	return parts
}

// lanePad is what a step keeps to its lane's border, px.
const lanePad = 12.0

// laneField is the lane that a step names in one of its fields.
func laneField(s *chart.Step) string {
	for _, f := range s.Fields {
		if n := strings.ToLower(f.Name); n == "lane" || n == "role" {
			return strings.TrimSpace(f.Value)
		}
	}
	return ""
}

// proposedLanes are the lanes that the steps of a page without lanes name.
func (e *Editor) proposedLanes() []string {
	out := []string{}
	for _, s := range e.Page().Steps {
		if n := laneField(s); n != "" && !slices.Contains(out, n) && len(out) < mostLanes {
			out = append(out, n)
		}
	}
	return out
}

// shiftLane moves the selected lane by d places.
func (e *Editor) shiftLane(d int) {
	p := e.Page()
	order := make([]string, len(p.Lanes))
	at := -1
	for i, l := range p.Lanes {
		order[i] = l.ID
		if l.ID == e.lane {
			at = i
		}
	}
	to := at + d
	if at < 0 || to < 0 || to >= len(order) {
		return
	}
	order[at], order[to] = order[to], order[at]
	e.do(didMoveLane, chart.Part{Do: "lane.order", Page: p.ID, Order: order})
}

// dropLane deletes the selected lane; when steps stand in it, it asks what is
// to become of them.
func (e *Editor) dropLane(how string) {
	p := e.Page()
	at := -1
	for i, l := range p.Lanes {
		if l.ID == e.lane {
			at = i
		}
	}
	if at < 0 {
		return
	}
	l := p.Lanes[at]
	var inside []*chart.Step
	for _, s := range p.Steps {
		if s.Lane == l.ID {
			inside = append(inside, s)
		}
	}
	drop := chart.Part{Do: "lane.drop", Page: p.ID, ID: l.ID}
	switch {
	case len(inside) == 0:
		e.do(didDeleteLane, drop)
	case how == "steps":
		e.selectOnly()
		for _, s := range inside {
			e.selected[s.ID] = true
		}
		var parts []chart.Part
		for _, c := range p.Connectors {
			if e.selected[c.From.Step] || e.selected[c.To.Step] {
				parts = append(parts, chart.Part{Do: "line.drop", Page: p.ID, ID: c.ID})
			}
		}
		for _, s := range inside {
			parts = append(parts, chart.Part{Do: "step.drop", Page: p.ID, ID: s.ID})
		}
		e.do(didLaneSteps, append(parts, drop)...)
	case how == "keep":
		e.do(didDeleteLane, mergeLane(p, at)...)
	default:
		move := Answer{answerPage, "lane-delete", "keep"}
		if len(p.Lanes) > 1 {
			move.Words = answerMove(len(inside), p.Lanes[neighbour(at)].Name)
		}
		e.ask = &Question{
			Text:    askLane(len(inside), l.Name),
			Answers: []Answer{move, {answerDelete, "lane-delete", "steps"}, {answerLeave, "cancel", ""}},
		}
	}
}

// neighbour is the lane that takes the steps of the one at index at.
func neighbour(at int) int {
	if at > 0 {
		return at - 1
	}
	return 1
}

// mergeLane are the parts that take a lane away and give its room and its steps to its
// neighbour; on the page nothing moves.
func mergeLane(p *chart.Page, at int) []chart.Part {
	if len(p.Lanes) == 1 {
		return lanesAway(p)
	}
	l := p.Lanes[at]
	drop := chart.Part{Do: "lane.drop", Page: p.ID, ID: l.ID}
	to := p.Lanes[neighbour(at)]
	size := to.Size + l.Size
	place := chart.Part{Do: "step.place", Page: p.ID}
	for _, s := range p.Steps {
		pl := chart.PlaceOf(s)
		switch {
		case s.Lane == l.ID && at > 0:
			pl.Lane, pl.Y = to.ID, s.Y+to.Size
		case s.Lane == l.ID:
			pl.Lane = to.ID
		case s.Lane == to.ID && at == 0:
			pl.Y = s.Y + l.Size
		default:
			continue
		}
		place.Places = append(place.Places, pl)
	}
	parts := []chart.Part{{Do: "lane.set", Page: p.ID, ID: to.ID, Size: &size}}
	if len(place.Places) > 0 {
		parts = append(parts, place)
	}
	return append(parts, drop)
}

func (e *Editor) laneIndex() int {
	for i, l := range e.Page().Lanes {
		if l.ID == e.lane {
			return i
		}
	}
	return len(e.Page().Lanes)
}
