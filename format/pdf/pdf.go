// Package pdf writes drawing lists as PDF: vectors, embedded subsets of the
// shipped fonts, text that can be searched and copied.
package pdf

import (
	"context"
	"io"

	"github.com/tdewolff/canvas/renderers/pdf"

	"plaintracer/core/colour"
	"plaintracer/core/scene"
	"plaintracer/format/ink"
)

// ground is what the sheet is filled with: nothing where it is white, as paper is.
func ground(d scene.Drawing) string {
	if d.Paper == colour.White.String() {
		return ""
	}
	return d.Paper
}

// A4 landscape in mm (ISO 216), and the margin that printers leave white.
const (
	sheetW, sheetH = 297.0, 210.0
	margin         = 5.0
)

// Write puts each drawing on an A4 landscape sheet, made smaller where it does
// not fit at full size. A drawing in the sheet's own proportion fills it.
func Write(ctx context.Context, w io.Writer, title, author string, ds []scene.Drawing) error {
	out := pdf.New(w, sheetW, sheetH, nil)
	out.SetInfo(title, "", "", author, "Plain Tracer")
	for i, d := range ds {
		if i > 0 {
			out.NewPage(sheetW, sheetH)
		}
		wpx, hpx := sheetW*ink.PerMM, sheetH*ink.PerMM
		k, x, y := d.Scale(wpx, hpx), 0.0, 0.0
		if off := d.View.W/d.View.H - wpx/hpx; off > 0.01 || off < -0.01 {
			k = min(1, d.Scale(wpx-2*margin*ink.PerMM, hpx-2*margin*ink.PerMM))
			x, y = (wpx-d.View.W*k)/2, (hpx-d.View.H*k)/2
		}
		c, err := ink.Draw(ctx, d, wpx, hpx, x, y, k, 0, ground(d))
		if err != nil {
			return err
		}
		c.RenderTo(out)
	}
	return out.Close()
}
