// Package text types on the page: the page is drawn with the text as it is at the moment, and the caret goes by lines
// as they are drawn.
package text

import (
	"math"
	"reflect"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/steps"
	"plaintracer/core/geom"
	"plaintracer/core/number"
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
	Picks   []Pick    `json:"picks"`

	label    int               // which one of a connector; at its end, a new one
	place    *chart.LabelPlace // where a new label goes
	began    string            // the text as it was
	runs     []chart.Run       // of a step's text, as it is now
	refers   *chart.Link       // to the step that a label names, where one was picked
	next     chart.TextLook    // of what is typed next
	from, to int               // as From and To, in bytes; from is the end that stays
}

// Pick is a step that can be picked for what is being typed: 'back to step …'.
type Pick struct {
	ID    string `json:"id"`
	Words string `json:"words"`
}

// Editor types the texts of a session.
type Editor struct {
	*session.Session
	steps   *steps.Editor
	typing  *Typing
	typings int // counts the times that a caret was set
}

// New edits the texts of a session.
func New(st *steps.Editor) *Editor {
	e := &Editor{Session: st.Session, steps: st}
	e.Under(session.Doing{On: e.typingOn, Changed: e.typingChanged, Follow: e.showTyped, Keep: e.keepTyped, Cancel: e.cancelTyping})
	return e
}

// begin opens a text for typing, all of it chosen: a letter typed replaces it.
func (e *Editor) begin(t Typing) {
	e.Keep()
	t.began = t.Text
	t.from, t.to = 0, len(t.Text)
	t.Set = e.typings + 1
	e.typings = t.Set
	e.typing = &t
	if n := e.Chart().Numbering; t.Kind == "step" && n != nil && n.Shown == chart.InText {
		e.TypeOn(t.ID)
	}
}

// end ends typing.
func (e *Editor) end() {
	e.typing = nil
	e.TypeOn("")
}

// OnStep types on a step's text.
func (e *Editor) OnStep(id string) {
	if s := e.Page().Step(id); s != nil && s.Locked {
		e.Say(say.Locked(1, true))
	} else if s != nil {
		e.begin(Typing{Kind: "step", ID: id, Text: s.Text, Name: say.NameStepText, runs: s.Runs})
	}
}

// OnLine types on a connector's first label.
func (e *Editor) OnLine(id string) { e.OnLabel(id, 0, nil) }

// OnSpot types on the label under the hand. Elsewhere on the line it types
// a new one: the first finds its own place, others stay where the hand was.
func (e *Editor) OnSpot(s lines.Spot) {
	r := e.Sheet().Run(s.Line)
	switch n := len(r.Labels); {
	case s.Label >= 0:
		e.OnLabel(s.Line, s.Label, nil)
	case n == 0:
		e.OnLine(s.Line)
	default:
		along, _ := r.Points.Project(s.At)
		e.OnLabel(s.Line, n, &chart.LabelPlace{Along: math.Round(along*1e4) / 1e4, Beside: -3})
	}
}

// OnLabel types on the label numbered i, or with i beyond the last on a new
// one at place.
func (e *Editor) OnLabel(id string, i int, place *chart.LabelPlace) {
	c := e.Page().Connector(id)
	if c == nil {
		return
	}
	t := Typing{Kind: "label", ID: id, Name: say.NameLabel, label: i, place: place}
	if i < len(c.Labels) {
		t.Text = c.Labels[i].Text
	}
	e.begin(t)
}

// OnLane types on the name of a band.
func (e *Editor) OnLane(id string) {
	if b, ok := e.Page().Band(id); ok {
		e.begin(Typing{Kind: "lane", ID: id, Text: b.Name, Name: say.NameBand[b.Kind]})
	}
}

// OnTitle types on the page's title.
func (e *Editor) OnTitle() { e.begin(Typing{Kind: "title", Text: e.Page().Title, Name: say.NameTitle}) }

// OnName types on the chart's name in the title block.
func (e *Editor) OnName() { e.begin(Typing{Kind: "name", Text: e.Chart().Name, Name: say.NameChart}) }

// Glue asks for the number of the step to connect the selected one to.
func (e *Editor) Glue() {
	switch ss := e.InOrder(); len(ss) {
	case 2:
		e.steps.Connect(ss[0], ss[1])
	case 1:
		e.begin(Typing{Kind: "glue", ID: ss[0].ID, Name: say.NameGlue})
	default:
		e.Say(say.Glue)
	}
}

// OnGap asks for the gap between the selected steps, beside the first of them.
func (e *Editor) OnGap() {
	ss := e.InOrder()
	if len(ss) < 2 {
		e.Say(say.Sentence(say.WhyTwoSteps))
		return
	}
	e.begin(Typing{Kind: "gap", ID: ss[0].ID, Name: say.NameGap, Text: e.steps.GapBetween()})
}

// Now is the text being typed; nil when none is.
func (e *Editor) Now() *Typing { return e.typing }

// Ends are the ends of what is chosen in it, in bytes; from is the one that stays.
func (e *Editor) Ends() (from, to int) { return e.typing.from, e.typing.to }

// TypingOn reports whether the text of something of a kind is typed.
func (e *Editor) TypingOn(kind string) bool { return e.typing != nil && e.typing.Kind == kind }

func (e *Editor) typingOn() bool { return e.typing != nil }

