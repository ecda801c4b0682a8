package pdf_test

import (
	"bytes"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/pdfcpu/pdfcpu/pkg/api"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
	"plaintracer/format"
)

// boxes are the page sizes of a PDF in points, as pdfinfo (poppler) tells them.
func boxes(t *testing.T, b []byte) [][2]float64 {
	t.Helper()
	name := filepath.Join(t.TempDir(), "x.pdf")
	if err := os.WriteFile(name, b, 0o600); err != nil {
		t.Fatal(err)
	}
	out, err := exec.Command("pdfinfo", "-f", "1", "-l", "99", name).CombinedOutput()
	if err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	var all [][2]float64
	for _, m := range regexp.MustCompile(`Page +\d+ size: +([\d.]+) x ([\d.]+)`).FindAllStringSubmatch(string(out), -1) {
		w, _ := strconv.ParseFloat(m[1], 64)
		h, _ := strconv.ParseFloat(m[2], 64)
		all = append(all, [2]float64{w, h})
	}
	return all
}

func write(t *testing.T, c *chart.Chart, o format.Options) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := format.Write(t.Context(), &b, format.PDF, c, o); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// page is a page on a sheet of w x h mm with a step in its lower right corner.
func page(id, title string, w, h float64) *chart.Page {
	p := chart.NewPage(id)
	p.Title, p.Sheet = title, chart.SheetOf(w, h)
	p.W, p.H = p.Sheet.W, p.Sheet.H
	p.Steps = append(p.Steps, &chart.Step{ID: "s" + id, Symbol: symbol.Process, X: p.W - 140, Y: p.H - 130, W: 112, H: 56, Text: "Last of " + title})
	return p
}

// Each page is on its sheet, to the point: ISO 216 (A sizes in mm) and ASME Y14.1 (ANSI sizes in
// inches), both from memory. A bookmark leads to each.
func TestSheets(t *testing.T) {
	c := chart.New("Sheets")
	c.Pages = nil
	inch := 25.4
	want := [][2]float64{}
	for i, p := range []struct {
		name string
		w, h float64
	}{
		{"A5", 148, 210}, {"A4", 297, 210}, {"A3", 420, 297}, {"A2", 420, 594}, {"A1", 594, 841}, {"A0", 841, 1189},
		{"Letter", 8.5 * inch, 11 * inch}, {"Legal", 14 * inch, 8.5 * inch}, {"Tabloid", 11 * inch, 17 * inch},
		{"ANSI C", 22 * inch, 17 * inch}, {"ANSI D", 34 * inch, 22 * inch}, {"ANSI E", 34 * inch, 44 * inch},
	} {
		c.Pages = append(c.Pages, page(fmt.Sprint("p", i), p.name, p.w, p.h))
		want = append(want, [2]float64{p.w / inch * 72, p.h / inch * 72})
		if name := chart.PaperName(p.w*chart.MM, p.h*chart.MM); !strings.HasPrefix(name, p.name+" ") {
			t.Errorf("%v x %v mm is called %s", p.w, p.h, name)
		}
	}
	b := write(t, c, format.Options{})
	got := boxes(t, b)
	if len(got) != len(want) {
		t.Fatalf("%d sheets", len(got))
	}
	for i := range want {
		if dx, dy := got[i][0]-want[i][0], got[i][1]-want[i][1]; dx > 0.1 || dx < -0.1 || dy > 0.1 || dy < -0.1 {
			t.Errorf("%s is %v pt, want %v", c.Pages[i].Title, got[i], want[i])
		}
	}
	marks, err := api.Bookmarks(bytes.NewReader(b), nil)
	if err != nil || len(marks) != len(c.Pages) {
		t.Fatalf("%d bookmarks, %v", len(marks), err)
	}
	for i, m := range marks {
		if m.Title != c.Pages[i].Title || m.PageFrom != i+1 {
			t.Errorf("bookmark %d is %q on sheet %d", i, m.Title, m.PageFrom)
		}
	}
}

