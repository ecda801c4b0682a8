package list

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"plaintracer/core/chart"
)

// A list below a title that says what it is, 'Organisation chart', is no order of work but an outline: who stands farther
// in, or has a number of one part more, stands below the line before.

// outlines are words of such titles.
var outlines = split("organisation chart|organization chart|organisational chart|organizational chart|org chart|organogram|organigram|organigramm|organigramme|organigrama|organigramma|reporting lines|who reports to whom|hierarchy|" +
	"hierarchie|hiérarchie|jerarquía|gerarchia|breakdown structure|work breakdown|projektstrukturplan|structure tree|family tree|stammbaum")

// outline is a table of who reports to whom, made of the lines of an outline; ok is false for lines that are none.
func outline(all []string) (t Table, title string, ok bool) {
	said := Lines(strings.Join(all, "\n"))
	if len(said) < 3 || len(said) > chart.MaxSteps {
		return Table{}, "", false
	}
	title = strings.TrimSuffix(strings.TrimSpace(strings.TrimLeft(said[0], "# ")), ":")
	if !titlesOutline(title) {
		return Table{}, "", false
	}
	t = Table{Head: []string{"Number", "Name", "Job", "Reports to"}, Roles: []Role{NumberRole, TextRole, FieldRole, AboveRole}}
	numbered, parts := true, false
	for _, l := range said[1:] {
		_, key, text := outlineLine(l)
		if _, _, _, leads := cutArrow(text); leads || strings.HasSuffix(text, "?") || strings.Contains(text, " = ") { // that is work
			return Table{}, "", false
		}
		numbered, parts = numbered && key != "", parts || strings.Contains(key, ".")
	}
	var above, far []int // lines below which the next one can stand; how far in each is
	for i, l := range said[1:] {
		in, key, text := outlineLine(l)
		if numbered && parts { // '1', '1.1', '1.1.2'
			in = strings.Count(key, ".")
		}
		for len(above) > 0 && far[above[len(above)-1]] >= in {
			above = above[:len(above)-1]
		}
		boss := ""
		if len(above) > 0 {
			boss = t.Rows[above[len(above)-1]][0]
		}
		name, job, _ := strings.Cut(dashed(text), "\n")
		t.Rows = append(t.Rows, []string{fmt.Sprint(i + 1), name, job, boss})
		above, far = append(above, i), append(far, in)
	}
	return t, title, slices.Max(far) > slices.Min(far) // a flat list is work, whatever stands above it
}

// titlesOutline reports whether a title says that an outline stands below it.
func titlesOutline(title string) bool {
	title = " " + strings.Join(strings.FieldsFunc(strings.ToLower(title), func(r rune) bool { return !unicode.IsLetter(r) }), " ") + " "
	for _, w := range outlines {
		if strings.Contains(title, " "+w+" ") {
			return true
		}
	}
	return false
}

// outlineLine takes a line of an outline apart: how far in it stands, its number, and its text without a bullet.
func outlineLine(l string) (in int, key, text string) {
	text = strings.TrimLeft(l, " \t")
	for _, r := range l[:len(l)-len(text)] {
		if in++; r == '\t' {
			in += 3
		}
	}
	bare := strings.TrimLeft(text, "-*•–+>◦· ")
	in += strings.Count(text[:len(text)-len(bare)], "*") // '**' stands below '*'
	text = strings.TrimSpace(bare)
	if first, rest, ok := strings.Cut(text, " "); ok {
		if k := strings.TrimRight(first, ".)"); k != "" && strings.Trim(k, "0123456789.") == "" {
			return in, k, strings.TrimSpace(rest)
		}
	}
	return in, "", text
}

// dashed has what stands behind a dash, or in brackets at the end, on a line of its own: 'Ana Marsh - Director'.
func dashed(text string) string {
	for _, d := range []string{" – ", " — ", " - ", "\t", ": "} {
		if name, job, ok := strings.Cut(text, d); ok && strings.TrimSpace(name) != "" {
			return strings.TrimSpace(name) + "\n" + strings.TrimSpace(job)
		}
	}
	if name, job, ok := strings.Cut(text, " ("); ok && strings.HasSuffix(job, ")") {
		return name + "\n" + strings.TrimSuffix(job, ")")
	}
	return text
}
