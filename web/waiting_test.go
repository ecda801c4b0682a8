package web

import (
	"testing"
)

// live is the module of the live channel, as the page has it.
const live = `(await import([...document.querySelectorAll('script[type=module]')].find(s => s.src.includes('/editor.js')).src.replace(/editor\.js.*/, 'live.js'))).Live`

// A window that finds no room for its channel says so, and tries again.
func TestNoRoomForTheChannel(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.until("the channel", `editor.live.socket?.readyState === 1`)
	eval[bool](b, `(() => {
	  const [real, later, live] = [fetch, setTimeout, editor.live];
	  let asked = 0;
	  window.fetch = (url, ...rest) => String(url).endsWith('/here') && asked++ === 0 ? Promise.resolve(new Response('There are too many windows.', { status: 429 })) : real(url, ...rest);
	  window.setTimeout = (f, ms, ...rest) => later(f, ms >= 15000 ? 300 : ms, ...rest);
	  live.socket.onclose = null;
	  live.socket.close();
	  Object.assign(live, { socket: null, heard: 0 }); // as a window that opens
	  live.connect();
	  return true;
	})()`)
	b.until("why", `document.body.textContent.includes('There are too many windows.')`)
	b.until("the channel again", `editor.live.socket?.readyState === 1`)
}

// What an earlier window left goes in batches, in order; it is kept until all of it is taken.
func TestLeftoversAreKeptUntilTaken(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	got := eval[[]int](b, `(async () => {
	  const Live = `+live+`;
	  for (let n = 450; n > 0; n--) localStorage.setItem('waiting some old ' + n, JSON.stringify({ n, command: {} }));
	  const left = () => Object.keys(localStorage).filter((k) => k.startsWith('waiting some ')).length;
	  const real = fetch, out = [], sent = [];
	  let fails = 2;
	  window.fetch = (url, o) => {
	    if (!String(url).includes('/charts/some/')) return real(url, o);
	    sent.push(JSON.parse(o.body).commands.map((c) => c.n));
	    return Promise.resolve(new Response('{}', { status: sent.length === fails ? 503 : 200 }));
	  };
	  await Live.leftovers('some');
	  out.push(sent.length, left());
	  sent.length = 0;
	  fails = 0;
	  await Live.leftovers('some');
	  const all = sent.flat();
	  out.push(sent.length, left(), all.length, +all.every((n, i) => n === i + 1));
	  return out;
	})()`)
	for i, want := range []int{2, 450, 3, 0, 450, 1} {
		if len(got) != 6 || got[i] != want {
			t.Fatalf("batches, kept, batches, kept, commands, in order: %v", got)
		}
	}
}
