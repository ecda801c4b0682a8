// Package typeset measures text with the advances of the shipped fonts, breaks
// it into lines and fits it into symbols. Kerning and ligatures are off in
// every output, so the width of a text is the sum of its advances.
package typeset

import (
	_ "embed"
	"unicode"

	"plaintracer/core/typeset/advances"
)

// Face is one of the cuts that a chart is set in.
type Face byte

// The faces: a regular one of each family, and the cuts that follow it. Numbers of steps are
// set in MonoBold.
const (
	Sans     Face = 0
	Serif    Face = 4
	Mono     Face = 8
	bold     Face = 1
	italic   Face = 2
	faces         = 12
	Bold          = Sans + bold
	MonoBold      = Mono + bold
)

// Cut is the bold or italic cut of a family's regular face.
func (f Face) Cut(isBold, isItalic bool) Face {
	if isBold {
		f += bold
	}
	if isItalic {
		f += italic
	}
	return f
}

// base is the face whose table has what a face's own does not: it holds what differs. Families
// differ from sans in each cut, italic cuts from upright ones, and bold from regular.
func (f Face) base() Face {
	switch {
	case f >= Serif:
		return f & (bold | italic)
	case f&italic != 0:
		return f &^ italic
	}
	return Sans
}

// Family is the regular face of the family, and what its cut is.
func (f Face) Family() (family Face, isBold, isItalic bool) {
	return f &^ (bold | italic), f&bold != 0, f&italic != 0
}

// Ascent, Descent and Leading are the line's parts as shares of the font size;
// the first two enclose the ink of every shipped Latin glyph.
const (
	Ascent  = 0.95
	Descent = 0.27
	Leading = 1.25
)

//go:generate go run plaintracer/tools/fontmetrics
//go:embed metrics.bin
var metrics []byte

const (
	perEm = advances.PerEm
	// missing is the advance of the box that stands for a character that no shipped font
	// has.
	missing = perEm
)

var tables = mustLoad(metrics)

func mustLoad(b []byte) []advances.Table {
	ts, err := advances.Load(b, faces)
	if err != nil {
		panic("typeset: metrics.bin: " + err.Error() + "; make assets writes it anew")
	}
	return ts
}

// advance of a character in 1/4096 em; ok is false when no shipped font has it.
func advance(f Face, r rune) (a uint16, ok bool) {
	for {
		if a, ok = f.table().Of(r); ok || f == Sans {
			break
		}
		f = f.base()
	}
	switch {
	case !ok && invisible(r):
		return 0, true
	case !ok:
		return missing, false
	case unicode.Is(unicode.Mn, r):
		return 0, true // marks stand on the letter before them
	}
	return a, true
}

// invisible characters take no room and draw nothing.
func invisible(r rune) bool {
	return r < 0x20 || r == 0x7f || r == 0xad || unicode.Is(unicode.Cf, r) || unicode.Is(unicode.Variation_Selector, r)
}

// Width is the width of s at the size, in px.
func Width(f Face, size float64, s string) float64 {
	sum := 0
	for _, r := range s {
		a, _ := advance(f, r)
		sum += int(a)
	}
	return float64(sum) * size / perEm
}

// Covered reports whether the shipped fonts have every character of s.
func Covered(f Face, s string) bool {
	for _, r := range s {
		if _, ok := advance(f, r); !ok {
			return false
		}
	}
	return true
}

// Shaped reports whether letters of s change with those beside them, or may be put together
// from parts (Vietnamese ones with two marks), so that their widths do not add up to what
// a font makes of them together. Outputs hold such a text to the width computed here.
func Shaped(s string) bool {
	for _, r := range s {
		if r >= 0x0600 && unicode.In(r, unicode.Arabic, unicode.Devanagari, unicode.Thai) || r >= 0x1EA0 && r <= 0x1EF9 {
			return true
		}
	}
	return false
}

// Missing are the characters of s that no shipped font has, in their order.
func Missing(s string) []rune {
	var out []rune
	for _, r := range s {
		if _, ok := advance(Sans, r); !ok {
			out = append(out, r)
		}
	}
	return out
}
