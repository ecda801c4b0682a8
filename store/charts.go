package store

import (
	"strings"
	"time"

	"plaintracer/core/chart"
)

// Entry is a chart as a list shows it.
type Entry struct {
	ID        string
	Owner     string
	Name      string
	Changed   time.Time
	ChangedBy string // the person's name
	Changer   string // the person's id
	Seq       int
	Binned    bool
}

const entryColumns = `c.id, c.owner, c.name, c.changed, p.name, p.id, c.seq, c.binned`

func scanEntry(row interface{ Scan(...any) error }) (Entry, error) {
	var e Entry
	var changed, binned int64
	err := row.Scan(&e.ID, &e.Owner, &e.Name, &changed, &e.ChangedBy, &e.Changer, &e.Seq, &binned)
	e.Changed, e.Binned = when(changed), binned != 0
	return e, none(err)
}

// Charts lists a person's charts, the last changed first: those in use, or
// those in the bin.
func (s *Store) Charts(owner string, binned bool) ([]Entry, error) {
	test := "c.binned = 0"
	if binned {
		test = "c.binned > 0"
	}
	rows, err := s.r.Query(
		`SELECT `+entryColumns+` FROM charts c JOIN people p ON p.id = c.changed_by WHERE c.owner = ? AND `+test+` ORDER BY c.changed DESC, c.id`,
		owner,
	)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Entry
	for rows.Next() {
		e, err := scanEntry(rows)
		if err != nil {
			return nil, err
		}
		out = append(out, e)
	}
	return out, rows.Err()
}

// Entry finds a chart.
func (s *Store) Entry(id string) (Entry, error) {
	return scanEntry(s.r.QueryRow(`SELECT `+entryColumns+` FROM charts c JOIN people p ON p.id = c.changed_by WHERE c.id = ?`, id))
}

// AddChart keeps a new chart of the owner's and returns its id.
func (s *Store) AddChart(owner string, c *chart.Chart) (string, error) {
	if strings.TrimSpace(c.Name) == "" {
		c.Name = "Untitled chart"
	}
	if err := c.Check(); err != nil { // the limits of a chart hold for every way in
		return "", Refusal{err}
	}
	b, err := chart.Marshal(c)
	if err != nil {
		return "", err
	}
	id := newID()
	_, err = s.w.Exec(
		`INSERT INTO charts (id, owner, name, house, created, changed, changed_by, snapshot) VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
		id,
		owner,
		c.Name,
		houseName(c),
		now(),
		now(),
		owner,
		b,
	)
	return id, err
}

// Bin puts a chart into the bin, or takes it out again.
func (s *Store) Bin(id string, in bool) error {
	at := int64(0)
	if in {
		at = now()
	}
	r, err := s.w.Exec(`UPDATE charts SET binned = ? WHERE id = ?`, at, id)
	return changedOne(r, err)
}

// Destroy takes a chart that is in the bin away for good, with all that hangs
// on it, files that no other chart names among it.
func (s *Store) Destroy(id string) error {
	tx, err := s.w.Begin()
	if err != nil {
		return err
	}
	defer tx.Rollback()
	files, err := filesOf(tx, id)
	if err != nil {
		return err
	}
	for _, q := range []string{`DELETE FROM commands WHERE chart = ?`, `DELETE FROM links WHERE chart = ?`, `DELETE FROM comments WHERE chart = ?`} {
		if _, err := tx.Exec(q, id); err != nil {
			return err
		}
	}
	r, err := tx.Exec(`DELETE FROM charts WHERE id = ? AND binned > 0`, id)
	if err := changedOne(r, err); err != nil {
		return err
	}
	for _, f := range files {
		if err := dropUnnamed(tx, f); err != nil {
			return err
		}
	}
	s.mu.Lock()
	delete(s.open, id)
	s.mu.Unlock()
	s.loaded.Remove(id)
	return tx.Commit()
}
