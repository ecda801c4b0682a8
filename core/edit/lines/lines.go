package lines

import (
	"cmp"
	"encoding/json"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/scene"
)

// SetLines changes the selected connectors by what f says of each; nil leaves
// one as it is. An action that finds nothing to change says so.
func (e *Editor) SetLines(words, idle string, f func(c *chart.Connector) *chart.Part) {
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

// SetKind changes how the selected connectors run, and how the next one will.
func (e *Editor) SetKind(name string) {
	k := chart.Kind(name)
	if name == RoundedName {
		k = chart.Rounded
	}
	if !slices.Contains(chart.Kinds, k) {
		return
	}
	e.steps.Next.Kind = k
	e.SetLines(say.DidKind(name), say.KindAlready, func(c *chart.Connector) *chart.Part {
		if c.Kind == k {
			return nil
		}
		return &chart.Part{Kind: &k}
	})
}

// RoundedName is what the kind without a name is called in actions.
const RoundedName = "rounded"

// KindName is what a kind of connector is called in actions.
func KindName(k chart.Kind) string {
	if k == chart.Rounded {
		return RoundedName
	}
	return string(k)
}

// SetLook sets by hand what the argument, a look as JSON, names.
func (e *Editor) SetLook(arg string) {
	var set chart.Look
	if json.Unmarshal([]byte(arg), &set) != nil {
		return
	}
	e.SetLines(say.DidLook, say.LookAlready, func(c *chart.Connector) *chart.Part {
		was := chart.Look{}
		if c.Look != nil {
			was = *c.Look
		}
		l := was.With(set)
		e.steps.Next.Line = &l
		if l == was {
			return nil
		}
		return &chart.Part{Look: &l}
	})
}

// DefaultLook gives the look of the selected connectors back to their meaning.
func (e *Editor) DefaultLook() {
	e.steps.Next.Line = nil
	e.SetLines(say.DidDefaultLook, say.DefaultAlready, func(c *chart.Connector) *chart.Part {
		if c.Look == nil {
			return nil
		}
		return &chart.Part{Look: &chart.Look{}}
	})
}

// BothWays puts at the start of the selected connectors what stands at their
// ends.
func (e *Editor) BothWays() {
	e.SetLines(say.DidBothWays, say.BothAlready, func(c *chart.Connector) *chart.Part {
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

// Reverse lets the selected connectors run the other way.
func (e *Editor) Reverse() {
	e.SetLines(say.DidReverse, "", func(c *chart.Connector) *chart.Part {
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

// ResetRoute takes the pins out of the selected connectors and lets them find their ways
// anew.
func (e *Editor) ResetRoute() {
	var parts []chart.Part
	for _, c := range e.Lines() {
		if len(c.Pins) > 0 {
			parts = append(parts, chart.Part{Do: "line.set", Page: e.PageID(), ID: c.ID, Pins: &[]chart.Pin{}})
		}
	}
	if !e.ApplyAnew(e.Lines(), say.DidResetRoute, parts...) {
		e.Say(say.RouteAlready)
	}
}

// Reroute lets all connectors of the page find their ways anew; pins stay.
func (e *Editor) Reroute() {
	if !e.ApplyAnew(e.Page().Connectors, say.DidReroute) {
		e.Say(say.ReroutedAlready)
	}
}

// ResetLabels lets labels placed by hand find their places.
func (e *Editor) ResetLabels() {
	e.SetLines(say.DidResetLabels, say.LabelsAlready, func(c *chart.Connector) *chart.Part {
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

// SetCrossings says how the selected connectors are drawn where they yield;
// "page" lets them do as the page does.
func (e *Editor) SetCrossings(arg string) {
	x := chart.Crossings(strings.TrimPrefix(arg, "page"))
	e.SetLines(say.DidCrossings, say.CrossesAlready, func(c *chart.Connector) *chart.Part {
		if c.Crossings == x {
			return nil
		}
		return &chart.Part{Crossings: &x}
	})
}

// SetPageCrossings says how connectors of the page are drawn where they yield, but for those that say it themselves.
func (e *Editor) SetPageCrossings(arg string) {
	x := chart.Crossings(arg)
	if x == chart.Plain {
		x = ""
	}
	if e.Page().Crossings != x {
		e.Apply(say.DidPageCrossings, chart.Part{Do: "page.set", Page: e.PageID(), Crossings: &x})
	}
}

// SetMeaning says what the selected connectors mean.
func (e *Editor) SetMeaning(m chart.Meaning, words string) {
	e.SetLines(words, "", func(c *chart.Connector) *chart.Part {
		if c.Meaning == m {
			return nil
		}
		return &chart.Part{Meaning: &m}
	})
}

// Means reports whether a selected connector has that meaning.
func (e *Editor) Means(m chart.Meaning) bool {
	return slices.ContainsFunc(e.Lines(), func(c *chart.Connector) bool { return c.Meaning == m })
}

// LineLooks reports whether the first selected connector has what a look names.
func (e *Editor) LineLooks(arg string) bool {
	var want chart.Look
	ls := e.Lines()
	if len(ls) == 0 || json.Unmarshal([]byte(arg), &want) != nil {
		return false
	}
	has := scene.LookOf(e.Page(), ls[0])
	return (want.Weight == 0 || want.Weight == has.Weight) && (want.Dash == "" || want.Dash == has.Dash) &&
		(want.Colour == "" || strings.EqualFold(want.Colour, has.Colour)) && (want.Start == "" || want.Start == has.Start) && (want.End == "" || want.End == has.End)
}

// Crosses reports whether the first selected connector yields that way.
func (e *Editor) Crosses(arg string) bool {
	ls := e.Lines()
	return len(ls) > 0 && cmp.Or(string(ls[0].Crossings), "page") == arg
}

// PageCrossings is how they are, as SetPageCrossings takes it.
func PageCrossings(p *chart.Page) string { return cmp.Or(string(p.Crossings), string(chart.Plain)) }

// KeepOff lets lines of the page keep off labels placed by hand, or not any more.
func (e *Editor) KeepOff() {
	e.Apply(say.DidKeepOff, chart.Part{Do: "page.set", Page: e.PageID(), KeepOff: new(!e.Page().KeepOff)})
}

// KindShown is the kind of the first selected connector, without one of the next.
func (e *Editor) KindShown() chart.Kind {
	if ls := e.Lines(); len(ls) > 0 {
		return ls[0].Kind
	}
	return e.steps.Next.Kind
}
