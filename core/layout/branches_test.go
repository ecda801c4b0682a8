package layout

import (
	"context"
	"fmt"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// divisions is a director over divisions, each over so many teams of so many people.
func divisions(many, teams, people int) *chart.Chart {
	c := chart.New("Staff")
	p := c.Pages[0]
	p.Setup = &chart.Setup{Tree: chart.GrowDown}
	add := func(id, above string) {
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, X: 10, Y: 10, W: 112, H: 56, Text: "The " + id})
		if above != "" {
			p.Connectors = append(p.Connectors, &chart.Connector{ID: above + id, Meaning: chart.Flow, From: chart.End{Step: above}, To: chart.End{Step: id}})
		}
	}
	add("d", "")
	for i := range many {
		add(fmt.Sprint("d", i), "d")
		for k := range teams {
			add(fmt.Sprint("d", i, "t", k), fmt.Sprint("d", i))
			for n := range people {
				add(fmt.Sprint("d", i, "t", k, "p", n), fmt.Sprint("d", i, "t", k))
			}
		}
	}
	return c
}

func newIDs() func(kind string) string {
	n := 0
	return func(kind string) string { n++; return fmt.Sprint(kind, "-", n) }
}

// A wide hierarchy goes over pages by branch: nobody is lost, each page fits its sheet, whoever has a branch elsewhere
// leads there and back, the branch that is folded goes along, and one undo brings all back.
func TestBranchesOverPages(t *testing.T) {
	c := divisions(6, 4, 3)
	p := c.Pages[0]
	if _, err := chart.Apply(c, chart.Command{Words: "fold", Parts: []chart.Part{{Do: "branch.fold", Page: p.ID, ID: "d0t0", Order: []string{"d0t0p0", "d0t0p1", "d0t0p2"}}}}); err != nil {
		t.Fatal(err)
	}
	begun, _ := chart.Marshal(c)
	parts, err := OverPages(context.Background(), c, p, newIDs())
	if err != nil {
		t.Fatal(err)
	}
	back, err := chart.Apply(c, chart.Command{Words: "over pages", Parts: parts})
	if err != nil {
		t.Fatal(err)
	}
	if k, _ := Sheets(context.Background(), c, c.Pages[0]); len(c.Pages) < 3 || k != 1 {
		t.Errorf("%d pages, and the first wants %d", len(c.Pages), k)
	}
	seen, lines, folded := map[string]int{}, 0, 0
	for _, q := range c.Pages {
		if !Fits(q) {
			t.Errorf("page %s of %v x %v does not fit its sheet", q.Title, q.W, q.H)
		}
		for _, s := range q.Steps {
			if seen[s.Text]++; s.Link != nil {
				to := c.Page(s.Link.Page)
				if to == nil || q != c.Pages[0] && s == q.Steps[0] && to.Step(s.Link.Step) == nil {
					t.Errorf("%s leads to %+v", s.Text, s.Link)
				}
			}
		}
		if q != c.Pages[0] && q.Title != q.Steps[0].Text {
			t.Errorf("page %q begins with %q", q.Title, q.Steps[0].Text)
		}
		lines += len(q.Connectors)
		if q.FoldedUnder("d0t0") != nil && q.Step("d0t0") != nil {
			folded++
		}
	}
	if all := 1 + 6 + 24 + 72 - 3; len(seen) != all || lines != all-1 || folded != 1 {
		t.Errorf("%d people, %d lines of %d, folded on %d pages", len(seen), lines, all-1, folded)
	}
	b, _ := chart.Marshal(c)
	if _, err := chart.Unmarshal(b); err != nil {
		t.Error(err)
	}
	if _, err := chart.Apply(c, back); err != nil {
		t.Fatal(err)
	}
	if end, _ := chart.Marshal(c); string(end) != string(begun) {
		t.Error("taken back it is another chart")
	}
}

// Somebody with two superiors keeps the branches of both on one page.
func TestTiedBranchesStayTogether(t *testing.T) {
	c := divisions(6, 4, 3)
	p := c.Pages[0]
	p.Connectors = append(p.Connectors, &chart.Connector{ID: "x", Meaning: chart.Aside, From: chart.End{Step: "d0t0"}, To: chart.End{Step: "d1t1"}})
	pages, err := divideTree(context.Background(), p, newIDs())
	if err != nil {
		t.Fatal(err)
	}
	with := 0
	for _, q := range pages {
		if q.Connector("x") != nil && q.Step("d0t0") != nil && q.Step("d1t1") != nil {
			with++
		}
	}
	if len(pages) < 3 || with != 1 {
		t.Errorf("%d pages, %d with both and what ties them", len(pages), with)
	}
}

// What stands beside the work goes with the branch that it holds at, and stays where it holds at others too.
func TestBelow(t *testing.T) {
	c := divisions(2, 2, 1)
	p := c.Pages[0]
	for _, n := range []string{"one", "two"} {
		p.Steps = append(p.Steps, &chart.Step{ID: n, Symbol: symbol.Annotation, X: 10, Y: 10, W: 100, H: 40, Text: n})
	}
	for i, l := range [][2]string{{"d0t0", "one"}, {"d0t0", "two"}, {"d1", "two"}} {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: fmt.Sprint("n", i), Meaning: chart.Note, From: chart.End{Step: l[0]}, To: chart.End{Step: l[1]}})
	}
	below := Below(p, "d0")
	if len(below) != 5 || !below["d0t1p0"] || !below["one"] || below["two"] || below["d0"] {
		t.Errorf("below d0: %v", below)
	}
	if len(Below(p, "two")) != 0 || len(Below(p, "gone")) != 0 {
		t.Error("a remark, or nobody, has somebody below")
	}
}

// Many people of one superior stand in as many columns as it takes for the sheet to hold them, in their order.
func TestColumnsOfPeople(t *testing.T) {
	for _, n := range []int{5, 10, 14, 20} {
		c := divisions(n, 0, 0)
		p := c.Pages[0]
		cmd, ok, err := Hierarchy(context.Background(), p, Down)
		if err != nil || !ok {
			t.Fatal(err)
		}
		if _, err := chart.Apply(c, cmd); err != nil {
			t.Fatal(err)
		}
		if !Fits(p) {
			t.Errorf("%d people take %v x %v", n, p.W, p.H)
		}
		for i, s := range p.Steps[2:] {
			if before := p.Steps[i+1]; s.Y <= before.Y && s.X <= before.X {
				t.Errorf("of %d, %s stands before %s", n, s.ID, before.ID)
			}
		}
	}
}
