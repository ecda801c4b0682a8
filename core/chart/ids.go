package chart

import (
	"fmt"
	"slices"
)

// FreshIDs gives ids that nothing in the chart has: a kind, a mark and a number, counted up.
func (c *Chart) FreshIDs(mark string) func(kind string) string {
	taken := map[string]bool{}
	for _, p := range c.Pages {
		taken[p.ID] = true
		for _, s := range p.allSteps() {
			taken[s.ID] = true
		}
		for _, l := range p.allLines() {
			taken[l.ID] = true
		}
		for _, b := range p.Bands() {
			taken[b.ID] = true
		}
	}
	made := 0
	return func(kind string) string {
		for {
			made++
			if id := fmt.Sprint(kind, mark, made); !taken[id] {
				return id
			}
		}
	}
}

// RenameSteps gives the steps and connectors of a page, and those put away, ids of their own; lanes are those that it
// has now, by those that it had.
func RenameSteps(p *Page, lanes map[string]string, newID func(kind string) string) {
	steps := map[string]string{"": ""}
	for _, s := range p.allSteps() {
		steps[s.ID] = newID("s")
	}
	step := func(s *Step) { s.ID, s.Lane = steps[s.ID], lanes[s.Lane] }
	line := func(c *Connector) {
		c.ID = newID("c")
		c.From.Step, c.To.Step = steps[c.From.Step], steps[c.To.Step]
	}
	for _, s := range p.Steps {
		step(s)
	}
	for _, c := range p.Connectors {
		line(c)
	}
	p.Folded = slices.DeleteFunc(slices.Clone(p.Folded), func(f *Folded) bool { return steps[f.Under] == "" }) // its head is gone
	for i, f := range p.Folded {
		n := *f
		n.Under, n.Steps, n.Connectors = steps[f.Under], copies(f.Steps), copies(f.Connectors)
		for _, s := range n.Steps {
			step(s)
		}
		for _, c := range n.Connectors {
			c.own()
			line(c)
		}
		p.Folded[i] = &n
	}
}
