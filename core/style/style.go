// Package style tells how the things of a page are drawn: the plain look, and over it what
// was set by hand.
package style

import (
	"cmp"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/geom"
	"plaintracer/core/typeset"
)

// OutlineWeight is the weight of a plain step's outline, px.
const OutlineWeight = 1.5

// Step is how a step is drawn, whole.
type Step struct {
	Fill, Fill2 string  // Fill2 is the other end of a gradient; "" for none
	Turn        int     // of the gradient, degrees
	Clear       float64 // share of what lies behind that the fill lets through, 0 to 1
	Outline     string  // "" for none
	Weight      float64
	Dash        chart.Dash
	Hatch       bool
	Double      bool
	Corner      float64
	Shadow      chart.Shadow
	Text        typeset.Style
	TextColour  string
	ByItself    bool // the text's colour follows the fill
	Underline   bool
	paper       colour.RGB
}

// Of tells how a step of a page is drawn.
func Of(p *chart.Page, s *chart.Step) Step {
	l := lookOf(p, s)
	out := Step{
		paper: Paper(p),
		Fill:  colourOf(l.Fill), Fill2: colourOf(l.Fill2), Turn: *l.Turn, Clear: float64(*l.Clear) / 100,
		Outline: colourOf(l.Outline), Weight: l.Weight, Dash: l.Dash, Hatch: *l.Hatch, Double: *l.Double, Shadow: l.Shadow,
		Text: textStyle(p.House(), l.Text), TextColour: textColour(l.Text.Colour), Underline: *l.Text.Underline,
	}
	if s.Symbol.Cornered() {
		out.Corner = *l.Corner
	}
	if s.Symbol.Open() { // it has no inside
		out.Fill, out.Fill2, out.Shadow, out.Hatch, out.Double = "", "", chart.NoShadow, false, false
	}
	if out.Fill == "" {
		out.Fill2, out.Shadow = "", chart.NoShadow
	}
	if out.TextColour == "" {
		out.ByItself, out.TextColour = true, out.byItself().String()
	}
	return out
}

// plain is the look of a step that nobody has given one: ink on white.
var plain = chart.StepLook{
	Fill: colour.White.String(), Turn: new(int), Clear: new(int), Outline: colour.Ink.String(), Weight: OutlineWeight, Dash: chart.Solid,
	Hatch: new(bool), Double: new(bool), Corner: new(float64), Shadow: chart.NoShadow, Text: chart.TextLook{
		Colour: chart.ByItself, Family: chart.Sans, Size: typeset.Size, Bold: new(bool), Italic: new(bool), Underline: new(bool),
		Across: chart.InCentre, Down: chart.InMiddle, Pad: new(float64), Room: chart.Grows, List: new(bool),
	},
}

// lookOf is a step's look, complete: the plain one, over it the house style's, over that its own.
func lookOf(p *chart.Page, s *chart.Step) chart.StepLook {
	l := plain
	if h := p.House(); h != nil {
		l.Text.Family = houseFamily
		l = l.With(h.Step)
		if k, ok := h.Kinds[s.Symbol]; ok {
			l = l.With(k)
		}
	}
	if s.Look != nil {
		if st := s.Look.Text.Style; st != "" {
			l.Text = l.Text.With(textOf(p, st))
		}
		l = l.With(*s.Look)
	}
	return l
}

// textOf is a style of text: the plain one, over it the house style's.
func textOf(p *chart.Page, st chart.TextStyle) chart.TextLook {
	l := plainTexts[st]
	if h := p.House(); h != nil {
		l = l.With(h.Texts[st])
	}
	return l
}

// plainTexts are the styles of text of a chart without a house style that says otherwise: 13.5,
// 9.75 and 8 pt.
var plainTexts = map[chart.TextStyle]chart.TextLook{
	chart.Heading: {Size: 18, Bold: &yes},
	chart.Body:    {},
	chart.Small:   {Size: geom.Round2(typeset.LeastSize)},
}

