package number

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/symbol"
)

// Page returns the command that numbers a page by itself 1..n; ok is false when every number stands
// already.
func Page(p *chart.Page) (cmd chart.Command, ok bool) {
	return Chart(&chart.Chart{Pages: []*chart.Page{p}}, p)
}

// Chart returns the command that numbers a page as the chart's numbering says, and those pages with
// which its numbers hang together: what the flow goes on to from it or comes from, or all pages where
// numbers begin with those of pages or of steps that open pages. Numbers that are pinned stay, and no
// other step is given them. References follow. ok is false when every number stands already.
func Chart(c *chart.Chart, p *chart.Page) (cmd chart.Command, ok bool) {
	s := schemeOf(c, p)
	s.number()
	return s.command()
}

// All returns the command that numbers all pages of a chart.
func All(c *chart.Chart) (cmd chart.Command, ok bool) {
	cmd.Words = "number"
	var changed []change
	done := map[*chart.Page]bool{}
	for _, p := range c.Pages {
		if done[p] {
			continue
		}
		s := schemeOf(c, p)
		s.number()
		for _, q := range s.pages {
			done[q] = true
		}
		parts, of := s.changes()
		cmd.Parts, changed = append(cmd.Parts, parts...), append(changed, of...)
	}
	cmd.Parts = append(cmd.Parts, follow(c, changed)...)
	return cmd, len(cmd.Parts) > 0
}

// Sample are the first numbers of a numbering, in words.
func Sample(by chart.Numbering) string {
	s := &scheme{by: by, given: map[string]int{}}
	heads := []string{"", "", ""}
	switch by.By {
	case chart.ByLane:
		heads = []string{"A", "A", "B"}
	case chart.ByPage, chart.ByStage:
		heads = []string{"1.", "1.", "2."}
	}
	var out []string
	for _, h := range heads {
		out = append(out, s.next(h))
	}
	if by.By == chart.ByPart {
		out = append(out, s.next(strings.TrimPrefix(out[2], by.Prefix)+"."))
	}
	return strings.Join(out, ", ")
}

// Between returns the command that numbers the steps without a number alone, so that they come between
// those that have one: 4.1 behind 4. Behind the last one numbers go on as they do.
func Between(c *chart.Chart, p *chart.Page) (cmd chart.Command, ok bool) {
	s := schemeOf(c, p)
	s.between()
	return s.command()
}

// place is a step that is to have a number.
type place struct {
	page *chart.Page
	step *chart.Step
	head string // of its number, such as '4.' or 'A'; steps of the same head are counted together
	of   *place // of which decision it is an outcome
	nth  int    // which one
}

// scheme makes the numbers of some pages.
type scheme struct {
	chart  *chart.Chart
	by     chart.Numbering
	pages  []*chart.Page
	places []*place // in the order of their numbers
	want   map[*chart.Step]string
	taken  map[string]bool // by steps that keep their numbers
	given  map[string]int  // how many numbers, by head
}

// schemeOf are the places of what is numbered together with a page.
func schemeOf(c *chart.Chart, p *chart.Page) *scheme {
	s := &scheme{chart: c, want: map[*chart.Step]string{}, taken: map[string]bool{}, given: map[string]int{}}
	if c.Numbering != nil {
		s.by = *c.Numbering
	}
	switch s.by.By {
	case chart.ByPage:
		for i, q := range c.Pages {
			s.order(q, func(*chart.Step) string { return fmt.Sprint(i+1, ".") })
		}
	case chart.ByPart:
		s.parts()
	default:
		pages := flow.Linked(c, p)
		head := s.heads(pages)
		for _, q := range pages {
			s.order(q, head)
		}
	}
	return s
}

// heads tells how the number of a step begins where steps are counted by lane or stage: by the names that these have,
// which further pages repeat.
func (s *scheme) heads(pages []*chart.Page) func(*chart.Step) string {
	var names []string
	nth := func(name string) int {
		i := slices.Index(names, name)
		if i < 0 {
			i = len(names)
			names = append(names, name)
		}
		return i
	}
	in := map[*chart.Step]*chart.Page{}
	for _, p := range pages {
		for _, st := range p.Steps {
			in[st] = p
		}
		switch s.by.By {
		case chart.ByLane:
			for _, l := range p.Lanes {
				nth(l.Name)
			}
		case chart.ByStage:
			for _, l := range p.Stages {
				nth(l.Name)
			}
		}
	}
	return func(st *chart.Step) string {
		switch p := in[st]; s.by.By {
		case chart.ByLane:
			if l := p.Lane(st.Lane); l != nil {
				return letters(nth(l.Name), 'A')
			}
		case chart.ByStage:
			if l := p.StageOf(st); l != nil {
				return fmt.Sprint(nth(l.Name)+1, ".")
			}
		}
		return ""
	}
}

// letters counts A to Z, AA, AB and so on, from 0.
func letters(n int, first rune) string {
	out := ""
	for ; n >= 0; n = n/26 - 1 {
		out = string(first+rune(n%26)) + out
	}
	return out
}

