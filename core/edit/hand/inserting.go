package hand

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// lineUnder is the connector that a step dropped at r would be put into: one
// that runs through its middle on the sheet given, where the step does not yet
// stand. A step that is connected already is not put into any, nor what stands beside the work.
func (e *Editor) lineUnder(on *sheet.Sheet, k symbol.Kind, id string, r geom.Rect) *sheet.Run {
	p := e.Page()
	if k.Beside() {
		return nil
	}
	for _, c := range p.Connectors {
		if id != "" && (c.From.Step == id || c.To.Step == id) {
			return nil
		}
	}
	middle := r.Grow(-min(r.W, r.H) * 0.3)
	var best *sheet.Run
	for i := range on.Lines {
		l := &on.Lines[i]
		if !l.Line.Meaning.Way() || l.Line.From.Loose() || l.Line.To.Loose() || l.Line.ID == pulledID {
			continue
		}
		pts := l.Drawn()
		for k := 0; k+1 < len(pts); k++ {
			if geom.SegmentIn(pts[k], pts[k+1], middle) {
				best = l
			}
		}
	}
	return best
}

// putInto puts a step that stands on the page into a connector.
func (e *Editor) putInto(c *chart.Connector, run *sheet.Run, step string, box geom.Rect) {
	e.Apply(say.PutInto(e.Between(c)), e.puttingInto(c, run, step, box, e.NewID("c"))...)
}

func (e *Editor) puttingInto(c *chart.Connector, run *sheet.Run, step string, box geom.Rect, newLine string) []chart.Part {
	pl, parts := e.steps.RoomIn(run, step, box, nil)
	parts = append(parts, chart.Part{Do: "step.place", Page: e.PageID(), Places: []chart.Place{pl}})
	return append(parts, e.steps.Insertion(c, step, newLine)...)
}
