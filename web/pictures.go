package web

import (
	"context"
	"fmt"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/format/picture"
	"plaintracer/store"
)

// keepPicture keeps a picture that is put on a page, encoded anew, and tells what the chart says of it and
// its size.
func (s *Server) keepPicture(c fiber.Ctx) error {
	h, err := c.FormFile("file")
	if err != nil {
		return bad("Choose a picture.")
	}
	if h.Size > picture.MostBytes {
		return bad(fmt.Sprintf("A picture can have at most %d MB; this one has %.1f.", picture.MostBytes>>20, float64(h.Size)/(1<<20)))
	}
	b, err := sent(h)
	if err != nil {
		return err
	}
	var p picture.Picture
	err = s.readOutside(c, func(ctx context.Context) error {
		if p, err = s.outside.Picture(ctx, b); err != nil {
			return refused(ctx, "", err)
		}
		return nil
	})
	if err != nil {
		return err
	}
	id, err := s.store.AddFile(person(c).ID, p.Type, p.Body)
	if err != nil {
		return err
	}
	return c.JSON(fiber.Map{"file": chart.File{ID: id, Name: sentName(h.Filename), Type: p.Type, Size: len(p.Body)}, "w": p.W, "h": p.H})
}

// picture serves a picture that the chart shows, to whoever may see the chart.
func (s *Server) picture(c fiber.Ctx) error {
	id := shownChart(c)
	ch, _, err := s.store.Chart(id)
	if err != nil {
		return err
	}
	if !shows(ch, c.Params("picture")) {
		return store.ErrNone
	}
	kind, size, body, err := s.store.FileReader(c.Params("picture"))
	if err != nil {
		return err
	}
	if kind != "image/png" && kind != "image/jpeg" { // a chart that names another file as a picture
		return store.ErrNone
	}
	c.Set(fiber.HeaderXContentTypeOptions, "nosniff")
	c.Set(fiber.HeaderCacheControl, "private, max-age=31536000, immutable")
	c.Set("Cross-Origin-Resource-Policy", "same-origin")
	c.Set(fiber.HeaderContentSecurityPolicy, "default-src 'none'; sandbox")
	c.Set(fiber.HeaderContentType, kind)
	return s.send(c, body, size, min(size, store.FilePiece))
}

// shows reports whether a step of the chart shows the picture.
func shows(ch *chart.Chart, id string) bool {
	for _, p := range ch.Pages {
		for _, st := range p.Steps {
			if st.Picture != nil && st.Picture.ID == id {
				return true
			}
		}
	}
	return false
}

// pictureOf is what is in a picture; nil where there is none.
func (s *Server) pictureOf(id string) []byte {
	kind, body, err := s.store.File(id)
	if err != nil || kind != "image/png" && kind != "image/jpeg" {
		return nil
	}
	return body
}

// mostThumb is how large pictures are that a thumbnail holds, bytes.
const mostThumb = 200 << 10

// smallPicture is pictureOf for thumbnails.
func (s *Server) smallPicture(id string) []byte {
	if b := s.pictureOf(id); len(b) <= mostThumb {
		return b
	}
	return nil
}
