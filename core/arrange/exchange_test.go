package arrange

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// What changes places comes upon nobody, takes the room that both took together, and comes back.
func TestExchanged(t *testing.T) {
	done := 0
	for seed := range uint64(300) {
		r := rand.New(rand.NewPCG(seed, 4))
		p := chart.NewPage("p")
		for i := range 16 {
			p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint(i), Symbol: symbol.Process, X: 100 + 200*float64(i%4), Y: 100 + 120*float64(i/4), W: 60 + 8*float64(r.IntN(12)), H: 40 + 8*float64(r.IntN(6)), Locked: r.IntN(40) == 0})
		}
		column, at := r.IntN(2) == 0, r.IntN(4)
		moves := func(s *chart.Step) bool {
			var i int
			fmt.Sscan(s.ID, &i)
			return column && i%4 == at || !column && i/4 == at
		}
		d := geom.Pt(0, 1)
		if column {
			d = geom.Pt(1, 0)
		}
		if r.IntN(2) == 0 {
			d = geom.Pt(-d.X, -d.Y)
		}
		bs := Exchanged(p, moves, d)
		if bs == nil {
			continue
		}
		done++
		was, now := map[string]geom.Rect{}, map[string]geom.Rect{}
		var before, after geom.Rect
		for _, s := range p.Steps {
			was[s.ID], now[s.ID] = p.StepRect(s), p.StepRect(s)
		}
		for _, b := range bs {
			before, after = before.Union(was[b.ID]), after.Union(b.Rect)
			now[b.ID] = b.Rect
			if p.Step(b.ID).Locked {
				t.Errorf("seed %d: %s is locked and moves", seed, b.ID)
			}
			s := p.Step(b.ID)
			s.X, s.Y = b.Rect.X, b.Rect.Y
		}
		if before != after {
			t.Errorf("seed %d: they took %v and take %v", seed, before, after)
		}
		for i, s := range p.Steps {
			for _, o := range p.Steps[:i] {
				if now[s.ID].Overlaps(now[o.ID]) {
					t.Errorf("seed %d: %s comes upon %s", seed, s.ID, o.ID)
				}
			}
		}
		for _, b := range Exchanged(p, moves, geom.Pt(-d.X, -d.Y)) {
			if b.Rect != was[b.ID] {
				t.Errorf("seed %d: and back %s stands at %v, not %v", seed, b.ID, b.Rect, was[b.ID])
			}
		}
	}
	if done < 40 {
		t.Errorf("only %d of 300 were exchanged", done)
	}
	if bs := Exchanged(chart.NewPage("p"), func(*chart.Step) bool { return true }, geom.Pt(1, 0)); bs != nil {
		t.Errorf("nobody changes places: %v", bs)
	}
}
