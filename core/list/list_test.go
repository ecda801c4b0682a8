package list

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

func TestPages(t *testing.T) {
	pages, err := Pages(Lines("1. Lender: Object offered\r\n2) Desk: Room in the store?\n\n - Record the offer\n• Lender: Object accepted"), ids())
	if err != nil {
		t.Fatal(err)
	}
	p := pages[0]
	var got []string
	for _, s := range p.Steps {
		got = append(got, p.Lane(s.Lane).Name+"/"+string(s.Symbol)+"/"+s.Text)
	}
	want := "Lender/terminator/Object offered|Desk/decision/Room in the store?|Desk/process/Record the offer|Lender/terminator/Object accepted"
	if strings.Join(got, "|") != want {
		t.Errorf("got  %s\nwant %s", strings.Join(got, "|"), want)
	}
	if len(p.Connectors) != 3 || p.Connectors[1].Outcome() != "yes" {
		t.Errorf("connectors %+v", p.Connectors)
	}
	for i, a := range p.Steps {
		for _, b := range p.Steps[i+1:] {
			if p.StepRect(a).Overlaps(p.StepRect(b)) {
				t.Errorf("%s lies on %s", a.Text, b.Text)
			}
		}
	}
	if b, err := chart.Marshal(&chart.Chart{Name: "x", Pages: []*chart.Page{p}}); err != nil {
		t.Error(err)
	} else if _, err := chart.Unmarshal(b); err != nil {
		t.Error("the page cannot be read back: ", err)
	}
	if p.Steps[0].Symbol != symbol.Terminator {
		t.Error("it does not begin with a terminator")
	}
	for _, n := range []int{0, MostLines + 1} {
		if _, err := Pages(make([]string, n), ids()); err == nil {
			t.Errorf("%d lines were taken", n)
		}
	}
	pages, err = Pages(Lines("5 crates arrive\na) Unpack"), ids())
	if p = pages[0]; err != nil || p.Steps[0].Text != "5 crates arrive" || p.Steps[1].Text != "Unpack" {
		t.Errorf("%v, steps %q and %q", err, p.Steps[0].Text, p.Steps[1].Text)
	}
}
