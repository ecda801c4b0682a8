package web

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"sync"
	"testing"
	"time"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/style"
	"plaintracer/demo"
	"plaintracer/format/csv"
	"plaintracer/store"
)

// provingScript has the chart proved five times and gives the longest turn of each, ms.
const provingScript = `(async () => {
  const out = [];
  for (let i = 0; i < 5; i++) {
    editor.core.act('name', 'proof ' + i);
    let most = 0, more = true;
    while (more) {
      await new Promise((ok) => setTimeout(ok, 30));
      const began = performance.now();
      more = editor.core.act('prove', '').prove;
      most = Math.max(most, performance.now() - began);
    }
    out.push(Math.round(most));
  }
  return out;
})()`

// TestBench prints the figures that 'make bench' is for; it asserts no time.
func TestBench(t *testing.T) {
	if os.Getenv("BENCH") == "" {
		t.Skip("run by make bench")
	}
	s := newSite(t)
	person, err := s.store.Session(mustSession(t, s))
	if err != nil {
		t.Fatal(err)
	}
	for _, n := range []int{50, 200, 1000} {
		c, err := csv.Read(benchTable(n), fmt.Sprintf("Bench %d", n))
		if err != nil {
			t.Fatal(err)
		}
		if err := layout.Chart(t.Context(), c, layout.Down); err != nil {
			t.Fatal(err)
		}
		if _, err := s.store.AddChart(person.ID, c); err != nil {
			t.Fatal(err)
		}
	}
	b := s.browse(t)
	b.signIn()
	for _, n := range []int{50, 200, 1000} {
		b.edit(fmt.Sprintf("Bench %d", n))
		ready := eval[int](b, `+document.body.dataset.ready`)
		r := eval[map[string]float64](b, dragScript)
		t.Logf("drag frame, %d steps, %.0f connectors, dragging a step with %.0f: median %.1f ms, 95th percentile %.1f ms; of it in the core %.1f ms; editor ready after %d ms",
			n, r["lines"], r["most"], r["median"], r["p95"], r["core"], ready)
		turns := eval[[]float64](b, provingScript)
		t.Logf("the proof of %d steps, in turns: longest of each of five times %v ms", n, turns)
		if n != 200 {
			continue
		}
		for _, a := range eval[[]struct {
			Name          string
			Longest, Core float64
		}](b, actionScript) {
			t.Logf("%d steps, %s: longest frame of five %.0f ms, of it in the core %.0f ms", n, a.Name, a.Longest, a.Core)
		}
	}
	for _, name := range []string{"wasm/tracer.wasm", "wasm/tracer.wasm.gz", "wasm/tracer.wasm.br"} {
		b, err := static.ReadFile("static/" + name)
		if err != nil {
			t.Fatal(err)
		}
		t.Logf("%s: %d bytes", name, len(b))
	}
	for _, clients := range []int{1, 8} {
		t.Logf("commands acknowledged over HTTP, durable, %d at once: %.0f a second", clients, acknowledged(t, s, clients))
	}
}

// dragScript drags the step with most connectors for 200 frames and measures
// each, some seconds after the chart was opened, from the pointer's move to SVG that is styled and laid out.
const dragScript = `(async () => {
  await editor.rehearsed;
  const c = JSON.parse(editor.core.chart()).pages[0];
  const deg = {};
  for (const l of c.connectors) for (const e of [l.from, l.to]) if (e.step) deg[e.step] = (deg[e.step] || 0) + 1;
  const id = Object.keys(deg).sort((a, b) => deg[b] - deg[a])[0];
  const s = c.steps.find(s => s.id === id);
  let top = 0;
  if (s.lane) { top = c.frame.y; for (const l of c.lanes) { if (l.id === s.lane) break; top += l.size; } }
  const x = s.x + s.w / 2, y = top + s.y + s.h / 2;
  const ev = { button: 0, shiftKey: false, ctrlKey: false, altKey: false };
  const p = (type, x, y) => editor.core.pointer(type, x, y, 0, false, false, false, 1);
  p('down', x, y);
  const raw = tracer.pointer;
  let inside = 0;
  tracer.pointer = (...a) => { const t = performance.now(), r = raw(...a); inside += performance.now() - t; return r; };
  const times = [];
  for (let i = 1; i <= 200; i++) {
    await new Promise(ok => requestAnimationFrame(ok));
    const t = performance.now();
    p('move', x + 150 * Math.sin(i / 9), y + 60 * Math.sin(i / 5));
    document.querySelector('#drawing').getBBox();
    times.push(performance.now() - t);
  }
  tracer.pointer = raw;
  editor.core.act('cancel', '');
  times.sort((a, b) => a - b);
  return { median: times[100], p95: times[190], core: inside / 200, lines: c.connectors.length, most: deg[id] };
})()`

