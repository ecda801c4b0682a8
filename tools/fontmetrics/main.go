// Command fontmetrics reads the shipped fonts and writes what the core and the
// pages need to know of them: core/typeset/metrics.bin (advances) and
// web/static/fonts.css (faces with their exact unicode-range).
//
// metrics.bin is a list of unsigned varints: for each face the number of
// entries, then for each entry the distance from the last code point and the
// advance in 1/4096 em.
package main

import (
	"encoding/binary"
	"fmt"
	"log"
	"os"
	"sort"
	"strings"

	sfnt "github.com/tdewolff/font"

	"plaintracer/format/font"
)

const perEm = 4096

func main() {
	glyphs := map[string]map[rune]uint64{}
	for _, f := range font.All() {
		b, err := sfnt.ToSFNT(f.Bytes())
		if err != nil {
			log.Fatalf("%s: %v", f.Name, err)
		}
		s, err := sfnt.ParseSFNT(b, 0)
		if err != nil {
			log.Fatalf("%s: %v", f.Name, err)
		}
		g := map[rune]uint64{}
		for r := rune(0x20); r < 0x20000; r++ {
			if id := s.GlyphIndex(r); id != 0 {
				g[r] = (uint64(s.GlyphAdvance(id))*perEm + uint64(s.Head.UnitsPerEm)/2) / uint64(s.Head.UnitsPerEm)
			}
		}
		glyphs[f.Name] = g
	}

	var bin []byte
	for _, face := range []string{"regular", "bold", "mono"} {
		all := map[rune]uint64{}
		for _, f := range font.Face(face) {
			for r, a := range glyphs[f.Name] {
				if _, ok := all[r]; !ok {
					all[r] = a
				}
			}
		}
		bin = binary.AppendUvarint(bin, uint64(len(all)))
		last := rune(0)
		for _, r := range sorted(all) {
			bin = binary.AppendUvarint(bin, uint64(r-last))
			bin = binary.AppendUvarint(bin, all[r])
			last = r
		}
	}
	write("core/typeset/metrics.bin", bin)

	var css strings.Builder
	for _, f := range font.All() {
		fmt.Fprintf(&css, "@font-face{font-family:'%s';font-weight:%d;font-display:block;src:url(/static/fonts/%s) format('%s');unicode-range:%s}\n",
			f.Family, f.Weight, f.Name, f.Format(), ranges(sorted(glyphs[f.Name])))
	}
	fmt.Fprintf(&css, ":root{--chart-font:%s;--chart-mono:%s}\n", font.Families("regular"), font.Families("mono"))
	write("web/static/fonts.css", []byte(css.String()))
}

func sorted(m map[rune]uint64) []rune {
	var out []rune
	for r := range m {
		out = append(out, r)
	}
	sort.Slice(out, func(i, j int) bool { return out[i] < out[j] })
	return out
}

func ranges(rs []rune) string {
	var out []string
	for i := 0; i < len(rs); {
		j := i
		for j+1 < len(rs) && rs[j+1] == rs[j]+1 {
			j++
		}
		if i == j {
			out = append(out, fmt.Sprintf("U+%X", rs[i]))
		} else {
			out = append(out, fmt.Sprintf("U+%X-%X", rs[i], rs[j]))
		}
		i = j + 1
	}
	return strings.Join(out, ",")
}

func write(name string, b []byte) {
	if err := os.WriteFile(name, b, 0o644); err != nil {
		log.Fatal(err)
	}
}
