package list

import (
	"context"
	"encoding/csv"
	"errors"
	"fmt"
	"slices"
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
)

// Role is what the cells of a column say.
type Role string

// The roles.
const (
	NumberRole Role = "number"
	LaneRole   Role = "lane"
	TextRole   Role = "text"
	NextRole   Role = "next"
	SymbolRole Role = "symbol"
	FieldRole  Role = "field"
	NoRole     Role = "none"
)

// Roles are all roles, in the order in which they are offered.
var Roles = []Role{TextRole, LaneRole, NumberRole, NextRole, SymbolRole, FieldRole, NoRole}

// Table are cells as a spreadsheet puts them on the clipboard, and what each column is taken for.
type Table struct {
	Head  []string // names of the columns; nil without a heading row
	Rows  [][]string
	Roles []Role
}

// headings are the names by which columns are recognised.
var headings = map[Role][]string{
	NumberRole: {"number", "no", "no.", "nr", "nr.", "#", "step no", "id", "key"},
	LaneRole:   {"lane", "role", "who", "responsible", "actor", "owner", "department", "team", "by", "performed by"},
	TextRole:   {"text", "step", "activity", "task", "action", "description", "what", "process step", "process", "name"},
	NextRole:   {"next", "next step", "then", "goes to", "followed by", "successor", "to"},
	SymbolRole: {"symbol", "shape", "type", "kind"},
}

// ReadTable takes cells apart: separated by tabs, or by commas or semicolons below a heading that says
// what they are. ok is false for a text that is no table.
func ReadTable(text string) (t Table, ok bool) {
	lines := Lines(strings.ReplaceAll(text, "\r\n", "\n"))
	tabbed := 0
	for _, l := range lines {
		if strings.Contains(strings.TrimLeft(l, "\t "), "\t") {
			tabbed++
		}
	}
	comma := '\t'
	if tabbed*2 < len(lines) || tabbed == 0 {
		if comma = headed(lines); comma == 0 {
			return Table{}, false
		}
	}
	r := csv.NewReader(strings.NewReader(text))
	r.Comma, r.LazyQuotes, r.FieldsPerRecord = comma, true, -1
	rows, err := r.ReadAll()
	if err != nil || len(rows) > chart.MaxSteps {
		return Table{}, false
	}
	columns := 0
	for _, row := range rows {
		for i, c := range row {
			if row[i] = strings.TrimSpace(c); row[i] != "" {
				columns = max(columns, i+1)
			}
		}
	}
	for i, row := range rows {
		rows[i] = append(row, make([]string, max(0, columns-len(row)))...)[:columns]
	}
	rows = slices.DeleteFunc(rows, func(row []string) bool { return strings.Join(row, "") == "" })
	if columns < 2 || len(rows) == 0 {
		return Table{}, false
	}
	t.Rows = rows
	if named := named(rows[0]); slices.ContainsFunc(named, func(r Role) bool { return r != FieldRole }) {
		t.Head, t.Rows, t.Roles = rows[0], rows[1:], named
		if !slices.Contains(named, TextRole) {
			t.guess()
		}
	} else {
		t.Roles = make([]Role, columns)
		t.guess()
	}
	return t, len(t.Rows) > 0
}

// headed is what separates the cells of a text whose first line names columns; 0 where it does not.
func headed(lines []string) rune {
	if len(lines) < 2 {
		return 0
	}
	for _, sep := range []rune{',', ';'} {
		n := 0
		for _, r := range named(strings.Split(lines[0], string(sep))) {
			if r != FieldRole {
				n++
			}
		}
		if n >= 2 {
			return sep
		}
	}
	return 0
}

// named are the roles of columns by their names; those that nothing else is known of are fields.
func named(head []string) []Role {
	out := make([]Role, len(head))
	taken := map[Role]bool{}
	for i, h := range head {
		h = strings.ToLower(strings.Trim(strings.TrimSpace(h), `"`))
		out[i] = FieldRole
		for _, r := range Roles {
			if !taken[r] && slices.Contains(headings[r], h) {
				out[i], taken[r] = r, true
				break
			}
		}
	}
	return out
}

