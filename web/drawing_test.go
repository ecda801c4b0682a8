package web

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/draw"
	"image/png"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
	"plaintracer/format"
)

// The widths of the core are those of Chromium's own measuring of the same
// fonts, within half a px.
func TestWidthsAreTheBrowsers(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.open("/sign-in")
	texts := []string{"Examine condition", "Draw up loan agreement", "Überprüfung der Fähigkeit", "fi fl ffi AV To WA", "jgpqy 0123456789", "Заявка на выдачу", "Έλεγχος αίτησης",
		"שלום עולם", "🧾 📦", "a/b & c <d>", "“quoted” – dash…", strings.Repeat("wide words ", 30)}
	faces := []struct {
		face typeset.Face
		css  string
	}{}
	for _, f := range []struct {
		face typeset.Face
		name string
	}{{typeset.Sans, "sans"}, {typeset.Serif, "serif"}, {typeset.Mono, "mono"}} {
		for i, cut := range []string{"400", "700", "italic 400", "italic 700"} {
			faces = append(faces, struct {
				face typeset.Face
				css  string
			}{f.face.Cut(i&1 > 0, i&2 > 0), cut + " %vpx var(--chart-" + f.name + ")"})
		}
	}
	in, _ := json.Marshal(texts)
	for _, f := range faces {
		for _, size := range []float64{11, 13, 17} {
			got := eval[[]float64](b, fmt.Sprintf(`(async () => {
  const d = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  document.body.append(d);
  const t = document.createElementNS('http://www.w3.org/2000/svg', 'text');
  t.style.font = %q; t.style.fontKerning = 'none'; t.style.fontVariantLigatures = 'none'; t.style.whiteSpace = 'pre'; t.style.fontSynthesisStyle = 'none';
  d.append(t);
  const out = [];
  const texts = %s;
  // The page asks for a font when it draws a text of it, and then for the next one that has the letter.
  for (let was = -1; was !== out.length; ) {
    t.textContent = texts.join(' ');
    await new Promise(ok => requestAnimationFrame(() => requestAnimationFrame(ok)));
    await document.fonts.ready;
    was = out.length;
    out.length = [...document.fonts].filter(f => f.status === 'loaded').length;
  }
  out.length = 0;
  for (const s of texts) { t.textContent = s; out.push(t.getComputedTextLength()); }
  d.remove();
  return out; })()`, fmt.Sprintf(f.css, size), in))
			for i, w := range got {
				if want := typeset.Width(f.face, size, texts[i]); math.Abs(w-want) > 0.5 {
					t.Errorf("face %d at %v px: %q is %.3f px here, %.3f in Chromium", f.face, size, texts[i], want, w)
				}
			}
		}
	}
}

// differing counts pixels whose brightness differs by more than a third, and
// finds how wide the widest blob of them is: the side of the largest square of
// nothing but such pixels. (Renderers put a thin line up to a pixel to the
// side; that makes long differences, not wide ones.)
func differing(a, b *image.RGBA) (share float64, widest int) {
	r := a.Bounds()
	w, h := min(r.Dx(), b.Bounds().Dx()), min(r.Dy(), b.Bounds().Dy())
	grey := func(m *image.RGBA, x, y int) int { // as color.GrayModel makes it
		p := m.Pix[m.PixOffset(x, y):]
		return (299*int(p[0]) + 587*int(p[1]) + 114*int(p[2])) / 1000
	}
	n := 0
	above, row := make([]int, w+1), make([]int, w+1) // side of the largest square ending at each pixel
	for y := range h {
		for x := range w {
			row[x+1] = 0
			if d := grey(a, x, y) - grey(b, x, y); d > 85 || d < -85 {
				n++
				row[x+1] = 1 + min(row[x], above[x], above[x+1])
				widest = max(widest, row[x+1])
			}
		}
		above, row = row, above
	}
	return float64(n) / float64(w*h), widest
}

// flatDiffering is the share of places, of 3 x 3 pixels that are even in both pictures, where
// a colour differs by more than a twentieth in one of its parts: lines and letters have none.
func flatDiffering(a, b *image.RGBA) float64 {
	const off = 13
	r := a.Bounds()
	w, h := min(r.Dx(), b.Bounds().Dx()), min(r.Dy(), b.Bounds().Dy())
	apart := func(p, q color.RGBA) bool {
		d := func(u, v uint8) bool { return int(u)-int(v) > off || int(v)-int(u) > off }
		return d(p.R, q.R) || d(p.G, q.G) || d(p.B, q.B)
	}
	even := func(m *image.RGBA, x, y int) bool {
		for dy := -1; dy <= 1; dy++ {
			for dx := -1; dx <= 1; dx++ {
				if apart(m.RGBAAt(x, y), m.RGBAAt(x+dx, y+dy)) {
					return false
				}
			}
		}
		return true
	}
	n, bad := 0, 0
	for y := 1; y < h-1; y += 3 {
		for x := 1; x < w-1; x += 3 {
			n++
			if apart(a.RGBAAt(x, y), b.RGBAAt(x, y)) && even(a, x, y) && even(b, x, y) {
				bad++
			}
		}
	}
	return float64(bad) / float64(n)
}

