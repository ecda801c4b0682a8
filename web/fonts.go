package web

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/typeset"
	"plaintracer/format/font"
	"plaintracer/store"
)

// knowFonts makes the fonts that the team keeps known to the core and to the writers. One that
// cannot be read any more is left out: its charts are set in the family that stands in for it.
func (s *Server) knowFonts() error {
	fs, err := s.store.Fonts()
	if err != nil {
		return err
	}
	for _, f := range fs {
		o, err := s.outside.Font(context.Background(), f.Name, f.Cuts)
		if err != nil {
			s.opts.Log.Error("a font cannot be read", "font", f.Name, "error", err)
			continue
		}
		o.ID = f.ID
		if err := know(o); err != nil {
			return err
		}
	}
	return nil
}

func know(o *font.Own) error {
	if err := typeset.AddOwn(o.ID, o.Metrics()); err != nil {
		return err
	}
	font.AddOwn(o)
	return nil
}

// fonts lists the fonts that the team keeps.
func (s *Server) fonts(c fiber.Ctx) error { return s.fontsAnd(c, "") }

func (s *Server) fontsAnd(c fiber.Ctx, said string) error {
	fs, err := s.store.Fonts()
	if err != nil {
		return err
	}
	type kept struct{ ID, Name, Arg string }
	var out []kept
	for _, f := range fs {
		arg, err := json.Marshal(chart.House{Font: &chart.Font{ID: f.ID, Name: f.Name}})
		if err != nil {
			return err
		}
		out = append(out, kept{f.ID, f.Name, string(arg)})
	}
	return s.render(c, "team-fonts", fiber.Map{"Fonts": out, "Said": said})
}

// bringFont reads the files of a font and keeps it for the team, or refuses it with the reason.
func (s *Server) bringFont(c fiber.Ctx) error {
	var files [4][]byte
	for i, field := range [4]string{"regular", "bold", "italic", "bold-italic"} {
		h, err := c.FormFile(field)
		if err != nil || h.Size == 0 {
			continue
		}
		if h.Size > font.MostBytes {
			return bad(fmt.Sprintf("%s: a font file can have at most %d MB.", h.Filename, font.MostBytes>>20))
		}
		if files[i], err = sent(h); err != nil {
			return err
		}
	}
	name := strings.TrimSpace(c.FormValue("name"))
	if len([]rune(name)) > 60 {
		return bad("The name of a font can have at most 60 characters.")
	}
	var o *font.Own
	err := s.readOutside(c, func(ctx context.Context) (err error) {
		if o, err = s.outside.Font(ctx, name, files); err != nil {
			return refused(ctx, "The font was not taken. ", err)
		}
		return nil
	})
	if err != nil {
		return err
	}
	if err := s.store.AddFont(person(c).ID, store.Font{ID: o.ID, Name: o.Name, Cuts: o.Cuts}); err != nil {
		return err
	}
	if err := know(o); err != nil {
		return bad(sentence(err) + " Ask who runs this server to start it anew.")
	}
	return s.fontsAnd(c, o.Name+" can be used now.")
}

func (s *Server) dropFont(c fiber.Ctx) error {
	if err := s.store.DropFont(c.FormValue("font")); err != nil {
		return err
	}
	return s.fontsAnd(c, "Removed. Charts that have it are set in it until the server starts anew, then in their house style’s family.")
}

// fontFile serves what pages need of a font: its style sheet, the advances that the core
// measures with, and its cuts. Its id is of what is in it, so none of that ever changes.
func (s *Server) fontFile(c fiber.Ctx) error {
	o, ok := font.OwnOf(c.Params("font"))
	if !ok {
		return fiber.ErrNotFound
	}
	c.Set(fiber.HeaderCacheControl, "public, max-age=31536000, immutable")
	switch what := c.Params("what"); what {
	case "font.css":
		c.Type("css")
		return c.SendString(o.CSS(func(cut int) string { return fmt.Sprintf("/fonts/%s/%d", o.ID, cut) }))
	case "metrics":
		c.Set(fiber.HeaderContentType, fiber.MIMEOctetStream)
		return c.Send(o.Metrics())
	case "0", "1", "2", "3":
		if b := o.Cuts[what[0]-'0']; b != nil {
			c.Set(fiber.HeaderContentType, "font/sfnt")
			return c.Send(b)
		}
	}
	return fiber.ErrNotFound
}
