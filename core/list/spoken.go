package list

import (
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"plaintracer/core/number"
)

// What people say in lists beside steps: which outcome a line belongs to, where it leads, that the work
// ends. All of it is looked for in the text as it is written, so that an escape keeps a text from saying it.

// speech is what a language has for the outcomes of a decision.
type speech struct {
	yes, no   []string
	ifs       []string // before the name of an outcome
	otherwise []string
}

// speeches are the languages that lists are read in, the first one names what nobody has named.
var speeches = []speech{
	{[]string{"yes"}, []string{"no"}, []string{"if", "when", "in case of"}, []string{"otherwise", "else"}},
	{[]string{"ja"}, []string{"nein"}, []string{"wenn", "falls", "bei"}, []string{"sonst", "andernfalls", "ansonsten"}},
	{[]string{"oui"}, []string{"non"}, []string{"si", "en cas de"}, []string{"sinon", "autrement"}},
	{[]string{"sí"}, []string{"no"}, []string{"si", "en caso de"}, []string{"si no", "de lo contrario", "en caso contrario"}},
	{[]string{"sì"}, []string{"no"}, []string{"se", "in caso di"}, []string{"altrimenti", "se no", "in caso contrario"}},
	{[]string{"ja"}, []string{"nee", "neen"}, []string{"als", "indien", "zo"}, []string{"anders"}},
	{[]string{"sim"}, []string{"não"}, []string{"se", "caso"}, []string{"senão", "caso contrário"}},
	{[]string{"tak"}, []string{"nie"}, []string{"jeśli", "jeżeli", "gdy"}, []string{"inaczej", "w przeciwnym razie"}},
	{[]string{"ja"}, []string{"nej"}, []string{"om"}, []string{"annars", "i annat fall"}},
	{[]string{"ja"}, []string{"nej"}, []string{"hvis"}, []string{"ellers"}},
	{[]string{"ja"}, []string{"nei"}, []string{"hvis", "dersom"}, []string{"ellers"}},
}

// leaders are how it is said that a way leads to another step.
var leaders = []string{
	"then ", "and ", "go ", "goes ", "dann ", "und ", "puis ", "et ", "luego ", "poi ", "daarna ", "sedan ",
	"back to ", "go back to ", "goes back to ", "go to ", "goes to ", "goto ", "return to ", "returns to ",
	"loop back to ", "loop to ",
	"continue with ", "continue at ", "continue to ", "continues with ", "proceed to ", "proceed with ", "jump to ", "repeat from ", "see step ", "to step ",
	"repeat ",
	"zurück zu ", "zurück zum ", "zurück zur ", "weiter mit ", "weiter bei ", "retour à ", "aller à ", "volver a ", "ir a ", "torna a ", "vai a ",
	"terug naar ", "ga naar ",
	"voltar a ", "voltar para ", "ir para ", "wróć do ", "przejdź do ", "tillbaka till ", "gå till ", "tilbage til ", "gå til ", "tilbake til ",
}

// longestLeaders are the leaders, those first that others are the beginning of.
var longestLeaders = slices.SortedStableFunc(slices.Values(leaders), func(a, b string) int { return len(b) - len(a) })

// fillers stand before what a leader says, not for themselves.
var fillers = []string{"then ", "and ", "go ", "goes ", "dann ", "und ", "puis ", "et ", "luego ", "poi ", "daarna ", "sedan "}

// ends are how it is said that the work ends.
var ends = []string{
	"end", "stop", "the end", "end of process", "end of the process", "process ends", "the process ends", "ende", "prozess endet", "fin", "fine",
	"einde", "fim", "koniec", "slut", "slutt",
}

// starts are how it is said that the work begins.
var starts = []string{"start", "begin", "beginning", "beginn", "anfang", "début", "inicio", "inizio", "início"}

// deciders are how a line begins that is a decision, though it does not ask.
var deciders = []string{
	"decide", "decision", "choose", "select", "determine", "entscheiden", "entscheidung", "décider", "choisir", "decidir", "elegir", "decidere", "scegliere",
}

// goings are how it is said of an outcome that the work just goes on.
var goings = []string{"continue", "go on", "carry on", "proceed", "go ahead", "weiter", "continuer", "continuar", "continuare", "verder"}

// onlyGoOn reports whether a text says nothing but that.
func onlyGoOn(s string) bool {
	return slices.Contains(goings, strings.ToLower(strings.TrimRight(s, ".! ")))
}

// isEdge reports whether a text is a name for the beginning or the end.
func isEdge(s string) bool { return isEnd(s) || slices.Contains(starts, strings.ToLower(s)) }

