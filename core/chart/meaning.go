package chart

// Meaning is what a connector says.
type Meaning string

// Way reports whether work goes on along a connector of this meaning.
func (m Meaning) Way() bool { return m == Flow || m == Aside }

// The meanings. Only Flow and Aside are ways.
const (
	Flow  Meaning = "flow"
	Aside Meaning = "aside"
	Data  Meaning = "data"
	Note  Meaning = "note"
)
