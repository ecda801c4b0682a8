package edit

import (
	"math"
	"strconv"
	"unicode/utf8"

	"plaintracer/core/arrange"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

// Key takes one key, named as in the DOM, outside of text fields. It tells
// whether the key meant anything.
func (e *Editor) Key(key string, shift, ctrl, alt bool) bool {
	if ctrl {
		return e.ctrlKey(key, shift)
	}
	switch key {
	case "Escape":
		e.escape()
	case "Delete", "Backspace":
		e.Do("delete", "")
	case "F2":
		e.Do("text", "")
	case "Enter":
		switch {
		case e.hand != "":
			e.placeNext(e.hand)
		case e.lane != "" || len(e.lines()) == 1 && e.one() == nil:
			e.typeOnSelected()
		default:
			e.nextStep(alt)
		}
	case "ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown":
		step := arrange.Grid
		if shift {
			step = 1
		}
		d := arrows[key]
		e.nudge(d.X*step, d.Y*step)
	case "[":
		e.byNumber(-1)
	case "]":
		e.byNumber(1)
	case "#":
		e.Do("number", "")
	default:
		return e.letter(key, alt)
	}
	return true
}

var arrows = map[string]geom.Point{"ArrowLeft": {X: -1}, "ArrowRight": {X: 1}, "ArrowUp": {Y: -1}, "ArrowDown": {Y: 1}}

func (e *Editor) ctrlKey(key string, shift bool) bool {
	if d, ok := arrows[key]; ok {
		e.nearest(d)
		return true
	}
	switch key {
	case "z", "Z":
		if shift {
			e.Redo()
		} else {
			e.Undo()
		}
	case "y":
		e.Redo()
	case "a":
		e.Do("all", "")
	case "d":
		e.Do("duplicate", "")
	default:
		return false
	}
	return true
}

// letter is a symbol's or a command's key, or, with a step or a connector
// selected, the first letter of its text.
func (e *Editor) letter(key string, alt bool) bool {
	if utf8.RuneCountInString(key) != 1 {
		return false
	}
	selected := len(e.steps()) > 0
	for _, i := range symbol.All() {
		if i.Key != key {
			continue
		}
		if alt && selected {
			e.setSymbol(i.Kind)
			return true
		}
		if !selected && len(e.lines()) == 0 {
			e.take(i.Kind)
			return true
		}
	}
	if alt {
		return false
	}
	if e.one() == nil && len(e.lines()) != 1 {
		switch key {
		case "l":
			e.Do("layout", "")
			return true
		case "g":
			e.typeGlue()
			return true
		}
		return false
	}
	if key == "g" && e.one() != nil && e.one().Text != "" {
		e.typeGlue()
		return true
	}
	e.typeOnSelected()
	return false // the letter itself goes into the text, by way of the browser
}

// byNumber selects the step numbered d after the selected one.
func (e *Editor) byNumber(d int) {
	at := 0
	if s := e.one(); s != nil {
		at, _ = strconv.Atoi(s.Number)
	}
	best, dist := "", math.MaxInt
	for _, s := range e.Page().Steps {
		if n, err := strconv.Atoi(s.Number); err == nil && (n-at)*d > 0 && (n-at)*d < dist {
			best, dist = s.ID, (n-at)*d
		}
	}
	if best != "" {
		e.selectOnly(best)
	}
}

// nearest selects the step nearest to the selected one in a direction.
func (e *Editor) nearest(d geom.Point) {
	s := e.one()
	if s == nil {
		if ss := e.Page().Steps; len(ss) > 0 {
			e.selectOnly(ss[0].ID)
		}
		return
	}
	from := e.Sheet().Shape(s.ID).Rect.Centre()
	best, dist := "", math.Inf(1)
	for _, sh := range e.Sheet().Steps {
		v := sh.Rect.Centre().Sub(from)
		ahead, beside := v.X*d.X+v.Y*d.Y, math.Abs(v.X*d.Y)+math.Abs(v.Y*d.X)
		if c := ahead + 2*beside; ahead > 1 && c < dist {
			best, dist = sh.Step.ID, c
		}
	}
	if best != "" {
		e.selectOnly(best)
	}
}
