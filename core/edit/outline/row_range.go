package outline

import (
	"encoding/json"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/list"
)

// Several rows of the list at once: they are selected, copied as text and as they are drawn, and cut so
// that the flow closes behind them.

// RowsSelect selects the steps of rows: a JSON list of their ids.
func (e *Editor) RowsSelect(arg string) {
	var ids []string
	if json.Unmarshal([]byte(arg), &ids) != nil {
		return
	}
	e.Keep()
	e.Cancel()
	e.Select(slices.DeleteFunc(ids, func(id string) bool { return e.Page().Step(id) == nil })...)
}

// RowsCopy puts the selected steps on the clipboard, with their text as the list writes it.
func (e *Editor) RowsCopy() {
	if len(e.Steps()) == 0 {
		e.Say(say.Sentence(say.WhyStep))
		return
	}
	f := e.steps.Taken()
	rows := *e.Page() // the part of it that the rows are, in its lanes
	rows.Steps, rows.Connectors, rows.Title = e.Steps(), f.Lines, ""
	f.Text = list.Write(&chart.Chart{Pages: []*chart.Page{&rows}})
	e.Copy(session.Quote(f))
}

// RowsCut copies the selected steps and takes them out of the flow: what led to them leads to where they
// went on.
func (e *Editor) RowsCut() {
	free := e.steps.Free(e.Steps())
	if len(free) == 0 {
		return
	}
	e.RowsCopy()
	e.AsOne(func() {
		for _, s := range free {
			parts := e.rowOut(s)
			dropped := map[string]bool{}
			for _, d := range parts {
				dropped[d.ID] = d.Do == "line.drop" || dropped[d.ID]
				if d.Do == "line.set" && d.To != nil {
					dropped[d.ID] = true // it leads elsewhere
				}
			}
			for _, c := range e.Page().Connectors {
				if (c.From.Step == s.ID || c.To.Step == s.ID) && !dropped[c.ID] {
					parts = append(parts, chart.Part{Do: "line.drop", Page: e.PageID(), ID: c.ID})
				}
			}
			e.Apply(say.DidDelete, append(parts, chart.Part{Do: "step.drop", Page: e.PageID(), ID: s.ID})...)
		}
	})
}
