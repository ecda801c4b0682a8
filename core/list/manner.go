package list

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"plaintracer/core/chart"
)

// The manners in which people write lists, besides their words: a title above the list, headings that say who
// does what stands below them, who does it in parentheses behind each line, letters for numbers, sentences that
// decide. What Write writes has a key on every line, which none of them has.

// manner is what is written besides the steps.
type manner struct {
	title *line   // nil for none
	heads []*line // that say who does what stands below them
}

// mannered takes what lines say by the manner that they are written in.
func mannered(flat []*line, titled bool) (rest []*line, m manner) {
	lettered(flat)
	numbered(flat)
	if rest = flat; !titled {
		rest, m.title = withoutTitle(flat)
	}
	rest, m.heads = underHeads(rest)
	rest = underStages(rest)
	whoArrows(rest)
	if rolesBehind(rest) {
		for _, l := range rest {
			var who string
			if l.raw, who = cutRole(l.raw); who != "" {
				l.who = who
			}
		}
	}
	soleHead(rest)
	promote(rest)
	return decides(rest), m
}

// fewestLetters is how many lines count A, B, C at least, so that these are no part of their texts.
const fewestLetters = 3

// lettered takes letters for keys where lines count A, B, C: 'A. ', 'B) ', and 'a) ' on the outermost level.
func lettered(flat []*line) {
	var large, small []*line
	for _, l := range flat {
		if s := l.raw; l.key == "" && l.field == nil && len(s) > 3 && s[0] == 'A'+byte(len(large)) && (s[1] == '.' || s[1] == ')') && s[2] == ' ' {
			large = append(large, l)
		}
		if l.letter == 'a'+byte(len(small)) && l.indent < flat[0].indent+farther && !l.isAnswer() {
			small = append(small, l)
		}
	}
	if len(large) >= fewestLetters {
		for _, l := range large {
			l.key, l.raw, l.marked = l.raw[:1], strings.TrimLeft(l.raw[2:], " "), true
		}
	} else if len(small) >= fewestLetters {
		for _, l := range small {
			l.key = string(l.letter)
		}
	}
}

// numbered takes numbers for keys that have no mark, where lines count 1, 2, 3: '1 Ask'.
func numbered(flat []*line) {
	var found []*line
	for _, l := range flat {
		if rest, ok := strings.CutPrefix(l.raw, fmt.Sprint(len(found)+1, " ")); ok && l.key == "" && l.field == nil && l.indent < flat[0].indent+farther && rest != "" {
			found = append(found, l)
		}
	}
	if len(found) < fewestLetters {
		return
	}
	for i, l := range found {
		l.key, l.raw, l.marked = fmt.Sprint(i+1), strings.TrimLeft(strings.TrimPrefix(l.raw, fmt.Sprint(i+1)), " "), true
	}
}

// fewestSentences is how many make a list of a paragraph.
const fewestSentences = 3

// sentences are those of the only line there is, where it has three or more, and else the line.
func sentences(text []string, line string) []string {
	key, _ := cutKey(line)
	if len(Lines(strings.Join(text[:min(len(text), 2*fewestSentences)], "\n"))) > 1 || key != "" {
		return []string{line}
	}
	var out []string
	rest := line
	for i := 0; i+2 < len(rest); i++ {
		if c := rest[i]; (c == '.' || c == '?' || c == '!') && rest[i+1] == ' ' && unicode.IsUpper(firstRune(rest[i+2:])) {
			out, rest, i = append(out, rest[:i+1]), rest[i+2:], 0
		}
	}
	if out = append(out, rest); len(out) < fewestSentences {
		return []string{line}
	}
	return out
}

// plainLine reports whether a line is a text and no more: no mark, no key, no question, no arrow, no lane.
func (l *line) plainLine() bool {
	head, what, lane := cutLane(l.raw)
	_, _, _, arrow := cutArrow(l.raw)
	return !l.marked && l.key == "" && l.field == nil && len(l.kids) == 0 && !l.asks() && !arrow && (!lane || what == "" && !isOutcome(head))
}

// Above a list stand so many lines of a title at most, and below it so many lines at least.
const (
	mostTitle    = 5
	fewestTitled = 3
)

