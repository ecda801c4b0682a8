package list

import (
	"slices"
	"strings"

	"plaintracer/core/chart"
)

// Doubt is a line that can be read in two ways: what it was taken for, what else it could be, and how it is then
// written.
type Doubt struct {
	Line  int    // counted from 0
	Step  string // that was made of it, its id as in what Read makes of the lines; of a title the page, of a heading the step below it
	Head  string // a heading, as it is written; "" for other lines
	Taken string
	Other string
	Text  string
}

// mostDoubted bounds the lines that are looked at: each is read once more the other way.
const mostDoubted = 40

// Doubts are the lines that can be read in two ways: words before a colon behind a decision that still lacks an
// outcome, which may be who does it or what the outcome is called; and an answer that stands far from its
// decision, which may be no answer.
func Doubts(lines []string) (out []Doubt) {
	if _, ok := ReadTable(strings.Join(lines, "\n")); ok || len(lines) > MostLines {
		return nil
	}
	if _, _, ok := outline(lines); ok {
		return nil
	}
	id := ids()
	for from, i := 0, 0; i <= len(lines); i++ { // each page is read for itself
		if i < len(lines) {
			if _, ok := titleIn(lines[i]); !ok {
				continue
			}
		}
		titled := false
		if from > 0 {
			t, _ := titleIn(lines[from-1])
			titled = t != ""
		}
		for _, d := range doubtsOfPage(lines[from:i], titled, id, mostDoubted-len(out)) {
			d.Line += from
			out = append(out, d)
		}
		from = i + 1
	}
	return out
}

// doubtsOfPage are those of the lines of a page, of so many lines that are looked at.
func doubtsOfPage(lines []string, titled bool, id func(string) string, most int) []Doubt {
	page := id("p")
	now, m, ok := readings(lines, titled, id)
	if !ok {
		return nil
	}
	out := m.doubts(lines, now, page)
	heads := map[string]int{} // in how many lines the words stand before a colon
	for _, l := range lines {
		heads[strings.ToLower(headOf(l))]++
	}
	looked := 0
	for i, l := range lines {
		head := headOf(l)
		was := now[i]
		if head == "" || was.step == nil || looked == most {
			continue
		}
		d := Doubt{Line: i, Step: was.step.ID}
		_, answer := cutOutcome(unmarked(strings.TrimSpace(l)))
		switch {
		case !answer && strings.EqualFold(was.lane, head) && heads[strings.ToLower(head)] == 1:
			d.Taken, d.Other, d.Text = readAsLane, readAsOutcome, strings.Replace(l, head+":", "if "+head+":", 1)
		case answer && was.outcome != "" && farFrom(lines, i, now):
			d.Taken, d.Other, d.Text = readAsOutcome, readAsText, strings.Replace(l, head+":", head+`\:`, 1)
		default:
			continue
		}
		looked++
		changed := append([]string{}, lines...)
		changed[i] = d.Text
		then, _, ok := readings(changed, titled, ids())
		if !ok || then[i].step == nil || (d.Other == readAsOutcome) != strings.EqualFold(then[i].outcome, head) {
			continue
		}
		if d.Other == readAsOutcome && answers(now, then[i].from, i) > 1 {
			continue // it has all that it needs
		}
		out = append(out, d)
	}
	return out
}

// lineRead is what a line was read as: its step, the lane of that, and the outcome that leads there.
type lineRead struct {
	step          *chart.Step
	lane, outcome string
	from          int // the line of the decision
}

// answers is how many lines but one are outcomes of the decision of a line.
func answers(all []lineRead, decision, but int) (n int) {
	for i, r := range all {
		if r.from == decision && i != but {
			n++
		}
	}
	return n
}

// doubts are those of a title, and of headings without a colon, which may be steps.
func (m manner) doubts(lines []string, now []lineRead, page string) (out []Doubt) {
	marked := func(l *line) string {
		s := lines[l.n]
		in := len(s) - len(strings.TrimLeft(s, " \t"))
		return s[:in] + "- " + s[in:]
	}
	if l := m.title; l != nil {
		out = append(out, Doubt{Line: l.n, Step: page, Taken: readAsTitle, Other: readAsText, Text: marked(l)})
	}
	for _, h := range m.heads {
		if strings.HasSuffix(h.raw, ":") {
			continue
		}
		if below := slices.IndexFunc(now[h.n:], func(r lineRead) bool { return r.step != nil }); below >= 0 {
			out = append(out, Doubt{Line: h.n, Step: now[h.n+below].step.ID, Head: strings.TrimSpace(lines[h.n]), Taken: readAsLane, Other: readAsText, Text: marked(h)})
		}
	}
	return out
}

// readings are those of all lines; ok is false where the list is none yet.
func readings(lines []string, titled bool, id func(string) string) (out []lineRead, m manner, ok bool) {
	roots, m := parse(lines, 0, titled)
	b, err := built("p", roots, id)
	if err != nil {
		return nil, m, false
	}
	out = make([]lineRead, len(lines))
	for i := range out {
		out[i].from = -1
	}
	line := map[string]int{}
	for _, m := range b.all {
		if line[m.step.ID] = m.line; m.line < 0 || m.line >= len(out) || out[m.line].step != nil {
			continue
		}
		out[m.line].step = m.step
		if l := b.p.Lane(m.step.Lane); l != nil {
			out[m.line].lane = l.Name
		}
	}
	for _, c := range b.p.Connectors {
		to, has := line[c.To.Step]
		if from, too := line[c.From.Step]; has && too && to >= 0 && out[to].step != nil && out[to].step.ID == c.To.Step && c.Outcome() != "" {
			out[to].outcome, out[to].from = c.Outcome(), from
		}
	}
	return out, m, true
}

// headOf is what stands before the first colon of a line, up to three words; "" for nothing.
func headOf(l string) string {
	head, _, ok := strings.Cut(unmarked(strings.TrimSpace(l)), ":")
	if !ok || len(strings.Fields(head)) > 3 || strings.ContainsAny(head, `"\/?`) {
		return ""
	}
	return strings.TrimSpace(head)
}

// farOff is how many lines stand between an answer and its decision at least for it to be doubtful.
const farOff = 5

// farFrom reports whether an answer stands no farther in than its decision, and far off.
func farFrom(lines []string, i int, now []lineRead) bool {
	d := now[i].from
	indent := func(l string) int { return len(l) - len(strings.TrimLeft(l, " \t")) }
	return d >= 0 && i-d > farOff && indent(lines[i]) <= indent(lines[d])
}
