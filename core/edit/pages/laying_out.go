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

// LayOutTree lays the page out as a tree; what is locked stays where it is.
func (e *Editor) LayOutTree(dir layout.Direction) {
	cmd, ok, _ := layout.Hierarchy(context.Background(), e.Page(), dir)
	if !ok {
		return
	}
	held := 0
	for i, d := range cmd.Parts {
		cmd.Parts[i].Places = slices.DeleteFunc(d.Places, func(pl chart.Place) bool {
			if s := e.Page().Step(pl.ID); !s.Locked {
				return false
			}
			held++
			return true
		})
	}
	cmd.Parts = slices.DeleteFunc(cmd.Parts, func(d chart.Part) bool { return d.Do == "step.place" && len(d.Places) == 0 })
	if e.ApplyAnew(e.Page().Connectors, say.DidTree, cmd.Parts...) && held > 0 {
		e.Say(say.Locked(held, false))
	}
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
