package proof

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"gonum.org/v1/gonum/graph/simple"
	"gonum.org/v1/gonum/graph/topo"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// drawn is a sound chart: in two lanes, with a decision, a way back, a store, two pages.
func drawn() *chart.Chart {
	c := chart.New("Loans")
	p := c.Pages[0]
	p.Lanes = []*chart.Lane{{ID: "l1", Name: "Loans desk", Size: 200}, {ID: "l2", Name: "Conservation", Size: 200}}
	put := func(p *chart.Page, id, lane string, k symbol.Kind, text string) {
		n := len(p.Steps)
		p.Steps = append(p.Steps, &chart.Step{ID: id, Lane: lane, Symbol: k, X: 60 + float64(n)*180, Y: 60, W: 112, H: 56, Text: text})
	}
	way := func(p *chart.Page, from, to, name string, m chart.Meaning) {
		l := &chart.Connector{ID: from + "-" + to, Meaning: m, From: chart.End{Step: from}, To: chart.End{Step: to}}
		if name != "" {
			l.Labels = []chart.Label{{Text: name}}
		}
		p.Connectors = append(p.Connectors, l)
	}
	put(p, "start", "l1", symbol.Terminator, "Loan wanted")
	put(p, "log", "l1", symbol.Process, "Log the request")
	put(p, "fit", "l2", symbol.Decision, "Fit to travel?")
	put(p, "pack", "l2", symbol.Predefined, "Pack and ship")
	put(p, "refuse", "l1", symbol.Document, "Decline with reasons")
	put(p, "done", "l1", symbol.Terminator, "Object received")
	put(p, "closed", "l1", symbol.Terminator, "Request closed")
	put(p, "store", "l1", symbol.StoredData, "Register")
	put(p, "note", "", symbol.Annotation, "Within two days")
	way(p, "start", "log", "", chart.Flow)
	way(p, "log", "fit", "", chart.Flow)
	way(p, "fit", "pack", "yes", chart.Flow)
	way(p, "fit", "refuse", "no", chart.Flow)
	way(p, "fit", "log", "unclear", chart.Aside)
	way(p, "pack", "done", "", chart.Flow)
	way(p, "refuse", "closed", "", chart.Flow)
	way(p, "log", "store", "", chart.Data)
	way(p, "note", "log", "", chart.Note)
	q := chart.NewPage("p2")
	put(q, "a", "", symbol.Terminator, "Crate ordered")
	put(q, "b", "", symbol.Process, "Build a crate")
	put(q, "c", "", symbol.Terminator, "Crate packed")
	way(q, "a", "b", "", chart.Flow)
	way(q, "b", "c", "", chart.Flow)
	c.Pages = append(c.Pages, q)
	p.Step("pack").Link = &chart.Link{Page: "p2"}
	return c
}

func join(p *chart.Page, from, to string) *chart.Connector {
	id := from + "_" + to
	for p.Connector(id) != nil {
		id += "_"
	}
	l := &chart.Connector{ID: id, Meaning: chart.Flow, From: chart.End{Step: from}, To: chart.End{Step: to}}
	p.Connectors = append(p.Connectors, l)
	return l
}

func cut(p *chart.Page, ids ...string) {
	p.Connectors = slices.DeleteFunc(p.Connectors, func(l *chart.Connector) bool { return slices.Contains(ids, l.ID) })
}

// fault is what breaks a rule in a sound chart.
type fault struct {
	plant func(c *chart.Chart, p *chart.Page)
	at    string // where it is to be found: page, with the step or connector; or one of several, of which any can come first
	says  string
}

// there reports whether a finding is where the fault is.
func (f fault) there(found string) bool {
	return slices.ContainsFunc(strings.Split(f.at, "|"), func(at string) bool { return strings.HasPrefix(found, at+": ") })
}

