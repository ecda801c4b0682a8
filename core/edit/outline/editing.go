package outline

import (
	"encoding/json"
	"slices"
	"strconv"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/bands"
	"plaintracer/core/edit/say"
	"plaintracer/core/flow"
	"plaintracer/core/list"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// The step list is a way to write the chart. A row is accepted as it is left; its keys move the step in
// the flow, and the connectors are made anew around it.

// RowText takes what was typed into a row of the list: {"id","text"}. A lane before a colon, an outcome
// before an arrow and a number behind one are not text, but what they say.
func (e *Editor) RowText(arg string) {
	if parts := e.rowParts(arg); len(parts) > 0 {
		if e.Apply(say.DidType, parts...) {
			e.steps.OfferReferences(parts[0].ID)
		}
	} else if !e.UnderWay() {
		e.Preview(nil)
	}
}

// RowSend takes what was typed into a row and leads it to a step that was picked: {"id","text","to"}.
func (e *Editor) RowSend(arg string) {
	var a struct{ ID, To string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	e.AsOne(func() {
		e.RowText(arg)
		s, to := e.Page().Step(a.ID), e.Page().Step(a.To)
		if s == nil || to == nil || s == to {
			return
		}
		if e.Apply(say.DidConnect, e.lines.SendTo(s, to)...) {
			e.Say(say.Sent(rowName(s), rowName(to)))
		}
		e.row = s.ID
	})
}

// RowTry shows on the page what is typed into a row, before it is accepted: {"id","text"}.
func (e *Editor) RowTry(arg string) {
	var a struct{ ID, Text string }
	if json.Unmarshal([]byte(arg), &a) != nil || e.UnderWay() {
		return
	}
	s := e.Page().Step(a.ID)
	if s == nil || s.Locked {
		return
	}
	said := a.Text
	if r := list.ReadRow(a.Text, e.lines.WayFrom(s) != nil, func(n string) bool { return e.numbered(n) != nil }); r.Text != "" {
		said = r.Text
	}
	if said == s.Text {
		e.Preview(nil)
		return
	}
	e.Preview(&chart.Command{Words: say.DidType, Parts: e.steps.WithText(s, said, chart.RunsAfter(s.Runs, s.Text, said))})
}

func (e *Editor) rowParts(arg string) []chart.Part {
	var a struct{ ID, Text string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return nil
	}
	p := e.Page()
	s := p.Step(a.ID)
	if s == nil || s.Text == a.Text {
		return nil
	}
	if s.Locked {
		e.Say(say.Locked(1, true))
		return nil
	}
	in := e.lines.WayFrom(s)
	r := list.ReadRow(a.Text, in != nil, func(n string) bool { return n != "" && e.numbered(n) != nil })
	var parts []chart.Part
	if r.Outcome != "" && in != nil && in.Outcome() != r.Outcome {
		labels := []chart.Label{{Text: r.Outcome}}
		parts = append(parts, chart.Part{Do: "line.set", Page: p.ID, ID: in.ID, Labels: &labels})
	}
	if to := e.numbered(r.To); to != nil && to != s {
		parts = append(parts, e.lines.SendTo(s, to)...)
	}
	if said := r.Outcome != "" || r.To != "" || r.Lane != "" || r.Symbol != ""; r.Text != s.Text && (r.Text != "" || !said) {
		parts = append(parts, e.steps.WithText(s, r.Text, chart.RunsAfter(s.Runs, s.Text, r.Text))...)
	}
	if k := r.Symbol; k != "" && k != s.Symbol {
		parts = append(parts, chart.Part{Do: "step.set", Page: p.ID, ID: s.ID, Symbol: &k})
		parts = append(parts, e.steps.OffGround(s, k)...)
	}
	if r.Lane != "" {
		parts = append(parts, e.laneFor(s, r.Lane)...)
	}
	return parts
}

// numbered is the step of the page with that number; where none has any, rows are counted. It is nil
// where there is none.
func (e *Editor) numbered(n string) *chart.Step {
	some := false
	for _, s := range e.Page().Steps {
		if n != "" && s.Number == n {
			return s
		}
		some = some || s.Number != ""
	}
	if i, err := strconv.Atoi(n); err == nil && !some {
		if rows := e.Rows(); i >= 1 && i <= len(rows) {
			return e.Page().Step(rows[i-1].ID)
		}
	}
	return nil
}

// laneFor are the parts that put a step into the lane of a name, which is made where there is none.
func (e *Editor) laneFor(s *chart.Step, name string) []chart.Part {
	p := e.Page()
	if len(p.Lanes) == 0 {
		return e.bands.NewLanes([]string{name})
	}
	var parts []chart.Part
	l := laneNamed(p.Lanes, name)
	if l == nil {
		l = &chart.Lane{ID: e.NewID("l"), Name: name, Size: bands.LaneSize(p)}
		parts = append(parts, chart.Part{Do: "lane.add", Page: p.ID, Lane: l})
	}
	if s.Lane == l.ID {
		return nil
	}
	return append(parts, chart.Part{Do: "step.place", Page: p.ID, Places: arrange.Spread(p, []chart.Place{bands.InLane(p, s, l)}, !p.Down)})
}

// RowEnter accepts a row and makes a step after it, open in the list: behind a decision its next
// outcome, else between the step and the one that it leads to; behind a step that leads back it follows
// what goes nowhere yet.
func (e *Editor) RowEnter(arg string) {
	var a struct{ ID, Text string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	e.RowText(arg)
	s := e.Page().Step(a.ID)
	if s == nil {
		return
	}
	e.Select(s.ID)
	size := e.steps.Next.Size(symbol.Process)
	size.W, size.H = typeset.Plain.Grow(symbol.Process, size.W, size.H, "")
	id, add := e.steps.AddStep(symbol.Process, e.steps.NextFree(size, false))
	parts := []chart.Part{add}
	ways := e.lines.Ways(s)
	asks := s.Symbol == symbol.Decision
	rows := e.Rows()
	row := func(id string) int { return slices.IndexFunc(rows, func(r Row) bool { return r.ID == id }) }
	switch {
	case len(ways) > 0 && !asks && row(ways[0].To.Step) <= row(s.ID): // it goes back: what waits above goes on
		for i := row(s.ID) - 1; i >= 0; i-- {
			if o := e.Page().Step(rows[i].ID); len(rows[i].Ways) == 0 && !o.Symbol.Store() && !o.Symbol.Beside() {
				_, line := e.steps.AddLine(chart.End{Step: o.ID}, chart.End{Step: id}, o.Symbol, symbol.Process)
				parts = append(parts, line)
				break
			}
		}
	case len(ways) == 0 || asks && len(ways) < 2:
		_, line := e.steps.AddLine(chart.End{Step: s.ID}, chart.End{Step: id}, s.Symbol, symbol.Process)
		parts = append(parts, line)
	default:
		run := e.Sheet().Run(ways[0].ID)
		box := size
		a := e.Sheet().Shape(s.ID).Rect
		if e.steps.RunsAcross() {
			box.X, box.Y = a.Right()+arrange.Gap, a.CY()-box.H/2
		} else {
			box.X, box.Y = a.CX()-box.W/2, a.Bottom()+arrange.Gap
		}
		pl, room := e.steps.RoomIn(run, id, box, e.Page().StageOf(s))
		add.Step.Lane, add.Step.X, add.Step.Y = pl.Lane, pl.X, pl.Y
		parts = append(parts, room...)
		parts = append(parts, e.steps.Insertion(ways[0], id, e.NewID("c"))...)
	}
	if e.Apply(say.DidRow, parts...) {
		e.Select(id)
		e.row = id
	}
}

// RowLeave takes a step away that a row was opened for and nothing was typed into.
func (e *Editor) RowLeave(id string) {
	s := e.Page().Step(id)
	if s != nil && s.Text == "" && e.Last() == say.DidRow {
		e.Undo()
	}
}

// rowOut are the parts that take a step out of the flow: what leads to it leads to where it goes on to.
// Its other ways stay.
func (e *Editor) rowOut(s *chart.Step) []chart.Part {
	var parts []chart.Part
	next := ""
	if ways := e.lines.Ways(s); len(ways) > 0 {
		next = ways[0].To.Step
		parts = append(parts, chart.Part{Do: "line.drop", Page: e.PageID(), ID: ways[0].ID})
	}
	for _, c := range e.Page().Connectors {
		switch {
		case c.To.Step != s.ID || !c.Meaning.Way() || c.From.Step == s.ID:
		case next == "" || next == c.From.Step:
			parts = append(parts, chart.Part{Do: "line.drop", Page: e.PageID(), ID: c.ID})
		default:
			parts = append(parts, e.lines.Lead(c, next))
		}
	}
	return parts
}

// decisionAbove is the nearest decision above a step in the list, and the step right above it.
func (e *Editor) decisionAbove(id string) (d, above *chart.Step) {
	p := e.Page()
	for _, r := range e.Rows() {
		if r.ID == id {
			return d, above
		}
		if above = p.Step(r.ID); above.Symbol == symbol.Decision {
			d = above
		}
	}
	return nil, nil
}

// RowIn makes a step an outcome of the decision above it; what came before it goes on to what it goes
// on to.
func (e *Editor) RowIn(id string) {
	p := e.Page()
	s := p.Step(id)
	d, above := e.decisionAbove(id)
	if s == nil || d == nil || slices.ContainsFunc(e.lines.Ways(d), func(c *chart.Connector) bool { return c.To.Step == id }) {
		e.Say(say.NoOutcome)
		return
	}
	parts := []chart.Part{}
	next := ""
	if ways := e.lines.Ways(s); len(ways) > 0 {
		next = ways[0].To.Step
	}
	for _, c := range e.lines.Ways(above) {
		if c.To.Step != id {
			continue
		}
		if next == "" || next == above.ID {
			parts = append(parts, chart.Part{Do: "line.drop", Page: p.ID, ID: c.ID})
		} else {
			parts = append(parts, e.lines.Lead(c, next))
		}
	}
	_, line := e.steps.AddLine(chart.End{Step: d.ID}, chart.End{Step: id}, d.Symbol, s.Symbol)
	if e.Apply(say.DidRowIn, append(parts, line)...) {
		e.row = id
		e.Say(say.RowIn(rowName(s), line.Line.Outcome(), rowName(d)))
	}
}

// RowBack makes an outcome follow the step above it instead of the decision.
func (e *Editor) RowBack(id string) {
	p := e.Page()
	s := p.Step(id)
	d, above := e.decisionAbove(id)
	if s == nil || d == nil || above == d {
		e.Say(say.NoOutcome)
		return
	}
	var out *chart.Connector
	for _, c := range e.lines.Ways(d) {
		if c.To.Step == id {
			out = c
		}
	}
	if out == nil {
		e.Say(say.NoOutcome)
		return
	}
	parts := []chart.Part{{Do: "line.drop", Page: p.ID, ID: out.ID}}
	if ways := e.lines.Ways(above); len(ways) == 1 {
		parts = append(parts, e.lines.Lead(ways[0], id))
	} else {
		_, line := e.steps.AddLine(chart.End{Step: above.ID}, chart.End{Step: id}, above.Symbol, s.Symbol)
		parts = append(parts, line)
	}
	if e.Apply(say.DidRowBack, parts...) {
		e.row = id
		e.Say(say.RowBack(rowName(s), rowName(above)))
	}
}

// RowShift moves a step up or down in the flow, by one row of the list. The two change places on the
// page, each staying in its lane.
func (e *Editor) RowShift(id string, by int) {
	p := e.Page()
	rows := e.Rows()
	at := slices.IndexFunc(rows, func(r Row) bool { return r.ID == id })
	to := at + by
	if at < 0 || to < 0 || to >= len(rows) {
		return
	}
	s, o := p.Step(id), p.Step(rows[to].ID)
	g := flow.Of(p)
	if !g.Counts(g.Index[s.ID]) || !g.Counts(g.Index[o.ID]) {
		return
	}
	first, second := o, s // as they stand now
	if by > 0 {
		first, second = s, o
	}
	// The second is taken out, and put in before the first.
	parts := e.rowOut(second)
	back := map[string]bool{}
	w := g.Walk()
	for i, way := range g.Ways {
		back[way.Line.ID] = w.Back[i]
	}
	for _, c := range p.Connectors {
		if c.To.Step == first.ID && c.Meaning.Way() && !back[c.ID] && c.From.Step != second.ID {
			parts = append(parts, e.lines.Lead(c, second.ID))
		}
	}
	_, line := e.steps.AddLine(chart.End{Step: second.ID}, chart.End{Step: first.ID}, second.Symbol, first.Symbol)
	parts = append(parts, line)
	a, b := p.StepRect(first), p.StepRect(second)
	if p.Down || len(p.Lanes) == 0 {
		a.Y, b.Y = b.CY()-a.H/2, a.CY()-b.H/2
		if len(p.Lanes) == 0 {
			a.X, b.X = b.CX()-a.W/2, a.CX()-b.W/2
		}
	} else {
		a.X, b.X = b.CX()-a.W/2, a.CX()-b.W/2
	}
	parts = append(parts, chart.Part{Do: "step.place", Page: p.ID, Places: arrange.Spread(p, []chart.Place{p.PlaceAt(first.ID, first.Lane, a), p.PlaceAt(second.ID, second.Lane, b)}, e.steps.RunsAcross())})
	if e.Apply(say.DidRowMove, parts...) {
		e.Select(id)
		e.row = id
		e.Say(say.RowMoved(rowName(second), rowName(first)))
	}
}

// RowOpen takes the row in which typing goes on, and what the field for the next step begins with.
func (e *Editor) RowOpen() (row, field string) {
	row, field, e.row, e.field = e.row, e.field, "", ""
	return row, field
}

// StepsInOrder are the steps in the order of their rows.
func (e *Editor) StepsInOrder() []*chart.Step {
	var out []*chart.Step
	for _, r := range e.Rows() {
		out = append(out, e.Page().Step(r.ID))
	}
	return out
}

// rowName is a step as the list tells it.
func rowName(s *chart.Step) string {
	if s.Number != "" {
		return s.Number
	}
	return "“" + say.OneLine(s.Text) + "”"
}
