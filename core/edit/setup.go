package edit

import (
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/style"
)

// setSetup changes the setup of the page.
func (e *Editor) setSetup(words string, f func(*chart.Setup)) {
	p := e.Page()
	s := chart.Setup{}
	if p.Setup != nil {
		s = *p.Setup
	}
	f(&s)
	e.Apply(words, chart.Part{Do: "page.set", Page: p.ID, Setup: &s})
}

func (e *Editor) setGrid(f func(*chart.Grid)) {
	g := chart.Grid{Size: chart.PlainGrid}
	if s := e.Page().Setup; s != nil && s.Grid != nil {
		g = *s.Grid
	}
	f(&g)
	e.setSetup(didGrid, func(s *chart.Setup) { s.Grid = &g })
}

// grid is the page's grid.
func (e *Editor) grid() chart.Grid {
	if g := style.Setup(e.Page()).Grid; g != nil {
		return *g
	}
	return chart.Grid{Size: chart.PlainGrid}
}

// setGround paints the page: "" takes the paint away, the second colour makes a gradient.
func (e *Editor) setGround(second bool, value string) {
	c := ""
	if strings.TrimSpace(value) != "" {
		var ok bool
		if c, ok = typedColour(value); !ok {
			e.Say(sayTypeColour)
			return
		}
	}
	g := style.Ground(e.Page())
	switch {
	case second && g == nil:
		e.Say(sayGroundFirst)
		return
	case second:
		e.setSetup(didGround, func(s *chart.Setup) { s.Ground = &chart.Ground{Colour: g.Colour, Colour2: c, Turn: 90} })
	case c == "":
		e.setSetup(didGround, func(s *chart.Setup) { s.Ground = nil })
	default:
		e.setSetup(didGround, func(s *chart.Setup) { s.Ground = &chart.Ground{Colour: c} })
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
	e.setSetup(didStrip, func(s *chart.Setup) {
		if edge == "header" {
			s.Header = &l
		} else {
			s.Footer = &l
		}
	})
}

// toggleCell puts a field into the title block, or takes it out.
func (e *Editor) toggleCell(f string) {
	b := chart.Block{Cells: []string{}}
	for _, c := range chart.BlockFields {
		if e.hasCell(c) != (c == f) {
			b.Cells = append(b.Cells, c)
		}
	}
	e.setSetup(didBlock, func(s *chart.Setup) { s.Block = &b })
}

func (e *Editor) hasCell(f string) bool {
	b := style.Setup(e.Page()).Block
	return b != nil && slices.Contains(b.Cells, f)
}

// setupAll gives all pages the setup of this one.
func (e *Editor) setupAll() {
	p := e.Page()
	s := chart.Setup{}
	if p.Setup != nil {
		s = *p.Setup
	}
	var parts []chart.Part
	for _, q := range e.Chart().Pages {
		if q != p && Quote(q.Setup) != Quote(p.Setup) {
			parts = append(parts, chart.Part{Do: "page.set", Page: q.ID, Setup: &s})
		}
	}
	if len(parts) == 0 {
		e.Say(saySetupAlready)
		return
	}
	e.ApplyToPages(didSetupAll, parts...)
}

// setupToHouse makes header, footer, title block and ground of the page the house style's, so that
// all pages have them that have none of their own.
func (e *Editor) setupToHouse() {
	p := e.Page()
	h := chart.House{Name: wordOwnHouse}
	if was := p.House(); was != nil {
		h = *was
	}
	own := *p.Setup
	h.Page = h.Page.With(chart.Setup{Header: own.Header, Footer: own.Footer, Block: own.Block, Ground: own.Ground})
	own.Header, own.Footer, own.Block, own.Ground = nil, nil, nil, nil
	e.Apply(didPageHouse, chart.Part{Do: "chart.set", House: &h}, chart.Part{Do: "page.set", Page: p.ID, Setup: &own})
}

// What the page drawer offers.

func rulerOf(arg string) chart.Ruler { return chart.Ruler(strings.TrimPrefix(arg, "none")) }

func (e *Editor) groundIs(arg string) bool {
	g := style.Ground(e.Page())
	return g == nil && arg == "paper" || g != nil && g.Colour2 == "" && g.Colour == arg
}
