package web

import (
	"bytes"
	"database/sql"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"regexp"
	"runtime"
	"strings"
	"testing"
	"time"

	"github.com/gofiber/fiber/v3"
	"golang.org/x/sync/semaphore"

	"plaintracer/core/chart"
	"plaintracer/store"
)

// peak is how much memory the process holds at most while f runs, MB above what it held.
func peak(f func()) int {
	runtime.GC()
	var m runtime.MemStats
	runtime.ReadMemStats(&m)
	before, top, done := m.HeapAlloc, m.HeapAlloc, make(chan bool)
	go func() {
		f()
		close(done)
	}()
	for {
		select {
		case <-done:
			return int((top - before) >> 20)
		case <-time.After(5 * time.Millisecond):
			runtime.ReadMemStats(&m)
			top = max(top, m.HeapAlloc)
		}
	}
}

// A compressed body is refused before it is unpacked, wherever it is sent and by whom.
func TestCompressedBodiesAreRefused(t *testing.T) {
	s := newSite(t)
	bomb := bombOf(t, 300)
	cookie := mustSession(t, s)
	top := peak(func() {
		for _, path := range []string{"/no/such/address", "/sign-in", "/charts", "/charts/open", "/review/x/comments"} {
			for _, who := range []string{"", cookie} {
				r, err := http.NewRequest("POST", s.url+path, bytes.NewReader(bomb))
				if err != nil {
					t.Fatal(err)
				}
				r.Header.Set("Content-Encoding", "gzip")
				r.Header.Set("Content-Type", "application/json")
				if who != "" {
					r.AddCookie(&http.Cookie{Name: sessionCookie, Value: who})
				}
				a, err := http.DefaultClient.Do(r)
				if err != nil {
					continue // the answer was not waited for: the body went on into a closed line
				}
				if a.StatusCode != http.StatusUnsupportedMediaType {
					t.Errorf("%s answers %d", path, a.StatusCode)
				}
				a.Body.Close()
			}
		}
	})
	if top > 60 {
		t.Errorf("%d MB of memory", top)
	}
}

// Large bodies are read where charts come in, and by those who may; elsewhere, and from
// anybody else, they are not.
func TestBodiesAreBounded(t *testing.T) {
	s := newSite(t)
	cookie := mustSession(t, s)
	token := s.token(t, cookie)
	big := bytes.Repeat([]byte("x"), 8<<20)
	code := func(path, cookie, token string, body []byte) int {
		r, err := http.NewRequest("POST", s.url+path, bytes.NewReader(body))
		if err != nil {
			t.Fatal(err)
		}
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		if cookie != "" {
			r.AddCookie(&http.Cookie{Name: sessionCookie, Value: cookie})
		}
		if token != "" {
			r.Header.Set(tokenHeader, token)
		}
		a, err := noRedirect.Do(r)
		if err != nil {
			return 0 // the line was closed while the body was sent
		}
		a.Body.Close()
		return a.StatusCode
	}
	for _, c := range []struct {
		path, cookie, token string
		want                int
	}{
		{"/sign-in", "", "", 413}, {"/charts", cookie, token, 413}, {"/charts/open", "", "", 401}, {"/charts/open", cookie, "wrong", 403}, {"/no/such", "", "", 404},
		{"/charts/list", cookie, token, 413},
	} {
		if got := code(c.path, c.cookie, c.token, big); got != c.want && got != 0 {
			t.Errorf("%s: %d, want %d", c.path, got, c.want)
		}
	}
	if got := code("/charts", cookie, token, []byte("name=Small")); got != 303 {
		t.Errorf("a small one: %d", got)
	}
	// Bodies that nobody ends, from callers that nobody knows: each holds a little memory.
	var conns []net.Conn
	top := peak(func() {
		for range 40 {
			c, err := net.Dial("tcp", strings.TrimPrefix(s.url, "http://"))
			if err != nil {
				t.Error(err)
				return
			}
			conns = append(conns, c)
			fmt.Fprintf(c, "POST /charts/open HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: %d\r\n\r\n", 24<<20-1)
			c.SetWriteDeadline(time.Now().Add(100 * time.Millisecond))
			io.Copy(c, bytes.NewReader(big)) // as much as it takes
		}
	})
	for _, c := range conns {
		c.Close()
	}
	if top > 100 {
		t.Errorf("40 unfinished bodies hold %d MB", top)
	}
}

