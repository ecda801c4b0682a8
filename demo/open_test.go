package demo

import (
	"strings"
	"testing"

	"plaintracer/core/proof"
	"plaintracer/store"
)

// A demo whose making was cut off is made again, one that is there is kept, and anybody
// else's data is refused.
func TestOpen(t *testing.T) {
	dir := t.TempDir()
	s, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	if err := s.SetSetting(setting, begun); err != nil { // killed in the middle
		t.Fatal(err)
	}
	if _, err := s.AddPerson(Email, name, Password); err != nil {
		t.Fatal(err)
	}
	s.Close()
	for range 2 { // made, and kept
		s, err := Open(dir)
		if err != nil {
			t.Fatal(err)
		}
		session, err := s.SignIn(Email, Password)
		if err != nil {
			t.Fatal(err)
		}
		mara, err := s.Session(session)
		if err != nil {
			t.Fatal(err)
		}
		if es, err := s.Charts(mara.ID, false); err != nil || len(es) != 6 {
			t.Errorf("%d charts: %v", len(es), err)
		}
		s.Close()
	}
	other := t.TempDir()
	if s, err = store.Open(other); err != nil {
		t.Fatal(err)
	}
	if _, err := s.AddPerson("ines@saltmarsh.example", "Ines Park", "ten letters or more"); err != nil {
		t.Fatal(err)
	}
	s.Close()
	if _, err := Open(other); err == nil || !strings.Contains(err.Error(), "is not a demo") {
		t.Errorf("somebody's data is opened as a demo: %v", err)
	}
}

// The scenario has nothing wrong in it, and nothing doubtful; how often each rule speaks is told.
func TestScenarioIsSound(t *testing.T) {
	charts, err := scenario()
	if err != nil {
		t.Fatal(err)
	}
	spoke := map[string]int{}
	defer func() { t.Logf("findings by rule, on %d charts: %v", len(charts), spoke) }()
	for _, c := range charts {
		found, _ := proof.Chart(c, proof.Anew(c))
		for _, f := range found {
			spoke[f.Rule]++
			if f.Severity != proof.Style {
				t.Errorf("%s: %s", c.Name, f.Words)
			}
		}
	}
}
