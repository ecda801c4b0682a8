package layout

import (
	"context"
	"slices"
	"strings"

	"plaintracer/core/chart"
)

// branches divides a hierarchy over pages by branch: where a page has no room for all, those below some of its people
// go to a page of their own, on which the one above them stands once more; each of the two leads to the other. The
// largest branches go first, of those that nothing but the one above them ties to the rest.
type branches struct {
	ctx   context.Context
	newID func(kind string) string
	pages []*chart.Page // as they will be
	kin   *kinship
}

func divideTree(ctx context.Context, p *chart.Page, newID func(kind string) string) ([]*chart.Page, error) {
	b := &branches{ctx: ctx, newID: newID, kin: kinOf(p)}
	first := p.Clone()
	b.pages = append(b.pages, first)
	err := b.divide(first, "")
	return b.pages, err
}

// divide takes branches off a page until what is left has room on its sheet; top is the step at its head.
func (b *branches) divide(q *chart.Page, top string) error {
	var cut []*chart.Page
	for {
		fits, err := b.lay(q)
		if err != nil {
			return err
		}
		across := slices.DeleteFunc(slices.Clone(q.Connectors), b.leadsDown)
		head := b.largest(q, top, across)
		if fits || head == nil {
			break
		}
		size := b.kin.size(head.ID)
		cut = append(cut, b.cut(q, head))
		for _, s := range slices.Clone(q.Steps) { // what is like it goes like it
			if b.kin.over[s.ID] == b.kin.over[head.ID] && b.kin.size(s.ID)*2 >= size && b.canGo(s, top, across) {
				cut = append(cut, b.cut(q, s))
			}
		}
	}
	for _, n := range cut {
		b.pages = append(b.pages, n)
		if err := b.divide(n, n.Steps[0].ID); err != nil {
			return err
		}
	}
	return nil
}

// lay lays a page out by itself and reports whether it fits on its sheet.
func (b *branches) lay(q *chart.Page) (fits bool, err error) {
	q.W, q.H = q.SheetSize()
	cmd, ok, err := OnSheet(b.ctx, q, Down)
	if err != nil || !ok {
		return true, err
	}
	if _, err := chart.Apply(&chart.Chart{Name: q.Title, Pages: []*chart.Page{q}}, cmd); err != nil {
		return false, err
	}
	return Fits(q), nil
}

// largest is the step below the top of a page with the largest branch that can go; nil for none.
func (b *branches) largest(q *chart.Page, top string, across []*chart.Connector) *chart.Step {
	var out *chart.Step
	for _, s := range q.Steps {
		if b.canGo(s, top, across) && (out == nil || b.kin.size(s.ID) > b.kin.size(out.ID)) {
			out = s
		}
	}
	return out
}

// canGo reports whether those below a step can go from the page: there are such, it is not its head, and nothing across
// the hierarchy ties them to the rest, as a second superior does.
func (b *branches) canGo(s *chart.Step, top string, across []*chart.Connector) bool {
	if s.ID == top || s.Link != nil || b.kin.size(s.ID) == 0 || b.kin.over[s.ID] == "" {
		return false
	}
	return !slices.ContainsFunc(across, func(c *chart.Connector) bool {
		return c.From.Step != s.ID && c.To.Step != s.ID && b.kin.under(s.ID, c.From.Step) != b.kin.under(s.ID, c.To.Step)
	})
}

// leadsDown reports whether a connector leads from one step to one right below it: it ties no branch to others.
func (b *branches) leadsDown(c *chart.Connector) bool {
	return b.kin.over[c.To.Step] == c.From.Step && c.From.Step != ""
}

// cut moves those below a step from a page to a new one.
func (b *branches) cut(q *chart.Page, s *chart.Step) *chart.Page {
	n := chart.NewPage(b.newID("p"))
	n.Title = strings.Join(strings.Fields(s.Text), " ")
	n.Sheet, n.Setup, n.Shown, n.Crossings, n.KeepOff, n.Frame = q.Sheet, q.Setup, q.Shown, q.Crossings, q.KeepOff, q.Frame
	head, back := *s, *s
	head.ID, head.Link, head.Files, head.Number, head.Locked = b.newID("s"), &chart.Link{Page: q.ID, Step: s.ID}, nil, "", false
	back.Link = &chart.Link{Page: n.ID}
	n.Steps = []*chart.Step{&head}
	below := map[string]bool{}
	for _, o := range q.Steps {
		below[o.ID] = b.kin.under(s.ID, o.ID)
	}
	b.kin.at[head.ID], b.kin.last[head.ID] = b.kin.at[s.ID], b.kin.last[s.ID]
	b.kin.last[s.ID] = b.kin.at[s.ID] // nobody is left below it
	var stay []*chart.Step
	for _, o := range q.Steps {
		switch {
		case o == s:
			stay = append(stay, &back)
		case below[o.ID]:
			n.Steps = append(n.Steps, o)
		default:
			stay = append(stay, o)
		}
	}
	var lines []*chart.Connector
	for _, c := range q.Connectors {
		if !below[c.From.Step] && !below[c.To.Step] {
			lines = append(lines, c)
			continue
		}
		for _, e := range []*chart.End{&c.From, &c.To} {
			if e.Step == s.ID {
				e.Step = head.ID
			}
		}
		c.Way = nil
		n.Connectors = append(n.Connectors, c)
	}
	var folded []*chart.Folded
	for _, f := range q.Folded {
		if below[f.Under] {
			n.Folded = append(n.Folded, f)
		} else {
			folded = append(folded, f)
		}
	}
	q.Steps, q.Connectors, q.Folded = stay, lines, folded
	return n
}

// overBranches are the parts that bring a hierarchy from one page to those that it is divided over.
func overBranches(c *chart.Chart, p *chart.Page, pages []*chart.Page) []chart.Part {
	if len(pages) < 2 {
		return nil
	}
	first := pages[0]
	var parts []chart.Part
	at := slices.IndexFunc(c.Pages, func(q *chart.Page) bool { return q.ID == p.ID })
	for i, n := range pages[1:] {
		to := at + 1 + i
		parts = append(parts, chart.Part{Do: "page.add", NewPage: n, At: &to})
	}
	for _, f := range p.Folded {
		if first.FoldedUnder(f.Under) == nil {
			parts = append(parts, p.DropFolded(f.Under)...)
		}
	}
	for _, l := range p.Connectors {
		if first.Connector(l.ID) == nil {
			parts = append(parts, chart.Part{Do: "line.drop", Page: p.ID, ID: l.ID})
		}
	}
	place := chart.Part{Do: "step.place", Page: p.ID}
	for _, s := range p.Steps {
		q := first.Step(s.ID)
		if q == nil {
			parts = append(parts, chart.Part{Do: "step.drop", Page: p.ID, ID: s.ID})
			continue
		}
		if place.Places = append(place.Places, chart.PlaceOf(q)); q.Link != s.Link {
			parts = append(parts, chart.Part{Do: "step.set", Page: p.ID, ID: s.ID, Link: &chart.LinkPart{To: q.Link}})
		}
	}
	ways := map[string]*chart.Way{}
	for _, l := range first.Connectors {
		parts = append(parts, chart.Part{Do: "line.set", Page: p.ID, ID: l.ID, From: &l.From, To: &l.To, Pins: &l.Pins})
		ways[l.ID] = nil
	}
	if parts = append(parts, place); len(ways) > 0 {
		parts = append(parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	return append(parts, chart.Part{Do: "page.set", Page: p.ID, W: &first.W, H: &first.H})
}
