package store

import (
	"encoding/json"
	"fmt"

	"plaintracer/core/chart"
)

// mostHouses is how many house styles a team keeps.
const mostHouses = 200

// Houses are the house styles that the team keeps, by their names.
func (s *Store) Houses() ([]*chart.House, error) {
	rows, err := s.r.Query(`SELECT name, body FROM houses ORDER BY name`)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []*chart.House
	for rows.Next() {
		var name string
		var body []byte
		if err := rows.Scan(&name, &body); err != nil {
			return nil, err
		}
		h := new(chart.House)
		if err := json.Unmarshal(body, h); err != nil {
			return nil, fmt.Errorf("house style %q: %w", name, err)
		}
		out = append(out, h)
	}
	return out, rows.Err()
}

// House is the house style of a name that the team keeps, and who kept it last.
func (s *Store) House(name string) (h *chart.House, by string, err error) {
	var body []byte
	if err := s.r.QueryRow(`SELECT body, changed_by FROM houses WHERE name = ?`, name).Scan(&body, &by); err != nil {
		return nil, "", none(err)
	}
	if err := json.Unmarshal(body, &h); err != nil {
		return nil, "", fmt.Errorf("house style %q: %w", name, err)
	}
	return h, by, nil
}

// KeepHouse keeps a house style for the team, in the place of one of that name.
func (s *Store) KeepHouse(person string, h *chart.House) error {
	if err := h.Check(); err != nil {
		return Refusal{err}
	}
	body, err := json.Marshal(h)
	if err != nil {
		return err
	}
	r, err := s.w.Exec(`INSERT INTO houses (name, body, changed, changed_by)
		SELECT ?, ?, ?, ? WHERE (SELECT count(*) FROM houses WHERE name <> ?) < ?
		ON CONFLICT (name) DO UPDATE SET body = excluded.body, changed = excluded.changed, changed_by = excluded.changed_by`,
		h.Name, body, now(), person, h.Name, mostHouses)
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return refuse("the team keeps %d house styles already; remove one first", mostHouses)
	}
	return nil
}

// DropHouse removes a house style from those that the team keeps. Charts that have it keep it.
func (s *Store) DropHouse(name string) error {
	r, err := s.w.Exec(`DELETE FROM houses WHERE name = ?`, name)
	return changedOne(r, err)
}

// ChartsOfHouse are the charts, in use and binned, that have the house style of a name.
func (s *Store) ChartsOfHouse(name string) ([]string, error) {
	return s.ids(`SELECT id FROM charts WHERE house = ? ORDER BY id`, name)
}

// houseName is the name of a chart's house style, "" for none.
func houseName(c *chart.Chart) string {
	if c.House == nil {
		return ""
	}
	return c.House.Name
}
