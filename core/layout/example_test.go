package layout_test

import (
	"context"
	"fmt"

	"plaintracer/core/layout"
	"plaintracer/format/csv"
)

// A table becomes a page: in lanes it reads to the right, a handover may stand in one
// column.
func ExampleChart() {
	c, err := csv.Read([]byte("number,lane,symbol,text,next\n1,Borrower,,Send loan request,2\n2,Loans desk,,Log the request,3\n3,Loans desk,,Examine,\n"), "Loans")
	if err != nil {
		panic(err)
	}
	if err := layout.Chart(context.Background(), c, layout.Down); err != nil {
		panic(err)
	}
	p := c.Pages[0]
	a, b, d := p.StepRect(p.Steps[0]), p.StepRect(p.Steps[1]), p.StepRect(p.Steps[2])
	fmt.Println("below each other:", a.CX() == b.CX() && a.Bottom() < b.Y)
	fmt.Println("beside each other:", b.CY() == d.CY() && b.Right() < d.X)
	// Output:
	// below each other: true
	// beside each other: true
}
