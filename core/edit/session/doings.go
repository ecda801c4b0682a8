package session

// Doing is something under way that the chart may change under: typing, a drag. The session tells it of what
// concerns it; what the functions do they do at once.
type Doing struct {
	On      func() bool // it is under way
	Changed func()      // the chart is another, as its own commands or those of others make it
	Follow  func()      // shows itself on the chart as it now is
	Keep    func()      // ends it, and what was done so far is kept
	Cancel  func()      // ends it without a change
}

// Under adds what may be under way. Of several the first one that is on is shown.
func (s *Session) Under(d Doing) { s.doings = append(s.doings, d) }

// UnderWay reports whether anything is.
func (s *Session) UnderWay() bool { return s.doing() != nil }

func (s *Session) doing() *Doing {
	for i := range s.doings {
		if s.doings[i].On() {
			return &s.doings[i]
		}
	}
	return nil
}

// Keep ends what is under way and keeps what was typed.
func (s *Session) Keep() {
	for _, d := range s.doings {
		d.Keep()
	}
}

// Cancel ends what is under way without a change.
func (s *Session) Cancel() {
	for _, d := range s.doings {
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
