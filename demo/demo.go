// Package demo is the scenario that the application is shown with: the loans
// desk of the Saltmarsh Museum, an invented house. Everything in it is made up.
package demo

import (
	"context"
	_ "embed"
	"fmt"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/number"
	"plaintracer/format/csv"
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

// drawn makes a chart out of a steps table: laid out and numbered.
func drawn(table []byte, name, title string) (*chart.Chart, error) {
	c, err := csv.Read(table, name)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", name, err)
	}
	p := c.Pages[0]
	p.Title = title
	if err := layout.Chart(context.Background(), c, layout.Down); err != nil {
		return nil, err
	}
	if cmd, ok := number.Page(p); ok {
		if _, err := chart.Apply(c, cmd); err != nil {
			return nil, err
		}
	}
	return c, nil
}

// Fill puts the scenario into an empty store: an account, three charts, a
// review link and comments.
func Fill(s *store.Store) error {
	mara, err := s.AddPerson(Email, name, Password)
	if err != nil {
		return err
	}
	var loans string
	for _, d := range []struct {
		table       []byte
		name, title string
	}{
		{Stocktake(), "Yearly stocktake", "Yearly stocktake: every object seen once"},
		{packing, "Packing a crate", "Packing a crate"},
		{outgoing, "Outgoing loans", "Outgoing loans: from request to receipt"},
	} {
		c, err := drawn(d.table, d.name, d.title)
		if err != nil {
			return err
		}
		if loans, err = s.AddChart(mara.ID, c); err != nil {
			return err
		}
	}
	if _, err := s.AddLink(loans, store.Comment); err != nil {
		return err
	}
	first, err := s.AddRemark(
		store.Remark{
			Chart:  loans,
			Step:   "s6",
			Author: "Tove Berg",
			Body:   "Who decides when the survey is older than a year? I would send it back to 5.",
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
