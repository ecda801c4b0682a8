package layout

import (
	"math"

	"plaintracer/core/chart"
)

// inLanes puts each step into a column of its lane, one step to a cell.
func inLanes(p *chart.Page, n *net) chart.Command {
	lanes := len(p.Lanes)
	// Steps without a lane stand in a band of their own under the lanes.
	row := func(v int) int {
		if n.lane[v] < 0 {
			return lanes
		}
		return n.lane[v]
	}
	type cell struct{ row, col int }
	holds := map[cell]bool{}
	beam := map[cell]bool{} // passed by the line of a handover within the column
	col := make([]int, len(n.w))
	for _, v := range n.order {
		c := 0
		for _, e := range n.in[v] {
			u := n.edges[e].from
			least := col[u] + 1
			if row(u) != row(v) && !n.edges[e].weak {
				least = col[u]
			}
			c = max(c, least)
		}
		free := func(c int) bool {
			if holds[cell{row(v), c}] || beam[cell{row(v), c}] {
				return false
			}
			for _, e := range n.in[v] {
				u := n.edges[e].from
				if col[u] != c {
					continue
				}
				for r := min(row(u), row(v)) + 1; r < max(row(u), row(v)); r++ {
					if holds[cell{r, c}] || beam[cell{r, c}] {
						return false
					}
				}
			}
			return true
		}
		for !free(c) {
			c++
		}
		col[v] = c
		holds[cell{row(v), c}] = true
		for _, e := range n.in[v] {
			if u := n.edges[e].from; col[u] == c {
				for r := min(row(u), row(v)) + 1; r < max(row(u), row(v)); r++ {
					beam[cell{r, c}] = true
				}
			}
		}
	}

	cols := 0
	for _, c := range col {
		cols = max(cols, c+1)
	}
	width, tall := make([]float64, cols), make([]float64, lanes+1)
	for v := range n.w {
		width[col[v]] = math.Max(width[col[v]], n.w[v])
		tall[row(v)] = math.Max(tall[row(v)], n.h[v])
	}
	// Room between columns grows with the lines that turn there, and in a lane
	// with those that run along it over steps.
	turn, pass := make([]int, cols+1), make([]int, lanes+1)
	for _, e := range n.edges {
		a, b := col[e.from], col[e.to]
		if row(e.from) != row(e.to) && a != b {
			turn[min(a, b)+1]++
		}
		if b-a > 1 || a-b > 1 {
			pass[row(e.to)]++
		}
	}
	frame := chart.Frame{X: p.Frame.X, Y: p.Frame.Y}
	left := make([]float64, cols)
	at := frame.X + chart.LaneHead + edge
	for c := range cols {
		left[c] = at
		at += width[c] + colGap + 6*float64(turn[c+1])
	}
	frame.W = at - colGap + edge - frame.X
	sizes, tops := make([]float64, lanes), make([]float64, lanes+1)
	top := frame.Y
	for r := range lanes {
		tops[r] = top
		sizes[r] = math.Ceil(math.Max(tall[r], 44) + 2*lanePad + math.Min(60, 4*float64(pass[r])))
		top += sizes[r]
	}
	tops[lanes] = top
	x, y := make([]float64, len(n.w)), make([]float64, len(n.w))
	for v := range n.w {
		x[v] = math.Round(left[col[v]] + (width[col[v]]-n.w[v])/2)
		h := tall[lanes] + 2*lanePad
		if row(v) < lanes {
			h = sizes[row(v)]
		}
		y[v] = math.Round(tops[row(v)] + (h-n.h[v])/2)
	}
	return finish(p, n, x, y, sizes, frame)
}
