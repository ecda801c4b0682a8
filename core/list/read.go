package list

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// parse takes the lines of a page apart: those that say something, each with those that belong to it
// below it. A page that is titled has no other title above its lines.
func parse(text []string, first int, titled bool) (roots []*line, m manner) {
	var flat []*line
	alone := len(Lines(strings.Join(text, "\n"))) == 1
	for i, raw := range text {
		parts := []string{raw}
		if alone {
			parts = sentences(raw)
		}
		for _, s := range parts {
			if l := parseLine(s); l != nil {
				l.n = first + i
				flat = append(flat, l)
			}
		}
	}
	flat, m = mannered(flat, titled)
	r := reading{keys: keysIn(flat), texts: map[string]bool{}, own: map[string]bool{}, lanes: map[string]bool{}}
	roots = nest(flat)
	r.look(roots, false)
	r.walk(roots, nil)
	return roots, m
}

// keysIn are what the lines are named by: the numbers that the writer gave, or else how they are counted.
func keysIn(flat []*line) map[string]bool {
	least := 0
	for i, l := range flat {
		if i == 0 || l.indent < least {
			least = l.indent
		}
	}
	// Numbered anew in places they name nothing: those farther in, and if that is not all, none.
	for _, within := range []bool{true, false} {
		keys, twice := map[string]bool{}, false
		for _, l := range flat {
			if l.key != "" {
				twice = twice || keys[l.key]
				keys[l.key] = true
			}
		}
		if !twice && len(keys) > 0 {
			return keys
		}
		for _, l := range flat {
			if l.indent > least || !within {
				l.key = ""
			}
		}
	}
	keys, n := map[string]bool{}, 0
	for _, l := range flat {
		if l.field == nil {
			n++
			keys[fmt.Sprint(n)] = true
		}
	}
	return keys
}

// reading is what the lines of a page say of each other.
type reading struct {
	keys  map[string]bool // by which steps are named
	texts map[string]bool // of steps that can be named by them
	own   map[string]bool // those of steps that have a line to themselves
	lanes map[string]bool // that stand before a colon where nothing else can
}

// walk takes the arrows of lines apart, in the order in which they stand; of is the line that they belong
// to.
func (r *reading) walk(lines []*line, of *line) {
	asks := of != nil && of.asks()
	if asks {
		r.label(of)
	}
	for _, l := range lines {
		r.arrowed(l, of != nil, asks)
	}
	if asks { // what follows an outcome that has a name goes on from it
		var last *line
		of.kids = slices.DeleteFunc(of.kids, func(l *line) bool {
			switch {
			case l.field != nil:
			case l.named || l.label != "" || len(l.steps) == 0:
				last = l
			case last != nil && (last.named || last.label != ""):
				last.kids = append(last.kids, l)
				return true
			}
			return false
		})
		lines = of.kids
	}
	for _, l := range lines {
		r.walk(l.kids, l)
	}
}

// look gathers the texts of steps that have a line to themselves, and the names of lanes.
func (r *reading) look(lines []*line, asked bool) {
	for _, l := range lines {
		if l.field == nil {
			head, _, _, _ := cutArrow(l.raw)
			of := say(head, false)
			if _, leads := cutLeader(head); !leads && !l.named && !asked && !isEnd(head) {
				r.knows(of.text)
				r.own[nameOf(of.text)] = true
			}
			if len(of.lane) > 0 && (!asked || l.named) {
				r.lanes[strings.ToLower(of.lane[len(of.lane)-1].name)] = true
			}
			if l.who != "" {
				r.lanes[strings.ToLower(l.who)] = true
			}
		}
		r.look(l.kids, l.asks())
	}
}

// knows remembers a step that can be named by its text.
func (r *reading) knows(text string) {
	if n := nameOf(text); n != "" {
		r.texts[n] = true
	}
}

