package layout

import (
	"context"

	"plaintracer/core/chart"
	"plaintracer/core/typeset"
)

// setting is how a page is laid out: for a sheet of that size, px, with what share of the usual
// gaps, whether a long column is folded, and into how many rows lanes are; 0 for what suits them.
type setting struct {
	w, h  float64
	tight float64
	fold  bool
	rows  int
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
	p = front(p)
	return page(ctx, p, func(n *net) chart.Command { return onSheet(p, dir, n) })
}

func onSheet(p *chart.Page, dir Direction, n *net) chart.Command {
	w, h := p.SheetSize()
	first, need := n.lay(p, dir, setting{w, h, 1, false, 0})
	if need.times(w, h) <= 1 {
		return first
	}
	// Steps alone, half a gap around each, are more than the sheet holds: no way will do.
	least := 0.0
	for v := range n.w {
		least += (n.w[v] + colGap/2) * (n.h[v] + rowGap/2)
	}
	if least*leastScale*leastScale > w*h {
		return first
	}
	ways := []setting{{w, h, tightest, false, 0}}
	folded := []setting{{w, h, 1, true, 0}, {h, w, 1, true, 0}, {w, h, tightest, true, 0}, {h, w, tightest, true, 0}}
	if len(p.Lanes) > 0 {
		folded = nil
		for rows := 2; rows <= mostRows && len(p.Stages) == 0; rows++ {
			folded = append(folded, setting{w, h, 1, false, rows}, setting{w, h, tightest, false, rows})
		}
	}
	if len(p.Lanes) == 0 && dir == Down {
		ways = append(ways, setting{h, w, 1, false, 0}, setting{h, w, tightest, false, 0})
	}
	try := func(ways []setting) (cmd chart.Command, found bool) {
		least := 1 / leastScale
		for _, how := range ways {
			c, need := n.lay(p, dir, how)
			if n.over() {
				return first, true
			}
			k := need.times(how.w, how.h)
			if k <= 1 {
				return c, true
			}
			if k < least {
				cmd, found, least = c, true, k
			}
		}
		if found { // printed that much smaller, it can still be read
			cmd = fitted(p, cmd)
		}
		return cmd, found
	}
	if cmd, ok := try(ways); ok {
		return cmd
	}
	if len(p.Lanes) > 0 || dir == Down {
		if cmd, ok := try(folded); ok {
			return cmd
		}
	}
	return first
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
