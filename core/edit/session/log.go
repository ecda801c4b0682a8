package session

import (
	"strconv"

	"plaintracer/core/chart"
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
	whole     int          // counts those of the chart as a whole
	touched   map[string]int
}

// touch counts what a command changes, by pages.
func (l *log) touch(cmd chart.Command) {
	if l.touched == nil {
		l.touched = map[string]int{}
	}
	for _, d := range cmd.Parts {
		if d.Page == "" {
			l.whole++
		} else {
			l.touched[d.Page]++
		}
	}
}

// PageStatus counts changes of a page, and of the chart as a whole: a page of which it is the same is the same.
func (l *log) PageStatus(id string) int { return l.whole + l.touched[id] }

// NewID makes an id that no other window makes.
func (l *log) NewID(kind string) string {
	l.made++
	return kind + l.client + "-" + strconv.FormatInt(int64(l.made), 36)
}

// queue applies a command and keeps it for the server.
func (l *log) queue(cmd chart.Command) (inverse chart.Command, err error) {
	inverse, err = chart.Apply(l.chart, cmd)
	if err == nil {
		l.touch(cmd)
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
