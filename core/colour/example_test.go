package colour_test

import (
	"fmt"

	"plaintracer/core/colour"
)

// Grey that cannot be read on white paper is made darker until it can (WCAG 2.2, 1.4.3).
func ExampleRepaired() {
	grey, _ := colour.Parse("#999999")
	better, _ := colour.Repaired(grey, colour.ForText, colour.White)
	fmt.Printf("%.1f %v\n", colour.Contrast(grey, colour.White), colour.Contrast(better, colour.White) >= colour.ForText)
	// Output:
	// 2.8 true
}
