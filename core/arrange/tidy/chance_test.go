package tidy

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// neat draws a page by chance as somebody does who keeps to rows and columns: steps of the usual sizes in cells, in
// lanes or without, across or down, with one gap between all columns and one between all rows of a lane, which is
// usual or by chance on the grid.
func neat(r *rand.Rand, plain bool) *chart.Page {
	p := chart.NewPage("p")
	p.W, p.H, p.Frame.W = 4000, 4000, 3964
	p.Down = r.IntN(2) == 0
	lanes, cols := r.IntN(6), 3+r.IntN(6)
	gapX, gapY := usual, usual
	if !plain {
		gapX, gapY = 8*float64(4+r.IntN(7)), 8*float64(4+r.IntN(5))
	}
	kinds := []symbol.Kind{symbol.Process, symbol.Process, symbol.Process, symbol.Decision, symbol.Document, symbol.Terminator}
	type cell struct{ lane, row, col int }
	in, widths, heights := map[cell]symbol.Kind{}, map[int]float64{}, map[[2]int]float64{}
	size := func(k symbol.Kind) (along, across float64) {
		i, _ := symbol.Of(k)
		if p.Down {
			return i.H, i.W
		}
		return i.W, i.H
	}
	var cells []cell
	for lane := range max(1, lanes) {
		rows := 1 + r.IntN(2)
		if lanes == 0 {
			rows = 3 + r.IntN(4)
		}
		for row := range rows {
			for col := range cols {
				c := cell{lane, row, col}
				if in[c] = kinds[r.IntN(len(kinds))]; r.IntN(3) == 0 {
					continue
				}
				cells = append(cells, c)
				along, across := size(in[c])
				widths[col], heights[[2]int{lane, row}] = max(widths[col], along), max(heights[[2]int{lane, row}], across)
			}
		}
	}
	starts, at := map[int]float64{}, 76.0
	if p.Down && lanes > 0 {
		at = 108
	}
	for col := range cols {
		if starts[col] = at + widths[col]/2; widths[col] > 0 {
			at += widths[col] + gapX
		}
	}
	for lane := range max(1, lanes) {
		at := 32.0
		if lanes == 0 {
			at = 80
		}
		mids := map[int]float64{}
		for row := range 6 {
			h := heights[[2]int{lane, row}]
			if mids[row] = at + h/2; h > 0 {
				at += h + gapY
			}
		}
		id := ""
		if lanes > 0 {
			id = fmt.Sprint("l", lane)
			p.Lanes = append(p.Lanes, &chart.Lane{ID: id, Name: id, Size: max(80, at-gapY+32)})
		}
		for _, c := range cells {
			if c.lane == lane {
				along, across := size(in[c])
				q := turnIf(p.Down, geom.Rect{X: starts[c.col] - along/2, Y: mids[c.row] - across/2, W: along, H: across})
				p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", len(p.Steps)), Symbol: in[c], Lane: id, X: q.X, Y: q.Y, W: q.W, H: q.H})
			}
		}
	}
	return p
}

func shake(r *rand.Rand, p *chart.Page, by float64) {
	for _, s := range p.Steps {
		s.X, s.Y = geom.Round2(s.X+by*(2*r.Float64()-1)), geom.Round2(s.Y+by*(2*r.Float64()-1))
	}
}

// tidied tidies a page and gives where its steps then stand.
func tidied(p *chart.Page, how How) map[string]geom.Rect {
	moved, _ := Places(p, nil, how)
	if len(moved) > 0 {
		if _, err := chart.Apply(&chart.Chart{Pages: []*chart.Page{p}}, chart.Command{Parts: []chart.Part{{Do: "step.place", Page: p.ID, Places: moved}}}); err != nil {
			panic(err)
		}
	}
	return rects(p)
}

func rects(p *chart.Page) map[string]geom.Rect {
	out := map[string]geom.Rect{}
	for _, s := range p.Steps {
		out[s.ID] = p.StepRect(s)
	}
	return out
}

// A page that was shaken by up to 30 px comes back to what it was, but for where it stands as a whole, for at least 95
// of 100 steps where its gaps are usual. Other gaps are not known to anybody who sees the shaken page alone; they come
// back for half of the steps.
func TestShaken(t *testing.T) {
	for _, c := range []struct {
		plain bool
		least float64
	}{{true, 0.95}, {false, 0.45}} {
		r := rand.New(rand.NewPCG(1, 2))
		n, back := 0, 0
		for range 1000 {
			p := neat(r, c.plain)
			was := rects(p)
			shake(r, p, 30)
			shaken := rects(p)
			now := tidied(p, Degrees[Usual])
			wellKept(t, p, shaken, now)
			if again, _ := Places(p, nil, Degrees[Usual]); len(again) > 0 {
				t.Errorf("tidied twice, %d of %d steps move once more", len(again), len(p.Steps))
			}
			var dx, dy []float64
			for id, w := range was {
				dx, dy = append(dx, now[id].X-w.X), append(dy, now[id].Y-w.Y)
			}
			mx, my := most(dx), most(dy)
			for i := range dx {
				if n++; math.Abs(dx[i]-mx) <= 1 && math.Abs(dy[i]-my) <= 1 {
					back++
				}
			}
		}
		t.Logf("usual gaps %v: %d of %d steps", c.plain, back, n)
		if float64(back) < c.least*float64(n) {
			t.Errorf("usual gaps %v: %d of %d steps came back, want %.0f %%", c.plain, back, n, 100*c.least)
		}
	}
}

