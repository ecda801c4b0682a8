package chart

import (
	"cmp"
	"fmt"
	"reflect"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/typeset"
)

// StepLook is how a step is drawn where that differs from the plain look; what is empty
// follows that. A look is not changed but replaced.
type StepLook struct {
	Fill    string   `json:"fill,omitempty"`    // #rrggbb, or NoColour
	Fill2   string   `json:"fill2,omitempty"`   // with Fill at the other end, a gradient; NoColour for none
	Turn    *int     `json:"turn,omitempty"`    // of the gradient, degrees: 0 to the right, 90 downward
	Clear   *int     `json:"clear,omitempty"`   // percent of what lies behind that the fill lets through
	Outline string   `json:"outline,omitempty"` // #rrggbb, or NoColour
	Weight  float64  `json:"weight,omitempty"`  // of the outline, px
	Dash    Dash     `json:"dash,omitempty"`
	Hatch   *bool    `json:"hatch,omitempty"`  // thin lines across the fill
	Double  *bool    `json:"double,omitempty"` // a second outline inside the first
	Corner  *float64 `json:"corner,omitempty"` // radius, px, of symbols with square corners
	Shadow  Shadow   `json:"shadow,omitempty"`
	Text    TextLook `json:"text,omitzero"`
}

// NoColour is in the place of a colour where nothing is drawn.
const NoColour = "none"

// Shadow is how high a step seems to stand over the paper.
type Shadow string

// The shadows.
const (
	NoShadow Shadow = "none"
	Low      Shadow = "low"
	High     Shadow = "high"
)

// Shadows are all shadows.
var Shadows = []Shadow{NoShadow, Low, High}

// TextLook is how text is set where that differs from the plain look.
type TextLook struct {
	Style     TextStyle `json:"style,omitempty"`  // what the rest stands over
	Colour    string    `json:"colour,omitempty"` // #rrggbb; ByItself or empty, it follows the fill so that it can be read
	Family    Family    `json:"family,omitempty"`
	Size      float64   `json:"size,omitempty"` // px
	Bold      *bool     `json:"bold,omitempty"`
	Italic    *bool     `json:"italic,omitempty"`
	Underline *bool     `json:"underline,omitempty"`
	Across    Across    `json:"across,omitempty"`
	Down      Down      `json:"down,omitempty"`
	Pad       *float64  `json:"pad,omitempty"` // px that it keeps off the outline more than the symbol wants
	Room      Room      `json:"room,omitempty"`
	List      *bool     `json:"list,omitempty"` // each paragraph begins with a bullet
}

// TextStyle names a look of texts that is changed in one place, in the house style.
type TextStyle string

// The styles of text.
const (
	Heading TextStyle = "heading"
	Body    TextStyle = "body"
	Small   TextStyle = "small"
)

// TextStyles are all styles of text.
var TextStyles = []TextStyle{Heading, Body, Small}

// ByItself is in the place of a colour of text that follows the fill.
const ByItself = "auto"

// Family is a family of fonts.
type Family string

// The families.
const (
	Sans  Family = "sans"
	Serif Family = "serif"
	Mono  Family = "mono"
)

// Across is where text stands across its symbol.
type Across string

// Down is where text stands down its symbol.
type Down string

// The places of text.
const (
	AtLeft   Across = "left"
	InCentre Across = "centre"
	AtRight  Across = "right"
	AtTop    Down   = "top"
	InMiddle Down   = "middle"
	AtBottom Down   = "bottom"
)

// Room is what gives way when text needs more room than its symbol has.
type Room string

// The rooms: the symbol grows, or the text gets smaller, down to 8 pt.
const (
	Grows   Room = "grow"
	Shrinks Room = "shrink"
)

// The words that a look of text may have in a file.
var (
	families = []Family{Sans, Serif, Mono}
	acrosses = []Across{AtLeft, InCentre, AtRight}
	downs    = []Down{AtTop, InMiddle, AtBottom}
	rooms    = []Room{Grows, Shrinks}
)

// MostPad is the widest padding, px.
const MostPad = 24.0

// IsZero reports whether nothing differs.
func (l StepLook) IsZero() bool { return reflect.ValueOf(l).IsZero() }

// IsZero reports whether nothing differs.
func (t TextLook) IsZero() bool { return reflect.ValueOf(t).IsZero() }

// With lays another look over this one: what that one sets takes the place of what this one has.
func (l StepLook) With(o StepLook) StepLook {
	return StepLook{
		Fill: cmp.Or(o.Fill, l.Fill), Fill2: cmp.Or(o.Fill2, l.Fill2), Turn: cmp.Or(o.Turn, l.Turn), Clear: cmp.Or(o.Clear, l.Clear),
		Outline: cmp.Or(o.Outline, l.Outline), Weight: cmp.Or(o.Weight, l.Weight), Dash: cmp.Or(o.Dash, l.Dash),
		Hatch: cmp.Or(o.Hatch, l.Hatch), Double: cmp.Or(o.Double, l.Double), Corner: cmp.Or(o.Corner, l.Corner), Shadow: cmp.Or(o.Shadow, l.Shadow),
		Text: l.Text.With(o.Text),
	}
}

