package chart

import (
	"errors"
	"fmt"
	"slices"

	"plaintracer/core/geom"
)

// Folded is a branch of a hierarchy that is put away: the steps below one, and the connectors at them. They keep their
// places, and the indexes in the lists of the page to which they come back.
type Folded struct {
	Under      string       `json:"under"`
	Steps      []*Step      `json:"steps"`
	Connectors []*Connector `json:"connectors"`
	StepsAt    []int        `json:"stepsAt"`
	LinesAt    []int        `json:"linesAt"`
}

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

// putAway reports whether a step, or a connector, of that id is put away.
func (p *Page) putAway(id string) bool {
	return slices.ContainsFunc(p.Folded, func(f *Folded) bool {
		return slices.ContainsFunc(f.Steps, func(s *Step) bool { return s.ID == id }) ||
			slices.ContainsFunc(f.Connectors, func(c *Connector) bool { return c.ID == id })
	})
}

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

// taken is a step as it comes back: its lane may have gone meanwhile.
func (p *Page) taken(s *Step) Step {
	n := *s
	n.Fields, n.Ports = append([]Field(nil), s.Fields...), append([]Port(nil), s.Ports...)
	if n.Lane != "" && p.Lane(n.Lane) == nil {
		n.Lane = refuge(p)
	}
	return n
}

// DropFolded are the parts that delete what is folded below a step.
func (p *Page) DropFolded(id string) []Part {
	f := p.FoldedUnder(id)
	if f == nil {
		return nil
	}
	parts := []Part{{Do: "branch.unfold", Page: p.ID, ID: id}}
	for _, c := range f.Connectors {
		parts = append(parts, Part{Do: "line.drop", Page: p.ID, ID: c.ID})
	}
	for _, s := range f.Steps {
		parts = append(parts, p.DropFolded(s.ID)...)
		parts = append(parts, Part{Do: "step.drop", Page: p.ID, ID: s.ID})
	}
	return parts
}

// held is an end of a connector that may hold at a step no longer there, or at a port that it has no more.
func (p *Page) held(step func(string) *Step, e, other End) End {
	if e.Loose() || checkEnd(step, &e) == nil {
		return e
	}
	if step(e.Step) != nil {
		return End{Step: e.Step}
	}
	var at geom.Point
	if s := step(other.Step); s != nil {
		r := p.StepRect(s)
		at = geom.Pt(r.CX(), r.Y-looseOff)
	}
	return End{X: within(at.X), Y: within(at.Y)}
}

// looseOff is how far above a step the end stands that came loose, px.
const looseOff = 40

// checkFolded checks what a page has put away. Its connectors may hold at steps that have gone meanwhile.
func checkFolded(p *Page) error {
	steps, lines := len(p.Steps), len(p.Connectors)
	seen := map[string]bool{}
	for _, s := range p.Steps {
		seen["step "+s.ID] = true
	}
	for _, c := range p.Connectors {
		seen["line "+c.ID] = true
	}
	by := p.StepsByID()
	for i, f := range p.Folded {
		if f == nil || len(f.Steps) != len(f.StepsAt) || len(f.Connectors) != len(f.LinesAt) || p.foldedAt(f.Under) != i {
			return fmt.Errorf(inFolded, i, errors.New(badFold))
		}
		if steps, lines = steps+len(f.Steps), lines+len(f.Connectors); steps > MaxSteps || lines > maxLines {
			return fmt.Errorf(pageTooFull, maxLanes, MaxSteps, maxLines)
		}
		if f.Steps == nil || f.Connectors == nil {
			f.Steps, f.Connectors = append([]*Step{}, f.Steps...), append([]*Connector{}, f.Connectors...)
		}
		for _, s := range f.Steps {
			if s == nil || seen["step "+s.ID] {
				return fmt.Errorf(inFolded, i, errors.New(badFold))
			}
			seen["step "+s.ID], by[s.ID] = true, s
			roundStep(s)
			back := p.taken(s)
			if err := checkStep(p, &back); err != nil {
				return fmt.Errorf(inFolded, i, err)
			}
		}
	}
	for i, f := range p.Folded {
		for _, c := range f.Connectors {
			if c == nil || seen["line "+c.ID] {
				return fmt.Errorf(inFolded, i, errors.New(badFold))
			}
			seen["line "+c.ID] = true
			whole := *c // as it will be; what it holds at now may be gone
			step := func(id string) *Step { return by[id] }
			whole.From, whole.To = p.held(step, c.From, c.To), p.held(step, c.To, c.From)
			if err := checkLine(step, &whole); err != nil {
				return fmt.Errorf(inFolded, i, err)
			}
		}
	}
	return nil
}
