package typeset_test

import (
	"fmt"

	"plaintracer/core/typeset"
)

// Text is broken into lines that are no wider than told, with the advances of the shipped fonts.
func ExampleLines() {
	for _, l := range typeset.Lines(typeset.Sans, 13, "Log the request of the borrower", 110) {
		fmt.Printf("%q %v\n", l, typeset.Width(typeset.Sans, 13, l) <= 110)
	}
	// Output:
	// "Log the request of" true
	// "the borrower" true
}
