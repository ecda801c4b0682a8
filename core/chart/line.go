package chart

import (
	"fmt"
	"slices"

	"plaintracer/core/geom"
)

// PinAt is where a pin of a connector stands on the page, px.
func (p *Page) PinAt(c *Connector, pin Pin) float64 {
	e := c.From
	if pin.Of == "to" {
		e = c.To
	}
	s := p.Step(e.Step)
	if pin.Of == "" || s == nil {
		return pin.At
	}
	mid := p.StepRect(s).Centre()
	if pin.Upright {
		return geom.Round2(mid.X + pin.At)
	}
	return geom.Round2(mid.Y + pin.At)
}

// PinTo is the pin that holds a stretch of the connector at a place of the
// page: by the nearer one of its steps.
func (p *Page) PinTo(c *Connector, upright bool, at float64) Pin {
	best := Pin{Upright: upright, At: geom.Round2(at)}
	for i, e := range [2]End{c.From, c.To} {
		s := p.Step(e.Step)
		if s == nil {
			continue
		}
		mid := p.StepRect(s).Centre()
		d := at - mid.Y
		if upright {
			d = at - mid.X
		}
		if d = geom.Round2(d); best.Of == "" || max(d, -d) < max(best.At, -best.At) {
			best.Of, best.At = [2]string{"from", "to"}[i], d
		}
	}
	return best
}

// Reversed is the connector running the other way: what it holds changes ends,
// and stays where it is on the page.
func (c *Connector) Reversed() *Connector {
	out := *c
	out.own()
	out.From, out.To = c.To, c.From
	if c.Look != nil {
		l := *c.Look
		l.Start, l.End = l.End, l.Start
		out.Look = &l
	}
	slices.Reverse(out.Pins)
	for i := range out.Pins {
		switch out.Pins[i].Of {
		case "from":
			out.Pins[i].Of = "to"
		case "to":
			out.Pins[i].Of = "from"
		}
	}
	for i, l := range out.Labels {
		if l.Place != nil {
			out.Labels[i].Place = &LabelPlace{geom.Round2(1 - l.Place.Along), -l.Place.Beside}
		}
	}
	return &out
}

func checkPins(c *Connector) error {
	if len(c.Pins) > maxPins {
		return fmt.Errorf(tooManyPins, maxPins)
	}
	for i, p := range c.Pins {
		if err := checkCoord(p.At); err != nil {
			return fmt.Errorf(inPin, i, err)
		}
		switch p.Of {
		case "", "from", "to":
		default:
			return fmt.Errorf(badPin, i, p.Of)
		}
		c.Pins[i].At = geom.Round2(p.At)
	}
	return nil
}

func checkLabels(c *Connector) error {
	if len(c.Labels) > maxLabels {
		return fmt.Errorf(tooManyLabels, maxLabels)
	}
	for i, l := range c.Labels {
		if err := checkText("label", l.Text, maxString); err != nil {
			return err
		}
		if to := l.Refers; to != nil {
			if to.Step == "" {
				return fmt.Errorf(refersNowhere, i)
			}
			if err := to.check(); err != nil {
				return err
			}
		}
		if pl := l.Place; pl != nil {
			if !(pl.Along >= 0 && pl.Along <= 1) {
				return fmt.Errorf(badAlong, i, pl.Along)
			}
			if err := checkCoord(pl.Beside); err != nil {
				return fmt.Errorf(inBeside, i, err)
			}
		}
	}
	return nil
}

func checkPorts(s *Step) error {
	if len(s.Ports) > maxPorts {
		return fmt.Errorf(tooManyPorts, maxPorts)
	}
	seen := map[string]bool{"top": true, "right": true, "bottom": true, "left": true}
	for i, p := range s.Ports {
		if err := checkID(p.Name); err != nil {
			return fmt.Errorf(inPortName, i, err)
		}
		if seen[p.Name] {
			return fmt.Errorf(portTwice, i, p.Name)
		}
		seen[p.Name] = true
		if !(p.X >= 0 && p.X <= 1 && p.Y >= 0 && p.Y <= 1) {
			return fmt.Errorf(badPortPlace, i)
		}
	}
	return nil
}
