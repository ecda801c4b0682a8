package font

import (
	_ "embed"
	"encoding/binary"
	"fmt"
	"strings"
	"sync"
)

// cover.bin tells which characters each file has, so that a file is read only when it is
// to draw one: for each file of All the number of runs, then for each run its distance
// from the end of the last one and its length, as unsigned varints.
//
//go:embed cover.bin
var coverBytes []byte

type span struct{ from, to rune } // to is the first one after it

var cover = sync.OnceValue(func() map[string][]span {
	b := coverBytes
	next := func() rune {
		v, n := binary.Uvarint(b)
		if n <= 0 {
			panic("font: cover.bin is damaged; make assets writes it anew")
		}
		b = b[n:]
		return rune(v)
	}
	out := map[string][]span{}
	for _, f := range All() {
		at := rune(0)
		for range next() {
			from := at + next()
			at = from + next()
			out[f.Name] = append(out[f.Name], span{from, at})
		}
	}
	return out
})

// Has reports whether the file has a glyph for r.
func (f File) Has(r rune) bool {
	if f.own != nil {
		_, ok := f.own.all[f.cut][r]
		return ok
	}
	s := cover()[f.Name]
	lo, hi := 0, len(s)
	for lo < hi {
		if m := (lo + hi) / 2; s[m].to <= r {
			lo = m + 1
		} else {
			hi = m
		}
	}
	return lo < len(s) && s[lo].from <= r
}

var (
	lock  sync.Mutex
	found = map[string]File{} // by face and character
)

// For is the first file of a face with a glyph for r; ok is false when none has it.
func For(face string, r rune) (f File, ok bool) {
	lock.Lock()
	defer lock.Unlock()
	key := face + string(r)
	if f, ok = found[key]; ok {
		return f, true
	}
	for _, f := range Face(face) {
		if f.Has(r) {
			if len(found) > 1<<16 { // a bound for servers that draw for years
				clear(found)
			}
			found[key] = f
			return f, true
		}
	}
	return File{}, false
}

// Far reports whether a text has characters of the scripts that come in slices.
func Far(text string) bool {
	return strings.ContainsFunc(text, func(r rune) bool {
		if r < 0x1100 {
			return false
		}
		f, ok := For("sans", r)
		return ok && f.Far
	})
}

// Ranges writes the characters of the file that are among those given, or with nil all
// of them, as CSS does.
func (f File) Ranges(of func(rune) bool) string {
	var out []string
	add := func(a, b rune) {
		if a == b {
			out = append(out, fmt.Sprintf("U+%X", a))
		} else {
			out = append(out, fmt.Sprintf("U+%X-%X", a, b))
		}
	}
	for _, s := range cover()[f.Name] {
		if of == nil {
			add(s.from, s.to-1)
			continue
		}
		for r := s.from; r < s.to; r++ {
			if of(r) {
				add(r, r)
			}
		}
	}
	return strings.Join(out, ",")
}