var faults = map[string]fault{
	"no-start": {func(c *chart.Chart, p *chart.Page) {
		q := c.Pages[1]
		q.Step("a").Symbol, q.Step("c").Symbol = symbol.Process, symbol.Process
		join(q, "c", "a")
	}, "p2 a|p2 b|p2 c", "ring"},
	"several-starts": {func(c *chart.Chart, p *chart.Page) {
		p.Steps = append(p.Steps, &chart.Step{ID: "second", Lane: "l1", Symbol: symbol.Terminator, X: 2000, Y: 60, W: 112, H: 56, Text: "Loan renewed"})
		join(p, "second", "log")
	}, "p1 second", "2 starts"},
	"unreached": {func(c *chart.Chart, p *chart.Page) {
		p.Steps = append(p.Steps, &chart.Step{ID: "lost", Lane: "l1", Symbol: symbol.Process, X: 2000, Y: 60, W: 112, H: 56, Text: "Call the lender"})
		join(p, "lost", "log")
	}, "p1 lost", "No way leads to 'Call the lender'"},
	"endless":         {func(c *chart.Chart, p *chart.Page) { cut(p, "pack-done"); join(p, "pack", "fit"); cut(p, "fit-refuse") }, "p1 log", "no way out"},
	"dead-end":        {func(c *chart.Chart, p *chart.Page) { cut(p, "refuse-closed") }, "p1 refuse", "stops at"},
	"end-goes-on":     {func(c *chart.Chart, p *chart.Page) { join(p, "closed", "log") }, "p1 closed", "on from it"},
	"one-way-out":     {func(c *chart.Chart, p *chart.Page) { cut(p, "fit-refuse", "fit-log") }, "p1 fit", "one way out"},
	"outcome-unnamed": {func(c *chart.Chart, p *chart.Page) { p.Connector("fit-pack").Labels = nil }, "p1 fit-pack", "has no name"},
	"outcome-twice":   {func(c *chart.Chart, p *chart.Page) { p.Connector("fit-refuse").Labels[0].Text = " Yes " }, "p1 fit-refuse|p1 fit-pack", "called 'Yes'"},
	"several-ways-out": {func(c *chart.Chart, p *chart.Page) {
		join(p, "log", "refuse")
		for _, id := range []string{"log-fit", "log_refuse"} {
			p.Connector(id).Labels = []chart.Label{{Text: id}}
		}
	}, "p1 log", "2 ways of the flow"},
	"waits-for-ever": {func(c *chart.Chart, p *chart.Page) {
		p.Step("done").Symbol = symbol.Parallel
		join(p, "refuse", "done")
		cut(p, "refuse-closed")
	}, "p1 done", "can wait for ever"},
	"comes-twice": {func(c *chart.Chart, p *chart.Page) {
		p.Step("log").Symbol = symbol.Parallel
		join(p, "log", "pack")
		cut(p, "fit-log")
	}, "p1 done", "twice in one run"},
	"store-on-way": {func(c *chart.Chart, p *chart.Page) { join(p, "log", "store"); join(p, "store", "refuse") }, "p1 store", "is a store"},
	"loose": {func(c *chart.Chart, p *chart.Page) {
		r := p.StepRect(p.Step("done"))
		p.Connector("pack-done").To = chart.End{X: r.X - 10, Y: r.CY()}
	}, "p1 pack-done", "near 'Object received'"},
	"no-mate": {func(c *chart.Chart, p *chart.Page) {
		p.Step("closed").Symbol, p.Step("closed").Text = symbol.OffPage, "B"
	}, "p1 closed", "letter B"},
	"link-gone": {func(c *chart.Chart, p *chart.Page) {
		p.Step("log").Runs = []chart.Run{{From: 0, To: 3, Link: &chart.Link{Page: "p2", Step: "gone"}}}
	}, "p1 log", "step that is gone"},
	"empty-part":       {func(c *chart.Chart, p *chart.Page) { c.Pages[1].Steps, c.Pages[1].Connectors = nil, nil }, "p1 pack", "there is nothing"},
	"part-without-end": {func(c *chart.Chart, p *chart.Page) { c.Pages[1].Step("c").Symbol = symbol.Process }, "p1 pack", "opens a page without an end"},
	"unconnected": {func(c *chart.Chart, p *chart.Page) {
		p.Steps = append(p.Steps, &chart.Step{ID: "lone", Lane: "l2", Symbol: symbol.Process, X: 2000, Y: 60, W: 112, H: 56, Text: "Call the lender"})
	}, "p1 lone", "No connector"},
	"overlap": {func(c *chart.Chart, p *chart.Page) { p.Step("refuse").X = p.Step("closed").X + 20 }, "p1 closed|p1 refuse", "lies on"},
	"poor-contrast": {func(c *chart.Chart, p *chart.Page) {
		p.Step("log").Look = &chart.StepLook{Fill: "#EEEEEE", Text: chart.TextLook{Colour: "#CCCCCC"}}
	}, "p1 log", "contrast of 1."},
	"small-text": {func(c *chart.Chart, p *chart.Page) {
		p.Step("log").Look = &chart.StepLook{Text: chart.TextLook{Size: 7}}
	}, "p1 log", "5.2 pt"},
	"against-reading": {func(c *chart.Chart, p *chart.Page) { p.Connector("fit-log").Look = &chart.Look{End: chart.Bare} }, "p1 fit-log", "without an arrowhead"},
	"through-symbol":  {func(c *chart.Chart, p *chart.Page) { join(p, "start", "refuse").Kind = chart.Straight }, "p1 start_refuse", "The connector from 'Loan wanted' to 'Decline with reasons' runs through 'Log the request'."},
	"label-on": {func(c *chart.Chart, p *chart.Page) {
		p.Connector("pack-done").Labels = []chart.Label{{Text: "by courier", Place: &chart.LabelPlace{Along: 0.02}}}
	}, "p1 pack-done", "'by courier' lies on 'Pack and ship'"},
	"cut-off": {func(c *chart.Chart, p *chart.Page) { p.Lanes[0].Name = strings.Repeat("The desk that lends ", 5) }, "p1", "is cut off"},
	"crossings": {func(c *chart.Chart, p *chart.Page) {
		q := c.Pages[1]
		for i, id := range []string{"b2", "c2"} {
			q.Steps = append(q.Steps, &chart.Step{ID: id, Symbol: symbol.Process, X: 240 + 180*float64(i), Y: 60 + 140*float64(1-i), W: 112, H: 56, Text: "Check the crate " + id})
		}
		q.Step("c").Y = 200
		join(q, "b2", "c2")
	}, "p2", "Connectors cross once on this page. Laid out anew, they would not."},
	"looks-differ": {func(c *chart.Chart, p *chart.Page) {
		for i := range 4 {
			p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("m", i), Lane: "l1", Symbol: symbol.Process, X: 2000 + 180*float64(i), Y: 60, W: 112, H: 56, Text: fmt.Sprint("Pack crate ", i)})
		}
		p.Step("m2").Look = &chart.StepLook{Weight: 4, Fill: "#FFEEAA"}
	}, "p1 m2", "otherwise than 4 of its kind on this page: outline"},
	"many-colours": {func(c *chart.Chart, p *chart.Page) {
		for i, id := range []string{"start", "log", "fit", "pack", "refuse", "done", "closed", "store"} {
			p.Step(id).Look = &chart.StepLook{Fill: fmt.Sprintf("#FFFFF%d", i)}
		}
	}, "p1", "8 colours"},
	"outside-lanes": {func(c *chart.Chart, p *chart.Page) { p.Step("log").Lane = ""; p.Step("log").Y = 700 }, "p1 log", "in no lane"},
	"empty-lane": {func(c *chart.Chart, p *chart.Page) {
		p.Lanes = append(p.Lanes, &chart.Lane{ID: "l3", Name: "Couriers", Size: 200})
	}, "p1", "Couriers"},
	"no-text":   {func(c *chart.Chart, p *chart.Page) { p.Step("log").Text = " " }, "p1 log", "says nothing"},
	"long-text": {func(c *chart.Chart, p *chart.Page) { p.Step("log").Text = strings.Repeat("Log it all ", 20) }, "p1 log", "220 characters"},
	"same-text": {func(c *chart.Chart, p *chart.Page) { p.Step("refuse").Text = " log  the REQUEST" }, "p1 refuse|p1 log", "Two steps"},
	"question":  {func(c *chart.Chart, p *chart.Page) { p.Step("fit").Symbol = symbol.Process }, "p1 fit", "is no decision"},
	"record":    {func(c *chart.Chart, p *chart.Page) { p.Step("log").Text = "Record the request" }, "p1 log", "on paper"},
	"no-verb": {func(c *chart.Chart, p *chart.Page) {
		c.Pages[1].Step("b").Text = "The crate is packed"
	}, "p2 b", "Say 'pack …'"},
	"name-twice": {func(c *chart.Chart, p *chart.Page) {
		p.Step("store").Text, p.Step("note").Text = "Register kept for Meyer", "Ask Meier within two days"
	}, "p1 note|p1 store", "'Meyer' and 'Meier'"},
	"role-twice": {func(c *chart.Chart, p *chart.Page) { p.Lanes[1].Name = "Loan-Desk" }, "p1", "one role"},
}

