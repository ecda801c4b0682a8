package session

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// Receive takes a command from the server's log. It returns an error when one
// before it is missing: the window must ask for the log from Seq on.
func (s *Session) Receive(ev Event) error {
	s.Hear()
	if ev.Seq <= s.seq {
		return nil
	}
	if ev.Seq != s.seq+1 {
		return fmt.Errorf("command %d came after %d", ev.Seq, s.seq)
	}
	if _, err := chart.Apply(s.confirmed, ev.Command); err != nil {
		return fmt.Errorf("command %d does not fit the chart here: %w", ev.Seq, err)
	}
	s.seq = ev.Seq
	if ev.Client == s.client {
		if len(s.pending) > 0 && s.pending[0].N == ev.N {
			s.pending = s.pending[1:]
			return nil
		}
		for i, p := range s.pending { // out of order: one before was refused
			if p.N == ev.N {
				s.pending = append(s.pending[:i:i], s.pending[i+1:]...)
				break
			}
		}
		s.replay()
		return nil
	}
	if len(s.pending) == 0 {
		if _, err := chart.Apply(s.chart, ev.Command); err != nil {
			return err
		}
		s.touch(ev.Command)
		s.changed()
	} else {
		s.replay()
	}
	s.follow()
	return nil
}

// Refused takes back a command that the server did not accept.
func (s *Session) Refused(n int, why string) {
	s.Hear()
	for i, p := range s.pending {
		if p.N == n {
			s.pending = append(s.pending[:i:i], s.pending[i+1:]...)
			s.Say(say.TakenBack(p.Command.Words, why))
			s.replay()
			return
		}
	}
}

// replay rolls back to the server's chart and applies what is still pending.
// What no longer fits is dropped and named: the server refuses it as well.
func (s *Session) replay() {
	s.chart = s.confirmed.Clone()
	s.whole++
	kept := s.pending[:0:0]
	for _, p := range s.pending {
		if _, err := chart.Apply(s.chart, p.Command); err != nil {
			s.Say(say.TakenBack(p.Command.Words, chart.Words(err)))
		}
		kept = append(kept, p) // the server's answer clears it
	}
	s.pending = kept
	s.changed()
	s.follow()
}
