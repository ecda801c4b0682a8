// Package symbol is the symbol set: for each symbol its name, its exact
// outline, the ports where connectors hold, the part that may carry text and
// the size it is placed with.
//
// Names and meanings follow ISO 5807:1985; off-page connector is common
// practice of the trade. Coordinates are px from the symbol's top left corner.
package symbol

import (
	"math"

	"plaintracer/core/geom"
)

// Kind names a symbol in files and commands.
type Kind string

// The symbols.
const (
	Terminator   Kind = "terminator"
	Process      Kind = "process"
	Decision     Kind = "decision"
	Document     Kind = "document"
	Data         Kind = "data"
	StoredData   Kind = "stored-data"
	DirectAccess Kind = "direct-access"
	Predefined   Kind = "predefined"
	OffPage      Kind = "off-page"
	Annotation   Kind = "annotation"
)

// Info is what there is to say of a symbol.
type Info struct {
	Kind    Kind
	Name    string // the trade's name
	Short   string // where the name is too long for a button
	Key     string // takes it in the hand
	Meaning string
	W, H    float64 // default size, px
}

var all = []Info{
	{Terminator, "Terminator", "", "t", "start or end of the flow", 96, 44},
	{Process, "Process", "", "p", "something is done", 112, 56},
	{Decision, "Decision", "", "d", "one of several ways is taken", 136, 84},
	{Document, "Document", "", "o", "a paper or a form", 112, 64},
	{Data, "Data", "", "i", "information comes in or goes out", 116, 56},
	{StoredData, "Stored data", "", "s", "information is kept", 104, 48},
	{DirectAccess, "Direct access storage", "Direct access", "u", "a database", 112, 52},
	{Predefined, "Predefined process", "Predefined", "b", "a sub-process, set out elsewhere", 116, 56},
	{OffPage, "Off-page connector", "Off-page", "f", "goes on at another page", 56, 56},
	{Annotation, "Annotation", "", "n", "a remark", 128, 48},
}

// All lists the symbols in the order of the bench.
func All() []Info { return all }

// Of returns the facts of a symbol; ok is false when there is none of that name.
func Of(k Kind) (Info, bool) {
	for _, i := range all {
		if i.Kind == k {
			return i, true
		}
	}
	return Info{}, false
}

// Store tells whether the symbol stands for something kept, which is read and
// written but never a way of the flow.
func (k Kind) Store() bool { return k == StoredData || k == DirectAccess }

// Slant is how far the sides of a data symbol lean, in px.
func slant(w, h float64) float64 { return math.Min(h*0.35, w/4) }

// wave is the height of a document's wave above and below its middle line.
func wave(h float64) float64 { return math.Min(h/9, 10) }

// bulge is the half axis of the round ends of stored data and direct access storage.
func bulge(w, h float64) float64 { return math.Min(h/4, w/5) }

// bar is the distance of a predefined process's inner bars from its sides.
func bar(w float64) float64 { return math.Min(9, w/6) }

// Shoulder is where an off-page connector begins to narrow, from its top.
func shoulder(h float64) float64 { return h * 0.6 }

// Outline is the closed outline for a symbol of that size.
func (k Kind) Outline(w, h float64) geom.Path {
	var p geom.Path
	switch k {
	case Terminator:
		r := math.Min(w, h) / 2
		p = p.Move(r, 0).Line(w-r, 0).Quarter(w, r, false).Line(w, h-r).Quarter(w-r, h, true)
		return p.Line(r, h).Quarter(0, h-r, false).Line(0, r).Quarter(r, 0, true).Close()
	case Decision:
		return p.Move(w/2, 0).Line(w, h/2).Line(w/2, h).Line(0, h/2).Close()
	case Document:
		// A cubic with end points on the middle line and control points k above
		// and below it departs from the line by k*sqrt(3)/6 at most.
		a := wave(h)
		y, c := h-a, a*2*math.Sqrt(3)
		p = p.Move(0, 0).Line(w, 0).Line(w, y)
		return p.Curve(geom.Pt(w*2/3, y-c), geom.Pt(w/3, y+c), geom.Pt(0, y)).Close()
	case Data:
		s := slant(w, h)
		return p.Move(s, 0).Line(w, 0).Line(w-s, h).Line(0, h).Close()
	case StoredData:
		c := bulge(w, h)
		p = p.Move(c, 0).Line(w, 0).Quarter(w-c, h/2, false).Quarter(w, h, true)
		return p.Line(c, h).Quarter(0, h/2, false).Quarter(c, 0, true).Close()
	case DirectAccess:
		c := bulge(w, h)
		p = p.Move(c, 0).Line(w-c, 0).Quarter(w, h/2, false).Quarter(w-c, h, true)
		return p.Line(c, h).Quarter(0, h/2, false).Quarter(c, 0, true).Close()
	case OffPage:
		s := shoulder(h)
		return p.Move(0, 0).Line(w, 0).Line(w, s).Line(w/2, h).Line(0, s).Close()
	default:
		return geom.Box(geom.Rect{W: w, H: h})
	}
}

// Cornered tells whether the symbol has square corners, which can be rounded: those that no
// connector holds at.
func (k Kind) Cornered() bool { return k == Process || k == Predefined || k == Data }

