package chart

import (
	"errors"
	"fmt"
	"slices"

	"plaintracer/core/geom"
)

func setChart(c *Chart, d Part) ([]Part, error) {
	inv := Part{Do: "chart.set"}
	if d.Name == nil && d.House == nil {
		return nil, errors.New(noName)
	}
	if d.Name != nil {
		if err := checkText("name", *d.Name, maxName); err != nil {
			return nil, err
		}
		old := c.Name
		inv.Name = &old
	}
	if d.House != nil {
		if inv.House = c.House; c.House == nil {
			inv.House = &House{}
		}
		if d.House.Name != "" {
			if err := d.House.Check(); err != nil {
				return nil, err
			}
			c.SetHouse(d.House)
		} else {
			c.SetHouse(nil)
		}
	}
	if d.Name != nil {
		c.Name = *d.Name
	}
	return []Part{inv}, nil
}

func addPage(c *Chart, d Part) ([]Part, error) {
	if d.NewPage == nil {
		return nil, errors.New(noNewPage)
	}
	if len(c.Pages) >= maxPages {
		return nil, fmt.Errorf(tooManyPages, maxPages)
	}
	if c.Page(d.NewPage.ID) != nil {
		return nil, fmt.Errorf(pageTwice, d.NewPage.ID)
	}
	if err := checkNulls(d.NewPage); err != nil { // before anything looks into it
		return nil, err
	}
	p := d.NewPage.Clone()
	if err := checkPage(p); err != nil {
		return nil, err
	}
	p.house = c.House
	c.Pages = insert(c.Pages, d.At, p)
	return []Part{{Do: "page.drop", Page: p.ID}}, nil
}

func dropPage(c *Chart, d Part) ([]Part, error) {
	if len(c.Pages) == 1 {
		return nil, errors.New(lastPage)
	}
	i := slices.IndexFunc(c.Pages, func(p *Page) bool { return p.ID == d.Page })
	p := c.Pages[i]
	c.Pages = slices.Delete(c.Pages, i, i+1)
	return []Part{{Do: "page.add", NewPage: p, At: &i}}, nil
}

// orderPages brings the pages into the order given; pages that the command does not know keep
// their index.
func orderPages(c *Chart, d Part) ([]Part, error) {
	var old []string
	for _, p := range c.Pages {
		old = append(old, p.ID)
	}
	if err := reorder(c.Pages, d.Order, func(p *Page) string { return p.ID }); err != nil {
		return nil, err
	}
	return []Part{{Do: "page.order", Order: old}}, nil
}

// set gives a value where a part sets one; it returns what takes that back.
func set[T any](v, to *T) (back *T) {
	if to == nil {
		return nil
	}
	was := *v
	*v = *to
	return &was
}

// setRounded is set for a length, px.
func setRounded(v, to *float64) (back *float64) {
	if back = set(v, to); back != nil {
		*v = geom.Round2(*v)
	}
	return back
}

func setPage(p *Page, d Part) ([]Part, error) {
	next, inv := *p, Part{Do: "page.set", Page: p.ID}
	inv.Title, inv.W, inv.H = set(&next.Title, d.Title), setRounded(&next.W, d.W), setRounded(&next.H, d.H)
	inv.Crossings, inv.KeepOff = set(&next.Crossings, d.Crossings), set(&next.KeepOff, d.KeepOff)
	inv.Down, inv.Level = set(&next.Down, d.Down), set(&next.Level, d.Level)
	if d.Sheet != nil {
		w, h := p.SheetSize()
		inv.Sheet, next.Sheet = &Sheet{w, h}, d.Sheet
	}
	if d.Setup != nil {
		if inv.Setup = p.Setup; inv.Setup == nil {
			inv.Setup = &Setup{}
		}
		next.Setup = d.Setup
	}
	if d.Frame != nil {
		f := p.Frame
		inv.Frame = &f
		next.Frame = Frame{geom.Round2(d.Frame.X), geom.Round2(d.Frame.Y), geom.Round2(d.Frame.W)}
	}
	if d.Key != nil {
		if inv.Key = (&KeyPart{p.Key}); d.Key.At == nil {
			next.Key = nil
		} else {
			next.Key = d.Key.At.rounded()
		}
	}
	if d.Shown != nil {
		was := append([]Showing{}, p.Shown...)
		inv.Shown, next.Shown = &was, append([]Showing(nil), *d.Shown...)
	}
	if d.Link != nil {
		inv.Link, next.Link = &LinkPart{p.Link}, d.Link.To
	}
	if d.Turned != nil {
		if inv.Turned = p.Turned; inv.Turned == nil {
			inv.Turned = &Turned{}
		}
		if next.Turned = d.Turned; *d.Turned == (Turned{}) {
			next.Turned = nil
		}
	}
	if err := checkSheet(&next); err != nil {
		return nil, err
	}
	*p = next
	return []Part{inv}, nil
}

