package layout

import (
	"context"
	"math"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Part returns the command that lays out some steps of a page by themselves: they begin where the first of them stood,
// in lanes about where they stood in each. The rest does not move but for what stands beyond them along the flow, which
// makes room for as much as they have grown; where they would still lie on somebody, all of them go to the nearest
// place beside. ok is false where fewer than two of them can move: what is locked stays.
func Part(ctx context.Context, p *chart.Page, chosen func(*chart.Step) bool, dir Direction) (cmd chart.Command, ok bool, err error) {
	t := &part{page: p, mine: map[string]bool{}, down: p.Down || len(p.Lanes) == 0 && dir == Down}
	q := p.Clone()
	q.Steps = nil
	for _, s := range p.Steps {
		if chosen(s) && !s.Locked && !s.Behind() {
			c := *s
			q.Steps, t.mine[s.ID] = append(q.Steps, &c), true
		}
	}
	if len(q.Steps) < 2 {
		return chart.Command{}, false, nil
	}
	q.Connectors = nil
	for _, c := range p.Connectors {
		if t.mine[c.From.Step] && t.mine[c.To.Step] {
			own := *c
			own.Way = nil
			q.Connectors = append(q.Connectors, &own)
		}
	}
	laid, ok, err := PageContext(ctx, q, dir)
	if !ok || err != nil {
		return chart.Command{}, false, err
	}
	if _, err := chart.Apply(&chart.Chart{Pages: []*chart.Page{q}}, laid); err != nil {
		return chart.Command{}, false, err
	}
	places := t.stand(q)
	places = append(places, t.giveWay(places)...)
	cmd.Parts = []chart.Part{{Do: "step.place", Page: p.ID, Places: places}}
	ways := map[string]*chart.Way{}
	for _, c := range p.Connectors {
		one, other := t.mine[c.From.Step], t.mine[c.To.Step]
		if one && other {
			if set := freed(p, c); set.From != nil || set.To != nil {
				cmd.Parts = append(cmd.Parts, set)
			}
		}
		if (one || other) && c.Way != nil {
			ways[c.ID] = nil
		}
	}
	if len(ways) > 0 {
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	return cmd, true, nil
}

// part is some steps of a page that are laid out.
type part struct {
	page *chart.Page
	mine map[string]bool
	down bool // the flow
}

// inLane is what steps of a part keep to the border of their lane where that begins, px.
const inLane = 6.0

// along turns a box so that the flow runs along x.
func (t *part) along(r geom.Rect) geom.Rect {
	if t.down {
		return r.Turned()
	}
	return r
}

// stand are the places of the steps as they are laid out on q, moved to where they stood.
func (t *part) stand(q *chart.Page) []chart.Place {
	was, now := map[string]geom.Rect{}, map[string]geom.Rect{} // by lane
	var before, after geom.Rect
	for _, s := range q.Steps {
		old, laid := t.along(t.page.StepRect(t.page.Step(s.ID))), t.along(q.StepRect(s))
		was[s.Lane], now[s.Lane] = was[s.Lane].Union(old), now[s.Lane].Union(laid)
		before, after = before.Union(old), after.Union(laid)
	}
	boxes := make([]arrange.Box, 0, len(q.Steps))
	for _, s := range q.Steps {
		r := t.along(q.StepRect(s))
		r.X += before.X - after.X
		switch lane := t.page.Lane(s.Lane); {
		case len(t.page.Lanes) == 0:
			r.Y += before.Y - after.Y
		case lane == nil:
			r.Y += was[""].CY() - now[""].CY()
		default:
			top := t.along(t.page.LaneSpace(lane)).Y + inLane
			r.Y += math.Max(was[s.Lane].CY()-now[s.Lane].CY(), top-now[s.Lane].Y)
		}
		boxes = append(boxes, arrange.Box{ID: s.ID, Rect: t.along(r)})
	}
	var others []geom.Rect // those that do not move
	for _, s := range t.page.Steps {
		if r := t.page.StepRect(s); !t.mine[s.ID] && !s.Behind() && (s.Locked || t.along(r).CX() <= before.Right()) {
			others = append(others, r)
		}
	}
	dx, dy := arrange.Landing(t.page, boxes, others)
	out := make([]chart.Place, len(boxes))
	free := true
	for i, b := range boxes {
		r := b.Rect.Move(geom.Pt(dx, dy))
		out[i] = t.page.PlaceAt(b.ID, t.page.Step(b.ID).Lane, r)
		free = free && !slices.ContainsFunc(others, r.Grow(-1).Overlaps)
	}
	if !free { // there is no place for all of them together
		out = arrange.Spread(t.page, out, !t.down)
	}
	return out
}

// giveWay are the places of what stands beyond the steps, moved on by as much as they have grown.
func (t *part) giveWay(places []chart.Place) []chart.Place {
	var before, after geom.Rect
	var still []geom.Rect // what has its place: the steps, and what is locked
	for _, pl := range places {
		now := t.along(t.page.RectOf(pl))
		before, after = before.Union(t.along(t.page.StepRect(t.page.Step(pl.ID)))), after.Union(now)
		still = append(still, now)
	}
	for _, s := range t.page.Steps {
		if s.Locked && !t.mine[s.ID] && !s.Behind() {
			still = append(still, t.along(t.page.StepRect(s)))
		}
	}
	by := math.Max(0, after.Right()-before.Right())
	for again := true; again; { // until none of them comes upon one of the steps
		again = false
		for _, s := range t.page.Steps {
			r := t.along(t.page.StepRect(s))
			if t.mine[s.ID] || s.Locked || s.Behind() || r.CX() <= before.Right() {
				continue
			}
			r.X += by
			for _, o := range still {
				if o.Grow(inLane).Overlaps(r) {
					by, again = by+o.Right()+colGap-r.X, true
					break
				}
			}
		}
	}
	if by == 0 {
		return nil
	}
	var out []chart.Place
	for _, s := range t.page.Steps {
		r := t.along(t.page.StepRect(s))
		if t.mine[s.ID] || s.Locked || r.CX() <= before.Right() {
			continue
		}
		r.X = geom.Round2(r.X + by)
		out = append(out, t.page.PlaceAt(s.ID, s.Lane, t.along(r)))
	}
	return out
}
