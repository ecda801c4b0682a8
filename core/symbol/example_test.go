package symbol_test

import (
	"fmt"

	"plaintracer/core/symbol"
)

// A decision has its ports at its tips, and room for text in its middle.
func ExampleKind() {
	d := symbol.Decision
	for _, p := range d.Ports(136, 84) {
		fmt.Println(p.Name, p.At)
	}
	x0, x1 := d.Span(136, 84, 34, 50)
	fmt.Printf("a line in the middle may be %.0f px long\n", x1-x0)
	// Output:
	// top {68 0}
	// right {136 42}
	// bottom {68 84}
	// left {0 42}
	// a line in the middle may be 104 px long
}
