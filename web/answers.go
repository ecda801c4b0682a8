package web

import (
	"context"
	"errors"
	"maps"
	"strings"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/typeset"
	"plaintracer/format"
	"plaintracer/store"
)

// failed answers a request that went wrong, in words and without a stack.
func (s *Server) failed(c fiber.Ctx, err error) error {
	code, words := fiber.StatusInternalServerError, "Something went wrong. Nothing that was on disk has been lost. Try again."
	var fe *fiber.Error
	var broken *store.ErrUnreadable
	var refusal store.Refusal
	switch {
	case errors.As(err, &fe):
		code, words = fe.Code, fe.Message
	case errors.Is(err, context.Canceled):
		code, words = fiber.StatusRequestTimeout, "The caller has hung up." // whom this does not reach
	case errors.As(err, &refusal):
		code, words = fiber.StatusBadRequest, sentence(refusal)
	case store.Full(err):
		code, words = fiber.StatusInsufficientStorage, "The server's disk is full. Everything saved until now is safe. Tell the person who runs the server; then try again."
		s.opts.Log.Error("disk full", "method", c.Method(), "path", masked(c.Path()), "error", err)
	case errors.Is(err, store.ErrNone):
		code, words = fiber.StatusNotFound, "There is nothing at this address."
	case errors.As(err, &broken):
		code, words = fiber.StatusUnprocessableEntity, "This chart cannot be opened. The list of charts offers ways out."
		s.opts.Log.Error("unreadable", "chart", broken.Chart, "error", err)
	default:
		s.opts.Log.Error("request failed", "method", c.Method(), "path", masked(c.Path()), "error", err)
	}
	if code == fiber.StatusNotFound && words == "Not Found" {
		words = "There is nothing at this address."
	}
	c.Status(code)
	if strings.Contains(c.Get(fiber.HeaderAccept), "text/html") && c.Get("HX-Request") == "" {
		return s.render(c, "failed", fiber.Map{"Title": "Not possible", "Code": code, "Words": words})
	}
	return c.SendString(words)
}

// render writes a page or fragment; every one knows who is signed in.
func (s *Server) render(c fiber.Ctx, name string, data fiber.Map) error {
	if data == nil {
		data = fiber.Map{}
	}
	if p, ok := c.Locals(personKey).(store.Person); ok {
		data["Person"] = p
	}
	data["Token"] = s.formToken(c)
	return c.Render(name, data)
}

// helpers are what the templates call.
func (s *Server) helpers() map[string]any {
	out := map[string]any{
		"asset":   s.assets.url,
		"many":    many,
		"name":    name,
		"plain":   typeset.Unsteered,
		"room":    room,
		"formats": offered,
		"allPages": func() string {
			return format.Names(func(f format.Format) bool { return f.Words != "" && f.All })
		},
		"opens":       func() string { return "." + strings.Join(format.Kinds(format.Format.Opened), ",.") },
		"openedWords": func() string { return format.OpenedWords(nil) },
		"ago":         ago,
		"initials": func(name string) string {
			out := ""
			for _, w := range strings.Fields(name) {
				out += strings.ToUpper(string([]rune(w)[:1]))
			}
			r := []rune(out)
			return string(r[:min(len(r), 2)])
		},
	}
	maps.Copy(out, controls())
	return out
}
