package list_test

import (
	"fmt"

	"plaintracer/core/list"
)

// A list as people write it becomes a chart; written again, it says in full what it was taken for.
func ExampleRead() {
	c, err := list.Read("Desk: log the request\nAll papers there?\n- No: ask again, back to 1\n- Yes: lend it\n", "Loans")
	if err != nil {
		panic(err)
	}
	for _, s := range c.Pages[0].Steps {
		fmt.Println(s.Symbol, s.Text)
	}
	// Output:
	// process log the request
	// decision All papers there?
	// process ask again
	// terminator lend it
}
