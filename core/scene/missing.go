package scene

import (
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/typeset"
)

// spell replaces the characters that no shipped font has in the texts among items by
// boxes with their code points, so that no output leaves a hole.
func spell(items []Item) []Item {
	for i := range items {
		if t := items[i].Text; t != "" && !typeset.Covered(items[i].Face, t) {
			out := append([]Item(nil), items[:i]...)
			for _, it := range items[i:] {
				out = append(out, it.spelled()...)
			}
			return out
		}
	}
	return items
}

// spelled is the item itself, or what its text is drawn as where it has characters
// without a glyph.
func (i Item) spelled() []Item {
	if i.Text == "" || typeset.Covered(i.Face, i.Text) {
		return []Item{i}
	}
	var out []Item
	x := 0.0
	for _, p := range typeset.Order(i.Text, typeset.Leftward(i.Text)) {
		s := i.Text[p.From:p.To]
		at := x
		x += typeset.Width(i.Face, i.Size, s)
		from := 0
		plain := func(to int) {
			if t := s[from:to]; strings.TrimSpace(t) != "" {
				off := typeset.Width(i.Face, i.Size, s[:from])
				if p.Leftward {
					off = typeset.Width(i.Face, i.Size, s[to:])
				}
				it := i
				it.Text, it.At, it.Width = t, i.along(at+off), typeset.Width(i.Face, i.Size, t)
				out = append(out, it)
			}
		}
		for k, r := range s {
			if len(typeset.Missing(string(r))) == 0 {
				continue
			}
			plain(k)
			from = k + len(string(r))
			off := typeset.Width(i.Face, i.Size, s[:k])
			if p.Leftward {
				off = typeset.Width(i.Face, i.Size, s[from:])
			}
			out = append(out, i.codeBox(at+off, r)...)
		}
		plain(len(s))
	}
	return out
}

// along is a place on the item's baseline, d px from its beginning.
func (i Item) along(d float64) geom.Point {
	if i.Upright {
		return geom.Pt(i.At.X, geom.Round2(i.At.Y-d))
	}
	return geom.Pt(geom.Round2(i.At.X+d), i.At.Y)
}

// codeBox is a box one em wide, d px from the item's beginning, with a code point in
// two rows of digits.
func (i Item) codeBox(d float64, r rune) []Item {
	w := typeset.Width(i.Face, i.Size, string(r))
	in, up := i.Size*0.06, i.Size*0.78
	box := geom.Rect{X: i.At.X + d + in, Y: i.At.Y - up, W: w - 2*in, H: i.Size * 0.92}
	if i.Upright {
		box = geom.Rect{X: i.At.X - up, Y: i.At.Y - d - w + in, W: i.Size * 0.92, H: w - 2*in}
	}
	out := []Item{{Path: geom.Box(box), Stroke: i.Fill, Weight: i.Size * 0.06}}
	code := fmt.Sprintf("%04X", r)
	half := (len(code) + 1) / 2
	size := i.Size * 0.42
	for row, digits := range [2]string{code[:half], code[half:]} {
		off := (w - typeset.Width(typeset.MonoBold, size, digits)) / 2
		it := Item{Text: digits, Face: typeset.MonoBold, Size: geom.Round2(size), Fill: i.Fill, Upright: i.Upright}
		it.Width = typeset.Width(it.Face, it.Size, digits)
		down := i.Size * (0.42*float64(row) - 0.37)
		if i.Upright {
			it.At = geom.Pt(geom.Round2(i.At.X+down), geom.Round2(i.At.Y-d-off))
		} else {
			it.At = geom.Pt(geom.Round2(i.At.X+d+off), geom.Round2(i.At.Y+down))
		}
		out = append(out, it)
	}
	return out
}

// Unprintable are the characters of a chart that no shipped font has, with how often each
// comes in what is drawn.
func Unprintable(c *chart.Chart) map[rune]int {
	out := map[rune]int{}
	add := func(texts ...string) {
		for _, t := range texts {
			for _, r := range typeset.Missing(t) {
				out[r]++
			}
		}
	}
	for _, p := range c.Pages {
		add(c.Name, p.Title) // in the title block of every page
		for _, b := range p.Bands() {
			add(b.Name)
		}
		for _, s := range p.Steps {
			add(s.Text, s.Number)
		}
		for _, l := range p.Connectors {
			for _, t := range l.Labels {
				add(t.Text)
			}
		}
	}
	return out
}

// UnprintableWords say which characters those are and how many; "" when there are none.
func UnprintableWords(c *chart.Chart) string {
	found := Unprintable(c)
	if len(found) == 0 {
		return ""
	}
	var rs []rune
	n := 0
	for r, k := range found {
		rs = append(rs, r)
		n += k
	}
	slices.Sort(rs)
	var names []string
	for i, r := range rs {
		if i == mostNamed {
			names = append(names, fmt.Sprintf("%d more", len(rs)-i))
			break
		}
		names = append(names, fmt.Sprintf("U+%04X ×%d", r, found[r]))
	}
	return unprintable(n, strings.Join(names, ", "))
}

// mostNamed characters are named one by one.
const mostNamed = 12
