// Package scene turns a page into a drawing list. Screen, SVG, PDF and PNG
// draw that list and nothing else, so they agree.
package scene

import (
	"plaintracer/core/geom"
	"plaintracer/core/typeset"
)

// Colours of the plain look: ink on paper, WCAG contrast 14:1.
const (
	Ink      = "#23282C"
	Quiet    = "#5C6264"
	Paper    = "#FFFFFF"
	LaneLine = "#B9B2A3"
	Red      = "#B0361B" // selection and findings
	Green    = "#0B6B69" // what people say: comments and answers
)

// Item is one thing to draw: a path, or with Text set a line of text.
type Item struct {
	Path   geom.Path
	Fill   string // "" for none
	Fade   *Fade  // a gradient in place of Fill
	Stroke string // "" for none
	Weight float64
	Dash   []float64
	Clear  float64 // share of what lies behind that is let through, 0 to 1
	Round  bool    // the stroke's corners are round
	Mark   bool    // of what leads somewhere: a press on it opens that

	Picture string // the id of a picture that is drawn inside of the path's bounds, whole and in its middle

	Text    string
	At      geom.Point // left end of the baseline
	Face    typeset.Face
	Size    float64
	Width   float64 // of the text, px
	Upright bool    // turned to read upward
	Link    *Link   // where the text leads; nil for nowhere
}

// Fade is a gradient from one colour at a point to another one at a second.
type Fade struct {
	From, To geom.Point
	A, B     string
}

// Element is what belongs to one thing of the page.
type Element struct {
	Class string // sheet, lane, step or connector
	ID    string // of the thing; "" for the sheet
	Title string // what a reader is told of it
	Link  *Link  // where a press on it leads; nil for nowhere
	Items []Item
}

// Link leads out of a drawing: to a page of the chart by its id, or to an address.
type Link struct {
	Page string
	URL  string
}

// Of is a whole page, or a part of it, in the order of drawing.
type Drawing struct {
	Title    string
	Page     string    // its id, "" for a part of one
	Name     string    // of the page
	View     geom.Rect // the part of the page that is shown
	SheetW   float64   // of the paper that it is for, px; 0 for any
	SheetH   float64
	Paper    string                 // ground, "" for clear
	Live     bool                   // on a page whose script follows links
	Pictures func(id string) []byte // what is in a picture; nil without it, and where there are none
	Elements []Element
}

// Bounds is the smallest box around what the elements draw.
func Bounds(es []Element) geom.Rect {
	var b geom.Rect
	for _, e := range es {
		for _, i := range e.Items {
			b = b.Union(i.bounds())
		}
	}
	return b
}

func (i Item) bounds() geom.Rect {
	if i.Text == "" {
		return i.Path.Bounds().Grow(i.Weight / 2)
	}
	up, down := i.Size*typeset.Ascent, i.Size*typeset.Descent
	if i.Upright {
		return geom.Rect{X: i.At.X - up, Y: i.At.Y - i.Width, W: up + down, H: i.Width}
	}
	return geom.Rect{X: i.At.X, Y: i.At.Y - up, W: i.Width, H: up + down}
}

func text(s string, x, baseline float64, f typeset.Face, size float64, colour string) Item {
	return Item{Text: s, At: geom.Pt(geom.Round2(x), geom.Round2(baseline)), Face: f, Size: size, Fill: colour, Width: typeset.Width(f, size, s)}
}

func stroke(p geom.Path, ink string, weight float64) Item {
	return Item{Path: p, Stroke: ink, Weight: weight}
}