// prove proves a chart as it is drawn.
func prove(c *chart.Chart) []Finding {
	fs, _ := Chart(c, Anew(c))
	return fs
}

func figuresOf(c *chart.Chart) Figures {
	_, n := Chart(c, Drawn{})
	return n
}

func found(fs []Finding, rule string) []string {
	var out []string
	for _, f := range fs {
		if f.Rule == rule {
			out = append(out, strings.TrimSpace(f.Page+" "+f.ID)+": "+f.Words)
		}
	}
	return out
}

// A sound chart has no finding. Each rule finds the fault that is planted for it, at its place, in words that say it; and
// every rule has one.
func TestRules(t *testing.T) {
	if fs := prove(drawn()); len(fs) > 0 {
		t.Fatalf("the sound chart: %+v", fs)
	}
	for _, r := range Rules() {
		k, ok := faults[r.Name]
		if !ok {
			t.Errorf("%s has no chart that breaks it", r.Name)
			continue
		}
		c := drawn()
		k.plant(c, c.Pages[0])
		got := found(prove(c), r.Name)
		if !slices.ContainsFunc(got, func(s string) bool { return k.there(s) && strings.Contains(s, k.says) }) {
			t.Errorf("%s is found as %q, want at %s, saying %q; all: %+v", r.Name, got, k.at, k.says, prove(c))
		}
		if Count(prove(c), r.Severity) == 0 {
			t.Errorf("%s is found, and not counted", r.Name)
		}
		c.Waived = []chart.Waiver{{Rule: r.Name, Reason: "as agreed"}}
		if got := found(prove(c), r.Name); len(got) > 0 {
			t.Errorf("%s is waived, and found: %q", r.Name, got)
		}
	}
}

