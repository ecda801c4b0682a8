package typeset

import (
	"strings"

	"golang.org/x/text/unicode/bidi"
)

// First strong isolate and its end (UAX #9).
const (
	fsi = "\u2068"
	pdi = "\u2069"
)

// Unsteered is a name without characters that only steer the direction of text, with which one name can be made to look like
// another, or to run into what stands beside it (UTR #36, 'Bidirectional text spoofing').
func Unsteered(name string) string {
	return strings.Map(func(r rune) rune {
		if steers(r) {
			return -1
		}
		return r
	}, name)
}

func steers(r rune) bool {
	switch r {
	case '\u061c', '\u200e', '\u200f': // marks
		return true
	}
	return r >= '\u202a' && r <= '\u202e' || r >= '\u2066' && r <= '\u2069' // embeddings, overrides, isolates
}

// Isolated is a name to stand in a sentence: unsteered, and where any of it goes from right to left, isolated.
func Isolated(name string) string {
	name = Unsteered(name)
	for _, r := range name {
		if r < '\u0590' { // before Hebrew all goes from left to right
			continue
		}
		switch p, _ := bidi.LookupRune(r); p.Class() {
		case bidi.R, bidi.AL, bidi.AN:
			return fsi + name + pdi
		}
	}
	return name
}
