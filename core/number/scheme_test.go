package number_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/number"
	"plaintracer/core/symbol"
	"plaintracer/format/csv"
)

const loans = `number,lane,symbol,text,next
a,Borrower,terminator,Loan wanted,b
b,Desk,,Log the request,c
c,Desk,decision,Complete?,yes: d; no: e
d,Conservation,,Examine,f
e,Desk,document,Decline,g
f,Conservation,decision,Fit?,yes: h; no: e
h,Desk,,Sign,g
g,Borrower,terminator,Closed,
`

// read is a chart of a table with no number yet.
func read(t *testing.T, table string) *chart.Chart {
	t.Helper()
	c, err := csv.Read([]byte(table), "Loans")
	if err != nil {
		t.Fatal(err)
	}
	for _, s := range c.Pages[0].Steps {
		s.Number = ""
	}
	return c
}

func apply(t *testing.T, c *chart.Chart, cmd chart.Command, ok bool) {
	t.Helper()
	if !ok {
		return
	}
	if _, err := chart.Apply(c, cmd); err != nil {
		t.Fatal(err)
	}
}

// listed are the numbers and texts of the steps of all pages.
func listed(c *chart.Chart) string {
	var out []string
	for _, p := range c.Pages {
		for _, s := range p.Steps {
			out = append(out, s.Number+" "+s.Text)
		}
	}
	return strings.Join(out, ", ")
}

// Every scheme, with all that it can say.
func TestSchemes(t *testing.T) {
	for _, k := range []struct {
		by   chart.Numbering
		want string
	}{
		{chart.Numbering{}, "1 Loan wanted, 2 Log the request, 3 Complete?, 4 Examine, 7 Decline, 5 Fit?, 6 Sign, 8 Closed"},
		{chart.Numbering{First: 10, Every: 10, Digits: 3, Prefix: "R-"}, "R-010 Loan wanted, R-020 Log the request, R-030 Complete?, R-040 Examine, R-070 Decline, R-050 Fit?, R-060 Sign, R-080 Closed"},
		{chart.Numbering{By: chart.ByLane}, "A1 Loan wanted, B1 Log the request, B2 Complete?, C1 Examine, B4 Decline, C2 Fit?, B3 Sign, A2 Closed"},
		{chart.Numbering{By: chart.ByPage}, "1.1 Loan wanted, 1.2 Log the request, 1.3 Complete?, 1.4 Examine, 1.7 Decline, 1.5 Fit?, 1.6 Sign, 1.8 Closed"},
		{chart.Numbering{Outcomes: true}, "1 Loan wanted, 2 Log the request, 3 Complete?, 3a Examine, 5 Decline, 4 Fit?, 4a Sign, 6 Closed"},
		{chart.Numbering{Without: []chart.NumberNot{chart.NoTerminators, chart.NoDocuments}}, " Loan wanted, 1 Log the request, 2 Complete?, 3 Examine,  Decline, 4 Fit?, 5 Sign,  Closed"},
	} {
		c := read(t, loans)
		apply(t, c, chart.Command{Parts: []chart.Part{{Do: "chart.set", Numbering: &k.by}}}, true)
		cmd, ok := number.Chart(c, c.Pages[0])
		apply(t, c, cmd, ok)
		if got := listed(c); got != k.want {
			t.Errorf("%+v:\n%s\nwant\n%s", k.by, got, k.want)
		}
		if _, ok := number.Chart(c, c.Pages[0]); ok {
			t.Errorf("%+v: numbered twice it changes", k.by)
		}
	}
}

// Stages count their steps, wherever these stand.
func TestByStage(t *testing.T) {
	c := read(t, "number,lane,symbol,text,next\na,,,Ask,b\nb,,,Sign,\n")
	p := c.Pages[0]
	p.Stages = []*chart.Stage{{ID: "t1", Name: "Before", Size: 400}, {ID: "t2", Name: "After", Size: 400}}
	p.PutInto(p.Steps[0], p.Stages[0])
	p.PutInto(p.Steps[1], p.Stages[1])
	c.Numbering = &chart.Numbering{By: chart.ByStage}
	cmd, ok := number.Chart(c, p)
	apply(t, c, cmd, ok)
	if got := listed(c); got != "1.1 Ask, 2.1 Sign" {
		t.Error(got)
	}
}

