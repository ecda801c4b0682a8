package arrange

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// openable is a page with a at 100, b at 300, c below b, in two lanes or without.
func openable(lanes bool) *chart.Page {
	p := chart.NewPage("p")
	of := [3]string{}
	if lanes {
		p.Lanes = []*chart.Lane{{ID: "l1", Name: "One", Size: 200}, {ID: "l2", Name: "Two", Size: 120}}
		of = [3]string{"l1", "l1", "l2"}
	}
	for i, q := range [][2]float64{{100, 40}, {300, 40}, {300, 30}} {
		p.Steps = append(p.Steps, &chart.Step{ID: string(rune('a' + i)), Symbol: symbol.Process, Lane: of[i], X: q[0], Y: q[1], W: 112, H: 56})
	}
	if !lanes {
		p.Steps[2].Y = 200
	}
	return p
}

// done applies parts and tells what a page then is.
func done(t *testing.T, p *chart.Page, parts []chart.Part) string {
	t.Helper()
	if len(parts) > 0 {
		if _, err := chart.Apply(&chart.Chart{Pages: []*chart.Page{p}}, chart.Command{Parts: parts}); err != nil {
			t.Fatal(err)
		}
	}
	var out []string
	for _, s := range p.Steps {
		out = append(out, fmt.Sprintf("%s %v,%v", s.ID, s.X, s.Y))
	}
	for _, l := range p.Lanes {
		out = append(out, fmt.Sprint(l.ID, " ", l.Size))
	}
	return strings.Join(out, " ")
}

// What lies beyond a line moves on, lanes and stages that it runs through grow, and the other way gaps close as far
// as what stands there lets them.
func TestOpened(t *testing.T) {
	for _, c := range []struct {
		what    string
		lanes   bool
		upright bool
		at, by  float64
		with    func(p *chart.Page)
		want    string
		came    float64
	}{
		{"right of a line", false, true, 250, 60, nil, "a 100,40 b 360,40 c 360,200", 60},
		{"below a line", false, false, 150, 60, nil, "a 100,40 b 300,40 c 300,260", 60},
		{"a line through a step: by its middle", false, true, 350, 60, nil, "a 100,40 b 360,40 c 360,200", 60},
		{"past its middle it stays", false, true, 360, 60, nil, "a 100,40 b 300,40 c 300,200", 60},
		{"in lanes, along the flow, in all of them", true, true, 250, 60, nil, "a 100,40 b 360,40 c 360,30 l1 200 l2 120", 60},
		{"across the flow, in the lane alone, which grows", true, false, 60, 60, nil, "a 100,100 b 300,100 c 300,30 l1 260 l2 120", 60},
		{"lanes that run down", true, true, 100, 60, func(p *chart.Page) {
			p.Down = true
			p.Steps[0].Y, p.Steps[1].Y = 100, 260
			p.Steps[1].X = 100
			p.Steps[2].X = 20
		},
			"a 160,100 b 160,260 c 20,30 l1 260 l2 120", 60},
		{"a gap closes to what is left between steps", false, true, 250, -500, nil, "a 100,40 b 236,40 c 236,200", -64},
		{"it closes by as much as it is told", false, true, 250, -40, nil, "a 100,40 b 260,40 c 260,200", -40},
		{"up to the head of the lanes", true, true, 60, -500, nil, "a 52,40 b 252,40 c 252,30 l1 200 l2 120", -48},
		{"where nothing stands nothing closes", false, true, 800, -40, nil, "a 100,40 b 300,40 c 300,200", 0},
		{"what is locked stays and is not run into", false, true, 250, 60, func(p *chart.Page) {
			p.Steps = append(p.Steps, &chart.Step{ID: "d", Symbol: symbol.Process, X: 440, Y: 40, W: 112, H: 56, Locked: true})
		}, "a 100,40 b 320,40 c 320,200 d 440,40", 20},
		{"a ground that the line runs through grows", false, true, 250, 60, func(p *chart.Page) {
			p.Steps = append(p.Steps, &chart.Step{ID: "g", Symbol: symbol.Box, X: 80, Y: 20, W: 400, H: 300, Front: -1})
		}, "a 100,40 b 360,40 c 360,200 g 80,20", 60},
	} {
		p := openable(c.lanes)
		if c.with != nil {
			c.with(p)
		}
		parts, by := Opened(p, c.upright, c.at, c.by)
		if got := done(t, p, parts); got != c.want || by != c.came {
			t.Errorf("%s: %s by %v, want %s by %v", c.what, got, by, c.want, c.came)
		}
		if g := p.Step("g"); g != nil && g.W != 460 {
			t.Errorf("%s: the ground is %v wide", c.what, g.W)
		}
	}
}

