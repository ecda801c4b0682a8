package pages

import (
	"context"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/flow"
	"plaintracer/core/layout"
)

// A page that is a hierarchy is laid out again with whatever its people change.

// Tree is where the page grows as a hierarchy, "" for none.
func (e *Editor) Tree() chart.Growth {
	if s := e.Page().Setup; s != nil {
		return s.Tree
	}
	return ""
}

// SetTree makes the page a hierarchy that grows there, or with "" none, and lays it out; what is locked stays.
func (e *Editor) SetTree(grow chart.Growth) {
	p := e.Page()
	s := chart.Setup{}
	if p.Setup != nil {
		s = *p.Setup
	}
	s.Tree = grow
	set := chart.Part{Do: "page.set", Page: p.ID, Setup: &s}
	if grow == "" {
		e.Apply(say.DidNoTree, set)
		return
	}
	held := 0
	for _, s := range p.Steps {
		if s.Locked {
			held++
		}
	}
	switch ok := e.ApplyAnew(p.Connectors, say.DidTree, e.AsTree(set)...); {
	case ok && held > 0:
		e.Say(say.Locked(held, false))
	case ok && !layout.Fits(e.Page()):
		e.outgrown()
	}
}

// AsTree adds to parts of the page what lays it out as the hierarchy that it then is; what is locked stays.
func (e *Editor) AsTree(parts ...chart.Part) []chart.Part {
	tried := e.Try(chart.Command{Parts: parts})
	if tried == nil {
		return parts // what is wrong is said when they are applied
	}
	q := tried.Pages[0]
	cmd, ok, _ := layout.OnSheet(context.Background(), q, layout.Down)
	if !ok {
		return parts
	}
	for _, d := range cmd.Parts {
		d.Places = slices.DeleteFunc(d.Places, func(pl chart.Place) bool { return q.Step(pl.ID).Locked })
		if d.Do != "step.place" || len(d.Places) > 0 {
			parts = append(parts, d)
		}
	}
	return parts
}

// Superior is who stands above a step of a hierarchy, and the connector that says so; nil for nobody.
func (e *Editor) Superior(id string) (*chart.Step, *chart.Connector) {
	c := layout.Superior(e.Page(), id)
	if c == nil {
		return nil, nil
	}
	return e.Page().Step(c.From.Step), c
}

// CanLead reports whether a step can stand above another one: it is not among those below that.
func (e *Editor) CanLead(above, id string) bool {
	g := flow.Of(e.Page())
	v, ok := g.Index[id]
	u, is := g.Index[above]
	return ok && is && !g.Branch(v, true)[u]
}

// PutUnder puts a step, and all below it, under another one.
func (e *Editor) PutUnder(id, above string) {
	p := e.Page()
	to, s := p.Step(above), p.Step(id)
	if to == nil || s == nil {
		return
	}
	if !e.CanLead(above, id) {
		e.Say(say.BelowAlready(session.StepName(to), session.StepName(s)))
		return
	}
	now, c := e.Superior(id)
	if now == to {
		return
	}
	part := chart.Part{Do: "line.add", Page: p.ID, Line: &chart.Connector{ID: e.NewID("c"), From: chart.End{Step: above}, To: chart.End{Step: id}, Meaning: chart.Flow}}
	if c != nil {
		part = chart.Part{Do: "line.set", Page: p.ID, ID: c.ID, From: &chart.End{Step: above}, Pins: &[]chart.Pin{}}
	}
	e.ApplyAnew(p.Connectors, say.DidPutUnder, e.AsTree(append(p.Unfolding(above), part)...)...)
}
