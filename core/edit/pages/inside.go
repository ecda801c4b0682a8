package pages

import (
	"maps"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/geom"
	"plaintracer/core/layout"
	"plaintracer/core/symbol"
)

// pageFor is an empty page with the name of a step, on a sheet like this page's, and the step at
// its beginning that carries that name.
func (e *Editor) pageFor(text string) (*chart.Page, *chart.Step) {
	p := e.Page()
	n := chart.NewPage(e.NewID("p"))
	n.Title, n.Sheet, n.Setup = say.OneLine(text), p.Sheet, newSetup(p)
	n.W, n.H = p.SheetSize()
	n.Frame = chart.Frame{X: p.Margin(), Y: p.Margin() + 32, W: n.W - 2*p.Margin()}
	info, _ := symbol.Of(symbol.Terminator)
	first := &chart.Step{ID: e.NewID("s"), Symbol: symbol.Terminator, X: n.Frame.X + 60, Y: n.Frame.Y + 60, W: info.W, H: info.H, Text: say.OneLine(text)}
	n.Steps = append(n.Steps, first)
	return n, first
}

// Into goes to the page behind the selected step; where there is none yet, one is made, which
// begins with a step of that name.
func (e *Editor) Into() {
	s := e.Only()
	if s.Link != nil && s.Link.Page != "" && e.Chart().Page(s.Link.Page) != nil {
		e.GoWhere(s.Link)
		return
	}
	n, first := e.pageFor(session.StepName(s))
	if t := say.OneLine(s.Text); t != "" {
		n.Title, first.Text = t, t
	}
	at := e.PageAt() + 1
	if e.ApplyToPages(say.DidInto, chart.Part{Do: "page.add", NewPage: n, At: &at}, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Link: &chart.LinkPart{To: &chart.Link{Page: n.ID}}}) {
		e.ShowPage(n.ID)
	}
}

