package web

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"plaintracer/core/chart"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// crammed has pages whose lines take as long as any: every step leads to every later one,
// in lanes.
func crammed(pages, steps int) *chart.Chart {
	c := chart.New("Crammed")
	for n := range pages {
		p := c.Pages[0]
		if n > 0 {
			p = &chart.Page{ID: fmt.Sprint("p", n+1), Frame: p.Frame}
			c.Pages = append(c.Pages, p)
		}
		for i := range 4 {
			p.Lanes = append(p.Lanes, &chart.Lane{ID: fmt.Sprint("l", n, "-", i), Name: "Lane", Size: 160})
		}
		for i := range steps {
			s := &chart.Step{ID: fmt.Sprint("s", n, "-", i), Symbol: symbol.Process, Lane: fmt.Sprint("l", n, "-", i%4), X: 80 + float64(i/4)*200, Y: 40, W: 120, H: 60}
			p.Steps = append(p.Steps, s)
			for j := range i {
				p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", n, "-", i, "-", j), Meaning: chart.Flow, From: chart.End{Step: fmt.Sprint("s", n, "-", j)}, To: chart.End{Step: s.ID}})
			}
		}
		p.W, p.H, p.Frame.W = 100+float64(steps)*50, 900, float64(steps)*50
	}
	return c
}

// Work for a caller who has hung up ends; nothing else waits for it.
func TestHungUpDrawingEnds(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	id := s.keepChart(t, crammed(1, 90))
	session := mustSession(t, s)
	ctx, hangUp := context.WithCancel(t.Context())
	req, _ := http.NewRequestWithContext(ctx, "GET", s.url+"/charts/"+id+"/export?format=svg&job=abc", nil)
	req.Header.Set("Cookie", sessionCookie+"="+session)
	gone := make(chan error, 1)
	go func() { _, err := http.DefaultClient.Do(req); gone <- err }()
	s.job(t, session, "abc", "working")
	hangUp()
	if err := <-gone; !errors.Is(err, context.Canceled) {
		t.Fatalf("it was answered: %v", err)
	}
	s.job(t, session, "abc", "done")

	var comp sheet.Composer
	c := crammed(1, 90)
	ctx, stop := context.WithCancel(t.Context())
	time.AfterFunc(100*time.Millisecond, stop)
	if _, err := comp.ComposeContext(ctx, c, c.Pages[0]); !errors.Is(err, context.Canceled) {
		t.Errorf("composing goes on after its context has ended: %v", err)
	}
}

// keepChart stores a chart of the demo's person.
func (s *site) keepChart(t testing.TB, c *chart.Chart) string {
	t.Helper()
	id, err := s.store.AddChart(s.person(t), c)
	if err != nil {
		t.Fatal(err)
	}
	return id
}

// job waits until a job of the demo's person is in a state.
func (s *site) job(t *testing.T, session, name, state string) {
	t.Helper()
	eventually(t, fmt.Sprintf("job %s is %s", name, state), func() bool {
		req, _ := http.NewRequest("GET", s.url+"/jobs/"+name, nil)
		req.Header.Set("Cookie", sessionCookie+"="+session)
		r, err := http.DefaultClient.Do(req)
		if err != nil {
			t.Fatal(err)
		}
		b, _ := io.ReadAll(r.Body)
		r.Body.Close()
		return strings.Contains(string(b), `"`+state+`"`)
	})
}

// Jobs have their turns in order, no more than two at once; a long line refuses others in
// words.
func TestWorkshop(t *testing.T) {
	t.Parallel()
	w := newWorkQueue()
	hold, ended := make(chan bool), make(chan error)
	work := func(context.Context) error { <-hold; return nil }
	for i := range mostAtWork + mostWaiting {
		name := fmt.Sprint("job ", i)
		go func() { ended <- w.do(t.Context(), w.places, name, "me", work) }()
		want := progress{"working", 0}
		if i >= mostAtWork {
			want = progress{"waiting", i - mostAtWork}
		}
		eventually(t, fmt.Sprint(name, " is ", want), func() bool { return w.progress(name, "me") == want })
	}
	if err := w.do(t.Context(), w.places, "late", "me", work); err == nil || err.Error() != busy {
		t.Errorf("one more is taken: %v", err)
	}
	if p := w.progress("job 0", "somebody else"); p.State != "none" {
		t.Errorf("somebody else is told of a job: %v", p)
	}
	close(hold)
	for range mostAtWork + mostWaiting {
		if err := <-ended; err != nil {
			t.Error(err)
		}
	}
}

