package edit

import (
	"cmp"
	"encoding/json"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/scene"
)

// nextLine is what a new connector takes from the last one: how it runs and what
// was set by hand of its look.
type nextLine struct {
	kind chart.Kind
	look *chart.Look
}

// setLines changes the selected connectors by what f says of each; nil leaves
// one as it is. An action that finds nothing to change says so.
func (e *Editor) setLines(words, idle string, f func(c *chart.Connector) *chart.Part) {
	var parts []chart.Part
	for _, c := range e.Lines() {
		if part := f(c); part != nil {
			part.Do, part.Page, part.ID = "line.set", e.PageID(), c.ID
			parts = append(parts, *part)
		}
	}
	if len(parts) == 0 {
		if len(e.Lines()) > 0 {
			e.Say(idle)
		}
		return
	}
	e.Apply(words, parts...)
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
	e.Next.Kind = k
	e.setLines(didKind(name), sayKindAlready, func(c *chart.Connector) *chart.Part {
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
	e.setLines(didLook, sayLookAlready, func(c *chart.Connector) *chart.Part {
		was := chart.Look{}
		if c.Look != nil {
			was = *c.Look
		}
		l := was.With(set)
		e.Next.Line = &l
		if l == was {
			return nil
		}
		return &chart.Part{Look: &l}
	})
}

// defaultLook gives the look of the selected connectors back to their meaning.
func (e *Editor) defaultLook() {
	e.Next.Line = nil
	e.setLines(didDefaultLook, sayDefaultAlready, func(c *chart.Connector) *chart.Part {
		if c.Look == nil {
			return nil
		}
		return &chart.Part{Look: &chart.Look{}}
	})
}

// bothWays puts at the start of the selected connectors what stands at their
// ends.
func (e *Editor) bothWays() {
	e.setLines(didBothWays, sayBothAlready, func(c *chart.Connector) *chart.Part {
		now := scene.LookOf(e.Page(), c)
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
	e.setLines(didReverse, "", func(c *chart.Connector) *chart.Part {
		r := c.Reversed()
		pins, labels := append([]chart.Pin{}, r.Pins...), append([]chart.Label{}, r.Labels...)
		part := &chart.Part{From: &r.From, To: &r.To, Pins: &pins, Labels: &labels}
		if c.Look != nil && (c.Look.Start != "" || c.Look.End != "") {
			// What was at an end by meaning is so no longer when it is set by hand
			// at the other; both are said.
			now := scene.LookOf(e.Page(), c)
			l := *r.Look
			l.Start, l.End = now.End, now.Start
			part.Look = &l
		}
		return part
	})
}

// resetRoute takes the pins out of the selected connectors and lets them find their ways
// anew.
func (e *Editor) resetRoute() {
	var parts []chart.Part
	for _, c := range e.Lines() {
		if len(c.Pins) > 0 {
			parts = append(parts, chart.Part{Do: "line.set", Page: e.PageID(), ID: c.ID, Pins: &[]chart.Pin{}})
		}
	}
	if !e.ApplyAnew(e.Lines(), didResetRoute, parts...) {
		e.Say(sayRouteAlready)
	}
}

// reroute lets all connectors of the page find their ways anew; pins stay.
func (e *Editor) reroute() {
	if !e.ApplyAnew(e.Page().Connectors, didReroute) {
		e.Say(sayReroutedAlready)
	}
}

// resetLabels lets labels placed by hand find their places.
func (e *Editor) resetLabels() {
	e.setLines(didResetLabels, sayLabelsAlready, func(c *chart.Connector) *chart.Part {
		ls, placed := append([]chart.Label{}, c.Labels...), false
		for i := range ls {
			placed = placed || ls[i].Place != nil
			ls[i].Place = nil
		}
		if !placed {
			return nil
		}
		return &chart.Part{Labels: &ls}
	})
}

// setCrossings says how the selected connectors are drawn where they yield;
// "page" lets them do as the page does.
func (e *Editor) setCrossings(arg string) {
	x := chart.Crossings(strings.TrimPrefix(arg, "page"))
	e.setLines(didCrossings, sayCrossesAlready, func(c *chart.Connector) *chart.Part {
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
		e.Apply(didPageCrossings, chart.Part{Do: "page.set", Page: e.PageID(), Crossings: &x})
	}
}

// setMeaning says what the selected connectors mean.
func (e *Editor) setMeaning(m chart.Meaning, words string) {
	e.setLines(words, "", func(c *chart.Connector) *chart.Part {
		if c.Meaning == m {
			return nil
		}
		return &chart.Part{Meaning: &m}
	})
}

// means reports whether a selected connector has that meaning.
func (e *Editor) means(m chart.Meaning) bool {
	return slices.ContainsFunc(e.Lines(), func(c *chart.Connector) bool { return c.Meaning == m })
}

// lineLooks reports whether the first selected connector has what a look names.
func (e *Editor) lineLooks(arg string) bool {
	var want chart.Look
	ls := e.Lines()
	if len(ls) == 0 || json.Unmarshal([]byte(arg), &want) != nil {
		return false
	}
	has := scene.LookOf(e.Page(), ls[0])
	return (want.Weight == 0 || want.Weight == has.Weight) && (want.Dash == "" || want.Dash == has.Dash) &&
		(want.Colour == "" || strings.EqualFold(want.Colour, has.Colour)) && (want.Start == "" || want.Start == has.Start) && (want.End == "" || want.End == has.End)
}

// crosses reports whether the first selected connector yields that way.
func (e *Editor) crosses(arg string) bool {
	ls := e.Lines()
	return len(ls) > 0 && cmp.Or(string(ls[0].Crossings), "page") == arg
}

func pageCrossings(p *chart.Page) string { return cmp.Or(string(p.Crossings), string(chart.Plain)) }

// keepOff lets lines of the page keep off labels placed by hand, or not any more.
func (e *Editor) keepOff() {
	e.Apply(didKeepOff, chart.Part{Do: "page.set", Page: e.PageID(), KeepOff: new(!e.Page().KeepOff)})
}

// kindShown is the kind of the first selected connector, without one of the next.
func (e *Editor) kindShown() chart.Kind {
	if ls := e.Lines(); len(ls) > 0 {
		return ls[0].Kind
	}
	return e.Next.Kind
}
