package web

import (
	"fmt"
	"strings"

	"github.com/gofiber/fiber/v3"

	"plaintracer/core/chart"
)

// printView shows all pages of a chart for the browser's print, each on its sheet.
func (s *Server) printView(c fiber.Ctx) error {
	ctx, end := untilHangUp(c)
	defer end()
	d, err := s.drawn(ctx, entry(c).ID)
	if err != nil {
		return err
	}
	base := "/charts/" + entry(c).ID
	return s.render(c, "print", fiber.Map{"Title": d.name, "Pages": d.shown(nil, base), "Far": d.far(), "Font": d.font(), "Sheets": base + "/print.css"})
}

// printSheets is the style sheet that puts the pages of a chart on their sheets in print.
func (s *Server) printSheets(c fiber.Ctx) error {
	id := shownChart(c)
	ctx, end := untilHangUp(c)
	defer end()
	d, err := s.drawn(ctx, id)
	if err != nil {
		return err
	}
	c.Type("css")
	c.Set(fiber.HeaderCacheControl, "no-cache")
	return c.SendString(d.sheets())
}

// sheets are the pages' sheets as CSS has them, each a named page (CSS Paged Media 3).
func (d *drawing) sheets() string {
	var b strings.Builder
	b.WriteString("@media print{")
	for i := range d.pages {
		w, h := d.pages[i].sheet.Page.SheetSize()
		fmt.Fprintf(&b, `.page[data-page="%d"]{page:sheet%d;width:%.2fmm;height:%.2fmm}`, i, i, w/chart.MM, h/chart.MM)
	}
	b.WriteString("}")
	for i := range d.pages {
		w, h := d.pages[i].sheet.Page.SheetSize()
		fmt.Fprintf(&b, "@page sheet%d{size:%.2fmm %.2fmm;margin:0}", i, w/chart.MM, h/chart.MM)
	}
	return b.String()
}
