package looks

import (
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
)

// LookFacts are about the looks of the selected steps. A value in which they differ is told
// as mixed, and of the first of them.
type LookFacts struct {
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

// Facts are about looks.
type Facts struct {
	Look  *LookFacts `json:"look"` // of the selected steps
	House HouseFacts `json:"house"`
	Names []string   `json:"fieldNames"` // of the page's steps, one fill per value of which can be given
}

// Facts are those of the page that is shown and what is selected on it.
func (e *Editor) Facts() Facts {
	return Facts{Look: e.lookFacts(), House: e.HouseFacts(), Names: e.fieldNames()}
}

// lookFacts is nil when no step is selected.
func (e *Editor) lookFacts() *LookFacts {
	steps := e.Steps()
	if e.shown = e.eachLook(); len(steps) == 0 {
		return nil
	}
	of := func(s *chart.Step) LookFacts {
		l := style.Of(e.Page(), s)
		return LookFacts{Fill: l.Fill, Fill2: l.Fill2, Outline: l.Outline, Text: l.TextColour, Clear: int(math.Round(l.Clear * 100)),
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

// fieldNames are the names of the fields of the page's steps, in the order in which they come.
func (e *Editor) fieldNames() []string {
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
