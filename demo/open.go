package demo

import (
	"errors"
	"fmt"

	"plaintracer/store"
)

// The setting that marks a data folder as the demo's, and how far it got.
const (
	setting = "demo"
	begun   = "begun"
	made    = "made"
)

// Open opens a data folder with the scenario in it, and makes it where there is none yet.
// One whose making was cut off is made again. Another one's data is refused.
func Open(dir string) (*store.Store, error) {
	s, err := store.Open(dir)
	if err != nil {
		return nil, err
	}
	state, err := s.Setting(setting)
	if err == nil && state == begun {
		if err := errors.Join(s.Close(), store.Discard(dir)); err != nil {
			return nil, err
		}
		if s, err = store.Open(dir); err != nil {
			return nil, err
		}
		state = ""
	}
	if err == nil && state == "" {
		err = fill(s, dir)
	}
	if err != nil {
		return nil, errors.Join(err, s.Close())
	}
	return s, nil
}

func fill(s *store.Store, dir string) error {
	if has, err := s.HasPeople(); err != nil {
		return err
	} else if has {
		return fmt.Errorf("%s is not a demo: it holds somebody's accounts and charts; choose another folder with --data, or use 'plaintracer serve'", dir)
	}
	if err := s.SetSetting(setting, begun); err != nil {
		return err
	}
	if err := Fill(s); err != nil {
		return err
	}
	return s.SetSetting(setting, made)
}
