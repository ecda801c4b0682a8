package edit

import (
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/layout"
	"plaintracer/core/symbol"
)

// calls are what the page around the editor tells it, besides commands: nobody finds
// them in a menu.
var calls map[string]func(e *Editor, arg string)

func init() { // not a literal: they lead back to the commands
	calls = map[string]func(*Editor, string){
		"hand":          func(e *Editor, arg string) { e.hand.Take(symbol.Kind(arg)) },
		"carry":         func(e *Editor, arg string) { e.hand.Carry(symbol.Kind(arg)) },
		"place":         func(e *Editor, arg string) { e.hand.PlaceNext(symbol.Kind(arg)) },
		"accept":        func(e *Editor, arg string) { e.text.Accept(arg) },
		"select":        func(e *Editor, arg string) { e.Keep(); e.Cancel(); e.Seek(arg); e.Select(arg) },
		"lane-select":   func(e *Editor, arg string) { e.SelectBand(arg) },
		"page-go":       func(e *Editor, arg string) { e.ShowPage(arg) },
		"page-name":     func(e *Editor, arg string) { e.pages.Rename(arg) },
		"page-move":     func(e *Editor, arg string) { e.pages.Move(arg) },
		"step-go":       func(e *Editor, arg string) { e.pages.GoStep(arg) },
		"row-text":      func(e *Editor, arg string) { e.outline.RowText(arg) },
		"table-draw":    func(e *Editor, arg string) { e.outline.DrawTable(arg) },
		"read-other":    func(e *Editor, arg string) { e.outline.ReadOther(arg) },
		"read-next":     func(e *Editor, arg string) { e.outline.Doubted(arg) },
		"row-send":      func(e *Editor, arg string) { e.outline.RowSend(arg) },
		"row-try":       func(e *Editor, arg string) { e.outline.RowTry(arg) },
		"rows-select":   func(e *Editor, arg string) { e.outline.RowsSelect(arg) },
		"rows-copy":     func(e *Editor, _ string) { e.outline.RowsCopy() },
		"rows-cut":      func(e *Editor, _ string) { e.outline.RowsCut() },
		"field-outcome": func(e *Editor, _ string) { e.outline.BeginOutcome() },
		"row-leave":     func(e *Editor, arg string) { e.outline.RowLeave(arg) },
		"prove":         func(e *Editor, arg string) { e.proving.Prove(arg != "") },
		"proof-go":      func(e *Editor, arg string) { e.Keep(); e.Cancel(); e.proving.Go(arg) },
		"proof-step":    func(e *Editor, arg string) { e.Keep(); e.Cancel(); e.proving.Step(arg) },
		"proof-mend":    func(e *Editor, arg string) { e.Keep(); e.Cancel(); e.proving.Mend(arg) },
		"proof-waive":   func(e *Editor, arg string) { e.proving.Waive(arg) },
		"proof-unwaive": func(e *Editor, arg string) { e.proving.Unwaive(arg) },
		"refer":         func(e *Editor, arg string) { e.steps.Refer(arg) },
		"pick-step":     func(e *Editor, arg string) { e.text.Pick(arg) },
		"refer-label":   func(e *Editor, arg string) { e.steps.ReferLabels(arg) },
		"name":          func(e *Editor, arg string) { e.rename(arg) },
		"comments":      func(e *Editor, arg string) { e.hand.KnowComments(arg) },
		"drawer-opened": func(e *Editor, _ string) { e.Keep(); e.DrawerOpened() },
		"drawer-kept":   func(e *Editor, _ string) { e.DrawerKept() },
		"drawer-gone":   func(e *Editor, _ string) { e.DrawerGone() },
		"layout-all":    func(e *Editor, _ string) { e.pages.LayOut(true, layout.Down) },
		"layout-on":     func(e *Editor, arg string) { e.pages.LayOutOn(arg) },
		"group-name":    func(e *Editor, arg string) { e.steps.NameGroup(arg) },
		"group-pick":    func(e *Editor, arg string) { e.steps.SelectGroup(arg) },
		"file-add":      func(e *Editor, arg string) { e.steps.AddFile(arg) },
		"picture-add":   func(e *Editor, arg string) { e.steps.AddPicture(arg) },
		"charts":        func(e *Editor, arg string) { e.pages.KnowCharts(arg) },
		"told":          func(e *Editor, arg string) { e.pages.TakeTold(arg) },
		"font":          func(e *Editor, arg string) { e.looks.KnowFont(arg) },
		"tidy-show":     func(e *Editor, _ string) { e.hand.ShowTidied() },
		"tidy-hide":     func(e *Editor, _ string) { e.hand.HideTidied() },
		"tidy-degree":   func(e *Editor, arg string) { e.steps.SetDegree(arg); e.hand.ShowTidied() },
		"look-try":      func(e *Editor, arg string) { e.looks.TryTyped(arg) },
	}
}

// rename names the chart.
func (e *Editor) rename(name string) {
	if name = strings.TrimSpace(name); name != "" && name != e.Chart().Name {
		e.Apply(say.DidRename, chart.Part{Do: "chart.set", Name: &name})
	}
}

// Do carries out a command by its name. What it lacks is said in a notice.
func (e *Editor) Do(name, arg string) {
	e.Hear()
	if f, ok := calls[name]; ok {
		f(e, arg)
		return
	}
	c, ok := commandNamed(name)
	switch {
	case !ok || c.do == nil:
		e.Say(say.NoSuchCommand(name))
	case c.need(e) != "":
		e.Say(say.Sentence(c.need(e)))
	default:
		c.do(e, arg)
	}
}
