package session

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/sheet"
)

// Preview shows what a command would do, or with nil the page as it is.
func (s *Session) Preview(cmd *chart.Command) {
	if cmd == nil {
		s.unshow()
	} else if c := s.Try(*cmd); c != nil {
		s.showTried(c)
	}
}

// PreviewWithRoom shows what a command would do, and what makes room for it.
func (s *Session) PreviewWithRoom(cmd chart.Command) {
	if _, tried := s.withRoom(cmd); tried != nil {
		s.showTried(tried)
	}
}

// showTried shows the page as a command would make it, tried.
func (s *Session) showTried(tried *chart.Chart) {
	s.AsIs()
	s.preview, s.naming, s.stale = tried.Pages[0], tried.Name, true
}

// Previews reports whether the page is shown as something under way would make it.
func (s *Session) Previews() bool { return s.preview != nil }

// Composed is the page's geometry where it shows the chart, nil where it is to be composed anew.
func (s *Session) Composed() *sheet.Sheet {
	if s.stale {
		return nil
	}
	return s.sheet
}

// ComposeUnseen composes the page as a command would make it, and shows nothing of it.
func (s *Session) ComposeUnseen(cmd chart.Command) {
	shown := s.sheet
	s.Preview(&cmd)
	s.Sheet()
	s.preview, s.sheet = nil, shown
}

// Tell takes what header, footer and title block tell that is not in the chart.
func (s *Session) Tell(t sheet.Told) {
	s.view.told, s.comp.Told = t, t
	s.forget()
}

// ShowPage shows another page.
func (s *Session) ShowPage(id string) {
	if s.chart.Page(id) == nil || id == s.page {
		return
	}
	s.Keep()
	s.Cancel()
	s.Select()
	s.page = id
	s.Afresh()
	s.status++
}

// Seek shows the page on which a step or a connector is: comments and finds lead there, too.
func (s *Session) Seek(id string) {
	has := func(p *chart.Page) bool { return p.Step(id) != nil || p.Connector(id) != nil }
	if has(s.Page()) {
		return
	}
	if i := slices.IndexFunc(s.chart.Pages, has); i >= 0 {
		s.ShowPage(s.chart.Pages[i].ID)
	}
}

// followTo shows the page that a command was about, where that is not the one shown.
func (s *Session) followTo(cmd chart.Command) {
	for _, d := range cmd.Parts {
		id := d.Page
		if d.Do == "page.add" {
			id = d.NewPage.ID
		}
		if id == s.page || d.Do == "page.order" || d.Do == "chart.set" {
			return
		}
		if s.chart.Page(id) != nil {
			s.ShowPage(id)
			return
		}
	}
}

// Cancel ends what is under way without a change.
func (s *Session) Cancel() {
	for _, d := range s.doings.all {
		d.Cancel()
	}
	s.ask = nil
	s.Preview(nil)
}

// follow shows what is under way on the chart as it now is.
func (s *Session) follow() {
	if d := s.doing(); d != nil {
		d.Follow()
	} else { // a row is shown as typed again with its next letter
		s.Preview(nil)
	}
}

// ApplyToPages does what changes pages themselves: nothing on them makes room for it.
func (s *Session) ApplyToPages(words string, parts ...chart.Part) bool {
	s.Keep()
	s.Cancel()
	return s.commitDone(chart.Command{Words: words, Parts: parts})
}
