package web

import (
	"context"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
	"plaintracer/store"
)

// The browser's print, Chromium's own, puts every page of a chart on its sheet and nothing else:
// from the print view and from the review page.
func TestPrint(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	me, err := s.store.Session(mustSession(t, s))
	if err != nil {
		t.Fatal(err)
	}
	c := chart.New("Printed")
	c.Pages = nil
	for i, sheet := range []*chart.Sheet{nil, chart.SheetOf(210, 297), chart.SheetOf(431.8, 279.4)} {
		p := chart.NewPage("p" + strconv.Itoa(i+1))
		p.Title = "Page of its own " + strconv.Itoa(i+1)
		p.Sheet = sheet
		p.W, p.H = p.SheetSize()
		p.Steps = append(p.Steps, &chart.Step{ID: "s" + strconv.Itoa(i), Symbol: symbol.Process, X: p.W - 140, Y: p.H - 140, W: 112, H: 56, Text: "Corner " + strconv.Itoa(i+1)})
		c.Pages = append(c.Pages, p)
	}
	night := style.Shipped()[len(style.Shipped())-2]
	c.SetHouse(&night)
	id, err := s.store.AddChart(me.ID, c)
	if err != nil {
		t.Fatal(err)
	}
	link, err := s.store.AddLink(id, store.Read)
	if err != nil {
		t.Fatal(err)
	}
	yes := true
	for _, path := range []string{"/charts/" + id + "/print", "/review/" + link.Token} {
		b.run(chromedp.Navigate(s.url + path))
		b.until("the pages", `document.querySelectorAll('.page > svg').length === 3`)
		pdf, err := chromedp.Run(b.ctx, func(ctx context.Context, t *chromedp.Target) ([]byte, error) {
			res, err := cdp.Call(ctx, t, page.PrintToPDF, page.PrintToPDFParams{PreferCSSPageSize: &yes, PrintBackground: &yes})
			return res.Data, err
		})
		if err != nil {
			t.Fatal(err)
		}
		name := filepath.Join(t.TempDir(), "print.pdf")
		os.WriteFile(name, pdf, 0o600)
		out, err := exec.Command("pdfinfo", "-f", "1", "-l", "9", name).CombinedOutput()
		if err != nil {
			t.Fatalf("%v: %s", err, out)
		}
		sizes := regexp.MustCompile(`size: +([\d.]+) x ([\d.]+)`).FindAllStringSubmatch(string(out), -1)
		if len(sizes) != 3 {
			t.Fatalf("%s prints on %d sheets\n%s", path, len(sizes), out)
		}
		for i, want := range [][2]float64{{841.9, 595.3}, {595.3, 841.9}, {1224, 792}} {
			w, _ := strconv.ParseFloat(sizes[i][1], 64)
			h, _ := strconv.ParseFloat(sizes[i][2], 64)
			if w < want[0]-1.5 || w > want[0]+1.5 || h < want[1]-1.5 || h > want[1]+1.5 {
				t.Errorf("%s: sheet %d is %v x %v pt, want %v", path, i+1, w, h, want)
			}
			n := strconv.Itoa(i + 1)
			text, err := exec.Command("pdftotext", "-f", n, "-l", n, name, "-").Output()
			if err != nil || !strings.Contains(string(text), "Page of its own "+n) || !strings.Contains(string(text), "Corner "+n) || strings.Contains(string(text), "Plain Tracer") {
				t.Errorf("%s: sheet %s says %q, %v", path, n, text, err)
			}
		}
	}
	// On the review page the paper of a dark house style is dark.
	if fill := eval[string](b, `document.querySelector('.page > svg > rect').getAttribute('fill')`); fill != night.Paper {
		t.Errorf("the paper is %s, the house style's %s", fill, night.Paper)
	}
}
