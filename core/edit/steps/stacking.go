package steps

import (
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/symbol"
)

// Stack brings the selected steps in front of others or behind them: by one of those that they lie over or
// under, or by all. What stands beside the work becomes a ground behind everything.
func (e *Editor) Stack(arg string) {
	ss := e.Free(e.Steps())
	sh := e.Sheet()
	var parts []chart.Part
	front := func(s *chart.Step, to int) {
		to = max(-chart.MostFront, min(to, chart.MostFront))
		if to == s.Front {
			return
		}
		next := *s
		next.Front = to
		parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Front: &to})
		if next.Behind() != s.Behind() {
			parts = append(parts, chart.Part{Do: "step.place", Page: e.PageID(), Places: []chart.Place{e.groundPlace(&next)}})
		}
	}
	var order []*chart.Step // the others, from behind to the front, and the selected ones
	for _, i := range sh.Drawn() {
		order = append(order, sh.Steps[i].Step)
	}
	mine := slices.DeleteFunc(slices.Clone(order), func(s *chart.Step) bool { return !slices.Contains(ss, s) })
	others := slices.DeleteFunc(order, func(s *chart.Step) bool { return slices.Contains(ss, s) })
	if len(others) == 0 {
		return
	}
	switch arg {
	case "front":
		for i, s := range mine {
			front(s, max(0, others[len(others)-1].Front)+1+i)
		}
	case "back":
		for i, s := range mine {
			front(s, min(0, others[0].Front)-len(mine)+i)
		}
	default:
		for _, s := range mine {
			o := e.nextOver(s, others, arg == "forward")
			if o == nil {
				continue
			}
			by := 0 // of two as far in front, the later one lies over the other
			if later := slices.Index(e.Page().Steps, s) > slices.Index(e.Page().Steps, o); arg == "forward" && !later {
				by = 1
			} else if arg != "forward" && later {
				by = -1
			}
			front(s, o.Front+by)
		}
	}
	if !e.Apply(say.DidStack[arg], parts...) && e.Notice() == "" {
		e.Say(say.Stacked)
	}
}

// nextOver is the next one of others over a step, or under it, that shares a place with it; nil without one.
func (e *Editor) nextOver(s *chart.Step, others []*chart.Step, over bool) *chart.Step {
	p := e.Page()
	at := func(o *chart.Step) int {
		if o.Front != s.Front {
			return o.Front - s.Front
		}
		return slices.Index(p.Steps, o) - slices.Index(p.Steps, s)
	}
	if !over {
		others = slices.Clone(others)
		slices.Reverse(others)
	}
	for _, o := range others {
		if (at(o) > 0) == over && p.StepRect(o).Overlaps(p.StepRect(s)) {
			return o
		}
	}
	return nil
}

// OffGround are the parts that bring a ground that becomes a step of the work into a lane.
func (e *Editor) OffGround(s *chart.Step, k symbol.Kind) []chart.Part {
	if !s.Behind() || k.Beside() {
		return nil
	}
	next, front := *s, 0
	next.Symbol, next.Front = k, front
	return []chart.Part{{Do: "step.set", Page: e.PageID(), ID: s.ID, Front: &front}, {Do: "step.place", Page: e.PageID(), Places: []chart.Place{e.groundPlace(&next)}}}
}

// groundPlace is the place of a step that becomes a ground, or that is one no more.
func (e *Editor) groundPlace(s *chart.Step) chart.Place {
	p := e.Page()
	r := p.StepRect(p.Step(s.ID))
	if s.Behind() {
		return arrange.Ground(p, s.ID, r)
	}
	bare := *p // on which it is no ground
	bare.Steps = nil
	return arrange.Settle(&bare, s.ID, r)
}
