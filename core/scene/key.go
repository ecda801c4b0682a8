package scene

import (
	"math"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// The symbol key, px.
const (
	keySize   = 11.0
	keyRow    = 19.0
	keySample = 34.0 // wide
	keyPad    = 10.0
	keyHead   = 22.0
	keyRows   = 12 // of a column, where there is no better number
	leastRows = 3
)

// keyLine is a line of the key: a sample, drawn into the box that it is given, and what it means.
type keyLine struct {
	sample func(geom.Rect) []Item
	words  string
}

// keyLines are what the page has to explain: its symbols, its lines, colours set by hand, and
// the fields that its steps show.
func keyLines(s *sheet.Sheet) []keyLine {
	p := s.Page
	var out []keyLine
	told := toldColours(p)
	for _, i := range symbol.All() {
		if i.Group == symbol.Plain || i.Kind == symbol.Text { // they speak for themselves
			continue
		}
		if slices.ContainsFunc(p.Steps, func(st *chart.Step) bool { return st.Symbol == i.Kind }) {
			l := style.Of(p, &chart.Step{Symbol: i.Kind, Look: sharedFill(p, i.Kind, told)})
			l.Weight, l.Shadow, l.Double = math.Min(l.Weight, 1.5), chart.NoShadow, false
			out = append(out, keyLine{func(r geom.Rect) []Item {
				if i.Kind == symbol.OffPage {
					r = geom.Rect{X: r.CX() - 7, Y: r.Y, W: 14, H: r.H}
				}
				return body(i.Kind, r, l)
			}, i.Name + ": " + i.Meaning})
		}
	}
	for _, m := range [4]chart.Meaning{chart.Flow, chart.Aside, chart.Data, chart.Note} {
		if slices.ContainsFunc(p.Connectors, func(c *chart.Connector) bool { return c.Meaning == m }) {
			look := LookOf(p, &chart.Connector{Meaning: m})
			out = append(out, keyLine{func(r geom.Rect) []Item {
				return look.line(&sheet.Run{Line: &chart.Connector{Kind: chart.Square}, Points: geom.Polyline{{X: r.X, Y: r.CY()}, {X: r.Right(), Y: r.CY()}}})
			}, meaningWords(m)})
		}
	}
	out = append(out, keyColours(p)...)
	for _, rule := range p.Shown {
		add := func(fill, words string) {
			out = append(out, keyLine{func(r geom.Rect) []Item { return fieldSample(p, rule.As, fill, r) }, words})
		}
		if !rule.Colour {
			add(style.Paper(p).String(), rule.Field)
			continue
		}
		for i, v := range s.Values(rule.Field) {
			add(valueFill(p, i), rule.Field+": "+v)
			if i == len(style.Tints(p)) { // what has no colour any more is not told one by one
				break
			}
		}
	}
	return out
}

// sharedFill is the fill that all steps of a symbol have by hand; nil where they differ, and where a line
// of its own tells of it.
func sharedFill(p *chart.Page, k symbol.Kind, told map[handFill]bool) *chart.StepLook {
	var fill handFill
	for _, st := range p.Steps {
		if st.Symbol != k {
			continue
		}
		f := fillOf(st)
		if f.colour == "" || fill.colour != "" && f != fill {
			return nil
		}
		fill = f
	}
	if told[fill] {
		return nil
	}
	return &chart.StepLook{Fill: fill.colour, Hatch: &fill.hatch}
}

// handFill is a fill that was set by hand.
type handFill struct {
	colour string
	hatch  bool
}

// fillOf is the fill that a step has by hand; none without a colour.
func fillOf(st *chart.Step) handFill {
	if st.Look == nil {
		return handFill{}
	}
	return handFill{strings.ToUpper(st.Look.Fill), st.Look.Hatch != nil && *st.Look.Hatch}
}

// keyColours are the fills set by hand: a colour means what its steps have in common and no
// others have, their lane or the value of a field; those that mean nothing of that kind are told
// together.
func keyColours(p *chart.Page) []keyLine {
	order, with := handFills(p)
	var out []keyLine
	var marked []handFill
	for _, c := range order {
		switch words := common(p, with[c]); words {
		case "": // its symbol tells it
		case wordMarked:
			marked = append(marked, c)
		default:
			out = append(out, keyLine{swatches(p, c), words})
		}
	}
	if len(marked) > 0 {
		out = append(out, keyLine{swatches(p, marked[:min(len(marked), 3)]...), wordMarked})
	}
	return out
}

// handFills are the fills set by hand, in the order of the steps, and the steps that have them.
func handFills(p *chart.Page) (order []handFill, with map[handFill][]*chart.Step) {
	with = map[handFill][]*chart.Step{}
	for _, st := range p.Steps {
		if st.Symbol.Beside() {
			continue
		}
		if c := fillOf(st); strings.HasPrefix(c.colour, "#") {
			if with[c] == nil {
				order = append(order, c)
			}
			with[c] = append(with[c], st)
		}
	}
	return order, with
}

// toldColours are the fills that a line of their own tells of.
func toldColours(p *chart.Page) map[handFill]bool {
	out := map[handFill]bool{}
	order, with := handFills(p)
	for _, c := range order {
		out[c] = common(p, with[c]) != ""
	}
	return out
}

// swatches shows colours side by side.
func swatches(p *chart.Page, colours ...handFill) func(geom.Rect) []Item {
	return func(r geom.Rect) []Item {
		var out []Item
		w := 20.0
		if len(colours) > 1 {
			w = 10
		}
		x := r.CX() - w*float64(len(colours))/2
		for _, c := range colours {
			box := geom.Rect{X: x, Y: r.CY() - 6, W: w, H: 12}
			out = append(out, plaque(box, c.colour, style.Ink(p)))
			if c.hatch {
				out = append(out, hatch(geom.Box(box), c.colour, style.Ink(p)))
			}
			x += w
		}
		return out
	}
}

// common is what steps have in common that no others of the page have; "" where it is their
// symbol.
func common(p *chart.Page, steps []*chart.Step) string {
	only := func(is func(*chart.Step) bool) bool {
		n := 0
		for _, st := range p.Steps {
			if !st.Symbol.Beside() && is(st) {
				n++
			}
		}
		return n == len(steps) && !slices.ContainsFunc(steps, func(st *chart.Step) bool { return !is(st) })
	}
	first := steps[0]
	if l := p.Lane(first.Lane); l != nil && only(func(st *chart.Step) bool { return st.Lane == first.Lane }) {
		return l.Name
	}
	for _, f := range first.Fields {
		if only(func(st *chart.Step) bool { return slices.Contains(st.Fields, f) }) {
			return f.Name + ": " + f.Value
		}
	}
	if only(func(st *chart.Step) bool { return st.Symbol == first.Symbol }) {
		return ""
	}
	return wordMarked
}

// KeyBox is where the symbol key stands; empty where there is none.
func KeyBox(s *sheet.Sheet) geom.Rect {
	if s.Page.Key == nil {
		return geom.Rect{}
	}
	r := keySizeOf(s, keyLines(s), s.Page.Key.Rows)
	r.X, r.Y = s.Page.Key.X, s.Page.Key.Y
	return r
}

// NewKey is where a new symbol key is put: in the lower left corner, or the nearest place to it where it stands
// clear of all that is drawn, with as many columns as that takes. ok is false where there is no such place; it then
// stands in the corner.
func NewKey(s *sheet.Sheet) (key chart.Key, ok bool) {
	lines := keyLines(s)
	m := s.Page.Margin()
	taken := takenBy(s)
	least := math.Inf(1)
	for n := min(keyRows, max(1, len(lines))); n >= min(leastRows, max(1, len(lines))); n-- {
		r := keySizeOf(s, lines, n)
		corner := geom.Pt(m, geom.Round2(math.Max(0, s.Page.H-m-r.H)))
		if key.Rows == 0 {
			key = chart.Key{X: corner.X, Y: corner.Y, Rows: n}
		}
		for y := corner.Y; y >= m; y -= keyStep {
			for x := m; x+r.W <= s.Page.W-m; x += keyStep {
				far := math.Abs(x-corner.X) + math.Abs(y-corner.Y)
				r.X, r.Y = x, y
				if far < least && !slices.ContainsFunc(taken, r.Grow(keyOff).Overlaps) {
					key, least, ok = chart.Key{X: x, Y: geom.Round2(y), Rows: n}, far, true
				}
			}
		}
	}
	return key, ok
}

// A new key is looked room for at places so far apart, and keeps that far off what is drawn, px.
const (
	keyStep = 12.0
	keyOff  = 6.0
)

// takenBy is what a new key keeps off: steps, lines with their labels, heads of lanes, pools and stages, the title
// and the title block.
func takenBy(s *sheet.Sheet) []geom.Rect {
	p := s.Page
	out := []geom.Rect{blockBox(s)}
	for i := range s.Steps {
		out = append(out, s.Steps[i].Rect)
	}
	for i := range s.Lines {
		for _, l := range s.Lines[i].Labels {
			out = append(out, l.Box)
		}
		for k := 1; k < len(s.Lines[i].Points); k++ {
			out = append(out, geom.Span(s.Lines[i].Points[k-1], s.Lines[i].Points[k]))
		}
	}
	for _, l := range p.Lanes {
		lane := p.LaneRect(l)
		out = append(out, borders(p, lane)...)
		out = append(out, p.HeadRect(l))
	}
	for _, g := range p.Groups {
		if _, ok := p.GroupRect(g); ok {
			out = append(out, p.GroupHead(g))
		}
	}
	for _, g := range p.Stages {
		out = append(out, p.StageHeadRect(g))
	}
	if p.Title != "" {
		out = append(out, geom.Rect{X: p.Frame.X, W: p.W - 2*p.Frame.X, H: p.Frame.Y})
	}
	return out
}

// borders are the long edges of a lane, which nothing new stands astride.
func borders(p *chart.Page, lane geom.Rect) []geom.Rect {
	if p.Down {
		return []geom.Rect{{X: lane.X, Y: lane.Y, H: lane.H}, {X: lane.Right(), Y: lane.Y, H: lane.H}}
	}
	return []geom.Rect{{X: lane.X, Y: lane.Y, W: lane.W}, {X: lane.X, Y: lane.Bottom(), W: lane.W}}
}

// keySizeOf is how large the key is with so many lines a column.
func keySizeOf(s *sheet.Sheet, lines []keyLine, rows int) geom.Rect {
	columns := max(1, (len(lines)+rows-1)/rows)
	return geom.Rect{W: geom.Round2(float64(columns)*keyWidth(s, lines) + keyPad), H: keyHead + float64(min(len(lines), rows))*keyRow + keyPad/2}
}

// keyWidth is the width of a column.
func keyWidth(s *sheet.Sheet, lines []keyLine) float64 {
	w := 40.0
	for _, l := range lines {
		w = math.Max(w, typeset.Width(style.Face(s.Page, false), keySize, typeset.Clip(style.Face(s.Page, false), keySize, l.words, keyWords)))
	}
	return math.Ceil(w + keySample + 2*keyPad)
}

// keyWords is how wide the words of a line may be.
const keyWords = 290.0

// Key draws the symbol key, as one thing; ok is false where the page has none.
func Key(s *sheet.Sheet) (e Element, ok bool) {
	if s.Page.Key == nil {
		return Element{}, false
	}
	lines := keyLines(s)
	face, bold, ink := style.Face(s.Page, false), style.Face(s.Page, true), style.Ink(s.Page)
	rows := s.Page.Key.Rows
	r := keySizeOf(s, lines, rows)
	r.X, r.Y = s.Page.Key.X, s.Page.Key.Y
	e = Element{Class: "key", Title: wordKey}
	e.Items = append(e.Items, Item{Path: geom.Box(r), Fill: style.Paper(s.Page).String(), Stroke: ink, Weight: 1.2},
		text(wordKey, r.X+keyPad, r.Y+15, bold, keySize+1, ink))
	wide := keyWidth(s, lines)
	for i, l := range lines {
		x, y := r.X+keyPad+float64(i/rows)*wide, r.Y+keyHead+float64(i%rows)*keyRow
		e.Items = append(e.Items, l.sample(geom.Rect{X: x, Y: y, W: keySample, H: keyRow - 4})...)
		e.Items = append(e.Items, text(typeset.Clip(face, keySize, l.words, keyWords), x+keySample+keyPad, y+11.5, face, keySize, ink))
	}
	e.Items = spell(e.Items)
	return e, true
}
