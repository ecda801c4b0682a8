package session_test

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/edit/session"
	"plaintracer/core/symbol"
)

// A session tries a command on a copy of the page, and then does it or shows what it would do.
func ExampleSession() {
	s := session.New(chart.New("Loans"), 0, "win1")
	add := chart.Part{Do: "step.add", Page: s.PageID(), Step: &chart.Step{ID: s.NewID("s"), Symbol: symbol.Process, X: 60, Y: 90, W: 112, H: 56}}
	s.Preview(&chart.Command{Words: "add a step", Parts: []chart.Part{add}})
	fmt.Println(len(s.Sheet().Steps), len(s.Page().Steps))
	s.Preview(nil)
	s.Apply("add a step", add)
	fmt.Println(len(s.Page().Steps), s.Last(), s.Undoable())
	// Output:
	// 1 0
	// 1 add a step 1
}