// What mends a finding takes it away, and makes nothing wrong.
func TestMends(t *testing.T) {
	mended := map[string]bool{}
	for name, k := range faults {
		c := drawn()
		k.plant(c, c.Pages[0])
		wrong := Count(prove(c), Wrong)
		for _, f := range prove(c) {
			if f.Mend == nil {
				continue
			}
			mended[f.Rule] = true
			d := c.Clone()
			if _, err := chart.Apply(d, *f.Mend); err != nil {
				t.Errorf("%s: the mend of %q: %v", name, f.Words, err)
				continue
			}
			after := prove(d)
			if slices.ContainsFunc(after, func(g Finding) bool { return g.Words == f.Words }) || Count(after, Wrong) > wrong {
				t.Errorf("%s: after its mend %+v", name, after)
			}
		}
	}
	for _, rule := range []string{"loose", "empty-lane", "role-twice", "question", "several-ways-out", "poor-contrast", "against-reading", "through-symbol", "label-on", "cut-off", "crossings", "looks-differ"} {
		if !mended[rule] {
			t.Errorf("%s has no mend", rule)
		}
	}
}

// Faults that are planted together, any of them and in any order, are all found where they are: 200 charts a rule.
func TestFaultsTogether(t *testing.T) {
	apart := []string{"several-starts", "unreached", "outcome-twice", "loose", "link-gone", "unconnected", "empty-lane", "long-text", "overlap", "empty-part"}
	for seed := range uint64(200) {
		r := rand.New(rand.NewPCG(seed, 5))
		c := drawn()
		some := slices.DeleteFunc(slices.Clone(apart), func(string) bool { return r.IntN(3) == 0 })
		r.Shuffle(len(some), func(i, j int) { some[i], some[j] = some[j], some[i] })
		for _, name := range some {
			faults[name].plant(c, c.Pages[0])
		}
		fs, _ := Chart(c, Drawn{Page: Anew(c).Page})
		for i := 1; i < len(fs); i++ {
			if slices.Index(Severities, fs[i-1].Severity) > slices.Index(Severities, fs[i].Severity) {
				t.Fatalf("seed %d: %s stands before %s", seed, fs[i-1].Severity, fs[i].Severity)
			}
		}
		for _, name := range apart {
			has := slices.ContainsFunc(found(fs, name), faults[name].there)
			if want := slices.Contains(some, name); has != want {
				t.Fatalf("seed %d: planted %v: %s found %v", seed, some, name, has)
			}
		}
	}
}

