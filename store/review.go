package store

import (
	"errors"
	"strings"
	"time"
	"unicode/utf8"
)

// Right is what a review link lets its reader do.
type Right string

// The rights.
const (
	Read    Right = "read"
	Comment Right = "comment"
)

// Link is a review link.
type Link struct {
	Token   string
	Chart   string
	May     Right
	Created time.Time
	Files   bool // its readers can open the files on steps
}

// AddLink makes a review link (160 random bits).
func (s *Store) AddLink(chart string, may Right) (Link, error) {
	if may != Read && may != Comment {
		return Link{}, refuse("a review link allows reading or commenting, not %q", may)
	}
	l := Link{Token: token(), Chart: chart, May: may, Created: time.Now()}
	_, err := s.w.Exec(`INSERT INTO links (token, chart, may, created) VALUES (?, ?, ?, ?)`, l.Token, l.Chart, l.May, now())
	return l, err
}

// Links lists the review links of a chart that work.
func (s *Store) Links(chart string) ([]Link, error) {
	rows, err := s.r.Query(`SELECT token, chart, may, created, files FROM links WHERE chart = ? AND off = 0 ORDER BY created, rowid`, chart)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Link
	for rows.Next() {
		var l Link
		var at int64
		if err := rows.Scan(&l.Token, &l.Chart, &l.May, &at, &l.Files); err != nil {
			return nil, err
		}
		l.Created = when(at)
		out = append(out, l)
	}
	return out, rows.Err()
}

// Link finds a review link that works, on a chart that is not in the bin.
func (s *Store) Link(token string) (Link, error) {
	var l Link
	var at int64
	err := s.r.QueryRow(`SELECT l.token, l.chart, l.may, l.created, l.files FROM links l JOIN charts c ON c.id = l.chart WHERE l.token = ? AND l.off = 0 AND c.binned = 0`, token).
		Scan(&l.Token, &l.Chart, &l.May, &at, &l.Files)
	l.Created = when(at)
	return l, none(err)
}

// SwitchOff makes a review link of a chart dead.
func (s *Store) SwitchOff(chart, token string) error {
	r, err := s.w.Exec(`UPDATE links SET off = 1 WHERE chart = ? AND token = ? AND off = 0`, chart, token)
	return changedOne(r, err)
}

// Mute takes the right to comment from a review link.
func (s *Store) Mute(chart, token string) error {
	r, err := s.w.Exec(`UPDATE links SET may = ? WHERE chart = ? AND token = ? AND off = 0 AND may = ?`, Read, chart, token, Comment)
	return changedOne(r, err)
}

// Remark is a comment on a step, or an answer to one.
type Remark struct {
	ID      string
	Chart   string
	Step    string
	Answers string
	Author  string
	Person  string
	Link    string // that a guest wrote it through
	Body    string
	At      time.Time
	Settled bool
}

// Limits of a comment.
const (
	longestRemark = 10000
	mostRemarks   = 5000 // of guests on a chart, through links that work; they do not keep its owner from writing
)

// AddRemark keeps a comment. Errors are in words for who wrote it.
func (s *Store) AddRemark(r Remark) (Remark, error) {
	r.Author, r.Body = strings.TrimSpace(r.Author), strings.TrimSpace(r.Body)
	if r.Author == "" || utf8.RuneCountInString(r.Author) > longestName {
		return r, refuse("enter your name, 1 to %d characters", longestName)
	}
	if r.Body == "" || utf8.RuneCountInString(r.Body) > longestRemark {
		return r, refuse("a comment must have 1 to %d characters", longestRemark)
	}
	if !utf8.ValidString(r.Body) || !utf8.ValidString(r.Author) {
		return r, refuse("a comment must be valid UTF-8 text")
	}
	var n int
	if err := s.r.QueryRow(`SELECT count(*) FROM comments c LEFT JOIN links l ON l.token = c.link WHERE c.chart = ? AND c.person = '' AND coalesce(l.off, 0) = 0`, r.Chart).Scan(&n); err != nil {
		return r, err
	}
	if n >= mostRemarks && r.Person == "" {
		return r, refuse("this chart has %d comments, which is the limit", n)
	}
	if r.Answers != "" {
		if err := s.r.QueryRow(`SELECT step FROM comments WHERE id = ? AND chart = ? AND answers = ''`, r.Answers, r.Chart).Scan(&r.Step); err != nil {
			return r, none(err)
		}
	}
	r.ID, r.At = newID(), time.Now()
	_, err := s.w.Exec(
		`INSERT INTO comments (id, chart, step, answers, author, person, link, body, at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		r.ID,
		r.Chart,
		r.Step,
		r.Answers,
		r.Author,
		r.Person,
		r.Link,
		r.Body,
		now(),
	)
	return r, err
}

// Remarks lists the comments of a chart, the oldest first.
func (s *Store) Remarks(chart string) ([]Remark, error) {
	rows, err := s.r.Query(
		`SELECT id, chart, step, answers, author, person, body, at, settled FROM comments WHERE chart = ? ORDER BY at, rowid`,
		chart,
	)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Remark
	for rows.Next() {
		var r Remark
		var at int64
		if err := rows.Scan(&r.ID, &r.Chart, &r.Step, &r.Answers, &r.Author, &r.Person, &r.Body, &at, &r.Settled); err != nil {
			return nil, err
		}
		r.At = when(at)
		out = append(out, r)
	}
	return out, rows.Err()
}

// OpenRemarks counts the comments on a person's charts that are not settled, by chart.
func (s *Store) OpenRemarks(owner string) (map[string]int, error) {
	rows, err := s.r.Query(
		`SELECT r.chart, count(*) FROM comments r JOIN charts c ON c.id = r.chart WHERE c.owner = ? AND r.answers = '' AND r.settled = 0 GROUP BY r.chart`,
		owner,
	)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := map[string]int{}
	for rows.Next() {
		var chart string
		var n int
		if err := rows.Scan(&chart, &n); err != nil {
			return nil, err
		}
		out[chart] = n
	}
	return out, rows.Err()
}

// DropRemark deletes a comment with its answers, or an answer.
func (s *Store) DropRemark(chart, id string) error {
	r, err := s.w.Exec(`DELETE FROM comments WHERE chart = ? AND (id = ? OR answers = ?)`, chart, id, id)
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return errors.Join(ErrNone, err)
	}
	return nil
}

// Settle marks a comment as settled, or as open again.
func (s *Store) Settle(chart, id string, settled bool) error {
	r, err := s.w.Exec(`UPDATE comments SET settled = ? WHERE chart = ? AND id = ? AND answers = ''`, settled, chart, id)
	return changedOne(r, err)
}
