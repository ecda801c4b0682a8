package store

import (
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"plaintracer/core/chart"
)

// ErrUnreadable is of a chart that is there but cannot be read.
type ErrUnreadable struct {
	Chart string
	Err   error
}

func (e *ErrUnreadable) Error() string {
	return fmt.Sprintf("chart %s cannot be read: %v", e.Chart, e.Err)
}
func (e *ErrUnreadable) Unwrap() error { return e.Err }

// Rest is what is on disk of a chart, as it is: for somebody who wants to see what is left
// of one that cannot be read.
type Rest struct {
	Snapshot json.RawMessage   `json:"snapshot"` // null when it is no JSON
	Raw      []byte            `json:"raw,omitempty"`
	Seq      int               `json:"snapshotSeq"`
	Commands []json.RawMessage `json:"commands"`
}

// Rest reads it.
func (s *Store) Rest(id string) (Rest, error) {
	var r Rest
	var snap []byte
	if err := s.r.QueryRow(`SELECT snapshot, snapshot_seq FROM charts WHERE id = ?`, id).Scan(&snap, &r.Seq); err != nil {
		return r, none(err)
	}
	if json.Valid(snap) {
		r.Snapshot = snap
	} else {
		r.Raw = snap
	}
	err := s.bodies(id, r.Seq, func(_ int, body []byte) bool {
		if json.Valid(body) {
			r.Commands = append(r.Commands, body)
		}
		return true
	})
	return r, err
}

// bodies goes through the commands after one as they are on disk, until f is false.
func (s *Store) bodies(id string, after int, f func(seq int, body []byte) bool) error {
	rows, err := s.r.Query(`SELECT seq, body FROM commands WHERE chart = ? AND seq > ? ORDER BY seq`, id, after)
	if err != nil {
		return err
	}
	defer rows.Close()
	for rows.Next() {
		var seq int
		var body []byte
		if err := rows.Scan(&seq, &body); err != nil {
			return err
		}
		if !f(seq, body) {
			return nil
		}
	}
	return rows.Err()
}

// GoBack takes a chart that cannot be read back to the last state of its log that can, and
// tells how many commands that leaves out. It is an error when there is none.
func (s *Store) GoBack(id string) (left int, err error) {
	d := s.document(id)
	d.mu.Lock()
	defer d.mu.Unlock()
	var snap []byte
	var from, seq int
	if err := s.r.QueryRow(`SELECT snapshot, snapshot_seq, seq FROM charts WHERE id = ?`, id).Scan(&snap, &from, &seq); err != nil {
		return 0, none(err)
	}
	c, err := chart.Unmarshal(snap)
	if err != nil {
		return 0, refuse("no earlier state of this chart can be read: %w", err)
	}
	good, done := snap, from
	err = s.bodies(id, from, func(n int, body []byte) bool {
		var k chart.Command
		if json.Unmarshal(body, &k) != nil {
			return false
		}
		if _, err := chart.Apply(c, k); err != nil {
			return false
		}
		b, err := chart.Marshal(c)
		if err != nil {
			return false
		}
		if _, err := chart.Unmarshal(b); err != nil {
			return false
		}
		good, done = b, n
		return true
	})
	if err != nil {
		return 0, err
	}
	// The log keeps what happened; what is read begins here.
	if _, err := s.w.Exec(`UPDATE charts SET snapshot = ?, snapshot_seq = seq WHERE id = ? AND seq = ?`, good, id, seq); err != nil {
		return 0, err
	}
	d.chart = nil
	return seq - done, s.uncounted(id)
}

// check reports whether the database is whole: torn pages and missing tables are found when
// the server starts, not when somebody needs what they held.
func check(db *sql.DB) error {
	var words string
	if err := db.QueryRow(`PRAGMA quick_check(1)`).Scan(&words); err != nil {
		return fmt.Errorf("the database cannot be read: %w; restore a backup", err)
	}
	if words != "ok" {
		return fmt.Errorf("the database is damaged (%s); restore a backup", words)
	}
	// What runs by itself did not come from here: a backup that somebody else gives may have it.
	var name string
	switch err := db.QueryRow(`SELECT type || ' ' || name FROM sqlite_master WHERE type IN ('trigger', 'view')`).Scan(&name); {
	case err == nil:
		return fmt.Errorf("the database has a %s, which is not of this program; restore a backup that has none", name)
	case !errors.Is(err, sql.ErrNoRows):
		return fmt.Errorf("the database cannot be read: %w; restore a backup", err)
	}
	for _, table := range []string{"settings", "people", "sessions", "invitations", "charts", "commands", "links", "comments"} {
		var n int
		if err := db.QueryRow(`SELECT count(*) FROM sqlite_master WHERE type = 'table' AND name = ?`, table).Scan(&n); err != nil || n != 1 {
			return fmt.Errorf("the database has no table %q; restore a backup", table)
		}
	}
	return nil
}
