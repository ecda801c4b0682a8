package chart

import (
	"errors"
	"fmt"
	"slices"
)

// foldBranch puts away the steps that the part names, and the connectors at them.
func foldBranch(p *Page, d Part) ([]Part, error) {
	if err := checkID(d.ID); err != nil {
		return nil, err
	}
	if p.putAway(d.ID) {
		return nil, gone("step", d.ID)
	}
	if p.FoldedUnder(d.ID) != nil {
		return nil, fmt.Errorf(foldedTwice, d.ID)
	}
	away := map[string]bool{}
	for _, id := range d.Order {
		if p.Step(id) == nil {
			return nil, gone("step", id)
		}
		away[id] = true
	}
	if len(away) == 0 || away[d.ID] {
		return nil, errors.New(badFold)
	}
	f, was := &Folded{Under: d.ID}, *p
	p.Steps, f.Steps, f.StepsAt = parted(p.Steps, func(s *Step) bool { return away[s.ID] })
	p.Connectors, f.Connectors, f.LinesAt = parted(p.Connectors, func(c *Connector) bool { return away[c.From.Step] || away[c.To.Step] })
	p.Folded = insert(slices.Clone(p.Folded), d.At, f)
	if d.Branch != nil {
		f.recall(d.Branch, p, &was)
	}
	return []Part{{Do: "branch.unfold", Page: p.ID, ID: d.ID}}, nil
}

// recall gives a branch that is put away again the lanes, the ends and the places in lists that it lost when it came
// back, because they had gone meanwhile; was is the page with it. What has been changed since stays changed, and what
// would not come back as it is now is not recalled.
func (f *Folded) recall(b *Folded, p, was *Page) {
	if slices.Equal(inserted(p.Steps, f.Steps, b.StepsAt), was.Steps) {
		f.StepsAt = b.StepsAt
	}
	if slices.Equal(inserted(p.Connectors, f.Connectors, b.LinesAt), was.Connectors) {
		f.LinesAt = b.LinesAt
	}
	former := map[string]string{}
	for _, s := range b.Steps {
		if s != nil {
			former[s.ID] = s.Lane
		}
	}
	for k, s := range f.Steps {
		n := *s
		if lane, ok := former[s.ID]; ok && n.Lane != lane {
			if n.Lane = lane; p.taken(&n).Lane == s.Lane {
				f.Steps[k] = &n
			}
		}
	}
	ends := map[string]*Connector{}
	for _, c := range b.Connectors {
		if c != nil {
			ends[c.ID] = c
		}
	}
	step := was.finder(2 * len(f.Connectors))
	for k, c := range f.Connectors {
		if o := ends[c.ID]; o != nil && was.held(step, o.From, o.To) == c.From && was.held(step, o.To, o.From) == c.To {
			n := *c
			n.From, n.To = o.From, o.To
			f.Connectors[k] = &n
		}
	}
}

// gist is of a branch what is lost when it comes back to a page that lacks what it held at.
func (f *Folded) gist() *Folded {
	g := &Folded{StepsAt: f.StepsAt, LinesAt: f.LinesAt}
	for _, s := range f.Steps {
		if s.Lane != "" {
			g.Steps = append(g.Steps, &Step{ID: s.ID, Lane: s.Lane})
		}
	}
	for _, c := range f.Connectors {
		g.Connectors = append(g.Connectors, &Connector{ID: c.ID, From: c.From, To: c.To})
	}
	return g
}

// inserted is a list with what was taken out of it, at the indexes given; nil where they are not as many.
func inserted[T any](rest, out []T, at []int) []T {
	if len(at) != len(out) {
		return nil
	}
	all := slices.Clone(rest)
	for k, v := range out {
		all = insert(all, &at[k], v)
	}
	return all
}

// parted takes out of a list what is chosen, with the indexes where it was.
func parted[T any](list []T, chosen func(T) bool) (rest, out []T, at []int) {
	rest, out, at = []T{}, []T{}, []int{}
	for i, v := range list {
		if chosen(v) {
			out, at = append(out, v), append(at, i)
		} else {
			rest = append(rest, v)
		}
	}
	return rest, out, at
}

// unfoldBranch brings a branch back. Ends of connectors at steps that have gone meanwhile come loose, above the step
// at the other end.
func unfoldBranch(p *Page, d Part) ([]Part, error) {
	i := p.foldedAt(d.ID)
	if i < 0 {
		return nil, fmt.Errorf(notFolded, d.ID)
	}
	if p.putAway(d.ID) {
		return nil, gone("step", d.ID)
	}
	f := p.Folded[i]
	inv := Part{Do: "branch.fold", Page: p.ID, ID: d.ID, At: &i, Branch: f.gist()}
	for k, s := range f.Steps {
		n := p.taken(s)
		p.Steps = insert(p.Steps, &f.StepsAt[k], &n)
		inv.Order = append(inv.Order, s.ID)
	}
	step := p.finder(2 * len(f.Connectors))
	for k, c := range f.Connectors {
		n := *c
		n.own()
		n.From, n.To = p.held(step, n.From, n.To), p.held(step, n.To, n.From)
		p.Connectors = insert(p.Connectors, &f.LinesAt[k], &n)
	}
	if p.Folded = slices.Delete(slices.Clone(p.Folded), i, i+1); len(p.Folded) == 0 {
		p.Folded = nil
	}
	return []Part{inv}, nil
}
