// Package advances holds how wide the characters of a face are, in memory and as the bytes that
// metrics.bin and the metrics of fonts that people bring are made of.
package advances

import (
	"encoding/binary"
	"errors"
	"maps"
	"slices"
	"unicode"
)

// PerEm is how many units of an advance make an em.
const PerEm = 4096

// Table holds the advances of a face: those of Latin letters by themselves, others as
// runs of characters that have one in common.
type Table struct {
	low  [0x250]uint16 // looked up without searching; 0 where there is none
	runs []run
}

type run struct {
	from, to rune // to is the first one after it
	advance  uint16
}

// Of is a character's advance; ok is false when the table has none.
func (t *Table) Of(r rune) (a uint16, ok bool) {
	if r >= 0 && int(r) < len(t.low) {
		return t.low[r], t.low[r] != 0
	}
	lo, hi := 0, len(t.runs)
	for lo < hi {
		if m := (lo + hi) / 2; t.runs[m].to <= r {
			lo = m + 1
		} else {
			hi = m
		}
	}
	if lo < len(t.runs) && t.runs[lo].from <= r {
		return t.runs[lo].advance, true
	}
	return 0, false
}

// Append writes the advances of characters: how many runs there are, then of each how far it
// begins behind the one before, how long it is and the advance, as unsigned varints.
func Append(b []byte, of map[rune]uint16) []byte {
	var out []run
	for _, r := range slices.Sorted(maps.Keys(of)) {
		if n := len(out); n > 0 && out[n-1].to == r && out[n-1].advance == of[r] {
			out[n-1].to++
		} else {
			out = append(out, run{r, r + 1, of[r]})
		}
	}
	b = binary.AppendUvarint(b, uint64(len(out)))
	at := rune(0)
	for _, r := range out {
		b = binary.AppendUvarint(b, uint64(r.from-at))
		b = binary.AppendUvarint(b, uint64(r.to-r.from))
		b = binary.AppendUvarint(b, uint64(r.advance))
		at = r.to
	}
	return b
}

var errDamaged = errors.New("the table of advances is damaged")

// Load reads n tables as Append writes them.
func Load(b []byte, n int) ([]Table, error) {
	damaged := false
	next := func() rune {
		v, n := binary.Uvarint(b)
		if n <= 0 || v > unicode.MaxRune+1 {
			damaged = true
			return 0
		}
		b = b[n:]
		return rune(v)
	}
	ts := make([]Table, n)
	for i := range ts {
		at := rune(0)
		for range next() {
			r := run{from: at + next()}
			at = r.from + next()
			r.to, r.advance = at, uint16(next())
			if damaged || at > unicode.MaxRune+1 {
				return nil, errDamaged
			}
			for c := r.from; c < r.to && int(c) < len(ts[i].low); c++ {
				ts[i].low[c] = r.advance
			}
			ts[i].runs = append(ts[i].runs, r)
		}
	}
	if damaged || len(b) > 0 {
		return nil, errDamaged
	}
	return ts, nil
}
