package lines

import "plaintracer/core/scene"

// Facts are about connectors.
type Facts struct {
	Loose []LooseEnd `json:"loose"`
	Line  *LineFacts `json:"line"` // nil where none is selected
}

// LineFacts are about the selected connectors.
type LineFacts struct {
	Colour string `json:"colour"` // of the first
	Of     int    `json:"of"`     // how many
}

// Facts are those of the page that is shown and what is selected on it.
func (e *Editor) Facts() Facts {
	f := Facts{Loose: e.LooseEnds()}
	if ls := e.Lines(); len(ls) > 0 {
		f.Line = &LineFacts{scene.LookOf(e.Page(), ls[0]).Colour, len(ls)}
	}
	return f
}
