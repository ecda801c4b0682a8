package session

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// Undo takes back the last command of this window, Redo does it again.
func (s *Session) Undo() { s.Hear(); s.again(&s.undo, &s.redo, say.WhyNoUndo, say.WordUndo) }

func (s *Session) Redo() { s.Hear(); s.again(&s.redo, &s.undo, say.WhyNoRedo, say.WordRedo) }

// Unmake takes back the last command, of which nobody asked to do it again.
func (s *Session) Unmake() {
	s.Undo()
	s.redo = nil
}

// UndoInDrawer takes back the last command where it did what the words say, in the drawer that is open: what is
// typed there next takes its place.
func (s *Session) UndoInDrawer(words string) {
	if len(s.undo) > s.since && s.Last() == words {
		s.Undo()
	}
}

func (s *Session) again(from, to *[]chart.Command, none, verb string) {
	n := len(*from)
	if n == 0 {
		s.Say(say.Sentence(none))
		return
	}
	s.Cancel()
	cmd := (*from)[n-1]
	*from = (*from)[:n-1]
	inv, ok := s.commit(cmd)
	if !ok {
		s.Say(say.CannotAgain(verb, cmd.Words))
		return
	}
	*to = append(*to, inv)
	s.followTo(cmd)
}
