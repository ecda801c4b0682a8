package steps

// To is what steps are aligned to.
type To string

// What there is.
const (
	ToSelection To = "selection"
	ToFirst     To = "first" // that was selected
	ToPage      To = "page"  // within its margins
	ToLane      To = "lane"  // each to its own
)

// Lining is how the selected steps are lined up until somebody chooses otherwise.
type Lining struct {
	to      To
	middles bool // are distributed, not gaps
	degree  int  // of tidying, less the usual one
}
