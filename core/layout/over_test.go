package layout

import (
	"fmt"
	"maps"
	"math"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/number"
	"plaintracer/core/symbol"
)

// whole are the ways and lines of a chart from step to step, pairs of off-page connectors put
// together again.
func whole(c *chart.Chart) map[string]int {
	out, into := map[string]int{}, map[string]string{} // where each letter leads
	text := map[string]*chart.Step{}
	for _, p := range c.Pages {
		for _, s := range p.Steps {
			text[s.ID] = s
		}
		for _, l := range p.Connectors {
			if s := p.Step(l.From.Step); s.Symbol == symbol.OffPage {
				if to := into[s.Text]; to != "" && to != l.To.Step {
					out["two steps have the letter "+s.Text]++
				}
				into[s.Text] = l.To.Step
			}
		}
	}
	for _, p := range c.Pages {
		for _, l := range p.Connectors {
			from, to := text[l.From.Step], l.To.Step
			if from.Symbol == symbol.OffPage {
				continue
			}
			if s := text[to]; s.Symbol == symbol.OffPage {
				to = into[s.Text]
			}
			label := ""
			if len(l.Labels) > 0 {
				label = l.Labels[0].Text
			}
			out[fmt.Sprint(from.ID, " ", l.Meaning, " ", to, " ", label)]++
		}
	}
	return out
}

// outcomes are the labels of each decision's ways, in their order.
func outcomes(c *chart.Chart) map[string]string {
	out := map[string]string{}
	for _, p := range c.Pages {
		for _, l := range p.Connectors {
			if p.Step(l.From.Step).Symbol == symbol.Decision {
				out[l.From.Step] += l.Outcome() + " "
			}
		}
	}
	return out
}

// numbers are the numbers of the steps of a chart, page by page.
func numbers(c *chart.Chart) map[string]string {
	for _, p := range c.Pages {
		if cmd, ok := number.Chart(c, p); ok {
			chart.Apply(c, cmd)
		}
	}
	out := map[string]string{}
	for _, p := range c.Pages {
		for _, s := range p.Steps {
			if s.Symbol != symbol.OffPage {
				out[s.ID] = s.Number
			}
		}
	}
	return out
}

// box is what the drawing of a page takes: its lanes, or its steps.
func box(p *chart.Page) geom.Rect {
	var r geom.Rect
	if len(p.Lanes) > 0 {
		r = p.LanesRect()
	}
	for _, s := range p.Steps {
		if r.W == 0 {
			r = p.StepRect(s)
		}
		r = r.Union(p.StepRect(s))
	}
	return r
}

// worked is a chart as people make them: mostly one step after the other, decisions with two ways out,
// ways back, stores, handovers to another lane every two or three steps.
func worked(seed uint64, n, lanes int) *chart.Chart {
	r := rand.New(rand.NewPCG(seed, 5))
	c := run(n, lanes)
	p := c.Pages[0]
	p.Connectors = nil
	way := func(from, to int, m chart.Meaning, label string) {
		l := &chart.Connector{ID: fmt.Sprint("c", len(p.Connectors)), From: chart.End{Step: fmt.Sprint("s", from)}, To: chart.End{Step: fmt.Sprint("s", to)}, Meaning: m}
		if label != "" {
			l.Labels = []chart.Label{{Text: label}}
		}
		p.Connectors = append(p.Connectors, l)
	}
	for i, s := range p.Steps {
		if i > 1 && i < n-1 && r.IntN(12) == 0 {
			s.Symbol = symbol.DirectAccess
		}
	}
	next := func(i, by int) int { // which is no store
		for i = min(n-1, i+by); p.Steps[i].Symbol == symbol.DirectAccess; i++ {
		}
		return i
	}
	lane := 0
	for i, s := range p.Steps {
		if lanes > 0 {
			if r.IntN(5) < 2 {
				lane = r.IntN(lanes)
			}
			s.Lane = p.Lanes[lane].ID
		}
		switch {
		case i == n-1:
		case s.Symbol == symbol.DirectAccess:
			way(i-1, i, chart.Data, "")
			way(i, next(i, 1), chart.Data, "")
		case r.IntN(6) == 0:
			s.Symbol, s.W, s.H = symbol.Decision, 130, 80
			way(i, next(i, 1), chart.Flow, "yes")
			if r.IntN(3) == 0 {
				way(i, next(max(0, i-1-r.IntN(6)), 0), chart.Aside, "no")
			} else {
				way(i, next(i, 2+r.IntN(4)), chart.Flow, "no")
			}
		default:
			way(i, next(i, 1), chart.Flow, "")
		}
	}
	return c
}

