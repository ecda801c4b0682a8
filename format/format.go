// Package format writes a chart in any of the formats that it can be exported
// in; each has a package of its own below this one.
package format

import (
	"context"
	"fmt"
	"io"
	"math"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/list"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/format/csv"
	"plaintracer/format/font"
	"plaintracer/format/geometry"
	"plaintracer/format/ink"
	"plaintracer/format/pdf"
	"plaintracer/format/png"
	"plaintracer/format/svg"
)

// Kind is one of the formats, named by its file's extension.
type Kind string

// The formats.
const (
	SVG      Kind = "svg"
	PNG      Kind = "png"
	PDF      Kind = "pdf"
	CSV      Kind = "csv"
	Text     Kind = "txt"
	JSON     Kind = "json"
	Geometry Kind = "geometry.json"
)

// fairPixels is the most that a PNG has whose scale nobody chose.
const fairPixels = 20e6

// Types are the media types of the formats.
var Types = map[Kind]string{
	SVG: "image/svg+xml", PNG: "image/png", PDF: "application/pdf",
	CSV: "text/csv; charset=utf-8", Text: "text/plain; charset=utf-8", JSON: "application/json", Geometry: "application/json",
}

// Drawn tells whether the format shows the chart as it is drawn.
func (k Kind) Drawn() bool { return k == SVG || k == PNG || k == PDF }

// Of finds the format of a file name.
func Of(name string) (Kind, error) {
	for _, k := range []Kind{Geometry, SVG, PNG, PDF, CSV, Text, JSON} {
		if strings.HasSuffix(strings.ToLower(name), "."+string(k)) {
			return k, nil
		}
	}
	return "", fmt.Errorf("%s: unknown format; expected a file name ending in .svg, .png, .pdf, .csv, .txt, .json or .geometry.json", name)
}

// Options say what of a chart is written and how. The zero value means the
// whole chart (its first page where the format has room for one), PNG at 2x on
// white.
type Options struct {
	Page   string               // id; "" for all, or the first
	Chosen func(id string) bool // steps and connectors; nil for whole pages
	Scale  float64              // pixels a px, for PNG; 0 means 2, or less for a huge page
	Clear  bool                 // PNG without ground
	Author string               // for PDF and title block
	Date   string               // that header, footer and title block tell
	Tile   *chart.Sheet         // for PDF: larger pages go on several sheets of that size; nil for one sheet each

	Pictures func(id string) []byte // what is in a picture of the chart; nil where none are to be had
}

// Write writes the chart in the format. It ends with the context's error soon after that
// has ended.
func Write(ctx context.Context, w io.Writer, k Kind, c *chart.Chart, o Options) error {
	pages := c.Pages
	if o.Page != "" {
		p := c.Page(o.Page)
		if p == nil {
			return fmt.Errorf("the chart has no page %q", o.Page)
		}
		pages = []*chart.Page{p}
	}
	switch k {
	case JSON:
		b, err := chart.Marshal(c)
		if err != nil {
			return err
		}
		_, err = w.Write(b)
		return err
	case CSV:
		return csv.Write(w, pages[0])
	case Text:
		_, err := io.WriteString(w, list.Write(&chart.Chart{Name: c.Name, Pages: pages}))
		return err
	}
	var sheets []*sheet.Sheet
	for _, p := range pages {
		comp := sheet.Composer{Told: sheet.Told{Date: o.Date, Revision: "draft", Owner: o.Author}}
		s, err := comp.ComposeContext(ctx, c, p)
		if err != nil {
			return err
		}
		sheets = append(sheets, s)
	}
	if k == Geometry {
		return geometry.Write(w, sheets)
	}
	var ds []scene.Drawing
	for _, s := range sheets {
		if o.Chosen != nil {
			d := scene.Part(s, o.Chosen)
			if len(d.Elements) == 0 {
				return fmt.Errorf("nothing is selected to export")
			}
			ds = append(ds, d)
		} else {
			ds = append(ds, scene.Of(s))
		}
	}
	for i := range ds {
		ds[i].Pictures = o.Pictures
	}
	switch k {
	case SVG:
		var b strings.Builder
		if err := svg.Document(ctx, &b, ds[0], svgStyle(ds[0])); err != nil {
			return err
		}
		_, err := io.WriteString(w, Holding(b.String(), o.Pictures))
		return err
	case PNG:
		if o.Scale == 0 { // what a screen shows sharply, less for a huge page
			o.Scale = min(2, math.Sqrt(fairPixels/(ds[0].View.W*ds[0].View.H)))
		}
		return png.Write(ctx, w, ds[0], o.Scale, o.Clear)
	case PDF:
		doc := pdf.Document{Title: c.Name, Author: o.Author}
		if o.Tile != nil {
			doc.TileW, doc.TileH = o.Tile.W, o.Tile.H
		}
		return pdf.Write(ctx, w, doc, ds)
	}
	return fmt.Errorf("there is no format %q", k)
}

// svgStyle is the style of a file that opens alone, fonts included.
func svgStyle(d scene.Drawing) string {
	texts := map[string]string{}
	for _, e := range d.Elements {
		for _, i := range e.Items {
			texts[ink.FaceName(i.Face)] += i.Text
		}
	}
	return font.Embedded(texts) + svg.Style(font.Families("sans"), font.Families("serif"), font.Families("mono"))
}
