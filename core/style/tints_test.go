package style

import (
	"math"
	"slices"
	"testing"

	"github.com/lucasb-eyer/go-colorful"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/symbol"
)

// Every house style has twelve tints of one lightness. Any two of them, and the paper, are apart for all eyes, by more
// than the 2.3 that side by side is just seen (a distance of about that is given as just noticeable for CIELAB: Mahy,
// Van Eycken and Oosterlinck, 'Evaluation of Uniform Color Spaces', 1994; from memory); those that follow each other,
// which neighbouring lanes have, by 9.5, and by 7 within four lanes for those who see all colours. Text on them can
// be read.
func TestTints(t *testing.T) {
	firsts := map[string]bool{}
	for _, h := range append([]chart.House{{Name: "the plain look"}}, Shipped()...) {
		c := chart.New("Loans")
		if h.Name != "the plain look" {
			c.SetHouse(&h)
		}
		p := c.Pages[0]
		tints := Tints(p)
		if len(tints) != 12 {
			t.Fatalf("%s: %d tints", h.Name, len(tints))
		}
		firsts[tints[0]] = true
		lightness := func(c colour.RGB) float64 {
			l, _, _ := colorful.Color{R: float64(c[0]) / 255, G: float64(c[1]) / 255, B: float64(c[2]) / 255}.Lab()
			return 100 * l
		}
		low, high := math.Inf(1), 0.0
		for i, s := range tints {
			a, ok := colour.Parse(s)
			if !ok {
				t.Fatalf("%s: %q", h.Name, s)
			}
			low, high = min(low, lightness(a)), max(high, lightness(a))
			before := func(n int) colour.RGB { c, _ := colour.Parse(tints[(i+12-n)%12]); return c }
			if d, eyes := least(a, before(1)); d < 9.5 {
				t.Errorf("%s: %s follows %s, %.1f apart for %s", h.Name, s, before(1), d, eyes)
			}
			for n := 2; n <= 4; n++ {
				all := machado["all cones"]
				if d := 100 * seen(a, all).DistanceCIEDE2000(seen(before(n), all)); d < 7 {
					t.Errorf("%s: %s stands near %s, %.1f apart", h.Name, s, before(n), d)
				}
			}
			for _, o := range tints[:i] {
				b, _ := colour.Parse(o)
				if d, eyes := least(a, b); d < 3.3 {
					t.Errorf("%s: %s and %s are %.1f apart for %s", h.Name, s, o, d, eyes)
				}
			}
			if d, eyes := least(a, Paper(p)); d < 3.3 {
				t.Errorf("%s: %s and the paper are %.1f apart for %s", h.Name, s, d, eyes)
			}
			step := &chart.Step{ID: "s", Symbol: symbol.Process, W: 100, H: 50, Look: &chart.StepLook{Fill: s}}
			if l := Of(p, step); l.Reads() < colour.ForText {
				t.Errorf("%s: text on %s reads at %.1f", h.Name, s, l.Reads())
			}
		}
		if high-low > 1 {
			t.Errorf("%s: lightness from %.1f to %.1f", h.Name, low, high)
		}
	}
	if len(firsts) < 5 {
		t.Errorf("all house styles begin with one of %d tints", len(firsts))
	}
	if slices.Contains(lightTints, darkTints[0]) {
		t.Error("light and dark papers have the same tints")
	}
}
