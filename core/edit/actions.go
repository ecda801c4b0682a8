package edit

import (
	"encoding/json"
	"fmt"
	"strings"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/number"
	"plaintracer/core/symbol"
)

// action is something the bench, a key or the step list does. need says in
// words what it lacks, "" when it can be done.
type action struct {
	need func(e *Editor) string
	do   func(e *Editor, arg string)
}

func always(*Editor) string { return "" }

func wantSteps(n int, words string) func(*Editor) string {
	return func(e *Editor) string {
		if len(e.steps()) < n {
			return words
		}
		return ""
	}
}

var (
	wantOne   = wantSteps(1, "select a step first")
	wantTwo   = wantSteps(2, "select two steps or more")
	wantThree = wantSteps(3, "select three steps or more")
)

func wantOnly(e *Editor) string {
	if e.one() == nil {
		return "select one step first"
	}
	return ""
}

func wantLine(e *Editor) string {
	if len(e.lines()) == 0 {
		return "select a connector first"
	}
	return ""
}

func wantOneLine(e *Editor) string {
	if len(e.lines()) != 1 {
		return "select one connector first"
	}
	return ""
}

func wantBendable(e *Editor) string {
	if why := wantOneLine(e); why != "" {
		return why
	}
	if e.lines()[0].Kind == chart.Straight {
		return "a straight connector has no bends"
	}
	return ""
}

func wantLane(e *Editor) string {
	if e.lane == "" {
		return "select a lane by its head first"
	}
	return ""
}

func wantAny(e *Editor) string {
	if len(e.selected) == 0 && e.lane == "" {
		return "select something first"
	}
	return ""
}

func wantPage(e *Editor) string {
	if len(e.Page().Steps) == 0 {
		return "the page has no steps yet"
	}
	return ""
}

func align(edge arrange.Edge) action {
	return action{wantTwo, func(e *Editor, _ string) {
		e.do("align "+string(edge), e.moveTo(arrange.Align(e.boxes(), edge)))
	}}
}

func mean(m chart.Meaning) action {
	return action{wantLine, func(e *Editor, _ string) {
		var parts []chart.Part
		for _, c := range e.lines() {
			if c.Meaning != m {
				parts = append(parts, chart.Part{Do: "line.set", Page: e.page, ID: c.ID, Meaning: ptr(m)})
			}
		}
		e.do("meaning "+string(m), parts...)
	}}
}

func wantLoose(e *Editor) string {
	for _, c := range e.Page().Connectors {
		if c.From.Loose() || c.To.Loose() {
			return ""
		}
	}
	return "every connector holds at both ends"
}

// actions by their names, which bench and keys use too.
var actions map[string]action

