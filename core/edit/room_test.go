package edit

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/layout"
	"plaintracer/core/symbol"
)

// overlaps tells which steps lie on each other, by their drawn boxes.
func overlaps(w *window) (out []string) {
	ss := w.Sheet().Steps
	for i := range ss {
		for k := i + 1; k < len(ss); k++ {
			if ss[i].Rect.Grow(-0.5).Overlaps(ss[k].Rect.Grow(-0.5)) {
				out = append(out, fmt.Sprintf("%s on %s", ss[i].Step.ID, ss[k].Step.ID))
			}
		}
	}
	return out
}

// generated is a laid out chart of n steps, in lanes or without.
func generated(t *testing.T, n, lanes int, seed uint64) *window {
	t.Helper()
	r := rand.New(rand.NewPCG(seed, 11))
	c := chart.New("generated")
	p := c.Pages[0]
	for i := range lanes {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: fmt.Sprint("l", i), Name: fmt.Sprint("Role ", i), Size: 132})
	}
	for i := range n {
		k := symbol.All()[r.IntN(5)]
		s := &chart.Step{ID: fmt.Sprint("s", i), Symbol: k.Kind, W: k.W, H: k.H, Text: fmt.Sprint("Do part ", i)}
		if lanes > 0 {
			s.Lane = fmt.Sprint("l", r.IntN(lanes))
		}
		p.Steps = append(p.Steps, s)
		if i > 0 {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), From: chart.End{Step: fmt.Sprint("s", i-1-r.IntN(min(i, 3)))}, To: chart.End{Step: s.ID}, Meaning: chart.Flow})
		}
	}
	if cmd, ok := layout.Page(p, layout.Down); ok {
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
	}
	return &window{t, New(c, 0, "win1")}
}

// Whatever is lined up, pasted, duplicated, added or put in: no step comes to lie on
// another one.
func TestNothingLandsOnSomething(t *testing.T) {
	n := 0
	for seed := range uint64(12) {
		for _, lanes := range []int{0, 4} {
			w := generated(t, 24, lanes, seed)
			if o := overlaps(w); len(o) > 0 {
				t.Fatalf("laid out: %v", o)
			}
			r := rand.New(rand.NewPCG(seed, 5))
			some := func(k int) {
				w.Select()
				for range k {
					w.Also(w.Page().Steps[r.IntN(len(w.Page().Steps))].ID)
				}
			}
			lane := func() map[string]string {
				m := map[string]string{}
				for _, s := range w.Page().Steps {
					m[s.ID] = s.Lane
				}
				return m
			}
			for range 30 {
				cmd := []string{"align-left", "align-centre", "align-right", "align-top", "align-middle", "align-bottom", "distribute-across", "distribute-down", "same-size", "duplicate", "next", "other", "copy", "change-symbol", "text", "next-symbol"}[r.IntN(16)]
				was := lane()
				switch cmd {
				case "next", "other":
					some(1)
					w.Do(cmd, "")
					w.Accept([]string{"Go on", "Is it so?", "A text that takes a good deal more room than the step has at first"}[r.IntN(3)])
				case "text":
					some(1)
					w.typeOnSelected()
					w.Accept([]string{"Short", "Whether it is so?", "A text that takes a good deal more room than the step has at first, so it grows"}[r.IntN(3)])
				case "copy":
					some(3)
					w.steps.CopySelected()
					w.outline.Paste(w.Copied())
				case "change-symbol":
					some(1)
					w.Do(cmd, string(symbol.All()[r.IntN(10)].Kind))
				case "next-symbol":
					w.Select()
					w.Do("place", string(symbol.All()[r.IntN(8)].Kind))
				default:
					some(4)
					w.Do(cmd, "")
				}
				n++
				if o := overlaps(w); len(o) > 0 {
					t.Fatalf("seed %d, %d lanes, %s: %v", seed, lanes, cmd, o)
				}
				for id, l := range lane() {
					if before, ok := was[id]; ok && before != l {
						t.Fatalf("seed %d, %s: step %s came from lane %q into %q", seed, cmd, id, before, l)
					}
				}
			}
		}
	}
	t.Logf("%d commands", n)
}

