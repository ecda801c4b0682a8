package list

import (
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// parse takes the lines of a page apart: those that say something, each with those that stand farther
// in below it.
func parse(text []string, first int) []*line {
	var flat []*line
	for i, raw := range text {
		if l := parseLine(raw); l != nil {
			l.n = first + i
			flat = append(flat, l)
		}
	}
	keys := map[string]bool{}
	for _, l := range flat {
		if l.key == "" {
			continue
		}
		if keys[l.key] { // numbered anew in places: they name nothing
			for _, o := range flat {
				o.key = ""
			}
			keys = map[string]bool{}
			break
		}
		keys[l.key] = true
	}
	if len(keys) == 0 { // they are counted
		n := 0
		for _, l := range flat {
			if l.field == nil {
				n++
				keys[fmt.Sprint(n)] = true
			}
		}
	}
	var roots []*line
	var open []*line // the lines that the next one may stand in
	for _, l := range flat {
		for len(open) > 0 && open[len(open)-1].indent+farther > l.indent {
			open = open[:len(open)-1]
		}
		l.arrowed(keys, len(open) > 0, len(open) > 0 && open[len(open)-1].asks())
		if len(open) == 0 {
			roots = append(roots, l)
		} else {
			of := open[len(open)-1]
			of.kids = append(of.kids, l)
		}
		open = append(open, l)
	}
	return roots
}

// tabColumns is what a tab counts for; farther is by how many columns a line stands farther in.
const (
	tabColumns = 4
	farther    = 2
)

func parseLine(raw string) *line {
	l := &line{}
	s := strings.TrimRight(raw, " \t\r\n")
	for ; s != ""; s = s[1:] {
		if s[0] == '\t' {
			l.indent += tabColumns
		} else if s[0] == ' ' {
			l.indent++
		} else {
			break
		}
	}
	if s == "" {
		return nil
	}
	if l.key, s = cutKey(s); l.key == "" {
		s = unmarked(s)
		if l.indent > 0 {
			if name, value, ok := cutField(s); ok {
				l.field = &chart.Field{Name: meant(name), Value: meant(value)}
				return l
			}
		}
	}
	l.steps = []said{{text: s}}
	return l
}

// cutField takes 'name = value' apart.
func cutField(s string) (name, value string, ok bool) {
	if strings.HasPrefix(s, `"`) {
		name, rest, ok := unquote(s)
		value, is := strings.CutPrefix(rest, " =")
		return Escaped(name), strings.TrimPrefix(value, " "), ok && is && (value == "" || value[0] == ' ')
	}
	i := strings.Index(s, " =")
	if i <= 0 || isEscaped(s, i) || i+2 < len(s) && s[i+2] != ' ' {
		return "", "", false
	}
	return s[:i], strings.TrimPrefix(s[i+2:], " "), true
}

// asks tells whether the line's step is a decision.
func (l *line) asks() bool {
	if len(l.steps) == 0 {
		return false
	}
	s := l.steps[len(l.steps)-1]
	return s.symbol == symbol.Decision || s.symbol == "" && strings.HasSuffix(s.text, "?")
}

// arrowed takes the arrows of a line apart, and then what is left of it. keys are what names a step,
// inside tells whether the line stands farther in than the one above it, outcome whether that is a
// decision.
func (l *line) arrowed(keys map[string]bool, inside, outcome bool) {
	if l.field != nil {
		return
	}
	s := l.steps[0].text
	l.steps = nil
	names := func(s string) (string, bool) {
		if strings.HasPrefix(s, `"`) {
			if k, rest, ok := unquote(s); ok && rest == "" && keys[k] {
				return k, true
			}
		}
		return s, keys[s] || s == end
	}
	// A way out of the step above: a label, if any, an arrow and a number.
	if inside && l.key == "" {
		w, rest := way{}, s
		if strings.HasPrefix(s, `"`) {
			if t, after, ok := unquote(s); ok {
				w.label, w.quoted, rest = t, true, strings.TrimLeft(after, " ")
			}
		}
		before, m, after, ok := cutArrow(rest)
		if to, known := names(after); ok && known && (before == "" || outcome && !w.quoted) {
			if w.meaning, w.to = m, to; before != "" {
				w.label = meant(before)
			}
			if to == end {
				w.to = ""
			}
			l.ways = []way{w}
			return
		}
		if ok && outcome && (w.quoted && before == "" || !w.quoted) {
			l.label, s = meant(before), after
			if w.quoted {
				l.label = w.label
			}
		}
	}
	for {
		before, m, after, ok := cutArrow(s)
		if !ok {
			break
		}
		to, known := names(after)
		if known {
			w := way{meaning: m, to: to}
			if to == end {
				w.to = ""
			}
			l.ways, s = append(l.ways, w), before
			break
		}
		if before == "" || m == chart.Note {
			break
		}
		l.steps = append(l.steps, say(before, false))
		s = after
	}
	l.steps = append(l.steps, say(s, false))
}

// say takes lane, symbol and stage off a step's text. What is typed by hand has no escapes: a backslash
// is a backslash.
func say(s string, byHand bool) said {
	var out said
	if head, what, ok := cutLane(s); ok {
		out.lane, out.noLane = seats(head)
		s = what
	}
	i := strings.LastIndex(s, " [") + 1
	if i == 0 && !strings.HasPrefix(s, "[") {
		i = -1
	}
	if strings.HasSuffix(s, "]") && i >= 0 {
		if kind, stage, ok := tags(s[i+1 : len(s)-1]); ok {
			out.symbol, out.stage, s = kind, stage, strings.TrimSuffix(s[:i], " ")
		}
	}
	if out.text = s; !byHand {
		out.text = meant(s)
	}
	return out
}

// cutLane cuts a text at its first colon with a space behind it that is not escaped.
func cutLane(s string) (head, what string, ok bool) {
	for at := 0; ; {
		i := strings.Index(s[at:], ":")
		if i < 0 {
			return "", s, false
		}
		i += at
		if i > 0 && !isEscaped(s, i) && (i+1 == len(s) || s[i+1] == ' ') {
			return s[:i], strings.TrimPrefix(s[i+1:], " "), true
		}
		at = i + 1
	}
}

// seats takes 'pool // lane / lane' apart.
func seats(head string) (lane []seat, none bool) {
	if head == noSeat {
		return nil, true
	}
	rest := head
	if pool, after, ok := strings.Cut(head, " // "); ok {
		lane = append(lane, seat{meant(pool), true})
		rest = after
	}
	for _, n := range strings.Split(rest, " / ") {
		lane = append(lane, seat{meant(strings.TrimSpace(n)), false})
	}
	return lane, false
}

// tags reads what stands in brackets: a symbol, a stage, or both.
func tags(s string) (kind symbol.Kind, stage *string, ok bool) {
	for _, t := range strings.Split(s, "; ") {
		if name, is := strings.CutPrefix(t, "stage "); is {
			name = meant(name)
			stage = &name
			continue
		}
		i := slices.IndexFunc(symbol.All(), func(i symbol.Info) bool { return strings.EqualFold(t, string(i.Kind)) || strings.EqualFold(t, i.Name) })
		if i < 0 {
			return "", nil, false
		}
		kind = symbol.All()[i].Kind
	}
	return kind, stage, true
}
