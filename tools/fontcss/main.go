// Command fontcss writes the style sheets with the shipped faces: web/static/fonts.css,
// and fonts-far.css for the scripts that come in slices, which pages load when they show
// a character of theirs. It reads what fontmetrics has written.
package main

import (
	"fmt"
	"log"
	"os"
	"strings"

	"plaintracer/format/font"
)

func main() {
	var near, far strings.Builder
	for _, f := range font.All() {
		b := &near
		if f.Far {
			b = &far
		}
		fmt.Fprintf(b, "@font-face{font-family:'%s';font-weight:%d;font-style:%s;font-display:block;src:url(/static/fonts/%s) format('%s');unicode-range:%s}\n",
			f.Family, f.Weight, f.Style(), f.Name, f.Format(), f.Ranges(nil))
	}
	fmt.Fprintf(&near, ":root{--chart-sans:%s;--chart-serif:%s;--chart-mono:%s}\n", font.Families("sans"), font.Families("serif"), font.Families("mono"))
	for name, b := range map[string]*strings.Builder{"web/static/fonts.css": &near, "web/static/fonts-far.css": &far} {
		if err := os.WriteFile(name, []byte(b.String()), 0o644); err != nil {
			log.Fatal(err)
		}
	}
}
