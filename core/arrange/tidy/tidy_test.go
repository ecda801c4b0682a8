package tidy

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// drawn is a page with processes at places: "a 100 100 112 56, b ...", of the first lane where there are lanes, or of
// the one that comes last: "a 0 20 112 56 l2". A question mark makes a decision, a lock is an exclamation mark.
func drawn(t *testing.T, words string, lanes ...float64) *chart.Page {
	t.Helper()
	p := chart.NewPage("p")
	for i, size := range lanes {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: fmt.Sprint("l", i+1), Name: fmt.Sprint("L", i+1), Size: size})
	}
	for _, w := range strings.Split(words, ",") {
		s := &chart.Step{Symbol: symbol.Process}
		if len(lanes) > 0 {
			s.Lane = "l1"
		}
		if n, _ := fmt.Sscan(w, &s.ID, &s.X, &s.Y, &s.W, &s.H, &s.Lane); n < 5 {
			t.Fatalf("%q", w)
		}
		if s.ID[0] == '?' {
			s.Symbol = symbol.Decision
		}
		s.Locked = s.ID[0] == '!'
		p.Steps = append(p.Steps, s)
	}
	return p
}

// told is where the steps of a page stand, as it was written.
func told(p *chart.Page) string {
	var out []string
	for _, s := range p.Steps {
		w := fmt.Sprint(s.ID, " ", s.X, " ", s.Y, " ", s.W, " ", s.H)
		if s.Lane != "" && s.Lane != "l1" {
			w += " " + s.Lane
		}
		out = append(out, w)
	}
	return strings.Join(out, ", ")
}

