package starters

import (
	"strings"
	"testing"

	"plaintracer/core/layout"
	"plaintracer/core/proof"
)

// Every starter is a chart that can be read on its sheets, with blanks that go where they are asked for;
// what is filled in never says more than itself.
func TestStarters(t *testing.T) {
	for _, s := range All() {
		blanks := s.Blanks()
		if len(blanks) < 2 {
			t.Errorf("%s asks %v", s.ID, blanks)
		}
		c, err := s.Chart(t.Context(), s.Name, nil)
		if err != nil {
			t.Errorf("%s: %v", s.ID, err)
			continue
		}
		if len(c.Pages[0].Lanes) < 1 || len(c.Pages[0].Steps) < 6 {
			t.Errorf("%s: %d lanes, %d steps", s.ID, len(c.Pages[0].Lanes), len(c.Pages[0].Steps))
		}
		found, _ := proof.Chart(c, proof.Anew(c))
		for _, f := range found {
			if f.Severity != proof.Style {
				t.Errorf("%s is %s: %s", s.ID, f.Severity, f.Words)
			}
		}
		for _, p := range c.Pages {
			if !layout.Fits(p) {
				t.Errorf("%s does not fit its sheet", s.ID)
			}
			for _, st := range p.Steps {
				if strings.ContainsAny(st.Text+p.Title, "{}") {
					t.Errorf("%s: a blank is left in %q", s.ID, st.Text)
				}
			}
		}
		fill := map[string]string{}
		for _, b := range blanks {
			fill[b.Asks] = "A: b -> 7 [document]"
		}
		if c, err = s.Chart(t.Context(), s.Name, fill); err != nil {
			t.Errorf("%s filled in: %v", s.ID, err)
			continue
		}
		for _, l := range c.Pages[0].Lanes {
			if l.Name == "A" {
				t.Errorf("%s: what was filled in made a lane of its own", s.ID)
			}
		}
	}
}
