// Package font holds the fonts that the application ships: the web pages, the
// SVG, PNG and PDF writers and the metrics table of core/typeset all take them
// from here, so that a text has one width everywhere.
//
// A face is a list of files. The first file with a glyph for a character draws
// it; that is how browsers read a font-family list, too. Han, kana and hangul are
// cut into slices, which are read when one of their characters is drawn.
package font

import (
	"embed"
	"fmt"
	"path"
	"strings"
)

//go:embed files/*.woff2 files/*.woff
var files embed.FS

// File is one shipped font file.
type File struct {
	Name   string // file name: .woff2, or .woff where a file is too large for its WOFF2 to be read back here
	Family string // CSS family
	Weight int
	Italic bool
	Far    bool // a slice of a large script: pages load its family when they need it
	cut    int
	own    *Own // that somebody brought; nil for a shipped one
}

// Format is the file's format as CSS names it.
func (f File) Format() string { return strings.TrimPrefix(path.Ext(f.Name), ".") }

// Bytes returns the file as shipped, or as it was brought.
func (f File) Bytes() []byte {
	if f.own != nil {
		return f.own.Cuts[f.cut]
	}
	b, err := files.ReadFile("files/" + f.Name)
	if err != nil {
		panic("font: " + err.Error()) // embedded: it is there or the build is broken
	}
	return b
}

var latin = []string{"latin", "latin-ext"}

// fallbacks draw what the Latin fonts have no glyph for, in this order. Those of one
// weight are drawn heavier where bold is wanted.
var fallbacks = []struct {
	name, family, ext string
	one               bool // of one weight
}{
	{"noto-sans-greek", "Noto Sans Greek", ".woff2", false},
	{"noto-sans-greek-ext", "Noto Sans Greek Ext", ".woff2", false},
	{"noto-sans-cyrillic", "Noto Sans Cyrillic", ".woff2", false},
	{"noto-sans-cyrillic-ext", "Noto Sans Cyrillic Ext", ".woff2", false},
	{"noto-sans-vietnamese", "Noto Sans Vietnamese", ".woff2", false},
	{"noto-sans-hebrew-hebrew", "Noto Sans Hebrew", ".woff2", false},
	{"noto-sans-arabic-arabic", "Noto Sans Arabic", ".woff", false},
	{"noto-sans-thai-thai", "Noto Sans Thai", ".woff", true},
	{"noto-sans-devanagari-devanagari", "Noto Sans Devanagari", ".woff", true},
}

const emojiFiles = 11

// sliced are the scripts that come in slices, all files with the prefix being one family.
var sliced = []struct{ prefix, family string }{
	{"noto-sans-sc-", "Noto Sans SC"}, {"noto-sans-jp-", "Noto Sans JP"}, {"noto-sans-kr-", "Noto Sans KR"},
}

var sliceFiles = listSlices()

func listSlices() []File {
	all, err := files.ReadDir("files")
	if err != nil {
		panic("font: " + err.Error())
	}
	var out []File
	for _, s := range sliced {
		for _, f := range all {
			if strings.HasPrefix(f.Name(), s.prefix) {
				out = append(out, File{Name: f.Name(), Family: s.family, Weight: 400, Far: true})
			}
		}
	}
	return out
}

// Faces are the names of all faces, in the order of typeset.Face.
var Faces = []string{
	"sans", "sans-bold", "sans-italic", "sans-bold-italic",
	"serif", "serif-bold", "serif-italic", "serif-bold-italic",
	"mono", "mono-bold", "mono-italic", "mono-bold-italic",
}

// latins are the Latin fonts of the families.
var latins = map[string]struct{ base, family string }{
	"sans":  {"atkinson-hyperlegible-next", "Atkinson Hyperlegible Next"},
	"serif": {"source-serif-4", "Source Serif 4"},
	"mono":  {"atkinson-hyperlegible-mono", "Atkinson Hyperlegible Mono"},
}

// Face lists the files of a face in the order in which they are asked for a glyph. Scripts
// besides Latin have one family and no italic.
func Face(face string) []File {
	if own, cut, ok := ownFile(face); ok {
		return append([]File{own.file(cut)}, Face(like(face))...)
	}
	face = like(face)
	name, _, _ := strings.Cut(face, "-")
	weight, italic, style := 400, strings.HasSuffix(face, "-italic"), ""
	if strings.Contains(face, "-bold") {
		weight = 700
	}
	if italic {
		style = "-italic"
	}
	var out []File
	for i, script := range latin {
		family := latins[name].family
		if i > 0 {
			family += " Ext"
		}
		out = append(out, File{Name: fmt.Sprintf("%s-%s-%d%s.woff2", latins[name].base, script, weight, style), Family: family, Weight: weight, Italic: italic})
	}
	for _, f := range fallbacks {
		w := weight
		if f.one {
			w = 400
		}
		out = append(out, File{Name: fmt.Sprintf("%s-%d%s", f.name, w, f.ext), Family: f.family, Weight: w})
	}
	for i := range emojiFiles {
		out = append(out, File{Name: fmt.Sprintf("noto-emoji-%d-400.woff", i), Family: fmt.Sprintf("Noto Emoji %d", i), Weight: 400})
	}
	return append(out, sliceFiles...)
}

// All lists every shipped file once.
func All() []File {
	seen := map[string]bool{}
	var out []File
	for _, face := range Faces {
		for _, f := range Face(face) {
			if !seen[f.Name] {
				seen[f.Name] = true
				out = append(out, f)
			}
		}
	}
	return out
}

// Style is the file's font-style as CSS names it.
func (f File) Style() string {
	if f.Italic {
		return "italic"
	}
	return "normal"
}

// Families is the CSS font-family list of a family: "sans", "serif" or "mono".
func Families(family string) string {
	var names []string
	last := ""
	for _, f := range Face(family) {
		if f.Family != last {
			names = append(names, "'"+f.Family+"'")
			last = f.Family
		}
	}
	return strings.Join(append(names, "sans-serif"), ",")
}
