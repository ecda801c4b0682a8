package web

import (
	"bytes"
	"io"

	"github.com/gofiber/fiber/v3"

	"plaintracer/store"
)

// counted is an answer that is counted until it has been sent, or its reader is gone.
type counted struct {
	io.Reader
	done func()
}

func (c counted) Close() error { c.done(); return nil }

// send is c.Send and c.SendStream of an answer of that size, of which held bytes are in memory while it is read.
func (s *Server) send(c fiber.Ctx, r io.Reader, size, held int) error {
	shares := []share{{"", mostOfAll}, {"address " + s.caller(c), mostOfAddress}}
	if l, ok := c.Locals(linkKey).(store.Link); ok {
		shares = append(shares, share{"link " + l.Token, mostOfLink})
	}
	done, ok := s.sending.begin(held, shares)
	if !ok {
		c.Response().ResetBody()
		return tooMuch(c, fiber.StatusServiceUnavailable, "The server is still sending what was asked for before. Try again in a minute.")
	}
	return c.SendStream(counted{r, done}, size)
}

// counting counts answers that are in memory as a whole, where they are large.
func (s *Server) counting(handle fiber.Handler) fiber.Handler {
	return func(c fiber.Ctx) error {
		if err := handle(c); err != nil {
			return err
		}
		if c.Response().IsBodyStream() {
			return nil // counted already
		}
		b := c.Response().Body()
		if len(b) < largeAnswer {
			return nil
		}
		if own := c.Response().SwapBody(nil); len(own) == len(b) {
			b = own // the answer's own buffer, which would be used for others meanwhile
		}
		return s.send(c, bytes.NewReader(b), len(b), len(b))
	}
}
