package style

import (
	"math"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/typeset"
)

// Sizes of names in heads, px, the larger one where it fits a line.
const (
	headSize  = 13.0
	headSmall = 11.0
)

// HeadLead is how far apart the lines of a name in a head stand, of its size.
const HeadLead = 1.1

// Head are the lines of a band's name, as many as its head has room for, and their size, px; whole is false where the
// name is cut off.
func Head(face typeset.Face, b chart.Band) (lines []string, size float64, whole bool) {
	long, deep := b.Head.W, b.Head.H // along the lines, and across them
	if b.Upright {
		long, deep = deep, long
	}
	size, whole = headSize, true
	room := long - 10
	lines = typeset.Lines(face, size, b.Name, room)
	if len(lines) > 1 && float64(len(lines))*size*HeadLead > deep-4 {
		size = headSmall
		lines = typeset.Lines(face, size, b.Name, room)
	}
	if most := max(1, int(math.Floor((deep-2)/(size*HeadLead)))); len(lines) > most {
		last := strings.Join(lines[most-1:], " ")
		lines = append(lines[:most-1:most-1], typeset.Clip(face, size, last, room))
		whole = lines[most-1] == last
	}
	return lines, size, whole
}
