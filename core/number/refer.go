package number

import (
	"strings"
	"unicode"
	"unicode/utf8"

	"plaintracer/core/chart"
)

// change is a step's number, before and after.
type change struct{ page, step, old, new string }

// Row is a step whose number changes, for a table of old and new numbers.
type Row struct{ Old, New, Text string }

// Table are the steps of a chart whose numbers a command changes, in the order of their old numbers in the
// command. Steps that had none are new.
func Table(c *chart.Chart, cmd chart.Command) []Row {
	var out []Row
	for _, d := range cmd.Parts {
		if d.Number == nil {
			continue
		}
		if st := c.Page(d.Page).Step(d.ID); st != nil {
			out = append(out, Row{st.Number, *d.Number, strings.Join(strings.Fields(st.Text), " ")})
		}
	}
	return out
}

// follow are the parts that bring references to their steps' numbers: pieces of texts that lead to a step and
// have its number in them, such as '4' or 'step 4', and labels that do.
func follow(c *chart.Chart, changed []change) []chart.Part {
	if len(changed) == 0 {
		return nil
	}
	of := map[[2]string]change{}
	for _, k := range changed {
		if k.old != "" && k.new != "" {
			of[[2]string{k.page, k.step}] = k
		}
	}
	var out []chart.Part
	for _, p := range c.Pages {
		for _, st := range p.Steps {
			if text, runs, ok := following(st, of); ok {
				out = append(out, chart.Part{Do: "step.set", Page: p.ID, ID: st.ID, Text: &text, Runs: &runs})
			}
		}
	}
	for _, p := range c.Pages {
		for _, l := range p.Connectors {
			labels := append([]chart.Label{}, l.Labels...)
			renamed := false
			for i, t := range labels {
				if t.Refers == nil {
					continue
				}
				k := of[[2]string{t.Refers.Page, t.Refers.Step}]
				if at := numberIn(t.Text, k.old); k.old != "" && at >= 0 {
					labels[i].Text, renamed = t.Text[:at]+k.new+t.Text[at+len(k.old):], true
				}
			}
			if renamed {
				out = append(out, chart.Part{Do: "line.set", Page: p.ID, ID: l.ID, Labels: &labels})
			}
		}
	}
	return out
}

// Now is a mention with the number that its step has now in the place of the one that it was written with.
func Now(words, number string) string {
	_, to := nextWord(words, 0)
	gap := len(words[to:]) - len(strings.TrimLeft(words[to:], " \u00a0"))
	if was := numberAt(words[to+gap:]); was != "" && number != "" {
		return words[:to+gap] + number + words[to+gap+len(was):]
	}
	return words
}

// Names reports whether a text has the number in it of the step that a link leads to.
func Names(c *chart.Chart, text string, to *chart.Link) bool {
	p := c.Page(to.Page)
	if p == nil {
		return false
	}
	s := p.Step(to.Step)
	return s != nil && s.Number != "" && numberIn(text, s.Number) >= 0
}

// following is a text in which references have the new numbers.
func following(st *chart.Step, of map[[2]string]change) (text string, runs []chart.Run, ok bool) {
	var b strings.Builder
	at := 0 // in the old text
	for _, r := range st.Runs {
		b.WriteString(st.Text[at:r.From])
		words := st.Text[r.From:r.To]
		at = r.To
		if r.Link != nil && r.Link.Step != "" {
			if k, has := of[[2]string{r.Link.Page, r.Link.Step}]; has {
				if i := numberIn(words, k.old); i >= 0 {
					words, ok = words[:i]+k.new+words[i+len(k.old):], true
				}
			}
		}
		r.From = b.Len()
		b.WriteString(words)
		r.To = b.Len()
		runs = append(runs, r)
	}
	b.WriteString(st.Text[at:])
	return b.String(), runs, ok
}

// numberIn is where a number stands in words by itself; -1 where it does not.
func numberIn(words, number string) int {
	part := func(r rune) bool { return unicode.IsLetter(r) || unicode.IsDigit(r) }
	for from := 0; ; {
		i := strings.Index(words[from:], number)
		if i < 0 {
			return -1
		}
		i += from
		before, _ := utf8.DecodeLastRuneInString(words[:i])
		after, size := utf8.DecodeRuneInString(words[i+len(number):])
		next, _ := utf8.DecodeRuneInString(words[i+len(number)+size:])
		if !part(before) && !part(after) && !(after == '.' && unicode.IsDigit(next)) {
			return i
		}
		from = i + len(number)
	}
}
