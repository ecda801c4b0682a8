package edit

import (
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
}

func (e *Editor) typeOnStep(id string) {
	s := e.Page().Step(id)
	if s == nil {
		return
	}
	e.typing = &Typing{"step", id, s.Text, e.Sheet().Shape(id).Rect, "Text of the step"}
}

func (e *Editor) typeOnLine(id string) {
	r := e.Sheet().Run(id)
	if r == nil {
		return
	}
	t := &Typing{Kind: "label", ID: id, Text: r.Line.Outcome(), Name: "Label of the connector"}
	if len(r.Labels) > 0 {
		t.Rect = r.Labels[0].Box.Grow(4)
	} else {
		m, _ := geom.At(r.Points, 0.5)
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
	e.typing = &Typing{"lane", id, l.Name, geom.Rect{X: r.X + 2, Y: r.CY() - 14, W: 180, H: 28}, "Name of the lane"}
}

func (e *Editor) typeOnTitle() {
	p := e.Page()
	e.typing = &Typing{"title", "", p.Title, geom.Rect{X: 14, Y: 12, W: p.W * 0.6, H: 30}, "Title of the page"}
}

// typeGlue asks for the number of the step to connect the selected one to.
func (e *Editor) typeGlue() {
	switch ss := e.steps(); len(ss) {
	case 2:
		e.connect(ss[0], ss[1])
	case 1:
		r := e.Sheet().Shape(ss[0].ID).Rect
		e.typing = &Typing{"glue", ss[0].ID, "", geom.Rect{X: r.Right() + 8, Y: r.CY() - 14, W: 70, H: 28}, "Number of the step to connect to"}
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
		e.setLabel(t.ID, text)
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
