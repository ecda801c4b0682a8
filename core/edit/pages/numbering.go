package pages

import (
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/number"
)

// NumberFacts are about the numbers of the chart's steps, as people write them.
type NumberFacts struct {
	First   string `json:"first"`
	Every   string `json:"every"`
	Digits  string `json:"digits"`
	Prefix  string `json:"prefix"`
	Sample  string `json:"sample"`  // the first numbers as they would be
	Changed string `json:"changed"` // how many had another number before the last numbering, in words
}

// Numbering is how the chart is numbered.
func (e *Editor) Numbering() chart.Numbering {
	if n := e.Chart().Numbering; n != nil {
		return *n
	}
	return chart.Numbering{}
}

func (e *Editor) numberFacts() NumberFacts {
	n := e.Numbering()
	f := NumberFacts{First: "1", Every: "1", Digits: "1", Prefix: n.Prefix, Sample: number.Sample(n)}
	for at, v := range map[*string]int{&f.First: n.First, &f.Every: n.Every, &f.Digits: n.Digits} {
		if v > 0 {
			*at = strconv.Itoa(v)
		}
	}
	if len(e.renumbered) > 0 {
		f.Changed = say.NumbersChanged(len(e.renumbered))
	}
	return f
}

// NumberBy and NumberShown are what choices name: "flow" and "tags" are the plain ones.
func NumberBy(name string) chart.NumberBy { return chart.NumberBy(strings.TrimPrefix(name, "flow")) }
func NumberShown(name string) chart.NumberShown {
	return chart.NumberShown(strings.TrimPrefix(name, "tags"))
}

// NumberSteps numbers the steps of the page, and of those with which its numbers hang together; where the chart's numbering
// says so, those without a number alone.
func (e *Editor) NumberSteps() {
	if e.Numbering().Between && e.anyNumber() {
		e.NumberNew()
		return
	}
	e.give(number.Chart(e.Chart(), e.Page()))
}

// NumberAll numbers all steps of the chart anew, but for pinned ones.
func (e *Editor) NumberAll() { e.give(number.All(e.Chart())) }

// NumberNew gives the steps without a number one of those between which they come.
func (e *Editor) NumberNew() { e.give(number.Between(e.Chart(), e.Page())) }

func (e *Editor) anyNumber() bool {
	return slices.ContainsFunc(e.Page().Steps, func(s *chart.Step) bool { return s.Number != "" })
}

// give brings steps to their numbers, and offers a table of those that had others.
func (e *Editor) give(cmd chart.Command, ok bool) {
	if !ok {
		e.Say(say.Numbered)
		return
	}
	e.renumber(say.DidNumber, cmd.Parts...)
}

func (e *Editor) renumber(words string, parts ...chart.Part) {
	rows := slices.DeleteFunc(number.Table(e.Chart(), chart.Command{Parts: parts}), func(r number.Row) bool { return r.Old == "" })
	if slices.ContainsFunc(parts, func(d chart.Part) bool { return d.Page != e.PageID() }) {
		e.ApplyToPages(words, parts...)
	} else {
		e.Apply(words, parts...)
	}
	if e.renumbered = rows; len(rows) > 0 {
		e.Say(say.NumbersChanged(len(rows)), session.Answer{Words: say.WordNumberTable, Do: "number-table"})
	}
}

// NumberTable copies the numbers before and after the last numbering, as a table that a mail or a spreadsheet takes.
func (e *Editor) NumberTable() {
	var b strings.Builder
	fmt.Fprintf(&b, "%s\t%s\t%s\n", say.WordOldNumber, say.WordNewNumber, say.WordNumberedStep)
	for _, r := range e.renumbered {
		fmt.Fprintf(&b, "%s\t%s\t%s\n", r.Old, r.New, r.Text)
	}
	e.Copy(b.String())
	e.Say(say.TableCopied)
}

// Renumbered reports whether steps had other numbers before the last numbering.
func (e *Editor) Renumbered() bool { return len(e.renumbered) > 0 }

// SetNumbering changes how the chart is numbered. What has numbers takes those that it is to have, in the same command.
func (e *Editor) SetNumbering(f func(*chart.Numbering)) {
	n := e.Numbering()
	n.Without = slices.Clone(n.Without)
	f(&n)
	parts := []chart.Part{{Do: "chart.set", Numbering: &n}}
	if !n.Between && e.anyNumber() {
		with := *e.Chart()
		with.Numbering = &n
		cmd, _ := number.All(&with)
		parts = append(parts, cmd.Parts...)
	}
	e.renumber(say.DidNumbering, parts...)
}

// SetNumberTyped sets what was typed of the numbering: {"what","value"}.
func (e *Editor) SetNumberTyped(arg string) {
	var a struct{ What, Value string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	a.Value = strings.TrimSpace(a.Value)
	if a.What == "prefix" {
		if len(a.Value) > chart.MostPrefix {
			e.Say(say.LongPrefix(chart.MostPrefix))
			return
		}
		e.SetNumbering(func(n *chart.Numbering) { n.Prefix = a.Value })
		return
	}
	most := chart.MostFirst
	if a.What == "digits" {
		most = chart.MostDigits
	}
	v, err := strconv.Atoi(a.Value)
	if err != nil || v < 1 || v > most {
		e.Say(say.TypeWhole(most))
		return
	}
	if v == 1 {
		v = 0 // as without
	}
	e.SetNumbering(func(n *chart.Numbering) {
		switch a.What {
		case "first":
			n.First = v
		case "every":
			n.Every = v
		case "digits":
			n.Digits = v
		}
	})
}

// ToggleNumberNot has a sort of steps go without numbers, or have them again.
func (e *Editor) ToggleNumberNot(k chart.NumberNot) {
	e.SetNumbering(func(n *chart.Numbering) {
		if i := slices.Index(n.Without, k); i >= 0 {
			n.Without = slices.Delete(n.Without, i, i+1)
		} else {
			n.Without = append(n.Without, k)
		}
	})
}

// Pin has the numbers of what is selected stay when others are numbered, or all of them go on with the others.
func (e *Editor) Pin() {
	pinned := !e.AllPinned()
	words := say.DidPinNumber
	if !pinned {
		words = say.DidUnpinNumber
	}
	var parts []chart.Part
	for _, s := range e.Steps() {
		if s.Pinned != pinned && (s.Number != "" || !pinned) {
			parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Pinned: &pinned})
		}
	}
	e.Apply(words, parts...)
}

// AllPinned reports whether all selected steps that have a number keep it.
func (e *Editor) AllPinned() bool {
	some := false
	for _, s := range e.Steps() {
		if s.Number != "" {
			if some = true; !s.Pinned {
				return false
			}
		}
	}
	return some
}