// Whole is the look of a step with nothing left to the house style but a font that somebody
// brought, which no step has by itself.
func Whole(p *chart.Page, s *chart.Step) chart.StepLook {
	l := lookOf(p, s)
	if h := p.House(); l.Text.Family == houseFamily && h != nil && h.Font == nil {
		l.Text.Family = cmp.Or(h.Family, chart.Sans)
	}
	return l
}

// Text tells how a step's text is set.
func Text(p *chart.Page, s *chart.Step) typeset.Style {
	if s.Look == nil && p.House() == nil && len(s.Runs) == 0 {
		return typeset.Plain
	}
	look := lookOf(p, s).Text
	out := textStyle(p.House(), look)
	out.Faces = facesOf(p.House(), s, look)
	return out
}

// Setup is what a page has besides the chart, whole: the plain one, over it the house style's,
// over that its own.
func Setup(p *chart.Page) chart.Setup {
	s := chart.Setup{Block: plainBlock}
	if h := p.House(); h != nil {
		s = s.With(h.Page)
	}
	if p.Setup != nil {
		s = s.With(*p.Setup)
	}
	return s
}

var plainBlock = &chart.Block{Cells: []string{"chart", "page"}}

// Ground is what the page is painted with besides its paper; nil where it is that.
func Ground(p *chart.Page) *chart.Ground {
	if p == nil || p.Setup == nil && p.House() == nil {
		return nil
	}
	return Setup(p).Ground
}

// Paper is the ground of a page, of a gradient its beginning.
func Paper(p *chart.Page) colour.RGB {
	if g := Ground(p); g != nil {
		c, _ := colour.Parse(g.Colour)
		return c
	}
	if h := p.House(); h != nil && h.Paper != "" {
		if c, ok := colour.Parse(h.Paper); ok {
			return c
		}
	}
	return colour.White
}

// Ink is what is written and drawn with on the page's paper: ink, or white on dark paper.
func Ink(p *chart.Page) string {
	g := Ground(p)
	if h := p.House(); g == nil && (h == nil || h.Paper == "") { // in every frame, for every line
		return plainInk
	}
	on := []colour.RGB{Paper(p)}
	if g != nil {
		if c, ok := colour.Parse(g.Colour2); ok {
			on = append(on, c)
		}
	}
	return colour.OnTop(on...).String()
}

var plainInk = colour.Ink.String()

// Face is the cut of the page's family that labels, titles and lanes are set in.
func Face(p *chart.Page, bold bool) typeset.Face {
	h := p.House()
	if h == nil {
		return typeset.Sans.Cut(bold, false)
	}
	return faceOf(h, houseFamily).Cut(bold, false)
}

// houseFamily is in the place of a family where the house style's is meant.
const houseFamily chart.Family = ""

func faceOf(h *chart.House, f chart.Family) typeset.Face {
	if f == houseFamily && h != nil {
		if h.Font != nil {
			if own, ok := typeset.OwnFace(h.Font.ID); ok {
				return own
			}
		}
		f = h.Family
	}
	switch f {
	case chart.Serif:
		return typeset.Serif
	case chart.Mono:
		return typeset.Mono
	}
	return typeset.Sans
}

// LineWeight is the weight of a plain connector, px.
const LineWeight = 1.4

// Line tells how a connector is drawn, whole: by its meaning, over that by the house style,
// over that by its own look.
func Line(p *chart.Page, c *chart.Connector) chart.Look {
	l := chart.Look{Weight: LineWeight, Dash: chart.Solid, Colour: Ink(p), Start: chart.Bare, End: chart.Arrow}
	switch c.Meaning {
	case chart.Aside:
		l.Dash = chart.Dashed
	case chart.Data:
		l.Dash = chart.Dotted
	case chart.Note:
		l.Dash, l.Weight, l.End = chart.Dashed, 1, chart.Bare
	}
	if h := p.House(); h != nil {
		if m, ok := h.Lines[c.Meaning]; ok {
			l = l.With(m)
		}
	}
	if c.Look != nil {
		l = l.With(*c.Look)
	}
	return l
}

