package steps

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/number"
)

// OfferReferences offers to have what names other steps in a text follow their numbers: 'back to step 4'.
func (e *Editor) OfferReferences(id string) {
	st := e.Page().Step(id)
	if st == nil {
		return
	}
	if ms := number.Mentions(e.Chart(), e.Page(), st); len(ms) > 0 {
		e.Say(say.Mentions(st.Text[ms[0].From:ms[0].To], len(ms)), session.Answer{Words: say.WordFollow, Do: "refer", Arg: id})
	}
}

// OfferLabelReferences is OfferReferences for the labels of a connector.
func (e *Editor) OfferLabelReferences(id string) {
	l := e.Page().Connector(id)
	if l == nil {
		return
	}
	for _, t := range l.Labels {
		if words, to := number.LabelMention(e.Chart(), e.Page(), t); to != nil {
			e.Say(say.Mentions(words, 1), session.Answer{Words: say.WordFollow, Do: "refer-label", Arg: id})
			return
		}
	}
}

// ReferLabels has the labels of a connector that name steps follow their numbers from now on.
func (e *Editor) ReferLabels(id string) {
	l := e.Page().Connector(id)
	if l == nil {
		return
	}
	labels := append([]chart.Label{}, l.Labels...)
	for i, t := range labels {
		if _, to := number.LabelMention(e.Chart(), e.Page(), t); to != nil {
			labels[i].Refers = to
		}
	}
	e.Apply(say.DidRefer, chart.Part{Do: "line.set", Page: e.PageID(), ID: id, Labels: &labels})
}

// Refer has what names other steps in a text lead to them: it follows their numbers from now on.
func (e *Editor) Refer(id string) {
	st := e.Page().Step(id)
	if st == nil {
		return
	}
	runs := st.Runs
	for _, m := range number.Mentions(e.Chart(), e.Page(), st) {
		runs = chart.RunsLinked(runs, m.From, m.To, m.Link)
	}
	e.Apply(say.DidRefer, chart.Part{Do: "step.set", Page: e.PageID(), ID: id, Runs: &runs})
}
