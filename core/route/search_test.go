package route

import (
	"fmt"
	"math"
	"slices"
	"testing"
)

// What a search is told beforehand is never more than what its path takes: the
// bends ahead of each place are not too many, and a path of two bends that is
// there is seen from the gates.
func TestBoundsHold(t *testing.T) {
	seen, unseen, corners := 0, 0, 0
	for seed := range uint64(12) {
		p := untidy(seed)
		var r Router
		r.meter.start(t.Context())
		r.forget(p)
		x := r.newExplorer(&p, &Line{From: End{Box: 0}, To: End{Box: 0}})
		for b := range p.Boxes {
			x.take(b)
		}
		rects := x.ground.boxes
		for i, l := range p.Lines {
			if l.From.Box < 0 || l.To.Box < 0 || l.From.Box == l.To.Box {
				continue
			}
			from, to := r.gates(nil, &p, &l.From, 0, rects, true), r.gates(nil, &p, &l.To, 0, rects, false)
			within := bound{1e6, mostGlimpsed + 1} // so that find does without glimpse
			pts, _, _ := r.work.find(x.ground, from, to, within, &r.meter)
			if pts == nil {
				continue
			}
			sees := glimpse(rects, from, to, bound{1e6, mostGlimpsed})
			if !sees {
				unseen++
			} else {
				seen++
			}
			if len(pts)-2 <= mostGlimpsed && !sees {
				t.Errorf("page %d, line %d: %v is not seen from its gates", seed, i, pts)
			}
			r.work.findAway(&r.meter)
			for k := 1; k+1 < len(pts); k++ {
				a := axis(math.Abs(pts[k].Y-pts[k+1].Y) < 1e-9)
				run := r.work.runAt(a, index(r.work.xs, pts[k].X), index(r.work.ys, pts[k].Y))
				if run < 0 {
					continue // it turns into the gate there
				}
				away := r.work.fields[a].runs[run].away
				if corners++; away == 0 || int(away)-1 > len(pts)-2-k {
					t.Errorf("page %d, line %d: of %v the bends after point %d are told as %d", seed, i, pts, k, int(away)-1)
				}
			}
		}
	}
	if seen < 100 || unseen < 5 || corners < 500 {
		t.Errorf("%d paths seen, %d not, %d corners: too few to tell", seen, unseen, corners)
	}
}

// When a step moves, the search for a line that had got to know it takes over the
// steps that it made before it did so, and finds what one from nothing finds.
func TestSearchesBeginWhereTheyChange(t *testing.T) {
	taken, made, moves := 0, 0, 0
	for seed := range uint64(6) {
		p := generated(seed, 40, 24)
		var keeps, forgets Router
		keeps.Routes(p)
		forgets.Routes(p)
		for i := range p.Boxes {
			q := Page{Boxes: slices.Clone(p.Boxes), Lines: p.Lines}
			q.Boxes[i].Rect.X += 7
			for _, f := range forgets.kept {
				f.trail = trail{}
			}
			a, b := keeps.work.looked, forgets.work.looked
			rs := keeps.Routes(q)
			forgets.Routes(q)
			taken, made = taken+keeps.work.looked-a, made+forgets.work.looked-b
			if fmt.Sprint(new(Router).Routes(q)) != fmt.Sprint(rs) {
				t.Fatalf("page %d, step %d moved: not what a new router finds", seed, i)
			}
			p, moves = q, moves+1
		}
	}
	if taken*20 > made*19 {
		t.Errorf("%d moves: %d places looked at, %d without the steps made before", moves, taken, made)
	}
	t.Logf("%d moves: %d places looked at, %d without the steps made before", moves, taken, made)
}
