package web

import (
	"fmt"
	"html/template"

	"plaintracer/core/chart"
	"plaintracer/core/scene"
	"plaintracer/format/svg"
)

// kinds of connectors as the bench shows them.
var kinds = []struct {
	Kind      chart.Kind
	Arg, Name string
}{
	{chart.Rounded, "rounded", "Right-angled, rounded"}, {chart.Square, "square", "Right-angled, square"},
	{chart.Straight, "straight", "Straight"}, {chart.Curved, "curved", "Curved"}, {chart.Wide, "wide", "Wide arrow"},
}

// weights that the line panel offers, px.
var weights = []float64{1, 1.4, 2, 3, 4.5}

// colours that the line panel offers; each has a contrast of 4.5:1 and more on
// white paper (WCAG 2.2, 1.4.3).
var colours = []struct{ Hex, Name string }{
	{"#23282c", "ink"}, {"#5c6264", "quiet"}, {"#b0361b", "red"}, {"#0b6b69", "green"}, {"#7a4b12", "brown"}, {"#4a3f8c", "violet"},
}

// small is an icon for a button.
func small(e scene.Element, w, h float64) template.HTML {
	return template.HTML(fmt.Sprintf(`<svg width="%g" height="%g" viewBox="0 0 %g %g" aria-hidden="true">%s</svg>`, w, h, w, h, svg.Element(e)))
}
