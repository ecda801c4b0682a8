package web

import (
	"context"
	"fmt"
	"net"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/gofiber/fiber/v3"

	"plaintracer/demo"
	"plaintracer/store"
)

// site is a server on a free port of this machine, with the demo scenario.
type site struct {
	url   string
	store *store.Store
	dir   string
}

func newSite(t testing.TB) *site {
	t.Helper()
	dir := t.TempDir()
	s, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Fill(s); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return (&site{store: s, dir: dir}).as(t, Options{})
}

// as serves the same data with other options.
func (s *site) as(t testing.TB, o Options) *site {
	t.Helper()
	app, err := New(s.store, o)
	if err != nil {
		t.Fatal(err)
	}
	ln, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	go app.Listener(ln, fiber.ListenConfig{DisableStartupMessage: true})
	t.Cleanup(func() { app.ShutdownWithTimeout(3 * time.Second) })
	return &site{"http://" + ln.Addr().String(), s.store, s.dir}
}

// browser is a window of headless Chromium, 1280x800.
type browser struct {
	t   testing.TB
	ctx context.Context
	url string
}

func (s *site) browse(t testing.TB) *browser {
	t.Helper()
	opts := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.NoSandbox, chromedp.WindowSize(1280, 800),
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true), chromedp.Flag("font-render-hinting", "none"))
	alloc, stop := chromedp.NewExecAllocator(context.Background(), opts...)
	ctx, cancel := chromedp.NewContext(alloc)
	t.Cleanup(func() { cancel(); stop() })
	b := &browser{t, ctx, s.url}
	b.run(chromedp.EmulateViewport(1280, 800)) // starts the browser: no time limit on this one
	var end func()
	b.ctx, end = context.WithTimeout(ctx, 4*time.Minute)
	t.Cleanup(end)
	return b
}

func (b *browser) run(actions ...chromedp.Action[chromedp.Void]) {
	b.t.Helper()
	if err := chromedp.Do(b.ctx, actions...); err != nil {
		b.t.Fatal(err)
	}
}

func (b *browser) open(path string) {
	b.t.Helper()
	b.run(chromedp.Navigate(b.url + path))
}

// eval runs a script and returns what it gives, a promise's result included.
func eval[T any](b *browser, script string) T {
	b.t.Helper()
	v, err := chromedp.Run(b.ctx, chromedp.Evaluate[T](script, chromedp.EvalAwaitPromise))
	if err != nil {
		b.t.Fatalf("%s: %v", script, err)
	}
	return v
}

// until waits for a script to give true.
func (b *browser) until(what, script string) {
	b.t.Helper()
	for end := time.Now().Add(20 * time.Second); time.Now().Before(end); time.Sleep(30 * time.Millisecond) {
		// In the middle of a navigation there is nothing to ask.
		if ok, err := chromedp.Run(b.ctx, chromedp.Evaluate[bool]("(() => { try { return !!("+script+"); } catch { return false; } })()")); ok && err == nil {
			return
		} else if b.ctx.Err() != nil {
			b.t.Fatalf("%s: %v", what, b.ctx.Err())
		}
	}
	b.t.Fatalf("did not come: %s", what)
}

func (b *browser) signIn() {
	b.t.Helper()
	b.open("/sign-in")
	b.run(chromedp.SendKeys(chromedp.CSS("[name=email]"), demo.Email), chromedp.SendKeys(chromedp.CSS("[name=password]"), demo.Password), chromedp.Click(chromedp.CSS("main button")))
	b.until("the charts", `document.querySelector('.card')`)
}

// edit opens the chart of that name in the editor.
func (b *browser) edit(name string) {
	b.t.Helper()
	b.open("/charts")
	href := eval[string](b, fmt.Sprintf(`[...document.querySelectorAll('.card h2 a')].find(a => a.textContent === %q).getAttribute('href')`, name))
	b.open(href)
	b.until("the editor", `document.body.dataset.ready`)
}