// opened is a chart whose step 2 opens a page, on which step 2.1 opens another one.
func opened(t *testing.T) *chart.Chart {
	t.Helper()
	c := read(t, "number,lane,symbol,text,next\na,,,Ask,b\nb,,predefined,Pack,c\nc,,,Ship,\n")
	for i, texts := range [][]string{{"Measure", "Build"}, {"Weigh"}} {
		p := chart.NewPage(fmt.Sprint("p", i+2))
		for n, text := range texts {
			p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprintf("q%d-%d", i, n), Symbol: symbol.Process, W: 100, H: 50, Text: text})
			if n > 0 {
				p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprintf("d%d-%d", i, n), Meaning: chart.Flow,
					From: chart.End{Step: fmt.Sprintf("q%d-%d", i, n-1)}, To: chart.End{Step: fmt.Sprintf("q%d-%d", i, n)}})
			}
		}
		c.Pages = append([]*chart.Page{p}, c.Pages...) // what is opened stands before what opens it
	}
	c.Page("p1").Steps[1].Link = &chart.Link{Page: "p2"}
	c.Page("p2").Steps[0].Link = &chart.Link{Page: "p3"}
	return c
}

// Steps on a page that step 2 opens are 2.1, 2.2, in whatever order the pages stand; pages that open each other are
// numbered, too.
func TestByPart(t *testing.T) {
	c := opened(t)
	c.Numbering = &chart.Numbering{By: chart.ByPart, First: 1, Digits: 2, Prefix: "S"}
	cmd, ok := number.Chart(c, c.Page("p1"))
	apply(t, c, cmd, ok)
	if got := listed(c); got != "S02.1.1 Weigh, S02.1 Measure, S02.2 Build, S01 Ask, S02 Pack, S03 Ship" {
		t.Error(got)
	}
	c.Page("p3").Steps[0].Link = &chart.Link{Page: "p1"}
	c.Numbering = &chart.Numbering{By: chart.ByPart}
	cmd, ok = number.Chart(c, c.Page("p1"))
	apply(t, c, cmd, ok)
	seen := map[string]bool{}
	for _, p := range c.Pages {
		for _, s := range p.Steps {
			if s.Number == "" || seen[s.Number] {
				t.Errorf("in a ring: %s", listed(c))
			}
			seen[s.Number] = true
		}
	}
}

// random is a chart with loops, some steps of which have pinned numbers.
func random(r *rand.Rand) *chart.Chart {
	c := chart.New("random")
	p := c.Pages[0]
	n := 3 + r.IntN(30)
	for i := range n {
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: []symbol.Kind{symbol.Process, symbol.Decision, symbol.Terminator}[r.IntN(3)], W: 100, H: 50})
	}
	for i := range 2 * n {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), Meaning: chart.Flow,
			From: chart.End{Step: fmt.Sprint("s", r.IntN(n))}, To: chart.End{Step: fmt.Sprint("s", r.IntN(n))}})
	}
	c.Numbering = &chart.Numbering{By: chart.NumberBys[r.IntN(5)], First: r.IntN(3), Every: 1 + r.IntN(3), Outcomes: r.IntN(2) == 0}
	return c
}

// Pinned numbers never change, whatever is numbered around them, and no two steps have the same.
func TestPinnedNumbersStay(t *testing.T) {
	for seed := range uint64(300) {
		r := rand.New(rand.NewPCG(seed, 3))
		c := random(r)
		pinned := map[string]string{}
		for _, s := range c.Pages[0].Steps {
			if r.IntN(4) == 0 {
				s.Pinned, s.Number = true, strconv.Itoa(1+r.IntN(40)+100*len(pinned))
				pinned[s.ID] = s.Number
			}
		}
		cmd, ok := number.Chart(c, c.Pages[0])
		apply(t, c, cmd, ok)
		seen := map[string]bool{}
		for _, s := range c.Pages[0].Steps {
			if n, is := pinned[s.ID]; is && s.Number != n {
				t.Fatalf("seed %d: %s was pinned as %s and has %s", seed, s.ID, n, s.Number)
			}
			if s.Number == "" || seen[s.Number] {
				t.Fatalf("seed %d: %s", seed, listed(c))
			}
			seen[s.Number] = true
		}
	}
}

