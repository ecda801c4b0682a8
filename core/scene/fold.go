package scene

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/typeset"
)

// Mark of a folded branch, px.
const (
	foldSize = 10.0
	foldHigh = 14.0
	foldOut  = 4.0 // of its middle from the edge of the step, so that it covers no text
)

// FoldMark is where a step tells how many are folded below it: in the middle of the side to which its hierarchy grows.
func FoldMark(s *sheet.Sheet, sh *sheet.Shape) geom.Rect {
	r := sh.Rect
	at := geom.Pt(r.CX(), r.Bottom()+foldOut)
	if s.Page.Setup != nil {
		switch s.Page.Setup.Tree {
		case chart.GrowUp:
			at = geom.Pt(r.CX(), r.Y-foldOut)
		case chart.GrowRight:
			at = geom.Pt(r.Right()+foldOut, r.CY())
		case chart.GrowLeft:
			at = geom.Pt(r.X-foldOut, r.CY())
		}
	}
	w := geom.Round2(typeset.Width(typeset.MonoBold, foldSize, foldWords(s.Page.Below(sh.Step.ID))) + 8)
	return geom.Rect{X: geom.Round2(at.X - w/2), Y: geom.Round2(at.Y - foldHigh/2), W: w, H: foldHigh}
}

func foldWords(n int) string { return fmt.Sprint("+", n) }

// foldMark draws it: a small ink plate.
func foldMark(r geom.Rect, n int, ink string) []Item {
	return []Item{{Path: geom.Box(r), Fill: ink}, text(foldWords(n), r.X+4, r.Y+10.4, typeset.MonoBold, foldSize, onTop(ink))}
}
