// Package web is the application in the browser: server-rendered pages, htmx
// fragments, the live channel of the editor, exports and review links.
package web

import (
	"log/slog"
	"net/netip"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"
	"golang.org/x/sync/semaphore"

	"plaintracer/format/outside"
	"plaintracer/store"
)

// Options say how the server is reached.
type Options struct {
	// Public is the address that people reach it by, such as
	// https://charts.example.org; "" when it is the one that it listens on.
	// Behind https, cookies are marked Secure.
	Public string
	// Proxies are the addresses (or networks, as 10.0.0.0/8) of proxies in front of the
	// server, whose word for a caller's address is taken; none takes the connection's.
	Proxies []string
	Log     *slog.Logger

	reader outside.Reader   // of what people bring
	now    func() time.Time // by which tries to sign in are slowed down; the machine's time without
}

// Server answers requests; it holds no truth of its own.
type Server struct {
	store    *store.Store
	bus      Bus
	windows  windows
	sending  sending
	secret   []byte
	opts     Options
	proxies  []netip.Prefix // whose word for a caller is taken
	assets   *assets
	drawings *drawings
	outside  outside.Reader

	attempts  *attempts
	workQueue *workQueue
	large     *semaphore.Weighted // bodies beyond a form that are in memory
}

// bad refuses a request in words.
func bad(words string) error { return fiber.NewError(fiber.StatusBadRequest, words) }

// address is a path of this server as others reach it: by the public address, or without
// one by the address that the caller used, where that is an IP address or this machine's
// own. Another name in a request may be anybody's ("" then).
func (s *Server) address(c fiber.Ctx, path string) string {
	if s.opts.Public != "" {
		return strings.TrimSuffix(s.opts.Public, "/") + path
	}
	host := c.Hostname()
	if _, err := netip.ParseAddr(strings.Trim(host, "[]")); err != nil && host != "localhost" {
		return ""
	}
	return c.BaseURL() + path
}