// parsed is a number as the parts by which people order them: 4, 4.1, 5.
func parsed(t *testing.T, n string) []int {
	t.Helper()
	var out []int
	for _, part := range strings.Split(n, ".") {
		i, err := strconv.Atoi(part)
		if err != nil {
			t.Fatalf("%q is no number of parts", n)
		}
		out = append(out, i)
	}
	return out
}

// Steps put into a numbered flow one after the other get numbers in between: all others keep theirs, and they grow
// along the flow.
func TestNumbersInBetween(t *testing.T) {
	for seed := range uint64(200) {
		r := rand.New(rand.NewPCG(seed, 4))
		c := chart.New("line")
		c.Numbering = &chart.Numbering{Every: 1 + r.IntN(2)*9}
		p := c.Pages[0]
		var line []string // ids along the flow
		put := func(at int) {
			id := fmt.Sprint("s", len(p.Steps))
			p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, W: 100, H: 50})
			line = slices.Insert(line, at, id)
			p.Connectors = nil
			for i := range len(line) - 1 {
				p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("c", i), Meaning: chart.Flow, From: chart.End{Step: line[i]}, To: chart.End{Step: line[i+1]}})
			}
		}
		for i := range 5 {
			put(i)
		}
		cmd, ok := number.Chart(c, p)
		apply(t, c, cmd, ok)
		for range 12 {
			put(r.IntN(len(line) + 1))
			if r.IntN(3) == 0 { // two at once
				put(r.IntN(len(line) + 1))
			}
			before := map[string]string{}
			for _, s := range p.Steps {
				before[s.ID] = s.Number
			}
			cmd, ok := number.Between(c, p)
			apply(t, c, cmd, ok)
			var last []int
			for _, id := range line {
				n := p.Step(id).Number
				if was := before[id]; was != "" && was != n {
					t.Fatalf("seed %d: %s became %s", seed, was, n)
				}
				now := parsed(t, n)
				if slices.Compare(last, now) >= 0 {
					t.Fatalf("seed %d: %v before %v", seed, last, now)
				}
				last = now
			}
		}
	}
}

// A step behind the last one goes on, one in between does not touch it.
func TestBetweenByHand(t *testing.T) {
	c := read(t, "number,lane,symbol,text,next\na,,,Ask,b\nb,,,Sign,c\nc,,,Ship,d\nd,,,File,\n")
	p := c.Pages[0]
	p.Steps[0].Number, p.Steps[2].Number = "1", "2"
	cmd, ok := number.Between(c, p)
	apply(t, c, cmd, ok)
	if got := listed(c); got != "1 Ask, 1.1 Sign, 2 Ship, 3 File" {
		t.Error(got)
	}
}

