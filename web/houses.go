package web

import (
	"crypto/rand"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/style"
	"plaintracer/store"
)

// houses lists the house styles that the team keeps.
func (s *Server) houses(c fiber.Ctx) error { return s.housesAnd(c, "") }

func (s *Server) housesAnd(c fiber.Ctx, said string) error {
	hs, err := s.store.Houses()
	if err != nil {
		return err
	}
	type kept struct {
		Name, Arg string
		House     *chart.House
	}
	var out []kept
	for _, h := range hs {
		b, err := json.Marshal(h)
		if err != nil {
			return err
		}
		out = append(out, kept{h.Name, string(b), h})
	}
	return s.render(c, "team-houses", fiber.Map{"Houses": out, "Said": said})
}

// keepHouse keeps a house style for the team. Charts that have one of that name are given it:
// a style is changed everywhere at once.
func (s *Server) keepHouse(c fiber.Ctx) error {
	h := new(chart.House)
	if err := json.Unmarshal([]byte(c.FormValue("house")), h); err != nil {
		return bad("house: expected a house style as JSON: " + err.Error())
	}
	for _, shipped := range style.Shipped() {
		if shipped.Name == h.Name {
			return bad(fmt.Sprintf("%s comes with the application. Give yours another name.", h.Name))
		}
	}
	if err := s.store.KeepHouse(person(c).ID, h); err != nil {
		return err
	}
	ids, err := s.store.ChartsOfHouse(h.Name)
	if err != nil {
		return err
	}
	changed := 0
	for _, id := range ids {
		did, err := s.putHouse(person(c).ID, id, h)
		if err != nil {
			return err
		}
		if did {
			changed++
		}
	}
	return s.housesAnd(c, keptWords(changed))
}

// putHouse gives a chart that has a house style of that name this one, unless it is the same.
// A chart that cannot be read keeps the others from nothing.
func (s *Server) putHouse(person, id string, h *chart.House) (bool, error) {
	ch, _, err := s.store.Chart(id)
	if unreadable := new(store.ErrUnreadable); errors.As(err, &unreadable) {
		return false, nil
	}
	if err != nil {
		return false, err
	}
	if ch.House == nil || ch.House.Name != h.Name { // it has gone back to an earlier state
		return false, nil
	}
	was, err := json.Marshal(ch.House)
	if err != nil {
		return false, err
	}
	if now, err := json.Marshal(h); err != nil || string(was) == string(now) {
		return false, err
	}
	window := make([]byte, 10) // this change's own, as if a window had made it
	if _, err := rand.Read(window); err != nil {
		return false, err
	}
	cmd := chart.Command{Words: "house style " + h.Name, Parts: []chart.Part{{Do: "chart.set", House: h}}}
	_, _, err = s.store.Append(id, person, "house-"+hex.EncodeToString(window), []store.Incoming{{N: 1, Command: cmd}}, s.tell(id))
	return err == nil, err
}

func keptWords(charts int) string {
	switch charts {
	case 0:
		return "Kept for the team."
	case 1:
		return "Kept for the team, and changed in 1 other chart."
	}
	return fmt.Sprintf("Kept for the team, and changed in %d other charts.", charts)
}

func (s *Server) dropHouse(c fiber.Ctx) error {
	if err := s.store.DropHouse(c.FormValue("name")); err != nil {
		return err
	}
	return s.housesAnd(c, "Removed. Charts that have it keep it.")
}
