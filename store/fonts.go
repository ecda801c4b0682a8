package store

// Font is a font that somebody brought for the team's house styles: the files of its cuts,
// regular, bold, italic, bold and italic; nil where it has none.
type Font struct {
	ID, Name string
	Cuts     [4][]byte
}

// MostFonts is how many fonts a team keeps.
const MostFonts = 40

// Fonts are the fonts that the team keeps, by their names.
func (s *Store) Fonts() ([]Font, error) {
	rows, err := s.r.Query(`SELECT id, name, regular, bold, italic, bold_italic FROM fonts ORDER BY name, id`)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Font
	for rows.Next() {
		var f Font
		if err := rows.Scan(&f.ID, &f.Name, &f.Cuts[0], &f.Cuts[1], &f.Cuts[2], &f.Cuts[3]); err != nil {
			return nil, err
		}
		out = append(out, f)
	}
	return out, rows.Err()
}

// AddFont keeps a font for the team. One with the same files takes the new name.
func (s *Store) AddFont(person string, f Font) error {
	r, err := s.w.Exec(`INSERT INTO fonts (id, name, regular, bold, italic, bold_italic, added, added_by)
		SELECT ?, ?, ?, ?, ?, ?, ?, ? WHERE (SELECT count(*) FROM fonts WHERE id <> ?) < ?
		ON CONFLICT (id) DO UPDATE SET name = excluded.name`,
		f.ID, f.Name, f.Cuts[0], f.Cuts[1], f.Cuts[2], f.Cuts[3], now(), person, f.ID, MostFonts)
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return refuse("the team keeps %d fonts already; remove one first", MostFonts)
	}
	return nil
}

// DropFont removes a font. In charts that have it the family of their house style stands in.
func (s *Store) DropFont(id string) error {
	r, err := s.w.Exec(`DELETE FROM fonts WHERE id = ?`, id)
	return changedOne(r, err)
}
