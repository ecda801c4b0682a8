package proof

import (
	"slices"
	"strings"
	"unicode/utf8"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// node is a step with the ways to and from it, those over off-page connectors among them.
type node struct {
	page    *chart.Page
	step    *chart.Step
	said    string // its text for comparing
	in, out []edge
	group   int // of steps that hang together
}

// edge is a way to or from another step; line is nil from an off-page connector to its mate.
type edge struct {
	to   int
	line *chart.Connector
}

// view is a chart as the rules see it.
type view struct {
	chart *chart.Chart
	nodes []node
	of    map[*chart.Step]int
	ends  []bool // whether an end can be reached
	drawn []*sheet.Sheet
	laid  func(*chart.Page) bool
}

func viewOf(c *chart.Chart, d Drawn) *view {
	v := &view{chart: c, of: make(map[*chart.Step]int), laid: d.Laid}
	for _, p := range c.Pages {
		if d.Page == nil {
			break
		}
		if s := d.Page(p); s != nil {
			v.drawn = append(v.drawn, s)
		}
	}
	for _, p := range c.Pages {
		for _, s := range p.Steps {
			v.of[s] = len(v.nodes)
			v.nodes = append(v.nodes, node{page: p, step: s, said: plain(s.Text)})
		}
	}
	for _, p := range c.Pages {
		for _, w := range flow.Of(p).Ways {
			v.join(v.of[p.Steps[w.From]], v.of[p.Steps[w.To]], w.Line)
		}
	}
	var over [][2]int // where the flow comes out again of what it went into
	for i := range v.nodes {
		s := v.nodes[i].step
		if s.Symbol != symbol.OffPage || len(v.nodes[i].in) == 0 {
			continue
		}
		for _, m := range flow.Mates(c, s) {
			if j := v.of[m.Step]; len(v.nodes[j].out) > 0 {
				over = append(over, [2]int{i, j})
			}
		}
	}
	for _, o := range over {
		v.join(o[0], o[1], nil)
	}
	v.hangTogether()
	v.reachEnds()
	return v
}

func (v *view) isHierarchy(page string) bool {
	p := v.chart.Page(page)
	return p != nil && p.Setup != nil && p.Setup.Tree != ""
}

func (v *view) join(from, to int, line *chart.Connector) {
	v.nodes[from].out = append(v.nodes[from].out, edge{to, line})
	v.nodes[to].in = append(v.nodes[to].in, edge{from, line})
}

// hangTogether numbers the groups of steps that ways join, whichever way these run.
func (v *view) hangTogether() {
	group := 0
	for i := range v.nodes {
		if v.nodes[i].group > 0 {
			continue
		}
		group++
		v.nodes[i].group = group
		for next := []int{i}; len(next) > 0; {
			n := &v.nodes[next[len(next)-1]]
			next = next[:len(next)-1]
			for _, es := range [2][]edge{n.in, n.out} {
				for _, e := range es {
					if v.nodes[e.to].group == 0 {
						v.nodes[e.to].group = group
						next = append(next, e.to)
					}
				}
			}
		}
	}
}

// reachEnds goes back from every step without a way out.
func (v *view) reachEnds() {
	v.ends = make([]bool, len(v.nodes))
	var next []int
	for i := range v.nodes {
		if len(v.nodes[i].out) == 0 {
			v.ends[i] = true
			next = append(next, i)
		}
	}
	for len(next) > 0 {
		i := next[len(next)-1]
		next = next[:len(next)-1]
		for _, e := range v.nodes[i].in {
			if !v.ends[e.to] {
				v.ends[e.to] = true
				next = append(next, e.to)
			}
		}
	}
}

// from are all nodes that ways lead to from some, themselves among them, the nearest first.
func (v *view) from(some ...int) []int {
	seen := make([]bool, len(v.nodes))
	next := slices.Clone(some)
	for _, i := range some {
		seen[i] = true
	}
	for k := 0; k < len(next); k++ {
		for _, e := range v.nodes[next[k]].out {
			if !seen[e.to] {
				seen[e.to] = true
				next = append(next, e.to)
			}
		}
	}
	return next
}

// asReached are all nodes in the order in which they are reached from the starts; those that are not come last.
func (v *view) asReached() []int {
	var starts, rest []int
	for i := range v.nodes {
		if len(v.nodes[i].in) == 0 {
			starts = append(starts, i)
		}
	}
	out := v.from(starts...)
	reached := make([]bool, len(v.nodes))
	for _, i := range out {
		reached[i] = true
	}
	for i := range v.nodes {
		if !reached[i] {
			rest = append(rest, i)
		}
	}
	return append(out, rest...)
}

// places are where findings stand in the order of the chart, by page and id.
func (v *view) places(fs []Finding) map[[2]string]int {
	at := map[[2]string]int{}
	for _, f := range fs {
		at[[2]string{f.Page, f.ID}] = 0
	}
	n := 0
	put := func(page, id string) {
		n++
		if _, asked := at[[2]string{page, id}]; asked {
			at[[2]string{page, id}] = n
		}
	}
	if len(at) < 2 {
		return at
	}
	for _, p := range v.chart.Pages {
		put(p.ID, "")
		for _, s := range p.Steps {
			put(p.ID, s.ID)
		}
		for _, l := range p.Connectors {
			put(p.ID, l.ID)
		}
	}
	return at
}

// on is a finding on a step.
func (n *node) on(words string) Finding {
	return Finding{Words: words, Page: n.page.ID, ID: n.step.ID}
}

// inFlow reports whether ways lead to a step or from it.
func (n *node) inFlow() bool { return len(n.in)+len(n.out) > 0 }

// works reports whether a step stands for a part of the work, by its symbol.
func (n *node) works() bool { return !n.step.Symbol.Store() && !n.step.Symbol.Beside() }

// called is a step in a sentence: its number and its text, or its symbol.
func called(s *chart.Step) string {
	words := strings.Join(strings.Fields(s.Text), " ")
	if utf8.RuneCountInString(words) > 40 {
		words = string([]rune(words)[:39]) + "…"
	}
	switch {
	case words == "" && s.Number == "":
		info, _ := symbol.Of(s.Symbol)
		return "A " + strings.ToLower(info.Name) + " without text"
	case words == "":
		return "Step " + s.Number
	case s.Number == "":
		return "'" + words + "'"
	}
	return s.Number + " '" + words + "'"
}
