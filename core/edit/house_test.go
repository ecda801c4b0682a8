package edit

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/edit/say"
	"plaintracer/core/scene"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// someChart is a chart of steps with looks set by hand but for their texts' colours.
func someChart(seed uint64) *chart.Chart {
	r := rand.New(rand.NewPCG(seed, 14))
	c := chart.New("generated")
	p := c.Pages[0]
	if r.IntN(2) == 0 {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: "l1", Name: "Loans desk", Size: 400}, &chart.Lane{ID: "l2", Name: "Transport", Size: 300, Look: &chart.LaneLook{Head: style.Fills[r.IntN(5)]}})
	}
	kinds := symbol.All()
	for i := range 6 + r.IntN(20) {
		k := kinds[r.IntN(len(kinds))]
		s := &chart.Step{ID: fmt.Sprint("s", i), Symbol: k.Kind, X: 60 + float64(i%6)*150, Y: 40 + float64(i/6)*90, W: k.W, H: k.H, Text: "Check the seal", Number: fmt.Sprint(i + 1)}
		if len(p.Lanes) > 0 {
			s.Lane = "l1"
		}
		if r.IntN(3) == 0 {
			fill := colour.RGB{uint8(r.IntN(256)), uint8(r.IntN(256)), uint8(r.IntN(256))}
			s.Look = &chart.StepLook{Fill: fill.String(), Outline: fill.String(), Weight: 2}
		}
		if p.Steps = append(p.Steps, s); i > 0 {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), From: chart.End{Step: fmt.Sprint("s", i-1)}, To: chart.End{Step: s.ID}, Meaning: chart.Flow, Labels: []chart.Label{{Text: "yes"}}})
		}
	}
	return c
}

// A house style on a hundred charts: every text can be read where it stands, what was set by
// hand stays, a second time changes nothing, and undo brings back the same bytes.
func TestHouseOnAHundredCharts(t *testing.T) {
	shipped := style.Shipped()
	for seed := range uint64(100) {
		w := &window{T: t, Editor: New(someChart(seed), 0, "w")}
		before := w.json()
		name := shipped[seed%uint64(len(shipped))].Name
		hand := map[string]string{}
		for _, s := range w.Page().Steps {
			if s.Look != nil {
				hand[s.ID] = s.Look.Fill
			}
		}
		w.Do("house", name)
		p := w.Page()
		if p.House() == nil || p.House().Name != name {
			t.Fatalf("chart %d has the house style %v", seed, p.House())
		}
		for _, s := range p.Steps {
			l := style.Of(p, s)
			if l.Reads() < colour.ForText {
				t.Errorf("chart %d, %s: the text of %s on %s reads %.1f", seed, name, s.Symbol, l.Fill, l.Reads())
			}
			if fill, ok := hand[s.ID]; ok && !s.Symbol.Open() && l.Fill != fill {
				t.Errorf("chart %d: a fill set by hand became %s", seed, l.Fill)
			}
		}
		ground := style.Paper(p)
		for i := range w.Sheet().Lines {
			for _, it := range scene.LabelLines(p, &w.Sheet().Lines[i], 0) {
				if c, _ := colour.Parse(it.Fill); colour.Contrast(c, ground) < colour.ForText {
					t.Errorf("chart %d, %s: a label in %s on %s", seed, name, it.Fill, ground)
				}
			}
		}
		once, undos := w.json(), w.Undoable()
		w.Do("house", name)
		if w.json() != once || w.Undoable() != undos {
			t.Errorf("chart %d: %s a second time changed it", seed, name)
		}
		w.Undo()
		if now := w.json(); now != before {
			t.Errorf("chart %d: undone, it is another", seed)
		}
	}
}

// Steps can be kept out of a house style, and one can be made of company colours: what had to
// be changed to be read is told.
func TestHouseByHand(t *testing.T) {
	w := open(t)
	a, b, _ := w.two()
	w.Select(a.ID)
	w.Do("house-but", "")
	w.Do("house", "Kiln")
	if x, y := style.Of(w.Page(), w.Page().Step(a.ID)), style.Of(w.Page(), w.Page().Step(b.ID)); x.Fill != "#FFFFFF" || y.Fill == "#FFFFFF" {
		t.Errorf("kept out: %s, the other: %s", x.Fill, y.Fill)
	}
	w.Do("house", "")
	if w.Page().House() != nil || w.looks.HouseName() != "" {
		t.Error("plain ink is no house style")
	}
	w.Do("house-make", `{"name":"Ours","family":"serif","colours":["#FFCC00","#0A4A5E",""]}`)
	h := w.Page().House()
	if h == nil || h.Name != "Ours" || h.Family != chart.Serif || !strings.Contains(w.Notice(), "#FFCC00 → ") {
		t.Errorf("made %+v, told %q", h, w.Notice())
	}
	w.Select(a.ID)
	if f := w.Facts().Look; len(f.Colours) < 3 || f.Colours[0] != strings.ToUpper(h.Fills[0]) {
		t.Errorf("the colours offered are %v, the house style's %v", f.Colours, h.Fills)
	}
	if f := w.Facts().House; f.Name != "Ours" || f.Poor != 0 || len(f.Reads) < 5 || f.Own == "" || needPoorHouse(w.Editor) == "" {
		t.Errorf("told: %+v", f)
	}
	// One that cannot be read is told, and mended in one press.
	before := w.json()
	w.Do("house-take", `{"name":"Mist","step":{"fill":"#EEEEEE","outline":"#F2F2F2","text":{"colour":"#DDDDDD"}}}`)
	if f := w.Facts().House; f.Poor < 10 || needPoorHouse(w.Editor) != "" || !strings.HasPrefix(f.Reads[0], "1.1 : 1, #DDDDDD on #EEEEEE: Terminator: text and ") {
		t.Errorf("told: %+v", f)
	}
	w.Do("house-mend", "")
	if f := w.Facts().House; f.Poor != 0 || !strings.Contains(w.Notice(), "#DDDDDD → ") || f.Name != "Mist" {
		t.Errorf("mended: %+v, told %q", f, w.Notice())
	}
	w.Undo()
	w.Undo()
	if w.json() != before {
		t.Error("undone, it is another chart")
	}
	h = w.Page().House()
	for arg, says := range map[string]string{`{"name":" ","colours":["#FFCC00"]}`: say.HouseNoName, `{"name":"Ours","colours":["yellow"]}`: say.HouseColours, `{"name":"Ours","colours":[]}`: say.HouseColours} {
		w.Say("")
		w.Do("house-make", arg)
		if w.Notice() != says || w.Page().House() != h {
			t.Errorf("%s: %q", arg, w.Notice())
		}
	}
}
