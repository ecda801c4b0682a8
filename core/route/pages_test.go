package route

import (
	"fmt"
	"math/rand/v2"
	"os"
	"slices"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/route/sample"
)

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
	for seed := range pages(16) {
		p := sample.Untidy(uint64(seed))
		var r Router
		rs := r.Routes(p)
		clean := rs[:0:0]
		for i, x := range rs {
			lines++
			if x.Through {
				through++
				x.Points = nil
			} else if n := sample.Entered(p, i, x); n > 0 {
				t.Errorf("page %d: line %d enters a step: %v", seed, i, x.Points)
			}
			for _, q := range x.Points {
				if !geom.Finite(q.X, q.Y) {
					t.Fatalf("page %d: line %d has a point at %v", seed, i, q)
				}
			}
			clean = append(clean, x)
		}
		if n := sample.OnEachOther(p, clean); n > 0 {
			t.Logf("page %d: %d segments of unrelated lines lie on each other", seed, n)
			lying += n
		}
		if again := new(Router).Routes(p); fmt.Sprint(again) != fmt.Sprint(rs) {
			t.Errorf("page %d: routed twice, it differs", seed)
		}
	}
	t.Logf("%d lines, %d of them with no way around, %d segments on each other", lines, through, lying)
	if lying > 0 {
		t.Errorf("%d segments of %d lines lie on unrelated ones", lying, lines)
	}
}

// Moving a step leaves lines where they are that are neither glued to it nor met by its
// old or new place: at the same ports, and nowhere farther away than the gap; and what a page comes to does
// not depend on what the router saw before.
func TestStability(t *testing.T) {
	// What the promise says, px: how far around the old place of a step and around its new one
	// lines may change, and how far others may move.
	const around, near, gap = 24, 12, 10
	moves := 400
	if os.Getenv("SOAK") != "" {
		moves = 10000
	}
	rnd := rand.New(rand.NewPCG(1, 23))
	lines, changed, through, inside, lying := 0, 0, 0, 0, 0
	var r Router
	var p Page
	var was []Route
	for m := range moves {
		if m%25 == 0 {
			if p = sample.Untidy(uint64(m / 25)); m%50 == 0 {
				p = sample.Generated(uint64(m/25), 20+m/25%60, 24)
			}
			was = r.Routes(p)
		}
		q := Page{Boxes: slices.Clone(p.Boxes), Lines: slices.Clone(p.Lines)}
		i := rnd.IntN(len(q.Boxes))
		old := q.Boxes[i].Rect
		to := elsewhere(rnd, q, i)
		q.Boxes[i].Rect = to
		Keep(&p, was, &q)
		now := r.Routes(q)
		if m%20 == 0 {
			if fresh := new(Router).Routes(q); fmt.Sprint(fresh) != fmt.Sprint(now) {
				t.Fatalf("move %d: a router that saw other pages routes it otherwise", m)
			}
		}
		for j, l := range q.Lines {
			if l.From.Box == i || l.To.Box == i || sample.Meets(was[j].Points, old, around) || sample.Meets(was[j].Points, to, near) {
				continue
			}
			lines++
			a, b := was[j].Points, now[j].Points
			same := was[j].FromPort == now[j].FromPort && was[j].ToPort == now[j].ToPort && sample.Away(a, b) < gap+0.01
			if !same {
				changed++
				t.Logf("move %d: line %d had %v, has %v", m, j, a, b)
			}
		}
		for j, x := range now {
			if x.Through {
				through++
				now[j].Points = nil
			} else {
				inside += sample.Entered(q, j, x)
			}
		}
		lying += sample.OnEachOther(q, now)
		p, was = q, now
	}
	t.Logf("%d moves, %d lines that nothing met: %d changed; after them %d through steps, %d inside of one, %d on each other", moves, lines, changed, through, inside, lying)
	if changed > 0 {
		t.Error("lines changed that nothing met")
	}
	if inside+lying > 0 {
		t.Error("lines are not where they should be after moves")
	}
}

// Where there is no room beside kept ways, not even when these make way, those that lines
// lie on are given up.
func TestKeptWaysAreGivenUp(t *testing.T) {
	rnd := rand.New(rand.NewPCG(22, 9))
	p := sample.Untidy(53)
	var r Router
	was := r.Routes(p)
	for m := range 16 {
		q := Page{Boxes: slices.Clone(p.Boxes), Lines: slices.Clone(p.Lines)}
		i := rnd.IntN(len(q.Boxes))
		q.Boxes[i].Rect = elsewhere(rnd, q, i)
		Keep(&p, was, &q)
		now := r.Routes(q)
		if n := sample.OnEachOther(q, now); n > 0 {
			t.Errorf("move %d: %d segments lie on unrelated ones", m, n)
		}
		p, was = q, now
	}
}

// elsewhere is another place for box i, up to 80 px off, clear of others where one is
// found.
func elsewhere(rnd *rand.Rand, p Page, i int) geom.Rect {
	old := p.Boxes[i].Rect
	for range 50 {
		to := old.Move(geom.Pt(float64(rnd.IntN(160)-80), float64(rnd.IntN(160)-80)))
		if !slices.ContainsFunc(p.Boxes, func(b Box) bool { return b.ID != p.Boxes[i].ID && b.Rect.Overlaps(to.Grow(4)) }) {
			return to
		}
	}
	return old
}
