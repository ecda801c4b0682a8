package edit

import (
	"context"

	"plaintracer/core/arrange"
	"plaintracer/core/flow"
	"plaintracer/core/layout"
)

// newLetter is what a new off-page connector on the page is called: as one on another page that
// has no mate yet, else by the next letter.
func (e *Editor) newLetter() string {
	count := map[string]int{}
	var alone []string
	for _, p := range e.chart.Pages {
		for _, s := range p.Steps {
			if l := flow.Letter(s); l != "" {
				if count[l]++; p != e.Page() {
					alone = append(alone, l)
				}
			}
		}
	}
	for _, l := range alone {
		if count[l] == 1 {
			return l
		}
	}
	return flow.Letters(e.chart)()
}

// goMate goes to the mate of the selected off-page connector.
func (e *Editor) goMate() {
	if ms := flow.Mates(e.chart, e.one()); len(ms) > 0 {
		e.goStep(ms[0].Page.ID + " " + ms[0].Step.ID)
	}
}

// splitPage moves what lies beyond the sheet to as many pages more as it takes. Lanes that are higher
// than the sheet could be shown whole on none: they are laid out anew.
func (e *Editor) splitPage() {
	p := e.Page()
	w, h := p.SheetSize()
	if p.Down {
		h = w
	}
	if len(p.Lanes) > 0 && p.LanesEnd() > h {
		e.layOutOver()
	} else if parts := arrange.Pages(e.chart, p, e.newID); len(parts) > 0 {
		e.doPages(didSplit, parts...)
	} else {
		e.notice = sayNoSplit
	}
}

// layOutOver lays the page out over as many pages as it takes.
func (e *Editor) layOutOver() {
	if parts, err := layout.OverPages(context.Background(), e.chart, e.Page(), e.newID); err == nil && len(parts) > 0 {
		e.doPages(didOver, parts...)
	} else {
		e.notice = sayNoSplit
	}
}
