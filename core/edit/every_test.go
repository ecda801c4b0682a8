package edit

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// desk is a window on a chart that has something of everything: lanes in a group, stages, steps with fields, a group, a
// link and a file, connectors with labels, one of them loose, two pages.
func desk(t *testing.T) *window {
	t.Helper()
	w := open(t)
	w.Do("lane-names", "Borrower\nLoans desk\nConservation")
	w.Do("stage-names", "Ask\nDecide")
	ids := map[string]string{}
	for i, k := range []struct {
		kind symbol.Kind
		text string
		x, y float64
	}{{symbol.Terminator, "Wanted", 160, 130}, {symbol.Process, "Log", 330, 260}, {symbol.Decision, "Fit?", 520, 270}, {symbol.Document, "Decline", 720, 140}, {symbol.Process, "Pack", 730, 400}} {
		ids[fmt.Sprint(i)] = w.put(k.kind, k.x, k.y, k.text).ID
	}
	w.Do("cancel", "")
	for _, l := range [][2]string{{"0", "1"}, {"1", "2"}, {"2", "3"}, {"2", "4"}} {
		w.steps.Connect(w.Page().Step(ids[l[0]]), w.Page().Step(ids[l[1]]))
	}
	for i, name := range []string{"no", "yes"} {
		ls := []chart.Label{{Text: name}}
		w.Apply("label", chart.Part{Do: "line.set", Page: w.PageID(), ID: w.Page().Connectors[2+i].ID, Labels: &ls})
	}
	free := &chart.Connector{ID: "free", Meaning: chart.Flow, From: chart.End{Step: ids["1"]}, To: chart.End{X: 400, Y: 360}}
	fs := []chart.Field{{Name: "cost", Value: "3"}}
	files := []chart.File{{ID: "f1", Name: "form.pdf", Type: "application/pdf", Size: 3}}
	w.Apply("more", chart.Part{Do: "line.add", Page: w.PageID(), Line: free},
		chart.Part{Do: "step.set", Page: w.PageID(), ID: ids["1"], Fields: &fs, Files: &files, Link: &chart.LinkPart{To: &chart.Link{URL: "https://example.org"}}})
	w.Do("number", "")
	w.Do("page-add", "")
	w.Do("page-next", "")
	w.ShowPage("p1")
	w.Select()
	return w
}

// seen is all that somebody could see of a window.
func (w *window) seen() string {
	u := w.Update(true)
	b, err := json.Marshal(struct {
		Chart  string
		Shown  Update
		Facts  Facts
		Copied string
	}{w.json(), u, w.Facts(), w.Copied()})
	if err != nil {
		w.Fatal(err)
	}
	return string(b)
}

// Every command of the table does something that can be seen, with every one of its choices, in one of some selections in
// which it is offered. What it does is held by the tests of its own.
func TestEveryCommandDoesSomething(t *testing.T) {
	typed := map[string][]string{
		"copies": {"3"}, "step-gap": {`{"what":"across","value":"33"}`}, "step-size": {`{"what":"w","value":"60"}`}, "look-set": {`{"what":"corner","value":"3"}`}, "number-set": {`{"what":"first","value":"7"}`},
		"page-set": {`{"what":"margin","value":"20"}`}, "file-drop": {"f1"}, "link-set": {"https://example.com"}, "look-field": {"cost"}, "field-show": {`{"field":"cost","as":"text"}`},
		"field": {`{"name":"cost","value":"5"}`}, "lane-size": {"90 mm"}, "lane-field": {`{"name":"cost","value":"5"}`}, "stage-names": {"One\nTwo\nThree"}, "lane-names": {"A\nB"},
		"add-step": {"File it"}, "house-make": {`{"name":"Own","colours":["#0A4A5E"],"family":"serif"}`}, "house-take": {`{"name":"Taken","paper":"#F6F3EC"}`}, "paste": {"One\nTwo"},
	}
	// What the browser does, what wants something that this chart has not, and what is of a row of the list.
	elsewhere := map[string]string{"row-enter": "", "row-in": "", "row-back": "", "row-up": "", "row-down": "", "outcome-up": "", "outcome-down": "", "step-lane": "", "lane-in": "", "field-hide": "", "page-drop": "", "glue-loose": ""}
	chosen := []func(w *window){
		func(w *window) { w.Select() },
		func(w *window) { w.Select(w.named("Log").ID) },
		func(w *window) { w.Select(w.named("Fit?").ID) },
		func(w *window) { w.Select(w.named("Log").ID, w.named("Pack").ID) },
		func(w *window) { w.Select(w.named("Log").ID, w.named("Decline").ID, w.named("Pack").ID) },
		func(w *window) { w.Select(w.Page().Connectors[2].ID) },
		func(w *window) { w.Do("lane-select", w.Page().Lanes[1].ID) },
		func(w *window) { w.Do("lane-select", w.Page().Stages[0].ID) },
		func(w *window) { w.Do("all", "") },
	}
	// Not offered in any of these selections; each has a test of its own.
	notHere := strings.Fields("fold ungroup layout-right page-tree redo bends-less look-plain look-put text-mend text-style house-mend page-left number-table page-house page-larger " +
		"page-split page-over page-fit out-of-page mate page-previous ports-clear close-gap")
	before := map[int]string{} // by selection
	made := []byte(desk(t).json())
	for _, c := range Commands() {
		if _, other := elsewhere[c.Name]; other || c.do == nil || c.Page {
			continue
		}
		args := typed[c.Name]
		for _, k := range c.Choices {
			args = append(args, k.Arg)
		}
		if len(args) == 0 {
			args = []string{""}
		}
		for _, arg := range args {
			done, offered := false, false
			for i, choose := range chosen {
				on, err := chart.Unmarshal(made)
				if err != nil {
					t.Fatal(err)
				}
				w := &window{t, New(on, 0, "win1")}
				w.Do("name", "Loans") // something to be undone
				choose(w)
				if c.need(w.Editor) != "" {
					continue
				}
				offered = true
				if c.on != nil && c.on(w.Editor, arg) && (len(c.Choices) > 0 || c.Name == "flow") {
					done = true // it is so already
					continue
				}
				if before[i] == "" {
					before[i] = w.seen()
				}
				if w.Do(c.Name, arg); w.seen() != before[i] {
					done = true
					break
				}
			}
			if offered && !done {
				t.Errorf("%s %q does nothing", c.Name, arg)
			} else if offered == slices.Contains(notHere, c.Name) {
				t.Errorf("%s %q is offered: %v", c.Name, arg, offered)
			}
		}
	}
}
