package edit

import (
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/bands"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/looks"
	"plaintracer/core/edit/pages"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

// Facts are what bench, bar and margin show of the session.
type Facts struct {
	Title       string            `json:"title"`       // of the selection
	Why         map[string]string `json:"why"`         // action to why it cannot be done now
	Slow        map[string]string `json:"slow"`        // commands that take a while on this page, and what is said meanwhile
	On          []string          `json:"on"`          // commands that are switched on, with their choice
	Mixed       []string          `json:"mixed"`       // those that are for some of what is selected
	Look        *looks.Facts      `json:"look"`        // of the selected steps
	Fields      []chart.Field     `json:"fields"`      // of the selected steps
	FieldsMixed []string          `json:"fieldsMixed"` // those with several values
	FieldsOf    int               `json:"fieldsOf"`    // how many steps they are of
	Step        string            `json:"step"`        // the only selected step
	Files       []chart.File      `json:"files"`       // of it
	Selected    []string          `json:"selected"`
	Hand        string            `json:"hand"`
	Name        string            `json:"name"` // of the chart
	Steps       int               `json:"steps"`
	Lanes       int               `json:"lanes"`
	LaneNames   []string          `json:"laneNames"` // on a page without lanes, those that it could have
	StepW       string            `json:"stepW"`     // of the selected steps, as people write it; "" where they differ
	StepH       string            `json:"stepH"`
	Band        bands.Facts       `json:"band"`
	InLane      []session.Named   `json:"inLane"`   // the lanes that a step can be told to stand in
	StepLane    string            `json:"stepLane"` // that of the selected step
	Loose       []lines.LooseEnd  `json:"loose"`
	Line        *LineFacts        `json:"line"`  // of the first selected connector
	Sight       *geom.Rect        `json:"sight"` // around what is selected, to be kept in sight
	House       looks.HouseFacts  `json:"house"`
	Shown       []ShownFact       `json:"shown"`      // fields that steps show
	Names       []string          `json:"fieldNames"` // of the page's steps
	Hold        steps.GroupFacts  `json:"hold"`
	Pending     int               `json:"pending"`
	Pages       []pages.Fact      `json:"pages"`
	Sheet       pages.SheetFacts  `json:"sheet"`
	Link        pages.LinkFacts   `json:"link"`
	W           float64           `json:"w"`
	H           float64           `json:"h"`
}

// quick is how many steps of a page are laid out before anybody waits.
const quick = 60

// ShownFact is a rule by which steps show a field, as hiding it takes it and in words.
type ShownFact struct {
	Arg   string `json:"arg"`
	Words string `json:"words"`
}

// LineFacts are about the selected connectors.
type LineFacts struct {
	Colour string `json:"colour"` // of the first
	Of     int    `json:"of"`     // how many
}

// Facts says what can be done now and to what.
func (e *Editor) Facts() Facts {
	p := e.Page()
	defer e.Hold(p)()
	f := Facts{Why: map[string]string{}, Slow: map[string]string{}, On: []string{}, Mixed: []string{}, Files: []chart.File{}, Selected: []string{}, Hand: string(e.hand.InHand()), Name: e.Chart().Name,
		Steps: len(p.Steps), Lanes: len(p.Lanes), Pending: len(e.Pending()), W: e.Sheet().Page.W, H: e.Sheet().Page.H}
	f.Pages, f.Sheet = e.pages.Facts(), e.pages.SheetFacts()
	f.Link = e.pages.LinkFacts()
	for _, c := range table {
		if why := c.need(e); why != "" {
			f.Why[c.Name] = why
		}
		if c.Slow != "" && len(p.Steps) > quick {
			f.Slow[c.Name] = c.Slow
		}
	}
	steps, lines := e.Steps(), e.Lines()
	for _, s := range steps {
		f.Selected = append(f.Selected, s.ID)
	}
	for _, c := range lines {
		f.Selected = append(f.Selected, c.ID)
	}
	f.Loose = e.lines.LooseEnds()
	if len(lines) > 0 {
		l := scene.LookOf(e.Page(), lines[0])
		f.Line = &LineFacts{l.Colour, len(lines)}
	}
	f.House = e.looks.HouseFacts()
	f.Shown = []ShownFact{}
	for _, r := range p.Shown {
		f.Shown = append(f.Shown, ShownFact{session.Quote(r), say.Shown(r)})
	}
	f.Names = e.looks.FieldNames()
	f.Look = e.looks.Facts()
	for _, c := range table {
		for _, x := range c.Choices {
			if c.has == nil {
				break
			}
			if some, all := c.has(e, x.Arg); some && all {
				f.On = append(f.On, c.Name+" "+x.Arg)
			} else if some {
				f.Mixed = append(f.Mixed, c.Name+" "+x.Arg)
			}
		}
		switch {
		case c.on == nil:
		case len(c.Choices) == 0 && c.on(e, ""):
			f.On = append(f.On, c.Name)
		default:
			for _, x := range c.Choices {
				if c.on(e, x.Arg) {
					f.On = append(f.On, c.Name+" "+x.Arg)
				}
			}
		}
	}
	f.Fields, f.FieldsMixed = e.steps.FieldFacts()
	f.FieldsOf = len(e.Steps())
	if s := e.Only(); s != nil {
		f.Step = s.ID
		f.Files = append(f.Files, s.Files...)
	}
	for _, l := range p.Lanes {
		f.LaneNames = append(f.LaneNames, l.Name)
	}
	if len(p.Lanes) == 0 {
		f.LaneNames = e.bands.Proposed()
	}
	f.StepW, f.StepH = e.steps.StepSize()
	f.Band = e.bands.Facts()
	f.Hold = e.steps.GroupFacts()
	f.InLane = []session.Named{}
	for _, l := range p.Lanes {
		f.InLane = append(f.InLane, session.Named{ID: l.ID, Name: bands.LaneWords(p, l)})
	}
	if s := e.Only(); s != nil {
		f.StepLane = s.Lane
	}
	f.Sight = e.sight()
	f.Title = e.selectionName()
	return f
}

// sight is the box around what is selected; nil when nothing is.
func (e *Editor) sight() *geom.Rect {
	var out *geom.Rect
	add := func(r geom.Rect) {
		if out == nil {
			out = &r
		}
		*out = out.Union(r)
	}
	for i := range e.Sheet().Steps {
		if sh := &e.Sheet().Steps[i]; e.Selected(sh.Step.ID) {
			add(sh.Rect)
		}
	}
	for i := range e.Sheet().Lines {
		if r := &e.Sheet().Lines[i]; e.Selected(r.Line.ID) {
			for _, q := range r.Points {
				add(geom.Rect{X: q.X, Y: q.Y})
			}
		}
	}
	if b, ok := e.Page().Band(e.Band()); ok {
		add(b.Head)
	}
	return out
}

// selectionName says what is selected.
func (e *Editor) selectionName() string {
	steps, lines := e.Steps(), e.Lines()
	switch {
	case len(steps) == 1 && len(lines) == 0:
		info, _ := symbol.Of(steps[0].Symbol)
		return strings.TrimSpace(info.Name + " " + steps[0].Number)
	case len(steps) == 0 && len(lines) == 1:
		return say.Connector(e.EndName(lines[0].From), e.EndName(lines[0].To))
	case len(lines) == 0 && e.steps.IsGroup(steps):
		return say.Group(e.steps.Held()[0].Name, len(steps))
	case len(steps)+len(lines) > 0:
		return say.Selected(len(steps), len(lines))
	}
	if b, ok := e.Page().Band(e.Band()); ok {
		return say.Band(b)
	}
	return say.NothingSelected
}
