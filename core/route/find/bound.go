package find

import (
	"math"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Costs of the search, in px of length.
const (
	bendCost   = 160.0
	nearCost   = 3.0  // more for each px inside the margin of a step
	againstOut = 12.0 // leaving by the top or left, against the reading direction
	againstIn  = 12.0 // arriving at the bottom or right
	sideways   = 1.0  // leaving by the bottom where the right would do as well
)

// bound is the most that a path may cost, and bend.
type bound struct {
	cost  float64
	bends int
}

var boundless = bound{math.Inf(1), math.MaxInt32}

func (b bound) set() bool { return !math.IsInf(b.cost, 1) }

// goal is a Gate that the search may end at.
type goal struct {
	x, y  int        // its place among the coordinates
	p     geom.Point // the Gate's turn
	g     *Gate
	in    symbol.Side // the heading into it
	turns *turns
	tail  float64 // cost from there into the port
}

func newGoal(g *Gate) goal {
	way := &turnsInto[opposite(g.Side)]
	if g.Loose {
		way = &turnsInto[headings]
	}
	return goal{p: g.turn, g: g, in: opposite(g.Side), turns: way, tail: g.Port.Dist(g.turn) + g.cost}
}

// rest is a lower bound of the cost from p, moving along h, into the port.
func (g *goal) rest(p geom.Point, h symbol.Side) float64 {
	dx, dy := g.p.X-p.X, g.p.Y-p.Y
	return math.Abs(dx) + math.Abs(dy) + g.tail + bendCost*float64(g.turns[h][sign(dx)][sign(dy)])
}

// turns are the fewest bends to a place, by the heading now and by the signs of
// the way there in x and in y.
type turns [headings][3][3]uint8

// sign is 0 for below nought, 1 for nought, 2 for above.
func sign(d float64) int {
	switch {
	case d < -1e-9:
		return 0
	case d > 1e-9:
		return 2
	}
	return 1
}

// turnsInto are the turns by the heading on arrival, the last for any.
var turnsInto = func() (all [headings + 1]turns) {
	for in := range symbol.Side(headings + 1) {
		for h := range symbol.Side(headings) {
			for x := range 3 {
				for y := range 3 {
					all[in][h][x][y] = fewest(in, h, geom.Pt(float64(x-1), float64(y-1)))
				}
			}
		}
	}
	return all
}()

// fewest are the fewest bends to a place that lies by d from here, for a path
// that moves along h and is to arrive along in, or anyhow.
func fewest(in, h symbol.Side, d geom.Point) uint8 {
	dot := func(s symbol.Side) float64 { o := s.Out(); return o.X*d.X + o.Y*d.Y }
	ahead, across := dot(h), dot((h+1)%headings)
	switch {
	case in == headings:
		switch {
		case ahead < 0:
			return 2
		case across != 0:
			return 1
		}
		return 0
	case in == h:
		switch {
		case across != 0:
			return 2
		case ahead < 0:
			return 4
		}
		return 0
	case in == opposite(h):
		return 2
	case ahead < 0 || dot(in) < 0:
		return 3
	}
	return 1 // the way in still lies ahead, and the place beyond it
}

// lowest is a lower bound of the cost of any path.
func lowest(from []Gate, goals []goal) float64 {
	least := math.Inf(1)
	for i := range from {
		f := &from[i]
		for j := range goals {
			c := f.Port.Dist(f.turn) + f.cost
			if f.Loose {
				c += goals[j].p.Dist(f.turn)
			} else {
				c += goals[j].rest(f.turn, f.Side)
			}
			least = min(least, c)
		}
	}
	return least
}
