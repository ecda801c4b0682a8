package layout

import (
	"context"
	"fmt"
	"math/rand/v2"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

func generated(seed uint64, n, lanes int) *chart.Chart {
	r := rand.New(rand.NewPCG(seed, 11))
	c := chart.New("x")
	p := c.Pages[0]
	for i := range lanes {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: fmt.Sprint("l", i), Name: fmt.Sprint("Lane ", i), Size: 100})
	}
	kinds := symbol.Bench()
	for i := range n {
		k := kinds[r.IntN(len(kinds))]
		s := &chart.Step{ID: fmt.Sprint("s", i), Symbol: k.Kind, W: k.W, H: k.H, Text: []string{"Do it", "Is the object fit to travel so far away?", ""}[r.IntN(3)]}
		if lanes > 0 && r.IntN(20) > 0 {
			s.Lane = p.Lanes[r.IntN(lanes)].ID
		}
		p.Steps = append(p.Steps, s)
	}
	for i := range n {
		for range 1 + r.IntN(2) {
			j := r.IntN(n)
			if r.IntN(4) > 0 {
				j = min(n-1, i+1+r.IntN(3))
			}
			m := []chart.Meaning{chart.Flow, chart.Flow, chart.Flow, chart.Aside, chart.Data, chart.Note}[r.IntN(6)]
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", len(p.Connectors)), From: chart.End{Step: fmt.Sprint("s", i)}, To: chart.End{Step: fmt.Sprint("s", j)}, Meaning: m})
		}
	}
	return c
}

// Laid out pages: no steps on each other, gaps that a connector can pass,
// every step wholly in its lane, everything on the sheet, which keeps A4's
// proportion (ISO 216).
func TestPages(t *testing.T) {
	for seed := 0; seed < 60; seed += 6 {
		for _, lanes := range []int{0, 4} {
			for _, dir := range []Direction{Down, Right} {
				c := generated(uint64(seed), 1+seed, lanes)
				p := c.Pages[0]
				cmd, ok := Page(p, dir)
				if !ok {
					t.Fatal("no layout")
				}
				if _, err := chart.Apply(c, cmd); err != nil {
					t.Fatalf("seed %d: %v", seed, err)
				}
				sheet := geom.Rect{W: p.W, H: p.H}
				for i, s := range p.Steps {
					r := p.StepRect(s)
					if !r.Inside(sheet) {
						t.Errorf("seed %d lanes %d: %s at %v is not on the sheet %v", seed, lanes, s.ID, r, sheet)
					}
					if l := p.Lane(s.Lane); l != nil && !r.Inside(p.LaneRect(l)) {
						t.Errorf("seed %d: %s at %v sticks out of its lane %v", seed, s.ID, r, p.LaneRect(l))
					}
					for _, o := range p.Steps[:i] {
						if r.Grow(12).Overlaps(p.StepRect(o).Grow(11.9)) {
							t.Errorf("seed %d lanes %d: %s and %s are too near", seed, lanes, s.ID, o.ID)
						}
					}
				}
				if q := p.W / p.H / (297.0 / 210.0); q < 0.99 || q > 1.01 {
					t.Errorf("seed %d: sheet of %v x %v", seed, p.W, p.H)
				}
			}
		}
	}
}

// A chain reads in one line: across in a lane, down without lanes.
func TestChain(t *testing.T) {
	for _, lanes := range []int{0, 1} {
		c := chart.New("x")
		p := c.Pages[0]
		if lanes > 0 {
			p.Lanes = []*chart.Lane{{ID: "l", Size: 100}}
		}
		for i := range 5 {
			s := &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 112, H: 56}
			if lanes > 0 {
				s.Lane = "l"
			}
			p.Steps = append(p.Steps, s)
			if i > 0 {
				p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), From: chart.End{Step: fmt.Sprint("s", i-1)}, To: chart.End{Step: s.ID}, Meaning: chart.Flow})
			}
		}
		cmd, _ := Page(p, Down)
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		for i := 1; i < 5; i++ {
			a, b := p.StepRect(p.Steps[i-1]), p.StepRect(p.Steps[i])
			if lanes > 0 && (a.CY() != b.CY() || b.X <= a.Right()) || lanes == 0 && (a.CX() != b.CX() || b.Y <= a.Bottom()) {
				t.Errorf("lanes %d: %v then %v", lanes, a, b)
			}
		}
	}
}

