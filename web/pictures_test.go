package web

import (
	"bytes"
	"encoding/base64"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/png"
	"io"
	"mime/multipart"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
	"plaintracer/format"
	"plaintracer/store"
)

// flagPNG is a picture twice as wide as high: red at the left, blue at the right.
func flagPNG(t *testing.T) []byte {
	t.Helper()
	m := image.NewRGBA(image.Rect(0, 0, 240, 120))
	for y := range 120 {
		for x := range 240 {
			c := color.RGBA{200, 0, 0, 255}
			if x >= 120 {
				c = color.RGBA{0, 0, 200, 255}
			}
			m.Set(x, y, c)
		}
	}
	var b bytes.Buffer
	if err := png.Encode(&b, m); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// A picture is pasted, and chosen in the drawer in place of that; it stands whole in its frame, in its own
// proportion, in the window, on the review page for whoever has the link, in SVG, PNG, PDF and the
// thumbnail. One that does something is refused in words, and nothing is placed.
func TestPictures(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Packing a crate")
	b.run(focusOn("#desk"))
	paste := func(kind, name string, body []byte) {
		t.Helper()
		eval[bool](b, fmt.Sprintf(`(() => {
  const bytes = Uint8Array.from(atob(%q), (c) => c.charCodeAt(0)), data = new DataTransfer();
  data.items.add(new File([bytes], %q, { type: %q }));
  document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  return true; })()`, base64.StdEncoding.EncodeToString(body), name, kind))
	}
	n := len(b.page().Steps)
	paste("image/svg+xml", "mark.svg", []byte(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><script>document.title = 'taken'</script></svg>`))
	b.until("the refusal", `document.querySelector('#notice').matches(':popover-open') && document.querySelector('#notice').innerText.includes('script')`)
	if len(b.page().Steps) != n {
		t.Fatal("a refused picture was placed")
	}
	paste("image/png", "flag.png", flagPNG(t))
	b.until("the picture", `document.querySelector('#layer-steps image')`)
	p := b.page()
	st := p.Steps[len(p.Steps)-1]
	if st.Symbol != symbol.Picture || st.Picture == nil || st.Picture.Name != "flag.png" || st.W != 240 || st.H != 120 {
		t.Fatalf("placed was %+v", st)
	}
	loaded := func(where string) bool {
		return eval[bool](b, fmt.Sprintf(`(async () => { const i = new Image(); i.src = document.querySelector('%s image').href.baseVal; await i.decode(); return i.naturalWidth === 240; })()`, where))
	}
	if !loaded("#layer-steps") {
		t.Error("the picture does not load")
	}
	frame, drawn := b.rect(`document.querySelector('#step-`+st.ID+` path')`), b.rect(`document.querySelector('#step-`+st.ID+` image')`)
	if frame != drawn {
		t.Errorf("the picture is at %v, its step at %v", drawn, frame)
	}
	for _, other := range p.Steps[:len(p.Steps)-1] {
		if p.StepRect(other).Overlaps(p.StepRect(st)) {
			t.Errorf("it lies on %q", other.Text)
		}
	}
	// Another one takes its place, chosen from the drawer.
	b.press("Symbol")
	path := filepath.Join(t.TempDir(), "mark.svg")
	os.WriteFile(path, []byte(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 120 120"><rect width="120" height="120" fill="#0a4"/></svg>`), 0o600)
	b.run(chooseFile("#picture-file", path))
	b.until("the other one", `JSON.parse(editor.core.chart()).pages.some(p => p.steps.some(s => s.picture?.name === 'mark.svg'))`)
	if now := b.page().Step(st.ID); now.W != 240 || now.H != 240 || now.Picture.Type != "image/png" {
		t.Errorf("replaced: %+v", now)
	}
	b.key("z", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	if now := b.page().Step(st.ID); now.Picture.ID != st.Picture.ID {
		t.Errorf("undone: %+v", now.Picture)
	}
	b.saved()
	c := chartOf(t, b)
	me, _ := s.store.Session(mustSession(t, s))
	es, _ := s.store.Charts(me.ID, false)
	id := ""
	for _, e := range es {
		if e.Name == "Packing a crate" {
			id = e.ID
		}
	}
	// Every output has it.
	srv := &Server{store: s.store}
	red, blue := color.RGBA{200, 0, 0, 255}, color.RGBA{0, 0, 200, 255}
	r := c.Pages[0].StepRect(c.Pages[0].Step(st.ID))
	has := func(what string, m image.Image) {
		t.Helper()
		k := float64(m.Bounds().Dx()) / c.Pages[0].W
		for x, want := range map[float64]color.RGBA{0.25: red, 0.75: blue} {
			got := color.RGBAModel.Convert(m.At(int((r.X+r.W*x)*k), int(r.CY()*k))).(color.RGBA)
			if d := int(got.R) - int(want.R) + int(got.B) - int(want.B); d > 25 || d < -25 || got.G > 25 {
				t.Errorf("%s: at %v of the picture it is %v, want %v", what, x, got, want)
			}
		}
	}
	o := format.Options{Pictures: srv.pictureOf, Scale: 1}
	has("PNG", decodePNG(t, export(t, c, format.PNG, o)))
	dir := t.TempDir()
	os.WriteFile(filepath.Join(dir, "x.pdf"), export(t, c, format.PDF, o), 0o600)
	if out, err := exec.Command("pdftoppm", "-r", "96", "-png", "-singlefile", "-f", "1", filepath.Join(dir, "x.pdf"), filepath.Join(dir, "pdf")).CombinedOutput(); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	of, _ := os.ReadFile(filepath.Join(dir, "pdf.png"))
	has("PDF", decodePNG(t, of))
	svg := string(export(t, c, format.SVG, o))
	if !strings.Contains(svg, `<image href="data:image/png;base64,`) || strings.Contains(svg, "picture:") {
		t.Error("the SVG does not hold the picture")
	}
	if svg := string(export(t, c, format.SVG, format.Options{})); strings.Contains(svg, "<image") {
		t.Error("an SVG without pictures refers to one")
	}
	if thumb := string(b.get("/charts/" + id + "/thumb.svg")); !strings.Contains(thumb, "data:image/png") {
		t.Error("the thumbnail does not hold the picture")
	}
	// Who may not see the chart does not see the picture, and other files are none.
	link, err := s.store.AddLink(id, store.Read)
	if err != nil {
		t.Fatal(err)
	}
	at := "/review/" + link.Token + "/pictures/" + st.Picture.ID
	get := func(path, session string) int {
		r := s.do(t, "GET", path, session, "", "", nil)
		r.Body.Close()
		if r.StatusCode == 200 && (r.Header.Get("Content-Type") != "image/png" || !strings.Contains(r.Header.Get("Content-Security-Policy"), "sandbox")) {
			t.Errorf("%s: %v", path, r.Header)
		}
		return r.StatusCode
	}
	if code := get(at, ""); code != 200 {
		t.Errorf("through the link: %d", code)
	}
	if code := get("/charts/"+id+"/pictures/"+st.Picture.ID, ""); code == 200 {
		t.Error("without a session the owner's address answers")
	}
	if code := get("/review/"+link.Token+"/pictures/"+strings.Repeat("0", 64), ""); code != 404 {
		t.Errorf("a picture that is not on the chart: %d", code)
	}
	b.open("/review/" + link.Token)
	b.until("the picture on the review page", `document.querySelector('.page image')`)
	if at := eval[string](b, `document.querySelector('#step-at').textContent`); at != fmt.Sprintf("%d steps", n) {
		t.Errorf("to be walked through are %s; the picture is no step of %d", at, n)
	}
	if !loaded(".page") {
		t.Error("the picture does not load on the review page")
	}
	if err := s.store.SwitchOff(id, link.Token); err != nil {
		t.Fatal(err)
	}
	if code := get(at, ""); code == 200 {
		t.Error("through a dead link it still comes")
	}
}

// Pictures are checked where they come in: what the reader refuses is refused with its reason, and a chart
// that names an attached file as a picture does not show it.
func TestPicturesAreChecked(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	cookie := mustSession(t, s)
	me, _ := s.store.Session(cookie)
	es, _ := s.store.Charts(me.ID, false)
	post := func(body []byte) (int, string) {
		t.Helper()
		var b bytes.Buffer
		w := multipart.NewWriter(&b)
		f, _ := w.CreateFormFile("file", "../../x\ny.png")
		f.Write(body)
		w.Close()
		r := s.do(t, "POST", "/charts/"+es[0].ID+"/pictures", cookie, s.token(t, cookie), w.FormDataContentType(), b.Bytes())
		defer r.Body.Close()
		answer, _ := io.ReadAll(r.Body)
		return r.StatusCode, string(answer)
	}
	for says, body := range map[string][]byte{"no PNG, JPEG or SVG": []byte("<html>"), "damaged": tinyPNG[:40], "outside": []byte(`<svg xmlns="http://www.w3.org/2000/svg"><g fill="url(http://x)"/></svg>`)} {
		if code, text := post(body); code != 400 || !strings.Contains(text, says) {
			t.Errorf("%d %s, want %q", code, text, says)
		}
	}
	code, text := post(tinyPNG)
	var got struct{ File chart.File }
	if err := json.Unmarshal([]byte(text), &got); err != nil || code != 200 || strings.ContainsAny(got.File.Name, "/\n") {
		t.Errorf("%d %s", code, text)
	}
	html, err := s.store.AddFile(me.ID, "text/html", []byte("<script>1</script>"))
	if err != nil {
		t.Fatal(err)
	}
	c := chart.New("Named")
	c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: "a", Symbol: symbol.Picture, W: 40, H: 40, Picture: &chart.File{ID: html, Name: "x", Type: "image/png", Size: 9}})
	id := s.keepChart(t, c)
	r := s.do(t, "GET", "/charts/"+id+"/pictures/"+html, cookie, "", "", nil)
	r.Body.Close()
	if r.StatusCode != 404 {
		t.Errorf("an HTML file as a picture: %d", r.StatusCode)
	}
}
