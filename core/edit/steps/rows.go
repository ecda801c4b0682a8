package steps

import (
	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
)

// SelectRow selects the steps that stand in a row with the selected ones, or in a column.
func (e *Editor) SelectRow(column bool) {
	for _, s := range e.Steps() {
		for _, o := range arrange.Row(e.Page(), s, column) {
			e.Pick(o.ID)
		}
	}
}

// SelectLane selects the steps of the selected lane, or of the lanes of the selected steps.
func (e *Editor) SelectLane() {
	lanes := map[string]bool{e.Band(): true}
	for _, s := range e.Steps() {
		lanes[s.Lane] = true
	}
	delete(lanes, "")
	e.Select()
	for _, s := range e.Page().Steps {
		if lanes[s.Lane] {
			e.Pick(s.ID)
		}
	}
}

// SelectBranch selects what is reached through the selected steps alone; where that is selected already, all that
// follows them.
func (e *Editor) SelectBranch() {
	p, g := e.Page(), flow.Of(e.Page())
	from := e.InOrder()
	pick := func(whole bool) (grown bool) {
		for _, s := range from {
			v, ok := g.Index[s.ID]
			if !ok {
				continue
			}
			in := g.Branch(v, whole)
			for i, o := range p.Steps {
				if in[i] && !e.Selected(o.ID) {
					e.Pick(o.ID)
					grown = true
				}
			}
		}
		return grown
	}
	if !pick(false) && !pick(true) {
		e.Say(say.NothingFollows)
	}
}

// Swap exchanges the selected steps with the row or the column beside them.
func (e *Editor) Swap(d geom.Point) {
	if len(e.Free(e.Steps())) < len(e.Steps()) {
		return
	}
	bs := arrange.Exchanged(e.Page(), func(s *chart.Step) bool { return e.Selected(s.ID) }, d)
	if len(bs) == 0 {
		e.Say(say.NothingBeside)
		return
	}
	e.Apply(say.DidExchange, chart.Part{Do: "step.place", Page: e.PageID(), Places: e.PlacesOf(bs)})
}

// Exchange has two selected steps, or what is held together, change places, and lanes.
func (e *Editor) Exchange() {
	us := e.lined()
	if len(us) != 2 || len(e.Free(e.Steps())) < len(e.Steps()) {
		e.Say(say.WhyTwoThings)
		return
	}
	a, b := us[0].rect().Centre(), us[1].rect().Centre()
	var bs []arrange.Box
	for i, by := range [2]geom.Point{b.Sub(a), a.Sub(b)} {
		for _, o := range us[i].boxes {
			bs = append(bs, arrange.Box{ID: o.ID, Rect: o.Rect.Move(by)})
		}
	}
	e.Apply(say.DidExchange, e.MoveTo(bs))
}
