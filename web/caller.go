package web

import (
	"fmt"
	"net/netip"
	"net/url"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"
)

// check refuses options that cannot be meant, before anything is served.
func (o Options) check() error {
	if _, err := o.trusted(); err != nil {
		return err
	}
	if o.Public == "" {
		return nil
	}
	if u, err := url.Parse(o.Public); err != nil || u.Scheme != "https" && u.Scheme != "http" || u.Host == "" || u.User != nil || u.RawQuery != "" || u.Fragment != "" {
		return fmt.Errorf("public address %q: expected one such as https://charts.example.org", o.Public)
	}
	return nil
}

// trusted are the networks of the proxies whose word is taken.
func (o Options) trusted() ([]netip.Prefix, error) {
	var out []netip.Prefix
	for _, p := range o.Proxies {
		n, err := netip.ParsePrefix(p)
		if err != nil {
			var a netip.Addr
			if a, err = netip.ParseAddr(p); err != nil {
				return nil, fmt.Errorf("trusted proxy %q: expected an address such as 10.0.0.1 or a network such as 10.0.0.0/8", p)
			}
			n = netip.PrefixFrom(a, a.BitLen())
		}
		out = append(out, n)
	}
	return out, nil
}

// caller is the address that a request comes from. Behind trusted proxies it is the last one in X-Forwarded-For that is
// none of theirs: what stands before that the caller wrote itself.
func (s *Server) caller(c fiber.Ctx) string {
	from, ok := netip.AddrFromSlice(c.RequestCtx().RemoteIP())
	if !ok {
		return ""
	}
	from = from.Unmap()
	theirs := func(a netip.Addr) bool {
		return slices.ContainsFunc(s.proxies, func(n netip.Prefix) bool { return n.Contains(a) })
	}
	var hops []string
	for _, h := range c.Request().Header.PeekAll(fiber.HeaderXForwardedFor) {
		hops = append(hops, strings.Split(string(h), ",")...)
	}
	for _, h := range slices.Backward(hops) {
		if !theirs(from) {
			break
		}
		a, err := netip.ParseAddr(strings.TrimSpace(h))
		if err != nil {
			break // no proxy writes that
		}
		from = a.Unmap()
	}
	return from.String()
}

// masked is a path without what opens a review.
func masked(path string) string {
	if rest, ok := strings.CutPrefix(path, "/review/"); ok {
		if token, more, has := strings.Cut(rest, "/"); has {
			return "/review/" + token[:min(4, len(token))] + "…/" + more
		}
		return "/review/" + rest[:min(4, len(rest))] + "…"
	}
	return path
}
