package store

import (
	"bytes"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"slices"
	"time"

	"plaintracer/core/chart"
)

// MostFile is how large a file on a step can be, bytes.
const MostFile = 20 << 20

// MostFiles is how many bytes of files one person can keep.
const MostFiles = 2 << 30

// fresh is for how long a file is kept that is on no step: it is sent before the command that puts it there, and a
// browser without a connection may keep that for some days.
const fresh = 7 * 24 * time.Hour

// ofPerson are the files that somebody put on steps, or sent and may put there yet.
const ofPerson = `SELECT file FROM file_uploads WHERE person = ?1 UNION SELECT file FROM file_uses WHERE person = ?1`

// AddFile keeps a file and tells its id, which is of what is in it: the same file is kept once.
func (s *Store) AddFile(person, kind string, body []byte) (id string, err error) {
	if len(body) > MostFile {
		return "", refuse("a file can have at most %d MB; this one has %.1f", MostFile>>20, float64(len(body))/(1<<20))
	}
	sum := sha256.Sum256(body)
	id = hex.EncodeToString(sum[:])
	tx, err := s.w.Begin()
	if err != nil {
		return "", err
	}
	defer tx.Rollback()
	var taken int64
	if err := tx.QueryRow(`SELECT coalesce(sum(size), 0) FROM files WHERE id <> ?2 AND id IN (`+ofPerson+`)`, person, id).Scan(&taken); err != nil {
		return "", err
	}
	if taken+int64(len(body)) > MostFiles {
		return "", refuse("your files take %.1f GB already; %d GB is the most that they can", float64(taken)/(1<<30), MostFiles>>30)
	}
	r, err := tx.Exec(`INSERT INTO files (id, type, body, size, added, added_by) VALUES (?, ?, x'', ?, ?, ?) ON CONFLICT (id) DO NOTHING`, id, kind, len(body), now(), person)
	if err != nil {
		return "", err
	}
	if n, err := r.RowsAffected(); err != nil {
		return "", err
	} else if n > 0 {
		n := 0
		for piece := range slices.Chunk(body, FilePiece) {
			if _, err := tx.Exec(`INSERT INTO file_pieces (file, n, body) VALUES (?, ?, ?)`, id, n, piece); err != nil {
				return "", err
			}
			n++
		}
	}
	if _, err := tx.Exec(`INSERT INTO file_uploads (file, person, at) VALUES (?, ?, ?) ON CONFLICT DO UPDATE SET at = excluded.at`, id, person, now()); err != nil {
		return "", err
	}
	return id, tx.Commit()
}

// File is a file's media type and what is in it.
func (s *Store) File(id string) (kind string, body []byte, err error) {
	kind, size, r, err := s.FileReader(id)
	if err != nil {
		return "", nil, err
	}
	body = make([]byte, size)
	_, err = io.ReadFull(r, body)
	return kind, body, err
}

// FilePiece is how much of a file is in memory for somebody who reads it.
const FilePiece = 512 << 10

// FileReader is a file's media type, its size in bytes and a reader of it, which keeps a piece of it in memory at a time:
// a hundred slow readers hold a hundred pieces.
func (s *Store) FileReader(id string) (kind string, size int, r io.Reader, err error) {
	err = s.r.QueryRow(`SELECT type, size FROM files WHERE id = ?`, id).Scan(&kind, &size)
	return kind, size, &pieces{s: s, id: id}, none(err)
}

// pieces reads a file. Between its pieces it holds no reader of the database.
type pieces struct {
	s     *Store
	id    string
	next  int
	piece bytes.Reader
}

func (p *pieces) Read(b []byte) (int, error) {
	if p.piece.Len() == 0 {
		var piece []byte
		err := p.s.r.QueryRow(`SELECT body FROM file_pieces WHERE file = ? AND n = ?`, p.id, p.next).Scan(&piece)
		if errors.Is(err, sql.ErrNoRows) {
			return 0, io.EOF
		}
		if err != nil {
			return 0, err
		}
		p.next++
		p.piece.Reset(piece)
	}
	return p.piece.Read(b)
}

// querier is the database, or a transaction on it.
type querier interface {
	QueryRow(query string, args ...any) *sql.Row
}

// mayName reports whether a person may put a file on a step of a chart ("" for a new one): who has sent it, or sees it on
// a chart. Knowing its id, which exported charts contain, is not enough.
func mayName(q querier, person, chart, file string) (may bool, err error) {
	err = q.QueryRow(`SELECT EXISTS (SELECT 1 FROM file_uploads WHERE file = ?1 AND person = ?2)
		OR EXISTS (SELECT 1 FROM file_uses u JOIN charts c ON c.id = u.chart WHERE u.file = ?1 AND (c.id = ?3 OR c.owner = ?2))`,
		file, person, chart).Scan(&may)
	return may, err
}

// mayNameAll refuses a command that puts a file on a step which its person may not put there.
func mayNameAll(q querier, person, chart string, cmd chart.Command) error {
	for _, f := range cmd.Files() {
		may, err := mayName(q, person, chart, f.ID)
		if err != nil {
			return err
		}
		if !may {
			return refuse("the file '%s' is not here; attach the file itself", f.Name)
		}
	}
	return nil
}

// Missing are the files that a chart names and a person may not: a chart that was exported elsewhere, or by somebody
// else, comes without them.
func (s *Store) Missing(person string, c *chart.Chart) ([]chart.File, error) {
	return missing(s.r, person, c)
}

func missing(q querier, person string, c *chart.Chart) ([]chart.File, error) {
	var out []chart.File
	for _, f := range c.Files() {
		may, err := mayName(q, person, "", f.ID)
		if err != nil {
			return nil, err
		}
		if !may {
			out = append(out, f)
		}
	}
	return out, nil
}

// use notes that a chart names files.
func use(tx *sql.Tx, person, id string, files []chart.File) error {
	for _, f := range files {
		if _, err := tx.Exec(`INSERT INTO file_uses (file, chart, person) VALUES (?, ?, ?) ON CONFLICT DO NOTHING`, f.ID, id, person); err != nil {
			return fmt.Errorf("file %s: %w", f.ID, err)
		}
	}
	return nil
}

// unused are files that are on no chart and that nobody may put on one any more.
const unused = `NOT EXISTS (SELECT 1 FROM file_uses u WHERE u.file = files.id)
	AND NOT EXISTS (SELECT 1 FROM file_uploads a WHERE a.file = files.id)`

// dropUnused takes away files that nobody put on a step while there was time for that, one at a time: others write
// between them.
func (s *Store) dropUnused() error {
	if _, err := s.w.Exec(`DELETE FROM file_uploads WHERE at < ?`, now()-fresh.Milliseconds()); err != nil {
		return err
	}
	for {
		r, err := s.w.Exec(`DELETE FROM files WHERE id = (SELECT id FROM files WHERE ` + unused + ` LIMIT 1)`)
		if err != nil {
			return err
		}
		if gone, err := r.RowsAffected(); err != nil || gone == 0 {
			return err
		}
	}
}

// LetFiles lets the readers of a review link open the files on steps, or not any more.
func (s *Store) LetFiles(chart, link string, may bool) error {
	r, err := s.w.Exec(`UPDATE links SET files = ? WHERE token = ? AND chart = ? AND off = 0`, may, link, chart)
	return changedOne(r, err)
}