// isEnd reports whether a text says nothing but that the work ends.
func isEnd(s string) bool { return slices.Contains(ends, strings.ToLower(strings.TrimRight(s, ".! "))) }

// cutWord takes a word off the beginning of a text, in any case, if nothing of the word goes on behind it.
func cutWord(s, word string) (rest string, ok bool) {
	if len(s) < len(word) || !strings.EqualFold(s[:len(word)], word) {
		// Letters in the other case may take other bytes.
		n := 0
		for range utf8.RuneCountInString(word) {
			_, w := utf8.DecodeRuneInString(s[n:])
			n += w
		}
		if !strings.EqualFold(s[:n], word) {
			return s, false
		}
		s = word + s[n:]
	}
	rest = s[len(word):]
	if r, _ := utf8.DecodeRuneInString(rest); rest != "" && (unicode.IsLetter(r) || unicode.IsDigit(r) || r == '\'' || r == '-' && len(rest) > 1 && rest[1] != '>' && rest[1] != ' ') {
		return s, false
	}
	return rest, true
}

// cutSeparator takes what stands between the name of an outcome and what it leads to: a colon, comma,
// dash or arrow. Nothing at all does where the name ends the text.
func cutSeparator(s string) (rest string, arrow, ok bool) {
	t := strings.TrimLeft(s, " ")
	if t == "" {
		return "", false, true
	}
	for _, w := range flowArrows {
		if rest, is := strings.CutPrefix(t, w); is {
			return strings.TrimLeft(rest, " "), true, true
		}
	}
	for _, w := range []string{":", ",", ".", "–", "—", "-"} {
		rest, is := strings.CutPrefix(t, w)
		// A dash needs a space behind it, or it is a part of a word; a full stop also a letter, or it is one of a number.
		stop := w == "." && len(rest) > 1 && unicode.IsLetter(firstRune(rest[1:]))
		dash := w == "-" || w == "–" || w == "—" || stop
		is = is && (w != "." || stop)
		if is && (!dash || rest == "" || rest[0] == ' ') {
			return strings.TrimLeft(rest, " "), false, true
		}
	}
	return s, false, false
}

// outcome is what the beginning of a line says of the decision above it.
type outcome struct {
	label string // its name; "" for the one that is left
	left  string // how the writer calls that one: 'otherwise'
	rest  string // what it leads to
	arrow bool   // between them
	sure  bool   // a word of outcomes, not any condition
	other string // what the one that is left is called in the language of a condition
}

// begins are the letters that what people say begins with: most texts begin with others.
var begins = func() map[rune]bool {
	out := map[rune]bool{}
	for _, l := range speeches {
		for _, words := range [][]string{l.yes, l.no, l.ifs, l.otherwise, leaders} {
			for _, w := range words {
				r := firstRune(w)
				out[unicode.ToLower(r)], out[unicode.ToUpper(r)] = true, true
			}
		}
	}
	return out
}()

// cutOutcome takes the name of an outcome off a line: 'yes: ', 'If no, ', 'otherwise -> ', '(yes) ', and
// 'if over 200: ', which is one only behind a decision.
func cutOutcome(s string) (outcome, bool) {
	if o, ok := cutAnswer(s); ok {
		return o, true
	}
	if !begins[firstRune(s)] {
		return outcome{}, false
	}
	for _, l := range speeches {
		after, ok := l.cutIf(s)
		if !ok {
			continue
		}
		if i := strings.IndexAny(after, ":,→"); i > 0 && !isEscaped(after, i) {
			if rest, arrow, ok := cutSeparator(after[i:]); ok && rest != "" {
				return outcome{label: strings.TrimSpace(after[:i]), rest: rest, arrow: arrow, other: l.otherwise[0]}, true
			}
		}
		if before, _, rest, ok := cutArrow(after); ok && before != "" {
			return outcome{label: before, rest: rest, arrow: true, other: l.otherwise[0]}, true
		}
	}
	return outcome{}, false
}

