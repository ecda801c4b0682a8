package web

import (
	"net/http"
	"net/http/httptest"
	"net/http/httputil"
	"net/url"
	"strings"
	"sync"
	"testing"
	"time"
)

// Comments that were asked for before the editor's script came are shown, and counted.
func TestCommentsBeforeTheScript(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	to, err := url.Parse(s.url)
	if err != nil {
		t.Fatal(err)
	}
	asked := make(chan bool)
	once := sync.OnceFunc(func() { close(asked) })
	proxy := &httputil.ReverseProxy{Rewrite: func(r *httputil.ProxyRequest) {
		r.Out.URL.Scheme, r.Out.URL.Host, r.Out.Host = to.Scheme, to.Host, r.In.Host
	}}
	slow := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		switch {
		case strings.HasSuffix(r.URL.Path, "/comments"):
			once()
			time.Sleep(200 * time.Millisecond) // the answer comes when the script is there
		case strings.HasSuffix(r.URL.Path, "/editor.js"):
			select {
			case <-asked:
			case <-time.After(patience()):
			}
		}
		proxy.ServeHTTP(w, r)
	}))
	t.Cleanup(slow.Close)
	b := (&site{slow.URL, s.store, s.dir}).browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.until("the comments", `document.querySelector('#comment-count').textContent === '2'`)
}
