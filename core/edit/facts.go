package edit

import (
	"strings"

	"plaintracer/core/edit/bands"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/looks"
	"plaintracer/core/edit/pages"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/steps"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Facts are what bench, bar and margin show of the session: what each room tells, and what can be done.
type Facts struct {
	stepFacts
	lineFacts
	bandFacts
	lookFacts
	pageFacts
	Title    string            `json:"title"` // of the selection
	Why      map[string]string `json:"why"`   // action to why it cannot be done now
	Slow     map[string]string `json:"slow"`  // commands that take a while on this page, and what is said meanwhile
	On       []string          `json:"on"`    // commands that are switched on, with their choice
	Mixed    []string          `json:"mixed"` // those that are for some of what is selected
	Selected []string          `json:"selected"`
	Hand     string            `json:"hand"`
	Name     string            `json:"name"` // of the chart
	Steps    int               `json:"steps"`
	Sight    *geom.Rect        `json:"sight"` // around what is selected, to be kept in sight
	Pending  int               `json:"pending"`
	W        float64           `json:"w"`
	H        float64           `json:"h"`
}

// By names of their own they can stand in one struct.
type (
	stepFacts = steps.Facts
	lineFacts = lines.Facts
	bandFacts = bands.Facts
	lookFacts = looks.Facts
	pageFacts = pages.Facts
)

// quick is how many steps of a page are laid out before anybody waits.
const quick = 60

// Facts says what can be done now and to what.
func (e *Editor) Facts() Facts {
	p := e.Page()
	defer e.Hold(p)()
	f := Facts{
		stepFacts: e.steps.Facts(), lineFacts: e.lines.Facts(), bandFacts: e.bands.Facts(), lookFacts: e.looks.Facts(), pageFacts: e.pages.Facts(),
		Why: map[string]string{}, Slow: map[string]string{}, On: []string{}, Mixed: []string{}, Selected: []string{},
		Title: e.selectionName(), Hand: string(e.hand.InHand()), Name: e.Chart().Name, Steps: len(p.Steps), Sight: e.sight(),
		Pending: len(e.Pending()), W: e.Sheet().Page.W, H: e.Sheet().Page.H,
	}
	for _, s := range e.Steps() {
		f.Selected = append(f.Selected, s.ID)
	}
	for _, c := range e.Lines() {
		f.Selected = append(f.Selected, c.ID)
	}
	for _, c := range table {
		if why := c.need(e); why != "" {
			f.Why[c.Name] = why
		}
		if c.Slow != "" && len(p.Steps) > quick {
			f.Slow[c.Name] = c.Slow
		}
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
