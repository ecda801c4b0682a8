package route

import (
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/route/sample"
	"plaintracer/core/symbol"
)

func TestGeneratedPages(t *testing.T) {
	pages := 60
	if os.Getenv("SOAK") != "" {
		pages = 1000
	}
	all, long := 0, 0
	for seed := range pages {
		p := sample.Generated(uint64(seed), 40+seed%50, 24)
		var r Router
		rs := r.Routes(p)
		for i, x := range rs {
			if len(x.Points) < 2 {
				t.Fatalf("seed %d: line %d has no way", seed, i)
			}
			if x.Through {
				t.Errorf("seed %d: line %d is drawn through although there is room", seed, i)
			}
			if n := sample.Entered(p, i, x); n > 0 {
				t.Errorf("seed %d: line %d enters a step: %v", seed, i, x.Points)
			}
			for k := 0; k+1 < len(x.Points); k++ {
				if a, b := x.Points[k], x.Points[k+1]; a.X != b.X && a.Y != b.Y {
					t.Errorf("seed %d: line %d slants: %v", seed, i, x.Points)
				}
			}
			a, b := x.Points[0], x.Points[len(x.Points)-1]
			direct := math.Abs(a.X-b.X) + math.Abs(a.Y-b.Y)
			all++
			if x.Points.Length() > 1.5*direct+1 {
				long++
			}
		}
		if n := sample.OnEachOther(p, rs); n > 0 {
			t.Errorf("seed %d: %d segments of unrelated lines lie on each other", seed, n)
		}
	}
	if share := float64(long) / float64(all); share > 0.05 {
		t.Errorf("%.1f %% of %d lines are longer than 1.5 times the direct way, 5 %% may be", share*100, all)
	} else {
		t.Logf("%.1f %% of %d lines are longer than 1.5 times the direct way", share*100, all)
	}
}

// The same page gives the same routes whatever was routed before.
func TestHistoryDoesNotMatter(t *testing.T) {
	for seed := range pages(6) {
		p := sample.Generated(uint64(seed), 40, 24)
		var fresh Router
		want := fmt.Sprint(fresh.Routes(p))
		r := rand.New(rand.NewPCG(uint64(seed), 9))
		var used Router
		for round := range 25 {
			q := Page{Boxes: append([]Box(nil), p.Boxes...), Lines: p.Lines}
			for range 1 + r.IntN(3) {
				b := &q.Boxes[r.IntN(len(q.Boxes))]
				b.Rect.X += float64(r.IntN(200) - 100)
				b.Rect.Y += float64(r.IntN(200) - 100)
			}
			if r.IntN(4) == 0 { // a step fewer, and the lines at it
				q.Boxes = q.Boxes[:len(q.Boxes)-1]
				q.Lines = nil
				for _, l := range p.Lines {
					if l.From.Box < len(q.Boxes) && l.To.Box < len(q.Boxes) {
						q.Lines = append(q.Lines, l)
					}
				}
			}
			got, fresh := fmt.Sprint(used.Routes(q)), Router{}
			if round%5 == 0 && got != fmt.Sprint(fresh.Routes(q)) {
				t.Fatalf("seed %d: after page %d the routes differ", seed, round)
			}
		}
		if got := fmt.Sprint(used.Routes(p)); got != want {
			t.Fatalf("seed %d: after another history the routes differ", seed)
		}
	}
}

// Nor does it where steps lie on each other.
func TestHistoryOnCrammedPages(t *testing.T) {
	for seed := uint64(10); seed < 22; seed++ {
		p := sample.Generated(seed, 30, -91)
		r := rand.New(rand.NewPCG(seed, 10))
		var used Router
		used.Routes(p)
		for m := range 3 {
			q := Page{Boxes: slices.Clone(p.Boxes), Lines: slices.Clone(p.Lines)}
			for range 1 + 2*m {
				b := &q.Boxes[r.IntN(len(q.Boxes))]
				b.Rect = b.Rect.Move(geom.Pt(float64(r.IntN(200)-100), float64(r.IntN(200)-100)))
			}
			if p = q; fmt.Sprint(used.Routes(p)) != fmt.Sprint(new(Router).Routes(p)) {
				t.Fatalf("seed %d: after page %d the routes differ", seed, m)
			}
		}
	}
}