// Band is how a lane, a group or a stage with a look of its own is drawn, whole.
func Band(p *chart.Page, own *chart.LaneLook) chart.LaneLook {
	out := chart.LaneLook{Head: laneHead}
	if h := p.House(); h != nil {
		out.Head, out.Band = cmp.Or(h.Lane.Head, out.Head), h.Lane.Band
	}
	if own != nil {
		out.Head, out.Band, out.Frame = cmp.Or(own.Head, out.Head), cmp.Or(own.Band, out.Band), own.Frame
	}
	return out
}

// laneHead is the colour of a plain lane's head.
const laneHead = "#EFEAE0"

func textStyle(h *chart.House, t chart.TextLook) typeset.Style {
	return typeset.Style{
		Face: faceOf(h, t.Family).Cut(*t.Bold, *t.Italic), Size: t.Size, Pad: *t.Pad, Shrink: t.Room == chart.Shrinks, List: *t.List,
		Across: map[chart.Across]typeset.Place{chart.AtLeft: typeset.Start, chart.AtRight: typeset.End}[t.Across],
		Down:   map[chart.Down]typeset.Place{chart.AtTop: typeset.Start, chart.AtBottom: typeset.End}[t.Down],
	}
}

// textColour is the text's colour; "" where it follows the fill.
func textColour(s string) string {
	if s == chart.ByItself {
		return ""
	}
	return strings.ToUpper(s)
}

// colourOf is a colour in one way of writing, "" for none.
func colourOf(s string) string {
	if s == chart.NoColour {
		return ""
	}
	return strings.ToUpper(s)
}

// Grounds are the colours that the step's text stands on: of a gradient both ends, over the
// paper where the fill is clear.
func (s Step) Grounds() []colour.RGB {
	out := []colour.RGB{}
	for _, c := range [2]string{s.Fill, s.Fill2} {
		if rgb, ok := colour.Parse(c); ok {
			out = append(out, rgb.Over(s.paper, s.Clear))
		}
	}
	if len(out) == 0 {
		out = append(out, s.paper)
	}
	return out
}

// byItself is the colour that text takes to be read on the step.
func (s Step) byItself() colour.RGB { return colour.OnTop(s.Grounds()...) }

// Reads is the contrast of the text on the fill, 1 to 21.
func (s Step) Reads() float64 { return s.reads(s.TextColour) }

func (s Step) reads(text string) float64 {
	c, _ := colour.Parse(text)
	return colour.Least(c, s.Grounds()...)
}

// Emphasised and Toned are looks over a step's own: one that stands out, and one that stands
// back. Neither is told by colour alone: the one has a heavy outline and bold text, the other
// a thin one and grey text that still can be read.
var (
	yes        = true
	no         = false
	Emphasised = chart.StepLook{Outline: colour.Ink.String(), Weight: 3.5, Dash: chart.Solid, Text: chart.TextLook{Bold: &yes}}
	Toned      = chart.StepLook{Outline: Grey, Weight: 1, Fill: colour.White.String(), Fill2: chart.NoColour, Text: chart.TextLook{Colour: Grey, Bold: &no}}
)

// EmphasisedLine and TonedLine are the same for connectors.
var (
	EmphasisedLine = chart.Look{Weight: 3, Colour: colour.Ink.String()}
	TonedLine      = chart.Look{Weight: 1, Colour: Grey}
)

// Grey is the colour of what stands back: 5.7:1 on white.
const Grey = "#666B6E"

// Fills and Lines are the colours that are offered: few, and apart from each other for those,
// too, who see two of the primary colours only. Fills are pale enough for ink, lines and text
// dark enough for white (apart_test.go).
var (
	Fills = []string{"#DBC9BF", "#8AD2DA", "#AEA5F5", "#D2FFAD", "#D2A580"}
	Lines = []string{colour.Ink.String(), "#B0361B", "#0A6660", "#2B63D8", "#5A1208"}
)
