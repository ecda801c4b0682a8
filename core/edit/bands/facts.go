package bands

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/session"
)

// Facts are those of the selected band.
func (e *Editor) Facts() Facts {
	p := e.Page()
	f := Facts{Into: []session.Named{}, Fields: []chart.Field{}, Stages: []string{}}
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
		if g.ID != b.ID && !slices.ContainsFunc(p.Within(g.In), func(o *chart.Group) bool { return o.ID == b.ID }) {
			f.Into = append(f.Into, session.Named{ID: g.ID, Name: g.Name})
		}
	}
	return f
}

// Facts are about the selected band, and how the page has its lanes.
type Facts struct {
	ID     string          `json:"id"`
	Kind   string          `json:"kind"` // lane, group or stage; "" without one
	Size   string          `json:"size"` // as people write it
	In     string          `json:"in"`
	Into   []session.Named `json:"into"` // the groups that it can stand in
	Fields []chart.Field   `json:"fields"`
	Stages []string        `json:"stages"` // of the page
}
