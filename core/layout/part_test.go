package layout

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Some steps of a page are laid out by themselves: they begin where they stood, each in its lane, in the order of their
// flow; who stands before them or beside them does not move, who stands beyond makes room, nobody comes upon anybody.
func TestPart(t *testing.T) {
	moved, before := 0, 0
	for seed := range uint64(36) {
		c := generated(seed, 10, int(seed%3)*2)
		p := c.Pages[0]
		cmd, _ := Page(p, Down)
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		r := rand.New(rand.NewPCG(seed, 6))
		chosen := map[string]bool{}
		from := r.IntN(5)
		for _, s := range p.Steps[from : from+2+r.IntN(4)] {
			chosen[s.ID] = true
			s.Locked = r.IntN(12) == 0
		}
		down := p.Down || len(p.Lanes) == 0
		along := func(q geom.Rect) geom.Rect {
			if down {
				return q.Turned()
			}
			return q
		}
		was, lanes := map[string]geom.Rect{}, map[string]string{}
		var box geom.Rect
		for _, s := range p.Steps {
			if was[s.ID], lanes[s.ID] = p.StepRect(s), s.Lane; chosen[s.ID] && !s.Locked {
				box = box.Union(along(was[s.ID]))
			}
		}
		clashes := func() (n int) {
			for i, s := range p.Steps {
				for _, o := range p.Steps[:i] {
					if p.StepRect(s).Grow(-1).Overlaps(p.StepRect(o)) {
						n++
					}
				}
			}
			return n
		}
		had := clashes()
		cmd, ok, err := Part(context.Background(), p, func(s *chart.Step) bool { return chosen[s.ID] }, Down)
		if err != nil || !ok {
			continue
		}
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		if room := arrange.Room(p); len(room) > 0 {
			if _, err := chart.Apply(c, chart.Command{Parts: room}); err != nil {
				t.Fatal(err)
			}
		}
		if n := clashes(); n > had {
			t.Errorf("seed %d: %d steps lie upon others, before %d", seed, n, had)
		}
		for _, s := range p.Steps {
			old, now := along(was[s.ID]), along(p.StepRect(s))
			if s.Lane != lanes[s.ID] {
				t.Errorf("seed %d: %s changes lane", seed, s.ID)
			}
			if s.Locked && old.X != now.X {
				t.Errorf("seed %d: %s is locked and moves", seed, s.ID)
			}
			if chosen[s.ID] || s.Locked {
				continue
			}
			switch d := now.X - old.X; {
			case old.CX() <= box.Right() && math.Abs(d) > 0.02:
				t.Errorf("seed %d: %s stands before them or beside them, and moves by %v", seed, s.ID, d)
			case old.CX() > box.Right() && d < -0.02:
				t.Errorf("seed %d: %s beyond them moves back by %v", seed, s.ID, d)
			case d > 0:
				moved++
			}
			before++
		}
	}
	if moved == 0 || before == 0 {
		t.Error("nobody made room for anybody")
	}
}

// By hand: three steps in a heap become a column where they stood.
func TestPartOfAHeap(t *testing.T) {
	c := chart.New("Heap")
	p := c.Pages[0]
	for i, q := range [][2]float64{{100, 100}, {100, 200}, {140, 230}, {60, 260}, {100, 420}} {
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint(i), Symbol: "process", X: q[0], Y: q[1], W: 112, H: 56})
		if i > 0 {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), From: chart.End{Step: fmt.Sprint(i - 1)}, To: chart.End{Step: fmt.Sprint(i)}, Meaning: chart.Flow})
		}
	}
	cmd, ok, _ := Part(context.Background(), p, func(s *chart.Step) bool { return s.ID >= "1" && s.ID <= "3" }, Down)
	if !ok {
		t.Fatal("nothing is laid out")
	}
	if _, err := chart.Apply(c, cmd); err != nil {
		t.Fatal(err)
	}
	at := func(i int) geom.Rect { return p.StepRect(p.Steps[i]) }
	if at(0).Y != 100 || at(1).Y != 200 || at(1).X != at(2).X || at(2).X != at(3).X || at(2).Y != at(1).Bottom()+rowGap || at(4).Y <= at(3).Bottom() {
		t.Errorf("%v %v %v %v %v", at(0), at(1), at(2), at(3), at(4))
	}
	if _, ok, _ := Part(context.Background(), p, func(s *chart.Step) bool { return s.ID == "1" }, Down); ok {
		t.Error("one step is laid out")
	}
}
