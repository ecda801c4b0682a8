package layout

import (
	"testing"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/sheet"
)

// counted are the bends and the crossings of a chart as it is drawn.
func counted(c *chart.Chart) (bends, crossings int) {
	var comp sheet.Composer
	return drawn(comp.Compose(c, c.Pages[0]))
}

// Charts whose lanes run down are laid out as well as those whose lanes run across: steps in their
// lanes, in the order of the stages, nothing on anything, as many bends and crossings within 5 %.
func TestDown(t *testing.T) {
	var bends, crossings [2]int
	for seed := range howMany(30, 300) {
		for way := range 2 {
			lanes := 2 + int(seed%4)
			c := worked(seed, 8+int(seed%5)*8, lanes)
			p := c.Pages[0]
			if p.Down = way == 1; p.Down {
				p.Sheet = &chart.Sheet{W: chart.SheetH, H: chart.SheetW}
			}
			if cmd, ok := Page(p, Down); ok {
				if _, err := chart.Apply(c, cmd); err != nil {
					t.Fatal(err)
				}
			}
			b, x := counted(c)
			bends[way], crossings[way] = bends[way]+b, crossings[way]+x
			for i, s := range p.Steps {
				r, l := p.StepRect(s), p.LaneRect(p.Lane(s.Lane))
				if !r.Inside(l) || r.X < 0 || r.Right() > p.W || r.Bottom() > p.H {
					t.Errorf("chart %d, down %v: step %s at %v is not in its lane %v", seed, p.Down, s.ID, r, l)
				}
				for _, o := range p.Steps[:i] {
					if r.Grow(8).Overlaps(p.StepRect(o).Grow(8)) {
						t.Errorf("chart %d, down %v: %s and %s are too near", seed, p.Down, s.ID, o.ID)
					}
				}
			}
		}
	}
	t.Logf("across and down: %v bends, %v crossings", bends, crossings)
	for _, n := range [2][2]int{bends, crossings} {
		if d := n[1] - n[0]; d*20 > n[0] {
			t.Errorf("across %d, down %d", n[0], n[1])
		}
	}
}

// A laid out chart that is turned by a quarter has as many bends and crossings within 5 %.
func TestTurned(t *testing.T) {
	var bends, crossings [2]int
	for seed := range howMany(60, 300) {
		c := worked(seed, 8+int(seed%5)*8, 2+int(seed%4))
		p := c.Pages[0]
		cmd, _ := Page(p, Down)
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		b, x := counted(c)
		bends[0], crossings[0] = bends[0]+b, crossings[0]+x
		if _, err := chart.Apply(c, chart.Command{Parts: arrange.Turned(p)}); err != nil {
			t.Fatal(err)
		}
		b, x = counted(c)
		bends[1], crossings[1] = bends[1]+b, crossings[1]+x
	}
	t.Logf("as it was and turned: %v bends, %v crossings", bends, crossings)
	for _, n := range [2][2]int{bends, crossings} {
		if d := n[1] - n[0]; d*20 > n[0] || -d*20 > n[0] {
			t.Errorf("%d, turned %d", n[0], n[1])
		}
	}
}

// Stages keep their order and their steps, and follow each other without a gap.
func TestStages(t *testing.T) {
	for seed := range howMany(20, 200) {
		n := 6 + int(seed%5)*6
		c := worked(seed, n, 1+int(seed%4))
		p := c.Pages[0]
		p.Down = seed%2 == 1
		for i, name := range []string{"Ask", "Decide", "Nothing here", "Do"} {
			p.Stages = append(p.Stages, &chart.Stage{ID: string(rune('a' + i)), Name: name, Size: 300})
		}
		want := map[string]string{}
		for i, s := range p.Steps {
			st := p.Stages[[]int{0, 1, 3}[min(2, i*3/n)]]
			p.PutInto(s, st)
			want[s.ID] = st.ID
		}
		for range 2 {
			if cmd, ok := Page(p, Down); ok {
				if _, err := chart.Apply(c, cmd); err != nil {
					t.Fatal(err)
				}
			}
			for _, s := range p.Steps {
				if got := p.StageOf(s).ID; got != want[s.ID] {
					t.Errorf("chart %d: step %s stands in %s, not in %s", seed, s.ID, got, want[s.ID])
				}
				if st := p.StageRect(p.StageOf(s)); !p.StepRect(s).Inside(st) {
					t.Errorf("chart %d: step %s at %v reaches out of its stage %v", seed, s.ID, p.StepRect(s), st)
				}
			}
		}
	}
}
