package steps

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/list"
	"plaintracer/core/symbol"
)

// Meaning is what a connector between two symbols says, where that is plain.
func Meaning(a, b symbol.Kind) chart.Meaning {
	switch {
	case a.Beside() || b.Beside():
		return chart.Note
	case a.Store() || b.Store():
		return chart.Data
	}
	return chart.Flow
}

// AddLine is the part that connects two ends. from is the symbol at the start
// ("" when loose); the first two ways out of a decision are yes and no.
func (e *Editor) AddLine(from, to chart.End, fromKind, toKind symbol.Kind) (string, chart.Part) {
	p := e.Page()
	l := &chart.Connector{ID: e.NewID("c"), From: from, To: to, Meaning: Meaning(fromKind, toKind), Kind: e.Next.Kind, Look: e.Next.LineLook()}
	if fromKind == symbol.Decision && l.Meaning.Way() {
		var taken []string
		for _, c := range p.Connectors {
			if c.From.Step == from.Step && c.Meaning.Way() {
				taken = append(taken, c.Outcome())
			}
		}
		if word := list.NextOutcome(taken); word != "" && len(taken) < 2 {
			l.Labels = []chart.Label{{Text: word}}
		}
	}
	return l.ID, chart.Part{Do: "line.add", Page: p.ID, Line: l}
}

// Connect glues two steps together, as the key g does.
func (e *Editor) Connect(from, to *chart.Step) {
	id, part := e.AddLine(chart.End{Step: from.ID}, chart.End{Step: to.ID}, from.Symbol, to.Symbol)
	if e.Apply(say.DidConnect, part) {
		e.Select(id)
	}
}

// Chain connects the selected steps, each to the next one, in the order in which they were picked.
func (e *Editor) Chain() {
	var parts []chart.Part
	ss := e.InOrder()
	for i := 1; i < len(ss); i++ {
		if e.connected(ss[i-1].ID, ss[i].ID) {
			continue
		}
		_, line := e.AddLine(chart.End{Step: ss[i-1].ID}, chart.End{Step: ss[i].ID}, ss[i-1].Symbol, ss[i].Symbol)
		parts = append(parts, line)
	}
	if !e.Apply(say.DidChain, parts...) {
		e.Say(say.Chained)
	}
}

func (e *Editor) connected(from, to string) bool {
	for _, c := range e.Page().Connectors {
		if c.From.Step == from && c.To.Step == to {
			return true
		}
	}
	return false
}
