package web

import (
	"context"
	"strings"
	"sync"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/list"
	"plaintracer/format"
	"plaintracer/starters"
)

// starterCard is a starter on its page.
type starterCard struct {
	starters.Starter
	Own bool
}

// starterPage shows the starters, those of the person first.
func (s *Server) starterPage(c fiber.Ctx) error {
	mine, err := s.store.Starters(person(c).ID)
	if err != nil {
		return err
	}
	var cards []starterCard
	for _, k := range mine {
		cards = append(cards, starterCard{starters.Starter(k), true})
	}
	for _, k := range starters.All() {
		cards = append(cards, starterCard{k, false})
	}
	return s.render(c, "starters", fiber.Map{"Title": "Starters", "Cards": cards})
}

// starter is the one that a request names.
func (s *Server) starter(c fiber.Ctx) (starters.Starter, error) {
	id := c.Params("starter")
	for _, k := range starters.All() {
		if k.ID == id {
			return k, nil
		}
	}
	k, err := s.store.Starter(person(c).ID, id)
	return starters.Starter(k), err
}

// shippedPreviews are the drawings of the starters that are shipped, each made when it is first asked for.
var shippedPreviews sync.Map

// starterPreview draws a starter with what stands in its blanks.
func (s *Server) starterPreview(c fiber.Ctx) error {
	k, err := s.starter(c)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "image/svg+xml")
	if svg, ok := shippedPreviews.Load(k.ID); ok {
		return c.SendString(svg.(string))
	}
	var b strings.Builder
	err = s.work(c, func(ctx context.Context) error {
		ch, err := k.Chart(ctx, k.Name, nil)
		if err != nil && ctx.Err() == nil {
			return bad(sentence(err))
		}
		if err != nil {
			return err
		}
		return format.Write(ctx, &b, format.SVG, ch, format.Options{Page: ch.Pages[0].ID})
	})
	if err != nil {
		return err
	}
	for _, own := range starters.All() {
		if own.ID == k.ID {
			shippedPreviews.Store(k.ID, b.String())
		}
	}
	return c.SendString(b.String())
}

// begin makes a chart of a starter, with what was filled in.
func (s *Server) begin(c fiber.Ctx) error {
	k, err := s.starter(c)
	if err != nil {
		return err
	}
	fill := map[string]string{}
	for _, b := range k.Blanks() {
		fill[b.Asks] = c.FormValue("blank " + b.Asks)
	}
	name := strings.TrimSpace(c.FormValue("name"))
	if name == "" {
		name = k.Name
	}
	var ch *chart.Chart
	err = s.work(c, func(ctx context.Context) (err error) {
		if ch, err = k.Chart(ctx, name, fill); err != nil && ctx.Err() == nil {
			return bad(sentence(err))
		}
		return err
	})
	if err != nil {
		return err
	}
	return s.keep(c, ch)
}

// keepStarter keeps a chart to begin others with.
func (s *Server) keepStarter(c fiber.Ctx) error {
	ch, _, err := s.store.Chart(entry(c).ID)
	if err != nil {
		return err
	}
	if err := s.store.KeepStarter(person(c).ID, ch.Name, list.Write(ch)); err != nil {
		return err
	}
	c.Set("HX-Redirect", "/starters")
	return c.SendStatus(fiber.StatusNoContent)
}

func (s *Server) dropStarter(c fiber.Ctx) error {
	if err := s.store.DropStarter(person(c).ID, c.Params("starter")); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/starters")
}
