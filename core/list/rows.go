package list

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strings"
	"unicode/utf8"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// What the rows of a table make, whose columns have their roles.

// Page makes a page of the table, laid out.
func (t Table) Page(id func(kind string) string) (*chart.Page, error) {
	p, err := t.page("p1", id)
	if err != nil {
		return nil, err
	}
	return p, lay(p)
}

func (t Table) page(name string, id func(kind string) string) (*chart.Page, error) {
	if len(t.Rows) == 0 || !slices.Contains(t.Roles, TextRole) {
		return nil, errors.New(noTextColumn)
	}
	for i, row := range t.Rows {
		for _, cell := range row {
			if n := utf8.RuneCountInString(cell); n > MostLetters {
				return nil, fmt.Errorf(tooLongCell, i+1, n, MostLetters)
			}
		}
	}
	leads := t.Hierarchy() // some cell says where a step leads
	r := t.reading()
	var roots []*line
	after := map[*line][]way{} // what leads to a row
	for i, row := range t.Rows {
		l, of := &line{n: i + 1}, said{}
		if c := onlyCell(row); c >= 0 && c < len(t.Roles) && t.Roles[c] != TextRole { // a text in another column than that of texts
			row = slices.Repeat([]string{""}, len(row))
			row[slices.Index(t.Roles, TextRole)] = t.Rows[i][c]
		}
		for c, cell := range row {
			if c >= len(t.Roles) || nothing(cell) {
				continue
			}
			switch t.Roles[c] {
			case NumberRole:
				l.key = strings.TrimRight(cell, ".)")
			case LaneRole:
				of.lane = []seat{{cell, false}}
			case TextRole:
				if of.text != "" {
					cell = of.text + "\n" + cell
				}
				of.text = cell
			case NextRole:
				leads = true
				ways, _ := r.leadsTo(cell, "")
				l.ways = append(l.ways, ways...)
			case YesRole, NoRole: // without a column that says where others lead these lead to the next row
				label := string(t.Roles[c])
				if c < len(t.Head) {
					if o, ok := cutOutcome(t.Head[c]); ok {
						label = o.label
					}
				}
				ways, _ := r.leadsTo(cell, label)
				l.ways = append(l.ways, ways...)
			case BeforeRole, AboveRole:
				leads = true
				after[l], _ = r.leadsTo(cell, "")
			case StageRole:
				of.stage = &cell
			case SymbolRole:
				k, ok := symbolCalled(cell)
				if of.symbol = k; !ok {
					l.kids = append(l.kids, t.field(c, cell))
				}
			case FieldRole:
				l.kids = append(l.kids, t.field(c, cell))
			}
		}
		if strings.HasSuffix(of.text, "?") && len(l.ways) == 0 { // a remark that says where its answers lead
			l.kids = slices.DeleteFunc(l.kids, func(k *line) bool {
				ways, ok := r.leadsTo(k.field.Value, "")
				if ok = ok && len(ways) > 0 && !slices.ContainsFunc(ways, func(w way) bool { return w.label == "" }); ok {
					l.ways = ways
				}
				return ok
			})
		}
		if of.text != "" {
			l.steps = []said{of}
			roots = append(roots, l)
		}
	}
	at := placesOf(roots)
	for i, l := range roots {
		for _, w := range after[l] {
			if from, ok := at.of(w); ok {
				m := chart.Flow
				if t.Hierarchy() && l.assists() {
					m = chart.Aside
				}
				roots[from].ways = append(roots[from].ways, way{label: w.label, to: cmp.Or(l.key, fmt.Sprint(i+1)), meaning: m})
			}
		}
	}
	for i, l := range roots {
		if s := &l.steps[0]; t.Hierarchy() && s.symbol == "" {
			s.symbol = symbol.Process
			if k := slices.IndexFunc(l.kids, isJob); k >= 0 { // what somebody does stands below the name
				s.text += "\n" + l.kids[k].field.Value
				l.kids = slices.Delete(l.kids, k, k+1)
			}
		} else if !l.asks() && s.symbol == "" {
			if len(l.ways) > 1 && slices.ContainsFunc(l.ways, func(w way) bool { return w.label != "" }) {
				s.symbol = symbol.Decision
			} else if len(l.ways) == 1 && (l.ways[0].label == "yes" || l.ways[0].label == "no") {
				l.ways[0].label = "" // no question, so no answer
			}
		}
		if leads && len(l.ways) == 0 {
			l.ways = []way{{nowhere: true}}
		} else if len(l.ways) == 0 {
			l.ways = at.pastOthers(roots, i)
		}
		if l.asks() && len(l.ways) == 1 {
			l.ways = append(l.ways, way{nowhere: true}) // no other outcome than the one that is told
		}
	}
	p, err := build(name, roots, id)
	if err == nil && t.Hierarchy() {
		p.Setup = &chart.Setup{Tree: chart.GrowDown}
	}
	return p, err
}

