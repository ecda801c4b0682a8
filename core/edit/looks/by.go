package looks

import (
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// lookBy gives all steps of the page one fill for each value of what f tells of them, in the
// order of the values: the page's tints, then these with a hatch; those without one, and beyond, become plain.
func (e *Editor) lookBy(words string, values []string, f func(*chart.Step) string) {
	tints := style.Tints(e.Page())
	e.giveLooks(words, e.Page().Steps, func(s *chart.Step, l chart.StepLook) chart.StepLook {
		l.Fill, l.Fill2, l.Turn, l.Clear, l.Hatch = "", "", nil, nil, nil
		if i := slices.Index(values, f(s)); i >= 0 && i < 2*len(tints) && !s.Symbol.Open() {
			l.Fill = tints[i%len(tints)]
			if i >= len(tints) {
				l.Hatch = new(true)
			}
		}
		return l
	})
	if more := len(values) - 2*len(tints); more > 0 {
		e.Say(say.MoreValues(2*len(tints), more))
	}
}

// ByLane gives the steps of each lane one fill.
func (e *Editor) ByLane() {
	var lanes []string
	for _, l := range e.Page().Lanes {
		lanes = append(lanes, l.ID)
	}
	e.lookBy(say.DidLookByLane, lanes, func(s *chart.Step) string { return s.Lane })
}

// ByKind leaves processes plain, which most steps are.
func (e *Editor) ByKind() {
	var kinds []string
	for _, i := range symbol.All() {
		if i.Kind != symbol.Process && !i.Kind.Open() && slices.ContainsFunc(e.Page().Steps, func(s *chart.Step) bool { return s.Symbol == i.Kind }) {
			kinds = append(kinds, string(i.Kind))
		}
	}
	e.lookBy(say.DidLookByKind, kinds, func(s *chart.Step) string { return string(s.Symbol) })
}

// ByField gives all steps one fill for each value of a field, in the order given.
func (e *Editor) ByField(name string, order []*chart.Step) {
	value := func(s *chart.Step) string {
		for _, f := range s.Fields {
			if f.Name == name {
				return strings.TrimSpace(f.Value)
			}
		}
		return ""
	}
	var values []string
	for _, s := range order {
		if v := value(s); v != "" && !slices.Contains(values, v) {
			values = append(values, v)
		}
	}
	if len(values) == 0 {
		e.Say(say.NoValues)
		return
	}
	e.lookBy(say.DidLookByField(name), values, value)
}
