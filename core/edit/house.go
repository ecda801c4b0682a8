package edit

import (
	"cmp"
	"encoding/json"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// houseName is the name of the chart's house style, "" for the plain look.
func (e *Editor) houseName() string {
	if h := e.Page().House(); h != nil {
		return h.Name
	}
	return ""
}

// setHouse gives the chart one of the shipped house styles; "" the plain look.
func (e *Editor) setHouse(name string) {
	if name == "" {
		e.putHouse(&chart.House{}, wordHousePlain)
		return
	}
	for _, h := range style.Shipped() {
		if h.Name == name {
			e.putHouse(&h, name)
		}
	}
}

// takeHouse gives the chart a house style of the team, as JSON.
func (e *Editor) takeHouse(arg string) {
	var h chart.House
	if json.Unmarshal([]byte(arg), &h) == nil && h.Name != "" {
		e.putHouse(&h, h.Name)
	}
}

// putHouse gives the chart a house style. Routes stay: what grows makes room as it is drawn.
func (e *Editor) putHouse(h *chart.House, name string) {
	if h.Name == e.houseName() && (e.Chart().House == nil || Quote(h) == Quote(e.Chart().House)) {
		return
	}
	e.Apply(didHouse(name), chart.Part{Do: "chart.set", House: h})
}

// font is what the chart is set in, as fontChoices are.
func (e *Editor) font() chart.House {
	h := e.Page().House()
	switch {
	case h == nil:
		return chart.House{Family: chart.Sans}
	case h.Font != nil:
		return chart.House{Font: h.Font}
	}
	return chart.House{Family: cmp.Or(h.Family, chart.Sans)}
}

// setFont sets the chart in a family, or in a font that somebody brought: its house style goes on
// under a name that tells so.
func (e *Editor) setFont(arg string) {
	var to chart.House
	if json.Unmarshal([]byte(arg), &to) != nil || Quote(to) == Quote(e.font()) {
		return
	}
	h, name := chart.House{Name: wordHousePlain}, string(to.Family)
	if was := e.Page().House(); was != nil {
		h = *was
	}
	if h.Family = cmp.Or(to.Family, h.Family); to.Font != nil {
		name = to.Font.Name
	}
	h.Font = to.Font
	h.Name, _, _ = strings.Cut(h.Name, ", ")
	h.Name += ", " + name
	e.Apply(didFont(name), chart.Part{Do: "chart.set", House: &h})
}

// knowFont takes the advances of a font that somebody brought: {"id","metrics"}, the second in
// base 64. What was set in the family that stood in for it is set anew.
func (e *Editor) knowFont(arg string) {
	var a struct {
		ID      string
		Metrics []byte
	}
	if json.Unmarshal([]byte(arg), &a) != nil || typeset.AddOwn(a.ID, a.Metrics) != nil {
		return // it is set in the family that stands in for it
	}
	e.Afresh()
}

// keepLooks gives the selected steps the look that they have now as their own, so that a house
// style does not change them.
func (e *Editor) keepLooks() {
	p := e.Page()
	e.giveLooks(didKeepLooks, e.Steps(), func(s *chart.Step, _ chart.StepLook) chart.StepLook { return style.Whole(p, s) })
}

// makeHouse makes a house style of a name, a family and one to three colours, and gives it to
// the chart: {"name","family","colours"}. What is changed so that all can be read is told.
func (e *Editor) makeHouse(arg string) {
	var a struct {
		Name, Family string
		Colours      []string
	}
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	var colours []string
	for _, c := range a.Colours {
		if strings.TrimSpace(c) == "" {
			continue
		}
		rgb, ok := typedColour(c)
		if !ok {
			e.Say(sayHouseColours)
			return
		}
		colours = append(colours, rgb)
	}
	switch a.Name = strings.TrimSpace(a.Name); {
	case a.Name == "":
		e.Say(sayHouseNoName)
		return
	case len(colours) == 0 || len(colours) > 3:
		e.Say(sayHouseColours)
		return
	}
	h, changed := style.Made(a.Name, chart.Family(a.Family), colours)
	if e.putHouse(&h, a.Name); len(changed) > 0 && e.Notice() == "" {
		e.Say(sayRepaired(changed))
	}
}

// mendHouse makes everything readable that is not in the chart's house style, and tells what.
func (e *Editor) mendHouse() {
	h, changed := style.Mended(e.Page().House())
	e.Apply(didMendHouse, chart.Part{Do: "chart.set", House: h})
	e.Say(sayRepaired(changed))
}

// HouseFacts are about the chart's house style.
type HouseFacts struct {
	Name  string   `json:"name"`
	Paper string   `json:"paper"`
	Reads []string `json:"reads"` // in words, all pairings, those that read worst first
	Poor  int      `json:"poor"`  // how many cannot be read well
	Own   string   `json:"own"`   // it itself, as JSON, where it does not come with the application
	Font  string   `json:"font"`  // the id of one that somebody brought
}

// houseFacts tells of the house style; its pairings are looked through once.
func (e *Editor) houseFacts() HouseFacts {
	h := e.Page().House()
	if e.houseTold.Paper == "" || e.houseOf != h {
		e.houseOf = h
		e.houseTold = HouseFacts{Name: wordHousePlain, Paper: style.Paper(e.Page()).String()}
		if h != nil {
			if e.houseTold.Name = h.Name; h.Font != nil {
				e.houseTold.Font = h.Font.ID
			}
			if !slices.ContainsFunc(style.Shipped(), func(s chart.House) bool { return s.Name == h.Name }) {
				e.houseTold.Own = Quote(h)
			}
		}
		ps := style.Pairings(h)
		slices.SortStableFunc(ps, func(a, b style.Pairing) int { return cmp.Compare(a.Reads/a.Needs, b.Reads/b.Needs) })
		var told []style.Pairing
		var more []int
		for _, p := range ps {
			if p.Reads < p.Needs {
				e.houseTold.Poor++
			}
			// What is written and drawn alike on the same ground is told once.
			like := func(q style.Pairing) bool { return q.Ink == p.Ink && q.On == p.On && q.Needs == p.Needs }
			if i := slices.IndexFunc(told, like); i >= 0 {
				more[i]++
			} else {
				told, more = append(told, p), append(more, 0)
			}
		}
		for i, p := range told {
			e.houseTold.Reads = append(e.houseTold.Reads, sayContrast(p, more[i]))
		}
	}
	return e.houseTold
}
