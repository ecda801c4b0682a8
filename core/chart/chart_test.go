package chart

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"reflect"
	"strings"
	"testing"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// random makes commands that mostly fit the chart, and some that do not.
type random struct {
	*rand.Rand
	ids int
}

func (r *random) id(kind string) string { r.ids++; return fmt.Sprintf("%s%d", kind, r.ids) }

func pick[T any](r *random, list []T) (v T, ok bool) {
	if len(list) == 0 {
		return v, false
	}
	return list[r.IntN(len(list))], true
}

func (r *random) text() string {
	return []string{"", "Log the request", "Fit to travel?", "<b>&\"'", "שלום", "🧾", "line\nbreak"}[r.IntN(7)]
}

func (r *random) end(p *Page) End {
	if s, ok := pick(r, p.Steps); ok && r.IntN(6) > 0 {
		return End{Step: s.ID, Port: []string{"", "top", "right", "bottom", "left"}[r.IntN(5)]}
	}
	return End{X: float64(r.IntN(90000)) / 100, Y: float64(r.IntN(90000)) / 100}
}

func (r *random) place(p *Page, id string) Place {
	pl := Place{ID: id, X: r.Float64() * 900, Y: r.Float64() * 300, W: 40 + r.Float64()*100, H: 30 + r.Float64()*60}
	if l, ok := pick(r, p.Lanes); ok && r.IntN(3) > 0 {
		pl.Lane = l.ID
	}
	return pl
}

// look is a look as a person may give it, each part of it in some.
func (r *random) look() *StepLook {
	var l StepLook
	half := func() bool { return r.IntN(2) == 0 }
	if half() {
		l.Fill, l.Fill2 = "#F6E0B0", []string{"", "none", "#ffffff"}[r.IntN(3)]
	}
	if half() {
		l.Outline, l.Weight, l.Dash = "none", 2.125, DashDot
	}
	if half() {
		l.Turn, l.Clear, l.Double, l.Corner, l.Shadow = ptr(r.IntN(360)), ptr(r.IntN(MostClear+1)), ptr(half()), ptr(r.Float64()*MaxCorner), High
	}
	if half() {
		l.Text = TextLook{Style: Heading, Colour: ByItself, Family: Serif, Size: 11 + r.Float64()*20, Bold: ptr(half()), Italic: ptr(half()), Underline: ptr(half()), List: ptr(half()), Across: AtRight, Down: AtTop,
			Pad: ptr(r.Float64() * MostPad), Room: Shrinks}
	}
	return &l
}

// house is a house style, or one without a name, which takes it away.
func (r *random) house() *House {
	if r.IntN(3) == 0 {
		return &House{}
	}
	return &House{
		Name: r.text() + ".", Paper: "#14202B", Family: Mono, Step: *r.look(), Kinds: map[symbol.Kind]StepLook{symbol.Decision: *r.look(), symbol.Data: {}},
		Lines: map[Meaning]Look{Aside: {Weight: 2, Dash: Dotted}}, Texts: map[TextStyle]TextLook{Small: {Size: 11}}, Lane: LaneLook{Head: "#CDE6EC"}, Fills: []string{"#CDE6EC"}, Inks: []string{"#0A4A5E"},
	}
}

