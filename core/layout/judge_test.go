package layout

import (
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// Bends and crossings of lines as drawn, counted by hand: what only touches does not cross.
func TestDrawn(t *testing.T) {
	for name, c := range map[string]struct {
		lines            [][]geom.Point
		bends, crossings int
	}{
		"a cross":              {[][]geom.Point{{{X: 0, Y: 10}, {X: 20, Y: 10}}, {{X: 10, Y: 0}, {X: 10, Y: 20}}}, 0, 1},
		"a cross, upright one": {[][]geom.Point{{{X: 10, Y: 20}, {X: 10, Y: 0}}, {{X: 20, Y: 10}, {X: 0, Y: 10}}}, 0, 1},
		"an end on a line":     {[][]geom.Point{{{X: 0, Y: 10}, {X: 20, Y: 10}}, {{X: 10, Y: 10}, {X: 10, Y: 20}}}, 0, 0},
		"side by side":         {[][]geom.Point{{{X: 0, Y: 10}, {X: 20, Y: 10}}, {{X: 0, Y: 12}, {X: 20, Y: 12}}}, 0, 0},
		"a hook through a line": {[][]geom.Point{
			{{X: 0, Y: 10}, {X: 40, Y: 10}},
			{{X: 10, Y: 0}, {X: 10, Y: 20}, {X: 30, Y: 20}, {X: 30, Y: 0}},
		}, 2, 2},
	} {
		s := &sheet.Sheet{}
		for _, points := range c.lines {
			s.Lines = append(s.Lines, sheet.Run{Points: points})
		}
		if bends, crossings := drawn(s); bends != c.bends || crossings != c.crossings {
			t.Errorf("%s: %d bends, %d crossings", name, bends, crossings)
		}
	}
}

// A tip is mixed when a decision has a line out and a line in there; other symbols have no tips.
func TestMixedTips(t *testing.T) {
	p := &chart.Page{
		Steps: []*chart.Step{{ID: "d", Symbol: symbol.Decision}, {ID: "a", Symbol: symbol.Process}},
		Connectors: []*chart.Connector{
			{From: chart.End{Step: "d"}, To: chart.End{Step: "a"}},
			{From: chart.End{Step: "a"}, To: chart.End{Step: "d"}},
		},
	}
	for _, c := range []struct {
		out, in, back, to string // ports: out of the decision, into the process, out of it, into the decision
		want              int
	}{
		{"right", "left", "left", "right", 1},
		{"right", "left", "top", "top", 0},
		{"right", "left", "left", "top", 0},
	} {
		s := &sheet.Sheet{Lines: []sheet.Run{{FromPort: c.out, ToPort: c.in}, {FromPort: c.back, ToPort: c.to}}}
		if n := mixedTips(p, s); n != c.want {
			t.Errorf("%+v: %d mixed tips", c, n)
		}
	}
}
