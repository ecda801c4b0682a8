package outline

import (
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/list"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// AddTyped adds a step with its text from the step list, after the selected one or else
// the last, and connected to it; with the name of an outcome to the decision above. The text says what a
// row of the list says.
func (e *Editor) AddTyped(text string) {
	if text = strings.TrimSpace(text); text == "" {
		return
	}
	e.Keep()
	from, asks := e.followed()
	said := list.ReadRow(text, asks != nil, func(n string) bool { return e.numbered(n) != nil })
	if said.Outcome != "" {
		from = asks
		e.Select(asks.ID)
	}
	if to := e.numbered(said.To); said.Text == "" && to != nil && from != nil { // 'No: back to step 2'
		_, line := e.steps.AddLine(chart.End{Step: from.ID}, chart.End{Step: to.ID}, from.Symbol, to.Symbol)
		if said.Outcome != "" {
			line.Line.Labels = []chart.Label{{Text: said.Outcome}}
		}
		e.Apply(say.DidConnect, line)
		return
	}
	k := list.Inferred(said.Text, len(e.Page().Steps) == 0)
	if said.Symbol != "" {
		k = said.Symbol
	}
	size := e.steps.Next.Size(k)
	size.W, size.H = typeset.Plain.Grow(k, size.W, size.H, said.Text)
	id, add := e.steps.AddStep(k, e.steps.NextFree(size, false))
	add.Step.Text = said.Text
	parts := []chart.Part{add}
	if from != nil {
		_, line := e.steps.AddLine(chart.End{Step: from.ID}, chart.End{Step: id}, from.Symbol, k)
		if said.Outcome != "" {
			line.Line.Labels = []chart.Label{{Text: said.Outcome}}
		}
		parts = append(parts, line)
	}
	e.AsOne(func() {
		if !e.Apply(say.DidNext, parts...) {
			return
		}
		e.Select(id)
		s := e.Page().Step(id)
		if said.Lane != "" {
			e.Apply(say.DidNext, e.laneFor(s, said.Lane)...)
		}
		if to := e.numbered(said.To); to != nil {
			e.Apply(say.DidNext, e.lines.SendTo(s, to)...)
		}
	})
}

// followed is the step that the next one follows, which is selected, and the decision that an outcome would be of;
// nil for none.
func (e *Editor) followed() (from, asks *chart.Step) {
	if e.Only() == nil {
		e.Select()
		if rows := e.Rows(); len(rows) > 0 {
			e.Select(rows[len(rows)-1].ID)
		}
	}
	from = e.Only()
	if from != nil && from.Symbol == symbol.Decision {
		return from, from
	} else if from != nil {
		asks, _ = e.decisionAbove(from.ID)
	}
	return from, asks
}

// BeginOutcome has the field for the next step begin with the outcome that its decision has not got yet.
func (e *Editor) BeginOutcome() {
	_, asks := e.followed()
	if asks == nil {
		return
	}
	var taken []string
	for _, c := range e.lines.Ways(asks) {
		taken = append(taken, c.Outcome())
	}
	if word := list.NextOutcome(taken); word != "" {
		e.field = word + " -> "
	}
}