// actionScript does what people do besides dragging, five times each, and measures from the
// key to a page that is styled and laid out.
const actionScript = `(async () => {
  const raw = {}, out = [];
  let inside = 0;
  for (const name of ['key', 'do', 'type']) {
    raw[name] = tracer[name];
    tracer[name] = (...a) => { const t = performance.now(), r = raw[name](...a); inside += performance.now() - t; return r; };
  }
  const step = JSON.parse(editor.core.chart()).pages[0].steps[100].id;
  const { core } = editor, nothing = () => {};
  const undo = () => core.act('undo', '');
  for (const [name, before, act, after] of [
    ['Enter', () => core.act('select', step), () => core.act('next', ''), nothing],
    ['a text kept', nothing, () => core.act('accept', 'Check the form'), nothing],
    ['Enter with a text', () => { core.act('select', step); core.act('next', ''); core.type('Look at it twice, with somebody else', 35, 35); }, () => core.key('Enter', false, false, false), nothing],
    ['select all', () => core.act('select', step), () => core.act('all', ''), nothing],
    ['nudge all', () => core.act('all', ''), () => core.key('ArrowRight', false, false, false), nothing],
    ['undo of it', () => { core.act('all', ''); core.key('ArrowRight', false, false, false); }, undo, nothing],
    ['a letter in a row', nothing, () => core.act('row-try', JSON.stringify({ id: step, text: 'Check it ' + Math.random() })), () => core.act('cancel', '')],
    ['a row and the next', nothing, () => core.act('row-enter', JSON.stringify({ id: step, text: 'Check it again' })), undo],
    ['Number', nothing, () => core.act('number', ''), undo],
    ['Lay out', nothing, () => core.act('layout', ''), undo],
    ['undo of it', () => core.act('layout', ''), undo, nothing],
  ]) {
    let longest = 0, most = 0;
    for (let i = 0; i < 5; i++) {
      before();
      for (let k = 0; k < 3; k++) await new Promise(requestAnimationFrame);
      inside = 0;
      const t = performance.now();
      act();
      document.body.offsetHeight;
      document.querySelector('#drawing').getBBox();
      const took = performance.now() - t;
      if (took > longest) [longest, most] = [took, inside];
      after();
    }
    out.push({ Name: name, Longest: longest, Core: most });
  }
  Object.assign(tracer, raw);
  return out;
})()`

// benchTable is a steps table of n steps in 6 lanes with 1.3 connectors a step.
func benchTable(n int) []byte {
	var b bytes.Buffer
	b.WriteString("number,lane,symbol,text,next\n")
	for i := 1; i <= n; i++ {
		next := ""
		switch {
		case i == n:
		case i%5 == 3 && i+4 <= n:
			next = fmt.Sprintf("yes: %d; no: %d", i+1, i+4)
		case i%13 == 0 && i > 8:
			next = fmt.Sprintf("yes: %d; no: %d", i+1, i-7)
		case i%9 == 0 && i+9 <= n:
			next = fmt.Sprintf("%d; %d", i+1, i+9)
		default:
			next = fmt.Sprint(i + 1)
		}
		fmt.Fprintf(&b, "%d,Lane %d,,Do part %d,%s\n", i, (i/4)%6+1, i, next)
	}
	return b.Bytes()
}

func acknowledged(t *testing.T, s *site, clients int) float64 {
	cookie := mustSession(t, s)
	person, _ := s.store.Session(cookie)
	id, err := s.store.AddChart(person.ID, chart.New("Throughput"))
	if err != nil {
		t.Fatal(err)
	}
	token := s.token(t, cookie)
	const span = 3 * time.Second
	var wg sync.WaitGroup
	var mu sync.Mutex
	total := 0
	for k := range clients {
		wg.Add(1)
		go func() {
			defer wg.Done()
			n := 0
			for end := time.Now().Add(span); time.Now().Before(end); n++ {
				body, _ := json.Marshal(map[string]any{"client": fmt.Sprintf("bench-%d-%d", clients, k), "commands": []any{map[string]any{"n": n + 1,
					"command": chart.Command{Words: "rename", Parts: []chart.Part{{Do: "chart.set", Name: ptr(fmt.Sprint(k, n))}}}}}})
				r := s.post(t, "/charts/"+id+"/commands", cookie, token, "application/json", body)
				io.Copy(io.Discard, r.Body)
				r.Body.Close()
				if r.StatusCode != http.StatusOK {
					t.Errorf("%d", r.StatusCode)
					return
				}
			}
			mu.Lock()
			total += n
			mu.Unlock()
		}()
	}
	wg.Wait()
	return float64(total) / span.Seconds()
}

