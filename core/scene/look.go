package scene

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/style"
)

// Look is how a connector is drawn, and on what.
type Look struct {
	chart.Look
	paper string
}

// LookOf tells how a connector of a page is drawn.
func LookOf(p *chart.Page, c *chart.Connector) Look {
	return Look{style.Line(p, c), style.Paper(p).String()}
}

func (l Look) pattern() []float64 { return pattern(l.Dash, l.Weight) }

// pattern is a dash pattern in px; it grows with the line's weight.
func pattern(d chart.Dash, weight float64) []float64 {
	k := math.Max(1, weight/style.LineWeight)
	var p []float64
	switch d {
	case chart.Dashed:
		p = []float64{6, 4}
	case chart.Dotted:
		p = []float64{1.5, 3.5}
	case chart.DashDot:
		p = []float64{8, 3, 1.5, 3}
	}
	for i := range p {
		p[i] = geom.Round2(p[i] * k)
	}
	return p
}

// Marks at a line's ends, px at the usual weight.
const (
	arrowLong  = 10.0
	arrowHalf  = 4.2
	arrowNotch = 7.5 // where the line meets the arrowhead
	footLong   = 11.0
	footHalf   = 5.5
	barHalf    = 5.0
	barOff     = 7.0 // of a bar from the end
	ring       = 3.6 // radius
)

// mark draws what stands at the end b of a line that comes from a, and tells
// how much of the line it takes the place of, px.
func (l Look) mark(m chart.Mark, a, b geom.Point, colour string) ([]Item, float64) {
	d := a.Dist(b)
	if d == 0 || m == chart.Bare {
		return nil, 0
	}
	k := 1 + math.Max(0, l.Weight-style.LineWeight)*0.3
	u := geom.Pt((b.X-a.X)/d, (b.Y-a.Y)/d)
	at := func(back, side float64) geom.Point {
		back, side = back*k, side*k
		return geom.Pt(geom.Round2(b.X-u.X*back-u.Y*side), geom.Round2(b.Y-u.Y*back+u.X*side))
	}
	line := func(ps ...geom.Point) Item {
		return Item{Path: geom.Polyline(ps).Path(), Stroke: colour, Weight: l.Weight}
	}
	bar := func(back float64) Item { return line(at(back, -barHalf), at(back, barHalf)) }
	circle := func(back float64, fill string) Item {
		c := at(back, 0)
		return Item{Path: geom.Circle(c, geom.Round2(ring*k)), Fill: fill, Stroke: colour, Weight: l.Weight}
	}
	foot := line(at(0, -footHalf), at(footLong, 0), at(0, footHalf))
	switch m {
	case chart.Arrow:
		tip := geom.Polyline{at(0, 0), at(arrowLong, arrowHalf), at(arrowNotch, 0), at(arrowLong, -arrowHalf)}.Path().Close()
		return []Item{{Path: tip, Fill: colour}}, arrowNotch * k
	case chart.OpenArrow:
		return []Item{line(at(arrowLong, arrowHalf), at(0.7, 0), at(arrowLong, -arrowHalf))}, 0.7 * k
	case chart.Dot:
		return []Item{circle(ring, colour)}, ring * k
	case chart.Diamond:
		p := geom.Polyline{at(0, 0), at(7, arrowHalf), at(14, 0), at(7, -arrowHalf)}.Path().Close()
		return []Item{{Path: p, Fill: colour}}, 14 * k
	case chart.Bar:
		b := bar(3)
		b.Weight *= 2.2
		return []Item{b}, 0
	case chart.One:
		return []Item{bar(barOff)}, 0
	case chart.ZeroOrOne:
		return []Item{bar(barOff), circle(barOff+2+ring, l.paper)}, 0
	case chart.Many:
		return []Item{foot}, 0
	case chart.ZeroOrMany:
		return []Item{foot, circle(footLong+ring, l.paper)}, 0
	case chart.OneOrMany:
		return []Item{foot, bar(footLong + 3)}, 0
	}
	return nil, 0
}