func init() {
	actions = map[string]action{
		"undo": {func(e *Editor) string { return lacks(len(e.undo), "nothing to undo") }, func(e *Editor, _ string) { e.Undo() }},
		"redo": {func(e *Editor) string { return lacks(len(e.redo), "nothing to redo") }, func(e *Editor, _ string) { e.Redo() }},

		"hand":      {always, func(e *Editor, arg string) { e.take(symbol.Kind(arg)) }},
		"place":     {always, func(e *Editor, arg string) { e.placeNext(symbol.Kind(arg)) }},
		"symbol":    {wantOne, func(e *Editor, arg string) { e.setSymbol(symbol.Kind(arg)) }},
		"text":      {wantEither, func(e *Editor, _ string) { e.typeOnSelected() }},
		"next":      {wantOnly, func(e *Editor, _ string) { e.nextStep(false) }},
		"other":     {wantOnly, func(e *Editor, _ string) { e.nextStep(true) }},
		"glue":      {wantOne, func(e *Editor, _ string) { e.typeGlue() }},
		"delete":    {wantAny, func(e *Editor, _ string) { e.deleteSelected() }},
		"duplicate": {wantOne, func(e *Editor, _ string) { e.duplicate() }},
		"copy":      {wantOne, func(e *Editor, _ string) { e.copy() }},
		"cut":       {wantOne, func(e *Editor, _ string) { e.copy(); e.remove() }},
		"paste":     {always, func(e *Editor, arg string) { e.paste(arg) }},
		"all":       {wantPage, func(e *Editor, _ string) { e.selectAll() }},
		"cancel":    {always, func(e *Editor, _ string) { e.escape() }},
		"accept":    {always, func(e *Editor, arg string) { e.Accept(arg) }},
		"select":    {always, func(e *Editor, arg string) { e.cancel(); e.selectOnly(arg) }},
		"title":     {always, func(e *Editor, _ string) { e.typeOnTitle() }},

		"label":          {wantLine, func(e *Editor, _ string) { e.typeOnLine(e.lines()[0].ID) }},
		"label-more":     {wantOneLine, func(e *Editor, _ string) { e.typeOnLabel(e.lines()[0].ID, len(e.lines()[0].Labels), nil) }},
		"labels-free":    {wantLine, func(e *Editor, _ string) { e.freeLabels() }},
		"kind":           {always, func(e *Editor, arg string) { e.setKind(arg) }},
		"look":           {wantLine, func(e *Editor, arg string) { e.setLook(arg) }},
		"look-back":      {wantLine, func(e *Editor, _ string) { e.lookBack() }},
		"both-ways":      {wantLine, func(e *Editor, _ string) { e.bothWays() }},
		"reverse":        {wantLine, func(e *Editor, _ string) { e.reverse() }},
		"free":           {wantLine, func(e *Editor, _ string) { e.runFree() }},
		"anew":           {wantPage, func(e *Editor, _ string) { e.routeAnew() }},
		"bends-more":     {wantBendable, func(e *Editor, _ string) { e.addBends() }},
		"bends-less":     {wantPinned, func(e *Editor, _ string) { e.removeBends() }},
		"crossings":      {wantLine, func(e *Editor, arg string) { e.setCrossings(arg) }},
		"crossings-page": {always, func(e *Editor, arg string) { e.setPageCrossings(arg) }},
		"keep-off": {always, func(e *Editor, _ string) {
			e.do("lines and labels", chart.Part{Do: "page.set", Page: e.page, KeepOff: ptr(!e.Page().KeepOff)})
		}},
		"close-gap": {func(e *Editor) string {
			return lacks(map[bool]int{true: 1}[e.gap != nil], "no step was deleted just now")
		}, func(e *Editor, _ string) { e.closeGap() }},
		"glue-loose":  {wantLoose, func(e *Editor, arg string) { e.glueLoose(arg) }},
		"ports-clear": {wantPorts, func(e *Editor, _ string) { e.clearPorts() }},
		"flow":        mean(chart.Flow),
		"aside":       mean(chart.Aside),
		"data":        mean(chart.Data),
		"note":        mean(chart.Note),
		"best-side":   {wantLine, func(e *Editor, _ string) { e.bestSides() }},

		"align-left": align(arrange.Left), "align-centre": align(arrange.Centre), "align-right": align(arrange.Right),
		"align-top": align(arrange.Top), "align-middle": align(arrange.Middle), "align-bottom": align(arrange.Bottom),
		"distribute-across": {wantThree, func(e *Editor, _ string) { e.do("distribute across", e.moveTo(arrange.Distribute(e.boxes(), true))) }},
		"distribute-down":   {wantThree, func(e *Editor, _ string) { e.do("distribute down", e.moveTo(arrange.Distribute(e.boxes(), false))) }},
		"same-size":         {wantTwo, func(e *Editor, _ string) { e.do("same size", e.moveTo(arrange.SameSize(e.boxes()))) }},

		"layout": {wantPage, func(e *Editor, _ string) {
			if cmd, ok := layout.Page(e.Page(), layout.Down); ok {
				e.doAnew(e.Page().Connectors, cmd.Words, cmd.Parts...)
			}
		}},
		"number": {wantPage, func(e *Editor, _ string) {
			if cmd, ok := number.Page(e.Page()); ok {
				e.do(cmd.Words, cmd.Parts...)
			} else {
				e.notice = "The numbers stand as they should."
			}
		}},

		"lanes": {always, func(e *Editor, _ string) {
			if len(e.Page().Lanes) == 0 {
				e.giveLanes()
			} else {
				e.addLane(len(e.Page().Lanes))
			}
		}},
		"lane-above":  {wantLane, func(e *Editor, _ string) { e.addLane(e.laneIndex()) }},
		"lane-below":  {wantLane, func(e *Editor, _ string) { e.addLane(e.laneIndex() + 1) }},
		"lane-rename": {wantLane, func(e *Editor, _ string) { e.typeOnLane(e.lane) }},
		"lane-up":     {wantLane, func(e *Editor, _ string) { e.shiftLane(-1) }},
		"lane-down":   {wantLane, func(e *Editor, _ string) { e.shiftLane(1) }},
		"lane-delete": {wantLane, func(e *Editor, arg string) { e.ask = nil; e.dropLane(arg) }},
		"lane-select": {always, func(e *Editor, arg string) { e.selectOnly(); e.lane = arg }},

		"name": {always, func(e *Editor, arg string) {
			if arg = strings.TrimSpace(arg); arg != "" && arg != e.chart.Name {
				e.do("rename", chart.Part{Do: "chart.set", Name: &arg})
			}
		}},
		"comments": {always, func(e *Editor, arg string) {
			e.comments = map[string]int{}
			if err := json.Unmarshal([]byte(arg), &e.comments); err != nil {
				e.notice = "The comments could not be marked."
			}
		}},
		"loose": {wantLoose, func(e *Editor, _ string) {
			e.selectOnly()
			for _, c := range e.Page().Connectors {
				if c.From.Loose() || c.To.Loose() {
					e.selected[c.ID] = true
				}
			}
		}},

		"row-text":     {always, func(e *Editor, arg string) { e.rowText(arg) }},
		"outcome-up":   {always, func(e *Editor, arg string) { e.shiftOutcome(arg, -1) }},
		"outcome-down": {always, func(e *Editor, arg string) { e.shiftOutcome(arg, 1) }},
		"field":        {wantOnly, func(e *Editor, arg string) { e.setField(arg) }},
	}
}