// IntoPage moves the selected steps into a page of their own. In their place stands a predefined
// process that leads there; ways in and out of them lead to it and from it, and on the page from
// its beginning and to an end for each way out.
func (e *Editor) IntoPage() {
	p := e.Page()
	steps := e.Steps()
	in := map[string]bool{}
	var box geom.Rect
	for _, s := range steps {
		in[s.ID] = true
		box = box.Union(p.StepRect(s))
	}
	name := say.OneLine(steps[0].Text)
	n, first := e.pageFor(name)
	info, _ := symbol.Of(symbol.Predefined)
	of := &chart.Step{
		ID: e.NewID("s"), Symbol: symbol.Predefined, Lane: steps[0].Lane, W: info.W, H: info.H, Text: name,
		X: geom.Round2(steps[0].X + steps[0].W/2 - info.W/2), Y: geom.Round2(steps[0].Y + steps[0].H/2 - info.H/2), Link: &chart.Link{Page: n.ID},
	}
	for _, l := range p.Lanes {
		if slices.ContainsFunc(steps, func(s *chart.Step) bool { return s.Lane == l.ID }) {
			c := *l
			n.Lanes = append(n.Lanes, &c)
		}
	}
	n.Down, n.Level = p.Down, p.Level
	for _, g := range p.Groups {
		if slices.ContainsFunc(n.Lanes, func(l *chart.Lane) bool { return slices.Contains(p.Within(l.In), g) }) {
			c := *g
			n.Groups = append(n.Groups, &c)
		}
	}
	for _, s := range steps {
		c := *s
		n.Steps = append(n.Steps, &c)
	}
	if len(n.Lanes) > 0 {
		first.Lane = n.Lanes[0].ID
	}
	parts := []chart.Part{{Do: "step.add", Page: p.ID, Step: of}}
	ways := map[string]*chart.Way{}
	reglue := func(l *chart.Connector, set chart.Part) {
		set.Do, set.Page, set.ID, set.Pins = "line.set", p.ID, l.ID, &[]chart.Pin{}
		parts = append(parts, set)
		ways[l.ID] = nil
	}
	there := chart.End{Step: of.ID}
	entered := map[string]bool{}
	for _, l := range p.Connectors {
		from, to := in[l.From.Step], in[l.To.Step]
		way := l.Meaning.Way() && !l.From.Loose() && !l.To.Loose()
		inner := *l
		inner.Way, inner.Pins = nil, nil
		switch {
		case from && to:
			n.Connectors = append(n.Connectors, &inner)
			parts = append(parts, chart.Part{Do: "line.drop", Page: p.ID, ID: l.ID})
		case to:
			if way && !entered[l.To.Step] {
				entered[l.To.Step] = true
				n.Connectors = append(n.Connectors, &chart.Connector{ID: e.NewID("c"), Meaning: chart.Flow, From: chart.End{Step: first.ID}, To: chart.End{Step: l.To.Step}})
			}
			reglue(l, chart.Part{To: &there})
		case from:
			if way {
				end, _ := symbol.Of(symbol.Terminator)
				next := p.Step(l.To.Step)
				out := &chart.Step{
					ID: e.NewID("s"), Symbol: symbol.Terminator, W: end.W, H: end.H, Lane: p.Step(l.From.Step).Lane,
					Text: session.Numbered(next),
				}
				n.Steps = append(n.Steps, out)
				inner.ID, inner.To = e.NewID("c"), chart.End{Step: out.ID}
				n.Connectors = append(n.Connectors, &inner)
			}
			reglue(l, chart.Part{From: &there})
		}
	}
	if len(entered) == 0 { // nothing leads in: the page begins with the first of them
		n.Connectors = append(n.Connectors, &chart.Connector{ID: e.NewID("c"), Meaning: chart.Flow, From: chart.End{Step: first.ID}, To: chart.End{Step: steps[0].ID}})
	}
	apart := &chart.Chart{Pages: []*chart.Page{n}}
	if cmd, ok := layout.Page(n, layout.Down); ok {
		if _, err := chart.Apply(apart, cmd); err != nil {
			e.Say(say.CouldNot(say.DidIntoPage, chart.Words(err)))
			return
		}
	}
	for _, s := range steps {
		parts = append(parts, chart.Part{Do: "step.drop", Page: p.ID, ID: s.ID})
	}
	if len(ways) > 0 {
		parts = append(parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	at := e.PageAt() + 1
	parts = append(parts, chart.Part{Do: "page.add", NewPage: n, At: &at})
	if e.ApplyToPages(say.DidIntoPage, parts...) {
		e.Select(of.ID)
		e.Say(say.IntoPage(len(steps), n.Title))
	}
}

// OutOfPage brings the steps of the page behind the selected step back to this one, in its place:
// what led to the step leads to where its page begins, what led on from it leads on from where
// its page ended.
func (e *Editor) OutOfPage() {
	p, s := e.Page(), e.Only()
	n := e.Chart().Page(s.Link.Page)
	begins, ends := map[string]bool{}, map[string]bool{} // terminators of the page, by where the flow goes
	for _, t := range n.Steps {
		if t.Symbol != symbol.Terminator {
			continue
		}
		into := slices.ContainsFunc(n.Connectors, func(l *chart.Connector) bool { return l.To.Step == t.ID })
		onward := slices.ContainsFunc(n.Connectors, func(l *chart.Connector) bool { return l.From.Step == t.ID })
		begins[t.ID], ends[t.ID] = onward && !into, into && !onward
	}
	f := steps.Fragment{}
	for _, t := range n.Steps {
		if begins[t.ID] || ends[t.ID] {
			continue
		}
		c := *t
		at := n.StepRect(t)
		c.X, c.Y, c.Lane = at.X, at.Y, ""
		f.Steps = append(f.Steps, &c)
	}
	if len(f.Steps) == 0 {
		e.Say(say.NothingInside)
		return
	}
	var heads, tails []*chart.Connector
	for _, l := range n.Connectors {
		switch {
		case begins[l.From.Step]:
			heads = append(heads, l)
		case ends[l.To.Step]:
			tails = append(tails, l)
		case !l.From.Loose() && !l.To.Loose():
			f.Lines = append(f.Lines, l)
		}
	}
	place := p.StepRect(s)
	dx, dy := place.X-f.Steps[0].X, place.Y-f.Steps[0].Y
	var parts []chart.Part
	// Each goes to the lane of its name, where this page has one.
	lanes := map[string]string{}
	for _, l := range n.Lanes {
		for _, o := range p.Lanes {
			if o.Name == l.Name {
				lanes[l.ID] = o.ID
			}
		}
	}
	ren := map[string]string{}
	for _, t := range f.Steps {
		c := *t
		if p.Step(c.ID) != nil { // else it keeps what people said of it
			c.ID = e.NewID("s")
		}
		ren[t.ID] = c.ID
		c.X = geom.Round2(t.X + dx)
		if c.Lane = lanes[n.Step(t.ID).Lane]; c.Lane == "" && len(p.Lanes) > 0 {
			c.Lane = s.Lane
		}
		switch c.Y = geom.Round2(t.Y + dy); {
		case c.Lane == "":
		case p.Down:
			c.X = n.Step(t.ID).X
		default:
			c.Y = n.Step(t.ID).Y
		}
		parts = append(parts, chart.Part{Do: "step.add", Page: p.ID, Step: &c})
	}
	add := func(l chart.Connector) {
		if l.Way, l.Pins = nil, nil; p.Connector(l.ID) != nil {
			l.ID = e.NewID("c")
		}
		parts = append(parts, chart.Part{Do: "line.add", Page: p.ID, Line: &l})
	}
	for _, l := range f.Lines {
		c := *l
		c.From.Step, c.To.Step = ren[l.From.Step], ren[l.To.Step]
		add(c)
	}
	ways := map[string]*chart.Way{}
	outs := 0
	for _, l := range p.Connectors {
		set := chart.Part{Do: "line.set", Page: p.ID, ID: l.ID, Pins: &[]chart.Pin{}}
		switch s.ID {
		case l.To.Step:
			to := []string{f.Steps[0].ID}
			for i, h := range heads {
				to = append(to[:i], h.To.Step)
			}
			set.To = &chart.End{Step: ren[to[0]]}
			for _, id := range to[1:] {
				c := *l
				c.To = chart.End{Step: ren[id]}
				add(c)
			}
		case l.From.Step:
			from := f.Steps[len(f.Steps)-1].ID
			if outs < len(tails) {
				from = tails[outs].From.Step
			}
			outs++
			set.From = &chart.End{Step: ren[from]}
		default:
			continue
		}
		parts, ways[l.ID] = append(parts, set), nil
	}
	if len(ways) > 0 {
		parts = append(parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	parts = append(parts, chart.Part{Do: "step.drop", Page: p.ID, ID: s.ID})
	parts = append(parts, chart.Part{Do: "page.drop", Page: n.ID})
	// What came back may need a larger page.
	tried := e.Chart().Clone()
	if _, err := chart.Apply(tried, chart.Command{Parts: parts}); err == nil {
		parts = append(parts, arrange.Room(tried.Page(p.ID))...)
	}
	if e.ApplyToPages(say.DidOutOfPage, parts...) {
		e.Select(slices.Collect(maps.Values(ren))...)
	}
}
