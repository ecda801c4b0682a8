package edit

import (
	"cmp"
	"slices"

	"plaintracer/core/edit/say"
)

// MenuGroup is a part of the menu at the hand: what is done most with what is selected, and then, folded, the
// rest by the bench's groups.
type MenuGroup struct {
	Words  string     `json:"words"`
	Folded bool       `json:"folded"`
	Items  []MenuItem `json:"items"`
}

// MenuItem is a command that can be done now.
type MenuItem struct {
	Name  string `json:"name"`
	Words string `json:"words"`
	Key   string `json:"key"`
}

// mostAtHand is how many commands stand in the menu unfolded.
const mostAtHand = 12

// often are the commands that are done most, in the order in which they stand in the menu; as many of them as
// apply come first. Others fill up what is left of the dozen.
var often = []string{
	"text", "next", "other", "label", "reverse", "drawer-line", "drawer-symbol", "drawer-look", "drawer-fields", "glue",
	"align-top", "align-left", "delete", "duplicate", "copy", "cut", "paste", "layout", "number", "title", "fix-sides", "main-way",
}

// Menu is what can be done with what is selected, in the words of the bench.
func (e *Editor) Menu() []MenuGroup {
	first := MenuGroup{Words: e.selectionName()}
	out := []MenuGroup{first}
	could := make([]Command, 0, len(table))
	for _, c := range table {
		if c.Menu && c.need(e) == "" && (c.Place != OnPage || needAny(e) != "") && (c.Place != OnConnector || !c.Page || len(e.Lines()) > 0) {
			could = append(could, c)
		}
	}
	rank := func(c Command) int {
		if i := slices.Index(often, c.Name); i >= 0 {
			return i
		}
		return len(often)
	}
	slices.SortStableFunc(could, func(a, b Command) int { return cmp.Compare(rank(a), rank(b)) })
	for i, c := range could {
		item := MenuItem{Name: c.Name, Words: c.Words}
		if len(c.Keys) > 0 {
			item.Key = c.Keys[0]
		}
		if i < mostAtHand && rank(c) < len(often) {
			out[0].Items = append(out[0].Items, item)
			continue
		}
		head := e.groupName(c.Place)
		at := slices.IndexFunc(out[1:], func(g MenuGroup) bool { return g.Words == head }) + 1
		if at == 0 {
			at, out = len(out), append(out, MenuGroup{Words: head, Folded: true})
		}
		out[at].Items = append(out[at].Items, item)
	}
	return out
}

// groupName is what a group of commands is headed with.
func (e *Editor) groupName(p Place) string {
	switch p {
	case OnSelection, AtHand, SymbolDrawer, LaneDrawer, ByKey:
		return say.WordMore
	case HoldDrawer:
		return say.WordHoldTogether
	case FieldsDrawer:
		return say.WordLeads
	case LookDrawer:
		return say.WordLooks
	case LineDrawer, OnConnector:
		return say.WordLine
	}
	return string(p)
}
