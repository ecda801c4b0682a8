// Package typeset measures text with the advances of the shipped fonts, breaks
// it into lines and fits it into symbols. Kerning and ligatures are off in
// every output, so the width of a text is the sum of its advances.
package typeset

import (
	_ "embed"
	"encoding/binary"
	"unicode"
)

// Face is one of the three cuts that a chart is set in.
type Face byte

// The faces. Mono is for numbers.
const (
	Regular Face = iota
	Bold
	Mono
	faces
)

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
	perEm = 4096
	// missing is the advance assumed for a character that no shipped font has;
	// outputs squeeze such a line to the width computed here.
	missing = perEm
)

type table struct {
	low  [0x250]uint16 // Latin, looked up without hashing
	rest map[rune]uint16
}

var tables = load(metrics)

func load(b []byte) (ts [faces]table) {
	next := func() uint64 {
		v, n := binary.Uvarint(b)
		if n <= 0 {
			panic("typeset: metrics.bin is damaged; make assets writes it anew")
		}
		b = b[n:]
		return v
	}
	for i := range ts {
		n := next()
		ts[i].rest = make(map[rune]uint16, n)
		r := rune(0)
		for range n {
			r += rune(next())
			a := uint16(next())
			if int(r) < len(ts[i].low) {
				ts[i].low[r] = a
			} else {
				ts[i].rest[r] = a
			}
		}
	}
	return ts
}

// advance of a character in 1/4096 em; ok is false when no shipped font has it.
func advance(f Face, r rune) (a uint16, ok bool) {
	t := &tables[f]
	if r >= 0 && int(r) < len(t.low) {
		a = t.low[r]
		ok = a != 0
	} else {
		a, ok = t.rest[r]
	}
	if !ok {
		if invisible(r) {
			return 0, true
		}
		return missing, false
	}
	if unicode.Is(unicode.Mn, r) {
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

// Covered tells whether the shipped fonts have every character of s; where
// they have not, an output must hold the line to its computed width.
func Covered(f Face, s string) bool {
	for _, r := range s {
		if _, ok := advance(f, r); !ok {
			return false
		}
	}
	return true
}
