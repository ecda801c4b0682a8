package scene

import (
	"math"
	"strconv"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// Board is what the screen shows of a page besides what is printed: the grid, rulers along the
// edges, and where the sheet ends that the drawing has outgrown.
func Board(s *sheet.Sheet) Element {
	e := Element{Class: "board"}
	setup, w, h := style.Setup(s.Page), s.Page.W, s.Page.H
	if g := setup.Grid; g != nil && g.Shown {
		e.Items = append(e.Items, Item{Path: grid(w, h, g.Size), Stroke: gridLine, Weight: 0.5})
	}
	switch setup.Ruler {
	case chart.InMM:
		e.Items = append(e.Items, rulers(w, h, 5*chart.MM, 2, 10)...)
	case chart.InInch:
		e.Items = append(e.Items, rulers(w, h, 96.0/8, 8, 1)...)
	}
	for _, g := range setup.Guides {
		line := geom.Path{}.Move(0, g.At).Line(w, g.At)
		if g.Upright {
			line = geom.Path{}.Move(g.At, 0).Line(g.At, h)
		}
		e.Items = append(e.Items, Item{Path: line, Stroke: Quiet, Weight: 0.8, Dash: []float64{8, 4}})
	}
	if s.Page.Outgrown() && !setup.Fit {
		sw, sh := s.Page.SheetSize()
		e.Items = append(e.Items, Item{Path: geom.Box(geom.Rect{W: math.Min(sw, w), H: math.Min(sh, h)}), Stroke: Red, Weight: 1.5, Dash: []float64{10, 6}})
	}
	return e
}

const gridLine = "#D9D3C6"

// ruleWide is how wide rulers are, px.
const ruleWide = 14.0

// OnRuler reports whether a point is on one of the rulers of a page, and whether that is the left one, out of which
// upright guide lines are pulled.
func OnRuler(s *sheet.Sheet, q geom.Point) (left, ok bool) {
	if style.Setup(s.Page).Ruler == chart.NoRuler {
		return false, false
	}
	switch {
	case q.X < 0 && q.X >= -ruleWide && q.Y >= 0 && q.Y <= s.Page.H:
		return true, true
	case q.Y < 0 && q.Y >= -ruleWide && q.X >= 0 && q.X <= s.Page.W:
		return false, true
	}
	return false, false
}

// grid is the lines of a grid, those inside of the page.
func grid(w, h, size float64) geom.Path {
	for size < 4 { // denser lines would be a tint
		size *= 2
	}
	var p geom.Path
	for i := 1; float64(i)*size < w; i++ {
		x := geom.Round2(float64(i) * size)
		p = p.Move(x, 0).Line(x, h)
	}
	for i := 1; float64(i)*size < h; i++ {
		y := geom.Round2(float64(i) * size)
		p = p.Move(0, y).Line(w, y)
	}
	return p
}

// rulers are ticks along the upper and the left edge, outside of the page: one each step px, a
// longer one with its number, in units, each of so many.
func rulers(w, h, step float64, each int, units int) []Item {
	var ticks geom.Path
	out := []Item{
		{Path: geom.Box(geom.Rect{X: 0, Y: -ruleWide, W: w, H: ruleWide}), Fill: Paper},
		{Path: geom.Box(geom.Rect{X: -ruleWide, Y: 0, W: ruleWide, H: h}), Fill: Paper},
	}
	const size = 8.0
	for axis, end := range [2]float64{w, h} {
		for i := 0; float64(i)*step <= end; i++ {
			at, long := geom.Round2(float64(i)*step), 4.0
			if i%each == 0 {
				long = ruleWide
				it := text(strconv.Itoa(i/each*units), at+2, -5, typeset.Mono, size, Quiet)
				if axis == 1 {
					it.At, it.Upright = geom.Pt(-5, at-2), true
				}
				if i > 0 || axis == 0 {
					out = append(out, it)
				}
			}
			if axis == 0 {
				ticks = ticks.Move(at, -long).Line(at, 0)
			} else {
				ticks = ticks.Move(-long, at).Line(0, at)
			}
		}
	}
	return append(out, Item{Path: ticks, Stroke: Quiet, Weight: 0.6})
}
