package bands

import (
	"math"
	"slices"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
)

// NameLanes gives the page the lanes named, one a line: those that are there are renamed,
// added at the end or merged from the end; without a name they all go, and steps stay
// where they stand. Typed on, a list takes the place of the one before.
func (e *Editor) NameLanes(list string) {
	names := namesIn(list)
	e.UndoInDrawer(say.DidLanes)
	p := e.Page()
	var parts []chart.Part
	switch {
	case len(p.Lanes) == 0 && len(names) == 0:
		return
	case len(p.Lanes) == 0:
		parts = e.NewLanes(names)
	case len(names) == 0:
		parts = lanesAway(p)
	default:
		parts = e.lanesNamed(names)
	}
	e.Apply(say.DidLanes, parts...)
}

// namesIn are the names of a list, one a line, as many as a page can have lanes or stages.
func namesIn(list string) []string {
	var names []string
	for _, n := range strings.Split(list, "\n") {
		if n = strings.TrimSpace(n); n != "" && len(names) < mostLanes {
			names = append(names, n)
		}
	}
	return names
}

// lanesNamed are the parts that make the page's lanes those named.
func (e *Editor) lanesNamed(names []string) []chart.Part {
	scratch := &chart.Chart{Pages: []*chart.Page{e.Page().Clone()}}
	p := scratch.Pages[0]
	var parts []chart.Part
	try := func(ps ...chart.Part) {
		if _, err := chart.Apply(scratch, chart.Command{Words: say.DidLanes, Parts: ps}); err == nil {
			parts = append(parts, ps...)
		}
	}
	for len(p.Lanes) > len(names) {
		at := len(p.Lanes) - 1
		try(laneAway(p, p.Lanes[at])...)
	}
	for i, n := range names {
		switch {
		case i >= len(p.Lanes):
			try(chart.Part{Do: "lane.add", Page: p.ID, Lane: &chart.Lane{ID: e.NewID("l"), Name: n, Size: LaneSize(p)}})
		case p.Lanes[i].Name != n:
			try(chart.Part{Do: "lane.set", Page: p.ID, ID: p.Lanes[i].ID, Name: &n})
		}
	}
	return parts
}

// NewLanes are the parts that give lanes to a page without. The page is cut into bands of
// one height; a step goes into the lane that it names in a field, else into the one in
// whose band it stands, and no farther than it must.
func (e *Editor) NewLanes(names []string) []chart.Part {
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
		ids[i] = e.NewID("l")
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
		if pl.Y = geom.Round2(pl.Y); !s.Behind() {
			pl.Y = geom.Round2(math.Max(lanePad, math.Min(pl.Y, math.Max(lanePad, size-s.H-lanePad))))
		}
		places = append(places, pl)
	}
	if len(places) > 0 {
		parts = append(parts, chart.Part{Do: "step.place", Page: p.ID, Places: arrange.Spread(p, places, true)})
	}
	return parts
}

// RoleField is the field that keeps who does a step on a page without lanes.
const RoleField = "Role"

// laneField is the lane that a step names in one of its fields.
func laneField(s *chart.Step) string {
	for _, f := range s.Fields {
		if strings.EqualFold(f.Name, "lane") || strings.EqualFold(f.Name, RoleField) {
			return strings.TrimSpace(f.Value)
		}
	}
	return ""
}

// Proposed are the lanes that the steps of a page without lanes name.
func (e *Editor) Proposed() []string {
	out := []string{}
	for _, s := range e.Page().Steps {
		if n := laneField(s); n != "" && !slices.Contains(out, n) && len(out) < mostLanes {
			out = append(out, n)
		}
	}
	return out
}
