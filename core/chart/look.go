package chart

import (
	"cmp"
	"fmt"
	"reflect"
	"slices"

	"plaintracer/core/geom"
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
	Colour string `json:"colour,omitempty"` // #rrggbb; empty, it follows the fill so that it can be read
	Bold   *bool  `json:"bold,omitempty"`
}

// IsZero tells whether nothing differs.
func (l StepLook) IsZero() bool { return reflect.ValueOf(l).IsZero() }

// IsZero tells whether nothing differs.
func (t TextLook) IsZero() bool { return reflect.ValueOf(t).IsZero() }

// With is the look with what is not empty of another one over it.
func (l StepLook) With(o StepLook) StepLook {
	return StepLook{
		Fill: cmp.Or(o.Fill, l.Fill), Fill2: cmp.Or(o.Fill2, l.Fill2), Turn: cmp.Or(o.Turn, l.Turn), Clear: cmp.Or(o.Clear, l.Clear),
		Outline: cmp.Or(o.Outline, l.Outline), Weight: cmp.Or(o.Weight, l.Weight), Dash: cmp.Or(o.Dash, l.Dash),
		Double: cmp.Or(o.Double, l.Double), Corner: cmp.Or(o.Corner, l.Corner), Shadow: cmp.Or(o.Shadow, l.Shadow),
		Text: TextLook{Colour: cmp.Or(o.Text.Colour, l.Text.Colour), Bold: cmp.Or(o.Text.Bold, l.Text.Bold)},
	}
}

// LaneLook is how a lane is drawn where that differs from the plain look. It is not changed
// but replaced.
type LaneLook struct {
	Head string `json:"head,omitempty"` // colour of the head, #rrggbb
	Band string `json:"band,omitempty"` // of the lane itself, #rrggbb; clear without
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
	if c := l.Text.Colour; c != "" && !isColour(c) {
		return fmt.Errorf(badColour, c)
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

// rounded is the look with two decimals; nil where it says nothing.
func (l *StepLook) rounded() *StepLook {
	if l == nil || l.IsZero() {
		return nil
	}
	out := *l
	out.Weight = geom.Round2(l.Weight)
	if l.Corner != nil {
		c := geom.Round2(*l.Corner)
		out.Corner = &c
	}
	return &out
}

func checkLaneLook(l *LaneLook) error {
	for _, c := range [2]string{l.Head, l.Band} {
		if c != "" && !isColour(c) {
			return fmt.Errorf(badColour, c)
		}
	}
	return nil
}
