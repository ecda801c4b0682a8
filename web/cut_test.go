package web

import (
	"context"
	"fmt"
	"io"
	"net"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/demo"
	"plaintracer/store"
)

// line is what a browser reaches a server through; it can be cut and mended.
type line struct {
	t        *testing.T
	to, addr string
	mu       sync.Mutex
	ln       net.Listener
	open     map[net.Conn]bool
}

func newLine(t *testing.T, url string) *line {
	t.Helper()
	l := &line{t: t, to: strings.TrimPrefix(url, "http://"), addr: "127.0.0.1:0", open: map[net.Conn]bool{}}
	l.mend()
	t.Cleanup(l.cut)
	return l
}

// mend lets connections through again, at the same address.
func (l *line) mend() {
	l.t.Helper()
	var err error
	for range 50 { // the address is free in a moment
		if l.ln, err = net.Listen("tcp", l.addr); err == nil {
			break
		}
		time.Sleep(20 * time.Millisecond)
	}
	if err != nil {
		l.t.Fatal(err)
	}
	l.addr = l.ln.Addr().String()
	go func(ln net.Listener) {
		for {
			a, err := ln.Accept()
			if err != nil {
				return
			}
			b, err := net.Dial("tcp", l.to)
			if err != nil {
				a.Close()
				continue
			}
			l.mu.Lock()
			l.open[a], l.open[b] = true, true
			l.mu.Unlock()
			pipe := func(to, from net.Conn) {
				io.Copy(to, from)
				to.Close()
				from.Close()
				l.mu.Lock()
				delete(l.open, to)
				delete(l.open, from)
				l.mu.Unlock()
			}
			go pipe(a, b)
			go pipe(b, a)
		}
	}(l.ln)
}

// cut ends all connections and refuses new ones.
func (l *line) cut() {
	l.ln.Close()
	l.mu.Lock()
	defer l.mu.Unlock()
	for c := range l.open {
		c.Close()
	}
}

const disk = `document.querySelector('#disk').textContent`

