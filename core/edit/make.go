package edit

import (
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/list"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// addStep is the part that puts a new step at r.
func (e *Editor) addStep(k symbol.Kind, r geom.Rect) (string, chart.Part) {
	id := e.NewID("s")
	return id, e.newStep(id, k, r)
}

func (e *Editor) newStep(id string, k symbol.Kind, r geom.Rect) chart.Part {
	pl := arrange.Settle(e.Page(), id, r)
	s := &chart.Step{ID: id, Symbol: k, Lane: pl.Lane, X: pl.X, Y: pl.Y, W: pl.W, H: pl.H, Look: e.Next.Look(k)}
	if k == symbol.OffPage {
		s.Text = flow.NewLetter(e.Chart(), e.Page())
	}
	return chart.Part{Do: "step.add", Page: e.PageID(), Step: s}
}

// meaning is what a connector between two symbols says, where that is plain.
func meaning(a, b symbol.Kind) chart.Meaning {
	switch {
	case a.Beside() || b.Beside():
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
	l := &chart.Connector{ID: e.NewID("c"), From: from, To: to, Meaning: meaning(fromKind, toKind), Kind: e.Next.Kind, Look: e.Next.LineLook()}
	if fromKind == symbol.Decision && l.Meaning.Way() {
		var taken []string
		for _, c := range p.Connectors {
			if c.From.Step == from.Step && c.Meaning.Way() {
				taken = append(taken, c.Outcome())
			}
		}
		if word := list.NextOutcome(taken); word != "" && len(taken) < 2 {
			l.Labels = []chart.Label{{Text: word}}
		}
	}
	return l.ID, chart.Part{Do: "line.add", Page: p.ID, Line: l}
}

// nextFree is where a symbol goes that is placed without pointing: after the
// selected step in reading direction, else at the page's first free place.
func (e *Editor) nextFree(r geom.Rect, aside bool) geom.Rect {
	p := e.Page()
	const gap = arrange.Gap
	others := e.rects(nil)
	if s := e.Only(); s != nil {
		at := e.Sheet().Shape(s.ID).Rect
		across := e.runsAcross()
		if aside {
			across = !across
		}
		if across {
			r.X, r.Y = at.Right()+gap, at.CY()-r.H/2
		} else {
			r.X, r.Y = at.CX()-r.W/2, at.Bottom()+gap
		}
		return arrange.Free(p, r, others, e.segments(), 24)
	}
	r.X, r.Y = 80, p.Frame.Y+24
	if len(p.Lanes) > 0 {
		l := p.Lanes[0]
		if at := p.Lane(e.Band()); at != nil {
			l = at
		}
		lane, head := p.LaneRect(l), p.HeadRect(l)
		if p.Down {
			r.X, r.Y = lane.CX()-r.W/2, head.Bottom()+40
		} else {
			r.X, r.Y = head.Right()+40, lane.CY()-r.H/2
		}
	}
	return arrange.Free(p, r, others, e.segments(), 24)
}

// connect glues two steps together, as the key g does.
func (e *Editor) connect(from, to *chart.Step) {
	id, part := e.addLine(chart.End{Step: from.ID}, chart.End{Step: to.ID}, from.Symbol, to.Symbol)
	if e.Apply(didConnect, part) {
		e.Select(id)
	}
}

// segments are the segments of all connectors, as boxes without breadth.
func (e *Editor) segments() []geom.Rect {
	var out []geom.Rect
	for i := range e.Sheet().Lines {
		pts := e.Sheet().Lines[i].Points
		for k := 0; k+1 < len(pts); k++ {
			out = append(out, geom.Span(pts[k], pts[k+1]))
		}
	}
	return out
}

// runsAcross reports whether the page's flow runs to the right, as it does in lanes, or
// downward.
func (e *Editor) runsAcross() bool { return len(e.Page().Lanes) > 0 && !e.Page().Down }

// withText are the parts that give a step its text with its runs. A process that asks becomes a
// decision; the symbol grows when the text does not fit, and what follows makes room.
func (e *Editor) withText(s *chart.Step, text string, runs []chart.Run) []chart.Part {
	k, size := s.Symbol, geom.Rect{}
	parts := []chart.Part{{Do: "step.set", Page: e.PageID(), ID: s.ID, Text: &text}}
	if len(runs) > 0 || len(s.Runs) > 0 {
		parts[0].Runs = &runs
	}
	if k == symbol.Process && strings.HasSuffix(strings.TrimSpace(text), "?") {
		k = symbol.Decision
		parts[0].Symbol = &k
		size = e.Next.Size(k)
		parts = append(parts, e.labelWays(s)...)
	}
	to := *s
	to.Symbol, to.Text, to.Runs = k, text, runs
	if places := e.reshape(s, &to, size); len(places) > 0 {
		parts = append(parts, chart.Part{Do: "step.place", Page: e.PageID(), Places: places})
	}
	return parts
}

// reshape is the place of a step that becomes another, of a size (none to keep it),
// and the places of those that give way. Along the flow its start stays where it is,
// across it its middle, so that it stays in line.
func (e *Editor) reshape(s, to *chart.Step, size geom.Rect) []chart.Place {
	p, across := e.Page(), e.runsAcross()
	was := style.Text(e.Page(), s).Box(s.Symbol, p.StepRect(s), s.Text) // as it is drawn, whatever is shown meanwhile
	if size.W == 0 {
		size = was
	}
	now := was
	now.W, now.H = style.Text(e.Page(), to).Grow(to.Symbol, size.W, size.H, to.Text)
	if now == p.StepRect(s) {
		return nil
	}
	if across {
		now.Y = was.CY() - now.H/2
	} else {
		now.X = was.CX() - now.W/2
	}
	now, moved := arrange.Grown(p, s.ID, s.Lane, was, now, across)
	at := arrange.Settle(p, s.ID, now)
	if at.Lane != s.Lane {
		at = p.PlaceAt(s.ID, s.Lane, now)
	}
	return append(moved, at)
}

// reshapeAll are the parts that place steps which become others, and those that give way.
func (e *Editor) reshapeAll(to []chart.Step, size func(*chart.Step) geom.Rect) []chart.Part {
	place := chart.Part{Do: "step.place", Page: e.PageID()}
	at := map[string]int{}
	for i := range to {
		for _, pl := range e.reshape(e.Page().Step(to[i].ID), &to[i], size(&to[i])) {
			if k, ok := at[pl.ID]; ok {
				place.Places[k] = pl
				continue
			}
			at[pl.ID] = len(place.Places)
			place.Places = append(place.Places, pl)
		}
	}
	if len(place.Places) == 0 {
		return nil
	}
	return []chart.Part{place}
}

// sizeKept lets steps keep their size where it is enough.
func sizeKept(*chart.Step) geom.Rect { return geom.Rect{} }

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
			parts = append(parts, chart.Part{Do: "line.set", Page: e.PageID(), ID: c.ID, Labels: &l})
		}
		n++
	}
	return parts
}

