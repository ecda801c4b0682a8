package store

// Starter is a chart that somebody keeps to begin others with, as text.
type Starter struct{ ID, Name, Text string }

// Bounds of what a person keeps.
const (
	mostStarters    = 40
	mostStarterText = 256 << 10 // bytes
)

// Starters are those of a person, by name.
func (s *Store) Starters(person string) ([]Starter, error) {
	rows, err := s.r.Query(`SELECT id, name, text FROM starters WHERE person = ? ORDER BY name, id`, person)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Starter
	for rows.Next() {
		var k Starter
		if err := rows.Scan(&k.ID, &k.Name, &k.Text); err != nil {
			return nil, err
		}
		out = append(out, k)
	}
	return out, rows.Err()
}

// Starter is one of a person's; ErrNone where there is none of that id.
func (s *Store) Starter(person, id string) (Starter, error) {
	k := Starter{ID: id}
	err := s.r.QueryRow(`SELECT name, text FROM starters WHERE id = ? AND person = ?`, id, person).Scan(&k.Name, &k.Text)
	return k, none(err)
}

// KeepStarter keeps a text to begin charts with.
func (s *Store) KeepStarter(person, name, text string) error {
	if len(text) > mostStarterText {
		return refuse("a starter can have at most %d KB of text", mostStarterText>>10)
	}
	r, err := s.w.Exec(`INSERT INTO starters (id, person, name, text, added)
		SELECT ?, ?, ?, ?, ? WHERE (SELECT count(*) FROM starters WHERE person = ?) < ?`,
		newID(), person, name, text, now(), person, mostStarters)
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return refuse("you keep %d starters already; delete one first", mostStarters)
	}
	return nil
}

// DropStarter deletes one.
func (s *Store) DropStarter(person, id string) error {
	r, err := s.w.Exec(`DELETE FROM starters WHERE id = ? AND person = ?`, id, person)
	return changedOne(r, err)
}