// Looks that a page cannot have are refused, with the place and what would be right.
func TestLooksAreChecked(t *testing.T) {
	c := New("looks")
	add := &Step{ID: "s", Symbol: symbol.Process, W: 100, H: 50}
	if _, err := Apply(c, Command{Parts: []Part{{Do: "step.add", Page: "p1", Step: add}, {Do: "lane.add", Page: "p1", Lane: &Lane{ID: "l", Size: 90}}}}); err != nil {
		t.Fatal(err)
	}
	for _, bad := range []struct {
		look StepLook
		says string
	}{
		{StepLook{Fill: "red"}, "look: colour \"red\""}, {StepLook{Fill2: "#12345"}, "or none"}, {StepLook{Outline: "auto"}, "or none"},
		{StepLook{Turn: ptr(360)}, "359 degrees"}, {StepLook{Clear: ptr(-1)}, "90 percent"}, {StepLook{Corner: ptr(math.NaN())}, "16 px"},
		{StepLook{Weight: 99}, "12 px"}, {StepLook{Dash: "wavy"}, "dotted"}, {StepLook{Shadow: "long"}, "none, low or high"},
		{StepLook{Text: TextLook{Colour: "none"}}, "or auto"}, {StepLook{Text: TextLook{Size: 8}}, "10.67 to 96 px"}, {StepLook{Text: TextLook{Family: "script"}}, "look.text.family"},
		{StepLook{Text: TextLook{Across: "top"}}, "look.text.across"}, {StepLook{Text: TextLook{Style: "huge"}}, "look.text.style"}, {StepLook{Text: TextLook{Down: "left"}}, "look.text.down"},
		{StepLook{Text: TextLook{Pad: ptr(25.0)}}, "24 px"}, {StepLook{Text: TextLook{Room: "spill"}}, "look.text.room"},
	} {
		_, err := Apply(c, Command{Parts: []Part{{Do: "step.set", Page: "p1", ID: "s", StepLook: &bad.look}}})
		if err == nil || !strings.Contains(err.Error(), bad.says) {
			t.Errorf("%+v: %v", bad.look, err)
		}
	}
	if _, err := Apply(c, Command{Parts: []Part{{Do: "lane.set", Page: "p1", ID: "l", LaneLook: &LaneLook{Band: "none"}}}}); err == nil {
		t.Error("a lane's band is none")
	}
	if s := c.Pages[0].Steps[0]; s.Look != nil {
		t.Errorf("the step looks like %+v", s.Look)
	}
}

