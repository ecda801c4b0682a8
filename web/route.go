package web

import "github.com/gofiber/fiber/v3"

// Access is who may use a route.
type Access string

// Route is an address, who may use it, and what answers.
type Route struct {
	Method string
	Path   string
	Access Access
	handle fiber.Handler
}

// The kinds of access. Every route that changes something wants a form token
// as well.
const (
	Anyone      Access = "anyone"
	SignedIn    Access = "signed in"
	Owner       Access = "owner of the chart"
	LinkRead    Access = "review link"
	LinkComment Access = "review link with the right to comment"
)
