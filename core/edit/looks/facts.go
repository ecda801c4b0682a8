package looks

import (
	"encoding/json"
	"fmt"
	"math"
	"reflect"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// Facts are about the looks of the selected steps. A value in which they differ is told
// as mixed, and of the first of them.
type Facts struct {
	Of      int      `json:"of"`
	Fill    string   `json:"fill"`  // #RRGGBB, "" for none
	Fill2   string   `json:"fill2"` // of a gradient
	Outline string   `json:"outline"`
	Text    string   `json:"text"`
	Clear   int      `json:"clear"`  // percent
	Corner  float64  `json:"corner"` // mm
	Pad     float64  `json:"pad"`    // mm
	Size    float64  `json:"size"`   // pt
	Mixed   []string `json:"mixed"`  // names of the values above in which they differ
	Reads   string   `json:"reads"`  // how well the text reads, where it reads worst
	Legible bool     `json:"legible"`
	Colours []string `json:"colours"` // of the house style, and in use on the page by hand
	Looks   string   `json:"looks"`   // how many there are, in words
	Picked  string   `json:"picked"`  // what the look that was picked up is of
}

// Facts is nil when no step is selected.
func (e *Editor) Facts() *Facts {
	steps := e.Steps()
	if e.shown = e.eachLook(); len(steps) == 0 {
		return nil
	}
	of := func(s *chart.Step) Facts {
		l := style.Of(e.Page(), s)
		return Facts{Fill: l.Fill, Fill2: l.Fill2, Outline: l.Outline, Text: l.TextColour, Clear: int(math.Round(l.Clear * 100)),
			Corner: geom.Round1(l.Corner / chart.MM), Pad: geom.Round1(l.Text.Pad / chart.MM), Size: geom.Round1(l.Text.Size / chart.PT)}
	}
	f := of(e.shown[0])
	f.Of, f.Mixed, f.Legible = len(steps), []string{}, true
	worst := math.Inf(1)
	for _, s := range e.shown {
		differ := reflect.ValueOf(of(s))
		for i, first := 0, reflect.ValueOf(f); i < first.NumField(); i++ {
			name := strings.Split(first.Type().Field(i).Tag.Get("json"), ",")[0]
			switch name {
			case "fill", "fill2", "outline", "text", "clear", "corner", "pad", "size":
				if differ.Field(i).Interface() != first.Field(i).Interface() && !slices.Contains(f.Mixed, name) {
					f.Mixed = append(f.Mixed, name)
				}
			}
		}
		worst = min(worst, style.Reads(e.Page(), s))
	}
	f.Legible = worst >= colour.ForText
	f.Reads = fmt.Sprintf("%.1f : 1", math.Floor(worst*10)/10)
	f.Colours, f.Looks = e.looksInUse()
	if e.picked != nil {
		f.Picked = e.picked.of
	}
	return &f
}

// mostColours is how many colours are offered again: a row of the drawer.
const mostColours = 8

// looksInUse are the colours of the house style, those set last, and those set by hand on the
// page, and how many looks there are, in words.
func (e *Editor) looksInUse() (colours []string, looks string) {
	seen := map[string]bool{}
	add := func(cs ...string) {
		for _, c := range cs {
			if c = strings.ToUpper(c); strings.HasPrefix(c, "#") && !slices.Contains(colours, c) && len(colours) < mostColours {
				colours = append(colours, c)
			}
		}
	}
	if h := e.Page().House(); h != nil { // leaving room for those set last
		offered := slices.Concat(h.Fills, h.Inks)
		add(offered[:min(len(offered), mostColours-mostRecent)]...)
	}
	add(e.recent...)
	for _, s := range e.Page().Steps {
		key := ""
		if s.Look != nil {
			add(s.Look.Fill, s.Look.Fill2, s.Look.Outline, s.Look.Text.Colour)
			key = session.Quote(s.Look)
		}
		seen[key] = true
	}
	for _, c := range e.Page().Connectors {
		if c.Look != nil {
			add(c.Look.Colour)
		}
	}
	return colours, say.Looks(len(seen))
}

// FieldNames are the names of the fields of the page's steps, in the order in which they come.
func (e *Editor) FieldNames() []string {
	out := []string{}
	for _, s := range e.Page().Steps {
		for _, f := range s.Fields {
			if !slices.Contains(out, f.Name) {
				out = append(out, f.Name)
			}
		}
	}
	return out
}

// eachLook is of the selected steps one of each look. A text of several looks counts as so many
// steps; of a text being typed that which is chosen.
func (e *Editor) eachLook() []*chart.Step {
	var out []*chart.Step
	seen := map[style.Step]bool{}
	steps := []*chart.Step{}
	for _, s := range Unlike(e.Steps()) {
		steps = append(steps, e.eachRun(s)...)
	}
	for _, s := range steps {
		if l := style.Of(e.Page(), s); !seen[l] {
			seen[l] = true
			out = append(out, s)
		}
	}
	return out
}

// Unlike are of some steps one of each symbol and look, and all with parts that look otherwise. How the others look
// need not be found out.
func Unlike(steps []*chart.Step) (out []*chart.Step) {
	type kind struct {
		symbol symbol.Kind
		look   *chart.StepLook // which is never changed, but replaced
	}
	seen := map[kind]bool{}
	for _, s := range steps {
		if k := (kind{s.Symbol, s.Look}); len(s.Runs) > 0 || !seen[k] {
			seen[k] = seen[k] || len(s.Runs) == 0
			out = append(out, s)
		}
	}
	return out
}

// eachRun is a step as it would be if all of its text looked as a part of it does.
func (e *Editor) eachRun(s *chart.Step) []*chart.Step {
	runs, from, to, next := s.Runs, 0, len(s.Text), chart.TextLook{}
	if t := e.text.RunsTyped(s.ID); t != nil {
		runs, from, to, next = t.Runs, t.From, t.To, t.Next
	}
	if len(runs) == 0 && next.IsZero() {
		return []*chart.Step{s}
	}
	like := func(l chart.TextLook) *chart.Step {
		out, look := *s, chart.StepLook{}
		if s.Look != nil {
			look = *s.Look
		}
		look.Text = look.Text.With(l)
		out.Look, out.Runs = &look, nil
		return &out
	}
	if from == to { // what is typed next looks like what stands before
		for _, r := range runs {
			if r.From < from && r.To >= from || r.From == 0 && from == 0 {
				next = r.Text.With(next)
			}
		}
		return []*chart.Step{like(next)}
	}
	var out []*chart.Step
	at := from
	for _, r := range runs {
		if r.To <= from || r.From >= to {
			continue
		}
		if at < r.From {
			out = append(out, like(chart.TextLook{}))
		}
		out, at = append(out, like(r.Text)), r.To
	}
	if at < to {
		out = append(out, like(chart.TextLook{}))
	}
	return out
}

// StepsLook reports whether some, and whether all of the looks that are shown have what a look
// names.
func (e *Editor) StepsLook(arg string) (some, all bool) {
	var want chart.StepLook
	if len(e.shown) == 0 || json.Unmarshal([]byte(arg), &want) != nil {
		return false, false
	}
	all = true
	for _, s := range e.shown {
		with := *s
		l := want
		if s.Look != nil {
			l = s.Look.With(want)
		}
		with.Look = &l
		if a, b := style.Of(e.Page(), &with), style.Of(e.Page(), s); a == b && (want.Text.Colour == "" || a.ByItself == (want.Text.Colour == chart.ByItself)) {
			some = true
		} else {
			all = false
		}
	}
	return some, all
}
