package format_test

import (
	"bytes"
	"context"
	"fmt"

	"plaintracer/core/list"
	"plaintracer/format"
)

// A chart is written in a format by its kind, and a file is opened by its name.
func ExampleWrite() {
	c, err := list.Read("Log the request\nLend it\n", "Loans")
	if err != nil {
		panic(err)
	}
	var b bytes.Buffer
	if err := format.Write(context.Background(), &b, format.CSV, c, format.Options{}); err != nil {
		panic(err)
	}
	again, _, err := format.Read("loans.csv", b.Bytes())
	fmt.Println(len(again.Pages[0].Steps), again.Pages[0].Steps[1].Text, err)
	// Output:
	// 2 Lend it <nil>
}
