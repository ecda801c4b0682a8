// Package route finds the ways of connectors: right-angled, around steps, few
// bends, short, and set apart from each other.
//
// It works in three parts. First every line is routed by itself, blind to all
// other lines, over a sparse set of 'interesting' coordinates that grows only
// by the boxes the line meets (explore.go, search.go). Then lines that share a
// step agree on its sides: outcomes of a decision leave by different tips, lines
// in and out keep off each other's where that costs no bend (sides.go), and lines
// that cross many change sides (cross.go). Last, lines that would lie on each
// other are set apart inside their channels (nudge.go, separate.go, untangle.go),
// after Wybrow, Marriott and Stuckey, 'Orthogonal Connector Routing', 2009, and
// labels find their places (label.go).
//
// Lines may bring a way along that they had before (keep.go): they stay there, where they
// still can, and the others find theirs beside them.
//
// The result is a function of the page alone, the ways that its lines bring along
// included. A Router keeps what it found for the lines whose surroundings did not change
// (lazy.go), which makes dragging cheap and changes no result.
package route

import (
	"context"
	"slices"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Distances, px.
const (
	Margin = 12.0 // kept from a step where there is room
	Gap    = 10.0 // between lines side by side
	hard   = 1.0  // never nearer to a step's side than this
)

// Costs of the search, in px of length.
const (
	bendCost   = 160.0
	nearCost   = 3.0  // more for each px inside the margin of a step
	againstOut = 12.0 // leaving by the top or left, against the reading direction
	againstIn  = 12.0 // arriving at the bottom or right
	sideways   = 1.0  // leaving by the bottom where the right would do as well
)

// Box is something that lines go around: a step, or with no Kind a bare
// obstacle such as a lane's head.
type Box struct {
	ID   string
	Kind symbol.Kind
	Rect geom.Rect
}

// End is one end of a line: at a port of a box ("" for any side), or with Box
// negative loose at a point. A port that is not one of the symbol's own has
// Placed set and stands at At, facing Side.
type End struct {
	Box    int
	Port   string
	At     geom.Point
	Placed bool
	Side   symbol.Side
	Room   float64 // before the port, where the line may turn only beyond; 0 for Margin
	Half   float64 // half of the breadth of a broad line, which stays within its side
	Middle bool    // its box is new or was changed: the line keeps to the middle of its side
}

// Line is a connector to be routed. Lines of a page come in a fixed order,
// which settles who keeps a contested side.
type Line struct {
	ID       string
	From, To End
	Outcome  bool  // leaves a decision: wants a tip of its own
	Direct   bool  // runs straight from end to end, whatever stands there
	Pins     []Pin // stretches that it has to run along, from first to last
	Labels   []Label

	// Way is how the line ran before, where it is to stay; nil to find it. Firm, it is
	// not set apart from others either: these keep off it.
	Way  *Route
	Firm bool
}

// Pin is the place of a stretch: the x of an upright one, the y of a level one.
type Pin struct {
	Upright bool
	At      float64
}

// Page is what the router is given.
type Page struct {
	Boxes   []Box
	Lines   []Line
	Borders []float64 // y of lines that are drawn from edge to edge, between lanes: no connector should lie on one
	KeepOff bool      // lines keep off labels that were placed by hand
}

// Route is how one line runs.
type Route struct {
	Points   []geom.Point
	FromPort string // "" at a loose end
	ToPort   string
	Through  bool        // no way around was there: drawn straight through
	Plain    bool        // so many lines are there that for this one no way was searched: drawn straight through
	Pins     []Pin       // those that could be kept
	Labels   []geom.Rect // where the labels stand
}

// Router routes pages that follow each other, such as the frames of a drag.
// The zero value is ready.
type Router struct {
	boxes   []Box // of the last page
	borders []float64
	kept    map[key]*found
	changed slotSet     // what is not as it was on the last page
	moved   []geom.Rect // the places of these
	choices []choice    // of the last page's lines
	spare   []choice    // their memory is used again

	slots  map[string]int // box id to its bit in a set, the same from page to page
	slot   []int          // per box of the page being routed
	ports  [][]symbol.Port
	closes [][]int32  // per box, those near to it
	near   geom.Index // the boxes
	labels labelling
	work   searcher

	held  []held   // per line of the page
	stay  []*found // per line of the page, the path that it keeps
	lines []Line   // of the page, where they hold
	ends  ends

	exploring exploring
	nudging   nudging
	meter     meter
}

// Routes computes the route of every line of the page and the places of its
// labels.
func (r *Router) Routes(p Page) []Route { return r.RoutesContext(context.Background(), p) }

// RoutesContext is Routes, which soon after the context has ended comes back with nothing.
func (r *Router) RoutesContext(ctx context.Context, p Page) []Route {
	r.meter.start(ctx, &r.near, &r.labels.segs, &r.labels.placed)
	out, left := r.routes(p)
	defer r.forgetUnfinished()
	for range mostFreed {
		which := pressed(p, left)
		if len(which) == 0 || r.meter.out {
			break
		}
		p.Lines = slices.Clone(p.Lines)
		for _, i := range which {
			p.Lines[i].Way = nil
		}
		again, still := r.routes(p)
		if len(still) >= len(left) {
			break
		}
		out, left = again, still
	}
	if r.meter.gone {
		return nil
	}
	return out
}

// Unfinished tells whether the last page had more lines than could be set apart.
func (r *Router) Unfinished() bool { return r.meter.out }

// forgetUnfinished forgets what a page's end before its time has left unknown.
func (r *Router) forgetUnfinished() {
	if r.meter.out {
		clear(r.kept)
		r.choices, r.labels.first = nil, r.labels.first[:0]
	}
}

// mostFreed is how often kept ways that others do not come apart from are given up.
const mostFreed = 2

// pressed are the lines with a way to keep that lie on others, or others on them.
func pressed(p Page, clashes []clash) []int {
	var out []int
	for _, c := range clashes {
		for _, i := range append([]int{c.line}, c.others...) {
			if p.Lines[i].Way != nil {
				out = append(out, i)
			}
		}
	}
	return out
}

// routes is Routes, where all lines stay that have a way and can; it tells the lines
// that could not be set apart.
func (r *Router) routes(p Page) ([]Route, []clash) {
	r.forget(p)
	p = r.hold(p)
	r.ends.list(&p)
	settled := r.settleSides(p, &r.ends)
	if r.meter.gone {
		return nil, nil
	}
	n, left := r.separate(p, r.uncrossAll(p, &r.ends, settled))
	if r.meter.gone {
		return nil, nil
	}
	paths := n.paths
	out := n.routes()
	hit := r.placeLabels(p, out)
	blocked := make([]bool, len(p.Lines))
	for range wayRounds {
		if len(hit) == 0 || r.meter.out {
			break
		}
		// Lines make way for labels that found no clear place, where they can.
		for _, h := range hit {
			blocked[h.line] = true
		}
		var blocks []block
		for i := range out {
			if blocked[i] {
				for _, at := range out[i].Labels {
					blocks = append(blocks, block{line: i, rect: at})
				}
			}
		}
		for _, h := range hit { // firm ones, to a label that is new there
			if !n.paths[h.line].firm {
				paths = yielding(paths, n.firmOn(out, h), h.placed)
			}
		}
		n = r.newNudger(p, paths, blocks)
		n.run()
		again := n.routes()
		still := r.placeLabels(p, again)
		if len(n.clashes()) > 0 || len(still) >= len(hit) {
			break
		}
		out, hit = again, still
	}
	return out, left
}

// wayRounds is how often lines are asked to make way for labels.
const wayRounds = 3

// bounds is the room that the boxes of a page take.
func (p *Page) bounds() geom.Rect {
	var bounds geom.Rect
	for _, b := range p.Boxes {
		bounds = bounds.Union(b.Rect)
	}
	return bounds
}
