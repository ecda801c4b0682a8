package pages

import (
	"cmp"
	"encoding/json"
	"math"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// SheetFacts are about the page's sheet and what the page has besides the chart.
type SheetFacts struct {
	Name    string   `json:"name"` // 'A4 landscape'
	W       string   `json:"w"`    // with its unit
	H       string   `json:"h"`
	Margin  string   `json:"margin"`
	Grid    string   `json:"grid"`
	Ground  string   `json:"ground"`  // colour, "" for the paper
	Ground2 string   `json:"ground2"` // at the other end
	Paper   string   `json:"paper"`   // colour that the page is drawn on
	Tints   []string `json:"tints"`   // colours of the house style that the ground can have
	Strips  []string `json:"strips"`  // header left, centre, right, footer left, centre, right
	Upright string   `json:"upright"` // guide lines, from the left edge
	Level   string   `json:"level"`   // from the upper edge
	Over    string   `json:"over"`    // in words, how the drawing has outgrown the sheet; "" where it has not
	Short   string   `json:"short"`   // the same in few words
}

func (e *Editor) sheetFacts() SheetFacts {
	p := e.Page()
	s := style.Setup(p)
	w, h := p.SheetSize()
	f := SheetFacts{Name: chart.PaperName(w, h), W: e.Length(w), H: e.Length(h), Margin: e.Length(p.Margin()), Grid: e.Length(p.GridSize()), Paper: style.Paper(p).String(), Strips: make([]string, 6)}
	f.Tints = []string{}
	if h := p.House(); h != nil {
		f.Tints = append(f.Tints, h.Fills[:min(len(h.Fills), mostTints)]...)
	}
	if s.Grid != nil {
		f.Grid = e.Length(s.Grid.Size)
	}
	f.Upright, f.Level = e.guidesSaid(true), e.guidesSaid(false)
	if s.Ground != nil {
		f.Ground, f.Ground2 = s.Ground.Colour, s.Ground.Colour2
	}
	for i, l := range []*chart.Strip{s.Header, s.Footer} {
		if l != nil {
			copy(f.Strips[3*i:], []string{l.Left, l.Centre, l.Right})
		}
	}
	if k := e.printed(); k < 1 && !(s.Fit && e.smallest()*k >= leastRead) {
		f.Over, f.Short = say.Outgrown(f.Name, math.Round(100*k)), say.OutgrownShort(math.Round(100*k))
	}
	return f
}

// TakeTold takes what header, footer and title block tell that is not in the chart: {"date",
// "revision","owner"}.
func (e *Editor) TakeTold(arg string) {
	var t sheet.Told
	if json.Unmarshal([]byte(arg), &t) == nil {
		e.Tell(t)
	}
}

// mostTints is how many colours of the house style are offered for the ground.
const mostTints = 5

// SetPaper gives the page a sheet of a standard size, lying as it does.
func (e *Editor) SetPaper(name string) {
	w, h := e.Page().SheetSize()
	for _, p := range chart.Papers {
		if p.Name == name {
			if w > h {
				p.W, p.H = p.H, p.W
			}
			e.setSheet(chart.SheetOf(p.W, p.H))
		}
	}
}

// TurnSheet lays the sheet across or upright.
func (e *Editor) TurnSheet(across bool) {
	if w, h := e.Page().SheetSize(); w > h != across {
		e.setSheet(&chart.Sheet{W: h, H: w})
	}
}

// setSheet gives the page a sheet. Lanes become as wide as it; what does not fit makes the page
// larger than the sheet, as it always does.
func (e *Editor) setSheet(to *chart.Sheet) {
	p := e.Page()
	if w, h := p.SheetSize(); w == to.W && h == to.H && !p.Outgrown() {
		e.Say(say.SheetAlready)
		return
	}
	frame := p.Frame
	frame.W = geom.Round2(max(100, to.W-2*p.Margin()))
	set := chart.Part{Do: "page.set", Page: p.ID, Sheet: to, W: &to.W, H: &to.H, Frame: &frame}
	if p.Setup != nil && p.Setup.Fit { // that was for the sheet before
		s := *p.Setup
		s.Fit = false
		set.Setup = &s
	}
	e.Apply(say.DidSheet, set)
}

// SetSheetTyped sets what was typed of the sheet: {"what","value"}.
func (e *Editor) SetSheetTyped(arg string) {
	var a struct{ What, Value string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	w, h := e.Page().SheetSize()
	length := func(least, most float64) (float64, bool) {
		v, ok := e.LengthOf(a.Value, least, most)
		if !ok {
			e.Say(say.Length(e.Length(least), e.Length(most)))
		}
		return v, ok
	}
	switch a.What {
	case "w", "h":
		v, ok := length(chart.LeastSide*chart.MM, chart.MostSide*chart.MM)
		if !ok {
			return
		}
		if a.What == "w" {
			w = v
		} else {
			h = v
		}
		e.setSheet(&chart.Sheet{W: w, H: h})
	case "margin":
		if v, ok := length(0, chart.MostMargin); ok {
			e.setMargin(v)
		}
	case "grid":
		if v, ok := length(chart.LeastGrid, chart.MostGrid); ok {
			e.SetGrid(func(g *chart.Grid) { g.Size = v })
		}
	case "upright", "level":
		e.setGuides(a.What == "upright", a.Value)
	case "ground", "ground2":
		e.SetGround(a.What == "ground2", a.Value)
	default:
		e.setStrip(a.What, a.Value)
	}
}

// setMargin makes the margins so wide; what stands on the page moves with them.
func (e *Editor) setMargin(to float64) {
	p := e.Page()
	d := to - p.Margin()
	if d == 0 {
		return
	}
	s := chart.Setup{}
	if p.Setup != nil {
		s = *p.Setup
	}
	s.Margin = &to
	frame := chart.Frame{X: geom.Round2(p.Frame.X + d), Y: geom.Round2(p.Frame.Y + d), W: geom.Round2(max(100, p.Frame.W-2*d))}
	parts := []chart.Part{{Do: "page.set", Page: p.ID, Setup: &s, Frame: &frame}}
	place := chart.Part{Do: "step.place", Page: p.ID}
	for _, st := range p.Steps {
		pl := chart.PlaceOf(st)
		if pl.X += d; st.Lane == "" {
			pl.Y += d
		}
		place.Places = append(place.Places, pl)
	}
	if len(place.Places) > 0 {
		parts = append(parts, place)
	}
	e.Apply(say.DidMargin, parts...)
}

// Larger gives the page the next standard sheet on which all of it has room, lying as it does.
func (e *Editor) Larger() {
	p := e.Page()
	w, h := p.SheetSize()
	need := e.needs()
	for _, s := range chart.Papers {
		if s.W, s.H = s.W*chart.MM, s.H*chart.MM; w > h {
			s.W, s.H = s.H, s.W
		}
		if s.W >= need.W-1 && s.H >= need.H-1 && s.W >= w-1 && s.H >= h-1 && strings.HasPrefix(s.Name, "A") == strings.HasPrefix(chart.PaperName(w, h), "A") {
			e.setSheet(chart.SheetOf(s.W/chart.MM, s.H/chart.MM))
			return
		}
	}
	e.setSheet(&chart.Sheet{W: min(need.W, chart.MostSide*chart.MM), H: min(need.H, chart.MostSide*chart.MM)})
}

// needs is how large a page must be for what stands on it.
func (e *Editor) needs() geom.Rect {
	p := e.Page().Clone()
	p.W, p.H = 100, 100
	p.Frame.W = 100
	grown := func(w, h float64) (float64, float64) {
		q := p.Clone()
		q.W, q.H = w, h
		c := &chart.Chart{Pages: []*chart.Page{q}}
		if parts := arrange.Room(q); len(parts) > 0 {
			if _, err := chart.Apply(c, chart.Command{Parts: parts}); err != nil {
				return e.Page().W, e.Page().H
			}
		}
		return q.W, q.H
	}
	w, _ := grown(100, 1e6) // so high that only the width grows
	_, h := grown(1e6, 100)
	return geom.Rect{W: w, H: h}
}

// FitSheet lets what has outgrown its sheet be printed smaller, where its smallest text then can
// be read.
func (e *Editor) FitSheet() {
	k := e.printed()
	if least := e.smallest() * k; least < leastRead {
		e.Say(say.TooSmall(math.Round(100*k), geom.Round1(least/chart.PT)))
		return
	}
	e.SetSetup(say.DidFit, func(s *chart.Setup) { s.Fit = true })
}

// leastRead is the size of text that can be read on paper, px.
const leastRead = typeset.LeastSize - 0.05

// printed is the scale at which the page is printed on its sheet, at most 1.
func (e *Editor) printed() float64 {
	p := e.Page()
	if !p.Outgrown() {
		return 1
	}
	w, h := p.SheetSize()
	return min(1, w/p.W, h/p.H)
}

// smallest is the size of the smallest text of steps and connectors, px.
func (e *Editor) smallest() float64 {
	least := math.Inf(1)
	sh := e.Sheet()
	for i := range sh.Steps {
		for _, l := range sh.Steps[i].Lines {
			least = min(least, l.Size)
		}
	}
	for i := range sh.Lines {
		if len(sh.Lines[i].Labels) > 0 {
			least = min(least, style.LabelSize)
		}
	}
	return cmp.Or(least, typeset.Size)
}

// PaperIs reports whether the sheet is of a standard size, whichever way it lies.
func (e *Editor) PaperIs(name string) bool {
	return strings.HasPrefix(chart.PaperName(e.Page().SheetSize()), name+" ")
}
