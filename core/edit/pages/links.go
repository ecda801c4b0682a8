package pages

import (
	"encoding/json"
	"slices"
	"strconv"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// LinkFacts are about where what is selected leads, and what it could lead to.
type LinkFacts struct {
	Of    string   `json:"of"`    // what is selected, in words; "" for nothing that can lead anywhere
	To    string   `json:"to"`    // as it is typed
	Gone  bool     `json:"gone"`  // what it leads to is not there any more
	Offer []string `json:"offer"` // steps, pages and charts, as they are typed
}

// Linked is what is selected that can lead somewhere: a step, a lane, or with nothing selected the
// page; and how a link is set there.
func (e *Editor) Linked() (of string, now *chart.Link, part chart.Part, ok bool) {
	p := e.Page()
	switch s := e.Only(); {
	case s != nil && e.text.ChosenIn(s.ID):
		text, now := e.text.Chosen()
		return say.Text(text), now, part, true
	case s != nil:
		return session.StepTitle(s), s.Link, chart.Part{Do: "step.set", Page: p.ID, ID: s.ID}, true
	case p.Lane(e.Band()) != nil:
		l := p.Lane(e.Band())
		return l.Name, l.Link, chart.Part{Do: "lane.set", Page: p.ID, ID: l.ID}, true
	case e.Count() == 0 && e.Band() == "":
		return p.Name(e.PageAt()), p.Link, chart.Part{Do: "page.set", Page: p.ID}, true
	}
	return "", nil, chart.Part{}, false
}

func (e *Editor) linkFacts() LinkFacts {
	f := LinkFacts{Offer: []string{}}
	of, now, _, ok := e.Linked()
	if !ok {
		return f
	}
	f.Of = of
	f.To, f.Gone = e.linkWords(now)
	for _, s := range e.Page().Steps {
		if !e.Selected(s.ID) && s.Text != "" && len(f.Offer) < mostOffered {
			f.Offer = append(f.Offer, say.WordStepLink+strings.TrimSpace(s.Number+" "+say.OneLine(s.Text)))
		}
	}
	for i, p := range e.Chart().Pages {
		if p != e.Page() {
			f.Offer = append(f.Offer, say.WordPageLink+p.Name(i))
		}
	}
	for _, c := range e.charts {
		f.Offer = append(f.Offer, say.WordChartLink+c.Name)
	}
	return f
}

// mostOffered is how many steps are offered to lead to: more make the list slow, and are found by their text.
const mostOffered = 200

// linkWords are a link as it is typed, and whether what it leads to is gone.
func (e *Editor) linkWords(l *chart.Link) (words string, gone bool) {
	switch {
	case l == nil:
		return "", false
	case l.URL != "":
		return l.URL, false
	case l.Chart != "":
		for _, c := range e.charts {
			if c.ID == l.Chart {
				return say.WordChartLink + c.Name, false
			}
		}
		return say.WordGoneChart, e.charts != nil
	}
	p := e.Chart().Page(l.Page)
	if p == nil {
		return say.WordGonePage, true
	}
	words = say.WordPageLink + p.Name(slices.Index(e.Chart().Pages, p))
	if l.Step != "" {
		s := p.Step(l.Step)
		if s == nil {
			return say.WordGoneStep, true
		}
		words += ", " + say.WordStepLink + strings.TrimSpace(s.Number+" "+say.OneLine(s.Text))
	}
	return words, false
}

// SetLink lets what is selected lead where the words say: an address; 'Page: Packing' or a page's
// number; 'step 5', on this page or behind a page; 'Chart: ...'. Nothing typed takes it away.
func (e *Editor) SetLink(words string) {
	_, now, part, ok := e.Linked()
	if !ok {
		return
	}
	to, why := e.linkOf(strings.TrimSpace(words))
	if why != "" {
		e.Say(why)
		return
	}
	if now == nil && to == nil || now != nil && to != nil && *now == *to {
		return
	}
	if part.Do == "" { // a piece of the text being typed
		e.text.LinkChosen(to)
		return
	}
	part.Link = &chart.LinkPart{To: to}
	e.Apply(say.DidLink, part)
}

// linkOf reads where words lead, or tells in words why nowhere.
func (e *Editor) linkOf(words string) (to *chart.Link, why string) {
	lower := strings.ToLower(words)
	switch {
	case words == "":
		return nil, ""
	case strings.HasPrefix(lower, "www."):
		return &chart.Link{URL: "https://" + words}, ""
	case strings.Contains(words, "@") && !strings.ContainsAny(words, " /:"):
		return &chart.Link{URL: "mailto:" + words}, ""
	case strings.HasPrefix(lower, "http:"), strings.HasPrefix(lower, "https:"), strings.HasPrefix(lower, "mailto:"):
		return &chart.Link{URL: words}, ""
	}
	if name, ok := strings.CutPrefix(words, say.WordChartLink); ok {
		for _, c := range e.charts {
			if c.Name == name {
				return &chart.Link{Chart: c.ID}, ""
			}
		}
		return nil, say.NoChart(name)
	}
	place, step, hasStep := strings.Cut(strings.TrimPrefix(words, say.WordPageLink), ", "+say.WordStepLink)
	p := e.Page()
	if t, ok := strings.CutPrefix(lower, say.WordStepLink); ok {
		step, hasStep = words[len(words)-len(t):], true
	} else if p = e.pageNamed(place); p == nil {
		if to := e.stepCalled(words); to != nil {
			return to, ""
		}
		return nil, say.NoLink
	}
	l := &chart.Link{Page: p.ID}
	if hasStep {
		number, _, _ := strings.Cut(strings.TrimSpace(step), " ")
		i := slices.IndexFunc(p.Steps, func(s *chart.Step) bool { return s.Number == number || say.OneLine(s.Text) == strings.TrimSpace(step) })
		if i < 0 {
			return nil, say.NoNumber(number)
		}
		l.Step = p.Steps[i].ID
	}
	return l, ""
}

// stepCalled leads to the step of that text, in any case, on this page before others; nil where there is none.
func (e *Editor) stepCalled(text string) *chart.Link {
	for _, p := range append([]*chart.Page{e.Page()}, e.Chart().Pages...) {
		for _, s := range p.Steps {
			if strings.EqualFold(say.OneLine(s.Text), say.OneLine(text)) && !e.Selected(s.ID) {
				return &chart.Link{Page: p.ID, Step: s.ID}
			}
		}
	}
	return nil
}

// pageNamed is the page of a name or a number, "page 2"; nil where there is none.
func (e *Editor) pageNamed(words string) *chart.Page {
	for i, p := range e.Chart().Pages {
		if strings.EqualFold(p.Name(i), words) {
			return p
		}
	}
	n, err := strconv.Atoi(strings.TrimSpace(strings.TrimPrefix(strings.ToLower(words), "page")))
	if err != nil || n < 1 || n > len(e.Chart().Pages) {
		return nil
	}
	return e.Chart().Pages[n-1]
}

// KnowCharts takes the names of the person's charts.
func (e *Editor) KnowCharts(arg string) {
	var cs []ChartName
	if json.Unmarshal([]byte(arg), &cs) == nil {
		e.charts = append([]ChartName{}, cs...)
	}
}

// GoWhere goes where a link leads: to a page here, or by way of the page around the editor.
func (e *Editor) GoWhere(l *chart.Link) {
	switch _, gone := e.linkWords(l); {
	case l == nil:
	case gone:
		e.Say(say.Gone)
	case l.URL != "":
		e.Open(l.URL)
	case l.Chart != "":
		e.Open("/charts/" + l.Chart)
	case l.Step != "":
		e.GoStep(l.Page + " " + l.Step)
	default:
		e.ShowPage(l.Page)
	}
}

// OpenLink goes where what is selected leads.
func (e *Editor) OpenLink() {
	_, now, _, _ := e.Linked()
	e.GoWhere(now)
}

// OpenStep goes where a step leads, or to the mate of an off-page connector.
func (e *Editor) OpenStep(s *chart.Step) {
	switch {
	case s.Link != nil:
		e.GoWhere(s.Link)
	case e.Only() == s && len(flow.Mates(e.Chart(), s)) > 0:
		e.GoMate()
	}
}

// LinkAt is the link whose mark is at q.
func (e *Editor) LinkAt(q geom.Point) *chart.Link {
	sh := e.Sheet()
	for i := range sh.Steps {
		s := sh.Steps[i].Step
		if s.Link == nil && sh.GoesTo(s) == "" || !scene.LinkMark(&sh.Steps[i]).Grow(2).Contains(q) {
			continue
		}
		if s.Link != nil {
			return s.Link
		}
		m := flow.Mates(e.Chart(), s)[0]
		return &chart.Link{Page: m.Page.ID, Step: m.Step.ID}
	}
	for _, b := range sh.Page.Bands() {
		if b.Link != nil && scene.BandMark(b).Grow(2).Contains(q) {
			return b.Link
		}
	}
	if sh.Page.Link != nil && scene.TitleMark(sh).Grow(2).Contains(q) {
		return sh.Page.Link
	}
	if from, ok := scene.BackBox(sh); ok && from.Contains(q) {
		p, s, _ := sh.PartOf()
		return &chart.Link{Page: p.ID, Step: s.ID}
	}
	return nil
}

// GoMate goes to the mate of the selected off-page connector.
func (e *Editor) GoMate() {
	if ms := flow.Mates(e.Chart(), e.Only()); len(ms) > 0 {
		e.GoStep(ms[0].Page.ID + " " + ms[0].Step.ID)
	}
}
