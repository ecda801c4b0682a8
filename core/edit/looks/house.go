package looks

import (
	"cmp"
	"encoding/json"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// HouseName is the name of the chart's house style, "" for the plain look.
func (e *Editor) HouseName() string {
	if h := e.Page().House(); h != nil {
		return h.Name
	}
	return ""
}

// SetHouse gives the chart one of the shipped house styles; "" the plain look.
func (e *Editor) SetHouse(name string) {
	if name == "" {
		e.putHouse(&chart.House{}, say.WordHousePlain)
		return
	}
	for _, h := range style.Shipped() {
		if h.Name == name {
			e.putHouse(&h, name)
		}
	}
}

// TakeHouse gives the chart a house style of the team, as JSON.
func (e *Editor) TakeHouse(arg string) {
	var h chart.House
	if json.Unmarshal([]byte(arg), &h) == nil && h.Name != "" {
		e.putHouse(&h, h.Name)
	}
}

// putHouse gives the chart a house style. Routes stay: what grows makes room as it is drawn.
func (e *Editor) putHouse(h *chart.House, name string) {
	if h.Name == e.HouseName() && (e.Chart().House == nil || session.Quote(h) == session.Quote(e.Chart().House)) {
		return
	}
	e.Apply(say.DidHouse(name), chart.Part{Do: "chart.set", House: h})
}

// Font is what the chart is set in, as fontChoices are.
func (e *Editor) Font() chart.House {
	h := e.Page().House()
	switch {
	case h == nil:
		return chart.House{Family: chart.Sans}
	case h.Font != nil:
		return chart.House{Font: h.Font}
	}
	return chart.House{Family: cmp.Or(h.Family, chart.Sans)}
}

// SetFont sets the chart in a family, or in a font that somebody brought: its house style goes on
// under a name that tells so.
func (e *Editor) SetFont(arg string) {
	var to chart.House
	if json.Unmarshal([]byte(arg), &to) != nil || session.Quote(to) == session.Quote(e.Font()) {
		return
	}
	h, name := chart.House{Name: say.WordHousePlain}, string(to.Family)
	if was := e.Page().House(); was != nil {
		h = *was
	}
	if h.Family = cmp.Or(to.Family, h.Family); to.Font != nil {
		name = to.Font.Name
	}
	h.Font = to.Font
	h.Name, _, _ = strings.Cut(h.Name, ", ")
	h.Name += ", " + name
	e.Apply(say.DidFont(name), chart.Part{Do: "chart.set", House: &h})
}

// KnowFont takes the advances of a font that somebody brought: {"id","metrics"}, the second in
// base 64. What was set in the family that stood in for it is set anew.
func (e *Editor) KnowFont(arg string) {
	var a struct {
		ID      string
		Metrics []byte
	}
	if json.Unmarshal([]byte(arg), &a) != nil || typeset.AddOwn(a.ID, a.Metrics) != nil {
		return // it is set in the family that stands in for it
	}
	e.Afresh()
}

// KeepLooks gives the selected steps the look that they have now as their own, so that a house
// style does not change them.
func (e *Editor) KeepLooks() {
	p := e.Page()
	e.giveLooks(say.DidKeepLooks, e.Steps(), func(s *chart.Step, _ chart.StepLook) chart.StepLook { return style.Whole(p, s) })
}

// MakeHouse makes a house style of a name, a family and one to three colours, and gives it to
// the chart: {"name","family","colours"}. What is changed so that all can be read is told.
func (e *Editor) MakeHouse(arg string) {
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
		rgb, ok := TypedColour(c)
		if !ok {
			e.Say(say.HouseColours)
			return
		}
		colours = append(colours, rgb)
	}
	switch a.Name = strings.TrimSpace(a.Name); {
	case a.Name == "":
		e.Say(say.HouseNoName)
		return
	case len(colours) == 0 || len(colours) > 3:
		e.Say(say.HouseColours)
		return
	}
	h, changed := style.Made(a.Name, chart.Family(a.Family), colours)
	if e.putHouse(&h, a.Name); len(changed) > 0 && e.Notice() == "" {
		e.Say(say.Repaired(changed))
	}
}

// MendHouse makes everything readable that is not in the chart's house style, and tells what.
func (e *Editor) MendHouse() {
	h, changed := style.Mended(e.Page().House())
	e.Apply(say.DidMendHouse, chart.Part{Do: "chart.set", House: h})
	e.Say(say.Repaired(changed))
}

// HouseFacts tells of the house style; its pairings are looked through once.
func (e *Editor) HouseFacts() HouseFacts {
	h := e.Page().House()
	if e.houseTold.Paper == "" || e.houseOf != h {
		e.houseOf = h
		e.houseTold = HouseFacts{Name: say.WordHousePlain, Paper: style.Paper(e.Page()).String()}
		if h != nil {
			if e.houseTold.Name = h.Name; h.Font != nil {
				e.houseTold.Font = h.Font.ID
			}
			if !slices.ContainsFunc(style.Shipped(), func(s chart.House) bool { return s.Name == h.Name }) {
				e.houseTold.Own = session.Quote(h)
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
			e.houseTold.Reads = append(e.houseTold.Reads, say.Contrast(p, more[i]))
		}
	}
	return e.houseTold
}
