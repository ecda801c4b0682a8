package edit

import (
	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
	"slices"
)

// placeSymbol puts the symbol in the hand at r and selects it.
func (e *Editor) placeSymbol(r geom.Rect) {
	k := e.hand
	e.hand, e.lastKind = "", k
	id, part := e.addStep(k, r)
	info, _ := symbol.Of(k)
	parts := []chart.Part{part}
	if l := e.lineUnder(e.Sheet(), k, "", r); e.around(k, r) {
		s := part.Step
		pl := arrange.Ground(e.Page(), id, r)
		s.Front, s.Lane, s.X, s.Y = -1, pl.Lane, pl.X, pl.Y
	} else if l != nil {
		pl, room := e.roomIn(l, id, r, nil)
		s := part.Step
		s.Lane, s.X, s.Y = pl.Lane, pl.X, pl.Y
		parts = append(parts, room...)
		parts = append(parts, e.insertion(l.Line, id, e.NewID("c"))...)
	}
	if e.Apply(didAdd(info.Name), parts...) {
		e.Next.Sized(k, r.W, r.H)
		e.Select(id)
	}
}

// around reports whether a shape is placed around steps: it is then a ground behind them.
func (e *Editor) around(k symbol.Kind, r geom.Rect) bool {
	if !k.Beside() || k.Open() {
		return false
	}
	return slices.ContainsFunc(e.rects(nil), func(o geom.Rect) bool { return o.Inside(r) })
}

// take puts a symbol in the hand; a second time puts it at the next free place.
func (e *Editor) take(k symbol.Kind) {
	if _, ok := symbol.Of(k); !ok {
		return
	}
	if e.hand == k {
		e.placeNext(k)
		return
	}
	e.Cancel()
	e.hand = k
}

// carry puts a symbol in the hand that is dragged from the bench.
func (e *Editor) carry(k symbol.Kind) {
	if _, ok := symbol.Of(k); ok {
		e.Cancel()
		e.hand = k
	}
}

func (e *Editor) placeNext(k symbol.Kind) {
	if _, ok := symbol.Of(k); !ok {
		return
	}
	e.gesture = nil
	e.hand = k
	e.placeSymbol(e.nextFree(e.Next.Size(k), false))
}

// repeat places the symbol that was placed last once more, at the next free place.
func (e *Editor) repeat() {
	if k := e.lastKind; k != "" {
		e.placeNext(k)
	} else {
		e.Say(sayNoLast)
	}
}

// inHand is the symbol in the hand, "" for none.
func (e *Editor) inHand() symbol.Kind { return e.hand }

// holds reports whether the hand holds something, a symbol or the pipette.
func (e *Editor) holds() bool { return e.hand != "" || e.pipette }

// letGo empties the hand.
func (e *Editor) letGo() { e.hand, e.pipette = "", false }
