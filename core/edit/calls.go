package edit

import (
	"strings"

	"plaintracer/core/chart"
	"plaintracer/core/layout"
	"plaintracer/core/symbol"
)

// calls are what the page around the editor tells it, besides commands: nobody finds
// them in a menu.
var calls map[string]func(e *Editor, arg string)

func init() { // not a literal: they lead back to the commands
	calls = map[string]func(*Editor, string){
		"hand":          func(e *Editor, arg string) { e.take(symbol.Kind(arg)) },
		"carry":         func(e *Editor, arg string) { e.carry(symbol.Kind(arg)) },
		"place":         func(e *Editor, arg string) { e.placeNext(symbol.Kind(arg)) },
		"accept":        func(e *Editor, arg string) { e.Accept(arg) },
		"select":        func(e *Editor, arg string) { e.Keep(); e.Cancel(); e.Seek(arg); e.Select(arg) },
		"lane-select":   func(e *Editor, arg string) { e.SelectBand(arg) },
		"page-go":       func(e *Editor, arg string) { e.ShowPage(arg) },
		"page-name":     func(e *Editor, arg string) { e.namePage(arg) },
		"page-move":     func(e *Editor, arg string) { e.movePage(arg) },
		"step-go":       func(e *Editor, arg string) { e.goStep(arg) },
		"row-text":      func(e *Editor, arg string) { e.rowText(arg) },
		"table-draw":    func(e *Editor, arg string) { e.drawTable(arg) },
		"read-other":    func(e *Editor, arg string) { e.readOther(arg) },
		"read-next":     func(e *Editor, arg string) { e.doubted(arg) },
		"row-try":       func(e *Editor, arg string) { e.rowTry(arg) },
		"row-send":      func(e *Editor, arg string) { e.rowSend(arg) },
		"rows-select":   func(e *Editor, arg string) { e.rowsSelect(arg) },
		"rows-copy":     func(e *Editor, _ string) { e.rowsCopy() },
		"rows-cut":      func(e *Editor, _ string) { e.rowsCut() },
		"field-outcome": func(e *Editor, _ string) { e.beginOutcome() },
		"row-leave":     func(e *Editor, arg string) { e.rowLeave(arg) },
		"name":          func(e *Editor, arg string) { e.rename(arg) },
		"comments":      func(e *Editor, arg string) { e.knowComments(arg) },
		"drawer-opened": func(e *Editor, _ string) { e.Keep(); e.DrawerOpened() },
		"drawer-kept":   func(e *Editor, _ string) { e.DrawerKept() },
		"drawer-gone":   func(e *Editor, _ string) { e.DrawerGone() },
		"layout-all":    func(e *Editor, _ string) { e.layOut(true, layout.Down) },
		"layout-on":     func(e *Editor, arg string) { e.layOutOn(arg) },
		"group-name":    func(e *Editor, arg string) { e.nameGroup(arg) },
		"group-pick":    func(e *Editor, arg string) { e.selectGroup(arg) },
		"file-add":      func(e *Editor, arg string) { e.addFile(arg) },
		"picture-add":   func(e *Editor, arg string) { e.addPicture(arg) },
		"charts":        func(e *Editor, arg string) { e.knowCharts(arg) },
		"told":          func(e *Editor, arg string) { e.tell(arg) },
		"font":          func(e *Editor, arg string) { e.knowFont(arg) },
		"look-try":      func(e *Editor, arg string) { e.tryTyped(arg) },
	}
}

// rename names the chart.
func (e *Editor) rename(name string) {
	if name = strings.TrimSpace(name); name != "" && name != e.Chart().Name {
		e.Apply(didRename, chart.Part{Do: "chart.set", Name: &name})
	}
}
