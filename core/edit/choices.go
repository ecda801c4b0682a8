package edit

import (
	"cmp"
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/style"
)

// kindChoices are the kinds of connectors as the bench shows them.
var kindChoices = []Choice{
	{Arg: lines.RoundedName, Words: say.WordRounded}, {Arg: string(chart.Square), Words: say.WordSquare}, {Arg: string(chart.Straight), Words: say.WordStraight},
	{Arg: string(chart.Curved), Words: say.WordCurved}, {Arg: string(chart.Wide), Words: say.WordWide},
}

// alignTargets are what steps can be aligned to.
var alignTargets = []Choice{
	{Arg: string(steps.ToSelection), Words: say.WordToSelection}, {Arg: string(steps.ToFirst), Words: say.WordToFirst},
	{Arg: string(steps.ToPage), Words: say.WordToPage}, {Arg: string(steps.ToLane), Words: say.WordToLane},
}

// Weights that the line drawer offers, px.
var Weights = []float64{1, 1.4, 2, 3, 4.5}

// Colours that the line drawer offers; each has a contrast of 4.5:1 and more on
// white paper (WCAG 2.2, 1.4.3).
var Colours = []Choice{
	{Arg: "#23282c", Words: say.WordInk},
	{Arg: "#5c6264", Words: say.WordGrey},
	{Arg: "#b0361b", Words: say.WordRed},
	{Arg: "#0b6b69", Words: say.WordGreen},
	{Arg: "#7a4b12", Words: say.WordBrown},
	{Arg: "#4a3f8c", Words: say.WordViolet},
}

// lookChoices are what the line drawer offers of a look, each set by itself.
func lookChoices() []Choice {
	var out []Choice
	for _, m := range chart.Marks {
		out = append(out, Choice{Arg: session.Quote(chart.Look{Start: m}), Words: say.WordStart + ": " + say.MarkWords(m)})
	}
	for _, m := range chart.Marks {
		out = append(out, Choice{Arg: session.Quote(chart.Look{End: m}), Words: say.WordEnd + ": " + say.MarkWords(m)})
	}
	for _, d := range chart.Dashes {
		out = append(out, Choice{Arg: session.Quote(chart.Look{Dash: d}), Words: say.WordDash + ": " + string(d)})
	}
	for _, w := range Weights {
		out = append(out, Choice{Arg: session.Quote(chart.Look{Weight: w}), Words: fmt.Sprintf("%s: %g", say.WordWeight, w)})
	}
	for _, c := range Colours {
		out = append(out, Choice{Arg: session.Quote(chart.Look{Colour: c.Arg}), Words: say.WordColour + ": " + c.Words})
	}
	return out
}

// houseChoices are the house styles that come with the application, by their names.
func houseChoices() []Choice {
	out := []Choice{{Words: say.WordHousePlain}}
	for _, h := range style.Shipped() {
		out = append(out, Choice{Arg: h.Name, Words: h.Name})
	}
	return out
}

// fontChoices are the families that the chart can be set in, as house styles that say no more.
func fontChoices() []Choice {
	var out []Choice
	for i, f := range []chart.Family{chart.Sans, chart.Serif, chart.Mono} {
		out = append(out, Choice{Arg: session.Quote(chart.House{Family: f}), Words: wordFamilies[i]})
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

func numberByChoices() []Choice {
	words := []string{say.WordByFlow, say.WordByLane, say.WordByPage, say.WordByPart, say.WordByStage}
	var out []Choice
	for i, by := range chart.NumberBys {
		out = append(out, Choice{Arg: cmp.Or(string(by), "flow"), Words: words[i]})
	}
	return out
}

func numberNotChoices() []Choice {
	words := []string{say.WordTerminators, say.WordDocuments, say.WordStores}
	var out []Choice
	for i, not := range chart.NumberNots {
		out = append(out, Choice{Arg: string(not), Words: words[i]})
	}
	return out
}

func cellChoices() []Choice {
	var out []Choice
	for _, f := range chart.BlockFields {
		out = append(out, Choice{Arg: f, Words: say.WordFieldsOf[f]})
	}
	return out
}

func groundChoices() []Choice {
	return []Choice{
		{Arg: "paper", Words: say.WordPaperGround}, {Arg: "#FFFFFF", Words: say.WordGround + ": " + say.WordWhite},
		{Arg: "#F6F3EC", Words: say.WordGround + ": " + say.WordChalk}, {Arg: "#EEF3F3", Words: say.WordGround + ": " + say.WordMist},
	}
}

// Choice is one of the ways to do a command, and the key of that way; "" for none.
type Choice struct{ Arg, Words, Key string }

// wordFamilies are the words of the families, in their order.
var wordFamilies = []string{"Sans", "Serif", "Mono"}
