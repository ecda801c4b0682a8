package lines

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
)

// glueReach is how far from a step's outline a loose end may lie that is glued
// to it on request, px.
const glueReach = 24.0

// LooseEnd is a connector's end that holds at nothing.
type LooseEnd struct {
	Line  string `json:"line"`
	Which string `json:"which"` // from or to
	Words string `json:"words"`
	Step  string `json:"step"` // within reach; "" for none
	Near  string `json:"near"` // that step in words
}

// LooseEnds lists them in page order.
func (e *Editor) LooseEnds() []LooseEnd {
	out := []LooseEnd{}
	for _, c := range e.Page().Connectors {
		for i, end := range [2]chart.End{c.From, c.To} {
			if !end.Loose() {
				continue
			}
			l := LooseEnd{Line: c.ID, Which: [2]string{"from", "to"}[i]}
			l.Words = say.LooseEnd(string(c.Meaning), c.Outcome(), e.EndName(c.From), e.EndName(c.To))
			other := c.To
			if i == 1 {
				other = c.From
			}
			if s := e.withinReach(end, other.Step); s != nil {
				l.Step, l.Near = s.ID, session.StepName(s)
			}
			out = append(out, l)
		}
	}
	return out
}

// withinReach is the step nearest to a loose end, but for the one at the
// connector's other end; nil when none is near enough.
func (e *Editor) withinReach(end chart.End, but string) *chart.Step {
	q := geom.Pt(end.X, end.Y)
	var best *chart.Step
	near := glueReach
	for _, sh := range e.Sheet().Steps {
		if sh.Step.ID == but || !sh.Rect.Grow(near).Contains(q) {
			continue
		}
		d := sh.Outline().DistTo(q)
		if in := e.Sheet().StepAt(q); in != nil && in.Step.ID == sh.Step.ID {
			d = 0
		}
		if d <= near {
			best, near = e.Page().Step(sh.Step.ID), math.Nextafter(d, -1)
		}
	}
	return best
}

// GlueLoose glues the loose ends that lie within reach of a step: one, named as
// "line from", or with no name all of them.
func (e *Editor) GlueLoose(arg string) {
	var parts []chart.Part
	left := 0
	for _, l := range e.LooseEnds() {
		if arg != "" && arg != l.Line+" "+l.Which {
			continue
		}
		if l.Step == "" {
			left++
			continue
		}
		part := chart.Part{Do: "line.set", Page: e.PageID(), ID: l.Line}
		if end := (&chart.End{Step: l.Step}); l.Which == "from" {
			part.From = end
		} else {
			part.To = end
		}
		parts = append(parts, part)
	}
	if len(parts) == 0 {
		e.Say(say.NothingInReach)
		return
	}
	if e.Apply(say.DidGlueLoose, parts...) && left > 0 {
		e.Say(say.Glued(len(parts), left))
	}
}
