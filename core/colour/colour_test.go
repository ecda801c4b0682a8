package colour

import (
	"math"
	"testing"
)

func of(t *testing.T, s string) RGB {
	c, ok := Parse(s)
	if !ok {
		t.Fatalf("%s is not read", s)
	}
	return c
}

func TestParse(t *testing.T) {
	if c := of(t, "#b0361B"); c.String() != "#B0361B" {
		t.Errorf("read as %s", c)
	}
	for _, bad := range []string{"", "b0361b0", "#12345", "#1234567", "#12345g", "#+12345"} {
		if _, ok := Parse(bad); ok {
			t.Errorf("%q is read", bad)
		}
	}
}

// Ratios as they are published: black on white is 21:1 (WCAG 2.2), #777777 on white 4.48:1
// and #767676 4.54:1 (WebAIM, 'Contrast and Color Accessibility'; from memory), and pure red
// 3.998:1, green 1.372:1, blue 8.592:1, from the formula by hand.
func TestContrast(t *testing.T) {
	for _, c := range []struct {
		a, b string
		want float64
	}{
		{"#000000", "#FFFFFF", 21}, {"#777777", "#FFFFFF", 4.48}, {"#767676", "#FFFFFF", 4.54},
		{"#FF0000", "#FFFFFF", 3.998}, {"#00FF00", "#FFFFFF", 1.372}, {"#0000FF", "#FFFFFF", 8.592},
	} {
		got := Contrast(of(t, c.a), of(t, c.b))
		if math.Abs(got-c.want) > 0.006 || got != Contrast(of(t, c.b), of(t, c.a)) {
			t.Errorf("%s on %s: %.3f, want %.3f", c.a, c.b, got, c.want)
		}
	}
}

// Whatever the fill, text that finds its colour itself can be read, and a colour that is
// repaired can, too, on two grounds at once where that is possible.
func TestLegible(t *testing.T) {
	for r := 0; r < 256; r += 15 {
		for g := 0; g < 256; g += 15 {
			for b := 0; b < 256; b += 15 {
				fill := RGB{uint8(r), uint8(g), uint8(b)}
				if x := Contrast(OnTop(fill), fill); x < ForText {
					t.Fatalf("text on %s: %.2f", fill, x)
				}
				mended, ok := Repaired(fill, ForText, RGB{0xF2, 0xD2, 0xC6}, White)
				if !ok || Least(mended, RGB{0xF2, 0xD2, 0xC6}, White) < ForText {
					t.Fatalf("%s is mended to %s", fill, mended)
				}
			}
		}
	}
	if c, ok := Repaired(RGB{200, 0, 0}, 3, White, RGB{}); ok && Least(c, White, RGB{}) < 3 {
		t.Errorf("on black and white: %s", c)
	}
	if _, ok := Repaired(RGB{200, 0, 0}, 5, White, RGB{}); ok {
		t.Error("no colour has 5:1 on black and on white")
	}
	if c := (RGB{0, 0, 0}).Over(White, 0.25); c != (RGB{64, 64, 64}) {
		t.Errorf("three quarters of black on white: %s", c)
	}
}
