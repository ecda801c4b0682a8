package edit

import (
	"slices"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// addStep is the part that puts a new step at r.
func (e *Editor) addStep(k symbol.Kind, r geom.Rect) (string, chart.Part) {
	p := e.Page()
	id := e.newID("s")
	pl := arrange.Settle(p, id, r)
	return id, chart.Part{Do: "step.add", Page: p.ID, Step: &chart.Step{ID: id, Symbol: k, Lane: pl.Lane, X: pl.X, Y: pl.Y, W: pl.W, H: pl.H}}
}

// meaning is what a connector between two symbols says, where that is plain.
func meaning(a, b symbol.Kind) chart.Meaning {
	switch {
	case a == symbol.Annotation || b == symbol.Annotation:
		return chart.Note
	case a.Store() || b.Store():
		return chart.Data
	}
	return chart.Flow
}

// addLine is the part that connects two ends. from is the symbol at the start
// ("" when loose); the first two ways out of a decision are yes and no.
func (e *Editor) addLine(from, to chart.End, fromKind, toKind symbol.Kind) (string, chart.Part) {
	p := e.Page()
	l := &chart.Connector{ID: e.newID("c"), From: from, To: to, Meaning: meaning(fromKind, toKind), Kind: e.style.kind, Look: e.style.look}
	if fromKind == symbol.Decision && l.Meaning.Way() {
		var taken []string
		for _, c := range p.Connectors {
			if c.From.Step == from.Step && c.Meaning.Way() {
				taken = append(taken, c.Outcome())
			}
		}
		if len(taken) < 2 {
			word := "yes"
			if len(taken) == 1 && strings.EqualFold(taken[0], "yes") {
				word = "no"
			}
			l.Labels = []chart.Label{{Text: word}}
		}
	}
	return l.ID, chart.Part{Do: "line.add", Page: p.ID, Line: l}
}

// PlaceSymbol puts the symbol in the hand at r and selects it.
func (e *Editor) placeSymbol(r geom.Rect) {
	k := e.hand
	e.hand = ""
	id, part := e.addStep(k, r)
	info, _ := symbol.Of(k)
	parts := []chart.Part{part}
	if l := e.lineUnder(e.Sheet(), "", r); l != nil {
		parts = append(parts, e.insertion(l.Line, id)...)
	}
	if e.do("add "+strings.ToLower(info.Name), parts...) {
		e.last[k] = geom.Rect{W: r.W, H: r.H}
		e.selectOnly(id)
	}
}

// nextFree is where a symbol goes that is placed without pointing: after the
// selected step in reading direction, else at the page's first free place.
func (e *Editor) nextFree(k symbol.Kind, aside bool) geom.Rect {
	r, p := e.size(k), e.Page()
	const gap = 48
	others := e.rects(nil)
	if s := e.one(); s != nil {
		at := e.Sheet().Shape(s.ID).Rect
		across := len(p.Lanes) > 0
		if aside {
			across = !across
		}
		if across {
			r.X, r.Y = at.Right()+gap, at.CY()-r.H/2
		} else {
			r.X, r.Y = at.CX()-r.W/2, at.Bottom()+gap
		}
		return arrange.Free(r, others, 24)
	}
	r.X, r.Y = 80, p.Frame.Y+24
	if len(p.Lanes) > 0 {
		r.X = p.Frame.X + chart.LaneHead + 40
		l := p.Lanes[0]
		if e.lane != "" {
			l = p.Lane(e.lane)
		}
		r.Y = p.LaneTop(l.ID) + (l.Size-r.H)/2
	}
	return arrange.Free(r, others, 24)
}

// NextStep adds a step after the selected one, connected and open for typing;
// aside is another way out.
func (e *Editor) nextStep(aside bool) {
	s := e.one()
	if s == nil {
		e.notice = "Select one step first; the next one is connected to it."
		return
	}
	r := e.nextFree(symbol.Process, aside)
	words := "next step"
	if aside {
		words = "another way out"
	}
	id, add := e.addStep(symbol.Process, r)
	_, line := e.addLine(chart.End{Step: s.ID}, chart.End{Step: id}, s.Symbol, symbol.Process)
	if e.do(words, add, line) {
		e.selectOnly(id)
		e.typeOnStep(id)
	}
}

// connect glues two steps together, as the key g does.
func (e *Editor) connect(from, to *chart.Step) {
	id, part := e.addLine(chart.End{Step: from.ID}, chart.End{Step: to.ID}, from.Symbol, to.Symbol)
	if e.do("connect", part) {
		e.selectOnly(id)
	}
}

// setText gives a step its text. A process that asks becomes a decision; the
// symbol grows when the text does not fit.
func (e *Editor) setText(id, text string) {
	p := e.Page()
	s := p.Step(id)
	if s == nil || s.Text == text {
		return
	}
	set := chart.Part{Do: "step.set", Page: p.ID, ID: id, Text: &text}
	parts := []chart.Part{set}
	r, k := p.StepRect(s), s.Symbol
	if k == symbol.Process && strings.HasSuffix(strings.TrimSpace(text), "?") {
		k = symbol.Decision
		parts[0].Symbol = &k
		size := e.size(k)
		r = geom.Rect{X: r.CX() - size.W/2, Y: r.CY() - size.H/2, W: size.W, H: size.H}
		parts = append(parts, e.labelWays(s)...)
	}
	if box := typeset.Box(k, r, text); box != p.StepRect(s) {
		parts = append(parts, chart.Part{Do: "step.place", Page: p.ID, Places: []chart.Place{arrange.Settle(p, id, box)}})
	}
	e.do("type", parts...)
}

// labelWays labels the first two ways out of a step that becomes a decision.
func (e *Editor) labelWays(s *chart.Step) []chart.Part {
	var parts []chart.Part
	n := 0
	for _, c := range e.Page().Connectors {
		if c.From.Step != s.ID || !c.Meaning.Way() {
			continue
		}
		if n < 2 && len(c.Labels) == 0 {
			l := []chart.Label{{Text: [2]string{"yes", "no"}[n]}}
			parts = append(parts, chart.Part{Do: "line.set", Page: e.page, ID: c.ID, Labels: &l})
		}
		n++
	}
	return parts
}

// setSymbol makes the selected steps another symbol, about their middles.
func (e *Editor) setSymbol(k symbol.Kind) {
	p := e.Page()
	info, ok := symbol.Of(k)
	if !ok {
		return
	}
	place := chart.Part{Do: "step.place", Page: p.ID}
	var parts []chart.Part
	for _, s := range e.steps() {
		if s.Symbol == k {
			continue
		}
		parts = append(parts, chart.Part{Do: "step.set", Page: p.ID, ID: s.ID, Symbol: &k})
		size, r := e.size(k), p.StepRect(s)
		box := typeset.Box(k, geom.Rect{X: r.CX() - size.W/2, Y: r.CY() - size.H/2, W: size.W, H: size.H}, s.Text)
		place.Places = append(place.Places, arrange.Settle(p, s.ID, box))
		if k == symbol.Decision {
			parts = append(parts, e.labelWays(s)...)
		}
	}
	if len(parts) > 0 {
		e.do("make it a "+strings.ToLower(info.Name), append(parts, place)...)
	}
}

// moveTo is the part that brings steps to the boxes given.
func (e *Editor) moveTo(bs []arrange.Box) chart.Part {
	part := chart.Part{Do: "step.place", Page: e.page}
	for _, b := range bs {
		part.Places = append(part.Places, arrange.Settle(e.Page(), b.ID, b.Rect))
	}
	return part
}

// boxes are the selected steps as drawn.
func (e *Editor) boxes() []arrange.Box {
	var out []arrange.Box
	for _, sh := range e.Sheet().Steps {
		if e.selected[sh.Step.ID] {
			out = append(out, arrange.Box{ID: sh.Step.ID, Rect: sh.Rect})
		}
	}
	return out
}

// nudge moves the selected steps by keys.
func (e *Editor) nudge(dx, dy float64) {
	bs := e.boxes()
	if len(bs) == 0 {
		return
	}
	for i := range bs {
		bs[i].Rect.X += dx
		bs[i].Rect.Y += dy
	}
	e.do("move", e.moveTo(bs))
}

// remove deletes what is selected; connectors of deleted steps go with them.
func (e *Editor) remove() {
	p := e.Page()
	var parts []chart.Part
	for _, c := range p.Connectors {
		if e.selected[c.ID] || e.selected[c.From.Step] || e.selected[c.To.Step] {
			parts = append(parts, chart.Part{Do: "line.drop", Page: p.ID, ID: c.ID})
		}
	}
	for _, s := range e.steps() {
		parts = append(parts, chart.Part{Do: "step.drop", Page: p.ID, ID: s.ID})
	}
	gap := e.gapLeft()
	if e.do("delete", parts...) && gap != nil {
		e.gap = gap
	}
}

// setLabel gives the label that was typed on its text; empty takes it away.
func (e *Editor) setLabel(t *Typing, text string) {
	c := e.Page().Connector(t.ID)
	text = strings.TrimSpace(text)
	if c == nil {
		return
	}
	ls := append([]chart.Label{}, c.Labels...)
	switch new := t.label >= len(ls); {
	case new && text == "" || !new && ls[t.label].Text == text:
		return
	case new:
		ls = append(ls, chart.Label{Text: text, Place: t.place})
	case text == "":
		ls = slices.Delete(ls, t.label, t.label+1)
	default:
		ls[t.label].Text = text
	}
	e.do("label", chart.Part{Do: "line.set", Page: e.page, ID: t.ID, Labels: &ls})
}
