package web

import (
	"errors"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/gofiber/fiber/v3/middleware/limiter"

	"plaintracer/store"
)

// Sign-in attempts from one address that may fail, and in which time.
const (
	mostAttempts  = 10
	attemptWindow = 10 * time.Minute
	cookieLife    = 30 * 24 * time.Hour
)

// attempts counts failed sign-ins by address.
var attempts = limiter.Config{
	Max:                    mostAttempts,
	Expiration:             attemptWindow,
	SkipSuccessfulRequests: true,
	LimitReached: func(fiber.Ctx) error {
		return fiber.NewError(fiber.StatusTooManyRequests, "Too many attempts. Wait ten minutes and try again.")
	},
}

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
	t, err := s.store.SignIn(c.FormValue("email"), c.FormValue("password"))
	if errors.Is(err, store.ErrSignIn) {
		c.Status(fiber.StatusUnauthorized)
		return s.render(c, "sign-in", fiber.Map{"Title": "Sign in", "To": c.FormValue("to"), "Email": c.FormValue("email"), "Wrong": "The e-mail or password is wrong."})
	}
	if err != nil {
		return err
	}
	s.cookie(c, sessionCookie, t, cookieLife)
	return c.Redirect().Status(fiber.StatusSeeOther).To(local(c.FormValue("to")))
}

// local is where to go after signing in: a path of this server, nothing else.
func local(to string) string {
	if !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") || strings.ContainsAny(to, "\\\r\n") {
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
	p, err := s.store.AddPerson(c.FormValue("email"), c.FormValue("name"), c.FormValue("password"))
	if err != nil {
		c.Status(fiber.StatusBadRequest)
		return s.render(c, "first", fiber.Map{"Title": "First account", "Path": c.Path(), "Wrong": err.Error(), "Email": c.FormValue("email"), "Name": c.FormValue("name")})
	}
	if err := s.store.UseInvitation(c.Params("invitation")); err != nil {
		return err
	}
	t, err := s.store.OpenSession(p.ID)
	if err != nil {
		return err
	}
	s.cookie(c, sessionCookie, t, cookieLife)
	return c.Redirect().Status(fiber.StatusSeeOther).To("/charts")
}
