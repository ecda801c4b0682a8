package proof

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// A label beside the tip of a decision, over a corner of its box, lies on nothing; one over the middle does.
func TestInDiamond(t *testing.T) {
	decision := geom.Rect{X: 100, Y: 100, W: 120, H: 80}
	for _, k := range []struct {
		box  geom.Rect
		want bool
	}{{geom.Rect{X: 205, Y: 100, W: 40, H: 15}, false}, {geom.Rect{X: 180, Y: 130, W: 40, H: 15}, true}, {geom.Rect{X: 90, Y: 90, W: 200, H: 200}, true}} {
		if got := inDiamond(k.box, decision); got != k.want {
			t.Errorf("%v: %v", k.box, got)
		}
	}
}

// What is said of a step's words, by hand: ” for nothing.
func TestVerbsAndNames(t *testing.T) {
	for _, k := range []struct{ text, verb, name string }{
		{"Check the form", "", ""},
		{"Checking the form", "'check', not 'checking'", ""},
		{"Issuing of the pass", "'issue', not 'issuing'", ""},
		{"Form is checked", "'check …', not 'is checked'", ""},
		{"Permit gets stamped", "'stamp …', not 'gets stamped'", ""},
		{"Clerk checks the form", "'check …' where the lane", ""},
		{"The form", "what is done with it", ""},
		{"Form goods inwards", "", ""},
		{"Cross-check goods", "", ""},
		{"Das Formular prüfen", "", ""},
		{"Send e-mail", "", "'email' and 'e-mail'"},
		{"Send an Email", "", ""},
		{"Call Meier", "", "'Meyer' and 'Meier'"},
		{"Call Meyers", "", ""},
		{"Call Mayor", "", ""},
		{"Post to Paytrace", "", "'PayTrace' and 'Paytrace'"},
		{"POST TO PAYTRACE", "", ""},
	} {
		c := chart.New("words")
		for _, text := range []string{"Send an email", "Call Meyer and wait for goods", "Post to PayTrace with the form", k.text} {
			c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: text, Symbol: symbol.Process, W: 112, H: 56, Text: text})
		}
		fs, _ := Chart(c, Drawn{})
		for rule, want := range map[string]string{"no-verb": k.verb, "name-twice": k.name} {
			got := strings.Join(found(fs, rule), "; ")
			if want == "" && got != "" || !strings.Contains(got, want) {
				t.Errorf("%q: %s: %q, want %q", k.text, rule, got, want)
			}
		}
	}
}

// In charts that are not in English nothing is said of verbs.
func TestVerbsInEnglishOnly(t *testing.T) {
	c := chart.New("Wörter")
	for _, text := range []string{"Formular prüfen", "Rechnung buchen", "All inclusive buchen"} {
		c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: text, Symbol: symbol.Process, W: 112, H: 56, Text: text})
	}
	if fs, _ := Chart(c, Drawn{}); len(found(fs, "no-verb")) > 0 {
		t.Error(fs)
	}
}

// Where every word has a capital, capitals make no names.
func TestTitlesAreNoNames(t *testing.T) {
	c := chart.New("titles")
	for _, text := range []string{"Check All Loans", "Count All Loads", "Send The Goods"} {
		c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: text[:5], Symbol: symbol.Process, W: 112, H: 56, Text: text})
	}
	if fs, _ := Chart(c, Drawn{}); len(found(fs, "name-twice")) > 0 {
		t.Error(fs)
	}
}
