package store

import (
	"database/sql"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// Size is how large a chart is: lanes by their names, since pages repeat them, and steps without the
// off-page connectors that lead from one to the next.
type Size struct{ Pages, Steps, Lanes int }

func sizeOf(c *chart.Chart) Size {
	z := Size{Pages: len(c.Pages)}
	lanes := map[string]bool{}
	for _, p := range c.Pages {
		for _, s := range p.Steps {
			if s.Symbol != symbol.OffPage {
				z.Steps++
			}
		}
		for _, l := range p.Lanes {
			lanes[l.Name] = true
		}
	}
	z.Lanes = len(lanes)
	return z
}

// Size tells how large a chart is. It is kept on disk; a chart is read for it where it is not known.
func (s *Store) Size(id string) (z Size, err error) {
	err = none(s.r.QueryRow(`SELECT pages, steps, lanes FROM chart_sizes WHERE chart = ?`, id).Scan(&z.Pages, &z.Steps, &z.Lanes))
	if err != nil || z.Pages >= 0 {
		return z, err
	}
	d := s.document(id)
	d.mu.Lock()
	defer d.mu.Unlock()
	if err := s.load(d, id); err != nil {
		return Size{}, err
	}
	z = sizeOf(d.chart)
	_, err = s.w.Exec(`UPDATE chart_sizes SET pages = ?, steps = ?, lanes = ? WHERE chart = ?`, z.Pages, z.Steps, z.Lanes, id)
	return z, err
}

// uncounted has a chart looked at again before its size is told: what is on disk may be another one than was counted, or
// cannot be read.
func (s *Store) uncounted(id string) error {
	_, err := s.w.Exec(`UPDATE chart_sizes SET pages = -1 WHERE chart = ?`, id)
	return err
}

// grow notes how large a chart has become, with so many bytes more on disk, if its owner has room for them.
func grow(tx *sql.Tx, id string, z Size, bytes int) error {
	var owner string
	var taken int64
	err := tx.QueryRow(`SELECT owner, (SELECT sum(bytes) FROM chart_sizes a WHERE a.owner = c.owner) FROM chart_sizes c WHERE chart = ?`, id).Scan(&owner, &taken)
	if err != nil {
		return err
	}
	if err := roomFor(taken, bytes); err != nil {
		return err
	}
	_, err = tx.Exec(`UPDATE chart_sizes SET bytes = bytes + ?, pages = ?, steps = ?, lanes = ? WHERE chart = ?`, bytes, z.Pages, z.Steps, z.Lanes, id)
	return err
}

// MostRoom is how many bytes the charts of one person can take, with all that was ever done in them.
const MostRoom = 4 << 30

func roomFor(taken int64, bytes int) error {
	if bytes > 0 && taken+int64(bytes) > MostRoom {
		return refuse("your charts and their histories take %.1f GB, and %d GB is the most that they can. "+
			"Delete for good what you no longer need; your account shows what takes the room", float64(taken)/(1<<30), MostRoom>>30)
	}
	return nil
}

// Room is what a person's charts and files take, bytes.
type Room struct {
	Charts, Files int64
	Largest       []RoomOf // charts
}

// RoomOf is what one chart takes.
type RoomOf struct {
	ID, Name string
	Binned   bool
	Bytes    int64
}

// Full reports whether it is nearly as much as can be.
func (r Room) Full() bool { return r.Charts > MostRoom/10*8 || r.Files > MostFiles/10*8 }

// someLargest is how many charts are named that take most.
const someLargest = 5

// Room tells what a person's charts and files take.
func (s *Store) Room(person string) (r Room, err error) {
	if err = s.r.QueryRow(`SELECT coalesce(sum(bytes), 0) FROM chart_sizes WHERE owner = ?`, person).Scan(&r.Charts); err != nil {
		return r, err
	}
	if err = s.r.QueryRow(`SELECT coalesce(sum(size), 0) FROM files WHERE id IN (`+ofPerson+`)`, person).Scan(&r.Files); err != nil {
		return r, err
	}
	rows, err := s.r.Query(`SELECT c.id, c.name, c.binned <> 0, z.bytes FROM chart_sizes z JOIN charts c ON c.id = z.chart
		WHERE z.owner = ? ORDER BY z.bytes DESC, c.id LIMIT ?`, person, someLargest)
	if err != nil {
		return r, err
	}
	defer rows.Close()
	for rows.Next() {
		var o RoomOf
		if err := rows.Scan(&o.ID, &o.Name, &o.Binned, &o.Bytes); err != nil {
			return r, err
		}
		r.Largest = append(r.Largest, o)
	}
	return r, rows.Err()
}
