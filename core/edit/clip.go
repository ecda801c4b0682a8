package edit

import (
	"encoding/json"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// part is what copy puts on the clipboard: steps in page coordinates and the
// connectors between them.
type part struct {
	Format string             `json:"format"`
	Steps  []*chart.Step      `json:"steps"`
	Lines  []*chart.Connector `json:"lines"`
}

const partFormat = "plain-tracer-part"

// fragment takes the selected steps, in page coordinates, and the connectors
// that are glued among them.
func (e *Editor) fragment() part {
	p := e.Page()
	f := part{Format: partFormat}
	in := map[string]bool{}
	for _, s := range e.steps() {
		c := *s
		c.Y, c.Lane, c.Number = p.StepRect(s).Y, "", ""
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

// copy keeps the selection for the clipboard.
func (e *Editor) copy() {
	if len(e.steps()) == 0 {
		e.notice = "Select steps to copy."
		return
	}
	e.clip = quote(e.fragment())
}

// paste adds steps from clipboard text; other text becomes a step of its own.
func (e *Editor) paste(text string) {
	var f part
	if json.Unmarshal([]byte(text), &f) != nil || f.Format != partFormat || len(f.Steps) == 0 {
		e.notice = "The clipboard holds no steps. Copy steps first, here or in another chart."
		return
	}
	// Beside the originals, or farther where a copy stands there already.
	d, taken := 2*arrange.Grid, map[geom.Point]bool{}
	for _, s := range e.Page().Steps {
		r := e.Page().StepRect(s)
		taken[geom.Pt(r.X, r.Y)] = true
	}
	for n := 0; n < 100 && taken[geom.Pt(f.Steps[0].X+d, f.Steps[0].Y+d)]; n++ {
		d += 2 * arrange.Grid
	}
	if parts, ids := e.copies(f, d, d); e.do("paste", parts...) {
		e.selectOnly(ids...)
	}
}

func (e *Editor) duplicate() {
	if len(e.steps()) == 0 {
		e.notice = "Select steps to duplicate."
		return
	}
	if parts, ids := e.copies(e.fragment(), 2*arrange.Grid, 2*arrange.Grid); e.do("duplicate", parts...) {
		e.selectOnly(ids...)
	}
}

// copies are the parts that add a fragment moved by (dx, dy), under new ids.
func (e *Editor) copies(f part, dx, dy float64) (parts []chart.Part, ids []string) {
	p := e.Page()
	ren := map[string]string{}
	for _, s := range f.Steps {
		c := *s
		c.ID = e.newID("s")
		ren[s.ID] = c.ID
		pl := arrange.Settle(p, c.ID, geom.Rect{X: s.X + dx, Y: s.Y + dy, W: s.W, H: s.H})
		c.Lane, c.X, c.Y = pl.Lane, pl.X, pl.Y
		parts = append(parts, chart.Part{Do: "step.add", Page: p.ID, Step: &c})
		ids = append(ids, c.ID)
	}
	for _, l := range f.Lines {
		c := *l
		c.ID = e.newID("c")
		c.From.Step, c.To.Step = ren[l.From.Step], ren[l.To.Step]
		parts = append(parts, chart.Part{Do: "line.add", Page: p.ID, Line: &c})
	}
	return parts, ids
}
