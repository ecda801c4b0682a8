// Command fontmetrics reads the shipped fonts and writes what the core, the writers and
// the pages need to know of them: core/typeset/metrics.bin (advances),
// and format/font/cover.bin (which file has which character).
//
// metrics.bin is a list of unsigned varints: for each face the number of runs, then for
// each run its distance from the end of the last one, its length and the advance that
// its characters have in common, in 1/4096 em. The first face is sans; the others hold what
// differs from their base (typeset.Face.base).
package main

import (
	"encoding/binary"
	"log"
	"maps"
	"os"
	"sort"

	sfnt "github.com/tdewolff/font"

	"plaintracer/format/font"
)

const (
	perEm = 4096
	last  = 0x32000 // behind the last character of any shipped font
)

type run struct {
	from, to rune // to is the first one after it
	advance  uint64
}

func main() {
	glyphs := map[string]map[rune]uint64{}
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
		g, in := map[rune]uint64{}, map[rune]uint64{}
		for r := rune(0x20); r < last; r++ {
			if id := s.GlyphIndex(r); id != 0 {
				g[r] = (uint64(s.GlyphAdvance(id))*perEm + uint64(s.Head.UnitsPerEm)/2) / uint64(s.Head.UnitsPerEm)
				in[r] = 0
			}
		}
		glyphs[f.Name] = g
		cover = appendRuns(cover, in, false)
	}
	write("format/font/cover.bin", cover)

	var bin []byte
	var faces []map[rune]uint64
	for _, face := range font.Faces {
		all := map[rune]uint64{}
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
			maps.DeleteFunc(own, func(r rune, a uint64) bool { return base[r] == a })
		}
		bin = appendRuns(bin, own, true)
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

// appendRuns writes how many runs there are and of each how far it begins after the one
// before, how long it is and, if wanted, its advance.
func appendRuns(b []byte, m map[rune]uint64, advances bool) []byte {
	rs := runs(m)
	b = binary.AppendUvarint(b, uint64(len(rs)))
	at := rune(0)
	for _, r := range rs {
		b = binary.AppendUvarint(b, uint64(r.from-at))
		b = binary.AppendUvarint(b, uint64(r.to-r.from))
		if advances {
			b = binary.AppendUvarint(b, r.advance)
		}
		at = r.to
	}
	return b
}

// runs are the stretches of characters that follow each other with one advance.
func runs(m map[rune]uint64) []run {
	var rs []rune
	for r := range m {
		rs = append(rs, r)
	}
	sort.Slice(rs, func(i, j int) bool { return rs[i] < rs[j] })
	var out []run
	for _, r := range rs {
		if n := len(out); n > 0 && out[n-1].to == r && out[n-1].advance == m[r] {
			out[n-1].to++
		} else {
			out = append(out, run{r, r + 1, m[r]})
		}
	}
	return out
}

func write(name string, b []byte) {
	if err := os.WriteFile(name, b, 0o644); err != nil {
		log.Fatal(err)
	}
}