func lacks(n int, words string) string {
	if n == 0 {
		return words
	}
	return ""
}

func wantEither(e *Editor) string {
	if len(e.steps()) != 1 && len(e.lines()) != 1 && e.lane == "" {
		return "select one step, connector or lane first"
	}
	return ""
}

// Do carries out an action by its name. What it lacks is said in a notice.
func (e *Editor) Do(name, arg string) {
	a, ok := actions[name]
	if !ok {
		e.notice = fmt.Sprintf("There is no command %q.", name)
		return
	}
	if why := a.need(e); why != "" {
		e.notice = "Not now: " + why + "."
		return
	}
	a.do(e, arg)
}

func (e *Editor) laneIndex() int {
	for i, l := range e.Page().Lanes {
		if l.ID == e.lane {
			return i
		}
	}
	return len(e.Page().Lanes)
}

// take puts a symbol in the hand; a second time puts it at the next free place.
func (e *Editor) take(k symbol.Kind) {
	if _, ok := symbol.Of(k); !ok {
		return
	}
	if e.hand == k {
		e.placeNext(k)
		return
	}
	e.cancel()
	e.hand = k
}

func (e *Editor) placeNext(k symbol.Kind) {
	if _, ok := symbol.Of(k); !ok {
		return
	}
	e.gesture = nil
	e.hand = k
	e.placeSymbol(e.nextFree(k, false))
}

func (e *Editor) escape() {
	busy := e.gesture != nil || e.typing != nil || e.hand != "" || e.ask != nil
	e.hand = ""
	e.cancel()
	if !busy {
		e.selectOnly()
	}
}

func (e *Editor) selectAll() {
	e.selectOnly()
	for _, s := range e.Page().Steps {
		e.selected[s.ID] = true
	}
	for _, c := range e.Page().Connectors {
		e.selected[c.ID] = true
	}
}

func (e *Editor) deleteSelected() {
	if e.lane != "" && len(e.selected) == 0 {
		e.dropLane("")
		return
	}
	e.remove()
}

// typeOnSelected opens what is selected for typing.
func (e *Editor) typeOnSelected() {
	switch {
	case e.one() != nil:
		e.typeOnStep(e.one().ID)
	case len(e.lines()) == 1:
		e.typeOnLine(e.lines()[0].ID)
	case e.lane != "":
		e.typeOnLane(e.lane)
	}
}

// bestSides lets the ends of the selected connectors choose their sides.
func (e *Editor) bestSides() {
	var parts []chart.Part
	for _, c := range e.lines() {
		part := chart.Part{Do: "line.set", Page: e.page, ID: c.ID}
		if c.From.Port != "" {
			part.From = &chart.End{Step: c.From.Step}
		}
		if c.To.Port != "" {
			part.To = &chart.End{Step: c.To.Step}
		}
		if part.From != nil || part.To != nil {
			parts = append(parts, part)
		}
	}
	if len(parts) == 0 {
		e.notice = "Both ends choose their sides already."
	}
	e.do("best side", parts...)
}

// rowText sets a step's text from the step list: {"id","text"}.
func (e *Editor) rowText(arg string) {
	var a struct{ ID, Text string }
	if json.Unmarshal([]byte(arg), &a) == nil {
		e.setText(a.ID, a.Text)
	}
}

// shiftOutcome moves a way out of a step by d places in its order.
func (e *Editor) shiftOutcome(id string, d int) {
	c := e.Page().Connector(id)
	if c == nil {
		return
	}
	var order []string
	at := 0
	for _, o := range e.Page().Connectors {
		if o.From.Step == c.From.Step && o.Meaning.Way() {
			if o.ID == id {
				at = len(order)
			}
			order = append(order, o.ID)
		}
	}
	if to := at + d; to >= 0 && to < len(order) {
		order[at], order[to] = order[to], order[at]
		e.do("order of outcomes", chart.Part{Do: "line.order", Page: e.page, Order: order})
	}
}

// setField changes one field of the selected step: {"old","name","value"}. An
// empty name takes the field away; an empty old one adds it.
func (e *Editor) setField(arg string) {
	var a struct{ Old, Name, Value string }
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	s := e.one()
	if s == nil {
		return
	}
	fields, found := []chart.Field{}, false
	for _, f := range s.Fields {
		switch {
		case f.Name == a.Old && a.Old != "":
			found = true
			if a.Name != "" {
				fields = append(fields, chart.Field{Name: a.Name, Value: a.Value})
			}
		default:
			fields = append(fields, f)
		}
	}
	if !found && a.Name != "" {
		fields = append(fields, chart.Field{Name: a.Name, Value: a.Value})
	}
	e.do("field", chart.Part{Do: "step.set", Page: e.page, ID: s.ID, Fields: &fields})
}
