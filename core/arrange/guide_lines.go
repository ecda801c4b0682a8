package arrange

import (
	"math"

	"plaintracer/core/chart"
)

// GuideMoved are the steps that stick to a guide line, with an edge or their middle, moved along with it to another
// place; what is locked stays.
func GuideMoved(p *chart.Page, g chart.GuideLine, to float64) []Box {
	var out []Box
	for _, s := range standing(p) {
		r := p.StepRect(s)
		at, size := &r.Y, r.H
		if g.Upright {
			at, size = &r.X, r.W
		}
		if s.Locked {
			continue
		}
		for _, v := range [3]float64{*at, *at + size/2, *at + size} {
			if math.Abs(v-g.At) <= stuck {
				*at += to - g.At
				out = append(out, Box{s.ID, r})
				break
			}
		}
	}
	return out
}

// stuck is how near to a guide line a step is that sticks to it, px: places are rounded.
const stuck = 0.02