// wellKept complains of steps that changed place with each other or came upon each other.
func wellKept(t *testing.T, p *chart.Page, was, now map[string]geom.Rect) {
	t.Helper()
	for i, s := range p.Steps {
		for _, o := range p.Steps[:i] {
			a, b, c, d := was[s.ID], was[o.ID], now[s.ID], now[o.ID]
			if c.Grow(-2*still).Overlaps(d) && !a.Grow(-still).Overlaps(b) {
				t.Errorf("%s at %v comes upon %s at %v", s.ID, c, o.ID, d)
			}
			swapped := func(a, b, c, d float64) bool { return a < b && c > d+still || a > b && c < d-still }
			if swapped(a.CX(), b.CX(), c.CX(), d.CX()) && (!p.Down || s.Lane == o.Lane) || swapped(a.CY(), b.CY(), c.CY(), d.CY()) && (p.Down || s.Lane == o.Lane) {
				t.Errorf("%s and %s changed places: %v, %v then %v, %v", s.ID, o.ID, a, b, c, d)
			}
		}
	}
}

// Whatever stands on a page and wherever, nothing comes upon anything, nobody changes lane or stage, what is locked
// stays, and what is tidied twice is as it was once; but on 2 of 100 pages, shaken by up to 200 px with locked steps
// and groups among the rest, where there may be no rest.
func TestAnything(t *testing.T) {
	twice := 0
	for seed := range uint64(600) {
		r := rand.New(rand.NewPCG(seed, 3))
		p := neat(r, false)
		shake(r, p, []float64{8, 40, 200}[r.IntN(3)])
		for i, s := range p.Steps {
			s.X, s.Y = max(s.X, 60), max(s.Y, 20)
			if s.Locked = r.IntN(12) == 0; r.IntN(6) == 0 {
				s.W += float64(r.IntN(40))
			}
			if i > 0 && r.IntN(8) == 0 && p.Steps[i-1].Lane == s.Lane && len(p.Steps[i-1].Held) == 0 {
				s.Held = []chart.Group{{ID: fmt.Sprint("g", i)}}
				p.Steps[i-1].Held = s.Held
			}
		}
		if len(p.Lanes) > 0 && r.IntN(2) == 0 {
			p.Stages = []*chart.Stage{{ID: "a", Size: 300}, {ID: "b", Size: 300}}
		}
		how := Degrees[r.IntN(len(Degrees))]
		was, stages := rects(p), map[string]*chart.Stage{}
		for _, s := range p.Steps {
			stages[s.ID] = p.StageOf(s)
		}
		now := tidied(p, how)
		for i, s := range p.Steps {
			if p.StageOf(s) != stages[s.ID] {
				t.Errorf("seed %d: %s changes stage", seed, s.ID)
			}
			if s.Locked && now[s.ID] != was[s.ID] {
				t.Errorf("seed %d: %s is locked and moves", seed, s.ID)
			}
			for _, o := range p.Steps[:i] {
				if now[s.ID].Grow(-2*still).Overlaps(now[o.ID]) && !was[s.ID].Grow(-still).Overlaps(was[o.ID]) {
					t.Errorf("seed %d: %s at %v comes upon %s at %v", seed, s.ID, now[s.ID], o.ID, now[o.ID])
				}
			}
		}
		if again, _ := Places(p, nil, how); len(again) > 0 {
			t.Logf("seed %d: tidied twice, %d of %d steps move once more", seed, len(again), len(p.Steps))
			twice++
		}
	}
	if twice > 12 {
		t.Errorf("%d of 600 pages move once more", twice)
	}
}

func most(vs []float64) float64 {
	best, m := 0, 0.0
	for _, v := range vs {
		c := 0
		for _, w := range vs {
			if math.Abs(v-w) <= 1 {
				c++
			}
		}
		if c > best {
			best, m = c, v
		}
	}
	return m
}

func BenchmarkPlaces(b *testing.B) {
	for _, rows := range []int{14, 70} {
		r := rand.New(rand.NewPCG(1, 1))
		p := chart.NewPage("p")
		for i := range rows * 14 {
			p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, X: 100 + 160*float64(i%14), Y: 100 + 104*float64(i/14), W: 112, H: 56})
		}
		shake(r, p, 25)
		b.Run(fmt.Sprint(len(p.Steps)), func(b *testing.B) {
			for b.Loop() {
				Places(p, nil, Degrees[Usual])
			}
		})
	}
}

func turnIf(down bool, r geom.Rect) geom.Rect {
	if down {
		return r.Turned()
	}
	return r
}
