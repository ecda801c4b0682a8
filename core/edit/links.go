package edit

import (
	"encoding/json"
	"slices"
	"strconv"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// ChartName is another chart of the same person, as the page around the editor tells it.
type ChartName struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// LinkFacts are about where what is selected leads, and what it could lead to.
type LinkFacts struct {
	Of    string   `json:"of"`    // what is selected, in words; "" for nothing that can lead anywhere
	To    string   `json:"to"`    // as it is typed
	Gone  bool     `json:"gone"`  // what it leads to is not there any more
	Offer []string `json:"offer"` // steps, pages and charts, as they are typed
}

// linked is what is selected that can lead somewhere: a step, a lane, or with nothing selected the
// page; and how a link is set there.
func (e *Editor) linked() (of string, now *chart.Link, part chart.Part, ok bool) {
	p := e.Page()
	switch s := e.Only(); {
	case s != nil && e.ChosenIn(s.ID):
		text, now := e.Chosen()
		return sayText(text), now, part, true
	case s != nil:
		return StepTitle(s), s.Link, chart.Part{Do: "step.set", Page: p.ID, ID: s.ID}, true
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
	of, now, _, ok := e.linked()
	if !ok {
		return f
	}
	f.Of = of
	f.To, f.Gone = e.linkWords(now)
	for _, s := range e.Page().Steps {
		if !e.Selected(s.ID) && s.Text != "" && len(f.Offer) < mostOffered {
			f.Offer = append(f.Offer, wordStepLink+strings.TrimSpace(s.Number+" "+OneLine(s.Text)))
		}
	}
	for i, p := range e.Chart().Pages {
		if p != e.Page() {
			f.Offer = append(f.Offer, wordPageLink+p.Name(i))
		}
	}
	for _, c := range e.charts {
		f.Offer = append(f.Offer, wordChartLink+c.Name)
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
				return wordChartLink + c.Name, false
			}
		}
		return wordGoneChart, e.charts != nil
	}
	p := e.Chart().Page(l.Page)
	if p == nil {
		return wordGonePage, true
	}
	words = wordPageLink + p.Name(slices.Index(e.Chart().Pages, p))
	if l.Step != "" {
		s := p.Step(l.Step)
		if s == nil {
			return wordGoneStep, true
		}
		words += ", " + wordStepLink + strings.TrimSpace(s.Number+" "+OneLine(s.Text))
	}
	return words, false
}

// setLink lets what is selected lead where the words say: an address; 'Page: Packing' or a page's
// number; 'step 5', on this page or behind a page; 'Chart: ...'. Nothing typed takes it away.
func (e *Editor) setLink(words string) {
	_, now, part, ok := e.linked()
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
		e.LinkChosen(to)
		return
	}
	part.Link = &chart.LinkPart{To: to}
	e.Apply(didLink, part)
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
	if name, ok := strings.CutPrefix(words, wordChartLink); ok {
		for _, c := range e.charts {
			if c.Name == name {
				return &chart.Link{Chart: c.ID}, ""
			}
		}
		return nil, sayNoChart(name)
	}
	place, step, hasStep := strings.Cut(strings.TrimPrefix(words, wordPageLink), ", "+wordStepLink)
	p := e.Page()
	if t, ok := strings.CutPrefix(lower, wordStepLink); ok {
		step, hasStep = words[len(words)-len(t):], true
	} else if p = e.pageNamed(place); p == nil {
		if to := e.stepCalled(words); to != nil {
			return to, ""
		}
		return nil, sayNoLink
	}
	l := &chart.Link{Page: p.ID}
	if hasStep {
		number, _, _ := strings.Cut(strings.TrimSpace(step), " ")
		i := slices.IndexFunc(p.Steps, func(s *chart.Step) bool { return s.Number == number || OneLine(s.Text) == strings.TrimSpace(step) })
		if i < 0 {
			return nil, sayNoNumber(number)
		}
		l.Step = p.Steps[i].ID
	}
	return l, ""
}

// stepCalled leads to the step of that text, in any case, on this page before others; nil where there is none.
func (e *Editor) stepCalled(text string) *chart.Link {
	for _, p := range append([]*chart.Page{e.Page()}, e.Chart().Pages...) {
		for _, s := range p.Steps {
			if strings.EqualFold(OneLine(s.Text), OneLine(text)) && !e.Selected(s.ID) {
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

// knowCharts takes the names of the person's charts.
func (e *Editor) knowCharts(arg string) {
	var cs []ChartName
	if json.Unmarshal([]byte(arg), &cs) == nil {
		e.charts = append([]ChartName{}, cs...)
	}
}

// goWhere goes where a link leads: to a page here, or by way of the page around the editor.
func (e *Editor) goWhere(l *chart.Link) {
	switch _, gone := e.linkWords(l); {
	case l == nil:
	case gone:
		e.Say(sayGone)
	case l.URL != "":
		e.Open(l.URL)
	case l.Chart != "":
		e.Open("/charts/" + l.Chart)
	case l.Step != "":
		e.goStep(l.Page + " " + l.Step)
	default:
		e.ShowPage(l.Page)
	}
}

// openLink goes where what is selected leads.
func (e *Editor) openLink() {
	_, now, _, _ := e.linked()
	e.goWhere(now)
}

// openStep goes where a step leads, or to the mate of an off-page connector.
func (e *Editor) openStep(s *chart.Step) {
	switch {
	case s.Link != nil:
		e.goWhere(s.Link)
	case e.Only() == s && len(flow.Mates(e.Chart(), s)) > 0:
		e.goMate()
	}
}

// linkAt is the link whose mark is at q.
func (e *Editor) linkAt(q geom.Point) *chart.Link {
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

// goMate goes to the mate of the selected off-page connector.
func (e *Editor) goMate() {
	if ms := flow.Mates(e.Chart(), e.Only()); len(ms) > 0 {
		e.goStep(ms[0].Page.ID + " " + ms[0].Step.ID)
	}
}
