// Package proof reads a chart and tells what is wrong with it, what is doubtful and what others would do otherwise: ways
// that end nowhere, decisions that decide nothing, words that say something else than the symbol.
//
// A rule is a line in one table (rules.go), with a function that looks at the chart as a whole: its steps, the ways
// between them over all pages (view.go), and the pages as they are drawn. Findings are in words, with a place and, where one command mends it, that
// command. Whoever keeps a chart can waive a rule, with a reason.
package proof

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/sheet"
)

// Severity is how much a finding matters.
type Severity string

// Severities, the worst first.
const (
	Wrong    Severity = "wrong"    // what is drawn cannot be meant
	Doubtful Severity = "doubtful" // it can be meant, and mostly is not
	Style    Severity = "style"    // others would do it otherwise
)

// Severities are all of them, the worst first.
var Severities = []Severity{Wrong, Doubtful, Style}

// Finding is something that a rule has found.
type Finding struct {
	Rule     string         `json:"rule"`
	Severity Severity       `json:"severity"`
	Words    string         `json:"words"`          // a sentence
	Page     string         `json:"page"`           // id
	ID       string         `json:"id,omitempty"`   // of the step, connector or lane; "" for the page
	Mend     *chart.Command `json:"mend,omitempty"` // that takes it away; nil where a person has to decide
	Run      []string       `json:"run,omitempty"`  // ids of the steps of a run that comes to it
}

// Rule is something that is looked at.
type Rule struct {
	Name     string
	Severity Severity
	Words    string // what it is about
	Source   string // where that is said
	look     func(*view) []Finding
}

// Drawn has the pages of a chart as they are drawn, where that is known: where not, it is not looked at.
type Drawn struct {
	Page func(p *chart.Page) *sheet.Sheet // gives nil where it is not known
	Laid func(p *chart.Page) bool         // whether a page may be laid out to see what that would spare; it takes long. nil for none
}

// Anew draws the pages to prove them.
func Anew(c *chart.Chart) Drawn {
	return Drawn{
		Page: func(p *chart.Page) *sheet.Sheet {
			var comp sheet.Composer
			return comp.Compose(c, p)
		},
		Laid: func(p *chart.Page) bool { return len(p.Steps) <= mostLaid },
	}
}

// mostLaid is how many steps a page has that is laid out to see what that would spare.
const mostLaid = 200

// Chart proves a chart: what its rules find but for those that are waived, the worst first, and of these in the order of
// pages and of what was made first.
func Chart(c *chart.Chart, d Drawn) ([]Finding, Figures) {
	p := Begin(c, d)
	for p.Next() {
	}
	return p.Found()
}

// Proof is one that is made rule by rule, of a chart that does not change meanwhile.
type Proof struct {
	view  *view
	rules []Rule // that were not looked at yet
	found []Finding
}

// Begin begins a proof.
func Begin(c *chart.Chart, d Drawn) *Proof {
	return &Proof{view: viewOf(c, d), rules: slices.DeleteFunc(Rules(), func(r Rule) bool {
		return slices.ContainsFunc(c.Waived, func(w chart.Waiver) bool { return w.Rule == r.Name })
	})}
}

// Next looks at one rule more; it reports whether there was one.
func (p *Proof) Next() bool {
	if len(p.rules) == 0 {
		return false
	}
	r := p.rules[0]
	p.rules = p.rules[1:]
	for _, f := range r.look(p.view) {
		if f.Rule, f.Severity = r.Name, r.Severity; r.ofWork() && p.view.isHierarchy(f.Page) {
			continue
		}
		p.found = append(p.found, f)
	}
	return true
}

// Found is what was found, as Chart tells it.
func (p *Proof) Found() ([]Finding, Figures) {
	out := p.found
	order, at := func(s Severity) int { return slices.Index(Severities, s) }, p.view.places(out)
	slices.SortStableFunc(out, func(a, b Finding) int {
		if d := order(a.Severity) - order(b.Severity); d != 0 {
			return d
		}
		return at[[2]string{a.Page, a.ID}] - at[[2]string{b.Page, b.ID}]
	})
	return out, p.view.figures()
}

// Count is how many findings there are of a severity.
func Count(fs []Finding, s Severity) int {
	n := 0
	for _, f := range fs {
		if f.Severity == s {
			n++
		}
	}
	return n
}
