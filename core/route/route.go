// Package route finds the routes of connectors: right-angled, around steps, few
// bends, short, and set apart from each other.
//
// What goes in: a page of boxes and lines. What comes out: a route a line. It is found
// stage by stage, each a package that knows nothing of those after it:
//
//	stay   lines that nothing concerns run as they did on the page before
//	find   each other line finds its path, blind to all others
//	side   lines that share a step agree on its sides
//	apart  lines that would lie on each other are set apart in their channels
//	label  labels find their places
//
// The result is a function of the page alone, of how its lines ran before too, where they
// tell that.
package route

import (
	"context"

	"plaintracer/core/route/apart"
	"plaintracer/core/route/find"
	"plaintracer/core/route/label"
	"plaintracer/core/route/side"
	"plaintracer/core/route/stay"
)

// What the router is given, and gives.
type (
	Page  = find.Page
	Box   = find.Box
	Line  = find.Line
	End   = find.End
	Pin   = find.Pin
	Label = find.Label
	Route = find.Route
)

// Distances, px.
const (
	Margin = find.Margin // kept from a step where there is room
	Gap    = find.Gap    // between lines side by side
)

// Keep lets the lines of a page run as they did on the page before it.
func Keep(was *Page, routes []Route, now *Page) { stay.Keep(was, routes, now) }

// Disentangle lets lines find their routes anew that lie along one before them.
func Disentangle(p *Page) { stay.Disentangle(p) }

// Router routes pages, such as the frames of a drag. What it keeps from one to the next is
// memory, and the places of labels that nothing has touched. The zero value is ready.
type Router struct {
	finder find.Finder
	labels label.Placer
}

// Routes computes the route of every line of the page and the places of its
// labels.
func (r *Router) Routes(p Page) []Route { return r.RoutesContext(context.Background(), p) }

// RoutesContext is Routes, which soon after the context has ended comes back with nothing.
func (r *Router) RoutesContext(ctx context.Context, p Page) []Route {
	segments, labels := r.labels.Indexes()
	r.finder.Meter.Start(ctx, &r.finder.Near, segments, labels)
	out := r.routes(p)
	if r.finder.Meter.Out {
		r.labels.Forget()
	}
	if r.finder.Meter.Gone {
		return nil
	}
	return out
}

// Unfinished reports whether the last page had more lines than could be set apart.
func (r *Router) Unfinished() bool { return r.finder.Meter.Out }

func (r *Router) routes(p Page) []Route {
	f := &r.finder
	stay.Hold(f, p)
	paths := side.Paths(f)
	if f.Meter.Gone {
		return nil
	}
	lines := apart.Set(f, paths)
	if f.Meter.Gone {
		return nil
	}
	out := lines.Routes()
	hit := r.labels.Place(f, out)
	if len(hit) == 0 || f.Meter.Out {
		return out
	}
	// Lines make way for the labels that found no clear place, where they can.
	moved, ok := lines.MakeWay(hit, out)
	again := moved.Routes()
	if still := r.labels.Place(f, again); ok && len(still) < len(hit) {
		return again
	}
	r.labels.Place(f, out)
	return out
}
