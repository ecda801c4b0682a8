package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"math"
	"net"
	"os"
	"os/signal"
	"runtime/debug"
	"syscall"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/spf13/cobra"

	"plaintracer/store"
	"plaintracer/web"
)

// account is what the first account is made of, from flags or environment.
type account struct{ email, name, password string }

func serveCommand() *cobra.Command {
	var addr, data, public string
	var proxies []string
	var a account
	cmd := &cobra.Command{
		Use:   "serve",
		Short: "Serve the application",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			s, err := store.Open(data)
			if err != nil {
				return err
			}
			defer s.Close()
			base := public
			if base == "" {
				base = "http://" + addr
			}
			if err := firstAccount(s, a, base); err != nil {
				return err
			}
			return serve(cmd.Context(), s, addr, public, proxies)
		},
	}
	f := cmd.Flags()
	f.StringVar(&addr, "addr", env("PLAINTRACER_ADDR", "127.0.0.1:8080"), "address to listen on (PLAINTRACER_ADDR)")
	f.StringVar(&data, "data", env("PLAINTRACER_DATA", "data"), "data folder (PLAINTRACER_DATA)")
	f.StringVar(&public, "public", os.Getenv("PLAINTRACER_PUBLIC"), "public address, such as https://charts.example.org (PLAINTRACER_PUBLIC)")
	f.StringSliceVar(
		&proxies,
		"trusted-proxies",
		nil,
		"addresses or networks of reverse proxies whose X-Forwarded-For is trusted, such as 127.0.0.1 or 10.0.0.0/8",
	)
	f.StringVar(&a.email, "email", os.Getenv("PLAINTRACER_EMAIL"), "e-mail of the first account (PLAINTRACER_EMAIL)")
	f.StringVar(&a.name, "name", env("PLAINTRACER_NAME", ""), "name of the first account (PLAINTRACER_NAME)")
	f.StringVar(&a.password, "password", "", "password of the first account (PLAINTRACER_PASSWORD is safer)")
	return cmd
}

func env(name, other string) string {
	if v := os.Getenv(name); v != "" {
		return v
	}
	return other
}

// firstAccount makes the first account, or prints an address for it.
func firstAccount(s *store.Store, a account, base string) error {
	has, err := s.HasPeople()
	if err != nil || has {
		return err
	}
	if a.password == "" {
		a.password = os.Getenv("PLAINTRACER_PASSWORD")
	}
	if a.email != "" && a.password != "" {
		if a.name == "" {
			a.name = a.email
		}
		_, err := s.AddPerson(a.email, a.name, a.password)
		return err
	}
	t, err := s.Invite("")
	if err != nil {
		return err
	}
	fmt.Printf("There is no account yet. Create the first one here (the link works once):\n  %s/join/%s\n", base, t)
	return nil
}

// serve answers requests until the process is told to stop.
func serve(ctx context.Context, s *store.Store, addr, public string, proxies []string) error {
	log := slog.New(slog.NewTextHandler(os.Stderr, nil))
	app, err := web.New(s, web.Options{Public: public, Proxies: proxies, Log: log})
	if err != nil {
		return err
	}
	if debug.SetMemoryLimit(-1) == math.MaxInt64 { // GOMEMLIMIT does not say otherwise
		debug.SetMemoryLimit(web.CalmMemory)
	}
	ln, err := net.Listen("tcp", addr)
	if err != nil {
		return fmt.Errorf("cannot listen on %s: %w; choose another address with --addr", addr, err)
	}
	fmt.Printf("Serving on http://%s\n", ln.Addr())
	ctx, stop := signal.NotifyContext(ctx, os.Interrupt, syscall.SIGTERM)
	defer stop()
	go s.Tidy(ctx, func(err error) { log.Error("tidying", "error", err) })
	failed := make(chan error, 1)
	go func() { failed <- app.Listener(web.Steady(ln), fiber.ListenConfig{DisableStartupMessage: true}) }()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	// Listener's error is of the closed socket.
	return errors.Join(app.ShutdownWithTimeout(5 * time.Second))
}
