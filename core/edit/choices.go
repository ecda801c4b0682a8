package edit

import (
	"fmt"
	"plaintracer/core/chart"
	"plaintracer/core/style"
)

// kindChoices are the kinds of connectors as the bench shows them.
var kindChoices = []Choice{
	{Arg: roundedName, Words: wordRounded}, {Arg: string(chart.Square), Words: wordSquare}, {Arg: string(chart.Straight), Words: wordStraight},
	{Arg: string(chart.Curved), Words: wordCurved}, {Arg: string(chart.Wide), Words: wordWide},
}

// Weights that the line drawer offers, px.
var Weights = []float64{1, 1.4, 2, 3, 4.5}

// Colours that the line drawer offers; each has a contrast of 4.5:1 and more on
// white paper (WCAG 2.2, 1.4.3).
var Colours = []Choice{
	{Arg: "#23282c", Words: wordInk},
	{Arg: "#5c6264", Words: wordGrey},
	{Arg: "#b0361b", Words: wordRed},
	{Arg: "#0b6b69", Words: wordGreen},
	{Arg: "#7a4b12", Words: wordBrown},
	{Arg: "#4a3f8c", Words: wordViolet},
}

// lookChoices are what the line drawer offers of a look, each set by itself.
func lookChoices() []Choice {
	var out []Choice
	for _, m := range chart.Marks {
		out = append(out, Choice{Arg: Quote(chart.Look{Start: m}), Words: wordStart + ": " + markWords(m)})
	}
	for _, m := range chart.Marks {
		out = append(out, Choice{Arg: Quote(chart.Look{End: m}), Words: wordEnd + ": " + markWords(m)})
	}
	for _, d := range chart.Dashes {
		out = append(out, Choice{Arg: Quote(chart.Look{Dash: d}), Words: wordDash + ": " + string(d)})
	}
	for _, w := range Weights {
		out = append(out, Choice{Arg: Quote(chart.Look{Weight: w}), Words: fmt.Sprintf("%s: %g", wordWeight, w)})
	}
	for _, c := range Colours {
		out = append(out, Choice{Arg: Quote(chart.Look{Colour: c.Arg}), Words: wordColour + ": " + c.Words})
	}
	return out
}

// houseChoices are the house styles that come with the application, by their names.
func houseChoices() []Choice {
	out := []Choice{{Words: wordHousePlain}}
	for _, h := range style.Shipped() {
		out = append(out, Choice{Arg: h.Name, Words: h.Name})
	}
	return out
}

// fontChoices are the families that the chart can be set in, as house styles that say no more.
func fontChoices() []Choice {
	var out []Choice
	for i, f := range []chart.Family{chart.Sans, chart.Serif, chart.Mono} {
		out = append(out, Choice{Arg: Quote(chart.House{Family: f}), Words: wordFamilies[i]})
	}
	return out
}

func paperChoices() []Choice {
	var out []Choice
	for _, p := range chart.Papers {
		out = append(out, Choice{Arg: p.Name, Words: p.Name})
	}
	return out
}

func cellChoices() []Choice {
	var out []Choice
	for _, f := range chart.BlockFields {
		out = append(out, Choice{Arg: f, Words: wordFieldsOf[f]})
	}
	return out
}

func groundChoices() []Choice {
	return []Choice{
		{Arg: "paper", Words: wordPaperGround}, {Arg: "#FFFFFF", Words: wordGround + ": " + wordWhite},
		{Arg: "#F6F3EC", Words: wordGround + ": " + wordChalk}, {Arg: "#EEF3F3", Words: wordGround + ": " + wordMist},
	}
}