// Ways that were made crosswise are drawn without a crossing: a fan of three on a small page, whose places are searched,
// and the same with chains between on a page that is laid out in layers.
func TestNoNeedlessCrossings(t *testing.T) {
	for _, chain := range []int{0, 1, 14} {
		c := chart.New("x")
		p := c.Pages[0]
		add := func(id string) string {
			p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, W: 112, H: 56})
			return id
		}
		connect := func(from, to string) {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: from + to, From: chart.End{Step: from}, To: chart.End{Step: to}, Meaning: chart.Flow})
		}
		add("root")
		for _, id := range []string{"a", "b", "c", "x", "y", "z"} {
			add(id)
		}
		for _, w := range [][2]string{{"a", "z"}, {"b", "y"}, {"c", "x"}} {
			connect("root", w[0])
			last := w[0]
			for i := range chain {
				next := add(fmt.Sprint(w[0], i))
				connect(last, next)
				last = next
			}
			connect(last, w[1])
		}
		if err := Chart(t.Context(), c, Down); err != nil {
			t.Fatal(err)
		}
		if _, n := counted(c); n != 0 {
			t.Errorf("with %d steps in each chain, %d crossings", chain, n)
		}
	}
}

// Pages that are laid out in layers have the order of each layer from its neighbours: these six were drawn with 295
// crossings when this was written, and with 444 in the order in which steps were made.
func TestOrderOfLayers(t *testing.T) {
	sum := 0
	for seed := range uint64(6) {
		c := generated(seed, 45, 0)
		if err := Chart(t.Context(), c, Down); err != nil {
			t.Fatal(err)
		}
		_, n := counted(c)
		sum += n
	}
	if sum > 330 {
		t.Errorf("%d crossings", sum)
	}
}

// On a page that is laid out in layers the main way stands exactly in one line, whatever stands beside it.
func TestMainWayIsStraight(t *testing.T) {
	c := chart.New("x")
	p := c.Pages[0]
	connect := func(from, to string) {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: from + "-" + to, From: chart.End{Step: from}, To: chart.End{Step: to}, Meaning: chart.Flow})
	}
	const long = 45
	for i := range long {
		kind := symbol.Process
		if i%4 == 1 {
			kind = symbol.Decision
		}
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("m", i), Symbol: kind, W: 112, H: 56})
		if i > 0 {
			connect(fmt.Sprint("m", i-1), fmt.Sprint("m", i))
		}
	}
	for i := 1; i+3 < long; i += 4 {
		side := fmt.Sprint("side", i)
		p.Steps = append(p.Steps, &chart.Step{ID: side, Symbol: symbol.Process, W: 112 + 4*float64(i), H: 56})
		connect(fmt.Sprint("m", i), side)
		connect(side, fmt.Sprint("m", i+3))
	}
	if err := Chart(t.Context(), c, Down); err != nil {
		t.Fatal(err)
	}
	first := p.StepRect(p.Steps[0]).CX()
	for _, s := range p.Steps[:long] {
		if x := p.StepRect(s).CX(); x != first {
			t.Errorf("%s stands at %v, the first of the main way at %v", s.ID, x, first)
		}
	}
}

func BenchmarkPage(b *testing.B) {
	for _, n := range []int{40, 200} {
		for _, lanes := range []int{0, 6} {
			p := generated(1, n, lanes).Pages[0]
			b.Run(fmt.Sprintf("%d steps %d lanes", n, lanes), func(b *testing.B) {
				for b.Loop() {
					Page(p, Down)
				}
			})
		}
	}
}

