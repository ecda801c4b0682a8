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
	if d.Branch != nil { // as it was before it came back, whatever has gone meanwhile
		*f = *d.Branch
		if err := checkFolded(p); err != nil {
			p.Steps, p.Connectors, p.Folded = was.Steps, was.Connectors, was.Folded
			return nil, err
		}
	}
	return []Part{{Do: "branch.unfold", Page: p.ID, ID: d.ID}}, nil
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
	inv := Part{Do: "branch.fold", Page: p.ID, ID: d.ID, At: &i, Branch: f}
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
