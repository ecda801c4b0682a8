package scene

import (
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// Weights of outlines, px.
const (
	laneWeight = 1.0
	poolWeight = 1.8
)

// bandClass are the classes of elements of bands.
var bandClass = map[chart.BandKind]string{chart.LaneBand: "lane", chart.GroupBand: "group", chart.StageBand: "stage"}

// Band draws a lane, a group of lanes or a stage: its box, head and name. A stage has no ground: it
// lies over the lanes.
func Band(s *sheet.Sheet, b chart.Band) Element {
	e := Element{Class: bandClass[b.Kind], ID: b.ID, Title: typeset.Unsteered(b.Name)}
	look, weight := style.Band(s.Page, b.Look), laneWeight
	if b.Pool {
		weight = poolWeight
	}
	if look.Frame > 0 {
		weight = look.Frame
	}
	ground := look.Band
	if b.Kind == chart.StageBand {
		ground = ""
	}
	e.Items = append(e.Items,
		Item{Path: geom.Box(b.Rect), Fill: ground, Stroke: LaneLine, Weight: weight},
		Item{Path: geom.Box(b.Head), Fill: look.Head, Stroke: LaneLine, Weight: weight})
	e.Items = append(e.Items, name(b, style.Face(s.Page, true), onTop(look.Head))...)
	if b.Link != nil {
		e.Items = append(e.Items, linkMark(BandMark(b), style.Ink(s.Page), style.Paper(s.Page).String())...)
	}
	e.Items = spell(e.Items)
	return e
}

// name sets a band's name in its head.
func name(b chart.Band, face typeset.Face, ink string) []Item {
	lines, size, _ := style.Head(face, b)
	var items []Item
	for i, t := range lines {
		off := size*0.35 + (float64(i)-float64(len(lines)-1)/2)*size*style.HeadLead
		it := text(t, b.Head.CX(), b.Head.CY()+off, face, size, ink)
		if b.Upright {
			it.Upright = true
			it.At = geom.Pt(geom.Round2(b.Head.CX()+off), geom.Round2(b.Head.CY()+it.Width/2))
		} else {
			it.At.X = geom.Round2(b.Head.CX() - it.Width/2)
		}
		items = append(items, it)
	}
	return items
}