func box(id string, x, y float64) Box {
	return Box{ID: id, Kind: symbol.Process, Rect: geom.Rect{X: x, Y: y, W: 100, H: 50}}
}

// A step walled in on all sides gets its lines, marked as drawn through.
func TestWalledIn(t *testing.T) {
	p := Page{Boxes: []Box{box("in", 0, 0), box("out", 500, 0)}, Lines: []Line{{ID: "l", From: End{Box: 0}, To: End{Box: 1}}}}
	for i, r := range []geom.Rect{{X: -30, Y: -30, W: 160, H: 29}, {X: -30, Y: 51, W: 160, H: 29}, {X: -30, Y: -30, W: 29, H: 110}, {X: 101, Y: -30, W: 29, H: 110}} {
		p.Boxes = append(p.Boxes, Box{ID: fmt.Sprint("wall", i), Kind: symbol.Process, Rect: r})
	}
	var r Router
	got := r.Routes(p)[0]
	if !got.Through || len(got.Points) < 2 {
		t.Errorf("got %+v", got)
	}
	if a, b := got.Points[0], got.Points[len(got.Points)-1]; a != (geom.Point{X: 100, Y: 25}) || b != (geom.Point{X: 500, Y: 25}) {
		t.Errorf("it runs from %v to %v", a, b)
	}
}

func TestSmallCases(t *testing.T) {
	d := Box{ID: "d", Kind: symbol.Decision, Rect: geom.Rect{X: 0, Y: 200, W: 120, H: 80}}
	for _, c := range []struct {
		name  string
		page  Page
		check func(rs []Route) string
	}{
		{"straight across", Page{Boxes: []Box{box("a", 0, 0), box("b", 200, 0)}, Lines: []Line{{ID: "l", From: End{Box: 0}, To: End{Box: 1}}}},
			func(rs []Route) string {
				if len(rs[0].Points) != 2 || rs[0].FromPort != "right" || rs[0].ToPort != "left" {
					return fmt.Sprint(rs[0])
				}
				return ""
			}},
		{"a port that is asked for", Page{Boxes: []Box{box("a", 0, 0), box("b", 200, 0)}, Lines: []Line{{ID: "l", From: End{Box: 0, Port: "top"}, To: End{Box: 1, Port: "bottom"}}}},
			func(rs []Route) string {
				if rs[0].FromPort != "top" || rs[0].ToPort != "bottom" {
					return fmt.Sprint(rs[0])
				}
				return ""
			}},
		{"outcomes by different tips", Page{Boxes: []Box{d, box("a", 300, 100), box("b", 300, 300)}, Lines: []Line{
			{ID: "1", From: End{Box: 0}, To: End{Box: 1}, Outcome: true}, {ID: "2", From: End{Box: 0}, To: End{Box: 2}, Outcome: true}}},
			func(rs []Route) string {
				if rs[0].FromPort == rs[1].FromPort {
					return fmt.Sprint(rs)
				}
				return ""
			}},
		{"a line to itself", Page{Boxes: []Box{box("a", 0, 0)}, Lines: []Line{{ID: "l", From: End{Box: 0}, To: End{Box: 0}}}},
			func(rs []Route) string {
				if rs[0].FromPort == rs[0].ToPort || len(rs[0].Points) < 4 || rs[0].Through {
					return fmt.Sprint(rs[0])
				}
				return ""
			}},
		{"loose at both ends", Page{Lines: []Line{{ID: "l", From: End{Box: -1, At: geom.Pt(0, 0)}, To: End{Box: -1, At: geom.Pt(50, 70)}}}},
			func(rs []Route) string {
				if len(rs[0].Points) != 3 || rs[0].FromPort != "" {
					return fmt.Sprint(rs[0])
				}
				return ""
			}},
		{"both ends at one place", Page{Lines: []Line{{ID: "l", From: End{Box: -1, At: geom.Pt(9, 9)}, To: End{Box: -1, At: geom.Pt(9, 9)}}}},
			func(rs []Route) string {
				if len(rs) != 1 {
					return fmt.Sprint(rs)
				}
				return ""
			}},
		{"a step on top of another", Page{Boxes: []Box{box("a", 0, 0), box("b", 10, 10), box("c", 300, 0)}, Lines: []Line{{ID: "l", From: End{Box: 0}, To: End{Box: 1}}, {ID: "m", From: End{Box: 1}, To: End{Box: 2}}}},
			func(rs []Route) string {
				if len(rs[0].Points) < 2 || len(rs[1].Points) < 2 {
					return fmt.Sprint(rs)
				}
				return ""
			}},
	} {
		var r Router
		if bad := c.check(r.Routes(c.page)); bad != "" {
			t.Errorf("%s: %s", c.name, bad)
		}
	}
}

