package format

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"os"
	"runtime"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

// Whatever sequence of accepted commands, with values at their limits: the chart can be
// drawn in every format.
func TestWhateverIsAcceptedIsDrawn(t *testing.T) {
	accepted := 0
	for seed := range uint64(24) {
		r := rand.New(rand.NewPCG(seed, 21))
		c := chart.New("extremes")
		coord := func() float64 { return []float64{0, -1, 500, 40, 9_999_999, 1e7, -1e7}[r.IntN(7)] }
		size := func() float64 { return []float64{8, 40, 100, 1e7}[r.IntN(4)] }
		id := func(k string) string { return fmt.Sprint(k, r.IntN(6)) }
		for range 40 {
			d := chart.Part{Page: "p1"}
			switch r.IntN(6) {
			case 0:
				d.Do, d.Lane = "lane.add", &chart.Lane{ID: id("l"), Name: strings.Repeat("L ", r.IntN(40)), Size: size()}
			case 1:
				d.Do, d.ID = "lane.drop", id("l")
			case 2, 3:
				kinds := symbol.All()
				d.Do, d.Step = "step.add", &chart.Step{ID: id("s"), Symbol: kinds[r.IntN(len(kinds))].Kind, Lane: []string{"", id("l")}[r.IntN(2)], X: coord(), Y: coord(), W: size(), H: size(), Text: strings.Repeat("word\n", r.IntN(30))}
			case 4:
				d.Do, d.ID = "step.drop", id("s")
			case 5:
				d.Do, d.Line = "line.add", &chart.Connector{ID: id("c"), Meaning: chart.Flow, Kind: chart.Kinds[r.IntN(len(chart.Kinds))], From: chart.End{Step: id("s")},
					To: []chart.End{{Step: id("s")}, {X: coord(), Y: coord()}}[r.IntN(2)], Labels: []chart.Label{{Text: "label"}}}
			}
			if _, err := chart.Apply(c, chart.Command{Words: "extreme", Parts: []chart.Part{d}}); err == nil {
				accepted++
			}
		}
		kinds := []Kind{SVG, PDF, CSV, JSON, Geometry}
		if seed%8 == 0 { // which takes a second
			kinds = append(kinds, PNG)
		}
		for _, k := range kinds {
			var b bytes.Buffer
			if err := Write(t.Context(), &b, k, c, Options{}); err != nil || b.Len() == 0 {
				t.Errorf("seed %d, %s: %d bytes, %v", seed, k, b.Len(), err)
			}
		}
	}
	if accepted < 300 {
		t.Errorf("%d commands were accepted: too few to tell", accepted)
	}
}

// What stands in the table of formats is all there is to add: their kinds and media types differ, each that is offered
// is called something, its files are known by their names, and the document tells it.
func TestFormats(t *testing.T) {
	doc, err := os.ReadFile("../docs/file-format.md")
	if err != nil {
		t.Fatal(err)
	}
	kinds, words := map[Kind]bool{}, map[string]bool{}
	for _, f := range Formats {
		if kinds[f.Kind] || f.Words != "" && words[f.Words] || f.Name == "" || f.Type == "" || f.write == nil {
			t.Errorf("%+v", f)
		}
		kinds[f.Kind], words[f.Words] = true, true
		if got, err := Of("a.b." + strings.ToUpper(string(f.Kind))); err != nil || got.Kind != f.Kind {
			t.Errorf("a file with the extension %s is of the format %s, %v", f.Kind, got.Kind, err)
		}
		pages, opened := "one", "no"
		if f.All {
			pages = "all"
		}
		if f.Opened() {
			opened = "yes"
		}
		row := fmt.Sprintf("| `.%s` | ", f.Kind)
		if _, rest, ok := strings.Cut(string(doc), row); !ok || !strings.Contains(strings.SplitN(rest, "\n", 2)[0], "| "+pages+" | "+opened+" |") {
			t.Errorf("docs/file-format.md has no line of .%s with %s pages, opened: %s", f.Kind, pages, opened)
		}
	}
	if _, err := Of("a.doc"); err == nil || !strings.Contains(err.Error(), ".pdf, .svg, .png, .csv, .txt, .json or .geometry.json") {
		t.Errorf("an unknown format is answered %v", err)
	}
	if _, _, err := Read("a.pdf", nil); err == nil || !strings.Contains(err.Error(), "expected one of these: steps table (.csv), steps as text (.txt) or chart file (.json)") {
		t.Errorf("a file that cannot be opened is answered %v", err)
	}
}

// The fonts of a file are told by its texts in a time, and with memory, in proportion to them.
func TestStyleIsLinear(t *testing.T) {
	text := strings.Repeat("Check the condition of the crate. ", 30)
	taken := func(texts int) int64 {
		d := scene.Drawing{Elements: []scene.Element{{}}}
		for range texts {
			d.Elements[0].Items = append(d.Elements[0].Items, scene.Item{Text: text})
		}
		var before, after runtime.MemStats
		runtime.ReadMemStats(&before)
		svgStyle(d)
		runtime.ReadMemStats(&after)
		return int64(after.TotalAlloc - before.TotalAlloc)
	}
	taken(1) // what is made once
	none := taken(1)
	if one, ten := taken(300)-none, taken(3000)-none; ten > 20*one {
		t.Errorf("ten times as many texts take %.0f times the memory", float64(ten)/float64(one))
	}
}
