package store

import (
	"slices"
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
	Size      Size // fewer than no pages where it is not known
}

const (
	entryColumns = `c.id, c.owner, c.name, c.changed, p.name, p.id, c.seq, c.binned, z.pages, z.steps, z.lanes`
	entryTables  = ` FROM charts c JOIN people p ON p.id = c.changed_by JOIN chart_sizes z ON z.chart = c.id `
)

func scanEntry(row interface{ Scan(...any) error }) (Entry, error) {
	var e Entry
	var changed, binned int64
	err := row.Scan(&e.ID, &e.Owner, &e.Name, &changed, &e.ChangedBy, &e.Changer, &e.Seq, &binned, &e.Size.Pages, &e.Size.Steps, &e.Size.Lanes)
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
		`SELECT `+entryColumns+entryTables+`WHERE c.owner = ? AND `+test+` ORDER BY c.changed DESC, c.id`,
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
	return scanEntry(s.r.QueryRow(`SELECT `+entryColumns+entryTables+`WHERE c.id = ?`, id))
}

// AddChart keeps a new chart of the owner's and returns its id. Files that are missing for the owner are left out.
func (s *Store) AddChart(owner string, c *chart.Chart) (string, error) {
	if strings.TrimSpace(c.Name) == "" {
		c.Name = "Untitled chart"
	}
	if err := c.Check(); err != nil { // the limits of a chart hold for every way in
		return "", Refusal{err}
	}
	tx, err := s.w.Begin()
	if err != nil {
		return "", err
	}
	defer tx.Rollback()
	left, err := missing(tx, owner, c)
	if err != nil {
		return "", err
	}
	c.LeaveOut(func(f chart.File) bool { return slices.Contains(left, f) })
	b, err := chart.Marshal(c)
	if err != nil {
		return "", err
	}
	id := newID()
	if _, err := tx.Exec(
		`INSERT INTO charts (id, owner, name, house, created, changed, changed_by, snapshot) VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
		id,
		owner,
		c.Name,
		houseName(c),
		now(),
		now(),
		owner,
		b,
	); err != nil {
		return "", err
	}
	var taken int64
	if err := tx.QueryRow(`SELECT coalesce(sum(bytes), 0) FROM chart_sizes WHERE owner = ?`, owner).Scan(&taken); err != nil {
		return "", err
	}
	if err := roomFor(taken, len(b)); err != nil {
		return "", err
	}
	z := sizeOf(c)
	if _, err := tx.Exec(`INSERT INTO chart_sizes (chart, owner, bytes, pages, steps, lanes) VALUES (?, ?, ?, ?, ?, ?)`, id, owner, len(b), z.Pages, z.Steps, z.Lanes); err != nil {
		return "", err
	}
	if err := use(tx, owner, id, c.Files()); err != nil {
		return "", err
	}
	return id, tx.Commit()
}

// Bin puts a chart into the bin, or takes it out again.
func (s *Store) Bin(id string, in bool) error {
	at := int64(0)
	if in {
		at = now()
	}
	r, err := s.w.Exec(`UPDATE charts SET binned = ? WHERE id = ? AND binned <> ?`, at, id, destroyed)
	return changedOne(r, err)
}

// So much of a log is read or deleted at once: others write in between, and a log may be larger than memory.
const (
	someRows  = 1000
	someBytes = 4 << 20
)

// destroyed is in the place of the time at which a chart was put into the bin: it is in no list, and Tidy goes on with it
// where the program has ended meanwhile.
const destroyed = -1

// Destroy takes a chart that is in the bin away for good, with all that hangs
// on it, files that no other chart names among it.
func (s *Store) Destroy(id string) error {
	if err := s.forget(id); err != nil {
		return err
	}
	return s.dropUnused()
}

// forget takes a chart's rows away. Its log goes last and in steps, as what belongs to no chart any more.
func (s *Store) forget(id string) error {
	r, err := s.w.Exec(`UPDATE charts SET binned = ? WHERE id = ? AND binned <> 0`, destroyed, id)
	if err := changedOne(r, err); err != nil {
		return err
	}
	s.mu.Lock()
	delete(s.open, id)
	s.mu.Unlock()
	s.loaded.Remove(id)
	for gone := int64(1); gone > 0; {
		r, err := s.w.Exec(`DELETE FROM commands WHERE chart = ?1 AND seq IN (SELECT seq FROM (
			SELECT seq, sum(length(body)) OVER (ORDER BY seq) - length(body) AS before
			FROM (SELECT seq, body FROM commands WHERE chart = ?1 ORDER BY seq LIMIT ?2)) WHERE before < ?3)`, id, someRows, someBytes)
		if err != nil {
			return err
		}
		if gone, err = r.RowsAffected(); err != nil {
			return err
		}
	}
	tx, err := s.w.Begin()
	if err != nil {
		return err
	}
	defer tx.Rollback()
	for _, q := range []string{
		`DELETE FROM links WHERE chart = ?`, `DELETE FROM comments WHERE chart = ?`, `DELETE FROM file_uses WHERE chart = ?`, `DELETE FROM charts WHERE id = ?`,
	} {
		if _, err := tx.Exec(q, id); err != nil {
			return err
		}
	}
	return tx.Commit()
}
