package web

import (
	"encoding/base64"
	"fmt"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"testing"
	"time"

	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/format/csv"
)

// turns is how often each version has its turn.
const turns = 3

// TestBenchAgainst measures what is done on a large chart in this version and in the one that is built in the
// folder AGAINST, turn about, and prints the ratios. Both have the same charts.
func TestBenchAgainst(t *testing.T) {
	other := os.Getenv("AGAINST")
	if other == "" {
		t.Skip("run by make bench AGAINST=commit")
	}
	here, err := filepath.Abs("..")
	if err != nil {
		t.Fatal(err)
	}
	versions := [2]*browser{served(t, other), served(t, here)}
	for _, n := range []int{200, 1000} {
		c, err := csv.Read(benchTable(n), fmt.Sprintf("Bench %d", n))
		if err != nil {
			t.Fatal(err)
		}
		if err := layout.Chart(t.Context(), c, layout.Down); err != nil {
			t.Fatal(err)
		}
		file, err := chart.Marshal(c)
		if err != nil {
			t.Fatal(err)
		}
		for _, b := range versions {
			b.open("/charts")
			address := eval[string](b, fmt.Sprintf(uploadScript, base64.StdEncoding.EncodeToString(file)))
			b.run(chromedp.Navigate(address))
			b.until("the editor", `document.body.dataset.ready`)
		}
		var took [2]map[string][]float64
		var names []string
		for range turns {
			for i, b := range versions {
				eval[int](b, handScript)
				for {
					m := eval[*measured](b, `hand.next().then((r) => r.done ? null : r.value)`)
					if m == nil {
						break
					}
					if took[i] == nil {
						took[i] = map[string][]float64{}
					}
					if took[i][m.Name] == nil && i == 1 {
						names = append(names, m.Name)
					}
					took[i][m.Name] = append(took[i][m.Name], m.Frame)
					took[i][m.Name+", core"] = append(took[i][m.Name+", core"], m.Core)
				}
			}
		}
		for _, name := range names {
			if took[0][name] == nil {
				t.Logf("%d steps, %s: %.1f ms now, %.1f in the core; the other version cannot do it", n, name, median(took[1][name]), median(took[1][name+", core"]))
				continue
			}
			was, is := median(took[0][name]), median(took[1][name])
			wasCore, isCore := median(took[0][name+", core"]), median(took[1][name+", core"])
			t.Logf("%d steps, %s: %.1f ms before, %.1f ms now, ratio %.2f; in the core %.1f and %.1f ms, ratio %.2f",
				n, name, was, is, is/was, wasCore, isCore, isCore/wasCore)
		}
	}
}

type measured struct {
	Name        string
	Frame, Core float64 // ms, medians
}

func median(of []float64) float64 {
	if len(of) == 0 {
		return 0
	}
	slices.Sort(of)
	return of[len(of)/2]
}

// served runs the program that is built in a folder with demo data, and signs in in a window of its own.
func served(t *testing.T, folder string) *browser {
	t.Helper()
	ln, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	address := ln.Addr().String()
	ln.Close()
	cmd := exec.Command(filepath.Join(folder, "bin", "plaintracer"), "demo", "--addr", address, "--data", t.TempDir())
	if err := cmd.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { cmd.Process.Kill(); cmd.Wait() })
	for {
		if c, err := net.Dial("tcp", address); err == nil {
			c.Close()
			break
		}
		if err := t.Context().Err(); err != nil {
			t.Fatal(err)
		}
		time.Sleep(50 * time.Millisecond)
	}
	b := (&site{url: "http://" + address}).browse(t)
	b.signInByHand()
	return b
}

// uploadScript opens a chart file, as the page of charts does, and tells the editor's address.
const uploadScript = `(async () => {
  const bytes = Uint8Array.from(atob(%q), (c) => c.charCodeAt(0));
  const form = new FormData();
  form.append('file', new File([bytes], 'bench.json'));
  form.append('csrf', document.querySelector('meta[name=csrf]').content);
  const answer = await fetch('/charts/open', { method: 'POST', body: form, headers: { 'X-Csrf-Token': document.querySelector('meta[name=csrf]').content } });
  if (!answer.ok) throw new Error(await answer.text());
  return answer.url;
})()`

// handScript makes window.hand, which does what the hand does most, one thing after the other, and measures each time
// from the event to a page that is styled and laid out.
const handScript = `window.hand = (async function* () {
  const { core } = editor, raw = {};
  let inside = 0;
  if (!window.warm) await editor.rehearsed;
  window.warm = true;
  for (const name of ['pointer', 'key', 'do', 'type', 'caret']) {
    raw[name] = tracer[name];
    tracer[name] = (...a) => { const t = performance.now(), r = raw[name](...a); inside += performance.now() - t; return r; };
  }
  const p = JSON.parse(core.chart()).pages[0];
  const deg = {};
  for (const l of p.connectors) for (const e of [l.from, l.to]) if (e.step) deg[e.step] = (deg[e.step] || 0) + 1;
  const busiest = p.steps.find((s) => s.id === Object.keys(deg).sort((a, b) => deg[b] - deg[a])[0]);
  let top = 0;
  if (busiest.lane) { top = p.frame.y; for (const l of p.lanes) { if (l.id === busiest.lane) break; top += l.size; } }
  const x = busiest.x + busiest.w / 2, y = top + busiest.y + busiest.h / 2;
  const at = (type, x, y) => core.pointer(type, x, y, 0, false, false, false, 1);
  const move = (i) => at('move', x + 150 * Math.sin(i / 9), y + 60 * Math.sin(i / 5));
  const middle = (of) => of.sort((a, b) => a - b)[of.length >> 1];
  const measure = async (Name, times, act) => {
    const frames = [], cores = [];
    for (let i = 1; i <= times; i++) {
      await new Promise(requestAnimationFrame);
      inside = 0;
      const t = performance.now();
      act(i);
      document.body.offsetHeight;
      document.querySelector('#drawing').getBBox();
      frames.push(performance.now() - t);
      cores.push(inside);
    }
    return { Name, Frame: middle(frames), Core: middle(cores) };
  };
  at('down', x, y);
  yield measure('drag frame', 100, move);
  core.act('cancel', '');
  yield measure('hover', 40, move);
  core.act('all', '');
  yield measure('hover, all selected', 20, move);
  yield measure('nudge all', 3, () => core.key('ArrowRight', false, false, false));
  for (let i = 0; i < 3; i++) core.act('undo', '');
  yield measure('select a step', 15, (i) => core.act('select', p.steps[i].id));
  core.act('select', busiest.id);
  yield measure('nudge a step', 6, () => core.key('ArrowRight', false, false, false));
  for (let i = 0; i < 6; i++) core.act('undo', '');
  if (!core.type) return Object.assign(tracer, raw);
  at('double', x, y);
  const text = 'Compare with the list, say what is missing ';
  core.type(text, 0, 0);
  yield measure('caret', 30, (i) => core.type(text, i, i));
  let now = text;
  yield measure('a letter', 40, (i) => { now += i % 7 ? 'n' : ' '; core.type(now, now.length, now.length); });
  core.act('cancel', '');
  Object.assign(tracer, raw);
})(), 0`
