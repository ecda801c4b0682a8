package edit

import (
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/sheet"
)

// Chart is the chart as this window has it.
func (e *Editor) Chart() *chart.Chart { return e.chart }

// Page is the page that is shown.
func (e *Editor) Page() *chart.Page {
	if p := e.chart.Page(e.page); p != nil {
		return p
	}
	e.page = e.chart.Pages[0].ID
	return e.chart.Pages[0]
}

// PageID names it.
func (e *Editor) PageID() string { return e.Page().ID }

// PageAt is its index.
func (e *Editor) PageAt() int { return slices.Index(e.chart.Pages, e.Page()) }

// Sheet is the page's geometry as shown.
func (e *Editor) Sheet() *sheet.Sheet { return e.view.of(e.chart, e.Page()) }

// AsIs is how the page is drawn without what a gesture would do.
func (e *Editor) AsIs() *sheet.Before { return e.view.asIs(e.chart, e.Page()) }

// Steps are the selected steps in page order; Lines the selected connectors.
func (e *Editor) Steps() []*chart.Step      { return e.selection.steps(e.Page()) }
func (e *Editor) Lines() []*chart.Connector { return e.selection.lines(e.Page()) }

// Only is the only selected step; nil when there is none or more.
func (e *Editor) Only() *chart.Step {
	if ss := e.Steps(); len(ss) == 1 {
		return ss[0]
	}
	return nil
}

// InOrder are the selected steps: first those that were picked one by one, in that order.
func (e *Editor) InOrder() []*chart.Step { return e.selection.inOrder(e.Page()) }

// Apply applies a command, keeps it for undo and for the server. Lanes and sheet
// are made large enough for what it does. It reports whether it was done.
func (e *Editor) Apply(words string, parts ...chart.Part) bool {
	return len(parts) > 0 && e.ApplyAnew(nil, words, parts...)
}

// ApplyAnew is Apply, in which some connectors find their ways anew; that may be all of it.
func (e *Editor) ApplyAnew(lines []*chart.Connector, words string, parts ...chart.Part) bool {
	cmd := e.complete(chart.Command{Words: words, Parts: parts}, lines)
	if len(cmd.Parts) == 0 {
		return false
	}
	return e.commitDone(cmd)
}

// ApplyToPages does what changes pages themselves: nothing on them makes room for it.
func (e *Editor) ApplyToPages(words string, parts ...chart.Part) bool {
	e.Keep()
	e.Cancel()
	return e.commitDone(chart.Command{Words: words, Parts: parts})
}

func (e *Editor) commitDone(cmd chart.Command) bool {
	inv, ok := e.commit(cmd)
	if ok {
		e.done(inv)
	}
	return ok
}

// Try applies a command to a copy of the page, in a chart with that page alone; nil where it
// does not fit.
func (e *Editor) Try(cmd chart.Command) *chart.Chart {
	c := &chart.Chart{Name: e.chart.Name, Pages: []*chart.Page{e.Page().CloneFor(cmd)}}
	if _, err := chart.Apply(c, cmd); err != nil {
		return nil
	}
	return c
}

// withRoom adds to a command what makes room for what it does, and tries it; nil where it
// does not fit.
func (e *Editor) withRoom(cmd chart.Command) (chart.Command, *chart.Chart) {
	tried := e.Try(cmd)
	if tried == nil || len(tried.Pages) == 0 {
		return cmd, nil
	}
	if room := arrange.Room(tried.Pages[0]); len(room) > 0 {
		cmd.Parts = append(cmd.Parts, room...)
		tried = e.Try(cmd)
	}
	return cmd, tried
}

// complete adds to a command also the ways that connectors then run, so that they stay there
// until something concerns them. Those named find their ways anew.
func (e *Editor) complete(cmd chart.Command, anew []*chart.Connector) chart.Command {
	tried := &chart.Chart{Name: e.chart.Name, Pages: []*chart.Page{e.Page()}}
	if len(cmd.Parts) > 0 {
		if cmd, tried = e.withRoom(cmd); tried == nil {
			return cmd // commit says why
		}
	}
	p := tried.Pages[0]
	if ways := e.comp.ComposeAfter(e.AsIs().But(anew), tried, p).Ways(); len(ways) > 0 {
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	return cmd
}

// commit applies a command and queues it for the server; refused, it says why.
func (e *Editor) commit(cmd chart.Command) (inverse chart.Command, ok bool) {
	inv, err := e.queue(cmd)
	if err != nil {
		e.Say(sayCouldNot(cmd.Words, chart.Words(err)))
		return chart.Command{}, false
	}
	e.preview = nil // what a gesture showed is now so, or is not to be
	e.changed()
	return inv, true
}

// changed forgets what was derived from the chart, and selections of things
// that are gone.
func (e *Editor) changed() {
	e.status++
	e.forget()
	e.prune(e.Page())
	for _, d := range e.doings {
		d.Changed()
	}
}

// Preview shows what a command would do, or with nil the page as it is.
func (e *Editor) Preview(cmd *chart.Command) {
	if cmd == nil {
		e.unshow()
	} else if c := e.Try(*cmd); c != nil {
		e.showTried(c)
	}
}

// PreviewWithRoom shows what a command would do, and what makes room for it.
func (e *Editor) PreviewWithRoom(cmd chart.Command) {
	if _, tried := e.withRoom(cmd); tried != nil {
		e.showTried(tried)
	}
}

// showTried shows the page as a command would make it, tried.
func (e *Editor) showTried(tried *chart.Chart) {
	e.AsIs()
	e.preview, e.naming, e.stale = tried.Pages[0], tried.Name, true
}

// Previews reports whether the page is shown as something under way would make it.
func (e *Editor) Previews() bool { return e.preview != nil }

// Composed is the page's geometry where it shows the chart, nil where it is to be composed anew.
func (e *Editor) Composed() *sheet.Sheet {
	if e.stale {
		return nil
	}
	return e.sheet
}

// ComposeUnseen composes the page as a command would make it, and shows nothing of it.
func (e *Editor) ComposeUnseen(cmd chart.Command) {
	shown := e.sheet
	e.Preview(&cmd)
	e.Sheet()
	e.preview, e.sheet = nil, shown
}

// Tell takes what header, footer and title block tell that is not in the chart.
func (e *Editor) Tell(t sheet.Told) {
	e.view.told, e.comp.Told = t, t
	e.forget()
}

// ShowPage shows another page.
func (e *Editor) ShowPage(id string) {
	if e.chart.Page(id) == nil || id == e.page {
		return
	}
	e.Keep()
	e.Cancel()
	e.Select()
	e.page = id
	e.Afresh()
	e.status++
}

// Seek shows the page on which a step or a connector is: comments and finds lead there, too.
func (e *Editor) Seek(id string) {
	has := func(p *chart.Page) bool { return p.Step(id) != nil || p.Connector(id) != nil }
	if has(e.Page()) {
		return
	}
	if i := slices.IndexFunc(e.chart.Pages, has); i >= 0 {
		e.ShowPage(e.chart.Pages[i].ID)
	}
}

// followTo shows the page that a command was about, where that is not the one shown.
func (e *Editor) followTo(cmd chart.Command) {
	for _, d := range cmd.Parts {
		id := d.Page
		if d.Do == "page.add" {
			id = d.NewPage.ID
		}
		if id == e.page || d.Do == "page.order" || d.Do == "chart.set" {
			return
		}
		if e.chart.Page(id) != nil {
			e.ShowPage(id)
			return
		}
	}
}