func export(t *testing.T, c *chart.Chart, k format.Kind, o format.Options) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := format.Write(t.Context(), &b, k, c, o); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func decodePNG(t *testing.T, b []byte) *image.RGBA {
	t.Helper()
	m, err := png.Decode(bytes.NewReader(b))
	if err != nil {
		t.Fatal(err)
	}
	out := image.NewRGBA(image.Rect(0, 0, m.Bounds().Dx(), m.Bounds().Dy()))
	draw.Draw(out, out.Bounds(), m, m.Bounds().Min, draw.Src)
	return out
}

// SVG in Chromium, PDF by poppler and our own PNG are one drawing at 150 dpi;
// the PDF holds no bitmap and embeds its fonts.
func TestThreeOutputsAreOneDrawing(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	dir := t.TempDir()
	me, _ := s.store.Session(mustSession(t, s))
	es, _ := s.store.Charts(me.ID, false)
	dark := everyLine()
	dark.Name = "What is lent by night"
	for _, h := range style.Shipped() {
		if h.Paper == "#14202B" {
			dark.SetHouse(&h)
		}
	}
	if dark.House == nil {
		t.Fatal("there is no dark house style")
	}
	brought := everyLook()
	brought.Name = "What is lent, in a font that was brought"
	charts := []*chart.Chart{everySymbol(), everyLine(), everyLook(), everyField(), dark, inABroughtFont(t, brought)}
	for _, e := range es {
		if e.Name == "Yearly stocktake" {
			continue // its text is a few pixels high on A4
		}
		c, _, err := s.store.Chart(e.ID)
		if err != nil {
			t.Fatal(err)
		}
		charts = append(charts, c)
	}
	for _, c := range charts {
		p := c.Pages[0]
		w, h := 1754, 1240 // A4 at 150 dpi
		if p.W < p.H {
			w, h = h, w
		}
		ours := decodePNG(t, export(t, c, format.PNG, format.Options{Scale: float64(w) / p.W}))

		pdf := filepath.Join(dir, "x.pdf")
		os.WriteFile(pdf, export(t, c, format.PDF, format.Options{}), 0o600)
		if out, err := exec.Command("pdftoppm", "-r", "150", "-png", "-singlefile", pdf, filepath.Join(dir, "pdf")).CombinedOutput(); err != nil {
			t.Fatalf("%v: %s", err, out)
		}
		pb, err := os.ReadFile(filepath.Join(dir, "pdf.png"))
		if err != nil {
			t.Fatal(err)
		}
		poppler := decodePNG(t, pb)

		svg := filepath.Join(dir, "x.svg")
		os.WriteFile(svg, export(t, c, format.SVG, format.Options{}), 0o600)
		page := filepath.Join(dir, "x.html")
		os.WriteFile(page, []byte(fmt.Sprintf(`<!doctype html><body style="margin:0;background:#fff"><img src="x.svg" style="width:%dpx;height:%dpx;display:block">`, w, h)), 0o600)
		b.run(chromedp.EmulateViewport(int64(w), int64(h)), chromedp.Navigate("file://"+page))
		b.until("the picture", `document.images[0].complete`)
		eval[bool](b, `new Promise(ok => setTimeout(() => ok(true), 400))`)
		shot, err := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
		if err != nil {
			t.Fatal(err)
		}
		chromium := decodePNG(t, shot)

		for _, pair := range []struct {
			name string
			a, b *image.RGBA
		}{{"PNG and PDF", ours, poppler}, {"PNG and SVG", ours, chromium}, {"PDF and SVG", poppler, chromium}} {
			if d := pair.a.Bounds().Dx() - pair.b.Bounds().Dx(); d < -2 || d > 2 {
				t.Fatalf("%s: %s are %v and %v", c.Name, pair.name, pair.a.Bounds(), pair.b.Bounds())
			}
			share, blob := differing(pair.a, pair.b)
			t.Logf("%s, %s: %.3f %% of the pixels differ, widest blob %d px", c.Name, pair.name, share*100, blob)
			if flat := flatDiffering(pair.a, pair.b); flat > 0.001 {
				t.Errorf("%s: %s have other colours on %.2f %% of the page", c.Name, pair.name, flat*100)
			}
			// Where lines lie on each other, as those of the staff do from one superior, poppler's edges come out darker.
			if share > 0.006 || blob > 4 {
				t.Errorf("%s: %s differ in %.2f %% of the pixels, widest blob %d px", c.Name, pair.name, share*100, blob)
			}
		}
		if out, err := exec.Command("pdfimages", "-list", pdf).Output(); err != nil || len(strings.Split(strings.TrimSpace(string(out)), "\n")) > 2 {
			t.Errorf("the PDF holds a bitmap: %s %v", out, err)
		}
		fonts, err := exec.Command("pdffonts", pdf).Output()
		if err != nil {
			t.Fatal(err)
		}
		for _, l := range strings.Split(strings.TrimSpace(string(fonts)), "\n")[2:] {
			if f := strings.Fields(l); len(f) < 6 || f[len(f)-5] != "yes" {
				t.Errorf("a font is not embedded: %s", l)
			}
		}
		if out, err := exec.Command("xmllint", "--noout", svg).CombinedOutput(); err != nil {
			t.Errorf("the SVG is not well-formed: %s", out)
		}
	}
}

