package pages

import (
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/looks"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/style"
)

// SetSetup changes the setup of the page.
func (e *Editor) SetSetup(words string, f func(*chart.Setup)) {
	p := e.Page()
	s := chart.Setup{}
	if p.Setup != nil {
		s = *p.Setup
	}
	f(&s)
	e.Apply(words, chart.Part{Do: "page.set", Page: p.ID, Setup: &s})
}

// SetGrid changes the grid of the page.
func (e *Editor) SetGrid(f func(*chart.Grid)) {
	g := chart.Grid{Size: chart.PlainGrid}
	if s := e.Page().Setup; s != nil && s.Grid != nil {
		g = *s.Grid
	}
	f(&g)
	e.SetSetup(say.DidGrid, func(s *chart.Setup) { s.Grid = &g })
}

// Grid is the page's grid.
func (e *Editor) Grid() chart.Grid {
	if g := style.Setup(e.Page()).Grid; g != nil {
		return *g
	}
	return chart.Grid{Size: chart.PlainGrid}
}

// SetGround paints the page: "" takes the paint away, the second colour makes a gradient.
func (e *Editor) SetGround(second bool, value string) {
	c := ""
	if strings.TrimSpace(value) != "" {
		var ok bool
		if c, ok = looks.TypedColour(value); !ok {
			e.Say(say.TypeColour)
			return
		}
	}
	g := style.Ground(e.Page())
	switch {
	case second && g == nil:
		e.Say(say.GroundFirst)
		return
	case second:
		e.SetSetup(say.DidGround, func(s *chart.Setup) { s.Ground = &chart.Ground{Colour: g.Colour, Colour2: c, Turn: 90} })
	case c == "":
		e.SetSetup(say.DidGround, func(s *chart.Setup) { s.Ground = nil })
	default:
		e.SetSetup(say.DidGround, func(s *chart.Setup) { s.Ground = &chart.Ground{Colour: c} })
	}
}

// setStrip sets a place of header or footer: 'header.left'.
func (e *Editor) setStrip(what, value string) {
	edge, place, _ := strings.Cut(what, ".")
	now := style.Setup(e.Page())
	l := chart.Strip{}
	if was := map[string]*chart.Strip{"header": now.Header, "footer": now.Footer}[edge]; was != nil {
		l = *was
	}
	to := map[string]*string{"left": &l.Left, "centre": &l.Centre, "right": &l.Right}[place]
	if to == nil || *to == value {
		return
	}
	*to = value
	e.SetSetup(say.DidStrip, func(s *chart.Setup) {
		if edge == "header" {
			s.Header = &l
		} else {
			s.Footer = &l
		}
	})
}

// ToggleCell puts a field into the title block, or takes it out.
func (e *Editor) ToggleCell(f string) {
	b := chart.Block{Cells: []string{}}
	for _, c := range chart.BlockFields {
		if e.HasCell(c) != (c == f) {
			b.Cells = append(b.Cells, c)
		}
	}
	e.SetSetup(say.DidBlock, func(s *chart.Setup) { s.Block = &b })
}

// HasCell reports whether the title block has a field.
func (e *Editor) HasCell(f string) bool {
	b := style.Setup(e.Page()).Block
	return b != nil && slices.Contains(b.Cells, f)
}

// SetupAll gives all pages the setup of this one.
func (e *Editor) SetupAll() {
	p := e.Page()
	s := chart.Setup{}
	if p.Setup != nil {
		s = *p.Setup
	}
	var parts []chart.Part
	for _, q := range e.Chart().Pages {
		if q != p && session.Quote(q.Setup) != session.Quote(p.Setup) {
			parts = append(parts, chart.Part{Do: "page.set", Page: q.ID, Setup: &s})
		}
	}
	if len(parts) == 0 {
		e.Say(say.SetupAlready)
		return
	}
	e.ApplyToPages(say.DidSetupAll, parts...)
}

// SetupToHouse makes header, footer, title block and ground of the page the house style's, so that
// all pages have them that have none of their own.
func (e *Editor) SetupToHouse() {
	p := e.Page()
	h := chart.House{Name: say.WordOwnHouse}
	if was := p.House(); was != nil {
		h = *was
	}
	own := *p.Setup
	h.Page = h.Page.With(chart.Setup{Header: own.Header, Footer: own.Footer, Block: own.Block, Ground: own.Ground})
	own.Header, own.Footer, own.Block, own.Ground = nil, nil, nil, nil
	e.Apply(say.DidPageHouse, chart.Part{Do: "chart.set", House: &h}, chart.Part{Do: "page.set", Page: p.ID, Setup: &own})
}

// RulerOf is the ruler that an argument names; "none" for none.
func RulerOf(arg string) chart.Ruler { return chart.Ruler(strings.TrimPrefix(arg, "none")) }

// GroundIs reports whether the page is painted so; "paper" for not at all.
func (e *Editor) GroundIs(arg string) bool {
	g := style.Ground(e.Page())
	return g == nil && arg == "paper" || g != nil && g.Colour2 == "" && g.Colour == arg
}
