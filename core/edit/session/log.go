package session

import (
	"fmt"
	"strconv"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// Sent is a command of this window, numbered from 1.
type Sent struct {
	N       int           `json:"n"`
	Command chart.Command `json:"command"`
}

// Event is a command as the server has put it into the chart's log.
type Event struct {
	Seq     int           `json:"seq"`
	Client  string        `json:"client"`
	N       int           `json:"n"`
	Command chart.Command `json:"command"`
}

// log is what this window and the server have done, in the server's order as far as it has
// answered: confirmed follows the server's log alone, and pending is on top of it in chart.
type log struct {
	client string // names this window in ids and towards the server
	made   int    // ids made so far

	confirmed *chart.Chart // as the server has it
	seq       int          // of the last command in confirmed
	pending   []Sent       // applied here, not yet in confirmed
	sent      int          // N of the last command made
	chart     *chart.Chart // confirmed and pending
	status    int          // counts changes of the chart, so that the step list and the symbol key follow
}

// NewID makes an id that no other window makes.
func (l *log) NewID(kind string) string {
	l.made++
	return kind + l.client + "-" + strconv.FormatInt(int64(l.made), 36)
}

// queue applies a command and keeps it for the server.
func (l *log) queue(cmd chart.Command) (inverse chart.Command, err error) {
	inverse, err = chart.Apply(l.chart, cmd)
	if err == nil {
		l.sent++
		l.pending = append(l.pending, Sent{l.sent, cmd})
	}
	return inverse, err
}

// Commands counts what this window has done.
func (l *log) Commands() int { return l.sent }

// Status counts changes of the chart, by whomever.
func (l *log) Status() int { return l.status }

// Pending are the commands that the server has not confirmed, oldest first.
func (l *log) Pending() []Sent { return l.pending }

// Seq is the last command of the log that this window has.
func (l *log) Seq() int { return l.seq }

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