// around is the sound chart with more around it: before the request is logged other things are done, in any number, with
// decisions among them; a third page; and steps and connectors stand in any order.
func around(r *rand.Rand) *chart.Chart {
	c := drawn()
	p := c.Pages[0]
	n := r.IntN(6)
	for _, s := range p.Steps {
		if s.ID != "start" {
			s.X += 180 * float64(n)
		}
	}
	cut(p, "start-log")
	before := "start"
	for i := range n {
		s := &chart.Step{ID: fmt.Sprint("n", i), Lane: "l1", Symbol: symbol.Process, X: 240 + 180*float64(i), Y: 60, W: 112, H: 56, Text: fmt.Sprintf("Look into box %d", i)}
		p.Steps = append(p.Steps, s)
		l := join(p, before, s.ID)
		if p.Step(before).Symbol == symbol.Decision {
			l.Labels = []chart.Label{{Text: "yes"}}
		}
		if r.IntN(3) == 0 {
			s.Symbol, s.Text = symbol.Decision, fmt.Sprintf("Is box %d empty?", i)
			end := &chart.Step{ID: fmt.Sprint("e", i), Lane: "l2", Symbol: symbol.Terminator, X: s.X, Y: 60, W: 112, H: 56, Text: fmt.Sprintf("Box %d sent back", i)}
			p.Steps = append(p.Steps, end)
			join(p, s.ID, end.ID).Labels = []chart.Label{{Text: "no"}}
		}
		before = s.ID
	}
	last := join(p, before, "log")
	if p.Step(before).Symbol == symbol.Decision {
		last.Labels = []chart.Label{{Text: "yes"}}
	}
	q := chart.NewPage("p3")
	for i := range r.IntN(4) {
		q.Steps = append(q.Steps, &chart.Step{ID: fmt.Sprint("t", i), Symbol: symbol.Process, X: 60 + 180*float64(i), Y: 60, W: 112, H: 56, Text: fmt.Sprintf("Carry crate %d", i)})
		if i > 0 {
			join(q, fmt.Sprint("t", i-1), fmt.Sprint("t", i))
		}
	}
	c.Pages = append(c.Pages, q)
	for _, p := range c.Pages {
		r.Shuffle(len(p.Steps), func(i, j int) { p.Steps[i], p.Steps[j] = p.Steps[j], p.Steps[i] })
		r.Shuffle(len(p.Connectors), func(i, j int) { p.Connectors[i], p.Connectors[j] = p.Connectors[j], p.Connectors[i] })
	}
	return c
}

