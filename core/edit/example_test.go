package edit_test

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/edit"
)

// A window on an empty chart: a symbol is put down, its text is typed, and it is undone. What waits for the server are
// commands.
func ExampleEditor() {
	e := edit.New(chart.New("Loans"), 0, "win1")
	e.Do("place", "process")
	e.Do("text", "")
	e.Type("Log it", 6, 6)
	e.Accept("Log it")
	fmt.Println(len(e.Page().Steps), e.Page().Steps[0].Text, len(e.Pending()))
	e.Undo()
	fmt.Printf("%q %d\n", e.Page().Steps[0].Text, len(e.Pending()))
	// Output:
	// 1 Log it 2
	// "" 3
}
