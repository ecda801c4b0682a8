package outline

import (
	"encoding/json"
	"slices"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/bands"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/list"
	"plaintracer/core/symbol"
)

// Paste adds steps from clipboard text; of other text each line becomes a step.
func (e *Editor) Paste(text string) {
	e.pasted = reading{}
	var f steps.Fragment
	if json.Unmarshal([]byte(text), &f) != nil || f.Format != steps.FragmentFormat || len(f.Steps) == 0 {
		e.pasteLines(text)
		return
	}
	if parts, ids := e.steps.Beside(f); e.Apply(say.DidPaste, parts...) {
		e.Select(ids...)
	}
}

// pasteLines makes steps of lines of text: on an empty page the whole chart, with its
// lanes, else steps beside what is there, after the selected one. What stands under a title becomes a
// page of its own. Of cells it asks first what the columns say.
func (e *Editor) pasteLines(text string) {
	if t, ok := list.ReadTable(text); ok {
		e.table = &t
		return
	}
	lines := list.Split(text)
	if len(list.Lines(text)) == 0 {
		e.Say(say.NoClip)
		return
	}
	made, err := list.Pages(lines, e.NewID)
	if err != nil {
		e.Say(say.Sentence(err.Error()))
		return
	}
	after := ""
	if s := e.Only(); s != nil {
		after = s.ID
	}
	if e.pastePages(made) {
		e.pasted = reading{lines, after, e.Undoable()}
		e.Doubted("0")
	}
}

// pastePages adds the pages of a list that was pasted behind the one that is shown; the first, if it has no title or this page is
// empty, to it. It reports whether they could be added.
func (e *Editor) pastePages(made []*chart.Page) (ok bool) {
	here, p := made[0], e.Page()
	if here.Title != "" && len(p.Steps)+len(p.Lanes) > 0 {
		here = nil
	}
	var add []chart.Part
	for _, n := range made {
		if at := e.PageAt() + 1 + len(add); n != here {
			add = append(add, chart.Part{Do: "page.add", NewPage: n, At: &at})
		}
	}
	if here != nil && here.Title != "" {
		add = append(add, chart.Part{Do: "page.set", Page: p.ID, Title: &here.Title})
	}
	e.AsOne(func() {
		if len(add) > 0 && !e.ApplyToPages(say.DidPaste, add...) {
			return
		}
		if here == nil {
			ok = true
			e.ShowPage(made[0].ID)
		} else if ok = e.pasteMade(here); !ok && len(add) > 0 {
			e.Unmake()
		}
	})
	return ok
}

// pasteMade adds the steps of a page that was made of what was pasted; it reports whether they could be added.
func (e *Editor) pasteMade(made *chart.Page) bool {
	p := e.Page()
	if len(p.Steps) > 0 || len(p.Lanes) > 0 {
		return e.pasteBeside(made)
	}
	parts := []chart.Part{{Do: "page.set", Page: p.ID, W: &made.W, H: &made.H, Sheet: made.Sheet, Setup: made.Setup, Frame: &made.Frame}}
	for _, g := range made.Groups {
		parts = append(parts, chart.Part{Do: "group.add", Page: p.ID, Group: g})
	}
	for _, s := range made.Stages {
		parts = append(parts, chart.Part{Do: "stage.add", Page: p.ID, Stage: s})
	}
	for _, l := range made.Lanes {
		parts = append(parts, chart.Part{Do: "lane.add", Page: p.ID, Lane: l})
	}
	for _, s := range made.Steps {
		parts = append(parts, chart.Part{Do: "step.add", Page: p.ID, Step: s})
	}
	for _, c := range made.Connectors {
		parts = append(parts, chart.Part{Do: "line.add", Page: p.ID, Line: c})
	}
	return e.Apply(say.DidPaste, parts...)
}

