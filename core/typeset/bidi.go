package typeset

import (
	"strings"

	"golang.org/x/text/unicode/bidi"

	"plaintracer/core/typeset/levels"
)

// Piece is a part of a line that is written in one direction, From and To being its
// bytes in the line.
type Piece struct {
	From, To int
	Leftward bool // written from right to left
}

// Leftward reports whether a text is written from right to left: by its first letter that
// has a direction (UAX #9, P2 and P3).
func Leftward(text string) bool {
	for _, r := range text {
		switch p, _ := bidi.LookupRune(r); p.Class() {
		case bidi.L:
			return false
		case bidi.R, bidi.AL:
			return true
		}
	}
	return false
}

// Order cuts a line into pieces of one direction, in the order in which they stand from
// left to right (UAX #9, L2). base reports whether the text that the line is from is written
// from right to left.
func Order(line string, base bool) []Piece {
	if !base && !strings.ContainsFunc(line, turns) {
		return []Piece{{0, len(line), false}}
	}
	paragraph := 0
	if base {
		paragraph = 1
	}
	var at []int // where each character begins, and the end
	var runes []rune
	for i, r := range line {
		at, runes = append(at, i), append(runes, r)
	}
	at = append(at, len(line))
	var out []Piece
	for _, r := range levels.Runs(levels.Of(runes, paragraph)) {
		out = append(out, Piece{at[r.From], at[r.To], r.Level%2 == 1})
	}
	return out
}

func turns(r rune) bool {
	p, _ := bidi.LookupRune(r)
	switch p.Class() {
	case bidi.R, bidi.AL, bidi.RLE, bidi.RLO, bidi.RLI, bidi.AN:
		return true
	}
	return false
}

// CaretAt is how far from its left end the caret stands in a line, px, before byte k.
func CaretAt(set Setting, line string, k int) float64 {
	x := 0.0
	for _, p := range Order(line, Leftward(line)) {
		if k > p.From && k < p.To || k == p.From || k == p.To && k == len(line) {
			if p.Leftward {
				return x + set.Width(line, k, p.To)
			}
			return x + set.Width(line, p.From, k)
		}
		x += set.Width(line, p.From, p.To)
	}
	return x
}

// Spans are the stretches that the bytes from a to b of a line take, in px from its left
// end.
func Spans(set Setting, line string, a, b int) [][2]float64 {
	var out [][2]float64
	x := 0.0
	for _, p := range Order(line, Leftward(line)) {
		if from, to := max(a, p.From), min(b, p.To); from < to {
			x0, x1 := set.Width(line, p.From, from), set.Width(line, p.From, to)
			if p.Leftward {
				x0, x1 = set.Width(line, to, p.To), set.Width(line, from, p.To)
			}
			out = append(out, [2]float64{x + x0, x + x1})
		}
		x += set.Width(line, p.From, p.To)
	}
	return out
}
