package list

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"plaintracer/core/chart"
	"plaintracer/core/flow"
	"plaintracer/core/number"
	"plaintracer/core/symbol"
)

// Write writes the steps of a chart as text, which Read reads again: one line a step, under it its ways
// on that do not lead to the next line, and its fields.
func Write(c *chart.Chart) string {
	var b strings.Builder
	for i, p := range c.Pages {
		if i > 0 {
			b.WriteByte('\n')
		}
		if p.Title != "" || len(c.Pages) > 1 {
			fmt.Fprintf(&b, "# %s\n", Escaped(p.Title))
		}
		page(&b, p)
	}
	return b.String()
}

func page(b *strings.Builder, p *chart.Page) {
	g := flow.Of(p)
	order := inOrder(p, g)
	keys := keysOf(p, order)
	out, led := map[string][]*chart.Connector{}, map[string]bool{}
	for _, l := range p.Connectors {
		if !l.From.Loose() && !l.To.Loose() {
			out[l.From.Step] = append(out[l.From.Step], l)
			led[l.To.Step] = led[l.To.Step] || l.Meaning.Way()
		}
	}
	lanes := slices.ContainsFunc(order, func(s *chart.Step) bool { return p.Lane(s.Lane) != nil })
	var texts []string
	for _, s := range order {
		texts = append(texts, s.Text)
	}
	roles := !lanes && areRoles(texts)
	var before []seat
	stage, staged := "", false
	for i, s := range order {
		b.WriteString(keyWords(keys[s.ID]))
		now := seatsOf(p, s)
		if !slices.Equal(now, before) || len(now) == 0 && lanes {
			b.WriteString(" " + seatWords(now) + ":")
		}
		if len(now) > 0 {
			before = now
		}
		if s.Text != "" {
			words := Escaped(s.Text)
			if i := strings.LastIndex(words, " ("); roles && i >= 0 {
				words = words[:i+1] + `\` + words[i+1:]
			}
			b.WriteString(" " + words)
		}
		var tags []string
		if s.Symbol != Inferred(s.Text, i == 0 && !led[s.ID] || i == len(order)-1 && !leads(out[s.ID])) {
			tags = append(tags, string(s.Symbol))
		}
		if st := p.StageOf(s); st != nil && lanes && (st.Name != stage || !staged) {
			stage, staged = st.Name, true
			words := Escaped(stage)
			if stage == "" {
				words = empty
			}
			tags = append(tags, "stage "+strings.ReplaceAll(words, "; ", `;\s`))
		}
		if len(tags) > 0 {
			b.WriteString(" [" + strings.Join(tags, "; ") + "]")
		}
		b.WriteByte('\n')
		next := following(order[i+1:])
		ways, lines := 0, out[s.ID]
		for _, l := range lines {
			if l.Meaning.Way() {
				ways++
			}
		}
		asks := s.Symbol == symbol.Decision
		ends := s.Symbol == symbol.Terminator && i > 0
		implied := !apart(s) && !asks && !ends && ways == 1
		for _, l := range lines {
			if implied && l.Meaning == chart.Flow && l.Outcome() == "" && next != nil && l.To.Step == next.ID {
				continue
			}
			b.WriteString("    ")
			if o := l.Outcome(); o != "" || asks && l.Meaning.Way() {
				b.WriteString(label(o, asks && l.Meaning != chart.Note) + " ")
			}
			fmt.Fprintf(b, "%s %s\n", arrowOf(l.Meaning), reference(keys[l.To.Step]))
		}
		if !apart(s) && (asks && ways < 2 || !asks && !ends && ways == 0 && next != nil) {
			b.WriteString("    " + arrowOf(chart.Flow) + " " + nowhere + "\n")
		}
		for _, f := range s.Fields {
			b.WriteString("    " + fieldName(f.Name, Escaped(f.Value)) + " =")
			if f.Value != "" {
				b.WriteString(" " + Escaped(f.Value))
			}
			b.WriteByte('\n')
		}
	}
}

// leads reports whether one of some connectors is a way on.
func leads(out []*chart.Connector) bool {
	return slices.ContainsFunc(out, func(l *chart.Connector) bool { return l.Meaning.Way() })
}

// apart reports whether a step is no part of the flow where nothing says so: a store, or beside the work.
func apart(s *chart.Step) bool { return s.Symbol.Store() || s.Symbol.Beside() }

// following is the first of the steps that is a part of the flow; nil without one.
func following(steps []*chart.Step) *chart.Step {
	for _, s := range steps {
		if !apart(s) {
			return s
		}
	}
	return nil
}

// inOrder are the steps in the order of numbering, and those that have no number behind them.
func inOrder(p *chart.Page, g *flow.Graph) []*chart.Step {
	var out []*chart.Step
	seen := make([]bool, len(p.Steps))
	for _, v := range number.Order(g) {
		seen[v] = true
		out = append(out, p.Steps[v])
	}
	for v, s := range p.Steps {
		if !seen[v] {
			out = append(out, s)
		}
	}
	return out
}

// keysOf gives each step its number as key, and one of its own to those without or with one that is
// taken.
func keysOf(p *chart.Page, order []*chart.Step) map[string]string {
	keys, taken := map[string]string{}, map[string]bool{}
	for _, s := range order {
		if n := strings.TrimSpace(s.Number); n == s.Number && n != "" && !taken[n] {
			keys[s.ID], taken[n] = n, true
		}
	}
	n := 0
	for _, s := range order {
		for keys[s.ID] == "" {
			n++
			if k := fmt.Sprint("R", n); !taken[k] {
				keys[s.ID], taken[k] = k, true
			}
		}
	}
	return keys
}

func keyWords(key string) string {
	if plainKey(key) {
		return key + "."
	}
	return quoted(key) + "."
}

func reference(key string) string {
	if plainKey(key) {
		return key
	}
	return quoted(key)
}

// plain reports whether a text is letters and digits, the first one a letter or as digits allow, and others
// of those given.
func plain(s, others string, digits bool) bool {
	for i, r := range s {
		switch {
		case unicode.IsLetter(r):
		case unicode.IsNumber(r) && (i > 0 || digits):
		case i > 0 && strings.ContainsRune(others, r):
		default:
			return false
		}
	}
	return s != ""
}

func label(s string, outcome bool) string {
	if outcome && plain(s, " %€$.,'", true) && !strings.HasSuffix(s, " ") {
		k, _ := cutKey(s + " x")
		o, ok := cutOutcome(s + " -> x")
		if k == "" && (!ok || o.label == s) && unmarked(s+" x") == s+" x" {
			return s
		}
	}
	return quoted(s)
}

func fieldName(s, value string) string {
	if plain(s, " _-", false) && unmarked(s+" =") == s+" =" && !strings.HasSuffix(s, " ") && !computes(s, value) {
		return s
	}
	return quoted(s)
}

func seatsOf(p *chart.Page, s *chart.Step) []seat {
	l := p.Lane(s.Lane)
	if l == nil {
		return nil
	}
	out := []seat{{l.Name, false}}
	for _, g := range p.Within(l.In) {
		out = append([]seat{{g.Name, g.Pool}}, out...)
	}
	return out
}

func seatWords(seats []seat) string {
	if len(seats) == 0 {
		return noSeat
	}
	words := ""
	for i, s := range seats {
		if words += Escaped(s.name); s.name == "" {
			words += empty
		}
		switch {
		case i == len(seats)-1:
		case s.pool:
			words += " // "
		default:
			words += " / "
		}
	}
	if isCondition(words) || isEdge(words) {
		return empty + words
	}
	return words
}