// Large bodies of people who may send them are bounded in number: one more waits, and is
// refused in words when there is no room for long. Small ones pass.
func TestLargeBodiesTakeTurns(t *testing.T) {
	defer func(was time.Duration) { largeWait = was }(largeWait)
	largeWait = 50 * time.Millisecond
	s := &Server{large: semaphore.NewWeighted(1)}
	in, answer := make(chan bool), make(chan bool)
	app := fiber.New()
	app.Post("/", func(c fiber.Ctx) error {
		leave, err := s.roomFor(c)
		if err != nil {
			return err
		}
		defer leave()
		if c.Request().Header.ContentLength() > smallBody {
			in <- true
			<-answer
		}
		return nil
	})
	post := func(size int) int {
		r, err := app.Test(httptest.NewRequest("POST", "/", bytes.NewReader(make([]byte, size))), fiber.TestConfig{Timeout: 0})
		if err != nil {
			t.Error(err)
			return 0
		}
		return r.StatusCode
	}
	first := make(chan int)
	go func() { first <- post(smallBody + 1) }()
	<-in
	if code := post(smallBody + 1); code != http.StatusServiceUnavailable {
		t.Errorf("a second large body: %d", code)
	}
	if code := post(10); code != http.StatusOK {
		t.Errorf("a small one: %d", code)
	}
	answer <- true
	if code := <-first; code != http.StatusOK {
		t.Errorf("the first: %d", code)
	}
	go func() { <-in; answer <- true }()
	if code := post(smallBody + 1); code != http.StatusOK {
		t.Errorf("with room again: %d", code)
	}
}

