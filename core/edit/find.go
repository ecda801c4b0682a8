package edit

import (
	"strings"

	"plaintracer/core/symbol"
)

// Found is something that the find line leads to.
type Found struct {
	Words string `json:"words"`
	Kind  string `json:"kind"` // step, symbol or command
	Do    string `json:"do"`
	Arg   string `json:"arg"`
}

// commands are the actions that make sense by name, in the bench's words.
var commands = []Found{
	{"Lay out", "command", "layout", ""}, {"Number", "command", "number", ""}, {"Add lane", "command", "lanes", ""},
	{"Next step", "command", "next", ""}, {"Another way out", "command", "other", ""}, {"Label", "command", "label", ""},
	{"Same size", "command", "same-size", ""}, {"Distribute across", "command", "distribute-across", ""},
	{"Distribute down", "command", "distribute-down", ""}, {"Align left", "command", "align-left", ""},
	{"Align centre", "command", "align-centre", ""}, {"Align right", "command", "align-right", ""}, {"Align top", "command", "align-top", ""},
	{"Align middle", "command", "align-middle", ""}, {"Align bottom", "command", "align-bottom", ""},
	{"Select all", "command", "all", ""}, {"Duplicate", "command", "duplicate", ""}, {"Delete", "command", "delete", ""},
	{"Undo", "command", "undo", ""}, {"Redo", "command", "redo", ""}, {"Title of the page", "command", "title", ""},
	{"Best side", "command", "best-side", ""},
}

const mostFound = 12

// Find lists steps, symbols and commands that hold the words typed.
func (e *Editor) Find(q string) []Found {
	q = strings.ToLower(strings.TrimSpace(q))
	out := []Found{}
	add := func(f Found) {
		if len(out) < mostFound && strings.Contains(strings.ToLower(f.Words), q) {
			out = append(out, f)
		}
	}
	for _, s := range e.Page().Steps {
		add(Found{strings.TrimSpace(s.Number + " " + plainText(s.Text)), "step", "select", s.ID})
	}
	for _, i := range symbol.All() {
		add(Found{i.Name, "symbol", "hand", string(i.Kind)})
	}
	for _, c := range commands {
		add(c)
	}
	return out
}

func plainText(s string) string { return strings.Join(strings.Fields(s), " ") }