// Stages, loose ends and pinned stretches go along.
func TestOpenedTakesAlong(t *testing.T) {
	p := openable(true)
	p.Stages = []*chart.Stage{{ID: "s1", Name: "One", Size: 200}, {ID: "s2", Name: "Two", Size: 300}}
	p.Connectors = []*chart.Connector{{ID: "k", From: chart.End{X: 150, Y: 300}, To: chart.End{X: 500, Y: 300}, Meaning: chart.Flow, Pins: []chart.Pin{{Upright: true, At: 400}, {At: 290}}}}
	parts, _ := Opened(p, true, 230, 60)
	done(t, p, parts)
	k := p.Connectors[0]
	if p.Stages[0].Size != 260 || p.Stages[1].Size != 300 || k.From.X != 150 || k.To.X != 560 || k.Pins[0].At != 460 || k.Pins[1].At != 290 {
		t.Errorf("stages %v, %v, the connector %v to %v by %v", p.Stages[0].Size, p.Stages[1].Size, k.From, k.To, k.Pins)
	}
	parts, by := Opened(p, true, 230, -500)
	if done(t, p, parts); by != -88 || p.StageOf(p.Step("a")).ID != "s1" || p.StageOf(p.Step("b")).ID != "s2" {
		t.Errorf("closed by %v: %s", by, done(t, p, nil))
	}
}

// By chance: nothing comes upon anything, nobody changes lane or stage, what is closed as far as it was opened is as
// before.
func TestOpenedByChance(t *testing.T) {
	for seed := range uint64(400) {
		r := rand.New(rand.NewPCG(seed, 9))
		p := chart.NewPage("p")
		p.Down = r.IntN(2) == 0
		lanes := r.IntN(3)
		for i := range lanes {
			p.Lanes = append(p.Lanes, &chart.Lane{ID: fmt.Sprint("l", i), Name: "x", Size: 400})
		}
		if lanes > 0 && r.IntN(2) == 0 {
			p.Stages = []*chart.Stage{{ID: "s1", Name: "One", Size: 300}, {ID: "s2", Name: "Two", Size: 300}, {ID: "s3", Name: "Three", Size: 300}}
		}
		for i := range 12 {
			s := &chart.Step{ID: fmt.Sprint(i), Symbol: symbol.Process, X: 80 + 160*float64(i%4) + float64(r.IntN(30)), Y: 80 + 100*float64(i/4) + float64(r.IntN(30)), W: 112, H: 56}
			if lanes > 0 {
				s.Lane = p.Lanes[r.IntN(lanes)].ID
			}
			s.Locked = r.IntN(10) == 0
			p.Steps = append(p.Steps, s)
		}
		stages := map[string]*chart.Stage{}
		for _, s := range p.Steps {
			stages[s.ID] = p.StageOf(s)
		}
		was := done(t, p, nil)
		overlaps := func() (n int) {
			for i, s := range p.Steps {
				for _, o := range p.Steps[:i] {
					if p.StepRect(s).Overlaps(p.StepRect(o)) {
						n++
					}
				}
			}
			return n
		}
		before := overlaps()
		upright, at := r.IntN(2) == 0, 60+float64(r.IntN(500))
		parts, by := Opened(p, upright, at, float64(r.IntN(200)-100))
		now := done(t, p, parts)
		if overlaps() > before {
			t.Errorf("seed %d: opened by %v, steps lie upon others: %s, before %s", seed, by, now, was)
		}
		for _, s := range p.Steps {
			if by < 0 && p.StageOf(s) != stages[s.ID] {
				t.Errorf("seed %d: closed by %v, %s changes stage", seed, by, s.ID)
			}
		}
		if by <= 0 {
			continue
		}
		// The line stands where it was, and what has moved is beyond it still.
		parts, back := Opened(p, upright, at, -by)
		if again := done(t, p, parts); back == -by && again != was {
			t.Errorf("seed %d: opened and closed by %v it is %s, before %s", seed, by, again, was)
		}
	}
}
