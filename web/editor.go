package web

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
	"plaintracer/core/edit"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
	"plaintracer/format"
	"plaintracer/format/picture"
	"plaintracer/store"
)

func (s *Server) editor(c fiber.Ctx) error {
	e := entry(c)
	if e.Binned {
		return fiber.NewError(fiber.StatusNotFound, "This chart is in the bin. Restore it to open it.")
	}
	ch, _, err := s.store.Chart(e.ID)
	if err != nil {
		return err
	}
	said := ""
	if n := fiber.Query[int](c, "left"); n > 0 {
		said = fmt.Sprintf("Left out: %s on steps. A chart file names them and does not contain them.", many(n, "file"))
	}
	return s.render(c, "editor", fiber.Map{
		"Said":  said,
		"Title": ch.Name, "Chart": e, "Owner": person(c).Name, "Symbols": symbol.All(),
		"Groups": []string{symbol.Work, symbol.Kept, symbol.Links, symbol.Plain}, "Keys": edit.Keys(), "Wasm": s.assets.wasm,
		"MostFile": store.MostFile >> 20, "MostPicture": picture.MostBytes >> 20, // MB
	})
}

// here tells a window that the server is there, that its session goes on, that the
// chart is still its person's and that there is room for the window.
func (s *Server) here(c fiber.Ctx) error {
	leave, err := s.windows.enter(c.Cookies(sessionCookie), entry(c).ID)
	if err != nil {
		return err
	}
	leave()
	return c.SendStatus(fiber.StatusNoContent)
}

// chartJSON is the chart as the editor loads it, with its place in the log.
func (s *Server) chartJSON(c fiber.Ctx) error {
	ch, seq, err := s.store.Chart(entry(c).ID)
	if err != nil {
		return err
	}
	b, err := chart.Marshal(ch)
	if err != nil {
		return err
	}
	c.Set("X-Seq", strconv.Itoa(seq))
	c.Set(fiber.HeaderCacheControl, "no-store")
	c.Set(fiber.HeaderContentType, "application/json")
	return c.Send(b)
}

// mostCommands that one request may bring.
const mostCommands = 1000

// commands takes commands of one window. When it answers, they are on disk.
func (s *Server) commands(c fiber.Ctx) error {
	var in struct {
		Client   string           `json:"client"`
		Commands []store.Incoming `json:"commands"`
	}
	if err := json.Unmarshal(c.Body(), &in); err != nil {
		return bad(`Expected {"client":"...","commands":[{"n":1,"command":{...}}]}: ` + err.Error())
	}
	if len(in.Client) < 4 || len(in.Client) > 40 {
		return bad("client: expected a name of 4 to 40 characters for the window")
	}
	if len(in.Commands) == 0 || len(in.Commands) > mostCommands {
		return bad(fmt.Sprintf("commands: expected 1 to %d", mostCommands))
	}
	e := entry(c)
	if e.Binned {
		return fiber.NewError(fiber.StatusConflict, "This chart is in the bin. Restore it to change it.")
	}
	res, at, err := s.store.Append(e.ID, person(c).ID, in.Client, in.Commands, s.tell(e.ID))
	if err != nil {
		return err
	}
	if slices.ContainsFunc(in.Commands, store.Incoming.Numbers) {
		s.tellComments(e.ID) // they tell steps by their numbers
	}
	return c.JSON(fiber.Map{"results": res, "onDisk": at.UnixMilli()})
}

// export writes the chart, one page or what is selected, in a format.
func (s *Server) export(c fiber.Ctx) error {
	want := func(key string) string { return c.Query(key) }
	if c.Method() == fiber.MethodPost {
		want = func(key string) string { return c.FormValue(key) }
	}
	k := format.Kind(want("format"))
	f, ok := format.Named(k)
	if !ok {
		return bad(fmt.Sprintf("format=%q: expected %s", k, format.Listed("")))
	}
	ch, _, err := s.store.Chart(entry(c).ID)
	if err != nil {
		return err
	}
	o := format.Options{Clear: want("ground") == "clear", Author: person(c).Name, Date: time.Now().Format(time.DateOnly), Pictures: s.pictureOf}
	if o.Page = want("page"); want("chosen") == "all" && f.All {
		o.Page = ""
	}
	if t := want("scale"); t != "" {
		if o.Scale, err = strconv.ParseFloat(t, 64); err != nil || !(o.Scale >= 1 && o.Scale <= 3) { // which refuses what is no number, too
			return bad(fmt.Sprintf("scale=%q: expected 1, 2 or 3", t))
		}
	}
	if t := want("tile"); t != "" {
		if o.Tile = tileOf(t); o.Tile == nil {
			return bad(fmt.Sprintf("tile=%q: expected the name of a sheet, such as A4", t))
		}
	}
	if ids := c.FormValue("chosen"); ids != "" && ids != "all" {
		in := map[string]bool{}
		for _, id := range strings.Split(ids, ",") {
			in[id] = true
		}
		o.Chosen = func(id string) bool { return in[id] }
	}
	var b strings.Builder
	err = s.work(c, func(ctx context.Context) error {
		err := format.Write(ctx, &b, k, ch, o)
		if err != nil && ctx.Err() == nil {
			return bad(sentence(err))
		}
		return err
	})
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, f.Type)
	if want("show") == "" {
		attach(c, ch.Name, "."+string(k))
	}
	return c.SendString(b.String())
}

// tileOf is a sheet of a standard size, lying across, that large pages are put together from.
func tileOf(name string) *chart.Sheet {
	for _, p := range chart.Papers {
		if p.Name == name {
			return chart.SheetOf(p.H, p.W)
		}
	}
	return nil
}

// longPicture is from how many steps on a page's PNG takes several seconds.
const longPicture = 2000

func largestPage(ch *chart.Chart) (steps int) {
	for _, p := range ch.Pages {
		steps = max(steps, len(p.Steps))
	}
	return steps
}

func (s *Server) exportPanel(c fiber.Ctx) error {
	ch, _, err := s.store.Chart(entry(c).ID)
	if err != nil {
		return err
	}
	return s.render(c, "export-panel", fiber.Map{
		"Chart": entry(c), "Unprintable": scene.UnprintableWords(ch),
		"Pages": len(ch.Pages), "Files": len(ch.Files()), "Long": largestPage(ch) >= longPicture,
	})
}
