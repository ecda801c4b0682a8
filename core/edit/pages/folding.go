package pages

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/layout"
	"plaintracer/core/scene"
)

// CanFold reports whether a step of a hierarchy has somebody below it, shown or folded.
func (e *Editor) CanFold(s *chart.Step) bool {
	leads := func(c *chart.Connector) bool { return c.From.Step == s.ID && c.Meaning.Way() && !c.To.Loose() }
	return s != nil && (e.Page().FoldedUnder(s.ID) != nil || e.Tree() != "" && slices.ContainsFunc(e.Page().Connectors, leads))
}

// Fold puts away what stands below a step, or brings it back; a hierarchy is laid out again.
func (e *Editor) Fold(s *chart.Step) {
	p, words := e.Page(), say.DidFold
	parts := p.Unfolding(s.ID)
	if len(parts) > 0 {
		words = say.DidUnfold
	} else {
		below := layout.Below(p, s.ID)
		away := chart.Part{Do: "branch.fold", Page: p.ID, ID: s.ID}
		for _, o := range p.Steps {
			if below[o.ID] {
				away.Order = append(away.Order, o.ID)
			}
		}
		if len(away.Order) == 0 { // its only way leads back up
			e.Say(say.Sentence(say.WhyBranch))
			return
		}
		parts = append(parts, away)
	}
	if e.Tree() != "" {
		parts = e.AsTree(parts...)
	}
	e.ApplyAnew(p.Connectors, words, parts...)
}

// FoldAt is the step whose mark of a folded branch is at q, nil for none.
func (e *Editor) FoldAt(q geom.Point) *chart.Step {
	for _, f := range e.Page().Folded {
		if sh := e.Sheet().Shape(f.Under); sh != nil && scene.FoldMark(e.Sheet(), sh).Contains(q) {
			return sh.Step
		}
	}
	return nil
}