// reorder permutes the elements whose ids are in order among the places that
// they take in list.
func reorder[T any](list []T, order []string, id func(T) string) error {
	seen := map[string]bool{}
	var slots []int
	at := map[string]T{}
	for _, o := range order {
		if seen[o] {
			return fmt.Errorf(orderTwice, o)
		}
		seen[o] = true
	}
	for i, v := range list {
		if seen[id(v)] {
			slots = append(slots, i)
			at[id(v)] = v
		}
	}
	k := 0
	for _, o := range order {
		v, ok := at[o]
		if !ok {
			continue // taken away by somebody else meanwhile
		}
		list[slots[k]] = v
		k++
	}
	return nil
}

func addStep(p *Page, d Part) ([]Part, error) {
	if d.Step == nil {
		return nil, errors.New(noStep)
	}
	s := *d.Step
	s.Fields = append([]Field(nil), s.Fields...)
	s.Ports = append([]Port(nil), s.Ports...)
	if p.Step(s.ID) != nil {
		return nil, fmt.Errorf(stepTwice, s.ID)
	}
	if len(p.Steps) >= MaxSteps {
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

// refuge is the lane that takes in a step whose own is gone.
func refuge(p *Page) string {
	if len(p.Lanes) == 0 {
		return ""
	}
	return p.Lanes[0].ID
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
	inv.Front, inv.Locked = set(&next.Front, d.Front), set(&next.Locked, d.Locked)
	if d.Held != nil {
		was := append([]Hold{}, s.Held...)
		inv.Held, next.Held = &was, append([]Hold(nil), *d.Held...)
	}
	if err := checkStep(p, &next); err != nil {
		return nil, err
	}
	*s = next
	return []Part{inv}, nil
}

func addLine(p *Page, d Part) ([]Part, error) {
	if d.Line == nil {
		return nil, errors.New(noLine)
	}
	c := *d.Line
	c.own()
	if p.Connector(c.ID) != nil {
		return nil, fmt.Errorf(lineTwice, c.ID)
	}
	if len(p.Connectors) >= maxLines {
		return nil, fmt.Errorf(tooManyLines, maxLines)
	}
	if err := checkLine(p.Step, &c); err != nil {
		return nil, err
	}
	p.Connectors = insert(p.Connectors, d.At, &c)
	return []Part{{Do: "line.drop", Page: p.ID, ID: c.ID}}, nil
}

func dropLine(p *Page, d Part) ([]Part, error) {
	i := p.connectorAt(d.ID)
	if i < 0 {
		return nil, gone("connector", d.ID)
	}
	c := p.Connectors[i]
	p.Connectors = slices.Delete(p.Connectors, i, i+1)
	return []Part{{Do: "line.add", Page: p.ID, Line: c, At: &i}}, nil
}

func setLine(p *Page, d Part) ([]Part, error) {
	c := p.Connector(d.ID)
	if c == nil {
		return nil, gone("connector", d.ID)
	}
	next, inv := *c, Part{Do: "line.set", Page: p.ID, ID: c.ID}
	if d.From != nil {
		e := c.From
		inv.From, next.From = &e, *d.From
	}
	if d.To != nil {
		e := c.To
		inv.To, next.To = &e, *d.To
	}
	if d.Meaning != nil {
		m := c.Meaning
		inv.Meaning, next.Meaning = &m, *d.Meaning
	}
	if d.Labels != nil {
		l := append([]Label{}, c.Labels...)
		inv.Labels = &l
		next.Labels = append([]Label(nil), *d.Labels...)
	}
	if d.Kind != nil {
		k := c.Kind
		inv.Kind, next.Kind = &k, *d.Kind
	}
	if d.Look != nil {
		l := Look{}
		if c.Look != nil {
			l = *c.Look
		}
		inv.Look, next.Look = &l, nil
		if *d.Look != (Look{}) {
			l := *d.Look
			next.Look = &l
		}
	}
	if d.Crossings != nil {
		x := c.Crossings
		inv.Crossings, next.Crossings = &x, *d.Crossings
	}
	if d.Main != nil {
		m := c.Main
		inv.Main, next.Main = &m, *d.Main
	}
	if d.Pins != nil {
		ps := append([]Pin{}, c.Pins...)
		inv.Pins = &ps
		next.Pins = append([]Pin(nil), *d.Pins...)
	}
	if err := checkLine(p.Step, &next); err != nil {
		return nil, err
	}
	*c = next
	return []Part{inv}, nil
}

func orderLines(p *Page, d Part) ([]Part, error) {
	in := map[string]bool{}
	for _, id := range d.Order {
		in[id] = true
	}
	var old []string
	for _, c := range p.Connectors {
		if in[c.ID] {
			old = append(old, c.ID)
		}
	}
	if err := reorder(p.Connectors, d.Order, func(c *Connector) string { return c.ID }); err != nil {
		return nil, err
	}
	return []Part{{Do: "line.order", Page: p.ID, Order: old}}, nil
}

func roundStep(s *Step) {
	s.X, s.Y, s.W, s.H = geom.Round2(s.X), geom.Round2(s.Y), geom.Round2(s.W), geom.Round2(s.H)
}
