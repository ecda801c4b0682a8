package web

import (
	"context"
	"fmt"

	"github.com/gofiber/fiber/v3"
	"golang.org/x/sync/semaphore"

	"plaintracer/store"
)

// work does heavy work for a request. It ends when the caller hangs up.
func (s *Server) work(c fiber.Ctx, work func(ctx context.Context) error) error {
	return s.jobOf(c, s.workQueue.places, work)
}

func (s *Server) jobOf(c fiber.Ctx, places *semaphore.Weighted, work func(ctx context.Context) error) error {
	ctx, end := untilHangUp(c)
	defer end()
	name := c.Query(jobParam)
	if name == "" && c.Method() == fiber.MethodPost {
		name = c.FormValue(jobParam)
	}
	who := ""
	if p, ok := c.Locals(personKey).(store.Person); ok {
		who = p.ID
	}
	return s.workQueue.do(ctx, places, fmt.Sprintf("%.40s", name), who, work)
}

// readOutside reads what somebody brought, as work does, but in places of its own: files that take long to read keep
// nobody from drawing.
func (s *Server) readOutside(c fiber.Ctx, read func(ctx context.Context) error) error {
	return s.jobOf(c, s.workQueue.reading, read)
}

// refused says why what somebody brought is not taken; where nobody waits for it any more, that.
func refused(ctx context.Context, what string, err error) error {
	if ctx.Err() != nil {
		return ctx.Err()
	}
	return bad(what + sentence(err))
}

// jobState tells a page how far its job is.
func (s *Server) jobState(c fiber.Ctx) error {
	return c.JSON(s.workQueue.progress(c.Params("job"), person(c).ID))
}

// jobParam names, in a form or an address, the job that a request starts.
const jobParam = "job"