// setSymbol makes the selected steps another symbol.
func (e *Editor) setSymbol(k symbol.Kind) {
	info, ok := symbol.Of(k)
	if !ok {
		return
	}
	var parts []chart.Part
	var to []chart.Step
	for _, s := range e.free(e.Steps()) {
		if s.Symbol == k {
			continue
		}
		next := *s
		next.Symbol = k
		parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Symbol: &k})
		if off := e.offGround(s, k); len(off) > 0 {
			parts = append(parts, off...)
		} else {
			to = append(to, next)
		}
		if k == symbol.Decision {
			parts = append(parts, e.labelWays(s)...)
		}
	}
	parts = append(parts, e.reshapeAll(to, func(*chart.Step) geom.Rect { return e.Next.Size(k) })...)
	e.Apply(didMake(info.Name), parts...)
}

// allAre reports whether all selected steps are of one symbol.
func (e *Editor) allAre(k symbol.Kind) bool {
	for _, s := range e.Steps() {
		if s.Symbol != k {
			return false
		}
	}
	return len(e.Steps()) > 0
}

// moveTo is the part that brings steps to the boxes given.
func (e *Editor) moveTo(bs []arrange.Box) chart.Part {
	part := chart.Part{Do: "step.place", Page: e.PageID()}
	for _, b := range bs {
		part.Places = append(part.Places, arrange.Settle(e.Page(), b.ID, b.Rect))
	}
	return part
}

// boxes are the selected steps as drawn that are not locked.
func (e *Editor) boxes() []arrange.Box {
	var out []arrange.Box
	for _, sh := range e.Sheet().Steps {
		if e.Selected(sh.Step.ID) && !sh.Step.Locked {
			out = append(out, arrange.Box{ID: sh.Step.ID, Rect: sh.Rect})
		}
	}
	return out
}

// nudge moves the selected steps by keys.
func (e *Editor) nudge(dx, dy float64) {
	bs := e.boxes()
	if e.free(e.Steps()); len(bs) == 0 {
		return
	}
	for i := range bs {
		bs[i].Rect.X += dx
		bs[i].Rect.Y += dy
	}
	e.Apply(didMove, e.moveTo(bs))
}

// remove deletes what is selected; connectors of deleted steps go with them.
func (e *Editor) remove() {
	p := e.Page()
	var parts []chart.Part
	away := map[string]bool{}
	free := e.free(e.Steps())
	for _, s := range free {
		away[s.ID] = true
	}
	for _, c := range p.Connectors {
		if e.Selected(c.ID) || away[c.From.Step] || away[c.To.Step] {
			parts = append(parts, chart.Part{Do: "line.drop", Page: p.ID, ID: c.ID})
		}
	}
	for _, s := range free {
		parts = append(parts, chart.Part{Do: "step.drop", Page: p.ID, ID: s.ID})
	}
	gap := e.gapLeft()
	if e.Apply(didDelete, parts...) && gap != nil {
		e.gap = left{gap, e.PageID(), e.Commands()}
	}
}

// chain connects the selected steps, each to the next one, in the order in which they were picked.
func (e *Editor) chain() {
	var parts []chart.Part
	ss := e.InOrder()
	for i := 1; i < len(ss); i++ {
		if e.connected(ss[i-1].ID, ss[i].ID) {
			continue
		}
		_, line := e.addLine(chart.End{Step: ss[i-1].ID}, chart.End{Step: ss[i].ID}, ss[i-1].Symbol, ss[i].Symbol)
		parts = append(parts, line)
	}
	if !e.Apply(didChain, parts...) {
		e.Say(sayChained)
	}
}

func (e *Editor) connected(from, to string) bool {
	for _, c := range e.Page().Connectors {
		if c.From.Step == from && c.To.Step == to {
			return true
		}
	}
	return false
}

// rects are the steps of the work as drawn, but for some.
func (e *Editor) rects(but func(id string) bool) []geom.Rect {
	var out []geom.Rect
	for _, sh := range e.Sheet().Steps {
		if !sh.Step.Behind() && (but == nil || !but(sh.Step.ID)) {
			out = append(out, sh.Rect)
		}
	}
	return out
}
