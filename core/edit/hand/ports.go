package hand

import (
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// portUnder finds the shown port that the pointer is on.
func (e *Editor) portUnder(q geom.Point) (*sheet.Shape, *symbol.Port) {
	ids := []string{e.hover}
	if s := e.Only(); s != nil {
		ids = append(ids, s.ID)
	}
	for _, id := range ids {
		sh := e.Sheet().Shape(id)
		if sh == nil {
			continue
		}
		for _, port := range sh.Ports() {
			if e.diamondAt(port).Dist(q) <= e.reach() {
				return sh, &port
			}
		}
	}
	return nil, nil
}

// diamondAt is where a port's sign stands: just off the outline, and aside where it would
// hide a label.
func (e *Editor) diamondAt(p symbol.Port) geom.Point {
	k := 1 / e.zoom
	o := p.Side.Out()
	for _, by := range [...]geom.Point{{}, {Y: 6}, {Y: -6}, {Y: 10}, {Y: -10}, {X: 10}} { // X outward, Y along the side
		q := p.At.Add(geom.Pt((o.X*(portOff+by.X)-o.Y*by.Y)*k, (o.Y*(portOff+by.X)+o.X*by.Y)*k))
		if !e.onLabel(geom.Rect{X: q.X, Y: q.Y}.Grow(5 * k)) {
			return q
		}
	}
	return p.At.Add(geom.Pt(o.X*portOff*k, o.Y*portOff*k))
}

func (e *Editor) onLabel(r geom.Rect) bool {
	for i := range e.Sheet().Lines {
		for _, l := range e.Sheet().Lines[i].Labels {
			if l.Box.Overlaps(r) {
				return true
			}
		}
	}
	return false
}