func (r *random) part(c *Chart) Part {
	p, _ := pick(r, c.Pages)
	kinds := symbol.All()
	s, hasStep := pick(r, p.Steps)
	l, hasLine := pick(r, p.Connectors)
	lane, hasLane := pick(r, p.Lanes)
	at := r.IntN(6)
	if len(p.Steps) > 12 && r.IntN(2) == 0 { // small charts change more in 200 commands
		return Part{Do: "step.drop", Page: p.ID, ID: s.ID}
	}
	if len(p.Connectors) > 15 && r.IntN(4) == 0 {
		return Part{Do: "line.drop", Page: p.ID, ID: l.ID}
	}
	switch k := r.IntN(21); {
	case k == 0:
		if r.IntN(2) == 0 {
			return Part{Do: "chart.set", House: r.house()}
		}
		return Part{Do: "chart.set", Name: ptr(r.text())}
	case k == 1:
		return Part{Do: "page.set", Page: p.ID, Key: &KeyPart{[]*Key{nil, {X: 20.005, Y: 300, Rows: 7}}[r.IntN(2)]}, Shown: ptr([][]Showing{nil, {{Field: "system", As: AsMark, Colour: true}, {Field: "minutes", On: symbol.Process, As: AsBar}}}[r.IntN(2)]), Title: ptr(r.text()), W: ptr(500 + r.Float64()*1000)}
	case k == 2 && len(c.Pages) < 4:
		return Part{Do: "page.add", NewPage: NewPage(r.id("p")), At: &at}
	case k == 3 && r.IntN(4) == 0:
		return Part{Do: "page.drop", Page: p.ID}
	case k == 4 && len(p.Lanes) < 8:
		return Part{Do: "lane.add", Page: p.ID, Lane: &Lane{ID: r.id("l"), Name: r.text(), Size: 60 + r.Float64()*100}, At: &at}
	case k == 5 && hasLane:
		return Part{Do: "lane.drop", Page: p.ID, ID: lane.ID}
	case k == 6 && hasLane:
		return Part{Do: "lane.set", Page: p.ID, ID: lane.ID, Name: ptr(r.text()), Size: ptr(50 + r.Float64()*200), LaneLook: ptr([]LaneLook{{}, {Head: "#CFE7C8"}, {Head: "#23282C", Band: "#f6f3ec"}}[r.IntN(3)])}
	case k == 7 && hasLane:
		var order []string
		for _, i := range r.Perm(len(p.Lanes)) {
			order = append(order, p.Lanes[i].ID)
		}
		return Part{Do: "lane.order", Page: p.ID, Order: order}
	case k == 8 && hasStep:
		return Part{Do: "step.drop", Page: p.ID, ID: s.ID}
	case k == 9 && hasStep:
		f := []Field{{"owner", r.text()}, {"form", "F"}}[:r.IntN(3)]
		if r.IntN(2) == 0 && s.Text != "" {
			runs := RunsWith(s.Runs, 0, len(s.Text), TextLook{Colour: "#B0361B", Bold: ptr(true)})
			return Part{Do: "step.set", Page: p.ID, ID: s.ID, Runs: &runs}
		}
		return Part{Do: "step.set", Page: p.ID, ID: s.ID, Text: ptr(r.text()), Number: ptr(fmt.Sprint(r.IntN(9))), Fields: &f, Symbol: &kinds[r.IntN(len(kinds))].Kind, StepLook: r.look()}
	case k == 10 && hasStep:
		part := Part{Do: "step.place", Page: p.ID}
		for _, i := range r.Perm(len(p.Steps))[:1+r.IntN(len(p.Steps))] {
			part.Places = append(part.Places, r.place(p, p.Steps[i].ID))
		}
		return part
	case k == 11:
		return Part{Do: "line.add", Page: p.ID, Line: &Connector{ID: r.id("c"), From: r.end(p), To: r.end(p), Meaning: Flow, Labels: []Label{{Text: r.text()}}[:r.IntN(2)]}, At: &at}
	case k == 12 && hasLine:
		return Part{Do: "line.drop", Page: p.ID, ID: l.ID}
	case k == 13 && hasLine:
		e := r.end(p)
		ls := []Label{{Text: r.text()}, {Text: "second", Place: &LabelPlace{Along: 0.25, Beside: -6}}}[:r.IntN(3)]
		return Part{Do: "line.set", Page: p.ID, ID: l.ID, To: &e, Meaning: ptr([]Meaning{Flow, Aside, Data, Note}[r.IntN(4)]), Labels: &ls}
	case k == 14 && hasLine:
		var order []string
		for _, i := range r.Perm(len(p.Connectors))[:1+r.IntN(len(p.Connectors))] {
			order = append(order, p.Connectors[i].ID)
		}
		return Part{Do: "line.order", Page: p.ID, Order: order}
	case k == 16 && hasLine:
		pins := []Pin{{true, "from", 40 * r.Float64()}, {false, "to", -80}, {true, "", 300}}[:r.IntN(4)]
		return Part{Do: "line.set", Page: p.ID, ID: l.ID, Pins: &pins, Kind: &Kinds[r.IntN(len(Kinds))]}
	case k == 17 && hasLine:
		look := []Look{{}, {Weight: 2.5, Dash: Dotted}, {Colour: "#0b6b69", Start: ZeroOrMany, End: OneOrMany}}[r.IntN(3)]
		return Part{Do: "line.set", Page: p.ID, ID: l.ID, Look: &look, Crossings: ptr([]Crossings{"", Arch, Break, Plain}[r.IntN(4)])}
	case k == 18:
		if r.IntN(2) == 0 {
			return Part{Do: "page.set", Page: p.ID, Sheet: []*Sheet{SheetOf(297, 210), SheetOf(210, 297), SheetOf(431.8, 279.4)}[r.IntN(3)], Setup: []*Setup{
				{}, {Margin: ptr(40.005), Header: &Strip{Left: "{chart}", Right: r.text()}, Ruler: InMM, Guides: []GuideLine{{true, 40.5}, {At: 300.004}}},
				{Block: &Block{Cells: []string{"chart", "owner"}}, Ground: &Ground{Colour: "#F6F3EC", Colour2: "#FFFFFF", Turn: 90}, Grid: &Grid{Size: 10, Shown: true}, Fit: true, Tree: GrowRight},
			}[r.IntN(3)]}
		}
		return Part{Do: "page.set", Page: p.ID, Crossings: ptr([]Crossings{"", Arch, Break}[r.IntN(3)]), KeepOff: ptr(r.IntN(2) == 0)}
	case k == 19 && hasStep: // refused where a connector holds at one that goes
		ports := []Port{{"a", 0.2, 0}, {"b", 1, 0.3}}[:r.IntN(3)]
		links := []*Link{nil, {URL: "https://example.org/form?a=1&b=2"}, {Page: "p2", Step: "s1"}, {Chart: "0f"}}
		return Part{Do: "step.set", Page: p.ID, ID: s.ID, Ports: &ports, Link: &LinkPart{links[r.IntN(4)]}, Files: &[]File{{"f0", "Form 7.pdf", "application/pdf", 12}}}
	case k == 20 && hasLine:
		back := *l.Reversed()
		pins, labels := append([]Pin{}, back.Pins...), append([]Label{}, back.Labels...)
		return Part{Do: "line.set", Page: p.ID, ID: l.ID, From: &back.From, To: &back.To, Pins: &pins, Labels: &labels}
	case k == 15 && r.IntN(8) == 0: // one that is refused
		return Part{Do: "step.set", Page: p.ID, ID: "nobody", Text: ptr("x")}
	}
	pl := r.place(p, "")
	return Part{Do: "step.add", Page: p.ID, At: &at, Step: &Step{ID: r.id("s"), Symbol: kinds[r.IntN(len(kinds))].Kind, Lane: pl.Lane, X: pl.X, Y: pl.Y, W: pl.W, H: pl.H, Text: r.text()}}
}

