package number_test

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/number"
	"plaintracer/format/csv"
)

// Steps are numbered along the flow, wherever they stand and in whatever order they were
// made.
func ExamplePage() {
	c, err := csv.Read([]byte("number,lane,symbol,text,next\nx,,,Pack,\na,,,Log the request,b\nb,,decision,Complete?,yes: x; no: a\n"), "Loans")
	if err != nil {
		panic(err)
	}
	if cmd, ok := number.Page(c.Pages[0]); ok {
		if _, err := chart.Apply(c, cmd); err != nil {
			panic(err)
		}
	}
	for _, s := range c.Pages[0].Steps {
		fmt.Println(s.Number, s.Text)
	}
	// Output:
	// 3 Pack
	// 1 Log the request
	// 2 Complete?
}
