package web

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/edit"
	"plaintracer/core/symbol"
)

// everyLine is a chart with a connector of each kind, each end, each dash, and
// with crossings of both sorts: what the loans desk keeps about an object.
func everyLine() *chart.Chart {
	c := chart.New("What the loans desk keeps")
	p := c.Pages[0]
	p.Title = "Every kind of line"
	p.Crossings = chart.Arch
	step := func(id string, k symbol.Kind, x, y float64, text string) {
		i, _ := symbol.Of(k)
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: k, X: x, Y: y, W: i.W, H: i.H, Text: text})
	}
	line := func(from, to string, f func(l *chart.Connector)) {
		l := &chart.Connector{ID: fmt.Sprint("c", len(p.Connectors)), From: chart.End{Step: from}, To: chart.End{Step: to}, Meaning: chart.Flow}
		f(l)
		p.Connectors = append(p.Connectors, l)
	}
	for i, k := range chart.Kinds {
		y := 70 + float64(i)*125
		a, b := fmt.Sprint("k", i), fmt.Sprint("l", i)
		step(a, symbol.Process, 60, y, "Object "+kindWord(k))
		step(b, symbol.Process, 330, y+48, "Loan "+kindWord(k))
		line(a, b, func(l *chart.Connector) {
			l.Kind = k
			l.Labels = []chart.Label{{Text: "lent as"}, {Text: "astride", Place: &chart.LabelPlace{Along: 0.8}}}
			if k == chart.Wide {
				l.Labels = l.Labels[:1]
			}
		})
	}
	for i, m := range chart.Marks {
		y := 60 + float64(i)*62
		a, b := fmt.Sprint("m", i), fmt.Sprint("n", i)
		step(a, symbol.StoredData, 520, y, string(m))
		step(b, symbol.StoredData, 760, y, "Lender")
		line(a, b, func(l *chart.Connector) {
			l.Look = &chart.Look{Start: m, End: m, Dash: chart.Dashes[i%len(chart.Dashes)], Weight: []float64{1, 1.4, 2, 3}[i%4], Colour: edit.Colours[i%len(edit.Colours)].Arg}
		})
	}
	step("down", symbol.Document, 920, 60, "Receipt")
	step("foot", symbol.Terminator, 930, 640, "Filed")
	line("down", "foot", func(*chart.Connector) {})
	for i, style := range []chart.Crossings{chart.Arch, chart.Break, chart.Plain} {
		a, b := fmt.Sprint("x", i), fmt.Sprint("y", i)
		y := 190 + float64(i)*120
		step(a, symbol.OffPage, 880, y, "A")
		step(b, symbol.OffPage, 1040, y, "B")
		line(a, b, func(l *chart.Connector) { l.Crossings = style })
	}
	p.Connectors = append(p.Connectors, &chart.Connector{ID: "loose", From: chart.End{Step: "k0"}, To: chart.End{X: 60, Y: 700}, Meaning: chart.Aside})
	return c
}

func kindWord(k chart.Kind) string {
	if k == chart.Rounded {
		return "rounded"
	}
	return string(k)
}