// assists reports whether the job of a row is to assist somebody.
func (l *line) assists() bool {
	k := slices.IndexFunc(l.kids, isJob)
	return k >= 0 && slices.ContainsFunc(assistants, func(w string) bool { return strings.HasPrefix(strings.ToLower(l.kids[k].field.Value), w) })
}

func isJob(l *line) bool {
	return l.field != nil && slices.Contains(jobs, strings.ToLower(l.field.Name))
}

// Hierarchy reports whether the table says who reports to whom.
func (t Table) Hierarchy() bool { return slices.Contains(t.Roles, AboveRole) }

// onlyCell is the only cell of a row that says something; -1 where there are more, or none.
func onlyCell(row []string) int {
	only := -1
	for c, cell := range row {
		if !nothing(cell) {
			if only >= 0 {
				return -1
			}
			only = c
		}
	}
	return only
}

// field is a cell kept as a field of its step.
func (t Table) field(c int, cell string) *line {
	name := fmt.Sprintf("column %d", c+1)
	if c < len(t.Head) && t.Head[c] != "" {
		name = t.Head[c]
	}
	return &line{field: &chart.Field{Name: name, Value: cell}}
}

// places are those of rows, by their keys and by their texts.
type places struct{ keys, texts map[string]int }

func placesOf(rows []*line) places {
	at := places{map[string]int{}, map[string]int{}}
	for i, l := range slices.Backward(rows) { // the first of several
		at.keys[cmp.Or(l.key, fmt.Sprint(i+1))], at.texts[nameOf(l.steps[0].text)] = i, i
	}
	return at
}

// of is the row that a way leads to; ok is false where it leads to none.
func (at places) of(w way) (row int, ok bool) {
	if w.text != "" {
		row, ok = at.texts[w.text]
		return row, ok
	}
	row, ok = at.keys[w.to]
	return row, ok
}

// symbolWords are what tables call symbols besides their names.
var symbolWords = map[string]symbol.Kind{
	"start": symbol.Terminator, "begin": symbol.Terminator, "end": symbol.Terminator,
	"task": symbol.Process, "activity": symbol.Process, "action": symbol.Process, "step": symbol.Process,
	"question": symbol.Decision, "database": symbol.StoredData, "form": symbol.Document, "report": symbol.Document,
}

// symbolCalled is the symbol of a name, or of a word that tables have for it.
func symbolCalled(s string) (symbol.Kind, bool) {
	if k, ok := symbolWords[strings.ToLower(s)]; ok {
		return k, true
	}
	if k, _, ok := tags(strings.ReplaceAll(s, " ", "-")); ok {
		return k, true
	}
	k, _, ok := tags(s)
	return k, ok
}

// nothing reports whether a cell says nothing: it is empty, or has a dash.
func nothing(cell string) bool {
	return slices.Contains([]string{"", "-", "–", "—", "n/a", "N/A"}, cell)
}

// pastOthers leads row i of a table in which rows follow each other past the next one, where both are what the same row
// before leads to, by different answers.
func (at places) pastOthers(rows []*line, i int) []way {
	if i+2 >= len(rows) {
		return nil
	}
	for _, d := range rows[max(0, i-farBack):i] {
		leads := func(to int) bool {
			return slices.ContainsFunc(d.ways, func(w way) bool { row, ok := at.of(w); return ok && row == to && w.label != "" })
		}
		if leads(i) && leads(i+1) {
			return []way{{text: nameOf(rows[i+2].steps[0].text), meaning: chart.Flow}}
		}
	}
	return nil
}
