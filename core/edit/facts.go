package edit

import (
	"cmp"
	"fmt"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/number"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

// Facts are what bench, bar and margin show of the session.
type Facts struct {
	Title    string            `json:"title"`  // of the selection
	Why      map[string]string `json:"why"`    // action to why it cannot be done now
	On       []string          `json:"on"`     // what is switched on: meanings, the symbol in the hand
	Fields   []chart.Field     `json:"fields"` // of the selected step
	Step     string            `json:"step"`   // the only selected step
	Selected []string          `json:"selected"`
	Hand     string            `json:"hand"`
	Name     string            `json:"name"` // of the chart
	Steps    int               `json:"steps"`
	Lanes    int               `json:"lanes"`
	Loose    []LooseEnd        `json:"loose"`
	Line     *LineFacts        `json:"line"` // of the first selected connector
	Pending  int               `json:"pending"`
	W        float64           `json:"w"`
	H        float64           `json:"h"`
}

// LineFacts say how a connector is drawn.
type LineFacts struct {
	Weight    float64 `json:"weight"`
	Dash      string  `json:"dash"`
	Colour    string  `json:"colour"`
	Start     string  `json:"start"`
	End       string  `json:"end"`
	ByHand    bool    `json:"byHand"`    // something of it was set by hand
	Crossings string  `json:"crossings"` // arch, break, plain, or page: as the page
	Pins      int     `json:"pins"`
	Of        int     `json:"of"` // connectors selected
}

// Facts says what can be done now and to what.
func (e *Editor) Facts() Facts {
	p := e.Page()
	f := Facts{Why: map[string]string{}, On: []string{}, Fields: []chart.Field{}, Selected: []string{}, Hand: string(e.hand), Name: e.chart.Name,
		Steps: len(p.Steps), Lanes: len(p.Lanes), Pending: len(e.pending), W: e.Sheet().Page.W, H: e.Sheet().Page.H}
	for name, a := range actions {
		if why := a.need(e); why != "" {
			f.Why[name] = why
		}
	}
	steps, lines := e.steps(), e.lines()
	for _, s := range steps {
		f.Selected = append(f.Selected, s.ID)
	}
	meanings := map[chart.Meaning]bool{}
	for _, c := range lines {
		f.Selected = append(f.Selected, c.ID)
		meanings[c.Meaning] = true
	}
	for _, m := range []chart.Meaning{chart.Flow, chart.Aside, chart.Data, chart.Note} {
		if meanings[m] {
			f.On = append(f.On, string(m))
		}
	}
	f.Loose = e.LooseEnds()
	kind := e.style.kind
	if len(lines) > 0 {
		c := lines[0]
		l := scene.LookOf(c)
		kind = c.Kind
		f.Line = &LineFacts{l.Weight, string(l.Dash), l.Colour, string(l.Start), string(l.End), c.Look != nil, cmp.Or(string(c.Crossings), "page"), len(c.Pins), len(lines)}
	}
	f.On = append(f.On, "kind "+kindName(kind), "crossings "+cmp.Or(string(p.Crossings), string(chart.Plain)))
	if p.KeepOff {
		f.On = append(f.On, "keep-off")
	}
	switch {
	case len(steps) == 1 && len(lines) == 0:
		info, _ := symbol.Of(steps[0].Symbol)
		f.Title = strings.TrimSpace(info.Name + " " + steps[0].Number)
		f.Step = steps[0].ID
		f.Fields = append(f.Fields, steps[0].Fields...)
	case len(steps) == 0 && len(lines) == 1:
		f.Title = "Connector " + e.endName(lines[0].From) + " to " + e.endName(lines[0].To)
	case len(steps)+len(lines) > 0:
		f.Title = fmt.Sprintf("%d selected", len(steps)+len(lines))
	case p.Lane(e.lane) != nil:
		f.Title = "Lane " + p.Lane(e.lane).Name
	default:
		f.Title = "Nothing selected"
	}
	return f
}

func (e *Editor) endName(x chart.End) string {
	if s := e.Page().Step(x.Step); s != nil {
		return stepName(s)
	}
	return "nowhere"
}

// Row is a line of the step list.
type Row struct {
	ID     string   `json:"id"`
	Number string   `json:"number"`
	Lane   string   `json:"lane"`
	Symbol string   `json:"symbol"`
	Text   string   `json:"text"`
	Ways   []RowWay `json:"ways"`
	Data   string   `json:"data"` // what it reads and writes, in words
}

// RowWay is a way out of a step: where it goes and under which label.
type RowWay struct {
	Line  string `json:"line"`
	Label string `json:"label"`
	To    string `json:"to"` // number or text of the step
	ToID  string `json:"toId"`
	Aside bool   `json:"aside"`
}

// Rows is the step list: the steps along the flow, then those outside of it.
func (e *Editor) Rows() []Row {
	p := e.Page()
	g := flow.Of(p)
	order := number.Order(g)
	in := map[int]bool{}
	for _, v := range order {
		in[v] = true
	}
	for v := range p.Steps {
		if !in[v] {
			order = append(order, v)
		}
	}
	data := map[string][]string{}
	for _, c := range p.Connectors {
		if c.Meaning != chart.Data || c.From.Loose() || c.To.Loose() {
			continue
		}
		a, b := p.Steps[g.Index[c.From.Step]], p.Steps[g.Index[c.To.Step]]
		if b.Symbol.Store() {
			data[a.ID] = append(data[a.ID], "writes "+plain(b))
		} else if a.Symbol.Store() {
			data[b.ID] = append(data[b.ID], "reads "+plain(a))
		}
	}
	rows := make([]Row, 0, len(order))
	lanes := map[string]string{}
	for _, l := range p.Lanes {
		lanes[l.ID] = l.Name
	}
	for _, v := range order {
		s := p.Steps[v]
		r := Row{ID: s.ID, Number: s.Number, Lane: lanes[s.Lane], Symbol: string(s.Symbol), Text: s.Text, Ways: []RowWay{}, Data: strings.Join(data[s.ID], ", ")}
		for _, w := range g.Out[v] {
			way := g.Ways[w]
			to := p.Steps[way.To]
			r.Ways = append(r.Ways, RowWay{way.Line.ID, way.Line.Outcome(), stepName(to), to.ID, way.Line.Meaning == chart.Aside})
		}
		rows = append(rows, r)
	}
	return rows
}

func plain(s *chart.Step) string {
	if s.Text == "" {
		return "a store"
	}
	return strings.Join(strings.Fields(s.Text), " ")
}