func ptr[T any](v T) *T { return &v }

func marshal(t testing.TB, c *Chart) string {
	b, err := json.Marshal(file{Format, Version, c.Name, nil, c.Pages, c.Numbering, c.Waived}) // without Marshal's indenting, which is half of its time
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

// Some charts (20,000 in the soak), 200 random commands each: undone one by one to the same JSON,
// redone to the same JSON; a refused command leaves the chart as it was.
func TestUndoRedo(t *testing.T) {
	charts := 120
	if testing.Short() {
		charts = 50
	}
	if os.Getenv("SOAK") != "" {
		charts = 20000
	}
	const shares = 4 // side by side
	for k := range shares {
		t.Run(fmt.Sprint("share ", k), func(t *testing.T) {
			t.Parallel()
			for seed := k; seed < charts; seed += shares {
				undoRedo(t, seed)
			}
		})
	}
}

func undoRedo(t *testing.T, seed int) {
	t.Helper()
	r := &random{Rand: rand.New(rand.NewPCG(uint64(seed), 1))}
	c := New("test")
	states, inverses := []string{marshal(t, c)}, []Command{}
	for range 200 {
		cmd := Command{Words: "random"}
		for range 1 + r.IntN(3) {
			cmd.Parts = append(cmd.Parts, r.part(c))
		}
		inv, err := Apply(c, cmd)
		if err != nil {
			if r.IntN(10) == 0 {
				if now := marshal(t, c); now != states[len(states)-1] {
					t.Fatalf("seed %d: a refused command (%v) changed the chart", seed, err)
				}
			}
			continue
		}
		inverses = append(inverses, inv)
		states = append(states, marshal(t, c))
	}
	var redo []Command
	for i := len(inverses) - 1; i >= 0; i-- {
		again, err := Apply(c, inverses[i])
		if err != nil {
			t.Fatalf("seed %d: undoing %d: %v", seed, i, err)
		}
		if now := marshal(t, c); now != states[i] {
			t.Fatalf("seed %d: command %d undone is not as before:\n%s\n%s", seed, i, now, states[i])
		}
		redo = append(redo, again)
	}
	for i := range inverses {
		if _, err := Apply(c, redo[len(redo)-1-i]); err != nil {
			t.Fatalf("seed %d: redoing %d: %v", seed, i, err)
		}
	}
	if now := marshal(t, c); now != states[len(states)-1] {
		t.Fatalf("seed %d: redone is not as before", seed)
	}
	// What can be made can be read.
	back, err := Unmarshal([]byte(states[len(states)-1]))
	if err != nil {
		t.Fatalf("seed %d: %v", seed, err)
	}
	if now := marshal(t, back); now != states[len(states)-1] {
		t.Fatalf("seed %d: read back it is another chart", seed)
	}
}

// The schema in docs names exactly what the JSON form has.
func TestSchema(t *testing.T) {
	b, err := os.ReadFile("../../docs/chart.schema.json")
	if err != nil {
		t.Fatal(err)
	}
	type node struct {
		Properties map[string]node
		Items      *node
		OneOf      []node
		Defs       map[string]node `json:"$defs"`
	}
	var root node
	if err := json.Unmarshal(b, &root); err != nil {
		t.Fatal(err)
	}
	page := root.Defs["page"].Properties
	for _, c := range []struct {
		v    any
		have map[string]node
	}{
		{file{}, root.Properties}, {House{}, root.Defs["house"].Properties}, {Page{}, page}, {Frame{}, page["frame"].Properties}, {Sheet{}, page["sheet"].Properties}, {Setup{}, root.Defs["setup"].Properties}, {Grid{}, root.Defs["setup"].Properties["grid"].Properties}, {Ground{}, root.Defs["setup"].Properties["ground"].Properties}, {File{}, page["steps"].Items.Properties["files"].Items.Properties}, {Link{}, root.Defs["link"].Properties}, {Strip{}, root.Defs["setup"].Properties["header"].Properties}, {Key{}, page["key"].Properties}, {Showing{}, page["shown"].Items.Properties}, {Lane{}, page["lanes"].Items.Properties},
		{LaneGroup{}, page["groups"].Items.Properties}, {Stage{}, page["stages"].Items.Properties}, {Turned{}, page["turned"].Properties}, {Folded{}, page["folded"].Items.Properties},
		{Step{}, page["steps"].Items.Properties}, {Run{}, page["steps"].Items.Properties["runs"].Items.Properties}, {StepLook{}, page["steps"].Items.Properties["look"].Properties},
		{TextLook{}, page["steps"].Items.Properties["look"].Properties["text"].Properties}, {LaneLook{}, page["lanes"].Items.Properties["look"].Properties}, {Field{}, page["steps"].Items.Properties["fields"].Items.Properties},
		{Connector{}, page["connectors"].Items.Properties}, {Label{}, page["connectors"].Items.Properties["labels"].Items.Properties},
	} {
		typ := reflect.TypeOf(c.v)
		exported := 0
		for i := range typ.NumField() {
			if !typ.Field(i).IsExported() {
				continue
			}
			exported++
			name, _, _ := strings.Cut(typ.Field(i).Tag.Get("json"), ",")
			if _, ok := c.have[name]; !ok {
				t.Errorf("%s: the schema lacks %q", typ.Name(), name)
			}
		}
		if exported != len(c.have) {
			t.Errorf("%s has %d members, the schema %d", typ.Name(), exported, len(c.have))
		}
	}
}

func TestClone(t *testing.T) {
	r := &random{Rand: rand.New(rand.NewPCG(7, 7))}
	c := New("test")
	for range 300 {
		Apply(c, Command{Parts: []Part{r.part(c)}})
	}
	d := c.Clone()
	was := marshal(t, d)
	if was != marshal(t, c) {
		t.Fatal("the copy differs")
	}
	for range 300 {
		Apply(c, Command{Parts: []Part{r.part(c)}})
	}
	if marshal(t, d) != was {
		t.Error("the copy changed with the chart")
	}
}

// A step stands in its lane: inserting, moving and widening lanes takes it
// along, and a lane that goes away while somebody adds a step to it leaves the
// step in the lane beside it.
func TestStepsStandInTheirLanes(t *testing.T) {
	c := New("lanes")
	do := func(parts ...Part) {
		t.Helper()
		if _, err := Apply(c, Command{Parts: parts}); err != nil {
			t.Fatal(err)
		}
	}
	p := c.Pages[0]
	do(Part{Do: "lane.add", Page: "p1", Lane: &Lane{ID: "a", Size: 100}},
		Part{Do: "lane.add", Page: "p1", Lane: &Lane{ID: "b", Size: 100}},
		Part{Do: "step.add", Page: "p1", Step: &Step{ID: "s", Symbol: symbol.Process, Lane: "b", X: 80, Y: 20, W: 100, H: 50}})
	if y := p.StepRect(p.Step("s")).Y; y != p.Frame.Y+120 {
		t.Fatalf("the step stands at %v", y)
	}
	do(Part{Do: "lane.set", Page: "p1", ID: "a", Size: ptr(160.0)})
	if y := p.StepRect(p.Step("s")).Y; y != p.Frame.Y+180 {
		t.Errorf("after widening the lane above it stands at %v", y)
	}
	at := 0
	do(Part{Do: "lane.add", Page: "p1", Lane: &Lane{ID: "c", Size: 50}, At: &at})
	if y := p.StepRect(p.Step("s")).Y; y != p.Frame.Y+230 {
		t.Errorf("after inserting a lane it stands at %v", y)
	}
	do(Part{Do: "lane.order", Page: "p1", Order: []string{"b", "a", "c"}})
	if y := p.StepRect(p.Step("s")).Y; y != p.Frame.Y+20 {
		t.Errorf("after moving its lane to the top it stands at %v", y)
	}
	do(Part{Do: "lane.drop", Page: "p1", ID: "b"})
	if l := p.Step("s").Lane; l != "a" {
		t.Errorf("its lane gone, it is in %q", l)
	}
	do(Part{Do: "step.add", Page: "p1", Step: &Step{ID: "late", Symbol: symbol.Process, Lane: "b", X: 0, Y: 0, W: 50, H: 50}})
	if l := p.Step("late").Lane; p.Lane(l) == nil {
		t.Errorf("a step for a lane that is gone stands in %q", l)
	}
}

func TestDropStepLoosensLines(t *testing.T) {
	c := New("x")
	p := c.Pages[0]
	step := func(id string, x float64) Part {
		return Part{Do: "step.add", Page: "p1", Step: &Step{ID: id, Symbol: symbol.Process, X: x, Y: 100, W: 100, H: 50}}
	}
	if _, err := Apply(c, Command{Parts: []Part{step("a", 0), step("b", 300),
		{Do: "line.add", Page: "p1", Line: &Connector{ID: "l", From: End{Step: "a"}, To: End{Step: "b", Port: "left"}, Meaning: Flow}}}}); err != nil {
		t.Fatal(err)
	}
	was := marshal(t, c)
	inv, err := Apply(c, Command{Parts: []Part{{Do: "step.drop", Page: "p1", ID: "b"}}})
	if err != nil {
		t.Fatal(err)
	}
	if e := p.Connector("l").To; !e.Loose() || e.X != 350 || e.Y != 125 {
		t.Errorf("the end is at %+v", e)
	}
	if _, err := Apply(c, inv); err != nil || marshal(t, c) != was {
		t.Errorf("undone it is not as before: %v", err)
	}
}

func TestUnmarshalErrors(t *testing.T) {
	for _, c := range []struct{ in, want string }{
		{`{"format":`, "line 1"},
		{"{\n\"format\": 7}", "line 2"},
		{`{"format":"other"}`, "$.format"},
		{`{"format":"plain-tracer-chart","version":99}`, "$.version: 99 is newer"},
		{`{"format":"plain-tracer-chart"}`, "$.version"},
		{`{"format":"plain-tracer-chart","version":1,"name":"x","pages":[]}`, "$.pages"},
		{`{"format":"plain-tracer-chart","version":1,"pages":[null]}`, "$.pages[0]"},
		{`{"format":"plain-tracer-chart","version":1,"pages":[{"id":"p","w":900,"h":700,"steps":[{"id":"a","symbol":"wombat","w":50,"h":50}]}]}`, `$.pages[0]: steps[0]: there is no symbol "wombat"`},
		{`{"format":"plain-tracer-chart","version":1,"pages":[{"id":"p","w":900,"h":700,"steps":[{"id":"a","symbol":"process","w":50,"h":50},{"id":"a","symbol":"process","w":50,"h":50}]}]}`, "twice"},
		{`{"format":"plain-tracer-chart","version":1,"pages":[{"id":"p","w":900,"h":700,"connectors":[{"id":"c","from":{"step":"x"},"to":{"x":1},"meaning":"flow"}]}]}`, "connectors[0]"},
		{`{"format":"plain-tracer-chart","version":1,"pages":[{"id":"p","w":900,"h":700}],"colour":1}`, "colour"},
		{`{"format":"plain-tracer-chart","version":1,"pages":[{"id":"p q","w":900,"h":700}]}`, "letters"},
		{`{"format":"plain-tracer-chart","version":1,"pages":[{"id":"p","w":9,"h":700}]}`, "too small"},
	} {
		_, err := Unmarshal([]byte(c.in))
		if err == nil || !strings.Contains(err.Error(), c.want) {
			t.Errorf("%s: %v, want %q", c.in, err, c.want)
		}
	}
}

func FuzzUnmarshal(f *testing.F) {
	r := &random{Rand: rand.New(rand.NewPCG(3, 3))}
	c := New("seed")
	for range 100 {
		Apply(c, Command{Parts: []Part{r.part(c)}})
	}
	b, _ := Marshal(c)
	f.Add(b)
	f.Add([]byte(`{"format":"plain-tracer-chart","version":1,"pages":[{"id":"p","w":900,"h":700}]}`))
	f.Fuzz(func(t *testing.T, b []byte) {
		c, err := Unmarshal(b)
		if err != nil {
			return
		}
		once, err := Marshal(c)
		if err != nil {
			t.Fatal(err)
		}
		again, err := Unmarshal(once)
		if err != nil {
			t.Fatalf("what was read cannot be read again: %v", err)
		}
		if twice, _ := Marshal(again); !bytes.Equal(once, twice) {
			t.Error("written twice it differs")
		}
	})
}

func BenchmarkApply(b *testing.B) {
	c := New("bench")
	p := c.Pages[0]
	for i := range 200 {
		p.Steps = append(p.Steps, &Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 100, H: 50})
	}
	x := 0.0
	for b.Loop() {
		x++
		Apply(c, Command{Parts: []Part{{Do: "step.place", Page: "p1", Places: []Place{{ID: "s150", X: x, W: 100, H: 50}}}}})
	}
}

