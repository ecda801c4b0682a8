package hand

import (
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
)

// onOutline reports whether q lies on the outline of a step as drawn.
func (e *Editor) onOutline(sh *sheet.Shape, q geom.Point) bool {
	return sh.Outline().DistTo(q) <= e.reach()
}

// outlineUnder is the step whose outline q lies on.
func (e *Editor) outlineUnder(q geom.Point) *sheet.Shape {
	for i := len(e.Sheet().Steps) - 1; i >= 0; i-- {
		if sh := &e.Sheet().Steps[i]; sh.Rect.Grow(e.reach()).Contains(q) && e.onOutline(sh, q) {
			return sh
		}
	}
	return nil
}
