package scene

import (
	"strings"

	"fmt"

	"plaintracer/core/chart"
)

// What the drawing says by itself.
const (
	wordChart    = "Chart"
	wordPartOf   = "Part of "
	wordRevision = "Revision"
	wordDate     = "Date"
	wordOwner    = "Owner"
	wordPage     = "Page"
	wordNowhere  = "nothing"
	wordKey      = "Key"
	wordMarked   = "marked by hand"
)

// meaningWords explain a meaning in the key.
func meaningWords(m chart.Meaning) string {
	switch m {
	case chart.Aside:
		return "Aside: rework or exception"
	case chart.Data:
		return "Data: read or written"
	case chart.Note:
		return "Note: a remark's line"
	}
	return "Flow: the normal way"
}

// lineWords tell a reader what a connector does.
func lineWords(meaning, outcome, from, to string) string {
	t := meaning + " from " + from + " to " + to
	if outcome != "" {
		t = outcome + ": " + t
	}
	return t
}

// belowWords tell how many steps are folded below one.
func belowWords(n int) string { return fmt.Sprintf("%d more below", n) }

// crowdedWords say that there are too many connectors, of which n are drawn straight
// through, and what helps.
func crowdedWords(n int) string {
	what := "Connectors lie on each other"
	switch {
	case n == 1:
		what = "1 connector is drawn straight through"
	case n > 1:
		what = fmt.Sprintf("%d connectors are drawn straight through", n)
	}
	return what + ": this page has more of them than can be led around each other. Divide it into several charts."
}

// unprintable says that n characters have no glyph.
func unprintable(n int, which string) string {
	if n == 1 {
		return "1 character has no glyph in the fonts and is drawn as a box: " + which
	}
	return fmt.Sprintf("%d characters have no glyph in the fonts and are drawn as boxes: %s", n, which)
}

// partOfWords tell which step a page is a part of.
func partOfWords(number, text, page string) string {
	return wordPartOf + strings.Join(strings.Fields(number+" "+text), " ") + ", " + page
}
