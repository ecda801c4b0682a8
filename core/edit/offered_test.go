package edit

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/symbol"
)

// What a command can be done with is offered whole, each once and in words.
func TestChoicesAreWhole(t *testing.T) {
	want := map[string]string{
		"number-by":   "flow lane page part stage",
		"number-not":  "terminators documents stores",
		"page-block":  strings.Join(chart.BlockFields, " "),
		"page-ground": "paper #FFFFFF #F6F3EC #EEF3F3",
	}
	for _, c := range Commands() {
		args, words := []string{}, map[string]bool{}
		for _, x := range c.Choices {
			args = append(args, x.Arg)
			if x.Words == "" || words[x.Words] {
				t.Errorf("%s %s is called %q", c.Name, x.Arg, x.Words)
			}
			words[x.Words] = true
		}
		if w, ok := want[c.Name]; ok {
			if got := strings.Join(args, " "); got != w {
				t.Errorf("%s: %s, want %s", c.Name, got, w)
			}
			delete(want, c.Name)
		}
	}
	if len(want) > 0 {
		t.Errorf("there is no command for %v", want)
	}
}

// Why a command cannot be done is told where it cannot, and not where it can.
func TestWhyNot(t *testing.T) {
	w := open(t)
	a, b := w.put(symbol.Process, 200, 200, "Ask"), w.put(symbol.Process, 600, 200, "Tell")
	w.Do("cancel", "")
	w.steps.Connect(a, b)
	why := func(name string) string { return w.Update(true).Facts.Why[name] }
	w.Select()
	for name, want := range map[string]string{"emphasise": say.WhyThings, "pin-number": say.WhyNumbered, "link-open": say.WhyNoLink} {
		if got := why(name); got != want {
			t.Errorf("with nothing selected, %s: %q, want %q", name, got, want)
		}
	}
	w.Select(a.ID)
	if why("emphasise") != "" || why("pin-number") == "" || why("link-open") == "" {
		t.Errorf("a step: %q, %q, %q", why("emphasise"), why("pin-number"), why("link-open"))
	}
	w.Do("number", "")
	w.Apply("link", chart.Part{Do: "step.set", Page: w.PageID(), ID: a.ID, Link: &chart.LinkPart{To: &chart.Link{URL: "https://example.org"}}})
	if why("pin-number") != "" || why("link-open") != "" {
		t.Errorf("numbered and linked: %q, %q", why("pin-number"), why("link-open"))
	}
	w.Select(w.Page().Connectors[0].ID)
	if why("emphasise") != "" || why("pin-number") == "" {
		t.Errorf("a connector: %q, %q", why("emphasise"), why("pin-number"))
	}
}

// What is selected is told with the box that is to be in sight.
func TestSight(t *testing.T) {
	w := open(t)
	a, b := w.put(symbol.Process, 200, 200, "Ask"), w.put(symbol.Process, 600, 300, "Tell")
	w.Do("cancel", "")
	if w.Select(); w.Update(true).Facts.Sight != nil {
		t.Error("nothing is selected")
	}
	w.Select(a.ID, b.ID)
	s := w.Update(true).Facts.Sight
	if s == nil || !w.Sheet().Shape(a.ID).Rect.Inside(s.Grow(1)) || !w.Sheet().Shape(b.ID).Rect.Inside(s.Grow(1)) || s.W > 700 {
		t.Errorf("in sight is to be %v", s)
	}
}
