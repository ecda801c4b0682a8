package layout

import (
	"cmp"
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/layout/cells"
)

// standing is where the steps of a page without lanes stand: in rows along the flow, with the room
// below each, and their middles across it.
type standing struct {
	rank []int
	x    []float64
	gaps []float64 // before each row
}

// inRows lays out a page without lanes: a small one on a plan, a large one in layers.
func inRows(p *chart.Page, n *net, dir Direction) (chart.Command, room) {
	w, h := n.w, n.h
	if dir == Right { // computed downward, turned at the end
		w, h = h, w
	}
	var s standing
	if cells.Small(len(w), len(p.Connectors)) {
		plan := &n.plans[0]
		if n.quick {
			plan = &n.plans[1]
		}
		if *plan == nil {
			*plan = planned(p, n)
		}
		s = (*plan).stand(n, w, dir)
	} else {
		s = inLayers(n, w)
	}
	if n.over() {
		return chart.Command{}, room{}
	}
	rows := 1 + slices.Max(s.rank)
	middles, tall := make([]float64, rows), make([]float64, rows)
	for v, r := range s.rank {
		tall[r] = math.Max(tall[r], h[v])
	}
	at := 0.0
	for r := range rows {
		if r > 0 {
			at += s.gaps[r]
		}
		middles[r] = at + tall[r]/2
		at += tall[r]
	}
	x, y := make([]float64, len(w)), make([]float64, len(w))
	columns := s.columns(w, middles, tall, n.how.h-foot-p.Frame.Y-16, n.how.fold)
	for v := range w {
		c := columns[s.rank[v]]
		cx, cy := s.x[v]+c.dx, middles[s.rank[v]]+c.dy
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
	if spare := n.how.w - 2*edge - right; spare > 0 {
		left += math.Round(spare / 2)
	}
	for v := range x {
		x[v] += math.Round(left - minX)
		y[v] += math.Round(p.Frame.Y + 16 - minY)
	}
	return finish(p, n, x, y, nil, nil, p.Frame)
}

// inLayers places steps one layer a rank of the flow, with dummies holding the room for connectors
// that pass a layer.
func inLayers(n *net, w []float64) standing {
	l := layer(n, w)
	l.order()
	l.coordinates()
	s := standing{rank: l.rank[:l.real], x: l.x[:l.real], gaps: make([]float64, len(l.rows))}
	for r := 1; r < len(l.rows); r++ {
		s.gaps[r] = rowGap*n.how.tight + 4*math.Min(12, float64(l.turns(r-1)))
	}
	return s
}

// column is how far the rows of a column are moved from where they stand below each other.
type column struct{ dx, dy float64 }

// columns are those of the rows: one, or where the page is folded as many as let each be no
// higher than high, side by side.
func (s *standing) columns(w, middles, tall []float64, high float64, fold bool) []column {
	rows := len(middles)
	out, wide := make([]column, rows), make([][2]float64, rows)
	for r := range wide {
		wide[r] = [2]float64{math.Inf(1), math.Inf(-1)}
	}
	for v, r := range s.rank {
		wide[r] = [2]float64{math.Min(wide[r][0], s.x[v]-w[v]/2), math.Max(wide[r][1], s.x[v]+w[v]/2)}
	}
	first, left := 0, 0.0
	for r := range rows {
		end := r+1 == rows || fold && middles[r+1]+tall[r+1]/2-(middles[first]-tall[first]/2) > high
		if !end {
			continue
		}
		lo, hi := math.Inf(1), math.Inf(-1)
		for _, span := range wide[first : r+1] {
			lo, hi = math.Min(lo, span[0]), math.Max(hi, span[1])
		}
		for i := first; i <= r; i++ {
			out[i] = column{left - lo, tall[first]/2 - middles[first]}
		}
		first, left = r+1, left+hi-lo+foldGap
	}
	return out
}

// foldGap is between the columns of a folded page: lines go up there.
const foldGap = 72.0

// layers holds nodes and dummies (numbered from len(real) on) in rows.
type layers struct {
	n     *net
	real  int
	w     []float64
	rank  []int
	rows  [][]int
	up    [][]int // neighbours in the row above
	down  [][]int
	main  map[int]int // per node, its neighbour above on the main way
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
	l.main = map[int]int{}
	most := l.mostPassed(n.edges)
	for _, e := range n.edges {
		at := e.from
		if l.rank[e.to]-l.rank[e.from] > most {
			continue
		}
		if n.main[[2]int{e.from, e.to}] && l.rank[e.to] == l.rank[e.from]+1 {
			l.main[e.to] = e.from
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

func (l *layers) number() {
	for _, row := range l.rows {
		for i, v := range row {
			l.place[v] = i
		}
	}
}

// sweeps is how often all rows are sorted, downward and upward in turns. More of them changed
// no layout of 33 charts of 12 to 400 steps.
const sweeps = 4

// order sorts the rows by median sweeps and keeps the order with the fewest crossings.
func (l *layers) order() {
	best, least := l.copyRows(), l.crossings()
	for sweep := range sweeps {
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
	slices.SortStableFunc(row, func(a, b int) int { return cmp.Compare(key[a], key[b]) })
	for i, v := range row {
		l.place[v] = i
	}
}

func (l *layers) median(vs []int) float64 {
	ps := make([]int, len(vs))
	for i, v := range vs {
		ps[i] = l.place[v]
	}
	slices.Sort(ps)
	m := len(ps) / 2
	if len(ps)%2 == 1 {
		return float64(ps[m])
	}
	return float64(ps[m-1]+ps[m]) / 2
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

// coordinates places the nodes of each row beside each other, around the middle, and then makes straight what can be.
func (l *layers) coordinates() {
	l.x = make([]float64, len(l.w))
	for _, row := range l.rows {
		at := 0.0
		for _, v := range row {
			l.x[v] = at + l.w[v]/2
			at += l.w[v] + colGap*l.n.how.tight
		}
		for _, v := range row {
			l.x[v] -= at / 2
		}
	}
	l.align()
}

// apart is the least distance between the middles of two neighbours in a row.
func (l *layers) apart(u, v int) float64 {
	gap := colGap * l.n.how.tight
	if u >= l.real || v >= l.real {
		gap = 26 // a passing line needs less
	}
	return l.w[u]/2 + l.w[v]/2 + gap
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
