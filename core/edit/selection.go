package edit

import (
	"maps"
	"slices"
	"strings"

	"plaintracer/core/chart"
)

// selection is what is selected: steps and connectors, or a lane.
type selection struct {
	selected map[string]bool // steps and connectors
	order    []string        // those that were picked one by one, in that order; some may be selected no more
	band     string          // a lane, a group of lanes or a stage
	inside   string          // the group that the hand has gone into
	held     *chosen         // while facts are gathered
}

// chosen is what is selected of a page. A hundred commands ask for it when the facts of a change
// are gathered, in which nothing changes; they look through the page once.
type chosen struct {
	page  *chart.Page
	steps []*chart.Step
	lines []*chart.Connector
}

// hold keeps what is selected of a page until release.
func (s *selection) hold(p *chart.Page) (release func()) {
	s.held = &chosen{p, s.steps(p), s.lines(p)}
	return func() { s.held = nil }
}

// selectOnly makes ids the selection.
func (s *selection) selectOnly(ids ...string) {
	s.selected, s.band, s.order, s.inside = map[string]bool{}, "", nil, ""
	for _, id := range ids {
		s.pick(id)
	}
}

// pick adds to the selection.
func (s *selection) pick(id string) {
	s.selected[id] = true
	s.order = append(s.order, id)
}

// inOrder are the selected steps: first those that were picked one by one, in that order.
func (s *selection) inOrder(p *chart.Page) []*chart.Step {
	steps := s.steps(p)
	at := func(t *chart.Step) int {
		for i := len(s.order) - 1; i >= 0; i-- {
			if s.order[i] == t.ID {
				return i
			}
		}
		return len(s.order)
	}
	steps = slices.Clone(steps)
	slices.SortStableFunc(steps, func(a, b *chart.Step) int { return at(a) - at(b) })
	return steps
}

// prune forgets what is not on the page any more.
func (s *selection) prune(p *chart.Page) {
	there := map[string]bool{}
	for _, st := range s.steps(p) {
		there[st.ID] = true
	}
	for _, c := range s.lines(p) {
		there[c.ID] = true
	}
	s.selected = there
	if _, ok := p.Band(s.band); !ok {
		s.band = ""
	}
}

// steps are the selected steps in page order.
func (s *selection) steps(p *chart.Page) []*chart.Step {
	if s.held != nil && s.held.page == p {
		return s.held.steps
	}
	var out []*chart.Step
	for _, st := range p.Steps {
		if s.selected[st.ID] {
			out = append(out, st)
		}
	}
	return out
}

// lines are the selected connectors in page order.
func (s *selection) lines(p *chart.Page) []*chart.Connector {
	if s.held != nil && s.held.page == p {
		return s.held.lines
	}
	var out []*chart.Connector
	for _, c := range p.Connectors {
		if s.selected[c.ID] {
			out = append(out, c)
		}
	}
	return out
}

// picked names all that is selected.
func (s *selection) picked() string {
	return strings.Join(append(slices.Sorted(maps.Keys(s.selected)), s.band), " ")
}
