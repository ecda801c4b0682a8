// Command fontmetrics reads the shipped fonts and writes what the core, the writers and
// the pages need to know of them: core/typeset/metrics.bin (advances),
// and format/font/cover.bin (which file has which character).
//
// metrics.bin is what advances.Append writes, face by face. The first face is sans; the others
// hold what differs from their base (typeset.Face.base).
package main

import (
	"encoding/binary"
	"log"
	"maps"
	"os"
	"slices"

	sfnt "github.com/tdewolff/font"

	"plaintracer/core/typeset/advances"
	"plaintracer/format/font"
)

const last = 0x32000 // behind the last character of any shipped font

func main() {
	glyphs := map[string]map[rune]uint16{}
	var cover []byte
	for _, f := range font.All() {
		b, err := sfnt.ToSFNT(f.Bytes())
		if err != nil {
			log.Fatalf("%s: %v", f.Name, err)
		}
		s, err := sfnt.ParseSFNT(b, 0)
		if err != nil {
			log.Fatalf("%s: %v", f.Name, err)
		}
		g, in := map[rune]uint16{}, map[rune]uint16{}
		for r := rune(0x20); r < last; r++ {
			if id := s.GlyphIndex(r); id != 0 {
				g[r] = font.Advance(s, id)
				in[r] = 0
			}
		}
		glyphs[f.Name] = g
		cover = appendRuns(cover, in)
	}
	write("format/font/cover.bin", cover)

	var bin []byte
	var faces []map[rune]uint16
	for _, face := range font.Faces {
		all := map[rune]uint16{}
		for _, f := range font.Face(face) {
			for r, a := range glyphs[f.Name] {
				if _, ok := all[r]; !ok {
					all[r] = a
				}
			}
		}
		faces = append(faces, all)
	}
	for i, all := range faces {
		own := maps.Clone(all)
		if i > 0 {
			base := faces[baseOf(i)]
			maps.DeleteFunc(own, func(r rune, a uint16) bool { return base[r] == a })
		}
		bin = advances.Append(bin, own)
	}
	write("core/typeset/metrics.bin", bin)
}

// baseOf is typeset.Face.base, which cannot be asked: its package reads what is made here.
func baseOf(face int) int {
	const italic, serif = 2, 4
	switch {
	case face >= serif:
		return face & 3
	case face&italic != 0:
		return face &^ italic
	}
	return 0
}

// appendRuns writes how many stretches of characters there are, and of each how far it begins
// after the one before and how long it is.
func appendRuns(b []byte, in map[rune]uint16) []byte {
	rs := slices.Sorted(maps.Keys(in))
	var from, to []rune
	for _, r := range rs {
		if n := len(to); n > 0 && to[n-1] == r {
			to[n-1]++
		} else {
			from, to = append(from, r), append(to, r+1)
		}
	}
	b = binary.AppendUvarint(b, uint64(len(from)))
	at := rune(0)
	for i := range from {
		b = binary.AppendUvarint(b, uint64(from[i]-at))
		b = binary.AppendUvarint(b, uint64(to[i]-from[i]))
		at = to[i]
	}
	return b
}

func write(name string, b []byte) {
	if err := os.WriteFile(name, b, 0o644); err != nil {
		log.Fatal(err)
	}
}
