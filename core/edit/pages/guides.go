package pages

import (
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// guidesSaid are the guide lines of the page that are upright, or level, as people write them.
func (e *Editor) guidesSaid(upright bool) string {
	var out []string
	if s := e.Page().Setup; s != nil {
		for _, g := range s.Guides {
			if g.Upright == upright {
				out = append(out, e.Length(g.At))
			}
		}
	}
	return strings.Join(out, ", ")
}

// setGuides sets the guide lines of the page that are upright, or level, as they were typed.
func (e *Editor) setGuides(upright bool, typed string) {
	if strings.TrimSpace(typed) == e.guidesSaid(upright) {
		return
	}
	var now []chart.GuideLine
	if s := e.Page().Setup; s != nil {
		now = slices.DeleteFunc(slices.Clone(s.Guides), func(g chart.GuideLine) bool { return g.Upright == upright })
	}
	for _, t := range strings.FieldsFunc(typed, func(r rune) bool { return r == ',' || r == ';' }) {
		px, ok := e.LengthOf(t, 0, chart.MostSide*chart.MM)
		if !ok {
			e.Say(say.BadGuides)
			return
		}
		if g := (chart.GuideLine{Upright: upright, At: px}); !slices.Contains(now, g) {
			now = append(now, g)
		}
	}
	e.SetSetup(say.DidGuide, func(s *chart.Setup) { s.Guides = now })
}
