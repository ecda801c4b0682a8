package web

import (
	"errors"
	"maps"
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
	address, known := s.caller(c), s.known(c, email)
	if wait := s.attempts.reserve(address, email, known); wait > 0 {
		c.Set(fiber.HeaderRetryAfter, strconv.Itoa(int(wait.Seconds())+1))
		return tooFast(wait)
	}
	t, err := s.store.SignIn(email, c.FormValue("password"))
	if errors.Is(err, store.ErrSignIn) {
		s.opts.Log.Warn("sign-in failed", "address", address)
		c.Status(fiber.StatusUnauthorized)
		return s.render(
			c,
			"sign-in",
			fiber.Map{"Title": "Sign in", "To": c.FormValue("to"), "Email": c.FormValue("email"), "Wrong": "The e-mail or password is wrong."},
		)
	}
	if err != nil {
		s.attempts.neither(address, email, known)
		return err
	}
	s.attempts.good(address, email, known)
	s.opts.Log.Info("signed in", "address", address)
	s.cookie(c, sessionCookie, t, cookieLife)
	s.cookie(c, knownCookie, s.sign("known "+strings.ToLower(strings.TrimSpace(email))), 365*24*time.Hour)
	return c.Redirect().Status(fiber.StatusSeeOther).To(local(c.FormValue("to")))
}

// local is where to go after signing in: a path of this server, nothing else. Browsers
// leave out tabs and take a backslash for a slash, so neither may be in it.
func local(to string) string {
	if !strings.HasPrefix(to, "/") || strings.HasPrefix(to, "//") ||
		strings.ContainsFunc(to, func(r rune) bool { return r <= ' ' || r == '\\' || r == 0x7f }) {
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

// joinPage is behind the one-time address that a new installation prints, or that somebody
// with an account has made.
func (s *Server) joinPage(c fiber.Ctx) error { return s.join(c, nil) }

func (s *Server) join(c fiber.Ctx, more fiber.Map) error {
	if err := s.store.Invited(c.Params("invitation")); err != nil {
		return err
	}
	has, err := s.store.HasPeople()
	if err != nil {
		return err
	}
	data := fiber.Map{"Title": "Create an account", "Path": c.Path(), "First": !has}
	maps.Copy(data, more)
	return s.render(c, "join", data)
}

func (s *Server) joined(c fiber.Ctx) error {
	if err := s.store.Invited(c.Params("invitation")); err != nil {
		return err
	}
	p, err := s.store.Join(c.Params("invitation"), c.FormValue("email"), c.FormValue("name"), c.FormValue("password"))
	var refusal store.Refusal
	if errors.As(err, &refusal) {
		c.Status(fiber.StatusBadRequest)
		return s.join(c, fiber.Map{"Wrong": sentence(refusal), "Email": c.FormValue("email"), "Name": c.FormValue("name")})
	}
	if err != nil {
		return err
	}
	t, err := s.store.OpenSession(p.ID)
	if err != nil {
		return err
	}
	s.cookie(c, sessionCookie, t, cookieLife)
	return c.Redirect().Status(fiber.StatusSeeOther).To("/charts")
}

// account is the page of one's own account.
func (s *Server) account(c fiber.Ctx) error { return s.showAccount(c, nil) }

func (s *Server) showAccount(c fiber.Ctx, said fiber.Map) error {
	open, err := s.store.Invitations(person(c).ID)
	if err != nil {
		return err
	}
	taken, err := s.store.Room(person(c).ID)
	if err != nil {
		return err
	}
	data := fiber.Map{"Title": "Account", "Open": open, "Room": taken, "MostRoom": int64(store.MostRoom), "MostFiles": int64(store.MostFiles)}
	maps.Copy(data, said)
	return s.render(c, "account", data)
}

// changePassword wants the current one, and no faster than one may sign in.
func (s *Server) changePassword(c fiber.Ctx) error {
	p, address := person(c), s.caller(c)
	if wait := s.attempts.reserve(address, p.Email, true); wait > 0 {
		return tooFast(wait)
	}
	err := s.store.ChangePassword(p, c.FormValue("now"), c.FormValue("next"), c.Cookies(sessionCookie))
	var refusal store.Refusal
	switch {
	case errors.Is(err, store.ErrSignIn):
		s.opts.Log.Warn("change of password failed", "person", p.ID, "address", address)
		c.Status(fiber.StatusBadRequest)
		return s.showAccount(c, fiber.Map{"Wrong": "The current password is wrong."})
	case errors.As(err, &refusal):
		s.attempts.good(address, p.Email, true) // the current one was right
		c.Status(fiber.StatusBadRequest)
		return s.showAccount(c, fiber.Map{"Wrong": sentence(refusal)})
	case err != nil:
		s.attempts.neither(address, p.Email, true)
		return err
	}
	s.attempts.good(address, p.Email, true)
	s.opts.Log.Info("password changed", "person", p.ID, "address", address)
	return s.showAccount(c, fiber.Map{"Done": "The password is changed. All other sessions and your open invitations have ended."})
}

// endOthers signs this person out everywhere else.
func (s *Server) endOthers(c fiber.Ctx) error {
	n, err := s.store.EndOthers(person(c).ID, c.Cookies(sessionCookie))
	if err != nil {
		return err
	}
	words := "There was no other session."
	if n > 0 {
		words = many(n, "other session") + " ended."
	}
	return s.showAccount(c, fiber.Map{"Done": words})
}

// invite makes an address at which a colleague can make an account, once.
func (s *Server) invite(c fiber.Ctx) error {
	t, err := s.store.Invite(person(c).ID)
	var refusal store.Refusal
	if errors.As(err, &refusal) {
		c.Status(fiber.StatusBadRequest)
		return s.showAccount(c, fiber.Map{"Wrong": sentence(refusal)})
	}
	if err != nil {
		return err
	}
	path := "/join/" + t
	return s.showAccount(c, fiber.Map{"Invitation": s.address(c, path), "InvitationPath": path})
}

// withdraw ends an invitation that nobody has used yet.
func (s *Server) withdraw(c fiber.Ctx) error {
	err := s.store.Withdraw(person(c).ID, c.FormValue("invitation"))
	if errors.Is(err, store.ErrNone) {
		c.Status(fiber.StatusNotFound)
		return s.showAccount(c, fiber.Map{"Wrong": "That invitation has been used, withdrawn or has expired."})
	}
	if err != nil {
		return err
	}
	return s.showAccount(c, fiber.Map{"Done": "The invitation is withdrawn. Its link no longer works."})
}

func (s *Server) known(c fiber.Ctx, email string) bool {
	return c.Cookies(knownCookie) == s.sign("known "+strings.ToLower(strings.TrimSpace(email)))
}

// knownCookie names the accounts that this browser has signed in to, one signed word.
const knownCookie = "pt_known"
