package web

import (
	"context"
	"fmt"
	"io"
	"mime"
	"net"
	"net/http"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/fasthttp/websocket"

	"plaintracer/core/chart"
	"plaintracer/store"
)

func body(t *testing.T, r *http.Response) string {
	t.Helper()
	defer r.Body.Close()
	b, err := io.ReadAll(r.Body)
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// listen opens the live channel of a chart, from its beginning or at an address of its own, as a page of that origin would.
func (s *site) listen(t *testing.T, id, session, origin string) (*websocket.Conn, int) {
	t.Helper()
	h := http.Header{"Cookie": {sessionCookie + "=" + session}}
	if origin != "" {
		h.Set("Origin", origin)
	}
	if !strings.Contains(id, "/") {
		id += "/live"
	}
	c, r, err := websocket.DefaultDialer.DialContext(t.Context(), "ws"+strings.TrimPrefix(s.url, "http")+"/charts/"+id, h)
	if err != nil {
		return nil, r.StatusCode
	}
	t.Cleanup(func() { c.Close() })
	return c, r.StatusCode
}

// ends waits until a channel is closed by the server.
func ends(t *testing.T, c *websocket.Conn) {
	t.Helper()
	c.SetReadDeadline(time.Now().Add(patience()))
	for {
		if _, _, err := c.ReadMessage(); err != nil {
			if e, ok := err.(net.Error); ok && e.Timeout() {
				t.Error("the channel goes on")
			}
			return
		}
	}
}

// The live channel ends with its session, and with its chart; it takes no long messages.
func TestLiveChannelEnds(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	session := mustSession(t, s)
	signedOut, binned, loud := s.keepChart(t, chart.New("A")), s.keepChart(t, chart.New("B")), s.keepChart(t, chart.New("C"))
	other := mustSession(t, s)
	a, _ := s.listen(t, signedOut, other, s.url)
	b, _ := s.listen(t, binned, session, s.url)
	c, _ := s.listen(t, loud, session, s.url)
	if a == nil || b == nil || c == nil {
		t.Fatal("no channel")
	}
	if err := s.store.SignOut(other); err != nil {
		t.Fatal(err)
	}
	if err := s.store.Bin(binned, true); err != nil {
		t.Fatal(err)
	}
	if err := c.WriteMessage(websocket.TextMessage, make([]byte, longestMessage+1)); err != nil {
		t.Fatal(err)
	}
	for _, ch := range []*websocket.Conn{a, b, c} {
		ends(t, ch)
	}
}

// The channel is for pages of this server: at the address in the request, or behind a proxy
// at the public one.
func TestLiveOrigin(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	session := mustSession(t, s)
	id := s.keepChart(t, chart.New("A"))
	if c, code := s.listen(t, id, session, "https://evil.example"); c != nil || code != 403 {
		t.Errorf("a page of another server: %d", code)
	}
	behind := s.as(t, Options{Public: "https://charts.example.org/"})
	if c, code := behind.listen(t, id, session, "https://charts.example.org"); c == nil {
		t.Errorf("behind a proxy: %d", code)
	}
	if c, _ := behind.listen(t, id, session, "https://evil.example"); c != nil {
		t.Error("a page of another server may listen behind a proxy")
	}
}

// Files are saved under the chart's own name (RFC 6266).
func TestFileNames(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	session := mustSession(t, s)
	for name, want := range map[string]string{
		"Outgoing loans": "Outgoing-loans.svg", "貸出の手順": "貸出の手順.svg", `a/b\c"d` + "\n" + "é": "abcd-é.svg", "…": "chart.svg", strings.Repeat("長", 90): strings.Repeat("長", 60) + ".svg",
	} {
		id := s.keepChart(t, chart.New(name))
		r := s.do(t, "GET", "/charts/"+id+"/export?format=svg", session, "", "", nil)
		r.Body.Close()
		h := r.Header.Get("Content-Disposition")
		kind, params, err := mime.ParseMediaType(h)
		if err != nil || kind != "attachment" {
			t.Errorf("%q: %q: %v", name, h, err)
		}
		if params["filename"] != want { // which is that of filename*, where there are both
			t.Errorf("%q is saved as %q, want %q", name, params["filename"], want)
		}
	}
}

// Addresses to be shared are of this server: the name in a request may be anybody's.
func TestSharedAddresses(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	session := mustSession(t, s)
	id := s.keepChart(t, chart.New("Shared"))
	l, err := s.store.AddLink(id, "read")
	if err != nil {
		t.Fatal(err)
	}
	for host, whole := range map[string]bool{strings.TrimPrefix(s.url, "http://"): true, "localhost:8080": true, "[::1]:8080": true, "evil.example": false} {
		req, _ := http.NewRequestWithContext(context.Background(), "GET", s.url+"/charts/"+id+"/share", nil)
		req.Host = host
		req.AddCookie(&http.Cookie{Name: sessionCookie, Value: session})
		r, err := http.DefaultClient.Do(req)
		if err != nil {
			t.Fatal(err)
		}
		b := body(t, r)
		if has := strings.Contains(b, "http://"+host+"/review/"+l.Token); has != whole {
			t.Errorf("asked as %s, a whole address is there: %v, want %v", host, has, whole)
		}
		if !strings.Contains(b, "/review/"+l.Token) {
			t.Errorf("asked as %s, the link is not there", host)
		}
	}
}

// What a person is told names no part of a command and no place in this program.
func TestRefusalsAreForPeople(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	session := mustSession(t, s)
	id := s.keepChart(t, chart.New("A"))
	r := s.do(t, "POST", "/charts/"+id+"/commands", session, s.token(t, session), "application/json",
		[]byte(`{"client":"window1","commands":[{"n":1,"command":{"words":"move","parts":[{"do":"step.place","page":"p1","places":[{"id":"s9","w":100,"h":50}]}]}}]}`))
	if b := body(t, r); strings.Contains(b, "parts[") || !strings.Contains(b, `"refused":"`) {
		t.Errorf("told as %s", b)
	}
}

// silent is a window that says nothing; its reader takes its time to end.
type silent struct {
	late chan struct{}
	read atomic.Int32 // those who read
}

func (c *silent) ReadMessage() (int, []byte, error) {
	c.read.Add(1)
	defer c.read.Add(-1)
	<-c.late
	time.Sleep(20 * time.Millisecond)
	return 0, nil, io.EOF
}

func (c *silent) SetReadDeadline(time.Time) error {
	close(c.late)
	return nil
}

// When a live channel ends, nobody reads from its connection any more, which is another
// window's by then.
func TestNobodyReadsOn(t *testing.T) {
	t.Parallel()
	c := &silent{late: make(chan struct{})}
	gone, stop := untilGone(c)
	eventually(t, "it is read", func() bool { return c.read.Load() > 0 })
	select {
	case <-gone:
		t.Fatal("it is gone before it was stopped")
	default:
	}
	if stop(); c.read.Load() != 0 {
		t.Error("somebody still reads")
	}
}

// A window that missed much is not sent it, but takes the chart anew; one that missed little is sent that. So many windows
// of a session are let in, and what they leave is free again.
func TestWindowsAreBounded(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	session := mustSession(t, s)
	me, err := s.store.Session(session)
	if err != nil {
		t.Fatal(err)
	}
	id := s.keepChart(t, chart.New("A"))
	var in []store.Incoming
	for n := range mostBehind + 1 {
		title := fmt.Sprint("title ", n)
		in = append(in, store.Incoming{N: n + 1, Command: chart.Command{Words: "title", Parts: []chart.Part{{Do: "page.set", Page: "p1", Title: &title}}}})
	}
	if _, _, err := s.store.Append(id, me.ID, "window", in, func([]store.Logged) {}); err != nil {
		t.Fatal(err)
	}
	next := func(path string) (says message) {
		t.Helper()
		c, code := s.listen(t, path, session, "")
		if c == nil {
			t.Fatal(code)
		}
		c.SetReadDeadline(time.Now().Add(patience()))
		if err := c.ReadJSON(&says); err != nil {
			t.Fatal(err)
		}
		c.Close()
		return says
	}
	if m := next(id); m.Type != "far" {
		t.Errorf("far behind: %+v", m)
	}
	if m := next(id + "/live?after=1"); m.Event == nil || m.Event.Seq != 2 {
		t.Errorf("a little behind: %+v", m)
	}
	var windows []*websocket.Conn
	refused := 0
	wait := time.Now().Add(patience())
	for refused != 429 && time.Now().Before(wait) {
		c, code := s.listen(t, id+"/live?after=1001", session, "")
		if c == nil {
			refused = code
		} else if windows = append(windows, c); len(windows) > mostWindowsOfSession {
			break
		}
	}
	if refused != 429 || len(windows) > mostWindowsOfSession {
		t.Errorf("%d windows, then %d", len(windows), refused)
	}
	if r := s.do(t, "GET", "/charts/"+id+"/here", session, "", "", nil); r.StatusCode != 429 || !strings.Contains(body(t, r), "Close some") {
		t.Errorf("it is said by %d", r.StatusCode)
	}
	for _, c := range windows {
		c.Close()
	}
	for {
		if c, _ := s.listen(t, id+"/live?after=1001", session, ""); c != nil {
			break
		}
		if time.Now().After(wait.Add(patience())) {
			t.Fatal("what closed windows held is not free")
		}
		time.Sleep(20 * time.Millisecond)
	}
}
