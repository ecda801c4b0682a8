package chart

import (
	"fmt"
	"math"

	"plaintracer/core/geom"
)

// Sheet is the size of the paper that a page is for, px. It is not changed but replaced.
type Sheet struct {
	W float64 `json:"w"`
	H float64 `json:"h"`
}

// MM is a millimetre in px, at 96 px an inch.
const MM = 96 / 25.4

// PT is a point, a 72nd of an inch, in px.
const PT = 96.0 / 72

// Paper is a standard size of paper, upright, in mm.
type Paper struct {
	Name string
	W, H float64
}

// Papers are the standard sizes: ISO 216 A5 to A0, and those of ASME Y14.1 with their names in the
// trade (A is Letter, B is Tabloid), and Legal.
var Papers = []Paper{
	{"A5", 148, 210}, {"A4", 210, 297}, {"A3", 297, 420}, {"A2", 420, 594}, {"A1", 594, 841}, {"A0", 841, 1189},
	{"Letter", 215.9, 279.4}, {"Legal", 215.9, 355.6}, {"Tabloid", 279.4, 431.8},
	{"ANSI C", 431.8, 558.8}, {"ANSI D", 558.8, 863.6}, {"ANSI E", 863.6, 1117.6},
}

// SheetOf is a sheet of w x h mm.
func SheetOf(w, h float64) *Sheet { return &Sheet{geom.Round2(w * MM), geom.Round2(h * MM)} }

// Largest and smallest sides of a sheet, mm.
const (
	LeastSide = 50
	MostSide  = 2000
)

func (s *Sheet) check() error {
	for _, v := range [2]float64{s.W, s.H} {
		if !(v >= geom.Round2(LeastSide*MM) && v <= geom.Round2(MostSide*MM)) {
			return fmt.Errorf(badSheet, v/MM, LeastSide, MostSide)
		}
	}
	return nil
}

// rounded is the sheet with two decimals; nil for A4 landscape, which a page has without one.
func (s *Sheet) rounded() *Sheet {
	out := &Sheet{geom.Round2(s.W), geom.Round2(s.H)}
	if *out == (Sheet{SheetW, SheetH}) {
		return nil
	}
	return out
}

// PaperName names a sheet: 'A4 landscape', or its sides in mm.
func PaperName(w, h float64) string {
	near := func(a, b float64) bool { return math.Abs(a-b) < 0.3 }
	for _, p := range Papers {
		if near(w/MM, p.H) && near(h/MM, p.W) {
			return p.Name + " landscape"
		}
		if near(w/MM, p.W) && near(h/MM, p.H) {
			return p.Name + " portrait"
		}
	}
	return fmt.Sprintf("%.0f × %.0f mm", w/MM, h/MM)
}

// A4 landscape in px at 96 an inch (ISO 216: 297 x 210 mm), and the frame of a
// new page.
const (
	SheetW = 1122.52
	SheetH = 793.7
)
