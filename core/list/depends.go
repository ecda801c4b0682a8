package list

import (
	"slices"
	"strings"
	"unicode/utf8"
)

// Decisions that do not ask: sentences on what it depends where the work goes on, and lines with their answers behind them.

// mostCondition is how many words a condition has, mostBehind with how many of a kind of separators before its end a text is
// looked at for one.
const (
	mostCondition = 10
	mostBehind    = 8
)

// condition is a sentence that decides: what it asks, and what is done then, or otherwise.
type condition struct {
	asks, then, otherwise string
	yes, no, left         string // what the answers are called in the sentence's language
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
		c = condition{yes: l.yes[0], no: l.no[0], left: l.otherwise[0]}
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
		for at, tries := len(s), 0; tries < mostBehind; tries++ {
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
			_, letter := utf8.DecodeRuneInString(c.asks)
			l.raw, l.asking = strings.ToUpper(c.asks[:letter])+c.asks[letter:]+"?", true
			l.forks(c.yes, c.then)
			if c.otherwise != "" {
				l.forks(c.no, c.otherwise)
			}
		case len(l.kids) == 0 && !l.asks():
			if text, c, ok := cutConditionBehind(l.raw); ok && c.otherwise == "" && leads(c.then) {
				l.raw, l.asking = text, true
				l.forks(c.asks, c.then)
				l.kids[0].rest = c.left
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
	return ok && a != "" && slices.Contains([]string{"not ", "un", "in", "im", "non-", "nicht ", "pas ", "no "}, rest)
}

// isAnswer reports whether a line begins with the name of an outcome.
func (l *line) isAnswer() bool {
	_, ok := cutOutcome(l.raw)
	return ok && l.field == nil
}
