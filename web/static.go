package web

import (
	"mime"
	"path"
	"strings"

	"github.com/gofiber/fiber/v3"
)

// static serves a file, the wasm compressed as it was at build time.
func (s *Server) static(c fiber.Ctx) error {
	name := c.Params("*")
	b, ok := s.assets.files[name]
	if !ok {
		return fiber.ErrNotFound
	}
	if c.Query("v") == s.assets.hash[name] {
		c.Set(fiber.HeaderCacheControl, "public, max-age=31536000, immutable")
	} else {
		c.Set(fiber.HeaderCacheControl, "public, max-age=60")
	}
	kind := mime.TypeByExtension(path.Ext(name))
	switch path.Ext(name) {
	case ".wasm":
		kind = "application/wasm"
	case ".js":
		kind = "text/javascript; charset=utf-8"
	case ".woff", ".woff2":
		kind = "font/" + path.Ext(name)[1:]
	}
	c.Set(fiber.HeaderContentType, kind)
	c.Set(fiber.HeaderVary, fiber.HeaderAcceptEncoding)
	for _, enc := range []struct{ name, ext string }{{"br", ".br"}, {"gzip", ".gz"}} {
		if packed, ok := s.assets.files[name+enc.ext]; ok && strings.Contains(c.Get(fiber.HeaderAcceptEncoding), enc.name) {
			c.Set(fiber.HeaderContentEncoding, enc.name)
			return c.Send(packed)
		}
	}
	return c.Send(b)
}
