package edit

import (
	"encoding/json"
	"slices"

	"plaintracer/core/chart"
)

// addFile puts a file on a step: {"step","file"}. The page around the editor has kept it.
func (e *Editor) addFile(arg string) {
	var a struct {
		Step string
		File chart.File
	}
	if json.Unmarshal([]byte(arg), &a) != nil {
		return
	}
	s := e.Page().Step(a.Step)
	switch {
	case s == nil:
		e.Say(sayTypingGone)
		return
	case len(s.Files) >= chart.MostFiles:
		e.Say(sayMostFiles(chart.MostFiles))
		return
	}
	files := append(slices.Clone(s.Files), a.File)
	e.Apply(didFile, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Files: &files})
}

// dropFile takes a file off the selected step. It is kept as long as undo may bring it back.
func (e *Editor) dropFile(id string) {
	s := e.Only()
	i := slices.IndexFunc(s.Files, func(f chart.File) bool { return f.ID == id })
	if i < 0 {
		return
	}
	files := slices.Delete(slices.Clone(s.Files), i, i+1)
	e.Apply(didDropFile, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Files: &files})
}
