package web

import (
	"bytes"
	"io"
	"log/slog"
	"net/http"
	"net/http/cookiejar"
	"net/url"
	"strings"
	"sync"
	"testing"
)

// tries signs in once with a wrong password, from behind proxies that say so; it returns the answer's status.
func (s *site) tries(t testing.TB, forwarded ...string) int {
	t.Helper()
	jar, _ := cookiejar.New(nil)
	c := &http.Client{Jar: jar, CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }}
	r, err := c.Get(s.url + "/sign-in")
	if err != nil {
		t.Fatal(err)
	}
	page, _ := io.ReadAll(r.Body)
	r.Body.Close()
	_, rest, _ := strings.Cut(string(page), `name="csrf" content="`)
	token, _, _ := strings.Cut(rest, `"`)
	body := url.Values{"email": {"mara@example.org"}, "password": {"wrong"}}
	q, _ := http.NewRequest(http.MethodPost, s.url+"/sign-in", strings.NewReader(body.Encode()))
	q.Header.Set("Content-Type", "application/x-www-form-urlencoded")
	q.Header.Set("X-Csrf-Token", token)
	for _, f := range forwarded {
		q.Header.Add("X-Forwarded-For", f)
	}
	if r, err = c.Do(q); err != nil {
		t.Fatal(err)
	}
	io.Copy(io.Discard, r.Body)
	r.Body.Close()
	return r.StatusCode
}

// Behind a proxy that is trusted a caller is the last address that is none of the proxies'; what a caller writes into the
// header itself stands before that and counts for nothing. Without trusted proxies the header counts for nothing.
func TestCaller(t *testing.T) {
	t.Parallel()
	behind := newSite(t).as(t, Options{Proxies: []string{"127.0.0.1", "10.0.0.0/8"}, now: still})
	for i := range freeAttempts {
		if got := behind.tries(t, "198.51.100."+string(rune('1'+i))+", 203.0.113.9, 10.1.2.3"); got != http.StatusUnauthorized {
			t.Fatalf("try %d: %d", i, got)
		}
	}
	if got := behind.tries(t, "192.0.2.77", "203.0.113.9, 10.1.2.3"); got != http.StatusTooManyRequests {
		t.Errorf("with another address of its own before, the same caller gets %d", got)
	}
	if got := behind.tries(t, "203.0.113.9, 203.0.113.10"); got != http.StatusUnauthorized {
		t.Errorf("another caller gets %d", got)
	}
	bare := newSite(t).as(t, Options{now: still})
	for range freeAttempts {
		bare.tries(t, "203.0.113.9")
	}
	if got := bare.tries(t, "203.0.113.10"); got != http.StatusTooManyRequests {
		t.Errorf("without a trusted proxy, another header makes another caller: %d", got)
	}
}

// Wrong passwords that are tried at the same time are counted before any is looked at.
func TestManyTriesAtOnce(t *testing.T) {
	t.Parallel()
	s := newSite(t).as(t, Options{now: still})
	var mu sync.Mutex
	got := map[int]int{}
	var all sync.WaitGroup
	for range 30 {
		all.Go(func() {
			code := s.tries(t)
			mu.Lock()
			defer mu.Unlock()
			got[code]++
		})
	}
	all.Wait()
	if got[http.StatusUnauthorized] != freeAttempts || got[http.StatusTooManyRequests] != 30-freeAttempts {
		t.Errorf("answers %v: %d are free", got, freeAttempts)
	}
}

// Signing in often, rightly, slows nobody down: not even many people behind one address.
func TestRightOnesAreFree(t *testing.T) {
	t.Parallel()
	a := newAttempts(nil)
	for range 10 * freeFromAddress {
		if w := a.reserve("203.0.113.9", "mara", false); w != 0 {
			t.Fatalf("waits %v", w)
		}
		a.good("203.0.113.9", "mara", false)
	}
	if len(a.by) != 0 {
		t.Errorf("%d are remembered", len(a.by))
	}
}

// What cannot be meant is refused before anything is served.
func TestOptionsAreChecked(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	for _, o := range []Options{{Public: "javascript:x"}, {Public: "charts.example.org"}, {Public: "https://"}, {Public: "https://a:b@example.org"}, {Public: "https://example.org/?a"}, {Proxies: []string{"nonsense"}}, {Proxies: []string{"10.0.0.1", "10.0.0.0/99"}}} {
		if _, err := New(s.store, o); err == nil || !strings.Contains(err.Error(), "expected") {
			t.Errorf("%+v: %v", o, err)
		}
	}
	for _, o := range []Options{{Public: "https://charts.example.org"}, {Public: "http://localhost:8080"}, {Proxies: []string{"::1", "10.0.0.0/8"}}} {
		if _, err := New(s.store, o); err != nil {
			t.Errorf("%+v: %v", o, err)
		}
	}
}

// Links for review are found by no search engine and stand in no log.
func TestReviewLinksStayPrivate(t *testing.T) {
	t.Parallel()
	var log bytes.Buffer
	s := newSite(t).as(t, Options{Log: slog.New(slog.NewTextHandler(&log, nil))})
	r, err := http.Get(s.url + "/review/0123456789abcdef0123456789abcdef")
	if err != nil {
		t.Fatal(err)
	}
	r.Body.Close()
	if got := r.Header.Get("X-Robots-Tag"); !strings.Contains(got, "noindex") {
		t.Errorf("robots are told %q", got)
	}
	for path, want := range map[string]string{"/review/0123456789abcdef": "/review/0123…", "/review/0123456789abcdef/comments": "/review/0123…/comments", "/charts/c1": "/charts/c1"} {
		if got := masked(path); got != want {
			t.Errorf("%s is logged as %s", path, got)
		}
	}
	s.store.Close() // every request goes wrong now
	if r, err = http.Get(s.url + "/review/0123456789abcdef0123456789abcdef/comments"); err != nil {
		t.Fatal(err)
	}
	r.Body.Close()
	if got := log.String(); !strings.Contains(got, "/review/0123…/comments") || strings.Contains(got, "456789abcdef") {
		t.Errorf("the log says %s", got)
	}
}