// A step dropped on a connector between two others: what follows moves along.
func TestPuttingInMakesRoom(t *testing.T) {
	for _, lanes := range []int{0, 2} {
		w := open(t)
		if lanes > 0 {
			w.Do("lane-names", "Borrower\nLoans desk")
		}
		a := w.put(symbol.Process, 300, 120, "A")
		for _, text := range []string{"B", "C", "D"} {
			w.Do("next", "")
			w.Accept(text)
		}
		p := w.Page()
		follow := []string{p.Steps[1].ID, p.Steps[2].ID, p.Steps[3].ID}
		before := map[string]geom.Point{}
		for _, id := range follow {
			before[id] = w.centre(id)
		}
		mid := w.centre(a.ID).Add(w.centre(follow[0]))
		w.Do("cancel", "")
		w.Do("hand", "document")
		w.press(mid.X/2, mid.Y/2)
		d := w.Only()
		if o := overlaps(w); d == nil || len(o) > 0 {
			t.Fatalf("%d lanes: %v", lanes, o)
		}
		if n := len(p.Connectors); n != 4 || p.Connectors[0].To.Step != d.ID || p.Connectors[3].To.Step != follow[0] {
			t.Fatalf("%d lanes: it was not put into the connector", lanes)
		}
		moved := w.centre(follow[0]).Sub(before[follow[0]])
		if moved.X == 0 && moved.Y == 0 {
			t.Errorf("%d lanes: nothing made room", lanes)
		}
		for _, id := range follow[1:] {
			if m := w.centre(id).Sub(before[id]); m != moved {
				t.Errorf("%d lanes: %s moved by %v, what is before it by %v", lanes, id, m, moved)
			}
		}
		ra, rd, rb := w.Sheet().Shape(a.ID).Rect, w.Sheet().Shape(d.ID).Rect, w.Sheet().Shape(follow[0]).Rect
		gaps := [2]float64{rd.Y - ra.Bottom(), rb.Y - rd.Bottom()}
		if lanes > 0 {
			gaps = [2]float64{rd.X - ra.Right(), rb.X - rd.Right()}
		}
		if gaps != [2]float64{arrange.Gap, arrange.Gap} {
			t.Errorf("%d lanes: gaps %v", lanes, gaps)
		}
		for _, c := range p.Connectors {
			if n := len(w.Sheet().Run(c.ID).Points); n != 2 {
				t.Errorf("%d lanes: the connector %s bends", lanes, c.ID)
			}
		}
		w.Undo()
		for _, id := range follow {
			if w.centre(id) != before[id] {
				t.Errorf("%d lanes: undo leaves %s elsewhere", lanes, id)
			}
		}
	}
}

// Enter keeps one gap for every symbol, a process that becomes a decision too.
func TestEnterKeepsTheGap(t *testing.T) {
	for _, lanes := range []string{"", "Borrower"} {
		w := open(t)
		w.Do("lane-names", lanes)
		w.put(symbol.Terminator, 300, 120, "A")
		for _, text := range []string{"Do it", "Is it so?", "Go on", "And is this so, whatever else there may be to be looked at?", "On"} {
			w.Do("next", "")
			w.Accept(text)
		}
		ss := w.Sheet().Steps
		for i := 1; i < len(ss); i++ {
			gap := ss[i].Rect.Y - ss[i-1].Rect.Bottom()
			if lanes != "" {
				gap = ss[i].Rect.X - ss[i-1].Rect.Right()
			}
			if math.Abs(gap-arrange.Gap) > 0.01 {
				t.Errorf("lanes %q: %q stands %v behind %q", lanes, ss[i].Step.Text, gap, ss[i-1].Step.Text)
			}
		}
		// Asked afterwards, it keeps its gaps as well: the rest moves.
		w.setText(ss[1].Step.ID, "Was it done?")
		ss = w.Sheet().Steps
		for i := 1; i < 4; i++ {
			gap := ss[i].Rect.Y - ss[i-1].Rect.Bottom()
			if lanes != "" {
				gap = ss[i].Rect.X - ss[i-1].Rect.Right()
			}
			if math.Abs(gap-arrange.Gap) > 0.01 {
				t.Errorf("lanes %q, then: %q stands %v behind %q", lanes, ss[i].Step.Text, gap, ss[i-1].Step.Text)
			}
		}
	}
}

// Copies find room beside, and connectors of others keep their ways.
func TestCopiesFindRoom(t *testing.T) {
	w := generated(t, 30, 4, 3)
	ways := map[string]string{}
	for _, r := range w.Sheet().Lines {
		ways[r.Line.ID] = fmt.Sprint(r.Points)
	}
	for _, id := range []string{"s3", "s9", "s12"} {
		w.Select(id)
		w.Do("duplicate", "")
	}
	for id, was := range ways {
		if now := fmt.Sprint(w.Sheet().Run(id).Points); now != was {
			t.Errorf("%s runs %s, ran %s", id, now, was)
		}
	}
}