// Connectors find their ways anew in a page that is laid out.
func TestLayoutForgetsWays(t *testing.T) {
	c := chart.New("ways")
	p := c.Pages[0]
	for i, id := range []string{"a", "b"} {
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, X: 100, Y: 300 - float64(i)*100, W: 100, H: 50})
	}
	p.Connectors = []*chart.Connector{{ID: "ab", From: chart.End{Step: "a"}, To: chart.End{Step: "b"}, Meaning: chart.Flow, Way: &chart.Way{Points: geom.Polyline{{X: 0, Y: 0}, {X: 9, Y: 9}}}}}
	cmd, ok := Page(p, Down)
	if !ok {
		t.Fatal("not laid out")
	}
	if _, err := chart.Apply(c, cmd); err != nil || p.Connectors[0].Way != nil {
		t.Errorf("the way is %v, error %v", p.Connectors[0].Way, err)
	}
}

// ending is a context that ends when it has been asked so many times.
type ending struct {
	context.Context
	left int
}

func (e *ending) Err() error {
	if e.left--; e.left < 0 {
		return context.Canceled
	}
	return nil
}

// Layout ends with its context, wherever it is, and asks often enough.
func TestLayoutEndsWithItsContext(t *testing.T) {
	for _, lanes := range []int{0, 4} {
		p := generated(7, 60, lanes).Pages[0]
		all := &ending{t.Context(), 1 << 30}
		if _, ok, err := PageContext(all, p, Down); !ok || err != nil {
			t.Fatal(err)
		}
		asked := 1<<30 - all.left
		if asked < 100 {
			t.Errorf("%d lanes: the context is asked %d times", lanes, asked)
		}
		for k := 0; k < asked; k += 1 + asked/25 {
			e := &ending{t.Context(), k}
			if cmd, ok, err := PageContext(e, p, Down); err == nil || ok || len(cmd.Parts) > 0 {
				t.Fatalf("%d lanes, ended at the %dth time: %v %v", lanes, k, ok, err)
			}
			if went := -e.left; went > 40 {
				t.Errorf("%d lanes, ended at the %dth time, it asks %d times more", lanes, k, went)
			}
		}
	}
}

// The work for a layout grows with the page, not with its square: counted in steps put
// into grids, and in nodes in rows.
func TestLayoutGrowsWithThePage(t *testing.T) {
	if small, large := mostFilled(1000), mostFilled(10000); large > 10*small {
		t.Errorf("in lanes %d steps are put into grids for 1,000 and %d for 10,000", small, large)
	}
	for _, steps := range []int{500, 5000} {
		p := generated(3, steps, 0).Pages[0]
		for i := range steps / 10 { // ways back to anywhere
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("far", i), Meaning: chart.Flow, From: chart.End{Step: p.Steps[steps-1-i].ID}, To: chart.End{Step: p.Steps[i*7%steps].ID}})
		}
		n := build(t.Context(), p)
		if l := layer(n, n.w); len(l.w) > steps+mostHeld {
			t.Errorf("%d steps make %d nodes", steps, len(l.w))
		}
	}
}

// A small page with very many connectors is laid out without comparing all with all.
func TestManyConnectorsOnASmallPage(t *testing.T) {
	for _, lanes := range []int{0, 4} {
		c := generated(5, 30, lanes)
		p := c.Pages[0]
		r := rand.New(rand.NewPCG(1, 1))
		for i := range 5000 {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("more", i), Meaning: chart.Flow, From: chart.End{Step: p.Steps[r.IntN(30)].ID}, To: chart.End{Step: p.Steps[r.IntN(30)].ID}})
		}
		n := build(t.Context(), p)
		if n.lay(p, Down, setting{w: 1000, h: 700, tight: 1}); n.plans[0] != nil || n.along != nil {
			t.Errorf("%d lanes: %d connectors are searched for", lanes, len(p.Connectors))
		}
	}
}

