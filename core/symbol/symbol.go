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
	Terminator      Kind = "terminator"
	Process         Kind = "process"
	Decision        Kind = "decision"
	Document        Kind = "document"
	Data            Kind = "data"
	StoredData      Kind = "stored-data"
	DirectAccess    Kind = "direct-access"
	Predefined      Kind = "predefined"
	OffPage         Kind = "off-page"
	Annotation      Kind = "annotation"
	Alternate       Kind = "alternate-process"
	ManualOperation Kind = "manual-operation"
	ManualInput     Kind = "manual-input"
	Preparation     Kind = "preparation"
	Delay           Kind = "delay"
	Inspection      Kind = "inspection"
	MultiDocument   Kind = "multi-document"
	InternalStorage Kind = "internal-storage"
	Display         Kind = "display"
	Connector       Kind = "connector"
	Parallel        Kind = "parallel-mode"
	Text            Kind = "text"

	Box         Kind = "box"
	Ellipse     Kind = "ellipse"
	Triangle    Kind = "triangle"
	ArrowRight  Kind = "arrow-right"
	ArrowLeft   Kind = "arrow-left"
	ArrowUp     Kind = "arrow-up"
	ArrowDown   Kind = "arrow-down"
	Callout     Kind = "callout" // its tail at the lower left
	CalloutDown Kind = "callout-lower-right"
	CalloutUp   Kind = "callout-upper-left"
	CalloutOver Kind = "callout-upper-right"
	Picture     Kind = "picture"
)

// Info is what there is to say of a symbol.
type Info struct {
	Kind     Kind
	Name     string // the trade's name
	Short    string // where the name is too long for a button
	Key      string // takes it in the hand; those on the bench have one
	Meaning  string
	W, H     float64 // default size, px
	Group    string
	Standard string // that it is from
	Words    string // that it is found by besides
	When     string // to use it
}

// The groups in which symbols are shown, and where they are from.
const (
	Work  = "Work"
	Kept  = "Papers and data"
	Links = "Links and notes"
	Plain = "Shapes"

	iso   = "ISO 5807"
	older = "older and industrial charts"
	own   = "no standard"
)

