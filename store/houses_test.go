package store

import (
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/chart"
)

// A team's house styles are kept by name, so many and no more; the store knows which charts
// have one, from the day that they are made or given it.
func TestHouses(t *testing.T) {
	s, _, p := opened(t)
	id, err := s.AddChart(p.ID, chart.New("plain"))
	if err != nil {
		t.Fatal(err)
	}
	ours := &chart.House{Name: "Ours", Paper: "#FFFFFF", Step: chart.StepLook{Fill: "#CDE6EC"}}
	if err := s.KeepHouse(p.ID, ours); err != nil {
		t.Fatal(err)
	}
	ours.Paper = "#F6F3EC"
	if err := s.KeepHouse(p.ID, ours); err != nil {
		t.Fatal(err)
	}
	if hs, err := s.Houses(); err != nil || len(hs) != 1 || hs[0].Paper != "#F6F3EC" || hs[0].Step.Fill != "#CDE6EC" {
		t.Fatalf("%+v %v", hs, err)
	}
	for _, bad := range []*chart.House{{}, {Name: "Bad", Paper: "white"}, {Name: strings.Repeat("n", 500)}} {
		if err := s.KeepHouse(p.ID, bad); err == nil {
			t.Errorf("%+v is kept", bad)
		}
	}
	in := func(want ...string) {
		t.Helper()
		if got, err := s.ChartsOfHouse("Ours"); err != nil || fmt.Sprint(got) != fmt.Sprint(want) {
			t.Errorf("charts %v, %v; want %v", got, err, want)
		}
	}
	in()
	give := func(n int, h *chart.House) {
		t.Helper()
		cmd := chart.Command{Words: "house", Parts: []chart.Part{{Do: "chart.set", House: h}}}
		if _, _, err := s.Append(id, p.ID, "window", []Incoming{{N: n, Command: cmd}}, func([]Logged) {}); err != nil {
			t.Fatal(err)
		}
	}
	give(1, ours)
	in(id)
	give(2, &chart.House{})
	in()
	made := chart.New("made with it")
	made.SetHouse(ours)
	other, err := s.AddChart(p.ID, made)
	if err != nil {
		t.Fatal(err)
	}
	in(other)
	for i := range mostHouses - 1 {
		if err := s.KeepHouse(p.ID, &chart.House{Name: fmt.Sprint("Style ", i)}); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.KeepHouse(p.ID, &chart.House{Name: "One too many"}); err == nil || !strings.Contains(err.Error(), "remove one first") {
		t.Errorf("one too many: %v", err)
	}
	if err := s.KeepHouse(p.ID, ours); err != nil {
		t.Errorf("one that is there already cannot be changed: %v", err)
	}
	if err := s.DropHouse("Ours"); err != nil {
		t.Error(err)
	}
	if err := s.DropHouse("Ours"); err == nil {
		t.Error("it is removed twice")
	}
	in(other) // which keeps it
}
