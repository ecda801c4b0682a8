package style

import (
	"math"
	"testing"

	"github.com/lucasb-eyer/go-colorful"

	"plaintracer/core/colour"
)

// Colours as people see them who lack one kind of cone: Machado, Oliveira and Fernandes,
// 'A Physiologically-based Model for Simulation of Color Vision Deficiency' (2009), severity
// 1.0, in linear RGB; the matrices are from memory.
var machado = map[string][3][3]float64{
	"protanopia":   {{0.152286, 1.052583, -0.204868}, {0.114503, 0.786281, 0.099216}, {-0.003882, -0.048116, 1.051998}},
	"deuteranopia": {{0.367322, 0.860646, -0.227968}, {0.280085, 0.672501, 0.047413}, {-0.011820, 0.042940, 0.968881}},
	"tritanopia":   {{1.255528, -0.076749, -0.178779}, {-0.078411, 0.930809, 0.147602}, {0.004733, 0.691367, 0.303900}},
	"all cones":    {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}},
}

// seen is a colour as it is seen, by the matrix.
func seen(c colour.RGB, m [3][3]float64) colorful.Color {
	r, g, b := colorful.Color{R: float64(c[0]) / 255, G: float64(c[1]) / 255, B: float64(c[2]) / 255}.LinearRgb()
	out := [3]float64{}
	for i, row := range m {
		out[i] = math.Max(0, math.Min(1, row[0]*r+row[1]*g+row[2]*b))
	}
	return colorful.LinearRgb(out[0], out[1], out[2])
}

// least is the smallest CIEDE2000 between two colours, over all eyes.
func least(a, b colour.RGB) (float64, string) {
	best, who := math.Inf(1), ""
	for eyes, m := range machado {
		// The package counts in hundredths.
		if d := 100 * seen(a, m).DistanceCIEDE2000(seen(b, m)); d < best {
			best, who = d, eyes
		}
	}
	return best, who
}

// The formula of the distances is the published one: pairs of Sharma, Wu and Dalal, 'The
// CIEDE2000 Color-Difference Formula' (2005), table 1; from memory.
func TestDistance(t *testing.T) {
	for _, c := range []struct {
		a, b [3]float64
		want float64
	}{
		{[3]float64{50, 2.6772, -79.7751}, [3]float64{50, 0, -82.7485}, 2.0425},
		{[3]float64{50, 3.1571, -77.2803}, [3]float64{50, 0, -82.7485}, 2.8615},
		{[3]float64{50, -1.3802, -84.2814}, [3]float64{50, 0, -82.7485}, 1.0000},
		{[3]float64{50, 0, 0}, [3]float64{50, -1, 2}, 2.3669},
		{[3]float64{50, 2.49, -0.0010}, [3]float64{50, -2.49, 0.0009}, 7.1792},
		{[3]float64{50, 2.5, 0}, [3]float64{50, 0, -2.5}, 4.3065},
		{[3]float64{50, 2.5, 0}, [3]float64{73, 25, -18}, 27.1492},
		{[3]float64{50, 2.5, 0}, [3]float64{61, -5, 29}, 22.8977},
		{[3]float64{50, 2.5, 0}, [3]float64{56, -27, -3}, 31.9030},
		{[3]float64{50, 2.5, 0}, [3]float64{58, 24, 15}, 19.4535},
		{[3]float64{60.2574, -34.0099, 36.2677}, [3]float64{60.4626, -34.1751, 39.4387}, 1.2644},
		{[3]float64{22.7233, 20.0904, -46.6940}, [3]float64{23.0331, 14.9730, -42.5619}, 2.0373},
		{[3]float64{90.8027, -2.0831, 1.4410}, [3]float64{91.1528, -1.6435, 0.0447}, 1.4441},
		{[3]float64{6.7747, -0.2908, -2.4247}, [3]float64{5.8714, -0.0985, -2.2286}, 0.6377},
	} {
		a := colorful.Lab(c.a[0]/100, c.a[1]/100, c.a[2]/100)
		b := colorful.Lab(c.b[0]/100, c.b[1]/100, c.b[2]/100)
		if d := 100 * a.DistanceCIEDE2000(b); math.Abs(d-c.want) > 0.0002 {
			t.Errorf("%v and %v: %.4f, want %.4f", c.a, c.b, d, c.want)
		}
	}
}

// Every two colours of a palette are told apart by those, too, who lack one kind of cone.
func TestPalettesAreApart(t *testing.T) {
	for name, list := range map[string][]string{"fills": append([]string{"#FFFFFF"}, Fills...), "lines": Lines} {
		for i, x := range list {
			for _, y := range list[:i] {
				a, ok1 := colour.Parse(x)
				b, ok2 := colour.Parse(y)
				if d, eyes := least(a, b); !ok1 || !ok2 || d < 11 {
					t.Errorf("%s: %s and %s are %.1f apart for %s", name, x, y, d, eyes)
				}
			}
		}
	}
	for _, f := range Fills {
		if c, _ := colour.Parse(f); colour.Contrast(colour.Ink, c) < 6 {
			t.Errorf("ink on %s: %.1f", f, colour.Contrast(colour.Ink, c))
		}
	}
	for _, l := range append([]string{Grey}, Lines...) {
		if c, _ := colour.Parse(l); colour.Contrast(c, colour.White) < colour.ForText {
			t.Errorf("%s on white: %.1f", l, colour.Contrast(c, colour.White))
		}
	}
}