var all = []Info{
	{Terminator, "Terminator", "", "t", "start or end of the flow", 96, 44, Work, iso, "begin stop finish",
		"Put one where the flow begins and one at each of its ends."},
	{Process, "Process", "", "p", "something is done", 112, 56, Work, iso, "step task activity box",
		"Use it for what somebody or a system does, in a verb and a noun."},
	{Decision, "Decision", "", "d", "one of several ways is taken", 136, 84, Work, iso, "question choice branch gateway if",
		"Ask a question, and name each way out by its answer."},
	{Document, "Document", "", "o", "a paper or a form", 112, 64, Kept, iso, "letter report print sheet",
		"Use it where a paper or a form is written, read or handed over."},
	{Data, "Data", "", "i", "information comes in or goes out", 116, 56, Kept, iso, "input output",
		"Use it for what comes in or goes out, whatever it is written on."},
	{StoredData, "Stored data", "", "s", "information is kept", 104, 48, Kept, iso, "file register record storage",
		"Use it for what is filed, when how it is kept does not matter."},
	{DirectAccess, "Direct access storage", "Direct access", "u", "a database", 112, 52, Kept, iso, "disk table system storage",
		"Use it for a register in a system, in which a record is found at once."},
	{Predefined, "Predefined process", "Predefined", "b", "a sub-process, set out elsewhere", 116, 56, Work, iso, "subprocess routine",
		"Use it for a part that has a page of its own; press Go into to open that."},
	{OffPage, "Off-page connector", "Off-page", "f", "goes on at another page", 56, 56, Links, older, "page reference",
		"Put one at each end; the same letter makes them a pair."},
	{Annotation, "Annotation", "", "n", "a remark", 128, 48, Links, iso, "comment note bracket",
		"Say beside a step what does not fit in it: a rule, a reason, a deadline."},
	{Alternate, "Alternate process", "", "", "something is done another way than usual", 112, 56, Work, older, "rounded step task",
		"Use it for work that is done another way on some days or by some people."},
	{ManualOperation, "Manual operation", "", "", "something is done by hand", 120, 56, Work, iso, "trapezoid person work",
		"Use it for handwork where the other steps are done by a system."},
	{ManualInput, "Manual input", "", "", "somebody types it in", 112, 60, Work, iso, "keyboard key in enter form",
		"Use it where somebody keys in what a system then works with."},
	{Preparation, "Preparation", "", "", "something is set up for what follows", 124, 56, Work, iso, "hexagon set up initialise",
		"Use it for what must be ready first: a setting, a room, a list."},
	{Delay, "Delay", "", "", "the work waits", 108, 56, Work, older, "wait queue pause",
		"Use it where nothing is done until a time or an answer comes."},
	{Inspection, "Inspection", "", "", "something is checked", 72, 72, Work, older, "check quality test square",
		"Use it where quality or quantity is checked before work goes on."},
	{MultiDocument, "Multi-document", "", "", "several papers or copies of one", 118, 72, Kept, older, "documents forms copies reports",
		"Use it for a set of papers that go together, or for several copies."},
	{InternalStorage, "Internal storage", "", "", "kept in the memory of a system", 108, 60, Kept, iso, "memory cache",
		"Use it for what a system holds while it works, rarely in a chart of business."},
	{Display, "Display", "", "", "shown on a screen", 120, 56, Kept, iso, "screen monitor message",
		"Use it where somebody is shown something on a screen."},
	{Connector, "Connector", "", "", "goes on elsewhere on this page", 44, 44, Links, iso, "circle jump reference",
		"Put one at each end in place of a long line; the same letter tells that they belong together."},
	{Parallel, "Parallel mode bar", "", "", "ways that are gone at the same time begin or meet", 160, 10, Links, iso, "fork join synchronise split merge",
		"Put one where work divides that is done at the same time, and one where all must be there."},
	{Text, "Text", "", "", "words on the paper", 120, 32, Links, own, "free caption heading label",
		"Use it for headings and remarks that belong to no step."},
	{Box, "Box", "", "", "a ground or a frame for what belongs together", 160, 96, Plain, own, "rectangle square zone area",
		"Drag it around steps to put it behind them."},
	{Ellipse, "Ellipse", "", "", "sets something apart", 120, 80, Plain, own, "circle oval round",
		"Use it to set apart what is no step of the work."},
	{Triangle, "Triangle", "", "", "draws attention to something", 96, 84, Plain, own, "warning delta",
		"Use it beside a step that needs care."},
	{ArrowRight, "Block arrow right", "Arrow right", "", "shows the way, or what comes next", 120, 64, Plain, own, "direction next",
		"Use it to show where to read on; it does not stand for a connector."},
	{ArrowLeft, "Block arrow left", "Arrow left", "", "shows the way back", 120, 64, Plain, own, "direction back",
		"Use it to show where to read on; it does not stand for a connector."},
	{ArrowUp, "Block arrow up", "Arrow up", "", "shows the way up, or more of something", 92, 112, Plain, own, "direction more",
		"Use it to show a rise, or where to read on."},
	{ArrowDown, "Block arrow down", "Arrow down", "", "shows the way down, or less of something", 92, 112, Plain, own, "direction less",
		"Use it to show a fall, or where to read on."},
	{Callout, "Callout, tail lower left", "Callout", "", "words on what it points at, to its lower left", 128, 68, Plain, own, "speech balloon note remark",
		"Put its tail at what it is about."},
	{CalloutDown, "Callout, tail lower right", "Callout", "", "words on what it points at, to its lower right", 128, 68, Plain, own, "speech balloon note remark",
		"Put its tail at what it is about."},
	{CalloutUp, "Callout, tail upper left", "Callout", "", "words on what it points at, to its upper left", 128, 68, Plain, own, "speech balloon note remark",
		"Put its tail at what it is about."},
	{CalloutOver, "Callout, tail upper right", "Callout", "", "words on what it points at, to its upper right", 128, 68, Plain, own, "speech balloon note remark",
		"Put its tail at what it is about."},
	{Picture, "Picture", "", "", "a picture of your own: PNG, JPEG or SVG", 160, 120, Plain, own, "image photo logo icon file",
		"Use it for a logo, a photograph or a form as it looks."},
}

