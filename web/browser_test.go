package web

import (
	"context"
	"fmt"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/dom"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/demo"
)

// browser is a test's window on a site.
type browser struct {
	t    testing.TB
	ctx  context.Context
	site *site
	url  string
}

func (s *site) browse(t testing.TB) *browser {
	t.Helper()
	w, err := openWindow()
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { w.giveBack(t, s.url) })
	b := &browser{t, w.ctx, s, s.url}
	b.run(chromedp.EmulateViewport(1280, 800))
	return b
}

// run does what a person does. An action takes as long as the page moves at most: three times
// the patience of a wait, since some of them wait for the page themselves.
func (b *browser) run(actions ...chromedp.Action[chromedp.Void]) {
	b.t.Helper()
	ctx, end := context.WithTimeout(b.ctx, 3*patience())
	defer end()
	if err := chromedp.Do(ctx, actions...); err != nil {
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
	ctx, end := context.WithCancel(b.ctx)
	defer end()
	go impatient(ctx, end)
	v, err := chromedp.Run(ctx, chromedp.Evaluate[T](script, chromedp.EvalAwaitPromise))
	if err != nil {
		b.t.Fatalf("%s: %v", script, err)
	}
	return v
}

// impatient ends what goes on for three times as long as something may stand still, by how slow the machine is at that
// moment.
func impatient(ctx context.Context, end func()) {
	for began := time.Now(); ; {
		select {
		case <-ctx.Done():
			return
		case <-time.After(patience()):
		}
		if gone := time.Since(began); gone > 3*patience() && gone.Seconds() > 3*20*slowness() {
			end()
			return
		}
	}
}

// moves tells two moments of a page apart in which something has happened.
const moves = `location.href + document.readyState + document.documentElement.innerHTML.length + ' ' + performance.getEntriesByType('resource').length`

// until waits for a script to give true, for as long as the page moves.
func (b *browser) until(what, script string) {
	b.t.Helper()
	ask := "(() => { let ok = false; try { ok = !!(" + script + "); } catch {} return ok ? 'there' : " + moves + "; })()"
	last := ""
	var err error
	came := steadily(func() (there, moved bool) {
		ctx, end := context.WithTimeout(b.ctx, patience())
		defer end()
		// In the middle of a navigation there is nothing to ask.
		now, e := chromedp.Run(ctx, chromedp.Evaluate[string](ask))
		if err = b.ctx.Err(); err != nil {
			return true, false
		}
		if e != nil {
			return false, false
		}
		moved, last = now != last, now
		return now == "there", moved
	})
	if err != nil {
		b.t.Fatalf("%s: %v", what, err)
	}
	if !came {
		b.t.Fatalf("did not come: %s", what)
	}
}

// signIn gives the window a session of the demo's person.
func (b *browser) signIn() {
	b.t.Helper()
	cookie := mustSession(b.t, b.site)
	if err := call(b.ctx, network.SetCookie, network.SetCookieParams{Name: sessionCookie, Value: cookie, URL: b.url}); err != nil {
		b.t.Fatal(err)
	}
}

// signInByHand does it as people do.
func (b *browser) signInByHand() {
	b.t.Helper()
	b.open("/sign-in")
	b.run(typeInto("[name=email]", demo.Email), typeInto("[name=password]", demo.Password), clickOn("main button"))
	b.until("the charts", `document.querySelector('.card')`)
}

// undoTo presses undo until the chart is what it was.
func (b *browser) undoTo(was string) {
	b.t.Helper()
	b.run(focusOn("#desk"))
	for range 20 {
		if eval[string](b, `editor.core.chart()`) == was {
			return
		}
		b.key("z", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	}
	b.t.Error("undone, the chart is another")
}

// blank makes an empty chart and opens it.
func (b *browser) blank() {
	b.t.Helper()
	b.openChart(b.site, chart.New("Untitled chart"))
}

// edit opens the chart of that name in the editor.
func (b *browser) edit(name string) {
	b.t.Helper()
	all, err := b.site.store.Charts(b.site.person(b.t), false)
	if err != nil {
		b.t.Fatal(err)
	}
	for _, c := range all {
		if c.Name == name {
			b.open("/charts/" + c.ID)
			b.until("the editor", `document.body.dataset.ready`)
			return
		}
	}
	b.t.Fatalf("there is no chart %q", name)
}

// there waits in the page until an element is seen, brings it into sight and gives its middle.
func there(ctx context.Context, t *chromedp.Target, selector string) (x, y float64, err error) {
	at, err := chromedp.Evaluate[[]float64](fmt.Sprintf(`new Promise((ok) => {
	  const look = () => {
	    const e = document.querySelector(%q);
	    if (!e || !e.getClientRects().length) return requestAnimationFrame(look);
	    e.scrollIntoView({ block: 'nearest', inline: 'nearest' });
	    const r = e.getBoundingClientRect();
	    ok([r.left + r.width / 2, r.top + r.height / 2]);
	  };
	  look();
	})`, selector), chromedp.EvalAwaitPromise)(ctx, t)
	if err != nil {
		return 0, 0, fmt.Errorf("%s: %w", selector, err)
	}
	return at[0], at[1], nil
}

// clickOn presses and lets go on the middle of an element.
func clickOn(selector string) chromedp.Action[chromedp.Void] {
	return chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		x, y, err := there(ctx, t, selector)
		if err != nil {
			return err
		}
		_, err = chromedp.MouseClickXY(x, y)(ctx, t)
		return err
	})
}

// focusOn gives an element the focus.
func focusOn(selector string) chromedp.Action[chromedp.Void] {
	return chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		if _, _, err := there(ctx, t, selector); err != nil {
			return err
		}
		_, err := chromedp.Evaluate[bool](fmt.Sprintf(`(document.querySelector(%q).focus(), true)`, selector))(ctx, t)
		return err
	})
}

// typeInto gives an element the focus and types.
func typeInto(selector, text string) chromedp.Action[chromedp.Void] {
	return chromedp.Steps(focusOn(selector), chromedp.KeyEvent(text))
}

// chooseFile puts a file into a field for files, which need not be seen.
func chooseFile(selector, path string) chromedp.Action[chromedp.Void] {
	return chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		r, err := cdp.Call(ctx, t, runtime.Evaluate, runtime.EvaluateParams{Expression: fmt.Sprintf("document.querySelector(%q)", selector)})
		if err != nil {
			return err
		}
		_, err = cdp.Call(ctx, t, dom.SetFileInputFiles, dom.SetFileInputFilesParams{ObjectID: r.Result.ObjectID, Files: []string{path}})
		return err
	})
}
