package typeset

import (
	"strings"

	"github.com/rivo/uniseg"
)

// piece is a run of text that is not broken unless it alone is too wide.
type piece struct {
	text   string  // without the white space after it
	width  float64 // of text
	gap    string  // white space after it, dropped at a line's end
	gapW   float64
	breaks bool // a line must end after it
}

// pieces cuts text where UAX #14 allows a line to end.
func pieces(f Face, size float64, text string) []piece {
	var out []piece
	state := -1
	for len(text) > 0 {
		var seg string
		var must bool
		seg, text, must, state = uniseg.FirstLineSegmentInString(text, state)
		body := strings.TrimRight(seg, " \t\r\n\u2028\u2029\v\f\u0085")
		gap := strings.TrimRight(seg[len(body):], "\r\n\u2028\u2029\v\f\u0085")
		out = append(out, piece{
			text: body, width: Width(f, size, body),
			gap: gap, gapW: Width(f, size, gap),
			breaks: must && len(text) > 0 || must && len(body) < len(seg) && strings.ContainsAny(seg[len(body):], "\n\r\u2028\u2029\v\f\u0085"),
		})
	}
	return out
}

// filled is a line of text, and whether it begins a paragraph.
type filled struct {
	text  string
	first bool
}

// fill sets the pieces greedily into lines; room tells the width of line i.
// It gives up with ok false when more than limit lines would be needed, or a
// line has no room for a single character, or for a word that is no wider than
// whole: such a word is not broken.
func fill(f Face, size float64, ps []piece, limit int, whole float64, room func(i int) float64) (lines []filled, ok bool) {
	var line strings.Builder
	width, gap, gapW, open, first := 0.0, "", 0.0, false, true
	flush := func() bool {
		lines = append(lines, filled{line.String(), first})
		first = false
		line.Reset()
		width, gap, gapW, open = 0, "", 0, false
		return len(lines) < limit
	}
	for i, p := range ps {
		if open && width+gapW+p.width > room(len(lines)) {
			if !flush() {
				return lines, false
			}
		}
		if open {
			line.WriteString(gap)
			width += gapW
		}
		if p.width <= room(len(lines))-width {
			line.WriteString(p.text)
			width += p.width
		} else if p.width <= whole {
			return lines, false
		} else { // wider than a whole line: break between grapheme clusters
			rest, state := p.text, -1
			for len(rest) > 0 {
				var c string
				c, rest, _, state = uniseg.FirstGraphemeClusterInString(rest, state)
				w := Width(f, size, c)
				if width+w > room(len(lines)) {
					if width == 0 || !flush() {
						return lines, false
					}
					if w > room(len(lines)) {
						return lines, false
					}
				}
				line.WriteString(c)
				width += w
			}
		}
		gap, gapW, open = p.gap, p.gapW, true
		if p.breaks && i < len(ps)-1 {
			if !flush() {
				return lines, false
			}
			first = true
		}
	}
	if open {
		lines = append(lines, filled{line.String(), first})
	}
	return lines, len(lines) <= limit
}

// Lines breaks text into lines no wider than width px, for text that stands in
// a plain column.
func Lines(f Face, size float64, text string, width float64) []string {
	lines, _ := fill(f, size, pieces(f, size, text), 1<<20, width, func(int) float64 { return width })
	var out []string
	for _, l := range lines {
		out = append(out, l.text)
	}
	return out
}
