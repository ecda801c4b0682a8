package csv_test

import (
	"fmt"
	"os"
	"strings"

	"plaintracer/format/csv"
)

// A steps table names the ways on of each row; columns of its own become fields.
func ExampleRead() {
	c, err := csv.Read([]byte("number,lane,symbol,text,next,system\n1,Loans desk,document,Loan request,2,Post\n2,Loans desk,decision,Complete?,yes: 3; no: 1,\n3,Transport,,Pack,,Crates\n"), "Loans")
	if err != nil {
		panic(err)
	}
	p := c.Pages[0]
	fmt.Println(len(p.Steps), "steps,", len(p.Lanes), "lanes,", len(p.Connectors), "connectors")
	fmt.Println(p.Steps[0].Fields[0].Name, "=", p.Steps[0].Fields[0].Value)
	var b strings.Builder
	if err := csv.Write(&b, p); err != nil {
		panic(err)
	}
	fmt.Fprintln(os.Stdout, strings.Split(b.String(), "\r\n")[2])
	// Output:
	// 3 steps, 2 lanes, 3 connectors
	// system = Post
	// 2,Loans desk,decision,Complete?,yes: 3; no: 1,,
}
