package web

import (
	"context"
	"fmt"
	"slices"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/list"
	"plaintracer/core/number"
)

// mostPreviewed is how many lines are drawn while they are typed: a page that can be read has no more.
const mostPreviewed = 200

// previewList shows the chart that has been typed so far, and how its lines are read.
func (s *Server) previewList(c fiber.Ctx) error {
	text := c.FormValue("list")
	lines := list.Lines(text)
	switch {
	case len(lines) == 0:
		return s.render(c, "list-preview", nil)
	case len(lines) > mostPreviewed:
		return s.render(c, "list-preview", fiber.Map{"Wrong": fmt.Sprintf("Lists of more than %d lines are shown when they are drawn.", mostPreviewed)})
	}
	var d drawing
	wrong := ""
	err := s.work(c, func(ctx context.Context) error {
		ch, err := list.Read(text, untitled)
		if err != nil {
			wrong = sentence(err)
			return nil
		}
		inLevels(ch, c)
		if err := layout.Chart(ctx, ch, layout.Down); err != nil {
			return err
		}
		for _, p := range ch.Pages {
			if numbered(p) { // as the writer did
				continue
			}
			if cmd, ok := number.Chart(ch, p); ok {
				if _, err := chart.Apply(ch, cmd); err != nil {
					return err
				}
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
	doubts := map[string]*list.Doubt{}
	for _, d := range list.Doubts(list.Split(text)) {
		doubts[d.Step] = &d
	}
	return s.render(c, "list-preview", fiber.Map{"Pages": d.shown(nil, ""), "Doubts": doubts})
}

func numbered(p *chart.Page) bool {
	return slices.ContainsFunc(p.Steps, func(s *chart.Step) bool { return s.Number != "" })
}
