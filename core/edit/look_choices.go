package edit

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/style"
)

// Words of the colours that are offered, in the order of style.Fills and style.Lines.
var (
	fillWords = []string{wordSand, wordSea, wordLilac, wordLeaf, wordClay}
	lineWords = []string{wordInk, wordRed, wordPine, wordBlue, wordWine}
)

// wordFamilies are the words of the families, in their order.
var wordFamilies = []string{"Sans", "Serif", "Mono"}

// Turns are the directions of gradients that are offered, degrees.
var Turns = []int{0, 45, 90, 135}

// Shades and weights that the look drawer offers, px.
var outlineWeights = []float64{0.75, style.OutlineWeight, 3}

// stepLookChoices are what the look drawer offers of a step's look, each set by itself.
func stepLookChoices() []Choice {
	var out []Choice
	add := func(l chart.StepLook, words string) { out = append(out, Choice{Arg: Quote(l), Words: words}) }
	keyed := func(key string) { out[len(out)-1].Key = key }
	white := colour.White.String()
	add(chart.StepLook{Fill: white}, wordFill+": "+wordWhite)
	for i, c := range style.Fills {
		add(chart.StepLook{Fill: c}, wordFill+": "+fillWords[i])
	}
	add(chart.StepLook{Fill: colour.Ink.String()}, wordFill+": "+wordInk)
	add(chart.StepLook{Fill: chart.NoColour}, wordNoFill)
	add(chart.StepLook{Fill2: chart.NoColour}, wordOneColour)
	add(chart.StepLook{Fill2: white}, wordTwoColours)
	for _, t := range Turns {
		add(chart.StepLook{Turn: &t}, fmt.Sprintf("%s: %d°", wordTurn, t))
	}
	for _, s := range chart.Shadows {
		add(chart.StepLook{Shadow: s}, wordShadow+": "+string(s))
	}
	for i, c := range style.Lines {
		add(chart.StepLook{Outline: c}, wordOutline+": "+lineWords[i])
	}
	add(chart.StepLook{Outline: chart.NoColour}, wordNoOutline)
	for _, w := range outlineWeights {
		add(chart.StepLook{Weight: w}, fmt.Sprintf("%s: %g", wordWeight, w))
	}
	for _, d := range chart.Dashes {
		add(chart.StepLook{Dash: d}, wordDash+": "+string(d))
	}
	add(chart.StepLook{Hatch: new(true)}, wordHatch)
	add(chart.StepLook{Double: new(true)}, wordDouble)
	text := func(t chart.TextLook, words string) { add(chart.StepLook{Text: t}, words) }
	for _, st := range chart.TextStyles {
		text(chart.TextLook{Style: st}, wordTextStyle+": "+string(st))
	}
	for _, f := range []chart.Family{chart.Sans, chart.Serif, chart.Mono} {
		text(chart.TextLook{Family: f}, wordFamily+": "+string(f))
	}
	text(chart.TextLook{Bold: new(true)}, wordBold)
	keyed("Ctrl+B")
	text(chart.TextLook{Italic: new(true)}, wordItalic)
	keyed("Ctrl+I")
	text(chart.TextLook{Underline: new(true)}, wordUnderline)
	keyed("Ctrl+U")
	text(chart.TextLook{List: new(true)}, wordBullets)
	text(chart.TextLook{Colour: chart.ByItself}, wordByItself)
	for i, c := range style.Lines {
		text(chart.TextLook{Colour: c}, wordTextColour+": "+lineWords[i])
	}
	text(chart.TextLook{Colour: white}, wordTextColour+": "+wordWhite)
	for _, d := range []chart.Down{chart.AtTop, chart.InMiddle, chart.AtBottom} {
		for _, a := range []chart.Across{chart.AtLeft, chart.InCentre, chart.AtRight} {
			text(chart.TextLook{Across: a, Down: d}, fmt.Sprintf("%s: %s, %s", wordText, d, a))
		}
	}
	text(chart.TextLook{Room: chart.Grows}, wordGrows)
	text(chart.TextLook{Room: chart.Shrinks}, wordShrinks)
	return out
}

// thickFrame is the weight of a thick frame, px.
const thickFrame = 2.5

func laneLookChoices() []Choice {
	var out []Choice
	colours, words := append([]string{chart.NoColour}, style.Fills...), append([]string{wordNone}, fillWords...)
	for i, c := range colours {
		out = append(out, Choice{Arg: Quote(chart.LaneLook{Head: c}), Words: wordHead + ": " + words[i]})
	}
	for i, c := range colours {
		out = append(out, Choice{Arg: Quote(chart.LaneLook{Band: c}), Words: wordBand + ": " + words[i]})
	}
	return append(out, Choice{Arg: Quote(chart.LaneLook{Frame: thickFrame}), Words: wordThickFrame})
}
