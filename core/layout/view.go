package layout

import "plaintracer/core/symbol"

type cell struct{ row, col int }

// view is a filled grid as lines see it, folded: where each step stands, and
// which cells are taken.
type view struct {
	rows, cols int
	at         []cell // per step
	holds      []bool // per cell, row by row
	before     []int  // per cell: how many steps stand before it in its row
}

func (g *grid) look() *view {
	folds, perFold := g.folding()
	f := &view{rows: (g.lanes + 1) * folds, cols: perFold, at: make([]cell, len(g.col))}
	f.holds, f.before = make([]bool, f.rows*f.cols), make([]int, f.rows*f.cols)
	for v, c := range g.col {
		f.at[v] = cell{g.row(v)*folds + c/perFold, c % perFold}
		f.holds[f.at[v].row*f.cols+f.at[v].col] = true
	}
	for r := range f.rows {
		n := 0
		for c := range f.cols {
			f.before[r*f.cols+c] = n
			if f.holds[r*f.cols+c] {
				n++
			}
		}
	}
	return f
}

// across reports whether the cells of row r from column a to b, both included,
// are free; there are none when a lies after b.
func (f *view) across(r, a, b int) bool {
	if a > b {
		return true
	}
	last := r*f.cols + b
	return f.before[last] == f.before[r*f.cols+a] && !f.holds[last]
}

// down tells the same of column c, from row a to b.
func (f *view) down(c, a, b int) bool {
	for r := a; r <= b; r++ {
		if f.holds[r*f.cols+c] {
			return false
		}
	}
	return true
}

// bends is how many bends a line from u to v needs. Lines run along the middle
// of cells that no step stands in, and along the borders between cells.
func (f *view) bends(u, v int) (by bySide) {
	a, b := f.at[u], f.at[v]
	by[symbol.Right] = ahead(a.col, b.col, a.row, b.row, f.across, f.down)
	by[symbol.Bottom] = ahead(a.row, b.row, a.col, b.col, f.down, f.across)
	// The other two are the same with the cells counted from the far end.
	by[symbol.Left] = ahead(-a.col, -b.col, a.row, b.row, backward(f.across), mirrored(f.down))
	by[symbol.Top] = ahead(-a.row, -b.row, a.col, b.col, backward(f.down), mirrored(f.across))
	return by
}

// free reports whether cells of one row or column are free, from a to b.
type free func(i, a, b int) bool

func backward(is free) free { return func(i, a, b int) bool { return is(i, -b, -a) } }
func mirrored(is free) free { return func(i, a, b int) bool { return is(-i, a, b) } }

// ahead is the bends of a line that leaves its step along row r towards higher
// columns: it stands in column a there, the other one in column b of row s.
// Three bends always do: along the borders around the cells.
func ahead(a, b, r, s int, along, over free) int {
	if b > a {
		if r == s && along(r, a+1, b-1) {
			return 0
		}
		if r != s && along(r, a+1, b) && over(b, min(r, s)+1, max(r, s)-1) {
			return 1
		}
		for k := a; k < b && along(r, a+1, k); k++ { // over along the border after column k
			if along(s, k+1, b-1) {
				return 2
			}
		}
	}
	if far := max(a, b); r != s && along(r, a+1, far) && along(s, b+1, far) {
		return 2 // over beyond both, and back
	}
	return 3
}
