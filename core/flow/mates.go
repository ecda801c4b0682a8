package flow

import (
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// Mate is an off-page connector with the letter of another one: the flow goes on there.
type Mate struct {
	Page  *chart.Page
	Index int // of the page
	Step  *chart.Step
}

// Letter is what an off-page connector is called; "" for any other step.
func Letter(s *chart.Step) string {
	if s.Symbol != symbol.OffPage {
		return ""
	}
	return strings.ToUpper(strings.Join(strings.Fields(s.Text), " "))
}

// Mates are the off-page connectors with the letter of a step, that one not among them: first
// those on other pages, in the order of the pages.
func Mates(c *chart.Chart, s *chart.Step) []Mate {
	letter := Letter(s)
	if letter == "" {
		return nil
	}
	var others, here []Mate
	for i, p := range c.Pages {
		own := p.Step(s.ID) == s
		for _, o := range p.Steps {
			if o == s || Letter(o) != letter {
				continue
			}
			if m := (Mate{p, i, o}); own {
				here = append(here, m)
			} else {
				others = append(others, m)
			}
		}
	}
	return append(others, here...)
}

// Linked are the pages that the flow leads to from a page by way of off-page connectors, or from
// which it comes, that page among them, in the order of the chart.
func Linked(c *chart.Chart, p *chart.Page) []*chart.Page {
	in := map[*chart.Page]bool{p: true}
	for next := []*chart.Page{p}; len(next) > 0; {
		q := next[0]
		next = next[1:]
		for _, s := range q.Steps {
			for _, m := range Mates(c, s) {
				if !in[m.Page] {
					in[m.Page] = true
					next = append(next, m.Page)
				}
			}
		}
	}
	var out []*chart.Page
	for _, q := range c.Pages {
		if in[q] {
			out = append(out, q)
		}
	}
	return out
}

// Letters gives the letters that no off-page connector of the chart has, one after the other: A
// to Z, AA, AB and so on.
func Letters(c *chart.Chart) func() string {
	taken := map[string]bool{}
	for _, p := range c.Pages {
		for _, s := range p.Steps {
			taken[Letter(s)] = true
		}
	}
	n := -1
	return func() string {
		for {
			n++
			l := ""
			for k := n; k >= 0; k = k/26 - 1 {
				l = string(rune('A'+k%26)) + l
			}
			if !taken[l] {
				return l
			}
		}
	}
}

// NewLetter is what a new off-page connector on a page is called: as one on another page that
// has no mate yet, else by the next letter.
func NewLetter(c *chart.Chart, on *chart.Page) string {
	count := map[string]int{}
	var alone []string
	for _, p := range c.Pages {
		for _, s := range p.Steps {
			if l := Letter(s); l != "" {
				if count[l]++; p != on {
					alone = append(alone, l)
				}
			}
		}
	}
	for _, l := range alone {
		if count[l] == 1 {
			return l
		}
	}
	return Letters(c)()
}