// typingChanged ends typing on what is gone.
func (e *Editor) typingChanged() {
	t, p := e.typing, e.Page()
	if t == nil || t.ID == "" || p.Step(t.ID) != nil || p.Connector(t.ID) != nil {
		return
	}
	if _, ok := p.Band(t.ID); !ok {
		e.end()
		e.Say(say.TypingGone)
	}
}

func (e *Editor) keepTyped() {
	if e.typing != nil {
		e.Accept(e.typing.Text)
	}
}

func (e *Editor) cancelTyping() { e.end() }

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
	if len(was.runs) > 0 || len(t.runs) > 0 || was.next != t.next || was.from != was.to || t.from != t.to {
		e.Hear()
	}
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

// Choose sets what is chosen in the text, from one byte to another.
func (e *Editor) Choose(from, to int) {
	e.typing.from, e.typing.to = from, to
	e.typings++
	e.typing.Set = e.typings
}

// SetRun gives what is chosen of the text being typed a look, or with nothing chosen what is
// typed next.
func (e *Editor) SetRun(look chart.TextLook) {
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
		e.Preview(nil)
		return
	}
	e.PreviewWithRoom(chart.Command{Words: say.DidType, Parts: parts})
}

// typed are the parts that give what is typed on its text; none when it has it.
func (e *Editor) typed(t *Typing, text string) []chart.Part {
	p := e.Page()
	switch t.Kind {
	case "step":
		if s := p.Step(t.ID); s != nil && (s.Text != t.Text || !reflect.DeepEqual(s.Runs, t.runs)) {
			return e.steps.WithText(s, t.Text, t.runs)
		}
	case "label":
		return e.withLabel(t, strings.TrimSpace(text))
	case "lane":
		if b, ok := p.Band(t.ID); ok && b.Name != text {
			return []chart.Part{{Do: b.Kind.String() + ".set", Page: p.ID, ID: t.ID, Name: &text}}
		}
	case "title":
		if p.Title != text {
			return []chart.Part{{Do: "page.set", Page: p.ID, Title: &text}}
		}
	case "name":
		if name := strings.TrimSpace(text); name != "" && e.Chart().Name != name {
			return []chart.Part{{Do: "chart.set", Name: &name}}
		}
	}
	return nil
}

// Accept ends typing and keeps the text.
func (e *Editor) Accept(text string) {
	e.Hear()
	t := e.typing
	if t == nil {
		return
	}
	e.takeText(t, text)
	text = t.Text
	e.Preview(nil)
	parts := e.typed(t, text)
	e.end()
	if t.Kind == "gap" {
		e.steps.SetGap(text)
		return
	}
	if t.Kind == "glue" {
		e.glueTo(t.ID, strings.TrimSpace(text))
		return
	}
	if len(parts) == 0 || !e.Apply(say.DidTyped[t.Kind], parts...) {
		return
	}
	switch t.Kind {
	case "step":
		e.steps.OfferReferences(t.ID)
	case "label":
		e.steps.OfferLabelReferences(t.ID)
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
			e.steps.Connect(from, s)
			return
		}
	}
	e.Say(say.NoNumber(number))
}

// withLabel are the parts that give the label being typed on its text; empty takes it
// away.
func (e *Editor) withLabel(t *Typing, text string) []chart.Part {
	c := e.Page().Connector(t.ID)
	if c == nil {
		return nil
	}
	ls := append([]chart.Label{}, c.Labels...)
	switch added := t.label >= len(ls); {
	case added && text == "" || !added && ls[t.label].Text == text:
		return nil
	case added:
		ls = append(ls, chart.Label{Text: text, Place: t.place, Refers: t.refers})
	case text == "":
		ls = slices.Delete(ls, t.label, t.label+1)
	default:
		ls[t.label].Text = text
		if t.refers != nil {
			ls[t.label].Refers = t.refers
		}
		if to := ls[t.label].Refers; to != nil && !number.Names(e.Chart(), text, to) {
			ls[t.label].Refers = nil // what named the step is gone
		}
	}
	return []chart.Part{{Do: "line.set", Page: e.PageID(), ID: t.ID, Labels: &ls}}
}

// ChosenIn reports whether some of a step's text is chosen while it is typed.
func (e *Editor) ChosenIn(step string) bool {
	t := e.typing
	return t != nil && t.Kind == "step" && t.ID == step && t.from != t.to
}

// Chosen is what is chosen of the text being typed, and where it leads.
func (e *Editor) Chosen() (text string, link *chart.Link) {
	t := e.typing
	lo, hi := min(t.from, t.to), max(t.from, t.to)
	for _, r := range t.runs {
		if r.From < hi && r.To > lo && r.Link != nil {
			link = r.Link
		}
	}
	return t.Text[lo:hi], link
}

// LinkChosen lets what is chosen of the text lead somewhere; nil for nowhere.
func (e *Editor) LinkChosen(to *chart.Link) {
	t := e.typing
	t.runs = chart.RunsLinked(t.runs, min(t.from, t.to), max(t.from, t.to), to)
	e.showTyped()
}

// RunsTyped are the runs of a step's text that is being typed, what is chosen of it in bytes, and the look of what is
// typed next.
type RunsTyped struct {
	Runs     []chart.Run
	From, To int
	Next     chart.TextLook
}

// RunsTyped is nil where the step's text is not being typed.
func (e *Editor) RunsTyped(step string) *RunsTyped {
	t := e.typing
	if t == nil || t.Kind != "step" || t.ID != step {
		return nil
	}
	return &RunsTyped{t.runs, min(t.from, t.to), max(t.from, t.to), t.next}
}
