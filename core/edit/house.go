package edit

import (
	"cmp"
	"encoding/json"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/style"
)

// houseChoices are the house styles that come with the application, by their names.
func houseChoices() []Choice {
	out := []Choice{{"", wordHousePlain}}
	for _, h := range style.Shipped() {
		out = append(out, Choice{h.Name, h.Name})
	}
	return out
}

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
	if h.Name == e.houseName() && (e.chart.House == nil || quote(h) == quote(e.chart.House)) {
		return
	}
	e.do(didHouse(name), chart.Part{Do: "chart.set", House: h})
}

// keepLooks gives the selected steps the look that they have now as their own, so that a house
// style does not change them.
func (e *Editor) keepLooks() {
	p := e.Page()
	e.giveLooks(didKeepLooks, e.steps(), func(s *chart.Step, _ chart.StepLook) chart.StepLook { return style.Whole(p, s) })
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
			e.notice = sayHouseColours
			return
		}
		colours = append(colours, rgb)
	}
	switch a.Name = strings.TrimSpace(a.Name); {
	case a.Name == "":
		e.notice = sayHouseNoName
		return
	case len(colours) == 0 || len(colours) > 3:
		e.notice = sayHouseColours
		return
	}
	h, changed := style.Made(a.Name, chart.Family(a.Family), colours)
	if e.putHouse(&h, a.Name); len(changed) > 0 && e.notice == "" {
		e.notice = sayRepaired(changed)
	}
}

// HouseFacts are about the chart's house style.
type HouseFacts struct {
	Name  string   `json:"name"`
	Paper string   `json:"paper"`
	Reads []string `json:"reads"` // in words, the pairings that read worst
	Poor  int      `json:"poor"`  // how many cannot be read well
	Own   string   `json:"own"`   // it itself, as JSON, where it does not come with the application
}

const worstPairings = 4

// houseFacts tells of the house style; its pairings are looked through once.
func (e *Editor) houseFacts() HouseFacts {
	h := e.Page().House()
	if e.houseTold.Paper == "" || e.toldOf != h {
		e.toldOf = h
		e.houseTold = HouseFacts{Name: wordHousePlain, Paper: style.Paper(e.Page()).String()}
		if h != nil {
			e.houseTold.Name = h.Name
			if !slices.ContainsFunc(style.Shipped(), func(s chart.House) bool { return s.Name == h.Name }) {
				e.houseTold.Own = quote(h)
			}
		}
		ps := style.Pairings(h)
		slices.SortStableFunc(ps, func(a, b style.Pairing) int { return cmp.Compare(a.Reads/a.Needs, b.Reads/b.Needs) })
		for i, p := range ps {
			if p.Reads < p.Needs {
				e.houseTold.Poor++
			}
			if i < worstPairings {
				e.houseTold.Reads = append(e.houseTold.Reads, sayContrast(p))
			}
		}
	}
	return e.houseTold
}
