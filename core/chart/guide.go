package chart

import (
	"fmt"
	"slices"
)

// GuideLine is a line across the page that steps stick to, on the screen alone: upright at x = At, else level at
// y = At, px.
type GuideLine struct {
	Upright bool    `json:"upright,omitempty"`
	At      float64 `json:"at"`
}

// MostGuides is how many guide lines a page can have.
const MostGuides = 60

func checkGuides(gs []GuideLine) error {
	if len(gs) > MostGuides {
		return fmt.Errorf(tooManyGuides, len(gs), MostGuides)
	}
	for i, g := range gs {
		if within(g.At) != g.At || g.At < 0 {
			return fmt.Errorf(badGuide, g.At)
		}
		if slices.Contains(gs[:i], g) {
			return fmt.Errorf(guideTwice, g.At)
		}
	}
	return nil
}