// A large page goes over several sheets at full size: each has its number, and all of the page is
// on them.
func TestTiles(t *testing.T) {
	c := chart.New("Large")
	c.Pages = []*chart.Page{page("p1", "A1 sheet", 841, 594)}
	b := write(t, c, format.Options{Tile: chart.SheetOf(297, 210)})
	got := boxes(t, b)
	// A4 less 2 x 10 mm of inset and 10 mm of overlap leaves 267 x 180 mm: 4 columns, 4 rows.
	if len(got) != 16 {
		t.Fatalf("%d sheets", len(got))
	}
	name := filepath.Join(t.TempDir(), "x.pdf")
	os.WriteFile(name, b, 0o600)
	out, err := exec.Command("pdftotext", "-layout", name, "-").Output()
	if err != nil {
		t.Fatal(err)
	}
	text := strings.Join(strings.Fields(string(out)), " ")
	for _, w := range []string{"1 of 16: row 1, column 1", "16 of 16: row 4, column 4", "Last of A1", "A1 sheet"} {
		if !strings.Contains(text, w) {
			t.Errorf("%q is on none of the sheets", w)
		}
	}
	// A page no larger than the sheet stays on its own.
	c.Pages[0] = page("p1", "Small", 297, 210)
	if got := boxes(t, write(t, c, format.Options{Tile: chart.SheetOf(297, 210)})); len(got) != 1 {
		t.Errorf("a page of A4 goes on %d sheets", len(got))
	}
}

// Off-page connectors link to the pages of their mates, and a strict reader (pdfcpu) finds the
// file sound.
func TestLinks(t *testing.T) {
	c := chart.New("Links")
	a, b := page("p1", "One", 297, 210), page("p2", "Two <&> שתיים", 297, 210)
	for _, p := range []*chart.Page{a, b} {
		p.Steps = append(p.Steps, &chart.Step{ID: "off" + p.ID, Symbol: symbol.OffPage, X: 100, Y: 100, W: 56, H: 56, Text: "A"})
	}
	c.Pages = []*chart.Page{a, b}
	out := write(t, c, format.Options{})
	if err := api.Validate(bytes.NewReader(out), nil); err != nil {
		t.Fatal(err)
	}
	as, err := api.Annotations(bytes.NewReader(out), nil, nil)
	if err != nil {
		t.Fatal(err)
	}
	for sheet := 1; sheet <= 2; sheet++ {
		n := 0
		for _, kind := range as[sheet] {
			n += len(kind.Map)
		}
		if n != 1 {
			t.Errorf("sheet %d has %d links", sheet, n)
		}
	}
	if marks, err := api.Bookmarks(bytes.NewReader(out), nil); err != nil || len(marks) != 2 || marks[1].Title != b.Title {
		t.Errorf("%v, %v", marks, err)
	}
	// The link lies on the symbol and its mark: 100 px from the left and the top, in points from the lower left.
	if !bytes.Contains(out, []byte("/Dest[")) || !regexp.MustCompile(`/Rect\[7[345]\.\d+ 4\d\d\.\d+ 1(1[678]|20)\.\d+ 5[12]\d\.\d+\]`).Match(out) {
		t.Errorf("the link is elsewhere: %s", regexp.MustCompile(`/Rect\[[^\]]*\]`).Find(out))
	}
	// One page alone has no links and no bookmarks.
	c.Pages = c.Pages[:1]
	if out := write(t, c, format.Options{}); bytes.Contains(out, []byte("/Annot")) || bytes.Contains(out, []byte("/Outlines")) {
		t.Error("a document of one page has links or bookmarks")
	}
}

// Addresses that steps and pieces of text lead to are links in PDF and SVG, and there alone.
func TestAddresses(t *testing.T) {
	c := chart.New("Addresses")
	p := page("p1", "One", 297, 210)
	p.Steps = append(p.Steps,
		&chart.Step{ID: "a", Symbol: symbol.Process, X: 100, Y: 100, W: 112, H: 56, Text: "Form", Link: &chart.Link{URL: "https://example.org/a?x=1&y=2"}},
		&chart.Step{ID: "b", Symbol: symbol.Process, X: 300, Y: 100, W: 160, H: 56, Text: "Fill in form L-7", Runs: []chart.Run{{From: 8, To: 16, Link: &chart.Link{URL: "https://example.org/l7"}}}})
	c.Pages = []*chart.Page{p}
	out := write(t, c, format.Options{})
	if err := api.Validate(bytes.NewReader(out), nil); err != nil {
		t.Fatal(err)
	}
	for _, u := range []string{"https://example.org/a?x=1&y=2", "https://example.org/l7"} {
		if n := bytes.Count(out, []byte(fmt.Sprintf("/URI<%X>", u))); n != 1 {
			t.Errorf("%s is linked %d times", u, n)
		}
	}
	var svg bytes.Buffer
	if err := format.Write(t.Context(), &svg, format.SVG, c, format.Options{}); err != nil {
		t.Fatal(err)
	}
	for _, a := range []string{`<a href="https://example.org/a?x=1&amp;y=2" target="_blank" rel="noopener"><g id="step-a"`, `<a href="https://example.org/l7" target="_blank" rel="noopener"><text`} {
		if !strings.Contains(svg.String(), a) {
			t.Errorf("the SVG lacks %s", a)
		}
	}
}
