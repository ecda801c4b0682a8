// Package proving brings what a proof finds into the session: where it is, what mends it, and which rules the chart waives.
package proving

import (
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/proof"
	"plaintracer/core/sheet"
)

// Editor proves the chart of a session.
type Editor struct {
	*session.Session
	findings []proof.Finding
	figures  proof.Figures
	proved   looked
	open     bool
	told     bool             // the page around the editor knows them
	job      *proof.Proof     // that is being made; nil for none
	of       looked           // what it is made of
	further  bool             // there are pages that were not looked at yet as they are drawn
	drawn    map[string]drawn // pages by their ids
}

// looked is of what there are findings.
type looked struct {
	status int // of the log; -1 for none
	page   string
	open   bool
}

// New proves the chart of a session.
func New(s *session.Session) *Editor {
	return &Editor{Session: s, proved: looked{status: -1}, drawn: map[string]drawn{}}
}

// mostTold is how many findings are shown at once; the worst come first.
const mostTold = 100

// Facts are what the proof has found, for the page around the editor.
type Facts struct {
	Findings []Told        `json:"findings"`
	More     int           `json:"more"`
	Count    int           `json:"count"` // of what is wrong or doubtful
	Waived   []WaivedRule  `json:"waived"`
	Words    string        `json:"words"` // of all
	Figures  proof.Figures `json:"figures"`
}

// Told is a finding in words.
type Told struct {
	At       int    `json:"at"`
	Severity string `json:"severity"`
	Words    string `json:"words"`
	Page     string `json:"page"`  // its number, where there are several
	Mend     string `json:"mend"`  // what would be done; "" for nothing
	Steps    int    `json:"steps"` // of a run that comes to it; 0 without
	Rule     string `json:"rule"`
	About    string `json:"about"` // the rule in words, with its source
}

// WaivedRule is a rule that the chart waives.
type WaivedRule struct {
	Rule   string `json:"rule"`
	About  string `json:"about"`
	Reason string `json:"reason"`
}

// aTurn is how long the chart is looked at in one go: a frame has room for it and for what is typed.
const aTurn = 8 * time.Millisecond

// Prove looks at the chart for a while, unless it is as it was. open tells whether findings are being looked at: they are
// marked on the page then.
func (e *Editor) Prove(open bool) {
	e.prove(open, aTurn)
}

// proveAll looks at the chart until all is looked at.
func (e *Editor) proveAll() {
	e.prove(e.open, time.Hour)
}

func (e *Editor) prove(open bool, while time.Duration) {
	if open != e.open {
		e.open = open
		e.Hear()
	}
	now := looked{e.Status(), e.PageID(), open}
	if e.proved == now && !e.further {
		return
	}
	begun := time.Now()
	if e.job == nil || e.of != now {
		e.further = false
		e.job, e.of = proof.Begin(e.Chart(), proof.Drawn{
			Page: e.pages(),
			Laid: func(p *chart.Page) bool { return open && p == e.Page() && len(p.Steps) <= mostLaid },
		}), now
	}
	for more := true; more; more = e.job.Next() {
		if time.Since(begun) > while {
			return
		}
	}
	e.findings, e.figures = e.job.Found()
	e.job, e.proved, e.told = nil, now, false
	e.Hear()
}

// Further reports whether there is more to look at, another time.
func (e *Editor) Further() bool { return e.job != nil || e.further }

// mostLaid is how many steps a page has that is laid out to see what that would spare, while the hand rests.
const mostLaid = 30

// drawn is a page as it was drawn when it had a status.
type drawn struct {
	status int
	sheet  *sheet.Sheet
}

// mostDrawn is how many steps a page has that is drawn without being shown: on a larger one there is more time when somebody
// looks at it.
const mostDrawn = 250

// pages gives pages as they are drawn. One that was not shown since it was changed is drawn at a time, the others another time:
// it takes a while.
func (e *Editor) pages() func(p *chart.Page) *sheet.Sheet {
	made := false
	return func(p *chart.Page) *sheet.Sheet {
		now := drawn{status: e.PageStatus(p.ID)}
		if p == e.Page() {
			if now.sheet = e.Sheet(); now.sheet.Page != p {
				return nil // it is shown as a gesture would make it
			}
		} else if was := e.drawn[p.ID]; was.sheet != nil && was.status == now.status {
			return was.sheet
		} else if len(p.Steps) > mostDrawn {
			return nil
		} else if made {
			e.further = true
			return nil
		} else {
			var comp sheet.Composer
			now.sheet, made = comp.Compose(e.Chart(), p), true
		}
		e.drawn[p.ID] = now
		return now.sheet
	}
}

// Drawn is a page as it was drawn last to prove it; nil for one that was not.
func (e *Editor) Drawn(page string) *sheet.Sheet { return e.drawn[page].sheet }

