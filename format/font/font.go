// Package font holds the fonts that the application ships: the web pages, the
// SVG, PNG and PDF writers and the metrics table of core/typeset all take them
// from here, so that a text has one width everywhere.
//
// A face is a list of files. The first file with a glyph for a character draws
// it; that is how browsers read a font-family list, too.
package font

import (
	"embed"
	"fmt"
	"strings"
)

//go:embed files/*.woff2
var files embed.FS

// File is one shipped font file.
type File struct {
	Name   string // base name without ".woff2"
	Family string // CSS family; unique to the file's script, so that a list of families is a list of files
	Weight int
}

// WOFF2 returns the bytes of the file as shipped.
func (f File) WOFF2() []byte {
	b, err := files.ReadFile("files/" + f.Name + ".woff2")
	if err != nil {
		panic("font: " + err.Error()) // embedded: it is there or the build is broken
	}
	return b
}

var latin = []string{"latin", "latin-ext"}

// fallbacks draw what the Latin fonts have no glyph for, in this order.
var fallbacks = []struct{ name, family string }{
	{"noto-sans-greek", "Noto Sans Greek"},
	{"noto-sans-cyrillic", "Noto Sans Cyrillic"},
	{"noto-sans-hebrew-hebrew", "Noto Sans Hebrew"},
	{"noto-sans-arabic-arabic", "Noto Sans Arabic"},
}

const emojiFiles = 11

// Face lists the files of a face in the order in which they are asked for a
// glyph: "regular", "bold" or "mono" (bold mono, for numbers).
func Face(face string) []File {
	weight, base, family := 400, "atkinson-hyperlegible-next", "Atkinson Hyperlegible Next"
	switch face {
	case "bold":
		weight = 700
	case "mono":
		weight, base, family = 700, "atkinson-hyperlegible-mono", "Atkinson Hyperlegible Mono"
	}
	var out []File
	for i, script := range latin {
		fam := family
		if i > 0 {
			fam += " Ext"
		}
		out = append(out, File{fmt.Sprintf("%s-%s-%d", base, script, weight), fam, weight})
	}
	for _, f := range fallbacks {
		out = append(out, File{fmt.Sprintf("%s-%d", f.name, weight), f.family, weight})
	}
	for i := range emojiFiles {
		out = append(out, File{fmt.Sprintf("noto-emoji-%d-400", i), fmt.Sprintf("Noto Emoji %d", i), 400})
	}
	return out
}

// All lists every shipped file once.
func All() []File {
	seen := map[string]bool{}
	var out []File
	add := func(fs []File) {
		for _, f := range fs {
			if !seen[f.Name] {
				seen[f.Name] = true
				out = append(out, f)
			}
		}
	}
	for _, face := range []string{"regular", "bold", "mono"} {
		add(Face(face))
	}
	mono := Face("mono")[:len(latin)]
	for _, f := range mono { // the light cut is for the pages alone
		f.Name = strings.TrimSuffix(f.Name, "700") + "400"
		f.Weight = 400
		add([]File{f})
	}
	return out
}

// Families is the CSS font-family list of a face, quoted.
func Families(face string) string {
	var names []string
	for _, f := range Face(face) {
		names = append(names, "'"+f.Family+"'")
	}
	return strings.Join(append(names, "sans-serif"), ",")
}