// Labels stand over no step, no other label and no line of another step.
func TestLabels(t *testing.T) {
	hits, labels := 0, 0
	for seed := range 30 {
		p := sample.Generated(uint64(seed), 30, 40)
		for i, l := range p.Lines {
			if l.Outcome {
				p.Lines[i].Labels = []Label{{W: 24, H: 15}}
			}
		}
		var r Router
		rs := r.Routes(p)
		for i := range rs {
			for _, at := range rs[i].Labels {
				labels++
				for _, b := range p.Boxes {
					if b.Rect.Overlaps(at.Grow(-1)) {
						hits++
					}
				}
				for j := range i {
					for _, other := range rs[j].Labels {
						if other.Overlaps(at.Grow(-1)) {
							hits++
						}
					}
				}
				for j, o := range rs {
					for k := 0; k+1 < len(o.Points); k++ {
						if p.Lines[j].From.Box != p.Lines[i].From.Box && geom.SegmentIn(o.Points[k], o.Points[k+1], at.Grow(-2)) {
							hits++
						}
					}
				}
			}
		}
	}
	if labels < 50 || hits*100 > labels*4 { // the pages are crammed: gaps of 40 px with labels of 24
		t.Errorf("%d labels cover something %d times", labels, hits)
	}
}

// A line that would run on the border between two lanes runs beside it, as far
// as there is room; when the border goes, it runs in the middle.
func TestOffBorders(t *testing.T) {
	middle := 125.0 // between the bottom of a and the top of b
	for _, c := range []struct {
		borders []float64
		low     float64 // top of b
		want    float64
	}{
		{nil, 200, middle},
		{[]float64{middle}, 200, middle - Gap},
		{[]float64{0, middle + 4}, 200, middle + 4 - Gap},
		{[]float64{middle - Gap}, 200, middle},
		{[]float64{63}, 76, 62}, // hardly any room
	} {
		a, b := box("a", 0, 0), box("b", 300, c.low)
		var r Router
		p := Page{Boxes: []Box{a, b}, Lines: []Line{{ID: "ab", From: End{Box: 0, Port: "bottom"}, To: End{Box: 1, Port: "top"}}}}
		r.Routes(p)
		p.Borders = c.borders
		pts := r.Routes(p)[0].Points
		if len(pts) != 4 || pts[1].Y != c.want {
			t.Errorf("borders at %v: it runs along %v, the level segment is to be at %v", c.borders, pts, c.want)
		}
		p.Borders = nil
		if again := r.Routes(p)[0].Points; again[1].Y != (50+c.low)/2 {
			t.Errorf("without borders it runs along %v", again)
		}
	}
}

