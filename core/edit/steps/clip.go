package steps

import (
	"encoding/json"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
)

// Fragment is what copy puts on the clipboard: steps in page coordinates and the
// connectors between them.
type Fragment struct {
	Format string             `json:"format"`
	Steps  []*chart.Step      `json:"steps"`
	Lines  []*chart.Connector `json:"lines"`
	Text   string             `json:"text,omitempty"` // as the list writes them, for other programs
}

// FragmentFormat marks a fragment among what else may be on the clipboard.
const FragmentFormat = "plain-tracer-part"

// Taken takes the selected steps, in page coordinates, and the connectors
// that are glued among them.
func (e *Editor) Taken() Fragment {
	p := e.Page()
	f := Fragment{Format: FragmentFormat}
	in := map[string]bool{}
	for _, s := range e.Steps() {
		c := *s
		at := p.StepRect(s)
		c.X, c.Y, c.Lane, c.Number = at.X, at.Y, "", ""
		f.Steps = append(f.Steps, &c)
		in[s.ID] = true
	}
	for _, c := range p.Connectors {
		if in[c.From.Step] && in[c.To.Step] {
			f.Lines = append(f.Lines, c)
		}
	}
	return f
}

// CopySelected keeps the selection for the clipboard.
func (e *Editor) CopySelected() {
	if len(e.Steps()) == 0 {
		e.Say(say.Sentence(say.WhyStep))
		return
	}
	e.Copy(session.Quote(e.Taken()))
}

// Duplicate copies the selected steps beside themselves.
func (e *Editor) Duplicate() {
	if parts, ids := e.Beside(e.Taken()); e.Apply(say.DidDuplicate, parts...) {
		e.Select(ids...)
	}
}

// Beside are the parts that add a fragment where there is room for it: at its own place,
// or else beside that.
func (e *Editor) Beside(f Fragment) (parts []chart.Part, ids []string) {
	var boxes []geom.Rect
	for _, s := range f.Steps {
		boxes = append(boxes, geom.Rect{X: s.X, Y: s.Y, W: s.W, H: s.H})
	}
	dx, dy := 0.0, 0.0
	others := e.Rects(nil)
	for _, b := range boxes {
		for _, o := range others {
			if b.Overlaps(o) {
				dx, dy = arrange.Beside(e.Page(), boxes, others, e.segments(), copyGap)
				return e.Copies(f, dx, dy)
			}
		}
	}
	return e.Copies(f, dx, dy)
}

// copyGap is what copies keep to what is there, px.
const copyGap = 24.0

// Copies are the parts that add a fragment moved by (dx, dy), under new ids.
func (e *Editor) Copies(f Fragment, dx, dy float64) (parts []chart.Part, ids []string) {
	p := e.Page()
	ren := map[string]string{}
	for _, s := range f.Steps {
		c := *s
		c.ID = e.NewID("s")
		ren[s.ID] = c.ID
		r := geom.Rect{X: s.X + dx, Y: s.Y + dy, W: s.W, H: s.H}
		pl := arrange.Settle(p, c.ID, r)
		if c.Locked, c.Held = false, slices.Clone(s.Held); c.Behind() {
			pl = arrange.Ground(p, c.ID, r)
		}
		c.Lane, c.X, c.Y = pl.Lane, pl.X, pl.Y
		for i, h := range c.Held {
			if ren[h.ID] == "" {
				ren[h.ID] = e.NewID("g")
			}
			c.Held[i].ID = ren[h.ID]
		}
		parts = append(parts, chart.Part{Do: "step.add", Page: p.ID, Step: &c})
		ids = append(ids, c.ID)
	}
	for _, l := range f.Lines {
		c := *l
		c.ID = e.NewID("c")
		c.From.Step, c.To.Step = ren[l.From.Step], ren[l.To.Step]
		parts = append(parts, chart.Part{Do: "line.add", Page: p.ID, Line: &c})
	}
	return parts, ids
}

// mostCopies is how many copies are made in one go.
const mostCopies = 50

// CopiesTyped leaves copies of the selected steps, and of the connectors between them, at the same
// distance from each other: {"n","dx","dy"}, as they are typed.
func (e *Editor) CopiesTyped(arg string) {
	var a struct {
		N      int
		DX, DY string
	}
	if json.Unmarshal([]byte(arg), &a) != nil || a.N < 1 || a.N > mostCopies {
		e.Say(say.HowMany)
		return
	}
	most := chart.MostSide * chart.MM
	dx, okX := e.LengthOf(a.DX, -most, most)
	dy, okY := e.LengthOf(a.DY, -most, most)
	if !okX || !okY || dx == 0 && dy == 0 {
		e.Say(say.NoDistance)
		return
	}
	f := e.Taken()
	var parts []chart.Part
	var ids []string
	for i := range a.N {
		more, made := e.Copies(f, dx*float64(i+1), dy*float64(i+1))
		parts, ids = append(parts, more...), append(ids, made...)
	}
	if e.Apply(say.DidCopy, parts...) {
		e.Select(ids...)
	}
}
