package scene

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// Ground is what a page is painted with where that is a gradient; nothing else is painted.
func Ground(s *sheet.Sheet) Element {
	e := Element{Class: "ground"}
	if g := style.Ground(s.Page); g != nil && g.Colour2 != "" {
		r := geom.Rect{W: s.Page.W, H: s.Page.H}
		e.Items = append(e.Items, Item{Path: geom.Box(r), Fill: g.Colour, Fade: fade(r, style.Step{Fill: g.Colour, Fill2: g.Colour2, Turn: g.Turn})})
	}
	return e
}

// Border is what a page has besides the chart: title, header, footer and title block.
func Border(s *sheet.Sheet) Element {
	e := Element{Class: "sheet", Title: typeset.Unsteered(s.Chart)}
	if s.Page.Title != "" {
		e.Items = append(e.Items, TitleItem(s))
	}
	if s.Page.Link != nil {
		e.Items = append(e.Items, linkMark(TitleMark(s), style.Ink(s.Page), style.Paper(s.Page).String())...)
	}
	setup := style.Setup(s.Page)
	m := s.Page.Margin()
	e.Items = append(e.Items, strip(s, setup.Header, math.Max(12, m-5))...)
	e.Items = append(e.Items, strip(s, setup.Footer, math.Min(s.Page.H-4, s.Page.H-m+14))...)
	e.Items = append(e.Items, block(s)...)
	if n := s.Plain(); n > 0 || s.Crowded {
		size := 13 * math.Max(1, s.Page.W/chart.SheetW) // to be read when the sheet is seen whole
		b := blockBox(s)
		e.Items = append(e.Items, text(typeset.Clip(typeset.Sans, size, crowdedWords(n), b.X-2*m), m, b.Bottom()-6, typeset.Sans, size, Red))
	}
	e.Items = spell(e.Items)
	return e
}

// TitleItem is the page's title as drawn.
func TitleItem(s *sheet.Sheet) Item {
	face, m := style.Face(s.Page, true), s.Page.Margin()
	return text(typeset.Clip(face, titleSize, s.Page.Title, s.Page.W-2*m), m, m+16, face, titleSize, style.Ink(s.Page))
}

// TitleBox is where the title stands, or would stand.
func TitleBox(s *sheet.Sheet) geom.Rect {
	w, m := 180.0, s.Page.Margin()
	if s.Page.Title != "" {
		w = TitleItem(s).Width
	}
	return geom.Rect{X: m, Y: m + 16 - titleSize*typeset.Ascent, W: w, H: titleSize * (typeset.Ascent + typeset.Descent)}.Grow(3)
}

const (
	titleSize = 17.0
	stripSize = 11.0
)

// strip draws a header or a footer on a baseline.
func strip(s *sheet.Sheet, l *chart.Strip, y float64) []Item {
	if l == nil {
		return nil
	}
	face, m, ink := style.Face(s.Page, false), s.Page.Margin(), quiet(s.Page)
	room := s.Page.W - 2*m
	var out []Item
	for i, words := range [3]string{l.Left, l.Centre, l.Right} {
		t := typeset.Clip(face, stripSize, filled(s, words), room/2)
		if t == "…" || t == "" {
			continue
		}
		x := m + (room-typeset.Width(face, stripSize, t))*float64(i)/2
		out = append(out, text(t, x, y, face, stripSize, ink))
	}
	return out
}

// filled is a text with what its words in braces stand for.
func filled(s *sheet.Sheet, words string) string {
	if !strings.Contains(words, "{") {
		return words
	}
	var pairs []string
	for _, f := range chart.Fields {
		pairs = append(pairs, "{"+f+"}", typeset.Isolated(told(s, f)))
	}
	return strings.NewReplacer(pairs...).Replace(words)
}

// told is what a field tells of a page.
func told(s *sheet.Sheet, field string) string {
	switch field {
	case "chart":
		return s.Chart
	case "title":
		return s.Page.Title
	case "page":
		return fmt.Sprint(s.Index + 1)
	case "pages":
		return fmt.Sprint(s.Count)
	case "date":
		return s.Told.Date
	case "revision":
		return s.Told.Revision
	case "owner":
		return s.Told.Owner
	}
	return ""
}

// NameItem is the chart's name in the title block, NameBox its cell; nothing where the block does
// not have it.
func NameItem(s *sheet.Sheet) Item {
	if NameBox(s) == (geom.Rect{}) {
		return Item{}
	}
	return cellText(s, 0, typeset.Unsteered(s.Chart))
}

func NameBox(s *sheet.Sheet) geom.Rect {
	if cells := cells(s); len(cells) > 0 && cells[0] == chart.BlockFields[0] {
		return cell(s, 0)
	}
	return geom.Rect{}
}

// cellWidths are the widths of the title block's cells, px, cellHeads what stands over them.
var (
	cellWidths = map[string]float64{"chart": 240, "revision": 74, "date": 84, "owner": 130, "page": 74}
	cellHeads  = map[string]string{"chart": wordChart, "revision": wordRevision, "date": wordDate, "owner": wordOwner, "page": wordPage}
)

const blockHigh = 38.0

// cells are the fields of the page's title block, in their order.
func cells(s *sheet.Sheet) []string {
	b := style.Setup(s.Page).Block
	var out []string
	for _, f := range chart.BlockFields {
		if b != nil && slices.Contains(b.Cells, f) {
			out = append(out, f)
		}
	}
	return out
}

// block draws the title block.
func block(s *sheet.Sheet) []Item {
	fields := cells(s)
	if len(fields) == 0 {
		return nil
	}
	b, face, ink := blockBox(s), style.Face(s.Page, false), style.Ink(s.Page)
	out := []Item{stroke(geom.Box(b), ink, 1.2)}
	for i, f := range fields {
		x, words := cell(s, i).X, typeset.Unsteered(told(s, f))
		if f == "page" {
			words = fmt.Sprintf("%d of %d", s.Index+1, s.Count)
		}
		if i > 0 {
			out = append(out, stroke(geom.Polyline{{X: x, Y: b.Y}, {X: x, Y: b.Bottom()}}.Path(), ink, 1.2))
		}
		out = append(out, text(cellHeads[f], x+8, b.Y+15, face, 11, quiet(s.Page)))
		if words != "" {
			out = append(out, cellText(s, i, words))
		}
	}
	return out
}

func blockBox(s *sheet.Sheet) geom.Rect {
	w, m := 0.0, s.Page.Margin()
	for _, f := range cells(s) {
		w += cellWidths[f]
	}
	return geom.Rect{X: s.Page.W - m - w, Y: s.Page.H - m - blockHigh, W: w, H: blockHigh}
}

func cell(s *sheet.Sheet, i int) geom.Rect {
	b, fields := blockBox(s), cells(s)
	for _, f := range fields[:i] {
		b.X += cellWidths[f]
	}
	b.W = cellWidths[fields[i]]
	return b
}

func cellText(s *sheet.Sheet, i int, t string) Item {
	c := cell(s, i)
	face := style.Face(s.Page, false)
	return text(typeset.Clip(face, 13, t, c.W-14), c.X+8, c.Y+31, face, 13, style.Ink(s.Page))
}