func FuzzRoutes(f *testing.F) {
	f.Add(uint64(1), 12, 24.0, 0.0, 0.0, 0)
	f.Add(uint64(2), 30, 0.0, -500.0, 1e5, 3)
	f.Add(uint64(3), 20, 24.0, 10.0, 10.0, 7)
	f.Fuzz(func(t *testing.T, seed uint64, n int, gap, dx, dy float64, pins int) {
		if n < 2 || n > 30 || !geom.Finite(gap, dx, dy) || math.Abs(gap) > 1e5 || math.Abs(dx) > 1e6 || math.Abs(dy) > 1e6 {
			return
		}
		p := sample.Generated(seed, n, gap)
		p.Boxes[n/2].Rect.X += dx
		p.Boxes[n/2].Rect.Y += dy
		p.Lines = append(p.Lines, Line{ID: "loose", From: End{Box: -1, At: geom.Pt(dx, dy)}, To: End{Box: 0}})
		r := rand.New(rand.NewPCG(seed, 31))
		for range min(max(pins, 0), 6) {
			l := &p.Lines[r.IntN(len(p.Lines))]
			l.Pins = append(l.Pins, Pin{Upright: r.IntN(2) == 0, At: math.Round(r.Float64()*1000 + dx)})
			l.Direct = r.IntN(8) == 0
			l.Labels = append(l.Labels, Label{W: 30, H: 14, Placed: r.IntN(2) == 0, Along: r.Float64(), Beside: dy})
		}
		p.Borders = []float64{dy, p.Boxes[n/3].Rect.Bottom() + 20}
		for range min(max(pins, 0), 3) { // routes that lead anywhere
			l := &p.Lines[r.IntN(len(p.Lines))]
			w := &Route{FromPort: []string{"", "top", "right"}[r.IntN(3)], ToPort: "left"}
			for range r.IntN(6) {
				w.Points = append(w.Points, geom.Pt(math.Round(r.Float64()*900), math.Round(r.Float64()*900+dy)))
			}
			l.Was, l.Firm = w, r.IntN(2) == 0
		}
		const most = 10_000_000 // units of work; crammed pages come to the end of it
		var router, other Router
		router.finder.Meter.Most, other.finder.Meter.Most = most, most
		finite := func(p Page) []Route {
			routes := router.Routes(p)
			for _, x := range routes {
				for _, q := range x.Points {
					if !geom.Finite(q.X, q.Y) {
						t.Fatalf("a point at %v", q)
					}
				}
				for _, b := range x.Labels {
					if !geom.Finite(b.X, b.Y) {
						t.Fatalf("a label at %v", b)
					}
				}
			}
			return routes
		}
		was := finite(p)
		if n > 16 { // of more, on each other, one is enough for the fuzzer's patience
			return
		}
		for m := range min(max(pins, 0), 2) { // steps that are moved, alone and together
			q := Page{Boxes: slices.Clone(p.Boxes), Lines: slices.Clone(p.Lines), Borders: p.Borders}
			d := geom.Pt(float64(r.IntN(200)-100), float64(r.IntN(200)-100))
			for range 1 + 2*m {
				b := &q.Boxes[r.IntN(len(q.Boxes))]
				b.Rect = b.Rect.Move(d)
			}
			Keep(&p, was, &q)
			p, was = q, finite(q)
		}
		fresh := other.Routes(p)
		if router.Unfinished() || other.Unfinished() { // how far they come depends on what they know
			return
		}
		if fmt.Sprint(fresh) != fmt.Sprint(was) {
			for i := range fresh {
				if fmt.Sprint(fresh[i]) != fmt.Sprint(was[i]) {
					t.Errorf("a router that saw other pages routes line %d %v, not %v", i, was[i], fresh[i])
				}
			}
			t.FailNow()
		}
	})
}

func BenchmarkRoutes(b *testing.B) {
	for _, n := range []int{40, 120, 400} {
		p := sample.Generated(1, n, 24)
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			for b.Loop() {
				var r Router
				r.Routes(p)
			}
		})
	}
}

// Two tips that face each other, whose lines would meet on the way between: one
// turns off before the other does.
func TestFacingTips(t *testing.T) {
	d := func(id string, x, y float64) Box {
		return Box{ID: id, Kind: symbol.Decision, Rect: geom.Rect{X: x - 60, Y: y, W: 120, H: 80}}
	}
	p := Page{
		Boxes: []Box{d("up", 500, 20), d("down", 500, 800), box("left", 100, 550), box("right", 800, 300)},
		Lines: []Line{
			{ID: "a", From: End{Box: 0, Port: "bottom"}, To: End{Box: 2, Port: "bottom"}}, // down to 612, then left
			{ID: "b", From: End{Box: 1, Port: "top"}, To: End{Box: 3, Port: "left"}},
		},
	}
	var r Router
	rs := r.Routes(p)
	if n := sample.OnEachOther(p, rs); n > 0 {
		t.Errorf("they lie on each other: %v and %v", rs[0].Points, rs[1].Points)
	}
}

