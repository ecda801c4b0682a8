package looks

import (
	"encoding/json"

	"plaintracer/core/chart"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// eachLook is of the selected steps one of each look. A text of several looks counts as so many
// steps; of a text being typed that which is chosen.
func (e *Editor) eachLook() []*chart.Step {
	var out []*chart.Step
	seen := map[style.Step]bool{}
	steps := []*chart.Step{}
	for _, s := range Unlike(e.Steps()) {
		steps = append(steps, e.eachRun(s)...)
	}
	for _, s := range steps {
		if l := style.Of(e.Page(), s); !seen[l] {
			seen[l] = true
			out = append(out, s)
		}
	}
	return out
}

// Unlike are of some steps one of each symbol and look, and all with parts that look otherwise. How the others look
// need not be found out.
func Unlike(steps []*chart.Step) (out []*chart.Step) {
	type kind struct {
		symbol symbol.Kind
		look   *chart.StepLook // which is never changed, but replaced
	}
	seen := map[kind]bool{}
	for _, s := range steps {
		if k := (kind{s.Symbol, s.Look}); len(s.Runs) > 0 || !seen[k] {
			seen[k] = seen[k] || len(s.Runs) == 0
			out = append(out, s)
		}
	}
	return out
}

// eachRun is a step as it would be if all of its text looked as a part of it does.
func (e *Editor) eachRun(s *chart.Step) []*chart.Step {
	runs, from, to, next := s.Runs, 0, len(s.Text), chart.TextLook{}
	if t := e.text.RunsTyped(s.ID); t != nil {
		runs, from, to, next = t.Runs, t.From, t.To, t.Next
	}
	if len(runs) == 0 && next.IsZero() {
		return []*chart.Step{s}
	}
	like := func(l chart.TextLook) *chart.Step {
		out, look := *s, chart.StepLook{}
		if s.Look != nil {
			look = *s.Look
		}
		look.Text = look.Text.With(l)
		out.Look, out.Runs = &look, nil
		return &out
	}
	if from == to { // what is typed next looks like what stands before
		for _, r := range runs {
			if r.From < from && r.To >= from || r.From == 0 && from == 0 {
				next = r.Text.With(next)
			}
		}
		return []*chart.Step{like(next)}
	}
	var out []*chart.Step
	at := from
	for _, r := range runs {
		if r.To <= from || r.From >= to {
			continue
		}
		if at < r.From {
			out = append(out, like(chart.TextLook{}))
		}
		out, at = append(out, like(r.Text)), r.To
	}
	if at < to {
		out = append(out, like(chart.TextLook{}))
	}
	return out
}

// StepsLook reports whether some, and whether all of the looks that are shown have what a look
// names.
func (e *Editor) StepsLook(arg string) (some, all bool) {
	var want chart.StepLook
	if len(e.shown) == 0 || json.Unmarshal([]byte(arg), &want) != nil {
		return false, false
	}
	all = true
	for _, s := range e.shown {
		with := *s
		l := want
		if s.Look != nil {
			l = s.Look.With(want)
		}
		with.Look = &l
		if a, b := style.Of(e.Page(), &with), style.Of(e.Page(), s); a == b && (want.Text.Colour == "" || a.ByItself == (want.Text.Colour == chart.ByItself)) {
			some = true
		} else {
			all = false
		}
	}
	return some, all
}
