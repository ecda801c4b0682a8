package store

import (
	"encoding/json"
	"errors"
	"fmt"
	"iter"
	"slices"
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

	snapshot int // bytes of its last snapshot
	since    int // bytes of the log since then
}

// Incoming is a command as a window sends it, numbered by the window.
type Incoming struct {
	N       int           `json:"n"`
	Command chart.Command `json:"command"`
}

// Numbers reports whether a command gives steps other numbers.
func (in Incoming) Numbers() bool {
	return slices.ContainsFunc(in.Command.Parts, func(d chart.Part) bool { return d.Number != nil })
}

// Logged is a command in a chart's log.
type Logged struct {
	Seq     int           `json:"seq"`
	Client  string        `json:"client"`
	N       int           `json:"n"`
	Command chart.Command `json:"command"`

	bytes int // on disk
}

// Result answers an Incoming: its place in the log, or why it was refused.
type Result struct {
	N       int    `json:"n"`
	Seq     int    `json:"seq,omitempty"`
	Refused string `json:"refused,omitempty"`
}

// A chart is read from its last snapshot and the commands after it: no more than snapshotEvery of them, and of
// snapshotBytes or as many bytes as the snapshot has.
const (
	snapshotEvery = 200
	snapshotBytes = 4 << 20
)

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
	s.loaded.Add(id, d)
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
		return errors.Join(&ErrUnreadable{id, err}, s.uncounted(id))
	}
	since := 0
	for l, err := range s.Log(id, seq) {
		if err == nil {
			if _, err = chart.Apply(c, l.Command); err != nil {
				err = &ErrUnreadable{id, fmt.Errorf("command %d: %w", l.Seq, err)}
			}
		}
		if err != nil {
			return errors.Join(err, s.uncounted(id))
		}
		seq, since = l.Seq, since+l.bytes
	}
	d.chart, d.seq, d.snapshot, d.since = c, seq, len(snap), since
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

// Log goes through the commands of a chart after one of them, in order. It is read in pieces, between which others are
// let to the database; nothing of it is kept.
func (s *Store) Log(id string, after int) iter.Seq2[Logged, error] {
	return func(yield func(Logged, error) bool) {
		for {
			piece, err := s.logPiece(id, after)
			for _, l := range piece {
				if !yield(l, nil) {
					return
				}
				after = l.Seq
			}
			if err != nil {
				yield(Logged{}, err)
			}
			if err != nil || len(piece) == 0 {
				return
			}
		}
	}
}

// logPiece reads as much of a log as is read at once; with an error what is before it.
func (s *Store) logPiece(id string, after int) ([]Logged, error) {
	rows, err := s.r.Query(`SELECT seq, client, n, body FROM commands WHERE chart = ? AND seq > ? ORDER BY seq LIMIT ?`, id, after, someRows)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Logged
	for size := 0; size < someBytes && rows.Next(); {
		var l Logged
		var body []byte
		if err := rows.Scan(&l.Seq, &l.Client, &l.N, &body); err != nil {
			return out, err
		}
		if err := json.Unmarshal(body, &l.Command); err != nil {
			return out, &ErrUnreadable{id, fmt.Errorf("command %d: %w", l.Seq, err)}
		}
		l.bytes = len(body)
		out = append(out, l)
		size += len(body)
	}
	return out, rows.Err()
}

// Append applies commands of one window to a chart and writes them to its log
// in one transaction. When it returns, they are on disk. A command that was
// sent before gets the answer that it got then; one that does not fit is
// refused and leaves the others standing. tell is called with what is new
// before any later command can be appended, so that it sees the log's order.
//
// All is worked out before the transaction begins: other charts wait for no more than a
// few rows to be written.
func (s *Store) Append(id, person, client string, in []Incoming, tell func([]Logged)) ([]Result, time.Time, error) {
	d := s.document(id)
	d.mu.Lock()
	defer d.mu.Unlock()
	if err := s.load(d, id); err != nil {
		return nil, time.Time{}, err
	}
	b, err := s.applySafely(d, id, person, client, in)
	if err == nil && len(b.fresh) > 0 {
		err = s.write(id, person, d, b)
	}
	if err != nil {
		d.chart = nil // it may have run ahead of the disk: read it again
		return nil, time.Time{}, err
	}
	if len(b.fresh) > 0 {
		tell(b.fresh)
	}
	return b.results, time.Now(), nil
}

