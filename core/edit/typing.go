package edit

import (
	"math"
	"reflect"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
)

// Typing is text being typed on the page. The page is drawn with the text as it is at
// the moment, so that what is seen while typing is what will be; the browser's text field
// only takes the keys. From and To are the ends of what is chosen in it, in the UTF-16
// units that browsers count in.
type Typing struct {
	Kind    string    `json:"kind"` // step, label, lane, title, name or glue
	ID      string    `json:"id"`
	Text    string    `json:"text"`
	From    int       `json:"from"`
	To      int       `json:"to"`
	Set     int       `json:"set"`   // counts the times that From and To were set here and not by the field
	Rect    geom.Rect `json:"rect"`  // of the text as drawn, on the page
	Whole   geom.Rect `json:"whole"` // what is to be in sight: the symbol, the head
	Size    float64   `json:"size"`  // of the letters, px of the page
	Bold    bool      `json:"bold"`
	Upright bool      `json:"upright"`
	Name    string    `json:"name"` // what a screen reader says

	label    int               // which one of a connector; at its end, a new one
	place    *chart.LabelPlace // where a new label goes
	began    string            // the text as it was
	runs     []chart.Run       // of a step's text, as it is now
	next     chart.TextLook    // of what is typed next
	from, to int               // as From and To, in bytes; from is the end that stays
}

// begin opens a text for typing, all of it chosen: a letter typed replaces it.
func (e *Editor) begin(t Typing) {
	e.keepTyping()
	t.began = t.Text
	t.from, t.to = 0, len(t.Text)
	t.Set = e.typings + 1
	e.typings = t.Set
	e.hover = ""
	e.typing = &t
}

func (e *Editor) typeOnStep(id string) {
	if s := e.Page().Step(id); s != nil && s.Locked {
		e.notice = sayLocked(1, true)
	} else if s != nil {
		e.begin(Typing{Kind: "step", ID: id, Text: s.Text, Name: nameStepText, runs: s.Runs})
	}
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
		along, _ := r.Points.Project(s.at)
		e.typeOnLabel(s.line, n, &chart.LabelPlace{Along: math.Round(along*1e4) / 1e4, Beside: -3})
	}
}

// typeOnLabel types on the label numbered i, or with i beyond the last on a new
// one at place.
func (e *Editor) typeOnLabel(id string, i int, place *chart.LabelPlace) {
	c := e.Page().Connector(id)
	if c == nil {
		return
	}
	t := Typing{Kind: "label", ID: id, Name: nameLabel, label: i, place: place}
	if i < len(c.Labels) {
		t.Text = c.Labels[i].Text
	}
	e.begin(t)
}

func (e *Editor) typeOnLane(id string) {
	if b, ok := e.Page().Band(id); ok {
		e.begin(Typing{Kind: "lane", ID: id, Text: b.Name, Name: nameBand[b.Kind]})
	}
}

func (e *Editor) typeOnTitle() { e.begin(Typing{Kind: "title", Text: e.Page().Title, Name: nameTitle}) }

// typeOnName types on the chart's name in the title block.
func (e *Editor) typeOnName() { e.begin(Typing{Kind: "name", Text: e.chart.Name, Name: nameChart}) }

// typeGlue asks for the number of the step to connect the selected one to.
func (e *Editor) typeGlue() {
	switch ss := e.inOrder(e.Page()); len(ss) {
	case 2:
		e.connect(ss[0], ss[1])
	case 1:
		e.begin(Typing{Kind: "glue", ID: ss[0].ID, Name: nameGlue})
	default:
		e.notice = sayGlue
	}
}

// Type takes the text as it is now, and what is chosen in it.
func (e *Editor) Type(text string, from, to int) {
	t := e.typing
	if t == nil {
		return
	}
	was := *t
	e.takeText(t, text)
	t.from, t.to = bytesAt(t.Text, from), bytesAt(t.Text, to)
	// What is chosen may look otherwise, or lead somewhere.
	e.heard = e.heard || len(was.runs) > 0 || len(t.runs) > 0 || was.next != t.next || was.from != was.to || t.from != t.to
	if t.Text != was.Text {
		e.showTyped()
	}
}

// takeText takes the text as it is now: what has a look of its own keeps it.
func (e *Editor) takeText(t *Typing, text string) {
	text = strings.ReplaceAll(text, "\r\n", "\n")
	if text == t.Text {
		return
	}
	runs := chart.RunsAfter(t.runs, t.Text, text)
	if head, _, last := chart.Replaced(t.Text, text); head < last && !t.next.IsZero() {
		runs = chart.RunsWith(runs, head, last, t.next)
	}
	t.Text, t.runs, t.next = text, runs, chart.TextLook{}
}

// setRun gives what is chosen of the text being typed a look, or with nothing chosen what is
// typed next.
func (e *Editor) setRun(look chart.TextLook) {
	t := e.typing
	if lo, hi := min(t.from, t.to), max(t.from, t.to); lo < hi {
		t.runs = chart.RunsWith(t.runs, lo, hi, look)
	} else {
		t.next = t.next.With(look)
	}
	e.showTyped()
}

// showTyped shows the page as it would be if typing ended now.
func (e *Editor) showTyped() {
	t := e.typing
	parts := e.typed(t, t.Text)
	if len(parts) == 0 {
		e.setPreview(nil)
		return
	}
	if _, tried := e.withRoom(chart.Command{Words: didType, Parts: parts}); tried != nil {
		e.show(tried)
	}
}

// typed are the parts that give what is typed on its text; none when it has it.
func (e *Editor) typed(t *Typing, text string) []chart.Part {
	p := e.Page()
	switch t.Kind {
	case "step":
		if s := p.Step(t.ID); s != nil && (s.Text != t.Text || !reflect.DeepEqual(s.Runs, t.runs)) {
			return e.withText(s, t.Text, t.runs)
		}
	case "label":
		return e.withLabel(t, strings.TrimSpace(text))
	case "lane":
		if b, ok := p.Band(t.ID); ok && b.Name != text {
			return []chart.Part{{Do: setBand[b.Kind], Page: p.ID, ID: t.ID, Name: &text}}
		}
	case "title":
		if p.Title != text {
			return []chart.Part{{Do: "page.set", Page: p.ID, Title: &text}}
		}
	case "name":
		if name := strings.TrimSpace(text); name != "" && e.chart.Name != name {
			return []chart.Part{{Do: "chart.set", Name: &name}}
		}
	}
	return nil
}

// Accept ends typing and keeps the text.
func (e *Editor) Accept(text string) {
	e.heard = true
	t := e.typing
	if t == nil {
		return
	}
	e.takeText(t, text)
	text = t.Text
	e.setPreview(nil)
	parts := e.typed(t, text)
	e.typing = nil
	if t.Kind == "glue" {
		e.glueTo(t.ID, strings.TrimSpace(text))
		return
	}
	if len(parts) > 0 {
		e.do(map[string]string{"step": didType, "label": didLabel, "lane": didNameLane, "title": didTitle, "name": didRename}[t.Kind], parts...)
	}
}

// glueTo connects a step to the one with that number.
func (e *Editor) glueTo(id, number string) {
	from := e.Page().Step(id)
	if from == nil || number == "" {
		return
	}
	for _, s := range e.Page().Steps {
		if s.Number == number {
			e.connect(from, s)
			return
		}
	}
	e.notice = sayNoNumber(number)
}
