// Package find finds the path of one line of a page, blind to all other lines.
//
// What goes in: a page, that is boxes as obstacles, and lines with their ends. What comes
// out: for one line the right-angled path that costs least in length, bends and closeness
// to obstacles. What holds afterwards: the path begins and ends at its gates and enters no
// obstacle, or it is marked as one that found no way.
//
// It is A* over an orthogonal visibility graph (Wybrow, Marriott and Stuckey, 'Orthogonal
// Connector Routing', 2009) that holds only the obstacles which matter to the line
// (explore.go), built anew for each search (graph.go).
package find

import (
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Distances, px.
const (
	Margin = 12.0 // kept from an obstacle where there is room
	Gap    = 14.0 // between lines side by side
	hard   = 1.0  // never nearer to an obstacle than this
)

// Box is something that lines go around: a step, or with no Kind a bare
// obstacle such as a lane's head.
type Box struct {
	ID   string
	Kind symbol.Kind
	Rect geom.Rect
	Flat bool // lines run over it
}

// End is one end of a line: at a port of a box ("" for any side), or with Box
// negative loose at a point. A port that is not one of the symbol's own has
// Placed set and stands at At, facing Side.
type End struct {
	Box    int
	Port   string
	At     geom.Point
	Placed bool
	Side   symbol.Side
	Room   float64 // before the port, where the line may turn only beyond; 0 for Margin
	Half   float64 // half of the breadth of a broad line, which stays within its side
	Middle bool    // its box is new or was changed: the line keeps to the middle of its side
}

// Line is a connector to be routed. Lines of a page come in a fixed order,
// which settles who keeps a contested side.
type Line struct {
	ID       string
	From, To End
	Outcome  bool  // leaves a decision: wants a tip of its own
	Direct   bool  // runs straight from end to end, whatever stands there
	Pins     []Pin // segments that it has to run along, from first to last
	Labels   []Label

	// Was is how the line ran before, where it is to stay; nil to find it. Firm, it is
	// not set apart from others either: these keep off it.
	Was  *Route
	Firm bool
	// Sound says that all is as it was where Was runs, and what it ends at.
	Sound bool
}

// Pin is the place of a segment: the x of an upright one, the y of a level one.
type Pin struct {
	Upright bool
	At      float64
}

// Label is the room that a label takes, px. One with Placed set was put by hand:
// at the share Along of the line's length, and Beside px off the line, measured
// to the label's edge, to the right of the direction in which the line runs; with
// Beside 0 it stands astride.
type Label struct {
	W, H          float64
	Placed        bool
	Along, Beside float64
	Inside        bool // stands inside a broad line, turned with its segment
}

// Page is what the router is given.
type Page struct {
	Boxes    []Box
	Lines    []Line
	Borders  []float64 // y of lines that are drawn from edge to edge, between lanes: no connector should lie on one
	Uprights []float64 // x of such lines from top to bottom, between lanes that run down and between stages
	KeepOff  bool      // lines keep off labels that were placed by hand
}

// Route is how one line runs.
type Route struct {
	Points   geom.Polyline
	FromPort string // "" at a loose end
	ToPort   string
	Through  bool        // no way around was there: drawn straight through
	Plain    bool        // so many lines are there that for this one no path was searched: drawn straight through
	Pins     []Pin       // those that could be kept
	Labels   []geom.Rect // where the labels stand
}

// Block is a label that lines keep off, but those of its own line's step.
type Block struct {
	Line   int
	Rect   geom.Rect
	Placed bool // by a hand
}

// Sisters reports whether two lines leave the same step, or are one.
func (p *Page) Sisters(i, j int) bool {
	a, b := p.Lines[i].From.Box, p.Lines[j].From.Box
	return i == j || a >= 0 && a == b
}

// Bounds is the room that the boxes of a page take.
func (p *Page) Bounds() geom.Rect {
	var bounds geom.Rect
	for _, b := range p.Boxes {
		bounds = bounds.Union(b.Rect)
	}
	return bounds
}

// Round gives a point two decimals.
func Round(p geom.Point) geom.Point { return geom.Pt(geom.Round2(p.X), geom.Round2(p.Y)) }

// swallows reports whether an end of a line lies inside of a box, which then cannot be
// gone around.
func (b *Box) swallows(l *Line) bool {
	r := b.Rect.Grow(-hard)
	for _, e := range [2]End{l.From, l.To} {
		if e.Box < 0 && r.Contains(e.At) {
			return true
		}
	}
	return false
}
