package format

import (
	"context"
	"errors"
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

// job is a chart that is being written.
type job struct {
	ctx   context.Context
	w     io.Writer
	c     *chart.Chart
	pages []*chart.Page // of it, that are written
	o     Options
}

// sheets are the pages as they are drawn.
func (j *job) sheets() (out []*sheet.Sheet, err error) {
	for _, p := range j.pages {
		comp := sheet.Composer{Told: sheet.Told{Date: j.o.Date, Revision: "draft", Owner: j.o.Author}}
		s, err := comp.ComposeContext(j.ctx, j.c, p)
		if err != nil {
			return nil, err
		}
		out = append(out, s)
	}
	return out, nil
}

// drawings are the pages as drawing lists, or what is chosen of them.
func (j *job) drawings() (out []scene.Drawing, err error) {
	sheets, err := j.sheets()
	if err != nil {
		return nil, err
	}
	for _, s := range sheets {
		d := scene.Of(s)
		if j.o.Chosen != nil {
			if d = scene.Part(s, j.o.Chosen); len(d.Elements) == 0 {
				return nil, errors.New("nothing is selected to export")
			}
		}
		d.Pictures = j.o.Pictures
		out = append(out, d)
	}
	return out, nil
}

func writeChart(j *job) error {
	b, err := chart.Marshal(j.c)
	if err == nil {
		_, err = j.w.Write(b)
	}
	return err
}

func writeCSV(j *job) error { return csv.Write(j.w, j.pages[0]) }

func writeText(j *job) error {
	_, err := io.WriteString(j.w, list.Write(&chart.Chart{Name: j.c.Name, Pages: j.pages}))
	return err
}

func writeGeometry(j *job) error {
	sheets, err := j.sheets()
	if err != nil {
		return err
	}
	return geometry.Write(j.w, sheets)
}

func writeSVG(j *job) error {
	j.pages = j.pages[:1]
	ds, err := j.drawings()
	if err != nil {
		return err
	}
	var b strings.Builder
	if err := svg.Document(j.ctx, &b, ds[0], svgStyle(ds[0])); err != nil {
		return err
	}
	_, err = io.WriteString(j.w, Holding(b.String(), j.o.Pictures))
	return err
}

// svgStyle is the style of a file that opens alone, fonts included.
func svgStyle(d scene.Drawing) string {
	chars := map[string]*strings.Builder{}
	for _, e := range d.Elements {
		for _, i := range e.Items {
			face := ink.FaceName(i.Face)
			if chars[face] == nil {
				chars[face] = new(strings.Builder)
			}
			chars[face].WriteString(i.Text)
		}
	}
	texts := map[string]string{}
	for face, b := range chars {
		texts[face] = b.String()
	}
	return font.Embedded(texts) + svg.Style(font.Families("sans"), font.Families("serif"), font.Families("mono"))
}

// fairPixels is the most that a PNG has whose scale nobody chose.
const fairPixels = 20e6

func writePNG(j *job) error {
	j.pages = j.pages[:1]
	ds, err := j.drawings()
	if err != nil {
		return err
	}
	scale := j.o.Scale
	if scale == 0 { // what a screen shows sharply, less for a huge page
		scale = min(2, math.Sqrt(fairPixels/(ds[0].View.W*ds[0].View.H)))
	}
	return png.Write(j.ctx, j.w, ds[0], scale, j.o.Clear)
}

func writePDF(j *job) error {
	ds, err := j.drawings()
	if err != nil {
		return err
	}
	doc := pdf.Document{Title: j.c.Name, Author: j.o.Author}
	if j.o.Tile != nil {
		doc.TileW, doc.TileH = j.o.Tile.W, j.o.Tile.H
	}
	return pdf.Write(j.ctx, j.w, doc, ds)
}
