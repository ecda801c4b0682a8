package chart

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"plaintracer/core/symbol"
)

// readable reports whether a chart can be saved and read again as it is.
func readable(c *Chart) error {
	b, err := Marshal(c)
	if err != nil {
		return err
	}
	again, err := Unmarshal(b)
	if err != nil {
		return err
	}
	if b2, err := Marshal(again); err != nil || string(b2) != string(b) {
		return fmt.Errorf("read again it is another one: %v", err)
	}
	return nil
}

// Nothing where something belongs is refused, and leaves the chart as it was.
func TestNullsAreRefused(t *testing.T) {
	for _, cmd := range []string{
		`{"parts":[{"do":"page.add","newPage":{"id":"p9","w":500,"h":500,"steps":[null]}}]}`,
		`{"parts":[{"do":"page.add","newPage":{"id":"p9","w":500,"h":500,"lanes":[null]}}]}`,
		`{"parts":[{"do":"page.add","newPage":{"id":"p9","w":500,"h":500,"connectors":[null]}}]}`,
		`{"parts":[{"do":"page.add","newPage":null}]}`,
		`{"parts":[{"do":"step.add","page":"p1","step":null}]}`,
		`{"parts":[{"do":"line.add","page":"p1","line":null}]}`,
		`{"parts":[{"do":"lane.add","page":"p1","lane":null}]}`,
		`{"parts":[{"do":"chart.set","name":"x"},{"do":"page.add","newPage":{"id":"p9","w":500,"h":500,"steps":[null]}}]}`,
	} {
		c := New("as it was")
		before, _ := Marshal(c)
		var k Command
		if err := json.Unmarshal([]byte(cmd), &k); err != nil {
			t.Fatal(err)
		}
		if _, err := Apply(c, k); err == nil {
			t.Errorf("taken: %s", cmd)
		}
		if after, _ := Marshal(c); string(after) != string(before) {
			t.Errorf("refused, but the chart was changed: %s", cmd)
		}
	}
}

// Whatever sequence of accepted commands, with values at their limits: the chart can be
// saved and read again, and undone to where it began.
func TestAcceptedCommandsCanBeReadAgain(t *testing.T) {
	for seed := range uint64(300) {
		r := rand.New(rand.NewPCG(seed, 8))
		c := New("extremes")
		begin, _ := Marshal(c)
		coord := func() float64 { return []float64{0, 1, -1, 9999999, 1e7, -1e7, 500, 40}[r.IntN(8)] }
		size := func() float64 { return []float64{8, 40, 100, 1e7}[r.IntN(4)] }
		id := func(k string) string { return fmt.Sprint(k, r.IntN(6)) }
		var undo []Command
		for range 60 {
			p := "p1"
			var d Part
			switch r.IntN(11) {
			case 0:
				d = Part{Do: "lane.add", Page: p, Lane: &Lane{ID: id("l"), Name: "L", Size: size()}}
			case 1:
				d = Part{Do: "lane.drop", Page: p, ID: id("l")}
			case 2:
				v := size()
				d = Part{Do: "lane.set", Page: p, ID: id("l"), Size: &v}
			case 3:
				d = Part{Do: "step.add", Page: p, Step: &Step{ID: id("s"), Symbol: symbol.Process, Lane: []string{"", id("l")}[r.IntN(2)], X: coord(), Y: coord(), W: size(), H: size(), Text: strings.Repeat("x", r.IntN(3))}}
			case 4:
				d = Part{Do: "step.drop", Page: p, ID: id("s")}
			case 5:
				d = Part{Do: "step.place", Page: p, Places: []Place{{ID: id("s"), Lane: []string{"", id("l")}[r.IntN(2)], X: coord(), Y: coord(), W: size(), H: size()}}}
			case 6:
				d = Part{Do: "line.add", Page: p, Line: &Connector{ID: id("c"), From: End{Step: id("s")}, To: []End{{Step: id("s")}, {X: coord(), Y: coord()}}[r.IntN(2)], Meaning: Flow}}
			case 7:
				d = Part{Do: "line.drop", Page: p, ID: id("c")}
			case 8:
				f := Frame{X: coord(), Y: coord(), W: size()}
				d = Part{Do: "page.set", Page: p, Frame: &f}
			case 9:
				d = Part{Do: "branch.fold", Page: p, ID: id("s"), Order: []string{id("s"), id("s")}}
			case 10:
				d = Part{Do: "branch.unfold", Page: p, ID: id("s")}
			}
			inv, err := Apply(c, Command{Words: "extreme", Parts: []Part{d}})
			if err != nil {
				continue
			}
			undo = append(undo, inv)
			if err := readable(c); err != nil {
				t.Fatalf("seed %d, after %s: %v", seed, d.Do, err)
			}
		}
		for i := len(undo) - 1; i >= 0; i-- {
			if _, err := Apply(c, undo[i]); err != nil {
				t.Fatalf("seed %d: undo is refused: %v", seed, err)
			}
		}
		if end, _ := Marshal(c); string(end) != string(begin) {
			t.Fatalf("seed %d: undone it is another chart", seed)
		}
	}
}

