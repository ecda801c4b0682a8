package steps

import (
	"strconv"

	"plaintracer/core/arrange/tidy"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// Degree is how far tidying goes, an index of tidy.Degrees; SetDegree chooses it.
func (e *Editor) Degree() int { return e.lining.degree + tidy.Usual }

// SetDegree chooses how far tidying goes.
func (e *Editor) SetDegree(arg string) {
	if n, err := strconv.Atoi(arg); err == nil && n >= 0 && n < len(tidy.Degrees) {
		e.lining.degree = n - tidy.Usual
	}
}

// Tidied are the places of the steps that tidying would move: of those selected, of the selected lane, else of the
// page; and the locked ones that are in its way.
func (e *Editor) Tidied() (places []chart.Place, held []*chart.Step) {
	var chosen func(*chart.Step) bool
	switch lane := e.Page().Lane(e.Band()); {
	case len(e.Steps()) > 0:
		chosen = func(s *chart.Step) bool { return e.Selected(s.ID) }
	case lane != nil:
		chosen = func(s *chart.Step) bool { return s.Lane == lane.ID }
	}
	return tidy.Places(e.Page(), chosen, tidy.Degrees[e.Degree()])
}

// Tidy makes the arrangement exact. Connectors of steps that move find their ways anew.
func (e *Editor) Tidy() {
	places, held := e.Tidied()
	if len(places) == 0 {
		e.Say(say.NothingToTidy(len(held)))
		return
	}
	moved := map[string]bool{}
	for _, pl := range places {
		moved[pl.ID] = true
	}
	var anew []*chart.Connector
	for _, c := range e.Page().Connectors {
		if moved[c.From.Step] || moved[c.To.Step] {
			anew = append(anew, c)
		}
	}
	if e.ApplyAnew(anew, say.DidTidy, chart.Part{Do: "step.place", Page: e.PageID(), Places: places}) && len(held) > 0 {
		e.Say(say.TidyHeld(len(held)))
	}
}
