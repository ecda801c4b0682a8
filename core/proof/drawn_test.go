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

// A page on which steps are locked is not laid out to see what that would spare.
func TestLockedPagesAreNotLaidOut(t *testing.T) {
	c := drawn()
	faults["crossings"].plant(c, c.Pages[0])
	c.Pages[1].Step("a").Locked = true
	if got := found(prove(c), "crossings"); len(got) > 0 {
		t.Error(got)
	}
}

// Of loops without a way out each is told once, by the step to which the flow comes first; findings of one severity stand in the
// order of the chart, whichever rule found them.
func TestLoopsAndOrder(t *testing.T) {
	c := chart.New("loops")
	p := c.Pages[0]
	for _, id := range []string{"b2", "b1", "start", "fork", "c1", "c2"} {
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, W: 112, H: 56, Text: "Do " + id})
	}
	p.Step("fork").Symbol = symbol.Decision
	for _, w := range [][2]string{{"start", "fork"}, {"fork", "b1"}, {"b1", "b2"}, {"b2", "b1"}, {"fork", "c1"}, {"c1", "c2"}, {"c2", "c1"}} {
		join(p, w[0], w[1])
	}
	p.Connector("fork_b1").Labels, p.Connector("fork_c1").Labels = []chart.Label{{Text: "yes"}}, []chart.Label{{Text: "Yes"}}
	fs, _ := Chart(c, Drawn{})
	var got []string
	for _, f := range fs {
		if f.Severity == Wrong {
			got = append(got, f.Rule+" "+f.ID)
		}
	}
	if want := "endless b1, endless c1, outcome-twice fork_c1"; strings.Join(got, ", ") != want {
		t.Errorf("%v, want %s", got, want)
	}
	p.Steps[0], p.Steps[4] = p.Steps[4], p.Steps[0] // c1 stands first
	fs, _ = Chart(c, Drawn{})
	if fs[0].ID != "c1" || fs[1].ID != "b1" {
		t.Errorf("%s stands before %s", fs[0].ID, fs[1].ID)
	}
}

// A page that a step opens needs a start and an end, of whichever kind; one that a link in a title leads to needs none.
func TestPartsWithoutEnds(t *testing.T) {
	for _, k := range []struct {
		start, end symbol.Kind
		want       string
	}{
		{symbol.Terminator, symbol.Terminator, ""},
		{symbol.OffPage, symbol.OffPage, ""},
		{symbol.Process, symbol.Terminator, "without a start."},
		{symbol.Terminator, symbol.Document, "without an end."},
		{symbol.Process, symbol.Process, "without a start or an end."},
	} {
		c := drawn()
		q := c.Pages[1]
		q.Step("a").Symbol, q.Step("c").Symbol = k.start, k.end
		fs, _ := Chart(c, Drawn{})
		if got := strings.Join(found(fs, "part-without-end"), ""); k.want == "" && got != "" || !strings.HasSuffix(got, k.want) {
			t.Errorf("%v: %q", k, got)
		}
		c.Pages[0].Link, c.Pages[0].Step("pack").Link = c.Pages[0].Step("pack").Link, nil
		if fs, _ := Chart(c, Drawn{}); len(found(fs, "part-without-end")) > 0 {
			t.Errorf("%v: a title's: %v", k, fs)
		}
	}
}
