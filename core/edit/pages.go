package edit

import (
	"slices"
	"strconv"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// PageFact is a page as its tab shows it.
type PageFact struct {
	ID    string `json:"id"`
	Name  string `json:"name"`
	Steps int    `json:"steps"`
	Shown bool   `json:"shown"`
}

// pageFacts are all pages, in their order.
func (e *Editor) pageFacts() []PageFact {
	shown := e.Page()
	out := make([]PageFact, len(e.chart.Pages))
	for i, p := range e.chart.Pages {
		out[i] = PageFact{p.ID, p.Name(i), len(p.Steps), p == shown}
	}
	return out
}

// pageAt is the index of the page that is shown.
func (e *Editor) pageAt() int { return slices.Index(e.chart.Pages, e.Page()) }

// goPage shows another page.
func (e *Editor) goPage(id string) {
	if e.chart.Page(id) == nil || id == e.page {
		return
	}
	e.keepTyping()
	e.cancel()
	e.selectOnly()
	e.page, e.hover, e.gap = id, "", nil
	e.afresh()
	e.status++
}

// turnPage shows the page d pages on.
func (e *Editor) turnPage(d int) {
	if i := e.pageAt() + d; i >= 0 && i < len(e.chart.Pages) {
		e.goPage(e.chart.Pages[i].ID)
	}
}

// goStep selects a step on whichever page it is: "page step".
func (e *Editor) goStep(arg string) {
	page, step, _ := strings.Cut(arg, " ")
	e.goPage(page)
	e.selectOnly(step)
}

// seek shows the page on which a step or a connector is: comments and finds lead there, too.
func (e *Editor) seek(id string) {
	has := func(p *chart.Page) bool { return p.Step(id) != nil || p.Connector(id) != nil }
	if has(e.Page()) {
		return
	}
	if i := slices.IndexFunc(e.chart.Pages, has); i >= 0 {
		e.goPage(e.chart.Pages[i].ID)
	}
}

// doPages does what changes pages themselves: nothing on them makes room for it.
func (e *Editor) doPages(words string, parts ...chart.Part) bool {
	e.keepTyping()
	e.cancel()
	inv, ok := e.commit(chart.Command{Words: words, Parts: parts})
	if ok {
		e.done(inv)
	}
	return ok
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

// addPage adds an empty page behind the one that is shown, on a sheet and set up like it.
func (e *Editor) addPage() {
	p, at := e.Page(), e.pageAt()+1
	n := chart.NewPage(e.newID("p"))
	n.W, n.H = p.SheetSize()
	n.Sheet, n.Setup = p.Sheet, newSetup(p)
	m := p.Margin()
	n.Frame = chart.Frame{X: m, Y: m + n.Frame.Y - chart.PlainMargin, W: geom.Round2(n.W - 2*m)}
	n.Crossings = p.Crossings
	if e.doPages(didAddPage, chart.Part{Do: "page.add", NewPage: n, At: &at}) {
		e.goPage(n.ID)
	}
}

// copyPage adds a copy of the page that is shown behind it. What is on it has new ids: ids of a
// chart are told apart by their pages, but links and comments go by them alone.
func (e *Editor) copyPage() {
	p, at := e.Page(), e.pageAt()+1
	n := p.Clone()
	n.ID = e.newID("p")
	n.Title = sayCopyOf(p.Name(at - 1))
	lanes, steps := chart.RenameBands(n, e.newID), map[string]string{"": ""}
	for _, s := range n.Steps {
		steps[s.ID] = e.newID("s")
		s.ID, s.Lane = steps[s.ID], lanes[s.Lane]
	}
	for _, c := range n.Connectors {
		c.ID = e.newID("c")
		c.From.Step, c.To.Step = steps[c.From.Step], steps[c.To.Step]
	}
	if e.doPages(didCopyPage, chart.Part{Do: "page.add", NewPage: n, At: &at}) {
		e.goPage(n.ID)
	}
}

// dropPage deletes a page, with "" the one that is shown; the one beside it is shown then.
func (e *Editor) dropPage(id string) {
	p := e.Page()
	if id != "" {
		p = e.chart.Page(id)
	}
	if p == nil {
		return
	}
	at, name := slices.Index(e.chart.Pages, p), p.Name(slices.Index(e.chart.Pages, p))
	beside := e.chart.Pages[max(0, at-1)]
	if at == 0 {
		beside = e.chart.Pages[1]
	}
	steps := len(p.Steps)
	if p == e.Page() {
		e.goPage(beside.ID)
	}
	if e.doPages(didDropPage, chart.Part{Do: "page.drop", Page: p.ID}) {
		e.notice = sayDroppedPage(name, steps)
	}
}

// movePage puts a page at an index among the others: "id index".
func (e *Editor) movePage(arg string) {
	id, to, _ := strings.Cut(arg, " ")
	at, err := strconv.Atoi(to)
	p := e.chart.Page(id)
	if err != nil || p == nil {
		return
	}
	order := []string{}
	for _, q := range e.chart.Pages {
		if q != p {
			order = append(order, q.ID)
		}
	}
	order = slices.Insert(order, max(0, min(at, len(order))), id)
	if slices.Index(order, id) != slices.Index(e.chart.Pages, p) {
		e.doPages(didMovePage, chart.Part{Do: "page.order", Order: order})
	}
}

// shiftPage moves the page that is shown by d places.
func (e *Editor) shiftPage(d int) {
	e.movePage(e.Page().ID + " " + strconv.Itoa(max(0, e.pageAt()+d)))
}

// namePage gives a page its title: "id title".
func (e *Editor) namePage(arg string) {
	id, title, _ := strings.Cut(arg, " ")
	if p := e.chart.Page(id); p != nil && p.Title != title {
		e.doPages(didTitle, chart.Part{Do: "page.set", Page: id, Title: &title})
	}
}

// follows shows the page that a command was about, where that is not the one shown.
func (e *Editor) followTo(cmd chart.Command) {
	for _, d := range cmd.Parts {
		id := d.Page
		if d.Do == "page.add" {
			id = d.NewPage.ID
		}
		if id == e.page || d.Do == "page.order" || d.Do == "chart.set" {
			return
		}
		if e.chart.Page(id) != nil {
			e.goPage(id)
			return
		}
	}
}
