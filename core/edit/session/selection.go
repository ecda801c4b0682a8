package session

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

// Hold keeps what is selected of a page until release.
func (s *selection) Hold(p *chart.Page) (release func()) {
	s.held = &chosen{p, s.steps(p), s.lines(p)}
	return func() { s.held = nil }
}

// Select makes ids the selection.
func (s *selection) Select(ids ...string) {
	s.selected, s.band, s.order, s.inside = map[string]bool{}, "", nil, ""
	for _, id := range ids {
		s.Pick(id)
	}
}

// SelectBand makes a lane, a group of lanes or a stage the selection.
func (s *selection) SelectBand(id string) {
	s.Select()
	s.band = id
}

// Pick adds a step or a connector to the selection, as the last one of those picked one by one. A band is then
// selected no more.
func (s *selection) Pick(id string) {
	s.band = ""
	s.Also(id)
	s.order = append(s.order, id)
}

// Also adds to the selection, Drop takes from it.
func (s *selection) Also(id string) { s.selected[id] = true }
func (s *selection) Drop(id string) { delete(s.selected, id) }

// Selected reports whether a step or a connector is selected.
func (s *selection) Selected(id string) bool { return s.selected[id] }

// Count is how many are.
func (s *selection) Count() int { return len(s.selected) }

// Band is the selected lane, group of lanes or stage, "" for none.
func (s *selection) Band() string { return s.band }

// Inside is the group that the hand has gone into, "" for none; GoInside goes into one.
func (s *selection) Inside() string        { return s.inside }
func (s *selection) GoInside(group string) { s.inside = group }

// SelectionKey tells one selection from another.
func (s *selection) SelectionKey() string {
	return strings.Join(append(slices.Sorted(maps.Keys(s.selected)), s.band), " ")
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
