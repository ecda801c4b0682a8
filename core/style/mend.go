package style

import (
	"fmt"
	"maps"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/symbol"
)

// Mended is a house style in which everything can be read, and what of it was changed for that:
// none where all of it can be. Fills stay; text, outlines and connectors take the nearest colour
// that reads on them, or text the one that it takes by itself.
func Mended(h *chart.House) (*chart.House, []string) {
	m := mending{House: *h, p: chart.NewPage("p1")}
	m.Kinds, m.Texts, m.Lines = maps.Clone(h.Kinds), maps.Clone(h.Texts), maps.Clone(h.Lines)
	c := &chart.Chart{Pages: []*chart.Page{m.p}}
	c.SetHouse(&m.House)
	m.look(symbol.Process, func(f func(*chart.StepLook)) { f(&m.Step) }) // of all, then of each
	for _, i := range symbol.All() {
		m.look(i.Kind, func(f func(*chart.StepLook)) {
			if m.Kinds == nil {
				m.Kinds = map[symbol.Kind]chart.StepLook{}
			}
			l := m.Kinds[i.Kind]
			f(&l)
			m.Kinds[i.Kind] = l
		})
	}
	for _, st := range chart.TextStyles {
		if c := textColour(textOf(m.p, st).Colour); c != "" {
			if to, bad := m.mended(c, colour.ForText, grounds(m.p)...); bad {
				l := m.Texts[st]
				l.Colour = to
				m.Texts[st] = l
			}
		}
	}
	for _, of := range []chart.Meaning{chart.Flow, chart.Aside, chart.Data, chart.Note} {
		if to, bad := m.mended(Line(m.p, &chart.Connector{Meaning: of}).Colour, colour.ForLines, Paper(m.p)); bad {
			l := m.Lines[of] // it has one: the plain line can be read
			l.Colour = to
			m.Lines[of] = l
		}
	}
	return &m.House, m.changed
}

// mending is a house style on a page, while it is mended.
type mending struct {
	chart.House
	p       *chart.Page
	changed []string
}

// look mends the look of a symbol; set changes it where it stands.
func (m *mending) look(k symbol.Kind, set func(func(*chart.StepLook))) {
	l := Of(m.p, &chart.Step{Symbol: k})
	if to, bad := m.mended(l.Outline, colour.ForLines, Paper(m.p)); bad && l.Outline != "" {
		set(func(l *chart.StepLook) { l.Outline = to })
	}
	if to, bad := m.mended(l.TextColour, colour.ForText, l.Grounds()...); bad {
		set(func(l *chart.StepLook) { l.Text.Colour = to })
	}
}

// mended is what a colour becomes that does not read well enough on the grounds; bad is false
// where it does.
func (m *mending) mended(ink string, needs float64, on ...colour.RGB) (to string, bad bool) {
	c, ok := colour.Parse(ink)
	if !ok || colour.Least(c, on...) >= needs {
		return "", false
	}
	mended, ok := colour.Repaired(c, needs, on...)
	if to = mended.String(); !ok && needs == colour.ForText {
		to = chart.ByItself
	}
	m.changed = append(m.changed, fmt.Sprintf("%s → %s", c, to))
	return to, true
}

// grounds are all that text of steps can stand on.
func grounds(p *chart.Page) []colour.RGB {
	var out []colour.RGB
	for _, i := range symbol.All() {
		out = append(out, Of(p, &chart.Step{Symbol: i.Kind}).Grounds()...)
	}
	return out
}
