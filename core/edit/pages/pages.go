package pages

import (
	"slices"
	"strconv"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
)

// Fact is a page as its tab shows it.
type Fact struct {
	ID    string `json:"id"`
	Name  string `json:"name"`
	Steps int    `json:"steps"`
	Shown bool   `json:"shown"`
}

// pageFacts are all pages, in their order.
func (e *Editor) pageFacts() []Fact {
	shown := e.Page()
	out := make([]Fact, len(e.Chart().Pages))
	for i, p := range e.Chart().Pages {
		out[i] = Fact{p.ID, p.Name(i), len(p.Steps), p == shown}
	}
	return out
}

// Turn shows the page d pages on.
func (e *Editor) Turn(d int) {
	if i := e.PageAt() + d; i >= 0 && i < len(e.Chart().Pages) {
		e.ShowPage(e.Chart().Pages[i].ID)
	}
}

// GoStep selects a step on whichever page it is: "page step".
func (e *Editor) GoStep(arg string) {
	page, step, _ := strings.Cut(arg, " ")
	e.ShowPage(page)
	e.Select(step)
}

// newSetup is how a new page is set up: as the page that is shown, but that its own content is not
// printed smaller.
func newSetup(p *chart.Page) *chart.Setup {
	if p.Setup == nil || !p.Setup.Fit {
		return p.Setup
	}
	s := *p.Setup
	s.Fit = false
	return &s
}

// Add adds an empty page behind the one that is shown, on a sheet and set up like it.
func (e *Editor) Add() {
	p, at := e.Page(), e.PageAt()+1
	n := chart.NewPage(e.NewID("p"))
	n.W, n.H = p.SheetSize()
	n.Sheet, n.Setup = p.Sheet, newSetup(p)
	m := p.Margin()
	n.Frame = chart.Frame{X: m, Y: m + n.Frame.Y - chart.PlainMargin, W: geom.Round2(n.W - 2*m)}
	n.Crossings = p.Crossings
	if e.ApplyToPages(say.DidAddPage, chart.Part{Do: "page.add", NewPage: n, At: &at}) {
		e.ShowPage(n.ID)
	}
}

// CopyPage adds a copy of the page that is shown behind it. What is on it has new ids: ids of a
// chart are told apart by their pages, but links and comments go by them alone.
func (e *Editor) CopyPage() {
	p, at := e.Page(), e.PageAt()+1
	n := p.Clone()
	n.ID = e.NewID("p")
	n.Title = say.CopyOf(p.Name(at - 1))
	chart.RenameSteps(n, chart.RenameBands(n, e.NewID), e.NewID)
	if e.ApplyToPages(say.DidCopyPage, chart.Part{Do: "page.add", NewPage: n, At: &at}) {
		e.ShowPage(n.ID)
	}
}

// Delete deletes a page, with "" the one that is shown; the one beside it is shown then.
func (e *Editor) Delete(id string) {
	p := e.Page()
	if id != "" {
		p = e.Chart().Page(id)
	}
	if p == nil {
		return
	}
	at, name := slices.Index(e.Chart().Pages, p), p.Name(slices.Index(e.Chart().Pages, p))
	beside := e.Chart().Pages[max(0, at-1)]
	if at == 0 {
		beside = e.Chart().Pages[1]
	}
	steps := len(p.Steps)
	if p == e.Page() {
		e.ShowPage(beside.ID)
	}
	if e.ApplyToPages(say.DidDropPage, chart.Part{Do: "page.drop", Page: p.ID}) {
		e.Say(say.DroppedPage(name, steps))
	}
}

// Move puts a page at an index among the others: "id index".
func (e *Editor) Move(arg string) {
	id, to, _ := strings.Cut(arg, " ")
	at, err := strconv.Atoi(to)
	p := e.Chart().Page(id)
	if err != nil || p == nil {
		return
	}
	order := []string{}
	for _, q := range e.Chart().Pages {
		if q != p {
			order = append(order, q.ID)
		}
	}
	order = slices.Insert(order, max(0, min(at, len(order))), id)
	if slices.Index(order, id) != slices.Index(e.Chart().Pages, p) {
		e.ApplyToPages(say.DidMovePage, chart.Part{Do: "page.order", Order: order})
	}
}

// Shift moves the page that is shown by d places.
func (e *Editor) Shift(d int) {
	e.Move(e.Page().ID + " " + strconv.Itoa(max(0, e.PageAt()+d)))
}

// Rename gives a page its title: "id title".
func (e *Editor) Rename(arg string) {
	id, title, _ := strings.Cut(arg, " ")
	if p := e.Chart().Page(id); p != nil && p.Title != title {
		e.ApplyToPages(say.DidTitle, chart.Part{Do: "page.set", Page: id, Title: &title})
	}
}
