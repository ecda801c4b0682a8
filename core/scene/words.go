package scene

import "fmt"

// What the drawing says by itself.
const (
	wordChart    = "Chart"
	wordRevision = "Revision"
	wordDraft    = "draft"
	wordPage     = "Page"
	wordNowhere  = "nothing"
)

// lineWords tell a reader what a connector does.
func lineWords(meaning, outcome, from, to string) string {
	t := meaning + " from " + from + " to " + to
	if outcome != "" {
		t = outcome + ": " + t
	}
	return t
}

// plainWords say that n connectors are drawn plainly, and what helps.
func plainWords(n int) string {
	which := "1 connector is"
	if n > 1 {
		which = fmt.Sprintf("%d connectors are", n)
	}
	return which + " drawn straight through: this page has more of them than can be led around each other. Divide it into several."
}

// unprintable says that n characters have no glyph.
func unprintable(n int, which string) string {
	if n == 1 {
		return "1 character has no glyph in the fonts and is drawn as a box: " + which
	}
	return fmt.Sprintf("%d characters have no glyph in the fonts and are drawn as boxes: %s", n, which)
}
