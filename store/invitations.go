package store

import "time"

const (
	invitationLife  = 7 * 24 * time.Hour
	mostInvitations = 50 // open ones of a person
)

// Invitation is one that nobody has used yet. Its token is not kept: ID is a digest.
type Invitation struct {
	ID            string
	Made, Expires time.Time
}

// Invite makes a one-time token for an account. It is a person's, or with "" the server's own
// for the first account.
func (s *Store) Invite(person string) (string, error) {
	if _, err := s.w.Exec(`DELETE FROM invitations WHERE expires <= ?`, now()); err != nil {
		return "", err
	}
	t, at := token(), now()
	r, err := s.w.Exec(`INSERT INTO invitations (digest, expires, made, made_by) SELECT ?1, ?2, ?3, nullif(?4, '')
		WHERE (SELECT count(*) FROM invitations WHERE made_by = ?4) < ?5`,
		digest(t), at+invitationLife.Milliseconds(), at, person, mostInvitations)
	if err != nil {
		return "", err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return "", refuse("you have %d open invitations, which is the most: withdraw one that nobody will use", mostInvitations)
	}
	return t, nil
}

// Invited reports whether a one-time token can still be used.
func (s *Store) Invited(t string) error {
	var d string
	return none(s.r.QueryRow(`SELECT digest FROM invitations WHERE digest = ? AND expires > ?`, digest(t), now()).Scan(&d))
}

// Invitations are those of a person that can still be used, the newest first.
func (s *Store) Invitations(person string) ([]Invitation, error) {
	rows, err := s.r.Query(`SELECT digest, made, expires FROM invitations WHERE made_by = ? AND expires > ? ORDER BY made DESC, digest`, person, now())
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []Invitation
	for rows.Next() {
		var i Invitation
		var made, expires int64
		if err := rows.Scan(&i.ID, &made, &expires); err != nil {
			return nil, err
		}
		i.Made, i.Expires = time.UnixMilli(made), time.UnixMilli(expires)
		out = append(out, i)
	}
	return out, rows.Err()
}

// Withdraw ends an invitation of a person; ErrNone when there is none of that person by that ID.
func (s *Store) Withdraw(person, id string) error {
	r, err := s.w.Exec(`DELETE FROM invitations WHERE digest = ? AND made_by = ?`, id, person)
	return changedOne(r, err)
}
