package web

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"io"
	"mime/multipart"
	"net"
	"net/http"
	"net/url"
	"os"
	"regexp"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/fasthttp/websocket"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
	"plaintracer/demo"
	"plaintracer/format/csv"
	"plaintracer/store"
)

// TestBenchGrowth prints how long tables of many rows take to be read and laid out, and to
// be routed and drawn.
func TestBenchGrowth(t *testing.T) {
	if os.Getenv("BENCH") == "" {
		t.Skip("run by make bench")
	}
	for _, lanes := range []bool{true, false} {
		for _, n := range []int{500, 1000, 2000, 5000, 10000} {
			table := benchTable(n)
			if !lanes {
				table = regexp.MustCompile(`Lane \d`).ReplaceAll(table, nil)
			}
			began := time.Now()
			c, err := csv.Read(table, "Growth")
			if err == nil {
				err = layout.Chart(t.Context(), c, layout.Down)
			}
			if err != nil {
				t.Fatal(err)
			}
			read := time.Since(began)
			began = time.Now()
			var comp sheet.Composer
			s := comp.Compose(c, c.Pages[0])
			t.Logf("a table of %d rows, lanes %v: read and laid out in %v; routed in %v, %d of %d connectors drawn straight through, crowded %v",
				n, lanes, read.Round(time.Millisecond), time.Since(began).Round(time.Millisecond), s.Plain(), len(s.Lines), s.Crowded)
		}
	}
}

