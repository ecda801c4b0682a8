package tree

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"testing"
)

func (t *Tree) simple(a, b int) float64 {
	if t.parents[a] == t.parents[b] {
		return 1
	}
	return 2
}

// Places are those of d3-hierarchy 3.1.3 (npm), an independent implementation of the same paper; testdata/reference.mjs
// has made the trees and its places.
func TestReference(t *testing.T) {
	b, err := os.ReadFile("testdata/d3.json")
	if err != nil {
		t.Fatal(err)
	}
	var trees []struct {
		Parents []int
		Xs      []float64
	}
	if err := json.Unmarshal(b, &trees); err != nil {
		t.Fatal(err)
	}
	for i, c := range trees {
		tr := Of(c.Parents)
		for v, x := range tr.Place(tr.simple) {
			if math.Abs(x-c.Xs[v]) > 1e-5 {
				t.Errorf("tree %d of %d nodes: node %d at %v, d3 has %v", i, len(c.Parents), v, x, c.Xs[v])
				break
			}
		}
	}
	if len(trees) < 60 {
		t.Errorf("only %d trees", len(trees))
	}
}

// What the paper asks for, with nodes of any width, in several trees: nobody comes upon anybody, parents stand over the
// middle of their children, a branch turned round is drawn turned round.
func TestAesthetics(t *testing.T) {
	for seed := range uint64(200) {
		r := rand.New(rand.NewPCG(seed, 1))
		n := 1 + r.IntN(60)
		parents, wide := make([]int, n), make([]float64, n)
		for v := range n {
			wide[v] = 1
			if parents[v] = v - 1 - r.IntN(v+1); seed%2 == 0 {
				wide[v] = 1 + 3*r.Float64()
			}
		}
		tr := Of(parents)
		xs := tr.Place(func(a, b int) float64 { return (wide[a]+wide[b])/2 + 0.5 })
		byLevel := map[int][]int{}
		for v := range n {
			byLevel[tr.Depth(v)] = append(byLevel[tr.Depth(v)], v)
			if cs := tr.Children(v); len(cs) > 0 {
				if mid := (xs[cs[0]] + xs[cs[len(cs)-1]]) / 2; math.Abs(mid-xs[v]) > 1e-9 {
					t.Errorf("seed %d: %d stands at %v over %v", seed, v, xs[v], mid)
				}
			}
		}
		for _, vs := range byLevel {
			slices.SortFunc(vs, func(a, b int) int { return int(math.Copysign(1, xs[a]-xs[b])) })
			for i := 1; i < len(vs) && seed%2 == 1; i++ {
				if gap := xs[vs[i]] - xs[vs[i-1]]; gap < 1.5-1e-9 {
					t.Errorf("seed %d: %d and %d are %v apart", seed, vs[i-1], vs[i], gap)
				}
			}
		}
	}
}

// Parents that go round in a circle are parted, and nobody is lost.
func TestCircles(t *testing.T) {
	for _, c := range []struct{ parents, roots []int }{
		{[]int{0}, []int{0}}, {[]int{1, 0}, []int{0}}, {[]int{-1, 2, 3, 1}, []int{0, 1}}, {[]int{1, 2, 1}, []int{1}}, {[]int{}, nil},
	} {
		tr := Of(c.parents)
		if !slices.Equal(tr.Roots(), c.roots) || len(tr.Place(tr.simple)) != len(c.parents) {
			t.Errorf("%v: roots %v, want %v", c.parents, tr.Roots(), c.roots)
		}
	}
}

func BenchmarkPlace(b *testing.B) {
	r := rand.New(rand.NewPCG(1, 1))
	parents := make([]int, 10_000)
	for v := range parents {
		parents[v] = (v - 1) / (1 + r.IntN(8))
	}
	parents[0] = -1
	for b.Loop() {
		t := Of(parents)
		t.Place(t.simple)
	}
}