// All lists the symbols, those of the bench first, in its order.
func All() []Info { return all }

// Bench are the symbols that charts use most, which are at hand.
func Bench() []Info { return all[:10] }

// Of returns the facts of a symbol; ok is false when there is none of that name.
func Of(k Kind) (Info, bool) {
	for _, i := range all {
		if i.Kind == k {
			return i, true
		}
	}
	return Info{}, false
}

// About says of a symbol what it means, when to use it, and where it is from.
func (i Info) About() string {
	s := i.Name + ": " + i.Meaning + ". " + i.When
	if i.Standard != own {
		s += " (" + i.Standard + ")"
	}
	return s
}

// Store reports whether the symbol stands for something kept, which is read and
// written but never a way of the flow.
func (k Kind) Store() bool { return k == StoredData || k == DirectAccess || k == InternalStorage }

// Beside reports whether the symbol says something of the chart and stands for no part of the work, unless
// a way of the flow leads to it: annotations, text and plain shapes.
func (k Kind) Beside() bool {
	switch k {
	case Box, Ellipse, Triangle, ArrowRight, ArrowLeft, ArrowUp, ArrowDown, Callout, CalloutDown, CalloutUp, CalloutOver, Picture:
		return true
	}
	return k.Open()
}

// Slant is how far the sides of a data symbol lean, in px.
func slant(w, h float64) float64 { return math.Min(h*0.35, w/4) }

// wave is the height of a document's wave above and below its middle line.
func wave(h float64) float64 { return math.Min(h/9, 10) }

// bulge is the half axis of the round ends of stored data and direct access storage.
func bulge(w, h float64) float64 { return math.Min(h/4, w/5) }

// bar is the distance of a predefined process's inner bars from its sides.
func bar(w float64) float64 { return math.Min(9, w/6) }

// taper is how far the sides of a manual operation and the ends of a preparation and a display stand in.
func taper(w, h float64) float64 { return math.Min(h/3, w/6) }

// slope is how much lower a manual input is at its left.
func slope(w, h float64) float64 { return math.Min(h*0.28, w/6) }

// corner is the radius of an alternate process's corners.
func corner(w, h float64) float64 { return math.Min(12, math.Min(w, h)/3) }

// sheaf is how far the papers of a multi-document stand off each other.
func sheaf(w, h float64) float64 { return math.Min(6, math.Min(w, h)/12) }

// margin is how far the lines of an internal storage stand in.
func margin(w, h float64) float64 { return math.Min(10, math.Min(w, h)/6) }

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
	case ManualOperation:
		s := taper(w, h)
		return p.Move(0, 0).Line(w, 0).Line(w-s, h).Line(s, h).Close()
	case ManualInput:
		return p.Move(0, slope(w, h)).Line(w, 0).Line(w, h).Line(0, h).Close()
	case Preparation:
		s := taper(w, h)
		return p.Move(s, 0).Line(w-s, 0).Line(w, h/2).Line(w-s, h).Line(s, h).Line(0, h/2).Close()
	case Display:
		s, c := taper(w, h), bulge(w, h)
		return p.Move(s, 0).Line(w-c, 0).Quarter(w, h/2, false).Quarter(w-c, h, true).Line(s, h).Line(0, h/2).Close()
	case Delay:
		r := math.Min(h/2, w/2)
		return p.Move(0, 0).Line(w-r, 0).Quarter(w, h/2, false).Quarter(w-r, h, true).Line(0, h).Close()
	case Connector, Ellipse:
		return p.Move(w/2, 0).Quarter(w, h/2, false).Quarter(w/2, h, true).Quarter(0, h/2, false).Quarter(w/2, 0, true).Close()
	case Alternate:
		r := corner(w, h)
		return geom.Polyline{{X: 0, Y: 0}, {X: w, Y: 0}, {X: w, Y: h}, {X: 0, Y: h}}.Ring(r)
	case MultiDocument:
		d := sheaf(w, h)
		f, a := w-2*d, wave(h)
		y, c := h-a, a*2*math.Sqrt(3)
		p = p.Move(0, 2*d).Line(d, 2*d).Line(d, d).Line(2*d, d).Line(2*d, 0).Line(w, 0)
		p = p.Line(w, y-2*d).Line(w-d, y-2*d).Line(w-d, y-d).Line(f, y-d).Line(f, y)
		return p.Curve(geom.Pt(f*2/3, y-c), geom.Pt(f/3, y+c), geom.Pt(0, y)).Close()
	case Triangle:
		return p.Move(w/2, 0).Line(w, h).Line(0, h).Close()
	case ArrowRight, ArrowLeft, ArrowUp, ArrowDown, Callout, CalloutDown, CalloutUp, CalloutOver:
		return k.pointing(w, h).Path().Close()
	default:
		return geom.Box(geom.Rect{W: w, H: h})
	}
}

