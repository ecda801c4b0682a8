// Package session is one window on a chart: the log of its commands and of those that others made, what can be undone,
// what is selected, what is shown of it. Every idea of the editor stands on it: it changes the chart by Apply, shows
// what it would do by Preview, and tells people things by Say.
package session

import (
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/sheet"
)

// Session is one window on a chart.
type Session struct {
	log
	selection
	history
	view
	doings
	told
}

// New opens a session on the chart as the server has it after command seq.
// client is unique among all windows: letters and digits.
func New(c *chart.Chart, seq int, client string) *Session {
	return &Session{
		log:       log{client: client, confirmed: c, seq: seq, chart: c.Clone()},
		selection: selection{selected: map[string]bool{}},
		view:      view{page: c.Pages[0].ID, stale: true},
	}
}

// Chart is the chart as this window has it.
func (s *Session) Chart() *chart.Chart { return s.chart }

// Page is the page that is shown.
func (s *Session) Page() *chart.Page {
	if p := s.chart.Page(s.page); p != nil {
		return p
	}
	s.page = s.chart.Pages[0].ID
	return s.chart.Pages[0]
}

// PageID names it.
func (s *Session) PageID() string { return s.Page().ID }

// PageAt is its index.
func (s *Session) PageAt() int { return slices.Index(s.chart.Pages, s.Page()) }

// Sheet is the page's geometry as shown.
func (s *Session) Sheet() *sheet.Sheet { return s.view.of(s.chart, s.Page()) }

// AsIs is how the page is drawn without what a gesture would do.
func (s *Session) AsIs() *sheet.Before { return s.view.asIs(s.chart, s.Page()) }

// Steps are the selected steps in page order; Lines the selected connectors.
func (s *Session) Steps() []*chart.Step { return s.selection.steps(s.Page()) }

func (s *Session) Lines() []*chart.Connector { return s.selection.lines(s.Page()) }

// Only is the only selected step; nil when there is none or more.
func (s *Session) Only() *chart.Step {
	if ss := s.Steps(); len(ss) == 1 {
		return ss[0]
	}
	return nil
}

// InOrder are the selected steps: first those that were picked one by one, in that order.
func (s *Session) InOrder() []*chart.Step { return s.selection.inOrder(s.Page()) }