// Ways are kept by connector and taken back; one that cannot be is refused, and what is
// gone is passed over.
func TestWays(t *testing.T) {
	c := New("ways")
	p := c.Pages[0]
	line := &Connector{ID: "c1", From: End{X: 10, Y: 10}, To: End{X: 90, Y: 40}, Meaning: Flow}
	way := func(pts ...geom.Point) *Way { return &Way{Points: pts} }
	do := func(ways map[string]*Way) (Command, error) {
		return Apply(c, Command{Words: "find ways", Parts: []Part{{Do: "line.ways", Page: p.ID, Ways: ways}}})
	}
	if _, err := Apply(c, Command{Parts: []Part{{Do: "line.add", Page: p.ID, Line: line}}}); err != nil {
		t.Fatal(err)
	}
	bare := marshal(t, c)
	back, err := do(map[string]*Way{"c1": way(geom.Pt(10, 10), geom.Pt(90.004, 10), geom.Pt(90, 40)), "gone": nil})
	if err != nil {
		t.Fatal(err)
	}
	if got := p.Connectors[0].Way; got == nil || len(got.Points) != 3 || got.Points[1] != geom.Pt(90, 10) {
		t.Errorf("the way is %+v", got)
	}
	if d, err := Unmarshal([]byte(marshal(t, c))); err != nil || marshal(t, d) != marshal(t, c) {
		t.Errorf("read back it differs: %v", err)
	}
	full := marshal(t, c)
	for _, bad := range []*Way{way(), way(geom.Pt(1, 1)), way(geom.Pt(1, 1), geom.Pt(math.NaN(), 2)), way(geom.Pt(1, 1), geom.Pt(1e9, 2))} {
		if _, err := do(map[string]*Way{"c1": bad}); err == nil || !strings.Contains(err.Error(), `ways["c1"]: way.points`) {
			t.Errorf("%+v: %v", bad, err)
		}
		if marshal(t, c) != full {
			t.Fatal("a way that was refused is there")
		}
	}
	if _, err := Apply(c, back); err != nil || marshal(t, c) != bare {
		t.Errorf("taken back it is not as it was: %v", err)
	}
}
