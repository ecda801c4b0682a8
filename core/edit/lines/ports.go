package lines

import (
	"fmt"
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
)

// OwnPort is a new port of a step near q, and the part that puts it there.
func (e *Editor) OwnPort(sh *sheet.Shape, q geom.Point) (string, chart.Part) {
	s := sh.Step
	taken := map[string]bool{}
	for _, p := range s.Ports {
		taken[p.Name] = true
	}
	name := ""
	for n := 1; name == "" || taken[name]; n++ {
		name = fmt.Sprint("port-", n)
	}
	_, q = sh.Outline().Project(q)
	share := func(v, from, size float64) float64 {
		return math.Round(math.Max(0, math.Min(1, (v-from)/size))*1e4) / 1e4
	}
	ports := append(
		append([]chart.Port{}, s.Ports...),
		chart.Port{Name: name, X: share(q.X, sh.Rect.X, sh.Rect.W), Y: share(q.Y, sh.Rect.Y, sh.Rect.H)},
	)
	return name, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Ports: &ports}
}

// Spare are the own ports of the selected step at which no connector holds.
func (e *Editor) Spare() (kept []chart.Port, spare int) {
	s := e.Only()
	used := map[string]bool{}
	for _, c := range e.Page().Connectors {
		for _, end := range [2]chart.End{c.From, c.To} {
			if end.Step == s.ID {
				used[end.Port] = true
			}
		}
	}
	kept = []chart.Port{}
	for _, p := range s.Ports {
		if used[p.Name] {
			kept = append(kept, p)
		} else {
			spare++
		}
	}
	return kept, spare
}

// ClearPorts takes away the own ports that nothing holds at.
func (e *Editor) ClearPorts() {
	kept, _ := e.Spare()
	e.Apply(say.DidClearPorts, chart.Part{Do: "step.set", Page: e.PageID(), ID: e.Only().ID, Ports: &kept})
}
