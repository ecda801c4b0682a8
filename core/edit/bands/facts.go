package bands

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/session"
)

// Facts are about lanes, pools and stages.
type Facts struct {
	Lanes     int             `json:"lanes"`
	LaneNames []string        `json:"laneNames"` // on a page without lanes, those that it could have
	Band      BandFacts       `json:"band"`
	InLane    []session.Named `json:"inLane"`   // the lanes that a step can be told to stand in
	StepLane  string          `json:"stepLane"` // that of the selected step
}

// Facts are those of the page that is shown and what is selected on it.
func (e *Editor) Facts() Facts {
	p := e.Page()
	f := Facts{Lanes: len(p.Lanes), Band: e.bandFacts(), InLane: []session.Named{}}
	for _, l := range p.Lanes {
		f.LaneNames = append(f.LaneNames, l.Name)
		f.InLane = append(f.InLane, session.Named{ID: l.ID, Name: laneWords(p, l)})
	}
	if len(p.Lanes) == 0 {
		f.LaneNames = e.Proposed()
	}
	if s := e.Only(); s != nil {
		f.StepLane = s.Lane
	}
	return f
}

func (e *Editor) bandFacts() BandFacts {
	p := e.Page()
	f := BandFacts{Into: []session.Named{}, Fields: []chart.Field{}, Stages: []string{}}
	for _, s := range p.Stages {
		f.Stages = append(f.Stages, s.Name)
	}
	b, ok := p.Band(e.Band())
	if !ok {
		return f
	}
	f.ID, f.Kind = b.ID, b.Kind.String()
	if s := e.Stage(); s != nil {
		f.Size = e.Length(s.Size)
		return f
	}
	if l := e.Lane(); l != nil {
		f.Size, f.In = e.Length(l.Size), l.In
		f.Fields = append(f.Fields, l.Fields...)
	} else {
		f.In = p.Group(b.ID).In
	}
	for _, g := range p.Groups {
		if g.ID != b.ID && !slices.ContainsFunc(p.Within(g.In), func(o *chart.LaneGroup) bool { return o.ID == b.ID }) {
			f.Into = append(f.Into, session.Named{ID: g.ID, Name: g.Name})
		}
	}
	return f
}

// BandFacts are about the selected band.
type BandFacts struct {
	ID     string          `json:"id"`
	Kind   string          `json:"kind"` // lane, group or stage; "" without one
	Size   string          `json:"size"` // as people write it
	In     string          `json:"in"`
	Into   []session.Named `json:"into"` // the groups that it can stand in
	Fields []chart.Field   `json:"fields"`
	Stages []string        `json:"stages"` // of the page
}
