package pages

import (
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
)

// Facts are about pages.
type Facts struct {
	Pages []Fact      `json:"pages"`
	Sheet SheetFacts  `json:"sheet"`
	Link  LinkFacts   `json:"link"`
	Shown []ShownFact `json:"shown"` // fields that steps show

	Numbers NumberFacts `json:"numbers"`
}

// ShownFact is a rule by which steps show a field, as hiding it takes it and in words.
type ShownFact struct {
	Arg   string `json:"arg"`
	Words string `json:"words"`
}

// Facts are those of the page that is shown, and of all.
func (e *Editor) Facts() Facts {
	f := Facts{Pages: e.pageFacts(), Sheet: e.sheetFacts(), Link: e.linkFacts(), Shown: []ShownFact{}, Numbers: e.numberFacts()}
	for _, r := range e.Page().Shown {
		f.Shown = append(f.Shown, ShownFact{session.Quote(r), say.Shown(r)})
	}
	return f
}
