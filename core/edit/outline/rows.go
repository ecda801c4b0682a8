package outline

import (
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/flow"
	"plaintracer/core/number"
	"plaintracer/core/symbol"
)

// Row is a line of the step list.
type Row struct {
	ID     string       `json:"id"`
	Number string       `json:"number"`
	Pinned bool         `json:"pinned"` // the number
	Lane   string       `json:"lane"`
	Symbol string       `json:"symbol"`
	Kind   string       `json:"symbolName"` // the symbol's name
	Text   string       `json:"text"`
	Ways   []RowWay     `json:"ways"`
	Data   string       `json:"data"`   // what it reads and writes, in words
	Goes   string       `json:"goes"`   // of an off-page connector, where the flow goes on, in words
	GoesTo string       `json:"goesTo"` // page and step
	Files  []chart.File `json:"files"`
	In     bool         `json:"in"`   // it can be made an outcome of the decision above
	Back   bool         `json:"back"` // it is one, and can follow the step above it again
}

// RowWay is a way out of a step: where it goes and under which label.
type RowWay struct {
	Line  string `json:"line"`
	Label string `json:"label"`
	To    string `json:"to"` // number or text of the step
	ToID  string `json:"toId"`
	Aside bool   `json:"aside"`
}

// Rows is the step list of the page that is shown.
func (e *Editor) Rows() []Row { return Rows(e.Chart(), e.Page()) }

// Rows lists the steps of a page along the flow, then those outside of it.
func Rows(c *chart.Chart, p *chart.Page) []Row {
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
	for _, l := range p.Connectors {
		if l.Meaning != chart.Data || l.From.Loose() || l.To.Loose() {
			continue
		}
		a, b := p.Steps[g.Index[l.From.Step]], p.Steps[g.Index[l.To.Step]]
		if b.Symbol.Store() {
			data[a.ID] = append(data[a.ID], say.Writes(plain(b)))
		} else if a.Symbol.Store() {
			data[b.ID] = append(data[b.ID], say.Reads(plain(a)))
		}
	}
	rows := make([]Row, 0, len(order))
	lanes := map[string]string{}
	for _, l := range p.Lanes {
		lanes[l.ID] = l.Name
	}
	var asks *Row // the decision above; rows has room for all, so that they stay where they are
	for _, v := range order {
		s := p.Steps[v]
		info, _ := symbol.Of(s.Symbol)
		r := Row{
			ID:     s.ID,
			Number: s.Number, Pinned: s.Pinned,
			Lane:   lanes[s.Lane],
			Symbol: string(s.Symbol),
			Kind:   info.Name,
			Text:   s.Text,
			Ways:   []RowWay{},
			Files:  s.Files,
			Data:   strings.Join(data[s.ID], ", "),
		}
		for _, w := range g.Out[v] {
			way := g.Ways[w]
			to := p.Steps[way.To]
			r.Ways = append(r.Ways, RowWay{way.Line.ID, way.Line.Outcome(), session.StepName(to), to.ID, way.Line.Meaning == chart.Aside})
		}
		if ms := flow.Mates(c, s); len(ms) > 0 {
			m := ms[0]
			r.Goes, r.GoesTo = say.GoesOn(flow.Letter(s), m.Page.Name(m.Index), len(g.Out[v]) > 0), m.Page.ID+" "+m.Step.ID
		}
		if asks != nil && !s.Symbol.Store() && !s.Symbol.Beside() {
			of := slices.ContainsFunc(asks.Ways, func(w RowWay) bool { return w.ToID == r.ID })
			r.In, r.Back = !of, of && asks.ID != rows[len(rows)-1].ID
		}
		if rows = append(rows, r); s.Symbol == symbol.Decision {
			asks = &rows[len(rows)-1]
		}
	}
	return rows
}

func plain(s *chart.Step) string {
	if s.Text == "" {
		return say.AStore
	}
	return say.OneLine(s.Text)
}