// More ways out of a step than there are sides take a time in proportion to them.
func TestManyWaysOut(t *testing.T) {
	list := make([]bySide, 200)
	for i := range list {
		list[i] = bySide{i % 3, 1, 2, i % 2}
	}
	if n := least(list, true); n < least(list, false) {
		t.Errorf("%d bends by sides of their own, fewer than by any", n)
	}
}

// FuzzLayout lays out pages of any shape, also when nobody waits for long: every step gets
// a place that a page takes, the same each time, and none another's.
func FuzzLayout(f *testing.F) {
	f.Add(uint64(1), 12, 0, 3, 5, false)
	f.Add(uint64(2), 20, 5, 30, 0, true)
	f.Add(uint64(3), 24, 1, 90, 900, true)
	f.Fuzz(func(t *testing.T, seed uint64, steps, lanes, more, left int, right bool) {
		if steps < 1 || steps > 24 || lanes < 0 || lanes > 12 || more < 0 || more > 100 || left < 0 {
			return
		}
		c := generated(seed, steps, lanes)
		p := c.Pages[0]
		r := rand.New(rand.NewPCG(seed, 5))
		for i := range more { // from anywhere to anywhere, to itself, loose
			l := &chart.Connector{ID: fmt.Sprint("more", i), Meaning: []chart.Meaning{chart.Flow, chart.Aside, chart.Data, chart.Note}[r.IntN(4)], From: chart.End{Step: p.Steps[r.IntN(steps)].ID}}
			if r.IntN(10) > 0 {
				l.To.Step = p.Steps[r.IntN(steps)].ID
			}
			p.Connectors = append(p.Connectors, l)
		}
		dir := Down
		if right {
			dir = Right
		}
		if cmd, ok, err := PageContext(&ending{t.Context(), left}, p, dir); err != nil && (ok || len(cmd.Parts) > 0) {
			t.Fatal("ended, it comes back with something")
		}
		cmd, ok := Page(p, dir)
		again, _ := Page(p, dir)
		if !ok || fmt.Sprintf("%+v", cmd.Parts[len(cmd.Parts)-1]) != fmt.Sprintf("%+v", again.Parts[len(again.Parts)-1]) {
			t.Fatal("laid out twice, it is another page")
		}
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		for i, a := range p.Steps {
			for _, b := range p.Steps[:i] {
				if p.StepRect(a).Grow(-1).Overlaps(p.StepRect(b).Grow(-1)) {
					t.Fatalf("%s stands on %s", a.ID, b.ID)
				}
			}
		}
		b, err := chart.Marshal(c)
		if err == nil {
			_, err = chart.Unmarshal(b)
		}
		if err != nil {
			t.Fatal(err)
		}
	})
}

// Between steps beside each other in a lane there is room for the name of the way from one to the other.
func TestLabelsInLanesHaveRoom(t *testing.T) {
	for _, down := range []bool{false, true} {
		c := chart.New("labels")
		p := c.Pages[0]
		p.Down = down
		p.Lanes = []*chart.Lane{{ID: "l", Name: "Desk", Size: 200}}
		for i, text := range []string{"Complete?", "Send it back to whom it came from", "File it"} {
			p.Steps = append(p.Steps, &chart.Step{ID: string(rune('a' + i)), Lane: "l", Symbol: symbol.Process, W: 112, H: 56, Text: text})
		}
		p.Steps[0].Symbol = symbol.Decision
		for i, name := range []string{"not complete at all", "complete"} {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: name[:1], From: chart.End{Step: "a"}, To: chart.End{Step: p.Steps[i+1].ID}, Meaning: chart.Flow, Labels: []chart.Label{{Text: name}}})
		}
		cmd, _ := Page(p, Down)
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		var comp sheet.Composer
		s := comp.Compose(c, p)
		for _, l := range s.Lines {
			for _, to := range []int{1, 2} {
				if box := l.Labels[0].Box; box.Overlaps(s.Steps[to].Rect) {
					t.Errorf("down %v: '%s' at %v lies on '%s' at %v", down, l.Line.Outcome(), box, p.Steps[to].Text, s.Steps[to].Rect)
				}
			}
		}
	}
}
