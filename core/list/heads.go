package list

import (
	"slices"
	"strings"
	"unicode"

	"plaintracer/core/chart"
)

// Lines that say something of others: a title, who does what stands below, a stage; and who does it, where each line says so
// in the same place.

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
	for n < min(len(flat), mostTitle) && flat[n].n == flat[n-1].n+1 && !flat[n].marked && flat[n].key == "" && flat[n].field == nil && !flat[n].asks() {
		n++
	}
	if n < len(flat) && (flat[n].n == flat[n-1].n+1 || !flat[n].marked && flat[n].key == "") {
		n = 1
	}
	if len(flat) < n+fewestTitled || !flat[0].plainLine() && (n == 1 || flat[0].marked || flat[0].key != "" || flat[0].asks()) {
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
