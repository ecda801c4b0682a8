// Package pages changes pages themselves: which there are, their sheets and setup, how they are laid out and numbered,
// the symbol key, where steps and pages lead, and steps that become a page of their own.
package pages

import (
	"plaintracer/core/edit/session"
	"plaintracer/core/edit/text"
	"plaintracer/core/number"
)

// Editor changes the pages of a session.
type Editor struct {
	*session.Session
	text   *text.Editor
	charts []ChartName

	renumbered []number.Row // what had another number before the last numbering
}

// New edits the pages of a session.
func New(t *text.Editor) *Editor { return &Editor{Session: t.Session, text: t} }

// ChartName is another chart of the same person, as the page around the editor tells it.
type ChartName struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}
