package layout

import (
	"math"
	"slices"
	"sort"

	"plaintracer/core/chart"
)

// inLayers lays out a page without lanes: one layer a rank of the flow, with
// dummies holding the room for connectors that pass a layer.
func inLayers(p *chart.Page, n *net, dir Direction) chart.Command {
	w, h := n.w, n.h
	if dir == Right { // computed downward, turned at the end
		w, h = h, w
	}
	l := layer(n, w)
	l.order()
	l.coordinates()
	if n.over() {
		return chart.Command{}
	}
	tops := make([]float64, len(l.rows))
	at := 0.0
	for r, row := range l.rows {
		tall := 0.0
		for _, v := range row {
			if v < len(h) {
				tall = math.Max(tall, h[v])
			}
		}
		tops[r] = at + tall/2
		at += tall + rowGap + 4*math.Min(12, float64(l.turns(r)))
	}
	x, y := make([]float64, len(w)), make([]float64, len(w))
	least := math.Inf(1)
	for v := range w {
		least = math.Min(least, l.x[v]-w[v]/2)
	}
	for v := range w {
		cx, cy := l.x[v]-least, tops[l.rank[v]]
		if dir == Right {
			cx, cy = cy, cx
		}
		// Middles fall on whole px, so that what is in line has its ports in line.
		x[v] = math.Round(cx) - n.w[v]/2
		y[v] = math.Round(cy) - n.h[v]/2
	}
	minX, minY := slices.Min(x), slices.Min(y)
	left := edge
	right := 0.0
	for v := range x {
		right = math.Max(right, x[v]+n.w[v]-minX)
	}
	if spare := chart.SheetW - 2*edge - right; spare > 0 {
		left += math.Round(spare / 2)
	}
	for v := range x {
		x[v] += math.Round(left - minX)
		y[v] += math.Round(p.Frame.Y + 16 - minY)
	}
	return finish(p, n, x, y, nil, p.Frame)
}

// layers holds nodes and dummies (numbered from len(real) on) in rows.
type layers struct {
	n     *net
	real  int
	w     []float64
	rank  []int
	rows  [][]int
	up    [][]int // neighbours in the row above
	down  [][]int
	main  [2]map[int]int // per node, its neighbour above, and below, on the main way
	x     []float64
	place []int // index in its row
}

func layer(n *net, w []float64) *layers {
	l := &layers{n: n, real: len(w), w: slices.Clone(w), rank: make([]int, len(w))}
	// Longest path, then every node without a way in comes down to its first
	// follower.
	for _, v := range n.order {
		for _, e := range n.in[v] {
			l.rank[v] = max(l.rank[v], l.rank[n.edges[e].from]+1)
		}
	}
	for _, v := range slices.Backward(n.order) {
		if len(n.in[v]) == 0 && len(n.out[v]) > 0 {
			least := math.MaxInt
			for _, e := range n.out[v] {
				least = min(least, l.rank[n.edges[e].to]-1)
			}
			l.rank[v] = least
		}
	}
	grow := func() { l.up, l.down = append(l.up, nil), append(l.down, nil) }
	for range w {
		grow()
	}
	link := func(a, b int) { l.down[a], l.up[b] = append(l.down[a], b), append(l.up[b], a) }
	l.main = [2]map[int]int{{}, {}}
	most := l.mostPassed(n.edges)
	for i, e := range n.edges {
		at := e.from
		if l.rank[e.to]-l.rank[e.from] > most {
			continue
		}
		if n.mainWay(i) && l.rank[e.to] == l.rank[e.from]+1 {
			l.main[0][e.to], l.main[1][e.from] = e.from, e.to
		}
		for r := l.rank[e.from] + 1; r < l.rank[e.to]; r++ {
			d := len(l.w)
			l.w, l.rank = append(l.w, 8), append(l.rank, r)
			grow()
			link(at, d)
			at = d
		}
		if l.rank[e.to] > l.rank[e.from] {
			link(at, e.to)
		}
	}
	l.rows = make([][]int, 1+slices.Max(l.rank))
	put := make([]bool, len(l.w))
	var walk func(v int)
	walk = func(v int) { // depth first, so that the main way begins on one line
		if put[v] {
			return
		}
		put[v] = true
		l.rows[l.rank[v]] = append(l.rows[l.rank[v]], v)
		for _, u := range l.down[v] {
			walk(u)
		}
	}
	for _, v := range n.order {
		walk(v)
	}
	l.place = make([]int, len(l.w))
	l.number()
	return l
}

