package layout

import (
	"slices"

	"plaintracer/core/chart"
)

// kinship tells who stands below whom in a hierarchy: in the order in which each comes before all below it, those take
// a stretch.
type kinship struct {
	at, last map[string]int      // places in that order: of a step, and of the last one below it
	over     map[string]string   // who stands right above
	beside   map[string][]string // what stands beside the work, by the steps that it holds at
}

func kinOf(p *chart.Page) *kinship {
	q := front(p)
	h := newHierarchy(q, Down)
	k := &kinship{at: map[string]int{}, last: map[string]int{}, over: map[string]string{}, beside: map[string][]string{}}
	var walk func(v int)
	walk = func(v int) {
		id := q.Steps[v].ID
		k.at[id] = len(k.at)
		for _, c := range h.kin.Children(v) {
			k.over[q.Steps[c].ID] = id
			walk(c)
		}
		k.last[id] = len(k.at) - 1
	}
	for _, r := range h.kin.Roots() {
		walk(r)
	}
	by := p.StepsByID()
	for _, c := range p.Connectors {
		for _, e := range [][2]string{{c.From.Step, c.To.Step}, {c.To.Step, c.From.Step}} {
			if s := by[e[0]]; s != nil && s.Symbol.Beside() {
				k.beside[e[0]] = append(k.beside[e[0]], e[1])
			}
		}
	}
	return k
}

// under reports whether a step stands below another one, or stands beside the work and holds at none but those.
func (k *kinship) under(head, id string) bool {
	if on := k.beside[id]; len(on) > 0 {
		return !slices.ContainsFunc(on, func(o string) bool { return !k.holds(head, o) })
	}
	return k.holds(head, id)
}

// size is how many stand below a step.
func (k *kinship) size(id string) int { return k.last[id] - k.at[id] }

func (k *kinship) holds(head, id string) bool {
	at, ok := k.at[id]
	return ok && at > k.at[head] && at <= k.last[head]
}

// Below are the steps below one in a hierarchy, with what stands beside the work and holds at none but those.
func Below(p *chart.Page, id string) map[string]bool {
	k, out := kinOf(p), map[string]bool{}
	if _, ok := k.at[id]; ok {
		for _, s := range p.Steps {
			if k.under(id, s.ID) {
				out[s.ID] = true
			}
		}
	}
	return out
}
