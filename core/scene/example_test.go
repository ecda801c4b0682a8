package scene_test

import (
	"fmt"

	"plaintracer/core/chart"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// A step as a drawing list: its body, and its text at its place.
func ExampleStep() {
	c := chart.New("Loans")
	p := c.Pages[0]
	p.Steps = []*chart.Step{{ID: "a", Symbol: symbol.Process, X: 100, Y: 100, W: 112, H: 56, Text: "Log it"}}
	var k sheet.Composer
	s := k.Compose(c, p)
	e := scene.Step(s, &s.Steps[0])
	for _, i := range e.Items {
		if i.Text != "" {
			fmt.Println(e.Class, i.Text, i.Fill)
		}
	}
	// Output:
	// step Log it #23282C
}
