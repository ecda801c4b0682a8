package edit

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/scene"
)

// bestSides lets the ends of the selected connectors choose their sides.
func (e *Editor) bestSides() {
	e.setLines(didBestSide, sayBestSides, func(c *chart.Connector) *chart.Part {
		part := chart.Part{}
		if c.From.Port != "" {
			part.From = &chart.End{Step: c.From.Step}
		}
		if c.To.Port != "" {
			part.To = &chart.End{Step: c.To.Step}
		}
		if part.From == nil && part.To == nil {
			return nil
		}
		return &part
	})
}

// fixSides fixes the selected connectors at the sides where they hold now, so that they stay there when the page
// is laid out; where all are fixed, it lets them go.
func (e *Editor) fixSides() {
	if e.sidesFixed() {
		e.setLines(didFreeSides, "", func(c *chart.Connector) *chart.Part {
			from, to := c.From, c.To
			from.Fixed, to.Fixed = false, false
			return &chart.Part{From: &from, To: &to}
		})
		return
	}
	e.setLines(didFixSides, "", func(c *chart.Connector) *chart.Part {
		r := e.Sheet().Run(c.ID)
		from, to := c.From, c.To
		if r == nil {
			return nil
		}
		if !from.Loose() {
			from.Port, from.Fixed = r.FromPort, true
		}
		if !to.Loose() {
			to.Port, to.Fixed = r.ToPort, true
		}
		return &chart.Part{From: &from, To: &to}
	})
}

// sidesFixed reports whether the selected connectors are fixed at both ends, where they hold at a step.
func (e *Editor) sidesFixed() bool {
	return len(e.lines()) > 0 && !slices.ContainsFunc(e.lines(), func(c *chart.Connector) bool {
		return !c.From.Loose() && !c.From.Fixed || !c.To.Loose() && !c.To.Fixed
	})
}

// endFill fills the mark of an end that is fixed.
func endFill(end chart.End) string {
	if end.Fixed {
		return scene.Red
	}
	return "#FFFFFF"
}

// mainWay says that the main way goes on along the selected outcome, or leaves that to the flow again.
func (e *Editor) mainWay() {
	c := e.lines()[0]
	parts := []chart.Part{{Do: "line.set", Page: e.page, ID: c.ID, Main: ptr(!c.Main)}}
	for _, o := range e.Page().Connectors {
		if o != c && o.From.Step == c.From.Step && o.Main {
			parts = append(parts, chart.Part{Do: "line.set", Page: e.page, ID: o.ID, Main: ptr(false)})
		}
	}
	words := didMainWay
	if c.Main {
		words = didNoMainWay
	}
	e.do(words, parts...)
}

// needOutcome wants one way on, out of a step with several.
func needOutcome(e *Editor) string {
	if why := needOneLine(e); why != "" {
		return why
	}
	n := 0
	c := e.lines()[0]
	for _, o := range e.Page().Connectors {
		if o.From.Step == c.From.Step && !o.From.Loose() && o.Meaning.Way() {
			n++
		}
	}
	if n < 2 || !c.Meaning.Way() {
		return whyOutcome
	}
	return ""
}
