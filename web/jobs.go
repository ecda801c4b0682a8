package web

import (
	"context"
	"fmt"

	"github.com/gofiber/fiber/v3"

	"plaintracer/store"
)

// work does heavy work for a request. It ends when the caller hangs up.
func (s *Server) work(c fiber.Ctx, work func(ctx context.Context) error) error {
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
	return s.workQueue.do(ctx, fmt.Sprintf("%.40s", name), who, work)
}

// jobState tells a page how far its job is.
func (s *Server) jobState(c fiber.Ctx) error {
	return c.JSON(s.workQueue.progress(c.Params("job"), person(c).ID))
}

// jobParam names, in a form or an address, the job that a request starts.
const jobParam = "job"
