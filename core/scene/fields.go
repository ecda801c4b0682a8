package scene

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// Fields at a step, px.
const (
	fieldSize = 10.5
	fieldLead = 13.0
	fieldOff  = 12.0 // of the first baseline below the symbol
	barHigh   = 5.0
	markHigh  = 13.0
)

// fields draws what a step shows of its fields: texts and bars below its left half, where no
// connector leaves it, marks on its lower right corner.
func fields(s *sheet.Sheet, sh *sheet.Shape) []Item {
	shown := s.Shown(sh.Step)
	if len(shown) == 0 {
		return nil
	}
	var out []Item
	r := sh.Rect
	face, ink, half := style.Face(s.Page, false), style.Ink(s.Page), r.W/2-8
	y, right := r.Bottom()+fieldOff, r.Right()+5
	marks := r.Bottom() - markHigh + 5
	if sh.Step.Symbol == symbol.Decision {
		right, marks = r.X+r.W*0.9, r.Y+r.H*0.74
	}
	for _, f := range shown {
		fill := valueFill(s.Page, f.Rank)
		switch f.As {
		case chart.AsMark:
			t := typeset.Clip(typeset.MonoBold, fieldSize-1, initials(f.Value), 40)
			w := geom.Round2(typeset.Width(typeset.MonoBold, fieldSize-1, t) + 6)
			right -= w
			out = append(out, plaque(geom.Rect{X: geom.Round2(right), Y: geom.Round2(marks), W: w, H: markHigh}, fill, ink),
				text(t, right+3, marks+9.8, typeset.MonoBold, fieldSize-1, onTop(fill)))
			right -= 2
		case chart.AsBar:
			w := geom.Round2(math.Max(1, half*math.Min(1, f.Share)))
			out = append(out, plaque(geom.Rect{X: r.X, Y: geom.Round2(y - 8), W: w, H: barHigh}, fill, ink),
				text(typeset.Clip(face, fieldSize, f.Value, half), r.X, y+barHigh+2, face, fieldSize, ink))
			y += fieldLead + barHigh + 2
		default:
			x := r.X
			if f.Rank >= 0 {
				out = append(out, plaque(geom.Rect{X: x, Y: geom.Round2(y - 8), W: 8, H: 8}, fill, ink))
				x += 11
			}
			out = append(out, text(typeset.Clip(face, fieldSize, f.Value, half-(x-r.X)), x, y, face, fieldSize, ink))
			y += fieldLead
		}
	}
	return out
}

// plaque is a small box with a thin outline.
func plaque(r geom.Rect, fill, ink string) Item {
	return Item{Path: geom.Box(r), Fill: fill, Stroke: ink, Weight: 1.1}
}

// valueFill is the colour of the value of a rank; the paper's for none, and beyond those that
// there are.
func valueFill(p *chart.Page, rank int) string {
	tints := style.Tints(p)
	if rank < 0 || rank >= len(tints) {
		return style.Paper(p).String()
	}
	return tints[rank]
}

// initials are the first letters of a value, three at most.
func initials(v string) string {
	out := []rune(v)
	return string(out[:min(3, len(out))])
}

// fieldSample shows a field's form in the key.
func fieldSample(p *chart.Page, as chart.ShownAs, fill string, r geom.Rect) []Item {
	ink := style.Ink(p)
	switch as {
	case chart.AsBar:
		return []Item{plaque(geom.Rect{X: r.X, Y: r.CY() - barHigh/2, W: r.W * 0.8, H: barHigh}, fill, ink)}
	case chart.AsMark:
		return []Item{plaque(geom.Rect{X: r.CX() - 8, Y: r.CY() - markHigh/2, W: 16, H: markHigh}, fill, ink)}
	}
	if fill != style.Paper(p).String() {
		return []Item{plaque(geom.Rect{X: r.CX() - 5, Y: r.CY() - 5, W: 10, H: 10}, fill, ink)}
	}
	face := style.Face(p, false)
	return []Item{text("Abc", r.CX()-typeset.Width(face, fieldSize, "Abc")/2, r.CY()+4, face, fieldSize, colour.OnTop(style.Paper(p)).String())}
}