// A line that comes in at a tip where another leaves takes a free one, and for
// that leaves its own decision by another free tip, when it bends no more.
func TestTipsInAndOut(t *testing.T) {
	d := func(id string, x, y float64) Box {
		return Box{ID: id, Kind: symbol.Decision, Rect: geom.Rect{X: x, Y: y, W: 120, H: 80}}
	}
	p := Page{
		Boxes: []Box{d("fit", 0, 150), d("agreed", 200, 300), box("decline", 210, 15), box("agree", 500, 315)},
		Lines: []Line{
			{ID: "fit", From: End{Box: 0}, To: End{Box: 1}, Outcome: true},
			{ID: "unfit", From: End{Box: 0}, To: End{Box: 2}, Outcome: true},
			{ID: "no", From: End{Box: 1}, To: End{Box: 2}, Outcome: true},
			{ID: "yes", From: End{Box: 1}, To: End{Box: 3}, Outcome: true},
		},
	}
	var r Router
	rs := r.Routes(p)
	for i, want := range [][2]string{{"bottom", "left"}, {"top", "left"}, {"top", "bottom"}, {"right", "left"}} {
		if got := [2]string{rs[i].FromPort, rs[i].ToPort}; got != want {
			t.Errorf("%s runs from the %s to the %s, want %s to %s: %v", p.Lines[i].ID, got[0], got[1], want[0], want[1], rs[i].Points)
		}
	}
}

// A line that would cross others goes round by the other side, which is hardly longer.
func TestFewerCrossings(t *testing.T) {
	p := Page{
		Boxes: []Box{box("a", 0, 300), box("m", 200, 300), box("n", 400, 300), box("b", 800, 300), box("over m", 200, 0), box("over n", 400, 0), box("o", 600, 300), box("over o", 600, 0)},
		Lines: []Line{
			{ID: "ab", From: End{Box: 0}, To: End{Box: 3}},
			{ID: "m", From: End{Box: 4}, To: End{Box: 1}},
			{ID: "n", From: End{Box: 5}, To: End{Box: 2}},
			{ID: "o", From: End{Box: 7}, To: End{Box: 6}},
		},
	}
	var r Router
	alone := r.Routes(Page{Boxes: p.Boxes, Lines: p.Lines[:1]})[0]
	if alone.FromPort != "top" {
		t.Fatalf("alone it leaves by the %s, not the top: nothing is tested", alone.FromPort)
	}
	rs := r.Routes(p)
	if rs[0].FromPort != "bottom" || rs[0].ToPort != "bottom" {
		t.Errorf("it runs from the %s to the %s, not under the steps: %v", rs[0].FromPort, rs[0].ToPort, rs[0].Points)
	}
}

// Nor for labels, where one of them that grows comes to where another one stands.
func TestHistoryOfLabelsDoesNotMatter(t *testing.T) {
	for seed := range uint64(12) {
		p := sample.Generated(seed, 14, 24)
		r := rand.New(rand.NewPCG(seed, 11))
		for i := range p.Lines {
			p.Lines[i].Labels = []Label{{W: 40, H: 16}}
		}
		var used Router
		used.Routes(p)
		for round := range 12 {
			p.Lines = slices.Clone(p.Lines)
			p.Lines[r.IntN(len(p.Lines))].Labels = []Label{{W: 20 + float64(r.IntN(160)), H: 16 + 16*float64(r.IntN(4))}}
			if fmt.Sprint(used.Routes(p)) != fmt.Sprint(new(Router).Routes(p)) {
				t.Fatalf("seed %d: after page %d labels stand elsewhere", seed, round)
			}
		}
	}
}
