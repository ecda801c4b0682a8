package web

import (
	"errors"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"plaintracer/store"
)

const cookieLife = 30 * 24 * time.Hour

func (s *Server) signInPage(c fiber.Ctx) error {
	return s.render(c, "sign-in", fiber.Map{"Title": "Sign in", "To": c.Query("to")})
}

// signInToken is a form token for a window that has none any more, since its session has
// ended.
func (s *Server) signInToken(c fiber.Ctx) error {
	c.Set(fiber.HeaderCacheControl, "no-store")
	return c.JSON(fiber.Map{"token": s.formToken(c)})
}

func (s *Server) signIn(c fiber.Ctx) error {
	email := strings.Clone(c.FormValue("email"))
	address, known := c.IP(), s.known(c, email)
	if wait := s.attempts.wait(address, email, known); wait > 0 {
		c.Set(fiber.HeaderRetryAfter, strconv.Itoa(int(wait.Seconds())+1))
		return tooFast(wait)
	}
	t, err := s.store.SignIn(email, c.FormValue("password"))
	if errors.Is(err, store.ErrSignIn) {
		s.attempts.failed(address, email, known)
		c.Status(fiber.StatusUnauthorized)
		return s.render(c, "sign-in", fiber.Map{"Title": "Sign in", "To": c.FormValue("to"), "Email": c.FormValue("email"), "Wrong": "The e-mail or password is wrong."})
	}
	if err != nil {
		return err
	}
	s.attempts.good(address, email, known)
	s.cookie(c, sessionCookie, t, cookieLife)
	s.cookie(c, knownCookie, s.sign("known "+strings.ToLower(strings.TrimSpace(email))), 365*24*time.Hour)
	return c.Redirect().Status(fiber.StatusSeeOther).To(local(c.FormValue("to")))
}

// local is where to go after signing in: a path of this server, nothing else. Browsers
// leave out tabs and take a backslash for a slash, so neither may be in it.
func local(to string) string {
	if !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") || strings.ContainsFunc(to, func(r rune) bool { return r <= ' ' || r == '\\' || r == 0x7f }) {
		return "/charts"
	}
	return to
}

func (s *Server) signOut(c fiber.Ctx) error {
	if err := s.store.SignOut(c.Cookies(sessionCookie)); err != nil {
		return err
	}
	s.cookie(c, sessionCookie, "", -1)
	return c.Redirect().Status(fiber.StatusSeeOther).To("/sign-in")
}

// firstPage is behind the one-time address that a new installation prints.
func (s *Server) firstPage(c fiber.Ctx) error {
	if err := s.store.Invited(c.Params("invitation")); err != nil {
		return err
	}
	return s.render(c, "first", fiber.Map{"Title": "First account", "Path": c.Path()})
}

func (s *Server) first(c fiber.Ctx) error {
	if err := s.store.Invited(c.Params("invitation")); err != nil {
		return err
	}
	p, err := s.store.Join(c.Params("invitation"), c.FormValue("email"), c.FormValue("name"), c.FormValue("password"))
	if errors.Is(err, store.ErrNone) {
		return err
	}
	if err != nil {
		c.Status(fiber.StatusBadRequest)
		return s.render(c, "first", fiber.Map{"Title": "First account", "Path": c.Path(), "Wrong": err.Error(), "Email": c.FormValue("email"), "Name": c.FormValue("name")})
	}
	t, err := s.store.OpenSession(p.ID)
	if err != nil {
		return err
	}
	s.cookie(c, sessionCookie, t, cookieLife)
	return c.Redirect().Status(fiber.StatusSeeOther).To("/charts")
}
