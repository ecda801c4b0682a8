package chart

import (
	"fmt"
	"unicode/utf8"

	"plaintracer/core/geom"
)

// MaxSteps is how many steps a page can have.
const MaxSteps = 10000

// Limits keep a hostile or broken file from taking the program down. They are
// far above what anybody can read on a page.
const (
	maxParts    = 50000
	maxPages    = 200
	maxLanes    = 100
	mostStretch = 20
	maxLines    = 20000
	maxFields   = 100
	maxLabels   = 20
	maxName     = 400
	maxString   = 20000
	maxID       = 64
	maxCoord    = 1e7 // px
	minSize     = 8   // px, of a step
	minLane     = 40  // px
)

func checkText(what, s string, limit int) error {
	if !utf8.ValidString(s) {
		return fmt.Errorf(notText, what)
	}
	if n := utf8.RuneCountInString(s); n > limit {
		return fmt.Errorf(textTooLong, what, n, limit)
	}
	return nil
}

func checkID(id string) error {
	if id == "" || len(id) > maxID {
		return fmt.Errorf(badID, id, maxID)
	}
	for _, r := range id {
		if !(r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= '0' && r <= '9' || r == '-' || r == '_') {
			return fmt.Errorf(badID, id, maxID)
		}
	}
	return nil
}

func checkCoord(vs ...float64) error {
	for _, v := range vs {
		if !geom.Finite(v) || v > maxCoord || v < -maxCoord {
			return fmt.Errorf(badPlace, v)
		}
	}
	return nil
}

// within is a coordinate that was computed and not given, moved to where a page can have
// it: lanes at their limits add up to more than one of them may be.
func within(v float64) float64 { return geom.Round2(max(-maxCoord, min(v, maxCoord))) }

func gone(what, id string) error {
	return fmt.Errorf(notThere, what, id)
}

func isColour(s string) bool {
	if len(s) != 7 || s[0] != '#' {
		return false
	}
	for _, r := range s[1:] {
		if !(r >= '0' && r <= '9' || r >= 'a' && r <= 'f' || r >= 'A' && r <= 'F') {
			return false
		}
	}
	return true
}
