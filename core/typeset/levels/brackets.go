package levels

import (
	"slices"

	"golang.org/x/text/unicode/bidi"
)

// brackets resolves pairs of brackets (N0).
func (s *sequence) brackets() {
	embedding := direction(s.level[s.at[0]])
	for _, p := range s.pairs() {
		inside, opposite := bidi.ON, false
		for k := p[0] + 1; k < p[1]; k++ {
			if c, ok := strongOf(s.class[s.at[k]]); ok {
				if c == embedding {
					inside = c
					break
				}
				opposite = true
			}
		}
		if inside == bidi.ON && opposite {
			context := s.sos
			for k := p[0] - 1; k >= 0; k-- {
				if c, ok := strongOf(s.class[s.at[k]]); ok {
					context = c
					break
				}
			}
			if inside = embedding; context != embedding {
				inside = context
			}
		}
		if inside == bidi.ON {
			continue
		}
		for _, k := range p { // and the marks on them
			s.class[s.at[k]] = inside
			for k++; k < len(s.at) && s.was[s.at[k]] == bidi.NSM; k++ {
				s.class[s.at[k]] = inside
			}
		}
	}
}

// pairs are the pairs of brackets of a sequence, in the order of the opening ones (BD16).
func (s *sequence) pairs() [][2]int {
	type open struct {
		closes rune
		at     int
	}
	const most = 63
	var stack []open
	var out [][2]int
	for k, i := range s.at {
		if s.class[i] != bidi.ON {
			continue
		}
		p, _ := bidi.LookupRune(s.runes[i])
		if !p.IsBracket() {
			continue
		}
		if p.IsOpeningBracket() {
			if len(stack) == most {
				break
			}
			stack = append(stack, open{alike(closing(s.runes[i])), k})
			continue
		}
		for n := len(stack) - 1; n >= 0; n-- {
			if stack[n].closes == alike(s.runes[i]) {
				out = append(out, [2]int{stack[n].at, k})
				stack = stack[:n]
				break
			}
		}
	}
	slices.SortFunc(out, func(a, b [2]int) int { return a[0] - b[0] })
	return out
}

// closing is the bracket that closes one: the next code point, but for those that have another between them
// (BidiBrackets.txt).
func closing(r rune) rune {
	switch r {
	case '[', '{', 0xFF3B, 0xFF5B:
		return r + 2
	case 0x298D:
		return 0x2990
	case 0x298F:
		return 0x298E
	}
	return r + 1
}

// alike makes one of brackets that are canonically equivalent.
func alike(r rune) rune {
	if r == 0x232A {
		return 0x3009
	}
	return r
}