// howMany are a few, or many with SOAK=1.
func howMany(few, many uint64) uint64 {
	if os.Getenv("SOAK") != "" {
		return many
	}
	return few
}

// A chart that goes on over the pages that it needs is the same chart: its flow, its numbers. Each
// page can be read on its sheet, and the sheets are well used.
func TestOver(t *testing.T) {
	type sum struct {
		charts, pages, full int
		used, need          float64
	}
	sums := map[int]*sum{}
	for seed := range howMany(8, 200) {
		n, lanes := 8+int(seed*37%113), int(seed%6)
		if lanes == 1 {
			lanes = 0
		}
		c := worked(seed, n, lanes)
		idle := idleLanes(c.Pages[0]) // stay on the first page
		want, numbered, order := whole(c), numbers(c.Clone()), outcomes(c)
		free := c.Clone()
		if err := Free(t.Context(), free, Down); err != nil {
			t.Fatal(err)
		}
		if err := Chart(t.Context(), c, Down); err != nil {
			t.Fatal(err)
		}
		if err := Over(t.Context(), c); err != nil {
			t.Fatal(err)
		}
		name := fmt.Sprintf("chart %d of %d steps in %d lanes", seed, n, lanes)
		if got := whole(c); !maps.Equal(got, want) {
			t.Errorf("%s: the flow is another: %v, %v", name, got, want)
		}
		for id, was := range order {
			if got := outcomes(c)[id]; got != was {
				t.Errorf("%s: the outcomes of %s are %s, were %s", name, id, got, was)
			}
		}
		if got := numbers(c); len(c.Pages) > 1 && !maps.Equal(got, numbered) {
			t.Errorf("%s: the numbers are others", name)
		}
		if sums[lanes] == nil {
			sums[lanes] = &sum{}
		}
		k := sums[lanes]
		k.charts++
		k.pages += len(c.Pages)
		if n := len(c.Pages); n > 1 {
			// Pages are filled evenly: the last one holds enough to be worth turning to, where the others could give it some.
			if last, before := ofFlow(c.Pages[n-1]), ofFlow(c.Pages[n-2]); last < fewest && before > 2*fewest {
				t.Errorf("%s: the last page has %d steps, the one before %d", name, last, before)
			}
		}
		for i, p := range c.Pages {
			w, h := p.SheetSize()
			if !Fits(p) || idleLanes(p) > idle || i > 0 && idleLanes(p) > 0 {
				t.Errorf("%s: page %d, with %d lanes, is %v x %v on %v x %v", name, i+1, len(p.Lanes), p.W, p.H, w, h)
			}
			if i == len(c.Pages)-1 {
				continue
			}
			scale := min(1, w/p.W, h/p.H)
			b := box(p)
			k.full++
			k.used += min(1, b.W*scale/(w-2*18)) * min(1, b.H*scale/(h-2*18))
		}
		b := box(free.Pages[0])
		k.need += math.Max(1, math.Ceil(b.W*b.H/((chart.SheetW-2*18)*(chart.SheetH-2*18))))
	}
	all := sum{}
	for _, l := range slices.Sorted(maps.Keys(sums)) {
		k := sums[l]
		t.Logf("%d lanes: %d charts on %d pages, the area of the drawing needs %.0f; a full page is used by %.0f %%", l, k.charts, k.pages, k.need, 100*k.used/float64(k.full))
		if float64(k.pages) > 1.5*k.need {
			t.Errorf("%d lanes: %d pages where the area needs %.0f", l, k.pages, k.need)
		}
		all.used, all.full = all.used+k.used, all.full+k.full
	}
	if used := all.used / float64(all.full); used < 0.7 {
		t.Errorf("full pages are used by %.0f %%", 100*used)
	}
}

// idleLanes are the lanes of a page in which nothing stands, and the pools and lanes that hold none.
func idleLanes(p *chart.Page) int {
	used := map[string]bool{}
	for _, s := range p.Steps {
		used[s.Lane] = true
	}
	n := 0
	for _, l := range p.Lanes {
		if !used[l.ID] {
			n++
		}
		for _, g := range p.Within(l.In) {
			used[g.ID] = true
		}
	}
	for _, g := range p.Groups {
		if !used[g.ID] {
			n++
		}
	}
	return n
}

// ofFlow is how many steps a page has beside its off-page connectors.
func ofFlow(p *chart.Page) int {
	n := 0
	for _, s := range p.Steps {
		if s.Symbol != symbol.OffPage {
			n++
		}
	}
	return n
}

