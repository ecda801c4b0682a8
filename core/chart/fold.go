package chart

import "slices"

// FoldedUnder is the branch that is put away below a step, nil for none.
func (p *Page) FoldedUnder(id string) *Folded {
	if i := p.foldedAt(id); i >= 0 {
		return p.Folded[i]
	}
	return nil
}

// Below is how many steps are put away below one, with those below them.
func (p *Page) Below(id string) int {
	n := 0
	if f := p.FoldedUnder(id); f != nil {
		for _, s := range f.Steps {
			n += 1 + p.Below(s.ID)
		}
	}
	return n
}

func (p *Page) foldedAt(id string) int {
	return slices.IndexFunc(p.Folded, func(f *Folded) bool { return f.Under == id })
}

// allSteps are the steps of the page, and those put away; of a page that is still to be checked as well.
func (p *Page) allSteps() []*Step {
	out := slices.Clone(p.Steps)
	for _, f := range p.Folded {
		if f != nil {
			out = append(out, f.Steps...)
		}
	}
	return out
}

// allLines are the connectors of the page, and those put away.
func (p *Page) allLines() []*Connector {
	out := slices.Clone(p.Connectors)
	for _, f := range p.Folded {
		out = append(out, f.Connectors...)
	}
	return out
}

// putAway reports whether a step of that id is put away, lineAway whether a connector is.
func (p *Page) putAway(id string) bool {
	return slices.ContainsFunc(p.Folded, func(f *Folded) bool {
		return slices.ContainsFunc(f.Steps, func(s *Step) bool { return s.ID == id })
	})
}

func (p *Page) lineAway(id string) bool {
	return slices.ContainsFunc(p.Folded, func(f *Folded) bool {
		return slices.ContainsFunc(f.Connectors, func(c *Connector) bool { return c.ID == id })
	})
}

// DropFolded are the parts that delete what is folded below a step.
func (p *Page) DropFolded(id string) []Part {
	f := p.FoldedUnder(id)
	if f == nil {
		return nil
	}
	parts := p.Unfolding(id)
	for _, c := range f.Connectors {
		parts = append(parts, Part{Do: "line.drop", Page: p.ID, ID: c.ID})
	}
	for _, s := range f.Steps {
		parts = append(parts, p.DropFolded(s.ID)...)
		parts = append(parts, Part{Do: "step.drop", Page: p.ID, ID: s.ID})
	}
	return parts
}

// Unfolding brings back what is folded below a step; none where nothing is.
func (p *Page) Unfolding(id string) []Part {
	if p.FoldedUnder(id) == nil {
		return nil
	}
	return []Part{{Do: "branch.unfold", Page: p.ID, ID: id}}
}
