// Package demo is the scenario that the application is shown with: the loans
// desk of the Saltmarsh Museum, an invented house. Everything in it is made up.
package demo

import (
	"context"
	_ "embed"
	"fmt"
	"strings"
	"sync"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/format"
	"plaintracer/store"
)

//go:embed outgoing.csv
var outgoing []byte

//go:embed packing.csv
var packing []byte

// Who signs in.
const (
	Email    = "mara@saltmarsh.example"
	name     = "Mara Olsen"
	Password = "saltmarsh-demo"
)

//go:embed returns.csv
var returns []byte

//go:embed touring.csv
var touring []byte

//go:embed staff.csv
var staff []byte

//go:embed condition-report.pdf
var condition []byte

// drawn makes a chart out of steps tables, a page each: laid out, over as many pages as that takes,
// and numbered.
func drawn(name string, pages ...page) (*chart.Chart, error) {
	ctx := context.Background()
	c := &chart.Chart{Name: name}
	for i, of := range pages {
		one, _, err := format.Read(name+".csv", of.table)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", name, err)
		}
		if i > 0 {
			apart(one.Pages[0], fmt.Sprintf("p%d-", i+1))
		}
		one.Pages[0].Title = of.title
		if of.down {
			// The stages that steps stand in are told by where they stand: turned with their lanes.
			if _, err := chart.Apply(one, chart.Command{Parts: arrange.Turned(one.Pages[0])}); err != nil {
				return nil, err
			}
		}
		c.Pages = append(c.Pages, one.Pages...)
	}
	return c, layout.Whole(ctx, c)
}

// apart puts a prefix before all ids of a page.
func apart(p *chart.Page, prefix string) {
	p.ID = prefix + p.ID
	for _, l := range p.Lanes {
		l.ID = prefix + l.ID
	}
	for _, s := range p.Steps {
		if s.ID = prefix + s.ID; s.Lane != "" {
			s.Lane = prefix + s.Lane
		}
	}
	for _, l := range p.Connectors {
		l.ID, l.From.Step, l.To.Step = prefix+l.ID, prefix+l.From.Step, prefix+l.To.Step
	}
}

// page is a steps table and its title.
type page struct {
	table []byte
	title string
	down  bool // lanes run down
}

// scenario are the charts, the loans chart last. They are drawn once.
var scenario = sync.OnceValues(func() ([]*chart.Chart, error) {
	packed := page{packing, "Packing a crate", false}
	var out []*chart.Chart
	for _, d := range []struct {
		name  string
		pages []page
	}{
		{"Museum staff", []page{{staff, "Museum staff: who reports to whom", false}}},
		{"Yearly stocktake", []page{{Stocktake(), "Yearly stocktake: every object seen once", false}}},
		{"Touring exhibition", []page{{touring, "Touring exhibition: two museums", false}}},
		{"Returned loans", []page{{returns, "Returned loans: from notice to shelf", true}}},
		{"Packing a crate", []page{packed}},
		{"Outgoing loans", []page{{outgoing, "Outgoing loans: from request to receipt", false}, packed}},
	} {
		c, err := drawn(d.name, d.pages...)
		if err != nil {
			return nil, err
		}
		out = append(out, c)
	}
	return out, nil
})

// Fill puts the scenario into an empty store: an account, six charts, a
// review link, comments and a form.
func Fill(s *store.Store) error {
	mara, err := s.AddPerson(Email, name, Password)
	if err != nil {
		return err
	}
	charts, err := scenario()
	if err != nil {
		return err
	}
	last := len(charts) - 1
	for _, c := range charts[:last] {
		if _, err := s.AddChart(mara.ID, c.Clone()); err != nil {
			return err
		}
	}
	c := charts[last].Clone()
	form, err := s.AddFile(mara.ID, "application/pdf", condition)
	if err != nil {
		return err
	}
	pack, examine := c.Pages[0].Step("s10"), c.Pages[0].Step("s5")
	pack.Link = &chart.Link{Page: c.Pages[1].ID}
	examine.Files = []chart.File{{ID: form, Name: "condition-report.pdf", Type: "application/pdf", Size: len(condition)}}
	loans, err := s.AddChart(mara.ID, c)
	if err != nil {
		return err
	}
	if _, err := s.AddLink(loans, store.Comment); err != nil {
		return err
	}
	first, err := s.AddRemark(
		store.Remark{
			Chart:  loans,
			Step:   "s6",
			Author: "Tove Berg",
			Body:   "Who decides when the survey is older than a year? I would send it back to step 5.",
		},
	)
	if err != nil {
		return err
	}
	if _, err := s.AddRemark(store.Remark{Chart: loans, Answers: first.ID, Author: mara.Name, Person: mara.ID, Body: "Conservation does. I will ask Ines for the rule."}); err != nil {
		return err
	}
	_, err = s.AddRemark(store.Remark{Chart: loans, Step: "s10", Author: "Courier desk", Body: "We need two working days for crates over 60 kg."})
	return err
}

// Stocktake is the steps table of a large chart for feeling the speed: 200 steps in 6 lanes, 40
// decisions, 15 ways back.
func Stocktake() []byte {
	const rooms = 40 // five steps each
	lanes := []string{"Registrar", "Store team", "Conservation", "Photography", "Curators", "Security"}
	places := []string{"Boat hall", "Net loft", "Salt house", "Map room", "Tide gallery", "Lamp store", "Sail attic", "Shell cabinet"}
	var b strings.Builder
	b.WriteString("number,lane,symbol,text,next\n")
	row := func(n int, lane, symbol, text, next string) {
		fmt.Fprintf(&b, "%d,%s,%s,%s,%s\n", n, lane, symbol, text, next)
	}
	for r := range rooms {
		n := r*5 + 1
		place := fmt.Sprintf("%s %d", places[r%len(places)], r/len(places)+1)
		lead, team := lanes[r%6], lanes[(r+2)%6]
		symbol := "process"
		if r == 0 {
			symbol = "terminator"
		}
		row(n, lead, symbol, "Open "+place, fmt.Sprint(n+1))
		row(n+1, lead, "document", "Print list for "+place, fmt.Sprintf("%d; %d", n+2, n+4))
		row(n+2, team, "process", "Check shelves of "+place, fmt.Sprint(n+3))
		no := n + 4
		switch {
		case r%3 == 1:
			no = n + 1 // a way back: print the list again
		case r == rooms/2 || r == rooms/2+3:
			no = n // a way back: open it anew
		}
		row(n+3, team, "decision", "All found in "+place+"?", fmt.Sprintf("yes: %d; no: %d", min(n+5, rooms*5), no))
		next := fmt.Sprint(n + 5)
		if r == rooms-1 {
			symbol, next = "terminator", ""
		} else {
			symbol = "process"
		}
		row(n+4, lead, symbol, "Note gaps of "+place, next)
	}
	return []byte(b.String())
}