// Faults of every rule are found at their places, 200 charts a rule; and nothing was wrong or doubtful before.
func TestFaultsEverywhere(t *testing.T) {
	asDrawn := []string{"through-symbol", "label-on", "crossings"}
	for name, k := range faults {
		for seed := range uint64(200) {
			c := around(rand.New(rand.NewPCG(seed, 7)))
			d := Drawn{}
			if slices.Contains(asDrawn, name) {
				d = Anew(c)
			}
			if fs, _ := Chart(c, d); Count(fs, Wrong)+Count(fs, Doubtful) > 0 {
				t.Fatalf("seed %d: the sound chart: %+v", seed, fs)
			}
			k.plant(c, c.Pages[0])
			fs, _ := Chart(c, d)
			if !slices.ContainsFunc(found(fs, name), k.there) {
				t.Fatalf("seed %d: %s is not found at %s: %+v", seed, name, k.at, fs)
			}
			for _, f := range fs {
				if f.Rule != name || f.Mend == nil || seed >= 50 {
					continue
				}
				mended := c.Clone()
				if _, err := chart.Apply(mended, *f.Mend); err != nil {
					t.Fatalf("seed %d: the mend of %q: %v", seed, f.Words, err)
				}
				if d.Page != nil {
					d = Anew(mended)
				}
				after, _ := Chart(mended, d)
				if slices.ContainsFunc(after, func(g Finding) bool { return g.Words == f.Words && g.ID == f.ID }) || Count(after, Wrong) > Count(fs, Wrong) {
					t.Fatalf("seed %d: after the mend of %q: %+v", seed, f.Words, after)
				}
			}
		}
	}
}

// Whether an end can be reached, and what loops, is as gonum tells it on graphs at random.
func TestReachAgainstGonum(t *testing.T) {
	for seed := range uint64(200) {
		r := rand.New(rand.NewPCG(seed, 6))
		c := chart.New("random")
		p := c.Pages[0]
		n := 2 + r.IntN(25)
		g := simple.NewDirectedGraph()
		for i := range n {
			p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, W: 100, H: 50})
			g.AddNode(simple.Node(i))
		}
		for range r.IntN(3 * n) {
			a, b := r.IntN(n), r.IntN(n)
			if a != b {
				join(p, fmt.Sprint("s", a), fmt.Sprint("s", b))
				g.SetEdge(simple.Edge{F: simple.Node(a), T: simple.Node(b)})
			}
		}
		v := viewOf(c, Drawn{})
		loops := map[int]bool{}
		for _, scc := range topo.TarjanSCC(g) {
			for _, k := range scc {
				loops[int(k.ID())] = len(scc) > 1
			}
		}
		for i := range n {
			reach := false
			for j := range n {
				if g.From(int64(j)).Len() == 0 && topo.PathExistsIn(g, simple.Node(i), simple.Node(j)) {
					reach = true
				}
			}
			if v.ends[i] != reach {
				t.Fatalf("seed %d: an end from %d: %v, gonum says %v", seed, i, v.ends[i], reach)
			}
			if back(v, i) != loops[i] {
				t.Fatalf("seed %d: %d loops: %v, gonum says %v", seed, i, back(v, i), loops[i])
			}
		}
	}
}

