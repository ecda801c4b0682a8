package text

import (
	"math"
	"strings"

	"github.com/rivo/uniseg"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/typeset"
)

// typedLine is a line of the text that is typed, as the page shows it: the bytes of the
// text that it holds, and where it is drawn.
type typedLine struct {
	scene.Item
	faces    string // of its bytes, where they differ
	from, to int
}

// setting is how the line is set.
func (l typedLine) setting() typeset.Setting {
	return typeset.Setting{Face: l.Face, Size: l.Size, Faces: l.faces}
}

// typedLines are the lines of the text being typed as they are drawn now. There is at
// least one, to put the caret in.
func (e *Editor) typedLines() []typedLine {
	t, sheet := e.typing, e.Sheet()
	var items []scene.Item
	var faces []string
	empty := scene.Item{Size: typeset.Size}
	switch t.Kind {
	case "step":
		sh := sheet.Shape(t.ID)
		if sh == nil {
			break
		}
		for _, l := range sh.Lines {
			items = append(items, scene.Item{Text: l.Text, At: geom.Pt(sh.Rect.X+l.X, sh.Rect.Y+l.Baseline), Face: l.Face, Size: l.Size})
			faces = append(faces, l.Faces)
		}
		l := style.Text(e.Page(), sh.Step).Empty(sh.Step.Symbol, sh.Rect.W, sh.Rect.H)
		empty = scene.Item{At: geom.Pt(sh.Rect.X+l.X, sh.Rect.Y+l.Baseline), Face: l.Face, Size: l.Size}
	case "label":
		if r := sheet.Run(t.ID); r != nil {
			items, empty = scene.LabelLines(sheet.Page, r, t.label), e.newLabel(r, t.place)
		}
	case "lane":
		if b, ok := sheet.Page.Band(t.ID); ok {
			for _, it := range scene.Band(sheet, b).Items {
				if it.Text != "" {
					items = append(items, it)
				}
			}
			at := b.Head.Centre()
			if b.Upright {
				at.X += middle * typeset.Size
			} else {
				at.Y += middle * typeset.Size
			}
			empty = scene.Item{At: at, Size: typeset.Size, Face: typeset.Bold, Upright: b.Upright}
		}
	case "title":
		items = []scene.Item{scene.TitleItem(sheet)}
	case "name":
		items = []scene.Item{scene.NameItem(sheet)}
	case "glue", "gap":
		if sh := sheet.Shape(t.ID); sh != nil {
			items = []scene.Item{
				{
					Text: t.Text,
					At:   geom.Pt(sh.Rect.Right()+18+typeset.Width(typeset.Sans, typeset.Size, say.Before[t.Kind]), sh.Rect.CY()+middle*typeset.Size),
					Size: typeset.Size,
				},
			}
		}
	}
	if len(items) == 0 {
		items = []scene.Item{empty}
	}
	out := make([]typedLine, 0, len(items)+1)
	at := 0
	for i, it := range items {
		if i > 0 { // what ends the line before
			at += len(t.Text[at:]) - len(strings.TrimLeft(t.Text[at:], " \t"))
			if strings.HasPrefix(t.Text[at:], "\n") {
				at++
			}
		}
		from := at
		if k := strings.Index(t.Text[at:], it.Text); k > 0 && strings.TrimSpace(t.Text[at:at+k]) == "" {
			from += k
		}
		to := min(len(t.Text), from+len(it.Text))
		if i == len(items)-1 && !strings.HasPrefix(t.Text[from:], it.Text) {
			to = len(t.Text) // cut short where it is drawn
		}
		l := typedLine{Item: it, from: from, to: to}
		if i < len(faces) {
			l.faces = faces[i]
		}
		out = append(out, l)
		at = to
	}
	if rest := t.Text[at:]; strings.Contains(rest, "\n") && strings.TrimSpace(rest) == "" { // a new line that nothing stands in yet
		l := out[len(out)-1]
		l.At.X += l.width(l.from, l.to, t.Text) / 2
		l.from, l.to, l.Text, l.faces = len(t.Text), len(t.Text), "", ""
		if l.Upright {
			l.At = geom.Pt(items[0].At.X+l.Size*1.1*float64(len(out)), l.At.Y)
		} else {
			l.At.Y += l.Size * typeset.Leading
		}
		out = append(out, l)
	} else if i := len(out) - 1; out[i].Text != "" && out[i].to < len(t.Text) && strings.TrimSpace(rest) == "" {
		out[i].to = len(t.Text) // spaces at the end
	}
	return out
}

