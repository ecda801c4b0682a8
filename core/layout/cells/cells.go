// Package cells finds the cells, columns and rows, that the steps of a small page stand in, so that its lines
// run with few bends and crossings.
//
// Without lanes steps are placed as a draughtsman does (trunk.go): the main way is a trunk, straight from start
// to end, one row a step; every other chain of steps is a branch beside it, its first step in the row of the
// decision that it leaves. With lanes each step has its lane, and a place along the flow is looked for
// (lanes.go). Then single steps, branches, rows and columns are moved as long as that lowers bends, crossings,
// length and size (search.go), all counted on a plan of the cells (shapes.go, draw.go): the router comes to the
// same for almost all lines. The work is counted, not timed: the same page gives the same cells on every
// machine. What holds afterwards: no two steps in one cell; the main way in one column and downward, or each
// step in its lane.
package cells

import (
	"context"
	"slices"

	"plaintracer/core/flow"
	"plaintracer/core/symbol"
)

// A search pays up to so many steps, and is bounded to so many lines, which all are compared with all others.
const (
	most      = 40
	mostLines = 120
)

// Small reports whether a page of so many steps and lines is one to search for.
func Small(steps, lines int) bool { return steps <= most && lines <= mostLines }

// Graph is a part of a page that hangs together, as it is placed: steps by their index in it.
type Graph struct {
	Steps   int
	Lines   []Line
	Decides []bool
	Main    []bool  // on the main way
	Chains  [][]int // the main way, then each branch after what it leaves
	Hangs   []int   // steps beside the flow
	Lanes   bool    // each step keeps its column
}

// Line is a connector of it.
type Line struct {
	From, To int
	Weak     bool // no way of the flow
	Back     bool // a way back
	Returns  bool // from a step that only leads back
	Trunk    bool // on the main way
	Pair     bool // another one leads from where it leads to where it comes from
}

// Plan are the cells of the steps of a page, from 0 on, and how the lines between them would run.
type Plan struct {
	Col, Row []int
	Runs     []Run
}

// Run is how a line from step to step would run: it bends in the middles of cells, at odd numbers, and on
// the borders between them, at even ones. It leaves its step by a side.
type Run struct {
	From, To int
	Side     symbol.Side
	At       [][2]int
}

// Place finds the cells of all steps of g; beside are pairs of steps that hang on each other beside the
// flow. Without a search they are where they were put first. It ends, with what it has, when the context has.
func Place(ctx context.Context, g *flow.Graph, beside [][2]int, search bool) Plan {
	f := g.Forward()
	out := Plan{Col: make([]int, len(g.Steps)), Row: make([]int, len(g.Steps))}
	s := shelf{}
	for _, part := range parts(g, beside) {
		p, runs := newSearcher(ctx, partOf(g, f, part, beside)).placed(search)
		by, below := s.put(p)
		for i, v := range part {
			out.Col[v], out.Row[v] = p.col[i]+by, p.row[i]+below
		}
		for i, l := range p.g.Lines {
			r := Run{From: part[l.From], To: part[l.To], Side: runs[i].from}
			for _, q := range runs[i].at[:runs[i].n] {
				r.At = append(r.At, [2]int{q.x + 2*by, q.y + 2*below})
			}
			out.Runs = append(out.Runs, r)
		}
	}
	return out
}

// shelf puts parts that nothing joins beside each other, small ones below each other.
type shelf struct {
	left, right, next, bottom int // columns of the stack that is being filled; its next free row; the rows of all
}

// put finds how far a part is moved.
func (s *shelf) put(p *plan) (by, below int) {
	p.index()
	wide, high := p.right-p.left+1, p.bottom-p.top+1
	if s.next > 0 && s.next+high > s.bottom {
		s.left, s.next = s.right, 0
	}
	by, below = s.left-p.left, s.next-p.top
	s.right = max(s.right, s.left+wide)
	s.next += high
	s.bottom = max(s.bottom, s.next)
	return by, below
}

