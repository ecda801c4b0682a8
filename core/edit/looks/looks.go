package looks

import (
	"encoding/json"
	"maps"
	"reflect"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/steps"
	"plaintracer/core/style"
)

// use keeps the colours that were set by hand.
func (e *Editor) use(colours ...string) {
	for _, c := range colours {
		if c = strings.ToUpper(c); strings.HasPrefix(c, "#") {
			e.recent = slices.DeleteFunc(e.recent, func(o string) bool { return o == c })
			e.recent = append([]string{c}, e.recent[:min(len(e.recent), mostRecent-1)]...)
		}
	}
}

// Set sets by hand what the argument, a look of steps as JSON, names. What is only
// on or off is switched off where it is on already.
func (e *Editor) Set(arg string) {
	var set chart.StepLook
	if json.Unmarshal([]byte(arg), &set) != nil {
		return
	}
	run := set.Text.ForRun()
	e.use(set.Fill, set.Fill2, set.Outline, set.Text.Colour)
	ofRun := reflect.DeepEqual(set, chart.StepLook{Text: run})
	if !ofRun {
		e.Keep()
	}
	e.shown = e.eachLook()
	if some, all := e.StepsLook(arg); some && all {
		set = switchedOff(set)
	}
	if ofRun && e.text.TypingOn("step") {
		e.text.SetRun(set.Text)
		return
	}
	parts, to := e.looksGiven(e.Steps(), func(_ *chart.Step, l chart.StepLook) chart.StepLook { return l.With(set) })
	e.giveParts(say.DidStepLook, append(parts, e.withoutRuns(run)...), to)
	for _, s := range e.Steps() {
		e.steps.Next.Looked(s.Symbol, s.Look)
	}
}

// withoutRuns are the parts that let the whole texts of the selected steps look alike in what a
// look names.
func (e *Editor) withoutRuns(look chart.TextLook) []chart.Part {
	var out []chart.Part
	for _, s := range e.Steps() {
		if runs := chart.RunsWithout(s.Runs, look); len(s.Runs) > 0 && !reflect.DeepEqual(runs, s.Runs) {
			out = append(out, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Runs: &runs})
		}
	}
	return out
}

// switchedOff is what takes back a look that is only on or off.
func switchedOff(l chart.StepLook) chart.StepLook {
	off := func(b *bool) *bool {
		if b != nil && *b {
			return new(false)
		}
		return b
	}
	for _, b := range []**bool{&l.Hatch, &l.Double, &l.Text.Bold, &l.Text.Italic, &l.Text.Underline, &l.Text.List} {
		*b = off(*b)
	}
	return l
}

// changeLooks gives the selected steps the looks that f makes of theirs. Where their texts
// then need more room, others give way.
func (e *Editor) changeLooks(words string, f func(chart.StepLook) chart.StepLook) {
	e.giveLooks(words, e.Steps(), func(_ *chart.Step, l chart.StepLook) chart.StepLook { return f(l) })
}

func (e *Editor) giveLooks(words string, steps []*chart.Step, f func(*chart.Step, chart.StepLook) chart.StepLook) {
	parts, to := e.looksGiven(steps, f)
	if len(steps) > 0 {
		e.giveParts(words, parts, to)
	}
}

// looksGiven are the parts that give steps the looks that f makes of theirs, and those steps as
// they are then whose texts are set otherwise.
func (e *Editor) looksGiven(steps []*chart.Step, f func(*chart.Step, chart.StepLook) chart.StepLook) (parts []chart.Part, to []chart.Step) {
	for _, s := range e.steps.Free(steps) {
		was := chart.StepLook{}
		if s.Look != nil {
			was = *s.Look
		}
		now := f(s, was)
		if reflect.DeepEqual(now, was) {
			continue
		}
		parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, StepLook: &now})
		next := *s
		next.Look = &now
		if style.Text(e.Page(), &next) != style.Text(e.Page(), s) {
			to = append(to, next)
		}
	}
	return parts, to
}

// giveParts does what changes looks; where texts then need more room, others give way.
func (e *Editor) giveParts(words string, parts []chart.Part, to []chart.Step) {
	if len(parts) == 0 {
		if e.Notice() == "" { // they are not locked
			e.Say(say.LooksAlready)
		}
		return
	}
	e.Apply(words, append(parts, e.steps.ReshapeAll(to, steps.SizeKept)...)...)
}

// PlainLook takes the looks set by hand away.
func (e *Editor) PlainLook() {
	for _, s := range e.Steps() {
		delete(e.steps.Next.Looks, s.Symbol)
	}
	e.changeLooks(say.DidPlainLook, func(chart.StepLook) chart.StepLook { return chart.StepLook{} })
}

// Weigh lets what is selected stand out or back: steps by one look, connectors by another.
func (e *Editor) Weigh(words string, step chart.StepLook, line chart.Look) {
	parts := []chart.Part{}
	for _, c := range e.Lines() {
		l := line
		if c.Look != nil {
			if l = c.Look.With(line); l == *c.Look {
				continue
			}
		}
		parts = append(parts, chart.Part{Do: "line.set", Page: e.PageID(), ID: c.ID, Look: &l})
	}
	looks, to := e.looksGiven(e.Steps(), func(_ *chart.Step, l chart.StepLook) chart.StepLook { return l.With(step) })
	e.giveParts(words, append(parts, looks...), to)
}

// MendText makes texts of the selected steps readable that are not, and parts of texts.
func (e *Editor) MendText() {
	var runs []chart.Part
	mended := func(colourNow string, of style.Step) (string, bool) {
		c, ok := colour.Parse(colourNow)
		if !ok || colour.Least(c, of.Grounds()...) >= colour.ForText {
			return "", false
		}
		to, ok := colour.Repaired(c, colour.ForText, of.Grounds()...)
		if !ok { // on a gradient from light to dark
			return chart.ByItself, true
		}
		return to.String(), true
	}
	for _, s := range e.Steps() {
		of, rs, changed := style.Of(e.Page(), s), slices.Clone(s.Runs), false
		for i := range rs {
			if c, bad := mended(rs[i].Text.Colour, of); bad {
				rs[i].Text.Colour, changed = c, true
			}
		}
		if changed {
			runs = append(runs, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Runs: &rs})
		}
	}
	looks, to := e.looksGiven(e.Steps(), func(s *chart.Step, l chart.StepLook) chart.StepLook {
		of := style.Of(e.Page(), s)
		if c, bad := mended(of.TextColour, of); bad {
			l.Text.Colour = c
		}
		return l
	})
	e.giveParts(say.DidMendText, append(runs, looks...), to)
}

// SetTextStyle makes the style of the selected step's text what that text looks like, wherever
// the style is used: what was set by hand over the style goes into it.
func (e *Editor) SetTextStyle() {
	s := e.Only()
	st := s.Look.Text.Style
	h := chart.House{Name: say.WordOwnHouse}
	if was := e.Page().House(); was != nil {
		h = *was
	}
	texts := maps.Clone(h.Texts)
	if texts == nil {
		texts = map[chart.TextStyle]chart.TextLook{}
	}
	by := s.Look.Text
	by.Style = ""
	texts[st] = texts[st].With(by)
	h.Texts = texts
	look := *s.Look
	look.Text = chart.TextLook{Style: st}
	e.Apply(say.DidTextStyle, chart.Part{Do: "chart.set", House: &h}, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, StepLook: &look})
}