// With lays another look over this one: what that one sets takes the place of what this one has.
func (t TextLook) With(o TextLook) TextLook {
	return TextLook{
		Style:  cmp.Or(o.Style, t.Style),
		Colour: cmp.Or(o.Colour, t.Colour), Family: cmp.Or(o.Family, t.Family), Size: cmp.Or(o.Size, t.Size), Bold: cmp.Or(o.Bold, t.Bold),
		Italic: cmp.Or(o.Italic, t.Italic), Underline: cmp.Or(o.Underline, t.Underline), Across: cmp.Or(o.Across, t.Across),
		Down: cmp.Or(o.Down, t.Down), Pad: cmp.Or(o.Pad, t.Pad), Room: cmp.Or(o.Room, t.Room), List: cmp.Or(o.List, t.List),
	}
}

// LaneLook is how a lane is drawn where that differs from the plain look. It is not changed
// but replaced.
type LaneLook struct {
	Head  string  `json:"head,omitempty"`  // colour of the head, #rrggbb
	Band  string  `json:"band,omitempty"`  // of the lane itself, #rrggbb; clear without
	Frame float64 `json:"frame,omitempty"` // weight of its outline, px; the usual hairline without
}

// MaxCorner is the widest radius of a step's corners, px: text keeps as far from the
// outline as it always does.
const MaxCorner = 16.0

// MostClear is the percentage beyond which a fill would be no fill.
const MostClear = 90

func checkStepLook(l *StepLook) error {
	if err := checkLook(&Look{Weight: l.Weight, Dash: l.Dash}); err != nil {
		return err
	}
	for _, c := range [3]string{l.Fill, l.Fill2, l.Outline} {
		if c != "" && c != NoColour && !isColour(c) {
			return fmt.Errorf(badColourOrNone, c)
		}
	}
	if err := checkTextLook(&l.Text); err != nil {
		return err
	}
	if l.Shadow != "" && !slices.Contains(Shadows, l.Shadow) {
		return fmt.Errorf(badShadow, l.Shadow)
	}
	if l.Turn != nil && !(*l.Turn >= 0 && *l.Turn < 360) {
		return fmt.Errorf(badTurn, *l.Turn)
	}
	if l.Clear != nil && !(*l.Clear >= 0 && *l.Clear <= MostClear) {
		return fmt.Errorf(badClear, *l.Clear, MostClear)
	}
	if l.Corner != nil && !(*l.Corner >= 0 && *l.Corner <= MaxCorner) {
		return fmt.Errorf(badCorner, *l.Corner, MaxCorner)
	}
	return nil
}

func checkTextLook(t *TextLook) error {
	if c := t.Colour; c != "" && c != ByItself && !isColour(c) {
		return fmt.Errorf(badTextColour, c)
	}
	if t.Size != 0 && !(t.Size >= typeset.LeastSize && t.Size <= typeset.MostSize) {
		return fmt.Errorf(badTextSize, t.Size, geom.Round2(typeset.LeastSize), typeset.MostSize)
	}
	if t.Pad != nil && !(*t.Pad >= 0 && *t.Pad <= MostPad) {
		return fmt.Errorf(badPad, *t.Pad, MostPad)
	}
	switch {
	case t.Style != "" && !slices.Contains(TextStyles, t.Style):
		return fmt.Errorf(badTextWord, "style", t.Style, TextStyles)
	case t.Family != "" && !slices.Contains(families, t.Family):
		return fmt.Errorf(badTextWord, "family", t.Family, families)
	case t.Across != "" && !slices.Contains(acrosses, t.Across):
		return fmt.Errorf(badTextWord, "across", t.Across, acrosses)
	case t.Down != "" && !slices.Contains(downs, t.Down):
		return fmt.Errorf(badTextWord, "down", t.Down, downs)
	case t.Room != "" && !slices.Contains(rooms, t.Room):
		return fmt.Errorf(badTextWord, "room", t.Room, rooms)
	}
	return nil
}

// rounded is the look with two decimals, itself where it has no more; nil where it says nothing.
func (l *StepLook) rounded() *StepLook {
	if l == nil || l.IsZero() {
		return nil
	}
	two := func(v *float64) bool { return v == nil || geom.Round2(*v) == *v }
	if two(&l.Weight) && two(&l.Text.Size) && two(l.Corner) && two(l.Text.Pad) {
		return l
	}
	out := *l
	out.Weight = geom.Round2(l.Weight)
	out.Text.Size = geom.Round2(l.Text.Size)
	for _, p := range [2]**float64{&out.Corner, &out.Text.Pad} {
		if *p != nil {
			v := geom.Round2(**p)
			*p = &v
		}
	}
	return &out
}

// mostFrame is the heaviest outline of a lane, px.
const mostFrame = 6

func checkLaneLook(l *LaneLook) error {
	if !(l.Frame >= 0 && l.Frame <= mostFrame) {
		return fmt.Errorf(badFrameWeight, l.Frame, mostFrame)
	}
	for _, c := range [2]string{l.Head, l.Band} {
		if c != "" && !isColour(c) {
			return fmt.Errorf(badColour, c)
		}
	}
	return nil
}
