package web

import (
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	sfnt "github.com/tdewolff/font"

	"plaintracer/core/chart"
	"plaintracer/core/typeset"
	"plaintracer/format"
	"plaintracer/format/font"
)

// broughtFont writes the files of a font with a regular and a bold cut, made of one that is
// shipped so that nothing has to be fetched, and one that forbids to be embedded.
func broughtFont(t *testing.T) (regular, bold, forbidding string) {
	t.Helper()
	dir := t.TempDir()
	write := func(face, name string, change func([]byte)) string {
		b, err := sfnt.ToSFNT(font.Face(face)[0].Bytes())
		if err != nil {
			t.Fatal(err)
		}
		change(b)
		path := filepath.Join(dir, name)
		if err := os.WriteFile(path, b, 0o600); err != nil {
			t.Fatal(err)
		}
		return path
	}
	keep := func([]byte) {}
	regular, bold = write("serif-italic", "Quay-Regular.ttf", keep), write("serif-bold-italic", "Quay-Bold.ttf", keep)
	return regular, bold, write("serif", "Locked.ttf", func(b []byte) {
		for at := 12; ; at += 16 {
			if string(b[at:at+4]) == "OS/2" {
				off := int(b[at+8])<<24 | int(b[at+9])<<16 | int(b[at+10])<<8 | int(b[at+11])
				b[off+9] = 2
				return
			}
		}
	})
}

// A font is brought in the house style drawer and the chart set in it: the core measures with
// its advances, page and exports draw it, and it is there for everybody and after a restart. One
// that forbids to be embedded is refused, and nothing is lost.
func TestBringAFont(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	regular, bold, locked := broughtFont(t)
	b.press("Look")
	b.press("House style…")
	b.until("the fonts", `document.querySelector('#fonts form')`)
	if hidden := b.unreachable("house"); hidden != "" {
		t.Errorf("cannot be pressed: %s", hidden)
	}
	bring := func(name, regular, bold string) {
		b.run(chooseFile(`#fonts [name=regular]`, regular))
		if bold != "" {
			b.run(chooseFile(`#fonts [name=bold]`, bold))
		}
		eval[bool](b, fmt.Sprintf(`(document.querySelector('#fonts [name=name]').value = %q, document.querySelector('#fonts .loud').click(), true)`, name))
	}
	b.press("Bring a font…")
	bring("Locked", locked, "")
	b.until("the refusal", `document.querySelector('#notice').matches(':popover-open') && document.querySelector('#notice').innerText.includes('must not be embedded')`)
	if eval[string](b, `document.querySelector('#fonts [name=name]').value`) != "Locked" {
		t.Error("what was filled in is lost")
	}
	bring("Quay", regular, bold)
	b.until("the font in the list", `document.querySelector('[data-act=house-font][title="Set this chart in Quay"]')`)
	before := b.rect(`document.querySelector('#step-` + b.step("Examine condition").ID + ` text')`)
	b.press("Quay")
	b.until("its class", `document.querySelector('#sheet text[class*="f-"]')`)
	b.until("the font itself", `[...document.fonts].filter(f => f.family.includes('F-') && f.status === 'loaded').length >= 2`)
	b.saved()
	c := chartOf(t, b)
	if c.House == nil || c.House.Font == nil || c.House.Font.Name != "Quay" {
		t.Fatalf("the house style is %+v", c.House)
	}
	face, ok := typeset.OwnFace(c.House.Font.ID)
	if !ok {
		t.Fatal("the server does not know the font")
	}
	// What the core took each text for is what the browser draws.
	wide := eval[string](b, `(() => { const out = {}; for (const e of document.querySelectorAll('.step text[class*="f-"]:not(.b)')) out[e.textContent] = [e.getComputedTextLength(), +e.getAttribute('font-size')]; return JSON.stringify(out); })()`)
	var texts map[string][2]float64
	if err := json.Unmarshal([]byte(wide), &texts); err != nil || len(texts) < 10 {
		t.Fatalf("%v, texts %v", err, texts)
	}
	for text, w := range texts {
		if ours := typeset.Width(face, w[1], text); ours < w[0]-0.5 || ours > w[0]+0.5 {
			t.Errorf("%q is %.2f px wide, the browser draws %.2f", text, ours, w[0])
		}
	}
	if after := b.rect(`document.querySelector('#step-` + b.step("Examine condition").ID + ` text')`); after.W == before.W {
		t.Errorf("the text is as wide as it was, %.2f px", after.W)
	}
	// Exports carry a part of the font.
	svg := string(export(t, c, format.SVG, format.Options{}))
	if !strings.Contains(svg, "font-family:'F-"+c.House.Font.ID) || len(svg) > 400<<10 {
		t.Errorf("the SVG has %d KB and names the font %d times", len(svg)>>10, strings.Count(svg, "F-"+c.House.Font.ID))
	}
	pdf := filepath.Join(t.TempDir(), "x.pdf")
	os.WriteFile(pdf, export(t, c, format.PDF, format.Options{}), 0o600)
	out, err := exec.Command("pdffonts", pdf).Output()
	if err != nil || !strings.Contains(string(out), "SourceSerif4") || len(out) > 3000 {
		t.Errorf("%v, the PDF has the fonts\n%s", err, out)
	}
	// It is found again when the server starts anew, and the review page draws it.
	if fs, err := s.store.Fonts(); err != nil || len(fs) != 1 || fs[0].Cuts[1] == nil || fs[0].Cuts[2] != nil {
		t.Errorf("kept are %d fonts, %v", len(fs), err)
	}
	if err := (&Server{store: s.store}).knowFonts(); err != nil {
		t.Error(err)
	}
	// Without the font, the house style's family stands in, and nothing fails.
	c.House.Font.ID = strings.Repeat("0", 32)
	if len(export(t, c, format.PNG, format.Options{})) == 0 {
		t.Error("nothing is drawn without the font")
	}
}

// inABroughtFont is a chart that is set in a font that somebody brought, known here: OTF with its outlines
// in a CFF table (EB Garamond, which the reader of fonts comes with), and its bold cut TTF.
func inABroughtFont(t *testing.T, c *chart.Chart) *chart.Chart {
	t.Helper()
	_, bold, _ := broughtFont(t)
	dir, err := exec.Command("go", "list", "-m", "-f", "{{.Dir}}", "github.com/tdewolff/font").Output()
	if err != nil {
		t.Fatal(err)
	}
	garamond := filepath.Join(strings.TrimSpace(string(dir)), "resources", "EBGaramond12-Regular.otf")
	var files [4][]byte
	for i, path := range []string{garamond, bold} {
		b, err := os.ReadFile(path)
		if err != nil {
			t.Fatal(err)
		}
		files[i] = b
	}
	o, err := font.ReadOwn("Quay", files)
	if err != nil {
		t.Fatal(err)
	}
	if err := know(o); err != nil {
		t.Fatal(err)
	}
	c.SetHouse(&chart.House{Name: "Quay", Font: &chart.Font{ID: o.ID, Name: o.Name}})
	return c
}

func chartOf(t *testing.T, b *browser) *chart.Chart {
	t.Helper()
	c, err := chart.Unmarshal([]byte(eval[string](b, `editor.core.chart()`)))
	if err != nil {
		t.Fatal(err)
	}
	return c
}
