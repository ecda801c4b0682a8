package layout

import (
	"context"
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/typeset"
)

// setting is how a page is laid out: for a sheet of that size, px, with what share of the usual
// gaps, whether a long column is folded, and into how many rows lanes are; 0 for what suits them. Rough, nothing is searched
// for that takes less room.
type setting struct {
	w, h  float64
	tight float64
	fold  bool
	rows  int
	rough bool
}

// Gaps are not made narrower than that share of the usual ones: labels and arrowheads need them.
const tightest = 0.8

// mostRows is into how many rows lanes are folded so that they fit a sheet: with more, the flow is
// hard to follow.
const mostRows = 3

// labelSize is the size of labels of connectors, px, as core/sheet sets them.
const labelSize = 12.0

// leastScale is how much smaller a page may be printed: its smallest text, that of labels, then
// has 8 pt.
const leastScale = typeset.LeastSize / labelSize

// room is what a laid out page needs, px.
type room struct{ w, h float64 }

// times is how many times a sheet that is in width or in height, whichever is more; at least 1.
func (r room) times(w, h float64) float64 { return max(1, r.w/w, r.h/h) }

// OnSheet is PageContext for a page that is to be read on its sheet: as wide as it likes to be
// where that fits; else with narrower gaps, upright in the place of across, a little smaller, or
// folded into columns. What fits in none of these ways is laid out in the first, and has outgrown
// its sheet.
func OnSheet(ctx context.Context, p *chart.Page, dir Direction) (cmd chart.Command, ok bool, err error) {
	if grow, ok := grows(p); ok {
		return Hierarchy(ctx, p, grow)
	}
	p = front(p)
	return page(ctx, p, func(n *net) chart.Command { return onSheet(p, dir, n) })
}

func onSheet(p *chart.Page, dir Direction, n *net) chart.Command {
	n.quick = true
	how, cmd, k := n.fit(p, dir)
	if k > 1/leastScale || n.over() {
		cmd, _ = n.lay(p, dir, how)
		return cmd
	}
	// Drawn with fewer bends a page may take more room than there is.
	n.quick = false
	if better, need := n.lay(p, dir, how); need.times(how.w, how.h) <= max(1, k) {
		cmd = better
	}
	if k > 1 { // printed that much smaller, it can still be read
		cmd = fitted(p, cmd)
	}
	return cmd
}

// fit finds the first way to lay the page out in which it fits its sheet, and how many times the sheet it takes; where it fits in
// none, that is without end, and there is no command.
func (n *net) fit(p *chart.Page, dir Direction) (how setting, cmd chart.Command, k float64) {
	w, h := p.SheetSize()
	usual := setting{w: w, h: h, tight: 1}
	if !n.farOff(p, dir, usual) {
		c, need := n.lay(p, dir, usual)
		if k := need.times(w, h); k <= 1 {
			return usual, c, k
		}
	}
	// Steps alone, half a gap around each, are more than the sheet holds: no way will do.
	least := 0.0
	for v := range n.w {
		least += (n.w[v] + colGap/2) * (n.h[v] + rowGap/2)
	}
	if least*leastScale*leastScale > w*h {
		return usual, chart.Command{}, math.Inf(1)
	}
	for _, ways := range settings(p, dir) {
		k = math.Inf(1)
		for _, try := range ways {
			if n.farOff(p, dir, try) {
				continue
			}
			c, need := n.lay(p, dir, try)
			if n.over() {
				return usual, chart.Command{}, math.Inf(1)
			}
			switch t := need.times(try.w, try.h); {
			case t <= 1:
				return try, c, t
			case t < k:
				how, cmd, k = try, c, t
			}
		}
		if k < 1/leastScale {
			return how, cmd, k
		}
	}
	return usual, chart.Command{}, math.Inf(1)
}

// settings are the ways to lay a page out that does not fit its sheet as it is usual: unfolded ones, and folded ones.
func settings(p *chart.Page, dir Direction) [2][]setting {
	w, h := p.SheetSize()
	ways := []setting{{w: w, h: h, tight: tightest}}
	folded := []setting{{w: w, h: h, tight: 1, fold: true}, {w: h, h: w, tight: 1, fold: true}, {w: w, h: h, tight: tightest, fold: true}, {w: h, h: w, tight: tightest, fold: true}}
	if len(p.Lanes) > 0 {
		folded = nil
		for rows := 2; rows <= mostRows && len(p.Stages) == 0; rows++ {
			folded = append(folded, setting{w: w, h: h, tight: 1, rows: rows}, setting{w: w, h: h, tight: tightest, rows: rows})
		}
	}
	if len(p.Lanes) == 0 && dir == Down {
		ways = append(ways, setting{w: h, h: w, tight: 1}, setting{w: h, h: w, tight: tightest})
	}
	if len(p.Lanes) == 0 && dir == Right {
		folded = nil
	}
	return [2][]setting{ways, folded}
}

// Times tells how many times its sheet a page takes that is laid out for it, 1 and a little more where it can be
// printed that much smaller; ok is false where it does not fit.
func Times(ctx context.Context, p *chart.Page) (k float64, ok bool) {
	p = front(p)
	n := build(ctx, p)
	n.quick = true
	_, _, k = n.fit(p, Down)
	return k, k <= 1/leastScale
}

// isFar is how much more room than there is a page takes as it first comes that takes too much after any search.
const isFar = 1.3

// farOff reports whether a page in lanes takes far more room in a setting than there is: a search for less would take long.
func (n *net) farOff(p *chart.Page, dir Direction, how setting) bool {
	if len(p.Lanes) == 0 {
		return false
	}
	how.rough = true
	_, need := n.lay(p, dir, how)
	return need.times(how.w, how.h) > isFar/leastScale
}

// fitted is the command which also lets the page be printed smaller.
func fitted(p *chart.Page, cmd chart.Command) chart.Command {
	s := chart.Setup{}
	if p.Setup != nil {
		s = *p.Setup
	}
	s.Fit = true
	cmd.Parts[0].Setup = &s
	return cmd
}
