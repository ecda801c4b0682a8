package chart_test

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// A command does all of its parts or none, and comes with the one that takes it back.
func ExampleApply() {
	c := chart.New("Outgoing loans")
	add := chart.Command{Words: "add a step", Parts: []chart.Part{
		{Do: "step.add", Page: "p1", Step: &chart.Step{ID: "s1", Symbol: symbol.Process, X: 40, Y: 40, W: 112, H: 56, Text: "Log the request"}},
	}}
	back, err := chart.Apply(c, add)
	fmt.Println(len(c.Pages[0].Steps), err)

	_, err = chart.Apply(c, back)
	fmt.Println(len(c.Pages[0].Steps), err)

	_, err = chart.Apply(c, back)
	fmt.Println(chart.Words(err))
	// Output:
	// 1 <nil>
	// 0 <nil>
	// the step "s1" no longer exists
}
