package scene

import (
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// Pen draws marks over a drawing, which have the same size on the screen whatever the zoom.
type Pen struct {
	To *Element
	K  float64 // px of the page a px of the screen
}

// Add draws items as they are, in px of the page.
func (m Pen) Add(items ...Item) { m.To.Items = append(m.To.Items, items...) }

// Line draws a path of a weight, and dashes, in px of the screen.
func (m Pen) Line(p geom.Path, colour string, weight float64, dash ...float64) {
	for i := range dash {
		dash[i] *= m.K
	}
	m.Add(Item{Path: p, Stroke: colour, Weight: weight * m.K, Dash: dash})
}

// Outline draws a symbol that does not stand there yet.
func (m Pen) Outline(k symbol.Kind, r geom.Rect) {
	if !k.Open() {
		m.Add(Item{Path: k.Outline(r.W, r.H).Shift(r.X, r.Y), Fill: "#FFFFFFB0"})
		m.Line(k.Outline(r.W, r.H).Shift(r.X, r.Y), Ink, 1.4, 4, 3)
	}
	if in := k.Inner(r.W, r.H); in != nil {
		m.Line(in.Shift(r.X, r.Y), Ink, 1.4, 4, 3)
	}
}

// Diamond draws the sign of a port or of a connector's end.
func (m Pen) Diamond(c geom.Point, fill, colour string) {
	r := 5 * m.K
	m.Add(Item{
		Path:   geom.Path{}.Move(c.X, c.Y-r).Line(c.X+r, c.Y).Line(c.X, c.Y+r).Line(c.X-r, c.Y).Close(),
		Fill:   fill,
		Stroke: colour,
		Weight: 1.4 * m.K,
	})
}

// Say writes words on a plate beside the pointer, which is at q.
func (m Pen) Say(words string, q geom.Point) { m.Plate(words, q.X+16*m.K, q.Y-14*m.K) }

// Plate writes words on ink with the lower left of the text at (x, y).
func (m Pen) Plate(words string, x, y float64) {
	k, size := m.K, 12*m.K
	w := typeset.Width(typeset.Sans, size, words)
	m.Add(Item{Path: geom.Box(geom.Rect{X: x - 5*k, Y: y - 13*k, W: w + 10*k, H: 18 * k}), Fill: Ink},
		Item{Text: words, At: geom.Pt(x, y), Size: size, Fill: "#FFFFFF", Width: w})
}