// withoutTitle takes the title off the beginning of lines: a line without a mark above others, none of which is without one
// or stands before it; or the only one that an empty line follows. It may have more lines where an empty one follows those.
func withoutTitle(flat []*line) (rest []*line, title *line) {
	n := 1
	for n < min(len(flat), mostTitle) && flat[n].n == flat[n-1].n+1 && !flat[n].marked && flat[n].key == "" && flat[n].field == nil {
		n++
	}
	if n < len(flat) && (flat[n].n == flat[n-1].n+1 || !flat[n].marked && flat[n].key == "") {
		n = 1
	}
	if len(flat) < n+fewestTitled || !flat[0].plainLine() && (n == 1 || flat[0].marked || flat[0].key != "") {
		return flat, nil
	}
	rest = flat[n:]
	if rest[0].isAnswer() || rest[0].indent >= flat[0].indent+farther && rest[0].key == "" {
		return flat, nil // that is an answer to it, or a part of it
	}
	marked, alone := true, n == 1 && rest[0].n > flat[0].n+1
	for i, l := range rest {
		marked = marked && (l.marked || l.indent >= rest[0].indent+farther)
		alone = alone && (i == 0 || l.n == rest[i-1].n+1)
		if l.indent < flat[0].indent {
			return flat, nil
		}
	}
	if !marked && !alone {
		return flat, nil
	}
	title = flat[0]
	for _, l := range flat[1:n] {
		title.raw += "; " + l.raw
	}
	title.raw = strings.TrimSpace(strings.TrimSuffix(title.raw, ":"))
	return rest, title
}

// mostHeading is how many words a heading has.
const mostHeading = 4

// underHeads takes headings away, and puts what stands below each into the lane of its name: 'Sales:', or a line without
// a mark above lines that have one.
func underHeads(flat []*line) (out, taken []*line) {
	heads := map[*line]string{}
	for i, l := range flat {
		head, what, colon := cutLane(l.raw)
		if _, answer := cutOutcome(l.raw); !colon || answer || i+1 == len(flat) {
			continue
		}
		if l.plainLine() && len(strings.Fields(head)) <= mostHeading {
			heads[l] = head
		} else if slices.Contains(headings[LaneRole], strings.ToLower(head)) && what != "" && l.key == "" && !l.marked && flat[i+1].marked { // 'Who: Cook'
			heads[l] = what
		}
	}
	if len(heads) < 2 {
		heads = bareHeads(flat)
	}
	if len(heads) < 2 || heads[flat[0]] == "" {
		return flat, nil
	}
	who := ""
	for _, l := range flat {
		if h, ok := heads[l]; ok {
			who, taken = h, append(taken, l)
			continue
		}
		l.who = who
		out = append(out, l)
	}
	return out, taken
}

// bareHeads are the lines without a mark, where each of them has lines with one below it; none where one
// has not.
func bareHeads(flat []*line) map[*line]string {
	heads := map[*line]string{}
	for i, l := range flat {
		if l.marked || l.field != nil {
			continue
		}
		if !l.plainLine() || i+1 == len(flat) || !flat[i+1].marked || flat[i+1].indent < l.indent || flat[i+1].isAnswer() || len(strings.Fields(l.raw)) > mostHeading {
			return nil
		}
		heads[l] = l.raw
	}
	return heads
}

// underStages takes headings away, and begins a stage of its name with the line below each: lines without a mark above
// others farther in, most of which say who does it.
func underStages(flat []*line) []*line {
	var out []*line
	heads, lines, lanes := 0, 0, 0
	for i, l := range flat {
		if l.indent < flat[0].indent+farther {
			if !l.plainLine() || i+1 == len(flat) || flat[i+1].indent < l.indent+farther || len(strings.Fields(l.raw)) > mostHeading {
				return flat
			}
			heads++
			continue
		}
		if i > 0 && flat[i-1].indent < flat[0].indent+farther {
			l.stage = meant(strings.TrimSuffix(flat[i-1].raw, ":"))
		}
		if _, what, lane := cutLane(l.raw); !l.isAnswer() && l.field == nil {
			lines++
			if lane && what != "" {
				lanes++
			}
		}
		out = append(out, l)
	}
	if heads < 2 || lanes*3 < lines*2 {
		for _, l := range out {
			l.stage = ""
		}
		return flat
	}
	return out
}

// whoArrows takes who does it off lines that have it before an arrow: '1) Buyer -> fills in the form', where all that
// have a number are written so.
func whoArrows(flat []*line) {
	n := 0
	lefts, rights := map[string]bool{}, map[string]bool{}
	for _, l := range flat {
		if l.key == "" || l.field != nil {
			continue
		}
		who, m, what, ok := cutArrow(l.raw)
		if _, _, _, more := cutArrow(what); !ok || more || m != chart.Flow || who == "" || len(strings.Fields(who)) > mostHeading || !unicode.IsLower(firstRune(what)) || strings.HasSuffix(who, "?") {
			return
		}
		n++
		lefts[nameOf(who)], rights[nameOf(what)] = true, true
	}
	for w := range rights {
		if lefts[w] || n < fewestTitled {
			return
		}
	}
	for _, l := range flat {
		if l.key != "" && n > 0 {
			l.who, _, l.raw, _ = cutArrow(l.raw)
		}
	}
}