// Laid out over pages once more, what it makes has ids of its own again.
func TestOverTwice(t *testing.T) {
	c := worked(3, 60, 3)
	for range 2 {
		if err := Whole(t.Context(), c); err != nil {
			t.Fatal(err)
		}
		for _, p := range c.Pages { // a smaller sheet the second time
			p.Sheet = chart.SheetOf(210, 148)
		}
	}
	if err := c.Check(); err != nil {
		t.Error(err)
	}
}

// Pages that follow each other keep what lanes are in: the direction, pools, and the stages that their
// steps stand in.
func TestOverInEveryForm(t *testing.T) {
	for seed := range uint64(6) {
		n := 40
		c := worked(seed, n, 4)
		p := c.Pages[0]
		p.Down = seed%2 == 1
		p.Groups = []*chart.LaneGroup{{ID: "g1", Name: "Museum", Pool: true}, {ID: "g2", Name: "Conservation", In: "g1"}}
		p.Lanes[1].In, p.Lanes[2].In = "g2", "g2"
		p.Lanes[0].In = "g1"
		idle := idleLanes(p) // stay on the first page
		stage := map[string]string{}
		if seed%3 > 0 {
			for i, name := range []string{"Ask", "Decide", "Do"} {
				p.Stages = append(p.Stages, &chart.Stage{ID: fmt.Sprint("st", i), Name: name, Size: 300})
			}
			for i, s := range p.Steps {
				p.PutInto(s, p.Stages[min(2, i*3/n)])
				stage[s.ID] = p.StageOf(s).Name
			}
		}
		want := whole(c)
		if err := Chart(t.Context(), c, Down); err != nil {
			t.Fatal(err)
		}
		if err := Over(t.Context(), c); err != nil {
			t.Fatal(err)
		}
		if err := c.Check(); err != nil {
			t.Fatal(err)
		}
		if got := whole(c); !maps.Equal(got, want) {
			t.Errorf("chart %d: the flow is another", seed)
		}
		if len(c.Pages) < 2 {
			t.Errorf("chart %d: %d pages", seed, len(c.Pages))
		}
		for i, q := range c.Pages {
			if q.Down != p.Down || idleLanes(q) > idle || i > 0 && idleLanes(q) > 0 || !Fits(q) {
				t.Errorf("chart %d, page %d: down %v, %d groups, %d lanes, %v x %v", seed, i, q.Down, len(q.Groups), len(q.Lanes), q.W, q.H)
			}
			for _, s := range q.Steps {
				if st := q.StageOf(s); stage[s.ID] != "" && (st == nil || st.Name != stage[s.ID]) {
					t.Errorf("chart %d, page %d: %s is not in its stage %s", seed, i, s.ID, stage[s.ID])
				}
			}
		}
	}
}

// Pages that go on are told apart by how their titles begin.
func TestOverTitles(t *testing.T) {
	c := worked(3, 60, 0)
	c.Pages[0].Title = "Stocktake"
	if err := Whole(t.Context(), c); err != nil {
		t.Fatal(err)
	}
	seen := map[string]bool{}
	for i, p := range c.Pages {
		if seen[p.Title] || i > 0 && (!strings.HasPrefix(p.Title, "From ") || !strings.HasSuffix(p.Title, ": Stocktake")) {
			t.Errorf("page %d is called %q", i+1, p.Title)
		}
		seen[p.Title] = true
	}
	if len(c.Pages) < 2 {
		t.Error("there is one page")
	}
}

// Each page has the lanes that steps of it stand in; by choice all of them. A lane without any step stays on the
// first page.
func TestLanesOfFurtherPages(t *testing.T) {
	for _, all := range []bool{false, true} {
		c := worked(3, 40, 4)
		p := c.Pages[0]
		p.Lanes[3].Name, p.Lanes[3].ID = "To come", "later" // nothing stands in it
		p.Setup = &chart.Setup{Lanes: all}
		if err := Whole(t.Context(), c); err != nil {
			t.Fatal(err)
		}
		if len(c.Pages) < 2 {
			t.Fatalf("%d pages", len(c.Pages))
		}
		fewer := 0
		for i, p := range c.Pages {
			idle := idleLanes(p)
			if len(p.Lanes) < 4 {
				fewer++
			}
			switch {
			case all && len(p.Lanes) != 4:
				t.Errorf("page %d has %d lanes of all", i+1, len(p.Lanes))
			case !all && i == 0 && (idle != 1 || p.Lane("later") == nil):
				t.Errorf("the first page has %d lanes without a step, the one to come: %v", idle, p.Lane("later"))
			case !all && i > 0 && idle != 0:
				t.Errorf("page %d has %d lanes without a step", i+1, idle)
			}
		}
		if !all && fewer == 0 {
			t.Error("every page has all lanes: too few to tell")
		}
	}
}

