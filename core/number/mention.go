package number

import (
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"plaintracer/core/chart"
)

// StepWords are what a step is called, in the languages in which lists are read.
var StepWords = []string{"step", "schritt", "étape", "paso", "passo", "stap", "krok", "steg", "trin", "trinn"}

// Mentions are the pieces of a step's text that name another step by its number, such as 'step 4', and lead nowhere yet.
// Each comes with where it would lead: on the step's own page before others.
func Mentions(c *chart.Chart, p *chart.Page, st *chart.Step) []chart.Run {
	return mentions(c, p, st.Text, st.Runs, st)
}

// LabelMention is what names a step by its number in a label of a connector of a page, such as 'back to step 4', and where it
// would lead; nil where nothing does, or the label follows one already.
func LabelMention(c *chart.Chart, p *chart.Page, l chart.Label) (words string, to *chart.Link) {
	if l.Refers != nil {
		return "", nil
	}
	for _, m := range mentions(c, p, l.Text, nil, nil) {
		return l.Text[m.From:m.To], m.Link
	}
	return "", nil
}

// mostMentions bounds what is looked for in one text.
const mostMentions = 100

// InWords are the mentions in words that stand on no step, such as a comment: of steps of a page before others.
func InWords(c *chart.Chart, p *chart.Page, words string) []chart.Run {
	return mentions(c, p, words, nil, nil)
}

// mentions are those in a text, of a step or, with st nil, of something else.
func mentions(c *chart.Chart, p *chart.Page, text string, runs []chart.Run, st *chart.Step) []chart.Run {
	var out []chart.Run
	for at := 0; at < len(text) && len(out) < mostMentions; {
		from, to := nextWord(text, at)
		if from < 0 {
			break
		}
		at = to
		if !slices.Contains(StepWords, strings.ToLower(text[from:to])) {
			continue
		}
		gap := len(text[to:]) - len(strings.TrimLeft(text[to:], " \u00a0"))
		number := numberAt(text[to+gap:])
		if gap == 0 || number == "" || slices.ContainsFunc(runs, func(r chart.Run) bool { return r.Link != nil && r.From < to+gap+len(number) && from < r.To }) {
			continue
		}
		end := to + gap + len(number)
		if q, to := withNumber(c, p, number); to != nil && to != st {
			out = append(out, chart.Run{From: from, To: end, Link: &chart.Link{Page: q.ID, Step: to.ID}})
		}
		at = end
	}
	return out
}

// longestPart is how many characters of a step's number or text are typed at most before it is picked.
const longestPart = 20

// Beginning is where a mention of a step begins that stands unfinished at the end of a text, 'as in step 4' or 'as in step sh', and
// what there is of the step's number or text; from is -1 where there is none.
func Beginning(text string) (from int, part string) {
	from = -1
	for at := 0; at < len(text); {
		a, b := nextWord(text, at)
		if a < 0 {
			break
		}
		at = b
		rest := strings.TrimLeft(text[b:], " \u00a0")
		if slices.Contains(StepWords, strings.ToLower(text[a:b])) && len(rest) < len(text[b:]) && utf8.RuneCountInString(rest) <= longestPart && !strings.ContainsAny(rest, "\n,;:!?") {
			from, part = a, rest
		}
	}
	return from, part
}

// nextWord is where the next word of letters stands; from is -1 behind the last.
func nextWord(text string, at int) (from, to int) {
	from = strings.IndexFunc(text[at:], unicode.IsLetter)
	if from < 0 {
		return -1, -1
	}
	from += at
	to = strings.IndexFunc(text[from:], func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsMark(r) })
	if to < 0 {
		return from, len(text)
	}
	return from, from + to
}

// numberAt is the number that a text begins with: letters, digits and points up to a space, without the points behind it.
func numberAt(text string) string {
	end := strings.IndexFunc(text, func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) && r != '.' && r != '-' })
	if end < 0 {
		end = len(text)
	}
	n := strings.TrimRight(text[:end], ".-")
	if last, _ := utf8.DecodeLastRuneInString(n); !strings.ContainsFunc(n, unicode.IsDigit) || !unicode.IsDigit(last) && !unicode.IsLetter(last) {
		return ""
	}
	return n
}

// withNumber is the step of a number, on a page before others.
func withNumber(c *chart.Chart, p *chart.Page, number string) (*chart.Page, *chart.Step) {
	for _, q := range append([]*chart.Page{p}, c.Pages...) {
		for _, s := range q.Steps {
			if s.Number == number {
				return q, s
			}
		}
	}
	return nil, nil
}

// Referring is a text that has a reference to one of some steps of a page, of a step or of a label, and that one; nil where none
// has.
func Referring(c *chart.Chart, p *chart.Page, to map[string]bool) (by string, of *chart.Step) {
	leads := func(l *chart.Link) bool { return l != nil && l.Page == p.ID && to[l.Step] }
	for _, q := range c.Pages {
		for _, s := range q.Steps {
			if q == p && to[s.ID] {
				continue
			}
			for _, r := range s.Runs {
				if leads(r.Link) {
					return s.Text, p.Step(r.Link.Step)
				}
			}
		}
		for _, l := range q.Connectors {
			if q == p && (to[l.From.Step] || to[l.To.Step]) {
				continue
			}
			for _, t := range l.Labels {
				if leads(t.Refers) {
					return t.Text, p.Step(t.Refers.Step)
				}
			}
		}
	}
	return "", nil
}
