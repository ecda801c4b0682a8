package style

import (
	"plaintracer/core/geom"
	"plaintracer/core/typeset"
)

// LabelSize is the font size of labels of connectors, px.
const LabelSize = 12.0

// labelWide is how wide a label gets before it is broken into lines, px.
const labelWide = 150.0

// Label are the lines of a label of a connector, and the room that they take, px.
func Label(face typeset.Face, t string) (lines []string, w, h float64) {
	lines = typeset.Lines(face, LabelSize, t, labelWide)
	for _, s := range lines {
		w = max(w, typeset.Width(face, LabelSize, s))
	}
	h = float64(len(lines)-1)*LabelSize*typeset.Leading + LabelSize*(typeset.Ascent+typeset.Descent)
	return lines, geom.Round2(w), geom.Round2(h)
}
