package edit

import (
	"strings"
	"unicode"
	"unicode/utf8"

	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Key takes one key, named as in the DOM, outside of text fields. It reports whether the
// key meant anything, and the name of the command when that is the page's to do.
func (e *Editor) Key(key string, shift, ctrl, alt bool) (handled bool, page string) {
	e.Hear()
	if d, ok := arrows[key]; ok {
		step := e.Page().GridSize()
		if shift || step < 1 {
			step = 1
		}
		switch {
		case e.hand.MakesRoom():
			e.hand.OpenBy(d, shift)
		case ctrl:
			e.nearest(d)
		case alt:
			e.steps.Swap(d)
		default:
			e.steps.Nudge(d.X*step, d.Y*step)
		}
		return true, ""
	}
	if s := e.Only(); key == "Tab" {
		if s == nil || shift || ctrl || alt || e.pages.Tree() == "" {
			return false, ""
		}
		e.addPerson(s, true)
		return true, ""
	}
	if key == "Enter" && !ctrl {
		e.enter(alt)
		return true, ""
	}
	if !ctrl && e.letter(key, alt) {
		return true, ""
	}
	if e.wordsBegin(key, ctrl, alt) {
		e.typeOnSelected()
		return false, "" // the letter itself goes into the text, by way of the browser
	}
	if key == "Escape" && e.leaveDrawer() {
		return true, "drawer-shut"
	}
	c, arg, ok := withKey(keyName(key, shift, ctrl, alt))
	switch {
	case !ok || c.Name == "copy" || c.Name == "cut" || c.Name == "paste": // those come as the browser's own events
		return false, ""
	case c.Page || c.Slow != "":
		return true, c.Name
	case c.Held:
		e.hand.ShowTidied()
		return true, heldKey + c.Name
	}
	e.Do(c.Name, arg)
	return true, ""
}

// heldKey comes before the name of a command that is done when its key is let go.
const heldKey = "held-"

// keyName writes a key as the table of commands does.
func keyName(key string, shift, ctrl, alt bool) string {
	mods := ""
	if ctrl {
		mods = "Ctrl+"
	}
	if alt {
		mods += "Alt+"
	}
	if utf8.RuneCountInString(key) == 1 {
		if ctrl || alt {
			key = strings.ToUpper(key)
		} else {
			shift = false // it is in the character already
		}
	}
	if shift {
		mods += "Shift+"
	}
	if key == "ContextMenu" {
		key = "Menu key"
	}
	return mods + key
}

// withKey finds the command with a key, and the choice of it that the key is for. F2 is the
// text's; on a lane it types its name.
func withKey(name string) (c Command, arg string, ok bool) {
	for _, c := range table {
		for _, k := range c.Keys {
			if k == name {
				return c, "", true
			}
		}
		for _, x := range c.Choices {
			if x.Key == name {
				return c, x.Arg, true
			}
		}
	}
	return Command{}, "", false
}

var arrows = map[string]geom.Point{"ArrowLeft": {X: -1}, "ArrowRight": {X: 1}, "ArrowUp": {Y: -1}, "ArrowDown": {Y: 1}}

// enter places what is in the hand, types on what has no next step, or adds one.
func (e *Editor) enter(alt bool) {
	switch {
	case e.hand.InHand() != "":
		e.hand.PlaceNext(e.hand.InHand())
	case e.Band() != "" || len(e.Lines()) == 1 && e.Only() == nil:
		e.typeOnSelected()
	default:
		e.nextStep(alt)
	}
}

// letter is a symbol's key: it takes the symbol in the hand, or with Alt makes what is
// selected one.
func (e *Editor) letter(key string, alt bool) bool {
	for _, i := range symbol.Bench() {
		if i.Key != key {
			continue
		}
		if alt && len(e.Steps()) > 0 {
			e.steps.SetSymbol(i.Kind)
			return true
		}
		if len(e.Steps()) == 0 && len(e.Lines()) == 0 {
			e.hand.Take(i.Kind)
			return true
		}
	}
	return false
}

// wordsBegin reports whether a key is the first letter of a text for what is selected: it
// is, but for keys of commands that are no letters, and g on a step that has a text.
func (e *Editor) wordsBegin(key string, ctrl, alt bool) bool {
	if ctrl || alt || utf8.RuneCountInString(key) != 1 || key == " " || e.Only() == nil && len(e.Lines()) != 1 {
		return false
	}
	if s := e.Only(); key == "g" && s != nil && s.Text != "" {
		return false
	}
	c, _, ok := withKey(key)
	r, _ := utf8.DecodeRuneInString(key)
	return !ok || unicode.IsLetter(r) && c.Name != "repeat" // a letter is more often the first of a word there
}

// KeyLine is a line of the list of keys.
type KeyLine struct {
	Keys  []string
	Words string
}

// Keys lists all keys, symbols first.
func Keys() []KeyLine {
	var out []KeyLine
	for _, i := range symbol.Bench() {
		out = append(out, KeyLine{[]string{i.Key}, i.Name})
	}
	out = append(out, KeyLine{[]string{"Alt+letter"}, wordAltLetter})
	for _, c := range table {
		if len(c.Keys) > 0 && c.Name != "lane-rename" {
			out = append(out, KeyLine{c.Keys, c.Words})
		}
		for _, x := range c.Choices {
			if x.Key != "" {
				out = append(out, KeyLine{[]string{x.Key}, x.Words})
			}
		}
	}
	return append(out, otherKeys...)
}

var otherKeys = []KeyLine{
	{[]string{"any letter"}, "Start typing the text of the selected step or connector"},
	{[]string{"Shift+Enter"}, "New line while typing"},
	{[]string{"arrow keys"}, "Move by one grid step"},
	{[]string{"Shift+arrow keys"}, "Move by 1 px"},
	{[]string{"Ctrl+arrow keys"}, "Select the nearest step in that direction"},
	{[]string{"Alt+arrow keys"}, "Change places with what is beside them in that direction"},
	{[]string{"Tab", "Enter"}, "In a hierarchy: somebody below the selected step, or a colleague beside it"},
	{[]string{"drop on a step"}, "In a hierarchy: stand below that one, with all who stand below"},
	{[]string{"Space+drag"}, "Pan"},
	{[]string{"Ctrl+wheel"}, "Zoom"},
	{[]string{"Ctrl+drag"}, "Leave a copy behind"},
	{[]string{"Shift+drag"}, "Move straight across or down; keep proportions while resizing"},
	{[]string{"Alt+drag"}, "A step: put it exactly there, without guides. From or onto an outline: add a port there. Elsewhere: leave the end loose"},
	{[]string{"drag a line"}, "Slide that segment of the connector and pin it"},
	{[]string{"drop on a line"}, "Put the step into that connector"},
}

// otherKeys are keys and drags that no command has.
var wordAltLetter = "Change what is selected to that symbol"