// Flow goes on over off-page connectors: what is led to on another page is reached, and what it leads to there is an end.
func TestOverPages(t *testing.T) {
	c := drawn()
	p, q := c.Pages[0], c.Pages[1]
	p.Step("done").Symbol, p.Step("done").Text = symbol.OffPage, "A"
	q.Steps[0].Symbol, q.Steps[0].Text = symbol.OffPage, "A"
	p.Step("pack").Link = nil
	if fs := prove(c); len(fs) > 0 {
		t.Errorf("%+v", fs)
	}
	if f := figuresOf(c); f.WaysBack != 1 || f.Longest != 8 {
		t.Errorf("%+v", f)
	}
}

// The figures of the sound chart, counted by hand; and of a chain of decisions, whose ways double with each.
func TestFigures(t *testing.T) {
	if f, want := figuresOf(drawn()), (Figures{Steps: 10, Decisions: 1, Handovers: 4, WaysBack: 1, Longest: 5, Ways: 3}); f != want {
		t.Errorf("%+v, want %+v", f, want)
	}
	ring := drawn()
	join(ring.Pages[0], "closed", "start")
	if f := figuresOf(ring); f.Ways != 3 || f.WaysBack != 2 {
		t.Errorf("with a way back to the start: %+v", f)
	}
	c := chart.New("chain")
	p := c.Pages[0]
	for i := range 51 {
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Decision, W: 100, H: 50})
		if i > 0 {
			join(p, fmt.Sprint("s", i-1), fmt.Sprint("s", i))
			join(p, fmt.Sprint("s", i-1), fmt.Sprint("s", i))
		}
	}
	if f := figuresOf(c); f.Ways != 1<<50 || f.Longest != 51 {
		t.Errorf("%+v", f)
	}
}

func BenchmarkChart(b *testing.B) {
	r := rand.New(rand.NewPCG(1, 1))
	c := chart.New("large")
	p := c.Pages[0]
	for i := range 1000 {
		at := geom.Pt(float64(i%40)*200, float64(i/40)*120)
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: symbol.Process, X: at.X, Y: at.Y, W: 112, H: 56, Text: fmt.Sprint("Check the condition of object ", i)})
		if i > 0 {
			join(p, fmt.Sprint("s", i-1), fmt.Sprint("s", i))
			join(p, fmt.Sprint("s", r.IntN(i)), fmt.Sprint("s", i))
		}
	}
	s := Anew(c).Page(p)
	for b.Loop() {
		Chart(c, Drawn{Page: func(*chart.Page) *sheet.Sheet { return s }})
	}
}

// People who report to each other do no work one after the other: a hierarchy has no start, no end and no verbs, but
// whatever else is wrong with it is found.
func TestHierarchyIsNoFlow(t *testing.T) {
	c := chart.New("Staff")
	p := c.Pages[0]
	for i, name := range []string{"Ana", "Ben", "Cleo", "Dan?", "Eve"} {
		p.Steps = append(p.Steps, &chart.Step{ID: name[:1], Symbol: symbol.Process, Text: name, X: 100 + 150*float64(i), Y: 100 + 100*float64(i%2), W: 112, H: 56})
	}
	for _, w := range []string{"AB", "AC", "BD"} {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: w, From: chart.End{Step: w[:1]}, To: chart.End{Step: w[1:]}, Meaning: chart.Flow})
	}
	rules := func() map[string]bool {
		out := map[string]bool{}
		fs, _ := Chart(c, Anew(c))
		for _, f := range fs {
			out[f.Rule] = true
		}
		return out
	}
	if was := rules(); !was["several-ways-out"] || !was["unconnected"] {
		t.Fatalf("as a flow it has %v", was)
	}
	p.Setup = &chart.Setup{Tree: chart.GrowDown}
	if now := rules(); len(now) > 0 {
		t.Errorf("as a hierarchy it has %v", now)
	}
	p.Steps[1].X = p.Steps[0].X
	p.Steps[1].Y = p.Steps[0].Y + 10
	if now := rules(); !now["overlap"] {
		t.Errorf("with two on each other it has %v", now)
	}
}
