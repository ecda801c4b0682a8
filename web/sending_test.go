package web

import (
	"bufio"
	"errors"
	"fmt"
	"io"
	"net"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
	"plaintracer/store"
)

// ask sends a request on a connection of its own, and tells the state of the answer, of which it reads no more.
func (s *site) ask(t *testing.T, path, session, from string) (conn net.Conn, r *bufio.Reader, status int) {
	t.Helper()
	conn, err := net.Dial("tcp", strings.TrimPrefix(s.url, "http://"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { conn.Close() })
	fmt.Fprintf(conn, "GET %s HTTP/1.1\r\nHost: localhost\r\nCookie: %s=%s\r\nX-Forwarded-For: %s\r\n\r\n", path, sessionCookie, session, from)
	conn.SetReadDeadline(time.Now().Add(patience()))
	r = bufio.NewReaderSize(conn, 16)
	line, err := r.ReadString('\n')
	if err != nil {
		t.Fatal(err)
	}
	fmt.Sscanf(line, "HTTP/1.1 %d", &status)
	return conn, r, status
}

// broadChart is a chart whose pages are drawn as some megabytes.
func broadChart() *chart.Chart {
	c := chart.New("Broad")
	text := strings.Repeat("Check the condition of the crate. ", 400)
	for i := range 60 {
		c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, X: float64(100 + i%20*200), Y: float64(100 + i/20*200), W: 150, H: 100, Text: text})
	}
	return c
}

// Readers that do not read hold no more than a part of the memory, whoever they are, and no place for others: of files a
// piece each, of pages as many as their address may.
func TestReadersThatDoNotRead(t *testing.T) {
	t.Parallel()
	s := newSite(t).as(t, Options{Proxies: []string{"127.0.0.1"}})
	session := mustSession(t, s)
	me, err := s.store.Session(session)
	if err != nil {
		t.Fatal(err)
	}
	file, err := s.store.AddFile(me.ID, "application/pdf", make([]byte, store.MostFile))
	if err != nil {
		t.Fatal(err)
	}
	c := broadChart()
	c.Pages[0].Steps[0].Files = []chart.File{{ID: file, Name: "scan.pdf", Type: "application/pdf", Size: store.MostFile}}
	id := s.keepChart(t, c)
	link, err := s.store.AddLink(id, store.Read)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.store.LetFiles(id, link.Token, true); err != nil {
		t.Fatal(err)
	}
	for i := range mostOfAddress / store.FilePiece {
		if _, _, status := s.ask(t, "/review/"+link.Token+"/files/"+file, "", "198.51.100.1"); status != 200 {
			t.Fatalf("file %d: %d", i, status)
		}
	}
	if _, _, status := s.ask(t, "/review/"+link.Token+"/files/"+file, "", "198.51.100.1"); status != 503 {
		t.Errorf("one more: %d", status)
	}
	if _, _, status := s.ask(t, "/charts/"+id+"/export?format=svg", session, "198.51.100.1"); status != 503 {
		t.Errorf("a large export from that address: %d", status)
	}
	if _, _, status := s.ask(t, "/charts", session, "198.51.100.1"); status != 200 {
		t.Errorf("a small page from that address: %d", status)
	}
	r := s.do(t, "GET", "/charts/"+id+"/export?format=svg", session, "", "", nil)
	b, err := io.ReadAll(r.Body)
	r.Body.Close()
	if err != nil || r.StatusCode != 200 || len(b) < largeAnswer || !strings.HasSuffix(string(b), "</svg>\n") {
		t.Errorf("somebody else: %d, %d bytes, %v", r.StatusCode, len(b), err)
	}
}

// Whoever does not take what is sent is cut off; whoever takes it slowly gets all.
func TestSlowReadersAreCutOff(t *testing.T) {
	t.Parallel()
	const pieceWait = 300 * time.Millisecond
	s := newSite(t)
	app, err := New(s.store, Options{})
	if err != nil {
		t.Fatal(err)
	}
	ln, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	go app.Listener(steady{ln, pieceWait}, fiber.ListenConfig{DisableStartupMessage: true})
	t.Cleanup(func() { app.ShutdownWithTimeout(3 * time.Second) })
	s.url = "http://" + ln.Addr().String()
	session := mustSession(t, s)
	id := s.keepChart(t, chart.New("A"))
	me, _ := s.store.Session(session)
	f, err := s.store.AddFile(me.ID, "application/pdf", make([]byte, store.MostFile))
	if err != nil {
		t.Fatal(err)
	}
	st := &chart.Step{ID: "s1", Symbol: symbol.Process, X: 100, Y: 100, W: 150, H: 100, Files: []chart.File{{ID: f, Name: "scan.pdf", Type: "application/pdf"}}}
	cmd := chart.Command{Words: "new step", Parts: []chart.Part{{Do: "step.add", Page: "p1", Step: st}}}
	if _, _, err := s.store.Append(id, me.ID, "window", []store.Incoming{{N: 1, Command: cmd}}, func([]store.Logged) {}); err != nil {
		t.Fatal(err)
	}
	path := "/charts/" + id + "/files/" + f
	conn, r, status := s.ask(t, path, session, "")
	if status != 200 {
		t.Fatal(status)
	}
	time.Sleep(10 * pieceWait)
	conn.SetReadDeadline(time.Now().Add(patience()))
	if n, err := io.Copy(io.Discard, r); n >= store.MostFile || errors.Is(err, os.ErrDeadlineExceeded) {
		t.Errorf("%d bytes came to who did not read: %v", n, err)
	}
	resp := s.do(t, "GET", path, session, "", "", nil)
	defer resp.Body.Close()
	n := int64(0)
	for err == nil {
		var m int64
		m, err = io.CopyN(io.Discard, resp.Body, 4<<20)
		n += m
		time.Sleep(pieceWait / 10)
	}
	if n != store.MostFile {
		t.Errorf("who reads slowly gets %d bytes: %v", n, err)
	}
}
