package edit

import (
	"fmt"
	"math"
	"sort"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

const (
	newLane  = 132.0
	mostRows = 6 // rows of steps that giving lanes makes into lanes
)

// addLane puts a lane in at index i.
func (e *Editor) addLane(i int) {
	p := e.Page()
	l := &chart.Lane{ID: e.newID("l"), Name: fmt.Sprintf("Lane %d", len(p.Lanes)+1), Size: newLane}
	if e.do("add lane", chart.Part{Do: "lane.add", Page: p.ID, Lane: l, At: &i}) {
		e.selectOnly()
		e.lane = l.ID
		e.typeOnLane(l.ID)
	}
}

// giveLanes makes lanes of a page drawn without: each row of steps becomes a
// lane, where there are up to six; nothing moves on the page but what stood
// where the heads now are.
func (e *Editor) giveLanes() {
	p := e.Page()
	type row struct {
		top, bottom float64
		steps       []*chart.Step
	}
	steps := append([]*chart.Step(nil), p.Steps...)
	sort.SliceStable(steps, func(i, j int) bool { return steps[i].Y < steps[j].Y })
	var rows []row
	minX := math.Inf(1)
	for _, s := range steps {
		minX = math.Min(minX, s.X)
		if n := len(rows); n > 0 && s.Y < rows[n-1].bottom {
			rows[n-1].bottom = math.Max(rows[n-1].bottom, s.Y+s.H)
			rows[n-1].steps = append(rows[n-1].steps, s)
		} else {
			rows = append(rows, row{s.Y, s.Y + s.H, []*chart.Step{s}})
		}
	}
	if len(rows) > mostRows {
		rows = []row{{rows[0].top, rows[len(rows)-1].bottom, steps}}
	}
	frame := chart.Frame{X: 18, Y: 50, W: p.W - 36}
	shift := 0.0
	if least := frame.X + chart.LaneHead + 24; minX < least {
		shift = least - minX
	}
	parts := []chart.Part{{Do: "page.set", Page: p.ID, Frame: &frame}}
	place := chart.Part{Do: "step.place", Page: p.ID}
	const pad = 30.0
	for i, r := range rows {
		// A lane reaches to halfway to the next row, but no farther than it needs.
		size := r.bottom - r.top + 2*pad
		l := &chart.Lane{ID: e.newID("l"), Name: fmt.Sprintf("Lane %d", i+1), Size: geom.Round2(math.Max(size, 100))}
		off := (l.Size - (r.bottom - r.top)) / 2
		parts = append(parts, chart.Part{Do: "lane.add", Page: p.ID, Lane: l})
		for _, s := range r.steps {
			pl := chart.PlaceOf(s)
			pl.Lane, pl.X, pl.Y = l.ID, s.X+shift, s.Y-r.top+off
			place.Places = append(place.Places, pl)
		}
	}
	for i := len(rows); i < 2; i++ {
		parts = append(parts, chart.Part{Do: "lane.add", Page: p.ID, Lane: &chart.Lane{ID: e.newID("l"), Name: fmt.Sprintf("Lane %d", i+1), Size: newLane}})
	}
	if len(place.Places) > 0 {
		parts = append(parts, place)
	}
	e.do("give lanes", parts...)
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
	e.do("move lane", chart.Part{Do: "lane.order", Page: p.ID, Order: order})
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
		e.do("delete lane", drop)
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
		e.do("delete lane and steps", append(parts, drop)...)
	case how == "keep":
		e.do("delete lane", e.mergeLane(at, inside, drop)...)
	default:
		n := "1 step stands"
		if len(inside) > 1 {
			n = fmt.Sprintf("%d steps stand", len(inside))
		}
		to := "the page"
		if len(p.Lanes) > 1 {
			to = p.Lanes[neighbour(at)].Name
		}
		e.ask = &Question{
			Text: fmt.Sprintf("%s in %s. What shall become of them?", n, l.Name),
			Answers: []Answer{
				{"Move to " + to, "lane-delete", "keep"},
				{"Delete them too", "lane-delete", "steps"},
				{"Leave everything", "cancel", ""},
			},
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

// mergeLane gives the room and the steps of a lane to its neighbour; on the
// page nothing moves.
func (e *Editor) mergeLane(at int, inside []*chart.Step, drop chart.Part) []chart.Part {
	p := e.Page()
	l := p.Lanes[at]
	if len(p.Lanes) == 1 {
		return []chart.Part{drop} // they stay where they are, on the bare page
	}
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
	return []chart.Part{{Do: "lane.set", Page: p.ID, ID: to.ID, Size: &size}, place, drop}
}
