package chart

import (
	"slices"

	"plaintracer/core/geom"
)

// BandKind is what a band is.
type BandKind byte

// The kinds.
const (
	LaneBand BandKind = iota
	GroupBand
	StageBand
)

// String is the kind in one word, as ids of elements and parts of commands begin with it.
func (k BandKind) String() string { return [...]string{"lane", "group", "stage"}[k] }

// Band is a lane, a group of lanes or a stage, as it stands on the page.
type Band struct {
	Kind       BandKind
	ID, Name   string
	Rect, Head geom.Rect // whole, and the strip with its name
	Upright    bool      // the name is turned to read upward
	Pool       bool
	Look       *LaneLook
	Link       *Link
}

// Bands are all bands of a page in the order in which they are drawn: groups from the outside in,
// lanes, stages. There are none on a page without lanes.
func (p *Page) Bands() []Band {
	if len(p.Lanes) == 0 {
		return nil
	}
	var out []Band
	for _, g := range p.Groups {
		if r, ok := p.GroupRect(g); ok {
			out = append(out, Band{GroupBand, g.ID, g.Name, r, p.GroupHead(g), !p.Down, g.Pool, g.Look, nil})
		}
	}
	slices.SortStableFunc(out, func(a, b Band) int { return len(p.Within(p.Group(a.ID).In)) - len(p.Within(p.Group(b.ID).In)) })
	for _, l := range p.Lanes {
		out = append(out, Band{LaneBand, l.ID, l.Name, p.LaneRect(l), p.HeadRect(l), !p.Down && !p.Level, false, l.Look, l.Link})
	}
	for _, s := range p.Stages {
		out = append(out, Band{StageBand, s.ID, s.Name, p.StageRect(s), p.StageHeadRect(s), p.Down, false, s.Look, nil})
	}
	return out
}

// Band finds a band; ok is false when there is none of that id.
func (p *Page) Band(id string) (b Band, ok bool) {
	if id == "" || p.Lane(id) == nil && p.Group(id) == nil && p.Stage(id) == nil {
		return Band{}, false
	}
	for _, b := range p.Bands() {
		if b.ID == id {
			return b, true
		}
	}
	return Band{}, false
}

// HeadAt is the band with its name at a point of the page, ok is false where there is none.
func (p *Page) HeadAt(q geom.Point) (b Band, ok bool) {
	for _, b := range slices.Backward(p.Bands()) {
		if b.Head.Contains(q) {
			return b, true
		}
	}
	return Band{}, false
}

// RenameBands gives all bands of a copied page ids of their own; it returns those of lanes by the ids
// that they had, "" by itself.
func RenameBands(p *Page, newID func(kind string) string) map[string]string {
	groups, lanes := map[string]string{"": ""}, map[string]string{"": ""}
	for _, g := range p.Groups {
		groups[g.ID] = newID("g")
		g.ID = groups[g.ID]
	}
	for _, g := range p.Groups {
		g.In = groups[g.In]
	}
	for _, s := range p.Stages {
		s.ID = newID("st")
	}
	for _, l := range p.Lanes {
		lanes[l.ID] = newID("l")
		l.ID, l.In = lanes[l.ID], groups[l.In]
	}
	return lanes
}
