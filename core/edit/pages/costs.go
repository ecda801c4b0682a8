package pages

import (
	"context"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/layout"
)

// Of charts with more steps it is not said how many sheets they take: finding that out takes too long.
const mostCounted = 60

// outgrown says that the page takes more than its sheet, what other sheets it would take, and offers these.
func (e *Editor) outgrown() {
	p := e.Page()
	w, h := p.SheetSize()
	sheets := 0
	if len(p.Steps) <= mostCounted {
		sheets, _ = layout.Sheets(context.Background(), e.Chart(), p)
	}
	over := session.Answer{Words: say.WordLayOver, Do: "page-over", Arg: ""}
	if sheets > 1 {
		over.Words = say.OnSheets(sheets, paperOf(w, h))
	}
	offers := []session.Answer{over}
	name, pt := e.largerSheet()
	if name != "" {
		offers = append(offers, session.Answer{Words: say.OnOne(name, pt), Do: "layout-on", Arg: name})
	}
	words := say.Larger
	if sheets > 1 {
		words = say.Costs(sheets, paperOf(w, h), name, pt)
	}
	e.Say(words, offers...)
}

// paperOf is the name of a sheet without the way in which it lies.
func paperOf(w, h float64) string {
	name, _, _ := strings.Cut(chart.PaperName(w, h), " ")
	return name
}

// largerSheet is the next larger standard sheet that the page, laid out for it, fits, and the size of its smallest
// text there, pt; "" where there is none.
func (e *Editor) largerSheet() (name string, pt float64) {
	w, h := e.Page().SheetSize()
	at := slices.IndexFunc(chart.Papers, func(p chart.Paper) bool { return p.Name == paperOf(w, h) })
	if at < 0 {
		return "", 0
	}
	for _, s := range chart.Papers {
		if s.Name[0] != chart.Papers[at].Name[0] || s.W <= chart.Papers[at].W {
			continue
		}
		p := e.Page().Clone()
		p.Sheet = e.lying(s)
		if k, ok := layout.Times(context.Background(), p); ok {
			return s.Name, geom.Round1(min(1, 1/k) * e.smallest() / chart.PT)
		}
	}
	return "", 0
}

// layoutOn are the parts that lay the page out for a standard sheet, lying as its own.
func (e *Editor) layoutOn(s chart.Paper) []chart.Part {
	p := e.Page().Clone()
	p.Sheet = e.lying(s)
	cmd, ok, _ := layout.OnSheet(context.Background(), p, layout.Down)
	if !ok {
		return nil
	}
	return append([]chart.Part{{Do: "page.set", Page: p.ID, Sheet: p.Sheet}}, cmd.Parts...)
}

// lying is a standard sheet that lies as the page's own.
func (e *Editor) lying(s chart.Paper) *chart.Sheet {
	if w, h := e.Page().SheetSize(); w > h {
		s.W, s.H = s.H, s.W
	}
	return chart.SheetOf(s.W, s.H)
}

// LayOutOn lays the page out for the standard sheet of a name.
func (e *Editor) LayOutOn(name string) {
	for _, s := range chart.Papers {
		if s.Name == name {
			e.ApplyAnew(e.Page().Connectors, say.DidLayOutOn, e.layoutOn(s)...)
		}
	}
}
