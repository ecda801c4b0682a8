package edit

import (
	"math"
	"strconv"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// busy reports whether something is under way that Escape ends before anything else.
func (e *Editor) busy() bool {
	return e.UnderWay() || e.hand.Holds() || e.Asked() != nil
}

// leaveDrawer ends what a drawer only tried, when Escape has nothing else to end, and reports whether one is
// open.
func (e *Editor) leaveDrawer() bool {
	if !e.InDrawer() || e.busy() {
		return false
	}
	e.Preview(nil)
	return true
}

func (e *Editor) escape() {
	busy := e.busy()
	e.hand.LetGo()
	e.Cancel()
	if !busy {
		e.Select()
	}
}

func (e *Editor) selectAll() {
	e.Select()
	for _, s := range e.Page().Steps {
		e.Also(s.ID)
	}
	for _, c := range e.Page().Connectors {
		e.Also(c.ID)
	}
}

// selectLoose selects the connectors with an end that holds at nothing.
func (e *Editor) selectLoose() {
	e.Select()
	for _, c := range e.Page().Connectors {
		if c.From.Loose() || c.To.Loose() {
			e.Also(c.ID)
		}
	}
}

func (e *Editor) deleteSelected() {
	if e.Band() != "" && e.Count() == 0 {
		e.bands.Delete("")
		return
	}
	e.steps.Remove()
}

// chooseSymbol makes the selected steps a symbol, or takes it in the hand where none is selected.
func (e *Editor) chooseSymbol(k symbol.Kind) {
	if len(e.Steps()) == 0 {
		e.hand.Take(k)
		return
	}
	e.steps.SetSymbol(k)
}

// symbolIs reports whether what would be made of it is one already.
func (e *Editor) symbolIs(k symbol.Kind) bool {
	return e.steps.AllAre(k) || len(e.Steps()) == 0 && e.hand.InHand() == k
}

// typeOnSelected opens what is selected for typing.
func (e *Editor) typeOnSelected() {
	switch {
	case e.Only() != nil:
		e.text.OnStep(e.Only().ID)
	case len(e.Lines()) == 1:
		e.text.OnLine(e.Lines()[0].ID)
	case e.Band() != "":
		e.text.OnLane(e.Band())
	}
}

// NextStep adds a step after the selected one, connected and open for typing;
// aside is another way out.
func (e *Editor) nextStep(aside bool) {
	s := e.Only()
	if s == nil {
		e.Say(say.Sentence(say.WhyOneStep))
		return
	}
	if e.pages.Tree() != "" {
		e.addPerson(s, aside)
		return
	}
	r := e.steps.NextFree(e.steps.Next.Size(symbol.Process), aside)
	words := say.DidNext
	if aside {
		words = say.DidOther
	}
	id, add := e.steps.AddStep(symbol.Process, r)
	_, line := e.steps.AddLine(chart.End{Step: s.ID}, chart.End{Step: id}, s.Symbol, symbol.Process)
	if e.Apply(words, add, line) {
		e.Select(id)
		e.text.OnStep(id)
	}
}

// addPerson adds somebody to a hierarchy: below a step, or beside it, a colleague; who has no superior has no colleague.
func (e *Editor) addPerson(s *chart.Step, below bool) {
	above, words := s, say.DidBelow
	if boss, _ := e.pages.Superior(s.ID); boss != nil && !below {
		above, words = boss, say.DidColleague
	}
	r := e.steps.Next.Size(s.Symbol)
	r.X, r.Y = s.X, s.Y
	id, add := e.steps.AddStep(s.Symbol, r)
	_, line := e.steps.AddLine(chart.End{Step: above.ID}, chart.End{Step: id}, above.Symbol, s.Symbol)
	if e.ApplyAnew(e.Page().Connectors, words, e.pages.AsTree(append(e.Page().Unfolding(above.ID), add, line)...)...) {
		e.Select(id)
		e.text.OnStep(id)
	}
}

// byNumber selects the step numbered d after the selected one.
func (e *Editor) byNumber(d int) {
	at := 0
	if s := e.Only(); s != nil {
		at, _ = strconv.Atoi(s.Number)
	}
	best, dist := "", math.MaxInt
	for _, s := range e.Page().Steps {
		if n, err := strconv.Atoi(s.Number); err == nil && (n-at)*d > 0 && (n-at)*d < dist {
			best, dist = s.ID, (n-at)*d
		}
	}
	if best != "" {
		e.Select(best)
	}
}

// nearest selects the step nearest to the selected one in a direction.
func (e *Editor) nearest(d geom.Point) {
	s := e.Only()
	if s == nil {
		if ss := e.Page().Steps; len(ss) > 0 {
			e.Select(ss[0].ID)
		}
		return
	}
	from := e.Sheet().Shape(s.ID).Rect.Centre()
	best, dist := "", math.Inf(1)
	for _, sh := range e.Sheet().Steps {
		v := sh.Rect.Centre().Sub(from)
		ahead, beside := v.X*d.X+v.Y*d.Y, math.Abs(v.X*d.Y)+math.Abs(v.Y*d.X)
		if c := ahead + 2*beside; ahead > 1 && c < dist {
			best, dist = sh.Step.ID, c
		}
	}
	if best != "" {
		e.Select(best)
	}
}
