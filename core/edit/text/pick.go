package text

import (
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/session"
	"plaintracer/core/number"
)

// mostPicks is how many steps are offered at once.
const mostPicks = 6

// picks are the steps that what stands before the caret may name, those of the page first.
func (e *Editor) picks() []Pick {
	from, part := e.beginning()
	if from < 0 {
		return nil
	}
	var out []Pick
	for _, p := range e.pages() {
		for _, s := range p.Steps {
			if s.Number == "" || s.ID == e.typing.ID || !beginsWith(s, part) {
				continue
			}
			if out = append(out, Pick{s.ID, session.Short(strings.Join(strings.Fields(s.Number+" "+s.Text), " "))}); len(out) == mostPicks {
				return out
			}
		}
	}
	return out
}

// pages are those of the chart, the one that is shown first.
func (e *Editor) pages() []*chart.Page {
	out := []*chart.Page{e.Page()}
	for _, p := range e.Chart().Pages {
		if p != e.Page() {
			out = append(out, p)
		}
	}
	return out
}

// beginning is where what names a step begins before the caret, and what there is of its number or text; -1 where nothing does,
// or it leads to one already.
func (e *Editor) beginning() (from int, part string) {
	t := e.typing
	if t.Kind != "step" && t.Kind != "label" || t.from != t.to {
		return -1, ""
	}
	from, part = number.Beginning(t.Text[:t.to])
	for _, r := range t.runs {
		if r.Link != nil && r.From <= from && from < r.To {
			return -1, ""
		}
	}
	if t.refers != nil && number.Names(e.Chart(), t.Text, t.refers) {
		return -1, ""
	}
	return from, part
}

// beginsWith reports whether the number of a step, or a word of its text, begins so.
func beginsWith(s *chart.Step, part string) bool {
	part = strings.ToLower(strings.TrimSpace(part))
	return strings.HasPrefix(strings.ToLower(s.Number), part) || strings.Contains(" "+strings.ToLower(strings.Join(strings.Fields(s.Text), " ")), " "+part)
}

// Pick completes what is being typed with the number of a step, which it follows from then on.
func (e *Editor) Pick(id string) {
	t := e.typing
	if t == nil {
		return
	}
	from, part := e.beginning()
	p, s := e.stepOf(id)
	if from < 0 || s == nil || s.Number == "" {
		return
	}
	begins := t.to - len(part)
	text := t.Text[:begins] + s.Number + t.Text[t.to:]
	e.takeText(t, text)
	end := begins + len(s.Number)
	link := &chart.Link{Page: p.ID, Step: id}
	if t.Kind == "label" {
		t.refers = link
	} else {
		t.runs = chart.RunsLinked(t.runs, from, end, link)
	}
	e.Choose(end, end)
	e.Hear()
	e.showTyped()
}

// stepOf is a step of the chart with its page.
func (e *Editor) stepOf(id string) (*chart.Page, *chart.Step) {
	for _, p := range e.pages() {
		if s := p.Step(id); s != nil {
			return p, s
		}
	}
	return nil, nil
}