// A chart that cannot be read does not take the list of charts down: its card says so and
// offers ways out.
func TestUnreadableChart(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	me, err := s.store.Session(mustSession(t, s))
	if err != nil {
		t.Fatal(err)
	}
	id, err := s.store.AddChart(me.ID, chart.New("Spoilt"))
	if err != nil {
		t.Fatal(err)
	}
	db, err := sql.Open("sqlite", "file:"+filepath.Join(s.dir, "plaintracer.db"))
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	for n, parts := range []string{`{"do":"chart.set","name":"Spoilt since"}`, `{"do":"step.drop","page":"p1","id":"nobody"}`} {
		if _, err := db.Exec(`INSERT INTO commands (chart, seq, client, n, person, body, at) VALUES (?, ?, 'window1', ?, ?, ?, 0)`, id, n+1, n+1, me.ID, `{"words":"x","parts":[`+parts+`]}`); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := db.Exec(`UPDATE charts SET seq = 2, name = 'Spoilt since' WHERE id = ?`, id); err != nil {
		t.Fatal(err)
	}
	b := s.browse(t)
	b.signIn()
	b.open("/charts/" + id) // the list does not read charts; that it cannot be read is found when it is opened
	if words := eval[string](b, `document.body.textContent`); !strings.Contains(words, "The list of charts offers ways out") {
		t.Errorf("opened, it says %q", words)
	}
	b.open("/charts")
	if n := eval[int](b, `document.querySelectorAll('.card').length`); n < 4 {
		t.Fatalf("%d cards", n)
	}
	card := `[...document.querySelectorAll('.card')].find(c => c.textContent.includes('Spoilt since'))`
	if !eval[bool](b, card+`.textContent.includes('This chart cannot be opened')`) {
		t.Error("the card does not say so")
	}
	if got := string(b.get("/charts/" + id + "/rest.json")); !strings.Contains(got, "snapshot") || !strings.Contains(got, "nobody") {
		t.Errorf("the rest is %.200s", got)
	}
	b.press("Go back")
	b.until("it can be opened", card+`?.querySelector('h2 a')`)
	b.edit("Spoilt since")
}

// Comments come in no faster than people write; guests cannot keep the owner from writing;
// the owner deletes what nobody wants; many of them come in parts.
func TestFloodOfComments(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	link := s.reviewLink(t)
	r, err := http.Get(s.url + link)
	if err != nil {
		t.Fatal(err)
	}
	page, _ := io.ReadAll(r.Body)
	r.Body.Close()
	token := regexp.MustCompile(`name="csrf" content="([^"]+)"`).FindSubmatch(page)[1]
	codes := map[int]int{}
	for i := range remarksFromOne + 10 {
		req, err := http.NewRequest("POST", s.url+link+"/comments", strings.NewReader(fmt.Sprintf("name=Flood&body=again+%d", i)))
		if err != nil {
			t.Fatal(err)
		}
		req.Header.Set("Content-Type", "application/x-www-form-urlencoded")
		req.Header.Set(tokenHeader, string(token))
		a, err := http.DefaultClient.Do(req)
		if err != nil {
			t.Fatal(err)
		}
		a.Body.Close()
		codes[a.StatusCode]++
	}
	if codes[200] != remarksFromOne || codes[429] != 10 {
		t.Errorf("answers %v", codes)
	}
	l, err := s.store.Link(strings.TrimPrefix(link, "/review/"))
	if err != nil {
		t.Fatal(err)
	}
	for i := range 60 {
		if _, err := s.store.AddRemark(store.Remark{Chart: l.Chart, Author: "Guest", Body: fmt.Sprint("remark ", i)}); err != nil {
			t.Fatal(err)
		}
	}
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.until("the comments", `document.querySelector('#comment-count').textContent === '82'`)
	b.run(clickOn("[data-act=margin]"))
	if n := eval[int](b, `document.querySelectorAll('.remark').length`); n != store.RemarksAtOnce {
		t.Errorf("%d comments come at once", n)
	}
	b.press("Later ›")
	b.until("the others", `document.querySelectorAll('.remark').length === 32`)
	if _, err := s.store.AddRemark(store.Remark{Chart: l.Chart, Author: "Guest", Body: "another"}); err != nil {
		t.Fatal(err)
	}
	eval[bool](b, `document.body.dispatchEvent(new CustomEvent('comments'))`)
	b.until("one more, where one is", `document.querySelectorAll('.remark').length === 33`)
	eval[bool](b, `(window.confirm = () => true, true)`)
	eval[bool](b, `([...document.querySelectorAll('.remark')].find(e => e.textContent.includes('remark 59')).querySelector('[hx-post*="/delete"]').click(), true)`)
	b.until("it is gone", `document.querySelector('#comment-count').textContent === '82'`)
	// A comment of one's own is shown where it is; a long one, and many answers, alone.
	b.until("one is still there", `document.querySelectorAll('.remark').length === 32`)
	long := strings.Repeat("So it goes on. ", 500)
	of, err := s.store.AddRemark(store.Remark{Chart: l.Chart, Author: "Guest", Body: long})
	if err != nil {
		t.Fatal(err)
	}
	for i := range 60 {
		if _, err := s.store.AddRemark(store.Remark{Chart: l.Chart, Author: "Guest", Answers: of.ID, Body: fmt.Sprint("answer ", i)}); err != nil {
			t.Fatal(err)
		}
	}
	eval[bool](b, `document.body.dispatchEvent(new CustomEvent('comments'))`)
	b.press("Read all 60 answers")
	b.until("it alone", `document.querySelectorAll('.remark').length === 1 && document.querySelectorAll('.reply').length === 50`)
	if got := eval[string](b, `document.querySelector('.remark .body').textContent`); got != strings.TrimSpace(long) {
		t.Errorf("alone it has %d characters", len(got))
	}
	eval[bool](b, `(document.querySelector('.answer textarea').value = 'The last word', document.querySelector('.answer button').click(), true)`)
	b.until("the answer, among the last", `document.querySelectorAll('.reply').length === 11 && document.querySelector('.remarks').textContent.includes('The last word')`)
	b.press("All comments")
	b.until("all again", `document.querySelectorAll('.remark').length === 50`)
}

// What is sent of comments is bounded, whatever is asked for.
func TestCommentsAtOnce(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	link := s.reviewLink(t)
	l, err := s.store.Link(strings.TrimPrefix(link, "/review/"))
	if err != nil {
		t.Fatal(err)
	}
	long := strings.Repeat("x", 10000)
	for range 60 {
		of, err := s.store.AddRemark(store.Remark{Chart: l.Chart, Author: "Guest", Body: long})
		if err != nil {
			t.Fatal(err)
		}
		for range 6 {
			if _, err := s.store.AddRemark(store.Remark{Chart: l.Chart, Author: "Guest", Answers: of.ID, Body: long}); err != nil {
				t.Fatal(err)
			}
		}
	}
	for _, asks := range []string{"", "?show=5000", "?from=-1", "?from=100000000000000000000", "?from=120", "?thread=nobody&from=7"} {
		r := s.do(t, "GET", link+"/comments"+asks, "", "", "", nil)
		if b := body(t, r); r.StatusCode != 200 || len(b) > 1<<20 || !strings.Contains(b, "xxx") {
			t.Errorf("%q: %d, %d bytes", asks, r.StatusCode, len(b))
		}
	}
}

// A hundred readers of a chart cost one drawing; the next command makes a new one.
func TestReadersShareADrawing(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	srv := &Server{store: s.store, workQueue: newWorkQueue(), drawings: newDrawings()}
	me, err := s.store.Session(mustSession(t, s))
	if err != nil {
		t.Fatal(err)
	}
	c := chart.New("Read by many")
	id, err := s.store.AddChart(me.ID, c)
	if err != nil {
		t.Fatal(err)
	}
	got := make(chan *drawing, 100)
	for range 100 {
		go func() {
			d, err := srv.drawn(t.Context(), id)
			if err != nil {
				t.Error(err)
			}
			got <- d
		}()
	}
	first := <-got
	for range 99 {
		if d := <-got; d != first {
			t.Fatal("it was drawn more than once")
		}
	}
	name := "Changed"
	if _, _, err := s.store.Append(id, me.ID, "window1", []store.Incoming{{N: 1, Command: chart.Command{Words: "rename", Parts: []chart.Part{{Do: "chart.set", Name: &name}}}}}, func([]store.Logged) {}); err != nil {
		t.Fatal(err)
	}
	if d, err := srv.drawn(t.Context(), id); err != nil || d == first || d.name != name {
		t.Errorf("after a change the drawing is of %q: %v", d.name, err)
	}
}

// Pictures are bounded, and what is no number is refused in words.
func TestPictureLimits(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	cookie := mustSession(t, s)
	c := chart.New("Large sheet")
	c.Pages[0].W, c.Pages[0].H = 40000, 30000
	id := s.keepChart(t, c)
	for _, scale := range []string{"NaN", "Inf", "-1", "0", "0.5", "3.01", "10", "1e9", "two"} {
		r := s.do(t, "GET", "/charts/"+id+"/export?format=png&scale="+scale, cookie, "", "", nil)
		if b := body(t, r); r.StatusCode != 400 || !strings.Contains(b, "expected 1, 2 or 3") {
			t.Errorf("scale=%s: %d %s", scale, r.StatusCode, b)
		}
	}
	r := s.do(t, "GET", "/charts/"+id+"/export?format=png&scale=1", cookie, "", "", nil)
	if b := body(t, r); r.StatusCode != 400 || !strings.Contains(b, "40000 x 30000 pixels is too large") {
		t.Errorf("a picture of 1.2 billion pixels: %d %.200s", r.StatusCode, b)
	}
	r = s.do(t, "GET", "/charts/"+id+"/export?format=png", cookie, "", "", nil)
	if r.Body.Close(); r.StatusCode != 200 {
		t.Errorf("at a scale that fits: %d", r.StatusCode)
	}
}
