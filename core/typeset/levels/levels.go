// Package levels is the Unicode Bidirectional Algorithm (UAX #9, revision 50): the embedding level of every character of
// a line, from which the order follows in which characters stand. Characters' classes are those of golang.org/x/text,
// whose own ordering knows no pairs of brackets and no levels.
//
// The parts follow the annex and are named by its rules.
package levels

import (
	"slices"

	"golang.org/x/text/unicode/bidi"
)

// deepest is the highest explicit level (BD2).
const deepest = 125

// line is a paragraph of one line while its levels are resolved.
type line struct {
	runes  []rune
	was    []bidi.Class // as they came
	class  []bidi.Class // as the rules change them
	level  []int
	base   int
	match  []int // of an isolate initiator its PDI, and of a PDI its initiator; -1 without one (BD9)
	remain []int // what X9 leaves
}

// Of are the levels of a line's characters, 0 and even ones from left to right; base is that of the paragraph, 0 or 1. What
// has no part in the order (X9) has the level of what stands before it.
func Of(runes []rune, base int) []int {
	classes := make([]bidi.Class, len(runes))
	for i, r := range runes {
		p, _ := bidi.LookupRune(r)
		classes[i] = p.Class()
	}
	return of(runes, classes, base)
}

func of(runes []rune, classes []bidi.Class, base int) []int {
	l := &line{runes: runes, was: classes, class: slices.Clone(classes), base: base, level: make([]int, len(classes)), match: isolates(classes)}
	l.explicit()
	for _, s := range l.sequences() {
		s.weak()
		if len(runes) > 0 {
			s.brackets()
		}
		s.neutral()
		s.implicit()
	}
	l.rest()
	return l.level
}

func initiator(c bidi.Class) bool { return c == bidi.LRI || c == bidi.RLI || c == bidi.FSI }

// removed reports whether X9 removes a class.
func removed(c bidi.Class) bool {
	switch c {
	case bidi.LRE, bidi.RLE, bidi.LRO, bidi.RLO, bidi.PDF, bidi.BN:
		return true
	}
	return false
}

// isolates matches initiators and PDIs (BD9).
func isolates(classes []bidi.Class) []int {
	match := make([]int, len(classes))
	var open []int
	for i, c := range classes {
		match[i] = -1
		switch {
		case initiator(c):
			open = append(open, i)
		case c == bidi.PDI && len(open) > 0:
			k := open[len(open)-1]
			open = open[:len(open)-1]
			match[i], match[k] = k, i
		}
	}
	return match
}

// rest gives separators and the white space before them and at the end the level of the paragraph (L1), and what is
// removed that of what stands before it.
func (l *line) rest() {
	before := l.base
	for i, c := range l.was {
		if removed(c) {
			l.level[i] = before
		}
		before = l.level[i]
	}
	white := true
	for i := len(l.was) - 1; i >= 0; i-- {
		switch c := l.was[i]; {
		case c == bidi.B || c == bidi.S:
			l.level[i], white = l.base, true
		case c == bidi.WS || initiator(c) || c == bidi.PDI || removed(c):
			if white {
				l.level[i] = l.base
			}
		default:
			white = false
		}
	}
}

// Run is a stretch of characters of one level.
type Run struct{ From, To, Level int }

// Runs are the stretches of one level in the order in which they stand from left to right (L2); those of odd levels are
// written leftward.
func Runs(level []int) []Run {
	var out []Run
	most := 0
	for i, l := range level {
		if n := len(out); n == 0 || out[n-1].Level != l {
			out = append(out, Run{i, i, l})
		}
		out[len(out)-1].To, most = i+1, max(most, l)
	}
	for l := most; l > 0; l-- {
		for i := 0; i < len(out); i++ {
			j := i
			for j < len(out) && out[j].Level >= l {
				j++
			}
			slices.Reverse(out[i:j])
			i = max(i, j-1)
		}
	}
	return out
}
