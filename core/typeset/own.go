package typeset

import (
	"fmt"
	"slices"
	"sync/atomic"

	"plaintracer/core/typeset/advances"
)

// Cuts is how many cuts a family has: regular, bold, italic, bold and italic.
const Cuts = 4

// mostOwn is how many fonts besides the shipped ones can be known: a Face is a byte.
const mostOwn = (256 - faces) / Cuts

// own is a font that somebody brought: its id and the advances of its cuts.
type own struct {
	id   string
	cuts [Cuts]advances.Table
}

// owned are the fonts that somebody brought. The list is replaced and never changed: it is read
// for every character.
var owned atomic.Pointer[[]*own]

// AddOwn makes a font known by its id: the tables of its four cuts, as advances.Append writes
// them.
// One that is known already stays as it is.
func AddOwn(id string, metrics []byte) error {
	ts, err := advances.Load(metrics, Cuts)
	if err != nil {
		return fmt.Errorf("font %s: %w", id, err)
	}
	for {
		was := owned.Load()
		var list []*own
		if was != nil {
			list = *was
		}
		if slices.ContainsFunc(list, func(o *own) bool { return o.id == id }) {
			return nil
		}
		if len(list) >= mostOwn {
			return fmt.Errorf("%d fonts are known already, which is as many as can be", mostOwn)
		}
		now := append(slices.Clip(list), &own{id, [Cuts]advances.Table(ts)})
		if owned.CompareAndSwap(was, &now) {
			return nil
		}
	}
}

// OwnFace is the regular face of a font that somebody brought; ok is false where it is not known.
func OwnFace(id string) (f Face, ok bool) {
	if list := owned.Load(); list != nil {
		for i, o := range *list {
			if o.id == id {
				return faces + Face(i)*Cuts, true
			}
		}
	}
	return Sans, false
}

// Own is the id of the font that somebody brought which the face is of, and which cut of it; ""
// for a shipped one.
func (f Face) Own() (id string, cut int) {
	if f < faces {
		return "", 0
	}
	return (*owned.Load())[(f-faces)/Cuts].id, int(f % Cuts)
}

// table is what a face itself has.
func (f Face) table() *advances.Table {
	if f < faces {
		return &tables[f]
	}
	return &(*owned.Load())[(f-faces)/Cuts].cuts[f%Cuts]
}
