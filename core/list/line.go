package list

import (
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"plaintracer/core/chart"
	"plaintracer/core/number"
	"plaintracer/core/symbol"
)

// line is a line of the text, taken apart.
type line struct {
	n      int // in the text, from 1
	indent int // columns
	key    string
	raw    string // what stands behind the key, as it is written
	of     *line  // that it belongs to; nil for none
	steps  []said // more than one where arrows lead from one to the next on the line
	ways   []way  // that lead away from the last step, or for a line without steps from the one above
	field  *chart.Field
	label  string // of the way that leads to the first step, from the decision above
	named  bool   // an outcome, called label
	left   string // how the writer calls the one that is left, which has no label
	rest   string // what the one that is left is called in the language of this one
	read   bool   // its arrows have been taken apart
	marked bool   // a mark of a list stood before it, or a number
	letter byte   // that mark, where it is a small letter
	asking bool   // it is a decision, though it does not say so
	who    string // who does it, where another line or the end of this one says so
	stage  string // that begins with it, where another line says so
	arrow  bool   // between that name and what it leads to
	goes   bool   // the line says nothing but where the one before it leads
	kids   []*line

	answers map[string]bool // of a decision, the names of its outcomes, in lower case
	beside  bool            // some of them stand no farther in than it
}

// said is what a line says of one step.
type said struct {
	text   string
	lane   []seat // from the outside in; nil where none is named
	noLane bool
	symbol symbol.Kind // "" where none is named
	stage  *string     // nil where none is named
}

// seat is a lane, or a pool or lane that holds it.
type seat struct {
	name string
	pool bool
}

// way is a way or a line to a step that is named by its key, or by its text; or to the end, which is
// drawn, or nowhere.
type way struct {
	label, left  string
	quoted       bool
	meaning      chart.Meaning
	to           string
	text         string // as people name a step
	end, nowhere bool
}

// nowhere is how it is written that a step leads nowhere.
const nowhere = "(nowhere)"

// noSeat is how it is written that a step stands in no lane.
const noSeat = "(no lane)"

// flowArrows are those of the flow.
var flowArrows = []string{"->", "-->", "→", "=>", ">>", "⇒", "➔", "➜"}

// arrows are what connectors are written with, by their meanings; the first of each is how they are
// written, the others are read, too.
var arrows = []struct {
	meaning chart.Meaning
	words   []string
}{
	{chart.Flow, flowArrows},
	{chart.Aside, []string{"~>"}},
	{chart.Data, []string{"..>"}},
	{chart.Note, []string{"--"}},
}

func arrowOf(m chart.Meaning) string {
	for _, a := range arrows {
		if a.meaning == m {
			return a.words[0]
		}
	}
	return arrows[0].words[0]
}

// cutArrow cuts a text at the first arrow with a space before and behind it, or at its edge.
func cutArrow(s string) (before string, m chart.Meaning, after string, ok bool) {
	best, width := -1, 0
	for _, a := range arrows {
		for _, w := range a.words {
			for at := 0; ; {
				i := strings.Index(s[at:], w)
				if i < 0 {
					break
				}
				i += at
				free := (i == 0 || s[i-1] == ' ') && (i+len(w) == len(s) || s[i+len(w)] == ' ')
				if a.meaning == chart.Note && i > 0 && s[0] != '"' {
					free = false // two dashes in a text are a dash
				}
				if free && (best < 0 || i < best) {
					best, width, m = i, len(w), a.meaning
				}
				at = i + len(w)
			}
		}
	}
	if best < 0 {
		return s, "", "", false
	}
	return strings.TrimRight(s[:best], " "), m, strings.TrimLeft(s[best+width:], " "), true
}

// plainKey reports whether a key needs no quotes: '4', 'R1', '12b', '1.2.3'. (No regular expressions: they
// would be a twentieth of what a browser loads.)
func plainKey(s string) bool {
	for i, part := range strings.Split(s, ".") {
		if i == 0 {
			letters := len(s) - len(strings.TrimLeftFunc(s, isLetter))
			if letters > 3 {
				return false
			}
			part = part[letters:]
			if n := len(part); n > 1 && isLetter(rune(part[n-1])) {
				part = part[:n-1]
			}
		}
		if part == "" || strings.Trim(part, "0123456789") != "" {
			return false
		}
	}
	return true
}