var hostile = []string{
	`<script>document.title='taken'</script>`,
	`"><img src=x onerror="document.title='taken'">'`,
	"👩‍🔬 📦 ✅",
	"שלום עולם, טופס 7",
	strings.Repeat("Wörterbuch", 500), // a word of 5,000 characters
}

// What a person types comes out as text on every screen and in every export,
// and never becomes markup or script.
func TestHostileText(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	for n, text := range hostile {
		short := []rune(text)
		short = short[:min(len(short), 300)] // names have a limit
		b.blank()
		in, _ := json.Marshal(map[string]string{"text": text, "short": string(short)})
		eval[bool](b, fmt.Sprintf(`(() => {
  const { text, short } = %s, act = (a, x = '') => editor.core.act(a, x);
  act('name', short);
  act('title'); act('accept', short);
  act('place', 'process'); act('text'); act('accept', text);
  act('field', JSON.stringify({ old: '', name: short, value: text }));
  act('next'); act('accept', 'next');
  act('lane-names', short);
  act('all'); const c = JSON.parse(editor.core.chart()).pages[0];
  act('lane-select', c.lanes[0].id); act('lane-rename'); act('accept', short);
  act('select', c.connectors[0].id); act('label'); act('accept', text);
  return true; })()`, in))
		b.saved()
		id := eval[string](b, `document.body.dataset.chart`)
		c, _, err := s.store.Chart(id)
		if err != nil {
			t.Fatal(err)
		}
		p := c.Pages[0]
		if p.Steps[0].Text != text || p.Lanes[0].Name != string(short) || p.Connectors[0].Outcome() != strings.TrimSpace(text) || p.Steps[0].Fields[0].Value != text {
			t.Errorf("text %d was changed on its way", n)
		}
		squash := func(s string) string { return strings.Join(strings.Fields(s), "") }
		want := squash(string(short[:min(len(short), 12)]))
		onPaper := eval[string](b, `document.querySelector('#drawing').textContent + [...document.querySelectorAll('.words')].map(e => e.value).join(' ')`)
		if !strings.Contains(squash(onPaper), want) {
			t.Errorf("text %d is not on the editor's page", n)
		}
		if bad := eval[int](b, `document.querySelectorAll('main script, #drawing img, #drawing script, #rows img').length`); bad != 0 {
			t.Errorf("text %d became markup in the editor", n)
		}
		link, err := s.store.AddLink(id, "comment")
		if err != nil {
			t.Fatal(err)
		}
		b.open("/review/" + link.Token)
		b.until("the review page", `document.querySelector('.page svg .step') && window.htmx`)
		b.run(typeInto("#who", "A <b>name</b>"))
		eval[bool](b, fmt.Sprintf(`(() => { document.querySelector('#remark textarea').value = %s.text.slice(0, 5000); document.querySelector('#remark').requestSubmit(); return true; })()`, in))
		b.until("the comment", `document.querySelector('.remark .body')`)
		if got := eval[string](b, `document.querySelector('.remark .who').textContent + document.querySelector('.remark .body').textContent`); !strings.Contains(squash(got), want) || !strings.Contains(got, "A <b>name</b>") {
			t.Errorf("comment %d reads %q", n, got)
		}
		if bad := eval[int](b, `document.querySelectorAll('.remark b:not(.tag), .remark img, .page svg img, .page svg script').length`); bad != 0 {
			t.Errorf("text %d became markup on the review page", n)
		}
		b.open("/charts")
		if !eval[bool](b, fmt.Sprintf(`[...document.querySelectorAll('.card h2')].some(h => h.textContent.trim() === %s.short.trim())`, in)) {
			t.Errorf("name %d is not in the list", n)
		}
		if title := eval[string](b, `document.title`); strings.Contains(title, "taken") {
			t.Fatalf("text %d was run as script", n)
		}
		svg := squash(svgText(t, export(t, c, format.SVG, format.Options{})))
		if n != 3 && !strings.Contains(svg, want) {
			t.Errorf("text %d is not in the SVG", n)
		}
		pdf := squash(pdfText(t, export(t, c, format.PDF, format.Options{})))
		probe := []string{"taken", "onerror", "📦", "םולש|שלום", "buchWörter"}[n]
		if !containsAny(pdf, strings.Split(probe, "|")) || !containsAny(svg, strings.Split(probe, "|")) {
			t.Errorf("text %d: %q is not in the exports: %.200s", n, probe, pdf)
		}
		var table bytes.Buffer
		if err := format.Write(t.Context(), &table, format.CSV, c, format.Options{}); err != nil || !strings.Contains(strings.ReplaceAll(table.String(), `""`, `"`), text) {
			t.Errorf("text %d is not in the table: %v", n, err)
		}
	}
}

func containsAny(s string, words []string) bool {
	for _, w := range words {
		if strings.Contains(s, w) {
			return true
		}
	}
	return false
}