// middle is how far below the middle of a line its baseline stands, in shares of its size.
const middle = (typeset.Ascent - typeset.Descent) / 2

// newLabel is where a label goes that has no letter yet.
func (e *Editor) newLabel(r *sheet.Run, place *chart.LabelPlace) scene.Item {
	share := 0.5
	if place != nil {
		share = place.Along
	}
	m, _ := r.Points.At(share)
	return scene.Item{At: geom.Pt(m.X+4, m.Y-6), Size: style.LabelSize}
}

// width is how far the text from one byte to another reaches along the line.
func (l typedLine) width(from, to int, text string) float64 {
	return l.setting().Width(text[l.from:max(from, to)], from-l.from, max(from, to)-l.from)
}

// along is a place along the line that is d px behind its beginning.
func (l typedLine) along(d float64) geom.Point {
	if l.Upright {
		return geom.Pt(l.At.X, l.At.Y-d)
	}
	return geom.Pt(l.At.X+d, l.At.Y)
}

// box is what the line takes from d0 to d1 px behind its beginning.
func (l typedLine) box(d0, d1 float64) geom.Rect {
	up, down := l.Size*typeset.Ascent, l.Size*typeset.Descent
	if l.Upright {
		return geom.Rect{X: l.At.X - up, Y: l.At.Y - d1, W: up + down, H: d1 - d0}
	}
	return geom.Rect{X: l.At.X + d0, Y: l.At.Y - up, W: d1 - d0, H: up + down}
}

// at is how far along its line the byte k of the text stands, and the line.
func (e *Editor) caretAt(ls []typedLine, k int) (typedLine, float64) {
	for i, l := range ls {
		if k <= l.to && (i == len(ls)-1 || k < ls[i+1].from) {
			return l, typeset.CaretAt(l.setting(), e.typing.Text[l.from:l.to], max(0, k-l.from))
		}
	}
	l := ls[len(ls)-1]
	return l, typeset.CaretAt(l.setting(), e.typing.Text[l.from:l.to], l.to-l.from)
}

// ByteAt is the place in the text nearest to q, between two characters.
func (e *Editor) ByteAt(q geom.Point) int {
	ls := e.typedLines()
	l, near := ls[0], math.Inf(1)
	for _, x := range ls {
		off := q.Y - (x.At.Y - middle*x.Size)
		if x.Upright {
			off = q.X - (x.At.X - middle*x.Size)
		}
		if d := math.Abs(off); d < near {
			l, near = x, d
		}
	}
	return e.nearestIn(l, q)
}

// nearestIn is the place in a line nearest to q.
func (e *Editor) nearestIn(l typedLine, q geom.Point) int {
	d := q.X - l.At.X
	if l.Upright {
		d = l.At.Y - q.Y
	}
	text := e.typing.Text[l.from:l.to]
	best, near := l.from, math.Inf(1)
	try := func(k int) {
		if c := math.Abs(typeset.CaretAt(l.setting(), text, k) - d); c < near {
			best, near = l.from+k, c
		}
	}
	try(0)
	for g := uniseg.NewGraphemes(text); g.Next(); {
		_, to := g.Positions()
		try(to)
	}
	return best
}

// InTyping reports whether a press at q goes into the text being typed: into its symbol,
// or close to its letters.
func (e *Editor) InTyping(q geom.Point) bool {
	if sh := e.Sheet().Shape(e.typing.ID); e.typing.Kind == "step" && sh != nil {
		o := sh.Step.Symbol.Outline(sh.Rect.W, sh.Rect.H)
		return o.Encloses(q.Sub(geom.Pt(sh.Rect.X, sh.Rect.Y)))
	}
	return e.textBox().Grow(4).Contains(q)
}

// textBox is the box around the text being typed.
func (e *Editor) textBox() geom.Rect {
	var out geom.Rect
	for i, l := range e.typedLines() {
		b := l.box(0, math.Max(1, l.width(l.from, l.to, e.typing.Text)))
		if i == 0 {
			out = b
		}
		out = out.Union(b)
	}
	return out
}