func isLetter(r rune) bool { return r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' }

// cutKey takes the key off a line: '4. ', 'R1. ', '"Step 4". '.
func cutKey(s string) (key, rest string) {
	if strings.HasPrefix(s, `"`) {
		if k, after, ok := unquote(s); ok && (after == "." || strings.HasPrefix(after, ". ")) {
			return k, strings.TrimPrefix(strings.TrimPrefix(after, "."), " ")
		}
		return "", s
	}
	head, rest, _ := strings.Cut(s, " ")
	if k, ok := strings.CutSuffix(head, "."); ok && plainKey(k) {
		return k, rest
	}
	return "", s
}

// cutNumber takes a number off a line that is written in another way: '3) ', '1.2 ', 'Step 3: '.
func cutNumber(s string) (key, rest string) {
	head, rest, ok := strings.Cut(s, " ")
	if !ok {
		return "", s
	}
	if slices.Contains(number.StepWords, strings.ToLower(head)) {
		num, after, _ := strings.Cut(strings.TrimLeft(rest, " "), " ")
		k := strings.TrimRight(num, ".:)")
		switch {
		case !plainKey(k):
		case k != num:
			return k, after
		case strings.HasPrefix(after, "- ") || strings.HasPrefix(after, "– ") || strings.HasPrefix(after, ": "):
			_, after, _ = strings.Cut(after, " ")
			return k, after
		}
		return "", s
	}
	if dashed, is := afterDash(rest); is && strings.Trim(head, "0123456789.") == "" && plainKey(head) { // '2 - text'
		return head, dashed
	}
	k := strings.TrimSuffix(head, ")")
	if strings.Trim(k, "0123456789.") == "" && plainKey(k) && (k != head || strings.Contains(k, ".")) {
		return k, strings.TrimLeft(rest, " ")
	}
	return "", s
}

// afterDash takes a dash off the beginning of a text.
func afterDash(s string) (rest string, ok bool) {
	for _, dash := range []string{"- ", "– ", "— "} {
		if rest, ok := strings.CutPrefix(s, dash); ok {
			return rest, true
		}
	}
	return s, false
}

// letterOf is the small letter that a line is marked with; 0 for none.
func letterOf(s string) byte {
	if len(s) > 2 && s[0] >= 'a' && s[0] <= 'z' && (s[1] == ')' || s[1] == '.') && s[2] == ' ' {
		return s[0]
	}
	return 0
}

// unmarked takes the mark of a list off a line that has no key: a dash, a dot, '3)', 'b)'.
func unmarked(s string) string {
	head, rest, ok := strings.Cut(s, " ")
	if !ok {
		return s
	}
	mark := strings.TrimRight(head, ".)")
	switch {
	case strings.Contains("- * • – · o ▪ ◦ ‣ ▸ ► ■ □ ○ ● ✓", head):
	case mark != head && len(mark) == 1 && strings.Contains("abcdefghijklmnopqrstuvwxyz", mark):
	default:
		return s
	}
	return strings.TrimSpace(rest)
}

// empty is how a name is written that has no letters.
const empty = `\_`

// Escapes: what a text must not say by itself.
var escapes = strings.NewReplacer(`\`, `\\`, "\n", `\n`, "\r", `\r`, "\t", `\t`, `[`, `\[`, `>`, `\>`, `→`, `\→`, `⇒`, `\⇒`,
	`➔`, `\➔`, `➜`, `\➜`, `=`, `\=`, `/`, `\/`, `|`, `\|`)

// Escaped is a text as it is written, so that it says nothing but itself.
func Escaped(s string) string {
	s = escapes.Replace(s)
	s = strings.ReplaceAll(s, ": ", `\: `)
	if strings.HasSuffix(s, ":") {
		s = s[:len(s)-1] + `\:`
	}
	if strings.HasPrefix(s, " ") {
		s = `\s` + s[1:]
	}
	if strings.HasSuffix(s, " ") {
		s = s[:len(s)-1] + `\s`
	}
	// Other spaces at the ends would be taken for none.
	if r, _ := utf8.DecodeRuneInString(s); r != ' ' && unicode.IsSpace(r) {
		s = empty + s
	}
	if r, _ := utf8.DecodeLastRuneInString(s); r != ' ' && unicode.IsSpace(r) {
		s += empty
	}
	if strings.HasPrefix(s, `"`) || strings.HasPrefix(s, "(") || strings.HasPrefix(s, "#") || strings.HasPrefix(s, "--") {
		s = `\` + s
	}
	return silent(s)
}

// meant is what is written with escapes.
func meant(s string) string {
	if !strings.Contains(s, `\`) {
		return s
	}
	var b strings.Builder
	esc := false
	for _, r := range s {
		switch {
		case !esc && r == '\\':
			esc = true
			continue
		case !esc:
			b.WriteRune(r)
		case r == 'n':
			b.WriteByte('\n')
		case r == 'r':
			b.WriteByte('\r')
		case r == 't':
			b.WriteByte('\t')
		case r == 's':
			b.WriteByte(' ')
		case r == '_':
		case strings.ContainsRune(`\[>→⇒➔➜=/:"(#-|`, r):
			b.WriteRune(r)
		default: // a backslash that somebody wrote
			b.WriteByte('\\')
			b.WriteRune(r)
		}
		esc = false
	}
	if esc {
		b.WriteByte('\\')
	}
	return b.String()
}

// quoted is a text in double quotes, unquote takes it off the beginning of a line.
func quoted(s string) string {
	return `"` + strings.NewReplacer(`"`, `\"`, `:`, `\:`).Replace(escapes.Replace(s)) + `"`
}

func unquote(s string) (text, rest string, ok bool) {
	esc := false
	for i, r := range s[1:] {
		switch {
		case esc:
			esc = false
		case r == '\\':
			esc = true
		case r == '"':
			return meant(s[1 : i+1]), s[i+2:], true
		}
	}
	return "", s, false
}

// isEscaped reports whether what stands at i is written with a backslash that is not one itself.
func isEscaped(s string, i int) bool {
	n := 0
	for n < i && s[i-1-n] == '\\' {
		n++
	}
	return n%2 == 1
}

// Onward cuts the arrow off a line that ends in one: what it says leads to a step that is still to be told.
func Onward(line string) (said string, ok bool) {
	line = strings.TrimSpace(line)
	arrow := ""
	for _, a := range flowArrows {
		if strings.HasSuffix(line, a) && len(a) > len(arrow) {
			arrow = a
		}
	}
	return strings.TrimSpace(strings.TrimSuffix(line, arrow)), arrow != ""
}
