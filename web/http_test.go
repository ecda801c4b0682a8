package web

import (
	"bytes"
	"fmt"
	"io"
	"mime/multipart"
	"net/http"
	"net/url"
	"regexp"
	"strings"
	"testing"
	"time"

	"plaintracer/core/chart"
	"plaintracer/demo"
	"plaintracer/store"
)

// mustSession opens a session of the demo's person and returns the cookie's value.
func mustSession(t testing.TB, s *site) string {
	t.Helper()
	c, err := s.store.OpenSession(s.person(t))
	if err != nil {
		t.Fatal(err)
	}
	return c
}

// person is the demo's person, by id.
func (s *site) person(t testing.TB) string {
	t.Helper()
	f, err := filled()
	if err != nil {
		t.Fatal(err)
	}
	return f.person
}

var noRedirect = &http.Client{CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }}

func (s *site) do(t testing.TB, method, path, cookie, token, kind string, body []byte) *http.Response {
	t.Helper()
	req, err := http.NewRequest(method, s.url+path, bytes.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	if cookie != "" {
		req.AddCookie(&http.Cookie{Name: sessionCookie, Value: cookie})
	}
	if token != "" {
		req.Header.Set(tokenHeader, token)
	}
	if kind != "" {
		req.Header.Set("Content-Type", kind)
	}
	r, err := noRedirect.Do(req)
	if err != nil {
		t.Fatal(err)
	}
	return r
}

func (s *site) post(t testing.TB, path, cookie, token, kind string, body []byte) *http.Response {
	t.Helper()
	return s.do(t, "POST", path, cookie, token, kind, body)
}

// token reads the form token off a page.
func (s *site) token(t testing.TB, cookie string) string {
	t.Helper()
	r := s.do(t, "GET", "/charts", cookie, "", "", nil)
	defer r.Body.Close()
	b, _ := io.ReadAll(r.Body)
	m := regexp.MustCompile(`name="csrf" content="([^"]+)"`).FindSubmatch(b)
	if m == nil {
		t.Fatalf("no token on the page: %d", r.StatusCode)
	}
	return string(m[1])
}

// Every route, tried without a session, with another person's, with a forged
// token and with a link that has the right only to read.
func TestAccess(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	owner := mustSession(t, s)
	me, err := s.store.Session(owner)
	if err != nil {
		t.Fatal(err)
	}
	other, err := s.store.AddPerson("else@saltmarsh.example", "Somebody Else", "quite another word")
	if err != nil {
		t.Fatal(err)
	}
	stranger, err := s.store.OpenSession(other.ID)
	if err != nil {
		t.Fatal(err)
	}
	es, err := s.store.Charts(me.ID, false)
	if err != nil {
		t.Fatal(err)
	}
	id := es[0].ID
	read, err := s.store.AddLink(id, store.Read)
	if err != nil {
		t.Fatal(err)
	}
	may, err := s.store.AddLink(id, store.Comment)
	if err != nil {
		t.Fatal(err)
	}
	invitation, err := s.store.Invite("")
	if err != nil {
		t.Fatal(err)
	}
	file, err := s.store.AddFile(me.ID, "text/plain", []byte("a file"))
	if err != nil {
		t.Fatal(err)
	}
	shown, err := s.store.AddFile(me.ID, "image/png", tinyPNG)
	if err != nil {
		t.Fatal(err)
	}
	on, _, err := s.store.Chart(id)
	if err != nil {
		t.Fatal(err)
	}
	put := chart.Part{Do: "step.set", Page: on.Pages[0].ID, ID: on.Pages[0].Steps[0].ID, Files: &[]chart.File{{ID: file, Name: "a file", Type: "text/plain"}},
		Picture: &chart.File{ID: shown, Name: "a picture", Type: "image/png"}}
	if _, _, err := s.store.Append(id, me.ID, "access", []store.Incoming{{N: 1, Command: chart.Command{Words: "attach", Parts: []chart.Part{put}}}}, func([]store.Logged) {}); err != nil {
		t.Fatal(err)
	}
	for _, l := range []store.Link{read, may} {
		if err := s.store.LetFiles(id, l.Token, true); err != nil {
			t.Fatal(err)
		}
	}
	brought := inABroughtFont(t, chart.New("brought")).House.Font.ID
	fill := func(path, link string) string {
		return strings.NewReplacer(":file", file, ":picture", shown, ":font", brought, ":what", "metrics", ":chart", id, ":link", link, ":comment", "c1", ":invitation", invitation, "*", "icon.svg").Replace(path)
	}
	status := func(method, path, cookie, token string) int {
		r := s.do(t, method, path, cookie, token, "application/x-www-form-urlencoded", []byte("step=&body=x&name=y"))
		r.Body.Close()
		return r.StatusCode
	}
	srv := &Server{assets: &assets{}}
	for _, r := range srv.Routes() {
		t.Run(r.Method+" "+r.Path, func(t *testing.T) {
			path := fill(r.Path, may.Token)
			switch r.Access {
			case Anyone:
				if r.Method == "POST" {
					if got := status(r.Method, path, "", "forged"); got != 403 {
						t.Errorf("with a forged token: %d, want 403", got)
					}
				} else if got := status(r.Method, path, "", ""); got >= 400 {
					t.Errorf("without a session: %d", got)
				}
			case SignedIn, Owner:
				if got := status(r.Method, path, "", ""); got != 401 {
					t.Errorf("without a session: %d, want 401", got)
				}
				if got := status(r.Method, path, "not-a-session", ""); got != 401 {
					t.Errorf("with a made-up session: %d, want 401", got)
				}
				if r.Access == Owner {
					if got := status(r.Method, path, stranger, s.token(t, stranger)); got != 404 {
						t.Errorf("with another person's session: %d, want 404", got)
					}
				}
				if r.Method == "POST" {
					for _, forged := range []string{"", "forged", s.token(t, stranger)} {
						if got := status(r.Method, path, owner, forged); got != 403 {
							t.Errorf("with the token %q: %d, want 403", forged, got)
						}
					}
				}
			case LinkRead:
				if got := status(r.Method, fill(r.Path, "not-a-link"), "", ""); got != 404 {
					t.Errorf("with a made-up link: %d, want 404", got)
				}
				if got := status(r.Method, path, "", ""); got != 200 {
					t.Errorf("with a link: %d, want 200", got)
				}
			case LinkComment:
				if got := status(r.Method, fill(r.Path, read.Token), "", "forged"); got != 403 {
					t.Errorf("with a link to read: %d, want 403", got)
				}
				if got := status(r.Method, path, "", "forged"); got != 403 {
					t.Errorf("with a forged token: %d, want 403", got)
				}
			default:
				t.Errorf("access %q is not known to this test", r.Access)
			}
		})
	}
	// The table is the whole surface: the application answers on no other route.
	app, err := New(s.store, Options{})
	if err != nil {
		t.Fatal(err)
	}
	known := map[string]bool{}
	for _, r := range srv.Routes() {
		known[r.Method+" "+r.Path] = true
	}
	for _, r := range app.GetRoutes(true) {
		if r.Method == "HEAD" || r.Method == "OPTIONS" {
			continue
		}
		if !known[r.Method+" "+r.Path] {
			t.Errorf("the application answers %s %s, which is not in the table", r.Method, r.Path)
		}
	}
	// A binned chart's link is dead as well.
	if err := s.store.Bin(id, true); err != nil {
		t.Fatal(err)
	}
	if got := status("GET", "/review/"+may.Token, "", ""); got != 404 {
		t.Errorf("the link of a chart in the bin: %d, want 404", got)
	}
}

func TestSignInIsLimited(t *testing.T) {
	t.Parallel()
	s := newSite(t).as(t, Options{now: still})
	r := s.do(t, "GET", "/sign-in", "", "", "", nil)
	b, _ := io.ReadAll(r.Body)
	r.Body.Close()
	var guest *http.Cookie
	for _, c := range r.Cookies() {
		if c.Name == guestCookie {
			guest = c
		}
	}
	if guest == nil || !guest.HttpOnly || guest.SameSite != http.SameSiteLaxMode {
		t.Fatalf("guest cookie %v", guest)
	}
	token := regexp.MustCompile(`name="_csrf" value="([^"]+)"`).FindSubmatch(b)[1]
	var known *http.Cookie
	try := func(password string) (int, *http.Response) {
		form := url.Values{"email": {demo.Email}, "password": {password}, "_csrf": {string(token)}, "to": {"//evil.example"}}
		req, _ := http.NewRequest("POST", s.url+"/sign-in", strings.NewReader(form.Encode()))
		req.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		req.AddCookie(guest)
		if known != nil {
			req.AddCookie(known)
		}
		r, err := noRedirect.Do(req)
		if err != nil {
			t.Fatal(err)
		}
		r.Body.Close()
		return r.StatusCode, r
	}
	if code, _ := try("wrong password"); code != 401 {
		t.Errorf("a wrong password: %d", code)
	}
	code, ok := try(demo.Password)
	if code != 303 || ok.Header.Get("Location") != "/charts" {
		t.Errorf("signed in: %d to %q", code, ok.Header.Get("Location"))
	}
	for _, c := range ok.Cookies() {
		if c.Name == sessionCookie && (!c.HttpOnly || c.SameSite != http.SameSiteLaxMode) {
			t.Errorf("session cookie %v", c)
		}
	}
	// Wrong ones slow that address down; a browser that has signed in before goes through,
	// and posts without a form token do not count at all.
	for range freeAttempts + 3 {
		r, err := noRedirect.PostForm(s.url+"/sign-in", url.Values{"email": {demo.Email}, "password": {"wrong password"}})
		if err != nil {
			t.Fatal(err)
		}
		r.Body.Close()
	}
	for range freeAttempts {
		if code, _ := try("wrong password"); code != 401 {
			t.Errorf("a wrong password: %d", code)
		}
	}
	code, slow := try(demo.Password)
	if code != 429 || slow.Header.Get("Retry-After") == "" {
		t.Errorf("after %d wrong ones: %d", freeAttempts, code)
	}
	for _, c := range ok.Cookies() {
		if c.Name == knownCookie {
			known = c
		}
	}
	if code, _ := try(demo.Password); code != 303 {
		t.Errorf("from a browser that has signed in before: %d", code)
	}
}

// Failed sign-ins wait longer and longer, never more than a minute, and are forgotten.
func TestAttempts(t *testing.T) {
	t.Parallel()
	a, at := newAttempts(nil), time.Unix(1e9, 0)
	a.now = func() time.Time { return at }
	const me, you = "10.0.0.1", "10.0.0.2"
	for range freeAttempts {
		if w := a.wait(me, "mara", false); w != 0 {
			t.Fatalf("a free one waits %v", w)
		}
		a.failed(me, "mara", false)
	}
	for _, want := range []time.Duration{1, 2, 4, 8, 16, 32, 60, 60} {
		if w := a.wait(me, "mara", false); w != want*time.Second {
			t.Errorf("waits %v, want %v s", w, int(want))
		}
		if w := a.wait(you, "Mara ", false) + a.wait(me, "mara", true) + a.wait(me, "ines", false); w != 0 {
			t.Errorf("another address, a known browser or another account waits %v", w)
		}
		at = at.Add(want * time.Second)
		a.failed(me, "mara", false)
	}
	at = at.Add(forgotten)
	if w := a.wait(me, "mara", false); w != 0 {
		t.Errorf("after an hour it waits %v", w)
	}
	a.failed(me, "mara", false)
	a.good(me, "mara", false)
	for i := range 2 * mostRemembered {
		a.failed(fmt.Sprint(i), fmt.Sprint("account ", i), false)
	}
	if n := len(a.by); n > 2*mostRemembered {
		t.Errorf("%d are remembered", n)
	}
}

// After signing in one comes to a path of this server, whatever is asked.
func TestComesBackHere(t *testing.T) {
	t.Parallel()
	for to, want := range map[string]string{"/charts/1?x=2": "/charts/1?x=2", "//evil.example": "/charts", "/\t/evil.example": "/charts", "/\\evil.example": "/charts", "https://evil.example": "/charts", "": "/charts", "/ /evil": "/charts"} {
		if got := local(to); got != want {
			t.Errorf("%q leads to %q, want %q", to, got, want)
		}
	}
}

func TestHeaders(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	r := s.do(t, "GET", "/sign-in", "", "", "", nil)
	r.Body.Close()
	csp := r.Header.Get("Content-Security-Policy")
	if !strings.Contains(csp, "default-src 'none'") || strings.Contains(csp, "unsafe-inline") || strings.Contains(csp, "'unsafe-eval'") {
		t.Errorf("policy %q", csp)
	}
	// Behind https the session cookie is Secure.
	app, err := New(s.store, Options{Public: "https://charts.example.org"})
	if err != nil {
		t.Fatal(err)
	}
	req, _ := http.NewRequest("GET", "/sign-in", nil)
	res, err := app.Test(req)
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range res.Cookies() {
		if !c.Secure {
			t.Errorf("%s is not Secure", c.Name)
		}
	}
}

// Uploads and commands that are wrong are answered in words and change nothing.
func TestBadInput(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	cookie := mustSession(t, s)
	token := s.token(t, cookie)
	me, _ := s.store.Session(cookie)
	before, _ := s.store.Charts(me.ID, false)
	upload := func(name string, body []byte) (int, string) {
		var b bytes.Buffer
		w := multipart.NewWriter(&b)
		f, _ := w.CreateFormFile("file", name)
		f.Write(body)
		w.Close()
		r := s.post(t, "/charts/open", cookie, token, w.FormDataContentType(), b.Bytes())
		defer r.Body.Close()
		text, _ := io.ReadAll(r.Body)
		return r.StatusCode, string(text)
	}
	for _, c := range []struct{ name, body, want string }{
		{"x.csv", "number,lane,symbol,text,next\n1,,,A,7\n", `line 2, column next: there is no row "7"`},
		{"x.csv", "a,b\n", `the column "number" is missing`},
		{"x.json", `{"format":"plain-tracer-chart","version":9}`, "newer than this program"},
		{"x.json", `{"format":`, "line 1"},
		{"x.doc", "", "expected one of these: steps table (.csv), steps as text (.txt) or chart file (.json)"},
	} {
		if code, text := upload(c.name, []byte(c.body)); code != 400 || !strings.Contains(text, c.want) {
			t.Errorf("%s %q: %d %q, want 400 and %q", c.name, c.body, code, text, c.want)
		}
	}
	after, _ := s.store.Charts(me.ID, false)
	if len(after) != len(before) {
		t.Errorf("%d charts, were %d", len(after), len(before))
	}
	id := before[0].ID
	was, seq, _ := s.store.Chart(id)
	for _, body := range []string{`{`, `{"client":"abcd","commands":[]}`, `{"client":"a","commands":[{"n":1}]}`} {
		r := s.post(t, "/charts/"+id+"/commands", cookie, token, "application/json", []byte(body))
		r.Body.Close()
		if r.StatusCode != 400 {
			t.Errorf("%s: %d", body, r.StatusCode)
		}
	}
	r := s.post(t, "/charts/"+id+"/commands", cookie, token, "application/json", []byte(fmt.Sprintf(`{"client":"abcd","commands":[{"n":1,"command":{"words":"x","parts":[{"do":"step.set","page":%q,"id":"nobody","text":"x"}]}}]}`, was.Pages[0].ID)))
	text, _ := io.ReadAll(r.Body)
	r.Body.Close()
	if r.StatusCode != 200 || !strings.Contains(string(text), "no longer exists") {
		t.Errorf("a command on a step that is gone: %d %s", r.StatusCode, text)
	}
	now, seq2, _ := s.store.Chart(id)
	a, _ := chart.Marshal(was)
	b, _ := chart.Marshal(now)
	if seq != seq2 || !bytes.Equal(a, b) {
		t.Error("a refused command changed the chart")
	}
}
