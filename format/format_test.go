package format

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// Whatever sequence of accepted commands, with values at their limits: the chart can be
// drawn in every format.
func TestWhateverIsAcceptedIsDrawn(t *testing.T) {
	accepted := 0
	for seed := range uint64(24) {
		r := rand.New(rand.NewPCG(seed, 21))
		c := chart.New("extremes")
		coord := func() float64 { return []float64{0, -1, 500, 40, 9_999_999, 1e7, -1e7}[r.IntN(7)] }
		size := func() float64 { return []float64{8, 40, 100, 1e7}[r.IntN(4)] }
		id := func(k string) string { return fmt.Sprint(k, r.IntN(6)) }
		for range 40 {
			d := chart.Part{Page: "p1"}
			switch r.IntN(6) {
			case 0:
				d.Do, d.Lane = "lane.add", &chart.Lane{ID: id("l"), Name: strings.Repeat("L ", r.IntN(40)), Size: size()}
			case 1:
				d.Do, d.ID = "lane.drop", id("l")
			case 2, 3:
				kinds := symbol.All()
				d.Do, d.Step = "step.add", &chart.Step{ID: id("s"), Symbol: kinds[r.IntN(len(kinds))].Kind, Lane: []string{"", id("l")}[r.IntN(2)], X: coord(), Y: coord(), W: size(), H: size(), Text: strings.Repeat("word\n", r.IntN(30))}
			case 4:
				d.Do, d.ID = "step.drop", id("s")
			case 5:
				d.Do, d.Line = "line.add", &chart.Connector{ID: id("c"), Meaning: chart.Flow, Kind: chart.Kinds[r.IntN(len(chart.Kinds))], From: chart.End{Step: id("s")},
					To: []chart.End{{Step: id("s")}, {X: coord(), Y: coord()}}[r.IntN(2)], Labels: []chart.Label{{Text: "label"}}}
			}
			if _, err := chart.Apply(c, chart.Command{Words: "extreme", Parts: []chart.Part{d}}); err == nil {
				accepted++
			}
		}
		kinds := []Kind{SVG, PDF, CSV, JSON, Geometry}
		if seed%8 == 0 { // which takes a second
			kinds = append(kinds, PNG)
		}
		for _, k := range kinds {
			var b bytes.Buffer
			if err := Write(t.Context(), &b, k, c, Options{}); err != nil || b.Len() == 0 {
				t.Errorf("seed %d, %s: %d bytes, %v", seed, k, b.Len(), err)
			}
		}
	}
	if accepted < 300 {
		t.Errorf("%d commands were accepted: too few to tell", accepted)
	}
}
