package geom

import (
	"math"
	"testing"
)

func TestSegmentIn(t *testing.T) {
	r := Rect{10, 10, 20, 20}
	for _, c := range []struct {
		a, b Point
		want bool
	}{
		{Pt(0, 20), Pt(40, 20), true},
		{Pt(0, 0), Pt(40, 40), true},
		{Pt(0, 10), Pt(40, 10), false}, // along the edge
		{Pt(0, 20), Pt(10, 20), false}, // up to the edge
		{Pt(0, 0), Pt(5, 40), false},
		{Pt(15, 15), Pt(16, 16), true}, // wholly inside
	} {
		if got := SegmentIn(c.a, c.b, r); got != c.want {
			t.Errorf("%v-%v: %v", c.a, c.b, got)
		}
	}
}

func TestPath(t *testing.T) {
	p := Path{}.Move(10, 0).Quarter(0, 10, false) // a quarter circle about (10,10)
	for _, q := range p.Flatten(0.01) {
		if d := math.Abs(q.Dist(Pt(10, 10)) - 10); d > 0.01 {
			t.Errorf("%v is %.3f off the circle", q, d)
		}
	}
	if s := Box(Rect{1, 2, 3, 4}).String(); s != "M1 2L4 2L4 6L1 6Z" {
		t.Errorf("box %s", s)
	}
	if s := Num(-0.001); s != "0" {
		t.Errorf("-0.001 is written %s", s)
	}
	if b := (Polyline{{0, 0}, {50, 0}, {50, 40}}).Rounded(6).Bounds(); b != (Rect{0, 0, 50, 40}) {
		t.Errorf("a rounded line takes %v", b)
	}
	if !Box(Rect{0, 0, 9, 9}).Encloses(Pt(4, 4)) || Box(Rect{0, 0, 9, 9}).Encloses(Pt(10, 4)) {
		t.Error("inside and outside are mixed up")
	}
}

func TestPolyline(t *testing.T) {
	pts := Polyline{{0, 0}, {10, 0}, {10, 0}, {20, 0}, {20, 30}}
	if s := pts.Simplify(); len(s) != 3 || s.Length() != 50 {
		t.Errorf("simplified %v", s)
	}
	if q, dir := pts.At(0.5); q != Pt(20, 5) || dir != Pt(0, 1) {
		t.Errorf("half way is %v going %v", q, dir)
	}
	if d := pts.DistTo(Pt(15, 4)); d != 4 {
		t.Errorf("distance %v", d)
	}
}

func TestIndex(t *testing.T) {
	x := NewIndex(Rect{0, 0, 500, 500})
	for i := range 10 {
		x.Add(Rect{float64(i) * 60, 0, 50, 50})
	}
	far := x.Add(Rect{-9000, 9000, 10, 10})
	count := func(r Rect) (n int) { x.Near(r, func(int) { n++ }); return n }
	if n := count(Rect{55, 10, 70, 10}); n != 2 {
		t.Errorf("%d boxes, want 2", n)
	}
	if n := count(Rect{-9001, 9001, 5, 5}); n != 1 {
		t.Errorf("the far box %d was found %d times", far, n)
	}
}

// On a page of any size no cell holds more than a few boxes: what is asked for one place
// takes no longer there.
func TestIndexOnALargePage(t *testing.T) {
	page := Rect{X: -300, W: 1e6, H: 2e6}
	x := NewIndex(page)
	const n = 5000
	for i := range n {
		x.Add(Rect{X: page.X + float64(i)*page.W/n, Y: float64(i*7%n) * page.H / n, W: 120, H: 60})
	}
	in := map[int]int{}
	for c, l := range x.first {
		for ; l >= 0; l = x.links[l].next {
			in[c]++
		}
		if in[c] > 8 {
			t.Fatalf("a cell holds %d boxes", in[c])
		}
	}
}

// Hatching stays inside the outline, its lines so far apart; one that is moved is hatched alike.
func TestHatched(t *testing.T) {
	box := Box(Rect{X: 10, Y: 20, W: 80, H: 40})
	lines := box.Hatched(8)
	if n := len(lines) / 2; n != 15 { // corner to corner the sum of the coordinates grows by 120
		t.Errorf("%d lines", n)
	}
	for _, p := range []Path{box, Circle(Pt(50, 40), 30), Polyline{{0, 30}, {50, 0}, {100, 30}, {50, 60}}.Ring(0)} {
		for i, l := range p.Hatched(8) {
			if i%2 == 0 {
				continue
			}
			a, b := p.Hatched(8)[i-1].P[0], l.P[0]
			if d := a.X + a.Y - b.X - b.Y; math.Abs(d) > 0.05 || !p.Encloses(Pt((a.X+b.X)/2, (a.Y+b.Y)/2)) {
				t.Errorf("a line from %v to %v", a, b)
			}
		}
	}
	moved := box.Shift(33.3, -7.1).Hatched(8)
	for i, s := range box.Hatched(8).Shift(33.3, -7.1) {
		if s.P[0].Dist(moved[i].P[0]) > 0.02 {
			t.Errorf("moved, point %d is at %v, not %v", i, moved[i].P[0], s.P[0])
		}
	}
	if n := len(Box(Rect{W: 1e7, H: 1e7}).Hatched(8)); n < 500 || n > 2*mostHatched+2 {
		t.Errorf("something huge has %d strokes", n)
	}
	if n := len(Path{}.Hatched(8)); n != 0 {
		t.Errorf("nothing has %d lines", n)
	}
}
