package style_test

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/style"
	"plaintracer/core/symbol"
)

// A text whose colour nobody set goes by its fill: on ink it is white.
func ExampleOf() {
	c := chart.New("Loans")
	s := &chart.Step{ID: "a", Symbol: symbol.Process, W: 112, H: 56, Look: &chart.StepLook{Fill: "#23282C"}}
	c.Pages[0].Steps = []*chart.Step{s}
	fmt.Println(style.Of(c.Pages[0], s).TextColour)
	// Output:
	// #FFFFFF
}
