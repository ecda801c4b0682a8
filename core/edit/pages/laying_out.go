package pages

import (
	"context"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/layout"
)

// LayOut computes places for the whole page; where steps are locked it asks first.
func (e *Editor) LayOut(all bool, dir layout.Direction) {
	n := 0
	for _, s := range e.Page().Steps {
		if s.Locked && !s.Behind() {
			n++
		}
	}
	if n > 0 && !all {
		e.Say(say.LocksLayOut(n), session.Answer{Words: say.WordLayOutAll, Do: "layout-all", Arg: ""})
		return
	}
	cmd, ok, _ := layout.OnSheet(context.Background(), e.Page(), dir)
	if !ok || !e.ApplyAnew(e.Page().Connectors, cmd.Words, cmd.Parts...) || layout.Fits(e.Page()) {
		return
	}
	e.outgrown()
}

// LayOutPart computes places for the selected steps alone; the rest makes room where it has to.
func (e *Editor) LayOutPart() {
	cmd, ok, _ := layout.Part(context.Background(), e.Page(), func(s *chart.Step) bool { return e.Selected(s.ID) }, layout.Down)
	if !ok {
		e.Say(say.Sentence(say.WhyTwoSteps))
		return
	}
	if e.ApplyAnew(e.touched(), say.DidPart, cmd.Parts...) && slices.ContainsFunc(e.Steps(), func(s *chart.Step) bool { return s.Locked }) {
		e.Say(say.PartLocked)
	}
}

// touched are the connectors of the selected steps.
func (e *Editor) touched() []*chart.Connector {
	var out []*chart.Connector
	for _, c := range e.Page().Connectors {
		if e.Selected(c.From.Step) || e.Selected(c.To.Step) {
			out = append(out, c)
		}
	}
	return out
}

// SplitPage moves what lies beyond the sheet to as many pages more as it takes. Lanes that are higher
// than the sheet could be shown whole on none: they are laid out anew.
func (e *Editor) SplitPage() {
	p := e.Page()
	w, h := p.SheetSize()
	if p.Down {
		h = w
	}
	if len(p.Lanes) > 0 && p.LanesEnd() > h {
		e.LayOutOver()
	} else if parts := arrange.Pages(e.Chart(), p, e.NewID); len(parts) > 0 {
		e.ApplyToPages(say.DidSplit, parts...)
	} else {
		e.Say(say.NoSplit)
	}
}

// LayOutOver lays the page out over as many pages as it takes.
func (e *Editor) LayOutOver() {
	if parts, err := layout.OverPages(context.Background(), e.Chart(), e.Page(), e.NewID); err == nil && len(parts) > 0 {
		e.ApplyToPages(say.DidOver, parts...)
	} else {
		e.Say(say.NoSplit)
	}
}
