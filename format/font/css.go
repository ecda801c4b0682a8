package font

import (
	"encoding/base64"
	"fmt"
	"maps"
	"slices"
	"strings"
)

// Embedded is the CSS that carries the fonts for the characters of the texts
// inside it, by the faces that they are set in.
func Embedded(texts map[string]string) string {
	var b strings.Builder
	need := map[string]map[rune]bool{}
	own := map[File]map[rune]bool{}
	for _, face := range slices.Sorted(maps.Keys(texts)) {
		for _, r := range texts[face] {
			if f, ok := For(face, r); ok && f.own != nil {
				if own[f] == nil {
					own[f] = map[rune]bool{}
				}
				own[f][r] = true
			} else if ok {
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
	styled := map[*Own]bool{}
	for _, f := range slices.SortedFunc(maps.Keys(own), func(a, b File) int { return strings.Compare(a.Name, b.Name) }) {
		src := "data:font/ttf;base64," + base64.StdEncoding.EncodeToString(f.own.subset(f.cut, own[f]))
		if b.WriteString(f.declared(src)); !styled[f.own] {
			styled[f.own] = true
			b.WriteString(f.own.style())
		}
	}
	return b.String()
}
