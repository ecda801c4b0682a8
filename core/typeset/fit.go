package typeset

import (
	"math"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Size is the font size of chart text, px.
const Size = 13

// Line is one line of text in a symbol, in px from the symbol's corner.
type Line struct {
	Text     string
	X        float64 // left edge; the line is set from here whatever its script
	Baseline float64
	Width    float64
}

// Fit sets text into a symbol of the given size, centred line by line in the
// room that the outline leaves at each line's height. It reports false when
// the text does not fit; the lines are nil then.
func Fit(k symbol.Kind, w, h float64, text string) ([]Line, bool) {
	return fitPieces(k, w, h, pieces(Regular, Size, text))
}

func fitPieces(k symbol.Kind, w, h float64, ps []piece) ([]Line, bool) {
	if len(ps) == 0 {
		return nil, true
	}
	top, bottom := k.Band(w, h)
	const lead, ink = Size * Leading, Size * (Ascent + Descent)
	max := int((bottom - top - ink + lead) / lead)
	for n := 1; n <= max; n++ {
		first := (top+bottom)/2 - float64(n)*lead/2 + (lead-ink)/2
		room := func(i int) float64 {
			y := first + float64(i)*lead
			x0, x1 := k.Span(w, h, y, y+ink)
			return x1 - x0
		}
		texts, ok := fill(Regular, Size, ps, n, room)
		if !ok {
			continue
		}
		// Fewer lines than asked for (a diamond's wide middle): they keep the
		// places that were measured, so the text still fits.
		lines := make([]Line, len(texts))
		for i, t := range texts {
			y := first + float64(i)*lead
			x0, x1 := k.Span(w, h, y, y+ink)
			width := Width(Regular, Size, t)
			x := (x0+x1)/2 - width/2
			if k == symbol.Annotation {
				x = x0
			}
			lines[i] = Line{t, x, y + Size*Ascent, width}
		}
		return lines, true
	}
	return nil, false
}

// grid is what grown sizes are rounded up to, px.
const grid = 4

// Grow returns the smallest size not under w x h, in the same proportion and
// rounded up to the grid, at which text fits into the symbol.
func Grow(k symbol.Kind, w, h float64, text string) (float64, float64) {
	ps := pieces(Regular, Size, text)
	if _, ok := fitPieces(k, w, h, ps); ok {
		return w, h
	}
	size := func(s float64) (float64, float64) {
		return math.Ceil(w*s/grid) * grid, math.Ceil(h*s/grid) * grid
	}
	fits := func(s float64) bool {
		gw, gh := size(s)
		_, ok := fitPieces(k, gw, gh, ps)
		return ok
	}
	lo, hi := 1.0, 1.25
	for !fits(hi) && hi < 1e4 {
		lo, hi = hi, hi*1.25
	}
	for hi-lo > 0.01 {
		if mid := (lo + hi) / 2; fits(mid) {
			hi = mid
		} else {
			lo = mid
		}
	}
	return size(hi)
}

// Box is the rectangle a step really takes: the one given, grown about its
// centre when its text needs more room.
func Box(k symbol.Kind, r geom.Rect, text string) geom.Rect {
	w, h := Grow(k, r.W, r.H, text)
	return geom.Rect{X: r.X - (w-r.W)/2, Y: r.Y - (h-r.H)/2, W: w, H: h}
}
