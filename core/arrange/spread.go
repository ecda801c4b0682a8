package arrange

import (
	"math"
	"sort"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Gap is the usual distance between a step and the next one, px.
const Gap = 48.0

// Spread returns the places wanted, moved so that none of their steps lies on another
// one or on a step that is not among them. They are spread downward, or with across to
// the right, in the order in which they stand on the page now, with the usual gap; each
// stays in its lane, which Room makes as high as that needs.
func Spread(p *chart.Page, wanted []chart.Place, across bool) []chart.Place {
	out := append([]chart.Place(nil), wanted...)
	now := make(map[string]geom.Rect, len(out))
	for _, s := range p.Steps {
		now[s.ID] = p.StepRect(s)
	}
	sort.SliceStable(out, func(i, j int) bool {
		a, b := now[out[i].ID], now[out[j].ID]
		if across {
			a.X, a.Y, b.X, b.Y = a.Y, a.X, b.Y, b.X
		}
		if a.Y != b.Y {
			return a.Y < b.Y
		}
		return a.X < b.X
	})
	mine := map[string]bool{}
	for _, w := range out {
		mine[w.ID] = true
	}
	taken := map[string][]geom.Rect{} // by lane, in its coordinates
	for _, s := range p.Steps {
		if !mine[s.ID] && !s.Behind() {
			taken[s.Lane] = append(taken[s.Lane], geom.Rect{X: s.X, Y: s.Y, W: s.W, H: s.H})
		}
	}
	for i := range out {
		w := &out[i]
		r := geom.Rect{X: w.X, Y: w.Y, W: w.W, H: w.H}
		for again := true; again; {
			again = false
			for _, t := range taken[w.Lane] {
				if !t.Overlaps(r) {
					continue
				}
				if again = true; across {
					r.X = geom.Round2(t.Right() + Gap)
				} else {
					r.Y = geom.Round2(t.Bottom() + Gap)
				}
			}
		}
		w.X, w.Y = r.X, r.Y
		taken[w.Lane] = append(taken[w.Lane], r)
	}
	return out
}

// Beside tells how far boxes are to be moved so that each stands clear of the others by
// gap, and off the lines that run there: to the right or downward, no farther than it
// must; within lanes along them alone, so that nobody comes into another lane.
func Beside(p *chart.Page, boxes, others, lines []geom.Rect, gap float64) (dx, dy float64) {
	var all, far geom.Rect
	for _, b := range boxes {
		all = all.Union(b)
	}
	for _, o := range others {
		far = far.Union(o)
	}
	for _, l := range lines {
		far = far.Union(l)
	}
	// Beyond the last of the others there is room; on the way there every two grid steps
	// are tried.
	const pitch = 2 * Grid
	limX := math.Ceil(math.Max(0, far.Right()+gap-all.X)/pitch) + 1
	limY := math.Ceil(math.Max(0, far.Bottom()+gap-all.Y)/pitch) + 1
	best := math.Inf(1)
	right, down := len(p.Lanes) == 0 || !p.Down, len(p.Lanes) == 0 || p.Down
	if dx = limX * pitch; !right {
		dx, dy = 0, limY*pitch
	}
	try := func(x, y float64) {
		if c := math.Hypot(x, y); c < best && isClear(boxes, x, y, others, lines, gap) {
			best, dx, dy = c, x, y
		}
	}
	for i := 1.0; i <= limX && right; i++ {
		try(i*pitch, 0)
	}
	for j := 1.0; j <= limY && down; j++ {
		try(0, j*pitch)
	}
	return dx, dy
}

// offLine is what a step keeps to a line that it has nothing to do with, px.
const offLine = 10.0

// isClear reports whether boxes moved by (dx, dy) stand clear of others and of lines.
func isClear(boxes []geom.Rect, dx, dy float64, others, lines []geom.Rect, gap float64) bool {
	for _, b := range boxes {
		b.X, b.Y = b.X+dx, b.Y+dy
		near, off := b.Grow(gap-0.5), b.Grow(offLine)
		for _, o := range others {
			if near.Overlaps(o) {
				return false
			}
		}
		for _, l := range lines {
			if off.Overlaps(l) {
				return false
			}
		}
	}
	return true
}
