package typeset

import (
	"math"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Size is the font size of plain chart text, px.
const Size = 13

// LeastSize is the font size under which text is not made smaller, px: 8 pt.
const LeastSize = 8 * 96.0 / 72

// MostSize is the largest font size, px: 72 pt.
const MostSize = 96

// Place is where text stands in its symbol, across or down.
type Place int8

// The places.
const (
	Middle Place = iota
	Start
	End
)

// Style is how the text of a symbol is set. The zero value but for Size is plain.
type Style struct {
	Face         Face
	Faces        string  // of each byte of the text, where they differ
	Size         float64 // px
	Across, Down Place   // in a decision text stands in the middle of the height
	Pad          float64 // px that it keeps off the outline more than the symbol wants
	List         bool    // each paragraph begins with a bullet, and its lines stand behind it
	Shrink       bool    // the symbol keeps its size, and the text gets smaller, down to LeastSize
}

// Plain is how the text of symbols is set that nobody has given a style.
var Plain = Style{Size: Size}

// Line is one line of text in a symbol, in px from the symbol's corner.
type Line struct {
	Text string
	From int // its first byte in the text
	Setting
	X        float64 // left edge; the line is set from here whatever its script
	Baseline float64
	Width    float64
	Bullet   float64 // how far before X a bullet stands; 0 for none
}

// Fit sets text into a symbol of the given size, line by line in the room that the outline
// leaves at each line's height. It reports false when the text does not fit; the lines are
// nil then.
func (st Style) Fit(k symbol.Kind, w, h float64, text string) ([]Line, bool) {
	for {
		lines, ok := st.prepare(text).fit(k, w, h)
		if ok || !st.smaller() {
			return lines, ok
		}
	}
}

// Empty is where the first letter would go: a line without text.
func (st Style) Empty(k symbol.Kind, w, h float64) Line {
	lines, ok := st.Fit(k, w, h, "i")
	if !ok {
		return Line{Setting: Setting{Face: st.Face, Size: st.Size}, X: w / 2, Baseline: h / 2}
	}
	l := lines[0]
	if l.Text = ""; st.Across == Middle && k != symbol.Annotation {
		l.X += l.Width / 2
	} else if st.Across == End {
		l.X += l.Width
	}
	l.Width = 0
	return l
}

// Bullet stands before a paragraph of a list.
const Bullet = "•"

// indent is how far the text of a list stands behind its bullets, px.
func (st Style) indent() float64 {
	if !st.List {
		return 0
	}
	return 0.8 * st.Size
}

// smaller makes the size a half smaller, where that is allowed.
func (st *Style) smaller() bool {
	if !st.Shrink || st.Size <= LeastSize {
		return false
	}
	st.Size = math.Max(LeastSize, math.Ceil(2*st.Size-1)/2)
	return true
}

// paragraphs are a text cut once into pieces, for many tries to set it.
type paragraphs struct {
	Style
	text   string
	set    Setting
	pieces []piece
	hard   int     // lines that it has whatever the width
	total  float64 // width of it all, on one line
	room   map[float64]int
	work   int // lines that were set, over all tries
}

func (st Style) prepare(text string) *paragraphs {
	set := Setting{st.Face, st.Size, st.Faces}.part(0, len(text))
	p := &paragraphs{Style: st, text: text, set: set, pieces: pieces(set, text), room: map[float64]int{}}
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
	lines, _ := fill(p.set, p.text, p.pieces, 1<<30, room, func(int) float64 { return room })
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
	top, bottom = top+p.Pad, bottom-p.Pad
	span := func(y0, y1 float64) (x0, x1 float64) {
		x0, x1 = k.Span(w, h, y0, y1)
		return x0 + p.Pad + p.indent(), x1 - p.Pad
	}
	lead, ink := p.Size*Leading, p.Size*(Ascent+Descent)
	most := int((bottom - top - ink + lead) / lead)
	n := max(1, p.hard, int(p.total/w))
	if n > most {
		return nil, false
	}
	widest := 0.0
	for _, y := range [3]float64{top, (top + bottom - ink) / 2, bottom - ink} {
		x0, x1 := span(y, y+ink)
		widest = math.Max(widest, x1-x0)
	}
	if widest <= 0 {
		return nil, false
	}
	for n, tries := max(n, p.fewest(math.Ceil(widest))), 0; n <= most; tries++ {
		first := (top+bottom)/2 - float64(n)*lead/2 + (lead-ink)/2
		switch {
		case k.Narrows():
		case p.Down == Start:
			first = top
		case p.Down == End:
			first = bottom - float64(n-1)*lead - ink
		}
		room := func(i int) float64 {
			y := first + float64(i)*lead
			x0, x1 := span(y, y+ink)
			return x1 - x0
		}
		texts, ok := fill(p.set, p.text, p.pieces, n, widest, room)
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
			x0, x1 := span(y, y+ink)
			width := p.set.Width(p.text, t.from, t.to)
			x := (x0+x1)/2 - width/2
			switch {
			case p.Across == Start || p.List || p.Across == Middle && k == symbol.Annotation:
				x = x0
			case p.Across == End:
				x = x1 - width
			}
			lines[i] = Line{
				Text: p.text[t.from:t.to], From: t.from, Setting: p.set.part(t.from, t.to), X: x, Baseline: y + p.Size*Ascent, Width: width,
			}
			if t.first {
				lines[i].Bullet = p.indent()
			}
		}
		return lines, true
	}
	return nil, false
}

// grid is what grown sizes are rounded up to, px.
const grid = 4

// Grow returns the smallest size not under w x h, in the same proportion and
// rounded up to the grid, at which text fits into the symbol.
func (st Style) Grow(k symbol.Kind, w, h float64, text string) (float64, float64) {
	if _, ok := st.Fit(k, w, h, text); ok {
		return w, h
	}
	for st.smaller() {
	}
	return st.prepare(text).grow(k, w, h)
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
func (st Style) Box(k symbol.Kind, r geom.Rect, text string) geom.Rect {
	w, h := st.Grow(k, r.W, r.H, text)
	return geom.Rect{X: r.X - (w-r.W)/2, Y: r.Y - (h-r.H)/2, W: w, H: h}
}