func ptr[T any](v T) *T { return &v }

// TestBenchLooks prints what looks cost: a drag frame and the opening of a page of 200 steps with
// every part of a look in use, a symbol key and fields shown, to those of the plain page. They
// are measured turn about.
func TestBenchLooks(t *testing.T) {
	if os.Getenv("BENCH") == "" {
		t.Skip("run by make bench")
	}
	s := newSite(t)
	person, err := s.store.Session(mustSession(t, s))
	if err != nil {
		t.Fatal(err)
	}
	for _, name := range []string{"Plain", "Looks"} {
		c, err := csv.Read(benchTable(200), name)
		if err != nil {
			t.Fatal(err)
		}
		if err := layout.Chart(t.Context(), c, layout.Down); err != nil {
			t.Fatal(err)
		}
		if p := c.Pages[0]; name == "Looks" {
			looks := everyLook().Pages[0].Steps
			for i, st := range p.Steps {
				l := *looks[i%len(looks)].Look
				// Texts as wide as on the plain page, so that the same lines are routed on both.
				l.Text = chart.TextLook{Colour: l.Text.Colour, Underline: l.Text.Underline, Family: l.Text.Family}
				if l.Text.Family != "" {
					l.Text.Room, l.Text.Size = chart.Shrinks, 12
				}
				st.Look = &l
				st.Fields = append(st.Fields, chart.Field{Name: "minutes", Value: fmt.Sprint(i % 60)})
			}
			p.Shown = []chart.Showing{{Field: "minutes", As: chart.AsBar, Colour: true}}
			p.Key = &chart.Key{X: 20, Y: 20, Rows: 10}
			c.SetHouse(&style.Shipped()[0])
		}
		if _, err := s.store.AddChart(person.ID, c); err != nil {
			t.Fatal(err)
		}
	}
	b := s.browse(t)
	b.signIn()
	frame, core, ready := map[string]float64{}, map[string]float64{}, map[string]float64{}
	const turns = 3
	for range turns {
		for _, name := range []string{"Plain", "Looks"} {
			b.edit(name)
			ready[name] += eval[float64](b, `+document.body.dataset.ready`) / turns
			r := eval[map[string]float64](b, dragScript)
			frame[name] += r["median"] / turns
			core[name] += r["core"] / turns
		}
	}
	t.Logf("200 steps, plain and with every look: drag frame %.1f and %.1f ms (%.2f), of it in the core %.1f and %.1f ms (%.2f), ready after %.0f and %.0f ms (%.2f)",
		frame["Plain"], frame["Looks"], frame["Looks"]/frame["Plain"], core["Plain"], core["Looks"], core["Looks"]/core["Plain"], ready["Plain"], ready["Looks"], ready["Looks"]/ready["Plain"])
}

// TestBenchPages opens the stocktake on one page and on the pages that it needs, turn about: the editor,
// the review page and the thumbnail.
func TestBenchPages(t *testing.T) {
	if os.Getenv("BENCH") == "" {
		t.Skip("run by make bench")
	}
	s := newSite(t)
	one, err := csv.Read(demo.Stocktake(), "One page")
	if err != nil {
		t.Fatal(err)
	}
	if err := layout.Free(t.Context(), one, layout.Down); err != nil {
		t.Fatal(err)
	}
	many := one.Clone()
	many.Name = "Many pages"
	if err := layout.Whole(t.Context(), many); err != nil {
		t.Fatal(err)
	}
	b := s.browse(t)
	b.signIn()
	took := map[string]float64{}
	const turns = 5
	for range turns {
		for _, c := range []*chart.Chart{one, many} { // each kept anew: nothing of it is drawn yet
			id := s.keepChart(t, c)
			link, err := s.store.AddLink(id, store.Read)
			if err != nil {
				t.Fatal(err)
			}
			began := time.Now()
			b.get("/charts/" + id + "/thumb.svg")
			took[c.Name+" thumbnail"] += float64(time.Since(began).Milliseconds()) / turns
			b.open("/charts/" + id)
			b.until("the editor", `document.body.dataset.ready`)
			took[c.Name+" editor"] += eval[float64](b, `+document.body.dataset.ready`) / turns
			b.open("/review/" + link.Token)
			took[c.Name+" review"] += eval[float64](b, `performance.getEntriesByType('navigation')[0].domContentLoadedEventEnd`) / turns
		}
	}
	for _, what := range []string{"editor", "review", "thumbnail"} {
		a, z := took["One page "+what], took["Many pages "+what]
		t.Logf("the stocktake on one page and on %d: %s after %.0f and %.0f ms (%.2f)", len(many.Pages), what, a, z, z/a)
	}
}
