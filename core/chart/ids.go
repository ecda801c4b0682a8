package chart

import "fmt"

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
