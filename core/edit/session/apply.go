package session

import (
	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// Apply applies a command, keeps it for undo and for the server. Lanes and sheet
// are made large enough for what it does. It reports whether it was done.
func (s *Session) Apply(words string, parts ...chart.Part) bool {
	return len(parts) > 0 && s.ApplyAnew(nil, words, parts...)
}

// ApplyAnew is Apply, in which some connectors find their ways anew; that may be all of it.
func (s *Session) ApplyAnew(lines []*chart.Connector, words string, parts ...chart.Part) bool {
	cmd := s.complete(chart.Command{Words: words, Parts: parts}, lines)
	if len(cmd.Parts) == 0 {
		return false
	}
	return s.commitDone(cmd)
}

func (s *Session) commitDone(cmd chart.Command) bool {
	inv, ok := s.commit(cmd)
	if ok {
		s.done(inv)
	}
	return ok
}

// Try applies a command to a copy of the page, in a chart with that page alone; nil where it
// does not fit.
func (s *Session) Try(cmd chart.Command) *chart.Chart {
	c := &chart.Chart{Name: s.chart.Name, Pages: []*chart.Page{s.Page().CloneFor(cmd)}}
	if _, err := chart.Apply(c, cmd); err != nil {
		return nil
	}
	return c
}

// withRoom adds to a command what makes room for what it does, and tries it; nil where it
// does not fit.
func (s *Session) withRoom(cmd chart.Command) (chart.Command, *chart.Chart) {
	tried := s.Try(cmd)
	if tried == nil || len(tried.Pages) == 0 {
		return cmd, nil
	}
	if room := arrange.Room(tried.Pages[0]); len(room) > 0 {
		cmd.Parts = append(cmd.Parts, room...)
		tried = s.Try(cmd)
	}
	return cmd, tried
}

// complete adds to a command also the ways that connectors then run, so that they stay there
// until something concerns them. Those named find their ways anew.
func (s *Session) complete(cmd chart.Command, anew []*chart.Connector) chart.Command {
	tried := &chart.Chart{Name: s.chart.Name, Pages: []*chart.Page{s.Page()}}
	if len(cmd.Parts) > 0 {
		if cmd, tried = s.withRoom(cmd); tried == nil {
			return cmd // commit says why
		}
	}
	p := tried.Pages[0]
	if ways := s.comp.ComposeAfter(s.AsIs().But(anew), tried, p).Ways(); len(ways) > 0 {
		cmd.Parts = append(cmd.Parts, chart.Part{Do: "line.ways", Page: p.ID, Ways: ways})
	}
	return cmd
}

// commit applies a command and queues it for the server; refused, it says why.
func (s *Session) commit(cmd chart.Command) (inverse chart.Command, ok bool) {
	inv, err := s.queue(cmd)
	if err != nil {
		s.Say(say.CouldNot(cmd.Words, chart.Words(err)))
		return chart.Command{}, false
	}
	s.preview = nil // what a gesture showed is now so, or is not to be
	s.changed()
	return inv, true
}

// changed forgets what was derived from the chart, and selections of things
// that are gone.
func (s *Session) changed() {
	s.status++
	s.forget()
	s.prune(s.Page())
	for _, d := range s.doings.all {
		d.Changed()
	}
}
