package web

import (
	"fmt"
	"io"
	"mime/multipart"
	"net/http"
	"net/url"
	"path/filepath"
	"slices"
	"strings"
	"unicode"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/typeset"
	"plaintracer/store"
)

// sent is what is in a file that came with a form, whose size the limit on bodies bounds.
func sent(h *multipart.FileHeader) ([]byte, error) {
	f, err := h.Open()
	if err != nil {
		return nil, err
	}
	defer f.Close()
	return io.ReadAll(f)
}

// attachFile keeps a file that is put on a step and tells what the chart says of it. Its type is
// that of its content, whatever its name says (WHATWG MIME Sniffing, by net/http).
func (s *Server) attachFile(c fiber.Ctx) error {
	h, err := c.FormFile("file")
	if err != nil {
		return bad("Choose a file.")
	}
	if h.Size == 0 {
		return bad("The file is empty.")
	}
	if h.Size > store.MostFile {
		return bad(fmt.Sprintf("A file can have at most %d MB; %s has %.1f.", store.MostFile>>20, filepath.Base(h.Filename), float64(h.Size)/(1<<20)))
	}
	b, err := sent(h)
	if err != nil {
		return err
	}
	kind, _, _ := strings.Cut(http.DetectContentType(b), ";")
	id, err := s.store.AddFile(person(c).ID, kind, b)
	if err != nil {
		return err
	}
	return c.JSON(chart.File{ID: id, Name: sentName(h.Filename), Type: kind, Size: len(b)})
}

// sentName is the name of a file that somebody sent, without its folders.
func sentName(name string) string {
	name = strings.Map(func(r rune) rune {
		if r < ' ' || r == '/' || r == '\\' {
			return '-'
		}
		return r
	}, typeset.Unsteered(strings.ToValidUTF8(filepath.Base(name), "")))
	if r := []rune(name); len(r) > 200 {
		name = string(r[:200])
	}
	return name
}

// file serves a file that is on a step of the chart: as a download, or with show the pictures and
// PDFs that a browser shows, alone on a page that may do nothing.
func (s *Server) file(c fiber.Ctx) error {
	if l, ok := c.Locals(linkKey).(store.Link); ok && !l.Files {
		return fiber.NewError(fiber.StatusForbidden, "This link does not open files.")
	}
	id := shownChart(c)
	ch, _, err := s.store.Chart(id)
	if err != nil {
		return err
	}
	f, ok := fileOf(ch, c.Params("file"))
	if !ok {
		return store.ErrNone
	}
	kind, size, body, err := s.store.FileReader(f.ID)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderXContentTypeOptions, "nosniff")
	c.Set(fiber.HeaderCacheControl, "private, max-age=3600")
	c.Set("Cross-Origin-Resource-Policy", "same-origin")
	if c.Query("show") != "" && slices.Contains(seen, kind) {
		policy := "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'; sandbox"
		if kind == "application/pdf" { // the browser's reader of PDFs does not open in a sandbox, and is one
			policy = "default-src 'none'; object-src 'self'; style-src 'unsafe-inline'"
		}
		c.Set(fiber.HeaderContentSecurityPolicy, policy)
		c.Set(fiber.HeaderContentType, kind)
		c.Set(fiber.HeaderContentDisposition, "inline")
		return s.send(c, body, size, min(size, store.FilePiece))
	}
	c.Set(fiber.HeaderContentSecurityPolicy, "default-src 'none'; sandbox")
	c.Set(fiber.HeaderContentType, fiber.MIMEOctetStream)
	ext := filepath.Ext(f.Name)
	attach(c, strings.TrimSuffix(f.Name, ext), plainExt(ext))
	return s.send(c, body, size, min(size, store.FilePiece))
}

// plainExt is an ending of a file's name in letters and digits alone.
func plainExt(ext string) string {
	for _, r := range strings.TrimPrefix(ext, ".") {
		if !(r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= '0' && r <= '9') {
			return ""
		}
	}
	if len(ext) > 12 {
		return ""
	}
	return ext
}

func fileOf(c *chart.Chart, id string) (chart.File, bool) {
	for _, p := range c.Pages {
		for _, s := range p.Steps {
			for _, f := range s.Files {
				if f.ID == id {
					return f, true
				}
			}
		}
	}
	return chart.File{}, false
}

// attach names the file that an answer is saved as, in the chart's own script: RFC 6266,
// with a plain name for who does not read that.
func attach(c fiber.Ctx, name, ext string) {
	c.Set(
		fiber.HeaderContentDisposition,
		fmt.Sprintf(`attachment; filename="%s%s"; filename*=UTF-8''%s`, plainName(name), ext, url.PathEscape(fileName(name)+ext)),
	)
}

// fileName makes a name that every file system takes: letters and digits of any script.
func fileName(name string) string {
	name = strings.Map(func(r rune) rune {
		switch {
		case unicode.IsLetter(r) || unicode.IsMark(r) || unicode.IsDigit(r) || r == '-' || r == '_':
			return r
		case unicode.IsSpace(r):
			return '-'
		}
		return -1
	}, name)
	if r := []rune(strings.Trim(name, "-")); len(r) > 0 {
		return string(r[:min(len(r), 60)]) // 240 bytes at most, of 255
	}
	return "chart"
}

// plainName is the same in ASCII alone.
func plainName(name string) string {
	name = strings.Map(func(r rune) rune {
		if r > unicode.MaxASCII {
			return -1
		}
		return r
	}, fileName(name))
	if name = strings.Trim(name, "-"); name == "" {
		return "chart"
	}
	return name
}
