package web

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/edit"
	"plaintracer/core/layout"
	"plaintracer/core/list"
	"plaintracer/format"
	"plaintracer/store"
)

// card is a chart in the list.
type card struct {
	store.Entry
	Counts string
	Open   int // comments that are not settled
	Mine   bool
	Broken bool // it cannot be read
}

func (s *Server) cards(c fiber.Ctx, binned bool) ([]card, error) {
	es, err := s.store.Charts(person(c).ID, binned)
	if err != nil {
		return nil, err
	}
	open, err := s.store.OpenRemarks(person(c).ID)
	if err != nil {
		return nil, err
	}
	var out []card
	for _, e := range es {
		k := card{Entry: e, Open: open[e.ID], Mine: e.Changer == person(c).ID}
		if e.Size.Pages < 0 {
			var broken *store.ErrUnreadable
			if e.Size, err = s.store.Size(e.ID); errors.As(err, &broken) { // the others are there all the same
				s.opts.Log.Error("unreadable", "chart", e.ID, "error", err)
				k.Broken = true
			} else if err != nil {
				return nil, err
			}
		}
		k.Counts = counts(e.Size)
		out = append(out, k)
	}
	return out, nil
}

// counts says how large a chart is: 2 pages · 13 steps · 5 lanes.
func counts(z store.Size) string {
	words := []string{many(z.Pages, "page"), many(z.Steps, "step")}
	if z.Lanes > 0 {
		words = append(words, many(z.Lanes, "lane"))
	}
	return strings.Join(words, " · ")
}

func (s *Server) charts(c fiber.Ctx) error { return s.list(c, false) }
func (s *Server) bin(c fiber.Ctx) error    { return s.list(c, true) }

func (s *Server) list(c fiber.Ctx, binned bool) error {
	cards, err := s.cards(c, binned)
	if err != nil {
		return err
	}
	other, err := s.store.Charts(person(c).ID, !binned)
	if err != nil {
		return err
	}
	taken, err := s.store.Room(person(c).ID)
	if err != nil {
		return err
	}
	data := fiber.Map{"Title": "Charts", "Cards": cards, "Binned": binned, "InUse": len(cards), "InBin": len(other), "Full": taken.Full()}
	if binned {
		data["Title"], data["InUse"], data["InBin"] = "Bin", len(other), len(cards)
	}
	if c.Get("HX-Request") != "" {
		return s.render(c, "chart-list", data)
	}
	return s.render(c, "charts", data)
}

// again answers a change made in the list with the list as it now is.
func (s *Server) again(c fiber.Ctx, binned bool) error {
	if c.Get("HX-Request") == "" {
		to := "/charts"
		if binned {
			to = "/charts/bin"
		}
		return c.Redirect().Status(fiber.StatusSeeOther).To(to)
	}
	return s.list(c, binned)
}

func (s *Server) newChart(c fiber.Ctx) error {
	name := strings.TrimSpace(c.FormValue("name"))
	if name == "" {
		name = untitled
	}
	return s.keep(c, chart.New(name))
}

// keep stores a new chart and opens it.
func (s *Server) keep(c fiber.Ctx, ch *chart.Chart) error {
	id, err := s.store.AddChart(person(c).ID, ch)
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/charts/" + id)
}

