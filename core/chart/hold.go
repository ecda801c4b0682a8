package chart

import (
	"fmt"
	"slices"
)

// MostHolds is how deep groups stand in each other, mostFront how far in front or behind a step is.
const (
	MostHolds = 8
	MostFront = 10_000
)

// Behind reports whether the step is a ground, as what stands beside the work can be: lines run over it,
// nothing gives way to it, and it reaches beyond its lane as it likes.
func (s *Step) Behind() bool { return s.Front < 0 && s.Symbol.Beside() }

// HeldBy reports whether a group holds the step.
func (s *Step) HeldBy(id string) bool {
	return slices.ContainsFunc(s.Held, func(h Group) bool { return h.ID == id })
}

func checkHolds(s *Step) error {
	if s.Front < -MostFront || s.Front > MostFront {
		return fmt.Errorf(badFront, s.Front, MostFront)
	}
	if len(s.Held) > MostHolds {
		return fmt.Errorf(tooDeep, MostHolds)
	}
	for i, h := range s.Held {
		if err := checkID(h.ID); err != nil {
			return fmt.Errorf(inHeld, i, err)
		}
		if err := checkText("name", h.Name, maxName); err != nil {
			return fmt.Errorf(inHeld, i, err)
		}
		if slices.ContainsFunc(s.Held[:i], func(o Group) bool { return o.ID == h.ID }) {
			return fmt.Errorf(heldTwice, i, h.ID)
		}
	}
	return nil
}
