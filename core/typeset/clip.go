package typeset

import "strings"

// Clip shortens a text to a width, with an ellipsis in place of what is left
// out; the element's title keeps the whole.
func Clip(f Face, size float64, s string, width float64) string {
	s = strings.Join(strings.Fields(s), " ")
	if Width(f, size, s) <= width {
		return s
	}
	width -= Width(f, size, "…")
	out, w := "", 0.0
	for _, r := range s {
		if w += Width(f, size, string(r)); w > width {
			break
		}
		out += string(r)
	}
	return strings.TrimSpace(out) + "…"
}