// TestBenchHostile prints what an editor feels while twenty clients do their worst, and
// what memory that takes. The server is a process of its own.
func TestBenchHostile(t *testing.T) {
	if os.Getenv("BENCH") == "" {
		t.Skip("run by make bench")
	}
	s := newSite(t)
	st, dir := s.store, s.dir
	session := mustSession(t, s)
	quiet, crowded := s.keepChart(t, chart.New("Quiet")), s.keepChart(t, crammed(1, 90))
	link, err := st.AddLink(crowded, store.Comment)
	if err != nil {
		t.Fatal(err)
	}
	me, err := st.Session(session)
	if err != nil {
		t.Fatal(err)
	}
	f, err := st.AddFile(me.ID, "application/pdf", make([]byte, store.MostFile))
	if err != nil {
		t.Fatal(err)
	}
	logged := chart.New("Long log")
	logged.Pages[0].Steps = []*chart.Step{{ID: "s1", Symbol: symbol.Process, X: 100, Y: 100, W: 112, H: 56, Files: []chart.File{{ID: f, Name: "scan.pdf", Type: "application/pdf"}}}}
	long := s.keepChart(t, logged)
	for n := range 30 {
		var in []store.Incoming
		for i := range 1000 {
			in = append(in, store.Incoming{N: n*1000 + i + 1, Command: chart.Command{Words: "title", Parts: []chart.Part{{Do: "page.set", Page: "p1", Title: ptr(fmt.Sprint("Title ", i))}}}})
		}
		if _, _, err := st.Append(long, me.ID, "window", in, func([]store.Logged) {}); err != nil {
			t.Fatal(err)
		}
	}
	st.Close()

	cmd, address := serverProcess(t, dir)
	defer func() { cmd.Process.Kill(); cmd.Wait() }()
	s.url = address
	token := s.token(t, session)

	n := 0
	typing := func(span time.Duration) []time.Duration {
		var took []time.Duration
		for end := time.Now().Add(span); time.Now().Before(end); time.Sleep(100 * time.Millisecond) {
			n++
			body, _ := json.Marshal(map[string]any{"client": "editor-1", "commands": []any{map[string]any{"n": n, "command": chart.Command{Words: "rename", Parts: []chart.Part{{Do: "chart.set", Name: ptr(fmt.Sprint("Quiet ", n))}}}}}})
			began := time.Now()
			r := s.post(t, "/charts/"+quiet+"/commands", session, token, "application/json", body)
			io.Copy(io.Discard, r.Body)
			r.Body.Close()
			took = append(took, time.Since(began))
			if r.StatusCode != 200 {
				t.Errorf("a command is answered %d", r.StatusCode)
			}
		}
		return took
	}
	tell := func(what string, took []time.Duration) {
		slices.Sort(took)
		t.Logf("%s: a command is acknowledged in %v (median), %v (95th percentile), %v (longest); memory %s now, %s at most", what,
			took[len(took)/2].Round(100*time.Microsecond), took[len(took)*95/100].Round(100*time.Microsecond), took[len(took)-1].Round(100*time.Microsecond), memory(cmd.Process.Pid, "VmRSS"), memory(cmd.Process.Pid, "VmHWM"))
	}
	tell("alone", typing(5*time.Second))

	ctx, stop := context.WithCancel(t.Context())
	var wg sync.WaitGroup
	hostile := func(clients int, do func(k int)) {
		for k := range clients {
			wg.Add(1)
			go func() {
				defer wg.Done()
				for ctx.Err() == nil {
					do(k)
				}
			}()
		}
	}
	ask := func(ctx context.Context, method, path string, h http.Header, body io.Reader) {
		req, err := http.NewRequestWithContext(ctx, method, s.url+path, body)
		if err != nil {
			return
		}
		req.Header = h
		if r, err := noRedirect.Do(req); err == nil {
			io.Copy(io.Discard, r.Body)
			r.Body.Close()
		}
	}
	mine := http.Header{"Cookie": {sessionCookie + "=" + session}}
	bomb := bombOf(t, 300)
	hostile(2, func(int) { // bombs
		ask(ctx, "POST", "/no/such/address", http.Header{"Content-Encoding": {"gzip"}}, bytes.NewReader(bomb))
	})
	hostile(4, func(k int) { // bodies that never end
		c, err := net.Dial("tcp", strings.TrimPrefix(s.url, "http://"))
		if err != nil {
			return
		}
		defer c.Close()
		fmt.Fprintf(c, "POST /charts/open HTTP/1.1\r\nHost: x\r\nContent-Length: 24000000\r\n\r\n")
		for i := 0; i < 50 && ctx.Err() == nil; i++ {
			if _, err := c.Write(make([]byte, 4096)); err != nil {
				return
			}
			time.Sleep(100 * time.Millisecond)
		}
	})
	hostile(3, func(k int) { // drawings that nobody waits for
		gone, hangUp := context.WithTimeout(ctx, 300*time.Millisecond)
		defer hangUp()
		ask(gone, "GET", "/review/"+link.Token, http.Header{}, nil)
	})
	hostile(2, func(k int) { // large pictures
		ask(ctx, "GET", "/charts/"+crowded+"/export?format=png&scale=2", mine, nil)
	})
	hostile(2, func(k int) { // floods
		ask(ctx, "POST", "/sign-in", http.Header{"Content-Type": {"application/x-www-form-urlencoded"}}, strings.NewReader(url.Values{"email": {demo.Email}, "password": {"wrong"}}.Encode()))
		ask(ctx, "GET", "/charts", mine, nil)
	})
	upload := tall(6300)
	hostile(2, func(k int) { // pictures that take for ever to be read
		var b bytes.Buffer
		w := multipart.NewWriter(&b)
		part, _ := w.CreateFormFile("file", "picture.png")
		part.Write(upload)
		w.Close()
		h := mine.Clone()
		h.Set("Content-Type", w.FormDataContentType())
		h.Set(tokenHeader, token)
		ask(ctx, "POST", "/charts/"+long+"/pictures", h, &b)
	})
	hostile(3, func(k int) { // windows on a long log, closed at once
		for _, after := range []string{"", "?after=29500"} {
			c, _, err := websocket.DefaultDialer.DialContext(ctx, "ws"+strings.TrimPrefix(s.url, "http")+"/charts/"+long+"/live"+after, mine)
			if err != nil {
				continue
			}
			c.ReadMessage()
			c.Close()
		}
	})
	hostile(2, func(k int) { // readers of a large file and a large page that do not read
		for i := range 50 {
			c, err := net.Dial("tcp", strings.TrimPrefix(s.url, "http://"))
			if err != nil {
				continue
			}
			defer c.Close()
			path := "/charts/" + long + "/files/" + f
			if i%2 > 0 {
				path = "/review/" + link.Token
			}
			fmt.Fprintf(c, "GET %s HTTP/1.1\r\nHost: x\r\nCookie: %s=%s\r\n\r\n", path, sessionCookie, session)
		}
		select {
		case <-ctx.Done():
		case <-time.After(20 * time.Second):
		}
	})
	tell("beside 20 hostile clients", typing(30*time.Second))
	stop()
	wg.Wait()
	began := time.Now()
	for _, after := range []time.Duration{5 * time.Second, 15 * time.Second, 30 * time.Second, time.Minute} {
		time.Sleep(after - time.Since(began))
		t.Logf("%v after they stopped: memory %s", time.Since(began).Round(time.Second), memory(cmd.Process.Pid, "VmRSS"))
	}
	tell("alone again", typing(5*time.Second))
}

// tall is a picture of as many dots as may be, side by side, in few bytes.
func tall(side int) []byte {
	var b bytes.Buffer
	png.Encode(&b, image.NewGray16(image.Rect(0, 0, side, side)))
	return b.Bytes()
}

// bombOf is so many MB of nothing, packed.
func bombOf(t *testing.T, mb int) []byte {
	var b bytes.Buffer
	z := gzip.NewWriter(&b)
	zeros := make([]byte, 1<<20)
	for range mb {
		z.Write(zeros)
	}
	if err := z.Close(); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// memory is what Linux tells of a process.
func memory(pid int, what string) string {
	b, _ := os.ReadFile(fmt.Sprintf("/proc/%d/status", pid))
	if m := regexp.MustCompile(what + `:\s*(\d+) kB`).FindSubmatch(b); m != nil {
		var kb int
		fmt.Sscan(string(m[1]), &kb)
		return fmt.Sprintf("%d MB", kb>>10)
	}
	return "unknown"
}
