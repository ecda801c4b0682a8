package flow_test

import (
	"fmt"

	"plaintracer/core/flow"
	"plaintracer/core/list"
)

// A page as a graph: of a decision the ways out, and which of the page's ways lead back.
func ExampleOf() {
	c, err := list.Read("1. Log the request\n2. All papers there?\n   yes -> 3\n   no -> 1\n3. Lend it\n", "Loans")
	if err != nil {
		panic(err)
	}
	g := flow.Of(c.Pages[0])
	w := g.Walk()
	for i, way := range g.Ways {
		fmt.Println(c.Pages[0].Steps[way.From].Text, "->", c.Pages[0].Steps[way.To].Text, w.Back[i])
	}
	// Output:
	// Log the request -> All papers there? false
	// All papers there? -> Lend it false
	// All papers there? -> Log the request true
}
