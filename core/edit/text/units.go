package text

import "unicode/utf8"

// bytesAt turns a place counted in UTF-16 units into one counted in bytes, unitsAt does
// the reverse.
func bytesAt(s string, units int) int {
	for i, r := range s {
		if units <= 0 {
			return i
		}
		units -= units16(r)
	}
	return len(s)
}

func unitsAt(s string, bytes int) int {
	n := 0
	for i, r := range s {
		if i >= bytes {
			break
		}
		n += units16(r)
	}
	return n
}

func units16(r rune) int {
	if utf8.RuneLen(r) == 4 {
		return 2
	}
	return 1
}