// Connectors have room held for them in the rows that they pass, as long as these are no
// more than farthest for one and mostHeld for all: what goes farther is led around the
// others.
const (
	farthest = 100
	mostHeld = 100_000
)

// mostPassed is how many rows a connector may pass to have room held for it.
func (l *layers) mostPassed(edges []arc) int {
	for most := farthest; ; most = most * 3 / 4 {
		held := 0
		for _, e := range edges {
			if d := l.rank[e.to] - l.rank[e.from]; d <= most {
				held += d
			}
		}
		if held <= mostHeld {
			return most
		}
	}
}

// mainWay tells whether an edge is the first way on of its step and the first
// way into the next.
func (n *net) mainWay(i int) bool {
	first := func(edges []int) int {
		for _, e := range edges {
			if a := n.edges[e]; !a.weak && !a.turned {
				return e
			}
		}
		return -1
	}
	return first(n.out[n.edges[i].from]) == i && first(n.in[n.edges[i].to]) == i
}

func (l *layers) number() {
	for _, row := range l.rows {
		for i, v := range row {
			l.place[v] = i
		}
	}
}

// order sorts the rows by median sweeps with exchange of neighbours and keeps
// the order with the fewest crossings.
func (l *layers) order() {
	best, least := l.copyRows(), l.crossings()
	for sweep := range 12 {
		if l.n.over() {
			return
		}
		if sweep%2 == 0 {
			for r := 1; r < len(l.rows) && !l.n.over(); r++ {
				l.sortRow(r, l.up)
			}
		} else {
			for r := len(l.rows) - 2; r >= 0 && !l.n.over(); r-- {
				l.sortRow(r, l.down)
			}
		}
		l.exchange()
		if c := l.crossings(); c < least {
			best, least = l.copyRows(), c
		}
	}
	l.rows = best
	l.number()
}

func (l *layers) copyRows() [][]int {
	out := make([][]int, len(l.rows))
	for i, r := range l.rows {
		out[i] = slices.Clone(r)
	}
	return out
}

func (l *layers) sortRow(r int, near [][]int) {
	row := l.rows[r]
	key := make(map[int]float64, len(row))
	for i, v := range row {
		if len(near[v]) == 0 {
			key[v] = float64(i)
			continue
		}
		key[v] = l.median(near[v])
	}
	sort.SliceStable(row, func(i, j int) bool { return key[row[i]] < key[row[j]] })
	for i, v := range row {
		l.place[v] = i
	}
}

func (l *layers) median(vs []int) float64 {
	ps := make([]int, len(vs))
	for i, v := range vs {
		ps[i] = l.place[v]
	}
	sort.Ints(ps)
	m := len(ps) / 2
	if len(ps)%2 == 1 {
		return float64(ps[m])
	}
	return float64(ps[m-1]+ps[m]) / 2
}

// exchange swaps neighbours in a row while that takes crossings away.
func (l *layers) exchange() {
	for range 4 {
		better := false
		for _, row := range l.rows {
			if l.n.over() {
				return
			}
			for i := 0; i+1 < len(row); i++ {
				a, b := row[i], row[i+1]
				if l.between(a, b) > l.between(b, a) {
					row[i], row[i+1] = b, a
					l.place[a], l.place[b] = i+1, i
					better = true
				}
			}
		}
		if !better {
			return
		}
	}
}

// between counts the crossings of the lines at a and b when a stands left of b.
func (l *layers) between(a, b int) int {
	c := 0
	for _, near := range [2][][]int{l.up, l.down} {
		for _, u := range near[a] {
			for _, v := range near[b] {
				if l.place[u] > l.place[v] {
					c++
				}
			}
		}
	}
	return c
}

