package web

import (
	"context"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/css"
	"github.com/chromedp/cdproto/dom"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/cdproto/storage"
	"github.com/chromedp/chromedp"
)

// chromium is the one browser in which all tests have their windows: the shell, where it is installed, which has
// everything that draws pages and nothing that saves passwords or fills in forms. (That went through all fields of
// a page whenever one changed; the tests took a fifth longer.)
var chromium = sync.OnceValue(func() context.Context {
	opts := append(chromedp.DefaultExecAllocatorOptions[:], chromedp.NoSandbox, chromedp.WindowSize(1280, 800), chromedp.WSURLReadTimeout(3*patience()),
		chromedp.Flag("disable-gpu", true), chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true), chromedp.Flag("font-render-hinting", "none"))
	if shell, err := exec.LookPath("chromium-headless-shell"); err == nil {
		opts = append(opts, chromedp.ExecPath(shell))
	}
	if os.Getenv("BENCH") == "" { // nothing runs long enough to be worth compiling twice
		opts = append(opts, chromedp.Flag("js-flags", "--liftoff-only"))
	}
	alloc, stop := chromedp.NewExecAllocator(context.Background(), opts...)
	ctx, cancel := chromedp.NewContext(alloc)
	if err := chromedp.Do(ctx); err != nil {
		panic(err)
	}
	endChromium = func() { cancel(); stop() }
	return ctx
})

var endChromium = func() {}

// window is one of headless Chromium, 1280x800, with cookies and storage of its own. One test
// after the other has it, since the core, once compiled in a window, is there at once for the next.
type window struct {
	ctx context.Context
	end context.CancelFunc

	mu      sync.Mutex
	console []string // what scripts and the browser said, for a test that fails
}

// free are the windows that no test has.
var free struct {
	sync.Mutex
	all []*window
}

// openWindow takes a free window, or opens one.
func openWindow() (*window, error) {
	free.Lock()
	if n := len(free.all); n > 0 {
		w := free.all[n-1]
		free.all = free.all[:n-1]
		free.Unlock()
		return w, nil
	}
	free.Unlock()
	w := &window{}
	w.ctx, w.end = chromedp.NewContext(chromium(), chromedp.WithNewBrowserContext())
	// The first use of a window's context has no limit, which would end the window.
	if err := chromedp.Do(w.ctx); err != nil {
		return nil, err
	}
	if err := chromedp.Listen(w.ctx, w.listen); err != nil {
		return nil, err
	}
	// What watches elements, styles and requests takes a third of the time of a page that is drawn all the time, and
	// our tests ask the page itself.
	for _, off := range []func() error{
		func() error { return call(w.ctx, css.Disable, cdp.Empty{}) },
		func() error { return call(w.ctx, dom.Disable, cdp.Empty{}) },
		func() error { return call(w.ctx, network.Disable, cdp.Empty{}) },
	} {
		if err := off(); err != nil {
			return nil, err
		}
	}
	// Windows lie beside each other: each believes that it has the focus.
	return w, call(w.ctx, emulation.SetFocusEmulationEnabled, emulation.SetFocusEmulationEnabledParams{Enabled: true})
}

// call is one of the protocol's commands, of whose answer only the error matters.
func call[P, R any](ctx context.Context, c cdp.Command[P, R], params P) error {
	return chromedp.Do(ctx, chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		_, err := cdp.Call(ctx, t, c, params)
		return err
	}))
}

// giveBack makes a window as if it were new for the next test, or ends it.
func (w *window) giveBack(t testing.TB, origin string) {
	if t.Failed() {
		w.keepWhatIsSeen(t)
		w.end()
		return
	}
	ctx, stop := context.WithTimeout(w.ctx, patience())
	defer stop()
	w.mu.Lock()
	w.console = nil
	w.mu.Unlock()
	for _, clean := range []func() error{
		func() error { return chromedp.Do(ctx, chromedp.Navigate("about:blank")) },
		func() error { return call(ctx, network.ClearBrowserCookies, cdp.Empty{}) },
		func() error {
			return call(ctx, storage.ClearDataForOrigin, storage.ClearDataForOriginParams{Origin: origin, StorageTypes: "all"})
		},
	} {
		if clean() != nil {
			w.end()
			return
		}
	}
	free.Lock()
	defer free.Unlock()
	free.all = append(free.all, w)
}

// listen keeps what is said on the console.
func (w *window) listen(ev any) {
	w.mu.Lock()
	defer w.mu.Unlock()
	switch e := ev.(type) {
	case *page.EventJavascriptDialogOpening: // a page that is left with changes asks first
		go call(w.ctx, page.HandleJavaScriptDialog, page.HandleJavaScriptDialogParams{Accept: true})
	case *runtime.EventConsoleAPICalled:
		line := string(e.Type) + ":"
		for _, a := range e.Args {
			line += " " + string(a.Value) + a.Description
		}
		w.console = append(w.console, line)
	case *runtime.EventExceptionThrown:
		line := "uncaught: " + e.ExceptionDetails.Text
		if x := e.ExceptionDetails.Exception; x != nil {
			line += " " + x.Description
		}
		w.console = append(w.console, line)
	}
}

// keepWhatIsSeen leaves a picture of the window and its console where a failed test says.
func (w *window) keepWhatIsSeen(t testing.TB) {
	dir, err := os.MkdirTemp("", "plaintracer-"+strings.ReplaceAll(t.Name(), "/", "-")+"-")
	if err != nil {
		t.Log(err)
		return
	}
	ctx, end := context.WithTimeout(w.ctx, patience())
	defer end()
	if png, err := chromedp.Run(ctx, chromedp.CaptureScreenshot()); err == nil {
		os.WriteFile(filepath.Join(dir, "page.png"), png, 0o600)
	}
	w.mu.Lock()
	defer w.mu.Unlock()
	os.WriteFile(filepath.Join(dir, "console.txt"), []byte(strings.Join(w.console, "\n")), 0o600)
	t.Logf("a picture of the window and its console are in %s", dir)
}
