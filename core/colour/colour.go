// Package colour reads colours and tells how well one reads on another.
package colour

import (
	"fmt"
	"math"
	"strconv"
)

// RGB is a colour of the sRGB space.
type RGB [3]uint8

// White and Ink are the colours that text takes by itself.
var (
	White = RGB{0xFF, 0xFF, 0xFF}
	Ink   = RGB{0x23, 0x28, 0x2C}
)

// Parse reads #rrggbb.
func Parse(s string) (RGB, bool) {
	if len(s) != 7 || s[0] != '#' {
		return RGB{}, false
	}
	v, err := strconv.ParseUint(s[1:], 16, 32)
	return RGB{uint8(v >> 16), uint8(v >> 8), uint8(v)}, err == nil
}

// String writes #RRGGBB.
func (c RGB) String() string { return fmt.Sprintf("#%02X%02X%02X", c[0], c[1], c[2]) }

// Over is the colour that is seen where c lies over a ground, so much of it, 0 to 1, being
// let through.
func (c RGB) Over(ground RGB, through float64) RGB { return mix(c, ground, through) }

func mix(a, b RGB, share float64) RGB {
	var out RGB
	for i := range out {
		out[i] = uint8(math.Round(float64(a[i]) + (float64(b[i])-float64(a[i]))*share))
	}
	return out
}

// Luminance is the relative luminance, 0 for black to 1 for white (WCAG 2.2).
func (c RGB) Luminance() float64 {
	lin := func(v uint8) float64 {
		s := float64(v) / 255
		if s <= 0.04045 {
			return s / 12.92
		}
		return math.Pow((s+0.055)/1.055, 2.4)
	}
	return 0.2126*lin(c[0]) + 0.7152*lin(c[1]) + 0.0722*lin(c[2])
}

// Contrast is the contrast ratio, 1 to 21 (WCAG 2.2).
func Contrast(a, b RGB) float64 {
	la, lb := a.Luminance(), b.Luminance()
	return (max(la, lb) + 0.05) / (min(la, lb) + 0.05)
}

// The least contrast of text, and of what is no text (WCAG 2.2, 1.4.3 and 1.4.11).
const (
	ForText  = 4.5
	ForLines = 3.0
)

// Least is the contrast of c with the one of some grounds on which it reads worst.
func Least(c RGB, on ...RGB) float64 {
	least := math.Inf(1)
	for _, g := range on {
		least = min(least, Contrast(c, g))
	}
	return least
}

// OnTop is what text takes by itself on some grounds: ink, or white where that reads better, or
// black on a grey on which neither reads well. On one ground that is always enough for text.
func OnTop(on ...RGB) RGB {
	best := Ink
	if Least(White, on...) > Least(Ink, on...) {
		best = White
	}
	if black := (RGB{}); Least(best, on...) < ForText && Least(black, on...) > Least(best, on...) {
		best = black
	}
	return best
}

// Repaired is the colour nearest to c, by mixing it with black or white, that has a contrast
// on all the grounds; ok is false where none has, and the best is told then.
func Repaired(c RGB, want float64, on ...RGB) (out RGB, ok bool) {
	if Least(c, on...) >= want {
		return c, true
	}
	const steps = 64
	best := c
	for i := 1; i <= steps; i++ {
		for _, to := range [2]RGB{{}, White} {
			m := mix(c, to, float64(i)/steps)
			if Least(m, on...) >= want {
				return m, true
			}
			if Least(m, on...) > Least(best, on...) {
				best = m
			}
		}
	}
	return best, false
}
