package steps

import (
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// WithText are the parts that give a step its text with its runs. A process that asks becomes a
// decision; the symbol grows when the text does not fit, and what follows makes room.
func (e *Editor) WithText(s *chart.Step, text string, runs []chart.Run) []chart.Part {
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
	p, across := e.Page(), e.RunsAcross()
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

// ReshapeAll are the parts that place steps which become others, and those that give way.
func (e *Editor) ReshapeAll(to []chart.Step, size func(*chart.Step) geom.Rect) []chart.Part {
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

// SizeKept lets steps keep their size where it is enough.
func SizeKept(*chart.Step) geom.Rect { return geom.Rect{} }

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

// SetSymbol makes the selected steps another symbol.
func (e *Editor) SetSymbol(k symbol.Kind) {
	info, ok := symbol.Of(k)
	if !ok {
		return
	}
	var parts []chart.Part
	var to []chart.Step
	for _, s := range e.Free(e.Steps()) {
		if s.Symbol == k {
			continue
		}
		next := *s
		next.Symbol = k
		parts = append(parts, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Symbol: &k})
		if off := e.OffGround(s, k); len(off) > 0 {
			parts = append(parts, off...)
		} else {
			to = append(to, next)
		}
		if k == symbol.Decision {
			parts = append(parts, e.labelWays(s)...)
		}
	}
	parts = append(parts, e.ReshapeAll(to, func(*chart.Step) geom.Rect { return e.Next.Size(k) })...)
	e.Apply(say.DidMake(info.Name), parts...)
}

// AllAre reports whether all selected steps are of one symbol.
func (e *Editor) AllAre(k symbol.Kind) bool {
	for _, s := range e.Steps() {
		if s.Symbol != k {
			return false
		}
	}
	return len(e.Steps()) > 0
}