// pasteBeside adds them to what is there, behind the selected step. They stand in the lanes of their names; those that
// the page lacks are added, but a page without lanes gets none for it: there a field keeps who does it.
func (e *Editor) pasteBeside(made *chart.Page) bool {
	p := e.Page()
	f := steps.Fragment{Steps: made.Steps, Lines: made.Connectors}
	lanes := make([]*chart.Lane, len(f.Steps))
	all := slices.Clone(p.Lanes)
	var added []chart.Part
	kept := false
	for i, s := range f.Steps {
		switch l := made.Lane(s.Lane); {
		case l == nil:
		case len(p.Lanes) == 0:
			s.Fields, kept = append(s.Fields, chart.Field{Name: bands.RoleField, Value: l.Name}), true
		default:
			if lanes[i] = laneNamed(all, l.Name); lanes[i] == nil {
				lanes[i] = &chart.Lane{ID: e.NewID("l"), Name: l.Name, Size: bands.LaneSize(p)}
				all = append(all, lanes[i])
				added = append(added, chart.Part{Do: "lane.add", Page: p.ID, Lane: lanes[i]})
			}
		}
		s.Y, s.Lane, s.Number = made.StepRect(s).Y, "", "" // a number that others may have here
		if s.Symbol == symbol.Terminator {
			s.Symbol = symbol.Process // in the middle of a chart nothing begins
		}
	}
	after := e.Only()
	parts, ids := e.steps.Beside(f)
	e.intoLanes(parts, lanes)
	if after != nil {
		parts = append(parts, e.followedBy(after, f, ids)...)
	}
	ok := e.Apply(say.DidPaste, append(added, parts...)...)
	if ok {
		e.Select(ids...)
	}
	if ok && kept {
		e.Say(say.RolesKept, session.Answer{Words: say.WordMakeLanes, Do: "lane-names", Arg: strings.Join(e.bands.Proposed(), "\n")})
	}
	return ok
}

// laneNamed is the lane of a name; nil without one.
func laneNamed(lanes []*chart.Lane, name string) *chart.Lane {
	if i := slices.IndexFunc(lanes, func(l *chart.Lane) bool { return strings.EqualFold(l.Name, name) }); i >= 0 {
		return lanes[i]
	}
	return nil
}

// intoLanes puts steps that parts add into lanes, one for each part or nil, where they lie on nothing.
func (e *Editor) intoLanes(parts []chart.Part, lanes []*chart.Lane) {
	p := e.Page()
	var wanted []chart.Place
	added := map[string]*chart.Step{}
	for i, l := range lanes {
		s := parts[i].Step
		added[s.ID] = s
		if l == nil {
			wanted = append(wanted, chart.PlaceOf(s))
			continue
		}
		wanted = append(wanted, bands.InLane(p, s, l))
	}
	for _, pl := range arrange.Spread(p, wanted, !p.Down) {
		s := added[pl.ID]
		s.Lane, s.X, s.Y = pl.Lane, pl.X, pl.Y
	}
}

// followedBy are the parts that lead a step to the first of those that were pasted, and the last of those to
// where it went on; a decision gets another way out.
func (e *Editor) followedBy(s *chart.Step, f steps.Fragment, ids []string) []chart.Part {
	ways := e.lines.Ways(s)
	if len(ways) != 1 || s.Symbol == symbol.Decision {
		_, line := e.steps.AddLine(chart.End{Step: s.ID}, chart.End{Step: ids[0]}, s.Symbol, f.Steps[0].Symbol)
		return []chart.Part{line}
	}
	next := e.Page().Step(ways[0].To.Step)
	parts := []chart.Part{e.lines.Lead(ways[0], ids[0])}
	last := len(f.Steps) - 1
	for ; last >= 0; last-- { // the last one that goes nowhere yet
		on := slices.ContainsFunc(f.Lines, func(c *chart.Connector) bool { return c.From.Step == f.Steps[last].ID })
		if k := f.Steps[last].Symbol; !on && !k.Store() && !k.Beside() {
			break
		}
	}
	if last >= 0 && next != nil {
		_, line := e.steps.AddLine(chart.End{Step: ids[last]}, chart.End{Step: next.ID}, f.Steps[last].Symbol, next.Symbol)
		parts = append(parts, line)
	}
	return parts
}

// ReadOther pastes the list anew with such a line read the other way.
func (e *Editor) ReadOther(place string) {
	r := e.pasted
	d, _, _ := e.doubt(place)
	if d == nil {
		return
	}
	if e.Undoable() != r.undo || e.Last() != say.DidPaste {
		e.Say(say.PasteIsPast)
		return
	}
	e.Undo()
	if e.Select(); r.after != "" {
		e.Select(r.after)
	}
	lines := append([]string{}, r.lines...)
	lines[d.Line] = d.Text
	e.pasteLines(strings.Join(lines, "\n"))
}
