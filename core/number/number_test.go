package number

import (
	"fmt"
	"math/rand/v2"
	"strconv"
	"testing"

	"gonum.org/v1/gonum/graph/simple"
	"gonum.org/v1/gonum/graph/topo"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/symbol"
)

func generated(r *rand.Rand, n int, loops bool) *chart.Page {
	p := chart.NewPage("p")
	for i := range n {
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 100, H: 50})
	}
	join := func(a, b int) {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", len(p.Connectors)), Meaning: chart.Flow,
			From: chart.End{Step: fmt.Sprint("s", a)}, To: chart.End{Step: fmt.Sprint("s", b)}})
	}
	for i := range n - 1 {
		if r.IntN(8) > 0 {
			join(i, i+1+r.IntN(min(4, n-1-i)))
		}
		if r.IntN(3) == 0 {
			join(i, i+1+r.IntN(n-1-i))
		}
		if loops && r.IntN(5) == 0 {
			join(i, r.IntN(i+1))
		}
	}
	r.Shuffle(len(p.Steps), func(i, j int) { p.Steps[i], p.Steps[j] = p.Steps[j], p.Steps[i] })
	return p
}

func numbers(t *testing.T, p *chart.Page) map[string]int {
	t.Helper()
	c := &chart.Chart{Pages: []*chart.Page{p}}
	if cmd, ok := Page(p); ok {
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
	}
	out := map[string]int{}
	for _, s := range p.Steps {
		n, err := strconv.Atoi(s.Number)
		if err != nil {
			t.Fatalf("step %s has number %q", s.ID, s.Number)
		}
		out[s.ID] = n
	}
	return out
}

// Numbers are a permutation 1..n, grow along every connector that is not a way
// back, and are the same after all places are shuffled. On acyclic pages, that
// they are an order at all is checked against gonum: sorting its graph finds
// no cycle, and all of its edges run forward.
func TestNumbers(t *testing.T) {
	for seed := range 400 {
		r := rand.New(rand.NewPCG(uint64(seed), 2))
		loops := seed%2 == 0
		p := generated(r, 2+r.IntN(40), loops)
		num := numbers(t, p)
		seen := map[int]bool{}
		for _, n := range num {
			if n < 1 || n > len(p.Steps) || seen[n] {
				t.Fatalf("seed %d: numbers are no permutation: %v", seed, num)
			}
			seen[n] = true
		}
		g := flow.Of(p)
		w := g.Walk()
		ref := simple.NewDirectedGraph()
		for i := range p.Steps {
			ref.AddNode(simple.Node(i))
		}
		for i, way := range g.Ways {
			if w.Back[i] {
				if !loops {
					t.Fatalf("seed %d: a way back on an acyclic page", seed)
				}
				continue
			}
			if a, b := num[p.Steps[way.From].ID], num[p.Steps[way.To].ID]; a >= b {
				t.Fatalf("seed %d: %d leads forward to %d", seed, a, b)
			}
			ref.SetEdge(simple.Edge{F: simple.Node(way.From), T: simple.Node(way.To)})
		}
		if _, err := topo.Sort(ref); err != nil {
			t.Fatalf("seed %d: without its ways back the page has a cycle: %v", seed, err)
		}
		for _, s := range p.Steps {
			s.X, s.Y, s.Number = r.Float64()*1000, r.Float64()*1000, ""
		}
		if again := numbers(t, p); fmt.Sprint(again) != fmt.Sprint(num) {
			t.Fatalf("seed %d: other places give other numbers", seed)
		}
		if _, ok := Page(p); ok {
			t.Fatalf("seed %d: numbered twice it changes", seed)
		}
	}
}

// The scenario of the loans desk, numbered as a person would.
func TestCurrentWayFirst(t *testing.T) {
	p := chart.NewPage("p")
	for _, id := range []string{"wanted", "log", "fit", "decline", "sign", "ship", "closed"} {
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, W: 100, H: 50})
	}
	p.Steps = append(p.Steps, &chart.Step{ID: "register", Symbol: symbol.StoredData, W: 100, H: 50, Number: "9"})
	for i, w := range [][2]string{{"wanted", "log"}, {"log", "fit"}, {"fit", "sign"}, {"fit", "decline"}, {"sign", "ship"}, {"decline", "closed"}} {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), From: chart.End{Step: w[0]}, To: chart.End{Step: w[1]}, Meaning: chart.Flow})
	}
	p.Connectors = append(p.Connectors, &chart.Connector{ID: "d", From: chart.End{Step: "log"}, To: chart.End{Step: "register"}, Meaning: chart.Data})
	c := &chart.Chart{Pages: []*chart.Page{p}}
	cmd, _ := Page(p)
	if _, err := chart.Apply(c, cmd); err != nil {
		t.Fatal(err)
	}
	want := map[string]string{"wanted": "1", "log": "2", "fit": "3", "sign": "4", "ship": "5", "decline": "6", "closed": "7", "register": ""}
	for _, s := range p.Steps {
		if s.Number != want[s.ID] {
			t.Errorf("%s has %q, want %q", s.ID, s.Number, want[s.ID])
		}
	}
}

func BenchmarkPage(b *testing.B) {
	p := generated(rand.New(rand.NewPCG(1, 1)), 400, true)
	for b.Loop() {
		Page(p)
	}
}
