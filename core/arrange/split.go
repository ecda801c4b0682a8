package arrange

import (
	"fmt"
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Pages are the parts that move what lies beyond a page's sheet to as many pages more as it takes;
// none where all of it lies beyond, or nothing. newID makes ids that nothing else in the chart has.
func Pages(c *chart.Chart, p *chart.Page, newID func(kind string) string) []chart.Part {
	sp := splitting{newID, flow.Letters(c)}
	parts, n, ok := sp.split(p)
	if !ok {
		return nil
	}
	at := slices.Index(c.Pages, p)
	title, touched := p.Name(at), []string{p.ID}
	for more := 2; more < mostPages; more++ {
		n.Title = fmt.Sprintf("%s (%d)", title, more)
		apply(n, Room(n))
		touched = append(touched, n.ID)
		at++
		here := at
		parts = append(parts, chart.Part{Do: "page.add", NewPage: n, At: &here})
		if !n.Outgrown() {
			break
		}
		rest, next, ok := sp.split(n)
		if !ok {
			break
		}
		parts = append(parts, rest...)
		n = next
	}
	// Lanes that are higher than the sheet still make a page larger than that.
	tried := c.Clone()
	if _, err := chart.Apply(tried, chart.Command{Parts: parts}); err == nil {
		for _, id := range touched {
			parts = append(parts, Room(tried.Page(id))...)
		}
	}
	return parts
}

func apply(p *chart.Page, parts []chart.Part) {
	if len(parts) > 0 {
		chart.Apply(&chart.Chart{Pages: []*chart.Page{p}}, chart.Command{Parts: parts}) // what makes room always can be done
	}
}

// mostPages is how many pages one page is split into at most.
const mostPages = 50

// splitting says how pages are cut in two.
type splitting struct {
	newID  func(kind string) string
	letter func() string
}

// split moves what lies beyond a page's sheet to a page of its own: first what lies beyond its
// right edge, else what lies below. Connectors that were cut become pairs of off-page connectors
// with the same letter; lanes are repeated. It returns the parts that change the page, and the
// new one; ok is false where all of it lies beyond, or nothing.
func (sp splitting) split(p *chart.Page) (parts []chart.Part, beyond *chart.Page, ok bool) {
	c := cut{splitting: sp, old: p.Clone(), moved: map[string]bool{}, outs: map[string]*chart.Step{}, ins: map[string]*chart.Step{}}
	w, h := p.SheetSize()
	c.w, c.h = w, h
	if !c.choose() {
		return nil, nil, false
	}
	c.begin(p)
	c.divide(p)
	for _, id := range c.dropped {
		parts = append(parts, chart.Part{Do: "line.drop", Page: p.ID, ID: id})
	}
	for _, s := range p.Steps {
		if c.moved[s.ID] {
			parts = append(parts, chart.Part{Do: "step.drop", Page: p.ID, ID: s.ID})
		}
	}
	for _, s := range c.added {
		parts = append(parts, chart.Part{Do: "step.add", Page: p.ID, Step: s})
	}
	for _, l := range c.lines {
		parts = append(parts, chart.Part{Do: "line.add", Page: p.ID, Line: l})
	}
	parts = append(parts, LineOrder(p)...) // outcomes keep theirs
	frame := p.Frame
	frame.W = geom.Round2(math.Max(100, w-2*p.Margin()))
	parts = append(parts, chart.Part{Do: "page.set", Page: p.ID, W: &w, H: &h, Frame: &frame})
	return parts, c.new, true
}

// LineOrder brings the connectors of a page that are taken off and put on again into the order that they
// had.
func LineOrder(p *chart.Page) []chart.Part {
	if len(p.Connectors) < 2 {
		return nil
	}
	order := make([]string, len(p.Connectors))
	for i, l := range p.Connectors {
		order[i] = l.ID
	}
	return []chart.Part{{Do: "line.order", Page: p.ID, Order: order}}
}

// cut is a page that is cut in two.
type cut struct {
	splitting
	old, new *chart.Page
	w, h     float64 // of the sheet
	moved    map[string]bool
	lanes    map[string]string // of the old page to those of the new one
	outs     map[string]*chart.Step
	ins      map[string]*chart.Step
	added    []*chart.Step      // to the old page
	lines    []*chart.Connector // to the old page
	dropped  []string           // connectors of the old page
}

// What is kept free for off-page connectors at a cut, px.
const (
	pairSize = 56.0
	pairGap  = 40.0
)

// choose tells which steps lie beyond the sheet.
func (c *cut) choose() bool {
	m := c.old.Margin()
	right, bottom := c.w-m-20-pairSize-pairGap, c.h-m-52-pairSize
	beyond := func(far func(geom.Rect) bool) bool {
		clear(c.moved)
		for _, s := range c.old.Steps {
			if far(c.old.StepRect(s)) {
				c.moved[s.ID] = true
			}
		}
		return len(c.moved) > 0 && len(c.moved) < len(c.old.Steps)
	}
	return c.old.W > c.w+1 && beyond(func(r geom.Rect) bool { return r.Right() > right+pairSize+pairGap }) && beyond(func(r geom.Rect) bool { return r.Right() > right }) ||
		c.old.H > c.h+1 && beyond(func(r geom.Rect) bool { return r.Bottom() > bottom })
}

// begin makes the new page: its lanes, and what moves to it from its left and upper edge on.
func (c *cut) begin(p *chart.Page) {
	n := p.Clone()
	n.ID, n.Title = c.newID("p"), ""
	n.W, n.H, n.Key = c.w, c.h, nil
	n.Frame.W = geom.Round2(math.Max(100, c.w-2*p.Margin()))
	n.Steps, n.Connectors = []*chart.Step{}, []*chart.Connector{}
	c.lanes = chart.RenameBands(n, c.newID)
	c.new = n
	left, top := math.Inf(1), math.Inf(1)
	for _, s := range p.Steps {
		if c.moved[s.ID] {
			left, top = math.Min(left, s.X), math.Min(top, p.StepRect(s).Y)
		}
	}
	dx := p.Frame.X + pairGap + pairSize + pairGap - left
	if len(p.Lanes) > 0 {
		dx += p.Heads()
	}
	dy := p.Frame.Y + pairGap - top
	for _, s := range p.Steps {
		if !c.moved[s.ID] {
			continue
		}
		q := *s
		if q.X, q.Lane = geom.Round2(s.X+dx), c.lanes[s.Lane]; q.Lane == "" {
			q.Y = geom.Round2(s.Y + dy)
		}
		n.Steps = append(n.Steps, &q)
	}
}

// divide puts each connector on one of the pages, or cuts it.
func (c *cut) divide(p *chart.Page) {
	for _, l := range p.Connectors {
		from, to := c.moved[l.From.Step], c.moved[l.To.Step]
		if !from && !to {
			continue
		}
		c.dropped = append(c.dropped, l.ID)
		q := *l
		q.Way, q.Pins = nil, nil
		switch {
		case from && to:
			c.new.Connectors = append(c.new.Connectors, &q)
		case l.From.Loose() || l.To.Loose():
			// The loose end has no place on the new page: it ends beside its step.
			c.loosen(&q)
			c.new.Connectors = append(c.new.Connectors, &q)
		case to:
			c.pair(&q, p.Step(l.From.Step), c.new.Step(l.To.Step), c.outs, l.To.Step, false)
		default:
			c.pair(&q, p.Step(l.To.Step), c.new.Step(l.From.Step), c.ins, l.To.Step, true)
		}
	}
}

// loosen puts the loose end of a connector beside the step that it is still glued to.
func (c *cut) loosen(q *chart.Connector) {
	end, at := &q.From, q.To
	if q.To.Loose() {
		end, at = &q.To, q.From
	}
	r := c.new.StepRect(c.new.Step(at.Step))
	*end = chart.End{X: geom.Round2(r.Right() + pairGap), Y: geom.Round2(r.CY())}
}

// pair cuts a connector between a step that stays and one that moved: each end gets an off-page
// connector, and ways to one step share it. back tells that the way comes from the new page.
func (c *cut) pair(q *chart.Connector, stays, moved *chart.Step, have map[string]*chart.Step, key string, back bool) {
	mate := have[key] // on the page of the step that the way leads to
	letter := ""
	if mate != nil {
		letter = mate.Text
	} else {
		letter = c.letter()
	}
	put := func(p *chart.Page, at geom.Rect, lane string) *chart.Step {
		s := &chart.Step{ID: c.newID("s"), Symbol: symbol.OffPage, Lane: lane, W: pairSize, H: pairSize, Text: letter}
		at = c.free(p, at)
		to := p.PlaceAt(s.ID, lane, at)
		s.X, s.Y = to.X, to.Y
		p.Steps = append(p.Steps, s)
		return s
	}
	edge := c.new.Frame.X + pairGap
	if len(c.new.Lanes) > 0 {
		edge += c.new.Heads()
	}
	rs, rm := c.old.StepRect(stays), c.new.StepRect(moved)
	here := geom.Rect{X: c.w - c.old.Margin() - pairSize - 21, Y: rs.CY() - pairSize/2, W: pairSize, H: pairSize}
	there := geom.Rect{X: edge, Y: rm.CY() - pairSize/2, W: pairSize, H: pairSize}
	if back {
		there.X = rm.Right() + pairGap
	}
	var near, far *chart.Step // on the old page, on the new one
	if !back {
		near = put(c.old, here, stays.Lane)
		c.added = append(c.added, near)
		if far = mate; far == nil {
			far = put(c.new, there, moved.Lane)
		}
		have[key] = far
	} else {
		if near = mate; near == nil {
			near = put(c.old, here, stays.Lane)
			c.added = append(c.added, near)
		}
		have[key] = near
		far = put(c.new, there, moved.Lane)
	}
	a, b := *q, *q // on the old page, on the new one
	b.ID = c.newID("c")
	if back {
		a.From, b.To = chart.End{Step: near.ID}, chart.End{Step: far.ID}
		a.Labels = nil
	} else {
		a.To, b.From = chart.End{Step: near.ID}, chart.End{Step: far.ID}
		b.Labels = nil
	}
	if mate == nil || !back { // ways that share the mate need no second line to it
		c.lines = append(c.lines, &a)
	}
	if mate == nil || back {
		c.new.Connectors = append(c.new.Connectors, &b)
	}
}

// free is the first place below or above a rectangle that stands clear of the steps of a page,
// within its lane where it can.
func (c *cut) free(p *chart.Page, at geom.Rect) geom.Rect {
	stands := func(r geom.Rect) bool {
		return !slices.ContainsFunc(p.Steps, func(s *chart.Step) bool {
			return (p != c.old || !c.moved[s.ID]) && p.StepRect(s).Grow(8).Overlaps(r)
		})
	}
	for i := range 40 {
		for _, d := range [2]float64{1, -1} {
			r := at
			if r.Y += d * float64(i) * pairSize / 2; r.Y > p.Frame.Y && stands(r) {
				return r
			}
		}
	}
	return at
}
