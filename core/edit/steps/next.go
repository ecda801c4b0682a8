package steps

import (
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Next is what new steps and connectors take from the last ones.
type Next struct {
	Sizes map[symbol.Kind]geom.Rect       // of the last one placed or resized
	Looks map[symbol.Kind]*chart.StepLook // set by hand
	Kind  chart.Kind                      // how connectors run
	Line  *chart.Look                     // what was set by hand of theirs
	Plain bool                            // they take the plain look
}

// Size is how large a new symbol is placed: as the last one of its kind.
func (n *Next) Size(k symbol.Kind) geom.Rect {
	if r, ok := n.Sizes[k]; ok {
		return r
	}
	info, _ := symbol.Of(k)
	return geom.Rect{W: info.W, H: info.H}
}

// Sized keeps the size of one that was placed or resized.
func (n *Next) Sized(k symbol.Kind, w, h float64) {
	if n.Sizes == nil {
		n.Sizes = map[symbol.Kind]geom.Rect{}
	}
	n.Sizes[k] = geom.Rect{W: w, H: h}
}

// Look is that of the next step of a kind.
func (n *Next) Look(k symbol.Kind) *chart.StepLook {
	if n.Plain {
		return nil
	}
	return n.Looks[k]
}

// Looked keeps the look of a step that was set by hand.
func (n *Next) Looked(k symbol.Kind, l *chart.StepLook) {
	if n.Looks == nil {
		n.Looks = map[symbol.Kind]*chart.StepLook{}
	}
	n.Looks[k] = l
}

// LineLook is that of the next connector.
func (n *Next) LineLook() *chart.Look {
	if n.Plain {
		return nil
	}
	return n.Line
}
