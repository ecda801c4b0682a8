package web

import (
	"net"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

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

// filled is a data folder with the demo scenario, made once, and who signs in there: a site
// begins as a copy of it.
var filled = sync.OnceValues(func() (out struct{ dir, person string }, err error) {
	out.dir = filepath.Join(scratch, "filled")
	s, err := store.Open(out.dir)
	if err != nil {
		return out, err
	}
	defer s.Close()
	if err := demo.Fill(s); err != nil {
		return out, err
	}
	cookie, err := s.SignIn(demo.Email, demo.Password)
	if err != nil {
		return out, err
	}
	p, err := s.Session(cookie)
	out.person = p.ID
	return out, err
})

func newSite(t testing.TB) *site {
	t.Helper()
	from, err := filled()
	if err != nil {
		t.Fatal(err)
	}
	dir := t.TempDir()
	if err := os.CopyFS(dir, os.DirFS(from.dir)); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return (&site{store: s, dir: dir}).as(t, Options{})
}

// still is a clock that stands still: a slow machine takes longer for a try than tries have to wait.
func still() time.Time { return time.Unix(1e9, 0) }

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
	go app.Listener(Steady(ln), fiber.ListenConfig{DisableStartupMessage: true})
	t.Cleanup(func() { app.ShutdownWithTimeout(3 * time.Second) })
	return &site{"http://" + ln.Addr().String(), s.store, s.dir}
}
