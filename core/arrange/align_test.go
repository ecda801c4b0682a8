package arrange

import (
	"slices"
	"testing"

	"plaintracer/core/geom"
)

// row are boxes of these positions and sizes along x, named a, b, c.
func row(at ...[2]float64) []Box {
	var out []Box
	for i, v := range at {
		out = append(out, Box{string(rune('a' + i)), geom.Rect{X: v[0], W: v[1], H: 50}})
	}
	return out
}

func starts(bs []Box, across bool) []float64 {
	slices.SortFunc(bs, func(p, q Box) int { return int(p.ID[0]) - int(q.ID[0]) })
	out := make([]float64, len(bs))
	for i, b := range bs {
		if out[i] = b.Rect.Y; across {
			out[i] = b.Rect.X
		}
	}
	return out
}

// Middles are distributed and the outermost stay; a gap is set from the first one on; the gap there is can be told
// where it is one.
func TestGapsAndMiddles(t *testing.T) {
	bs := row([2]float64{0, 40}, [2]float64{300, 100}, [2]float64{90, 60}) // middles at 20, 350, 120
	if got := starts(DistributeMiddles(bs, true), true); !slices.Equal(got, []float64{0, 300, 155}) {
		t.Errorf("middles: %v", got)
	}
	if got := starts(DistributeMiddles(bs[:2], true), true); !slices.Equal(got, []float64{0, 300}) {
		t.Errorf("of two: %v", got)
	}
	if got := starts(WithGap(bs, true, 30), true); !slices.Equal(got, []float64{0, 160, 70}) {
		t.Errorf("with gaps of 30: %v", got)
	}
	for i := range bs {
		bs[i].Rect = bs[i].Rect.Turned()
	}
	down := WithGap(bs, false, 10)
	if got := starts(slices.Clone(down), false); !slices.Equal(got, []float64{0, 120, 50}) {
		t.Errorf("down: %v", got)
	}
	if gap, ok := GapOf(down, false); gap != 10 || !ok {
		t.Errorf("the gap is %v, %v", gap, ok)
	}
	if _, ok := GapOf(bs, false); ok {
		t.Error("gaps that differ are one")
	}
	if _, ok := GapOf(bs[:1], false); ok {
		t.Error("one box has a gap")
	}
}
