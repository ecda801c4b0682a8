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
	return prepare(text).fit(k, w, h)
}

// paragraphs are a text cut once into pieces, for many tries to set it.
type paragraphs struct {
	pieces []piece
	hard   int     // lines that it has whatever the width
	total  float64 // width of it all, on one line
	room   map[float64]int
	work   int // lines that were set, over all tries
}

func prepare(text string) *paragraphs {
	p := &paragraphs{pieces: pieces(Sans, Size, text), room: map[float64]int{}}
	if len(p.pieces) > 0 {
		p.hard = 1
	}
	for i, x := range p.pieces {
		p.total += x.width
		if x.breaks && i < len(p.pieces)-1 {
			p.hard++
		}
	}
	return p
}

// fewest is a number of lines under which the text does not fit into lines as wide as
// room: exact where all are, a bound where some are narrower.
func (p *paragraphs) fewest(room float64) int {
	if n, ok := p.room[room]; ok {
		return n
	}
	lines, _ := fill(Sans, Size, p.pieces, 1<<30, room, func(int) float64 { return room })
	p.work += len(lines)
	p.room[room] = len(lines)
	return len(lines)
}

// mostTries bounds how many numbers of lines are tried one by one. Symbols that narrow
// with the height need a line or two more than their widest part would; with more lines
// than that the steps grow, so that a long text takes a time in proportion to its length.
const mostTries = 8

func (p *paragraphs) fit(k symbol.Kind, w, h float64) ([]Line, bool) {
	if len(p.pieces) == 0 {
		return nil, true
	}
	top, bottom := k.Band(w, h)
	const lead, ink = Size * Leading, Size * (Ascent + Descent)
	most := int((bottom - top - ink + lead) / lead)
	n := max(1, p.hard, int(p.total/w))
	if n > most {
		return nil, false
	}
	widest := 0.0
	for _, y := range [3]float64{top, (top + bottom - ink) / 2, bottom - ink} {
		x0, x1 := k.Span(w, h, y, y+ink)
		widest = math.Max(widest, x1-x0)
	}
	if widest <= 0 {
		return nil, false
	}
	for n, tries := max(n, p.fewest(math.Ceil(widest))), 0; n <= most; tries++ {
		first := (top+bottom)/2 - float64(n)*lead/2 + (lead-ink)/2
		room := func(i int) float64 {
			y := first + float64(i)*lead
			x0, x1 := k.Span(w, h, y, y+ink)
			return x1 - x0
		}
		texts, ok := fill(Sans, Size, p.pieces, n, widest, room)
		p.work += len(texts)
		if !ok {
			n++
			if tries > mostTries {
				n += n / 8
			}
			continue
		}
		// Fewer lines than asked for (a diamond's wide middle): they keep the
		// places that were measured, so the text still fits.
		lines := make([]Line, len(texts))
		for i, t := range texts {
			y := first + float64(i)*lead
			x0, x1 := k.Span(w, h, y, y+ink)
			width := Width(Sans, Size, t)
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
	return prepare(text).grow(k, w, h)
}

func (p *paragraphs) grow(k symbol.Kind, w, h float64) (float64, float64) {
	if _, ok := p.fit(k, w, h); ok {
		return w, h
	}
	size := func(s float64) (float64, float64) {
		return math.Ceil(w*s/grid) * grid, math.Ceil(h*s/grid) * grid
	}
	fits := func(s float64) bool {
		gw, gh := size(s)
		_, ok := p.fit(k, gw, gh)
		return ok
	}
	lo, hi := 1.0, 1.25
	for !fits(hi) && hi < 1e4 {
		lo, hi = hi, hi*1.25
	}
	for hi-lo > 0.01*math.Max(1, lo/20) {
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
