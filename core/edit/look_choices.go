package edit

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/style"
)

// Words of the colours that are offered, in the order of style.Fills and style.Lines.
var (
	fillWords = []string{say.WordSand, say.WordSea, say.WordLilac, say.WordLeaf, say.WordClay}
	lineWords = []string{say.WordInk, say.WordRed, say.WordPine, say.WordBlue, say.WordWine}
)

// Turns are the directions of gradients that are offered, degrees.
var Turns = []int{0, 45, 90, 135}

// Shades and weights that the look drawer offers, px.
var outlineWeights = []float64{0.75, style.OutlineWeight, 3}

// stepLookChoices are what the look drawer offers of a step's look, each set by itself.
func stepLookChoices() []Choice {
	var out []Choice
	add := func(l chart.StepLook, words string) { out = append(out, Choice{Arg: session.Quote(l), Words: words}) }
	keyed := func(key string) { out[len(out)-1].Key = key }
	white := colour.White.String()
	add(chart.StepLook{Fill: white}, say.WordFill+": "+say.WordWhite)
	for i, c := range style.Fills {
		add(chart.StepLook{Fill: c}, say.WordFill+": "+fillWords[i])
	}
	add(chart.StepLook{Fill: colour.Ink.String()}, say.WordFill+": "+say.WordInk)
	add(chart.StepLook{Fill: chart.NoColour}, say.WordNoFill)
	add(chart.StepLook{Fill2: chart.NoColour}, say.WordOneColour)
	add(chart.StepLook{Fill2: white}, say.WordTwoColours)
	for _, t := range Turns {
		add(chart.StepLook{Turn: &t}, fmt.Sprintf("%s: %d°", say.WordTurn, t))
	}
	for _, s := range chart.Shadows {
		add(chart.StepLook{Shadow: s}, say.WordShadow+": "+string(s))
	}
	for i, c := range style.Lines {
		add(chart.StepLook{Outline: c}, say.WordOutline+": "+lineWords[i])
	}
	add(chart.StepLook{Outline: chart.NoColour}, say.WordNoOutline)
	for _, w := range outlineWeights {
		add(chart.StepLook{Weight: w}, fmt.Sprintf("%s: %g", say.WordWeight, w))
	}
	for _, d := range chart.Dashes {
		add(chart.StepLook{Dash: d}, say.WordDash+": "+string(d))
	}
	add(chart.StepLook{Hatch: new(true)}, say.WordHatch)
	add(chart.StepLook{Double: new(true)}, say.WordDouble)
	text := func(t chart.TextLook, words string) { add(chart.StepLook{Text: t}, words) }
	for _, st := range chart.TextStyles {
		text(chart.TextLook{Style: st}, say.WordTextStyle+": "+string(st))
	}
	for _, f := range []chart.Family{chart.Sans, chart.Serif, chart.Mono} {
		text(chart.TextLook{Family: f}, say.WordFamily+": "+string(f))
	}
	text(chart.TextLook{Bold: new(true)}, say.WordBold)
	keyed("Ctrl+B")
	text(chart.TextLook{Italic: new(true)}, say.WordItalic)
	keyed("Ctrl+I")
	text(chart.TextLook{Underline: new(true)}, say.WordUnderline)
	keyed("Ctrl+U")
	text(chart.TextLook{List: new(true)}, say.WordBullets)
	text(chart.TextLook{Colour: chart.ByItself}, say.WordByItself)
	for i, c := range style.Lines {
		text(chart.TextLook{Colour: c}, say.WordTextColour+": "+lineWords[i])
	}
	text(chart.TextLook{Colour: white}, say.WordTextColour+": "+say.WordWhite)
	for _, d := range []chart.Down{chart.AtTop, chart.InMiddle, chart.AtBottom} {
		for _, a := range []chart.Across{chart.AtLeft, chart.InCentre, chart.AtRight} {
			text(chart.TextLook{Across: a, Down: d}, fmt.Sprintf("%s: %s, %s", say.WordText, d, a))
		}
	}
	text(chart.TextLook{Room: chart.Grows}, say.WordGrows)
	text(chart.TextLook{Room: chart.Shrinks}, say.WordShrinks)
	return out
}

// thickFrame is the weight of a thick frame, px.
const thickFrame = 2.5

func laneLookChoices() []Choice {
	var out []Choice
	colours, words := append([]string{chart.NoColour}, style.Fills...), append([]string{say.WordNone}, fillWords...)
	for i, c := range colours {
		out = append(out, Choice{Arg: session.Quote(chart.LaneLook{Head: c}), Words: say.WordHead + ": " + words[i]})
	}
	for i, c := range colours {
		out = append(out, Choice{Arg: session.Quote(chart.LaneLook{Band: c}), Words: say.WordBand + ": " + words[i]})
	}
	return append(out, Choice{Arg: session.Quote(chart.LaneLook{Frame: thickFrame}), Words: say.WordThickFrame})
}