// A connection that the other side closed counts as hung up, an open one does not, and
// nothing that was sent is read away.
func TestHungUp(t *testing.T) {
	t.Parallel()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer l.Close()
	mine, err := net.Dial("tcp", l.Addr().String())
	if err != nil {
		t.Fatal(err)
	}
	theirs, err := l.Accept()
	if err != nil {
		t.Fatal(err)
	}
	defer theirs.Close()
	if hungUp(theirs) {
		t.Error("an open connection counts as hung up")
	}
	fmt.Fprint(mine, "x")
	time.Sleep(20 * time.Millisecond)
	if hungUp(theirs) {
		t.Error("one with something to read counts as hung up")
	}
	b := make([]byte, 1)
	if _, err := theirs.Read(b); err != nil || b[0] != 'x' {
		t.Errorf("what was sent is gone: %q %v", b, err)
	}
	mine.Close()
	eventually(t, "a closed connection counts as hung up", func() bool { return hungUp(theirs) })
}

// stopped has the page press Stop when its dialog says that it is at work, and note what it said. The page is asked
// afterwards, since it answers nothing while it goes to the next one.
const stopped = `window.told = '', setInterval(() => {
	  const d = document.querySelector('dialog[open]');
	  if (!d || !/At work for \d+ s/.test(d.querySelector('[role=status]').textContent)) return;
	  const stop = d.querySelector('button'), r = stop.getBoundingClientRect();
	  window.told = stop.textContent + ' of ' + (r.width >= 24 && r.height >= 24 ? 'a good size' : r.width + ' x ' + r.height);
	  stop.click();
	}, 20)`

// A page says how far its job is, in the middle of it, and stops it: the chart would keep any machine at work for
// longer than the end of the job is waited for.
func TestJobIsToldAndStopped(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	id := s.keepChart(t, crammed(24, 90))
	b := s.browse(t)
	b.signIn()
	b.open("/charts/bin")
	eval[bool](b, `(`+stopped+`, document.body.insertAdjacentHTML('beforeend', '<form id="ask" method="get" action="/charts/`+id+`/export" data-job="Export" data-download><input type="hidden" name="format" value="pdf"></form>'), document.getElementById('ask').requestSubmit(), true)`)
	b.until("it is stopped", `window.told && !document.querySelector('dialog[open]')`)
	if told := eval[string](b, `window.told`); told != "Stop of a good size" {
		t.Errorf("it says %s", told)
	}
	s.job(t, mustSession(t, s), eval[string](b, `document.querySelector('#ask [name=job]').value`), "done")
}

// Opening a large table says so, and stopped in the middle it leaves nothing behind. The
// page is asked afterwards, since it answers nothing while it goes to the next one.
func TestOpeningAFileIsStopped(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.open("/charts")
	file := filepath.Join(t.TempDir(), "large.csv")
	if err := os.WriteFile(file, benchTable(10000), 0o600); err != nil {
		t.Fatal(err)
	}
	b.press("Open a file Steps table (.csv), steps as text (.txt) or chart file (.json)")
	b.run(chooseFile("[name=file]", file))
	eval[bool](b, `(window.told = '', setInterval(() => {
	  const d = document.querySelector('dialog[open]');
	  if (!d || !/At work/.test(d.innerText)) return;
	  window.told = d.innerText;
	  d.querySelector('button').click();
	}, 20), setTimeout(() => [...document.querySelectorAll('.start-form button')].find(x => x.textContent === 'Open').click(), 100), true)`)
	b.until("it is told and stopped", `window.told !== '' && !document.querySelector('dialog[open]')`)
	if told := eval[string](b, `window.told`); !strings.HasPrefix(told, "Opening the file") {
		t.Errorf("it says %q", told)
	}
	s.job(t, mustSession(t, s), eval[string](b, `document.querySelector('[action$=open] [name=job]').value`), "done")
	if n := eval[int](b, `(async () => (await (await fetch('/charts')).text()).split('class="card"').length - 1)()`); n != 6 {
		t.Errorf("there are %d charts", n)
	}
}