// Fresh are the facts where they are not told yet; nil otherwise.
func (e *Editor) Fresh() *Facts {
	if e.told || e.proved.status < 0 {
		return nil
	}
	e.told = true
	f := Facts{Findings: []Told{}, Waived: []WaivedRule{}, Figures: e.figures}
	several := len(e.Chart().Pages) > 1
	for i, k := range e.findings {
		if k.Severity != proof.Style {
			f.Count++
		}
		if i >= mostTold {
			f.More++
			continue
		}
		t := Told{At: i, Severity: string(k.Severity), Words: k.Words, Rule: k.Rule, About: about(k.Rule), Steps: len(k.Run)}
		if several {
			t.Page = strconv.Itoa(1 + slices.IndexFunc(e.Chart().Pages, func(p *chart.Page) bool { return p.ID == k.Page }))
		}
		if k.Mend != nil {
			t.Mend = strings.ToUpper(k.Mend.Words[:1]) + k.Mend.Words[1:]
		}
		f.Findings = append(f.Findings, t)
	}
	for _, w := range e.Chart().Waived {
		f.Waived = append(f.Waived, WaivedRule{w.Rule, about(w.Rule), w.Reason})
	}
	n := e.figures
	f.Words = say.Figures(n.Steps, n.Decisions, n.Handovers, n.WaysBack, n.Longest, n.Ways)
	return &f
}

func about(rule string) string {
	for _, r := range proof.Rules() {
		if r.Name == rule {
			return fmt.Sprintf("%s (%s)", r.Words, r.Source)
		}
	}
	return rule
}

// Marked are the steps and connectors of the page that is shown in which something was found, while findings are being
// looked at.
func (e *Editor) Marked() map[string]bool {
	if !e.open {
		return nil
	}
	out := map[string]bool{}
	for _, f := range e.findings {
		if f.Page == e.PageID() && f.ID != "" {
			out[f.ID] = true
		}
	}
	return out
}

// at is a finding by its number, where it is still what it was when it was told.
func (e *Editor) at(arg string) (proof.Finding, bool) {
	i, err := strconv.Atoi(arg)
	was := e.findings
	e.proveAll()
	if err != nil || i < 0 || i >= min(len(was), len(e.findings)) || was[i].Words != e.findings[i].Words || was[i].ID != e.findings[i].ID {
		return proof.Finding{}, false
	}
	return e.findings[i], true
}

// Go shows the place of a finding.
func (e *Editor) Go(arg string) {
	f, ok := e.at(arg)
	if !ok {
		return
	}
	if f.Page != e.PageID() {
		e.ShowPage(f.Page)
	}
	e.Select(f.ID)
}

// Step shows a run that comes to a finding, step by step: {"at","step"} selects what was done up to a step of it, the first
// being 0, on the page on which that was.
func (e *Editor) Step(arg string) {
	var a struct{ At, Step int }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	f, ok := e.at(strconv.Itoa(a.At))
	if !ok || a.Step < 0 || a.Step >= len(f.Run) {
		return
	}
	for _, p := range e.Chart().Pages {
		if p.Step(f.Run[a.Step]) == nil {
			continue
		}
		if p.ID != e.PageID() {
			e.ShowPage(p.ID)
		}
		here := slices.DeleteFunc(slices.Clone(f.Run[:a.Step+1]), func(id string) bool { return p.Step(id) == nil })
		e.Select(here...)
		e.Say(say.RunStep(a.Step+1, len(f.Run), session.StepName(p.Step(f.Run[a.Step]))))
		return
	}
}

// Mend does what takes a finding away.
func (e *Editor) Mend(arg string) {
	f, ok := e.at(arg)
	if !ok || f.Mend == nil {
		return
	}
	if f.Page == e.PageID() {
		e.Apply(f.Mend.Words, f.Mend.Parts...)
	} else {
		e.ApplyToPages(f.Mend.Words, f.Mend.Parts...)
	}
	e.proveAll()
}

// Waive has the chart pass over a rule, with a reason: {"rule","reason"}.
func (e *Editor) Waive(arg string) {
	var a struct{ Rule, Reason string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	if a.Reason = strings.TrimSpace(a.Reason); a.Reason == "" {
		e.Say(say.WaiveReason)
		return
	}
	e.setWaived(say.DidWaive, append(e.without(a.Rule), chart.Waiver{Rule: a.Rule, Reason: a.Reason}))
}

// Unwaive has the chart look at a rule again.
func (e *Editor) Unwaive(rule string) { e.setWaived(say.DidUnwaive, e.without(rule)) }

func (e *Editor) without(rule string) []chart.Waiver {
	return slices.DeleteFunc(slices.Clone(e.Chart().Waived), func(w chart.Waiver) bool { return w.Rule == rule })
}

func (e *Editor) setWaived(words string, ws []chart.Waiver) {
	if ws == nil {
		ws = []chart.Waiver{}
	}
	e.ApplyToPages(words, chart.Part{Do: "chart.set", Waived: &ws})
	e.proveAll()
}
