package scene

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// headHalf is half of the breadth of a broad arrow's head, px.
const headHalf = 18.0

// Line draws a connector with its ends and labels.
func Line(s *sheet.Sheet, r *sheet.Run) Element {
	e := Element{Class: "connector", ID: r.Line.ID, Title: sentence(s, r)}
	look := LookOf(s.Page, r.Line)
	if r.Through {
		look.Colour = Red
	}
	if len(r.Points) >= 2 {
		if r.Line.Kind == chart.Wide {
			e.Items = append(e.Items, look.wide(r.Points))
		} else {
			e.Items = append(e.Items, look.line(r)...)
		}
	}
	for i, end := range [2]chart.End{r.Line.From, r.Line.To} {
		if end.Loose() && len(r.Points) > 0 {
			e.Items = append(e.Items, frayed(r.Points, i == 1))
		}
	}
	if r.Through && len(r.Points) >= 2 {
		m, _ := r.Points.At(0.5)
		e.Items = append(
			e.Items,
			Item{Path: geom.Path{}.Move(m.X-5, m.Y-5).Line(m.X+5, m.Y+5).Move(m.X-5, m.Y+5).Line(m.X+5, m.Y-5), Stroke: Red, Weight: 1.5},
		)
	}
	for i, l := range r.Labels {
		e.Items = append(e.Items, label(s.Page, r, l, r.Line.Kind == chart.Wide && i == 0)...)
	}
	e.Items = spell(e.Items)
	return e
}

// LineOnly draws a connector without its labels and title.
func LineOnly(p *chart.Page, r *sheet.Run) Element {
	return Element{Class: "connector", ID: r.Line.ID, Items: LookOf(p, r.Line).line(r)}
}

// line draws a connector of any kind but the broad one.
func (l Look) line(r *sheet.Run) []Item {
	pts := append(geom.Polyline(nil), r.Points...)
	n := len(pts)
	start, cut := l.mark(l.Start, pts[1], pts[0], l.Colour)
	pts[0] = shorten(pts[1], pts[0], cut)
	end, cut := l.mark(l.End, r.Points[n-2], r.Points[n-1], l.Colour)
	pts[n-1] = shorten(pts[n-2], pts[n-1], cut)
	it := Item{Path: r.Path(pts), Stroke: l.Colour, Weight: l.Weight, Dash: l.pattern()}
	return append(append([]Item{it}, start...), end...)
}

// shorten moves b towards a; where there is not room enough, not at all.
func shorten(a, b geom.Point, by float64) geom.Point {
	d := a.Dist(b)
	if by == 0 || d <= by {
		return b
	}
	return geom.Pt(geom.Round2(b.X+(a.X-b.X)*by/d), geom.Round2(b.Y+(a.Y-b.Y)*by/d))
}

// wide is the outline of a broad arrow along the points.
func (l Look) wide(pts geom.Polyline) Item {
	n := len(pts)
	head := l.End != chart.Bare
	tail := l.Start != chart.Bare
	body := append(geom.Polyline(nil), pts...)
	if head {
		body[n-1] = shorten(pts[n-2], pts[n-1], headRoom(pts[n-2].Dist(pts[n-1])))
	}
	if tail {
		body[0] = shorten(body[1], pts[0], headRoom(pts[0].Dist(pts[1])))
	}
	left, right := body.Beside(sheet.WideHalf), body.Beside(-sheet.WideHalf)
	barbs := func(a, b geom.Point, tip geom.Point) geom.Polyline { // from the left side round to the right one
		u := geom.Pt((b.X-a.X)/a.Dist(b), (b.Y-a.Y)/a.Dist(b))
		half := sheet.WideHalf + (headHalf-sheet.WideHalf)*b.Dist(tip)/sheet.HeadLong // a short head is narrower, too
		return geom.Polyline{b.Add(geom.Pt(u.Y*half, -u.X*half)), tip, b.Add(geom.Pt(-u.Y*half, u.X*half))}
	}
	out := append(geom.Polyline(nil), left...)
	if head && body[n-1] != pts[n-1] {
		out = append(out, barbs(body[n-2], body[n-1], pts[n-1])...)
	}
	for i := n - 1; i >= 0; i-- {
		out = append(out, right[i])
	}
	if tail && body[0] != pts[0] {
		out = append(out, barbs(body[1], body[0], pts[0])...)
	}
	for i, q := range out {
		out[i] = geom.Pt(geom.Round2(q.X), geom.Round2(q.Y))
	}
	return Item{Path: out.Path().Close(), Fill: l.paper, Stroke: l.Colour, Weight: l.Weight, Dash: l.pattern()}
}

// headRoom is how long the head on a segment is: short of the body's corner.
func headRoom(segment float64) float64 {
	return math.Min(sheet.HeadLong, math.Max(segment-sheet.WideHalf, segment/2))
}

// label draws a label; on a plate, which interrupts the line, where it stands
// astride of it.
func label(p *chart.Page, r *sheet.Run, l sheet.LabelShape, inside bool) []Item {
	var out []Item
	face, ink := style.Face(p, false), style.Ink(p)
	if inside && l.Box.H > l.Box.W { // turned, to read upward
		for k, t := range l.Lines {
			x := l.Box.X + style.LabelSize*typeset.Ascent + float64(k)*style.LabelSize*typeset.Leading
			it := text(t, x, l.Box.Bottom(), face, style.LabelSize, ink)
			it.Upright = true
			it.At.Y = geom.Round2(l.Box.CY() + it.Width/2)
			out = append(out, it)
		}
		return out
	}
	pts := r.Drawn()
	for k := 0; k+1 < len(pts) && !inside; k++ {
		if geom.SegmentIn(pts[k], pts[k+1], l.Box) {
			out = append(out, Item{Path: geom.Box(l.Box.Grow(1)), Fill: style.Paper(p).String()})
			break
		}
	}
	for k, t := range l.Lines {
		y := l.Box.Y + style.LabelSize*typeset.Ascent + float64(k)*style.LabelSize*typeset.Leading
		x := l.Box.X
		if inside {
			x = l.Box.CX() - typeset.Width(face, style.LabelSize, t)/2
		}
		out = append(out, text(t, x, y, face, style.LabelSize, ink))
	}
	return out
}

// LabelLines are the lines of label i as drawn; none when there is no such label.
func LabelLines(p *chart.Page, r *sheet.Run, i int) []Item {
	if i >= len(r.Labels) {
		return nil
	}
	var out []Item
	for _, it := range label(p, r, r.Labels[i], r.Line.Kind == chart.Wide && i == 0) {
		if it.Text != "" {
			out = append(out, it)
		}
	}
	return out
}

// frayed marks a loose end: three short strands in red.
func frayed(pts geom.Polyline, atEnd bool) Item {
	b, a := pts[0], pts[0]
	if len(pts) > 1 {
		a = pts[1]
	}
	if atEnd {
		b, a = pts[len(pts)-1], pts[max(0, len(pts)-2)]
	}
	u := geom.Pt(1, 0)
	if l := a.Dist(b); l > 0 {
		u = geom.Pt((b.X-a.X)/l, (b.Y-a.Y)/l)
	}
	var p geom.Path
	for _, k := range [3]float64{-0.6, 0, 0.6} {
		p = p.Move(b.X, b.Y).Line(geom.Round2(b.X+9*(u.X-k*u.Y)), geom.Round2(b.Y+9*(u.Y+k*u.X)))
	}
	return Item{Path: p, Stroke: Red, Weight: 1.5}
}
