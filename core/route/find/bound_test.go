package find

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// scattered is a page of steps at random places, some of which lie on each other.
func scattered(seed uint64) Page {
	r := rand.New(rand.NewPCG(seed, 17))
	var p Page
	for i := range 30 {
		k := symbol.All()[r.IntN(4)]
		p.Boxes = append(p.Boxes, Box{ID: fmt.Sprint(i), Kind: k.Kind, Rect: geom.Rect{X: math.Round(1500 * r.Float64()), Y: math.Round(1000 * r.Float64()), W: k.W, H: k.H}})
		p.Lines = append(p.Lines, Line{ID: fmt.Sprint(i), From: End{Box: i}, To: End{Box: r.IntN(i + 1)}})
	}
	return p
}

// The bends that a search is told to be still ahead of a place are never more than its path
// takes from there.
func TestBendsAhead(t *testing.T) {
	corners, told := 0, 0
	for seed := range uint64(12) {
		p := scattered(seed)
		var f Finder
		f.Meter.Start(t.Context(), &f.Near)
		f.Take(p)
		for i := range f.Page.Lines {
			l := &f.Page.Lines[i]
			if l.From.Box == l.To.Box {
				continue
			}
			x := f.explorer(l, nil)
			for b := range p.Boxes {
				x.take(b)
			}
			pts, _, _ := x.find(0, 0, boundless)
			if pts == nil {
				continue
			}
			s := &f.work
			s.findAway(&f.Meter)
			for k := 1; k+1 < len(pts); k++ {
				a := axis(math.Abs(pts[k].Y-pts[k+1].Y) < 1e-9)
				run := s.runAt(a, index(s.xs, pts[k].X), index(s.ys, pts[k].Y))
				if run < 0 {
					continue // it turns into the gate there
				}
				away := int(s.fields[a].runs[run].away) - 1
				if corners++; away < 0 || away > len(pts)-2-k {
					t.Errorf("page %d, line %d: of %v the bends after point %d are told as %d", seed, i, pts, k, away)
				}
				told += away
			}
		}
	}
	if corners < 300 || told < 100 {
		t.Errorf("%d bends told at %d corners: too few to tell", told, corners)
	}
}

// What makes searches fast changes how many places they look at, and little else: the counts
// here are what they are with it, and a tenth.
func TestPlacesLookedAt(t *testing.T) {
	var f Finder
	take := func(p Page) {
		f.Take(p)
		f.Meter.Start(t.Context(), &f.Near)
	}
	count := func(what string, most int, do func()) {
		before := f.Looked()
		do()
		if n := f.Looked() - before; n > most {
			t.Errorf("%s: %d places looked at, not %d at most", what, n, most)
		}
	}
	// Dead ends are left alone.
	count("among scattered steps", 9400, func() {
		for seed := range uint64(4) {
			take(scattered(seed))
			for i := range f.Page.Lines {
				f.Path(i, 0, 0)
			}
		}
	})
	// A large field is crossed in haste.
	var p Page
	for i := range 400 {
		x, y := float64(i%20), float64(i/20)
		p.Boxes = append(p.Boxes, Box{ID: fmt.Sprint(i), Kind: symbol.Process, Rect: geom.Rect{X: 150*x + 7*y, Y: 90*y + 5*x, W: 120, H: 60}})
	}
	p.Lines = []Line{{ID: "across", From: End{Box: 0}, To: End{Box: 399}}}
	var across *Path
	count("across a large page", 240, func() {
		take(p)
		across = f.Path(0, 0, 0)
	})
	// Another path begins with what the first one got to know.
	count("for another path", 170, func() { f.Within(0, Only(across.From.Side), 0, across.Cost+300, across) })
}