// guess gives roles to columns that have none: the longest texts are the steps, a column with few
// different ones before it says who does them, one that counts numbers them.
func (t *Table) guess() {
	long, best := -1, 0.0
	for i := range t.Roles {
		if t.Roles[i] != "" && t.Roles[i] != FieldRole {
			continue
		}
		sum := 0
		for _, row := range t.Rows {
			sum += len(row[i])
		}
		if mean := float64(sum) / float64(len(t.Rows)); mean > best {
			long, best = i, mean
		}
	}
	for i := range t.Roles {
		if i == long {
			t.Roles[i] = TextRole
			continue
		}
		if t.Roles[i] != "" {
			continue
		}
		different, counts := map[string]bool{}, true
		for _, row := range t.Rows {
			different[row[i]] = true
			counts = counts && plainKey(row[i])
		}
		switch {
		case counts && len(different) == len(t.Rows) && !slices.Contains(t.Roles, NumberRole):
			t.Roles[i] = NumberRole
		case !slices.Contains(t.Roles, LaneRole) && (len(different)*2 <= len(t.Rows) || len(t.Rows) < 6 && i < long):
			t.Roles[i] = LaneRole
		default:
			t.Roles[i] = FieldRole
		}
	}
}

// Page makes a page of the table, laid out.
func (t Table) Page(id func(kind string) string) (*chart.Page, error) {
	if len(t.Rows) == 0 || !slices.Contains(t.Roles, TextRole) {
		return nil, errors.New(noTextColumn)
	}
	leads := false // some cell says where a step leads
	var roots []*line
	for i, row := range t.Rows {
		l, of := &line{n: i + 1}, said{}
		for c, cell := range row {
			if c >= len(t.Roles) || cell == "" {
				continue
			}
			switch t.Roles[c] {
			case NumberRole:
				l.key = strings.TrimSuffix(cell, ".")
			case LaneRole:
				of.lane = []seat{{cell, false}}
			case TextRole:
				if of.text != "" {
					cell = of.text + "\n" + cell
				}
				of.text = cell
			case NextRole:
				leads = true
				l.ways = append(l.ways, nextOf(cell)...)
			case SymbolRole:
				if k, _, ok := tags(strings.ReplaceAll(cell, " ", "-")); ok {
					of.symbol = k
				} else if k, _, ok := tags(cell); ok {
					of.symbol = k
				}
			case FieldRole:
				name := fmt.Sprintf("column %d", c+1)
				if c < len(t.Head) && t.Head[c] != "" {
					name = t.Head[c]
				}
				l.kids = append(l.kids, &line{field: &chart.Field{Name: name, Value: cell}})
			}
		}
		if of.text != "" {
			l.steps = []said{of}
			roots = append(roots, l)
		}
	}
	for _, l := range roots {
		if leads && len(l.ways) == 0 {
			l.ways = []way{{meaning: chart.Flow}} // the work ends there
		}
		if l.asks() && len(l.ways) == 1 {
			l.ways = append(l.ways, way{meaning: chart.Flow}) // no other outcome than the one that is told
		}
	}
	p, err := build("p1", roots, id)
	if err != nil {
		return nil, err
	}
	if cmd, ok, _ := layout.OnSheet(context.Background(), p, layout.Down); ok {
		if _, err := chart.Apply(&chart.Chart{Name: "table", Pages: []*chart.Page{p}}, cmd); err != nil {
			return nil, err
		}
	}
	return p, nil
}

// nextOf reads where a step leads: '4', '5, 7', 'yes: 5; no: 7', 'yes -> 5'.
func nextOf(cell string) []way {
	var out []way
	for _, part := range strings.FieldsFunc(cell, func(r rune) bool { return r == ';' || r == ',' || r == '\n' }) {
		label, to, ok := strings.Cut(part, ":")
		if !ok {
			if label, _, to, ok = cutArrow(strings.TrimSpace(part)); !ok {
				label, to = "", part
			}
		}
		if to = strings.TrimSuffix(strings.TrimSpace(to), "."); to != "" {
			out = append(out, way{label: strings.TrimSpace(label), meaning: chart.Flow, to: to})
		}
	}
	return out
}
