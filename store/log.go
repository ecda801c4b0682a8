package store

import (
	"database/sql"
	"encoding/json"
	"fmt"
	"sync"
	"time"

	"plaintracer/core/chart"
)

// document is a chart in memory, as it is after seq commands. It is only a
// copy: it can be dropped at any moment and read again.
type document struct {
	mu    sync.Mutex
	chart *chart.Chart
	seq   int
}

// Incoming is a command as a window sends it, numbered by the window.
type Incoming struct {
	N       int           `json:"n"`
	Command chart.Command `json:"command"`
}

// Logged is a command in a chart's log.
type Logged struct {
	Seq     int           `json:"seq"`
	Client  string        `json:"client"`
	N       int           `json:"n"`
	Command chart.Command `json:"command"`
}

// Result answers an Incoming: its place in the log, or why it was refused.
type Result struct {
	N       int    `json:"n"`
	Seq     int    `json:"seq,omitempty"`
	Refused string `json:"refused,omitempty"`
}

// snapshotEvery is how many commands are replayed at most when a chart is read.
const snapshotEvery = 200

func (s *Store) document(id string) *document {
	s.mu.Lock()
	defer s.mu.Unlock()
	d := s.open[id]
	if d == nil {
		d = &document{}
		s.open[id] = d
	}
	return d
}

// load brings d up to what is on disk.
func (s *Store) load(d *document, id string) error {
	if d.chart != nil {
		return nil
	}
	var snap []byte
	var seq int
	if err := s.r.QueryRow(`SELECT snapshot, snapshot_seq FROM charts WHERE id = ?`, id).Scan(&snap, &seq); err != nil {
		return none(err)
	}
	c, err := chart.Unmarshal(snap)
	if err != nil {
		return &ErrUnreadable{id, err}
	}
	log, err := s.Log(id, seq)
	if err != nil {
		return err
	}
	for _, l := range log {
		if _, err := chart.Apply(c, l.Command); err != nil {
			return &ErrUnreadable{id, fmt.Errorf("command %d: %w", l.Seq, err)}
		}
		seq = l.Seq
	}
	d.chart, d.seq = c, seq
	return nil
}

// Chart reads a chart as it is now, and how many commands made it so. The copy
// is the caller's.
func (s *Store) Chart(id string) (*chart.Chart, int, error) {
	d := s.document(id)
	d.mu.Lock()
	defer d.mu.Unlock()
	if err := s.load(d, id); err != nil {
		return nil, 0, err
	}
	return d.chart.Clone(), d.seq, nil
}

// Log reads the commands of a chart after one of them, in order.
func (s *Store) Log(id string, after int) ([]Logged, error) {
	rows, err := s.r.Query(`SELECT seq, client, n, body FROM commands WHERE chart = ? AND seq > ? ORDER BY seq`, id, after)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Logged
	for rows.Next() {
		var l Logged
		var body []byte
		if err := rows.Scan(&l.Seq, &l.Client, &l.N, &body); err != nil {
			return nil, err
		}
		if err := json.Unmarshal(body, &l.Command); err != nil {
			return nil, &ErrUnreadable{id, fmt.Errorf("command %d: %w", l.Seq, err)}
		}
		out = append(out, l)
	}
	return out, rows.Err()
}

// Append applies commands of one window to a chart and writes them to its log
// in one transaction. When it returns, they are on disk. A command that was
// sent before gets the answer that it got then; one that does not fit is
// refused and leaves the others standing. tell is called with what is new
// before any later command can be appended, so that it sees the log's order.
func (s *Store) Append(id, person, client string, in []Incoming, tell func([]Logged)) ([]Result, time.Time, error) {
	d := s.document(id)
	d.mu.Lock()
	defer d.mu.Unlock()
	if err := s.load(d, id); err != nil {
		return nil, time.Time{}, err
	}
	tx, err := s.w.Begin()
	if err != nil {
		return nil, time.Time{}, err
	}
	defer tx.Rollback()
	results, fresh, err := s.appendSafely(tx, d, id, person, client, in)
	if err == nil {
		err = tx.Commit()
	}
	if err != nil {
		d.chart = nil // it may have run ahead of the disk: read it again
		return nil, time.Time{}, err
	}
	if len(fresh) > 0 {
		tell(fresh)
	}
	return results, time.Now(), nil
}

// appendSafely is appendIn, in which a mistake of ours with a command that nobody thought
// of ends the request and nothing else: the chart in memory is read again from the log.
func (s *Store) appendSafely(tx *sql.Tx, d *document, id, person, client string, in []Incoming) (res []Result, fresh []Logged, err error) {
	defer func() {
		if r := recover(); r != nil {
			err = fmt.Errorf("chart %s: a command of %s cannot be applied: %v", id, client, r)
		}
	}()
	return s.appendIn(tx, d, id, person, client, in)
}

func (s *Store) appendIn(tx *sql.Tx, d *document, id, person, client string, in []Incoming) ([]Result, []Logged, error) {
	var onDisk int
	if err := tx.QueryRow(`SELECT seq FROM charts WHERE id = ?`, id).Scan(&onDisk); err != nil {
		return nil, nil, none(err)
	}
	if onDisk != d.seq {
		return nil, nil, fmt.Errorf("chart %s is at command %d on disk, at %d here", id, onDisk, d.seq)
	}
	results := make([]Result, 0, len(in))
	var fresh []Logged
	for _, c := range in {
		var seq int
		err := none(tx.QueryRow(`SELECT seq FROM commands WHERE chart = ? AND client = ? AND n = ?`, id, client, c.N).Scan(&seq))
		if err == nil {
			results = append(results, Result{N: c.N, Seq: seq})
			continue
		}
		if err != ErrNone {
			return nil, nil, err
		}
		if _, err := chart.Apply(d.chart, c.Command); err != nil {
			results = append(results, Result{N: c.N, Refused: err.Error()})
			continue
		}
		body, err := json.Marshal(c.Command)
		if err != nil {
			return nil, nil, err
		}
		d.seq++
		if _, err := tx.Exec(`INSERT INTO commands (chart, seq, client, n, person, body, at) VALUES (?, ?, ?, ?, ?, ?, ?)`, id, d.seq, client, c.N, person, body, now()); err != nil {
			return nil, nil, err
		}
		results = append(results, Result{N: c.N, Seq: d.seq})
		fresh = append(fresh, Logged{d.seq, client, c.N, c.Command})
	}
	if len(fresh) == 0 {
		return results, nil, nil
	}
	if _, err := tx.Exec(`UPDATE charts SET seq = ?, name = ?, changed = ?, changed_by = ? WHERE id = ?`, d.seq, d.chart.Name, now(), person, id); err != nil {
		return nil, nil, err
	}
	if d.seq/snapshotEvery > (d.seq-len(fresh))/snapshotEvery {
		b, err := chart.Marshal(d.chart)
		if err != nil {
			return nil, nil, err
		}
		if _, err := tx.Exec(`UPDATE charts SET snapshot = ?, snapshot_seq = ? WHERE id = ?`, b, d.seq, id); err != nil {
			return nil, nil, err
		}
	}
	return results, fresh, nil
}