// cutRole takes who does it off the end of a text: 'Open ticket (Helpdesk)'.
func cutRole(s string) (text, who string) {
	i := strings.LastIndexAny(s, "([")
	if i <= 1 || s[i-1] != ' ' || !strings.HasSuffix(s, ")") && !strings.HasSuffix(s, "]") {
		return s, ""
	}
	i--
	who = s[i+2 : len(s)-1]
	if _, _, symbol := tags(who); symbol {
		return s, ""
	}
	if n := len(strings.Fields(who)); n == 0 || n > mostHeading || strings.ContainsAny(who, `()[]?:,;/\"=`) || !unicode.IsUpper(firstRune(who)) && !unicode.IsDigit(firstRune(who)) {
		return s, ""
	}
	return s[:i], who
}

// rolesBehind reports whether lines say behind their text who does it.
func rolesBehind(flat []*line) bool {
	var texts []string
	for _, l := range flat {
		if l.field != nil || l.indent >= flat[0].indent+farther {
			continue
		}
		if head, _, ok := cutLane(l.raw); ok && !isOutcome(head) || l.who != "" {
			return false
		}
		texts = append(texts, l.raw)
	}
	return areRoles(texts)
}

// areRoles reports whether most of some texts end in who does it, and somebody does more than one thing.
func areRoles(texts []string) bool {
	found := map[string]bool{}
	n := 0
	for _, t := range texts {
		if _, who := cutRole(t); who != "" {
			found[strings.ToLower(who)] = true
			n++
		}
	}
	return n >= 3 && n*3 >= len(texts)*2 && len(found) < n
}

// mostCondition is how many words a condition has.
const mostCondition = 10

// condition is a sentence that decides: what it asks, and what is done then, or otherwise.
type condition struct {
	asks, then, otherwise string
	yes, no               string // in the sentence's language
}

// cutCondition takes a sentence apart that decides: 'if stock < 10 then order more, else wait'.
func cutCondition(s string) (c condition, ok bool) {
	if _, answer := cutAnswer(s); answer || !begins[firstRune(s)] {
		return c, false
	}
	for _, l := range speeches {
		after, ok := l.cutIf(s)
		if !ok {
			continue
		}
		c = condition{yes: l.yes[0], no: l.no[0]}
		for i := 0; i < len(after) && c.otherwise == ""; i++ {
			if after[i] != ' ' {
				continue
			}
			for _, w := range l.otherwise {
				if rest, ok := cutWord(after[i+1:], w); ok {
					c.otherwise = strings.TrimLeft(rest, " ,:")
					after = strings.TrimRight(after[:i], " ,;.")
					break
				}
			}
		}
		end := strings.IndexAny(after, ",:")
		width := 1
		for _, w := range []string{" then ", " THEN ", ", then ", " dann ", ", dann "} {
			if i := strings.Index(after, w); i >= 0 && (end < 0 || i <= end) {
				end, width = i, len(w)
			}
		}
		if end < 0 { // 'if it is wrong go back to 2'
			for _, w := range longestLeaders {
				if i := strings.Index(after, " "+w); i > 0 && (end < 0 || i < end) && !slices.Contains(fillers, w) {
					end, width = i, 1
				}
			}
		}
		if end <= 0 || isEscaped(after, end) {
			return c, false
		}
		c.asks, c.then = strings.TrimSpace(after[:end]), strings.TrimRight(strings.TrimSpace(after[end+width:]), ".")
		c.otherwise = strings.TrimRight(c.otherwise, ".")
		return c, c.then != "" && len(strings.Fields(c.asks)) <= mostCondition
	}
	return c, false
}

// cutConditionBehind takes a sentence that decides off the end of a text: 'look (if wrong, go back to 1)', 'look; if it is
// wrong go back to 1'.
func cutConditionBehind(s string) (text string, c condition, ok bool) {
	if i := strings.LastIndex(s, " ("); i > 0 {
		if inner, closed := strings.CutSuffix(strings.TrimRight(s[i+2:], "."), ")"); closed {
			c, ok = cutCondition(inner)
			return s[:i], c, ok
		}
	}
	for _, sep := range []string{"; ", ". ", ", "} {
		for at := len(s); at > 0; {
			i := strings.LastIndex(s[:at], sep)
			if i <= 0 {
				break
			}
			if c, ok := cutCondition(s[i+len(sep):]); ok {
				return s[:i], c, true
			}
			at = i
		}
	}
	return s, c, false
}

