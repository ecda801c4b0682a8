package web

import (
	"embed"
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

// policy lets nothing in that the application does not ship. WebAssembly needs
// wasm-unsafe-eval; there is no inline script or style anywhere.
const policy = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self'; font-src 'self'; img-src 'self' blob: data:; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"

// New makes the application.
func New(s *store.Store, o Options) (*fiber.App, error) {
	if err := o.check(); err != nil {
		return nil, err
	}
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
		windows:   windows{open: map[string]int{}},
		sending:   sending{by: map[string]int{}},
		secret:    secret,
		opts:      o,
		assets:    a,
		outside:   o.reader,
		attempts:  newAttempts(o.now),
		drawings:  newDrawings(),
		workQueue: newWorkQueue(),
		large:     semaphore.NewWeighted(mostLarge),
	}

	if srv.proxies, err = o.trusted(); err != nil {
		return nil, err
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
		ReadTimeout:  30 * time.Second,
		IdleTimeout:  2 * time.Minute,
		ErrorHandler: srv.failed,
	})
	app.Use(recover.New())
	app.Use(packed)
	headers := helmet.Config{ContentSecurityPolicy: policy, ReferrerPolicy: "same-origin", CrossOriginEmbedderPolicy: "unsafe-none"}
	app.Use(helmet.New(headers), func(c fiber.Ctx) error {
		c.Set("X-Robots-Tag", "noindex, nofollow") // links for review are for those who get them
		if strings.HasPrefix(o.Public, "https:") { // whether the proxy asks by https or not
			c.Set(fiber.HeaderStrictTransportSecurity, "max-age=31536000")
		}
		return c.Next()
	})
	for _, l := range srv.remarkLimits() {
		app.Use("/review", l)
	}
	for _, r := range srv.Routes() {
		handle := srv.guard(r)
		if r.Access != Anyone { // what anyone gets is in memory once for all
			handle = srv.counting(handle)
		}
		app.Add([]string{r.Method}, r.Path, handle)
	}
	app.Hooks().OnPreShutdown(func() error { srv.bus.Close(); return nil })
	return app, nil
}
