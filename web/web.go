// Package web is the application in the browser: server-rendered pages, htmx
// fragments, the live channel of the editor, exports and review links.
package web

import (
	"context"
	"embed"
	"errors"
	"io/fs"
	"log/slog"
	"net/http"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/gofiber/fiber/v3/middleware/helmet"
	"github.com/gofiber/fiber/v3/middleware/recover"
	"github.com/gofiber/template/html/v2"
	"golang.org/x/sync/semaphore"

	"plaintracer/store"
)

//go:embed templates
var templates embed.FS

// Options say how the server is reached.
type Options struct {
	// Public is the address that people reach it by, such as
	// https://charts.example.org; "" when it is the one that it listens on.
	// Behind https, cookies are marked Secure.
	Public string
	// Proxies are the addresses (or networks, as 10.0.0.0/8) of proxies in front of the
	// server, whose word for a caller's address is taken; none takes the connection's.
	Proxies []string
	Log     *slog.Logger
}

// Server answers requests; it holds no truth of its own.
type Server struct {
	store    *store.Store
	bus      Bus
	secret   []byte
	opts     Options
	assets   *assets
	drawings *drawings

	attempts  *attempts
	workQueue *workQueue
	large     *semaphore.Weighted // bodies beyond a form that are in memory
}

// policy lets nothing in that the application does not ship. WebAssembly needs
// wasm-unsafe-eval; there is no inline script or style anywhere.
const policy = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self'; font-src 'self'; img-src 'self' blob: data:; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"

// New makes the application.
func New(s *store.Store, o Options) (*fiber.App, error) {
	secret, err := s.Secret()
	if err != nil {
		return nil, err
	}
	if o.Log == nil {
		o.Log = slog.New(slog.DiscardHandler)
	}
	a, err := loadAssets()
	if err != nil {
		return nil, err
	}
	srv := &Server{
		store:     s,
		bus:       NewBus(),
		secret:    secret,
		opts:      o,
		assets:    a,
		attempts:  newAttempts(),
		drawings:  newDrawings(),
		workQueue: newWorkQueue(),
		large:     semaphore.NewWeighted(mostLarge),
	}

	if err := srv.knowFonts(); err != nil {
		return nil, err
	}
	sub, err := fs.Sub(templates, "templates")
	if err != nil {
		return nil, err
	}
	views := html.NewFileSystem(http.FS(sub), ".html")
	views.AddFuncMap(srv.helpers())
	app := fiber.New(fiber.Config{
		AppName: "Plain Tracer",
		Views:   views,
		// Bodies are read by the guard, see body.go.
		BodyLimit: smallBody, StreamRequestBody: true, DisablePreParseMultipartForm: true,
		// An address may name every selected step of a large page.
		ReadBufferSize: 128 << 10,
		TrustProxy:     len(o.Proxies) > 0, TrustProxyConfig: fiber.TrustProxyConfig{Proxies: o.Proxies},
		ProxyHeader: fiber.HeaderXForwardedFor, EnableIPValidation: true,
		ReadTimeout:  30 * time.Second,
		IdleTimeout:  2 * time.Minute,
		ErrorHandler: srv.failed,
	})
	app.Use(recover.New())
	app.Use(packed)
	headers := helmet.Config{ContentSecurityPolicy: policy, ReferrerPolicy: "same-origin", CrossOriginEmbedderPolicy: "unsafe-none"}
	app.Use(helmet.New(headers), func(c fiber.Ctx) error {
		if strings.HasPrefix(o.Public, "https:") { // whether the proxy asks by https or not
			c.Set(fiber.HeaderStrictTransportSecurity, "max-age=31536000")
		}
		return c.Next()
	})
	for _, l := range remarkLimits() {
		app.Use("/review", l)
	}
	for _, r := range srv.Routes() {
		app.Add([]string{r.Method}, r.Path, srv.guard(r))
	}
	app.Hooks().OnPreShutdown(func() error { srv.bus.Close(); return nil })
	return app, nil
}

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
		s.opts.Log.Error("disk full", "method", c.Method(), "path", c.Path(), "error", err)
	case errors.Is(err, store.ErrNone):
		code, words = fiber.StatusNotFound, "There is nothing at this address."
	case errors.As(err, &broken):
		code, words = fiber.StatusUnprocessableEntity, "This chart cannot be opened. The list of charts offers ways out."
		s.opts.Log.Error("unreadable", "chart", broken.Chart, "error", err)
	default:
		s.opts.Log.Error("request failed", "method", c.Method(), "path", c.Path(), "error", err)
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

func bad(words string) error { return fiber.NewError(fiber.StatusBadRequest, words) }
