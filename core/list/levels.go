package list

import (
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// Levels puts the steps of a level of numbers, 2.1 and 2.2 below 2, on a page of their own that step 2 opens; a level
// below that one on a page behind 2.1. The page begins and ends with terminators, an end for each step that the flow
// goes on to. A level of one step stays, and so does that of a decision. c is not laid out.
func Levels(c *chart.Chart) {
	id := c.FreshIDs("at")
	for i := 0; i < len(c.Pages); i++ { // those that are put in are looked at in their turn
		p, at := c.Pages[i], i+1
		for _, of := range slices.Clone(p.Steps) {
			if in := levelBelow(p, of); len(in) > 1 {
				c.Pages = slices.Insert(c.Pages, at, levelPage(p, of, in, id))
				at++
			}
		}
	}
}

// levelBelow are the steps of the level below a step, by their numbers; those between and after them that have none, like
// what an outcome leads to, are of it.
func levelBelow(p *chart.Page, of *chart.Step) (in []*chart.Step) {
	if of.Number == "" || of.Symbol == symbol.Decision {
		return nil
	}
	at := slices.Index(p.Steps, of)
	if at < 0 {
		return nil // it is on such a page already
	}
	last := false
	for _, s := range p.Steps[at+1:] {
		switch below := strings.HasPrefix(s.Number, of.Number+"."); {
		case below && last:
			return nil // the level is not in one piece
		case below, s.Number == "" && len(in) > 0 && !last:
			in = append(in, s)
		case s.Number != "":
			last = true
		}
	}
	return in
}

// levelPage moves steps to a page of their own behind a step.
func levelPage(p *chart.Page, of *chart.Step, in []*chart.Step, id func(kind string) string) *chart.Page {
	n := chart.NewPage(id("p"))
	n.Title, n.Down = strings.Join(strings.Fields(of.Text), " "), p.Down
	inside := map[string]bool{}
	for _, s := range in {
		inside[s.ID] = true
	}
	for _, l := range p.Lanes {
		if slices.ContainsFunc(in, func(s *chart.Step) bool { return s.Lane == l.ID }) {
			lane := *l
			n.Lanes = append(n.Lanes, &lane)
		}
	}
	terminator := func(text, lane string) *chart.Step {
		info, _ := symbol.Of(symbol.Terminator)
		s := &chart.Step{ID: id("s"), Symbol: symbol.Terminator, W: info.W, H: info.H, Text: text, Lane: lane}
		n.Steps = append(n.Steps, s)
		return s
	}
	lead := func(from, to string, labels []chart.Label) {
		n.Connectors = append(n.Connectors, &chart.Connector{ID: id("c"), Meaning: chart.Flow, From: chart.End{Step: from}, To: chart.End{Step: to}, Labels: labels})
	}
	begin := terminator(n.Title, in[0].Lane)
	n.Steps = append(n.Steps, in...)
	entered, ends := map[string]bool{}, map[string]*chart.Step{}
	var stay, onward []*chart.Connector
	for _, l := range p.Connectors {
		from, to := inside[l.From.Step], inside[l.To.Step]
		switch {
		case from && to:
			n.Connectors = append(n.Connectors, l)
		case to:
			if !entered[l.To.Step] {
				entered[l.To.Step] = true
				lead(begin.ID, l.To.Step, nil)
			}
			if l.From.Step != of.ID {
				l.To.Step = of.ID
				stay = append(stay, l)
			}
		case from:
			next := p.Step(l.To.Step)
			if ends[next.ID] == nil {
				ends[next.ID] = terminator(strings.TrimSpace(next.Number+" "+next.Text), p.Step(l.From.Step).Lane)
				if next != of {
					on := *l
					on.From.Step = of.ID
					stay, onward = append(stay, &on), append(onward, &on)
				}
			}
			lead(l.From.Step, ends[next.ID].ID, l.Labels)
		default:
			stay = append(stay, l)
		}
	}
	if len(entered) == 0 {
		lead(begin.ID, in[0].ID, nil)
	}
	if len(onward) == 1 { // it needs no name to be told from others
		onward[0].Labels = nil
	}
	p.Steps = slices.DeleteFunc(p.Steps, func(s *chart.Step) bool { return inside[s.ID] })
	p.Connectors = stay
	info, _ := symbol.Of(symbol.Predefined)
	of.Symbol, of.W, of.H, of.Link = symbol.Predefined, max(of.W, info.W), max(of.H, info.H), &chart.Link{Page: n.ID}
	return n
}
