package edit

import (
	"encoding/json"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// style is what a new connector takes from the last one: how it runs and what
// was set by hand of its look.
type style struct {
	kind chart.Kind
	look *chart.Look
}

// setLines changes the selected connectors by what f says of each; nil leaves
// one as it is. An action that finds nothing to change says so.
func (e *Editor) setLines(words, idle string, f func(c *chart.Connector) *chart.Part) {
	var parts []chart.Part
	for _, c := range e.lines() {
		if part := f(c); part != nil {
			part.Do, part.Page, part.ID = "line.set", e.page, c.ID
			parts = append(parts, *part)
		}
	}
	if len(parts) == 0 {
		if len(e.lines()) > 0 {
			e.notice = idle
		}
		return
	}
	e.do(words, parts...)
}

// setKind changes how the selected connectors run, and how the next one will.
func (e *Editor) setKind(name string) {
	k := chart.Kind(name)
	if name == roundedName {
		k = chart.Rounded
	}
	if !slices.Contains(chart.Kinds, k) {
		return
	}
	e.style.kind = k
	e.status++
	e.setLines("make it "+name, "It is so already.", func(c *chart.Connector) *chart.Part {
		if c.Kind == k {
			return nil
		}
		return &chart.Part{Kind: &k}
	})
}

// roundedName is what the kind without a name is called in actions.
const roundedName = "rounded"

func kindName(k chart.Kind) string {
	if k == chart.Rounded {
		return roundedName
	}
	return string(k)
}

// setLook sets by hand what the argument, a look as JSON, names.
func (e *Editor) setLook(arg string) {
	var set chart.Look
	if json.Unmarshal([]byte(arg), &set) != nil {
		return
	}
	e.setLines("look of the line", "It looks so already.", func(c *chart.Connector) *chart.Part {
		was := chart.Look{}
		if c.Look != nil {
			was = *c.Look
		}
		l := was.With(set)
		e.style.look = &l
		if l == was {
			return nil
		}
		return &chart.Part{Look: &l}
	})
}

// lookBack lets the selected connectors look as they mean again.
func (e *Editor) lookBack() {
	e.style.look = nil
	e.setLines("look as meant", "It looks as it means already.", func(c *chart.Connector) *chart.Part {
		if c.Look == nil {
			return nil
		}
		return &chart.Part{Look: &chart.Look{}}
	})
}

// bothWays puts at the start of the selected connectors what stands at their
// ends.
func (e *Editor) bothWays() {
	e.setLines("both ways", "It points both ways already.", func(c *chart.Connector) *chart.Part {
		now := scene.LookOf(c)
		l := chart.Look{}
		if c.Look != nil {
			l = *c.Look
		}
		end := now.End
		if end == chart.Bare {
			end = chart.Arrow
			l.End = end
		}
		if now.Start == end && now.End == end {
			return nil
		}
		l.Start = end
		return &chart.Part{Look: &l}
	})
}

// reverse lets the selected connectors run the other way.
func (e *Editor) reverse() {
	e.setLines("reverse", "", func(c *chart.Connector) *chart.Part {
		r := c.Reversed()
		pins, labels := append([]chart.Pin{}, r.Pins...), append([]chart.Label{}, r.Labels...)
		part := &chart.Part{From: &r.From, To: &r.To, Pins: &pins, Labels: &labels}
		if c.Look != nil && (c.Look.Start != "" || c.Look.End != "") {
			// What was at an end by meaning is so no longer when it is set by hand
			// at the other; both are said.
			now := scene.LookOf(c)
			l := *r.Look
			l.Start, l.End = now.End, now.Start
			part.Look = &l
		}
		return part
	})
}

// runFree takes the pins out of the selected connectors and lets them find their ways
// anew.
func (e *Editor) runFree() {
	var parts []chart.Part
	for _, c := range e.lines() {
		if len(c.Pins) > 0 {
			parts = append(parts, chart.Part{Do: "line.set", Page: e.page, ID: c.ID, Pins: &[]chart.Pin{}})
		}
	}
	if !e.doAnew(e.lines(), "let it run free", parts...) {
		e.notice = "It runs free already."
	}
}

// routeAnew lets all connectors of the page find their ways anew; pins stay.
func (e *Editor) routeAnew() {
	if !e.doAnew(e.Page().Connectors, "find all ways anew") {
		e.notice = "All connectors run as they would anew."
	}
}

func (e *Editor) freeLabels() {
	e.setLines("let labels find their place", "They find their places already.", func(c *chart.Connector) *chart.Part {
		ls, any := append([]chart.Label{}, c.Labels...), false
		for i := range ls {
			any = any || ls[i].Place != nil
			ls[i].Place = nil
		}
		if !any {
			return nil
		}
		return &chart.Part{Labels: &ls}
	})
}

// setCrossings says how the selected connectors are drawn where they yield;
// "page" lets them do as the page does.
func (e *Editor) setCrossings(arg string) {
	x := chart.Crossings(strings.TrimPrefix(arg, "page"))
	e.setLines("crossings", "It crosses so already.", func(c *chart.Connector) *chart.Part {
		if c.Crossings == x {
			return nil
		}
		return &chart.Part{Crossings: &x}
	})
}

func (e *Editor) setPageCrossings(arg string) {
	x := chart.Crossings(arg)
	if x == chart.Plain {
		x = ""
	}
	if e.Page().Crossings != x {
		e.do("crossings of the page", chart.Part{Do: "page.set", Page: e.page, Crossings: &x})
	}
}

// insertion is a step that is put into a connector: the connector leads to the
// step, and a new one on from it.
func (e *Editor) insertion(c *chart.Connector, step string) []chart.Part {
	on := *c
	on.ID, on.From, on.Labels, on.Pins = e.newID("c"), chart.End{Step: step}, nil, nil
	if c.Look != nil && c.Look.Start != "" {
		l := *c.Look
		l.Start = chart.Bare
		on.Look = &l
	}
	parts := []chart.Part{
		{Do: "line.set", Page: e.page, ID: c.ID, To: &chart.End{Step: step}, Pins: &[]chart.Pin{}},
		{Do: "line.add", Page: e.page, Line: &on},
	}
	return parts
}

// lineUnder is the connector that a step dropped at r would be put into: one
// that runs through its middle on the sheet given, where the step does not yet
// stand. A step that is connected already is not put into any.
func (e *Editor) lineUnder(sheet *scene.Sheet, id string, r geom.Rect) *scene.Run {
	p := e.Page()
	for _, c := range p.Connectors {
		if id != "" && (c.From.Step == id || c.To.Step == id) {
			return nil
		}
	}
	middle := r.Grow(-min(r.W, r.H) * 0.3)
	var best *scene.Run
	for i := range sheet.Lines {
		l := &sheet.Lines[i]
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

// between names a connector by its steps.
func (e *Editor) between(c *chart.Connector) string {
	return e.endName(c.From) + " → " + e.endName(c.To)
}

// gapLeft is the connector that would close the gap that deleting the only
// selected step leaves in a chain; nil when it stands in none.
func (e *Editor) gapLeft() *chart.Connector {
	s := e.one()
	if s == nil || len(e.lines()) > 0 {
		return nil
	}
	var in, out []*chart.Connector
	for _, c := range e.Page().Connectors {
		if !c.Meaning.Way() {
			continue
		}
		if c.From.Step == s.ID {
			out = append(out, c)
		}
		if c.To.Step == s.ID {
			in = append(in, c)
		}
	}
	if len(in) != 1 || len(out) != 1 || in[0].From.Loose() || out[0].To.Loose() || in[0].From.Step == out[0].To.Step || in[0] == out[0] {
		return nil
	}
	c := *in[0]
	c.To, c.Pins, c.Labels = out[0].To, nil, append([]chart.Label(nil), in[0].Labels...)
	return &c
}

// closeGap connects what deleting a step left apart.
func (e *Editor) closeGap() {
	c := *e.gap
	c.ID = e.newID("c")
	if e.do("close the gap", chart.Part{Do: "line.add", Page: e.page, Line: &c}) {
		e.selectOnly(c.ID)
	}
}
