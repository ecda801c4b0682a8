package find

import (
	"math"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Gate is a place where a line may start or end: the port, the point before it
// where the line may first turn, and the direction out.
type Gate struct {
	Name  string // of the port
	Port  geom.Point
	Side  symbol.Side
	Loose bool    // a loose end: any direction
	Slide float64 // how far beside the port, each way, the line may hold

	turn  geom.Point
	named bool // the port was asked for by name
	cost  float64
	stiff int // of two ends that could slide, the stiffer one stays at its port
}

// How stiff an end is: a tip is left less readily than a flat side, the middle of a side
// least where the step has just been changed.
const (
	flat = iota
	tipped
	middle
)

// stiffness is how stiff an end is at a port.
func stiffness(e *End, p symbol.Port) int {
	switch {
	case e.Middle:
		return middle
	case p.Tip:
		return tipped
	}
	return flat
}

// Sides is a set of sides that may not be taken.
type Sides uint8

// AllSides holds the four.
const AllSides Sides = 15

// Has reports whether a side is in the set.
func (s Sides) Has(x symbol.Side) bool { return s&(1<<x) != 0 }

// Only is the set of one side.
func Only(x symbol.Side) Sides { return 1 << x }

// gates lists where a line may hold at an end: the port it is glued to, or all
// natural ports; sides that another box closes, or that are not to be taken,
// are left out as long as one stays.
// They are written to list, from its start.
func (f *Finder) gates(list []Gate, e *End, no Sides, rects []geom.Rect, out bool) []Gate {
	list = list[:0]
	if e.Box < 0 {
		return append(list, Gate{Port: Round(e.At), turn: Round(e.At), Loose: true})
	}
	b := &f.Page.Boxes[e.Box]
	if e.Placed {
		g := Gate{Name: e.Port, Side: e.Side, named: true, Port: Round(e.At)}
		g.turn = before(g.Port, e.Side, b.Rect, e.Room, clearance(g.Port, e.Side, b.Rect, e.Room, rects))
		return append(list, g)
	}
	all, open := list, 0 // open ones first
	for _, port := range f.portsOf(e.Box) {
		if e.Port != "" && e.Port != port.Name {
			continue
		}
		g := Gate{
			Name:  port.Name,
			Side:  port.Side,
			Slide: max(0, port.Slide-e.Half),
			named: e.Port != "",
			Port:  Round(port.At.Add(geom.Pt(b.Rect.X, b.Rect.Y))),
			stiff: stiffness(e, port),
		}
		switch {
		case out && (port.Side == symbol.Top || port.Side == symbol.Left):
			g.cost = againstOut
		case !out && (port.Side == symbol.Bottom || port.Side == symbol.Right):
			g.cost = againstIn
		case out && port.Side == symbol.Bottom || !out && port.Side == symbol.Left:
			g.cost = sideways
		}
		free := clearance(g.Port, port.Side, b.Rect, e.Room, rects)
		g.turn = before(g.Port, port.Side, b.Rect, e.Room, free)
		all = append(all, g)
		if free > 2*hard && !no.Has(port.Side) {
			all[open], all[len(all)-1] = all[len(all)-1], all[open]
			open++
		}
	}
	if open == 0 {
		return all
	}
	return all[:open]
}

// before is where a line may first turn before a port with so much free way. More
// room than a margin is taken up to half of the way, since the other end may need as
// much.
func before(port geom.Point, s symbol.Side, own geom.Rect, room, free float64) geom.Point {
	d, o := min(Margin, max(free/2, free-Margin)), s.Out()
	if room > Margin {
		d = max(d, min(room, free/2))
	}
	return Round(edgeOf(own, s, port).Add(geom.Pt(o.X*d, o.Y*d)))
}

// edgeOf is where the ray out of a port leaves the box: ports of leaning
// symbols lie inside it.
func edgeOf(r geom.Rect, s symbol.Side, p geom.Point) geom.Point {
	switch s {
	case symbol.Top:
		p.Y = r.Y
	case symbol.Right:
		p.X = r.Right()
	case symbol.Bottom:
		p.Y = r.Bottom()
	default:
		p.X = r.X
	}
	return p
}

// clearance is the free way straight out of a port, up to four margins, or twice the
// room that is wanted there.
func clearance(p geom.Point, s symbol.Side, own geom.Rect, room float64, rects []geom.Rect) float64 {
	start, o := edgeOf(own, s, p), s.Out()
	free := max(4*Margin, 2*room)
	for _, r := range rects {
		if r == own {
			continue
		}
		var d float64
		switch {
		case o.X != 0 && p.Y > r.Y-hard && p.Y < r.Bottom()+hard:
			if d = r.X - start.X; o.X < 0 {
				d = start.X - r.Right()
			}
			if (r.CX()-start.X)*o.X < 0 {
				continue // behind
			}
		case o.Y != 0 && p.X > r.X-hard && p.X < r.Right()+hard:
			if d = r.Y - start.Y; o.Y < 0 {
				d = start.Y - r.Bottom()
			}
			if (r.CY()-start.Y)*o.Y < 0 {
				continue
			}
		default:
			continue
		}
		free = min(free, max(0, d))
	}
	return free
}

// loopGates are the gates of a line from a step to itself: out at the right
// and in at the top, unless its ports say otherwise.
func loopGates(l *Line, from, to []Gate) ([]Gate, []Gate) {
	pick := func(gs []Gate, want ...string) []Gate {
		for _, w := range want {
			for _, g := range gs {
				if g.Name == w {
					return []Gate{g}
				}
			}
		}
		return gs[:1]
	}
	if l.From.Port == "" {
		if l.To.Port == "right" {
			from = pick(from, "bottom", "top")
		} else {
			from = pick(from, "right", "bottom")
		}
	}
	if l.To.Port == "" {
		if from[0].Name == "top" {
			to = pick(to, "left", "right")
		} else {
			to = pick(to, "top", "left")
		}
	}
	return from, to
}

// room is how far a line may hold beside the port to become straight; where
// the port was asked for, not at all.
func (g *Gate) room() float64 {
	if g.named {
		return 0
	}
	return min(g.Slide, slip)
}

// GateAt is the gate of an end that holds at a port, at the place q; it fails when the
// end cannot.
func (f *Finder) GateAt(e *End, port string, q geom.Point) (Gate, bool) {
	if e.Box < 0 {
		return Gate{Port: q, Loose: true}, q == Round(e.At)
	}
	b := &f.Page.Boxes[e.Box]
	if e.Placed {
		return Gate{Name: port, Side: e.Side, named: true, Port: q}, port == e.Port && q == Round(e.At)
	}
	if e.Port != "" && e.Port != port {
		return Gate{}, false
	}
	for _, n := range f.portsOf(e.Box) {
		if n.Name != port {
			continue
		}
		g := Gate{Name: port, Side: n.Side, Slide: max(0, n.Slide-e.Half), named: e.Port != "", Port: Round(n.At.Add(geom.Pt(b.Rect.X, b.Rect.Y)))}
		d := q.X - g.Port.X
		if level(n.Side) {
			d = q.Y - g.Port.Y
		}
		at := g.Port
		if math.Abs(d) >= 0.01 {
			at = b.Kind.Edge(b.Rect.W, b.Rect.H, n, d).Add(geom.Pt(b.Rect.X, b.Rect.Y))
		}
		return g, math.Abs(d) <= g.Slide+0.01 && at.Dist(q) < 0.05
	}
	return Gate{}, false
}

// portsOf are the natural ports of a box. Most boxes of a page have one of a few sizes.
func (f *Finder) portsOf(b int) []symbol.Port {
	if f.ports[b] != nil {
		return f.ports[b]
	}
	box := &f.Page.Boxes[b]
	k := shape{box.Kind, box.Rect.W, box.Rect.H}
	ports, ok := f.shapes[k]
	if !ok {
		if f.shapes == nil || len(f.shapes) > mostShapes {
			f.shapes = map[shape][]symbol.Port{}
		}
		ports = box.Kind.Ports(k.w, k.h)
		f.shapes[k] = ports
	}
	f.ports[b] = ports
	return ports
}

// shape is what the ports of a box depend on.
type shape struct {
	kind symbol.Kind
	w, h float64
}

// mostShapes bounds those that a finder remembers.
const mostShapes = 1000

// level reports whether lines leave a side level.
func level(s symbol.Side) bool { return s == symbol.Right || s == symbol.Left }
