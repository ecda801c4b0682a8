// Package sheet computes the geometry of a page as it is drawn: places and texts of its
// steps, the routes of its connectors and where these yield to others.
package sheet

import (
	"context"
	"slices"
	"sync"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/route"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// Sheet is the geometry of a page as it is drawn.
type Sheet struct {
	Chart string
	Page  *chart.Page
	Index int // of the page in the chart, from 0
	Count int // pages in the chart

	Steps []Shape // as Page.Steps
	Lines []Run   // as Page.Connectors

	Told Told

	Crowded bool // there are more connectors than could be set apart

	in       *chart.Chart
	by       *Composer
	routes   []route.Route
	byID     map[string]*chart.Step // once a step was asked for
	drawn    []int                  // once it was asked for
	measured sync.Once
	scales   scales // of the fields that are shown, once they are asked for
}

// Told is what header, footer and title block tell that is not in the chart.
type Told struct{ Date, Revision, Owner string }

// Shape is a step as drawn. Its box may be larger than stored: text never
// stands outside its symbol.
type Shape struct {
	Step  *chart.Step
	Said  *chart.Step // the step with all that its text says: Step, or with its number before it
	Rect  geom.Rect
	Lines []typeset.Line // of what is said, from the corner of Rect
}

// Run is a connector as drawn.
type Run struct {
	Line             *chart.Connector
	Points           geom.Polyline
	FromPort, ToPort string // "" at a loose end
	Through          bool   // no way around: drawn straight through
	Plain            bool   // no way was searched: drawn straight through
	Pins             []route.Pin
	Labels           []LabelShape
	Hops             []Hop // where it yields to a line that it crosses
}

// LabelShape is a connector's label as drawn.
type LabelShape struct {
	Box   geom.Rect
	Lines []string
}

// Composer makes sheets. It keeps what did not change from one to the next, so
// that a drag is cheap; the zero value is ready, one is used for one page.
type Composer struct {
	Typed    string // id of the step on whose text somebody types
	Told     Told
	router   route.Router
	last     *Sheet      // made of page
	of       *chart.Page // that is composed
	page     route.Page  // its buffers
	ends     []int       // per end of a connector, the index of its step on the last page
	fits     map[fitKey]fitted
	lastFits []lastFit
	labels   map[labelKey]LabelShape
}

// labelKey is what a label's shape follows from.
type labelKey struct {
	text string
	face typeset.Face
}

type fitKey struct {
	kind  symbol.Kind
	w, h  float64
	text  string
	style typeset.Style
}

// lastFit is how a step of the last page was fitted.
type lastFit struct {
	look  *chart.StepLook
	house *chart.House
	style typeset.Style // as those two tell
	key   fitKey
	fitted
}

type fitted struct {
	box   geom.Rect // as for a step at the origin
	lines []typeset.Line
}

// keepFits bounds the memory of a Composer that is used for hours.
const keepFits = 4000

// said is a step with its number before its text, where numbers stand there; not while somebody types on it.
func (c *Composer) said(ch *chart.Chart, st *chart.Step) *chart.Step {
	if ch.Numbering == nil || ch.Numbering.Shown != chart.InText || st.Number == "" || st.ID == c.Typed {
		return st
	}
	said, before := *st, st.Number+" "
	said.Text, said.Runs = before+st.Text, slices.Clone(st.Runs)
	for i := range said.Runs {
		said.Runs[i].From += len(before)
		said.Runs[i].To += len(before)
	}
	return &said
}

// fit fits the text of step i of the page; most are as they were on the last one.
func (c *Composer) fit(i int, s *chart.Step) fitted {
	if i == len(c.lastFits) {
		c.lastFits = append(c.lastFits, lastFit{})
	}
	w := &c.lastFits[i]
	// Looks are not changed but replaced: the same ones tell the same.
	if w.look != s.Look || w.house != c.of.House() || w.key.kind != s.Symbol || len(s.Runs) > 0 || w.style.Faces != "" {
		w.look, w.house, w.style = s.Look, c.of.House(), style.Text(c.of, s)
	}
	if k := (fitKey{s.Symbol, s.W, s.H, s.Text, w.style}); w.key != k {
		w.key, w.fitted = k, c.fitNew(s, k)
	}
	return w.fitted
}

func (c *Composer) fitNew(s *chart.Step, k fitKey) fitted {
	if f, ok := c.fits[k]; ok {
		return f
	}
	if c.fits == nil || len(c.fits) > keepFits {
		c.fits = map[fitKey]fitted{}
	}
	var f fitted
	f.box = k.style.Box(s.Symbol, geom.Rect{W: s.W, H: s.H}, s.Text)
	f.lines, _ = k.style.Fit(s.Symbol, f.box.W, f.box.H, s.Text)
	c.fits[k] = f
	return f
}

func (c *Composer) label(t string) LabelShape {
	key := labelKey{t, style.Face(c.of, false)}
	if l, ok := c.labels[key]; ok {
		return l
	}
	if c.labels == nil || len(c.labels) > keepFits {
		c.labels = map[labelKey]LabelShape{}
	}
	var l LabelShape
	l.Lines, l.Box.W, l.Box.H = style.Label(key.face, t)
	c.labels[key] = l
	return l
}

// Compose computes the geometry of a page of the chart. Connectors with a way run
// there, where they still can.
func (c *Composer) Compose(ch *chart.Chart, p *chart.Page) *Sheet {
	return c.compose(context.Background(), ch, p, nil)
}

// ComposeContext is Compose, which ends with the context's error soon after that has ended.
func (c *Composer) ComposeContext(ctx context.Context, ch *chart.Chart, p *chart.Page) (*Sheet, error) {
	s := c.compose(ctx, ch, p, nil)
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	return s, nil
}

// ComposeAfter is Compose for a page that came out of another one: connectors run as
// they did there, but for those that the difference concerns.
func (c *Composer) ComposeAfter(b *Before, ch *chart.Chart, p *chart.Page) *Sheet {
	return c.compose(context.Background(), ch, p, b)
}

func (c *Composer) compose(ctx context.Context, ch *chart.Chart, p *chart.Page, before *Before) *Sheet {
	s := &Sheet{Chart: ch.Name, Page: p, Count: len(ch.Pages), Told: c.Told, in: ch}
	for i, q := range ch.Pages {
		if q == p {
			s.Index = i
		}
	}
	c.of = p
	rp := &c.page
	rp.KeepOff, rp.Boxes, rp.Lines, rp.Borders, rp.Uprights = p.KeepOff, rp.Boxes[:0], rp.Lines[:0], rp.Borders[:0], rp.Uprights[:0]
	s.Steps = make([]Shape, len(p.Steps))
	origins, lane, origin := laneOrigins(p), "", geom.Point{}
	for i, st := range p.Steps {
		if st.Lane != lane {
			lane, origin = st.Lane, origins[st.Lane]
		}
		if ctx.Err() != nil {
			return nil
		}
		said := c.said(ch, st)
		f := c.fit(i, said)
		sh := Shape{Step: st, Said: said, Rect: geom.Rect{X: geom.Round2(origin.X + st.X + f.box.X), Y: geom.Round2(origin.Y + st.Y + f.box.Y), W: f.box.W, H: f.box.H}}
		sh.Lines = f.lines
		s.Steps[i] = sh
		rp.Boxes = append(rp.Boxes, route.Box{ID: st.ID, Kind: st.Symbol, Rect: sh.Rect, Flat: st.Behind()})
	}
	border := func(h geom.Rect, upright bool) {
		if upright {
			rp.Uprights = append(rp.Uprights, h.X, h.Right())
		} else {
			rp.Borders = append(rp.Borders, h.Y, h.Bottom())
		}
	}
	for _, l := range p.Lanes {
		h := p.HeadRect(l)
		rp.Boxes = append(rp.Boxes, route.Box{ID: "lane " + l.ID, Rect: h})
		border(h, p.Down)
	}
	for _, g := range p.Groups {
		if _, ok := p.GroupRect(g); ok {
			rp.Boxes = append(rp.Boxes, route.Box{ID: "group " + g.ID, Rect: p.GroupHead(g)})
		}
	}
	for _, g := range p.Stages {
		h := p.StageHeadRect(g)
		rp.Boxes = append(rp.Boxes, route.Box{ID: "stage " + g.ID, Rect: h})
		border(h, !p.Down)
	}
	shapes := make([][]LabelShape, len(p.Connectors))
	count := 0
	for _, l := range p.Connectors {
		count += len(l.Labels)
	}
	looks, labels := make([]LabelShape, 0, count), make([]route.Label, 0, count)
	c.number(p)
	end := func(e chart.End, n int) route.End {
		if e.Loose() {
			return route.End{Box: -1, At: geom.Pt(e.X, e.Y)}
		}
		out := route.End{Box: c.ends[n], Port: e.Port}
		if sh := &s.Steps[out.Box]; e.Port != "" && len(sh.Step.Ports) > 0 {
			if q, ok := sh.Step.Port(e.Port, sh.Rect.W, sh.Rect.H); ok {
				out.Placed, out.Side, out.At = true, q.Side, q.At.Add(geom.Pt(sh.Rect.X, sh.Rect.Y))
			}
		}
		return out
	}
	for i, l := range p.Connectors {
		r := route.Line{ID: l.ID, From: end(l.From, 2*i), To: end(l.To, 2*i+1), Direct: l.Kind == chart.Straight}
		if l.Kind == chart.Wide {
			r.From.Room, r.To.Room = wideRoom, wideRoom
			r.From.Half, r.To.Half = WideHalf, WideHalf
		}
		r.Outcome = !l.From.Loose() && l.Meaning.Way() && p.Steps[r.From.Box].Symbol == symbol.Decision
		if !r.Direct {
			for _, pin := range l.Pins {
				r.Pins = append(r.Pins, route.Pin{Upright: pin.Upright, At: p.PinAt(l, pin)})
			}
		}
		first := len(labels)
		for k, t := range l.Labels {
			ls := c.label(t.Text)
			looks = append(looks, ls)
			label := route.Label{W: ls.Box.W, H: ls.Box.H}
			if pl := t.Place; pl != nil {
				label.Placed, label.Along, label.Beside = true, pl.Along, pl.Beside
			} else if l.Kind == chart.Wide && k == 0 {
				label.Inside = true
			}
			labels = append(labels, label)
		}
		if n := len(labels); n > first {
			shapes[i], r.Labels = looks[first:n:n], labels[first:n:n]
		}
		if before == nil {
			r.Was, r.Firm = routeOf(l.Way), true
		}
		rp.Lines = append(rp.Lines, r)
	}
	if before != nil {
		route.Keep(&before.page, before.routes, rp)
	} else {
		route.Disentangle(rp)
	}
	routes := c.router.RoutesContext(ctx, *rp)
	if ctx.Err() != nil {
		return nil
	}
	s.by, s.routes, c.last, s.Crowded = c, routes, s, c.router.Unfinished() ||
		before != nil && before.crowded && slices.ContainsFunc(rp.Lines, func(l route.Line) bool { return l.Was != nil })
	s.Lines = make([]Run, len(routes))
	for i, r := range routes {
		run := Run{Line: p.Connectors[i], Points: r.Points, FromPort: r.FromPort, ToPort: r.ToPort, Through: r.Through, Plain: r.Plain, Pins: r.Pins}
		run.Labels = shapes[i]
		for k := range run.Labels {
			b := &run.Labels[k].Box
			b.X, b.Y = geom.Round2(r.Labels[k].X), geom.Round2(r.Labels[k].Y)
		}
		s.Lines[i] = run
	}
	s.cross()
	return s
}

// number finds the steps of the connectors' ends: most are where they were on the last
// page.
func (c *Composer) number(p *chart.Page) {
	var at map[string]int
	step := func(id string, last int) int {
		if last < len(p.Steps) && p.Steps[last].ID == id {
			return last
		}
		if at == nil {
			at = make(map[string]int, len(p.Steps))
			for i, s := range p.Steps {
				at[s.ID] = i
			}
		}
		return at[id]
	}
	for len(c.ends) < 2*len(p.Connectors) {
		c.ends = append(c.ends, 0)
	}
	for i, l := range p.Connectors {
		c.ends[2*i], c.ends[2*i+1] = step(l.From.Step, c.ends[2*i]), step(l.To.Step, c.ends[2*i+1])
	}
}

func laneOrigins(p *chart.Page) map[string]geom.Point {
	out := make(map[string]geom.Point, len(p.Lanes)+1)
	for _, l := range p.Lanes {
		out[l.ID] = p.LaneOrigin(l.ID)
	}
	return out
}

// StepAt is the topmost step under q; nil where there is none.
func (s *Sheet) StepAt(q geom.Point) *Shape { return s.shapeAt(q, false) }

// GroundAt is the step behind everything that lies uppermost under a point; nil when there is none.
func (s *Sheet) GroundAt(q geom.Point) *Shape { return s.shapeAt(q, true) }

func (s *Sheet) shapeAt(q geom.Point, behind bool) *Shape {
	for _, i := range slices.Backward(s.Drawn()) {
		if sh := &s.Steps[i]; sh.Step.Behind() == behind && sh.Rect.Contains(q) {
			if o := sh.Step.Symbol.Outline(sh.Rect.W, sh.Rect.H); o.Encloses(geom.Pt(q.X-sh.Rect.X, q.Y-sh.Rect.Y)) {
				return sh
			}
		}
	}
	return nil
}

// Drawn are the indexes of the steps in the order in which they are drawn.
func (s *Sheet) Drawn() []int {
	if len(s.drawn) != len(s.Steps) {
		s.drawn = make([]int, len(s.Steps))
		flat := true
		for i := range s.Steps {
			s.drawn[i] = i
			flat = flat && s.Steps[i].Step.Front == 0
		}
		if !flat {
			slices.SortStableFunc(s.drawn, func(a, b int) int { return s.Steps[a].Step.Front - s.Steps[b].Step.Front })
		}
	}
	return s.drawn
}

// Step finds a step of the page; nil when there is none of that id.
func (s *Sheet) Step(id string) *chart.Step {
	if s.byID == nil {
		s.byID = s.Page.StepsByID()
	}
	return s.byID[id]
}

// GoesTo is the id of the page on which the flow goes on from an off-page connector; "" for any
// other step, and where it goes on at this page.
func (s *Sheet) GoesTo(st *chart.Step) string {
	if ms := flow.Mates(s.in, st); len(ms) > 0 && ms[0].Page.ID != s.Page.ID { // which a gesture shows as a copy
		return ms[0].Page.ID
	}
	return ""
}

// Tags reports whether steps show their numbers.
func (s *Sheet) Tags() bool { return s.in.Numbering == nil || s.in.Numbering.Shown == chart.OnTags }

// PartOf is the step that leads to this page, and its page: the first of the chart; ok is false
// where none does.
func (s *Sheet) PartOf() (p *chart.Page, st *chart.Step, ok bool) {
	for _, q := range s.in.Pages {
		if q == s.Page || q.ID == s.Page.ID {
			continue
		}
		for _, st := range q.Steps {
			if st.Link != nil && st.Link.Page == s.Page.ID && st.Link.Step == "" {
				return q, st, true
			}
		}
	}
	return nil, nil, false
}

// PageName is what another page of the chart is called.
func (s *Sheet) PageName(p *chart.Page) string {
	return p.Name(slices.Index(s.in.Pages, p))
}

// Plain is how many connectors are drawn straight through because there are so many.
func (s *Sheet) Plain() int {
	n := 0
	for i := range s.Lines {
		if s.Lines[i].Plain {
			n++
		}
	}
	return n
}

// Shape finds a step as drawn; nil when there is none of that id.
func (s *Sheet) Shape(id string) *Shape {
	for i := range s.Steps {
		if s.Steps[i].Step.ID == id {
			return &s.Steps[i]
		}
	}
	return nil
}

// Run finds a connector as drawn; nil when there is none of that id.
func (s *Sheet) Run(id string) *Run {
	for i := range s.Lines {
		if s.Lines[i].Line.ID == id {
			return &s.Lines[i]
		}
	}
	return nil
}

// RunAt is the connector within reach px of q, its labels included.
func (s *Sheet) RunAt(q geom.Point, reach float64) *Run {
	var best *Run
	for i := range s.Lines {
		r := &s.Lines[i]
		for _, l := range r.Labels {
			if l.Box.Contains(q) {
				return r
			}
		}
		d := r.Drawn().DistTo(q)
		if r.Line.Kind == chart.Wide {
			d = max(0, d-WideHalf)
		}
		if d <= reach {
			best, reach = r, d
		}
	}
	return best
}

// Ports are the places where a connector holds at the step, on the page.
func (sh *Shape) Ports() []symbol.Port {
	ps := sh.Step.PortsAt(sh.Rect.W, sh.Rect.H)
	for i := range ps {
		ps[i].At = ps[i].At.Add(geom.Pt(sh.Rect.X, sh.Rect.Y))
	}
	return ps
}

// Outline is the closed outline of a step as drawn.
func (s *Shape) Outline() geom.Polyline {
	pts := s.Step.Symbol.Outline(s.Rect.W, s.Rect.H).Shift(s.Rect.X, s.Rect.Y).Flatten(0.2)
	return append(pts, pts[0])
}