// The line is cut in the middle of typing and of a drag, twenty changes go on, it comes
// back: said plainly at every stage, and nothing is lost.
func TestCutInTheMiddle(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	l := newLine(t, s.url)
	b := (&site{"http://" + l.addr, s.store, s.dir}).browse(t)
	b.signIn()
	b.edit("Packing a crate")
	id := eval[string](b, `document.body.dataset.chart`)
	b.until("the live channel", `editor.live.heard > 0`)
	server := func() *chart.Page {
		c, _, err := s.store.Chart(id)
		if err != nil {
			t.Fatal(err)
		}
		return c.Pages[0]
	}
	said := func(what, want string) {
		t.Helper()
		b.until(what+", it says "+want, fmt.Sprintf(`%s.startsWith(%q)`, disk, want))
	}

	// In the middle of typing.
	x, y := b.middle(b.page().Steps[1].Text)
	first := b.page().Steps[1].ID
	b.double(x, y)
	b.key("Said while ")
	eval[bool](b, `(window.__cut = 0, window.__seen = 0, new MutationObserver(() => { if (!window.__seen && document.querySelector('#disk').textContent.startsWith('offline')) window.__seen = performance.now(); }).observe(document.querySelector('#disk'), { childList: true, characterData: true, subtree: true }), window.__cut = performance.now(), true)`)
	l.cut()
	said("cut while typing", "offline")
	if ms := eval[float64](b, `window.__seen - window.__cut`); ms > 2000 {
		t.Errorf("the bar says so after %.0f ms", ms)
	}
	b.key("cut off\r")
	if got := b.page().Step(first).Text; got != "Said while cut off" {
		t.Errorf("typed is %q", got)
	}
	said("a change", "offline: 1 change kept")
	// What needs the server says so, and waits.
	b.press("Share for review")
	b.until("the reason", `document.querySelector('#panel').textContent.includes('offline')`)
	b.press("Close")
	for i := range 20 {
		eval[bool](b, fmt.Sprintf(`(editor.core.act('row-text', JSON.stringify({id: 's%d', text: 'Change %d'})), true)`, i%5+3, i))
	}
	said("twenty more", "offline: 21 changes kept")
	b.press("Export")
	b.until("the reason", `document.querySelector('#panel').textContent.includes('offline')`)
	l.mend()
	said("mended", "on disk")
	b.until("the panel that was asked for", `document.querySelector('#panel form[action]')`)
	b.press("Close")
	if p := server(); p.Step(first).Text != "Said while cut off" || p.Step("s7").Text != "Change 19" {
		t.Errorf("on the server it says %q and %q", p.Step(first).Text, p.Step("s7").Text)
	}

	// In the middle of a drag.
	x, y = b.middle("Said while cut off")
	b.drag(x, y, x+64, y, func() {
		l.cut()
		said("cut in a drag", "offline")
	})
	moved := b.page().Step(first).X
	l.mend()
	b.saved()
	if got := server().Step(first).X; got != moved {
		t.Errorf("dragged to %v, on the server %v", moved, got)
	}

	// Cut for so long that the others did too much to be sent after it: the chart comes anew, with what was done here.
	l.cut()
	said("cut for long", "offline")
	eval[bool](b, `(window.before = true, editor.core.act('row-text', JSON.stringify({id: 's5', text: 'Said far behind'})), true)`)
	var others []store.Incoming
	for n := range mostBehind + 1 {
		title := fmt.Sprint("Title ", n)
		others = append(others, store.Incoming{N: n + 1, Command: chart.Command{Words: "title", Parts: []chart.Part{{Do: "page.set", Page: b.page().ID, Title: &title}}}})
	}
	me, err := s.store.Session(b.cookie())
	if err != nil {
		t.Fatal(err)
	}
	if _, _, err := s.store.Append(id, me.ID, "another window", others, func([]store.Logged) {}); err != nil {
		t.Fatal(err)
	}
	l.mend()
	b.until("the chart anew", `!window.before && document.body.dataset.ready && window.editor`)
	b.saved()
	if p := b.page(); p.Step("s5").Text != "Said far behind" || p.Title != fmt.Sprint("Title ", mostBehind) || server().Step("s5").Text != "Said far behind" {
		t.Errorf("it says %q, %q; on the server %q", p.Step("s5").Text, p.Title, server().Step("s5").Text)
	}

	// The session ends: said, and signed in again where one is; nothing that waits is lost.
	cookie := b.cookie()
	if err := s.store.SignOut(cookie); err != nil {
		t.Fatal(err)
	}
	eval[bool](b, `(editor.core.act('row-text', JSON.stringify({id: 's4', text: 'Said signed out'})), true)`)
	b.until("the question", `document.querySelector('#signed-out').open`)
	said("signed out", "signed out: 1 change kept")
	b.run(typeInto("#signed-out [name=password]", "not the right one"))
	b.press("Sign in")
	b.until("the refusal", `document.querySelector('#signed-out [role=alert]').textContent.includes('wrong')`)
	eval[bool](b, `(document.querySelector('#signed-out [name=password]').value = '', true)`)
	b.run(typeInto("#signed-out [name=password]", demo.Password))
	b.press("Sign in")
	b.saved()
	if got := server().Step("s4").Text; got != "Said signed out" {
		t.Errorf("on the server it says %q", got)
	}
	// Idle, too, a window notices that its session has ended.
	if err := s.store.SignOut(b.cookie()); err != nil {
		t.Fatal(err)
	}
	b.until("the question again", `document.querySelector('#signed-out').open`)
}

// cookie is the window's session.
func (b *browser) cookie() string {
	b.t.Helper()
	out := ""
	b.run(chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		r, err := cdp.Call(ctx, t, network.GetCookies, network.GetCookiesParams{})
		if err != nil {
			return err
		}
		for _, c := range r.Cookies {
			if c.Name == sessionCookie {
				out = c.Value
			}
		}
		return nil
	}))
	return out
}