// caretColour is the colour of the text that is typed.
func (e *Editor) caretColour() string {
	if s := e.Page().Step(e.typing.ID); s != nil && e.typing.Kind == "step" {
		return style.Of(e.Page(), s).TextColour
	}
	return style.Ink(e.Page())
}

// CaretMarks draws the caret and what is chosen.
func (e *Editor) CaretMarks(m scene.Pen) {
	t, ls := e.typing, e.typedLines()
	if before, beside := say.Before[t.Kind]; beside {
		l := ls[0]
		w := typeset.Width(typeset.Sans, typeset.Size, before+t.Text)
		m.Add(
			scene.Item{
				Path: geom.Box(
					geom.Rect{X: l.At.X - typeset.Width(typeset.Sans, typeset.Size, before) - 8, Y: l.At.Y - 17, W: w + 24, H: 24},
				),
				Fill:   "#FFFFFF",
				Stroke: scene.Ink,
				Weight: 1.2,
			},
			scene.Item{
				Text: before,
				At:   geom.Pt(l.At.X-typeset.Width(typeset.Sans, typeset.Size, before), l.At.Y),
				Size: typeset.Size,
				Fill: scene.Quiet,
			},
		)
		if t.Text != "" {
			m.Add(scene.Item{Text: t.Text, At: l.At, Size: typeset.Size, Fill: scene.Ink})
		}
	}
	lo, hi := min(t.from, t.to), max(t.from, t.to)
	for _, l := range ls {
		a, b := max(lo, l.from), min(hi, l.to)
		if a >= b {
			continue
		}
		text := t.Text[l.from:l.to]
		for _, s := range typeset.Spans(l.setting(), text, a-l.from, b-l.from) {
			m.Add(scene.Item{Path: geom.Box(l.box(s[0], s[1])), Fill: chosenFill})
		}
	}
	if lo == hi {
		l, d := e.caretAt(ls, t.to)
		half := 0.8 * m.K
		m.Add(scene.Item{Path: geom.Box(l.box(d-half, d+half)), Fill: e.caretColour()})
	}
}

const chosenFill = "#0B6B6940" // bottle green, a quarter of it

// Shown is what the browser is told of typing.
func (e *Editor) Shown() *Typing {
	if e.typing == nil {
		return nil
	}
	t := *e.typing
	t.From, t.To = unitsAt(t.Text, t.from), unitsAt(t.Text, t.to)
	l := e.typedLines()[0]
	t.Rect, t.Size, t.Bold, t.Upright = e.textBox(), l.Size, l.Face == typeset.Bold, l.Upright
	t.Whole, t.Picks = t.Rect, e.picks()
	if sh := e.Sheet().Shape(t.ID); sh != nil {
		t.Whole = t.Whole.Union(sh.Rect.Grow(1))
	}
	return &t
}

// SelectWord chooses the word at q.
func (e *Editor) SelectWord(q geom.Point) {
	k, at := e.ByteAt(q), 0
	for rest, state := e.typing.Text, -1; len(rest) > 0; {
		var w string
		w, rest, state = uniseg.FirstWordInString(rest, state)
		if k <= at+len(w) && strings.TrimSpace(w) != "" {
			e.Choose(at, at+len(w))
			return
		}
		at += len(w)
	}
}

// MoveCaret takes the keys that move the caret by lines as they are drawn: ArrowUp,
// ArrowDown, Home, End; with keep what is chosen reaches there.
func (e *Editor) MoveCaret(key string, keep bool) {
	e.Hear()
	t := e.typing
	if t == nil {
		return
	}
	ls := e.typedLines()
	l, d := e.caretAt(ls, t.to)
	at := 0
	for i := range ls {
		if ls[i].from == l.from {
			at = i
		}
	}
	to := t.to
	switch key {
	case "Home":
		to = l.from
	case "End":
		to = l.to
	case "ArrowUp":
		if to = 0; at > 0 {
			to = e.level(ls[at-1], l, d)
		}
	case "ArrowDown":
		if to = len(t.Text); at+1 < len(ls) {
			to = e.level(ls[at+1], l, d)
		}
	}
	from := t.from
	if !keep {
		from = to
	}
	e.Choose(from, to)
}

// level is the place in line to that stands level with d px along line from.
func (e *Editor) level(to, from typedLine, d float64) int { return e.nearestIn(to, from.along(d)) }
