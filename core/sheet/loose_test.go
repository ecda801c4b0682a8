package sheet

import (
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// A loose end that lies inside of a step leads out of it: the step is no obstacle to its own line, which is not drawn as one
// that has no way around.
func TestLooseEndInsideOfAStep(t *testing.T) {
	c := chart.New("Loose")
	p := c.Pages[0]
	p.Steps = []*chart.Step{{ID: "a", Symbol: symbol.Process, X: 100, Y: 100, W: 112, H: 56}, {ID: "b", Symbol: symbol.Process, X: 400, Y: 100, W: 112, H: 56}}
	p.Connectors = []*chart.Connector{{ID: "c", From: chart.End{X: 150, Y: 128}, To: chart.End{Step: "b"}, Meaning: chart.Flow}}
	var comp Composer
	if r := comp.Compose(c, p).Run("c"); r.Through || len(r.Points) < 2 {
		t.Errorf("through: %v, %v", r.Through, r.Points)
	}
}
