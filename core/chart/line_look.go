package chart

import (
	"cmp"
	"fmt"
	"slices"
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

func checkCrossings(c Crossings) error {
	switch c {
	case "", Arch, Break, Plain:
		return nil
	}
	return fmt.Errorf(badCrossings, c)
}
