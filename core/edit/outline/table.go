package outline

import (
	"encoding/json"

	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/list"
)

// TableFacts are cells that were pasted, with what their columns are taken for.
type TableFacts struct {
	Columns []TableColumn   `json:"columns"`
	Roles   []session.Named `json:"roles"`
	Rows    int             `json:"rows"`
}

// TableColumn is a column, with its first cells.
type TableColumn struct {
	Head  string   `json:"head"`
	Role  string   `json:"role"`
	Cells []string `json:"cells"`
}

// shownRows is how many rows are shown before the chart is drawn.
const shownRows = 4

// TableFacts are the cells that were pasted; nil when there are none.
func (e *Editor) TableFacts() *TableFacts {
	t := e.table
	if t == nil {
		return nil
	}
	f := &TableFacts{Rows: len(t.Rows)}
	for i, r := range t.Roles {
		c := TableColumn{Role: string(r), Cells: []string{}}
		if i < len(t.Head) {
			c.Head = t.Head[i]
		}
		for _, row := range t.Rows[:min(len(t.Rows), shownRows)] {
			c.Cells = append(c.Cells, row[i])
		}
		f.Columns = append(f.Columns, c)
	}
	for _, r := range list.Roles {
		f.Roles = append(f.Roles, session.Named{ID: string(r), Name: say.RoleWords[r]})
	}
	return f
}

// DrawTable makes steps of the table that was pasted; the argument is what its columns say, as JSON.
// Without one it is forgotten.
func (e *Editor) DrawTable(arg string) {
	t := e.table
	e.table = nil
	var roles []list.Role
	if t == nil || json.Unmarshal([]byte(arg), &roles) != nil || len(roles) != len(t.Roles) {
		return
	}
	t.Roles = roles
	made, err := t.Page(e.NewID)
	if err != nil {
		e.Say(say.Sentence(err.Error()))
		return
	}
	e.pasteMade(made)
}
