package typeset

import (
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"golang.org/x/text/unicode/bidi"
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
// left to right (UAX #9). base reports whether the text that the line is from is written
// from right to left.
func Order(line string, base bool) []Piece {
	if !base && !strings.ContainsFunc(line, turns) {
		return []Piece{{0, len(line), false}}
	}
	const leftToRight = "\u200e" // a base of left to right is told by a mark
	var para bidi.Paragraph
	d, lead := bidi.RightToLeft, ""
	if !base {
		d, lead = bidi.LeftToRight, leftToRight
	}
	if _, err := para.SetString(lead+line, bidi.DefaultDirection(d)); err != nil {
		return []Piece{{0, len(line), base}}
	}
	o, err := para.Order()
	if err != nil {
		return []Piece{{0, len(line), base}}
	}
	var out []Piece
	at := -len(lead)
	for i := range o.NumRuns() {
		r := o.Run(i)
		to := at + len(r.String())
		if to > 0 && to > at {
			out = append(out, Piece{max(0, at), to, r.Direction() == bidi.RightToLeft})
		}
		at = to
	}
	if at != len(line) { // the package lost a character
		return []Piece{{0, len(line), base}}
	}
	if base {
		slices.Reverse(out)
		return out
	}
	out = splitNumbers(line, out)
	// In a line from left to right, what is written leftward stands in reverse as a
	// whole: numbers in it keep their direction but not their place.
	for i := 0; i < len(out); i++ {
		j := i
		for j < len(out) && (out[j].Leftward || j > i && numeric(line[out[j].From:out[j].To])) {
			j++
		}
		if j > i {
			slices.Reverse(out[i:j])
			i = j - 1
		}
	}
	return out
}

// splitNumbers cuts off the number at the beginning of what follows a leftward piece: it
// belongs to that (UAX #9, W2 to W7 and I1), though it is written rightward.
func splitNumbers(line string, in []Piece) []Piece {
	var out []Piece
	for i, p := range in {
		if n := leadingNumber(line[p.From:p.To]); i > 0 && in[i-1].Leftward && !p.Leftward && n > 0 && p.From+n < p.To {
			out = append(out, Piece{p.From, p.From + n, false})
			p.From += n
		}
		out = append(out, p)
	}
	return out
}

// leadingNumber is the length of the number that s begins with.
func leadingNumber(s string) int {
	end := 0
	for i, r := range s {
		switch {
		case unicode.IsDigit(r):
			end = i + utf8.RuneLen(r)
		case end == 0 || !strings.ContainsRune(".,:/-+", r):
			return end
		}
	}
	return end
}

func turns(r rune) bool {
	p, _ := bidi.LookupRune(r)
	switch p.Class() {
	case bidi.R, bidi.AL, bidi.RLE, bidi.RLO, bidi.RLI, bidi.AN:
		return true
	}
	return false
}

// numeric reports whether a piece has digits and no letter.
func numeric(s string) bool {
	return strings.ContainsFunc(s, unicode.IsDigit) && !strings.ContainsFunc(s, unicode.IsLetter)
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
