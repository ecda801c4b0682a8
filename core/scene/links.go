package scene

import (
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// markSize is the side of the mark of what leads somewhere, px.
const markSize = 13.0

// LinkMark is where the mark of a step that leads somewhere stands: at its lower right.
func LinkMark(sh *sheet.Shape) geom.Rect {
	x, y := sh.Rect.Right()-markSize/2-2, sh.Rect.Bottom()-markSize/2-2
	if sh.Step.Symbol == symbol.Decision {
		x, y = sh.Rect.X+sh.Rect.W*0.8, sh.Rect.Y+sh.Rect.H*0.72
	}
	return geom.Rect{X: geom.Round2(x), Y: geom.Round2(y), W: markSize, H: markSize}
}

// BandMark is that of a band, at the end of its head; TitleMark that of a page, behind its title.
func BandMark(b chart.Band) geom.Rect {
	at := geom.Pt(b.Head.CX()-markSize/2, b.Head.Bottom()-markSize-5)
	if !b.Upright {
		at = geom.Pt(b.Head.Right()-markSize-5, b.Head.CY()-markSize/2)
	}
	return geom.Rect{X: geom.Round2(at.X), Y: geom.Round2(at.Y), W: markSize, H: markSize}
}

func TitleMark(s *sheet.Sheet) geom.Rect {
	b := TitleBox(s)
	return geom.Rect{X: geom.Round2(b.Right() + 4), Y: geom.Round2(b.CY() - markSize/2), W: markSize, H: markSize}
}

// linkMark draws the mark: an arrow that leads out of a frame.
func linkMark(r geom.Rect, ink, paper string) []Item {
	a := r.Grow(-3)
	arrow := geom.Path{}.Move(a.X, a.Bottom()).Line(a.Right(), a.Y).Move(a.X+a.W*0.3, a.Y).Line(a.Right(), a.Y).Line(a.Right(), a.Y+a.H*0.7)
	return []Item{{Path: geom.Box(r), Fill: paper, Stroke: ink, Weight: 1, Mark: true}, {Path: arrow, Stroke: ink, Weight: 1.3, Mark: true}}
}

// filesMark is at the lower left of a step that has files: a sheet with a corner turned down.
func filesMark(sh *sheet.Shape, ink, paper string) []Item {
	x, y := geom.Round2(sh.Rect.X-markSize/2+2), geom.Round2(sh.Rect.Bottom()-markSize/2-2)
	if sh.Step.Symbol == symbol.Decision {
		x, y = geom.Round2(sh.Rect.X+sh.Rect.W*0.13), geom.Round2(sh.Rect.Y+sh.Rect.H*0.72)
	}
	const w, h, fold = 10.0, markSize, 4.0
	leaf := geom.Path{}.Move(x, y).Line(x+w-fold, y).Line(x+w, y+fold).Line(x+w, y+h).Line(x, y+h).Close()
	lines := geom.Path{}.Move(x+w-fold, y).Line(x+w-fold, y+fold).Line(x+w, y+fold).Move(x+2, y+7).Line(x+w-2, y+7).Move(x+2, y+10).Line(x+w-2, y+10)
	return []Item{{Path: leaf, Fill: paper, Stroke: ink, Weight: 1}, {Path: lines, Stroke: ink, Weight: 0.8}}
}

// linkOf is a link as a drawing leads there; nil for nowhere that a drawing can lead.
func linkOf(l *chart.Link) *Link {
	switch {
	case l == nil:
		return nil
	case l.Page != "":
		return &Link{Page: l.Page}
	case l.URL != "":
		return &Link{URL: l.URL}
	}
	return nil
}

const backSize = 12.0

// BackBox is where a page that shows what lies behind a step tells so; ok is false for others.
func BackBox(s *sheet.Sheet) (box geom.Rect, ok bool) {
	it, ok := backItem(s)
	return it.bounds().Grow(2), ok
}

// Back tells of a page which step it is a part of, and leads there.
func Back(s *sheet.Sheet) (e Element, ok bool) {
	it, ok := backItem(s)
	if !ok {
		return Element{}, false
	}
	p, _, _ := s.PartOf()
	return Element{Class: "back", Title: it.Text, Link: &Link{Page: p.ID}, Items: spell([]Item{it, underline(it)})}, true
}

func backItem(s *sheet.Sheet) (Item, bool) {
	p, st, ok := s.PartOf()
	if !ok {
		return Item{}, false
	}
	face, m := style.Face(s.Page, false), s.Page.Margin()
	t := typeset.Clip(face, backSize, partOfWords(st.Number, typeset.Isolated(st.Text), typeset.Isolated(s.PageName(p))), s.Page.W/2)
	return text(t, s.Page.W-m-typeset.Width(face, backSize, t), m+16, face, backSize, quiet(s.Page)), true
}
