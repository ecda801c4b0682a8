package font

import (
	"encoding/base64"
	"fmt"
	"strings"
)

// Embedded is the CSS that carries the fonts for the characters of the texts
// inside it, by the faces that they are set in.
func Embedded(texts map[string]string) string {
	var b strings.Builder
	need := map[string]map[rune]bool{}
	for _, face := range Faces {
		for _, r := range texts[face] {
			if f, ok := For(face, r); ok {
				if need[f.Name] == nil {
					need[f.Name] = map[rune]bool{}
				}
				need[f.Name][r] = true
			}
		}
	}
	for _, f := range All() {
		chars, ok := need[f.Name]
		if !ok {
			continue
		}
		within := ""
		if f.Far { // several files are one family
			within = ";unicode-range:" + f.Ranges(func(r rune) bool { return chars[r] })
		}
		fmt.Fprintf(&b, "@font-face{font-family:'%s';font-weight:%d;font-style:%s;src:url(data:font/%s;base64,%s) format('%s')%s}",
			f.Family, f.Weight, f.Style(), f.Format(), base64.StdEncoding.EncodeToString(f.Bytes()), f.Format(), within)
	}
	return b.String()
}
