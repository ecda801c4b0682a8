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

// A row is of one lane, a column of all where lanes run across; those nearly in line are in it.
func TestRow(t *testing.T) {
	p := openable(true) // a and b in the first lane, c in the second, below b
	p.Steps[1].Y += 10
	ids := func(ss []*chart.Step) (out string) {
		for _, s := range ss {
			out += s.ID
		}
		return out
	}
	for _, c := range []struct {
		of     int
		column bool
		want   string
	}{{0, false, "ab"}, {1, true, "bc"}, {2, false, "c"}, {0, true, "a"}} {
		if got := ids(Row(p, p.Steps[c.of], c.column)); got != c.want {
			t.Errorf("of %s, column %v: %s, want %s", p.Steps[c.of].ID, c.column, got, c.want)
		}
	}
	if p.Steps[1].Y += 10; ids(Row(p, p.Steps[0], false)) != "a" {
		t.Errorf("what is farther off is in the row: %s", ids(Row(p, p.Steps[0], false)))
	}
}

// What has an edge or its middle on a guide line goes along with it; what is locked stays.
func TestGuideMoved(t *testing.T) {
	p := openable(false) // a at 100, b and c at 300, all 112 wide
	for _, c := range []struct {
		at   float64
		want string
	}{{300, "bc"}, {356, "bc"}, {412, "bc"}, {156, "a"}, {310, ""}} {
		got := ""
		for _, b := range GuideMoved(p, chart.GuideLine{Upright: true, At: c.at}, c.at+50) {
			if got += b.ID; b.Rect.X != p.Step(b.ID).X+50 || b.Rect.Y != p.Step(b.ID).Y {
				t.Errorf("%s goes to %v", b.ID, b.Rect)
			}
		}
		if got != c.want {
			t.Errorf("at %v: %q go along, want %q", c.at, got, c.want)
		}
	}
	p.Steps[1].Locked = true
	if bs := GuideMoved(p, chart.GuideLine{Upright: true, At: 300}, 340); len(bs) != 1 || bs[0].ID != "c" {
		t.Errorf("with b locked: %v", bs)
	}
}
