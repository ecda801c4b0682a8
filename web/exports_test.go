package web

import (
	"bytes"
	"encoding/base64"
	"encoding/xml"
	"image/png"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
)

func decode64(t testing.TB, s string) []byte {
	t.Helper()
	b, err := base64.StdEncoding.DecodeString(s)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// svgText is the text of an SVG file's text elements.
func svgText(t testing.TB, b []byte) string {
	t.Helper()
	d := xml.NewDecoder(bytes.NewReader(b))
	var out strings.Builder
	in := false
	for {
		tok, err := d.Token()
		if err != nil {
			if err.Error() == "EOF" {
				return out.String()
			}
			t.Fatalf("the SVG is not well-formed: %v", err)
		}
		switch x := tok.(type) {
		case xml.StartElement:
			in = x.Name.Local == "text"
		case xml.EndElement:
			if x.Name.Local == "text" {
				out.WriteString(" ")
			}
			in = false
		case xml.CharData:
			if in {
				out.Write(x)
			}
		}
	}
}

// pdfText is what pdftotext (poppler) reads out of a PDF.
func pdfText(t testing.TB, b []byte) string {
	t.Helper()
	name := filepath.Join(t.TempDir(), "x.pdf")
	if err := os.WriteFile(name, b, 0o600); err != nil {
		t.Fatal(err)
	}
	out, err := exec.Command("pdftotext", "-raw", name, "-").Output()
	if err != nil {
		t.Fatal(err)
	}
	return string(out)
}

// checkExports reads every format back and looks for the words.
func checkExports(t *testing.T, b *browser, base string, words []string) {
	t.Helper()
	squash := func(s string) string { return strings.Join(strings.Fields(s), " ") }
	svg := squash(svgText(t, b.get(base+"svg")))
	pdf := squash(pdfText(t, b.get(base+"pdf")))
	for _, w := range words {
		if !strings.Contains(svg, w) {
			t.Errorf("%q is not in the SVG: %s", w, svg)
		}
		if !strings.Contains(pdf, w) {
			t.Errorf("%q is not in the PDF: %s", w, pdf)
		}
	}
	var widths []int
	for _, scale := range []string{"1", "2", "3"} {
		img, err := png.Decode(bytes.NewReader(b.get(base + "png&scale=" + scale)))
		if err != nil {
			t.Fatal(err)
		}
		widths = append(widths, img.Bounds().Dx())
		if _, _, _, a := img.At(0, 0).RGBA(); a != 0xffff {
			t.Error("the ground of a PNG is not white")
		}
	}
	if d := widths[2] - 3*widths[0]; d < -3 || d > 3 {
		t.Errorf("PNG widths %v", widths)
	}
	img, err := png.Decode(bytes.NewReader(b.get(base + "png&scale=1&ground=clear")))
	if err != nil {
		t.Fatal(err)
	}
	if _, _, _, a := img.At(0, 0).RGBA(); a != 0 {
		t.Error("the ground of a clear PNG is not clear")
	}
}

// A selection goes to the server in a form: a large one has no room in an address.
func TestExportOfASelection(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	id := b.page().Steps[2].ID
	eval[bool](b, `(editor.core.act('select', '`+id+`'), editor.perform('export'), true)`)
	b.until("the panel", `!!document.querySelector('#panel form[action]')`)
	got := eval[string](b, `(async () => {
	  const form = document.querySelector('#panel form[action]');
	  const chosen = [...form.elements.chosen].at(-1);
	  if (chosen.disabled || form.method !== 'post') return 'the selection cannot be exported';
	  chosen.checked = true;
	  form.elements.format.value = 'svg';
	  const r = await fetch(form.action, { method: 'POST', body: new URLSearchParams(new FormData(form)) });
	  return r.ok ? r.text() : 'refused: ' + await r.text();
	})()`)
	if got = svgText(t, []byte(got)); !strings.Contains(got, "Log") || strings.Contains(got, "Loan wanted") {
		t.Errorf("the selection's SVG says %q", got)
	}
	many := strings.Repeat("step-of-many-", 5000)
	cookie := mustSession(t, s)
	r := s.post(t, strings.TrimPrefix(eval[string](b, `location.pathname`), s.url)+"/export", cookie, s.token(t, cookie), "application/x-www-form-urlencoded", []byte("format=svg&chosen="+many))
	defer r.Body.Close()
	if r.StatusCode >= 500 || r.StatusCode == 414 || r.StatusCode == 431 {
		t.Errorf("a large selection: %s", r.Status)
	}

	// Of all pages a format that has room for one takes the page that is shown.
	for kind, both := range map[string]bool{"txt": true, "csv": false} {
		got := string(b.get(eval[string](b, `location.pathname`) + "/export?chosen=all&page=" + b.page().ID + "&format=" + kind))
		if !strings.Contains(got, "Loan wanted") || strings.Contains(got, "Packing a crate") != both {
			t.Errorf("all pages as %s: %s", kind, got)
		}
	}
}
