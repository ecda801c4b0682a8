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
func (s *Server) houses(c fiber.Ctx) error { return s.housesAnd(c, fiber.Map{}) }

// housesAnd lists them with what is said, or asked, above.
func (s *Server) housesAnd(c fiber.Ctx, data fiber.Map) error {
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
	data["Houses"] = out
	return s.render(c, "team-houses", data)
}

// keepHouse keeps a house style for the team. Where the team has another one of that name, the charts that took it change
// with it: a style is changed everywhere at once, once its person knows where that is.
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
	was, by, err := s.store.House(h.Name)
	if err != nil && !errors.Is(err, store.ErrNone) {
		return err
	}
	var have []string
	if was != nil && !sameHouse(was, h) {
		if have, err = s.chartsWith(was); err != nil {
			return err
		}
		if c.FormValue("sure") == "" && (len(have) > 0 || by != person(c).ID) {
			return s.housesAnd(c, fiber.Map{"Ask": h.Name, "Arg": c.FormValue("house"), "Changes": len(have)})
		}
	}
	if err := s.store.KeepHouse(person(c).ID, h); err != nil {
		return err
	}
	changed := 0
	for _, id := range have {
		did, err := s.putHouse(person(c).ID, id, was, h)
		if err != nil {
			return err
		}
		if did {
			changed++
		}
	}
	return s.housesAnd(c, fiber.Map{"Said": keptWords(changed)})
}

// sameHouse reports whether two house styles say the same.
func sameHouse(a, b *chart.House) bool {
	x, err := json.Marshal(a)
	y, failed := json.Marshal(b)
	return err == nil && failed == nil && string(x) == string(y)
}

// chartsWith are the charts that have a house style of the team's as it is. One that has another style of that name did
// not take it from the team; one that cannot be read keeps the others from nothing.
func (s *Server) chartsWith(h *chart.House) ([]string, error) {
	ids, err := s.store.ChartsOfHouse(h.Name)
	if err != nil {
		return nil, err
	}
	var out []string
	for _, id := range ids {
		ch, _, err := s.store.Chart(id)
		if unreadable := new(store.ErrUnreadable); errors.As(err, &unreadable) {
			continue
		}
		if err != nil {
			return nil, err
		}
		if ch.House != nil && sameHouse(ch.House, h) {
			out = append(out, id)
		}
	}
	return out, nil
}

// putHouse gives a chart a house style in the place of another one, if it still has that.
func (s *Server) putHouse(person, id string, was, h *chart.House) (bool, error) {
	ch, _, err := s.store.Chart(id)
	if err != nil {
		return false, err
	}
	if ch.House == nil || !sameHouse(ch.House, was) {
		return false, nil
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
	return s.housesAnd(c, fiber.Map{"Said": "Removed. Charts that have it keep it."})
}