// A piece of a text that leads to a step and has its number in it follows it; what only looks like it stays.
func TestReferencesFollow(t *testing.T) {
	c := read(t, "number,lane,symbol,text,next\na,,,Ask,b\nb,,,Sign,c\nc,,,Ship,\n")
	p := c.Pages[0]
	cmd, ok := number.Chart(c, p)
	apply(t, c, cmd, ok)
	to := func(id string) *chart.Link { return &chart.Link{Page: p.ID, Step: id} }
	ids := []string{p.Steps[0].ID, p.Steps[1].ID, p.Steps[2].ID}
	st := p.Steps[2]
	st.Text = "Back to step 2, not 2.1 or 12, then 1: 2"
	st.Runs = []chart.Run{{From: 8, To: 14, Link: to(ids[1])}, {From: 20, To: 23, Link: to(ids[1])}, {From: 36, To: 37, Link: to(ids[0])}}
	label := &p.Connectors[1].Labels
	*label = []chart.Label{{Text: "back to 2", Refers: to(ids[1])}, {Text: "not 2"}}
	by := chart.Numbering{First: 100}
	apply(t, c, chart.Command{Parts: []chart.Part{{Do: "chart.set", Numbering: &by}}}, true)
	before := c.Clone()
	cmd, ok = number.Chart(c, p)
	if rows := number.Table(c, cmd); !ok || len(rows) != 3 || rows[1] != (number.Row{Old: "2", New: "101", Text: "Sign"}) {
		t.Errorf("the table is %v", rows)
	}
	if by, of := number.Referring(c, p, map[string]bool{ids[1]: true}); by != st.Text || of != p.Steps[1] {
		t.Errorf("%v refers to %v", by, of)
	}
	if by, of := number.Referring(c, p, map[string]bool{ids[1]: true, ids[0]: true, st.ID: true}); of != nil {
		t.Errorf("gone with it: %v", by)
	}
	undo, err := chart.Apply(c, cmd)
	if err != nil {
		t.Fatal(err)
	}
	if st := p.Step(ids[2]); st.Text != "Back to step 101, not 2.1 or 12, then 100: 2" || st.Text[st.Runs[0].From:st.Runs[0].To] != "step 101" || st.Text[st.Runs[2].From:st.Runs[2].To] != "100" {
		t.Errorf("%q %+v", st.Text, st.Runs)
	}
	if *label = p.Connectors[1].Labels; (*label)[0].Text != "back to 101" || (*label)[1].Text != "not 2" {
		t.Errorf("labels are %v", *label)
	}
	apply(t, c, undo, true)
	a, _ := chart.Marshal(before)
	b, _ := chart.Marshal(c)
	if string(a) != string(b) {
		t.Error("undo leaves something")
	}
}

// What names another step in words is found; other numbers, links that there are, and the step itself are not.
func TestMentions(t *testing.T) {
	c := read(t, "number,lane,symbol,text,next\na,,,Ask,b\nb,,,Sign,c\nc,,,Ship,\n")
	p := c.Pages[0]
	for i, n := range []string{"4", "4.1", "B2"} {
		p.Steps[i].Number = n
	}
	st := p.Steps[2]
	for text, want := range map[string]string{
		"Back to step 4":                  "step 4",
		"Back to Step 4.1.":               "Step 4.1",
		"see étape 4, Schritt\u00a04.1":   "étape 4|Schritt\u00a04.1",
		"step B2 itself, step 9, 4 steps": "",
		"footstep 4 and steps4":           "",
		"step":                            "",
	} {
		st.Text, st.Runs = text, nil
		var got []string
		for _, m := range number.Mentions(c, p, st) {
			got = append(got, text[m.From:m.To])
			if to := c.Page(m.Link.Page).Step(m.Link.Step); !strings.HasSuffix(text[m.From:m.To], to.Number) {
				t.Errorf("%q leads to %s", text, to.Number)
			}
		}
		if strings.Join(got, "|") != want {
			t.Errorf("%q: %q, want %q", text, got, want)
		}
	}
	st.Text = "Back to step 4"
	st.Runs = chart.RunsLinked(nil, 8, 14, &chart.Link{URL: "https://example.org"})
	if ms := number.Mentions(c, p, st); len(ms) > 0 {
		t.Errorf("what leads elsewhere is taken: %v", ms)
	}
}

// A mention with the number of now.
func TestNow(t *testing.T) {
	for _, k := range [][3]string{{"step 4", "12", "step 12"}, {"Schritt  4.1", "A2", "Schritt  A2"}, {"step 4", "", "step 4"}, {"step 4", "4", "step 4"}} {
		if got := number.Now(k[0], k[1]); got != k[2] {
			t.Errorf("%q with %q: %q, want %q", k[0], k[1], got, k[2])
		}
	}
}
