package web

import (
	"encoding/json"
	"net/url"
	"strings"
	"testing"

	"plaintracer/core/chart"
)

// A style that somebody keeps under a name that others use is asked about, with the number of charts that it changes; it
// changes those that took the team's, and not those whose people made one of that name themselves.
func TestStylesOfOneName(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	mara := mustSession(t, s)
	if _, err := s.store.AddPerson("tove@saltmarsh.example", "Tove Berg", "another password"); err != nil {
		t.Fatal(err)
	}
	tove, err := s.store.SignIn("tove@saltmarsh.example", "another password")
	if err != nil {
		t.Fatal(err)
	}
	team, own, others := &chart.House{Name: "Blue", Paper: "#F0F6FF"}, &chart.House{Name: "Blue", Paper: "#E0E8FF"}, &chart.House{Name: "Blue", Paper: "#FFF0F0"}
	keep := func(session string, h *chart.House, sure string) string {
		t.Helper()
		b, err := json.Marshal(h)
		if err != nil {
			t.Fatal(err)
		}
		form := url.Values{"house": {string(b)}, "sure": {sure}}
		return body(t, s.post(t, "/houses", session, s.token(t, session), "application/x-www-form-urlencoded", []byte(form.Encode())))
	}
	keep(mara, team, "")
	with := func(h *chart.House) string {
		c := chart.New("Styled")
		c.SetHouse(h)
		return s.keepChart(t, c)
	}
	took, made := with(team), with(own)
	paper := func(id string) string {
		c, _, err := s.store.Chart(id)
		if err != nil {
			t.Fatal(err)
		}
		return c.House.Paper
	}
	if said := keep(tove, others, ""); !strings.Contains(said, "changes 1 chart") || paper(took) != team.Paper {
		t.Errorf("not asked: %s; it has %s", said, paper(took))
	}
	if h, _, err := s.store.House("Blue"); err != nil || h.Paper != team.Paper {
		t.Errorf("kept before the answer: %v, %v", h, err)
	}
	if said := keep(tove, others, "yes"); !strings.Contains(said, "changed in 1 other chart") || paper(took) != others.Paper || paper(made) != own.Paper {
		t.Errorf("%s; who took it has %s, who made one has %s", said, paper(took), paper(made))
	}
	// Of somebody else's style that no chart has it is asked as well; one's own is just kept.
	if err := s.store.DropHouse("Blue"); err != nil {
		t.Fatal(err)
	}
	keep(mara, &chart.House{Name: "Blue", Paper: "#000000"}, "")
	if said := keep(tove, others, ""); !strings.Contains(said, "Replace it") {
		t.Errorf("somebody else's: %s", said)
	}
	if said := keep(mara, team, ""); !strings.Contains(said, "Kept for the team") {
		t.Errorf("one's own: %s", said)
	}
}
