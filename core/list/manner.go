package list

import (
	"fmt"
	"strings"
	"unicode"
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

// sentences are those of a line without a key, where it has three or more, and else the line.
func sentences(line string) []string {
	if key, _ := cutKey(line); key != "" {
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
