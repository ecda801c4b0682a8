package typeset

import (
	"strings"

	"github.com/rivo/uniseg"
)

// piece is a run of text that is not broken unless it alone is too wide: the bytes of the
// text from one to another, and the white space after it, which is dropped at a line's end.
type piece struct {
	from, to, gap int     // the white space reaches from to to gap
	width, gapW   float64 // of the piece and of the white space
	breaks        bool    // a line must end after it
}

const ends = "\r\n\u2028\u2029\v\f\u0085" // what ends a line whatever its width

// pieces cuts text where UAX #14 allows a line to end.
func pieces(set Setting, text string) []piece {
	var out []piece
	state, at := -1, 0
	for rest := text; len(rest) > 0; {
		var seg string
		var must bool
		seg, rest, must, state = uniseg.FirstLineSegmentInString(rest, state)
		body := strings.TrimRight(seg, " \t"+ends)
		white := seg[len(body):]
		p := piece{from: at, to: at + len(body), gap: at + len(strings.TrimRight(seg, ends))}
		p.width, p.gapW = set.Width(text, p.from, p.to), set.Width(text, p.to, p.gap)
		p.breaks = must && (len(rest) > 0 || strings.ContainsAny(white, ends))
		out = append(out, p)
		at += len(seg)
	}
	return out
}

// filled is a line: the bytes of the text from one to another, and whether they begin a
// paragraph.
type filled struct {
	from, to int
	first    bool
}

// fill sets the pieces of a text greedily into lines; room tells the width of line i.
// It gives up with ok false when more than limit lines would be needed, or a
// line has no room for a single character, or for a word that is no wider than
// whole: such a word is not broken.
func fill(set Setting, text string, ps []piece, limit int, whole float64, room func(i int) float64) (lines []filled, ok bool) {
	var line filled
	line.first = true
	width, gapW, open := 0.0, 0.0, false
	flush := func() bool {
		lines = append(lines, line)
		line.first = false
		width, gapW, open = 0, 0, false
		return len(lines) < limit
	}
	for i, p := range ps {
		if open && width+gapW+p.width > room(len(lines)) {
			if !flush() {
				return lines, false
			}
		}
		if open {
			width += gapW
		} else {
			line.from = p.from
		}
		if p.width <= room(len(lines))-width {
			width += p.width
		} else if p.width <= whole {
			return lines, false
		} else { // wider than a whole line: break between grapheme clusters
			at, state := p.from, -1
			for rest := text[p.from:p.to]; len(rest) > 0; {
				var c string
				c, rest, _, state = uniseg.FirstGraphemeClusterInString(rest, state)
				w := set.Width(text, at, at+len(c))
				if width+w > room(len(lines)) {
					if line.to = at; width == 0 || !flush() {
						return lines, false
					}
					if line.from = at; w > room(len(lines)) {
						return lines, false
					}
				}
				at += len(c)
				width += w
			}
		}
		line.to, gapW, open = p.to, p.gapW, true
		if p.breaks && i < len(ps)-1 {
			if !flush() {
				return lines, false
			}
			line.first = true
		}
	}
	if open {
		lines = append(lines, line)
	}
	return lines, len(lines) <= limit
}

// Lines breaks text into lines no wider than width px, for text that stands in
// a plain column.
func Lines(f Face, size float64, text string, width float64) []string {
	set := Setting{Face: f, Size: size}
	lines, _ := fill(set, text, pieces(set, text), 1<<20, width, func(int) float64 { return width })
	var out []string
	for _, l := range lines {
		out = append(out, text[l.from:l.to])
	}
	return out
}
