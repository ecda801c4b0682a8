package scene

import (
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// wording draws the text of a step: an item for each part of a line that is set alike.
func wording(sh *sheet.Shape, runs []style.Run) []Item {
	out := make([]Item, 0, len(sh.Lines))
	for _, l := range sh.Lines {
		x, y := sh.Rect.X+l.X, sh.Rect.Y+l.Baseline
		if l.Bullet > 0 {
			first := runAt(runs, l.From)
			out = append(out, text(typeset.Bullet, x-l.Bullet, y, first.Face, l.Size, first.Colour))
		}
		for _, p := range parts(l, runs) {
			t := l.Text[p.from:p.to]
			it := text(t, x+p.x, y, p.run.Face, l.Size, p.run.Colour)
			it.Link = linkOf(p.run.Link)
			if p.from > 0 && strings.TrimSpace(t) == "" && !p.run.Underline {
				continue
			}
			if out = append(out, it); p.run.Underline && l.Text != "" {
				out = append(out, underline(it))
			}
		}
	}
	return out
}

// part is a part of a line, its bytes from one to another, that is set alike and written in
// one direction; x is where it stands behind the line's left end, px.
type part struct {
	from, to int
	x        float64
	run      style.Run
}

// parts cut a line where its look changes, from left to right as they stand. A line that is set
// alike is one part, whatever its directions.
func parts(l typeset.Line, runs []style.Run) []part {
	first := runAt(runs, l.From)
	if l.From+len(l.Text) <= first.To {
		return []part{{to: len(l.Text), run: first}}
	}
	var out []part
	x := 0.0
	for _, p := range typeset.Order(l.Text, typeset.Leftward(l.Text)) {
		var of []part
		for _, r := range runs {
			if from, to := max(p.From, r.From-l.From), min(p.To, r.To-l.From); from < to {
				of = append(of, part{from: from, to: to, run: r})
			}
		}
		if p.Leftward {
			slices.Reverse(of)
		}
		for _, q := range of {
			q.x = x
			x += l.Setting.Width(l.Text, q.from, q.to)
			out = append(out, q)
		}
	}
	return out
}

// TextLink is where the text of a step leads at a point of the page; nil for nowhere.
func TextLink(s *sheet.Sheet, sh *sheet.Shape, q geom.Point) *chart.Link {
	if len(sh.Step.Runs) == 0 {
		return nil
	}
	runs := style.Of(s.Page, sh.Step).Runs(s.Page, sh.Said)
	for _, l := range sh.Lines {
		for _, p := range parts(l, runs) {
			it := text(l.Text[p.from:p.to], sh.Rect.X+l.X+p.x, sh.Rect.Y+l.Baseline, p.run.Face, l.Size, "")
			if p.run.Link != nil && it.bounds().Contains(q) {
				return p.run.Link
			}
		}
	}
	return nil
}

// runAt is the run of the byte k of a text, or its last one.
func runAt(runs []style.Run, k int) style.Run {
	for _, r := range runs {
		if k < r.To {
			return r
		}
	}
	return runs[len(runs)-1]
}
