package store

import (
	"context"
	"errors"
	"time"
)

// tidyEvery is how often what nobody needs any more is taken away.
const tidyEvery = time.Hour

// Tidy takes away what nobody needs any more, now and every hour until ctx ends: files that were sent and never put on
// a step, and what is left of charts that were being destroyed when the program ended. said is told of errors.
func (s *Store) Tidy(ctx context.Context, said func(error)) {
	for {
		if err := s.tidy(); err != nil {
			said(err)
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(tidyEvery):
		}
	}
}

func (s *Store) tidy() error {
	ids, err := s.ids(`SELECT id FROM charts WHERE binned = ?`, destroyed)
	for _, id := range ids {
		err = errors.Join(err, s.forget(id))
	}
	return errors.Join(err, s.dropUnused())
}
