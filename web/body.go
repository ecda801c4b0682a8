package web

import (
	"context"
	"fmt"
	"io"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/gofiber/fiber/v3/middleware/limiter"
)

// Limits of request bodies, bytes. Each route reads its body when it is known who asks
// and that the route may take as much; until then no more than a first piece of it is in
// memory, whoever sends it.
const (
	smallBody = 64 << 10 // forms
	listBody  = 1 << 20  // a typed list, at its most lines
	largeBody = 24 << 20 // a chart at its limits, or the commands that make one
)

// bodies are the routes that take more than a form.
var bodies = map[string]int{
	"/charts/open":            largeBody,
	"/charts/list":            listBody,
	"/charts/list/preview":    listBody,
	"/fonts":                  largeBody,
	"/charts/:chart/files":    largeBody,
	"/charts/:chart/pictures": largeBody,
	"/charts/:chart/commands": largeBody,
}

// packed refuses bodies that are compressed: a few kilobytes of them may unpack to more
// than any memory holds.
func packed(c fiber.Ctx) error {
	if e := c.Get(fiber.HeaderContentEncoding); e != "" && e != "identity" {
		return tooMuch(c, fiber.StatusUnsupportedMediaType, fmt.Sprintf("Send the request without compression; it came with Content-Encoding %q.", e))
	}
	return c.Next()
}

// mostLarge bodies beyond a form are in memory at once; others wait for largeWait.
const mostLarge = 8

var largeWait = 20 * time.Second // less in tests

// roomFor waits until there is room for a large body; leave gives it back when the request
// has been answered.
func (s *Server) roomFor(c fiber.Ctx) (leave func(), err error) {
	if n := c.Request().Header.ContentLength(); n >= 0 && n <= smallBody {
		return func() {}, nil
	}
	ctx, cancel := context.WithTimeout(context.Background(), largeWait)
	defer cancel()
	if s.large.Acquire(ctx, 1) != nil {
		return nil, tooMuch(c, fiber.StatusServiceUnavailable, busy)
	}
	return func() { s.large.Release(1) }, nil
}

// readBody reads the body of a request that may come in.
func readBody(c fiber.Ctx, path string) error {
	limit, ok := bodies[path]
	if !ok {
		limit = smallBody
	}
	words := fmt.Sprintf("The request is larger than %d KB, which is the limit here.", limit>>10)
	if c.Request().Header.ContentLength() > limit {
		return tooMuch(c, fiber.StatusRequestEntityTooLarge, words)
	}
	stream := c.RequestCtx().RequestBodyStream()
	if stream == nil {
		return nil
	}
	b, err := io.ReadAll(io.LimitReader(stream, int64(limit)+1))
	if err != nil {
		return tooMuch(c, fiber.StatusBadRequest, "The request broke off before its end.")
	}
	if len(b) > limit {
		return tooMuch(c, fiber.StatusRequestEntityTooLarge, words)
	}
	c.Request().SetBody(b)
	return nil
}

// Comments that a link takes within a minute: from one address, and from all. Nobody
// writes faster.
const (
	remarksFromOne = 20
	remarksFromAll = 120
)

// remarkLimits bound how fast comments come in.
func (s *Server) remarkLimits() []fiber.Handler {
	limit := func(most int, key func(fiber.Ctx) string) fiber.Handler {
		return limiter.New(limiter.Config{
			Max: most, Expiration: time.Minute, KeyGenerator: key,
			Next: func(c fiber.Ctx) bool { return c.Method() != fiber.MethodPost },
			LimitReached: func(c fiber.Ctx) error {
				return tooMuch(c, fiber.StatusTooManyRequests, "Too many comments at once. Wait a minute and send this one again.")
			},
		})
	}
	return []fiber.Handler{
		limit(remarksFromOne, func(c fiber.Ctx) string { return s.caller(c) + " " + c.Path() }),
		limit(remarksFromAll, func(c fiber.Ctx) string { return strings.Clone(c.Path()) }),
	}
}

// tooMuch refuses a request whose body is not read: the connection ends with the answer.
func tooMuch(c fiber.Ctx, code int, words string) error {
	c.Set(fiber.HeaderConnection, "close")
	return fiber.NewError(code, words)
}
