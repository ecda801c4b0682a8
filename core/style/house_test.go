package style

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/symbol"
)

// Every pairing of every house style that is shipped can be read: text 4.5:1, outlines and
// connectors 3:1 (WCAG 2.2, 1.4.3 and 1.4.11), and a chart takes it.
func TestShippedCanBeRead(t *testing.T) {
	names := map[string]bool{}
	for _, h := range Shipped() {
		if names[h.Name] {
			t.Errorf("%s is there twice", h.Name)
		}
		names[h.Name] = true
		for _, p := range Pairings(&h) {
			if p.Reads < p.Needs {
				t.Errorf("%s: %s, %s on %s has %.1f", h.Name, p.Of, p.Ink, p.On, p.Reads)
			}
		}
		c := chart.New("house")
		inverse, err := chart.Apply(c, chart.Command{Words: "house style", Parts: []chart.Part{{Do: "chart.set", House: &h}}})
		if err != nil {
			t.Errorf("%s: %v", h.Name, err)
			continue
		}
		b, _ := chart.Marshal(c)
		if back, err := chart.Unmarshal(b); err != nil || back.Pages[0].House() == nil || back.House.Name != h.Name {
			t.Errorf("%s read again: %v", h.Name, err)
		}
		if _, err := chart.Apply(c, inverse); err != nil || c.House != nil || c.Pages[0].House() != nil {
			t.Errorf("%s taken away: %v", h.Name, err)
		}
	}
	if len(names) < 11 { // and the plain look
		t.Errorf("%d house styles", len(names))
	}
	for _, p := range Pairings(nil) {
		if p.Reads < p.Needs {
			t.Errorf("plain: %s has %.1f", p.Of, p.Reads)
		}
	}
}

// A house style in which nothing can be read is mended whole: what was changed is told, fills
// stay, and one in which all can be read stays as it is.
func TestMended(t *testing.T) {
	for _, h := range Shipped() {
		if _, changed := Mended(&h); len(changed) > 0 {
			t.Errorf("%s needs no mending: %v", h.Name, changed)
		}
	}
	poor := chart.House{
		Name: "Mist", Paper: "#FFFFFF",
		Step:  chart.StepLook{Fill: "#E8E8E8", Outline: "#F0F0F0", Text: chart.TextLook{Colour: "#C8C8C8"}},
		Kinds: map[symbol.Kind]chart.StepLook{symbol.Decision: {Fill: "#303030", Fill2: "#FFFFFF", Text: chart.TextLook{Colour: "#808080"}}},
		Lines: map[chart.Meaning]chart.Look{chart.Data: {Colour: "#FFF6B0"}},
		Texts: map[chart.TextStyle]chart.TextLook{chart.Heading: {Colour: "#E0E0E0"}},
	}
	bad := 0
	for _, p := range Pairings(&poor) {
		if p.Reads < p.Needs {
			bad++
		}
	}
	mended, changed := Mended(&poor)
	if bad < 20 || len(changed) < 5 {
		t.Errorf("%d pairings are poor, changed are %v", bad, changed)
	}
	for _, p := range Pairings(mended) {
		if p.Reads < p.Needs && !(p.Of == "Text in heading" || strings.HasPrefix(p.Of, "Decision: text")) { // from black to white nothing reads
			t.Errorf("mended, %s, %s on %s has %.1f", p.Of, p.Ink, p.On, p.Reads)
		}
	}
	if mended.Step.Fill != poor.Step.Fill || mended.Kinds[symbol.Decision].Fill != "#303030" || poor.Step.Outline != "#F0F0F0" || poor.Lines[chart.Data].Colour != "#FFF6B0" {
		t.Errorf("mended are %+v, the first ones %+v", mended.Step, poor.Step)
	}
	if again, changed := Mended(mended); len(changed) > 1 {
		t.Errorf("mended twice: %v %+v", changed, again)
	}
}

// A house style can be made of any colours; what was changed to be read is told.
func TestMadeOfAnyColours(t *testing.T) {
	for r := 0; r < 256; r += 51 {
		for g := 0; g < 256; g += 51 {
			for b := 0; b < 256; b += 51 {
				first := colour.RGB{uint8(r), uint8(g), uint8(b)}
				second := colour.RGB{uint8(b), uint8(r), uint8(g)}
				h, changed := Made("Ours", chart.Serif, []string{first.String(), second.String()})
				for _, p := range Pairings(&h) {
					if p.Reads < p.Needs {
						t.Fatalf("of %s and %s: %s, %s on %s has %.1f", first, second, p.Of, p.Ink, p.On, p.Reads)
					}
				}
				if same := h.Inks[0] == first.String(); same != (len(changed) == 0) || !same && !strings.HasPrefix(changed[0], first.String()) {
					t.Fatalf("of %s the ink is %s, told as %v", first, h.Inks[0], changed)
				}
			}
		}
	}
}
