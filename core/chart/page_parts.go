package chart

import (
	"errors"
	"fmt"
	"slices"

	"plaintracer/core/geom"
)

func setChart(c *Chart, d Part) ([]Part, error) {
	inv := Part{Do: "chart.set"}
	if d.Name == nil && d.House == nil && d.Numbering == nil && d.Waived == nil {
		return nil, errors.New(noName)
	}
	if d.Name != nil {
		if err := checkText("name", *d.Name, maxName); err != nil {
			return nil, err
		}
		old := c.Name
		inv.Name = &old
	}
	if d.Numbering != nil {
		if err := d.Numbering.check(); err != nil {
			return nil, err
		}
	}
	if d.Waived != nil {
		if err := checkWaivers(*d.Waived); err != nil {
			return nil, err
		}
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
	if d.Numbering != nil {
		if inv.Numbering = c.Numbering; c.Numbering == nil {
			inv.Numbering = &Numbering{}
		}
		if c.Numbering = d.Numbering; d.Numbering.plain() {
			c.Numbering = nil
		}
	}
	if d.Waived != nil {
		was := append([]Waiver{}, c.Waived...)
		inv.Waived, c.Waived = &was, append([]Waiver(nil), *d.Waived...)
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
