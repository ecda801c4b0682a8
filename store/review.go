package store

import (
	"encoding/json"
	"errors"
	"plaintracer/core/chart"
	"plaintracer/core/number"
	"slices"
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
	Proof   bool // and see what the proof finds
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
	rows, err := s.r.Query(`SELECT token, chart, may, created, files, proof FROM links WHERE chart = ? AND off = 0 ORDER BY created, rowid`, chart)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Link
	for rows.Next() {
		var l Link
		var at int64
		if err := rows.Scan(&l.Token, &l.Chart, &l.May, &at, &l.Files, &l.Proof); err != nil {
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
	err := s.r.QueryRow(`SELECT l.token, l.chart, l.may, l.created, l.files, l.proof FROM links l JOIN charts c ON c.id = l.chart WHERE l.token = ? AND l.off = 0 AND c.binned = 0`, token).
		Scan(&l.Token, &l.Chart, &l.May, &at, &l.Files, &l.Proof)
	l.Created = when(at)
	return l, none(err)
}

// LetProof lets the readers of a review link see what the proof finds, or not any more.
func (s *Store) LetProof(chart, token string, may bool) error {
	r, err := s.w.Exec(`UPDATE links SET proof = ? WHERE token = ? AND chart = ? AND off = 0`, may, token, chart)
	return changedOne(r, err)
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
	Cut     bool // there is more of its body
	Refers  []Reference
}

// Reference is a piece of a comment that names a step by the number that it had then: bytes of the body.
type Reference struct {
	From, To int
	Step     string
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
	var refers []byte
	c, _, err := s.Chart(r.Chart)
	if err != nil {
		return r, err
	}
	if r.Refers = referring(c, r); len(r.Refers) > 0 {
		if refers, err = json.Marshal(r.Refers); err != nil {
			return r, err
		}
	}
	r.ID, r.At = newID(), time.Now()
	_, err = s.w.Exec(
		`INSERT INTO comments (id, chart, step, answers, author, person, link, body, refers, at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
		r.ID,
		r.Chart,
		r.Step,
		r.Answers,
		r.Author,
		r.Person,
		r.Link,
		r.Body,
		string(refers),
		now(),
	)
	return r, err
}

// referring are the pieces of a comment that name steps, on the page of its own step before others.
func referring(c *chart.Chart, r Remark) (out []Reference) {
	on := c.Pages[0]
	for _, p := range c.Pages {
		if p.Step(r.Step) != nil {
			on = p
		}
	}
	for _, m := range number.InWords(c, on, r.Body) {
		out = append(out, Reference{m.From, m.To, m.Link.Step})
	}
	return out
}

// So much of what was written comes at once: comments and answers by their number, those among others by their letters.
const (
	RemarksAtOnce  = 50
	answersAmong   = 5    // the last ones, below a comment among others
	longestAmong   = 2000 // characters
	remarksColumns = `id, chart, step, answers, author, person, at, settled, refers, length(body)`
)

// Thread is a comment with its answers, or with the last of them.
type Thread struct {
	Remark
	Replies []Remark
	Answers int // how many there are
	From    int // which of them is the first here
}

// Comments are in the order in which they came, which is not told by their times: clocks are set back.

// partOf is where the part of so many begins in which one of them is, or the last.
func partOf(all, one int) int {
	return max(0, min(one, all-1)) / RemarksAtOnce * RemarksAtOnce
}

// Threads are comments of a chart with the last answers to them, RemarksAtOnce or fewer of all: the part in which one of
// them is, told by its number, and the number of its first. Those that are open come first, and of these the oldest. Long
// ones are cut.
func (s *Store) Threads(chart string, all, one int) (ts []Thread, from int, err error) {
	from = partOf(all, one)
	ts, err = s.threads(chart, from)
	return ts, from, err
}

func (s *Store) threads(chart string, from int) ([]Thread, error) {
	rs, err := s.remarks(longestAmong, `FROM comments WHERE chart = ? AND answers = '' ORDER BY settled, rowid LIMIT ? OFFSET ?`, chart, RemarksAtOnce, from)
	if err != nil {
		return nil, err
	}
	out := make([]Thread, len(rs))
	at := map[string]*Thread{}
	ids := []any{chart}
	for i, r := range rs {
		out[i].Remark, at[r.ID] = r, &out[i]
		ids = append(ids, r.ID)
	}
	those := strings.TrimPrefix(strings.Repeat(",?", len(rs)), ",")
	as, err := s.remarks(longestAmong, `FROM (SELECT *, row_number() OVER (PARTITION BY answers ORDER BY rowid DESC) AS nth, rowid AS row
		FROM comments WHERE chart = ? AND answers IN (`+those+`)) WHERE nth <= ? ORDER BY row`, append(ids, answersAmong)...)
	if err != nil {
		return nil, err
	}
	for _, a := range as {
		at[a.Answers].Replies = append(at[a.Answers].Replies, a)
	}
	rows, err := s.r.Query(`SELECT answers, count(*) FROM comments WHERE chart = ? AND answers IN (`+those+`) GROUP BY answers`, ids...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	for rows.Next() {
		var id string
		var n int
		if err := rows.Scan(&id, &n); err != nil {
			return nil, err
		}
		at[id].Answers = n
	}
	return out, rows.Err()
}

// Thread is one comment as a whole with RemarksAtOnce or fewer of its answers: the part in which one of them is.
func (s *Store) Thread(chart, id string, one int) (Thread, error) {
	rs, err := s.remarks(longestRemark, `FROM comments WHERE chart = ? AND id = ? AND answers = ''`, chart, id)
	if err != nil {
		return Thread{}, err
	}
	if len(rs) == 0 {
		return Thread{}, ErrNone
	}
	t := Thread{Remark: rs[0]}
	if err := s.r.QueryRow(`SELECT count(*) FROM comments WHERE chart = ? AND answers = ?`, chart, id).Scan(&t.Answers); err != nil {
		return t, err
	}
	t.From = partOf(t.Answers, one)
	t.Replies, err = s.remarks(longestRemark, `FROM comments WHERE chart = ? AND answers = ? ORDER BY rowid LIMIT ? OFFSET ?`, chart, id, RemarksAtOnce, t.From)
	return t, err
}

// remarks reads comments, cut after some characters.
func (s *Store) remarks(longest int, from string, args ...any) ([]Remark, error) {
	rows, err := s.r.Query(`SELECT `+remarksColumns+`, substr(body, 1, ?) `+from, append([]any{longest}, args...)...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Remark
	for rows.Next() {
		var r Remark
		var at int64
		var length int
		var refers string
		if err := rows.Scan(&r.ID, &r.Chart, &r.Step, &r.Answers, &r.Author, &r.Person, &at, &r.Settled, &refers, &length, &r.Body); err != nil {
			return nil, err
		}
		r.At, r.Cut = when(at), length > longest
		if refers != "" {
			if err := json.Unmarshal([]byte(refers), &r.Refers); err != nil {
				return nil, err
			}
			r.Refers = slices.DeleteFunc(r.Refers, func(k Reference) bool { return k.To > len(r.Body) }) // in what is cut
		}
		out = append(out, r)
	}
	return out, rows.Err()
}

// RemarkCounts counts the comments of a chart, and those of them that are open by their steps.
func (s *Store) RemarkCounts(chart string) (all int, open map[string]int, err error) {
	rows, err := s.r.Query(`SELECT step, count(*), sum(1 - settled) FROM comments WHERE chart = ? AND answers = '' GROUP BY step`, chart)
	if err != nil {
		return 0, nil, err
	}
	defer rows.Close()
	open = map[string]int{}
	for rows.Next() {
		var step string
		var n, unsettled int
		if err := rows.Scan(&step, &n, &unsettled); err != nil {
			return 0, nil, err
		}
		if all += n; unsettled > 0 {
			open[step] = unsettled
		}
	}
	return all, open, rows.Err()
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
