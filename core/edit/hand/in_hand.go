package hand

import (
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// PlaceSymbol puts the symbol in the hand at r and selects it.
func (e *Editor) PlaceSymbol(r geom.Rect) {
	k := e.hand
	e.hand, e.lastKind = "", k
	id, part := e.steps.AddStep(k, r)
	info, _ := symbol.Of(k)
	parts := []chart.Part{part}
	if l := e.lineUnder(e.Sheet(), k, "", r); e.around(k, r) {
		s := part.Step
		pl := arrange.Ground(e.Page(), id, r)
		s.Front, s.Lane, s.X, s.Y = -1, pl.Lane, pl.X, pl.Y
	} else if l != nil {
		pl, room := e.steps.RoomIn(l, id, r, nil)
		s := part.Step
		s.Lane, s.X, s.Y = pl.Lane, pl.X, pl.Y
		parts = append(parts, room...)
		parts = append(parts, e.steps.Insertion(l.Line, id, e.NewID("c"))...)
	}
	if e.Apply(say.DidAdd(info.Name), parts...) {
		e.steps.Next.Sized(k, r.W, r.H)
		e.Select(id)
	}
}

// around reports whether a shape is placed around steps: it is then a ground behind them.
func (e *Editor) around(k symbol.Kind, r geom.Rect) bool {
	if !k.Beside() || k.Open() {
		return false
	}
	return slices.ContainsFunc(e.steps.Rects(nil), func(o geom.Rect) bool { return o.Inside(r) })
}

// Take puts a symbol in the hand; a second time puts it at the next free place.
func (e *Editor) Take(k symbol.Kind) {
	if _, ok := symbol.Of(k); !ok {
		return
	}
	if e.hand == k {
		e.PlaceNext(k)
		return
	}
	e.Cancel()
	e.hand = k
}

// Carry puts a symbol in the hand that is dragged from the bench.
func (e *Editor) Carry(k symbol.Kind) {
	if _, ok := symbol.Of(k); ok {
		e.Cancel()
		e.hand = k
	}
}

// PlaceNext places a symbol at the next free place.
func (e *Editor) PlaceNext(k symbol.Kind) {
	if _, ok := symbol.Of(k); !ok {
		return
	}
	e.gesture = nil
	e.hand = k
	e.PlaceSymbol(e.steps.NextFree(e.steps.Next.Size(k), false))
}

// Repeat places the symbol that was placed last once more, at the next free place.
func (e *Editor) Repeat() {
	if k := e.lastKind; k != "" {
		e.PlaceNext(k)
	} else {
		e.Say(say.NoLast)
	}
}

// InHand is the symbol in the hand, "" for none.
func (e *Editor) InHand() symbol.Kind { return e.hand }

// Holds reports whether the hand holds something, a symbol, the pipette or what makes room.
func (e *Editor) Holds() bool { return e.hand != "" || e.pipette || e.room }

// LetGo empties the hand.
func (e *Editor) LetGo() { e.hand, e.pipette, e.room = "", false, false }
