package chart

import (
	"errors"
	"fmt"
	"slices"
)

func addStep(p *Page, d Part) ([]Part, error) {
	if d.Step == nil {
		return nil, errors.New(noStep)
	}
	s := *d.Step
	s.Fields = append([]Field(nil), s.Fields...)
	s.Ports = append([]Port(nil), s.Ports...)
	if p.Step(s.ID) != nil || p.putAway(s.ID) {
		return nil, fmt.Errorf(stepTwice, s.ID)
	}
	if len(p.Steps) >= MaxSteps || len(p.Folded) > 0 && len(p.allSteps()) >= MaxSteps {
		return nil, fmt.Errorf(tooManySteps, MaxSteps)
	}
	if s.Lane != "" && p.Lane(s.Lane) == nil {
		s.Lane = refuge(p) // the lane went away meanwhile
	}
	roundStep(&s)
	if err := checkStep(p, &s); err != nil {
		return nil, err
	}
	p.Steps = insert(p.Steps, d.At, &s)
	return []Part{{Do: "step.drop", Page: p.ID, ID: s.ID}}, nil
}

// dropStep takes a step away. Connectors that still hold at it come loose at
// its middle; deleting by hand takes them away first.
func dropStep(p *Page, d Part) ([]Part, error) {
	i := p.stepAt(d.ID)
	if i < 0 {
		return nil, gone("step", d.ID)
	}
	s := p.Steps[i]
	mid := p.StepRect(s).Centre()
	free := End{X: within(mid.X), Y: within(mid.Y)}
	inv := []Part{{Do: "step.add", Page: p.ID, Step: s, At: &i}}
	for _, c := range p.Connectors {
		glue := Part{Do: "line.set", Page: p.ID, ID: c.ID}
		if c.From.Step == s.ID {
			e := c.From
			glue.From, c.From = &e, free
		}
		if c.To.Step == s.ID {
			e := c.To
			glue.To, c.To = &e, free
		}
		if glue.From != nil || glue.To != nil {
			inv = append(inv, glue)
		}
	}
	p.Steps = slices.Delete(p.Steps, i, i+1)
	return inv, nil
}

func placeSteps(p *Page, d Part) ([]Part, error) {
	inv := Part{Do: "step.place", Page: p.ID}
	if len(d.Places) == 0 {
		return nil, errors.New(noPlaces)
	}
	seen := map[string]bool{}
	step := p.finder(len(d.Places))
	next := make([]Step, 0, len(d.Places))
	for _, pl := range d.Places {
		s := step(pl.ID)
		if s == nil {
			return nil, gone("step", pl.ID)
		}
		if seen[pl.ID] {
			return nil, fmt.Errorf(placeTwice, pl.ID)
		}
		seen[pl.ID] = true
		n := *s
		n.Lane, n.X, n.Y, n.W, n.H = pl.Lane, pl.X, pl.Y, pl.W, pl.H
		if n.Lane != "" && p.Lane(n.Lane) == nil {
			n.Lane = refuge(p)
		}
		roundStep(&n)
		if err := checkStep(p, &n); err != nil {
			return nil, err
		}
		inv.Places = append(inv.Places, PlaceOf(s))
		next = append(next, n)
	}
	for i := range next {
		*step(next[i].ID) = next[i]
	}
	return []Part{inv}, nil
}

func setStep(p *Page, d Part) ([]Part, error) {
	s := p.Step(d.ID)
	if s == nil {
		return nil, gone("step", d.ID)
	}
	next, inv := *s, Part{Do: "step.set", Page: p.ID, ID: s.ID}
	if d.Symbol != nil {
		k := s.Symbol
		inv.Symbol, next.Symbol = &k, *d.Symbol
	}
	if d.Text != nil {
		was := s.Text
		inv.Text, next.Text = &was, *d.Text
		next.Runs = RunsAfter(s.Runs, was, *d.Text)
	}
	if d.Runs != nil {
		next.Runs = append([]Run(nil), *d.Runs...)
	}
	if len(s.Runs) > 0 || len(next.Runs) > 0 {
		was := append([]Run{}, s.Runs...)
		inv.Runs = &was
	}
	if d.Number != nil {
		was := s.Number
		inv.Number, next.Number = &was, *d.Number
	}
	if d.Fields != nil {
		f := append([]Field{}, s.Fields...)
		inv.Fields = &f
		next.Fields = append([]Field(nil), *d.Fields...)
	}
	if d.StepLook != nil {
		was := StepLook{}
		if s.Look != nil {
			was = *s.Look
		}
		inv.StepLook, next.Look = &was, d.StepLook
	}
	if d.Ports != nil {
		ps := append([]Port{}, s.Ports...)
		inv.Ports = &ps
		next.Ports = append([]Port(nil), *d.Ports...)
		for _, c := range p.Connectors {
			for _, e := range [2]End{c.From, c.To} {
				if _, ok := next.Port(e.Port, next.W, next.H); e.Step == s.ID && e.Port != "" && !ok {
					return nil, fmt.Errorf(portInUse, c.ID, e.Port)
				}
			}
		}
	}
	if d.Link != nil {
		inv.Link, next.Link = &LinkPart{s.Link}, d.Link.To
	}
	if d.Files != nil {
		was := append([]File{}, s.Files...)
		inv.Files, next.Files = &was, append([]File(nil), *d.Files...)
	}
	if d.Picture != nil {
		if inv.Picture = s.Picture; s.Picture == nil {
			inv.Picture = &File{}
		}
		if next.Picture = d.Picture; d.Picture.ID == "" {
			next.Picture = nil
		}
	}
	inv.Front, inv.Locked, inv.Pinned = set(&next.Front, d.Front), set(&next.Locked, d.Locked), set(&next.Pinned, d.Pinned)
	if d.Held != nil {
		was := append([]Group{}, s.Held...)
		inv.Held, next.Held = &was, append([]Group(nil), *d.Held...)
	}
	if err := checkStep(p, &next); err != nil {
		return nil, err
	}
	*s = next
	return []Part{inv}, nil
}
