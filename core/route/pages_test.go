package route

import (
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// untidy is a page of n steps at random places, 4 px apart at least, with lanes
// on every second one: their heads are obstacles at the left.
func untidy(seed uint64) Page {
	r := rand.New(rand.NewPCG(seed, 17))
	n := 10 + r.IntN(111)
	kinds := symbol.All()
	side := math.Sqrt(float64(n)) * (170 + 150*r.Float64())
	var p Page
	if seed%2 == 1 {
		for i := range 5 {
			p.Boxes = append(p.Boxes, Box{ID: fmt.Sprint("lane", i), Rect: geom.Rect{X: -40, Y: side / 5 * float64(i), W: 28, H: side / 5}})
		}
	}
	first := len(p.Boxes)
	for tries := 0; len(p.Boxes) < first+n && tries < 40*n; tries++ {
		k := kinds[r.IntN(len(kinds)-1)]
		b := Box{ID: fmt.Sprint("s", len(p.Boxes)), Kind: k.Kind, Rect: geom.Rect{X: math.Round(r.Float64() * side), Y: math.Round(r.Float64() * side), W: k.W, H: k.H}}
		free := true
		for _, o := range p.Boxes {
			free = free && !b.Rect.Grow(3.99).Overlaps(o.Rect)
		}
		if free {
			p.Boxes = append(p.Boxes, b)
		}
	}
	steps := len(p.Boxes) - first
	for i := range steps {
		for range 1 + r.IntN(2) {
			j := r.IntN(steps)
			if r.IntN(2) > 0 { // near in the order of drawing
				j = min(steps-1, i+1+r.IntN(3))
			}
			if j != i {
				l := Line{ID: fmt.Sprint("c", len(p.Lines)), From: End{Box: first + i}, To: End{Box: first + j}, Outcome: p.Boxes[first+i].Kind == symbol.Decision}
				if l.Outcome {
					l.Labels = []Label{{W: 19, H: 14.6}}
				}
				p.Lines = append(p.Lines, l)
			}
		}
	}
	return p
}

func pages(few int) int {
	if os.Getenv("SOAK") != "" {
		return 1000
	}
	return few
}

// On untidy pages too no line enters a step, unless it is marked as one that
// found no way, and no unrelated lines lie on each other.
func TestUntidyPages(t *testing.T) {
	lines, through, lying := 0, 0, 0
	for seed := range pages(30) {
		p := untidy(uint64(seed))
		var r Router
		rs := r.Routes(p)
		clean := rs[:0:0]
		for i, x := range rs {
			lines++
			if x.Through {
				through++
				x.Points = nil
			} else if n := entered(p, i, x); n > 0 {
				t.Errorf("page %d: line %d enters a step: %v", seed, i, x.Points)
			}
			for _, q := range x.Points {
				if !geom.Finite(q.X, q.Y) {
					t.Fatalf("page %d: line %d has a point at %v", seed, i, q)
				}
			}
			clean = append(clean, x)
		}
		if n := onEachOther(p, clean); n > 0 {
			t.Logf("page %d: %d stretches of unrelated lines lie on each other", seed, n)
			lying += n
		}
		if again := new(Router).Routes(p); fmt.Sprint(again) != fmt.Sprint(rs) {
			t.Errorf("page %d: routed twice, it differs", seed)
		}
	}
	t.Logf("%d lines, %d of them with no way around, %d stretches on each other", lines, through, lying)
	if lying > 0 {
		t.Errorf("%d stretches of %d lines lie on unrelated ones", lying, lines)
	}
}

// Moving a step leaves lines as they are, bend for bend, that are neither glued
// to it nor meet its old or new place, before or after. What may change with it
// is the side of a line that shares a step with one of those: they keep off each
// other's sides. Beside others a line moves by a few gaps at most.
func TestStability(t *testing.T) {
	moves := 400
	if os.Getenv("SOAK") != "" {
		moves = 10000
	}
	rnd := rand.New(rand.NewPCG(1, 23))
	lines, shifted, far, bent, strange := 0, 0, 0, 0, 0
	var r Router
	var p Page
	var was []Route
	alone := func(p Page) []Route { // the ways that lines would go by themselves
		out := make([]Route, len(p.Lines))
		for j := range p.Lines {
			out[j].Points = r.path(p, j, 0, 0).points
		}
		return out
	}
	var aloneWas []Route
	for m := range moves {
		if m%25 == 0 {
			p = generated(uint64(m/25), 20+m/25%60, 24)
			was = r.Routes(p)
			aloneWas = alone(p)
		}
		q := Page{Boxes: append([]Box(nil), p.Boxes...), Lines: p.Lines}
		i := rnd.IntN(len(q.Boxes))
		old := q.Boxes[i].Rect
		q.Boxes[i].Rect.X += float64(rnd.IntN(160) - 80)
		q.Boxes[i].Rect.Y += float64(rnd.IntN(160) - 80)
		to := q.Boxes[i].Rect
		now := r.Routes(q)
		aloneNow := alone(q)
		concerned := func(j int, before, after []Route) bool {
			l := q.Lines[j]
			return l.From.Box == i || l.To.Box == i || met(before[j], old) || met(before[j], to) || met(after[j], old) || met(after[j], to)
		}
		beside := map[int]bool{} // steps that a line is glued to which may change
		for j, l := range q.Lines {
			if concerned(j, was, now) || concerned(j, aloneWas, aloneNow) {
				beside[l.From.Box], beside[l.To.Box] = true, true
			}
		}
		crosses := func(j int) bool { // one that may change
			for k, l := range q.Lines {
				if !beside[l.From.Box] && !beside[l.To.Box] {
					continue
				}
				for _, a := range [][]geom.Point{was[k].Points, now[k].Points, aloneWas[k].Points, aloneNow[k].Points} {
					if geom.Crossings(a, was[j].Points)+geom.Crossings(a, now[j].Points) > 0 {
						return true
					}
				}
			}
			return false
		}
		for j, l := range q.Lines {
			if concerned(j, was, now) {
				continue
			}
			lines++
			a, b := was[j].Points, now[j].Points
			if len(a) != len(b) || was[j].FromPort != now[j].FromPort || was[j].ToPort != now[j].ToPort {
				if bent++; !beside[l.From.Box] && !beside[l.To.Box] && !crosses(j) {
					strange++
					t.Logf("move %d: line %d had %v, has %v", m, j, a, b)
				}
				continue
			}
			d := 0.0
			for k := range a {
				d = math.Max(d, math.Max(math.Abs(a[k].X-b[k].X), math.Abs(a[k].Y-b[k].Y)))
			}
			if d > Gap+0.01 {
				shifted++
			}
			if d > 4*Gap {
				far++
			}
		}
	}
	t.Logf("%d moves, %d lines that nothing met: %d bent otherwise, %d of them where nothing did; %d moved farther than %v px, %d than %v px",
		moves, lines, bent, strange, shifted, Gap, far, 4*Gap)
	if strange*2000 > lines || bent*40 > lines || shifted*20 > lines || far*1000 > lines {
		t.Error("lines changed that nothing met")
	}
}

// met tells whether a line runs through a step's place, the margin included.
func met(r Route, place geom.Rect) bool {
	for k := 0; k+1 < len(r.Points); k++ {
		if geom.SegmentIn(r.Points[k], r.Points[k+1], place.Grow(Margin)) {
			return true
		}
	}
	return false
}
