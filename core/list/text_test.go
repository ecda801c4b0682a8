package list

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// words are texts that could be taken for something else.
var words = []string{
	"Log the request", "Request complete?", "", "Note: nothing", "4. of May", "A -> B", "a => b → c ~> d", "[document]", "x [stage Ask]", "two\nlines",
	`back\slash`, `\n`, " space ", "\ttab", `"quoted"`, "(no lane): x", "# title", "- dash", "1) mark", "end", "-> end", "a = b", "Pool // Lane / Lane: x",
	"Ends with:", "سؤال؟", "長い名前", "3", "R1", "yes", "--", "-- 4", "..> 3", `\_`, "?", "a:b", "b) mark", "o x", "; stage x",
}

// anyChart is a chart of n steps with everything that the text can say.
func anyChart(seed uint64, n int) *chart.Chart {
	r := rand.New(rand.NewPCG(seed, 3))
	word := func() string {
		if r.IntN(2) == 0 {
			return fmt.Sprint("Step ", r.IntN(1000))
		}
		return words[r.IntN(len(words))]
	}
	c := chart.New("x")
	for range r.IntN(2) {
		c.Pages = append(c.Pages, chart.NewPage("p2"))
	}
	for k, p := range c.Pages {
		if r.IntN(2) == 0 {
			p.Title = word()
		}
		lanes := r.IntN(5)
		if lanes > 2 {
			p.Groups = []*chart.Group{{ID: "g1", Name: word(), Pool: true}, {ID: "g2", Name: word(), In: "g1"}}
		}
		for i := range lanes {
			l := &chart.Lane{ID: fmt.Sprint("l", i), Name: word(), Size: 200}
			if lanes > 2 {
				l.In = []string{"", "g1", "g2"}[min(i, 2)]
			}
			p.Lanes = append(p.Lanes, l)
		}
		if lanes > 0 && r.IntN(2) == 0 {
			p.Stages = []*chart.Stage{{ID: "a", Name: word(), Size: 500}, {ID: "b", Name: word(), Size: 500}}
		}
		kinds := symbol.All()
		for i := range n {
			s := &chart.Step{ID: fmt.Sprint("s", k, "-", i), Symbol: symbol.Process, W: 112, H: 56, X: float64(r.IntN(1000)), Text: word()}
			if r.IntN(3) == 0 {
				s.Symbol = kinds[r.IntN(len(kinds))].Kind
			}
			if r.IntN(3) > 0 {
				s.Number = fmt.Sprint(i + 1)
			} else if r.IntN(3) == 0 {
				s.Number = []string{"Step 4", "4", "end", `q"`, "R1"}[r.IntN(5)]
			}
			if lanes > 0 && r.IntN(8) > 0 {
				s.Lane = fmt.Sprint("l", r.IntN(lanes))
			}
			for f := range r.IntN(3) {
				name := fmt.Sprint("field ", f)
				if r.IntN(2) == 0 {
					name = fmt.Sprint(words[3+r.IntN(len(words)-3)], f)
				}
				s.Fields = append(s.Fields, chart.Field{Name: name, Value: word()})
			}
			p.Steps = append(p.Steps, s)
		}
		for i := range n {
			for range r.IntN(3) {
				to := i + 1
				if r.IntN(3) == 0 || to >= n {
					to = r.IntN(n)
				}
				l := &chart.Connector{ID: fmt.Sprint("c", k, "-", len(p.Connectors)), From: chart.End{Step: p.Steps[i].ID}, To: chart.End{Step: p.Steps[to].ID},
					Meaning: []chart.Meaning{chart.Flow, chart.Flow, chart.Flow, chart.Aside, chart.Data, chart.Note}[r.IntN(6)]}
				if w := word(); r.IntN(2) == 0 && w != "" {
					l.Labels = []chart.Label{{Text: w}}
				}
				p.Connectors = append(p.Connectors, l)
			}
		}
	}
	return c
}

// Written, read and written again a chart is the same text, to the byte, whatever its texts say.
func TestRoundTrip(t *testing.T) {
	for seed := range uint64(1000) {
		c := anyChart(seed, 1+int(seed%13))
		if err := c.Check(); err != nil {
			t.Fatal(seed, err)
		}
		first := Write(c)
		back, err := Read(first, "x")
		if err != nil {
			t.Fatalf("chart %d cannot be read back: %v\n%s", seed, err, first)
		}
		if again := Write(back); again != first {
			a, b := strings.Split(first, "\n"), strings.Split(again, "\n")
			for i := range a {
				if i >= len(b) || a[i] != b[i] {
					t.Fatalf("chart %d, line %d: %q, read and written %q\n%s\nagain\n%s", seed, i+1, a[i], append(b, "")[min(i, len(b))], first, again)
				}
			}
			t.Fatalf("chart %d has more lines:\n%s\n%s", seed, first, again)
		}
	}
}