// cutAnswer takes a word of outcomes off a line, with nothing but its beginning looked at.
func cutAnswer(s string) (outcome, bool) {
	if strings.HasPrefix(s, "(") {
		inner, rest, ok := strings.Cut(s[1:min(len(s), 1+longestAnswer)], ")")
		if ok {
			if o, is := cutAnswer(inner); is && o.rest == "" {
				o.rest = strings.TrimLeft(rest+s[min(len(s), 1+longestAnswer):], " ")
				return o, true
			}
		}
		return outcome{}, false
	}
	if !begins[firstRune(s)] {
		return outcome{}, false
	}
	for _, l := range speeches {
		for _, w := range l.otherwise {
			if rest, ok := cutWord(s, w); ok {
				if rest, arrow, ok := cutSeparator(rest); ok {
					return outcome{left: w, rest: rest, arrow: arrow, sure: true}, true
				}
			}
		}
		for _, name := range [2][]string{l.yes, l.no} {
			for _, w := range name {
				if rest, ok := cutWord(s, w); ok {
					if rest, arrow, ok := cutSeparator(rest); ok {
						return outcome{label: w, rest: rest, arrow: arrow, sure: true}, true
					}
				}
			}
		}
	}
	for _, short := range [2][2]string{{"Y", "yes"}, {"N", "no"}} { // as forms have it
		letter, word := short[0], short[1]
		if after, ok := strings.CutPrefix(s, letter); ok && (after == "" || !unicode.IsLetter(firstRune(after))) {
			if rest, arrow, ok := cutSeparator(after); ok {
				return outcome{label: word, rest: rest, arrow: arrow, sure: true}, true
			}
		}
	}
	for _, l := range speeches {
		after, ok := l.cutIf(s)
		if !ok {
			continue
		}
		for i, name := range [2][]string{append(slices.Clone(l.yes), "so"), append(slices.Clone(l.no), "not", "nicht", "niet", "inte", "ikke")} {
			for _, n := range name {
				rest, ok := cutWord(after, n)
				if !ok {
					continue
				}
				cut, arrow, is := cutSeparator(rest)
				if is {
					rest = cut
				} else if !strings.HasPrefix(rest, " ") {
					continue
				}
				return outcome{label: [2]string{l.yes[0], l.no[0]}[i], rest: strings.TrimLeft(rest, " "), arrow: arrow, sure: true}, true
			}
		}
	}
	return outcome{}, false
}

// cutIf takes 'if' off a text.
func (l speech) cutIf(s string) (rest string, ok bool) {
	for _, w := range l.ifs {
		if rest, ok := cutWord(s, w); ok && strings.HasPrefix(rest, " ") {
			return strings.TrimLeft(rest, " "), true
		}
	}
	return s, false
}

// isCondition reports whether a text begins as a condition does.
func isCondition(s string) bool {
	return begins[firstRune(s)] && slices.ContainsFunc(speeches, func(l speech) bool { _, ok := l.cutIf(s); return ok })
}

// longestAnswer is how long an answer in parentheses may be.
const longestAnswer = 40

// isOutcome reports whether a text is the name of an outcome and no more.
func isOutcome(s string) bool {
	o, ok := cutAnswer(s)
	return ok && o.rest == ""
}

// other is what the next outcome is called until it is named, in the language of the others: yes or no, or as the
// writer called the one that is left.
func other(names []string, left string) string {
	has := func(words []string) bool {
		return slices.ContainsFunc(names, func(n string) bool {
			return slices.ContainsFunc(words, func(w string) bool { return strings.EqualFold(n, w) })
		})
	}
	for _, l := range speeches {
		switch {
		case has(l.yes) && has(l.no):
			return left
		case has(l.no):
			return l.yes[0]
		}
	}
	for _, l := range speeches {
		if has(l.yes) {
			return l.no[0]
		}
	}
	switch {
	case left == "" && len(names) > 0:
		return speeches[0].otherwise[0]
	case left == "":
		return speeches[0].yes[0]
	case len(names) == 0:
		return speeches[0].no[0]
	}
	return left
}

// NextOutcome is what the next outcome of a decision is called beside others; "" where two say yes and no.
func NextOutcome(names []string) string { return other(names, "") }

// cutLeader takes it off a text that it says where a way leads: 'go back to step 2' is 'step 2'.
func cutLeader(s string) (to string, ok bool) {
	for again := begins[firstRune(s)]; again; {
		again = false
		for _, w := range longestLeaders {
			if rest, is := cutWord(s, strings.TrimSpace(w)); is && strings.HasPrefix(rest, " ") {
				if !slices.Contains(fillers, w) {
					ok = true
					if w == "see step " || w == "to step " {
						rest = " step" + rest
					}
				}
				s, again = strings.TrimLeft(rest, " "), true
				break
			}
		}
	}
	return s, ok
}

// cutTail takes a text apart that says at its end where it leads: 'mend it and go back to 2'.
func cutTail(s string) (before, to string, ok bool) {
	if i := strings.LastIndex(s, " ("); i > 0 && strings.HasSuffix(s, ")") && isEnd(s[i+2:len(s)-1]) {
		return s[:i], ends[0], true
	}
	for _, sep := range []string{", ", "; ", ". ", " and ", " then "} {
		for at := len(s); at > 0; {
			i := strings.LastIndex(s[:at], sep)
			if i <= 0 {
				break
			}
			after := s[i+len(sep):]
			if to, is := cutLeader(after); is {
				return strings.TrimRight(s[:i], " ,;"), to, true
			}
			end, _ := cutWord(after, "and")
			stops := strings.EqualFold(strings.TrimRight(after, ". "), "stop") && (sep == " and " || sep == " then ") // the machine, perhaps
			if isEnd(strings.TrimSpace(end)) && !stops {
				return strings.TrimRight(s[:i], " ,;"), ends[0], true
			}
			at = i
		}
	}
	return s, "", false
}

