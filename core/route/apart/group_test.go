package apart

import (
	"testing"

	"plaintracer/core/route/find"
)

// freely is a meter that lets all work be done.
func freely(t *testing.T) *find.Meter {
	m := &find.Meter{}
	m.Start(t.Context())
	return m
}

// Lines that make way for a label in a narrow gap go nearer to each other, not to the
// label; where even that does not do, all go nearer to all.
func TestLinesCloseUpBesideLabels(t *testing.T) {
	for _, c := range []struct {
		from         float64 // where the gap begins
		lines, label float64 // distances wanted
	}{{-40, find.Gap, find.Gap}, {1, 8, find.Gap}, {8, 4, find.Gap}, {18, 4, 4}} {
		line := func(pos float64) segment {
			return segment{pos: pos, stiff: 1, room: span{c.from, 80}, need: span{c.from, 80}}
		}
		ss := []segment{line(20), line(24), line(28), {line: -1, pos: 31, room: span{31, 31}, need: span{31, 31}, stiff: unmoved}}
		for _, g := range groups(len(ss), []pair{{0, 1}, {1, 2}, {2, 3}}, 0) {
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
	var ss []segment
	var pairs []pair
	for i := range 8 {
		s := segment{pos: narrowest * float64(i), stiff: 1, need: span{0, 7 * narrowest}, kept: true}
		if i == 4 { // on the kept one behind it
			s.pos += narrowest
			s.need, s.kept = span{s.pos, s.pos}, false
		}
		if i > 4 {
			s.pos -= narrowest
			s.need.hi -= narrowest
		}
		s.room = s.need
		for k := range i {
			pairs = append(pairs, pair{k, i})
		}
		ss = append(ss, s)
	}
	for _, g := range groups(len(ss), pairs, 0) {
		g.separate(ss, freely(t))
	}
	last := -narrowest
	for i, s := range ss {
		if !s.kept {
			continue
		}
		if s.pos < last+narrowest-0.01 {
			t.Errorf("the kept one %d stands at %v, the one before it at %v", i, s.pos, last)
		}
		last = s.pos
	}
}

// Of three lines in a channel that has room for two, two are set apart.
func TestMoreLinesThanFit(t *testing.T) {
	var ss []segment
	for range 3 {
		ss = append(ss, segment{pos: 50, stiff: loose, room: span{50, 51.3}, need: span{50, 51.3}})
	}
	for _, g := range groups(len(ss), []pair{{0, 1}, {1, 2}, {0, 2}}, 0) {
		g.separate(ss, freely(t))
	}
	if ss[1].pos-ss[0].pos < narrowest-0.01 {
		t.Errorf("they stand at %g, %g and %g", ss[0].pos, ss[1].pos, ss[2].pos)
	}
}
