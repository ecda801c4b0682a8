package list

// endText is what the end says that nobody has written a line for.
const endText = "End"

// What is said when there is nothing to make a page of, or too much.
const (
	readAsLane    = "who does it"
	readAsTitle   = "the title"
	readAsOutcome = "an outcome"
	readAsText    = "a step of that text"
	noLines       = "type at least one line"
	tooLongLine   = "line %d has %d letters; a line can have at most %d"
	tooLongCell   = "row %d has a cell of %d letters; a cell can have at most %d"
	tooManyLines  = "there are %d lines; the limit is %d"
	noTextColumn  = "one column must be the text of the steps"
	noStep        = "line %d: a way leads to %q, but no line has that number"
)
