package spread

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"
)

// slowly solves the same by Hildreth's method ('A quadratic programming procedure', 1957): gap after gap
// is closed as far as it asks for, over and over.
func slowly(items []Item, gaps []Gap) []float64 {
	x := make([]float64, len(items))
	for i := range items {
		x[i] = items[i].Want
	}
	price := make([]float64, len(gaps))
	low, high := make([]float64, len(items)), make([]float64, len(items))
	for range 20000 {
		for k, g := range gaps {
			a, b := &items[g.Before], &items[g.After]
			most := (g.Least - x[g.After] + x[g.Before]) / (1/a.Weight + 1/b.Weight)
			d := max(-price[k], most)
			price[k] += d
			x[g.Before] -= d / a.Weight
			x[g.After] += d / b.Weight
		}
		for i, it := range items {
			d := max(-low[i], (it.Low-x[i])*it.Weight)
			low[i] += d
			x[i] += d / it.Weight
			d = max(-high[i], (x[i]-it.High)*it.Weight)
			high[i] += d
			x[i] -= d / it.Weight
		}
	}
	return x
}

// The places are those of a slow method, on any order with any bounds that can be kept.
func TestAgainstASlowMethod(t *testing.T) {
	held, bounded := 0, 0
	for seed := range uint64(300) {
		rnd := rand.New(rand.NewPCG(seed, 5))
		n := 2 + rnd.IntN(7)
		items, at := make([]Item, n), make([]float64, n)
		var gaps []Gap
		for i := range items { // at is one way to keep all
			at[i] = 100 * rnd.Float64()
			items[i] = Item{Want: 100 * rnd.Float64(), Weight: []float64{1, 1, 6, 60}[rnd.IntN(4)], Low: math.Inf(-1), High: math.Inf(1)}
			if rnd.IntN(2) == 0 {
				items[i].Low, items[i].High = at[i]-20*rnd.Float64(), at[i]+20*rnd.Float64()
			}
		}
		for i := range n {
			for j := range n {
				if at[i] < at[j] && rnd.IntN(2) == 0 {
					gaps = append(gaps, Gap{i, j, (at[j] - at[i]) * rnd.Float64()})
				}
			}
		}
		got, want := Solve(items, gaps, nil), slowly(items, gaps)
		for i := range got {
			if math.Abs(got[i]-want[i]) > 0.01 {
				t.Fatalf("seed %d: %v and %v\ngive  %v\nwant %v", seed, items, gaps, got, want)
			}
			if got[i] == items[i].Low || got[i] == items[i].High {
				bounded++
			}
		}
		for _, g := range gaps {
			d := got[g.After] - got[g.Before] - g.Least
			if d < -Slack {
				t.Errorf("seed %d: %v is missed by %g", seed, g, -d)
			} else if d < Slack {
				held++
			}
		}
	}
	if held < 300 || bounded < 100 {
		t.Errorf("%d gaps are just kept and %d items stand at a bound: too few to tell", held, bounded)
	}
}

// Drawn by hand: three that want one place stand around it, the heavy one nearest.
func TestThreeInOnePlace(t *testing.T) {
	inf := math.Inf(1)
	items := []Item{{50, 1, -inf, inf}, {50, 8, -inf, inf}, {50, 1, -inf, inf}}
	got := Solve(items, []Gap{{0, 1, 10}, {1, 2, 10}}, nil)
	for i, want := range []float64{40, 50, 60} {
		if math.Abs(got[i]-want) > Slack {
			t.Errorf("they stand at %v", got)
		}
	}
}

// Gaps that go round in a circle are kept but for one, and bounds before all.
func TestWhatCannotBeKept(t *testing.T) {
	circle := []Gap{{0, 1, 10}, {1, 2, 10}, {2, 0, 10}}
	got := Solve([]Item{{0, 1, 0, 30}, {10, 1, 0, 30}, {20, 1, 0, 30}}, circle, nil)
	kept := 0
	for _, g := range circle {
		if got[g.After]-got[g.Before] > g.Least-Slack {
			kept++
		}
	}
	if kept != 2 {
		t.Errorf("in a circle they stand at %v: %d gaps are kept", got, kept)
	}
	got = Solve([]Item{{0, 1, 0, 5}, {0, 1, 0, 5}}, []Gap{{0, 1, 10}}, nil)
	for _, x := range got {
		if x < 0 || x > 5 {
			t.Errorf("without room they stand at %v", got)
		}
	}
	calls := 0
	Solve([]Item{{0, 1, 0, 30}, {0, 1, 0, 30}}, []Gap{{0, 1, 10}}, func(int) bool { calls++; return true })
	if calls != 1 {
		t.Errorf("it asked %d times whether to end, when told so at once", calls)
	}
}

// An order keeps all gaps that do not go round in a circle.
func TestSequence(t *testing.T) {
	for seed := range uint64(100) {
		rnd := rand.New(rand.NewPCG(seed, 6))
		n := 1 + rnd.IntN(20)
		hidden := rnd.Perm(n)
		var gaps []Gap
		for range rnd.IntN(40) {
			if a, b := rnd.IntN(n), rnd.IntN(n); hidden[a] < hidden[b] {
				gaps = append(gaps, Gap{Before: a, After: b})
			}
		}
		order, round := Sequence(n, gaps)
		rank := make([]int, n)
		for k, i := range order {
			rank[i] = k
		}
		if len(order) != n || round {
			t.Fatalf("seed %d: order %v of %d items, in a circle: %v", seed, order, n, round)
		}
		for _, g := range gaps {
			if rank[g.Before] >= rank[g.After] {
				t.Errorf("seed %d: %v is not kept by %v", seed, g, order)
			}
		}
	}
	order, round := Sequence(4, []Gap{{1, 2, 0}, {2, 3, 0}, {3, 1, 0}, {3, 0, 0}})
	if want := []int{0, 1, 2, 3}; !round || !slices.Equal(order, want) {
		t.Errorf("round a circle: %v, %v", order, round)
	}
}
