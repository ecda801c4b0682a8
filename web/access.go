package web

import (
	"crypto/hmac"
	"crypto/rand"
	"crypto/sha256"
	"encoding/base64"
	"errors"
	"net/url"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"plaintracer/store"
)

const (
	sessionCookie = "pt_session"
	guestCookie   = "pt_guest" // names a browser that is not signed in, for form tokens

	personKey = "person"
	entryKey  = "entry"
	linkKey   = "link"

	tokenHeader = "X-Csrf-Token"
	tokenField  = "_csrf"
)

const outOfDate = "This page is out of date. Reload it and try again."

// guard lets a request through to its route when it may pass.
func (s *Server) guard(r Route) fiber.Handler {
	return func(c fiber.Ctx) error {
		if t := c.Cookies(sessionCookie); t != "" {
			p, err := s.store.Session(t)
			if err == nil {
				c.Locals(personKey, p)
			} else if !errors.Is(err, store.ErrNone) {
				return err
			}
		}
		person, in := c.Locals(personKey).(store.Person)
		switch r.Access {
		case SignedIn, Owner:
			if !in {
				if r.Method == fiber.MethodGet && c.Get("HX-Request") == "" && strings.Contains(c.Get(fiber.HeaderAccept), "text/html") {
					return c.Redirect().To("/sign-in?to=" + url.QueryEscape(c.OriginalURL()))
				}
				return fiber.NewError(fiber.StatusUnauthorized, "Sign in first.")
			}
		case LinkRead, LinkComment:
			l, err := s.store.Link(c.Params("link"))
			if errors.Is(err, store.ErrNone) {
				return fiber.NewError(fiber.StatusNotFound, "This link no longer works. Ask the person who sent it for a new one.")
			}
			if err != nil {
				return err
			}
			c.Locals(linkKey, l)
			if r.Access == LinkComment && l.May != store.Comment {
				return fiber.NewError(fiber.StatusForbidden, "This link lets you read the chart, not comment on it.")
			}
		}
		if r.Access == Owner {
			e, err := s.store.Entry(c.Params("chart"))
			if err != nil {
				return err
			}
			if e.Owner != person.ID {
				return store.ErrNone // whether it exists is nobody else's business
			}
			c.Locals(entryKey, e)
		}
		if r.Access != Anyone { // a route that may be kept says so itself
			c.Set(fiber.HeaderCacheControl, "no-store")
		}
		if r.Method != fiber.MethodGet {
			// A token in the header is looked at before the body is read.
			if t := c.Get(tokenHeader); t != "" && !s.tokenGood(c) {
				return tooMuch(c, fiber.StatusForbidden, outOfDate)
			}
			if bodies[r.Path] > smallBody {
				leave, err := s.roomFor(c)
				if err != nil {
					return err
				}
				defer leave()
			}
			if err := readBody(c, r.Path); err != nil {
				return err
			}
		}
		if r.Method != fiber.MethodGet && !s.tokenGood(c) {
			return fiber.NewError(fiber.StatusForbidden, outOfDate)
		}
		return r.handle(c)
	}
}

// formToken ties a form to the session, the link or the browser that it was
// made for: an HMAC that nobody else can compute.
func (s *Server) formToken(c fiber.Ctx) string { return s.sign(s.holder(c)) }

func (s *Server) sign(holder string) string {
	m := hmac.New(sha256.New, s.secret)
	m.Write([]byte(holder))
	return base64.RawURLEncoding.EncodeToString(m.Sum(nil))
}

func (s *Server) holder(c fiber.Ctx) string {
	if l, ok := c.Locals(linkKey).(store.Link); ok {
		return "link " + l.Token
	}
	if _, ok := c.Locals(personKey).(store.Person); ok {
		return "session " + c.Cookies(sessionCookie)
	}
	guest := c.Cookies(guestCookie)
	if guest == "" {
		b := make([]byte, 16)
		rand.Read(b)
		guest = base64.RawURLEncoding.EncodeToString(b)
		s.cookie(c, guestCookie, guest, 0)
	}
	return "guest " + guest
}

func (s *Server) tokenGood(c fiber.Ctx) bool {
	got := c.Get(tokenHeader)
	if got == "" {
		got = c.FormValue(tokenField)
	}
	if _, in := c.Locals(personKey).(store.Person); !in && c.Locals(linkKey) == nil && c.Cookies(guestCookie) == "" {
		return false
	}
	return hmac.Equal([]byte(got), []byte(s.formToken(c)))
}

func (s *Server) cookie(c fiber.Ctx, name, value string, life time.Duration) {
	k := &fiber.Cookie{Name: name, Value: value, Path: "/", HTTPOnly: true, SameSite: fiber.CookieSameSiteLaxMode,
		Secure: c.Protocol() == "https" || strings.HasPrefix(s.opts.Public, "https:")}
	if life > 0 {
		k.Expires = time.Now().Add(life)
	} else if life < 0 {
		k.Expires = time.Unix(1, 0)
	}
	c.Cookie(k)
}

func person(c fiber.Ctx) store.Person { return c.Locals(personKey).(store.Person) }
func entry(c fiber.Ctx) store.Entry   { return c.Locals(entryKey).(store.Entry) }

// shownChart is the id of the chart that is asked for, by its owner or through a link.
func shownChart(c fiber.Ctx) string {
	if l, ok := c.Locals(linkKey).(store.Link); ok {
		return l.Chart
	}
	return entry(c).ID
}

func link(c fiber.Ctx) store.Link { return c.Locals(linkKey).(store.Link) }
