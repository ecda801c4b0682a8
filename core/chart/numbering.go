package chart

import (
	"fmt"
	"slices"
)

// Numbering is how the steps of a chart are numbered. It is not changed but replaced.
type Numbering struct {
	By       NumberBy    `json:"by,omitempty"`       // what numbers begin anew with; the flow alone without
	First    int         `json:"first,omitempty"`    // the first number; 1 without
	Every    int         `json:"every,omitempty"`    // from one to the next; 1 without
	Digits   int         `json:"digits,omitempty"`   // at least so many, with zeros before them
	Prefix   string      `json:"prefix,omitempty"`   // before every number
	Outcomes bool        `json:"outcomes,omitempty"` // the step that an outcome of 5 leads to is 5a, 5b
	Without  []NumberNot `json:"without,omitempty"`  // what has no number
	Shown    NumberShown `json:"shown,omitempty"`    // where numbers stand; on tags without
	Between  bool        `json:"between,omitempty"`  // new steps get numbers in between: 4.1 behind 4
}

// NumberBy is what the numbers of steps begin anew with.
type NumberBy string

// What numbers follow.
const (
	ByFlow  NumberBy = ""      // 1, 2, 3
	ByLane  NumberBy = "lane"  // A1, A2, B1
	ByPage  NumberBy = "page"  // 1.1, 1.2, 2.1
	ByPart  NumberBy = "part"  // 4.1, 4.2 on the page that step 4 opens
	ByStage NumberBy = "stage" // 1.1, 1.2, 2.1
)

// NumberNot is a sort of steps that get no number.
type NumberNot string

// Sorts of steps.
const (
	NoTerminators NumberNot = "terminators"
	NoDocuments   NumberNot = "documents"
	NoStores      NumberNot = "stores"
)

// NumberShown is where numbers stand.
type NumberShown string

// Where they stand.
const (
	OnTags NumberShown = ""
	InText NumberShown = "text" // before the text
	InList NumberShown = "list" // in the list of steps, tables and texts alone
)

// Limits of a numbering.
const (
	MostFirst  = 99999
	MostDigits = 6
	MostPrefix = 10 // bytes
)

// All values, in the order in which they are offered.
var (
	NumberBys  = []NumberBy{ByFlow, ByLane, ByPage, ByPart, ByStage}
	NumberNots = []NumberNot{NoTerminators, NoDocuments, NoStores}
)

func (n *Numbering) check() error {
	if !slices.Contains(NumberBys, n.By) {
		return fmt.Errorf(badNumbering, "by", n.By)
	}
	if n.Shown != OnTags && n.Shown != InText && n.Shown != InList {
		return fmt.Errorf(badNumbering, "shown", n.Shown)
	}
	for i, k := range n.Without {
		if !slices.Contains(NumberNots, k) || slices.Contains(n.Without[:i], k) {
			return fmt.Errorf(badNumbering, "without", k)
		}
	}
	if n.First < 0 || n.First > MostFirst || n.Every < 0 || n.Every > MostFirst {
		return fmt.Errorf(badFirst, MostFirst)
	}
	if n.Digits < 0 || n.Digits > MostDigits {
		return fmt.Errorf(badDigits, MostDigits)
	}
	return checkText("numbering.prefix", n.Prefix, MostPrefix)
}

// plain reports whether it says nothing.
func (n *Numbering) plain() bool {
	return n.By == "" && n.First == 0 && n.Every == 0 && n.Digits == 0 && n.Prefix == "" && !n.Outcomes && len(n.Without) == 0 && n.Shown == "" && !n.Between
}