// decides makes decisions of lines that say on what it depends where they go on: 'if stock < 10 then order more,
// else wait', and, where that leads to a step, 'if it is rejected, go back to 1', also in parentheses behind a text.
func decides(flat []*line) (rest []*line) {
	names := map[string]bool{}
	for _, l := range flat {
		names[nameOf(say(l.raw, false).text)] = true
		names[l.key] = true
	}
	leads := func(s string) bool {
		to, ok := cutLeader(s)
		return ok && (names[bare(to)] || names[nameOf(bare(to))]) || isEnd(s)
	}
	var before *line
	answering := false // the line before is an answer, or a decision
	for _, l := range flat {
		c, depends := cutCondition(l.raw)
		switch {
		case l.field != nil:
		case depends && answering && c.otherwise != "" && before.asks() && len(before.kids) == 0: // both answers to the line before
			before.forks(c.asks, c.then)
			before.forks("", c.otherwise)
			before.kids[1].left = c.no
			continue
		case depends && !answering && (c.otherwise != "" || leads(c.then)) && len(l.kids) == 0 && !l.asks():
			l.raw, l.asking = strings.ToUpper(c.asks[:1])+c.asks[1:]+"?", true
			l.forks(c.yes, c.then)
			if c.otherwise != "" {
				l.forks(c.no, c.otherwise)
			}
		case len(l.kids) == 0 && !l.asks():
			if text, c, ok := cutConditionBehind(l.raw); ok && c.otherwise == "" && leads(c.then) {
				l.raw, l.asking = text, true
				l.forks(c.asks, c.then)
			}
		}
		before, answering = l, l.asks() || l.isAnswer()
		rest = append(rest, l)
	}
	return rest
}

// forks gives a decision an outcome.
func (l *line) forks(label, leads string) {
	l.kids = append(l.kids, &line{n: l.n, indent: l.indent + farther, raw: leads, of: l, label: label, named: true})
}

// ors stand between what is asked.
var ors = []string{" or ", " oder ", " ou ", " o ", " of ", " lub ", " eller "}

// soleHead keeps what only one line of all has before a colon, and that asks, from being who does it: 'Classify: minor or
// major?'.
func soleHead(flat []*line) {
	var sole *line
	for _, l := range flat {
		if l.who != "" {
			return
		}
		if head, what, ok := cutLane(l.raw); ok && what != "" && l.field == nil && !isOutcome(head) && !isCondition(head) && l.indent < flat[0].indent+farther {
			if sole != nil {
				return
			}
			sole = l
		}
	}
	if sole == nil || sole == flat[0] || !sole.asks() || len(flat) <= fewestTitled {
		return
	}
	head, what, _ := cutLane(sole.raw)
	if slices.ContainsFunc(ors, func(or string) bool { return strings.Contains(what, or) }) {
		sole.raw = head + `\: ` + what
	}
}

// promote makes decisions of lines that ask nothing, but have their answers right behind them: at least two that differ,
// or one farther in.
func promote(flat []*line) {
	for i, l := range flat {
		if l.asks() || l.isAnswer() || l.field != nil || i+1 == len(flat) {
			continue
		}
		if l.chooses(flat[i+1:]) {
			l.asking = true
			continue
		}
		first := flat[i+1]
		if !first.isAnswer() || first.indent < l.indent {
			continue
		}
		o, _ := cutOutcome(first.raw)
		inside := first.indent >= l.indent+farther
		other := slices.ContainsFunc(flat[min(i+2, len(flat)):min(i+2+farBack, len(flat))], func(k *line) bool {
			p, also := cutOutcome(k.raw)
			return also && level(k, first) && !strings.EqualFold(p.label+p.left, o.label+o.left)
		})
		if inside && o.sure || other && (inside || i+2 < len(flat) && level(flat[i+2], first) && flat[i+2].isAnswer()) {
			l.asking = true
		}
	}
}

// chooses reports whether a line has choices farther in behind it: one that begins with a word of deciding, or where one
// choice is not the other.
func (l *line) chooses(behind []*line) bool {
	_, text, ok := cutLane(l.raw)
	if !ok {
		text = l.raw
	}
	decides := slices.ContainsFunc(deciders, func(w string) bool { _, ok := cutWord(text, w); return ok })
	heads := map[string]bool{}
	n := 0
	for _, k := range behind[:min(len(behind), farBack)] {
		if k.indent < l.indent+farther {
			break
		} else if !level(k, behind[0]) {
			continue
		}
		head, what, ok := cutLane(k.raw)
		if ok && what != "" || k.isAnswer() {
			n++
		}
		// 'suitable: invite', and 'not suitable: reject'
		head = strings.ToLower(head)
		for h := range heads {
			decides = decides || opposite(h, head) || opposite(head, h)
		}
		heads[head] = true
	}
	return n > 1 && len(heads) > 1 && decides
}

// opposite reports whether b is a with a word or beginning before it that says not.
func opposite(a, b string) bool {
	rest, ok := strings.CutSuffix(b, a)
	return ok && a != "" && slices.Contains([]string{"not ", "un", "in", "im", "non-", "nicht ", "un", "pas ", "no "}, rest)
}

// isAnswer reports whether a line begins with the name of an outcome.
func (l *line) isAnswer() bool {
	_, ok := cutOutcome(l.raw)
	return ok && l.field == nil
}
