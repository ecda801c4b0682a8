package ink

import (
	"fmt"
	"math/rand/v2"
	"os"
	"strings"
	"testing"

	"github.com/tdewolff/canvas"
	"github.com/tdewolff/canvas/renderers/rasterizer"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

var words = strings.Fields(`the request loan agreement condition Examine Object received a of or Überprüfung naïve Ångström
fjörð jgpqy ÁÉÍ Жалоба проверка щука заявка Έλεγχος αίτηση בדיקה מצב שלום طلب فحص 🧾 📦 ✅ 12,5 kg § 4711-B (see form) Donaudampfschifffahrtsgesellschaft
self-service and/or "quoted" Wwwwwwww iiiiiiii`)

func someText(r *rand.Rand) string {
	switch r.IntN(8) {
	case 0:
		return words[r.IntN(len(words))]
	case 1:
		return strings.Repeat(words[r.IntN(len(words))], 1+r.IntN(6)) // one long word
	case 2:
		return "first line\nsecond " + words[r.IntN(len(words))]
	}
	var out []string
	for range 1 + r.IntN(14) {
		out = append(out, words[r.IntN(len(words))])
	}
	return strings.Join(out, " ")
}

// someStyle is a way to set text: the first ones plain, then of every family, cut, size and place.
func someStyle(r *rand.Rand, n int) typeset.Style {
	if n < 120 {
		return typeset.Plain
	}
	family := [3]typeset.Face{typeset.Sans, typeset.Serif, typeset.Mono}[r.IntN(3)]
	return typeset.Style{
		Face: family.Cut(r.IntN(2) > 0, r.IntN(2) > 0), Size: typeset.LeastSize + float64(r.IntN(24)),
		Across: typeset.Place(r.IntN(3)), Down: typeset.Place(r.IntN(3)), Pad: float64(r.IntN(2) * r.IntN(12)), Shrink: r.IntN(3) == 0, List: r.IntN(4) == 0,
	}
}

// inkIn rasterises what stands in a symbol: whether there is ink, and which pixels of it lie
// outside of the outline.
func inkIn(t *testing.T, k symbol.Kind, w, h float64, items []scene.Item) (found bool, outside []geom.Point) {
	t.Helper()
	const scale, pad = 1.5, 8.0
	var d, mask scene.Drawing
	d.View = geom.Rect{X: -pad, Y: -pad, W: w + 2*pad, H: h + 2*pad}
	mask.View = d.View
	d.Elements = []scene.Element{{Items: items}}
	// Half a pixel more, so that a pixel on the outline counts as inside.
	mask.Elements = []scene.Element{{Items: []scene.Item{{Path: k.Rounded(w, h, chart.MaxCorner), Fill: "#000000", Stroke: "#000000", Weight: 1 / scale}}}}
	draw := func(d scene.Drawing) func(x, y int) uint32 {
		c, err := Draw(t.Context(), d, d.View.W, d.View.H, 0, 0, 1, 0, "")
		if err != nil {
			t.Fatal(err)
		}
		img := rasterizer.Draw(c, canvas.DPMM(PerMM*scale), canvas.DefaultColorSpace)
		return func(x, y int) uint32 { _, _, _, a := img.At(x, y).RGBA(); return a >> 8 }
	}
	ink, outline := draw(d), draw(mask)
	for y := range int(d.View.H * scale) {
		for x := range int(d.View.W * scale) {
			if ink(x, y) >= 100 {
				if found = true; outline(x, y) == 0 {
					outside = append(outside, geom.Pt(float64(x), float64(y)))
				}
			}
		}
	}
	return found, outside
}

// Texts whose parts look different, in every symbol, cut anywhere between two characters and
// set in every face: their ink lies inside the outline, and no part lies on another.
func TestInkOfMixedTexts(t *testing.T) {
	yes, no := true, false
	for _, info := range symbol.All() {
		r := rand.New(rand.NewPCG(3, 14))
		for n := range 24 {
			s := &chart.Step{ID: "s", Symbol: info.Kind, X: 100, Y: 100, W: info.W, H: info.H, Text: someText(r)}
			at := []int{0}
			for k := range s.Text {
				at = append(at, k)
			}
			at = append(at, len(s.Text))
			for range 1 + r.IntN(4) {
				look := chart.TextLook{Family: []chart.Family{"", chart.Serif, chart.Mono}[r.IntN(3)], Bold: []*bool{&yes, &no}[r.IntN(2)], Italic: []*bool{&yes, nil}[r.IntN(2)], Underline: []*bool{&yes, nil}[r.IntN(2)]}
				if a, b := at[r.IntN(len(at))], at[r.IntN(len(at))]; a < b {
					s.Runs = chart.RunsWith(s.Runs, a, b, look)
				}
			}
			c := chart.New("mixed")
			if _, err := chart.Apply(c, chart.Command{Parts: []chart.Part{{Do: "step.add", Page: "p1", Step: s}}}); err != nil {
				t.Fatal(err)
			}
			var by sheet.Composer
			sh := by.Compose(c, c.Pages[0])
			box := sh.Steps[0].Rect
			var items []scene.Item
			for _, it := range scene.Step(sh, &sh.Steps[0]).Items {
				if it.Text == "" {
					continue
				}
				it.At = it.At.Sub(geom.Pt(box.X, box.Y))
				for _, o := range items {
					if o.At.Y == it.At.Y && o.At.X+o.Width > it.At.X+0.02 && it.At.X+it.Width > o.At.X+0.02 {
						t.Errorf("%s, %q: %q lies on %q", info.Kind, s.Text, it.Text, o.Text)
					}
				}
				items = append(items, it)
			}
			if _, outside := inkIn(t, info.Kind, box.W, box.H, items); len(outside) > 0 {
				t.Errorf("%s: text %d %q %v has ink at %v (and more), outside of %v x %v", info.Kind, n, s.Text, s.Runs, outside[0], box.W, box.H)
			}
		}
	}
}

// Every symbol with 24 texts, 200 with SOAK=1, short, long words, several scripts, plain and in every style:
// the ink of the rasterised text lies inside the outline, rounded where that can be.
func TestInkInsideOutline(t *testing.T) {
	texts := 24
	if os.Getenv("SOAK") != "" {
		texts = 200
	}
	for _, info := range symbol.All() {
		r := rand.New(rand.NewPCG(1, 8))
		bad := 0
		for n := range texts {
			text := someText(r)
			style := someStyle(r, n)
			w, h := style.Grow(info.Kind, info.W, info.H, text)
			lines, ok := style.Fit(info.Kind, w, h, text)
			if !ok {
				t.Fatalf("%s: %q does not fit the symbol grown for it", info.Kind, text)
			}
			var items []scene.Item
			for _, l := range lines {
				if l.Bullet > 0 {
					items = append(items, scene.Item{Text: typeset.Bullet, At: geom.Pt(l.X-l.Bullet, l.Baseline), Face: l.Face, Size: l.Size, Fill: "#000000"})
				}
				items = append(items, scene.Item{Text: l.Text, At: geom.Pt(l.X, l.Baseline), Face: l.Face, Size: l.Size, Fill: "#000000", Width: l.Width})
			}
			found, outside := inkIn(t, info.Kind, w, h, items)
			if bad += len(outside); len(outside) > 0 && bad < 4 {
				t.Errorf("%s: text %d %q has ink at %v, outside of %v x %v", info.Kind, n, text, outside, w, h)
			}
			if !found && strings.TrimSpace(text) != "" {
				t.Errorf("%s: %q left no ink", info.Kind, text)
			}
		}
	}
}

// Each run of a line is set with a font that has its characters, and runs of
// right-to-left script stand from the right (Unicode bidirectional algorithm).
func TestRuns(t *testing.T) {
	for _, c := range []struct{ text, want string }{
		{"plain", "plain"},
		{"a שלום b", "a |שלום| b"},
		{"form 🧾 7", "form |🧾 |7"},
		{"a\u202eb\x00c", "abc"}, // controls draw nothing
	} {
		var got []string
		for _, r := range runs(typeset.Sans, c.text) {
			got = append(got, r.text)
		}
		if s := strings.Join(got, "|"); strings.ReplaceAll(s, " ", "") != strings.ReplaceAll(c.want, " ", "") {
			t.Errorf("%q: %q, want %q", c.text, s, c.want)
		}
	}
}

func TestColour(t *testing.T) {
	if c := colour("#B0361B"); fmt.Sprint(c) != "{176 54 27 255}" {
		t.Errorf("%v", c)
	}
	if c := colour(""); c.A != 0 {
		t.Errorf("no colour is %v", c)
	}
}
