package edit

import (
	"fmt"
	"slices"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// Fields are set for several steps at once; values that differ are told, and stay until another is given.
func TestFieldsOfSeveral(t *testing.T) {
	w := open(t)
	a, b := w.put(symbol.Process, 300, 200, "Log"), w.put(symbol.Process, 300, 400, "Check")
	w.Select(a.ID)
	w.Do("field", `{"old":"","name":"Role","value":"Clerk"}`)
	w.Do("field", `{"old":"","name":"Hours","value":"2"}`)
	w.Select(b.ID)
	w.Do("field", `{"old":"","name":"Role","value":"Head"}`)
	w.Select(a.ID, b.ID)
	fields, mixed := w.steps.FieldFacts()
	if got := fmt.Sprint(fields, mixed); got != "[{Role } {Hours }] [Role Hours]" {
		t.Errorf("of both: %s", got)
	}
	at := func() string { return fmt.Sprint(w.Page().Step(a.ID).Fields, w.Page().Step(b.ID).Fields) }
	for _, k := range []struct{ arg, want string }{
		{`{"old":"Role","name":"Who","value":""}`, "[{Who Clerk} {Hours 2}] [{Who Head}]"},
		{`{"old":"Who","name":"Who","value":""}`, "[{Who Clerk} {Hours 2}] [{Who Head}]"},
		{`{"old":"Who","name":"Who","value":"Desk"}`, "[{Who Desk} {Hours 2}] [{Who Desk}]"},
		{`{"old":"","name":"Form","value":"F1"}`, "[{Who Desk} {Hours 2} {Form F1}] [{Who Desk} {Form F1}]"},
		{`{"old":"","name":"Form","value":"F2"}`, "[{Who Desk} {Hours 2} {Form F2}] [{Who Desk} {Form F2}]"},
		{`{"old":"Form","name":"","value":""}`, "[{Who Desk} {Hours 2}] [{Who Desk}]"},
	} {
		if w.Do("field", k.arg); at() != k.want {
			t.Errorf("%s: %s, want %s", k.arg, at(), k.want)
		}
	}
	if fields, mixed := w.steps.FieldFacts(); !slices.Equal(fields, []chart.Field{{Name: "Who", Value: "Desk"}, {Name: "Hours"}}) || !slices.Equal(mixed, []string{"Hours"}) {
		t.Errorf("in the end: %v %v", fields, mixed)
	}
	w.Do("undo", "")
	if want := "[{Who Desk} {Hours 2} {Form F2}] [{Who Desk} {Form F2}]"; at() != want {
		t.Errorf("undone: %s, want %s", at(), want)
	}
}

// Find leads to the commands of the fields drawer too, and says why what does not apply now does not.
func TestFindSaysWhy(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 300, 200, "Log")
	find := func() Found {
		for _, f := range w.Find("a page of their own") {
			return f
		}
		return Found{}
	}
	w.Select()
	if f := find(); f.Do != "into-page" || f.Why == "" {
		t.Errorf("with nothing selected it finds %+v", f)
	}
	w.Select(a.ID)
	if f := find(); f.Why != "" {
		t.Errorf("with a step selected it finds %+v", f)
	}
}

// What a step leads to is found by the text of a step, in any case, here and on other pages.
func TestLeadsToByName(t *testing.T) {
	w := open(t)
	a, b := w.put(symbol.Process, 300, 200, "Log"), w.put(symbol.Process, 300, 400, "Check the form")
	here := w.PageID()
	w.Do("page-add", "")
	far := w.put(symbol.Process, 300, 200, "Pack")
	there := w.PageID()
	w.Do("page-go", here)
	w.Select(a.ID)
	for words, want := range map[string]chart.Link{"check the FORM": {Page: here, Step: b.ID}, "pack": {Page: there, Step: far.ID}} {
		if w.Do("link-set", words); w.Page().Step(a.ID).Link == nil || *w.Page().Step(a.ID).Link != want {
			t.Errorf("%s leads to %v, want %v", words, w.Page().Step(a.ID).Link, want)
		}
	}
	if !slices.Contains(w.Facts().Link.Offer, "step Check the form") {
		t.Errorf("offered are %v", w.Facts().Link.Offer)
	}
}
