package font

import (
	"encoding/base64"
	"fmt"
	"strings"
	"sync"

	sfnt "github.com/tdewolff/font"
)

// Embedded is the CSS that carries the fonts for the characters of the texts
// inside it: "regular", "bold" and "mono" give the texts set in each face.
func Embedded(texts map[string]string) string {
	var b strings.Builder
	done := map[string]bool{}
	for _, face := range []string{"regular", "bold", "mono"} {
		need := map[string]bool{}
		for _, r := range texts[face] {
			for _, f := range Face(face) {
				if has(f, r) {
					need[f.Name] = true
					break
				}
			}
		}
		for _, f := range Face(face) {
			if need[f.Name] && !done[f.Name] {
				done[f.Name] = true
				fmt.Fprintf(&b, "@font-face{font-family:'%s';font-weight:%d;src:url(data:font/%s;base64,%s) format('%s')}",
					f.Family, f.Weight, f.Format(), base64.StdEncoding.EncodeToString(f.Bytes()), f.Format())
			}
		}
	}
	return b.String()
}

var (
	lock   sync.Mutex
	parsed = map[string]*sfnt.SFNT{}
)

// has tells whether the file has a glyph for r.
func has(f File, r rune) bool {
	lock.Lock()
	defer lock.Unlock()
	s := parsed[f.Name]
	if s == nil {
		b, err := sfnt.ToSFNT(f.Bytes())
		if err == nil {
			s, err = sfnt.ParseSFNT(b, 0)
		}
		if err != nil {
			panic("font: " + f.Name + ": " + err.Error()) // shipped with the program
		}
		parsed[f.Name] = s
	}
	return s.GlyphIndex(r) != 0
}
