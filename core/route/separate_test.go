package route

import "testing"

// Lines that make way for a label in a narrow gap go nearer to each other, not to the
// label; where even that does not do, all go nearer to all.
func TestLinesCloseUpBesideLabels(t *testing.T) {
	for _, c := range []struct {
		from         float64 // where the gap begins
		lines, label float64 // distances wanted
	}{{-40, Gap, Gap}, {5, 8, Gap}, {12, 4, Gap}, {18, 4, 4}} {
		line := func(pos float64) stretch {
			return stretch{pos: pos, stiff: 1, min: c.from, max: 80, from: c.from, to: 80}
		}
		ss := []stretch{line(20), line(24), line(28), {line: -1, pos: 31, min: 31, max: 31, from: 31, to: 31, stiff: 1e6}}
		var gs grouping
		for _, g := range gs.of(len(ss), []pair{{0, 1}, {1, 2}, {2, 3}}, 0) {
			g.separate(ss, freely(t))
		}
		for i, want := range []float64{c.lines, c.lines, c.label} {
			if d := ss[i+1].pos - ss[i].pos; d < want-0.01 {
				t.Errorf("from %v on: %d and %d stand %v apart, want %v", c.from, i, i+1, d, want)
			}
		}
		if ss[3].pos != 31 {
			t.Errorf("from %v on the label is moved to %v", c.from, ss[3].pos)
		}
	}
}

// Kept ways in a full channel are not pressed together by a line that cannot give way
// between them.
func TestKeptWaysAreNotPressed(t *testing.T) {
	var ss []stretch
	var pairs []pair
	for i := range 8 {
		s := stretch{pos: narrowest * float64(i), stiff: 1, from: 0, to: 7 * narrowest, stays: true}
		if i == 4 { // on the kept one behind it
			s.pos += narrowest
			s.from, s.to, s.stays = s.pos, s.pos, false
		}
		if i > 4 {
			s.pos -= narrowest
			s.to -= narrowest
		}
		s.min, s.max = s.from, s.to
		for k := range i {
			pairs = append(pairs, pair{k, i})
		}
		ss = append(ss, s)
	}
	var gs grouping
	for _, g := range gs.of(len(ss), pairs, 0) {
		g.separate(ss, freely(t))
	}
	last := -narrowest
	for i, s := range ss {
		if !s.stays {
			continue
		}
		if s.pos < last+narrowest-0.01 {
			t.Errorf("the kept one %d stands at %v, the one before it at %v", i, s.pos, last)
		}
		last = s.pos
	}
}