// As many pages are counted as there are once they are laid out.
func TestSheets(t *testing.T) {
	for seed := range howMany(3, 30) {
		c := worked(seed, 50, int(seed%3)*2)
		n, err := Sheets(t.Context(), c, c.Pages[0])
		if err != nil {
			t.Fatal(err)
		}
		parts, err := OverPages(t.Context(), c, c.Pages[0], c.FreshIDs("cut"))
		if err != nil {
			t.Fatal(err)
		}
		if _, err := chart.Apply(c, chart.Command{Parts: parts}); err != nil {
			t.Fatal(err)
		}
		if n != len(c.Pages) || n < 2 {
			t.Errorf("chart %d: %d pages were counted, there are %d", seed, n, len(c.Pages))
		}
	}
	one := run(1, 0)
	if n, err := Sheets(t.Context(), one, one.Pages[0]); n != 0 || err != nil {
		t.Errorf("a step alone: %d, %v", n, err)
	}
}

// Connectors from some steps to what soon follows are counted, whichever way they run.
func TestCuts(t *testing.T) {
	p := run(9, 0).Pages[0]
	p.Connectors = nil
	o := &over{p: p, order: p.Steps, lines: map[string][]*chart.Connector{}}
	for _, w := range [][2]int{{0, 1}, {1, 2}, {1, 4}, {3, 0}, {0, 8}} {
		l := &chart.Connector{ID: fmt.Sprint(w), From: chart.End{Step: fmt.Sprint("s", w[0])}, To: chart.End{Step: fmt.Sprint("s", w[1])}}
		for _, end := range w {
			o.lines[fmt.Sprint("s", end)] = append(o.lines[fmt.Sprint("s", end)], l)
		}
	}
	if n := o.cuts(0, 2); n != 3 { // to s2, to s4, from s3; s8 is far away
		t.Errorf("%d are cut", n)
	}
}

// A page that is laid out has its connectors choose their sides anew, but for ends that were fixed and for ports of a step's own.
func TestFreedEnds(t *testing.T) {
	c := run(3, 0)
	p := c.Pages[0]
	p.Step("s0").Ports = []chart.Port{{Name: "port-1", X: 1, Y: 0.3}}
	ends := func() (out []string) {
		for _, l := range p.Connectors[:2] {
			out = append(out, l.From.Port, l.To.Port)
		}
		return out
	}
	p.Connectors[0].From.Port, p.Connectors[0].To.Port = "port-1", "left"
	p.Connectors[1].From, p.Connectors[1].To.Port = chart.End{Step: "s1", Port: "left", Fixed: true}, "top"
	cmd, _ := Page(p, Down)
	if _, err := chart.Apply(c, cmd); err != nil {
		t.Fatal(err)
	}
	if got, want := ends(), []string{"port-1", "", "left", ""}; !slices.Equal(got, want) {
		t.Errorf("the ends are at %q, want %q", got, want)
	}
}

// A connector that ends at nothing does so beside its step, on whichever page that is.
func TestLooseEndsGoAlong(t *testing.T) {
	c := worked(2, 50, 3)
	p := c.Pages[0]
	for i, s := range p.Steps {
		if i%5 == 0 {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("loose", i), From: chart.End{Step: s.ID}, To: chart.End{X: 9000, Y: 9000}, Meaning: chart.Flow})
		}
	}
	parts, err := OverPages(t.Context(), c, p, c.FreshIDs("cut"))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := chart.Apply(c, chart.Command{Parts: parts}); err != nil {
		t.Fatal(err)
	}
	ends := 0
	for k, q := range c.Pages {
		for _, l := range q.Connectors {
			if !l.To.Loose() {
				continue
			}
			ends++
			if r := q.StepRect(q.Step(l.From.Step)); l.To.X < r.Right() || l.To.X > r.Right()+40 || l.To.Y < r.Y || l.To.Y > r.Bottom() {
				t.Errorf("page %d: %s ends at %g, %g, its step stands at %v", k+1, l.ID, l.To.X, l.To.Y, r)
			}
		}
	}
	if ends != 10 {
		t.Errorf("%d ends are loose", ends)
	}
}
