package scene

import (
	"fmt"
	"math"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/colour"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// Weights of lines, px.
const ()

// Of is the whole page with its title and title block.
func Of(s *sheet.Sheet) Drawing {
	d := Drawing{Title: typeset.Unsteered(s.Chart), View: geom.Rect{W: s.Page.W, H: s.Page.H}, Paper: style.Paper(s.Page).String()}
	d.Page, d.Name = s.Page.ID, s.Page.Name(s.Index)
	d.SheetW, d.SheetH = s.Page.SheetSize()
	if g := Ground(s); len(g.Items) > 0 {
		d.Elements = append(d.Elements, g)
	}
	d.Elements = append(d.Elements, Border(s))
	if b, ok := Back(s); ok {
		d.Elements = append(d.Elements, b)
	}
	for _, b := range s.Page.Bands() {
		d.Elements = append(d.Elements, Band(s, b))
	}
	for _, i := range s.Drawn() {
		d.Elements = append(d.Elements, Step(s, &s.Steps[i]))
	}
	for i := range s.Lines {
		d.Elements = append(d.Elements, Line(s, &s.Lines[i]))
	}
	if k, ok := Key(s); ok {
		d.Elements = append(d.Elements, k)
	}
	// Nothing drawn is cut off: the view reaches as far as the elements.
	if b := Bounds(d.Elements).Grow(12); !b.Inside(d.View) {
		d.View = d.View.Union(b)
	}
	return d
}

// Part is the drawing of the chosen steps and connectors alone.
func Part(s *sheet.Sheet, chosen func(id string) bool) Drawing {
	d := Drawing{Title: typeset.Unsteered(s.Chart), Paper: style.Paper(s.Page).String()}
	for _, i := range s.Drawn() {
		if chosen(s.Steps[i].Step.ID) {
			d.Elements = append(d.Elements, Step(s, &s.Steps[i]))
		}
	}
	for i := range s.Lines {
		if chosen(s.Lines[i].Line.ID) {
			d.Elements = append(d.Elements, Line(s, &s.Lines[i]))
		}
	}
	d.View = Bounds(d.Elements).Grow(12)
	return d
}

// quiet is the ink of what stands back on the page's paper.
func quiet(p *chart.Page) string {
	c, _ := colour.Parse(Quiet)
	c, _ = colour.Repaired(c, colour.ForText, style.Paper(p))
	return c.String()
}

// onTop is what text takes by itself on a colour.
func onTop(fill string) string {
	c, _ := colour.Parse(fill)
	return colour.OnTop(c).String()
}

// Step draws a step: outline, inner lines, text and number tag.
func Step(s *sheet.Sheet, sh *sheet.Shape) Element {
	st, r := sh.Step, sh.Rect
	e := Element{Class: "step", ID: st.ID, Title: stepTitle(st)}
	if e.Link = linkOf(st.Link); e.Link == nil {
		if to := s.GoesTo(st); to != "" {
			e.Link = &Link{Page: to}
		}
	}
	look := style.Of(s.Page, st)
	e.Items = body(st.Symbol, r, look)
	if st.Symbol == symbol.Picture {
		e.Items = append(e.Items, picture(s.Page, st, r)...)
	}
	e.Items = append(e.Items, wording(sh, look.Runs(s.Page, sh.Said))...)
	e.Items = append(e.Items, fields(s, sh)...)
	if st.Number != "" && s.Tags() {
		e.Items = append(e.Items, tag(sh, style.Ink(s.Page))...)
	}
	if len(st.Files) > 0 {
		e.Items = append(e.Items, filesMark(sh, style.Ink(s.Page), style.Paper(s.Page).String())...)
	}
	if st.Link != nil || e.Link != nil {
		e.Items = append(e.Items, linkMark(LinkMark(sh), style.Ink(s.Page), style.Paper(s.Page).String())...)
	}
	if n := s.Page.Below(st.ID); n > 0 {
		e.Items = append(e.Items, foldMark(FoldMark(s, sh), n, style.Ink(s.Page))...)
		e.Title += ", " + belowWords(n)
	}
	e.Items = spell(e.Items)
	return e
}

// stepTitle is what a reader is told of a step.
func stepTitle(st *chart.Step) string {
	info, _ := symbol.Of(st.Symbol)
	words := st.Text
	if words == "" && st.Picture != nil {
		words = st.Picture.Name
	}
	return strings.TrimSpace(info.Name + " " + st.Number + ": " + typeset.Isolated(words))
}

// tag is the step's number on a small ink plate at its upper left.
func tag(sh *sheet.Shape, ink string) []Item {
	const size, h = 11.0, 15.0
	n := typeset.Clip(typeset.MonoBold, size, sh.Step.Number, 90)
	w := typeset.Width(typeset.MonoBold, size, n) + 8
	x, y := sh.Rect.X-5, sh.Rect.Y-9
	if sh.Step.Symbol == symbol.Decision {
		x, y = sh.Rect.X+sh.Rect.W*0.13-w/2, sh.Rect.Y+sh.Rect.H*0.2-h/2
	}
	x, y = geom.Round2(x), geom.Round2(y)
	return []Item{
		{Path: geom.Box(geom.Rect{X: x, Y: y, W: geom.Round2(w), H: h}), Fill: ink},
		text(n, x+4, y+11.3, typeset.MonoBold, size, onTop(ink)),
	}
}

// sentence says in words what a connector does.
func sentence(s *sheet.Sheet, r *sheet.Run) string {
	name := func(e chart.End) string {
		if st := s.Step(e.Step); st != nil {
			return strings.TrimSpace(st.Number + " " + typeset.Isolated(st.Text))
		}
		return wordNowhere
	}
	return lineWords(string(r.Line.Meaning), r.Line.Outcome(), name(r.Line.From), name(r.Line.To))
}

// Scale is the factor by which a drawing is made smaller or larger to fit into
// w x h px.
func (d Drawing) Scale(w, h float64) float64 {
	return math.Min(w/d.View.W, h/d.View.H)
}

// Comments draws a small flag on each step that people comment on; counts
// are open comments by step id.
func Comments(s *sheet.Sheet, counts map[string]int) Element {
	e := Element{Class: "flags", Title: "Comments"}
	for i := range s.Steps {
		sh := &s.Steps[i]
		if counts[sh.Step.ID] == 0 {
			continue
		}
		x, y := geom.Round2(sh.Rect.Right()-6), geom.Round2(sh.Rect.Y-12)
		if sh.Step.Symbol == symbol.Decision {
			x, y = geom.Round2(sh.Rect.X+sh.Rect.W*0.84), geom.Round2(sh.Rect.Y+sh.Rect.H*0.1)
		}
		p := geom.Path{}.Move(x, y).Line(x+18, y).Line(x+18, y+12).Line(x+9, y+12).Line(x+4, y+17).Line(x+4, y+12).Line(x, y+12).Close()
		e.Items = append(e.Items, Item{Path: p, Fill: Green})
		if n := counts[sh.Step.ID]; n > 1 {
			t := fmt.Sprint(min(n, 99))
			w := typeset.Width(typeset.MonoBold, 10, t)
			e.Items = append(e.Items, text(t, x+9-w/2, y+9.6, typeset.MonoBold, 10, "#FFFFFF"))
		}
	}
	return e
}
