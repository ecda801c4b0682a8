package chart

import (
	"cmp"
	"fmt"
	"slices"

	"plaintracer/core/geom"
)

// Kind is how a connector runs.
type Kind string

// The kinds. Without a word a connector is right-angled with rounded corners.
const (
	Rounded  Kind = ""
	Square   Kind = "square"
	Straight Kind = "straight"
	Curved   Kind = "curved"
	Wide     Kind = "wide" // a broad arrow with its text inside
)

// Kinds are all kinds, in the order of the bench.
var Kinds = []Kind{Rounded, Square, Straight, Curved, Wide}

// Look is how a connector is drawn where that differs from its meaning; what is
// empty follows the meaning. A look is not changed but replaced.
type Look struct {
	Weight float64 `json:"weight,omitempty"` // px
	Dash   Dash    `json:"dash,omitempty"`
	Colour string  `json:"colour,omitempty"` // #rrggbb
	Start  Mark    `json:"start,omitempty"`
	End    Mark    `json:"end,omitempty"`
}

// With lays another look over this one: what that one sets takes the place of what this one has.
func (l Look) With(o Look) Look {
	return Look{cmp.Or(o.Weight, l.Weight), cmp.Or(o.Dash, l.Dash), cmp.Or(o.Colour, l.Colour), cmp.Or(o.Start, l.Start), cmp.Or(o.End, l.End)}
}

// Dash is the pattern of a line.
type Dash string

// The patterns.
const (
	Solid   Dash = "solid"
	Dashed  Dash = "dashed"
	Dotted  Dash = "dotted"
	DashDot Dash = "dash-dot"
)

// Dashes are all patterns.
var Dashes = []Dash{Solid, Dashed, Dotted, DashDot}

// Mark is what stands at an end of a connector.
type Mark string

// The marks; the last five are the cardinalities of entity-relationship charts.
const (
	Bare       Mark = "none"
	Arrow      Mark = "arrow"
	OpenArrow  Mark = "open-arrow"
	Dot        Mark = "dot"
	Diamond    Mark = "diamond"
	Bar        Mark = "bar"
	One        Mark = "one"
	ZeroOrOne  Mark = "zero-or-one"
	Many       Mark = "many"
	ZeroOrMany Mark = "zero-or-many"
	OneOrMany  Mark = "one-or-many"
)

// Marks are all marks, in the order of the bench.
var Marks = []Mark{Bare, Arrow, OpenArrow, Dot, Diamond, Bar, One, ZeroOrOne, Many, ZeroOrMany, OneOrMany}

// Crossings is how a connector that yields is drawn where it crosses another.
type Crossings string

// The ways. Without a word a connector does as its page, and a page as plain.
const (
	Arch  Crossings = "arch"
	Break Crossings = "break"
	Plain Crossings = "plain"
)

// Pin holds a stretch of a connector in its place: an upright one at an x, a
// level one at a y. At counts from the middle of the step that Of names, "from"
// or "to", so that it goes along with that step; without one, from the page's
// corner.
type Pin struct {
	Upright bool    `json:"upright,omitempty"`
	Of      string  `json:"of,omitempty"`
	At      float64 `json:"at"`
}

// own makes the connector share no list with others.
func (c *Connector) own() {
	c.Labels = append([]Label(nil), c.Labels...)
	c.Pins = append([]Pin(nil), c.Pins...)
}

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

// Bounds of what a hand may set.
const (
	maxPins   = 40
	maxPorts  = 40
	maxWeight = 12.0 // px
	minWeight = 0.25
)

func checkLook(l *Look) error {
	if l.Weight != 0 && !(l.Weight >= minWeight && l.Weight <= maxWeight) {
		return fmt.Errorf(badWeight, l.Weight, minWeight, maxWeight)
	}
	if l.Dash != "" && !slices.Contains(Dashes, l.Dash) {
		return fmt.Errorf(badDash, l.Dash)
	}
	if l.Colour != "" && !isColour(l.Colour) {
		return fmt.Errorf(badColour, l.Colour)
	}
	for _, m := range [2]Mark{l.Start, l.End} {
		if m != "" && !slices.Contains(Marks, m) {
			return fmt.Errorf(badMark, m)
		}
	}
	return nil
}

func isColour(s string) bool {
	if len(s) != 7 || s[0] != '#' {
		return false
	}
	for _, r := range s[1:] {
		if !(r >= '0' && r <= '9' || r >= 'a' && r <= 'f' || r >= 'A' && r <= 'F') {
			return false
		}
	}
	return true
}

func checkCrossings(c Crossings) error {
	switch c {
	case "", Arch, Break, Plain:
		return nil
	}
	return fmt.Errorf(badCrossings, c)
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
