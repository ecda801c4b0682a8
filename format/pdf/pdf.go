// Package pdf writes drawing lists as PDF: vectors, embedded subsets of the fonts, text that can
// be searched and copied, a bookmark for each page, links.
package pdf

import (
	"bytes"
	"context"
	"fmt"
	"io"

	"github.com/tdewolff/canvas"
	"github.com/tdewolff/canvas/renderers/pdf"

	"plaintracer/core/colour"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/format/ink"
)

// Document says what a PDF is called and how it is put on paper.
type Document struct {
	Title, Author string
	TileW, TileH  float64 // px: pages that are larger go on several sheets of that size at full size; 0 for one sheet each
}

// ground is what the sheet is filled with: nothing where it is white, as paper is.
func ground(d scene.Drawing) string {
	if d.Paper == colour.White.String() {
		return ""
	}
	return d.Paper
}

// A4 landscape in px (ISO 216), for what is for no sheet, and the margin that printers leave
// white, px.
const (
	plainW, plainH = 297 * ink.PerMM, 210 * ink.PerMM
	margin         = 5 * ink.PerMM
)

// placed is where a drawing stands on a sheet of paper.
type placed struct {
	w, h, x, y, k float64
	ground        string
	marks         []scene.Element // of a sheet that is one of several
}

// Write puts each drawing on its sheet, made smaller where it does not fit there at full size. A
// drawing in the sheet's own proportion fills it.
func Write(ctx context.Context, w io.Writer, doc Document, ds []scene.Drawing) error {
	var b bytes.Buffer
	var out *pdf.PDF
	var of notes
	for _, d := range ds {
		of.page(d)
		for _, p := range doc.sheets(d) {
			if out == nil {
				out = pdf.New(&b, p.w/ink.PerMM, p.h/ink.PerMM, nil)
				out.SetInfo(doc.Title, "", "", doc.Author, "Plain Tracer")
			} else {
				out.NewPage(p.w/ink.PerMM, p.h/ink.PerMM)
			}
			if err := put(ctx, out, d, p); err != nil {
				return err
			}
			of.sheet(d, p)
		}
	}
	if err := out.Close(); err != nil {
		return err
	}
	return of.write(w, b.Bytes())
}

func put(ctx context.Context, out *pdf.PDF, d scene.Drawing, p placed) error {
	c, err := ink.Draw(ctx, d, p.w, p.h, p.x, p.y, p.k, 0, p.ground)
	if err != nil {
		return err
	}
	c.RenderTo(out)
	if len(p.marks) > 0 {
		m, err := ink.Draw(ctx, scene.Drawing{View: geom.Rect{W: p.w, H: p.h}, Elements: p.marks}, p.w, p.h, 0, 0, 1, 0, "")
		if err != nil {
			return err
		}
		m.RenderViewTo(out, canvas.Identity)
	}
	return nil
}

// sheets are the sheets of paper that a drawing goes on.
func (doc Document) sheets(d scene.Drawing) []placed {
	w, h := d.SheetW, d.SheetH
	if w == 0 {
		w, h = plainW, plainH
	}
	if doc.TileW > 0 && (d.View.W > doc.TileW+1 || d.View.H > doc.TileH+1) {
		return doc.tiles(d)
	}
	p := placed{w: w, h: h, k: d.Scale(w, h), ground: ground(d)}
	if off := d.View.W/d.View.H - w/h; off > 0.01 || off < -0.01 {
		p.k = min(1, d.Scale(w-2*margin, h-2*margin))
		p.x, p.y = (w-d.View.W*p.k)/2, (h-d.View.H*p.k)/2
	}
	return []placed{p}
}

// Sheets that are put together lap over by so much, between the marks where they are cut, px.
const (
	overlap = 10 * ink.PerMM
	inset   = 10 * ink.PerMM // of the cut from the edge
)

// tiles are the sheets that a drawing goes on at full size, row by row, each with marks where
// it is cut and its number.
func (doc Document) tiles(d scene.Drawing) []placed {
	w, h := doc.TileW, doc.TileH
	stepW, stepH := w-2*inset-overlap, h-2*inset-overlap
	count := func(size, step float64) int {
		n := 1
		for float64(n)*step+overlap < size {
			n++
		}
		return n
	}
	cols, rows := count(d.View.W, stepW), count(d.View.H, stepH)
	var out []placed
	for r := range rows {
		for c := range cols {
			p := placed{w: w, h: h, k: 1, x: inset - float64(c)*stepW, y: inset - float64(r)*stepH, ground: ground(d)}
			p.marks = []scene.Element{cutMarks(w, h, fmt.Sprintf("%d of %d: row %d, column %d", r*cols+c+1, rows*cols, r+1, c+1))}
			out = append(out, p)
		}
	}
	return out
}

// cutMarks are crosses at the corners of what stays of a sheet, and its number at the foot.
func cutMarks(w, h float64, number string) scene.Element {
	const long = 4 * ink.PerMM
	var e scene.Element
	for _, x := range [2]float64{inset, w - inset} {
		for _, y := range [2]float64{inset, h - inset} {
			p := geom.Path{}.Move(x-long, y).Line(x+long, y).Move(x, y-long).Line(x, y+long)
			e.Items = append(e.Items, scene.Item{Path: p, Stroke: scene.Quiet, Weight: 0.7})
		}
	}
	e.Items = append(e.Items, scene.Item{Text: number, At: geom.Pt(inset+2*long, h-inset/3), Size: 11, Fill: scene.Quiet})
	return e
}
