package edit

import (
	"slices"
	"strings"

	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/symbol"
)

// Found is something that the find line leads to.
type Found struct {
	Words string `json:"words"`
	Kind  string `json:"kind"` // what it is, in words
	Do    string `json:"do"`
	Arg   string `json:"arg"`
	Why   string `json:"why"` // why a command does not apply now, in words
}

const mostFound = 12

// Find lists steps, symbols and commands that hold the words typed.
func (e *Editor) Find(q string) []Found {
	q = strings.ToLower(strings.TrimSpace(q))
	out := []Found{}
	first := -1 // where symbols and commands stand that begin with what was typed
	add := func(f Found) {
		switch words := strings.ToLower(f.Words); {
		case first >= 0 && first < mostFound && strings.HasPrefix(words, q):
			out = slices.Insert(out, first, f)
			first++
		case strings.Contains(words, q) && len(out) < mostFound:
			out = append(out, f)
		}
		out = out[:min(len(out), mostFound)]
	}
	for _, s := range e.Page().Steps {
		add(Found{session.Numbered(s), say.FoundStep, "select", s.ID, ""})
	}
	for i, p := range e.Chart().Pages {
		if p == e.Page() {
			continue
		}
		name := p.Name(i)
		add(Found{name, say.FoundPage, "page-go", p.ID, ""})
		for _, s := range p.Steps {
			add(Found{session.Numbered(s), say.FoundStep + ", " + name, "step-go", p.ID + " " + s.ID, ""})
		}
	}
	first = len(out)
	for _, i := range symbol.All() {
		add(Found{i.Name, say.FoundSymbol, "hand", string(i.Kind), ""})
	}
	for _, c := range table {
		switch {
		case c.Name == "find" || c.Name == "menu" || c.Place == InList || c.Place == FieldsDrawer && !c.Menu:
		case len(c.Choices) == 0:
			add(Found{c.Words, say.FoundCommand, c.Name, "", c.need(e)})
		case c.Name == "kind":
			for _, x := range c.Choices {
				add(Found{x.Words, say.FoundCommand, c.Name, x.Arg, c.need(e)})
			}
		}
	}
	return out
}