// parts are the steps that hang together, by the first of them.
func parts(g *flow.Graph, beside [][2]int) [][]int {
	up := make([]int, len(g.Steps))
	for v := range up {
		up[v] = v
	}
	root := func(v int) int {
		for up[v] != v {
			up[v] = up[up[v]]
			v = up[v]
		}
		return v
	}
	join := func(a, b int) {
		a, b = root(a), root(b)
		up[max(a, b)] = min(a, b)
	}
	for _, w := range g.Ways {
		join(w.From, w.To)
	}
	for _, w := range beside {
		join(w[0], w[1])
	}
	at := map[int]int{}
	var out [][]int
	for v := range g.Steps {
		r := root(v)
		k, has := at[r]
		if !has {
			k = len(out)
			at[r], out = k, append(out, nil)
		}
		out[k] = append(out[k], v)
	}
	return out
}

// partOf is one of the parts as it is placed.
func partOf(g *flow.Graph, f *flow.Forward, part []int, beside [][2]int) *Graph {
	at := make(map[int]int, len(part))
	for i, v := range part {
		at[v] = i
	}
	out := &Graph{Steps: len(part), Decides: make([]bool, len(part)), Main: make([]bool, len(part))}
	add := func(a, b int, l Line) {
		if l.From, l.To = at[a], at[b]; a != b {
			out.Lines = append(out.Lines, l)
		}
	}
	inFlow := make(map[int]bool, len(part))
	for i, v := range part {
		out.Decides[i] = g.Steps[v].Symbol == symbol.Decision
		inFlow[v] = len(g.In[v])+len(g.Out[v]) > 0
		for _, e := range g.Out[v] {
			add(v, g.Ways[e].To, Line{Back: f.Back[e], Returns: !f.Ends(v)})
		}
	}
	for _, w := range beside {
		if _, here := at[w[0]]; here {
			add(w[0], w[1], Line{Weak: true})
		}
	}
	out.pairs()
	left := make(map[int]bool, len(part))
	for _, v := range part {
		if inFlow[v] {
			left[v] = true
		} else {
			out.Hangs = append(out.Hangs, at[v])
		}
	}
	for _, c := range f.Chains(left) {
		for i := range c {
			c[i] = at[c[i]]
		}
		out.Chains = append(out.Chains, c)
	}
	if len(out.Chains) > 0 {
		out.besides()
		main := out.Chains[0]
		for _, v := range main {
			out.Main[v] = true
		}
		for k := 1; k < len(main); k++ {
			i := slices.IndexFunc(out.Lines, func(l Line) bool { return l.From == main[k-1] && l.To == main[k] })
			out.Lines[i].Trunk = true
		}
	}
	return out
}

// pairs marks lines that another one comes back beside.
func (g *Graph) pairs() {
	there := map[[2]int]bool{}
	for _, l := range g.Lines {
		there[[2]int{l.From, l.To}] = true
	}
	for i, l := range g.Lines {
		g.Lines[i].Pair = there[[2]int{l.To, l.From}]
	}
}

// besides takes steps off the main way that only one of two outcomes passes before both go on at the
// same place: beside it they cost one bend, on it two.
func (g *Graph) besides() {
	main := g.Chains[0]
	ins, outs := make([]int, g.Steps), make([][]int, g.Steps)
	for _, l := range g.Lines {
		if !l.Weak {
			ins[l.To]++
			outs[l.From] = append(outs[l.From], l.To)
		}
	}
	var kept []int
	var off [][]int
	for i, v := range main {
		if i > 0 && i+1 < len(main) && len(kept) > 0 && ins[v] == 1 && len(outs[v]) == 1 {
			if before := outs[main[i-1]]; kept[len(kept)-1] == main[i-1] && len(before) == 2 && (before[0] == main[i+1] || before[1] == main[i+1]) {
				off = append(off, []int{v})
				continue
			}
		}
		kept = append(kept, v)
	}
	g.Chains = append(append([][]int{kept}, off...), g.Chains[1:]...)
}