// openFile makes a chart of an uploaded file.
func (s *Server) openFile(c fiber.Ctx) error {
	h, err := c.FormFile("file")
	if err != nil {
		return bad("Choose a file: " + format.OpenedWords(nil) + ".")
	}
	b, err := sent(h)
	if err != nil {
		return err
	}
	var ch *chart.Chart
	err = s.work(c, func(ctx context.Context) error {
		var fresh bool
		ch, fresh, err = format.Read(h.Filename, b)
		if err == nil && fresh {
			inLevels(ch, c)
			if err = layout.Chart(ctx, ch, layout.Down); err == nil {
				err = onSheets(ctx, ch, c)
			}
		}
		if err != nil && ctx.Err() == nil {
			return bad(h.Filename + ": " + err.Error())
		}
		return err
	})
	if err != nil {
		return err
	}
	left, err := s.store.Missing(person(c).ID, ch)
	if err != nil {
		return err
	}
	id, err := s.store.AddChart(person(c).ID, ch)
	if err != nil {
		return err
	}
	to := "/charts/" + id
	if len(left) > 0 {
		to += fmt.Sprintf("?left=%d", len(left))
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To(to)
}

// inLevels puts levels of numbers on pages of their own where the form that asks for the chart wants that.
func inLevels(ch *chart.Chart, c fiber.Ctx) {
	if c.FormValue("levels") == "apart" {
		list.Levels(ch)
	}
}

// onSheets lets a new chart go on on further pages where it is larger than its sheet, unless the form
// that asks for it wants one page.
func onSheets(ctx context.Context, ch *chart.Chart, c fiber.Ctx) error {
	if c.FormValue("pages") == "one" {
		return nil
	}
	return layout.Over(ctx, ch)
}

// typedList makes a chart of typed lines, one a step.
func (s *Server) typedList(c fiber.Ctx) error {
	name := strings.TrimSpace(c.FormValue("name"))
	if name == "" {
		name = untitled
	}
	var ch *chart.Chart
	err := s.work(c, func(ctx context.Context) (err error) {
		if ch, err = list.Read(c.FormValue("list"), name); err != nil {
			return bad(sentence(err))
		}
		inLevels(ch, c)
		if err = layout.Chart(ctx, ch, layout.Down); err != nil {
			return err
		}
		return onSheets(ctx, ch, c)
	})
	if err != nil {
		return err
	}
	return s.keep(c, ch)
}

func (s *Server) rename(c fiber.Ctx) error {
	name := strings.TrimSpace(c.FormValue("name"))
	if name == "" {
		return bad("A chart needs a name.")
	}
	e := entry(c)
	if name != e.Name {
		cmd := chart.Command{Words: "rename", Parts: []chart.Part{{Do: "chart.set", Name: &name}}}
		// A client of its own, so that the command is new whoever else writes.
		res, _, err := s.store.Append(
			e.ID,
			person(c).ID,
			"list-"+s.sign(e.ID + fmt.Sprint(e.Seq))[:16],
			[]store.Incoming{{N: 1, Command: cmd}},
			s.tell(e.ID),
		)
		if err != nil {
			return err
		}
		if res[0].Refused != "" {
			return bad(sentence(errors.New(res[0].Refused)))
		}
	}
	return s.again(c, e.Binned)
}

func (s *Server) duplicate(c fiber.Ctx) error {
	ch, _, err := s.store.Chart(entry(c).ID)
	if err != nil {
		return err
	}
	ch.Name = "Copy of " + ch.Name
	if _, err := s.store.AddChart(person(c).ID, ch); err != nil {
		return err
	}
	return s.again(c, false)
}

func (s *Server) toBin(c fiber.Ctx) error {
	if err := s.store.Bin(entry(c).ID, true); err != nil {
		return err
	}
	return s.again(c, false)
}

func (s *Server) fromBin(c fiber.Ctx) error {
	if err := s.store.Bin(entry(c).ID, false); err != nil {
		return err
	}
	return s.again(c, true)
}

func (s *Server) destroy(c fiber.Ctx) error {
	if err := s.store.Destroy(entry(c).ID); err != nil {
		return err
	}
	return s.again(c, true)
}

// rest is what is on disk of a chart, for one that cannot be opened.
func (s *Server) rest(c fiber.Ctx) error {
	e := entry(c)
	r, err := s.store.Rest(e.ID)
	if err != nil {
		return err
	}
	b, err := json.MarshalIndent(r, "", " ")
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderCacheControl, "no-store")
	attach(c, e.Name, ".rest.json")
	c.Set(fiber.HeaderContentType, "application/json")
	return c.Send(b)
}

// goBack takes a chart that cannot be opened back to its last readable state.
func (s *Server) goBack(c fiber.Ctx) error {
	if _, err := s.store.GoBack(entry(c).ID); err != nil {
		return err
	}
	return s.again(c, entry(c).Binned)
}

// thumb draws the first page of a chart for the list.
func (s *Server) thumb(c fiber.Ctx) error {
	ctx, end := untilHangUp(c)
	defer end()
	d, err := s.drawn(ctx, entry(c).ID)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "image/svg+xml")
	c.Set(fiber.HeaderCacheControl, "private, max-age=31536000, immutable")
	return c.SendString(format.Holding(d.pages[0].svg, s.smallPicture))
}

// chartNames are the charts of the person, for links that lead to them.
func (s *Server) chartNames(c fiber.Ctx) error {
	es, err := s.store.Charts(person(c).ID, false)
	if err != nil {
		return err
	}
	return c.JSON(each(es, func(e store.Entry) edit.ChartName { return edit.ChartName{ID: e.ID, Name: e.Name} }))
}
