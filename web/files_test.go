package web

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"mime/multipart"
	"net/http"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/format/picture"
	"plaintracer/store"
)

// tinyPNG is a picture of one pixel (PNG, ISO/IEC 15948).
var tinyPNG = []byte("\x89PNG\r\n\x1a\n\x00\x00\x00\rIHDR\x00\x00\x00\x01\x00\x00\x00\x01\x08\x02\x00\x00\x00\x90wS\xde\x00\x00\x00\x0cIDATx\x9cc\xf8\xff\xff?\x00\x05\xfe\x02\xfe\r\xefF\xb8\x00\x00\x00\x00IEND\xaeB`\x82")

// A file is put on a step by its field: the step gets a mark, the list leads to it, undo takes it
// off, and a reader of a review link opens it where the link allows that.
func TestFileOnAStep(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	id := b.step("Log the request").ID
	before := eval[int](b, `document.querySelectorAll('#step-`+id+` path').length`)
	b.click(b.middle("Log the request"))
	b.press("Fields")
	path := filepath.Join(t.TempDir(), "Condition <report>.pdf") // by its name a PDF, by its content a picture
	if err := os.WriteFile(path, tinyPNG, 0o600); err != nil {
		t.Fatal(err)
	}
	// What is too large is not even sent; the limits are the server's own.
	for _, k := range []struct {
		input string
		most  int // bytes
		says  string
	}{{"[data-drawer=fields] input[type=file]", store.MostFile, "A file can have at most 20 MB"}, {"#picture-file", picture.MostBytes, "A picture can have at most 10 MB"}} {
		eval[int](b, fmt.Sprintf(`(() => {
		  const chosen = new DataTransfer(), input = document.querySelector(%q);
		  chosen.items.add(new File([new Uint8Array(%d)], 'large.png', { type: 'image/png' }));
		  input.files = chosen.files;
		  input.dispatchEvent(new Event('change', { bubbles: true }));
		  return 0;
		})()`, k.input, k.most+1))
		b.until(k.says, fmt.Sprintf(`document.querySelector('#notice').textContent.includes(%q)`, k.says))
	}
	b.run(chooseFile(`[data-drawer=fields] input[type=file]`, path))
	b.until("the file in the list", `[...document.querySelectorAll('[data-drawer=fields] .team a')].some(a => a.textContent === 'Condition <report>.pdf' && a.search === '?show=1')`)
	b.until("its mark", `document.querySelectorAll('#step-`+id+` path').length > `+strconv.Itoa(before))
	if hidden := b.unreachable("fields"); hidden != "" {
		t.Errorf("cannot be pressed: %s", hidden)
	}
	b.saved()
	f := b.step("Log the request").Files[0]
	if f.Type != "image/png" || f.Size != len(tinyPNG) {
		t.Errorf("it is %+v", f)
	}
	href := eval[string](b, `document.querySelector('[data-drawer=fields] .team a').getAttribute('href')`)
	chartID := strings.Split(href, "/")[2]
	cookie := mustSession(t, s)
	get := func(path, session string) (*http.Response, []byte) {
		t.Helper()
		r := s.do(t, "GET", path, session, "", "", nil)
		defer r.Body.Close()
		body, _ := io.ReadAll(r.Body)
		return r, body
	}
	r, body := get(href, cookie)
	if r.StatusCode != 200 || !bytes.Equal(body, tinyPNG) || r.Header.Get("Content-Type") != "image/png" || !strings.Contains(r.Header.Get("Content-Security-Policy"), "sandbox") {
		t.Errorf("shown: %d, %v", r.StatusCode, r.Header)
	}
	r, body = get(strings.TrimSuffix(href, "?show=1"), cookie)
	if !bytes.Equal(body, tinyPNG) || r.Header.Get("Content-Type") != "application/octet-stream" || !strings.HasPrefix(r.Header.Get("Content-Disposition"), `attachment; filename="Condition-report.pdf"`) {
		t.Errorf("as a download: %v", r.Header)
	}
	// Through a link only where it allows that, and only files that are on the chart.
	link, err := s.store.AddLink(chartID, store.Read)
	if err != nil {
		t.Fatal(err)
	}
	at := "/review/" + link.Token + "/files/" + f.ID
	if r, _ := get(at, ""); r.StatusCode != 403 {
		t.Errorf("through a link that does not allow it: %d", r.StatusCode)
	}
	if err := s.store.LetFiles(chartID, link.Token, true); err != nil {
		t.Fatal(err)
	}
	if r, body := get(at, ""); r.StatusCode != 200 || !bytes.Equal(body, tinyPNG) {
		t.Errorf("through a link that allows it: %d", r.StatusCode)
	}
	if r, _ := get("/review/"+link.Token+"/files/"+strings.Repeat("0", 64), ""); r.StatusCode != 404 {
		t.Errorf("a file that is not on the chart: %d", r.StatusCode)
	}
	if _, page := get("/review/"+link.Token, ""); !strings.Contains(string(page), "Condition &lt;report&gt;.pdf") {
		t.Error("the review page does not lead to the file")
	}
	b.run(focusOn("#desk"))
	b.key("z", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	b.until("the mark gone", `document.querySelectorAll('#step-`+id+` path').length === `+strconv.Itoa(before))
}

// What is no file, empty or too large is refused, and an HTML file is a download that runs nothing.
func TestFilesAreChecked(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	cookie := mustSession(t, s)
	me, _ := s.store.Session(cookie)
	es, _ := s.store.Charts(me.ID, false)
	post := func(name string, body []byte) (int, string) {
		t.Helper()
		var b bytes.Buffer
		w := multipart.NewWriter(&b)
		f, _ := w.CreateFormFile("file", name)
		f.Write(body)
		w.Close()
		r := s.do(t, "POST", "/charts/"+es[0].ID+"/files", cookie, s.token(t, cookie), w.FormDataContentType(), b.Bytes())
		defer r.Body.Close()
		answer, _ := io.ReadAll(r.Body)
		return r.StatusCode, string(answer)
	}
	if code, text := post("empty.txt", nil); code != 400 || !strings.Contains(text, "empty") {
		t.Errorf("an empty file: %d %s", code, text)
	}
	if code, text := post("huge.bin", make([]byte, store.MostFile+1)); code < 400 || !strings.Contains(text, "20 MB") {
		t.Errorf("a huge file: %d %s", code, text)
	}
	code, text := post("../../form\n7.png", []byte("<!doctype html><script>alert(1)</script>"))
	var f chart.File
	if err := json.Unmarshal([]byte(text), &f); err != nil || code != 200 || f.Type != "text/html" || strings.ContainsAny(f.Name, "/\n") {
		t.Fatalf("%d %s, %v", code, text, err)
	}
	c, _, err := s.store.Chart(es[0].ID)
	if err != nil {
		t.Fatal(err)
	}
	cmd := chart.Command{Words: "attach", Parts: []chart.Part{{Do: "step.set", Page: c.Pages[0].ID, ID: c.Pages[0].Steps[0].ID, Files: &[]chart.File{f}}}}
	if _, _, err := s.store.Append(es[0].ID, me.ID, "test", []store.Incoming{{N: 1, Command: cmd}}, func([]store.Logged) {}); err != nil {
		t.Fatal(err)
	}
	r := s.do(t, "GET", "/charts/"+es[0].ID+"/files/"+f.ID+"?show=1", cookie, "", "", nil)
	r.Body.Close()
	if r.StatusCode != 200 || r.Header.Get("Content-Type") != "application/octet-stream" || !strings.HasPrefix(r.Header.Get("Content-Disposition"), "attachment") || r.Header.Get("X-Content-Type-Options") != "nosniff" {
		t.Errorf("HTML is served as %v", r.Header)
	}
}

// An exported chart names its files. Somebody else who opens it does not get them by that, is told so, and whoever
// exports is told before.
func TestExportedFilesStayTheirOwners(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	mara := mustSession(t, s)
	if _, err := s.store.AddPerson("tove@saltmarsh.example", "Tove Berg", "another password"); err != nil {
		t.Fatal(err)
	}
	tove, err := s.store.SignIn("tove@saltmarsh.example", "another password")
	if err != nil {
		t.Fatal(err)
	}
	me, _ := s.store.Session(mara)
	es, err := s.store.Charts(me.ID, false)
	if err != nil {
		t.Fatal(err)
	}
	var from string
	var f chart.File
	for _, e := range es {
		if c, _, err := s.store.Chart(e.ID); err == nil && len(c.Files()) > 0 {
			from, f = e.ID, c.Files()[0]
		}
	}
	get := func(path, session string) (int, string) {
		t.Helper()
		r := s.do(t, "GET", path, session, "", "", nil)
		defer r.Body.Close()
		b, _ := io.ReadAll(r.Body)
		return r.StatusCode, string(b)
	}
	if _, panel := get("/charts/"+from+"/export/panel", mara); !strings.Contains(panel, "do not contain") {
		t.Error("the export dialog does not say that files are left out")
	}
	_, exported := get("/charts/"+from+"/export?format=json&chosen=all", mara)
	if !strings.Contains(exported, f.ID) {
		t.Fatal("the export does not name the file")
	}
	open := func(session string) string {
		t.Helper()
		var b bytes.Buffer
		w := multipart.NewWriter(&b)
		part, _ := w.CreateFormFile("file", "loans.json")
		io.WriteString(part, exported)
		w.Close()
		r := s.do(t, "POST", "/charts/open", session, s.token(t, session), w.FormDataContentType(), b.Bytes())
		r.Body.Close()
		return r.Header.Get("Location")
	}
	at := open(tove)
	path, _, told := strings.Cut(at, "?left=")
	if !told {
		t.Errorf("she is not told: %q", at)
	}
	if _, page := get(at, tove); !strings.Contains(page, "Left out: ") {
		t.Error("the page does not say it")
	}
	if code, body := get(path+"/files/"+f.ID, tove); code != 404 {
		t.Errorf("she reads it: %d, %d bytes", code, len(body))
	}
	path, _, told = strings.Cut(open(mara), "?left=")
	if code, _ := get(path+"/files/"+f.ID, mara); code != 200 || told {
		t.Errorf("its owner has lost it: %d", code)
	}
}
