package steps

import (
	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/number"
)

// MoveTo is the part that brings steps to the boxes given.
func (e *Editor) MoveTo(bs []arrange.Box) chart.Part {
	part := chart.Part{Do: "step.place", Page: e.PageID()}
	for _, b := range bs {
		part.Places = append(part.Places, arrange.Settle(e.Page(), b.ID, b.Rect))
	}
	return part
}

// Boxes are the selected steps as drawn that are not locked.
func (e *Editor) Boxes() []arrange.Box {
	var out []arrange.Box
	for _, sh := range e.Sheet().Steps {
		if e.Selected(sh.Step.ID) && !sh.Step.Locked {
			out = append(out, arrange.Box{ID: sh.Step.ID, Rect: sh.Rect})
		}
	}
	return out
}

// Nudge moves the selected steps by keys.
func (e *Editor) Nudge(dx, dy float64) {
	bs := e.Boxes()
	if e.Free(e.Steps()); len(bs) == 0 {
		return
	}
	for i := range bs {
		bs[i].Rect.X += dx
		bs[i].Rect.Y += dy
	}
	e.Apply(say.DidMove, e.MoveTo(bs))
}

// Remove deletes what is selected; connectors of deleted steps go with them.
func (e *Editor) Remove() {
	p := e.Page()
	var parts []chart.Part
	away := map[string]bool{}
	free := e.Free(e.Steps())
	for _, s := range free {
		away[s.ID] = true
	}
	for _, c := range p.Connectors {
		if e.Selected(c.ID) || away[c.From.Step] || away[c.To.Step] {
			parts = append(parts, chart.Part{Do: "line.drop", Page: p.ID, ID: c.ID})
		}
	}
	for _, s := range free {
		parts = append(parts, p.DropFolded(s.ID)...)
		parts = append(parts, chart.Part{Do: "step.drop", Page: p.ID, ID: s.ID})
	}
	by, of := number.Referring(e.Chart(), p, away)
	gap := e.gapLeft()
	if !e.Apply(say.DidDelete, parts...) {
		return
	}
	if of != nil {
		e.Say(say.ReferredTo(session.Short(by), session.StepName(of)))
	}
	if gap != nil {
		e.gap = left{gap, e.PageID(), e.Commands()}
	}
}
