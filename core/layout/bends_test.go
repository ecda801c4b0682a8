package layout

import (
	"strings"
	"testing"

	"plaintracer/core/symbol"
)

// drawnView is a view drawn with a letter where a step stands, '.' where none.
func drawnView(rows ...string) (*view, map[byte]int) {
	g := &grid{n: &net{}, lanes: len(rows) - 1}
	at := map[byte]int{}
	for r, row := range rows {
		for c := range row {
			if row[c] != '.' {
				at[row[c]] = len(g.col)
				g.n.lane, g.n.w, g.n.h = append(g.n.lane, r), append(g.n.w, 100), append(g.n.h, 50)
				g.col = append(g.col, c)
			}
		}
	}
	return g.look(), at
}

// The fewest bends between two steps among others, counted by hand.
func TestBends(t *testing.T) {
	for _, c := range []struct {
		grid                     string
		top, right, bottom, left int
	}{
		{"a.b", 2, 0, 2, 3},         // straight on; over or under both
		{"axb", 2, 3, 2, 3},         // over or under the step between
		{"a../..b", 2, 1, 1, 2},     // one bend at either corner; round outside of both
		{"a.x/..b", 3, 2, 1, 2},     // the corner at the right is taken: down between the columns
		{"a.x/x.b", 3, 2, 2, 3},     // neither corner: between the columns, or the rows
		{"a/b", 3, 2, 0, 2},         // straight down; beside both
		{"a/x/b", 3, 2, 3, 2},       // beside all three
		{"xax/.../xbx", 3, 2, 0, 2}, // the same along the borders of the column
		{"b.a", 2, 3, 2, 0},         // back
		{"..a/b..", 2, 2, 1, 1},
	} {
		f, at := drawnView(strings.Split(c.grid, "/")...)
		want := bySide{}
		want[symbol.Top], want[symbol.Right], want[symbol.Bottom], want[symbol.Left] = c.top, c.right, c.bottom, c.left
		if got := f.bends(at['a'], at['b']); got != want {
			t.Errorf("%s: %v bends by top, right, bottom, left; want %v", c.grid, got, want)
		}
	}
}

// Outcomes leave by tips of their own, other lines by whichever is best.
func TestLeast(t *testing.T) {
	list := []bySide{{3, 0, 2, 3}, {3, 0, 1, 3}, {3, 0, 1, 3}}
	if n := least(list, false); n != 0 {
		t.Errorf("%d bends together, want 0", n)
	}
	if n := least(list, true); n != 0+1+3 {
		t.Errorf("%d bends by different sides, want 4", n)
	}
	// Of six outcomes four take all sides, at 0 + 1 + 3 + 3; the others then share the best.
	if n := least(append(list, list...), true); n != 7 {
		t.Errorf("%d bends of more outcomes than sides, want 7", n)
	}
}

// Steps stand where their connectors need fewer bends than in the first columns
// that are free, and the page gets little wider.
func TestFewBends(t *testing.T) {
	before, after, colsBefore, colsAfter := 0.0, 0.0, 0, 0
	for seed := range 40 {
		p := generated(uint64(seed), 8+seed, 4).Pages[0]
		n := build(t.Context(), p)
		fans := fansOf(p, n)
		plain := fill(n, 4, make([]int, len(n.w)))
		best := fewBends(p, n)
		if best.cost(fans) > plain.cost(fans) {
			t.Errorf("seed %d: worse than it was", seed)
		}
		before, after = before+plain.cost(fans)-float64(plain.cols()), after+best.cost(fans)-float64(best.cols())
		colsBefore, colsAfter = colsBefore+plain.cols(), colsAfter+best.cols()
	}
	t.Logf("bends and distances %.0f, before %.0f; columns %d, before %d", after, before, colsAfter, colsBefore)
	if after > 0.95*before || float64(colsAfter) > 1.15*float64(colsBefore) {
		t.Errorf("bends and distances %.0f, before %.0f; columns %d, before %d", after, before, colsAfter, colsBefore)
	}
}