// order puts the steps of a page behind those before. Off-page connectors with a mate are the two ends
// of a connector, and no steps.
func (s *scheme) order(p *chart.Page, head func(*chart.Step) string) {
	s.pages = append(s.pages, p)
	g := flow.Of(p)
	back := g.Walk().Back
	at := map[int]*place{}
	for _, v := range Order(g) {
		st := p.Steps[v]
		if len(flow.Mates(s.chart, st)) > 0 || s.without(st.Symbol) && !st.Pinned {
			continue
		}
		k := &place{page: p, step: st, head: head(st)}
		if s.by.Outcomes && st.Symbol != symbol.Decision {
			k.of, k.nth = outcome(g, back, v, at)
		}
		at[v] = k
		s.places = append(s.places, k)
	}
}

// outcome tells of which decision a step is an outcome, and which one: where nothing else leads to it.
func outcome(g *flow.Graph, back []bool, v int, at map[int]*place) (of *place, nth int) {
	forward := slices.DeleteFunc(slices.Clone(g.In[v]), func(e int) bool { return back[e] })
	if len(forward) != 1 {
		return nil, 0
	}
	from := g.Ways[forward[0]].From
	if g.Steps[from].Symbol != symbol.Decision || len(g.Out[from]) < 2 {
		return nil, 0
	}
	return at[from], slices.Index(g.Out[from], forward[0])
}

// without reports whether steps of a symbol have no number.
func (s *scheme) without(k symbol.Kind) bool {
	for _, not := range s.by.Without {
		switch {
		case not == chart.NoTerminators && k == symbol.Terminator,
			not == chart.NoDocuments && (k == symbol.Document || k == symbol.MultiDocument),
			not == chart.NoStores && k.Store():
			return true
		}
	}
	return false
}

// parts puts pages in the order in which steps open them: the steps of a page that step 4 opens are 4.1, 4.2. Pages that
// the flow leads to from each other are one part.
func (s *scheme) parts() {
	opened := map[string]bool{}
	for _, p := range s.chart.Pages {
		for _, st := range p.Steps {
			if to := opens(st); to != p.ID {
				opened[to] = true
			}
		}
	}
	done := map[*chart.Page]bool{}
	var part func(p *chart.Page, head string)
	part = func(p *chart.Page, head string) {
		if p == nil || done[p] {
			return
		}
		pages := flow.Linked(s.chart, p)
		from := len(s.places)
		for _, q := range pages {
			if !done[q] {
				done[q] = true
				s.order(q, func(*chart.Step) string { return head })
			}
		}
		s.numberPlaces(s.places[from:])
		for _, k := range slices.Clone(s.places[from:]) {
			if to := opens(k.step); to != "" {
				part(s.chart.Page(to), strings.TrimPrefix(s.want[k.step], s.by.Prefix)+".")
			}
		}
	}
	for _, first := range []bool{true, false} { // those left open each other
		for _, p := range s.chart.Pages {
			if !first || !opened[p.ID] {
				part(p, "")
			}
		}
	}
}

// opens is the id of the page that a step opens; "" for none.
func opens(st *chart.Step) string {
	if st.Link == nil || st.Link.Step != "" {
		return ""
	}
	return st.Link.Page
}

// number gives all places their numbers.
func (s *scheme) number() {
	clear(s.want)
	clear(s.given)
	s.numberPlaces(s.places)
}

func (s *scheme) numberPlaces(places []*place) {
	if len(s.taken) == 0 {
		for _, p := range s.chart.Pages {
			for _, st := range p.Steps {
				if st.Pinned && st.Number != "" {
					s.taken[st.Number] = true
				}
			}
		}
	}
	for _, k := range places {
		switch of := s.decision(k); {
		case k.step.Pinned && k.step.Number != "":
			s.want[k.step] = k.step.Number
		case of != "" && !s.taken[of]:
			s.want[k.step] = of
		default:
			s.want[k.step] = s.next(k.head)
		}
	}
}

// decision is the number of a step that is an outcome of a numbered decision: 5a, 5b.
func (s *scheme) decision(k *place) string {
	if k.of == nil || s.want[k.of.step] == "" {
		return ""
	}
	return s.want[k.of.step] + letters(k.nth, 'a')
}

// next is the next number of those that begin so, and that no step keeps.
func (s *scheme) next(head string) string {
	for {
		n := s.label(head, s.given[head])
		s.given[head]++
		if !s.taken[n] {
			return n
		}
	}
}

// label is the number of the nth of those that begin so, from 0. Below a step they are 4.1, 4.2 whatever 4 was counted by.
func (s *scheme) label(head string, nth int) string {
	first, every, digits := s.counting(head)
	return fmt.Sprintf("%s%s%0*d", s.by.Prefix, head, digits, first+nth*every)
}

func (s *scheme) counting(head string) (first, every, digits int) {
	if s.by.By == chart.ByPart && head != "" {
		return 1, 1, 0
	}
	return cmp.Or(s.by.First, 1), cmp.Or(s.by.Every, 1), s.by.Digits
}

// command is what brings the steps of the pages to their numbers, and what refers to them.
func (s *scheme) command() (cmd chart.Command, ok bool) {
	parts, changed := s.changes()
	return chart.Command{Words: "number", Parts: append(parts, follow(s.chart, changed)...)}, len(parts) > 0
}

func (s *scheme) changes() (parts []chart.Part, changed []change) {
	for _, p := range s.pages {
		for _, st := range p.Steps {
			if n := s.want[st]; st.Number != n {
				parts = append(parts, chart.Part{Do: "step.set", Page: p.ID, ID: st.ID, Number: &n})
				changed = append(changed, change{p.ID, st.ID, st.Number, n})
			}
		}
	}
	return parts, changed
}