// Rounded is the outline with corners of that radius, px, where the symbol is cornered.
func (k Kind) Rounded(w, h, radius float64) geom.Path {
	if radius <= 0 || !k.Cornered() {
		return k.Outline(w, h)
	}
	s := 0.0
	if k == Data {
		s = slant(w, h)
	}
	return geom.Polyline{{X: s, Y: 0}, {X: w, Y: 0}, {X: w - s, Y: h}, {X: 0, Y: h}}.Ring(radius)
}

// Inside is the outline d px inside of the one of that size, for a second line along it.
func (k Kind) Inside(w, h, d, radius float64) geom.Path {
	dx, dy := d, d
	switch k {
	case Decision: // the sides slant: as far off them
		dx, dy = d*math.Hypot(w, h)/h, d*math.Hypot(w, h)/w
	case Data:
		dx = d * 1.3
	case OffPage:
		dx, dy = d, d*1.2
	}
	return k.Rounded(w-2*dx, h-2*dy, radius-d).Shift(dx, dy)
}

// Inner are the lines drawn besides the outline; nil when there are none.
func (k Kind) Inner(w, h float64) geom.Path {
	var p geom.Path
	switch k {
	case Predefined:
		b := bar(w)
		return p.Move(b, 0).Line(b, h).Move(w-b, 0).Line(w-b, h)
	case DirectAccess:
		c := bulge(w, h)
		return p.Move(w-c, 0).Quarter(w-2*c, h/2, false).Quarter(w-c, h, true)
	case Annotation:
		b := math.Min(10, w/4)
		return p.Move(b, 0).Line(0, 0).Line(0, h).Line(b, h)
	}
	return nil
}

// Open tells whether only the inner lines are drawn, not the outline.
func (k Kind) Open() bool { return k == Annotation }

// Side is the way a connector leaves a port.
type Side byte

// The sides, clockwise.
const (
	Top Side = iota
	Right
	Bottom
	Left
)

var sideNames = [4]string{"top", "right", "bottom", "left"}

func (s Side) String() string { return sideNames[s&3] }

// Out is the unit vector that points away from the symbol at that side.
func (s Side) Out() geom.Point {
	return [4]geom.Point{{X: 0, Y: -1}, {X: 1, Y: 0}, {X: 0, Y: 1}, {X: -1, Y: 0}}[s&3]
}

// Port is a place on the outline where a connector holds.
type Port struct {
	Name string // as in files: top, right, bottom, left
	Side Side
	At   geom.Point
	// Slide is how far a line may hold beside the port, when several must share
	// the side: a little at a tip. Edge tells where the outline is there.
	Slide float64
	Tip   bool // the outline comes to a point there
}

// tip is how far beside a decision's tip a line may hold, px.
const tip = 10.0

// Ports lists the natural ports, clockwise from the top.
func (k Kind) Ports(w, h float64) []Port {
	p := [4]Port{
		{Side: Top, At: geom.Pt(w/2, 0), Slide: w/2 - 8},
		{Side: Right, At: geom.Pt(w, h/2), Slide: h/2 - 8},
		{Side: Bottom, At: geom.Pt(w/2, h), Slide: w/2 - 8},
		{Side: Left, At: geom.Pt(0, h/2), Slide: h/2 - 8},
	}
	switch k {
	case Terminator:
		r := math.Min(w, h) / 2
		p[Top].Slide, p[Bottom].Slide = w/2-r, w/2-r
		p[Right].Slide, p[Left].Slide = min(tip, h/4), min(tip, h/4)
	case Decision:
		p[Top].Slide, p[Bottom].Slide = min(tip, w/6), min(tip, w/6)
		p[Right].Slide, p[Left].Slide = min(tip, h/6), min(tip, h/6)
	case Document:
		p[Bottom].At.Y = h - wave(h)
		p[Right].Slide, p[Left].Slide = h/2-2*wave(h)-2, h/2-2*wave(h)-2
	case Data:
		s := slant(w, h)
		p[Left].At.X, p[Right].At.X = s/2, w-s/2
		p[Top].Slide, p[Bottom].Slide = w/2-s-4, w/2-s-4
	case StoredData:
		c := bulge(w, h)
		p[Right].At.X = w - c
		p[Top].Slide, p[Bottom].Slide = w/2-c-4, w/2-c-4
	case DirectAccess:
		c := bulge(w, h)
		p[Top].Slide, p[Bottom].Slide = w/2-c-4, w/2-c-4
	case OffPage:
		p[Bottom].Slide = min(tip, w/6)
		p[Right].At.Y, p[Left].At.Y = shoulder(h)/2, shoulder(h)/2
		p[Right].Slide, p[Left].Slide = shoulder(h)/2-6, shoulder(h)/2-6
	}
	if k == Decision {
		for i := range p {
			p[i].Tip = true
		}
	}
	p[Bottom].Tip = p[Bottom].Tip || k == OffPage
	out := p[:]
	for i := range out {
		out[i].Name = out[i].Side.String()
		out[i].Slide = math.Max(0, out[i].Slide)
	}
	return out
}
