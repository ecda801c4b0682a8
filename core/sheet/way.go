package sheet

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/route"
)

// Before is how a page was drawn, for pages that come out of it.
type Before struct {
	page    route.Page
	routes  []route.Route
	crowded bool
}

// Before keeps how the sheet's page was drawn; nil when its Composer has made another
// sheet since.
func (s *Sheet) Before() *Before {
	if s.by == nil || s.by.last != s {
		return nil
	}
	b := &Before{page: s.by.page, routes: slices.Clone(s.routes), crowded: s.Crowded}
	b.page.Boxes, b.page.Lines, b.page.Borders = slices.Clone(b.page.Boxes), slices.Clone(b.page.Lines), slices.Clone(b.page.Borders)
	b.page.Uprights = slices.Clone(b.page.Uprights)
	for i := range b.page.Lines {
		b.page.Lines[i].Was = nil
	}
	return b
}

// Finish forgets how the sheet was made, which takes more memory than the sheet: no other
// page comes out of this one.
func (s *Sheet) Finish() { s.by, s.routes = nil, nil }

// But is the same without some connectors, which are to find their ways anew.
func (b *Before) But(anew []*chart.Connector) *Before {
	if len(anew) == 0 {
		return b
	}
	find := map[string]bool{}
	for _, c := range anew {
		find[c.ID] = true
	}
	out := &Before{page: b.page, crowded: b.crowded}
	out.page.Lines = nil
	for i, l := range b.page.Lines {
		if !find[l.ID] {
			out.page.Lines, out.routes = append(out.page.Lines, l), append(out.routes, b.routes[i])
		}
	}
	return out
}

// Ways are the ways to be kept that the page's connectors do not have. Those of a crowded
// page are not: it is to say so whenever it is read.
func (s *Sheet) Ways() map[string]*chart.Way {
	out := map[string]*chart.Way{}
	if s.Crowded {
		return out
	}
	for i := range s.Lines {
		if r := &s.Lines[i]; !sameWay(r.Line.Way, r.way()) {
			out[r.Line.ID] = r.way()
		}
	}
	return out
}

// way is what is kept of a run: nothing where it is drawn straight.
func (r *Run) way() *chart.Way {
	if r.Through || r.Line.Kind == chart.Straight {
		return nil
	}
	return &chart.Way{From: r.FromPort, To: r.ToPort, Points: r.Points}
}

func sameWay(a, b *chart.Way) bool {
	if a == nil || b == nil {
		return a == b
	}
	return a.From == b.From && a.To == b.To && slices.Equal(a.Points, b.Points)
}

// routeOf is a connector's way as the router takes it.
func routeOf(w *chart.Way) *route.Route {
	if w == nil {
		return nil
	}
	return &route.Route{FromPort: w.From, ToPort: w.To, Points: w.Points}
}