// cutStop takes 'and stop' off the end of what an outcome says.
func cutStop(s string) (before string, ok bool) {
	t := strings.TrimRight(s, ". ")
	before, ok = strings.CutSuffix(t, " and stop")
	return strings.TrimRight(before, ","), ok
}

// numberWords stand before the number of a step.
var numberWords = append([]string{"step number", "step no.", "number", "no.", "#"}, number.StepWords...)

// bare is what names a step in what people say: 'step 2', '"Pay".', 'no. 3'.
func bare(s string) string {
	s = strings.TrimRight(strings.TrimSpace(s), ".;, ")
	for _, w := range numberWords {
		if rest, ok := cutWord(s, w); ok && strings.TrimLeft(rest, " ") != "" && plainKey(strings.TrimLeft(rest, " ")) {
			return strings.TrimLeft(rest, " ")
		}
	}
	if len(s) > 1 && strings.ContainsRune("'“„«", rune(firstRune(s))) {
		s = strings.Trim(s, "'“”„«»")
	}
	return s
}

func firstRune(s string) rune {
	r, _ := utf8.DecodeRuneInString(s)
	return r
}

// nameOf is a text as people name a step by it: in any case, without the mark at its end.
func nameOf(s string) string {
	return strings.ToLower(strings.TrimRight(strings.Join(strings.Fields(s), " "), ".,;:!? "))
}

// cutInline takes the outcomes off a decision that has them in its own line: 'Approved? yes: pay; no: return'.
func cutInline(s string) (asks string, out []string) {
	i := strings.Index(s, "? ")
	if i <= 0 || strings.HasPrefix(s, `"`) {
		return s, nil
	}
	rest := strings.TrimLeft(s[i+1:], " ")
	answers := func(t string) bool { o, ok := cutAnswer(t); return ok && o.rest != "" }
	if inner, ok := strings.CutSuffix(strings.TrimRight(rest, "."), ")"); ok && strings.HasPrefix(rest, "(") && answers(inner[1:]) {
		rest = inner[1:] // '(if not: cook again)'
	}
	if before, _, after, ok := cutArrow(rest); ok && before == "" { // '? -> yes: pay'
		rest = after
	}
	if !answers(rest) {
		return s, nil
	}
	for at := 0; at < len(rest); at++ {
		if c := rest[at]; c != ';' && c != ',' && c != '.' && c != '/' && c != '|' {
			continue
		}
		if next := strings.TrimLeft(rest[at+1:], " "); answers(next) {
			out = append(out, strings.TrimRight(rest[:at], " "))
			rest, at = next, 0
		}
	}
	return s[:i+1], append(out, rest)
}

// inlined reports whether a text has outcomes in it.
func inlined(s string) bool {
	_, out := cutInline("x" + s)
	return out != nil
}

// withoutForm takes off a question what an answer may be: 'In stock? (Y/N)', 'In stock (yes/no)?'.
func withoutForm(s string) string {
	open := strings.LastIndex(s, "(")
	if open <= 1 {
		return s
	}
	inner, ok := strings.CutSuffix(strings.TrimRight(s[open+1:], "? "), ")")
	if before := strings.TrimRight(s[:open], " "); ok && (strings.HasSuffix(s, "?") || strings.HasSuffix(before, "?")) {
		if a, b, ok := strings.Cut(inner, "/"); ok && isOutcome(strings.TrimSpace(a)) && isOutcome(strings.TrimSpace(b)) {
			return strings.TrimRight(before, "?") + "?"
		}
	}
	return s
}

// silent is a text as it is written, kept from saying what people say in lists, also where a colon comes
// behind it.
func silent(s string) string {
	for _, as := range []string{s, s + ": x", s + " [x]"} {
		if _, ok := cutOutcome(as); ok || isEnd(s) {
			s = empty + s
			break
		} else if _, ok := cutLeader(as); ok {
			s = empty + s
			break
		}
	}
	if _, ok := cutCondition(s); ok {
		s = empty + s
	}
	if _, _, ok := cutTail(s); ok {
		s = strings.ReplaceAll(s, " ", " "+empty)
	} else if _, out := cutInline("x" + s + ": x"); out != nil || inlined(s) {
		s = strings.ReplaceAll(s, "? ", "? "+empty)
	}
	return s
}