// label takes names that are no words of any language for those of a decision's outcomes, where they are none of
// lanes: 'letter: put it in the tray'.
func (r *reading) label(of *line) {
	heads := map[string]bool{}
	able := func(k *line) (head, rest string, ok bool) {
		head, rest, ok = cutLane(k.raw)
		return head, rest, ok && k.field == nil && !k.named && rest != "" && !r.lanes[strings.ToLower(head)] && !strings.ContainsAny(head, `"\/(`)
	}
	parted := false // one of them has a lane behind its name, or says where it leads
	for _, k := range of.kids {
		if head, rest, ok := able(k); ok {
			heads[strings.ToLower(head)] = true
			who, _, lane := cutLane(rest)
			_, leads := cutLeader(rest)
			parted = parted || leads || lane && r.lanes[strings.ToLower(who)]
		}
	}
	for _, k := range of.kids {
		head, rest, ok := able(k)
		if ok && (len(heads) > 1 && (len(r.lanes) == 0 || parted || of.asking) || strings.Contains(strings.ToLower(of.raw), strings.ToLower(head))) {
			k.label, k.named, k.raw = head, true, rest
		}
	}
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
	if s == "" || len(s) > 2 && strings.Trim(s, "=-_*~") == "" { // nothing, or a rule below a heading
		return nil
	}
	whole := s
	if stars := len(s) - len(strings.TrimLeft(s, "*")); stars > 1 && strings.HasPrefix(s[stars:], " ") { // the deeper, the more
		l.indent += farther * (stars - 1)
		s = s[stars-1:]
	}
	l.key, s = cutKey(s)
	if l.key == "" {
		if l.key, s = cutKey(unmarked(s)); l.key == "" {
			if l.key, s = cutNumber(s); l.key != "" {
				s, _ = afterDash(s)
			}
		}
	}
	if l.marked = s != whole; l.key == "" && l.marked {
		l.letter = letterOf(whole)
	}
	if l.key == "" && l.indent > 0 {
		if name, value, ok := cutField(s); ok {
			l.field = &chart.Field{Name: meant(name), Value: meant(value)}
			return l
		}
	}
	var outcomes []string
	if before, m, after, ok := cutArrow(s); ok && before == "" && m == chart.Flow && l.key == "" { // '-> no: return it'
		if o, is := cutAnswer(after); is && o.sure && o.rest != "" {
			s = after
		}
	}
	l.raw, outcomes = cutInline(withoutForm(s))
	for _, o := range outcomes {
		k := &line{indent: l.indent + farther, raw: o, of: l}
		k.isOutcome()
		l.kids = append(l.kids, k)
	}
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
	name, value = s[:i], strings.TrimPrefix(s[i+2:], " ")
	return name, value, !computes(name, value)
}

// computes reports whether what looks like a field is a step that computes something, or a way to one: an
// answer and what is done then ('yes: a = b'), an arrow ('-> a = b?'), or a value that comes of the one before
// ('n = n + 1').
func computes(name, value string) bool {
	_, answer := cutOutcome(name + " = x")
	if before, _, _, leads := cutArrow(name + " = x"); answer || leads && before == "" {
		return true
	}
	words := strings.FieldsFunc(value, func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsNumber(r) && r != '_' })
	return len(words) > 1 && slices.Contains(words, name)
}

// asks reports whether the line's step is a decision.
func (l *line) asks() bool {
	if l.field != nil || l.asking {
		return l.asking
	}
	last := l.raw
	for {
		_, _, after, ok := cutArrow(last)
		if !ok || after == "" {
			break
		}
		last = after
	}
	if len(l.steps) > 0 { // arrows have been taken apart
		s := l.steps[len(l.steps)-1]
		return s.symbol == symbol.Decision || s.symbol == "" && strings.HasSuffix(s.text, "?")
	}
	s := say(last, false)
	return s.symbol == symbol.Decision || s.symbol == "" && strings.HasSuffix(s.text, "?")
}

// target is the step that a text names: by its key, by its text, or as the end.
func (r *reading) target(s string) (w way, ok bool) {
	if strings.HasPrefix(s, `"`) {
		k, rest, ok := unquote(s)
		switch ok = ok && strings.Trim(rest, ".,; ") == ""; {
		case ok && rest == "" && r.keys[k]:
			return way{to: k}, true
		case ok && r.texts[nameOf(k)]:
			return way{text: nameOf(k)}, true
		}
	}
	name := func(s string) string { return nameOf(say(s, false).text) }
	switch b := bare(s); {
	case s == nowhere:
		return way{nowhere: true}, true
	case r.keys[b]:
		return way{to: b}, true
	case isEnd(s):
		return way{end: true}, true
	case r.texts[name(s)]:
		return way{text: name(s)}, true
	case r.texts[nameOf(b)]:
		return way{text: nameOf(b)}, true
	}
	return way{}, false
}

