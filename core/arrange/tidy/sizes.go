package tidy

import (
	"maps"
	"slices"

	"plaintracer/core/symbol"
)

// sizes makes widths and heights equal that are nearly so, of steps of one symbol: as large as the largest, about
// their own middles. What is as long as what it spans, or as large as its picture, keeps its size.
func (w *work) sizes() {
	by := map[symbol.Kind][]*box{}
	for _, b := range w.boxes {
		if k := b.steps[0].Symbol; len(b.steps) == 1 && !b.still && !k.Beside() && !k.Open() && k != symbol.Parallel && b.steps[0].Picture == nil {
			by[k] = append(by[k], b)
		}
	}
	spread := w.how.Reach
	for _, bs := range by {
		equal(bs, spread, func(b *box) *float64 { return &b.rect.W }, func(b *box, by float64) { b.rect.X -= by / 2 })
		equal(bs, spread, func(b *box) *float64 { return &b.rect.H }, func(b *box, by float64) { b.rect.Y -= by / 2 })
	}
}

func equal(bs []*box, spread float64, size func(*box) *float64, shift func(b *box, by float64)) {
	by := map[float64][]*box{}
	for _, b := range bs {
		by[*size(b)] = append(by[*size(b)], b)
	}
	vs := slices.Sorted(maps.Keys(by))
	in, grown := tiers(vs, spread, nil), false
	for i := len(vs) - 2; i >= 0; i-- { // the last of a run is the largest
		if in[i] != in[i+1] {
			continue
		}
		for _, b := range by[vs[i]] {
			shift(b, vs[i+1]-vs[i])
			*size(b) = vs[i+1]
		}
		vs[i], grown = vs[i+1], true
	}
	if grown { // now they may be near to the next larger ones
		equal(bs, spread, size, shift)
	}
}
