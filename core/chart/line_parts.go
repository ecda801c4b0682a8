package chart

import (
	"errors"
	"fmt"
	"slices"
)

func addLine(p *Page, d Part) ([]Part, error) {
	if d.Line == nil {
		return nil, errors.New(noLine)
	}
	c := *d.Line
	c.own()
	if p.Connector(c.ID) != nil || p.lineAway(c.ID) {
		return nil, fmt.Errorf(lineTwice, c.ID)
	}
	if len(p.Connectors) >= maxLines || len(p.Folded) > 0 && len(p.allLines()) >= maxLines {
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

// setWays keeps ways. Connectors that are not there any more are passed over: ways
// are found beside what a person did, and not worth refusing that.
func setWays(p *Page, d Part) ([]Part, error) {
	old := map[string]*Way{}
	for id, w := range d.Ways {
		if w != nil {
			if err := w.check(); err != nil {
				return nil, fmt.Errorf(inWays, id, err)
			}
		}
	}
	for _, c := range p.Connectors {
		if w, ok := d.Ways[c.ID]; ok {
			old[c.ID], c.Way = c.Way, w
		}
	}
	return []Part{{Do: "line.ways", Page: p.ID, Ways: old}}, nil
}
