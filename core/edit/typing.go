package edit

import (
	"math"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Typing is text being typed on the paper.
type Typing struct {
	Kind string    `json:"kind"` // step, label, lane, title or glue
	ID   string    `json:"id"`
	Text string    `json:"text"`
	Rect geom.Rect `json:"rect"` // where, on the page
	Name string    `json:"name"` // what a screen reader says

	label int               // which one of a connector; at its end, a new one
	place *chart.LabelPlace // where a new label goes
}

func (e *Editor) typeOnStep(id string) {
	s := e.Page().Step(id)
	if s == nil {
		return
	}
	e.typing = &Typing{Kind: "step", ID: id, Text: s.Text, Rect: e.Sheet().Shape(id).Rect, Name: "Text of the step"}
}

// typeOnLine types on a connector's first label.
func (e *Editor) typeOnLine(id string) { e.typeOnLabel(id, 0, nil) }

// typeOnSpot types on the label under the hand. Elsewhere on the line it types
// a new one: the first finds its own place, others stay where the hand was.
func (e *Editor) typeOnSpot(s spot) {
	r := e.Sheet().Run(s.line)
	switch n := len(r.Labels); {
	case s.label >= 0:
		e.typeOnLabel(s.line, s.label, nil)
	case n == 0:
		e.typeOnLine(s.line)
	default:
		along, _ := geom.Project(r.Points, s.at)
		e.typeOnLabel(s.line, n, &chart.LabelPlace{Along: math.Round(along*1e4) / 1e4, Beside: -3})
	}
}

// typeOnLabel types on the label numbered i, or with i beyond the last on a new
// one at place.
func (e *Editor) typeOnLabel(id string, i int, place *chart.LabelPlace) {
	r := e.Sheet().Run(id)
	if r == nil {
		return
	}
	t := &Typing{Kind: "label", ID: id, Name: "Label of the connector", label: i, place: place}
	if i < len(r.Labels) {
		t.Text, t.Rect = r.Line.Labels[i].Text, r.Labels[i].Box.Grow(4)
	} else {
		share := 0.5
		if place != nil {
			share = place.Along
		}
		m, _ := geom.At(r.Points, share)
		t.Rect = geom.Rect{X: m.X + 4, Y: m.Y - 12, W: 110, H: 24}
	}
	t.Rect.W = max(t.Rect.W, 110)
	e.typing = t
}

func (e *Editor) typeOnLane(id string) {
	l := e.Page().Lane(id)
	if l == nil {
		return
	}
	r := e.Page().LaneRect(l)
	e.typing = &Typing{Kind: "lane", ID: id, Text: l.Name, Rect: geom.Rect{X: r.X + 2, Y: r.CY() - 14, W: 180, H: 28}, Name: "Name of the lane"}
}

func (e *Editor) typeOnTitle() {
	p := e.Page()
	e.typing = &Typing{Kind: "title", Text: p.Title, Rect: geom.Rect{X: 14, Y: 12, W: p.W * 0.6, H: 30}, Name: "Title of the page"}
}

// typeGlue asks for the number of the step to connect the selected one to.
func (e *Editor) typeGlue() {
	switch ss := e.steps(); len(ss) {
	case 2:
		e.connect(ss[0], ss[1])
	case 1:
		r := e.Sheet().Shape(ss[0].ID).Rect
		e.typing = &Typing{Kind: "glue", ID: ss[0].ID, Rect: geom.Rect{X: r.Right() + 8, Y: r.CY() - 14, W: 70, H: 28}, Name: "Number of the step to connect to"}
	default:
		e.notice = "Select one step, then type the number of the step it leads to; or select two."
	}
}

// Accept ends typing and keeps the text.
func (e *Editor) Accept(text string) {
	t := e.typing
	if t == nil {
		return
	}
	e.typing = nil
	text = strings.ReplaceAll(text, "\r\n", "\n")
	switch t.Kind {
	case "step":
		e.setText(t.ID, text)
	case "label":
		e.setLabel(t, text)
	case "lane":
		if l := e.Page().Lane(t.ID); l != nil && l.Name != text {
			e.do("name lane", chart.Part{Do: "lane.set", Page: e.page, ID: t.ID, Name: &text})
		}
	case "title":
		if e.Page().Title != text {
			e.do("title", chart.Part{Do: "page.set", Page: e.page, Title: &text})
		}
	case "glue":
		from := e.Page().Step(t.ID)
		if from == nil || strings.TrimSpace(text) == "" {
			return
		}
		for _, s := range e.Page().Steps {
			if s.Number == strings.TrimSpace(text) {
				e.connect(from, s)
				return
			}
		}
		e.notice = "No step has the number " + strings.TrimSpace(text) + "."
	}
}