// crossings counts all of them with a Fenwick tree, after Barth, Mutzel and
// Jünger, 'Simple and Efficient Bilayer Cross Counting', 2004.
func (l *layers) crossings() int {
	sum := 0
	for r := 0; r+1 < len(l.rows); r++ {
		size := len(l.rows[r+1]) + 1
		tree := make([]int, size+1)
		seen := 0
		for _, v := range l.rows[r] {
			var to []int
			for _, u := range l.down[v] {
				to = append(to, l.place[u])
			}
			for _, t := range to { // those before with a larger place
				below := 0
				for i := t + 1; i > 0; i -= i & -i {
					below += tree[i]
				}
				sum += seen - below
			}
			for _, t := range to {
				for i := t + 1; i <= size; i += i & -i {
					tree[i]++
				}
				seen++
			}
		}
	}
	return sum
}

// coordinates pulls every node to the middle of its neighbours, row after row,
// keeping order and distance: least squares by pooling (PAVA).
func (l *layers) coordinates() {
	l.x = make([]float64, len(l.w))
	for _, row := range l.rows {
		at := 0.0
		for _, v := range row {
			l.x[v] = at + l.w[v]/2
			at += l.w[v] + colGap
		}
		for _, v := range row {
			l.x[v] -= at / 2
		}
	}
	for sweep := range 14 {
		if sweep%2 == 0 {
			for r := 1; r < len(l.rows) && !l.n.over(); r++ {
				l.pull(l.rows[r], l.up, l.down, l.main[0], sweep)
			}
		} else {
			for r := len(l.rows) - 2; r >= 0 && !l.n.over(); r-- {
				l.pull(l.rows[r], l.down, l.up, l.main[1], sweep)
			}
		}
	}
	l.align()
}

// apart is the least distance between the middles of two neighbours in a row.
func (l *layers) apart(u, v int) float64 {
	gap := colGap
	if u >= l.real || v >= l.real {
		gap = 26 // a passing line needs less
	}
	return l.w[u]/2 + l.w[v]/2 + gap
}

func (l *layers) pull(row []int, near, far [][]int, main map[int]int, sweep int) {
	type block struct{ sum, weight float64 } // wanted place of the first member
	var blocks []block
	var count []int
	offset := 0.0
	offs := make([]float64, len(row))
	for i, v := range row {
		if i > 0 {
			offset += l.apart(row[i-1], v)
		}
		offs[i] = offset
		want, weight := l.x[v], 0.2
		if u, ok := main[v]; ok {
			want, weight = l.x[u], 60 // the main way keeps one line
		} else if ns := near[v]; len(ns) > 0 {
			xs := make([]float64, len(ns))
			for k, u := range ns {
				xs[k] = l.x[u]
			}
			sort.Float64s(xs)
			want, weight = xs[(len(xs)-1)/2], 1
			if v >= l.real && ns[0] >= l.real {
				weight = 8 // a passing line stays straight
			}
		} else if ns := far[v]; len(ns) > 0 && sweep > 1 {
			want = l.x[ns[0]]
		}
		blocks = append(blocks, block{(want - offset) * weight, weight})
		count = append(count, 1)
		for k := len(blocks) - 1; k > 0 && blocks[k-1].sum/blocks[k-1].weight > blocks[k].sum/blocks[k].weight; k-- {
			blocks[k-1].sum += blocks[k].sum
			blocks[k-1].weight += blocks[k].weight
			count[k-1] += count[k]
			blocks, count = blocks[:k], count[:k]
		}
	}
	i := 0
	for k, b := range blocks {
		for range count[k] {
			l.x[row[i]] = b.sum/b.weight + offs[i]
			i++
		}
	}
}

// turns counts the lines that change their place between row r and the next.
func (l *layers) turns(r int) int {
	c := 0
	for _, v := range l.rows[r] {
		for _, u := range l.down[v] {
			if math.Abs(l.x[v]-l.x[u]) > 1 {
				c++
			}
		}
	}
	return c
}
