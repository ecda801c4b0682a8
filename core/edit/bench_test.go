package edit

import (
	"fmt"
	"math"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/symbol"
)

// benchChart is a page of n steps in 6 lanes with about 1.3 connectors a step.
func benchChart(n int) *chart.Chart {
	c := chart.New("bench")
	p := c.Pages[0]
	for i := range 6 {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: fmt.Sprintf("l%d", i), Name: fmt.Sprintf("Lane %d", i), Size: 130})
	}
	id := func(i int) string { return fmt.Sprintf("s%d", i) }
	join := func(a, b int) {
		if b >= 0 && b < n {
			l := &chart.Connector{ID: fmt.Sprintf("c%d", len(p.Connectors)), From: chart.End{Step: id(a)}, To: chart.End{Step: id(b)}, Meaning: chart.Flow}
			if a%5 == 2 {
				l.Labels = []chart.Label{{Text: [2]string{"yes", "no"}[(b-a+n)%2]}}
			}
			p.Connectors = append(p.Connectors, l)
		}
	}
	for i := range n {
		k := symbol.Process
		if i%5 == 2 {
			k = symbol.Decision
		}
		info, _ := symbol.Of(k)
		p.Steps = append(p.Steps, &chart.Step{ID: id(i), Symbol: k, Lane: p.Lanes[(i/4)%6].ID, W: info.W, H: info.H, Text: fmt.Sprintf("Do part %d", i)})
	}
	for i := range n {
		join(i, i+1)
		switch {
		case i%5 == 2:
			join(i, i+4)
		case i%13 == 12:
			join(i, i-7)
		case i%9 == 8:
			join(i, i+9)
		}
	}
	if cmd, ok := layout.Page(p, layout.Down); ok {
		if _, err := chart.Apply(c, cmd); err != nil {
			panic(err)
		}
	}
	return c
}

// busiest is the step with most connectors.
func busiest(p *chart.Page) string {
	count, best := map[string]int{}, ""
	for _, c := range p.Connectors {
		for _, id := range [2]string{c.From.Step, c.To.Step} {
			if count[id]++; count[id] > count[best] {
				best = id
			}
		}
	}
	return best
}

// BenchmarkDrag is one frame of dragging a step, from pointer to changes.
func BenchmarkDrag(b *testing.B) {
	for _, n := range []int{50, 200, 1000} {
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			e := New(benchChart(n), 0, "bench")
			e.Update(true)
			q := e.Sheet().Shape(busiest(e.Page())).Rect.Centre()
			e.Pointer(Pointer{Type: "down", X: q.X, Y: q.Y, Zoom: 1})
			b.ResetTimer()
			for i := 0; b.Loop(); i++ {
				a := float64(i)
				e.Pointer(Pointer{Type: "move", X: q.X + 150*math.Sin(a/9), Y: q.Y + 60*math.Sin(a/5), Zoom: 1})
				e.Update(false)
			}
		})
	}
}

// BenchmarkRow is a row of the list that is accepted and the next one made, from key to changes.
func BenchmarkRow(b *testing.B) {
	e := New(benchChart(200), 0, "bench")
	e.Update(true)
	for b.Loop() {
		e.Do("row-enter", `{"id":"s100","text":"Check it again"}`)
		e.Update(false)
		e.Do("undo", "")
		e.Do("undo", "")
		e.Update(false)
	}
}
