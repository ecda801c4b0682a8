package spread_test

import (
	"fmt"
	"math"

	"plaintracer/core/spread"
)

// Three things that want to stand in one place are set apart by least movement.
func ExampleSolve() {
	free := spread.Item{Want: 100, Weight: 1, Low: math.Inf(-1), High: math.Inf(1)}
	gaps := []spread.Gap{{Before: 0, After: 1, Least: 20}, {Before: 1, After: 2, Least: 20}}
	fmt.Println(spread.Solve([]spread.Item{free, free, free}, gaps, func(int) bool { return false }))
	// Output:
	// [80 100 120]
}