// batch is what comes of commands of one window.
type batch struct {
	results  []Result
	fresh    []Logged
	bodies   [][]byte // of fresh
	bytes    int      // of bodies
	snapshot []byte   // nil where none is due
}

// applySafely is apply, in which a mistake of ours with a command that nobody thought
// of ends the request and nothing else: the chart in memory is read again from the log.
func (s *Store) applySafely(d *document, id, person, client string, in []Incoming) (b *batch, err error) {
	defer func() {
		if r := recover(); r != nil {
			err = fmt.Errorf("chart %s: a command of %s cannot be applied: %v", id, client, r)
		}
	}()
	return s.apply(d, id, person, client, in)
}

// apply brings the commands to the chart in memory.
func (s *Store) apply(d *document, id, person, client string, in []Incoming) (*batch, error) {
	b := &batch{results: make([]Result, 0, len(in))}
	for _, c := range in {
		seq, err := s.sentBefore(id, client, c.N, b.fresh)
		if err != nil {
			return nil, err
		}
		if seq > 0 {
			b.results = append(b.results, Result{N: c.N, Seq: seq})
			continue
		}
		var refusal Refusal
		err = mayNameAll(s.r, person, id, c.Command)
		if err == nil {
			_, err = chart.Apply(d.chart, c.Command)
		} else if !errors.As(err, &refusal) {
			return nil, err
		}
		if err != nil {
			b.results = append(b.results, Result{N: c.N, Refused: chart.Words(err)})
			continue
		}
		body, err := json.Marshal(c.Command)
		if err != nil {
			return nil, err
		}
		d.seq++
		b.results = append(b.results, Result{N: c.N, Seq: d.seq})
		b.fresh, b.bodies = append(b.fresh, Logged{d.seq, client, c.N, c.Command, len(body)}), append(b.bodies, body)
		b.bytes += len(body)
	}
	if d.seq/snapshotEvery > (d.seq-len(b.fresh))/snapshotEvery || d.since+b.bytes > max(snapshotBytes, d.snapshot) {
		var err error
		if b.snapshot, err = chart.Marshal(d.chart); err != nil {
			return nil, err
		}
	}
	return b, nil
}

// sentBefore is the place in the log of a window's command n, 0 for none.
func (s *Store) sentBefore(id, client string, n int, fresh []Logged) (int, error) {
	for _, l := range fresh {
		if l.N == n {
			return l.Seq, nil
		}
	}
	var seq int
	err := none(s.r.QueryRow(`SELECT seq FROM commands WHERE chart = ? AND client = ? AND n = ?`, id, client, n).Scan(&seq))
	if err == ErrNone {
		return 0, nil
	}
	return seq, err
}

// write puts what was worked out on disk.
func (s *Store) write(id, person string, d *document, b *batch) error {
	tx, err := s.w.Begin()
	if err != nil {
		return err
	}
	defer tx.Rollback()
	var onDisk int
	if err := tx.QueryRow(`SELECT seq FROM charts WHERE id = ?`, id).Scan(&onDisk); err != nil {
		return none(err)
	}
	if before := d.seq - len(b.fresh); onDisk != before {
		return fmt.Errorf("chart %s is at command %d on disk, at %d here", id, onDisk, before)
	}
	for i, l := range b.fresh {
		if _, err := tx.Exec(`INSERT INTO commands (chart, seq, client, n, person, body, at) VALUES (?, ?, ?, ?, ?, ?, ?)`, id, l.Seq, l.Client, l.N, person, b.bodies[i], now()); err != nil {
			return err
		}
		if err := use(tx, person, id, l.Command.Files()); err != nil {
			return err
		}
	}
	if _, err := tx.Exec(`UPDATE charts SET seq = ?, name = ?, house = ?, changed = ?, changed_by = ? WHERE id = ?`, d.seq, d.chart.Name, houseName(d.chart), now(), person, id); err != nil {
		return err
	}
	bytes, snapshot, since := b.bytes, d.snapshot, d.since+b.bytes
	if b.snapshot != nil {
		if _, err := tx.Exec(`UPDATE charts SET snapshot = ?, snapshot_seq = ? WHERE id = ?`, b.snapshot, d.seq, id); err != nil {
			return err
		}
		bytes += len(b.snapshot) - d.snapshot
		snapshot, since = len(b.snapshot), 0
	}
	if err := grow(tx, id, sizeOf(d.chart), bytes); err != nil {
		return err
	}
	if err := tx.Commit(); err != nil {
		return err
	}
	d.snapshot, d.since = snapshot, since
	return nil
}
