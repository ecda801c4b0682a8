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
const (
	laneWeight = 1.0
)

// Of is the whole page with its title and title block.
func Of(s *sheet.Sheet) Drawing {
	d := Drawing{Title: s.Chart, View: geom.Rect{W: s.Page.W, H: s.Page.H}, Paper: style.Paper(s.Page).String()}
	d.Elements = append(d.Elements, Border(s))
	for _, l := range s.Page.Lanes {
		d.Elements = append(d.Elements, Lane(s, l))
	}
	for i := range s.Steps {
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
	d := Drawing{Title: s.Chart, Paper: style.Paper(s.Page).String()}
	for i := range s.Steps {
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

// Border is the page's title and title block.
func Border(s *sheet.Sheet) Element {
	e := Element{Class: "sheet", Title: s.Chart}
	if s.Page.Title != "" {
		e.Items = append(e.Items, TitleItem(s))
	}
	b, face, ink := block(s), style.Face(s.Page, false), style.Ink(s.Page)
	e.Items = append(e.Items, stroke(geom.Box(b), ink, 1.2))
	heads := [2]string{wordChart, wordPage}
	bodies := [2]Item{NameItem(s), cellText(s, 1, fmt.Sprintf("%d of %d", s.Index+1, s.Count))}
	for i := range heads {
		x := cell(s, i).X
		if i > 0 {
			e.Items = append(e.Items, stroke(geom.Polyline{{X: x, Y: b.Y}, {X: x, Y: b.Bottom()}}.Path(), ink, 1.2))
		}
		e.Items = append(e.Items, text(heads[i], x+8, b.Y+15, face, 11, quiet(s.Page)), bodies[i])
	}
	if n := s.Plain(); n > 0 || s.Crowded {
		size := 13 * math.Max(1, s.Page.W/chart.SheetW) // to be read when the sheet is seen whole
		e.Items = append(e.Items, text(Clip(typeset.Sans, size, crowdedWords(n), b.X-2*18), 18, b.Bottom()-6, typeset.Sans, size, Red))
	}
	e.Items = spell(e.Items)
	return e
}

// TitleItem is the page's title as drawn.
func TitleItem(s *sheet.Sheet) Item {
	face := style.Face(s.Page, true)
	return text(Clip(face, titleSize, s.Page.Title, s.Page.W-36), 18, 34, face, titleSize, style.Ink(s.Page))
}

// TitleBox is where the title stands, or would stand.
func TitleBox(s *sheet.Sheet) geom.Rect {
	w := 180.0
	if s.Page.Title != "" {
		w = TitleItem(s).Width
	}
	return geom.Rect{X: 18, Y: 34 - titleSize*typeset.Ascent, W: w, H: titleSize * (typeset.Ascent + typeset.Descent)}.Grow(3)
}

// NameItem is the chart's name in the title block, NameBox its cell.
func NameItem(s *sheet.Sheet) Item     { return cellText(s, 0, s.Chart) }
func NameBox(s *sheet.Sheet) geom.Rect { return cell(s, 0) }

const titleSize = 17.0

// The cells of the title block, px.
var cellWidths = [2]float64{240, 74}

func block(s *sheet.Sheet) geom.Rect {
	const w, h = 314, 38
	return geom.Rect{X: s.Page.W - 18 - w, Y: s.Page.H - 18 - h, W: w, H: h}
}

func cell(s *sheet.Sheet, i int) geom.Rect {
	b := block(s)
	for _, w := range cellWidths[:i] {
		b.X += w
	}
	b.W = cellWidths[i]
	return b
}

func cellText(s *sheet.Sheet, i int, t string) Item {
	c := cell(s, i)
	face := style.Face(s.Page, false)
	return text(Clip(face, 13, t, c.W-14), c.X+8, c.Y+31, face, 13, style.Ink(s.Page))
}

// Lane draws a lane: its box, head and name.
func Lane(s *sheet.Sheet, l *chart.Lane) Element {
	r := s.Page.LaneRect(l)
	e := Element{Class: "lane", ID: l.ID, Title: l.Name}
	look, face := style.Lane(s.Page, l), style.Face(s.Page, true)
	h := r
	h.W = chart.LaneHead
	e.Items = append(e.Items,
		Item{Path: geom.Box(r), Fill: look.Band, Stroke: LaneLine, Weight: laneWeight},
		Item{Path: geom.Box(h), Fill: look.Head, Stroke: LaneLine, Weight: laneWeight})
	size, room := 13.0, l.Size-10
	lines := typeset.Lines(face, size, l.Name, room)
	if len(lines) > 1 {
		size = 11
		lines = typeset.Lines(face, size, l.Name, room)
	}
	if len(lines) > 2 {
		lines = []string{lines[0], Clip(face, size, strings.Join(lines[1:], " "), room)}
	}
	for i, t := range lines {
		x := h.CX() + size*0.35 + (float64(i)-float64(len(lines)-1)/2)*size*1.1
		it := text(t, x, r.CY(), face, size, onTop(look.Head))
		it.Upright = true
		it.At.Y = geom.Round2(r.CY() + it.Width/2)
		e.Items = append(e.Items, it)
	}
	e.Items = spell(e.Items)
	return e
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
	info, _ := symbol.Of(st.Symbol)
	e := Element{Class: "step", ID: st.ID, Title: strings.TrimSpace(info.Name + " " + st.Number + ": " + st.Text)}
	look := style.Of(s.Page, st)
	e.Items = body(st.Symbol, r, look)
	for _, l := range sh.Lines {
		it := text(l.Text, r.X+l.X, r.Y+l.Baseline, l.Face, l.Size, look.TextColour)
		if l.Bullet > 0 {
			e.Items = append(e.Items, text(typeset.Bullet, it.At.X-l.Bullet, it.At.Y, l.Face, l.Size, look.TextColour))
		}
		if e.Items = append(e.Items, it); look.Underline && l.Text != "" {
			e.Items = append(e.Items, underline(it))
		}
	}
	e.Items = append(e.Items, fields(s, sh)...)
	if st.Number != "" {
		e.Items = append(e.Items, tag(sh, style.Ink(s.Page))...)
	}
	e.Items = spell(e.Items)
	return e
}

// tag is the step's number on a small ink plate at its upper left.
func tag(sh *sheet.Shape, ink string) []Item {
	const size, h = 11.0, 15.0
	n := Clip(typeset.MonoBold, size, sh.Step.Number, 90)
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
			return strings.TrimSpace(st.Number + " " + st.Text)
		}
		return wordNowhere
	}
	return lineWords(string(r.Line.Meaning), r.Line.Outcome(), name(r.Line.From), name(r.Line.To))
}

// Clip shortens a text to a width, with an ellipsis in place of what is left
// out; the element's title keeps the whole.
func Clip(f typeset.Face, size float64, s string, width float64) string {
	s = strings.Join(strings.Fields(s), " ")
	if typeset.Width(f, size, s) <= width {
		return s
	}
	width -= typeset.Width(f, size, "…")
	out, w := "", 0.0
	for _, r := range s {
		if w += typeset.Width(f, size, string(r)); w > width {
			break
		}
		out += string(r)
	}
	return strings.TrimSpace(out) + "…"
}

// Scale is the factor by which a drawing is made smaller or larger to fit into
// w x h px.
func (d Drawing) Scale(w, h float64) float64 {
	return math.Min(w/d.View.W, h/d.View.H)
}

// Comments draws a small flag on each step that people comment on; counts
// are open comments by step id.
func Comments(s *sheet.Sheet, counts map[string]int) Element {
	e := Element{Class: "comments", Title: "Comments"}
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