// arrowed takes the arrows of a line apart, and then what is left of it. inside reports whether the line
// belongs to the one above it, outcome whether that is a decision.
func (r *reading) arrowed(l *line, inside, outcome bool) {
	if l.field != nil || l.read {
		return
	}
	l.read = true
	defer l.settled()
	s := l.raw
	if l.named {
		if s == "" || onlyGoOn(s) {
			return // its steps stand below it, or it is the next line
		}
		w, ok := r.target(s)
		if ok && w.text != "" && !l.arrow && !r.own[w.text] {
			ok = false // the same words behind another answer are another step
		}
		if to, leads := cutLeader(s); leads && !ok {
			w, ok = r.target(to)
		}
		if ok {
			w.label, w.left, w.meaning = l.label, l.left, chart.Flow
			l.ways = []way{w}
			return
		}
	} else if to, leads := cutLeader(s); leads && l.key == "" {
		if w, ok := r.target(to); ok {
			w.meaning = chart.Flow
			l.ways, l.goes = []way{w}, true
			return
		}
	}
	// A way out of the step above: a label, if any, an arrow and a number.
	if inside && l.key == "" && !l.named {
		w, rest := way{}, s
		if strings.HasPrefix(s, `"`) {
			if t, after, ok := unquote(s); ok {
				w.label, w.quoted, rest = t, true, strings.TrimLeft(after, " ")
			}
		}
		before, m, after, ok := cutArrow(rest)
		if to, known := r.target(after); ok && known && (before == "" || outcome && !w.quoted) {
			to.meaning, to.label, to.quoted = m, w.label, w.quoted
			if before != "" {
				to.label = meant(before)
			}
			l.ways = []way{to}
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
		if before == "" && m == chart.Flow && len(l.steps) == 0 { // '-> text' alone goes on from the line before
			if w, known := r.target(after); known && l.key == "" && !inside {
				w.meaning = chart.Flow
				l.ways, l.goes = []way{w}, true
				return
			} else if !known {
				s = after
				continue
			}
		}
		to, known := r.target(after)
		if !known {
			if led, leads := cutLeader(after); leads {
				to, known = r.target(led)
			}
		}
		if known {
			to.meaning = m
			l.ways, s = append(l.ways, to), before
			break
		}
		if before == "" || m == chart.Note {
			break
		}
		l.add(r, before)
		s = after
	}
	if before, stops := cutStop(s); stops && l.named && len(l.ways) == 0 {
		l.ways, s = []way{{end: true, meaning: chart.Flow}}, before
	}
	if before, to, ok := cutTail(s); ok && len(l.ways) == 0 {
		if w, known := r.target(to); known {
			w.meaning = chart.Flow
			l.ways, s = []way{w}, before
		}
	}
	l.add(r, s)
}

// settled gives the steps of a line what it says of them otherwise than in their texts.
func (l *line) settled() {
	n := len(l.steps)
	if n == 0 {
		return
	}
	if s := &l.steps[0]; l.who != "" && s.lane == nil && !s.noLane {
		s.lane = []seat{{l.who, false}}
	}
	if s := &l.steps[0]; l.stage != "" && s.stage == nil {
		s.stage = &l.stage
	}
	if s := &l.steps[n-1]; l.asking && s.symbol == "" {
		s.symbol = symbol.Decision
	}
}

// add takes one more step on the line, which can be named by its text from now on. One that says where it
// leads leads there.
func (l *line) add(r *reading, s string) {
	_, what, _ := cutLane(s)
	if to, leads := cutLeader(what); leads && len(l.ways) == 0 {
		if w, ok := r.target(to); ok {
			w.meaning, w.label, w.left = chart.Flow, l.label, l.left
			l.ways = []way{w}
			return
		}
	}
	of := say(s, false)
	l.steps = append(l.steps, of)
	r.knows(of.text)
}

// say takes lane, symbol and stage off a step's text. What is typed by hand has no escapes: a backslash
// is a backslash.
func say(s string, byHand bool) said {
	var out said
	switch head, what, ok := cutLane(s); {
	case !ok || isOutcome(head) || isCondition(head):
	case isEdge(head): // 'Start: order received'
		out.symbol = symbol.Terminator
	default:
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
