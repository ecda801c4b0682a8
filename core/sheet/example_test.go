package sheet_test

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// The geometry of a page: a connector between two steps beside each other runs straight.
func ExampleComposer() {
	c := chart.New("Loans")
	p := c.Pages[0]
	p.Steps = []*chart.Step{{ID: "a", Symbol: symbol.Process, X: 100, Y: 100, W: 112, H: 56}, {ID: "b", Symbol: symbol.Process, X: 300, Y: 100, W: 112, H: 56}}
	p.Connectors = []*chart.Connector{{ID: "c", From: chart.End{Step: "a"}, To: chart.End{Step: "b"}, Meaning: chart.Flow}}
	var k sheet.Composer
	fmt.Println(k.Compose(c, p).Run("c").Points)
	// Output:
	// [{212 128} {300 128}]
}
