package steps

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// Free are those of some steps that are not locked; of the others it says so.
func (e *Editor) Free(ss []*chart.Step) []*chart.Step {
	out := slices.DeleteFunc(slices.Clone(ss), func(s *chart.Step) bool { return s.Locked })
	if n := len(ss) - len(out); n > 0 {
		e.Say(say.Locked(n, len(out) == 0))
	}
	return out
}

// Lock keeps the selected steps from being changed by hand, or where all are kept so, frees them.
func (e *Editor) Lock() {
	locked, words := !e.AllLocked(), say.DidLock
	if !locked {
		words = say.DidUnlock
	}
	var parts []chart.Part
	for _, s := range e.Steps() {
		if s.Locked != locked {
			parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Locked: &locked})
		}
	}
	e.Apply(words, parts...)
}

// AllLocked reports whether all selected steps are locked.
func (e *Editor) AllLocked() bool {
	return len(e.Steps()) > 0 && !slices.ContainsFunc(e.Steps(), func(s *chart.Step) bool { return !s.Locked })
}