// Cornered reports whether the symbol has square corners, which can be rounded: those that no
// connector holds at.
func (k Kind) Cornered() bool { return k == Process || k == Predefined || k == Data || k == Box }

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
	case InternalStorage:
		b := margin(w, h)
		return p.Move(b, 0).Line(b, h).Move(0, b).Line(w, b)
	case MultiDocument:
		d := sheaf(w, h)
		f, y := w-2*d, h-wave(h)
		return p.Move(d, 2*d).Line(f, 2*d).Line(f, y-d).Move(2*d, d).Line(w-d, d).Line(w-d, y-2*d)
	case Annotation:
		b := math.Min(10, w/4)
		return p.Move(b, 0).Line(0, 0).Line(0, h).Line(b, h)
	}
	return nil
}

// Open reports whether only the inner lines are drawn, not the outline.
func (k Kind) Open() bool { return k == Annotation || k == Text }

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
const tip = 14.0

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
	case ManualOperation:
		s := taper(w, h)
		p[Left].At.X, p[Right].At.X = s/2, w-s/2
		p[Bottom].Slide = w/2 - s - 4
	case ManualInput:
		s := slope(w, h)
		p[Top].At.Y, p[Left].At.Y = s/2, (h+s)/2
		p[Left].Slide = (h-s)/2 - 8
	case Preparation:
		s := taper(w, h)
		p[Top].Slide, p[Bottom].Slide = w/2-s-4, w/2-s-4
		p[Right].Slide, p[Left].Slide = min(tip, h/6), min(tip, h/6)
		p[Right].Tip, p[Left].Tip = true, true
	case Display:
		s := math.Max(taper(w, h), bulge(w, h))
		p[Top].Slide, p[Bottom].Slide = w/2-s-4, w/2-s-4
		p[Right].Slide, p[Left].Slide = min(tip, h/4), min(tip, h/6)
		p[Left].Tip = true
	case Delay:
		r := math.Min(h/2, w/2)
		p[Top].Slide, p[Bottom].Slide = w/2-r-4, w/2-r-4
		p[Right].Slide = min(tip, h/4)
	case Connector:
		for i := range p {
			p[i].Slide = min(tip, w/4, h/4)
		}
	case Alternate:
		r := corner(w, h)
		for i := range p {
			p[i].Slide = math.Min(p[i].Slide, p[i].Slide+8-r-2)
		}
	case MultiDocument:
		d, y := sheaf(w, h), h-wave(h)
		p[Top].Slide = w/2 - 2*d - 4
		p[Bottom].At, p[Bottom].Slide = geom.Pt((w-2*d)/2, y), w/2-d-8
		p[Left].Slide = math.Min(h/2-2*d, y-h/2) - 4
		p[Right].Slide = math.Min(h/2, y-2*d-h/2) - 4
	case Parallel:
		p[Right].Slide, p[Left].Slide = 0, 0
	case Ellipse:
		for i := range p {
			p[i].Slide = min(2*tip, w/4, h/4)
		}
	case Triangle:
		p[Top].Slide, p[Top].Tip = min(tip, w/6), true
		p[Right].At.X, p[Left].At.X = w*3/4, w/4
	case ArrowRight, ArrowLeft, ArrowUp, ArrowDown, Callout, CalloutDown, CalloutUp, CalloutOver:
		k.pointingPorts(w, h, &p)
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
