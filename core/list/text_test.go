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
	"yes: pay", "No", "If yes, pay", "go back to 3", "mend it and go back to 2", "Approved? yes: pay; no: return", "stop", "End", "Step 3: x", "3) x", "1.2 x", "otherwise: x",
	"(yes) pay", "ja", "si: x", "If over 200: ask", "back to Step 1, then go on to 2", "(nowhere)", "return to step 2.", "A? no, wait", "yes -> 4",
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
			p.Groups = []*chart.LaneGroup{{ID: "g1", Name: word(), Pool: true}, {ID: "g2", Name: word(), In: "g1"}}
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

// shape is a chart as a line: 'lane/text label>text'.
func shape(c *chart.Chart) string {
	var out []string
	for _, p := range c.Pages {
		text := map[string]string{}
		for _, s := range p.Steps {
			text[s.ID] = s.Text
		}
		for _, s := range p.Steps {
			w := s.Text
			if l := p.Lane(s.Lane); l != nil {
				w = l.Name + "/" + w
			}
			for _, l := range p.Connectors {
				if l.From.Step == s.ID {
					w += fmt.Sprintf(" %s>%s", l.Outcome(), text[l.To.Step])
				}
			}
			out = append(out, w)
		}
	}
	return strings.Join(out, "; ")
}

// What people type and paste, and what it is meant to say, by hand.
func TestSamples(t *testing.T) {
	for _, k := range []struct{ text, want string }{
		{"Ask\nLog\nSend", "Ask >Log; Log >Send; Send"},
		{"1. Ask\n2. Log\n3. Send\n", "Ask >Log; Log >Send; Send"},
		{"- Ask\n- Log", "Ask >Log; Log"},
		{"Desk: Ask\nLog\nBorrower: Send", "Desk/Ask >Log; Desk/Log >Send; Borrower/Send"},
		// A decision and its outcomes, farther in; each goes on with what follows.
		{"Ask\nComplete?\n  no -> Ask again\n  yes -> Examine\nSend", "Ask >Complete?; Complete? no>Ask again yes>Examine; Ask again >Send; Examine >Send; Send"},
		{"Complete?\n\tno -> Ask again\nSend", "Complete? no>Ask again yes>Send; Ask again >Send; Send"},
		{"Complete?\n    Examine\n    Ask again\nSend", "Complete? yes>Examine no>Ask again; Examine >Send; Ask again >Send; Send"},
		{"Complete?\n  no -> Ask again\n      Wait\n  yes -> Examine\nSend", "Complete? no>Ask again yes>Examine; Ask again >Wait; Wait >Send; Examine >Send; Send"},
		// Ways to steps that are there.
		{"Ask\nComplete?\n  no -> 1\nSend", "Ask >Complete?; Complete? no>Ask yes>Send; Send"},
		{"1. Ask\n2. Complete?\n  no -> 1\n  yes -> 4\n3. Wait -> 1\n4. Send", "Ask >Complete?; Complete? no>Ask yes>Send; Wait >Ask; Send"},
		{"Ask -> Log -> Send", "Ask >Log; Log >Send; Send"},
		{"Ask\nGive up -> end\nSend", "Ask >Give up; Give up >End; Send; End"},
		{"Desk: Ask -> Store: Fetch it [document] -> Desk: Hand it out", "Desk/Ask >Fetch it; Store/Fetch it >Hand it out; Desk/Hand it out"},
		// A nested list that asks nothing is a run.
		{"1. Ask\n   1.1. By letter\n   1.2. By phone\n2. Log", "Ask >By letter; By letter >By phone; By phone >Log; Log"},
		// Without a name the outcomes are yes and no.
		{"Complete?\nSend", "Complete? yes>Send; Send"},
		// From right to left.
		{"المكتب: استلام الطلب\nهل الطلب كامل؟\nإرسال", "المكتب/استلام الطلب >هل الطلب كامل؟; المكتب/هل الطلب كامل؟ >إرسال; المكتب/إرسال"},
		// A store beside the flow, a field.
		{"Ask\nLog\n  ..> R1\n  form = L-1\nSend\nR1. Register [stored-data]", "Ask >Log; Log >Register >Send; Send; Register"},
	} {
		c, err := Read(k.text, "x")
		if err != nil {
			t.Errorf("%q: %v", k.text, err)
			continue
		}
		if got := shape(c); got != k.want {
			t.Errorf("%q\ngot  %s\nwant %s", k.text, got, k.want)
		}
	}
	for text, why := range map[string]string{"": "at least one line", "1. Ask\n    -> 7\n7a. x": `line 2`} {
		if _, err := Read(text, "x"); err != nil && !strings.Contains(err.Error(), why) {
			t.Errorf("%q: %v", text, err)
		}
	}
}

// Whatever is read is a chart, and what is written of it is read as the same text.
func FuzzRead(f *testing.F) {
	for seed := range uint64(20) {
		f.Add(Write(anyChart(seed, 6)))
	}
	f.Add("Ask\n\tyes -> 4\n  \"x\" ~> end\n# t\n a = b [data; stage x]")
	f.Fuzz(func(t *testing.T, text string) {
		if len(text) > 4000 {
			return
		}
		c, err := Read(text, "x")
		if err != nil {
			return
		}
		first := Write(c)
		back, err := Read(first, "x")
		if err != nil {
			t.Fatalf("%v\n%s", err, first)
		}
		if again := Write(back); again != first {
			t.Fatalf("%q\nwritten\n%s\nagain\n%s", text, first, again)
		}
	})
}