// FuzzCommands takes commands as they come over the network.
func FuzzCommands(f *testing.F) {
	f.Add(`{"words":"x","parts":[{"do":"step.add","page":"p1","step":{"id":"s1","symbol":"process","x":1,"y":1,"w":100,"h":50,"text":"a"}}]}`)
	f.Add(`{"words":"x","parts":[{"do":"page.add","newPage":{"id":"p9","w":500,"h":500,"steps":[null]}}]}`)
	f.Add(`{"words":"x","parts":[{"do":"line.ways","page":"p1","ways":{"c1":null}},{"do":"line.set","page":"p1","id":"c1","labels":null,"pins":[{"at":1e308}]}]}`)
	f.Add(`{"words":"x","parts":[{"do":"branch.fold","page":"p1","id":"s1","order":["s2"]},{"do":"step.drop","page":"p1","id":"s1"},{"do":"branch.unfold","page":"p1","id":"s1"}]}`)
	f.Add(`{"words":"x","parts":[{"do":"branch.fold","page":"p1","id":"c1","order":["s2"]},{"do":"step.drop","page":"p1","id":"gone"}]}`)
	f.Add(`{"words":"x","parts":[{"do":"branch.fold","page":"p1","id":"s1","order":["s2"],"branch":{"under":"x","steps":[{"id":"s2","lane":"gone"},null],"connectors":[{"id":"c1","from":{"step":"zz"},"to":{"step":"s1"}}],"stepsAt":[-7],"linesAt":[9]}},{"do":"branch.unfold","page":"p1","id":"s1"}]}`)
	f.Add(`{"words":"x","parts":[{"do":"page.add","newPage":{"id":"p9","w":500,"h":500,"folded":[null,{"under":"s1","steps":[null],"connectors":[],"stepsAt":[-1],"linesAt":[]}]}}]}`)
	f.Fuzz(func(t *testing.T, in string) {
		var k Command
		if json.Unmarshal([]byte(in), &k) != nil {
			return
		}
		c := New("fuzz")
		p := c.Pages[0]
		p.Lanes = append(p.Lanes, &Lane{ID: "l1", Name: "L", Size: 100})
		p.Steps = append(p.Steps, &Step{ID: "s1", Symbol: symbol.Process, Lane: "l1", X: 100, Y: 10, W: 100, H: 50}, &Step{ID: "s2", Symbol: symbol.Decision, X: 400, Y: 300, W: 100, H: 50})
		p.Connectors = append(p.Connectors, &Connector{ID: "c1", From: End{Step: "s1"}, To: End{Step: "s2"}, Meaning: Flow})
		before, _ := Marshal(c)
		inv, err := Apply(c, k)
		if err != nil {
			if after, _ := Marshal(c); string(after) != string(before) {
				t.Fatal("refused, but the chart was changed")
			}
			return
		}
		if err := readable(c); err != nil {
			t.Fatal(err)
		}
		if _, err := Apply(c, inv); err != nil {
			t.Fatal(err)
		}
		if after, _ := Marshal(c); string(after) != string(before) {
			t.Fatal("taken back it is another chart")
		}
	})
}
