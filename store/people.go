package store

import (
	"database/sql"
	"errors"
	"net/mail"
	"strings"
	"sync"
	"time"
	"unicode/utf8"

	"github.com/alexedwards/argon2id"
)

// Person is somebody with an account.
type Person struct {
	ID    string
	Email string
	Name  string
}

// Limits of an account.
const (
	shortestPassword = 10
	longestPassword  = 200
	longestName      = 100
	sessionLife      = 30 * 24 * time.Hour
)

// ErrSignIn does not tell which of the two was wrong.
var ErrSignIn = errors.New("the e-mail or password is wrong")

// hashing bounds how many passwords are hashed at once: each takes 64 MB of memory.
var hashing = make(chan struct{}, 2)

// AddPerson makes an account. Errors are in words for the person who typed.
func (s *Store) AddPerson(email, name, password string) (Person, error) {
	p, hash, err := newPerson(email, name, password)
	if err != nil {
		return Person{}, err
	}
	return p, p.add(s.w, hash)
}

// Join makes an account by an invitation, which works once: of several at the same moment
// one makes an account. ErrNone when it was used or has expired. With the first account all
// invitations end, since the one who made it is to decide who else comes.
func (s *Store) Join(invitation, email, name, password string) (Person, error) {
	p, hash, err := newPerson(email, name, password)
	if err != nil {
		return Person{}, err
	}
	tx, err := s.w.Begin()
	if err != nil {
		return Person{}, err
	}
	defer tx.Rollback()
	r, err := tx.Exec(`DELETE FROM invitations WHERE digest = ? AND expires > ?`, digest(invitation), now())
	if err := changedOne(r, err); err != nil {
		return Person{}, err
	}
	if err := p.add(tx, hash); err != nil {
		return Person{}, err
	}
	if _, err := tx.Exec(`DELETE FROM invitations WHERE (SELECT count(*) FROM people) = 1`); err != nil {
		return Person{}, err
	}
	return p, tx.Commit()
}

// ChangePassword gives a person another password, when the current one is right, and ends
// all sessions but the one given, and the invitations: whoever knew the old one may have made some.
func (s *Store) ChangePassword(p Person, now, next, session string) error {
	var hash string
	if err := s.r.QueryRow(`SELECT password FROM people WHERE id = ?`, p.ID).Scan(&hash); err != nil {
		return none(err)
	}
	if ok, err := matches(now, hash); err != nil {
		return err
	} else if !ok {
		return ErrSignIn
	}
	hash, err := hashed(next)
	if err != nil {
		return err
	}
	tx, err := s.w.Begin()
	if err != nil {
		return err
	}
	defer tx.Rollback()
	if _, err := tx.Exec(`UPDATE people SET password = ? WHERE id = ?`, hash, p.ID); err != nil {
		return err
	}
	if _, err := tx.Exec(`DELETE FROM sessions WHERE person = ? AND digest <> ?`, p.ID, digest(session)); err != nil {
		return err
	}
	if _, err := tx.Exec(`DELETE FROM invitations WHERE made_by = ?`, p.ID); err != nil {
		return err
	}
	return tx.Commit()
}

// EndOthers ends all sessions of a person but the one given, and tells how many.
func (s *Store) EndOthers(person, session string) (int, error) {
	r, err := s.w.Exec(`DELETE FROM sessions WHERE person = ? AND digest <> ? AND expires > ?`, person, digest(session), now())
	if err != nil {
		return 0, err
	}
	n, err := r.RowsAffected()
	return int(n), err
}

// hashed checks a new password and hashes it.
func hashed(password string) (hash string, err error) {
	if n := utf8.RuneCountInString(password); n < shortestPassword || n > longestPassword {
		return "", refuse("a password must have %d to %d characters", shortestPassword, longestPassword)
	}
	hashing <- struct{}{}
	defer func() { <-hashing }()
	return argon2id.CreateHash(password, argon2id.DefaultParams)
}

func matches(password, hash string) (bool, error) {
	if len(password) > 4*longestPassword {
		return false, nil
	}
	hashing <- struct{}{}
	defer func() { <-hashing }()
	return argon2id.ComparePasswordAndHash(password, hash)
}

// newPerson checks what was typed and hashes the password.
func newPerson(email, name, password string) (p Person, hash string, err error) {
	email, name = strings.ToLower(strings.TrimSpace(email)), strings.TrimSpace(name)
	if a, err := mail.ParseAddress(email); err != nil || a.Address != email {
		return p, "", refuse("%q is not an e-mail address", email)
	}
	if name == "" || utf8.RuneCountInString(name) > longestName {
		return p, "", refuse("a name must have 1 to %d characters", longestName)
	}
	hash, err = hashed(password)
	return Person{newID(), email, name}, hash, err
}

// add writes a new account.
func (p Person) add(db interface {
	Exec(query string, args ...any) (sql.Result, error)
}, hash string) error {
	r, err := db.Exec(
		`INSERT INTO people (id, email, name, password, created) VALUES (?, ?, ?, ?, ?) ON CONFLICT (email) DO NOTHING`,
		p.ID,
		p.Email,
		p.Name,
		hash,
		now(),
	)
	if err = changedOne(r, err); errors.Is(err, ErrNone) {
		return refuse("there is already an account for %s", p.Email)
	}
	return err
}

// HasPeople reports whether there is any account.
func (s *Store) HasPeople() (bool, error) {
	var n int
	err := s.r.QueryRow(`SELECT count(*) FROM people`).Scan(&n)
	return n > 0, err
}

// decoy is compared with when there is no account, so that an answer takes as
// long as with one.
var decoy = sync.OnceValue(func() string {
	h, err := argon2id.CreateHash("a password of nobody", argon2id.DefaultParams)
	if err != nil {
		panic("store: " + err.Error()) // only without a source of random bits
	}
	return h
})

// SignIn checks e-mail and password and opens a session; it returns the token
// for the cookie.
func (s *Store) SignIn(email, password string) (string, error) {
	var id, hash string
	err := none(s.r.QueryRow(`SELECT id, password FROM people WHERE email = ?`, strings.ToLower(strings.TrimSpace(email))).Scan(&id, &hash))
	if err != nil && !errors.Is(err, ErrNone) {
		return "", err
	}
	if id == "" {
		hash = decoy()
	}
	ok, err := matches(password, hash)
	if err != nil {
		return "", err
	}
	if !ok || id == "" {
		return "", ErrSignIn
	}
	return s.OpenSession(id)
}

// OpenSession signs a person in without a password, as after making an account.
func (s *Store) OpenSession(person string) (string, error) {
	t := token()
	if _, err := s.w.Exec(`DELETE FROM sessions WHERE expires < ?`, now()); err != nil {
		return "", err
	}
	_, err := s.w.Exec(`INSERT INTO sessions (digest, person, expires) VALUES (?, ?, ?)`, digest(t), person, now()+sessionLife.Milliseconds())
	return t, err
}

// Session finds who is signed in with a token; ErrNone when nobody is.
func (s *Store) Session(t string) (Person, error) {
	var p Person
	err := s.r.QueryRow(`SELECT p.id, p.email, p.name FROM sessions s JOIN people p ON p.id = s.person WHERE s.digest = ? AND s.expires > ?`, digest(t), now()).
		Scan(&p.ID, &p.Email, &p.Name)
	return p, none(err)
}

// SignOut ends a session.
func (s *Store) SignOut(t string) error {
	_, err := s.w.Exec(`DELETE FROM sessions WHERE digest = ?`, digest(t))
	return err
}
