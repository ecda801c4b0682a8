package web

import (
	"fmt"
	"slices"

	"plaintracer/core/edit"
	"plaintracer/core/symbol"
	"plaintracer/store"
)

// cardsOf are the cards of all steps, but for shapes that say nothing.
func cardsOf(d *drawing, l store.Link) []stepCard {
	var out []stepCard
	for i := range d.pages {
		for _, r := range d.pages[i].rows {
			if info, _ := symbol.Of(symbol.Kind(r.Symbol)); info.Group == symbol.Plain && r.Text == "" {
				continue
			}
			c := stepCard{Row: r}
			for _, f := range r.Files {
				at := fmt.Sprintf("/review/%s/files/%s", l.Token, f.ID)
				if slices.Contains(seen, f.Type) {
					at += "?show=1"
				}
				if l.Files {
					c.Open = append(c.Open, openFile{f.Name, at})
				}
			}
			out = append(out, c)
		}
	}
	return out
}

// stepCard is a step as a reader of a link sees it, with the files on it where the link opens them.
type stepCard struct {
	edit.Row
	Open []openFile
}

// seen are the media types that a browser shows by itself; others are downloads alone.
var seen = []string{"image/png", "image/jpeg", "image/gif", "image/webp", "application/pdf"}

type openFile struct{ Name, At string }
