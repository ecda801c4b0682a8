package web

import (
	"context"
	"fmt"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/list"
	"plaintracer/core/number"
	"plaintracer/core/scene"
)

// mostPreviewed is how many lines are drawn while they are typed: a page that can be read has no more.
const mostPreviewed = 200

// previewList shows the chart that has been typed so far, and how its lines are read.
func (s *Server) previewList(c fiber.Ctx) error {
	lines := list.Lines(c.FormValue("list"))
	switch {
	case len(lines) == 0:
		return s.render(c, "list-preview", nil)
	case len(lines) > mostPreviewed:
		return s.render(c, "list-preview", fiber.Map{"Wrong": fmt.Sprintf("Lists of more than %d lines are shown when they are drawn.", mostPreviewed)})
	}
	var d drawing
	wrong := ""
	err := s.work(c, func(ctx context.Context) error {
		n := 0
		p, err := list.Page(lines, func(kind string) string { n++; return fmt.Sprint(kind, n) })
		if err != nil {
			wrong = sentence(err)
			return nil
		}
		ch := &chart.Chart{Name: untitled, Pages: []*chart.Page{p}}
		if cmd, ok := number.Chart(ch, p); ok {
			if _, err := chart.Apply(ch, cmd); err != nil {
				return err
			}
		}
		return d.draw(ctx, ch)
	})
	if err != nil {
		return err
	}
	if wrong != "" {
		return s.render(c, "list-preview", fiber.Map{"Wrong": wrong})
	}
	page := d.pages[0]
	doubts := map[string]*list.Doubt{}
	for _, d := range list.Doubts(lines) {
		doubts[d.Step] = &d
	}
	return s.render(c, "list-preview", fiber.Map{"Drawing": page.with(scene.Element{}, ""), "Rows": page.rows, "Doubts": doubts})
}
