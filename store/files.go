package store

import (
	"crypto/sha256"
	"encoding/hex"
)

// MostFile is how large a file on a step can be, bytes.
const MostFile = 20 << 20

// mostFiles is how many bytes of files one person can add.
const mostFiles = 2 << 30

// AddFile keeps a file and tells its id, which is of what is in it: the same file is kept once.
func (s *Store) AddFile(person, kind string, body []byte) (id string, err error) {
	if len(body) > MostFile {
		return "", refuse("a file can have at most %d MB; this one has %.1f", MostFile>>20, float64(len(body))/(1<<20))
	}
	sum := sha256.Sum256(body)
	id = hex.EncodeToString(sum[:])
	r, err := s.w.Exec(`INSERT INTO files (id, type, body, added, added_by)
		SELECT ?, ?, ?, ?, ? WHERE (SELECT coalesce(sum(length(body)), 0) FROM files WHERE added_by = ?) < ?
		ON CONFLICT (id) DO UPDATE SET type = excluded.type`,
		id, kind, body, now(), person, person, mostFiles)
	if err != nil {
		return "", err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return "", refuse("your files take %d GB already, which is the most that they can", mostFiles>>30)
	}
	return id, nil
}

// File is a file's media type and what is in it.
func (s *Store) File(id string) (kind string, body []byte, err error) {
	err = s.r.QueryRow(`SELECT type, body FROM files WHERE id = ?`, id).Scan(&kind, &body)
	return kind, body, none(err)
}

// LetFiles lets the readers of a review link open the files on steps, or not any more.
func (s *Store) LetFiles(chart, link string, may bool) error {
	r, err := s.w.Exec(`UPDATE links SET files = ? WHERE token = ? AND chart = ? AND off = 0`, may, link, chart)
	return changedOne(r, err)
}
