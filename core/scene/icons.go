package scene

import (
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// SymbolIcon is a symbol's outline for a button of w x h px: as wide as that, but square where the
// symbol is, and low where it is a bar. Bare words are a letter.
func SymbolIcon(k symbol.Kind, w, h float64) Element {
	el := Element{Class: "icon"}
	x, y := 1.0, 1.0
	w, h = w-2, h-2
	switch info, _ := symbol.Of(k); {
	case k == symbol.Text:
		m := x + w/2
		p := geom.Path{}.Move(m-7, 4).Line(m+7, 4).Move(m, 4).Line(m, h-2)
		el.Items = append(el.Items, Item{Path: p, Stroke: Ink, Weight: 1.6})
		return el
	case k == symbol.Picture:
		p := geom.Path{}.Move(x, h-2).Line(x+w*0.35, h*0.45).Line(x+w*0.6, h*0.75).Line(x+w*0.75, h*0.6).Line(x+w, h-2)
		el.Items = append(el.Items, Item{Path: geom.Box(geom.Rect{X: x, Y: y, W: w, H: h}), Fill: "#FFFFFF", Stroke: Ink, Weight: 1.4}, Item{Path: p, Stroke: Ink, Weight: 1.4})
		return el
	case info.W == info.H && w > h:
		x, w = x+(w-h)/2, h
	case info.H < 16:
		y, h = y+h/2-2.5, 5
	}
	o := Item{Path: k.Outline(w, h).Shift(x, y), Fill: "#FFFFFF", Stroke: Ink, Weight: 1.4}
	if k.Open() {
		o.Stroke, o.Fill = "", ""
	}
	el.Items = append(el.Items, o)
	if in := k.Inner(w, h); in != nil {
		el.Items = append(el.Items, Item{Path: in.Shift(x, y), Stroke: Ink, Weight: 1.4})
	}
	return el
}

// KindIcon shows how a kind of connector runs, for a button of w x h px.
func KindIcon(k chart.Kind, w, h float64) Element {
	pts := geom.Polyline{{X: 2, Y: h - 4}, {X: w / 2, Y: h - 4}, {X: w / 2, Y: 4}, {X: w - 2, Y: 4}}
	switch k {
	case chart.Straight:
		pts = geom.Polyline{pts[0], pts[3]}
	case chart.Wide:
		m := h / 2
		p := geom.Polyline{
			{X: 2, Y: m - 3}, {X: w - 9, Y: m - 3}, {X: w - 9, Y: m - 6}, {X: w - 2, Y: m},
			{X: w - 9, Y: m + 6}, {X: w - 9, Y: m + 3}, {X: 2, Y: m + 3},
		}.Path().Close()
		return Element{Class: "icon", Items: []Item{{Path: p, Stroke: Ink, Weight: 1.4}}}
	}
	p := pts.Path()
	switch k {
	case chart.Rounded:
		p = pts.Rounded(5)
	case chart.Curved:
		p = geom.Path{}.Move(pts[0].X, pts[0].Y).Curve(pts[1], pts[2], pts[3])
	}
	return Element{Class: "icon", Items: []Item{{Path: p, Stroke: Ink, Weight: 1.6}}}
}

// LookIcon shows a line with what stands at its right end, for a button of
// w x h px.
func LookIcon(look chart.Look, w, h float64) Element {
	c := &chart.Connector{ID: "icon", From: chart.End{Step: "a"}, To: chart.End{Step: "b"}, Meaning: chart.Flow, Look: &look}
	el := LineOnly(nil, &sheet.Run{Line: c, Points: geom.Polyline{{X: 3, Y: h / 2}, {X: w - 3, Y: h / 2}}})
	el.Class = "icon"
	return el
}
