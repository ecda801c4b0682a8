package scene

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
