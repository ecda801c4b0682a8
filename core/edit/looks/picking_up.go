package looks

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
)

// PickUp picks up the look of the only selected step or connector.
func (e *Editor) PickUp() {
	if s := e.Only(); s != nil {
		e.picked = &pickedLook{step: &chart.StepLook{}, of: session.StepName(s)}
		if s.Look != nil {
			e.picked.step = s.Look
		}
	} else {
		c := e.Lines()[0]
		e.picked = &pickedLook{line: &chart.Look{}, of: e.Between(c)}
		if c.Look != nil {
			e.picked.line = c.Look
		}
	}
	e.Say(say.PickedUp(e.picked.of))
}

// PickedUp reports whether a look was picked up, and whether it is that of a step.
func (e *Editor) PickedUp() (some, ofStep bool) {
	return e.picked != nil, e.picked != nil && e.picked.step != nil
}

// PutOn puts the look that was picked up on what is selected.
func (e *Editor) PutOn() {
	p := e.picked
	if p.step != nil {
		e.changeLooks(say.DidPutOn, func(chart.StepLook) chart.StepLook { return *p.step })
		return
	}
	e.lines.SetLines(say.DidPutOn, say.LookAlready, func(c *chart.Connector) *chart.Part { return &chart.Part{Look: p.line} })
}
