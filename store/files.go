package store

import (
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"time"
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
		ON CONFLICT (id) DO UPDATE SET type = excluded.type, added = excluded.added`,
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

// filesOf are the ids of the files that a chart names, or ever named.
func filesOf(tx *sql.Tx, chart string) ([]string, error) {
	rows, err := tx.Query(`SELECT id FROM files
		WHERE EXISTS (SELECT 1 FROM charts WHERE id = ?1 AND instr(snapshot, CAST(files.id AS BLOB)) > 0)
		OR EXISTS (SELECT 1 FROM commands WHERE chart = ?1 AND instr(body, CAST(files.id AS BLOB)) > 0)`, chart)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var ids []string
	for rows.Next() {
		var id string
		if err := rows.Scan(&id); err != nil {
			return nil, err
		}
		ids = append(ids, id)
	}
	return ids, rows.Err()
}

// fresh is how long a file is kept that no chart names yet: it is sent before the command that names it.
const fresh = 24 * time.Hour

// dropUnnamed takes a file away that no chart names, nor a command that undo may bring back.
func dropUnnamed(tx *sql.Tx, id string) error {
	_, err := tx.Exec(`DELETE FROM files WHERE id = ?1 AND added < ?2
		AND NOT EXISTS (SELECT 1 FROM charts WHERE instr(snapshot, CAST(?1 AS BLOB)) > 0)
		AND NOT EXISTS (SELECT 1 FROM commands WHERE instr(body, CAST(?1 AS BLOB)) > 0)`, id, now()-fresh.Milliseconds())
	return err
}

// LetFiles lets the readers of a review link open the files on steps, or not any more.
func (s *Store) LetFiles(chart, link string, may bool) error {
	r, err := s.w.Exec(`UPDATE links SET files = ? WHERE token = ? AND chart = ? AND off = 0`, may, link, chart)
	return changedOne(r, err)
}