// Pages as hands make them, and what a draughtsman would make of them. The places wanted are by hand.
func TestByHand(t *testing.T) {
	for _, c := range []struct {
		what, page, want string
		lanes            []float64
		with             func(p *chart.Page)
		how              int
		chosen           string // the steps that are selected
		held             string // the locked ones that stand off
	}{
		{what: "a row with gaps nearly even", how: Usual,
			page: "a 96 100 112 56, b 260 104 112 56, c 412 97 112 56, d 578 101 112 56",
			want: "a 96 101 112 56, b 256 101 112 56, c 416 101 112 56, d 576 101 112 56"},
		{what: "by a hair a row is not one, but a gap is the usual one", how: 0,
			page: "a 96 100 112 56, b 260 110 112 56", want: "a 98 100 112 56, b 258 110 112 56"},
		{what: "a gap that was meant stays", how: Usual,
			page: "a 96 100 112 56, b 256 100 112 56, c 488 100 112 56, d 648 103 112 56",
			want: "a 96 100 112 56, b 256 100 112 56, c 488 100 112 56, d 648 100 112 56"},
		{what: "what is in line already stays, off the grid too", how: Usual,
			page: "a 97.3 100 112 56, b 254.3 100 112 56, c 411.3 100 112 56",
			want: "a 97.3 100 112 56, b 254.3 100 112 56, c 411.3 100 112 56"},
		{what: "a column below a decision, and what stands beside it", how: Usual,
			page: "a 300 100 112 56, ?b 290 200 136 84, c 304 330 112 56, d 480 210 112 56",
			want: "a 302 96 112 56, ?b 290 200 136 84, c 302 332 112 56, d 482 214 112 56"},
		{what: "sizes nearly equal are equal, as large as the largest", how: Usual,
			page: "a 96 100 112 56, b 256 100 120 60, c 424 100 240 56",
			want: "a 88 98 120 60, b 256 98 120 60, c 424 98 240 60"},
		{what: "a decision is no size for a process", how: Usual,
			page: "a 96 114 112 56, ?b 256 100 136 84", want: "a 96 114 112 56, ?b 256 100 136 84"},
		{what: "a lane's steps stand about its middle", how: Usual, lanes: []float64{120, 200},
			page: "a 80 20 112 56, b 240 40 112 56, c 80 20 112 56 l2, d 84 120 112 56 l2",
			want: "a 80 32 112 56, b 240 32 112 56, c 80 20 112 56 l2, d 80 124 112 56 l2"},
		{what: "far from the middle they were put there", how: 1, lanes: []float64{300},
			page: "a 76 20 112 56, b 236 24 112 56", want: "a 76 22 112 56, b 236 22 112 56"},
		{what: "lanes that run down", how: Usual, lanes: []float64{160, 200},
			page: "a 20 110 112 56, b 30 210 112 56, c 40 114 112 56 l2",
			want: "a 24 112 112 56, b 24 208 112 56, c 44 112 112 56 l2",
			with: func(p *chart.Page) { p.Down = true }},
		{what: "others line up with what is locked", how: Usual,
			page: "!a 103 105 112 56, b 260 100 112 56, c 420 102 112 56",
			want: "!a 103 105 112 56, b 263 105 112 56, c 423 105 112 56"},
		{what: "two locked ones off each other", how: Usual, held: "!b",
			page: "!a 96 100 112 56, !b 256 110 112 56, c 416 104 112 56",
			want: "!a 96 100 112 56, !b 256 110 112 56, c 416 100 112 56"},
		{what: "what is selected lines up with the rest", how: Usual, chosen: "c",
			page: "a 96 100 112 56, b 260 104 112 56, c 420 97 112 56, d 96 204 112 56, e 260 204 112 56",
			want: "a 96 100 112 56, b 260 104 112 56, c 420 100 112 56, d 96 204 112 56, e 260 204 112 56"},
		{what: "between two that stay it is half-way", how: Usual, chosen: "b",
			page: "a 96 100 112 56, b 260 104 112 56, c 412 100 112 56",
			want: "a 96 100 112 56, b 254 100 112 56, c 412 100 112 56"},
		{what: "a group is one", how: Usual,
			page: "a 96 100 112 56, b 260 70 112 56, c 260 132 112 56",
			want: "a 98 101 112 56, b 258 70 112 56, c 258 132 112 56",
			with: func(p *chart.Page) {
				for _, s := range p.Steps[1:] {
					s.Held = []chart.Group{{ID: "g"}}
				}
			}},
		{what: "a staircase stays one", how: 2,
			page: "a 96 100 112 56, b 186 200 112 56, c 276 300 112 56",
			want: "a 96 100 112 56, b 186 200 112 56, c 276 300 112 56"},
		{what: "a stage is not left", how: Usual, lanes: []float64{120},
			page: "a 80 32 112 56, b 246 32 112 56, c 390 32 112 56",
			want: "a 76 32 112 56, b 245 32 112 56, c 396 32 112 56",
			with: func(p *chart.Page) {
				p.Stages = []*chart.Stage{{ID: "one", Name: "One", Size: 254}, {ID: "two", Name: "Two", Size: 300}}
			}},
		{what: "a label keeps its room", how: Usual,
			page: "a 96 100 112 56, b 269 100 112 56, c 440 103 112 56, d 637 100 112 56",
			want: "a 92 100 112 56, b 268 100 112 56, c 444 100 112 56, d 641 100 112 56",
			with: func(p *chart.Page) {
				p.Connectors = []*chart.Connector{{ID: "k", From: chart.End{Step: "c"}, To: chart.End{Step: "d"}, Meaning: chart.Flow,
					Labels: []chart.Label{{Text: "the borrower signs"}}}}
			}},
		{what: "strictly all are on rows and columns with one gap", how: len(Degrees) - 1,
			page: "a 96 100 112 56, b 330 130 112 56, c 500 90 112 56, d 140 260 112 56, e 480 300 112 56",
			want: "a 120 112 112 56, b 312 112 112 56, c 504 112 112 56, d 120 280 112 56, e 504 280 112 56"},
		{what: "a ground moves nothing and stays", how: Usual,
			page: "g 50 50 700 300, a 96 100 112 56, b 260 104 112 56",
			want: "g 50 50 700 300, a 98 102 112 56, b 258 102 112 56",
			with: func(p *chart.Page) { p.Steps[0].Symbol, p.Steps[0].Front = symbol.Box, -1 }},
	} {
		p := drawn(t, c.page, c.lanes...)
		if c.with != nil {
			c.with(p)
		}
		var chosen func(*chart.Step) bool
		if c.chosen != "" {
			chosen = func(s *chart.Step) bool { return slices.Contains(strings.Fields(c.chosen), s.ID) }
		}
		moved, held := Places(p, chosen, Degrees[c.how])
		for _, pl := range moved {
			s := p.Step(pl.ID)
			s.X, s.Y, s.W, s.H, s.Lane = pl.X, pl.Y, pl.W, pl.H, pl.Lane
		}
		if got := told(p); got != c.want {
			t.Errorf("%s:\n%s, want\n%s", c.what, got, c.want)
		}
		names := ""
		for _, s := range held {
			names += s.ID
		}
		if names != c.held {
			t.Errorf("%s: %q stand off, want %q", c.what, names, c.held)
		}
	}
}

// Values are parted into as few runs as can be; of those the ones with the least squares are taken.
func TestTiers(t *testing.T) {
	never := func(int, int) bool { return false }
	for _, c := range []struct {
		vs     []float64
		spread float64
		clash  func(i, j int) bool
		want   []int
	}{
		{nil, 10, never, []int{}},
		{[]float64{1, 5, 9, 40, 44}, 10, never, []int{0, 0, 0, 1, 1}},
		{[]float64{0, 6, 12}, 10, never, []int{0, 0, 1}},
		{[]float64{0, 7, 12}, 10, never, []int{0, 1, 1}},
		{[]float64{0, 1, 2}, 10, func(i, j int) bool { return i == 0 && j == 2 }, []int{0, 0, 1}},
		{[]float64{0, 1, 2}, 10, nil, []int{0, 0, 0}},
	} {
		if got := tiers(c.vs, c.spread, c.clash); !slices.Equal(got, c.want) {
			t.Errorf("%v within %v: %v, want %v", c.vs, c.spread, got, c.want)
		}
	}
}
