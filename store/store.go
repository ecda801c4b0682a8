// Package store keeps everything that must outlive the process: people, their
// sessions, charts with their command logs, review links and comments, in
// SQLite through database/sql. Every write is on disk before it returns.
package store

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"database/sql"
	"embed"
	"encoding/base64"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"sync"
	"time"

	lru "github.com/hashicorp/golang-lru/v2"
	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver "sqlite"
)

//go:embed migrations/*.sql
var migrations embed.FS

// ErrNone is returned when there is no such thing, or not for this person.
var ErrNone = errors.New("there is nothing of that name here")

// Store is an open data folder.
type Store struct {
	w    *sql.DB // one connection: SQLite has one writer
	r    *sql.DB
	lock *os.File

	mu     sync.Mutex
	open   map[string]*document          // by chart
	loaded *lru.Cache[string, *document] // those with a chart in memory
}

// mostLoaded charts are kept in memory.
const mostLoaded = 200

const (
	readers  = 8
	database = "plaintracer.db"
)

// Open opens the data folder dir, makes it when it is missing and brings its
// tables up to date.
func Open(dir string) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, err
	}
	if err := os.Chmod(dir, 0o700); err != nil { // also when it was there before
		return nil, err
	}
	l, err := lock(dir)
	if err != nil {
		return nil, err
	}
	s, err := open(dir)
	if err != nil {
		return nil, errors.Join(err, l.Close())
	}
	s.lock = l
	return s, nil
}

func open(dir string) (*Store, error) {
	if err := ownFile(filepath.Join(dir, database)); err != nil {
		return nil, err
	}
	file := "file:" + filepath.Join(dir, database)
	const pragmas = "?_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=busy_timeout(5000)&_pragma=foreign_keys(1)&_txlock=immediate"
	w, err := sql.Open("sqlite", file+pragmas)
	if err != nil {
		return nil, err
	}
	w.SetMaxOpenConns(1)
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, w, sub)
	if err != nil {
		return nil, err
	}
	if has, knows, err := versions(p); err == nil && has > knows {
		w.Close()
		return nil, fmt.Errorf(
			"%s was written by a newer Plain Tracer (version %d of its tables, this one knows %d); update the program",
			dir,
			has,
			knows,
		)
	}
	if _, err := p.Up(context.Background()); err != nil {
		w.Close()
		return nil, fmt.Errorf("%s: %w", dir, err)
	}
	r, err := sql.Open("sqlite", file+pragmas)
	if err != nil {
		return nil, err
	}
	r.SetMaxOpenConns(readers)
	if err := check(r); err != nil {
		return nil, errors.Join(fmt.Errorf("%s: %w", dir, err), r.Close(), w.Close())
	}
	loaded, err := lru.NewWithEvict(mostLoaded, func(_ string, d *document) {
		if d.mu.TryLock() { // one that is in use stays until the next time
			d.chart = nil
			d.mu.Unlock()
		}
	})
	if err != nil {
		return nil, errors.Join(err, r.Close(), w.Close())
	}
	return &Store{w: w, r: r, open: map[string]*document{}, loaded: loaded}, nil
}

// ownFile makes the database a file that its owner alone can read; what SQLite puts beside
// it takes the same rights.
func ownFile(name string) error {
	f, err := os.OpenFile(name, os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return err
	}
	return errors.Join(f.Chmod(0o600), f.Close())
}

// versions are that of the tables on disk and the last one that this program knows.
func versions(p *goose.Provider) (has, knows int64, err error) {
	if has, err = p.GetDBVersion(context.Background()); err != nil {
		return 0, 0, err
	}
	for _, s := range p.ListSources() {
		knows = max(knows, s.Version)
	}
	return has, knows, nil
}

// Close closes the data folder.
func (s *Store) Close() error { return errors.Join(s.r.Close(), s.w.Close(), s.lock.Close()) }

// Secret is the installation's key for signing tokens, made once.
func (s *Store) Secret() ([]byte, error) {
	if _, err := s.w.Exec(`INSERT INTO settings (name, value) VALUES ('secret', ?) ON CONFLICT DO NOTHING`, random(32)); err != nil {
		return nil, err
	}
	var b []byte
	err := s.r.QueryRow(`SELECT value FROM settings WHERE name = 'secret'`).Scan(&b)
	return b, err
}

// Setting is a setting of this data folder, "" when it was never made.
func (s *Store) Setting(name string) (string, error) {
	var v []byte
	err := none(s.r.QueryRow(`SELECT value FROM settings WHERE name = ?`, name).Scan(&v))
	if err == ErrNone {
		return "", nil
	}
	return string(v), err
}

// SetSetting makes a setting.
func (s *Store) SetSetting(name, value string) error {
	_, err := s.w.Exec(
		`INSERT INTO settings (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value`,
		name,
		[]byte(value),
	)
	return err
}

// Discard deletes the database of a data folder that nobody has open.
func Discard(dir string) error {
	var err error
	for _, end := range []string{"", "-wal", "-shm"} {
		if e := os.Remove(filepath.Join(dir, database+end)); e != nil && !errors.Is(e, os.ErrNotExist) {
			err = errors.Join(err, e)
		}
	}
	return err
}

func random(n int) []byte {
	b := make([]byte, n)
	rand.Read(b) // never fails (crypto/rand)
	return b
}

// token is 160 random bits in URL-safe letters.
func token() string { return base64.RawURLEncoding.EncodeToString(random(20)) }

// newID names a thing: 80 random bits.
func newID() string { return hex.EncodeToString(random(10)) }

func digest(token string) string {
	d := sha256.Sum256([]byte(token))
	return hex.EncodeToString(d[:])
}

func now() int64 { return time.Now().UnixMilli() }

func when(ms int64) time.Time { return time.UnixMilli(ms) }

// none turns the driver's 'no rows' into ErrNone.
func none(err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNone
	}
	return err
}

// changedOne is nil when exactly one row was changed, else ErrNone.
func changedOne(r sql.Result, err error) error {
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); err != nil || n != 1 {
		return errors.Join(ErrNone, err)
	}
	return nil
}

// ids reads the one column of a query.
func (s *Store) ids(query string, args ...any) ([]string, error) {
	rows, err := s.r.Query(query, args...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []string
	for rows.Next() {
		var id string
		if err := rows.Scan(&id); err != nil {
			return nil, err
		}
		out = append(out, id)
	}
	return out, rows.Err()
}
