package steps

import (
	"encoding/json"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
)

// AddFile puts a file on a step: {"step","file"}. The page around the editor has kept it.
func (e *Editor) AddFile(arg string) {
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
		e.Say(say.TypingGone)
		return
	case len(s.Files) >= chart.MostFiles:
		e.Say(say.MostFiles(chart.MostFiles))
		return
	}
	files := append(slices.Clone(s.Files), a.File)
	e.Apply(say.DidFile, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Files: &files})
}

// DropFile takes a file off the selected step. It is kept as long as undo may bring it back.
func (e *Editor) DropFile(id string) {
	s := e.Only()
	i := slices.IndexFunc(s.Files, func(f chart.File) bool { return f.ID == id })
	if i < 0 {
		return
	}
	files := slices.Delete(slices.Clone(s.Files), i, i+1)
	e.Apply(say.DidDropFile, chart.Part{Do: "step.set", Page: e.PageID(), ID: s.ID, Files: &files})
}
